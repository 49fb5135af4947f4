// What is larger than the hoop, parted between hoopings: at even places, moved to where a cut shows least; the parts lie over
// each other a little. Shapes stay one shape that the parts follow.
import { findItem, originOf, visibleLeaves, type Leaf } from '../design/tree.ts';
import {
  newId,
  type Design,
  type DesignObject,
  type Item,
  type PlainOutline,
  type WidthAt,
} from '../design/types.ts';
import { threadLines } from '../design/stretches.ts';
import { intersect } from '../geometry/clip.ts';
import { boundsMeet, grownBounds, uniteBounds, type Bounds, type Point } from '../geometry/points.ts';
import { arcLengths, nearestOnLine, type Line } from '../geometry/polyline.ts';
import { boxRegion, regionArea, type Region } from '../geometry/region.ts';
import { sewnBoxes } from '../hooping/belong.ts';
import { HOOP_EDGE } from '../hooping/field.ts';
import { fits } from '../hooping/lay.ts';
import { outlineLines, outlinePaths } from '../outlines/flatten.ts';
import { outlineOfLines } from '../outlines/live/region-outline.ts';
import { outlineRegion } from '../outlines/region.ts';
import { outlineBounds } from '../outlines/transform.ts';
import { resolveDesign, textOf } from '../resolve/resolve.ts';
import { sewResolved } from '../sewing/sew.ts';
import { sewnFrom, stitchKind } from '../stitches/kinds.ts';
import { widthsOfPiece } from '../stitches/satin/part-widths.ts';
import { keepUnsewn, made, plainOf, isSewnAlong } from './combine.ts';
import { endBendJob } from './groups.ts';
import { layHoopingsJob, roomForMarks } from './hoopings.ts';
import { JobBuilder, JobError, type Job } from './job.ts';
import { cutRegionJob } from './mend.ts';
import { plainJob } from './plain.ts';
import { endRepeatJob } from './repeat.ts';
import { splitWordsJob } from './words.ts';

/** Parts lie over each other by so much, in mm. */
const OVER = 1;
/** Stitches may reach so far beyond the outline of a part, in mm. */
const BEYOND = 1;
/** A cut is looked for at so many places about the one at which parts are even. */
const PLACES = 24;
/** A line that is cut across shows like so many mm of a cut through a region. */
const LINE_CUT = 2;
/**
 * What lies on another thing is parted so far before it, in mm: so that the next part of what lies beneath, which is sewn
 * later, does not come to lie on it.
 */
const BEFORE = 2;
/** Things that lie on each other are told apart up to so many levels. */
const LEVELS = 4;
/** Things in things are taken apart this deep at most. */
const MOST_STEPS = 8;
/** More pieces than these are not made of one design. */
const MOST_PIECES = 60;

export interface PartedForHoop {
  job: Job;
  /** How many things were parted, and into how many pieces. */
  parted: number;
  pieces: number;
  /** Names of what is larger than the hoop and can't be parted. */
  whole: string[];
  /** Names of what was made plain first: bends and repeats that held such a thing, letters that are larger than the hoop. */
  plain: string[];
  /** Names of words that were split first. */
  split: string[];
  /** How many hoopings there are now. */
  hoopings: number;
}

type Axis = 'x' | 'y';
const low = (b: Bounds, axis: Axis): number => (axis === 'x' ? b.minX : b.minY);
const high = (b: Bounds, axis: Axis): number => (axis === 'x' ? b.maxX : b.maxY);

/** What of a thing a cut goes through: a region, or lines. */
type Matter = { region: Region } | { lines: readonly Line[] };

/** How much a cut shows that crosses all of it at a place of an axis: about mm of cut. */
function cost(matter: readonly Matter[], axis: Axis, at: number, all: Bounds): number {
  const thin = 0.2;
  const slip: Bounds =
    axis === 'x'
      ? { ...all, minX: at - thin / 2, maxX: at + thin / 2 }
      : { ...all, minY: at - thin / 2, maxY: at + thin / 2 };
  let sum = 0;
  for (const one of matter) {
    if ('region' in one) sum += regionArea(intersect(one.region, boxRegion(slip))) / thin;
    else
      for (const { coords } of one.lines)
        for (let i = axis === 'x' ? 0 : 1; i + 2 < coords.length; i += 2)
          if (coords[i] < at !== coords[i + 2] < at) sum += LINE_CUT;
  }
  return sum;
}

