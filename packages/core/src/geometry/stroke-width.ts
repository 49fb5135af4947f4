// How wide the strokes of a shape are, from its area and its edge alone.
import { lengthOf } from './polyline.ts';
import { polygonArea, ringsOf, type Region } from './region.ts';

/**
 * The mean width of strokes that a region consists of, in mm; 0 for an empty one. Strokes of width w and length L in all
 * have an area of w L and an edge of 2 L, and each piece two ends of w more, of which every hole takes a pair away (where
 * strokes meet, as many sides are lost as ends): of w, χ w² − P/2 w + A = 0, where χ counts pieces less holes. A shape
 * that is too round for strokes is as wide as its square.
 */
export function strokeWidth(region: Region): number {
  let [area, edge, ends] = [0, 0, 0];
  for (const polygon of region) {
    area += polygonArea(polygon);
    for (const ring of ringsOf(polygon)) edge += lengthOf({ coords: ring, closed: true });
    ends += 1 - polygon.holes.length;
  }
  if (!edge) return 0;
  const half = edge / 2;
  const root = half * half - 4 * ends * area;
  return root <= 0 ? Math.sqrt(area) : (2 * area) / (half + Math.sqrt(root));
}
