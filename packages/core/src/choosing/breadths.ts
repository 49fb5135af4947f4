// How broad a region is: what of it is narrower than a given width, by opening it (shrunk, then grown again).
import { offsetRegion, subtract } from '../geometry/clip.ts';
import { regionArea, ringsOf, type Region } from '../geometry/region.ts';
import { arcLengths } from '../geometry/polyline.ts';

/** What of a region is at least `width` mm broad. */
export function broaderThan(region: Region, width: number): Region {
  const inside = offsetRegion(region, -width / 2);
  return inside.length ? offsetRegion(inside, width / 2) : [];
}

/** What share of a region, 0 to 1, is at least `width` mm broad. */
export function shareBroader(region: Region, width: number): number {
  const all = regionArea(region);
  return all > 0 ? Math.min(1, regionArea(broaderThan(region, width)) / all) : 0;
}

/** The parts of a region that are narrower than `width` mm. */
export const narrowerThan = (region: Region, width: number): Region =>
  subtract(region, broaderThan(region, width));

/** About how broad a region is all along, in mm: a column's width. */
export function usualBreadth(region: Region): number {
  let around = 0;
  for (const polygon of region)
    for (const ring of ringsOf(polygon)) around += arcLengths({ coords: ring, closed: true }).at(-1)!;
  const area = regionArea(region);
  // A column of length l and width w: l × w and 2 (l + w).
  const half = around / 4;
  const root = half * half - area;
  return root > 0 ? Math.max(0, half - Math.sqrt(root)) : Math.sqrt(area);
}
