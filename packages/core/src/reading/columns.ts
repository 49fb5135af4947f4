// Bands as satin columns: two edges, and rungs where the stitches do not lie as the edges alone would have them.
import type { Path } from '../design/types.ts';
import { coordsOf, type Coords } from '../geometry/polyline.ts';
import { ringArea } from '../geometry/region.ts';
import { fitPath } from '../outlines/fit.ts';
import { medianOf, type Band } from './bands.ts';
import { middleOf, rowBetween, type Row, type ThreadPoints } from './thread-points.ts';

/** A column as it was sewn. */
export interface ReadColumn {
  /** First the one edge, then the other; mm. */
  edges: [Path, Path];
  /** Lines across that stitches lie along. */
  rungs: Path[];
  /** Rings that together are what it covers. */
  rings: Coords[];
  /** From stitch to stitch along the outer edge, in mm. */
  spacing: number;
  /** Its stitches' median length, in mm. */
  width: number;
  /** How much of its stitches lie as the others do, 0 to 1. */
  sure: number;
}

/** Stitches shorter than this share of those on either side are shortened ones: they say nothing of the edge. */
const SHORTENED = 0.9;
/** A step from one stitch to the next is no longer than this where a column is led on, in mm. */
const LONGEST_STEP = 1.2;
/** So many of them follow one another, at most. */
const SHORT_RUN = 3;
/** A stitch that lies along its edge, by the sine of the angle between them, says nothing of it. */
const ALONG = 0.4;
/** Edges are drawn this close to the needle points, in mm: they lie on a grid of 0.1. */
const TOLERANCE = 0.12;
/** Needle points stray from their edge like an unsteady hand, by so much in mm. */
const STRAYS = 0.15;
/** Parts of one column lie as close, within this factor. */
const ALIKE = 2;
/** A column that begins this near to where it ended is a ring, in mm. */
const RING = 1.2;
/** … or by this share of its width; its stitches must lie alike there: the least cosine. */
const RING_SHARE = 0.55;
const RING_TURN = 0.8;
/** Fewer rows make no ring; its end may lie beyond its begin by so much, in mm. */
const RING_ROWS = 16;
const MOST_OVERLAP = 3;
/** Places of the two edges may be matched this far wrong before a rung says better, in mm. */
const ASIDE = 0.35;
/** No more rungs than an object may have, with room for those of others. */
const MOST_RUNGS = 40;
/** An inner edge is never pulled in beyond the middle: this share of a stitch at most. */
const MOST_PULL = 0.35;

interface EdgePoint {
  x: number;
  y: number;
  /** Mean length of the stitches that end there, in mm. */
  reach: number;
  /** The row that it was taken of. */
  row: number;
}

/** Ends of rows, side by side: on the one edge and on the other, each pulled in by `pull` mm along its row. */
function edgesOf({ x, y }: ThreadPoints, rows: readonly Row[], pull: number): [EdgePoint[], EdgePoint[]] {
  const sides: [EdgePoint[], EdgePoint[]] = [[], []];
  let last = -1;
  const put = (i: number, row: number, end: 0 | 1): void => {
    const { length, dx, dy } = rows[row];
    const by = (end ? -1 : 1) * Math.min(pull, MOST_PULL * length);
    const p = { x: x[i] + by * dx, y: y[i] + by * dy, reach: length, row };
    const side = sides[(row + end) % 2];
    const before = side[side.length - 1];
    // A needle point between two rows belongs to both.
    if (i === last && before) {
      before.x = (before.x + p.x) / 2;
      before.y = (before.y + p.y) / 2;
      before.reach = (before.reach + length) / 2;
    } else side.push(p);
    last = i;
  };
  rows.forEach(({ from, to }, k) => {
    put(from, k, 0);
    put(to, k, 1);
  });
  return sides;
}

/**
 * An edge (side 0 or 1) with the ends of shortened stitches brought out to it: on either side, not far away, are longer ones.
 * Where more follow one another, the column is narrow.
 */
