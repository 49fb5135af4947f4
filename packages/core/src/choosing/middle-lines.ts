// The middle lines of drawn strokes: where they meet they touch, and what is only a corner of a stroke has none.
import type { Path, PathOutline } from '../design/types.ts';
import { chordalAxis, smoothed, type Axis, type AxisArm } from '../geometry/chordal-axis.ts';
import { distance, type Point } from '../geometry/points.ts';
import type { Polygon, Region } from '../geometry/region.ts';
import { fitPath } from '../outlines/fit.ts';
import { usualBreadth } from './breadths.ts';

/** How far curves may stray from the middle, in mm. */
const STRAY = 0.05;
/** Where strokes meet, the axis is not their middle within this share of how far the meeting place reaches. */
const UNSURE = 1.15;

/** Lines along the middle of a region's strokes, as paths of few points. */
export function middleLines(region: Region): PathOutline {
  return { kind: 'path', paths: region.flatMap((polygon) => middleOf(polygon)) };
}

/** An end of an arm that stands at a node, its points from there on outwards. */
interface Leaving {
  arm: AxisArm;
  from: boolean;
  points: Point[];
}

function middleOf(polygon: Polygon): Path[] {
  const breadth = usualBreadth([polygon]);
  const axis = chordalAxis(polygon, Math.min(0.5, Math.max(0.06, breadth / 3)));
  // What is left of arms that run from a meeting place into a corner is shorter than the stroke is broad.
  const ends = (arm: AxisArm): boolean => (arm.from === null) !== (arm.to === null);
  const kept = axis.arms.filter((arm) => !ends(arm) || lengthOf(arm.points) > 1.2 * breadth);
  const places = axis.nodes.map((node, n) => meetingPlace(node, leavingFrom(kept, n), breadth));
  const sure = (points: readonly Point[], node: number | null): Point[] => {
    if (node === null) return [...points];
    const { at, radius } = axis.nodes[node];
    const first = points.findIndex((p) => distance(p, at) > UNSURE * radius);
    return [places[node], ...(first < 0 ? [] : points.slice(first))];
  };
  return kept.flatMap((arm): Path[] => {
    let points = arm.closed ? arm.points : reachingOut(arm, polygon);
    points = sure(points, arm.from);
    points = sure(points.reverse(), arm.to).reverse();
    if (lengthOf(points) < Math.max(0.6, breadth)) return [];
    const even = smoothed(points, arm.closed, Math.min(0.25, breadth / 2), 0.75 * breadth);
    const line = { coords: Float64Array.from(even.flatMap((p) => [p.x, p.y])), closed: arm.closed };
    return [fitPath(line, STRAY, Math.min(0.3, breadth / 2))];
  });
}

const leavingFrom = (arms: readonly AxisArm[], node: number): Leaving[] =>
  arms.flatMap((arm): Leaving[] => [
    ...(arm.from === node ? [{ arm, from: true, points: arm.points }] : []),
    ...(arm.to === node ? [{ arm, from: false, points: [...arm.points].reverse() }] : []),
  ]);

/**
 * Where strokes meet: nearest to the lines that they come along, as they are beyond the place where the axis is led aside by
 * the corners between them.
 */
function meetingPlace(
  { at, radius }: Axis['nodes'][number],
  leaving: readonly Leaving[],
  breadth: number,
): Point {
  // Of all lines: the sum over them of how far off a place is, squared, has one lowest place.
  let [xx, xy, yy, rx, ry] = [0, 0, 0, 0, 0];
  for (const { points } of leaving) {
    const sure = points.filter((p) => {
      const d = distance(p, at);
      return d > UNSURE * radius && d < UNSURE * radius + 2 * breadth;
    });
    if (sure.length < 2) continue;
    const [a, b] = [sure[0], sure[sure.length - 1]];
    const d = distance(a, b);
    if (d < 0.3 * breadth) continue;
    const [nx, ny] = [-(b.y - a.y) / d, (b.x - a.x) / d];
    const c = nx * a.x + ny * a.y;
    [xx, xy, yy] = [xx + nx * nx, xy + nx * ny, yy + ny * ny];
    [rx, ry] = [rx + nx * c, ry + ny * c];
  }
  // A little towards the axis' own place, so that lines which run alike have one, too.
  const keep = 0.02;
  [xx, yy, rx, ry] = [xx + keep, yy + keep, rx + keep * at.x, ry + keep * at.y];
  const det = xx * yy - xy * xy;
  const place = { x: (rx * yy - ry * xy) / det, y: (ry * xx - rx * xy) / det };
  return distance(place, at) <= 1.2 * radius ? place : at;
}

/** The axis ends before the stroke does: free ends go on straight up to nearly half a breadth before its end. */
function reachingOut(arm: AxisArm, polygon: Polygon): Point[] {
  const points = [...arm.points];
  const go = (tip: Point, before: Point, mouth: AxisArm['mouths'][0]): Point => {
    const d = distance(tip, before) || 1;
    const way = { x: (tip.x - before.x) / d, y: (tip.y - before.y) / d };
    const half = distance(mouth[0], mouth[1]) / 2;
    // The farthest of the outline that lies straight ahead of the tip.
    let ahead = 0;
    for (let i = 0; i < polygon.outer.length; i += 2) {
      const [dx, dy] = [polygon.outer[i] - tip.x, polygon.outer[i + 1] - tip.y];
      const along = dx * way.x + dy * way.y;
      if (along > 0 && along < 6 * half && Math.abs(dx * way.y - dy * way.x) < 1.3 * half)
        ahead = Math.max(ahead, along);
    }
    const by = Math.max(0, ahead - 0.85 * half);
    return { x: tip.x + way.x * by, y: tip.y + way.y * by };
  };
  const n = points.length;
  if (n < 2) return points;
  const back = Math.min(n - 1, 4);
  if (arm.from === null) points.unshift(go(points[0], points[back], arm.mouths[0]));
  if (arm.to === null) points.push(go(arm.points[n - 1], arm.points[n - 1 - back], arm.mouths[1]));
  return points;
}

const lengthOf = (points: readonly Point[]): number =>
  points.reduce((sum, p, i) => (i ? sum + distance(p, points[i - 1]) : 0), 0);
