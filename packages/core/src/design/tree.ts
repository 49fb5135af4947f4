// Walking and finding in the tree of objects and groups.
import type { Design, DesignObject, Group, Item, StitchesObject } from './types.ts';

export type Leaf = DesignObject | StitchesObject;

/** Every object and every set of stitches, in sewing order; what is in a hidden group is left out. */
export function* visibleLeaves(items: readonly Item[]): Generator<Leaf> {
  for (const item of items) {
    if (!item.visible) continue;
    if (item.kind === 'group') yield* visibleLeaves(item.objects);
    else yield item;
  }
}

/** Every item, groups before what they hold. */
export function* everyItem(items: readonly Item[]): Generator<Item> {
  for (const item of items) {
    yield item;
    if (item.kind === 'group') yield* everyItem(item.objects);
  }
}

export interface Place {
  item: Item;
  parent: Group | null;
  index: number;
}

/** Where the item with this id is, or null. */
export function findPlace(items: readonly Item[], id: string, parent: Group | null = null): Place | null {
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

export const findItem = (design: Design, id: string): Item | null =>
  findPlace(design.objects, id)?.item ?? null;
