// What is straight in a line, as it is seen when it is sewn.
import type { Coords } from '../../../geometry/polyline.ts';

/** A stretch is straight as long as it turns by no more, in radians. */
const STRAIGHT = (12 * Math.PI) / 180;
/** From one point of the line to another, how long; of a closed line `to` may lie beyond its last point. */
export interface Stretch {
  from: number;
  to: number;
  length: number;
}

/** By how much two directions differ, in radians. */
const turn = (a: number, b: number): number => {
  const d = Math.abs(b - a) % (2 * Math.PI);
  return d > Math.PI ? 2 * Math.PI - d : d;
};

/** Which way a line goes after its point `i`, in radians, seen over three steps: as stitches see it, which pass over what is smaller. */
function directionAt(p: Coords, closed: boolean, i: number): number {
  const n = p.length / 2;
  const [a, b] = closed ? [(i + n - 1) % n, (i + 2) % n] : [Math.max(0, i - 1), Math.min(n - 1, i + 2)];
  return Math.atan2(p[2 * b + 1] - p[2 * a + 1], p[2 * b] - p[2 * a]);
}

/** Stretches of a line that are straight for more than `least` mm, the longest first, none over another. */
export function straights(p: Coords, closed: boolean, least: number): Stretch[] {
  const n = p.length / 2;
  const count = closed ? n : n - 1;
  const angle = new Float64Array(count);
  const length = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    angle[i] = directionAt(p, closed, i);
    const j = (i + 1) % n;
    length[i] = Math.hypot(p[2 * j] - p[2 * i], p[2 * j + 1] - p[2 * i + 1]);
  }
  const found: Stretch[] = [];
  let from = 0;
  let sum = 0;
  for (let i = 0; i < count; i++) {
    sum += length[i];
    while (turn(angle[from], angle[i]) > STRAIGHT) sum -= length[from++];
    if (sum > least) found.push({ from, to: i + 1, length: sum });
  }
  const taken = new Uint8Array(count);
  return found
    .sort((a, b) => b.length - a.length)
    .filter(({ from: a, to }) => {
      if (taken[a] || taken[to - 1]) return false;
      taken.fill(1, a, to);
      return true;
    });
}

/** How long the longest straight stretch is between two points of a line, in mm; `to` may lie beyond the last of a closed one. */
export function longestStraight(p: Coords, closed: boolean, from: number, to: number): number {
  const n = p.length / 2;
  const angle: number[] = [];
  const length: number[] = [];
  let [longest, sum, first] = [0, 0, 0];
  for (let i = from; i < to; i++) {
    const [a, b] = [i % n, (i + 1) % n];
    angle.push(directionAt(p, closed, a));
    length.push(Math.hypot(p[2 * b] - p[2 * a], p[2 * b + 1] - p[2 * a + 1]));
    sum += length[i - from];
    while (turn(angle[first], angle[i - from]) > STRAIGHT) sum -= length[first++];
    longest = Math.max(longest, sum);
  }
  return longest;
}
