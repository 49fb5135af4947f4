// The copies of a repeat, as groups of a resolved design.
import { Memo } from '../design/memo.ts';
import { copyId } from '../design/tree.ts';
import type { Group, Item, PlainOutline, Repeat } from '../design/types.ts';
import { IDENTITY, type Matrix } from '../geometry/matrix.ts';
import { transformPlain } from './transform-items.ts';

type PlainItem = Item<PlainOutline>;

/** Only what is sewn is copied: shapes that others are made from stay where they are. */
function sewn(item: PlainItem): PlainItem | null {
  if (item.kind === 'stitches') return item;
  if (item.kind === 'object') return item.unsewn ? null : item;
  const objects = item.objects.map(sewn).filter((i) => i !== null);
  return objects.length ? { ...item, objects } : null;
}

function named(item: PlainItem, repeat: string, number: number): PlainItem {
  const id = copyId(item.id, repeat, number);
  return item.kind === 'group'
    ? { ...item, id, objects: item.objects.map((o) => named(o, repeat, number)) }
    : { ...item, id };
}

const left = (item: PlainItem): PlainItem => {
  if (item.kind === 'object') return { ...item, unsewn: true };
  if (item.kind === 'stitches') return { ...item, visible: false };
  return { ...item, objects: item.objects.map(left) };
};

/** The copies of an item but for the first, for the maps of now and of just before. */
const copied = new Memo<PlainItem[]>(2);
const kept = new Memo<PlainItem | null>(1);

const isIdentity = (m: Matrix): boolean => m.every((v, i) => v === IDENTITY[i]);

const withoutStops = (item: PlainItem): PlainItem => {
  if (item.kind === 'group') return { ...item, objects: item.objects.map(withoutStops) };
  const { stopAfter: _, ...rest } = item;
  return rest;
};

/** What stands in a repeat and its copies, one group a copy. Sewn colour by colour, only the last copy has stops. */
export function withCopies(
  group: Group<PlainOutline>,
  repeat: Repeat,
  maps: readonly Matrix[],
): Group<PlainOutline> {
  const without = new Set(repeat.without);
  const last = maps.findLastIndex((_, i) => !without.has(i));
  const stops = (items: PlainItem[], number: number): PlainItem[] =>
    repeat.order === 'colours' && number !== last ? items.map(withoutStops) : items;
  const [first, ...others] = maps;
  const own = group.objects.map((item) => (isIdentity(first) ? item : transformPlain(item, first)));
  const source = group.objects.map((item) => kept.get(item, [], () => sewn(item))).filter((i) => i !== null);
  // What is repeated and has not changed keeps its copies.
  const made = source.map((item) =>
    copied.get(item, [group.id, ...maps.flat()], () =>
      others.map((m, k) => named(transformPlain(item, m), group.id, k + 1)),
    ),
  );
  const copies = others.flatMap((_, k): Group<PlainOutline>[] => {
    const number = k + 1;
    if (without.has(number)) return [];
    const objects = stops(
      made.map((all) => all[k]),
      number,
    );
    const { visible, locked } = group;
    const id = copyId(group.id, group.id, number);
    return [
      { id, name: `${group.name} ${number + 1}`, kind: 'group', visible, locked, objects, copy: number },
    ];
  });
  const here = without.has(0) ? own.map(left) : stops(own, 0);
  return { ...group, objects: [...here, ...copies] };
}
