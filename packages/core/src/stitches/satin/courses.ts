// Which arms of a shape's axis are one column, and which end at others.
import type { Axis, AxisArm } from '../../geometry/chordal-axis.ts';
import type { Chord } from '../../geometry/mesh.ts';
import { distance, type Point } from '../../geometry/points.ts';
import { endsAt, straightest, waysFrom, type ArmEnd } from './axis-ends.ts';
import type { Join } from './led-on.ts';

/** One end of a column: free, or at a node. */
type End = number | null;

export interface Course {
  points: Point[];
  from: End;
  to: End;
  closed: boolean;
  /** Nodes that it passes between its ends, and at which of its points. */
  passes: { node: number; point: number }[];
  /** Its first and its last chord. */
  mouths: [Chord, Chord];
}

/** Which of some points is nearest to another. */
const nearestPoint = (points: readonly Point[], p: Point): number =>
  points.reduce((best, q, i) => (distance(q, p) < distance(points[best], p) ? i : best), 0);

/**
 * Joins arms that go straight through a node; the others end there. Where none goes through, one runs over to the edge.
 */
export function coursesOf(axis: Axis, joins: readonly Join[]): Course[] {
  const key = ({ arm, atEnd }: ArmEnd): number => 2 * arm + (atEnd ? 1 : 0);
  const partner = new Map<number, ArmEnd>();
  const over = new Set<number>();
  const armLength = (arm: number): number => axis.arms[arm].points.length;
  axis.nodes.forEach((_, id) => {
    const ends = endsAt(axis, id);
    // Its arms were all too short to be sewn, or one ends at the side of another.
    if (!ends.length || joins.some((join) => join.node === id)) return;
    // One column goes straight through, the straightest; more of them would pile up.
    const best = straightest(waysFrom(axis, id, ends));
    if (!best) {
      // Nothing goes on here: the longest arm runs over, the others end under it.
      const longest = ends.reduce((a, b) => (armLength(b.arm) > armLength(a.arm) ? b : a));
      over.add(key(longest));
      return;
    }
    partner.set(key(ends[best.a]), ends[best.b]);
    partner.set(key(ends[best.b]), ends[best.a]);
  });
  const done = new Set<number>();
  const follow = (first: number, reversed: boolean): Course => {
    const points: Point[] = [];
    const passes: Course['passes'] = [];
    const pass = (node: number): void => void passes.push({ node, point: points.length });
    let [arm, back] = [first, reversed];
    const begin = back ? axis.arms[arm].to : axis.arms[arm].from;
    const mouthOf = (a: AxisArm, end: 0 | 1): Chord => a.mouths[end];
    const firstMouth = mouthOf(axis.arms[arm], back ? 1 : 0);
    const beginsOver = begin !== null && over.has(key({ arm, atEnd: back }));
    if (beginsOver) pass(begin);
    const starts = beginsOver ? null : begin;
    for (let left = axis.arms.length; ; left--) {
      done.add(arm);
      const a = axis.arms[arm];
      const own = back ? a.points.toReversed() : a.points;
      for (const { node } of joins.filter((join) => join.arm === arm))
        passes.push({ node, point: points.length + nearestPoint(own, axis.nodes[node].at) });
      points.push(...own);
      const node = back ? a.from : a.to;
      const next = partner.get(key({ arm, atEnd: !back }));
      if (node === null || !next) {
        const runsOver = node !== null && over.has(key({ arm, atEnd: !back }));
        if (runsOver) pass(node);
        const mouths: [Chord, Chord] = [firstMouth, mouthOf(a, back ? 0 : 1)];
        return { points, from: starts, to: runsOver ? null : node, closed: a.closed, passes, mouths };
      }
      pass(node);
      points.push(axis.nodes[node].at);
      if (left === 0 || done.has(next.arm))
        return { points, from: null, to: null, closed: true, passes, mouths: [firstMouth, firstMouth] };
      [arm, back] = [next.arm, next.atEnd];
    }
  };
  const out: Course[] = [];
  axis.arms.forEach((_, i) => {
    for (const atEnd of [false, true]) {
      if (done.has(i) || partner.has(key({ arm: i, atEnd }))) continue;
      out.push(follow(i, atEnd));
    }
  });
  axis.arms.forEach((_, i) => !done.has(i) && out.push(follow(i, false)));
  return out;
}
