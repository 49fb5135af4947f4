// Jobs that end what is live, take things apart and put them together for good, copy and remove.
import { copiesOf, dependentsOf, ingredientsOf } from '../design/live.ts';
import { DESIGN_LIMITS } from '../design/limits.ts';
import { referencesOf, shapedBy } from '../design/references.ts';
import { everyItem, findItem } from '../design/tree.ts';
import {
  newId,
  type CarriedFont,
  type Design,
  type DesignObject,
  type Group,
  type Item,
} from '../design/types.ts';
import { sewnFrom } from '../stitches/kinds.ts';
import { loosened } from '../shaping/loosened.ts';
import { compoundOf, madePlain, partsOf } from '../shaping/plain.ts';
import { transformItems } from '../resolve/transform-items.ts';
import { brokenOut } from '../shaping/broken-out.ts';
import type { Matrix } from '../geometry/matrix.ts';
import { inOrder, JobBuilder, JobError, objectsIn, outlinesOnly, type Job } from './job.ts';

/** Gives objects outlines of their own; shapes that only served them go. */
export function plainJob(design: Design, ids: readonly string[]): Job {
  const items = outlinesOnly(design, ids, 1, 'Make plain');
  const objects = objectsIn(items).filter((o) => o.outline.kind !== 'path');
  if (!objects.length) throw new JobError('This is plain already: its points can be edited.');
  const builder = new JobBuilder(design, 'Make plain');
  makePlain(builder, design, objects);
  return builder.job(items.filter((i) => findItem(builder.design, i.id)).map((i) => i.id));
}

/**
 * What an item becomes when these are gone, or, without `gone`, when nothing it is made from is followed any more: the
 * item itself, last, after what it needs beside it. Nothing when nothing is left of it.
 */
function onItsOwn(design: Design, item: DesignObject | Group, gone?: ReadonlySet<string>): Item[] {
  const ends = !gone || shapedBy(item).some((id) => gone.has(id));
  if (item.kind === 'group') return [ends ? brokenOut(design, item) : item];
  const plain = ends ? madePlain(design, item) : item;
  if (!plain) return [];
  return gone ? loosened(design, plain, gone) : [plain];
}

/**
 * Replaces items by plain ones; those of which nothing is left are removed. With `gone`, only what refers to those is
 * given up; else all that outlines are made from.
 */
export function makePlain(
  builder: JobBuilder,
  design: Design,
  items: readonly (DesignObject | Group)[],
  gone?: ReadonlySet<string>,
): void {
  const served = ingredientsOf(design, items);
  for (const item of items) {
    const made = onItsOwn(design, item, gone);
    const plain = made.pop();
    if (!plain) {
      builder.remove(item.id);
      continue;
    }
    builder.insertBefore(made, item.id);
    builder.replace(plain);
  }
  const needed = new Set([...everyItem(builder.design.objects)].flatMap(referencesOf));
  for (const item of served)
    if (!needed.has(item.id) && findItem(builder.design, item.id)) builder.remove(item.id);
}

/** Ids of these items and of all that stands in them. */
const idsIn = (items: readonly Item[]): Set<string> => new Set([...everyItem(items)].map((i) => i.id));

/** What refers to these items in any way, directly and in turn, and does not go with them. */
export function hangingOn(design: Design, ids: readonly string[]): (DesignObject | Group)[] {
  const items = inOrder(design, ids);
  const gone = new Set([...items, ...ingredientsOf(design, items)].map((i) => i.id));
  const found = new Map<string, DesignObject | Group>();
  let next = dependentsOf(design, gone);
  while (next.length) {
    for (const item of next) found.set(item.id, item);
    next = dependentsOf(design, [...gone, ...found.keys()]).filter((i) => !found.has(i.id));
  }
  return [...found.values()];
}

/**
 * Takes items away, with the shapes that only served them. What else is made from them is made plain first, so
 * that it stays as it is; or it goes too, with what is made from it in turn.
 */
export function removeJob(
  design: Design,
  ids: readonly string[],
  hanging: 'plain' | 'remove' = 'plain',
): Job & { madePlain: string[] } {
  const items = inOrder(design, ids);
  if (!items.length) throw new JobError('Select something first.');
  const label = items.length === 1 ? `Delete ${items[0].name}` : `Delete ${items.length} objects`;
  const builder = new JobBuilder(design, label);
  const others = hanging === 'remove' ? hangingOn(design, ids) : [];
  const all = [...items, ...others];
  const gone = [...all, ...ingredientsOf(design, all)];
  const left = dependentsOf(
    design,
    gone.map((i) => i.id),
  );
  makePlain(builder, design, left, idsIn(gone));
  for (const item of gone) if (findItem(builder.design, item.id)) builder.remove(item.id);
  return { ...builder.job([]), madePlain: left.map((o) => o.name) };
}

