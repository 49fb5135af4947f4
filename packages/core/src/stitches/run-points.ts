// Needle points along a line: equal stitches, shorter on curves, one on every corner.
import type { Point } from '../geometry/points.ts';
import { arcLengths, pointAt, segmentAt, withoutRepeats, type Line } from '../geometry/polyline.ts';

/** A vertex that turns more than this is a corner; flattened curves turn less. */
const CORNER = (30 * Math.PI) / 180;
/** The chord may leave the line by 0.1 mm; the machine's grid takes 0.02 of it. */
const CHORD = 0.08;
const SHORTEST_STEP = 0.5;
/** For the sake of how far a line turns within them stitches get no shorter than this, in mm. */
const SHORTEST_TURN = 0.6;

/** Turn at a vertex, in radians, from -π to π. */
export function turnAt(coords: ArrayLike<number>, before: number, at: number, after: number): number {
  const ax = coords[2 * at] - coords[2 * before];
  const ay = coords[2 * at + 1] - coords[2 * before + 1];
  const bx = coords[2 * after] - coords[2 * at];
  const by = coords[2 * after + 1] - coords[2 * at + 1];
  return Math.atan2(ax * by - ay * bx, ax * bx + ay * by);
}

/** Vertices of an open line where it turns by more than `limit` radians, with both ends. */
export function cornersOf(coords: ArrayLike<number>, limit = CORNER): number[] {
  const n = coords.length / 2;
  const out = [0];
  for (let i = 1; i < n - 1; i++) if (Math.abs(turnAt(coords, i - 1, i, i + 1)) > limit) out.push(i);
  out.push(n - 1);
  return out;
}

/** What stitches along a line keep to: how long they may be, in mm, and how far the line may turn within one, in radians. */
interface Limits {
  length: number;
  turn: number;
}

/** Does the line between arc lengths `from` and `to` leave its chord by more than it may, or turn by more than `turn`? */
function straysFromChord(line: Line, lengths: Float64Array, from: number, to: number, turn: number): boolean {
  const a = pointAt(line, lengths, from);
  const b = pointAt(line, lengths, to);
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  const chord = Math.sqrt(dx * dx + dy * dy);
  const bends = turn < Infinity && to - from > SHORTEST_TURN;
  let turned = 0;
  for (let i = segmentAt(lengths, from) + 1; i < lengths.length && lengths[i] < to; i++) {
    const px = line.coords[2 * i] - a.x;
    const py = line.coords[2 * i + 1] - a.y;
    const strays =
      chord > 1e-9 ? Math.abs(px * dy - py * dx) > CHORD * chord : px * px + py * py > CHORD * CHORD;
    if (strays) return true;
    if (!bends || i === lengths.length - 1) continue;
    turned += Math.abs(turnAt(line.coords, i - 1, i, i + 1));
    if (turned > turn) return true;
  }
  return false;
}

/**
 * Divides a smooth open piece. Steps are found greedily (as long as allowed, chord kept close to the line),
 * then spread so that every stitch has an equal share of its local step.
 */
function divideSpan(coords: Float64Array, { length, turn }: Limits, out: Point[]): void {
  const line: Line = { coords, closed: false };
  const lengths = arcLengths(line);
  const total = lengths.at(-1)!;
  if (total <= 0) return;
  const breaks = [0];
  let share = 0; // of the last step that the line's end leaves
  let at = 0;
  while (at < total - 1e-9) {
    let step = length;
    while (step > SHORTEST_STEP && straysFromChord(line, lengths, at, Math.min(total, at + step), turn)) {
      step = Math.max(SHORTEST_STEP, step * 0.85);
    }
    share = Math.min(1, (total - at) / step);
    at = Math.min(total, at + step);
    breaks.push(at);
  }
  const whole = breaks.length - 2 + share;
  /** Where the j-th of `count` stitches ends, as arc length. */
  const placeOf = (j: number, count: number): number => {
    const place = (j * whole) / count;
    const k = Math.min(breaks.length - 2, Math.floor(place));
    const t = k === breaks.length - 2 ? (place - k) / share : place - k;
    return breaks[k] + (breaks[k + 1] - breaks[k]) * Math.min(1, t);
  };
  // Where long steps meet short ones an even share can stray: then there is one stitch more.
  const strays = (count: number): boolean => {
    for (let j = 1; j <= count; j++) {
      const [from, to] = [placeOf(j - 1, count), placeOf(j, count)];
      if (to - from > SHORTEST_STEP && straysFromChord(line, lengths, from, to, turn)) return true;
    }
    return false;
  };
  let count = Math.max(1, Math.ceil(whole - 0.02));
  for (let more = 0; more < 8 && strays(count); more++) count++;
  for (let j = 1; j <= count; j++) out.push(pointAt(line, lengths, placeOf(j, count)));
}

/**
 * Needle points from the first to the last point of an open line (a closed one ends where it began).
 * Stitches are `length` mm or shorter; none strays from the line by more than 0.1 mm, and within none does a curve turn by more
 * than `turn` radians as long as that leaves stitches of 0.6 mm.
 */
export function runPoints(line: Line, length: number, turn = Infinity): Point[] {
  const { coords, closed } = line;
  // A repeated point has no direction: it would hide the corner that it stands on.
  const open = withoutRepeats(closed ? [...coords, coords[0], coords[1]] : coords, false);
  const corners = cornersOf(open);
  const out: Point[] = [{ x: open[0], y: open[1] }];
  for (let c = 1; c < corners.length; c++) {
    divideSpan(open.slice(2 * corners[c - 1], 2 * corners[c] + 2), { length, turn }, out);
  }
  return out;
}
