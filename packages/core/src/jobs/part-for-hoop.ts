// What is larger than the hoop, parted between hoopings: at even places, moved to where a cut shows least; the parts lie over
// each other a little. Shapes stay one shape that the parts follow.
import { findItem } from '../design/tree.ts';
import { newId, type Design, type DesignObject, type PlainOutline, type WidthAt } from '../design/types.ts';
import { threadLines } from '../design/stretches.ts';
import { grownBounds, uniteBounds, type Bounds, type Point } from '../geometry/points.ts';
import { arcLengths, nearestOnLine, type Line } from '../geometry/polyline.ts';
import { boxRegion } from '../geometry/region.ts';
import { HOOP_EDGE } from '../hooping/field.ts';
import { outlineLines, outlinePaths } from '../outlines/flatten.ts';
import { outlineOfLines } from '../outlines/live/region-outline.ts';
import { outlineRegion } from '../outlines/region.ts';
import { outlineBounds } from '../outlines/transform.ts';
import type { Cloth } from '../materials/cloths.ts';
import { materialsOf } from '../materials/materials.ts';
import { objectCover } from '../sewing/stitch-object.ts';
import { sewnFrom, stitchKind } from '../stitches/kinds.ts';
import { widthsOfPiece } from '../stitches/satin/part-widths.ts';
import { keepUnsewn, made, plainOf, isSewnAlong } from './combine.ts';
import { layHoopingsJob, roomForMarks } from './hoopings.ts';
import { JobBuilder, JobError, type Job } from './job.ts';
import { cutRegionJob } from './mend.ts';
import {
  cutsAlong,
  fieldBoxes,
  fieldOutlines,
  levelsOf,
  meetingOf,
  OVER,
  OVERLAPPING,
  type Cuts,
  type Matter,
  type Meeting,
} from './part-cuts.ts';
import { hindranceOf, largeIn, makeWayForParting, type Large } from './part-way.ts';

/** Stitches may reach so far beyond the outline of a part, in mm. */
const BEYOND = 1;
/**
 * What lies on another thing is parted so far before it, in mm: so that the next part of what lies beneath, which is sewn
 * later, does not come to lie on it.
 */
const BEFORE = 2;
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

