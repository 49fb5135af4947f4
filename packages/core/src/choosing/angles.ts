// Stitch angles of fills: along each shape, and apart from what its neighbours have.
import { ringsOf, type Region } from '../geometry/region.ts';

/** The direction that a region is longest in, in degrees from 0 to 180 (90 is upright); null when it is about as broad as long. */
export function longestDirection(region: Region): number | null {
  // Second moments of area, ring by ring (Green's theorem).
  let [area, mx, my, xx, xy, yy] = [0, 0, 0, 0, 0, 0];
  for (const polygon of region)
    for (const ring of ringsOf(polygon))
      for (let i = 0, n = ring.length; i < n; i += 2) {
        const [x0, y0, x1, y1] = [ring[i], ring[i + 1], ring[(i + 2) % n], ring[(i + 3) % n]];
        const c = x0 * y1 - x1 * y0;
        area += c / 2;
        mx += ((x0 + x1) * c) / 6;
        my += ((y0 + y1) * c) / 6;
        xx += ((x0 * x0 + x0 * x1 + x1 * x1) * c) / 12;
        yy += ((y0 * y0 + y0 * y1 + y1 * y1) * c) / 12;
        xy += ((x0 * y1 + 2 * x0 * y0 + 2 * x1 * y1 + x1 * y0) * c) / 24;
      }
  if (!area) return null;
  const [cx, cy] = [mx / area, my / area];
  [xx, yy, xy] = [xx / area - cx * cx, yy / area - cy * cy, xy / area - cx * cy];
  const spread = Math.hypot((xx - yy) / 2, xy);
  const mean = (xx + yy) / 2;
  if (spread < 0.22 * mean) return null;
  // y goes down on screen, angles of stitches go up.
  const angle = (-0.5 * Math.atan2(2 * xy, xx - yy) * 180) / Math.PI;
  return ((angle % 180) + 180) % 180;
}

/** Angles nearer than this look like one area, in degrees. */
const APART = 25;
/** What a shape without a direction of its own takes. */
const PLAIN = 45;

export const angleBetween = (a: number, b: number): number => {
  const d = Math.abs(a - b) % 180;
  return Math.min(d, 180 - d);
};

/** Edges that rows run along at less than this make steps; but for those that they follow exactly. Degrees. */
const [FOLLOWS, STEPS] = [1.5, 14];

/** Lengths of a region's edge by its direction, in whole degrees from 0 to 179. */
function edgeDirections(region: Region): Float64Array {
  const out = new Float64Array(180);
  for (const polygon of region)
    for (const ring of ringsOf(polygon))
      for (let i = 0, n = ring.length; i < n; i += 2) {
        const [dx, dy] = [ring[(i + 2) % n] - ring[i], ring[(i + 3) % n] - ring[i + 1]];
        const angle = (-Math.atan2(dy, dx) * 180) / Math.PI;
        out[((Math.round(angle) % 180) + 180) % 180] += Math.hypot(dx, dy);
      }
  return out;
}

/**
 * The angle of rows, in whole steps of 5°, that suits a region best: along it, without steps at its edges, and apart from
 * those of its neighbours.
 */
export function angleApart(region: Region, neighbours: readonly number[]): number {
  const wanted = longestDirection(region) ?? PLAIN;
  const edges = edgeDirections(region);
  const around = edges.reduce((sum, length) => sum + length, 0) || 1;
  let best = 0;
  let least = Infinity;
  for (let angle = 0; angle < 180; angle += 5) {
    let stepped = 0;
    edges.forEach((length, direction) => {
      const off = angleBetween(angle, direction);
      if (off > FOLLOWS && off < STEPS) stepped += length;
    });
    const near = Math.max(0, ...neighbours.map((n) => 1 - angleBetween(angle, n) / APART));
    const cost = angleBetween(angle, wanted) / 90 + (2 * stepped) / around + 4 * near;
    if (cost < least - 1e-9) [least, best] = [cost, angle];
  }
  return best;
}
