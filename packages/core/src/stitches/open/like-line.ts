// A drawn line that others can go like.
import type { PlainOutline } from '../../design/types.ts';
import { lengthOf, type Line } from '../../geometry/polyline.ts';
import { outlineLines } from '../../outlines/flatten.ts';

/** Its ends lie at least so far apart, in mm: then it has a direction, and can go on where it ends. */
const LEAST_REACH = 2;
/** It is at most so many times as long as its ends lie apart: what curls more has no direction to speak of. */
const MOST_WINDING = 20;

/** The one open line that outlines consist of, from an end to another; null when they are no such line. */
export function lineToFollow(outlines: readonly PlainOutline[]): Line | null {
  const [line, ...more] = outlines.flatMap((outline) => outlineLines(outline));
  if (!line || more.length || line.closed || line.coords.length < 4) return null;
  const { coords } = line;
  const reach = Math.hypot(coords.at(-2)! - coords[0], coords.at(-1)! - coords[1]);
  return reach < LEAST_REACH || lengthOf(line) > MOST_WINDING * reach ? null : line;
}
