// Where a line turns back in a narrow stroke, its tip is sewn as a head: a drop as wide as the stroke lets it be, that reaches
// towards the stroke's end. A tip that is as narrow as its two passes would have to turn in one or two needle points.
import {
  distance,
  lerp,
  distanceToWay,
  onMachineGrid,
  segmentsCross,
  turnBetween,
  type Point,
} from '../../../geometry/points.ts';
import { LIMITS } from '../../../materials/machine.ts';
import { excessAmong, SHARP, stitchesNear, turnAt } from './needle-kinks.ts';

/** A stroke's line: how far a place lies inside, in mm (less than 0 outside), and how far passes lie apart, in mm. */
export interface Stroke {
  roomAt(p: Point): number;
  spacing: number;
}

/** So many points to either side of a kink a head may replace. */
const ABOUT = 4;
/** The line comes back when it turns by this much between both sides, in radians … */
const BACK = (100 * Math.PI) / 180;
/** … which lie no farther apart than this, in spacings. */
const NARROW = 0.8;
/** Heads are tried with these radii, in mm, up to so much of a spacing; their middles so far ahead of the two sides, in radii. */
const RADII = [1.1, 0.95, 0.8, 0.7, 0.6, 0.5, 0.45, 0.4];
const WIDEST = 0.45;
const AHEAD = [0.2, 0.6, 1, 1.4, 1.8, 2.4, 3, 4];
/** A head's arc is this long, in so many stitches: a drop, or, where that is too wide, half a hexagon; radians. */
const ARCS = [
  { whole: (230 * Math.PI) / 180, stitches: 5 },
  { whole: Math.PI, stitches: 3 },
];
/** Points of a head keep so far inside, in mm; they should keep as far as `ROOMY`, and the tip so many spacings. */
const [LEAST_ROOM, ROOMY, TIP_ROOM] = [0.1, 0.35, 0.36];
/** Other passes are no nearer to a head than this, in spacings. */
const CLEAR = 0.3;
/** What a square radian of too much turning costs, against a spacing that the tip lies off, or two mm of room that are missing. */
const BENT = 20;
/** What a spacing costs by which a tip gets shorter, and by how many it may. */
const [SHORTER, MOST_SHORTER] = [3, 0.25];
/** Stitches are asked so often whether they lie inside, in mm. */
const ASKED = 0.3;

const onGrid = ({ x, y }: Point): Point => ({ x: onMachineGrid(x), y: onMachineGrid(y) });
const SHORTEST = LIMITS.shortest - 1e-6;

/** A head that takes the place of what lies between points `from` and `to` of the line. */
interface Head {
  from: number;
  to: number;
  points: Point[];
  cost: number;
}

/**
 * The needle points (mm) of an open line that crosses itself nowhere, its tips in narrow strokes rounded where that takes kinks out.
 * It still crosses itself nowhere, and no stitch is longer than `longest` mm.
 */
export function tipsRounded(needle: readonly Point[], stroke: Stroke, longest: number): Point[] {
  let points = [...needle];
  for (let i = 2; i + 2 < points.length; i++) {
    if (turnAt(points, i) <= SHARP) continue;
    const head = headAbout(points, i, stroke, longest);
    if (!head) continue;
    points = [...points.slice(0, head.from + 1), ...head.points, ...points.slice(head.to)];
    i = head.from + head.points.length;
  }
  return points;
}

function headAbout(points: readonly Point[], at: number, stroke: Stroke, longest: number): Head | null {
  let best: Head | null = null;
  const near = stitchesNear(points, points[at], 4 * stroke.spacing);
  for (let from = at - 1; from >= Math.max(1, at - ABOUT); from--)
    for (let to = at + 1; to <= Math.min(points.length - 2, at + ABOUT); to++) {
      const [a, b] = [points[from], points[to]];
      const [before, after] = [points[from - 1], points[to + 1]];
      const gap = distance(a, b);
      if (gap > NARROW * stroke.spacing) continue;
      // Both sides point to where the line turns.
      const [p, q] = [distance(before, a), distance(after, b)];
      const u = {
        x: (a.x - before.x) / p + (b.x - after.x) / q,
        y: (a.y - before.y) / p + (b.y - after.y) / q,
      };
      const leaving = { x: a.x + (after.x - b.x), y: a.y + (after.y - b.y) };
      if (turnBetween(before, a, leaving) < BACK) continue;
      const lot = points.slice(Math.max(0, from - 2), to + 3);
      const now = excessAmong(lot, 1, lot.length - 2);
      const head = headBetween(points.slice(from, to + 1), u, stroke, longest, (arc) => {
        const line = [...points.slice(Math.max(0, from - 2), from + 1), ...arc, ...points.slice(to, to + 3)];
        return excessAmong(line, 1, line.length - 2);
      });
      if (!head || head.excess > 0.5 * now || (best && head.cost >= best.cost)) continue;
      if (!standsClear(points, near, from, to, head.arc, stroke)) continue;
      best = { from, to, points: head.arc, cost: head.cost };
    }
  return best;
}

