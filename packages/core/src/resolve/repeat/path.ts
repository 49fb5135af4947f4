// Places along lines, a whole number of them, and the direction in which the line runs there.
import type { PathLayout } from '../../design/types.ts';
import type { Point } from '../../geometry/points.ts';
import { arcLengths, pointAt, type Line } from '../../geometry/polyline.ts';

export interface PathPlace {
  at: Point;
  /** Degrees, clockwise from level. */
  direction: number;
}

/** Turns sharper than this from one millimetre to the next are corners, in degrees. */
const CORNER = 35;
/** The direction at a place is taken over so much of the line to both sides, in mm. */
const STEADY = 0.5;

const heading = (a: Point, b: Point): number => (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI;

const turnBetween = (a: number, b: number): number => ((((b - a) % 360) + 540) % 360) - 180;

class Track {
  readonly line: Line;
  readonly lengths: Float64Array;
  readonly total: number;

  constructor(line: Line) {
    this.line = line;
    this.lengths = arcLengths(line);
    this.total = this.lengths.at(-1) ?? 0;
  }

  at(s: number): Point {
    const around = this.line.closed ? ((s % this.total) + this.total) % this.total : s;
    return pointAt(this.line, this.lengths, around);
  }

  /** The direction over `room` mm to both sides of a place, never beyond `from` and `to`. */
  direction(s: number, room: number, from = -Infinity, to = Infinity): number {
    const [a, b] = this.line.closed
      ? [s - room, s + room]
      : [Math.max(0, s - room), Math.min(this.total, s + room)];
    return heading(this.at(Math.max(a, from)), this.at(Math.min(b, to)));
  }

  /** Where the line turns sharply, as arc lengths in mm. */
  corners(): number[] {
    const n = this.line.coords.length / 2;
    const out: number[] = [];
    for (let i = 0; i < n; i++) {
      const s = this.lengths[i];
      if (!this.line.closed && (i === 0 || i === n - 1)) continue;
      const [before, after] = [
        heading(this.at(s - STEADY), this.at(s)),
        heading(this.at(s), this.at(s + STEADY)),
      ];
      if (Math.abs(turnBetween(before, after)) < CORNER) continue;
      const last = out[out.length - 1];
      if (last === undefined || s - last > 2 * STEADY) out.push(s);
    }
    return out;
  }
}

/** How many steps a stretch is parted into, at least one. */
const parts = (length: number, step: number): number => Math.max(1, Math.round(length / Math.max(0.1, step)));

function placesOn(track: Track, step: number, corners: PathLayout['corners']): PathPlace[] {
  const { total, line } = track;
  const sharp = corners === 'through' ? [] : track.corners();
  if (corners === 'stop' && sharp.length) {
    // Each stretch between corners is fitted by itself; at a corner a copy stands turned to halfway.
    const ends = line.closed ? [...sharp, sharp[0] + total] : [0, ...sharp, total];
    const out: PathPlace[] = [];
    ends.slice(1).forEach((to, k) => {
      const from = ends[k];
      const count = parts(to - from, step);
      for (let i = k && !line.closed ? 1 : 0; i <= count; i++) {
        if (i === count && line.closed) continue;
        const s = from + ((to - from) * i) / count;
        const isCorner = (i === 0 && (line.closed || k > 0)) || (i === count && to < total - 1e-9);
        out.push({
          at: track.at(s),
          direction: isCorner ? track.direction(s, STEADY) : track.direction(s, STEADY, from, to),
        });
      }
    });
    return out;
  }
  const count = line.closed ? parts(total, step) : parts(total, step) + 1;
  const each = line.closed ? total / count : count > 1 ? total / (count - 1) : 0;
  const near = (s: number): boolean =>
    sharp.some((c) => {
      const d = Math.abs(s - c);
      return Math.min(d, line.closed ? total - d : d) < each / 2;
    });
  const out: PathPlace[] = [];
  for (let i = 0; i < count; i++) {
    const s = i * each;
    if (corners === 'miss' && near(s)) continue;
    // On through corners the copies turn little by little.
    out.push({
      at: track.at(s),
      direction: track.direction(s, corners === 'through' ? each / 4 + STEADY : STEADY),
    });
  }
  return out;
}

/** A whole number of places along every line, at most `most`; `step` is what they came to, in mm. */
export function pathPlaces(
  lines: readonly Line[],
  { fit, count, step, corners }: Pick<PathLayout, 'fit' | 'count' | 'step' | 'corners'>,
  most: number,
): { places: PathPlace[]; step: number } {
  const tracks = lines.map((line) => new Track(line)).filter((t) => t.total > 0.1);
  const total = tracks.reduce((sum, t) => sum + t.total, 0);
  if (!total) return { places: [], step: 0 };
  // A count is shared out by length; an open line has one place more than steps.
  const open = tracks.filter((t) => !t.line.closed).length;
  const each = fit === 'step' ? Math.max(0.2, step, total / most) : total / Math.max(1, count - open);
  const places = tracks.flatMap((t) => placesOn(t, each, corners));
  return { places: places.slice(0, most), step: each };
}
