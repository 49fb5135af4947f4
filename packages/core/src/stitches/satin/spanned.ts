// Stitches of a satin that span a notch of its shape end before it, or lead along the edge there.
import { distance, lerp, onMachineGrid, type Point } from '../../geometry/points.ts';
import { Part, type SewnThread } from '../thread.ts';
import { BEYOND, type Covered } from './covered.ts';
import { SHORTEST, type Layers } from './trial-layers.ts';

/** New needle points are looked for every so many mm; what lies beyond the edge is longer than this, in mm. */
const [EVERY, LENGTH_BEYOND] = [0.1, 0.15];
/** One stitch gets needle points so many times over. */
const DEPTH = 2;

/** The place nearest to one outside where the edge is sewn. */
function besideEdge(p: Point, covered: Covered): Point {
  const at = lerp(covered.onEdge(p), p, covered.wider / covered.outside(p));
  return { x: onMachineGrid(at.x), y: onMachineGrid(at.y) };
}

/** What is to be covered, and its squares, which tell of most places that they lie inside. */
interface Ground {
  covered: Covered;
  layers: Layers;
}

/** For how long a stitch leads too far outside between its ends, in lengths of what is too long there; `most` are enough. */
function spanned(a: Point, b: Point, { covered, layers }: Ground, most = Infinity): number {
  const length = distance(a, b);
  let beyond = 0;
  for (let d = LENGTH_BEYOND; d < length && beyond < most; d += LENGTH_BEYOND) {
    const p = lerp(a, b, d / length);
    if (!layers.isInShape(p) && covered.isBeyond(p, covered.wider + BEYOND)) beyond++;
  }
  return beyond;
}

/** Does a stitch lead too far outside between its ends? */
const spans = (a: Point, b: Point, ground: Ground): boolean => spanned(a, b, ground, 1) > 0;

/** Fewer squares of the shape than this may be bare where a stitch ended: specks between threads, which no one sees. */
const LEAST = 3;
/** Two stitches of which more than this share leads too far outside are left out sooner than one of them ends earlier. */
const OUTSIDE = 0.4;

/**
 * Draws in needle points (mm) from which a stitch comes across a notch, along that stitch, to before it, or leaves them out where what
 * they cover is covered without them: as many stitches as a column has on one side of a notch would lie over it otherwise. `layers`
 * knows the shape, and goes on counting.
 */
export function endBefore(points: Point[], parts: number[], ground: Ground): void {
  const { layers } = ground;
  let next = points.length > 1 ? spanned(points[0], points[1], ground) : 0;
  for (let i = 1; i + 1 < points.length; i++) {
    const [a, p, b] = [points[i - 1], points[i], points[i + 1]];
    const came = next;
    next = spanned(p, b, ground);
    const beyond = came + next;
    if (parts[i] !== Part.top || parts[i + 1] !== Part.top || !beyond) continue;
    layers.takeUp(a, p, b, i + 1);
    // What leads to and fro over a notch covers next to nothing.
    const isOutside = beyond * LENGTH_BEYOND > OUTSIDE * (distance(a, p) + distance(p, b));
    const isLeftOut = isOutside && isBetterWithout(a, b, beyond, ground);
    const to =
      !isLeftOut && ((came && before(p, a, [a, b], ground)) || (next && before(p, b, [a, b], ground)));
    if (to) {
      layers.layDown(a, (points[i] = to), b);
      next = 0;
    } else if (isLeftOut || (!isOutside && isBetterWithout(a, b, beyond, ground))) {
      layers.layDown(a, lerp(a, b, 0.5), b);
      points.splice(i, 1);
      parts.splice(i, 1);
      next = spanned(a, b, ground);
      i--;
    } else layers.layBack();
  }
}

/** Does the thread lead less outside, and cover as much, straight from one place to another, without the point that was taken up? */
function isBetterWithout(a: Point, b: Point, beyond: number, ground: Ground): boolean {
  const length = distance(a, b);
  return (
    length >= SHORTEST &&
    length <= ground.covered.longest &&
    spanned(a, b, ground) < beyond &&
    ground.layers.tried(a, lerp(a, b, 0.5), b).opened < LEAST
  );
}

/**
 * The first place on the way from a needle point, which was taken up, to `q`, from where its stitches, from and to two others, come
 * across no notch, are no longer than any may be, and leave hardly anything bare.
 */
function before(p: Point, q: Point, [a, b]: readonly [Point, Point], ground: Ground): Point | null {
  const { covered, layers } = ground;
  const fits = (length: number): boolean => length >= SHORTEST && length <= covered.longest;
  const length = distance(p, q);
  for (let d = EVERY; d <= length - SHORTEST; d += EVERY) {
    const { x, y } = lerp(p, q, d / length);
    const at = { x: onMachineGrid(x), y: onMachineGrid(y) };
    if (!fits(distance(a, at)) || !fits(distance(at, b))) continue;
    if (layers.tried(a, at, b).opened >= LEAST) return null;
    if (!spans(a, at, ground) && !spans(at, b, ground)) return at;
  }
  return null;
}

