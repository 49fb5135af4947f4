// Where two arms come to one side of a column together, as those of a K do: what lies between their mouths and the column's edge
// would bulge out of it. One of them is led on to that edge, and the other ends at its side.
import type { Axis, AxisArm } from '../../geometry/chordal-axis.ts';
import type { Chord } from '../../geometry/mesh.ts';
import { distance, lerp, type Point } from '../../geometry/points.ts';
import { endsAt, straightest, waysFrom } from './axis-ends.ts';

/** A node at which an arm ends at the side of another one, `arm`, which goes on. */
export interface Join {
  node: number;
  arm: number;
}

/** What lies no farther out than this is sewn with the column, in mm. */
const BULGE = 0.5;

const samePlace = (a: Point, b: Point): boolean => distance(a, b) < 1e-6;

/** Where two chords end at one place, with their other ends; null when they share none. */
function meeting(a: Chord, b: Chord): { at: Point; others: Chord } | null {
  for (const i of [0, 1])
    for (const k of [0, 1]) if (samePlace(a[i], b[k])) return { at: a[i], others: [a[1 - i], b[1 - k]] };
  return null;
}

/** How far a place lies from the line through a chord, and how much a direction is square to it. */
function squareTo([a, b]: Chord): { away(p: Point): number; square(way: Point): number } {
  const width = distance(a, b) || 1;
  const [nx, ny] = [(b.y - a.y) / width, (a.x - b.x) / width];
  return {
    away: (p) => Math.abs((p.x - a.x) * nx + (p.y - a.y) * ny),
    square: (way) => Math.abs(way.x * nx + way.y * ny),
  };
}

/** The axis with such arms led on, and where others end at them now. */
export function ledOn(given: Axis): { axis: Axis; joins: Join[] } {
  const nodes = [...given.nodes];
  const arms = given.arms.map((arm): AxisArm => ({ ...arm, mouths: [...arm.mouths] }));
  const joins: Join[] = [];
  given.nodes.forEach((_, id) => {
    const ends = endsAt(given, id);
    if (ends.length !== 4) return;
    const ways = waysFrom(given, id, ends);
    const through = straightest(ways);
    if (!through) return;
    const mouthOf = (i: number): Chord => given.arms[ends[i].arm].mouths[ends[i].atEnd ? 1 : 0];
    // The column's mouths share a place of its other edge; on this side they end at the corners where its edge is left.
    const column = meeting(mouthOf(through.a), mouthOf(through.b));
    const [p, q] = [0, 1, 2, 3].filter((i) => i !== through.a && i !== through.b);
    const tip = meeting(mouthOf(p), mouthOf(q))?.at;
    if (!column || !tip) return;
    const { away, square } = squareTo(column.others);
    if (away(tip) < BULGE) return;
    const [led, ending] = square(ways[p]) >= square(ways[q]) ? [p, q] : [q, p];
    lead(ends[led].arm, ends[led].atEnd, tip, column.others);
    const [a, b] = mouthOf(ending);
    const arm = arms[ends[ending].arm];
    nodes.push({ at: lerp(a, b, 0.5), radius: distance(a, b) / 2 });
    if (ends[ending].atEnd) arm.to = nodes.length - 1;
    else arm.from = nodes.length - 1;
    joins.push({ node: nodes.length - 1, arm: ends[led].arm });
  });
  return { axis: { nodes, arms }, joins };

  /** An arm goes on beyond its mouth, of which one end is `tip`, to a chord. */
  function lead(number: number, atEnd: boolean, tip: Point, to: Chord): void {
    const arm = arms[number];
    const k = atEnd ? 1 : 0;
    const tipFirst = samePlace(arm.mouths[k][0], tip);
    const own = arm.mouths[k][tipFirst ? 1 : 0];
    const [near, far] = distance(to[0], own) < distance(to[1], own) ? to : [to[1], to[0]];
    arm.mouths[k] = tipFirst ? [far, near] : [near, far];
    const middle = lerp(near, far, 0.5);
    arm.points = atEnd ? [...arm.points, middle] : [middle, ...arm.points];
  }
}
