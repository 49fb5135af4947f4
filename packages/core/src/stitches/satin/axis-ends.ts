// Where arms of a shape's axis meet: their ends at a node, which way each leads from there, and which two go straight through.
import type { Axis } from '../../geometry/chordal-axis.ts';
import { distance, type Point } from '../../geometry/points.ts';

/** Arms that turn by more than about 100° don't go straight through (the cosine of what is left). */
const STRAIGHT = -0.17;

/** One of an arm's two ends. */
export interface ArmEnd {
  arm: number;
  atEnd: boolean;
}

/** The ends of arms at a node. */
export const endsAt = ({ arms }: Axis, node: number): ArmEnd[] =>
  arms.flatMap(({ from, to }, arm) => [
    ...(from === node ? [{ arm, atEnd: false }] : []),
    ...(to === node ? [{ arm, atEnd: true }] : []),
  ]);

/** Direction from one point of a line to another `away` mm further on, seen from its begin. */
export function heading(points: Point[], away: number): Point {
  const a = points[0];
  const b = points.find((p) => distance(a, p) >= away) ?? points[points.length - 1];
  const d = distance(a, b) || 1;
  return { x: (b.x - a.x) / d, y: (b.y - a.y) / d };
}

/** Which two of some ways, seen from where they meet, are one that goes straight through; null when none does. */
export function straightest(ways: readonly Point[]): { a: number; b: number } | null {
  let best: { a: number; b: number; straight: number } | null = null;
  for (let a = 0; a < ways.length; a++)
    for (let b = a + 1; b < ways.length; b++) {
      const straight = -(ways[a].x * ways[b].x + ways[a].y * ways[b].y);
      if (straight >= STRAIGHT && (!best || straight > best.straight)) best = { a, b, straight };
    }
  return best;
}

/** Which way arms lead away from a node, as far as it reaches. */
export const waysFrom = ({ nodes, arms }: Axis, node: number, ends: readonly ArmEnd[]): Point[] =>
  ends.map(({ arm, atEnd }) => {
    const { points } = arms[arm];
    return heading(atEnd ? points.toReversed() : points, Math.max(1, nodes[node].radius));
  });
