// Moves needle points of a satin a little to where cloth of its shape was left bare, and back from where they reach too far beyond it.
import { distance, onMachineGrid, type Point } from '../../geometry/points.ts';
import { Part } from '../thread.ts';
import { BEYOND, type Covered } from './covered.ts';
import { SHORTEST, type Layers } from './trial-layers.ts';

/** So far a needle point may go each way, in mm; bare cloth is looked for as far as its thread reaches then. */
const [FAR, REACH] = [0.2, 0.4];
/** Fewer bare squares than this are specks between threads, which no one sees. */
const LEAST = 3;
/** None is moved to where it lies farther outside of the shape than this, in mm, above what its sides are sewn wider. */
const BESIDE = 0.05;

/** A mm that is drawn in counts as much as so many squares. */
const DRAWN_IN = 100;

const STEPS = Array.from({ length: 2 * Math.round(FAR / 0.1) + 1 }, (_, i) => i * 0.1 - FAR);
/** Where a needle point may go, in mm from where it is, the nearest places first. */
const MOVES = STEPS.flatMap((x) => STEPS.map((y) => ({ x, y })))
  .filter(({ x, y }) => Math.hypot(x, y) > 0.05)
  .sort((a, b) => Math.hypot(a.x, a.y) - Math.hypot(b.x, b.y));

/**
 * Moves needle points (mm) where that covers more of the shape, which `layers` was told, and hardly anything of it left bare that was
 * covered. What lies beneath stays, and ends that were asked for.
 */
export function close(points: Point[], parts: ArrayLike<number>, layers: Layers, covered: Covered): void {
  const { wider, longest, fixed } = covered;
  /** A stitch from `p` to another point stays long enough, and does not become too long, when `p` lies elsewhere. */
  const fits = (q: Point | undefined, p: Point, at: Point): boolean => {
    if (!q) return true;
    const length = distance(q, at);
    return length >= SHORTEST && (length <= longest || length <= distance(q, p));
  };
  for (let i = 0; i < points.length; i++) {
    const [a, p, b]: (Point | undefined)[] = [points[i - 1], points[i], points[i + 1]];
    if (!p || parts[i] !== Part.top || (i === 0 && fixed.start) || (!b && fixed.end)) continue;
    const isFar = covered.isBeyond(p, wider + BEYOND);
    const isOpen = (q?: Point): boolean => !!q && layers.openBeside(p, q, REACH) >= LEAST;
    if (!isFar && !isOpen(a) && !isOpen(b)) continue;
    const out = covered.outside(p);
    const most = Math.max(out, wider + BESIDE);
    layers.takeUp(a, p, b, i + 1);
    let [best, to] = [0, p];
    for (const { x, y } of MOVES) {
      const at = { x: onMachineGrid(p.x + x), y: onMachineGrid(p.y + y) };
      if (!fits(a, p, at) || !fits(b, p, at)) continue;
      const reach = covered.outside(at);
      if (reach > most) continue;
      const { closed, opened, gain } = layers.tried(a, at, b);
      if (opened >= LEAST) continue;
      const net = closed - 2 * opened;
      const good = (net >= LEAST ? net + Math.min(0, gain) : 0) + (isFar ? DRAWN_IN * (out - reach) : 0);
      if (good > best) [best, to] = [good, at];
    }
    if (to === p) layers.layBack();
    else layers.layDown(a, (points[i] = to), b);
  }
}
