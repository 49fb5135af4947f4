// Ways through columns whose stitches are to come: runs along their middle or their edges.
import { distance, lerp, type Point } from '../../geometry/points.ts';
import { runPoints } from '../run-points.ts';
import { Part, type ThreadBuilder } from '../thread.ts';
import type { Column } from './column.ts';
import type { Rung } from './ladder.ts';

/** Runs stay this far inside of a column's edges and its ends, in mm. */
export const UNDERLAY_INSET = 0.4;
/** A way to where a run begins may be a whole column wide: its stitches are no longer than this, in mm. */
const LONGEST_STEP = 5;

/** Stitches of at most `length` mm from where the thread is to `p`, both included. */
function wayTo(builder: ThreadBuilder, p: Point, length: number): Point[] {
  const at = builder.last;
  return at ? runPoints({ coords: Float64Array.of(at.x, at.y, p.x, p.y), closed: false }, length) : [p];
}

/** A run along the column, as `pick` chooses its place on each rung. */
export function runAlong(
  column: Column,
  from: number,
  to: number,
  pick: (rung: Rung) => Point,
  builder: ThreadBuilder,
): void {
  const coords = Float64Array.from(column.through(from, to, 0.5, pick).flatMap((p) => [p.x, p.y]));
  if (coords.length < 4) return;
  const [first, ...rest] = runPoints({ coords, closed: false }, 2.5);
  builder.addAll([...wayTo(builder, first, LONGEST_STEP), ...rest], Part.underlay);
}

/** Ways along the same stretch lie so far beside each other, in mm: on top of each other they would be felt. */
const LANE = 0.5;
/** Lanes stay this far inside of their column's edges, in mm. */
const LANE_INSET = 0.5;
/** Stretches that share less than this have no way in common, in mm. */
const SHARED = 0.6;
/** A way's stitches may stray this far from its lane; beside others, from theirs; mm. */
const STRAY = 0.35;
const STRAY_BESIDE = 0.15;
/** However narrow a column is, they may stray by this much, in mm. */
const STRAY_ANYWHERE = 0.08;
/** A way's stitches are no longer than this, in mm. */
const LONGEST = 3.5;
/** A way is looked at in steps of this, in mm. */
const STEP = 0.25;

type Walked = [low: number, high: number];
/** The stretches of columns that a thread went along already. */
const walked = new WeakMap<ThreadBuilder, Map<Column, Walked[]>>();

/** How often a thread went along a stretch before; now once more. */
function lanesBefore(builder: ThreadBuilder, column: Column, [low, high]: Walked): number {
  let columns = walked.get(builder);
  if (!columns) walked.set(builder, (columns = new Map()));
  const ways = columns.get(column) ?? [];
  const before = ways.filter(([a, b]) => Math.min(high, b) - Math.max(low, a) > SHARED).length;
  columns.set(column, [...ways, [low, high]]);
  return before;
}

/** Does a way lie along all of a stretch already, but for a little at its ends? */
export function hasWay(builder: ThreadBuilder, column: Column, from: number, to: number): boolean {
  const ways = walked.get(builder)?.get(column);
  if (!ways) return false;
  const [low, high] = from < to ? [from, to] : [to, from];
  let reached = low + 2 * UNDERLAY_INSET;
  for (const [a, b] of ways.toSorted((p, q) => p[0] - q[0]))
    if (a <= reached + SHARED) reached = Math.max(reached, b);
  return reached >= high - 2 * UNDERLAY_INSET;
}

/** The first way lies in the middle, the next ones to its right and its left in turn. */
const laneOf = (before: number): number => LANE * Math.ceil(before / 2) * (before % 2 ? 1 : -1);

/** A place of a way: its rung, and how far from its middle the way lies and may lie, in mm to the right. */
interface Stop {
  rung: Rung;
  width: number;
  at: Point;
  least: number;
  most: number;
}

/**
 * The stops of a way. In a bend stitches lie close together on the inner side: there the way keeps to the outer one.
 */