/** Places of cuts along an axis: as few pieces as the size allows, even, each where it shows least. */
function cutsAlong(matter: readonly Matter[], axis: Axis, all: Bounds, size: number): number[] {
  const [from, to] = [low(all, axis), high(all, axis)];
  const count = Math.ceil((to - from) / size - 1e-9);
  const step = (to - from) / count;
  // Between two cuts that come as far towards each other, or apart, as they may there is still no more than the size.
  const free = (size - step) / 2;
  return Array.from({ length: count - 1 }, (_, k) => {
    const even = from + (k + 1) * step;
    let best = even;
    let least = Infinity;
    for (let i = 0; i <= PLACES; i++) {
      // From the even place outwards, so that of places that are alike the nearest is taken.
      const at = even + (i % 2 ? 1 : -1) * Math.ceil(i / 2) * ((2 * free) / PLACES);
      const shows = cost(matter, axis, at, all);
      if (shows < least - 1e-6) [least, best] = [shows, at];
    }
    return best;
  });
}

/** How many of the things before each one it lies on, one above the other. */
function levelsOf(boxes: readonly Bounds[]): number[] {
  const levels: number[] = [];
  boxes.forEach((b, i) => {
    const under = boxes.slice(0, i).flatMap((a, k) => (boundsMeet(a, b) ? [levels[k] + 1] : []));
    levels.push(Math.min(LEVELS - 1, Math.max(0, ...under)));
  });
  return levels;
}

/** What keeps a thing from being parted: nothing, or what has to be made plain first; null when it can't be parted. */
type Hindrance = 'none' | { as: 'bend' | 'repeat' | 'words'; id: string; name: string };

function hindranceOf(design: Design, id: string): Hindrance | null {
  const visit = (items: readonly Item[], outer: Hindrance): Hindrance | null => {
    for (const item of items) {
      if (item.id === originOf(id)) {
        if (item.locked) return null;
        if (outer !== 'none' || item.kind !== 'object' || item.outline.kind !== 'text') return outer;
        return { as: 'words', id: item.id, name: item.name };
      }
      if (item.kind !== 'group') continue;
      const own = item.bend ? 'bend' : item.repeat ? 'repeat' : null;
      const hindrance: Hindrance =
        own && outer === 'none' ? { as: own, id: item.id, name: item.name } : outer;
      const found = visit(item.objects, hindrance);
      if (found) return item.locked && hindrance !== 'none' ? null : found;
    }
    return null;
  };
  return visit(design.objects, 'none');
}

/** Words in as few parts as there are ways: by lines, by words, by letters. Null for one letter, and for joined letters. */
function splitJob(design: Design, id: string): Job | null {
  for (const by of areJoined(design, id) ? BETWEEN_WORDS : [...BETWEEN_WORDS, 'letters' as const])
    try {
      return splitWordsJob(design, [id], by);
    } catch (error) {
      // There is only one of them.
      if (!(error instanceof JobError)) throw error;
    }
  return null;
}
const BETWEEN_WORDS = ['lines', 'words'] as const;

/** Do letters of a text run into each other, as those of joined scripts do? */
function areJoined(design: Design, id: string): boolean {
  const set = textOf(design, id);
  return !!set && outlineRegion(set.outline).length < set.letters.filter((l) => l.end > l.first).length;
}

/** Takes apart, or makes plain, what keeps a thing from being parted. */
function makeWay(builder: JobBuilder, { as, id }: Exclude<Hindrance, 'none'>): 'plain' | 'split' {
  const { design } = builder;
  const split = as === 'words' ? splitJob(design, id) : null;
  if (split) builder.run(split);
  else if (as === 'words') builder.run(plainJob(design, [id]));
  else builder.run(as === 'bend' ? endBendJob(design, [id], 'bent') : endRepeatJob(design, [id]));
  return split ? 'split' : 'plain';
}

interface Large {
  leaf: Leaf<PlainOutline>;
  /** What it reaches with its stitches, mm. */
  box: Bounds;
}

/** What is larger than the hoop as it is sewn; words are one thing. */
function largeIn(design: Design): Large[] {
  const plain = resolveDesign(design);
  const boxes = sewnBoxes(sewResolved(plain));
  return [...visibleLeaves(plain.objects)].flatMap((leaf) => {
    const box = boxes.get(leaf.id);
    return box && !fits(box, design.hoop) ? [{ leaf, box }] : [];
  });
}

/** Makes way for parting what is larger than the hoop; gives the names of what was made plain, and of what was split. */
function makeWayForParting(builder: JobBuilder): Record<'plain' | 'split', string[]> {
  const names = { plain: new Set<string>(), split: new Set<string>() };
  const before = builder.design;
  // Repeats stand in repeats, words have letters: one after the other, the outermost first.
  for (let step = 0; step < MOST_STEPS; step++) {
    const { design } = builder;
    const ways = largeIn(design).flatMap(({ leaf }) => {
      const hindrance = hindranceOf(design, leaf.id);
      return hindrance && hindrance !== 'none' ? [hindrance] : [];
    });
    if (!ways.length) break;
    for (const way of new Map(ways.map((w) => [w.id, w])).values()) {
      const how = makeWay(builder, way);
      if (findItem(before, way.id)) names[how].add(way.name);
    }
  }
  return { plain: [...names.plain], split: [...names.split] };
}

