// Ways along a polygon's edge from one chord to the next.
import { distance, type Point } from '../../geometry/points.ts';
import { runPoints } from '../run-points.ts';
import { Part, type ThreadBuilder } from '../thread.ts';

/** A turn that bends away from the straight line by less than this is one stitch, in mm. */
const STRAIGHT = 0.15;
/** A way along the edge longer than this, in spacings, or bent more than this, in mm, is more than a turn. */
const TURN = 3;
const BENT = 0.22;
/** Stitches along the edge, in mm. */
const LENGTH = 2.5;

/** How far points stray from the straight line between two others, in mm. */
function stray(points: readonly Point[], a: Point, b: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length2 = dx * dx + dy * dy || 1;
  return Math.max(
    0,
    ...points.map((p) => {
      const t = Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / length2));
      return Math.hypot(a.x + t * dx - p.x, a.y + t * dy - p.y);
    }),
  );
}

/** Whether a way from `from` (its last point is where it arrives) is only a turn from one chord into the next. */
export function isTurn(from: Point, way: readonly Point[], spacing: number): boolean {
  const to = way[way.length - 1];
  return distance(from, to) <= TURN * spacing && stray(way, from, to) <= BENT;
}

/**
 * Goes along the edge, over the points `between`, to where a chord will begin at `to` (mm on the cloth); that needle
 * point is left to the chord. Up to `longest` mm, a way that is all but straight is one stitch.
 */
export function goAlong(between: readonly Point[], to: Point, longest: number, builder: ThreadBuilder): void {
  const from = builder.last!;
  if (builder.reach(to.x, to.y) <= longest && stray(between, from, to) <= STRAIGHT) return;
  const coords = Float64Array.from([from, ...between, to].flatMap((p) => [p.x, p.y]));
  builder.addAll(runPoints({ coords, closed: false }, LENGTH).slice(1, -1), Part.travel);
}
