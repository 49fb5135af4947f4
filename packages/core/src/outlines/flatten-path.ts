// A path as a polyline.
import { flattenCubic } from '../geometry/bezier.ts';
import { withoutRepeats, type Line } from '../geometry/polyline.ts';
import type { Path } from '../design/types.ts';

/** How far the polyline may stray from the curve, in mm: a tenth of what a machine can place. */
export const FLATNESS = 0.01;

export function flattenPath(path: Path, tolerance = FLATNESS): Line {
  const { points, closed } = path;
  const out: number[] = [];
  if (points.length) out.push(points[0].x, points[0].y);
  const last = closed ? points.length : points.length - 1;
  for (let i = 0; i < last; i++) {
    const a = points[i];
    const b = points[(i + 1) % points.length];
    if (!a.out && !b.in) {
      out.push(b.x, b.y);
      continue;
    }
    flattenCubic(
      a.x,
      a.y,
      a.x + (a.out?.x ?? 0),
      a.y + (a.out?.y ?? 0),
      b.x + (b.in?.x ?? 0),
      b.y + (b.in?.y ?? 0),
      b.x,
      b.y,
      tolerance,
      out,
    );
  }
  return { coords: withoutRepeats(out, closed, 1e-4), closed };
}