/** A shape of its own, not sewn: dragging its edge moves where things are parted. */
const frameOf = (b: Bounds, name: string, thread: string): DesignObject => ({
  id: newId(),
  name,
  kind: 'object',
  visible: true,
  locked: false,
  outline: {
    kind: 'rectangle',
    x: (b.minX + b.maxX) / 2,
    y: (b.minY + b.maxY) / 2,
    width: b.maxX - b.minX,
    height: b.maxY - b.minY,
    radius: 0,
    turn: 0,
  },
  recipe: { kind: 'run', settings: {} },
  thread,
  unsewn: true,
});

/** What an object's stitches go about, where that is not set: its parts are to go on about the same. mm */
function centreOf({ centre, recipe }: DesignObject, plain: PlainOutline): Point | undefined {
  const b = stitchKind(recipe.kind)?.usesCentre ? outlineBounds(plain) : null;
  return b && !centre ? { x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 } : centre;
}

/**
 * Parts of a line with drawn widths: each piece of line by itself, plain, with its own share of the widths. Gives how many
 * pieces there are.
 */
function partWidths(
  builder: JobBuilder,
  widths: readonly WidthAt[],
  outline: PlainOutline,
  parts: readonly DesignObject[],
): number {
  const wholes = outlineLines(outline);
  let count = 0;
  for (const part of parts) {
    const lines = plainOf(builder.design, part.id).flatMap((plain) => outlineLines(plain));
    const pieces = lines.map((line, k): DesignObject => {
      const whole = wholes.reduce((a, b) => (farFrom(line, b) < farFrom(line, a) ? b : a));
      return {
        ...part,
        ...(k > 0 && { id: newId() }),
        outline: outlineOfLines([line]),
        widths: widthsOfPiece(widths, whole, line),
      };
    });
    builder.replace(pieces[0]);
    builder.insertAfter(pieces.slice(1), part.id);
    count += pieces.length;
  }
  return count;
}

/** How far the middle of a line lies from another one, in mm. */
function farFrom({ coords }: Line, other: Line): number {
  const i = 2 * Math.floor(coords.length / 4);
  return nearestOnLine(other, arcLengths(other), { x: coords[i], y: coords[i + 1] }).distance;
}

