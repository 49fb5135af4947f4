// Places at which one object's stitches can end so that the next one's hide the way on: where both lie.
import { Memo } from '../design/memo.ts';
import { intersect, offsetRegion } from '../geometry/clip.ts';
import { boundsMeet, distance, type Point } from '../geometry/points.ts';
import { insidePolygon, polygonArea, type Polygon } from '../geometry/region.ts';
import type { Cover } from './cover.ts';

/** Objects that lie this near to each other touch, in mm. */
const TOUCH = 0.35;
/** So many places are tried at most. */
const MOST = 4;

/** A place inside a polygon: the middle of its widest stretch on one of a few levels. */
function inside(polygon: Polygon): Point {
  const { outer } = polygon;
  const ys = Array.from({ length: outer.length / 2 }, (_, i) => outer[2 * i + 1]);
  const [low, high] = [Math.min(...ys), Math.max(...ys)];
  let best = { width: -1, at: { x: outer[0], y: outer[1] } };
  for (let k = 1; k < 8; k++) {
    const y = low + ((high - low) * k) / 8;
    const xs: number[] = [];
    for (const ring of [outer, ...polygon.holes])
      for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2)
        if (ring[i + 1] > y !== ring[j + 1] > y)
          xs.push(ring[j] + ((y - ring[j + 1]) / (ring[i + 1] - ring[j + 1])) * (ring[i] - ring[j]));
    xs.sort((a, b) => a - b);
    for (let i = 0; i + 1 < xs.length; i += 2)
      if (xs[i + 1] - xs[i] > best.width)
        best = { width: xs[i + 1] - xs[i], at: { x: (xs[i] + xs[i + 1]) / 2, y } };
  }
  return best.at;
}

/** The corner of a polygon nearest to a place, drawn halfway in towards its inside. */
function nearPart(polygon: Polygon, to: Point): Point {
  const { outer } = polygon;
  const middle = inside(polygon);
  let near = middle;
  for (let i = 0; i < outer.length; i += 2) {
    const p = { x: (outer[i] + middle.x) / 2, y: (outer[i + 1] + middle.y) / 2 };
    if (distance(p, to) < distance(near, to) && insidePolygon(polygon, p.x, p.y)) near = p;
  }
  return near;
}

const shared = new Memo<Polygon[]>(2);

/** Where two covers overlap or touch. */
const sharedBy = (a: Cover, b: Cover): Polygon[] =>
  shared.get(a, [b], () =>
    intersect(offsetRegion(a.region, TOUCH), b.region).filter((part) => polygonArea(part) > 0.05),
  );

/** Places where two covers overlap or touch, those nearest to `from` first; mm. */
export function sharedPlaces(a: Cover | null, b: Cover | null, from: Point): Point[] {
  if (!a || !b) return [];
  if (!boundsMeet(a.bounds, b.bounds, TOUCH)) return [];
  return sharedBy(a, b)
    .flatMap((part) => [nearPart(part, from), inside(part)])
    .sort((s, t) => distance(s, from) - distance(t, from))
    .slice(0, MOST);
}
