// A region drawn in from its edge so that nothing of it is lost: where it is too narrow for that, less.
import { EdgeIndex } from '../../geometry/edge-index.ts';
import { boundsMeet } from '../../geometry/points.ts';
import { intersect, offsetRegion, subtract, unite } from '../../geometry/clip.ts';
import { edgeParts } from './parting.ts';
import {
  polygonArea,
  regionArea,
  ringBounds,
  ringsOf,
  type Polygon,
  type Region,
} from '../../geometry/region.ts';

/** In narrow parts the line is drawn in by these shares, down to so many mm, and by so many in hairlines. */
const SHARES = [0.5, 0.25];
const NARROW = 0.15;
const HAIR = 0.05;
/** Of a shape at least this share stays inside its line. */
const LEAST_SHARE = 0.12;
/** A part that is farther from the wide ones than this, in insets, is more than a corner. */
const BEYOND = 2.6;
/** The edge beside such a part is farther from the line than this: the part itself is less than one inset from its edge. */
const BESIDE = 1.42;
/** The edge is asked so often for that, in insets. */
const ASKED = 0.3;

/**
 * The polygon drawn in by `wanted` mm. What is too narrow for that (a neck, the teeth of a comb, a sliver) is drawn in
 * as far as it can be, so that all of it hangs together and is near the result; corners stay out.
 */
export function reachingInset(polygon: Polygon, wanted: number): Region {
  const least = LEAST_SHARE * polygonArea(polygon);
  let inset = wanted;
  let reached = offsetRegion([polygon], -inset);
  // Hardly anything left: the whole shape is narrow, or a dot.
  while (inset > NARROW && regionArea(reached) < least) reached = offsetRegion([polygon], -(inset /= 2));
  const edges = (): EdgeIndex => new EdgeIndex(reached.flatMap(ringsOf));
  if (reached.length === 1 && !edgeParts([polygon], edges(), BESIDE * inset, ASKED * inset)) return reached;
  const insets = [...SHARES.map((share) => share * inset).filter((d) => d > NARROW), NARROW, HAIR];
  for (const d of insets.filter((d) => d < inset)) {
    // What lies farther from the line than it should: without corners, which lie just beyond.
    const lost = reached.length ? subtract([polygon], offsetRegion(reached, BEYOND * inset)) : [polygon];
    if (!lost.length && reached.length === 1) break;
    const narrow = offsetRegion([polygon], -d);
    if (!narrow.length) continue;
    // Narrow parts where something is lost, and those that link wide parts.
    const wide = reached.length ? offsetRegion(reached, inset - d + 1e-3) : [];
    const parts = wide.length ? subtract(narrow, wide) : narrow;
    const wanted = parts.filter((part) => {
      if (polygonArea(part) < 1e-4) return false;
      const near = lost.filter((l) => boxesMeet(part, l, 0));
      if (near.length && intersect([part], near).length) return true;
      return reached.length > 1 && touches(part, reached, inset) > 1;
    });
    if (wanted.length)
      reached = unite(reached, offsetRegion(intersect(offsetRegion(wanted, inset), narrow), 0));
  }
  return reached;
}

/** Do the boxes about two outer edges come as near as `room` mm? */
const boxesMeet = (a: Polygon, b: Polygon, room: number): boolean =>
  boundsMeet(ringBounds(a.outer), ringBounds(b.outer), room);

/** How many pieces of a region a part would join. */
function touches(part: Polygon, pieces: Region, inset: number): number {
  const near = pieces.filter((piece) => boxesMeet(part, piece, inset));
  if (near.length < 2) return near.length;
  const around = offsetRegion([part], inset);
  return near.filter((piece) => intersect(around, [piece]).length).length;
}
