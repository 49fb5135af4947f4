// Ties: small stitches that hold a thread where it begins and ends.
import { onMachineGrid, type Point } from '../geometry/points.ts';
import { LIMITS } from '../materials/machine.ts';
import type { SewnThread } from '../stitches/thread.ts';
import { lineIsCovered, type Cover } from './cover.ts';

/** Along the line to and fro, a small star, or none. */
export type TieKind = 'along' | 'star' | 'none';

/** How long a tie is, and how long one of a small letter, in mm. */
const TIE = 0.8;
const SHORT = 0.6;
/** Ties under cover turn so far aside on their way, in radians: so not all of their stitches lie on each other. */
const ASIDE = Math.PI / 6;
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

/** The other end of a tie: a place of the thread about `length` mm from its end, though the thread may fold back. */
function tiePlace(thread: SewnThread, p: Point, fromEnd: boolean, length: number): Point | null {
  for (let way = length; way < 5 * length; way += 0.2) {
    const q = alongFrom(thread, fromEnd, way);
    const d = Math.hypot(q.x - p.x, q.y - p.y);
    if (d >= length - 0.11 && d <= length + 0.2) return q;
  }
  const q = alongFrom(thread, fromEnd, length);
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

/** What may be known of where a tie lies. */
export interface TiePlace {
  /** What hides it. */
  cover?: Cover | null;
  /** It holds a small letter. */
  short?: boolean;
}

/** The other end of a tie turned aside about `p`, where that lies under cover too; else itself. */
function aside(p: Point, q: Point, cover: Cover | null | undefined): Point {
  for (const turn of cover ? [ASIDE, -ASIDE] : []) {
    const [dx, dy, c, s] = [q.x - p.x, q.y - p.y, Math.cos(turn), Math.sin(turn)];
    const to = { x: onMachineGrid(p.x + c * dx - s * dy), y: onMachineGrid(p.y + s * dx + c * dy) };
    if (fits(to, p) && lineIsCovered(p, to, [cover!])) return to;
  }
  return q;
}

function tie(thread: SewnThread, kind: TieKind, fromEnd: boolean, { cover, short }: TiePlace): Point[] {
  if (kind === 'none') return [];
  const i = fromEnd ? thread.x.length - 1 : 0;
  const p = { x: thread.x[i], y: thread.y[i] };
  const q = tiePlace(thread, p, fromEnd, short ? SHORT : TIE);
  if (!q) return [];
  if (kind === 'along' && short) return fromEnd ? [q, p] : [p, q];
  if (kind === 'along') return [q, p, aside(p, q, cover)];
  const star = starAbout(p, q);
  return [...(fits(star[0], p) ? star : star.slice(1)), p];
}

/** Needle points before the thread's first: the needle comes down at the first of them. */
export function tieIn(thread: SewnThread, kind: TieKind, at: TiePlace = {}): Point[] {
  const points = tie(thread, kind, false, at);
  // A star ends at the first point itself, which is sewn next.
  return kind === 'star' ? points.slice(0, -1) : points;
}

/** Needle points after the thread's last. */
export const tieOff = (thread: SewnThread, kind: TieKind, at: TiePlace = {}): Point[] =>
  tie(thread, kind, true, at);