/** Items with all that only serves them, so that they can be taken elsewhere; what is made from others is plain. */
export function portable(design: Design, ids: readonly string[]): Item[] {
  const items = inOrder(design, ids);
  const all = [...ingredientsOf(design, items), ...items];
  const own = idsIn(all);
  const left = new Set([...everyItem(all)].flatMap(referencesOf).filter((id) => !own.has(id)));
  const plain = (item: Item): Item[] => {
    if (item.kind === 'stitches') return [item];
    const alone = onItsOwn(design, item, left);
    return alone.map((one) =>
      one.kind === 'group' && one === item ? { ...one, objects: one.objects.flatMap(plain) } : one,
    );
  };
  return all.flatMap(plain);
}

/** Items without what is hidden inside their groups, unless something that is seen is made from it. */
export function withoutHidden(items: readonly Item[]): Item[] {
  const seen = (all: readonly Item[]): Item[] =>
    all.flatMap((i) => (i.visible ? [i, ...(i.kind === 'group' ? seen(i.objects) : [])] : []));
  const needed = new Set(items.flatMap((i) => [i, ...seen([i])]).flatMap(referencesOf));
  const serves = (item: Item): boolean => [...everyItem([item])].some((i) => needed.has(i.id));
  const prune = (item: Item): Item => {
    if (item.kind !== 'group') return item;
    const kept = item.objects.filter((i) => i.visible || serves(i));
    const objects = kept.map(prune);
    const same = kept.length === item.objects.length && objects.every((o, k) => o === item.objects[k]);
    return same || !objects.length ? item : { ...item, objects };
  };
  return items.map(prune);
}

/** Puts copies of items on top, moved by a map, with the letters that they carry; the copies of `chosen` are selected. */
export function pasteJob(
  design: Design,
  items: readonly Item[],
  chosen: ReadonlySet<string>,
  m: Matrix,
  label = 'Paste',
  fonts: readonly CarriedFont[] = [],
): Job {
  const copies = copiesOf(items, newId);
  const builder = new JobBuilder(design, label);
  if (fonts.length)
    builder.change({ fonts: [...(design.fonts ?? []), ...fonts].slice(-DESIGN_LIMITS.fonts) });
  copies.forEach((item) => builder.insert(item, null, builder.design.objects.length));
  for (const item of transformItems(builder.design, copies, m)) builder.replace(item);
  return builder.job(copies.filter((_, i) => chosen.has(items[i].id)).map((c) => c.id));
}

/** Copies what is selected, with what it is made from, moved by a map. */
export function duplicateJob(design: Design, ids: readonly string[], m: Matrix): Job {
  const items = inOrder(design, ids);
  if (!items.length) throw new JobError('Select something first.');
  const all = [...ingredientsOf(design, items), ...items];
  return pasteJob(design, all, new Set(items.map((i) => i.id)), m, 'Duplicate');
}

/** Takes compound shapes and drawings of several lines apart. */
export function partsJob(design: Design, ids: readonly string[]): Job {
  const items = outlinesOnly(design, ids, 1, 'Break into parts');
  const builder = new JobBuilder(design, 'Break into parts');
  const select: string[] = [];
  for (const object of objectsIn(items)) {
    const as = sewnFrom(object.recipe);
    const plain = madePlain(design, object);
    const parts = plain ? partsOf(plain.outline, as) : [];
    if (parts.length < 2) {
      select.push(object.id);
      continue;
    }
    const results = parts.map((outline, i): DesignObject => ({
      ...object,
      id: newId(),
      name: `${object.name} ${i + 1}`.slice(0, 120),
      outline,
    }));
    builder.insertAfter(results, object.id);
    select.push(...results.map((r) => r.id));
    const removed = removeJob(builder.design, [object.id]);
    for (const command of removed.command.do === 'batch' ? removed.command.commands : []) {
      if (command.do === 'remove') builder.remove(command.id);
      else if (command.do === 'replace') builder.replace(command.item);
    }
  }
  if (select.length === objectsIn(items).length) throw new JobError('This is in one piece already.');
  return builder.job(select);
}

/** Makes one compound shape of several: where they overlap there are holes. */
export function compoundJob(design: Design, ids: readonly string[]): Job {
  const objects = objectsIn(outlinesOnly(design, ids, 2, 'Make one shape'));
  const [first, ...others] = objects;
  const { paths } = compoundOf(objects.flatMap((o) => madePlain(design, o, first.id)?.outline ?? []));
  const builder = new JobBuilder(design, 'Make one shape');
  const served = ingredientsOf(design, objects);
  const hanging = dependentsOf(
    design,
    others.map((o) => o.id),
  ).filter((d) => d.kind === 'group' || !objects.includes(d));
  makePlain(builder, design, hanging, idsIn(others));
  builder.replace({ ...first, outline: { kind: 'path', paths } });
  for (const item of [...others, ...served]) if (findItem(builder.design, item.id)) builder.remove(item.id);
  return builder.job([first.id]);
}
