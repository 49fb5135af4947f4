// Affine maps as [a, b, c, d, e, f], in the order SVG and canvas use:
// x' = a·x + c·y + e, y' = b·x + d·y + f.
import type { Point } from './points.ts';

export type Matrix = readonly [number, number, number, number, number, number];

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0];

/** The map that does `inner` first and `outer` after it. */
export function multiply(outer: Matrix, inner: Matrix): Matrix {
  const [a, b, c, d, e, f] = outer;
  const [g, h, i, j, k, l] = inner;
  return [a * g + c * h, b * g + d * h, a * i + c * j, b * i + d * j, a * k + c * l + e, b * k + d * l + f];
}

export const applyMatrix = (m: Matrix, p: Point): Point => ({
  x: m[0] * p.x + m[2] * p.y + m[4],
  y: m[1] * p.x + m[3] * p.y + m[5],
});

/** The linear part alone, for directions and tangents. */
export const applyToVector = (m: Matrix, v: Point): Point => ({
  x: m[0] * v.x + m[2] * v.y,
  y: m[1] * v.x + m[3] * v.y,
});

export const translation = (x: number, y: number): Matrix => [1, 0, 0, 1, x, y];

/** Scales by (sx, sy) with `about` fixed. */
export const scaling = (sx: number, sy: number, about: Point = { x: 0, y: 0 }): Matrix => [
  sx,
  0,
  0,
  sy,
  about.x - sx * about.x,
  about.y - sy * about.y,
];

/** Cosine and sine; quarter turns come out as whole numbers. */
function cosSin(degrees: number): { cos: number; sin: number } {
  const quarters = degrees / 90;
  if (Number.isInteger(quarters)) {
    const k = ((quarters % 4) + 4) % 4;
    return { cos: [1, 0, -1, 0][k], sin: [0, 1, 0, -1][k] };
  }
  const a = (degrees * Math.PI) / 180;
  return { cos: Math.cos(a), sin: Math.sin(a) };
}

/** Turns by `degrees` (clockwise on screen) with `about` fixed. */
export function rotation(degrees: number, about: Point = { x: 0, y: 0 }): Matrix {
  const { cos: c, sin: s } = cosSin(degrees);
  return [c, s, -s, c, about.x - c * about.x + s * about.y, about.y - s * about.x - c * about.y];
}

export const determinant = (m: Matrix): number => m[0] * m[3] - m[1] * m[2];

/** The map that takes everything back; null when the matrix flattens the plane. */
export function inverse(m: Matrix): Matrix | null {
  const det = determinant(m);
  if (Math.abs(det) < 1e-12) return null;
  const [a, b, c, d, e, f] = m;
  return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det];
}

/** Mirrors in a line through `about` that runs at `degrees` (0: left and right stay, up and down change). */
export function mirroring(degrees: number, about: Point = { x: 0, y: 0 }): Matrix {
  const { cos: c, sin: s } = cosSin(2 * degrees);
  return [c, s, s, -c, about.x - c * about.x - s * about.y, about.y - s * about.x + c * about.y];
}

/** Skews by degrees along each axis with `about` fixed; positive leans the top to the left, the right side down. */
export function skewing(acrossDegrees: number, downDegrees: number, about: Point = { x: 0, y: 0 }): Matrix {
  const x = Math.tan((acrossDegrees * Math.PI) / 180);
  const y = Math.tan((downDegrees * Math.PI) / 180);
  return [1, y, x, 1, -x * about.y, -y * about.x];
}
