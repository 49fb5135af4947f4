// Jobs on repeats: made, copies left out and broken out, and what is repeated brought to where its first copy stands.
import { isLive } from '../design/live-outline.ts';
import { applyCommand, type Applied, type Command } from '../design/commands.ts';
import { everyItem, everyLeaf, findItem } from '../design/tree.ts';
import {
  type Design,
  type Group,
  type Item,
  type Layout,
  type PlainOutline,
  type Repeat,
  type ResolvedDesign,
  type RowSpacing,
} from '../design/types.ts';
import { applyMatrix, IDENTITY, scaling, translation } from '../geometry/matrix.ts';
import { placedCopies, resolveDesign } from '../resolve/resolve.ts';
import { transformInside, transformItems } from '../resolve/transform-items.ts';
import { boundsOfItems } from '../shaping/bounds.ts';
import { brokenOut, copyItem } from '../shaping/broken-out.ts';
import { grouped } from './groups.ts';
import { inOrder, JobBuilder, JobError, objectsIn, type Job } from './job.ts';

/** `pair`: one more beside it, mirrored; `four`: two rows of two, each the mirror image of its neighbours. */
export type RepeatForm = Layout['kind'] | 'pair' | 'four';

const NAMES: Record<RepeatForm, string> = {
  circle: 'Circle repeat',
  row: 'Row repeat',
  grid: 'Grid repeat',
  path: 'Path repeat',
  pair: 'Mirrored pair',
  four: 'Mirrored four',
};

const rounded = (v: number): number => Math.round(v * 10) / 10;

/** A gap that keeps neighbours apart at first, in mm. */
const FIRST_GAP = 2;

function firstLayout(form: RepeatForm, design: Design, items: readonly Item[], along: Item | null): Layout {
  const plain = resolveDesign(design);
  const b = boundsOfItems(items.map((i) => findItem(plain, i.id)!));
  if (!b) throw new JobError('There is nothing to be repeated in this.');
  const [w, h] = [b.maxX - b.minX, b.maxY - b.minY];
  const middle = { x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 };
  if (form === 'circle') {
    const centre = { x: rounded(middle.x), y: rounded(b.maxY + Math.max(2, 0.2 * h)) };
    return { kind: 'circle', centre, count: 6, sweep: 360, fit: 'place', gap: 0 };
  }
  if (form === 'path')
    return {
      kind: 'path',
      along: along!.id,
      fit: 'step',
      count: 8,
      step: rounded(w + FIRST_GAP),
      corners: 'through',
      anchor: middle,
      facing: 0,
    };
  const row = (size: number, room: number, count: number): RowSpacing => ({
    count,
    fit: 'gap',
    step: rounded(size + FIRST_GAP),
    gap: FIRST_GAP,
    length: rounded(0.9 * room),
    solve: 'count',
  });
  if (form === 'four') {
    const [across, down] = [row(w, design.hoop.width, 2), row(h, design.hoop.height, 2)];
    return { kind: 'grid', across, down, angle: 0, reflect: true };
  }
  if (form === 'pair') return { kind: 'row', across: row(w, design.hoop.width, 2), angle: 0 };
  const strip = stripOf(design);
  const across = row(w, design.hoop.width, form === 'row' ? 5 : 3);
  return form === 'row'
    ? { kind: 'row', across: strip ? { ...across, fit: 'length', length: strip } : across, angle: 0 }
    : { kind: 'grid', across, down: row(h, design.hoop.height, 3), angle: 0 };
}

/** Copies keep so far from the ends of a strip, in mm. */
const STRIP_END = 5;

/** How long a row along the cloth is, in mm, when that is a strip for several hoopings. */
const stripOf = ({ piece, hoop }: Design): number | null =>
  piece?.shape === 'rectangle' && piece.width > Math.max(hoop.width, piece.height)
    ? piece.width - 2 * STRIP_END
    : null;

/** What is to be repeated along a strip, at its left end; then what it is made from. */
function atStripEnd(design: Design, items: readonly Item[]): Item[] {
  const plain = resolveDesign(design);
  const b = boundsOfItems(items.map((i) => findItem(plain, i.id)!));
  const strip = stripOf(design);
  if (!b || !strip) return [...items];
  return transformItems(design, items, translation(-strip / 2 - b.minX, 0));
}

/**
 * Makes live copies of what is selected; a row along a strip fills it with as many as fit, evened out. For a path repeat the line that copies stand along is selected too: the one
 * that was selected last, or the only open line.
 */
