// What hangs on what: items that are made from others, stand along them, show them or keep clear of them.
import { everyItem, everyLeaf, findItem } from './tree.ts';
import { referencesOf, shapedBy, withReferences } from './references.ts';
import type { Design, DesignObject, Group, Item } from './types.ts';

/** What refers to one of these in any way, in sewing order; what stands inside them counts too. */
export function dependentsOf(design: Design, ids: Iterable<string>): (DesignObject | Group)[] {
  const wanted = new Set<string>();
  for (const id of ids) {
    const item = findItem(design, id);
    if (item) for (const inner of everyItem([item])) wanted.add(inner.id);
  }
  return [...everyItem(design.objects)].filter(
    (item): item is DesignObject | Group =>
      item.kind !== 'stitches' && !wanted.has(item.id) && referencesOf(item).some((s) => wanted.has(s)),
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
    for (const s of referencesOf(item)) users.set(s, [...(users.get(s) ?? []), item.id]);
  const queue = [...everyItem(items)];
  for (let next = queue.shift(); next; next = queue.shift()) {
    for (const id of referencesOf(next)) {
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
    const follows = shapedBy(item).flatMap((id) => findItem(design, id) ?? []);
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

/** Copies with new ids; what refers to others among them refers to their copies. */
export function copiesOf(items: readonly Item[], makeId: () => string): Item[] {
  const ids = new Map<string, string>();
  for (const item of everyItem(items)) ids.set(item.id, makeId());
  const copy = (item: Item): Item => {
    const made = withReferences({ ...item, id: ids.get(item.id)! }, (id) => ids.get(id) ?? id);
    if (made.kind !== 'group') return made;
    const { fromPicture } = made;
    return {
      ...made,
      objects: made.objects.map(copy),
      ...(fromPicture && {
        fromPicture: { ...fromPicture, made: fromPicture.made.map((id) => ids.get(id) ?? id) },
      }),
    };
  };
  return items.map(copy);
}
