// What a job would make, by itself: for small pictures of it.
import { applyCommand, CommandError } from '../design/commands.ts';
import { referencesOf } from '../design/references.ts';
import { everyItem, findItem, originOf } from '../design/tree.ts';
import type { Design, Item, ResolvedDesign } from '../design/types.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { sewnLeaves } from '../sewing/sew.ts';
import { JobError } from './job.ts';
import type { Making } from './making.ts';

/** Why it can't be made of this, as a sentence. */
export interface NotNow {
  problem: string;
}

/** Ids of what is sewn otherwise than before, or only now; and of what was selected. */
function shownIn(before: Design, after: Design, ids: readonly string[]): Set<string> {
  const was = new Set(everyItem(before.objects));
  const known = new Set([...was].map(({ id }) => id));
  const shown = new Set<string>();
  const look = (items: readonly Item[], all: boolean): void => {
    for (const item of items) {
      // A group that is new, such as a repeat, shows all that stands in it.
      const whole = all || ids.includes(item.id) || (item.kind === 'group' && !known.has(item.id));
      if (item.kind === 'group') look(item.objects, whole);
      else if (whole || !was.has(item)) shown.add(item.id);
    }
  };
  look(after.objects, false);
  return shown;
}

/** The design with nothing in it but some items and all that they are made from: the rest need not be made for a picture. */
function onlyWith(design: Design, ids: ReadonlySet<string>): Design {
  const needed = new Set<string>();
  const need = (id: string): void => {
    if (needed.has(id)) return;
    needed.add(id);
    const item = findItem(design, id);
    if (item) for (const one of everyItem([item])) for (const ref of referencesOf(one)) need(ref);
  };
  ids.forEach(need);
  const kept = (items: readonly Item[]): Item[] =>
    items.flatMap((item) => {
      if (needed.has(item.id)) return [item];
      if (item.kind !== 'group') return [];
      const objects = kept(item.objects);
      for (const ref of objects.length ? referencesOf(item) : []) need(ref);
      return objects.length ? [{ ...item, objects }] : [];
    });
  // What a group around them stands along may lie before it in the list: so twice.
  kept(design.objects);
  return { ...design, objects: kept(design.objects) };
}

/** A design that holds only what comes of making something of what is selected, and that itself. */
export function outcomeOf(design: Design, ids: readonly string[], { job }: Making): ResolvedDesign | NotNow {
  try {
    const after = applyCommand(design, job(design, ids).command).design;
    const shown = shownIn(design, after, ids);
    const resolved = resolveDesign(onlyWith(after, shown));
    return { ...resolved, objects: sewnLeaves(resolved).filter(({ id }) => shown.has(originOf(id))) };
  } catch (error) {
    if (error instanceof JobError || error instanceof CommandError) return { problem: error.message };
    throw error;
  }
}