function stopsAlong(column: Column, from: number, to: number, before: number): Stop[] {
  const count = Math.max(1, Math.ceil(Math.abs(to - from) / STEP));
  return Array.from({ length: count + 1 }, (_, k) => {
    const place = from + ((to - from) * k) / count;
    const rung = column.rungAt(place);
    const width = distance(rung.left, rung.right);
    const { side, share } = column.inner(place);
    const outward = before ? 0 : ((side === 'left' ? 1 : -1) * (1 - share) * width) / 2;
    const room = Math.max(0, width / 2 - LANE_INSET);
    const lane = Math.min(room, Math.max(-room, laneOf(before) + outward));
    const stray = before ? STRAY_BESIDE : STRAY;
    const reach = Math.max(STRAY_ANYWHERE, width / 2 - UNDERLAY_INSET);
    return {
      rung,
      width,
      at: lerp(rung.left, rung.right, 0.5 + lane / (width || 1)),
      least: Math.max(-reach, lane - stray),
      most: Math.min(reach, lane + stray),
    };
  });
}

/** How far from the middle of a stop's rung a stitch from `a` to `b` crosses it, in mm to the right; NaN where it does not. */
function crossing({ rung: { left, right }, width }: Stop, a: Point, b: Point): number {
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  const rx = right.x - left.x;
  const ry = right.y - left.y;
  const turn = rx * dy - ry * dx;
  if (Math.abs(turn) < 1e-9) return NaN;
  return (((a.x - left.x) * dy - (a.y - left.y) * dx) / turn - 0.5) * width;
}

/** Stitches that keep to the stops, each as long as it may be; after the first stop. */
function stitchesAlong(stops: readonly Stop[], longest: number): Point[] {
  const out: Point[] = [];
  for (let i = 0; i < stops.length - 1;) {
    const { at } = stops[i];
    const keeps = (j: number): boolean => {
      if (distance(at, stops[j].at) > longest) return false;
      for (let k = i + 1; k < j; k++) {
        const { width, least, most } = stops[k];
        const off = crossing(stops[k], at, stops[j].at);
        // From where the thread is, which may be an edge, it comes to its lane bit by bit.
        if (!(off >= (i ? least : -width / 2) && off <= (i ? most : width / 2))) return false;
      }
      return true;
    };
    let next = i + 1;
    while (next + 1 < stops.length && keeps(next + 1)) next++;
    out.push(stops[next].at);
    i = next;
  }
  return out;
}

/** The way's needle points after its first stop: as few as can be, and even. */
function evenStitches(stops: readonly Stop[]): Point[] {
  let best = stitchesAlong(stops, LONGEST);
  for (let longest = 0.9 * LONGEST; longest > 1; longest *= 0.9) {
    const even = stitchesAlong(stops, longest);
    if (even.length > best.length) break;
    best = even;
  }
  return best;
}

/**
 * The stops from where the thread is inside the column; all of them where it comes from elsewhere. Where a way goes round, its end
 * lies at its begin: only the first half of it is looked at.
 */
function fromNeedle(
  stops: readonly Stop[],
  ring: boolean,
  needle: Point | null,
): { stops: Stop[]; isThere: boolean } {
  const near = stops.slice(0, ring ? Math.ceil(stops.length / 2) : undefined).flatMap((stop, k) => {
    const gone = needle ? distance(needle, lerp(stop.rung.left, stop.rung.right, 0.5)) : Infinity;
    return gone <= stop.width / 2 + UNDERLAY_INSET ? [{ k, gone }] : [];
  });
  if (!needle || !near.length) return { stops: [...stops], isThere: false };
  const { k } = near.reduce((a, b) => (b.gone < a.gone ? b : a));
  return { stops: [{ ...stops[k], at: needle }, ...stops.slice(k + 1)], isThere: true };
}

/**
 * A run along the column, clear of its ends: the way under stitches to come, in its middle or beside earlier ones, with as
 * few needle points as can be. It begins where the thread is, when that is in the column.
 */
export function runMiddle(column: Column, from: number, to: number, builder: ThreadBuilder): void {
  const { length, ring } = column;
  const inset = Math.min(UNDERLAY_INSET, length / 4);
  const clear = (place: number): number => (ring ? place : Math.min(length - inset, Math.max(inset, place)));
  const [a, b] = [clear(from), clear(to)];
  if (Math.abs(b - a) < 1e-9) return;
  const before = lanesBefore(builder, column, [Math.min(a, b), Math.max(a, b)]);
  const { stops, isThere } = fromNeedle(stopsAlong(column, a, b, before), ring, builder.last);
  const [first, ...rest] = [...(isThere ? [] : [stops[0].at]), ...evenStitches(stops)];
  if (first) builder.addAll([...wayTo(builder, first, LONGEST_STEP), ...rest], Part.underlay);
}
