// Everything that an item can refer to, in one table: what deleting asks about, what copying renames, what must be there.
import { isLive } from './live-outline.ts';
import type { Item } from './types.ts';

export type ReferenceUse = 'made from' | 'stands along' | 'shows' | 'goes like' | 'keeps clear of';

interface Use {
  /** Ids that the item refers to in this way. */
  of(item: Item): readonly string[];
  /** The item referring to these instead. */
  put(item: Item, of: string[]): Item;
  /**
   * The item has no shape, or place, without what it refers to: it can't be there without it, and may not come of itself
   * through others. Other references can be dropped.
   */
  shapes: boolean;
}

const NOTHING: readonly string[] = [];

/** Ids that an object lists under a key of its own, which it can do without. */
const listed = (key: 'relief' | 'linesLike'): Use => ({
  of: (item) => (item.kind === 'object' && item[key]) || NOTHING,
  put(item, of) {
    if (item.kind !== 'object') return item;
    const { [key]: _, ...object } = item;
    return of.length ? { ...object, [key]: of } : object;
  },
  shapes: false,
});

const USES: Record<ReferenceUse, Use> = {
  'made from': {
    of: (item) => (item.kind === 'object' && isLive(item.outline) ? item.outline.of : NOTHING),
    put: (item, of) =>
      item.kind === 'object' && isLive(item.outline) ? { ...item, outline: { ...item.outline, of } } : item,
    shapes: true,
  },
  'stands along': {
    of: (item) =>
      item.kind === 'group' && item.repeat?.layout.kind === 'path' ? [item.repeat.layout.along] : NOTHING,
    put: (item, [along]) =>
      item.kind === 'group' && item.repeat?.layout.kind === 'path'
        ? { ...item, repeat: { ...item.repeat, layout: { ...item.repeat.layout, along } } }
        : item,
    shapes: true,
  },
  shows: listed('relief'),
  'goes like': listed('linesLike'),
  'keeps clear of': {
    of: (item) => (item.kind === 'object' && item.keepClear?.of) || NOTHING,
    put(item, of) {
      if (item.kind !== 'object' || !item.keepClear) return item;
      const { keepClear, ...object } = item;
      return of.length ? { ...object, keepClear: { ...keepClear, of } } : object;
    },
    shapes: false,
  },
};

const ALL = Object.entries(USES) as [ReferenceUse, Use][];

/** Ids of all that an item refers to, what stands inside it left out. */
export const referencesOf = (item: Item): string[] => ALL.flatMap(([, use]) => use.of(item));

/** Ids that an item refers to in one way. */
export const referencesFor = (item: Item, use: ReferenceUse): readonly string[] => USES[use].of(item);

/** Ids of what gives an item its shape or places. */
export const shapedBy = (item: Item): string[] =>
  ALL.flatMap(([, use]) => (use.shapes ? use.of(item) : NOTHING));

/** The item with other references; null drops one, which only those that don't shape it can bear. */
export function withReferences(item: Item, rename: (id: string, use: ReferenceUse) => string | null): Item {
  for (const [name, use] of ALL) {
    const of = use.of(item);
    if (!of.length) continue;
    const next = of.map((id) => rename(id, name) ?? (use.shapes ? id : null)).filter((id) => id !== null);
    if (next.length !== of.length || next.some((id, k) => id !== of[k])) item = use.put(item, next);
  }
  return item;
}

/** References of an item that lead nowhere, by how it uses them. */
export function lost(
  item: Item,
  ids: ReadonlySet<string>,
): { id: string; use: ReferenceUse; shapes: boolean }[] {
  return ALL.flatMap(([use, { of, shapes }]) =>
    of(item)
      .filter((id) => !ids.has(id))
      .map((id) => ({ id, use, shapes })),
  );
}
