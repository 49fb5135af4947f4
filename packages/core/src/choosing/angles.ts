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

/** The angle nearest to what suits the region that keeps apart from those of its neighbours; whole steps of 5°. */
export function angleApart(region: Region, neighbours: readonly number[]): number {
  const wanted = Math.round((longestDirection(region) ?? PLAIN) / 5) * 5;
  const least = (angle: number): number => Math.min(90, ...neighbours.map((n) => angleBetween(angle, n)));
  let best = wanted;
  for (let turn = 0; turn < 90; turn += 5)
    for (const angle of [wanted + turn, wanted - turn]) {
      if (least(angle) >= APART) return ((angle % 180) + 180) % 180;
      if (least(angle) > least(best)) best = angle;
    }
  return ((best % 180) + 180) % 180;
}
