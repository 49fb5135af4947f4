// Jobs on the running order: things moved to another place of it, other threads, stops.
import { everyItem, everyLeaf, findItem, findPlace } from '../design/tree.ts';
import type { Design, Item } from '../design/types.ts';
import { inOrder, JobBuilder, JobError, type Job } from './job.ts';

/** A place in the running order: its ends, beside another item, or at a place of a group (null: of the design). */
export type OrderPlace =
  { at: 'start' | 'end' } | { before: string } | { after: string } | { parent: string | null; index: number };

/** The list and the index that a place means, as the design is now. */
function placeIn(design: Design, place: OrderPlace): { parent: string | null; index: number } {
  if ('parent' in place) return place;
  if ('at' in place) return { parent: null, index: place.at === 'start' ? 0 : design.objects.length };
  const beside = findPlace(design.objects, 'before' in place ? place.before : place.after);
  if (!beside) throw new JobError('What these were to be sewn beside is gone.');
  return { parent: beside.parent?.id ?? null, index: beside.index + ('before' in place ? 0 : 1) };
}

function listOf(design: Design, parent: string | null): readonly Item[] {
  const item = parent === null ? design : findItem(design, parent);
  return item && 'objects' in item ? item.objects : [];
}

/** The outermost repeat around an item, or the item itself: taken out of the repeat it would have no copies any more. */
function withCopies(design: Design, id: string): string {
  let outermost = id;
  for (
    let around = findPlace(design.objects, id)?.parent;
    around;
    around = findPlace(design.objects, around.id)?.parent
  )
    if (around.repeat) outermost = around.id;
  return outermost;
}

/**
 * Moves items, in their order, to one place of the running order; to its ends, what is repeated goes with its repeat. Throws JobError
 * when a group would hold itself.
 */
export function reorderJob(design: Design, ids: readonly string[], place: OrderPlace): Job {
  const items = inOrder(design, 'at' in place ? ids.map((id) => withCopies(design, id)) : ids);
  if (!items.length) throw new JobError('Reorder: select something first.');
  const { parent, index } = placeIn(design, place);
  const inside = new Set([...everyItem(items)].map((i) => i.id));
  if (parent !== null && inside.has(parent)) throw new JobError('A group can’t be put inside itself.');
  const list = listOf(design, parent);
  // The item that comes after the moved ones, which none of them is.
  const next = list.slice(index).find((i) => !inside.has(i.id));
  const builder = new JobBuilder(design, 'Reorder');
  for (const item of items) {
    const from = findPlace(builder.design.objects, item.id)!;
    const here = next ? findPlace(builder.design.objects, next.id)!.index : Infinity;
    const sameList = (from.parent?.id ?? null) === parent;
    const to =
      Math.min(here, listOf(builder.design, parent).length) - (sameList && from.index < here ? 1 : 0);
    if (!sameList || from.index !== to) builder.move(item.id, parent, to);
  }
  return builder.job(items.map((i) => i.id));
}

/** Moves items by one place among their neighbours: towards the start (−1) or the end (1). */
export function stepJob(design: Design, ids: readonly string[], by: -1 | 1): Job {
  const items = inOrder(design, ids);
  if (!items.length) throw new JobError('Reorder: select something first.');
  const edge = findPlace(design.objects, (by < 0 ? items[0] : items[items.length - 1]).id)!;
  const parent = edge.parent?.id ?? null;
  const list = edge.parent?.objects ?? design.objects;
  const index = by < 0 ? edge.index - 1 : edge.index + 2;
  // At the edge of a group the next step leads out of it.
  if (index < 0 || index > list.length) {
    if (!edge.parent)
      return { command: { do: 'batch', label: 'Reorder', commands: [] }, select: items.map((i) => i.id) };
    // A repeat goes as a whole.
    if (edge.parent.repeat) return stepJob(design, [edge.parent.id], by);
    return reorderJob(design, ids, by < 0 ? { before: edge.parent.id } : { after: edge.parent.id });
  }
  return reorderJob(design, ids, { parent, index });
}

/** Gives everything in these items one thread. */
export function recolourJob(design: Design, ids: readonly string[], thread: string): Job {
  const builder = new JobBuilder(design, 'Change thread');
  for (const leaf of everyLeaf(inOrder(design, ids)))
    if (leaf.thread !== thread) builder.replace({ ...leaf, thread });
  return builder.job([...ids]);
}

/** The machine waits after the last of these items, with a note; null takes the stop away. */
export function stopJob(design: Design, ids: readonly string[], note: string | null): Job {
  const last = [...everyLeaf(inOrder(design, ids))].at(-1);
  if (!last) throw new JobError('Stop: select the object after which the machine shall wait.');
  const builder = new JobBuilder(design, note === null ? 'Take the stop away' : 'Stop');
  const { stopAfter: _, ...rest } = last;
  builder.replace(note === null ? rest : { ...last, stopAfter: note });
  return builder.job([...ids]);
}

/** Gives an item another name. Throws JobError when the name is empty. */
export function renameJob(design: Design, id: string, name: string): Job {
  const item = findItem(design, id);
  const text = name.trim().slice(0, 120);
  if (!item || !text) throw new JobError('A name needs at least one letter.');
  const builder = new JobBuilder(design, 'Rename');
  builder.replace({ ...item, name: text });
  return builder.job([id]);
}
