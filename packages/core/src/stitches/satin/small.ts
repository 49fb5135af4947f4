// Small letters, as thread can show them: corners simpler, and openings kept open.
import { Memo } from '../../design/memo.ts';
import type { PlainOutline } from '../../design/types.ts';
import { intersect, offsetRegion, simplerRing, subtract, unite } from '../../geometry/clip.ts';
import { regionArea, type Polygon, type Region } from '../../geometry/region.ts';
import { outlineOfRegion } from '../../outlines/live/region-outline.ts';
import { outlineRegion } from '../../outlines/region.ts';

/** Letters whose capitals are lower than this are small, in mm. */
export const SMALL = 6;
/** Notches narrower than this are closed, and edges simplified by so much, in mm. */
const NOTCH = 0.2;
const SIMPLER = 0.03;
/** An opening stays so wide when all is sewn, in mm. */
const OPENING = 0.8;
/** Strokes stay so wide when openings grow, in mm. */
const STROKE = 0.6;
/** Widths are found as near as this, in mm. */
const NEAR = 0.04;

/** The radius of the largest circle in a region, in mm, up to `most`. */
function radiusOf(region: Region, most: number): number {
  let [low, high] = [0, most];
  if (regionArea(offsetRegion(region, -most)) > 0) return most;
  while (high - low > NEAR) {
    const radius = (low + high) / 2;
    if (regionArea(offsetRegion(region, -radius)) > 0) low = radius;
    else high = radius;
  }
  return low;
}

const solid = ({ outer }: Polygon): Region => [{ outer, holes: [] }];

/** A polygon whose holes stay open when both their sides are sewn `wider` mm wider. */
function opened(polygon: Polygon, wider: number): Region {
  const wanted = OPENING / 2 + wider;
  // As far as strokes bear it.
  const core = offsetRegion(solid(polygon), -STROKE);
  const holes = polygon.holes.map((ring): Region => [{ outer: ring, holes: [] }]);
  let openings = holes.flat();
  for (const hole of holes) {
    const missing = wanted - radiusOf(hole, wanted);
    if (missing <= NEAR) continue;
    // A stroke between two openings stays, too.
    const others = openings.filter((other) => !regionArea(intersect([other], hole)));
    const room = others.length ? subtract(core, offsetRegion(others, STROKE)) : core;
    openings = unite(openings, intersect(offsetRegion(hole, missing), room));
  }
  return subtract(solid(polygon), openings);
}

const made = new Memo<PlainOutline>(2);

/** The outline of a small letter as it is sewn; both sides of its strokes will be `compensation` mm wider, thin ones `least` mm. */
export const smallOutline = (outline: PlainOutline, compensation: number, least: number): PlainOutline =>
  made.get(outline, [compensation, least], () => {
    const closed = offsetRegion(
      offsetRegion(outlineRegion(outline), NOTCH / 2, 'mitre'),
      -NOTCH / 2,
      'mitre',
    );
    const region = closed.map(({ outer, holes }) => ({
      outer: simplerRing(outer, SIMPLER),
      holes: holes.map((ring) => simplerRing(ring, SIMPLER)),
    }));
    const widest = 2 * radiusOf(region, least / 2);
    const wider = compensation + Math.max(0, (least - widest) / 2);
    return outlineOfRegion(
      region.flatMap((polygon) => (polygon.holes.length ? opened(polygon, wider) : [polygon])),
    );
  });
