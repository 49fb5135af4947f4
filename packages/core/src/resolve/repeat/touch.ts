// How far one shape has to be moved in a direction until it just touches another: exact for straight-edged outlines.
//
// Seen along the direction, each shape has a front: how far it reaches at each place across. The distance to go is
// the greatest difference between the one's front and the other's back. Both are made of straight pieces, so the
// greatest difference lies at a corner of either.
import { bandRegion, offsetRegion, unite } from '../../geometry/clip.ts';
import { applyMatrix, translation, type Matrix } from '../../geometry/matrix.ts';
import { EdgeIndex } from '../../geometry/edge-index.ts';
import type { Point } from '../../geometry/points.ts';
import type { Line } from '../../geometry/polyline.ts';
import { ringsOf } from '../../geometry/region.ts';
import type { PlainOutline } from '../../design/types.ts';
import { outlineLines } from '../../outlines/flatten.ts';
import { closedOnly } from '../../outlines/live/around.ts';
import { regionOfAll } from '../../outlines/live/combine.ts';

/** Outlines are followed this closely, in mm. */
const FINE = 0.005;

/** A shape as its edges: what it encloses, and open lines. */
export interface Shape {
  lines: Line[];
}

/** The edges of what outlines enclose, grown by `gap` mm (at least 0). */
export function shapeOf(outlines: readonly PlainOutline[], gap = 0): Shape {
  const region = regionOfAll(outlines.map(closedOnly));
  const open = outlines.flatMap((o) => outlineLines(o, FINE)).filter((line) => !line.closed);
  const closed = (r: typeof region): Line[] => r.flatMap(ringsOf).map((coords) => ({ coords, closed: true }));
  if (gap <= 0) return { lines: [...closed(region), ...open] };
  const grown = offsetRegion(region, gap);
  return { lines: closed(open.length ? unite(grown, bandRegion(open, 2 * gap, 'round', 'round')) : grown) };
}

export function placedShape({ lines }: Shape, m: Matrix): Shape {
  return {
    lines: lines.map(({ coords, closed }) => {
      const out = new Float64Array(coords.length);
      for (let i = 0; i < coords.length; i += 2) {
        const p = applyMatrix(m, { x: coords[i], y: coords[i + 1] });
        [out[i], out[i + 1]] = [p.x, p.y];
      }
      return { coords: out, closed };
    }),
  };
}

/** Edges in a turned frame, four numbers an edge: how far along and across its two ends lie, the lower across first. */
function edgesOf({ lines }: Shape, u: Point): Float64Array {
  const out: number[] = [];
  for (const { coords, closed } of lines) {
    const n = coords.length / 2;
    for (let i = closed ? 0 : 1; i < n; i++) {
      const [a, b] = [2 * ((i + n - 1) % n), 2 * i];
      const [ax, ay, bx, by] = [coords[a], coords[a + 1], coords[b], coords[b + 1]];
      const p = [ax * u.x + ay * u.y, ay * u.x - ax * u.y];
      const q = [bx * u.x + by * u.y, by * u.x - bx * u.y];
      out.push(...(p[1] <= q[1] ? [...p, ...q] : [...q, ...p]));
    }
  }
  return Float64Array.from(out);
}

/** For both ends of every edge of `of`: the greatest of `sign` × (its place along − that of `against` there). */
function greatest(of: Float64Array, against: Float64Array, sign: 1 | -1): number {
  const order = Array.from({ length: against.length / 4 }, (_, i) => 4 * i).sort(
    (a, b) => against[a + 1] - against[b + 1],
  );
  let tallest = 0;
  for (const e of order) tallest = Math.max(tallest, against[e + 3] - against[e + 1]);
  let best = -Infinity;
  for (let k = 0; k < of.length; k += 2) {
    const [along, across] = [of[k], of[k + 1]];
    // The first edge that can reach so far across.
    let [lo, hi] = [0, order.length];
    while (lo < hi) {
      const mid = (lo + hi) >> 1;
      if (against[order[mid] + 1] < across - tallest) lo = mid + 1;
      else hi = mid;
    }
    for (let i = lo; i < order.length; i++) {
      const e = order[i];
      if (against[e + 1] > across) break;
      if (against[e + 3] < across) continue;
      const span = against[e + 3] - against[e + 1];
      // An edge that runs along the direction is met at both of its ends.
      const places =
        span > 1e-12
          ? [against[e] + ((against[e + 2] - against[e]) * (across - against[e + 1])) / span]
          : [against[e], against[e + 2]];
      for (const place of places) best = Math.max(best, sign * (along - place));
    }
  }
  return best;
}