/** Cuts things along common lines; gives how many pieces there are, and the names of what stayed whole after all. */
function cutAcross(builder: JobBuilder, cuts: readonly Large[]): { pieces: number; whole: string[] } {
  const cut = cuts.map(({ leaf }) => leaf);
  const reach = cuts.map(({ box }) => box);
  const all = uniteBounds(reach)!;
  const levels = levelsOf(reach);
  const matter = cut.map((leaf): Matter => {
    if (leaf.kind === 'stitches') return { lines: threadLines(leaf.blocks) };
    return sewnFrom(leaf.recipe) === 'lines'
      ? { lines: outlineLines(leaf.outline) }
      : { region: outlineRegion(leaf.outline) };
  });

  // Room for the marks between two hoopings, and for what lies over and beyond.
  const kept =
    2 * HOOP_EDGE + roomForMarks(builder.design) + OVER + 2 * BEYOND + BEFORE * Math.max(...levels);
  const { width, height } = builder.design.hoop;
  const ways = (
    width === height
      ? [[width, height]]
      : [
          [width, height],
          [height, width],
        ]
  ).map(([w, h]) => ({
    x: w - kept,
    y: h - kept,
  }));
  const pieces = ({ x, y }: { x: number; y: number }): number =>
    x <= 0 || y <= 0 ? Infinity : Math.ceil((all.maxX - all.minX) / x) * Math.ceil((all.maxY - all.minY) / y);
  const way = ways.reduce((a, b) => (pieces(b) < pieces(a) ? b : a));
  if (pieces(way) > MOST_PIECES)
    throw new JobError(
      `This would take ${Number.isFinite(pieces(way)) ? pieces(way) : 'too many'} pieces, more than ${MOST_PIECES}: choose a larger hoop.`,
    );
  const lines = { x: cutsAlong(matter, 'x', all, way.x), y: cutsAlong(matter, 'y', all, way.y) };

  const spans = (axis: Axis, level: number): [number, number][] => {
    const far = 20;
    const cuts = lines[axis].map((at) => at - BEFORE * level);
    const edges = [low(all, axis) - far - OVER / 2, ...cuts, high(all, axis) + far + OVER / 2];
    return edges.slice(1).map((to, k) => [edges[k] - OVER / 2, to + OVER / 2]);
  };
  const fieldsOf = (level: number): Bounds[] =>
    spans('y', level).flatMap(([minY, maxY]) =>
      spans('x', level).map(([minX, maxX]): Bounds => ({ minX, minY, maxX, maxY })),
    );
  const framesOf = (level: number): DesignObject[] =>
    fieldsOf(level).map((b, k) =>
      frameOf(b, `Part ${k + 1}${level ? `, level ${level + 1}` : ''}`, cut[0].thread),
    );
  const frames = new Map([...new Set(levels)].sort((a, b) => a - b).map((level) => [level, framesOf(level)]));
  [...frames.values()].flat().forEach((frame, k) => builder.insert(frame, null, k));
  const whole: string[] = [];
  let count = 0;
  for (const [i, leaf] of cut.entries()) {
    if (leaf.kind === 'stitches') {
      const pieces = cutStitches(builder, leaf.id, fieldsOf(levels[i]));
      if (pieces > 1) count += pieces;
      else whole.push(leaf.name);
      continue;
    }
    const target = findItem(builder.design, leaf.id) as DesignObject;
    const { hooping: _, widths: __, stopAfter, ...rest } = target;
    const centre = centreOf(target, leaf.outline);
    const model = centre ? { ...rest, centre } : rest;
    const sewnAlong = isSewnAlong(builder.design, target) ? { lines: true } : {};
    const results = frames
      .get(levels[i])!
      .map((frame, k) =>
        made(
          model,
          { kind: 'combine', op: 'intersect', of: [leaf.id, frame.id], ...sewnAlong },
          `${leaf.name.slice(0, 110)} ${k + 1}`,
        ),
      );
    builder.insertAfter(results, leaf.id);
    const there = results.filter((r) => plainOf(builder.design, r.id).some((o) => outlinePaths(o).length));
    for (const r of results) if (!there.includes(r)) builder.remove(r.id);
    const last = there.at(-1);
    if (last && stopAfter !== undefined) builder.replace({ ...last, stopAfter });
    keepUnsewn(builder, [target]);
    count += target.widths?.length ? partWidths(builder, target.widths, leaf.outline, there) : there.length;
  }
  return { pieces: count, whole };
}

/**
 * Parts what no hoop holds whole, and lays hoopings for all. Throws JobError when everything fits, or nothing of what does
 * not can be parted.
 */
export function partForHoopJob(design: Design): PartedForHoop {
  const builder = new JobBuilder(design, 'Part for the hoop');
  const first = makeWayForParting(builder);
  const large = largeIn(builder.design);
  if (!large.length && !first.split.length && !first.plain.length)
    throw new JobError('Everything fits the hoop whole: there is nothing to part.');
  const cuts = large.filter(({ leaf }) => hindranceOf(builder.design, leaf.id) === 'none');
  const cut = cuts.map(({ leaf }) => leaf);
  const whole = [...new Set(large.flatMap(({ leaf }) => (cut.includes(leaf) ? [] : [leaf.name])))];
  if (whole.length && !cut.length)
    throw new JobError(
      `${whole.slice(0, 3).join(', ')} can’t be parted as ${whole.length === 1 ? 'it is' : 'they are'}: unlock what is locked, or take a larger hoop.`,
    );
  const cutUp = cuts.length ? cutAcross(builder, cuts) : { pieces: 0, whole: [] };
  const laid = layHoopingsJob(builder.design);
  const { command } = builder.job([]);
  return {
    job: {
      command: { do: 'batch', label: 'Part for the hoop', commands: [command, laid.job.command] },
      select: [],
    },
    parted: cut.length,
    pieces: cutUp.pieces,
    whole: [...whole, ...cutUp.whole],
    ...first,
    hoopings: laid.count,
  };
}

/** Stitches as they are, cut at the edges of the fields; every stitch stays. Gives how many pieces there are. */
function cutStitches(builder: JobBuilder, id: string, fields: readonly Bounds[]): number {
  let ids = [id];
  for (const field of fields.slice(0, -1)) {
    const inner = grownBounds(field, -OVER / 2);
    ids = ids.flatMap((one) => {
      try {
        const job = cutRegionJob(builder.design, [one], boxRegion(inner), 'both');
        builder.run(job);
        return job.select;
      } catch (error) {
        // Nothing of it lies there, or all.
        if (error instanceof JobError) return [one];
        throw error;
      }
    });
  }
  return ids.length;
}
