// An unbroken thread parted into rows, and apart from them the stitches that lead along the edge from one to the next.
import { rowBetween, wayBetween, type Row, type ThreadPoints } from './thread-points.ts';

/** A stitch that turns by more than this begins another row: its cosine. */
const TURNS = Math.cos((45 * Math.PI) / 180);

/** Parts the thread from one needle point to another wherever it turns; what is known to lead along an edge is no row. */
export function rowsOf(points: ThreadPoints, first: number, last: number): Row[] {
  const { x, y, edge } = points;
  const rows: Row[] = [];
  let from = first;
  for (let i = first + 1; i <= last; i++) {
    if (edge[i - 1] && i - 1 >= first) {
      from = i;
      continue;
    }
    if (i < last && !edge[i]) {
      const [ax, ay] = [x[i] - x[i - 1], y[i] - y[i - 1]];
      const [bx, by] = [x[i + 1] - x[i], y[i + 1] - y[i]];
      if (ax * bx + ay * by >= TURNS * Math.hypot(ax, ay) * Math.hypot(bx, by)) continue;
    }
    rows.push(...withoutLinks(points, from, i));
    from = i;
  }
  return rows;
}

/** A short stitch at the end of a row leads along a slanted edge when it turns by more than this: radians; mm. */
const LINK_TURN = (12 * Math.PI) / 180;
const LINK_LENGTH = 2;
/** Where most of a row, as a share of its way, nowhere turns as much, what lies beyond leads along the edge however long it is. */
const MOSTLY = 0.5;
const LEVEL_TURN = (20 * Math.PI) / 180;
/** … and in a straight fill less: where of the thread so many stitches before and after this share lies along the row. */
const STRAIGHT_TURN = (5 * Math.PI) / 180;
const AROUND = 60;
const ALONG = 0.75;
/** The sine of what is aslant, beyond what the grid may do. */
const SLANT = Math.sin((4 * Math.PI) / 180);
/** Needle points lie on a grid: they may be so far off, in mm. */
const GRID = 0.1;

/** By how much the thread turns at a needle point, beyond what the grid may do; radians. */
function turnAt({ x, y }: ThreadPoints, i: number): number {
  const [ax, ay] = [x[i] - x[i - 1], y[i] - y[i - 1]];
  const [bx, by] = [x[i + 1] - x[i], y[i + 1] - y[i]];
  const turn = Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by));
  return turn - GRID / Math.max(GRID, Math.min(Math.hypot(ax, ay), Math.hypot(bx, by)));
}

/** The longest stretch between two needle points that nowhere turns by more than `most` radians; null when it is not most of the way. */
function straightPart(points: ThreadPoints, from: number, to: number, most: number): [number, number] | null {
  let [best, part]: [number, [number, number]] = [0, [from, to]];
  for (let i = from; i < to;) {
    let k = i + 1;
    while (k < to && turnAt(points, k) < most) k++;
    const way = wayBetween(points, i, k);
    if (way > best) [best, part] = [way, [i, k]];
    i = k;
  }
  return best > MOSTLY * wayBetween(points, from, to) ? part : null;
}

/** Does a stitch, by its last needle point, lie aslant to rows along (dx, dy)? */
function isAslant(points: ThreadPoints, i: number, [dx, dy]: readonly [number, number]): boolean {
  const { length, dx: ux, dy: uy } = rowBetween(points, i - 1, i);
  return Math.abs(ux * dy - uy * dx) > SLANT + (1.5 * GRID) / Math.max(GRID, length);
}

/** How much of the thread from one needle point to another lies along rows of this direction, as a share of its way. */
function shareAlong(
  points: ThreadPoints,
  from: number,
  to: number,
  direction: readonly [number, number],
): number {
  let [along, all] = [0, 0];
  for (let i = from + 1; i <= to; i++) {
    const way = wayBetween(points, i - 1, i);
    all += way;
    if (!isAslant(points, i, direction)) along += way;
  }
  return all ? along / all : 0;
}

/** Do the stitches around a row lie along it, as those of a straight fill do? */
function amongStraight(points: ThreadPoints, { from, to, dx, dy }: Row): boolean {
  const last = Math.min(points.x.length - 1, to + AROUND);
  return shareAlong(points, Math.max(0, from - AROUND - 1), last, [dx, dy]) > ALONG;
}

/** The stretch of a row that is one; what lies beyond leads along the edge. */
function mainPart(points: ThreadPoints, from: number, to: number): [number, number] {
  if (to - from < 3) return [from, to];
  const strict = straightPart(points, from, to, STRAIGHT_TURN);
  if (strict && amongStraight(points, rowBetween(points, ...strict))) return strict;
  return straightPart(points, from, to, LEVEL_TURN) ?? [from, to];
}

/**
 * A row of a fill whose rows lie along (dx, dy) without the stitches at its ends that lie aslant: they lead along an edge
 * that is nearly level itself.
 */
export function withoutSlants(points: ThreadPoints, row: Row, direction: readonly [number, number]): Row {
  let { from, to } = row;
  while (to - from > 1 && isAslant(points, from + 1, direction)) from++;
  while (to - from > 1 && isAslant(points, to, direction)) to--;
  return from === row.from && to === row.to ? row : rowBetween(points, from, to);
}

/** A row, and apart from it the stitches at its ends that lead along the edge. */
function withoutLinks(points: ThreadPoints, from: number, to: number): Row[] {
  if (to - from < 2) return [rowBetween(points, from, to)];
  const [f, t] = mainPart(points, from, to);
  const stitches = Array.from({ length: t - f }, (_, k) => rowBetween(points, f + k, f + k + 1));
  const main = stitches.reduce((a, b) => (b.length > a.length ? b : a));
  const leads = ({ length, dx, dy }: Row, inner: Row): boolean =>
    length < LINK_LENGTH &&
    dx * inner.dx + dy * inner.dy < Math.cos(LINK_TURN) - GRID / Math.max(GRID, length);
  let [first, last] = [0, stitches.length - 1];
  while (stitches[first] !== main && leads(stitches[first], stitches[first + 1])) first++;
  while (stitches[last] !== main && leads(stitches[last], stitches[last - 1])) last--;
  const rows = [rowBetween(points, f + first, f + last + 1)];
  if (f + first > from) rows.unshift(rowBetween(points, from, f + first));
  if (f + last + 1 < to) rows.push(rowBetween(points, f + last + 1, to));
  return rows;
}
