// Ties: small stitches along the path that hold a thread where it begins and ends.
import { onMachineGrid, type Point } from '../geometry/points.ts';
import type { SewnThread } from '../stitches/thread.ts';

const TIE = 0.8;

/** The place 0.8 mm along the thread from its first point (or back from its last). */
function alongFrom(thread: SewnThread, fromEnd: boolean): Point | null {
  const n = thread.x.length;
  let left = TIE;
  for (let k = 1; k < n; k++) {
    const i = fromEnd ? n - 1 - k : k;
    const j = fromEnd ? i + 1 : i - 1;
    const [dx, dy] = [thread.x[i] - thread.x[j], thread.y[i] - thread.y[j]];
    const d = Math.hypot(dx, dy);
    if (d >= left)
      return {
        x: onMachineGrid(thread.x[j] + (dx / d) * left),
        y: onMachineGrid(thread.y[j] + (dy / d) * left),
      };
    left -= d;
  }
  return n > 1 ? { x: thread.x[fromEnd ? 0 : n - 1], y: thread.y[fromEnd ? 0 : n - 1] } : null;
}

const fits = (a: Point, x: number, y: number): boolean => Math.hypot(a.x - x, a.y - y) >= 0.4 - 5e-4;

/** Needle points before the thread's first: the needle comes down at the first of them. */
export function tieIn(thread: SewnThread): Point[] {
  const p = { x: thread.x[0], y: thread.y[0] };
  const q = alongFrom(thread, false);
  return q && fits(q, p.x, p.y) ? [q, p, q] : [];
}

/** Needle points after the thread's last. */
export function tieOff(thread: SewnThread): Point[] {
  const p = { x: thread.x.at(-1)!, y: thread.y.at(-1)! };
  const q = alongFrom(thread, true);
  return q && fits(q, p.x, p.y) ? [q, p, q] : [];
}
