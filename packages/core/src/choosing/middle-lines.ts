// The middle lines of drawn strokes: where they meet they touch, and what is only a corner of a stroke has none.
import type { Path, PathOutline } from '../design/types.ts';
import { chordalAxis, smoothed, type AxisArm } from '../geometry/chordal-axis.ts';
import { distance, type Point } from '../geometry/points.ts';
import type { Polygon, Region } from '../geometry/region.ts';
import { fitPath } from '../outlines/fit.ts';
import { usualBreadth } from './breadths.ts';

/** How far curves may stray from the middle, in mm. */
const STRAY = 0.05;

/** Lines along the middle of a region's strokes, as paths of few points. */
export function middleLines(region: Region): PathOutline {
  return { kind: 'path', paths: region.flatMap((polygon) => middleOf(polygon)) };
}

function middleOf(polygon: Polygon): Path[] {
  const breadth = usualBreadth([polygon]);
  const { nodes, arms } = chordalAxis(polygon, Math.min(0.5, Math.max(0.06, breadth / 3)));
  // What is left of arms that run from a meeting place into a corner is shorter than the stroke is broad.
  const ends = (arm: AxisArm): boolean => (arm.from === null) !== (arm.to === null);
  const kept = arms.filter((arm) => !ends(arm) || lengthOf(arm.points) > 1.2 * breadth);
  return kept.flatMap((arm): Path[] => {
    let points = arm.closed ? arm.points : reachingOut(arm, polygon);
    if (arm.from !== null) points = [nodes[arm.from].at, ...points];
    if (arm.to !== null) points = [...points, nodes[arm.to].at];
    if (lengthOf(points) < Math.max(0.6, breadth)) return [];
    const even = smoothed(points, arm.closed, Math.min(0.25, breadth / 2), 0.75 * breadth);
    const line = { coords: Float64Array.from(even.flatMap((p) => [p.x, p.y])), closed: arm.closed };
    return [fitPath(line, STRAY, Math.min(0.3, breadth / 2))];
  });
}

/** The axis ends before the stroke does: free ends go on straight up to half a breadth before its end. */
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
    const by = Math.max(0, ahead - 0.6 * half);
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