export function repeatJob(design: Design, ids: readonly string[], form: RepeatForm): Job {
  const all = inOrder(design, ids);
  const label = NAMES[form];
  const along = form === 'path' ? lineAmong(all, ids) : null;
  const chosen = all.filter((i) => i !== along);
  const moved = form === 'row' ? atStripEnd(design, chosen) : chosen;
  const items = moved.slice(0, chosen.length);
  if (!items.length || (form === 'path' && !along))
    throw new JobError(
      form === 'path'
        ? 'Path repeat: select what is to be repeated, and then the line that it stands along.'
        : `${label}: select what is to be repeated first.`,
    );
  const builder = new JobBuilder(design, label);
  if (moved[0] !== chosen[0]) for (const item of moved) builder.replace(item);
  // Where the machine has to wait, it waits once for all copies; along a strip each colour is threaded once a hooping.
  const byColours =
    form === 'pair' ||
    form === 'four' ||
    (form === 'row' && stripOf(design) !== null) ||
    [...everyLeaf(items)].some((leaf) => leaf.stopAfter !== undefined);
  const repeat: Repeat = {
    layout: firstLayout(form, builder.design, items, along),
    order: byColours ? 'colours' : 'copies',
    ...(form === 'pair' && { mirror: true }),
  };
  const [only] = items;
  const alone = items.length === 1 && only.kind === 'group' && !only.bend && !only.repeat;
  const { id } = alone ? only : grouped(builder, items, items.length === 1 ? `${only.name} repeat` : label);
  builder.replace({ ...(findItem(builder.design, id) as Group), repeat });
  if (form === 'pair' || form === 'four') centred(builder, id);
  return builder.job([id]);
}

/** The middle of all comes to lie where that of the one was; by whole tenths, so that stitches stay as they are. */
function centred(builder: JobBuilder, id: string): void {
  const placed = placedCopies(builder.design, id);
  if (!placed) return;
  const by = translation(rounded(-placed.step / 2), rounded(-(placed.down ?? 0) / 2));
  for (const item of transformItems(builder.design, [findItem(builder.design, id)!], by))
    builder.replace(item);
}

function lineAmong(items: readonly Item[], ids: readonly string[]): Item | null {
  if (items.length < 2) return null;
  const open = items.filter(
    (i) =>
      i.kind === 'object' &&
      (isLive(i.outline) ? false : i.outline.kind === 'path' && i.outline.paths.every((p) => !p.closed)),
  );
  const last = items.find((i) => i.id === ids[ids.length - 1]);
  const line = open.length === 1 ? open[0] : (last ?? null);
  return line?.kind === 'object' ? line : null;
}

function repeatOf(design: Design, id: string): Group & { repeat: Repeat } {
  const item = findItem(design, id);
  if (item?.kind !== 'group' || !item.repeat) throw new JobError('Select a repeat first.');
  return item as Group & { repeat: Repeat };
}

/** A unit is not made larger or smaller than this by filling a length. */
const MOST_GROWN = 2;

/**
 * Sizes what a row repeats so that as many copies as there are fill its length with just the gap that is asked for. Throws
 * JobError when the row fills no length, or the unit would become very different.
 */
export function sizeToFillJob(design: Design, id: string): Job {
  const group = findItem(design, id);
  const placed = placedCopies(design, id);
  const layout = group?.kind === 'group' ? group.repeat?.layout : undefined;
  if (group?.kind !== 'group' || !placed || layout?.kind !== 'row' || layout.across.fit !== 'length')
    throw new JobError('Size to fill: select a row that fills a length first.');
  const { across } = layout;
  const count = placed.maps.length;
  const resolved = findItem(resolveDesign(design), id) as Group<PlainOutline>;
  const own = new Set(group.objects.map((o) => o.id));
  const b = boundsOfItems(resolved.objects.filter((o) => own.has(o.id)));
  if (!b || count < 2 || placed.gap === null) throw new JobError('Size to fill: the row has only one copy.');
  const a = (layout.angle * Math.PI) / 180;
  const width = Math.abs((b.maxX - b.minX) * Math.cos(a)) + Math.abs((b.maxY - b.minY) * Math.sin(a));
  // How far copies that touch are apart: it grows with them, as their gap does not.
  const touching = placed.step - placed.gap;
  const round = across.ends === 'half' || across.ends === 'closed';
  const scale = round
    ? (across.length / count - across.gap) / touching
    : (across.length - (count - 1) * across.gap) / ((count - 1) * touching + width);
  if (!(scale > 1 / MOST_GROWN && scale < MOST_GROWN))
    throw new JobError('Size to fill: it would become very different. Take another count or gap.');
  const first = {
    x: placed.middle.x - (width / 2) * Math.cos(a),
    y: placed.middle.y - (width / 2) * Math.sin(a),
  };
  const builder = new JobBuilder(design, 'Size to fill');
  builder.replace({
    ...group,
    objects: transformInside(group, scaling(scale, scale, first)),
    repeat: { ...group.repeat!, layout: { ...layout, across: { ...across, count, solve: 'gap' } } },
  });
  return builder.job([id]);
}

