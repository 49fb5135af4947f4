// Straight lines through places of a border.
import type { Point } from '../geometry/points.ts';

export interface Straight {
  at: Point;
  /** Unit direction onwards. */
  way: Point;
}

/** The straight line that fits places best: through their middle, along their longest extent, from the first to the last. */
export function straightThrough(places: readonly Point[]): Straight {
  const n = places.length;
  const at = { x: 0, y: 0 };
  for (const p of places) [at.x, at.y] = [at.x + p.x / n, at.y + p.y / n];
  let [xx, xy, yy] = [0, 0, 0];
  for (const p of places) {
    const [dx, dy] = [p.x - at.x, p.y - at.y];
    [xx, xy, yy] = [xx + dx * dx, xy + dx * dy, yy + dy * dy];
  }
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
  let way = { x: Math.cos(angle), y: Math.sin(angle) };
  const [a, b] = [places[0], places[n - 1]];
  if (way.x * (b.x - a.x) + way.y * (b.y - a.y) < 0) way = { x: -way.x, y: -way.y };
  return { at, way };
}

/** The place that is nearest to all lines (least squares), and a little to where it would be without them: by this weight. */
export function nearestToAll(lines: readonly Straight[], otherwise: Point, weight: number): Point {
  let [xx, xy, yy] = [weight, 0, weight];
  let [x, y] = [weight * otherwise.x, weight * otherwise.y];
  for (const { at, way } of lines) {
    const [nx, ny] = [-way.y, way.x];
    const d = nx * at.x + ny * at.y;
    [xx, xy, yy] = [xx + nx * nx, xy + nx * ny, yy + ny * ny];
    [x, y] = [x + nx * d, y + ny * d];
  }
  const det = xx * yy - xy * xy;
  return { x: (x * yy - y * xy) / det, y: (y * xx - x * xy) / det };
}
