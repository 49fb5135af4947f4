// A design that follows another: what changed there since is taken over, what was changed here by hand stays.
import equal from 'fast-deep-equal';
import { shapedBy } from '../design/references.ts';
import { everyItem } from '../design/tree.ts';
import type { Design, Group, Item } from '../design/types.ts';

export interface Followed {
  design: Design;
  /** How many things were taken over, and how many stay as they were changed by hand. */
  taken: number;
  kept: number;
}

/** An item without what stands in it. */
const alone = (item: Item): unknown => (item.kind === 'group' ? { ...item, objects: [] } : item);

const byId = (design: Design): Map<string, Item> =>
  new Map([...everyItem(design.objects)].map((i) => [i.id, i]));

/** Where each item stands: the id of its group, or nothing. */
function parents(design: Design): Map<string, string> {
  const out = new Map<string, string>();
  const visit = (items: readonly Item[], parent: string): void => {
    for (const item of items) {
      out.set(item.id, parent);
      if (item.kind === 'group') visit(item.objects, item.id);
    }
  };
  visit(design.objects, '');
  return out;
}

/**
 * Puts together what two hands did: `base` is what the design was made as, `mine` what was made of it by hand, `theirs` what
 * it is made as now. Where both changed one thing, mine stays.
 */
export function followed(base: Design, mine: Design, theirs: Design): Followed {
  const [was, own, now] = [byId(base), byId(mine), byId(theirs)];
  const [inBase, inMine] = [parents(base), parents(mine)];
  let [taken, kept] = [0, 0];
  const changedHere = (id: string): boolean => {
    const [b, m] = [was.get(id), own.get(id)];
    return !!m && (!b || !equal(alone(b), alone(m)));
  };
  /** Lists by their group; an item that was put into another group by hand stays there. */
  const lists = new Map<string, Item[]>();
  const listOf = (parent: string): Item[] => {
    let list = lists.get(parent);
    if (!list) lists.set(parent, (list = []));
    return list;
  };
  const place = (item: Item, parent: string): void => {
    const moved = inMine.has(item.id) && inMine.get(item.id) !== inBase.get(item.id);
    const to = moved ? inMine.get(item.id)! : parent;
    listOf(own.has(to) || now.has(to) || to === '' ? to : '').push(item);
  };
  const visit = (items: readonly Item[], parent: string): void => {
    for (const item of items) {
      const [b, m] = [was.get(item.id), own.get(item.id)];
      // Taken away here: so it stays.
      if (b && !m) continue;
      const hand = changedHere(item.id);
      if (hand) kept++;
      else if (!b || !equal(alone(b), alone(item))) taken++;
      place(hand ? m! : item, parent);
      if (item.kind === 'group') visit(item.objects, item.id);
    }
  };
  visit(theirs.objects, '');
  // What was put in here, or changed here and taken away there: after what it stood behind.
  for (const [parent, items] of [['', mine.objects] as const, ...groupsOf(mine)]) {
    items.forEach((item, k) => {
      if (now.has(item.id)) return;
      if (was.has(item.id)) {
        if (!changedHere(item.id)) return void taken++;
        kept++;
      }
      const list = listOf(
        own.has(parent) && (now.has(parent) || changedHere(parent) || !was.has(parent)) ? parent : '',
      );
      const before = items.slice(0, k).reverse();
      const after = before.find((o) => list.some((l) => l.id === o.id));
      list.splice(after ? list.findIndex((l) => l.id === after.id) + 1 : 0, 0, item);
    });
  }
  // Another order that was given by hand stays.
  for (const [parent, list] of lists) {
    const hand = (parent ? (own.get(parent) as Group | undefined)?.objects : mine.objects) ?? [];
    const first = (parent ? (was.get(parent) as Group | undefined)?.objects : base.objects) ?? [];
    const ids = new Set(list.map((i) => i.id));
    const [a, b] = [first, hand].map((l) => l.map((i) => i.id).filter((id) => ids.has(id)));
    const both = (l: string[], other: string[]): string[] => l.filter((id) => other.includes(id));
    if (equal(both(a, b), both(b, a))) continue;
    const rank = new Map(b.map((id, k) => [id, k]));
    let last = -1;
    const keys = list.map((i) => (last = rank.get(i.id) ?? last + 1e-3));
    const order = list.map((_, k) => k).sort((p, q) => keys[p] - keys[q] || p - q);
    lists.set(
      parent,
      order.map((k) => list[k]),
    );
  }
  const build = (parent: string): Item[] =>
    (lists.get(parent) ?? []).map((item) =>
      item.kind === 'group' ? { ...item, objects: build(item.id) } : item,
    );
  const design: Record<string, unknown> = { ...theirs };
  for (const key of new Set([...Object.keys(base), ...Object.keys(mine)]) as Set<keyof Design>) {
    if (key === 'objects' || key === 'adapted' || equal(base[key], mine[key])) continue;
    if (mine[key] === undefined) delete design[key];
    else design[key] = mine[key];
  }
  const objects = build('').filter((i) => !isEmpty(i));
  return {
    design: { ...(design as unknown as Design), objects: withSources(objects, [own, now, was]) },
    taken,
    kept,
  };
}

/** What gives others their shape, and is gone, is there again: set aside, where it is in none of the lists. */
function withSources(objects: readonly Item[], known: readonly ReadonlyMap<string, Item>[]): Item[] {
  let out = [...objects];
  for (let round = 0; round < 100; round++) {
    const there = new Set([...everyItem(out)].map((i) => i.id));
    const missing = new Set([...everyItem(out)].flatMap(shapedBy).filter((id) => !there.has(id)));
    const back = [...missing].flatMap((id) => {
      const item = known.map((items) => items.get(id)).find(Boolean);
      return !item ? [] : item.kind === 'object' ? [{ ...item, unsewn: true }] : [onlyNew(item, there)];
    });
    if (!back.length) break;
    out = [...back, ...out];
  }
  return out;
}

/** A group without what stands elsewhere by now. */
const onlyNew = (item: Item, there: ReadonlySet<string>): Item =>
  item.kind === 'group'
    ? { ...item, objects: item.objects.filter((o) => !there.has(o.id)).map((o) => onlyNew(o, there)) }
    : item;

const isEmpty = (item: Item): boolean => item.kind === 'group' && !item.objects.length;

function groupsOf(design: Design): (readonly [string, readonly Item[]])[] {
  return [...everyItem(design.objects)].flatMap((i) =>
    i.kind === 'group' ? [[i.id, i.objects] as const] : [],
  );
}