/**
 * How far `b` is to be moved along the unit direction `u` so that it just touches `a` and is clear of it from there
 * on, in mm; negative when it is clear already. −Infinity when it never meets it.
 */
export function touchDistance(a: Shape, b: Shape, u: Point): number {
  const [ea, eb] = [edgesOf(a, u), edgesOf(b, u)];
  return Math.max(greatest(ea, eb, 1), greatest(eb, ea, -1));
}

/** The shortest distance between two shapes that lie apart, in mm: from the corners of each to the edges of the other. */
export function gapBetween(a: Shape, b: Shape): number {
  let best = Infinity;
  for (const [corners, edges] of [
    [a, b],
    [b, a],
  ]) {
    const index = new EdgeIndex(edges.lines.map(asRing));
    for (const { coords } of corners.lines)
      for (let i = 0; i < coords.length; i += 2)
        best = index.nearest(coords[i], coords[i + 1], best)?.distance ?? best;
  }
  return best;
}

/** An open line as a ring: there and back. */
function asRing({ coords, closed }: Line): Float64Array {
  if (closed) return coords;
  const out = [...coords];
  for (let i = coords.length - 4; i >= 2; i -= 2) out.push(coords[i], coords[i + 1]);
  return Float64Array.from(out);
}

/** Gaps are this exact, in mm, after so many corrections at most, each of them small. */
const EXACT = 5e-4;
const CORRECTIONS = 4;
const MOST_CORRECTED = 0.05;

/** A shape, and the same one grown by a gap, from which neighbours are to stay that far away. */
export interface Kept {
  shape: Shape;
  grown: Shape;
  /** mm; negative: they overlap by so much, along the way between them. */
  gap: number;
}

export const keptShape = (outlines: readonly PlainOutline[], gap: number): Kept => ({
  shape: shapeOf(outlines),
  grown: shapeOf(outlines, gap),
  gap,
});

export const placedKept = (kept: Kept, m: Matrix): Kept => ({
  ...kept,
  shape: placedShape(kept.shape, m),
  grown: placedShape(kept.grown, m),
});

/**
 * How far `b` is to be moved along the unit direction `u` so that it keeps the gap from `a`. Grown outlines are true
 * to some hundredths of a millimetre; what is missing is measured and made up.
 */
export function keepDistance(a: Kept, b: Shape, u: Point): number {
  let t = touchDistance(a.grown, b, u);
  if (!Number.isFinite(t) || a.gap <= 0) return t + Math.min(0, a.gap);
  for (let k = 0; k < CORRECTIONS; k++) {
    const missing = a.gap - gapBetween(a.shape, placedShape(b, translation(t * u.x, t * u.y)));
    if (Math.abs(missing) < EXACT || Math.abs(missing) > MOST_CORRECTED) break;
    t += missing;
  }
  return t;
}

/** How far a shape reaches along a unit direction, in mm: its least and its greatest place. */
export function reachAlong({ lines }: Shape, u: Point): { least: number; most: number } {
  let [least, most] = [Infinity, -Infinity];
  for (const { coords } of lines)
    for (let i = 0; i < coords.length; i += 2) {
      const at = coords[i] * u.x + coords[i + 1] * u.y;
      [least, most] = [Math.min(least, at), Math.max(most, at)];
    }
  return { least, most };
}
