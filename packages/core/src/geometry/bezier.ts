// Cubic Béziers to polylines.

/**
 * Appends the points of a cubic Bézier, without its start point, to `out` as x, y pairs.
 * The step count comes from the second differences of the control points (the bound of Wang 1984),
 * so that the chord stays within `tolerance` mm of the curve; it never exceeds 200.
 */
export function flattenCubic(
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  x3: number,
  y3: number,
  tolerance: number,
  out: number[],
): void {
  const ddx = Math.max(Math.abs(x0 - 2 * x1 + x2), Math.abs(x1 - 2 * x2 + x3));
  const ddy = Math.max(Math.abs(y0 - 2 * y1 + y2), Math.abs(y1 - 2 * y2 + y3));
  const steps = Math.min(200, Math.max(1, Math.ceil(Math.sqrt((0.75 * Math.hypot(ddx, ddy)) / tolerance))));
  for (let i = 1; i < steps; i++) {
    const t = i / steps;
    const u = 1 - t;
    const a = u * u * u;
    const b = 3 * u * u * t;
    const c = 3 * u * t * t;
    const d = t * t * t;
    out.push(a * x0 + b * x1 + c * x2 + d * x3, a * y0 + b * y1 + c * y2 + d * y3);
  }
  out.push(x3, y3);
}

/** Control distance, as a share of the radius, for a quarter circle drawn as one cubic. */
export const QUARTER_CIRCLE = 0.5522847498307936;
