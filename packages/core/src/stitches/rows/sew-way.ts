// Ways of the thread from place to place.
import type { Point } from '../../geometry/points.ts';
import { runPoints } from '../run-points.ts';
import { Part, type PartCode, type ThreadBuilder } from '../thread.ts';

/** Stitches of a way are so long, in mm. */
const TRAVEL_LENGTH = 2.5;

/** Sews a way, from where the needle is, up to but without its last point. */
export function sewWay(builder: ThreadBuilder, way: Point[], part: PartCode = Part.travel): void {
  if (way.length < 2) return;
  const coords = Float64Array.from(way.flatMap((p) => [p.x, p.y]));
  builder.addAll(runPoints({ coords, closed: false }, TRAVEL_LENGTH).slice(1, -1), part);
}
