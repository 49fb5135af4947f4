// Regions: polygons with holes, made by the clipping kernel, so rings never cross themselves or each other.
import { emptyBounds, growBounds, type Bounds, type Point } from './points.ts';
import type { Coords } from './polyline.ts';

/** A closed ring, its last point joined to its first. Outer rings and holes turn opposite ways. */
export type Ring = Coords;

/** One connected piece: its outer ring first, then its holes. */
export interface Polygon {
  outer: Ring;
  holes: Ring[];
}

export type Region = Polygon[];

export const ringsOf = (polygon: Polygon): Ring[] => [polygon.outer, ...polygon.holes];

/** Signed area in mm². */
export function ringArea(ring: Ring): number {
  let sum = 0;
  const n = ring.length;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) sum += ring[j] * ring[i + 1] - ring[i] * ring[j + 1];
  return sum / 2;
}

export const polygonArea = (p: Polygon): number =>
  Math.abs(ringArea(p.outer)) - p.holes.reduce((sum, h) => sum + Math.abs(ringArea(h)), 0);

/** The largest of a region's polygons; null for an empty one. */
export const largestPolygon = (region: Region): Polygon | null =>
  region.reduce<Polygon | null>((best, p) => (!best || polygonArea(p) > polygonArea(best) ? p : best), null);

export const regionArea = (region: Region): number => region.reduce((sum, p) => sum + polygonArea(p), 0);

/** The bounds of a ring with at least one point. */
export function ringBounds(ring: Ring): Bounds {
  const b = emptyBounds();
  for (let i = 0; i < ring.length; i += 2) growBounds(b, ring[i], ring[i + 1]);
  return b;
}

export function coordsBounds(all: Iterable<ArrayLike<number>>): Bounds | null {
  const b = emptyBounds();
  for (const c of all) for (let i = 0; i + 1 < c.length; i += 2) growBounds(b, c[i], c[i + 1]);
  return b.minX <= b.maxX ? b : null;
}

/** A box as a region, mm. */
export const boxRegion = ({ minX, minY, maxX, maxY }: Bounds): Region => [
  { outer: Float64Array.of(minX, minY, maxX, minY, maxX, maxY, minX, maxY), holes: [] },
];

export const regionBounds = (region: Region): Bounds | null => coordsBounds(region.map((p) => p.outer));

/** A region elsewhere, in mm. */
export function movedRegion(region: Region, dx: number, dy: number): Region {
  if (!dx && !dy) return region;
  const moved = (ring: Ring): Ring => {
    const out = ring.slice();
    for (let i = 0; i < out.length; i += 2) {
      out[i] += dx;
      out[i + 1] += dy;
    }
    return out;
  };
  return region.map(({ outer, holes }) => ({ outer: moved(outer), holes: holes.map(moved) }));
}

/** The middle of a region's bounds, in mm. */
export function regionMiddle(region: Region): Point {
  const b = regionBounds(region);
  return b ? { x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 } : { x: 0, y: 0 };
}

function insideRing(ring: Ring, x: number, y: number): boolean {
  let inside = false;
  const n = ring.length;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
    const yi = ring[i + 1];
    const yj = ring[j + 1];
    if (yi > y !== yj > y && x < ((ring[j] - ring[i]) * (y - yi)) / (yj - yi) + ring[i]) inside = !inside;
  }
  return inside;
}

export const insidePolygon = (p: Polygon, x: number, y: number): boolean =>
  insideRing(p.outer, x, y) && !p.holes.some((h) => insideRing(h, x, y));

export const insideRegion = (region: Region, x: number, y: number): boolean =>
  region.some((p) => insidePolygon(p, x, y));
