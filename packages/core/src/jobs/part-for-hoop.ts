// What is larger than the hoop, parted between hoopings: at even places, moved to where a cut shows least; the parts lie over
// each other a little. Shapes stay one shape that the parts follow.
import { findItem, originOf, visibleLeaves } from '../design/tree.ts';
import { newId, type Design, type DesignObject, type Item, type PlainOutline } from '../design/types.ts';
import { threadLines } from '../design/stretches.ts';
import { intersect } from '../geometry/clip.ts';
import { boundsMeet, grownBounds, uniteBounds, type Bounds, type Point } from '../geometry/points.ts';
import type { Line } from '../geometry/polyline.ts';
import { boxRegion, regionArea, type Region } from '../geometry/region.ts';
import { sewnBoxes } from '../hooping/belong.ts';
import { HOOP_EDGE } from '../hooping/field.ts';
import { fits } from '../hooping/lay.ts';
import { outlineLines, outlinePaths } from '../outlines/flatten.ts';
import { outlineRegion } from '../outlines/region.ts';
import { outlineBounds } from '../outlines/transform.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { sewResolved } from '../sewing/sew.ts';
import { sewnFrom, stitchKind } from '../stitches/kinds.ts';
import { keepUnsewn, made, plainOf, isSewnAlong } from './combine.ts';
import { layHoopingsJob, roomForMarks } from './hoopings.ts';
import { JobBuilder, JobError, type Job } from './job.ts';
import { cutRegionJob } from './mend.ts';

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
/** More pieces than these are not made of one design. */
const MOST_PIECES = 60;

export interface PartedForHoop {
  job: Job;
  /** How many things were parted, and into how many pieces. */
  parted: number;
  pieces: number;
  /** Names of what is larger than the hoop and can't be parted. */
  whole: string[];
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

/** Can this be parted? Words go by letters, copies with what they are copies of, and drawn widths with their whole line. */
function canBeParted(design: Design, id: string): boolean {
  if (originOf(id) !== id) return false;
  const visit = (items: readonly Item[], free: boolean): boolean =>
    items.some((item) => {
      if (item.id === id)
        return (
          free &&
          !item.locked &&
          (item.kind === 'stitches' ||
            (item.kind === 'object' && item.outline.kind !== 'text' && !item.widths?.length))
        );
      return item.kind === 'group' && visit(item.objects, free && !item.bend && !item.repeat);
    });
  return visit(design.objects, true);
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
 * Parts what no hoop holds whole, and lays hoopings for all. Throws JobError when everything fits, or nothing of what does
 * not can be parted.
 */
export function partForHoopJob(design: Design): PartedForHoop {
  const plain = resolveDesign(design);
  const boxes = sewnBoxes(sewResolved(plain));
  const large = [...visibleLeaves(plain.objects)].filter(
    ({ id }) => boxes.has(id) && !fits(boxes.get(id)!, design.hoop),
  );
  if (!large.length) throw new JobError('Everything fits the hoop whole: there is nothing to part.');
  const cut = large.filter(({ id }) => canBeParted(design, id));
  const whole = [...new Set(large.filter((l) => !cut.includes(l)).map((l) => l.name))];
  if (!cut.length)
    throw new JobError(
      `${whole.slice(0, 3).join(', ')} can’t be parted as ${whole.length === 1 ? 'it is' : 'they are'}: split words into letters, make copies and bends plain, unlock what is locked; or take a larger hoop.`,
    );
  const reach = cut.map(({ id }) => boxes.get(id)!);
  const all = uniteBounds(reach)!;
  const levels = levelsOf(reach);
  const matter = cut.map((leaf): Matter => {
    if (leaf.kind === 'stitches') return { lines: threadLines(leaf.blocks) };
    return sewnFrom(leaf.recipe) === 'lines'
      ? { lines: outlineLines(leaf.outline) }
      : { region: outlineRegion(leaf.outline) };
  });

  // Room for the marks between two hoopings, and for what lies over and beyond.
  const kept = 2 * HOOP_EDGE + roomForMarks(design) + OVER + 2 * BEYOND + BEFORE * Math.max(...levels);
  const { width, height } = design.hoop;
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

  const builder = new JobBuilder(design, 'Part for the hoop');
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
  let count = 0;
  for (const [i, leaf] of cut.entries()) {
    if (leaf.kind === 'stitches') {
      const pieces = cutStitches(builder, leaf.id, fieldsOf(levels[i]));
      if (pieces > 1) count += pieces;
      else whole.push(leaf.name);
      continue;
    }
    const target = findItem(builder.design, leaf.id) as DesignObject;
    const { hooping: _, stopAfter, ...rest } = target;
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
    count += there.length;
  }
  const laid = layHoopingsJob(builder.design);
  const { command } = builder.job([]);
  return {
    job: {
      command: { do: 'batch', label: 'Part for the hoop', commands: [command, laid.job.command] },
      select: [],
    },
    parted: cut.length,
    pieces: count,
    whole,
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
