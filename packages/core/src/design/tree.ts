// Walking and finding in the tree of objects and groups.
import type { Design, DesignObject, Group, Item, Outline, StitchesObject } from './types.ts';

export type Leaf<O extends Outline = Outline> = StitchesObject | DesignObject<O>;

/** Every object and every set of stitches, in sewing order; what is in a hidden group is left out. */
export function* visibleLeaves<O extends Outline>(items: readonly Item<O>[]): Generator<Leaf<O>> {
  for (const item of items) {
    if (!item.visible) continue;
    if (item.kind !== 'group') yield item;
    else if (item.repeat?.order === 'colours') yield* byColours(item);
    else yield* visibleLeaves(item.objects);
  }
}

/**
 * Leaves of a resolved repeat, each run of one colour through all copies before the next. A stop ends a run too: only
 * the last copy has it, so that the machine waits once.
 */
function* byColours<O extends Outline>(group: Group<O>): Generator<Leaf<O>> {
  const isCopy = (item: Item<O>): boolean => item.kind === 'group' && item.copy !== undefined;
  const copies = [
    [...visibleLeaves(group.objects.filter((item) => !isCopy(item)))],
    ...group.objects.filter(isCopy).map((item) => [...visibleLeaves([item])]),
  ];
  // Shapes that only serve to make others stand in the group itself and have no copies.
  const isSewn = (leaf: Leaf<O>): boolean => leaf.kind === 'stitches' || !leaf.unsewn;
  yield* copies[0].filter((leaf) => !isSewn(leaf));
  const sewn = copies.map((leaves) => leaves.filter(isSewn)).filter((leaves) => leaves.length);
  const last = sewn.at(-1) ?? [];
  for (let from = 0; from < last.length;) {
    let to = from + 1;
    while (to < last.length && last[to].thread === last[from].thread && last[to - 1].stopAfter === undefined)
      to++;
    for (const leaves of sewn) yield* leaves.slice(from, to);
    from = to;
  }
}

/** Ids of copies in a resolved design are those of what is repeated, followed by this, the repeat and the copy's number. */
const COPY_MARK = '~';

/** The id of the copy of an item that a repeat makes; copies are numbered from 0, and 0 is the item itself. */
export const copyId = (id: string, repeat: string, number: number): string =>
  `${id}${COPY_MARK}${repeat}.${number}`;

/** The id under which a letter of a text is sewn; letters are numbered in sewing order. */
export const letterId = (id: string, number: number): string => `${id}${COPY_MARK}letter.${number}`;

/** Is this a letter of a text, as it is sewn? */
export const isLetter = (id: string): boolean => id.includes(`${COPY_MARK}letter.`);

/** The id of what a copy is a copy of, as it stands in the design; other ids are their own. */
export const originOf = (id: string): string => id.split(COPY_MARK, 1)[0];

/** Every item, groups before what they hold. */
export function* everyItem<O extends Outline>(items: readonly Item<O>[]): Generator<Item<O>> {
  for (const item of items) {
    yield item;
    if (item.kind === 'group') yield* everyItem(item.objects);
  }
}

/** Every object and every set of stitches in these items, hidden or not. */
export function* everyLeaf<O extends Outline>(items: readonly Item<O>[]): Generator<Leaf<O>> {
  for (const item of everyItem(items)) if (item.kind !== 'group') yield item;
}

export interface Place<O extends Outline = Outline> {
  item: Item<O>;
  parent: Group<O> | null;
  index: number;
}

/** Where the item with this id is, or null. A copy that is not there itself is found as what it is a copy of. */
export function findPlace<O extends Outline>(items: readonly Item<O>[], id: string): Place<O> | null {
  return placeIn(items, id) ?? (id.includes(COPY_MARK) ? placeIn(items, originOf(id)) : null);
}

function placeIn<O extends Outline>(
  items: readonly Item<O>[],
  id: string,
  parent: Group<O> | null = null,
): Place<O> | null {
  for (let index = 0; index < items.length; index++) {
    const item = items[index];
    if (item.id === id) return { item, parent, index };
    if (item.kind === 'group') {
      const found = placeIn(item.objects, id, item);
      if (found) return found;
    }
  }
  return null;
}

export function findItem<O extends Outline>({ objects }: Design<O>, id: string): Item<O> | null {
  return findPlace(objects, id)?.item ?? null;
}
