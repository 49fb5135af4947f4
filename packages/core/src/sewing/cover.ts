// What hides a thread that has to get from one place to another.
import type { Point } from '../geometry/points.ts';
import { insideRegion, regionBounds, type Region } from '../geometry/region.ts';

export interface Cover {
  region: Region;
  bounds: { minX: number; minY: number; maxX: number; maxY: number };
}

export function coverOf(region: Region): Cover | null {
  const bounds = regionBounds(region);
  return bounds ? { region, bounds } : null;
}

const hides = ({ region, bounds: b }: Cover, x: number, y: number): boolean =>
  x >= b.minX && x <= b.maxX && y >= b.minY && y <= b.maxY && insideRegion(region, x, y);

export const placeIsCovered = ({ x, y }: Point, covers: readonly Cover[]): boolean =>
  covers.some((c) => hides(c, x, y));

/** Is every place on the straight line between two points (tried every 0.5 mm) under one of the covers? */
export function lineIsCovered(a: Point, b: Point, covers: readonly Cover[]): boolean {
  const steps = Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / 0.5));
  for (let i = 0; i <= steps; i++) {
    const x = a.x + ((b.x - a.x) * i) / steps;
    const y = a.y + ((b.y - a.y) * i) / steps;
    if (!placeIsCovered({ x, y }, covers)) return false;
  }
  return true;
}
