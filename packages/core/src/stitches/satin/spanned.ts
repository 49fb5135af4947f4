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

/** Does a stitch lead too far outside between its ends? */
function spans(a: Point, b: Point, { covered, layers }: Ground): boolean {
  const length = distance(a, b);
  for (let d = LENGTH_BEYOND; d < length; d += LENGTH_BEYOND) {
    const p = lerp(a, b, d / length);
    if (!layers.isInShape(p) && covered.isBeyond(p, covered.wider + BEYOND)) return true;
  }
  return false;
}

/** Fewer squares of the shape than this may be bare where a stitch ended: specks between threads, which no one sees. */
const LEAST = 3;

/**
 * Draws in needle points (mm) from which a stitch comes across a notch, along that stitch, to before it: as many stitches as a column
 * has on one side of a notch would lie over it otherwise. `layers` knows the shape, and goes on counting.
 */
export function endBefore(points: Point[], parts: ArrayLike<number>, ground: Ground): void {
  const { layers } = ground;
  let comesAcross = points.length > 1 && spans(points[0], points[1], ground);
  for (let i = 1; i + 1 < points.length; i++) {
    const [a, p, b] = [points[i - 1], points[i], points[i + 1]];
    const came = comesAcross;
    comesAcross = spans(p, b, ground);
    if (parts[i] !== Part.top || parts[i + 1] !== Part.top) continue;
    if (!came && !comesAcross) continue;
    layers.takeUp(a, p, b, i + 1);
    const to = (came && before(p, a, [a, b], ground)) || (comesAcross && before(p, b, [a, b], ground));
    if (to) {
      layers.layDown(a, (points[i] = to), b);
      comesAcross = false;
    } else layers.layBack();
  }
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
  const { covered } = ground;
  const length = distance(a, b);
  if (!depth || length < 2 * SHORTEST || !spans(a, b, ground)) return [];
  let [most, to] = [covered.wider + BEYOND, null as Point | null];
  for (let d = SHORTEST; d <= length - SHORTEST; d += EVERY) {
    const far = lerp(a, b, d / length);
    if (!covered.isBeyond(far, most)) continue;
    const p = besideEdge(far, covered);
    if (distance(a, p) < SHORTEST || distance(p, b) < SHORTEST) continue;
    [most, to] = [covered.outside(far), p];
  }
  return to ? [...bentBy(a, to, ground, depth - 1), to, ...bentBy(to, b, ground, depth - 1)] : [];
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
