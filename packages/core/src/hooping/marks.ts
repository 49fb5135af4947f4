// Alignment marks between hoopings: where both hoops reach, as far apart as can be.
import type { Hooping, Marks, PathOutline, ResolvedDesign } from '../design/types.ts';
import { intersect, offsetRegion } from '../geometry/clip.ts';
import type { Point } from '../geometry/points.ts';
import { ringsOf } from '../geometry/region.ts';
import { farthestCorners, fieldOf, HOOP_EDGE } from './field.ts';

/** Marks nearer to one another than this tell no angle, in mm. */
const LEAST_APART = 15;
/** Size of marks to begin with, in mm. */
export const MARK_SIZE = 6;

const path = (...points: [number, number][]): PathOutline['paths'][number] => ({
  closed: false,
  points: points.map(([x, y]) => ({ x, y })),
});

/** Lines of a mark about a place; `towards` is the place of the other one. */
function markPaths({ as, size }: Marks, { x, y }: Point, towards: Point): PathOutline['paths'] {
  const r = size / 2;
  if (as === 'cross') return [path([x - r, y], [x + r, y]), path([x, y - r], [x, y + r])];
  // A corner opens towards the other one.
  const [sx, sy] = [Math.sign(towards.x - x) || 1, Math.sign(towards.y - y) || 1];
  return [path([x + sx * size, y], [x, y], [x, y + sy * size])];
}

/** Places of the two marks between hoopings; null where they share too little. */
export function markPlaces(
  a: Hooping,
  b: Hooping,
  hoop: ResolvedDesign['hoop'],
  size: number,
): [Point, Point] | null {
  const both = intersect(fieldOf(a, hoop, HOOP_EDGE), fieldOf(b, hoop, HOOP_EDGE));
  const found = farthestCorners(offsetRegion(both, -(size / 2 + 0.5)));
  if (!found || Math.hypot(found[0].x - found[1].x, found[0].y - found[1].y) < LEAST_APART) return null;
  return found;
}

/** The outline of what marks the change from one hooping to the next, in mm on the cloth; null where they share too little. */
export function marksBetween(
  a: Hooping,
  b: Hooping,
  hoop: ResolvedDesign['hoop'],
  marks: Marks,
): PathOutline | null {
  if (marks.as === 'frame') {
    const [polygon] = offsetRegion(intersect(fieldOf(a, hoop, HOOP_EDGE), fieldOf(b, hoop, HOOP_EDGE)), -1);
    if (!polygon) return null;
    const [ring] = ringsOf(polygon);
    const points = Array.from({ length: ring.length / 2 }, (_, i) => ({
      x: ring[2 * i],
      y: ring[2 * i + 1],
    }));
    return { kind: 'path', paths: [{ closed: true, points }] };
  }
  const places = markPlaces(a, b, hoop, marks.size);
  if (!places) return null;
  const [p, q] = places;
  return { kind: 'path', paths: [...markPaths(marks, p, q), ...markPaths(marks, q, p)] };
}
