// Stitches of a satin that span a notch of its shape lead along the edge there.
import { distance, lerp, onMachineGrid, type Point } from '../../geometry/points.ts';
import type { SewnThread } from '../thread.ts';
import { BEYOND, type Covered } from './covered.ts';

/** Stitches are looked at every so many mm, and none becomes shorter than that. */
const [EVERY, SHORTEST] = [0.2, 0.6];
/** One stitch gets needle points so many times over. */
const DEPTH = 2;

/** The place nearest to one outside where the edge is sewn. */
function besideEdge(p: Point, covered: Covered): Point {
  const at = lerp(covered.onEdge(p), p, covered.wider / covered.outside(p));
  return { x: onMachineGrid(at.x), y: onMachineGrid(at.y) };
}

/** Needle points that a stitch needs so that it stays near the shape, in its direction. */
function bentBy(a: Point, b: Point, covered: Covered, depth: number): Point[] {
  const length = distance(a, b);
  if (!depth || length < 2 * SHORTEST) return [];
  let [most, far] = [covered.wider + BEYOND, null as Point | null];
  for (let d = SHORTEST; d <= length - SHORTEST; d += EVERY) {
    const p = lerp(a, b, d / length);
    if (!covered.isBeyond(p, most)) continue;
    [most, far] = [covered.outside(p), p];
  }
  if (!far) return [];
  const p = besideEdge(far, covered);
  if (distance(a, p) < SHORTEST || distance(p, b) < SHORTEST) return [];
  return [...bentBy(a, p, covered, depth - 1), p, ...bentBy(p, b, covered, depth - 1)];
}

/** A needle point in between that lies too far outside is brought back to the edge, if its stitches stay long enough. */
function broughtBack(a: Point, p: Point, b: Point, covered: Covered): Point {
  if (!covered.isBeyond(p, covered.wider + BEYOND)) return p;
  const at = besideEdge(p, covered);
  return distance(a, at) < SHORTEST || distance(at, b) < SHORTEST ? p : at;
}

/** The thread with needle points moved and put in where it leads too far outside of what it covers. Its ends stay. */
export function notSpanning({ x, y, part }: SewnThread, covered: Covered): SewnThread {
  const out: SewnThread = { x: [], y: [], part: [] };
  const add = (p: Point, code: number): void => {
    out.x.push(p.x);
    out.y.push(p.y);
    out.part.push(code);
  };
  let last: Point | null = null;
  for (let i = 0; i < x.length; i++) {
    let p: Point = { x: x[i], y: y[i] };
    if (last && i + 1 < x.length) p = broughtBack(last, p, { x: x[i + 1], y: y[i + 1] }, covered);
    if (last) for (const q of bentBy(last, p, covered, DEPTH)) add(q, part[i]);
    add(p, part[i]);
    last = p;
  }
  return out;
}