/** A shape of its own, not sewn: dragging its edge moves where things are parted. */
const frameOf = (outline: PlainOutline, name: string, thread: string): DesignObject => ({
  id: newId(),
  name,
  kind: 'object',
  visible: true,
  locked: false,
  outline,
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
 * Parts of a line with drawn widths: each piece of line by itself, plain, with its own share of the widths. Gives these
 * pieces.
 */
function partWidths(
  builder: JobBuilder,
  widths: readonly WidthAt[],
  outline: PlainOutline,
  parts: readonly DesignObject[],
): DesignObject[] {
  const wholes = outlineLines(outline);
  return parts.flatMap((part) => {
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
    return pieces;
  });
}

/** How far the middle of a line lies from another one, in mm. */
function farFrom({ coords }: Line, other: Line): number {
  const i = 2 * Math.floor(coords.length / 4);
  return nearestOnLine(other, arcLengths(other), { x: coords[i], y: coords[i + 1] }).distance;
}

/** Do the stitches of a part go on as those of the whole? What covers, or is made anew in each part, need not. */
const goesOnAcross = (object: DesignObject<PlainOutline>, cloth: Cloth): boolean =>
  sewnFrom(object.recipe) === 'region' &&
  !object.keepClear &&
  !meetingOf(object).wave &&
  !objectCover(object, cloth);

/** How far before the lowest things those of each level are cut, in mm: beyond the waves of both that lie on each other. */
function beforeOf(levels: readonly number[], meetings: readonly Meeting[]): number[] {
  const waves = Array.from({ length: Math.max(...levels) + 1 }, (_, level) =>
    Math.max(...meetings.map(({ wave }, i) => (levels[i] === level ? wave : 0))),
  );
  const out = [0];
  for (let level = 1; level < waves.length; level++)
    out.push(out[level - 1] + BEFORE + waves[level - 1] + waves[level]);
  return out;
}

/** Cuts things along common lines; gives how many pieces there are, and the names of what stayed whole after all. */
function cutAcross(builder: JobBuilder, cuts: readonly Large[]): { pieces: number; whole: string[] } {
  const cut = cuts.map(({ leaf }) => leaf);
  const reach = cuts.map(({ box }) => box);
  const all = uniteBounds(reach)!;
  const levels = levelsOf(reach);
  const meetings = cut.map((leaf) => (leaf.kind === 'object' ? meetingOf(leaf) : OVERLAPPING));
  const before = beforeOf(levels, meetings);
  const matter = cut.map((leaf): Matter => {
    if (leaf.kind === 'stitches') return { lines: threadLines(leaf.blocks) };
    return sewnFrom(leaf.recipe) === 'lines'
      ? { lines: outlineLines(leaf.outline) }
      : { region: outlineRegion(leaf.outline) };
  });

  // Room for the marks between two hoopings, and for what lies over and beyond.
  const kept =
    2 * HOOP_EDGE +
    roomForMarks(builder.design) +
    Math.max(...meetings.map(({ over, wave }) => over + 2 * wave)) +
    2 * BEYOND +
    Math.max(...before);
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
  const places: Cuts = { x: cutsAlong(matter, 'x', all, way.x), y: cutsAlong(matter, 'y', all, way.y), all };

  /** What is cut in the same way is cut by the same frames. */
  const frames = new Map<string, DesignObject[]>();
  const wayOf = (i: number): string => `${levels[i]} ${meetings[i].wave}`;
  for (const i of [...cut.keys()].sort((a, b) => levels[a] - levels[b])) {
    if (frames.has(wayOf(i))) continue;
    const set = frames.size ? `, ${frames.size + 1}` : '';
    const made = fieldOutlines(places, meetings[i], before[levels[i]]).map((outline, k) =>
      frameOf(outline, `Part ${k + 1}${set}`, cut[0].thread),
    );
    frames.set(wayOf(i), made);
  }
  [...frames.values()].flat().forEach((frame, k) => builder.insert(frame, null, k));
  const whole: string[] = [];
  let count = 0;
  for (const [i, leaf] of cut.entries()) {
    if (leaf.kind === 'stitches') {
      const pieces = cutStitches(builder, leaf.id, fieldBoxes(places, OVER, before[levels[i]]));
      if (pieces > 1) count += pieces;
      else whole.push(leaf.name);
      continue;
    }
    const target = findItem(builder.design, leaf.id) as DesignObject;
    const { hooping: _, widths: __, stopAfter, ...rest } = target;
    const centre = centreOf(target, leaf.outline);
    const model = centre ? { ...rest, centre } : rest;
    const how = {
      ...(isSewnAlong(builder.design, target) && { lines: true }),
      ...(goesOnAcross(leaf, materialsOf(builder.design).cloth) && { part: true }),
    };
    const results = frames
      .get(wayOf(i))!
      .map((frame, k) =>
        made(
          model,
          { kind: 'combine', op: 'intersect', of: [leaf.id, frame.id], ...how },
          `${leaf.name.slice(0, 110)} ${k + 1}`,
        ),
      );
    builder.insertAfter(results, leaf.id);
    const there = results.filter((r) => plainOf(builder.design, r.id).some((o) => outlinePaths(o).length));
    for (const r of results) if (!there.includes(r)) builder.remove(r.id);
    keepUnsewn(builder, [target]);
    const parts = target.widths?.length ? partWidths(builder, target.widths, leaf.outline, there) : there;
    const last = parts.at(-1);
    if (last && stopAfter !== undefined) builder.replace({ ...last, stopAfter });
    count += parts.length;
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