/** Needle points that a stitch needs so that it stays near the shape, in its direction. */
function bentBy(a: Point, b: Point, ground: Ground, depth: number): Point[] {
  if (!spans(a, b, ground)) return [];
  const to = depth ? alongEdge(a, b, ground) : null;
  if (!to) return intoNotch(a, b, ground);
  return [...bentBy(a, to, ground, depth - 1), to, ...bentBy(to, b, ground, depth - 1)];
}

/** The place at the edge beside where a stitch leads farthest outside; null when none is far enough from both of its ends. */
function alongEdge(a: Point, b: Point, { covered }: Ground): Point | null {
  const length = distance(a, b);
  let [most, to] = [covered.wider + BEYOND, null as Point | null];
  for (let d = SHORTEST; d <= length - SHORTEST; d += EVERY) {
    const far = lerp(a, b, d / length);
    if (!covered.isBeyond(far, most)) continue;
    const p = besideEdge(far, covered);
    if (distance(a, p) < SHORTEST || distance(p, b) < SHORTEST) continue;
    [most, to] = [covered.outside(far), p];
  }
  return to;
}

/** So far beside the middle of a short stitch across the mouth of a notch a place within the notch is looked for, in mm. */
const ASIDE = [0.2, 0.3, 0.4, 0.5, 0.6].flatMap((d) => [d, -d]);
/** It is worth a needle point when the thread leads nearer to the shape by this, in mm. */
const WORTH = 0.1;

/** How far outside of the shape a stitch leads between its ends, in mm. */
function leadsOut(a: Point, b: Point, { covered }: Ground): number {
  const pieces = Math.ceil(distance(a, b) / EVERY);
  let most = 0;
  for (let k = 1; k < pieces; k++) most = Math.max(most, covered.outside(lerp(a, b, k / pieces)));
  return most;
}

/** The place beside the middle of a stitch over which it leads least far outside; none when that is not worth it. */
function intoNotch(a: Point, b: Point, ground: Ground): Point[] {
  const length = distance(a, b);
  const { x, y } = lerp(a, b, 0.5);
  let [least, to] = [leadsOut(a, b, ground) - WORTH, null as Point | null];
  for (const d of ASIDE) {
    const at = {
      x: onMachineGrid(x - (d * (b.y - a.y)) / length),
      y: onMachineGrid(y + (d * (b.x - a.x)) / length),
    };
    if (distance(a, at) < SHORTEST || distance(at, b) < SHORTEST) continue;
    const out = Math.max(leadsOut(a, at, ground), ground.covered.outside(at), leadsOut(at, b, ground));
    if (out < least) [least, to] = [out, at];
  }
  return to ? [to] : [];
}

/**
 * A needle point in between that lies too far outside is brought back to the edge, if its stitches stay long enough; null when
 * there is no room for that, and the thread leads on without it.
 */
function broughtBack(a: Point, p: Point, b: Point, ground: Ground): Point | null {
  const { covered, layers } = ground;
  if (layers.isInShape(p)) return p;
  if (!covered.isBeyond(p, covered.wider + BEYOND)) return p;
  const at = besideEdge(p, covered);
  if (distance(a, at) >= SHORTEST && distance(at, b) >= SHORTEST) return at;
  const without = distance(a, b);
  return without >= SHORTEST && without <= covered.longest && !spans(a, b, ground) ? null : p;
}

/** The thread with needle points moved, put in and left out where it leads too far outside of what it covers. Its ends stay. */
export function notSpanning({ x, y, part }: SewnThread, ground: Ground): SewnThread {
  const out: SewnThread = { x: [], y: [], part: [] };
  const add = (p: Point, code: number): void => {
    out.x.push(p.x);
    out.y.push(p.y);
    out.part.push(code);
  };
  let last: Point | null = null;
  for (let i = 0; i < x.length; i++) {
    const is: Point = { x: x[i], y: y[i] };
    const back: Point | null =
      last && i + 1 < x.length ? broughtBack(last, is, { x: x[i + 1], y: y[i + 1] }, ground) : is;
    // Where a way becomes satin, or the other way round, a needle point stays.
    if (!back && part[i] === part[i + 1]) continue;
    const p: Point = back ?? is;
    if (last) for (const q of bentBy(last, p, ground, DEPTH)) add(q, part[i]);
    add(p, part[i]);
    last = p;
  }
  return out;
}