/** The best head for a tip, which is given with its two sides; `u` is the direction to which they point, of any length. */
function headBetween(
  tip: readonly Point[],
  u: Point,
  { roomAt, spacing }: Stroke,
  longest: number,
  excessOf: (arc: Point[]) => number,
): { arc: Point[]; cost: number; excess: number } | null {
  const [a, b] = [tip[0], tip[tip.length - 1]];
  const l = Math.hypot(u.x, u.y) || 1;
  const [ux, uy] = [u.x / l, u.y / l];
  // Square to it, from a's side to b's.
  const side = (b.x - a.x) * -uy + (b.y - a.y) * ux >= 0 ? 1 : -1;
  const [vx, vy] = [-uy * side, ux * side];
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  const reach = Math.max(...tip.map((p) => (p.x - middle.x) * ux + (p.y - middle.y) * uy));
  let best: { arc: Point[]; cost: number; excess: number } | null = null;
  for (const r of RADII) {
    if (r > WIDEST * spacing) continue;
    for (const [{ whole: turned, stitches }, ahead] of ARCS.flatMap((arc) =>
      AHEAD.map((d) => [arc, d] as const),
    )) {
      const c = { x: middle.x + ux * ahead * r, y: middle.y + uy * ahead * r };
      const round = Array.from({ length: stitches + 1 }, (_, k) => {
        const t = turned * (k / stitches - 0.5);
        const [along, across] = [r * Math.cos(t), r * Math.sin(t)];
        return onGrid({ x: c.x + ux * along + vx * across, y: c.y + uy * along + vy * across });
      });
      const arc = [...between(a, round[0], longest), ...round, ...between(round[stitches], b, longest)];
      const whole = [a, ...arc, b];
      if (whole.some((p, k) => k && distance(p, whole[k - 1]) < SHORTEST)) continue;
      const excess = excessOf(arc);
      if (best && BENT * excess >= best.cost) continue;
      const shorter = Math.max(0, reach - (ahead + 1) * r);
      if (shorter > MOST_SHORTER * spacing) continue;
      const room = Math.min(...arc.map(roomAt));
      if (room < LEAST_ROOM || !staysInside(whole, roomAt)) continue;
      const roomAhead = roomAt({ x: c.x + ux * r, y: c.y + uy * r });
      const cost =
        BENT * excess +
        Math.abs(roomAhead / spacing - TIP_ROOM) +
        Math.max(0, ROOMY - room) / 2 +
        (SHORTER * shorter) / spacing;
      if (!best || cost < best.cost) best = { arc, cost, excess };
    }
  }
  return best;
}

/** Points that part a stitch that would be longer than `longest` mm. */
function between(a: Point, b: Point, longest: number): Point[] {
  const parts = Math.ceil(distance(a, b) / longest);
  return Array.from({ length: Math.max(0, parts - 1) }, (_, k) => onGrid(lerp(a, b, (k + 1) / parts)));
}

/** Does a line stay inside between its points, too? */
function staysInside(line: readonly Point[], roomAt: Stroke['roomAt']): boolean {
  return line.every((p, k) => {
    const q = line[k + 1];
    if (!q) return true;
    const parts = Math.ceil(distance(p, q) / ASKED);
    for (let i = 1; i < parts; i++) if (roomAt(lerp(p, q, i / parts)) < 0) return false;
    return true;
  });
}

/** Does a head cross no other stitch, nor come too near to one, and is none of its own too long? */
function standsClear(
  points: readonly Point[],
  near: readonly number[],
  from: number,
  to: number,
  arc: readonly Point[],
  { spacing }: Stroke,
): boolean {
  const whole = [points[from], ...arc, points[to]];
  for (let k = 1; k < whole.length; k++) {
    for (const i of near) {
      if (i >= from && i < to) continue;
      const [p, q] = [points[i], points[i + 1]];
      const beside = (k === 1 && i === from - 1) || (k === whole.length - 1 && i === to);
      if (!beside && segmentsCross(whole[k - 1], whole[k], p, q)) return false;
      const own = i >= from - 3 && i < to + 3;
      if (!own && distanceToWay(whole[k], p, q) < CLEAR * spacing) return false;
    }
  }
  return true;
}
