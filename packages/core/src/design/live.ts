// What hangs on what: outlines that are made from other objects.
import { everyItem, everyLeaf, findItem } from './tree.ts';
import type { Design, DesignObject, Group, Item, LiveOutline, Outline, PlainOutline } from './types.ts';

export const isLive = (outline: Outline): outline is LiveOutline => 'of' in outline;
export const isPlain = (outline: Outline): outline is PlainOutline => !('of' in outline);

/** What an item is made from, or follows: sources of its outline, the line that copies stand along. */
export function sourcesOf(item: Item): string[] {
  if (item.kind === 'object') return isLive(item.outline) ? item.outline.of : [];
  return item.kind === 'group' && item.repeat?.layout.kind === 'path' ? [item.repeat.layout.along] : [];
}

/** What is made from one of these, or follows one, in sewing order; what stands inside them counts too. */
export function dependentsOf(design: Design, ids: Iterable<string>): (DesignObject | Group)[] {
  const wanted = new Set<string>();
  for (const id of ids) {
    const item = findItem(design, id);
    if (item) for (const inner of everyItem([item])) wanted.add(inner.id);
  }
  return [...everyItem(design.objects)].filter(
    (item): item is DesignObject | Group =>
      item.kind !== 'stitches' && !wanted.has(item.id) && sourcesOf(item).some((s) => wanted.has(s)),
  );
}

/**
 * The shapes that only serve to make these items: unsewn sources that nothing else uses, and theirs in turn.
 * They move, go and are copied with them.
 */
export function ingredientsOf(design: Design, items: readonly Item[]): Item[] {
  const owned = new Set<string>();
  for (const item of everyItem(items)) owned.add(item.id);
  const found: Item[] = [];
  const users = new Map<string, string[]>();
  for (const item of everyItem(design.objects))
    for (const s of sourcesOf(item)) users.set(s, [...(users.get(s) ?? []), item.id]);
  const queue = [...everyItem(items)];
  for (let next = queue.shift(); next; next = queue.shift()) {
    for (const id of sourcesOf(next)) {
      const source = owned.has(id) ? null : findItem(design, id);
      if (!source || [...everyLeaf([source])].some((l) => l.kind !== 'object' || !l.unsewn)) continue;
      if (!users.get(id)!.every((user) => owned.has(user))) continue;
      for (const inner of everyItem([source])) owned.add(inner.id);
      found.push(source);
      queue.push(...everyItem([source]));
    }
  }
  return found;
}

/** The names of objects that are made from each other in a ring, or null when there are none. */
export function findCycle(design: Design): string[] | null {
  const state = new Map<string, 'open' | 'done'>();
  const trail: Item[] = [];
  const visit = (item: Item): string[] | null => {
    const known = state.get(item.id);
    if (known === 'done') return null;
    if (known === 'open') return [...trail.slice(trail.indexOf(item)), item].map((i) => i.name);
    state.set(item.id, 'open');
    trail.push(item);
    const follows = sourcesOf(item).flatMap((id) => findItem(design, id) ?? []);
    for (const n of item.kind === 'group' ? [...item.objects, ...follows] : follows) {
      const ring = visit(n);
      if (ring) return ring;
    }
    trail.pop();
    state.set(item.id, 'done');
    return null;
  };
  for (const item of design.objects) {
    const ring = visit(item);
    if (ring) return ring;
  }
  return null;
}

/** Copies with new ids; outlines that are made from others among them follow the copies. */
export function copiesOf(items: readonly Item[], makeId: () => string): Item[] {
  const ids = new Map<string, string>();
  for (const item of everyItem(items)) ids.set(item.id, makeId());
  const copy = (item: Item): Item => {
    const id = ids.get(item.id)!;
    const follow = (of: string[]): string[] => of.map((s) => ids.get(s) ?? s);
    if (item.kind === 'group') {
      const { repeat } = item;
      const layout =
        repeat?.layout.kind === 'path'
          ? { ...repeat.layout, along: follow([repeat.layout.along])[0] }
          : repeat?.layout;
      const objects = item.objects.map(copy);
      return { ...item, id, objects, ...(repeat && layout && { repeat: { ...repeat, layout } }) };
    }
    if (item.kind === 'stitches') return { ...item, id };
    const { outline, keepClear, relief } = item;
    return {
      ...item,
      id,
      outline: isLive(outline) ? { ...outline, of: follow(outline.of) } : outline,
      ...(keepClear && { keepClear: { ...keepClear, of: follow(keepClear.of) } }),
      ...(relief && { relief: follow(relief) }),
    };
  };
  return items.map(copy);
}