/** Leaves one copy out, or takes it in again. Copies are numbered from 0. */
export function leaveOutJob(design: Design, id: string, number: number, out: boolean): Job {
  const group = repeatOf(design, id);
  const without = (group.repeat.without ?? []).filter((n) => n !== number);
  if (out) without.push(number);
  const placed = placedCopies(design, id)!;
  if (placed.maps.every((_, i) => without.includes(i)))
    throw new JobError('At least one copy must stay: delete the repeat instead.');
  const builder = new JobBuilder(design, out ? 'Leave a copy out' : 'Take a copy in');
  const { without: _, ...repeat } = group.repeat;
  builder.replace({
    ...group,
    repeat: without.length ? { ...repeat, without: without.sort((a, b) => a - b) } : repeat,
  });
  return builder.job([id]);
}

/** Breaks one copy out: it stays as it is, and follows no more. */
export function breakOutJob(design: Design, id: string, number: number): Job {
  repeatOf(design, id);
  if (number === 0)
    throw new JobError('The first copy is what is repeated itself: break out another, or make all plain.');
  const item = copyItem(design, id, number);
  if (!item) throw new JobError('This copy is not there.');
  const builder = new JobBuilder(design, 'Break a copy out');
  for (const command of commandsOf(leaveOutJob(design, id, number, true).command))
    if (command.do === 'replace') builder.replace(command.item);
  builder.insertAfter([item], id);
  return builder.job([item.id]);
}

const commandsOf = (command: Command): Command[] =>
  command.do === 'batch' ? command.commands.flatMap(commandsOf) : [command];

/** Ends repeats: every copy becomes an object of its own. */
export function endRepeatJob(design: Design, ids: readonly string[]): Job {
  const groups = inOrder(design, ids).filter((i): i is Group => i.kind === 'group' && !!i.repeat);
  if (!groups.length) throw new JobError('Select a repeat first.');
  const builder = new JobBuilder(design, 'Make copies plain');
  for (const group of groups) builder.replace(brokenOut(builder.design, group));
  return builder.job(groups.map((g) => g.id));
}

/** Which copy of a repeat a resolved item belongs to, from 0; null when it stands elsewhere. */
export function copyNumber(plain: ResolvedDesign, repeat: string, id: string): number | null {
  const group = findItem(plain, repeat);
  if (group?.kind !== 'group') return null;
  const holds = (item: Item<PlainOutline>): boolean =>
    item.id === id || (item.kind === 'group' && item.objects.some(holds));
  const found = group.objects.find(holds);
  return found ? (found.kind === 'group' && found.copy) || 0 : null;
}

/** What is repeated, brought to where its first copy stands: a solved radius moves it. Null when it stands there. */
function settled(design: Design, group: Group & { repeat: Repeat }): Group | null {
  const { layout } = group.repeat;
  if (layout.kind !== 'circle' && layout.kind !== 'path') return null;
  const first = placedCopies(design, group.id)?.maps[0];
  if (!first || first.every((v, i) => Math.abs(v - IDENTITY[i]) < 1e-6)) return null;
  const objects = transformInside(group, first);
  if (layout.kind === 'circle') return { ...group, objects };
  const turn = (Math.atan2(first[1], first[0]) * 180) / Math.PI;
  const anchor = applyMatrix(first, layout.anchor);
  return {
    ...group,
    objects,
    repeat: { ...group.repeat, layout: { ...layout, anchor, facing: layout.facing + turn } },
  };
}

/** Repeats in repeats follow each other; more rounds than these are not gone. */
const ROUNDS = 4;

/** Applies a command, and brings what is repeated to where its first copy stands. Throws CommandError. */
export function applySettled(design: Design, command: Command): Applied {
  let applied = applyCommand(design, command);
  for (let round = 0; round < ROUNDS; round++) {
    const moved = [...everyItem(applied.design.objects)].flatMap((item) =>
      item.kind === 'group' && item.repeat
        ? (settled(applied.design, item as Group & { repeat: Repeat }) ?? [])
        : [],
    );
    if (!moved.length) break;
    // The innermost first: an outer repeat is looked at again with it in place.
    const inner = moved.filter(
      (g) => !moved.some((o) => o !== g && findItem({ objects: g.objects } as Design, o.id)),
    );
    const { label } = command;
    const next = applyCommand(applied.design, {
      do: 'batch',
      label,
      commands: inner.map((item) => ({ do: 'replace', label, item })),
    });
    applied = {
      design: next.design,
      inverse: { do: 'batch', label, commands: [next.inverse, applied.inverse] },
    };
  }
  return applied;
}

/** Leaves out what is hidden beneath later dense stitches, or no more (null). `overlap` in mm stays beneath. */
export function trimBeneathJob(design: Design, ids: readonly string[], overlap: number | null): Job {
  const objects = objectsIn(inOrder(design, ids)).filter((o) => !o.unsewn);
  if (!objects.length) throw new JobError('Trim what is hidden: select an object that is sewn first.');
  const builder = new JobBuilder(
    design,
    overlap === null ? 'Hidden parts sewn again' : 'Trim what is hidden',
  );
  for (const object of objects) {
    const { trimBeneath: _, ...rest } = object;
    builder.replace(overlap === null ? rest : { ...rest, trimBeneath: overlap });
  }
  return builder.job([...ids]);
}
