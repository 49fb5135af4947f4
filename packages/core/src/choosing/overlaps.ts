// What of each shape is sewn: nothing that lies hidden, and a little beneath those that are sewn later, so that no
// cloth shows between neighbours when the stitches have pulled.
import { intersect, offsetRegion, regionFromRings, subtract, unite } from '../geometry/clip.ts';
import { cutToBox } from '../geometry/cut-to-box.ts';
import { regionArea, regionBounds, type Region, type Ring } from '../geometry/region.ts';
import { boundsMeet, grownBounds, type Bounds } from '../geometry/points.ts';

/** How far beneath a later neighbour, beyond what the cloth pulls, in mm. */
export const BENEATH = 0.3;
/** Shapes broader than this leave no narrow opening, in mm. */
export const NARROW = 5;
/** Openings beneath a later shape that are narrower than this are not worth leaving, in mm. */
const NARROW_OPENING = 1.6;

/** What is farther off than this is not looked at, in mm: openings are closed from both sides. */
const ABOUT = NARROW_OPENING + 1;

/** Joined, but only those that come near, and of them only what lies about there. */
export function uniteNear(
  regions: readonly Region[],
  bounds: readonly (Bounds | null)[],
  near: Bounds,
  reach: number,
): Region {
  const box = grownBounds(near, reach + ABOUT);
  const those = regions.flatMap((region, i) => {
    const b = bounds[i];
    if (!b || !boundsMeet(b, near, reach)) return [];
    const within = b.minX >= box.minX && b.maxX <= box.maxX && b.minY >= box.minY && b.maxY <= box.maxY;
    return [within ? region : cutToBox(region, box)];
  });
  return those.length > 1 ? unite(those.flat(), []) : (those[0] ?? []);
}

/** What is seen of regions that lie on one another, the first one undermost. `hides` tells which ones hide what is beneath. */
export function seenOf(regions: readonly Region[], hides: readonly boolean[]): Region[] {
  const bounds = regions.map(regionBounds);
  return regions.map((region, i) => {
    const b = bounds[i];
    if (!b) return region;
    const above = uniteNear(
      regions.slice(i + 1).filter((_, k) => hides[i + 1 + k]),
      bounds.slice(i + 1).filter((_, k) => hides[i + 1 + k]),
      b,
      0,
    );
    return above.length ? subtract(region, above) : region;
  });
}

/**
 * A column without the narrow openings that only came to be as it reaches beneath a neighbour: it would go round each
 * like a fan. Those that it had, as letters have, stay.
 */
export function withoutPinholes(reaching: Region, region: Region): Region {
  const had = region.flatMap(({ holes }) => holes.flatMap((hole) => regionFromRings([hole])));
  const stays = (ring: Ring): boolean => {
    const hole = regionFromRings([ring]);
    return offsetRegion(hole, -NARROW_OPENING / 2).length > 0 || intersect(hole, had).length > 0;
  };
  return reaching.map(({ outer, holes }) => ({ outer, holes: holes.filter(stays) }));
}

/**
 * A region with what reaches beneath later ones: `beneath` mm, and, where some of them are `narrow`, all of what would be
 * a narrow opening.
 */
export function reachingBeneath(region: Region, later: Region, beneath: number, narrow: boolean): Region {
  if (!later.length || !region.length) return region;
  const grown = offsetRegion(region, beneath);
  const there = intersect(grown, later);
  if (regionArea(there) < 1e-3) return region;
  // Grown by a hair, as neighbours share their border to the last thousandth: else a seam would stay.
  const wide = unite(offsetRegion(region, 0.01), there);
  if (!narrow) return wide;
  const closed = offsetRegion(offsetRegion(wide, NARROW_OPENING / 2), -NARROW_OPENING / 2);
  return unite(wide, intersect(closed, later));
}

/** How much of an opening may stay seen when it is closed, as a share. */
const SEEN = 0.03;

/** A region that goes on beneath what lies in its openings: cloth that is laid on is not cut out there. */
export const goingOnBeneath = (region: Region, later: Region): Region =>
  region.map((polygon) => ({
    ...polygon,
    holes: polygon.holes.filter((hole) => {
      const opening = regionFromRings([hole]);
      return regionArea(subtract(opening, later)) > SEEN * regionArea(opening);
    }),
  }));
