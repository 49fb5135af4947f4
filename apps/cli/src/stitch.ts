// `rosehip stitch`: a drawing or a design in, a stitch file out.
import {
  CLOTHS,
  figuresOf,
  READ_LIMITS,
  readSetting,
  sewnFrom,
  sewDesign,
  STITCH_KINDS,
  stitchKind,
  visibleLeaves,
  writeDst,
  type Design,
  type Item,
  type Point,
  type Recipe,
} from '@rosehip/core';
import { fileFormatOf, readAny, writeOut } from './files.ts';
import { leftOut, takeLimit, tellLeftOut } from './limit.ts';
import { UsageError } from './usage-error.ts';

interface Options {
  recipe?: string;
  set: string[];
  cloth?: string;
  start?: string;
  end?: string;
  limit?: string;
  out: string;
}

/** A place as typed: "12,-3.5", in mm from the middle. */
function place(name: string, text: string): Point {
  const numbers = text.split(',').map((part) => (part.trim() === '' ? NaN : Number(part)));
  if (numbers.length !== 2 || !numbers.every((v) => Number.isFinite(v) && Math.abs(v) <= READ_LIMITS.reach))
    throw new UsageError(`--${name} takes x,y in mm from the middle, not "${text}".`);
  return { x: numbers[0], y: numbers[1] };
}

/** The design with its first object begun, and its last one ended, at these places. */
function withEnds(design: Design, start?: Point, end?: Point): Design {
  const leaves = [...visibleLeaves(design.objects)].filter((leaf) => leaf.kind === 'object');
  const [first, last] = [leaves[0]?.id, leaves.at(-1)?.id];
  const change = (item: Item): Item => {
    if (item.kind === 'group') return { ...item, objects: item.objects.map(change) };
    if (item.kind !== 'object') return item;
    return {
      ...item,
      ...(start && item.id === first && { start }),
      ...(end && item.id === last && { end }),
    };
  };
  return start || end ? { ...design, objects: design.objects.map(change) } : design;
}

/** What `--set` gives beside the recipe: room that every shape keeps around those that lie above it, in mm. */
const KEEP_CLEAR = 'keepClear';
const MOST_ROOM = 50;

function roomFrom(sets: string[], recipe: Recipe): number | null {
  const set = sets.find((s) => s.startsWith(`${KEEP_CLEAR}=`));
  if (!set) return null;
  const text = set.slice(KEEP_CLEAR.length + 1);
  const room = text.trim() === '' ? NaN : Number(text);
  if (!(room >= 0 && room <= MOST_ROOM))
    throw new UsageError(`${KEEP_CLEAR} must be a number from 0 to ${MOST_ROOM} mm, not "${text}".`);
  if (sewnFrom(recipe) !== 'region')
    throw new UsageError(
      `${recipe.kind} follows lines; only kinds that cover a shape can keep clear of others.`,
    );
  return room;
}

/** The design with every shape keeping clear of those that are sewn after it. */
function keepingClear(design: Design, margin: number): Design {
  const ids = [...visibleLeaves(design.objects)].map((leaf) => leaf.id);
  const change = (item: Item): Item => {
    if (item.kind === 'group') return { ...item, objects: item.objects.map(change) };
    const of = ids.slice(ids.indexOf(item.id) + 1);
    return item.kind === 'object' && of.length ? { ...item, keepClear: { of, margin } } : item;
  };
  return { ...design, objects: design.objects.map(change) };
}

/** A recipe as it was typed: a kind, and name=value for its settings. */
export function recipeFrom(id: string, sets: string[]): Recipe {
  const kind = stitchKind(id);
  if (!kind)
    throw new UsageError(
      `There is no recipe "${id}"; there are ${STITCH_KINDS.map((k) => k.id).join(', ')}.`,
    );
  const settings: Recipe['settings'] = {};
  for (const set of sets) {
    const at = set.indexOf('=');
    if (set.startsWith(`${KEEP_CLEAR}=`)) continue;
    if (at < 1) throw new UsageError(`--set takes name=value, not "${set}".`);
    settings[set.slice(0, at)] = readSetting(kind, set.slice(0, at), set.slice(at + 1));
  }
  return { kind: id, settings };
}

export async function stitch(input: string, options: Options): Promise<void> {
  takeLimit(options.limit);
  if (!options.out.endsWith('.dst'))
    throw new UsageError(`${options.out}: stitch writes a .dst stitch file.`);
  const { id: format } = fileFormatOf(input);
  if (format === 'dst')
    throw new UsageError(`${input} holds stitches already; stitch takes a drawing or a design.`);
  if (format === 'svg' && !options.recipe)
    throw new UsageError('A drawing needs --recipe KIND; `rosehip recipes` lists the kinds.');
  if (format === 'design' && (options.recipe || options.set.length))
    throw new UsageError('A design has its own recipes: leave --recipe and --set out.');
  if (options.cloth && !CLOTHS.some((c) => c.id === options.cloth))
    throw new UsageError(
      `There is no cloth "${options.cloth}"; there are ${CLOTHS.map((c) => c.id).join(', ')}.`,
    );
  const recipe = options.recipe ? recipeFrom(options.recipe, options.set) : null;
  const [start, end] = (['start', 'end'] as const).map((name) => {
    const text = options[name];
    return text === undefined ? undefined : place(name, text);
  });
  const read = await readAny(input, recipe ? { fill: recipe, line: recipe } : undefined);
  const room = recipe && roomFrom(options.set, recipe);
  const design = withEnds(room === null ? read : keepingClear(read, room), start, end);
  if (options.cloth) design.cloth = { ...design.cloth, kind: options.cloth };
  const plan = sewDesign(design);
  const figures = figuresOf(plan);
  if (!figures.stitches)
    throw new UsageError(leftOut(plan)[0] ?? `${input}: nothing in it can be stitched that way.`);
  tellLeftOut(plan);
  await writeOut(options.out, writeDst(plan, design.name));
  console.log(
    `${options.out}: ${figures.stitches} stitches, ${figures.colourChanges} colour changes, ${figures.trims} trims, ` +
      `${figures.width.toFixed(1)} × ${figures.height.toFixed(1)} mm`,
  );
}
