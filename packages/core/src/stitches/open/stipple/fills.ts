// Whether a line has been everywhere in its shape, and never outside.
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import { lerp, type Point } from '../../../geometry/points.ts';
import { coordsOf } from '../../../geometry/polyline.ts';
import { ringBounds, ringsOf, type Polygon } from '../../../geometry/region.ts';
import type { TreeLine } from './tree-line.ts';

/** Cloth that is farther from the line than this, in spacings, is bare; a line that leaves more than this share so … */
const FAR = 1;
const BARE = 0.05;
/** … or comes out of the shape by more than this, in mm, does not do. */
const OUT = 0.15;
/** One that leaves any cloth farther away than this, in spacings, does only if there is no better one … */
const FARTHEST = 1.6;
/** … unless that lies so near to the edge, in spacings, as in a pointed tip. */
const TIP = 0.25;
/** Places are looked at so close together, in spacings. */
const GRID = 0.4;

/** How well a line fills its shape: not, or nearly, or all of it. */
export function fills({ points, closed }: TreeLine, polygon: Polygon, spacing: number): 0 | 1 | 2 {
  const edges = new EdgeIndex(ringsOf(polygon));
  const out = (p: Point): boolean =>
    !edges.inside(p.x, p.y) && (edges.nearest(p.x, p.y, 1e6)?.distance ?? 0) > OUT;
  if (points.some((p, i) => out(p) || (i > 0 && out(lerp(p, points[i - 1], 0.5))))) return 0;
  // An open line is looked at there and back.
  const line = new EdgeIndex([coordsOf(closed ? points : [...points, ...points.toReversed()])]);
  const b = ringBounds(polygon.outer);
  let [all, bare, far] = [0, 0, 0];
  for (let x = b.minX; x <= b.maxX; x += GRID * spacing)
    for (let y = b.minY; y <= b.maxY; y += GRID * spacing) {
      if (!edges.inside(x, y)) continue;
      all++;
      if (line.nearest(x, y, FAR * spacing)) continue;
      bare++;
      if (!line.nearest(x, y, FARTHEST * spacing) && !edges.nearest(x, y, TIP * spacing)) far++;
    }
  return bare > BARE * all ? 0 : far ? 1 : 2;
}
