// Straights that are left once a line is stitches: the needle points of each swing a little to both sides of it, as far as the
// passes and the edge beside it allow.
import {
  distance,
  lerp,
  distanceToWay,
  onMachineGrid,
  segmentsCross,
  type Point,
} from '../../../geometry/points.ts';
import { LIMITS } from '../../../materials/machine.ts';
import { SHARP, stitchesNear, turnAt } from './needle-kinks.ts';
import type { Stroke } from './tips.ts';

/** A stretch is straight as long as its stitches turn by no more, in radians. */
const STRAIGHT = (12 * Math.PI) / 180;
/** Those longer than this are bent, in spacings. */
const LONG = 1.95;
/** What swings has needle points about so far apart, in mm; shorter waves nearer, so many a wave. */
const STEP = 0.9;
const A_WAVE = 6;
/** It swings out of its direction by so much, in radians, in so many waves, one way first or the other. */
const SLOPES = [0.28, 0.36, 0.45, 0.55];
const WAVES = [1, 1.5, 2, 2.5, 3, 4];
/** No farther to a side than this, in spacings. */
const MOST = 0.25;
/** Needle points stay so far from the edge, in mm, and from other passes, in spacings, or by this share as far as they were. */
const [ROOM, CLEAR, SHARE] = [0.25, 0.3, 0.7];
/** So many stitches to either side belong to the same pass. */
const OWN = 2;
/** What stays straight must be no more than this share of what was. */
const BETTER = 0.8;
/** So many points beyond a stretch are looked at: it may go on in what was bent. */
const ABOUT = 6;

interface Stretch {
  from: number;
  to: number;
  length: number;
}

/** By how much two directions differ, in radians. */
const apart = (a: number, b: number): number => Math.abs(Math.atan2(Math.sin(b - a), Math.cos(b - a)));

/** Stretches of a line that are straight for more than `least` mm, from its first point to its last, none over another. */
function straightsOf(points: readonly Point[], least: number): Stretch[] {
  const found: Stretch[] = [];
  const angle: number[] = [];
  let [from, length] = [0, 0];
  for (let i = 0; i + 1 < points.length; i++) {
    const [a, b] = [points[i], points[i + 1]];
    angle.push(Math.atan2(b.y - a.y, b.x - a.x));
    length += distance(a, b);
    for (; apart(angle[from], angle[i]) > STRAIGHT; from++)
      length -= distance(points[from], points[from + 1]);
    if (length <= least) continue;
    const last = found.at(-1);
    if (!last || last.to <= from) found.push({ from, to: i + 1, length });
    else if (length > last.length) Object.assign(last, { from, to: i + 1, length });
  }
  return found;
}

/**
 * The needle points (mm) of an open line that crosses itself nowhere, those of its straights swinging. It still crosses itself nowhere,
 * no stitch is longer than `longest` mm, and no kink is made; what has no room for that stays straight.
 */
export function straightsBent(needle: readonly Point[], stroke: Stroke, longest: number): Point[] {
  let points = [...needle];
  const least = LONG * stroke.spacing;
  // From its end: what is bent has another number of points.
  for (const stretch of straightsOf(points, least).reverse()) {
    const bent = bentStretch(points, stretch, stroke, longest);
    if (bent) points = [...points.slice(0, stretch.from + 1), ...bent, ...points.slice(stretch.to)];
  }
  return points;
}

function bentStretch(
  points: readonly Point[],
  { from, to, length }: Stretch,
  { roomAt, spacing }: Stroke,
  longest: number,
): Point[] | null {
  const stretch = points.slice(from, to + 1);
  const [a, b] = [points[from], points[to]];
  const near = stitchesNear(points, lerp(a, b, 0.5), length / 2 + spacing).filter((i) => i < from || i >= to);
  const others = near.filter((i) => i < from - OWN || i >= to + OWN);
  const clearOf = (p: Point): number =>
    others.reduce((least, i) => Math.min(least, distanceToWay(p, points[i], points[i + 1])), Infinity);
  let [best, shortest]: [Point[] | null, number] = [null, BETTER * length];
  for (const waves of WAVES)
    for (const slope of SLOPES) {
      const high = (slope * length) / (2 * Math.PI * waves);
      if (high > MOST * spacing) continue;
      for (const side of [1, -1]) {
        const middle = swung(stretch, length, waves, side * high);
        const line = [a, ...middle.map(({ p }) => p), b];
        if (line.some((p, i) => i && !fits(distance(p, line[i - 1]), longest))) continue;
        const window = [
          ...points.slice(Math.max(0, from - ABOUT), from),
          ...line,
          ...points.slice(to + 1, to + 1 + ABOUT),
        ];
        const straight = Math.max(0, ...straightsOf(window, 0).map((s) => s.length));
        if (straight >= shortest || hasKink(window)) continue;
        const free = middle.every(
          ({ p, was }) =>
            roomAt(p) >= Math.min(ROOM, SHARE * roomAt(was)) &&
            clearOf(p) >= Math.min(CLEAR * spacing, SHARE * clearOf(was)),
        );
        if (!free || crosses(line, points, near, from, to)) continue;
        [best, shortest] = [middle.map(({ p }) => p), straight];
      }
      if (best && shortest <= LONG * spacing) return best;
    }
  return best;
}

const fits = (length: number, longest: number): boolean =>
  length >= LIMITS.shortest - 1e-6 && length <= longest;
const hasKink = (points: readonly Point[]): boolean =>
  points.some((_, i) => i > 0 && i + 1 < points.length && turnAt(points, i) > SHARP);

/** Needle points along a stretch that swing by `high` mm to both sides, with where they would lie on it; without its ends. */
function swung(
  stretch: readonly Point[],
  length: number,
  waves: number,
  high: number,
): { p: Point; was: Point }[] {
  const [a, b] = [stretch[0], stretch[stretch.length - 1]];
  const l = distance(a, b) || 1;
  const [ux, uy] = [(b.x - a.x) / l, (b.y - a.y) / l];
  const count = Math.max(
    Math.round(length / STEP),
    Math.min(Math.floor(length / 0.5), Math.ceil(A_WAVE * waves)),
  );
  const out: { p: Point; was: Point }[] = [];
  let [k, done] = [0, 0];
  for (let i = 1; i < count; i++) {
    const t = i / count;
    for (let s = distance(stretch[k], stretch[k + 1]); done + s < t * length && k + 2 < stretch.length;) {
      done += s;
      k++;
      s = distance(stretch[k], stretch[k + 1]);
    }
    const was = lerp(stretch[k], stretch[k + 1], (t * length - done) / distance(stretch[k], stretch[k + 1]));
    const off = high * Math.sin(2 * Math.PI * waves * t);
    out.push({ p: { x: onMachineGrid(was.x - uy * off), y: onMachineGrid(was.y + ux * off) }, was });
  }
  return out;
}

/** Does a line that takes the place of points `from` to `to` cross another stitch? */
function crosses(
  line: readonly Point[],
  points: readonly Point[],
  near: readonly number[],
  from: number,
  to: number,
): boolean {
  for (let k = 1; k < line.length; k++)
    for (const i of near) {
      const beside = (k === 1 && i === from - 1) || (k === line.length - 1 && i === to);
      if (!beside && segmentsCross(line[k - 1], line[k], points[i], points[i + 1])) return true;
    }
  return false;
}
