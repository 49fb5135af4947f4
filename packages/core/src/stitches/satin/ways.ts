// Ways through columns whose stitches are to come: runs along their middle or their edges.
import { distance, lerp, type Point } from '../../geometry/points.ts';
import { runPoints } from '../run-points.ts';
import { Part, type ThreadBuilder } from '../thread.ts';
import type { Column } from './column.ts';
import type { Rung } from './ladder.ts';

/** Runs stay this far inside of a column's edges and its ends, in mm. */
export const UNDERLAY_INSET = 0.4;

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
  // The way to the begin may be a whole column wide.
  const at = builder.last;
  const way = at
    ? runPoints({ coords: Float64Array.of(at.x, at.y, first.x, first.y), closed: false }, 5)
    : [first];
  builder.addAll([...way, ...rest], Part.underlay);
}

/** Ways along the same stretch lie so far beside each other, in mm: on top of each other they would be felt. */
const LANE = 0.5;
/** A way stays this far inside of its column's edges, in mm. */
const LANE_INSET = 0.5;
/** Stretches that share less than this have no way in common, in mm. */
const SHARED = 0.6;

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

/** The first way lies in the middle, the next ones to its right and its left in turn. */
const laneOf = (before: number): number => LANE * Math.ceil(before / 2) * (before % 2 ? 1 : -1);

/** The middle of a rung, or `lane` mm beside it as far as the rung is wide. */
const beside =
  (lane: number) =>
  ({ left, right }: Rung): Point => {
    const width = distance(left, right);
    const room = Math.max(0, width / 2 - LANE_INSET);
    return lerp(left, right, 0.5 + Math.min(room, Math.max(-room, lane)) / (width || 1));
  };

/** A run along the column, clear of its ends: the way under stitches to come, in its middle or beside earlier ones. */
export function runMiddle(column: Column, from: number, to: number, builder: ThreadBuilder): void {
  const { length, ring } = column;
  const inset = Math.min(UNDERLAY_INSET, length / 4);
  const clear = (place: number): number => (ring ? place : Math.min(length - inset, Math.max(inset, place)));
  const [a, b] = [clear(from), clear(to)];
  if (Math.abs(b - a) < 1e-9) return;
  const lane = laneOf(lanesBefore(builder, column, [Math.min(a, b), Math.max(a, b)]));
  runAlong(column, a, b, beside(lane), builder);
}
