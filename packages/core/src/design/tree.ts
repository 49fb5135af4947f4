// Walking and finding in the tree of objects and groups.
import type { Design, DesignObject, Group, Item, Outline, StitchesObject } from './types.ts';

export type Leaf<O extends Outline = Outline> = StitchesObject | DesignObject<O>;

/** Every object and every set of stitches, in sewing order; what is in a hidden group is left out. */
export function* visibleLeaves<O extends Outline>(items: readonly Item<O>[]): Generator<Leaf<O>> {
  for (const item of items) {
    if (!item.visible) continue;
    if (item.kind === 'group') yield* visibleLeaves(item.objects);
    else yield item;
  }
}

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

/** Where the item with this id is, or null. */
export function findPlace<O extends Outline>(
  items: readonly Item<O>[],
  id: string,
  parent: Group<O> | null = null,
): Place<O> | null {
  for (let index = 0; index < items.length; index++) {
    const item = items[index];
    if (item.id === id) return { item, parent, index };
    if (item.kind === 'group') {
      const found = findPlace(item.objects, id, item);
      if (found) return found;
    }
  }
  return null;
}

export function findItem<O extends Outline>({ objects }: Design<O>, id: string): Item<O> | null {
  return findPlace(objects, id)?.item ?? null;
}
