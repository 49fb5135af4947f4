// An unbroken thread as needle points in mm, and the rows that it consists of.
import type { Stretch } from '../design/stretches.ts';
import type { Records } from '../design/stitch-blocks.ts';

/** Needle points of an unbroken thread, without those that repeat the one before. */
export interface ThreadPoints {
  /** mm */
  x: Float64Array;
  y: Float64Array;
  /** The record that each of them is. */
  record: Int32Array;
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

/** A stitch that turns by more than this begins another row: its cosine. */
const TURNS = Math.cos((45 * Math.PI) / 180);

export function threadPoints({ x, y }: Records, { from, to }: Stretch): ThreadPoints {
  const kept: number[] = [];
  for (let i = from; i <= to; i++)
    if (!kept.length || x[i] !== x[kept[kept.length - 1]] || y[i] !== y[kept[kept.length - 1]]) kept.push(i);
  return {
    x: Float64Array.from(kept, (i) => x[i] / 10),
    y: Float64Array.from(kept, (i) => y[i] / 10),
    record: Int32Array.from(kept),
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

/** The row from one needle point to another. */
export function rowBetween({ x, y }: ThreadPoints, from: number, to: number): Row {
  const [vx, vy] = [x[to] - x[from], y[to] - y[from]];
  const length = Math.hypot(vx, vy);
  return { from, to, length, dx: length ? vx / length : 1, dy: length ? vy / length : 0 };
}

/** Parts the thread from one needle point to another wherever it turns. */
export function rowsOf(points: ThreadPoints, first: number, last: number): Row[] {
  const { x, y } = points;
  const rows: Row[] = [];
  let from = first;
  for (let i = first + 1; i <= last; i++) {
    if (i < last) {
      const [ax, ay] = [x[i] - x[i - 1], y[i] - y[i - 1]];
      const [bx, by] = [x[i + 1] - x[i], y[i + 1] - y[i]];
      if (ax * bx + ay * by >= TURNS * Math.hypot(ax, ay) * Math.hypot(bx, by)) continue;
    }
    rows.push(...withoutLinks(points, from, i));
    from = i;
  }
  return rows;
}

/** A short stitch at the end of a row leads along a slanted edge when it turns by more than this: its cosine; mm. */
const LINK_TURNS = Math.cos((12 * Math.PI) / 180);
const LINK_LENGTH = 2;

/** A row, and apart from it the short stitches at its ends that lead along the edge. */
function withoutLinks(points: ThreadPoints, from: number, to: number): Row[] {
  if (to - from < 2) return [rowBetween(points, from, to)];
  const stitches = Array.from({ length: to - from }, (_, k) => rowBetween(points, from + k, from + k + 1));
  const main = stitches.reduce((a, b) => (b.length > a.length ? b : a));
  const leads = ({ length, dx, dy }: Row, inner: Row): boolean => {
    const grid = 0.1 / Math.max(0.1, length);
    return length < LINK_LENGTH && dx * inner.dx + dy * inner.dy < LINK_TURNS - grid;
  };
  let [first, last] = [0, stitches.length - 1];
  while (stitches[first] !== main && leads(stitches[first], stitches[first + 1])) first++;
  while (stitches[last] !== main && leads(stitches[last], stitches[last - 1])) last--;
  const rows = [rowBetween(points, from + first, from + last + 1)];
  if (first > 0) rows.unshift(rowBetween(points, from, from + first));
  if (from + last + 1 < to) rows.push(rowBetween(points, from + last + 1, to));
  return rows;
}
