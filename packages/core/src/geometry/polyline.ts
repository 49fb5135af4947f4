// Polylines: flat arrays of x, y pairs in millimetres.
import type { Point } from './points.ts';

/** x0, y0, x1, y1, … */
export type Coords = Float64Array;

export interface Line {
  coords: Coords;
  closed: boolean;
  /** It runs against the way in which it was drawn. */
  turned?: true;
}

/** Points as x, y pairs. */
export function coordsOf(points: readonly Point[]): Coords {
  const out = new Float64Array(2 * points.length);
  points.forEach((p, i) => {
    out[2 * i] = p.x;
    out[2 * i + 1] = p.y;
  });
  return out;
}

/** The points of x, y pairs. */
export const pointsOf = (coords: ArrayLike<number>): Point[] =>
  Array.from({ length: coords.length / 2 }, (_, i) => ({ x: coords[2 * i], y: coords[2 * i + 1] }));

/** Arc length at every point, in mm; for a closed line one more entry holds the whole length. */
export function arcLengths(line: Line): Float64Array {
  const { coords, closed } = line;
  const n = coords.length / 2;
  const out = new Float64Array(closed ? n + 1 : n);
  for (let i = 1; i < out.length; i++) {
    const a = 2 * (i - 1);
    const b = 2 * (i % n);
    const dx = coords[b] - coords[a];
    const dy = coords[b + 1] - coords[a + 1];
    out[i] = out[i - 1] + Math.sqrt(dx * dx + dy * dy);
  }
  return out;
}

export const lengthOf = (line: Line): number => arcLengths(line).at(-1) ?? 0;

/** Index of the last entry of the ascending `lengths` that is not greater than `s`. */
export function segmentAt(lengths: Float64Array, s: number): number {
  let lo = 0;
  let hi = lengths.length - 2;
  while (lo < hi) {
    const mid = (lo + hi + 1) >> 1;
    if (lengths[mid] <= s) lo = mid;
    else hi = mid - 1;
  }
  return Math.max(0, lo);
}

/** The point at arc length `s` (mm), clamped to the line's ends. `lengths` is `arcLengths(line)`. */
export function pointAt(line: Line, lengths: Float64Array, s: number): Point {
  const { coords } = line;
  const n = coords.length / 2;
  if (n === 1 || lengths.length < 2) return { x: coords[0], y: coords[1] };
  const i = segmentAt(lengths, s);
  const span = lengths[i + 1] - lengths[i];
  const t = span > 0 ? Math.min(1, Math.max(0, (s - lengths[i]) / span)) : 0;
  const a = 2 * i;
  const b = 2 * ((i + 1) % n);
  return {
    x: coords[a] + (coords[b] - coords[a]) * t,
    y: coords[a + 1] + (coords[b + 1] - coords[a + 1]) * t,
  };
}

export function reversed(line: Line): Line {
  const n = line.coords.length;
  const coords = new Float64Array(n);
  for (let i = 0; i < n; i += 2) {
    coords[i] = line.coords[n - 2 - i];
    coords[i + 1] = line.coords[n - 1 - i];
  }
  return { coords, closed: line.closed, ...(!line.turned && { turned: true }) };
}

/** Drops points that lie within `tolerance` mm of the one before (and, when closed, of the first). */
export function withoutRepeats(coords: ArrayLike<number>, closed: boolean, tolerance = 1e-6): Coords {
  const out = new Float64Array(coords.length & ~1);
  let n = 0;
  const near = (dx: number, dy: number): boolean => dx * dx + dy * dy <= tolerance * tolerance;
  for (let i = 0; i + 1 < coords.length; i += 2) {
    if (n && near(coords[i] - out[n - 2], coords[i + 1] - out[n - 1])) continue;
    out[n++] = coords[i];
    out[n++] = coords[i + 1];
  }
  while (closed && n > 2 && near(out[0] - out[n - 2], out[1] - out[n - 1])) n -= 2;
  return out.slice(0, n);
}

/** The polyline that begins at arc length `s` on a closed line and goes once round to it again. */
export function openedAt(line: Line, lengths: Float64Array, s: number): Line {
  const { coords } = line;
  const n = coords.length / 2;
  const start = pointAt(line, lengths, s);
  const i = segmentAt(lengths, s);
  const out = [start.x, start.y];
  for (let k = 1; k <= n; k++) {
    const j = 2 * ((i + k) % n);
    out.push(coords[j], coords[j + 1]);
  }
  out.push(start.x, start.y);
  return { coords: withoutRepeats(out, false, 1e-9), closed: false, ...(line.turned && { turned: true }) };
}

/** The same, going round clockwise on screen. */
export function clockwiseFrom(line: Line, lengths: Float64Array, s: number): Line {
  const open = openedAt(line, lengths, s);
  const { coords } = open;
  let area = 0;
  for (let i = 0; i + 3 < coords.length; i += 2)
    area += coords[i] * coords[i + 3] - coords[i + 2] * coords[i + 1];
  return area < 0 ? reversed(open) : open;
}

/** Arc length (mm) of the point on the line nearest to `p`, and how far away it is. */
export function nearestOnLine(line: Line, lengths: Float64Array, p: Point): { s: number; distance: number } {
  const { coords } = line;
  const n = coords.length / 2;
  let best = { s: 0, distance: Math.hypot(coords[0] - p.x, coords[1] - p.y) };
  for (let i = 0; i + 1 < lengths.length; i++) {
    const a = 2 * i;
    const b = 2 * ((i + 1) % n);
    const dx = coords[b] - coords[a];
    const dy = coords[b + 1] - coords[a + 1];
    const l2 = dx * dx + dy * dy;
    const t =
      l2 > 0 ? Math.min(1, Math.max(0, ((p.x - coords[a]) * dx + (p.y - coords[a + 1]) * dy) / l2)) : 0;
    const d = Math.hypot(coords[a] + t * dx - p.x, coords[a + 1] + t * dy - p.y);
    if (d < best.distance) best = { s: lengths[i] + t * (lengths[i + 1] - lengths[i]), distance: d };
  }
  return best;
}
