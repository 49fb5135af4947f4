// An unbroken thread as needle points in mm, and the rows that it consists of.
import type { Stretch } from '../design/stretches.ts';
import type { Records } from '../design/stitch-blocks.ts';
import { edgeBacks, OnEdge } from './edge-backs.ts';

/** Needle points of an unbroken thread, without those that repeat the one before, or only lead back along an edge. */
export interface ThreadPoints {
  /** mm */
  x: Float64Array;
  y: Float64Array;
  /** The record that each of them is. */
  record: Int32Array;
  /** Where a line begins that leads along an edge from one row to the next: 1 for each such needle point. */
  edge: Uint8Array;
}

/** A row: stitches that lead on one way, as the first and last of the needle points, with its unit direction from end to end. */
export interface Row {
  from: number;
  to: number;
  /** Between its ends, in mm. */
  length: number;
  dx: number;
  dy: number;
}

export function threadPoints({ x, y }: Records, { from, to }: Stretch): ThreadPoints {
  const kept: number[] = [];
  for (let i = from; i <= to; i++)
    if (!kept.length || x[i] !== x[kept[kept.length - 1]] || y[i] !== y[kept[kept.length - 1]]) kept.push(i);
  const places = { x: kept.map((i) => x[i] / 10), y: kept.map((i) => y[i] / 10) };
  const back = edgeBacks(places);
  const stays = (_: unknown, k: number): boolean => back[k] !== OnEdge.back;
  return {
    x: Float64Array.from(places.x.filter(stays)),
    y: Float64Array.from(places.y.filter(stays)),
    record: Int32Array.from(kept.filter(stays)),
    edge: back.filter(stays).map((on) => Number(on === OnEdge.begin)),
  };
}

/** How long the thread is from one needle point to another, in mm. */
export function wayBetween({ x, y }: ThreadPoints, from: number, to: number): number {
  let way = 0;
  for (let i = from + 1; i <= to; i++) way += Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]);
  return way;
}

/** Halfway between the ends of a row, in mm. */
export const middleOf = ({ x, y }: ThreadPoints, { from, to }: Row): [number, number] => [
  (x[from] + x[to]) / 2,
  (y[from] + y[to]) / 2,
];

/** How far the middle of a row lies from another row, in mm. */
export function apart(points: ThreadPoints, row: Row, other: Row): number {
  const [mx, my] = middleOf(points, row);
  const [vx, vy] = [mx - points.x[other.from], my - points.y[other.from]];
  const along = Math.max(0, Math.min(other.length, vx * other.dx + vy * other.dy));
  return Math.hypot(vx - along * other.dx, vy - along * other.dy);
}

/** The row from one needle point to another. */
export function rowBetween({ x, y }: ThreadPoints, from: number, to: number): Row {
  const [vx, vy] = [x[to] - x[from], y[to] - y[from]];
  const length = Math.hypot(vx, vy);
  return { from, to, length, dx: length ? vx / length : 1, dy: length ? vy / length : 0 };
}