function withoutShort(edge: readonly EdgePoint[], rows: readonly Row[], side: 0 | 1): EdgePoint[] {
  const short = edge.map((p, i) => {
    let [before, after] = [0, 0];
    for (let k = 1; k <= SHORT_RUN; k++) {
      before = Math.max(before, edge[i - k]?.reach ?? 0);
      after = Math.max(after, edge[i + k]?.reach ?? 0);
    }
    return p.reach < SHORTENED * Math.min(before, after);
  });
  return edge.flatMap((p, i) => {
    let [from, to] = [i, i];
    while (short[from]) from--;
    while (short[to]) to++;
    if (from === to || to - from - 1 > SHORT_RUN) return [p];
    const [a, b] = [edge[from], edge[to]];
    const along = (i - from) / (to - from);
    const missing = a.reach + (b.reach - a.reach) * along - p.reach;
    const way = (p.row + side) % 2 ? 1 : -1;
    const [ox, oy] = [way * rows[p.row].dx, way * rows[p.row].dy];
    // How far off, along the stitch, the straight line between its neighbours is: on an outer bend it lies behind.
    const [ux, uy] = [b.x - a.x, b.y - a.y];
    const square = ox * uy - oy * ux;
    if (Math.abs(square) < ALONG * Math.hypot(ux, uy)) return [];
    const by = Math.max(0, Math.min(missing, ((a.x - p.x) * uy - (a.y - p.y) * ux) / square));
    return [{ ...p, x: p.x + by * ox, y: p.y + by * oy }];
  });
}

/** Both edges begin and end at one rung: the one that the thread comes to later is led on by half of its last step. */
function evened([left, right]: [EdgePoint[], EdgePoint[]], rows: number): void {
  const led = (a: EdgePoint, b: EdgePoint): EdgePoint => ({
    ...a,
    x: a.x + (a.x - b.x) / 2,
    y: a.y + (a.y - b.y) / 2,
  });
  const step = (a: EdgePoint, b: EdgePoint): boolean => Math.hypot(a.x - b.x, a.y - b.y) < LONGEST_STEP;
  if (right.length > 1 && step(right[0], right[1])) right.unshift(led(right[0], right[1]));
  // The last row of an even number ends where it began: on the left.
  const late = rows % 2 ? left : right;
  const [last, before] = [late[late.length - 1], late[late.length - 2]];
  if (late.length > 1 && step(last, before)) late.push(led(last, before));
}

/** How far along an edge each row ends on it, in mm. */
function placesOf(edge: readonly EdgePoint[], rows: number): Float64Array {
  const out = new Float64Array(rows).fill(NaN);
  let s = 0;
  edge.forEach((p, i) => {
    if (i) s += Math.hypot(p.x - edge[i - 1].x, p.y - edge[i - 1].y);
    out[p.row] = s;
  });
  // Rows whose end was passed over lie between their neighbours.
  for (let i = 0; i < rows; i++) {
    if (!Number.isNaN(out[i])) continue;
    let j = i;
    while (j < rows && Number.isNaN(out[j])) j++;
    const a = i ? out[i - 1] : 0;
    const b = j < rows ? out[j] : s;
    for (let k = i; k < j; k++) out[k] = a + ((b - a) * (k - i + 1)) / (j - i + (j < rows ? 1 : 0));
  }
  return out;
}

/** Rows at which the matched places of two edges turn off what lies between: the corners of a polyline through them (Douglas and Peucker). */
function turningRows(a: Float64Array, b: Float64Array): number[] {
  const out: number[] = [];
  const part = (from: number, to: number): void => {
    let [worst, at] = [ASIDE, -1];
    for (let i = from + 1; i < to; i++) {
      const [u, v] = [a[to] - a[from], b[to] - b[from]];
      const way = Math.hypot(u, v);
      if (way < 1e-6) continue;
      const off = Math.abs((a[i] - a[from]) * v - (b[i] - b[from]) * u) / way;
      if (off > worst) [worst, at] = [off, i];
    }
    if (at < 0 || out.length >= MOST_RUNGS) return;
    part(from, at);
    out.push(at);
    part(at, to);
  };
  part(0, a.length - 1);
  return out;
}

/** Advances of every second needle point, square to the stitch between, in mm. */
function spacingsOf({ x, y }: ThreadPoints, rows: readonly Row[]): number[] {
  const out: number[] = [];
  for (let k = 2; k < rows.length; k++) {
    const { dx, dy } = rows[k - 1];
    const square = (i: number, j: number): number => Math.abs(dx * (y[j] - y[i]) - dy * (x[j] - x[i]));
    out.push(Math.max(square(rows[k - 2].from, rows[k].from), square(rows[k - 2].to, rows[k].to)));
  }
  return out;
}

/** The rows of a ring up to where it comes to its begin again; null when the column is none. */
function onceRound(points: ThreadPoints, rows: readonly Row[], width: number): readonly Row[] | null {
  if (rows.length <= RING_ROWS) return null;
  const [bx, by] = middleOf(points, rows[0]);
  const [ax, ay] = middleOf(points, rows[4]);
  const [tx, ty] = [ax - bx, ay - by];
  const near = Math.max(RING, RING_SHARE * width);
  const along = (row: Row): boolean => Math.abs(row.dx * rows[0].dx + row.dy * rows[0].dy) > RING_TURN;
  // From the end back: rows beyond the begin are sewn twice.
  for (let n = rows.length; n > RING_ROWS; n--) {
    const [x, y] = middleOf(points, rows[n - 1]);
    const ahead = ((x - bx) * tx + (y - by) * ty) / Math.hypot(tx, ty);
    if (Math.hypot(x - bx, y - by) > near + MOST_OVERLAP) return null;
    if (ahead <= 0) return Math.hypot(x - bx, y - by) <= near && along(rows[n - 1]) ? rows.slice(0, n) : null;
  }
  return null;
}

