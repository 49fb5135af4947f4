// Ties: small stitches that hold a thread where it begins and ends.
import { onMachineGrid, type Point } from '../geometry/points.ts';
import { LIMITS } from '../materials/machine.ts';
import type { SewnThread } from '../stitches/thread.ts';

/** Along the line to and fro, a small star, or none. */
export type TieKind = 'along' | 'star' | 'none';

const TIE = 0.8;
/** Reach of a star tie, in mm: its stitches are then 0.76 mm long. */
const STAR = 0.4;

/** The place `way` mm along the thread from its first point (or back from its last); its other end when it is shorter. */
function alongFrom(thread: SewnThread, fromEnd: boolean, way: number): Point {
  const n = thread.x.length;
  let left = way;
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
  return { x: thread.x[fromEnd ? 0 : n - 1], y: thread.y[fromEnd ? 0 : n - 1] };
}

const fits = (a: Point, b: Point): boolean => Math.hypot(a.x - b.x, a.y - b.y) >= LIMITS.shortest + 5e-3;

/** The other end of a tie: a place of the thread 0.7 to 1 mm from its end, though the thread may fold back. */
function tiePlace(thread: SewnThread, p: Point, fromEnd: boolean): Point | null {
  for (let way = TIE; way < 5 * TIE; way += 0.2) {
    const q = alongFrom(thread, fromEnd, way);
    const d = Math.hypot(q.x - p.x, q.y - p.y);
    if (d >= 0.69 && d <= 1) return q;
  }
  const q = alongFrom(thread, fromEnd, TIE);
  return fits(q, p) ? q : null;
}

/** The points of a small star about a place, its first one in the direction of `way`. */
function starAbout(p: Point, way: Point): Point[] {
  const first = Math.atan2(way.y - p.y, way.x - p.x);
  return Array.from({ length: 4 }, (_, k) => {
    const a = first + (k * 4 * Math.PI) / 5;
    return { x: onMachineGrid(p.x + STAR * Math.cos(a)), y: onMachineGrid(p.y + STAR * Math.sin(a)) };
  });
}

function tie(thread: SewnThread, kind: TieKind, fromEnd: boolean): Point[] {
  if (kind === 'none') return [];
  const i = fromEnd ? thread.x.length - 1 : 0;
  const p = { x: thread.x[i], y: thread.y[i] };
  const q = tiePlace(thread, p, fromEnd);
  if (!q) return [];
  if (kind === 'along') return [q, p, q];
  const star = starAbout(p, q);
  return [...(fits(star[0], p) ? star : star.slice(1)), p];
}

/** Needle points before the thread's first: the needle comes down at the first of them. */
export function tieIn(thread: SewnThread, kind: TieKind): Point[] {
  const points = tie(thread, kind, false);
  // A star ends at the first point itself, which is sewn next.
  return kind === 'star' ? points.slice(0, -1) : points;
}

/** Needle points after the thread's last. */
export const tieOff = (thread: SewnThread, kind: TieKind): Point[] => tie(thread, kind, true);