/** So much of a column's area may lie the wrong way round for its two edges to be one ring. */
const MOST_TURNED = 0.01;

/** Rings of what lies between two edges: one where they nowhere cross; else triangles, from stitch to stitch. */
function ringsBetween(left: readonly EdgePoint[], right: readonly EdgePoint[]): Coords[] {
  const triangles: Coords[] = [];
  const turned = [0, 0];
  for (let i = 0, j = 0; i + 1 < left.length || j + 1 < right.length;) {
    const onLeft = j + 1 >= right.length || (i + 1 < left.length && left[i + 1].row <= right[j + 1].row);
    const third = onLeft ? left[i + 1] : right[j + 1];
    const ring = coordsOf([left[i], third, right[j]]);
    const area = ringArea(ring);
    turned[area < 0 ? 1 : 0] += Math.abs(area);
    triangles.push(ring);
    if (onLeft) i++;
    else j++;
  }
  if (Math.min(...turned) > MOST_TURNED * Math.max(...turned)) return triangles;
  return [coordsOf([...left, ...right.toReversed()])];
}

/** A band as a column; its cloth is known to widen columns by `pull` mm on each side. */
export function columnOf(points: ThreadPoints, band: Band, pull: number): ReadColumn {
  const { x, y } = points;
  const width = medianOf(band.rows.map((r) => r.length));
  const round = onceRound(points, band.rows, width);
  const closed = round !== null;
  const rows = round ?? band.rows;
  const sides = edgesOf(points, rows, pull);
  const [left, right] = sides.map((s, i) => withoutShort(s, rows, i as 0 | 1)) as typeof sides;
  if (!closed) evened([left, right], rows.length);
  const spacings = spacingsOf(points, rows);
  const spacing = medianOf(spacings);
  const edges: [Path, Path] = [
    fitPath({ coords: coordsOf(left), closed }, TOLERANCE, STRAYS),
    fitPath({ coords: coordsOf(right), closed }, TOLERANCE, STRAYS),
  ];
  const rungs = closed
    ? []
    : turningRows(placesOf(left, rows.length), placesOf(right, rows.length)).map((k): Path => {
        const { from, to } = rows[k];
        return { closed: false, points: [from, to].map((i) => ({ x: x[i], y: y[i] })) };
      });
  const like = spacings.filter((s) => s > 0.4 * spacing && s < 2.2 * spacing).length;
  return {
    edges,
    rungs,
    rings: ringsBetween(left, right),
    spacing,
    width,
    sure: like / Math.max(1, spacings.length),
  };
}

/** Columns that follow one another without a break, as one: the stitches on either side lie the same way. */
export function joinedBands(points: ThreadPoints, bands: readonly Band[]): Band[] {
  const out: Band[] = [];
  for (const band of bands) {
    const before = out[out.length - 1];
    const last = before?.rows[before.rows.length - 1];
    const first = band.rows[0];
    const meets =
      last && (first.from === last.from || (first.from >= last.to - 1 && first.from <= last.to + 2));
    const turned = last ? Math.abs(first.dx * last.dx + first.dy * last.dy) : 0;
    const [fx, fy] = middleOf(points, first);
    const [lx, ly] = last ? middleOf(points, last) : [Infinity, Infinity];
    const apart = Math.hypot(fx - lx, fy - ly);
    const alike = before && Math.max(before.pitch / band.pitch, band.pitch / before.pitch) < ALIKE;
    if (!meets || !alike || turned < 0.85 || apart > Math.max(0.8, 2 * before.pitch)) {
      out.push(band);
      continue;
    }
    const rows = [...before.rows, ...(first.from === last.from ? band.rows.slice(1) : band.rows)];
    // Rows take turns: where two in a row lead the same way, one joins them.
    const taking: Row[] = [];
    for (const row of rows) {
      const r = taking[taking.length - 1];
      if (r && r.dx * row.dx + r.dy * row.dy > 0)
        taking[taking.length - 1] = rowBetween(points, r.from, row.to);
      else taking.push(row);
    }
    const n = before.rows.length + band.rows.length;
    out[out.length - 1] = {
      rows: taking,
      linked: (before.linked * before.rows.length + band.linked * band.rows.length) / n,
      pitch: before.rows.length > band.rows.length ? before.pitch : band.pitch,
    };
  }
  return out;
}
