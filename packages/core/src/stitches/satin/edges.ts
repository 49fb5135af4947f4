// A column between two drawn edges; rungs drawn across it say which places of the edges belong together.
import { distance, type Point } from '../../geometry/points.ts';
import {
  arcLengths,
  lengthOf,
  nearestOnLine,
  openedAt,
  pointAt,
  reversed,
  type Line,
} from '../../geometry/polyline.ts';
import { Ladder, type Rung } from './ladder.ts';

/** Rungs of the ladder are this far apart on the longer edge, in mm. */
const STEP = 0.2;
/** A rung belongs to an edge that it meets, or ends within this distance of, in mm. */
const REACH = 1.5;

const ends = ({ coords: c }: Line): [Point, Point] => [
  { x: c[0], y: c[1] },
  { x: c[c.length - 2], y: c[c.length - 1] },
];

/** Where two polylines cross first, as arc length on `line` (mm); null when they don't. */
function crossingOn(line: Line, lengths: Float64Array, other: Line): number | null {
  const a = line.coords;
  const b = other.coords;
  for (let i = 0; i + 1 < lengths.length; i++) {
    const k = (2 * (i + 1)) % a.length;
    const [ax, ay] = [a[2 * i], a[2 * i + 1]];
    const [ux, uy] = [a[k] - ax, a[k + 1] - ay];
    for (let j = 0; j + 3 < b.length; j += 2) {
      const [vx, vy] = [b[j + 2] - b[j], b[j + 3] - b[j + 1]];
      const d = ux * vy - uy * vx;
      if (Math.abs(d) < 1e-12) continue;
      const t = ((b[j] - ax) * vy - (b[j + 1] - ay) * vx) / d;
      const s = ((b[j] - ax) * uy - (b[j + 1] - ay) * ux) / d;
      if (t >= 0 && t <= 1 && s >= 0 && s <= 1) return lengths[i] + t * (lengths[i + 1] - lengths[i]);
    }
  }
  return null;
}

/** Where a rung stands on an edge, as arc length; null when it keeps away from it. */
function placeOn(edge: Line, lengths: Float64Array, rung: Line): number | null {
  const crossed = crossingOn(edge, lengths, rung);
  if (crossed !== null) return crossed;
  const near = ends(rung).map((p) => nearestOnLine(edge, lengths, p));
  const best = near[0].distance < near[1].distance ? near[0] : near[1];
  return best.distance <= REACH ? best.s : null;
}

/** The second edge so that both run the same way; a closed one is begun beside the first one's begin. */
function sameWay(a: Line, b: Line): Line {
  if (!a.closed || !b.closed) {
    const [a0, a1] = ends(a);
    const [b0, b1] = ends(b);
    return distance(a0, b0) + distance(a1, b1) <= distance(a0, b1) + distance(a1, b0) ? b : reversed(b);
  }
  const start = ends(a)[0];
  const lengths = arcLengths(b);
  const opened = openedAt(b, lengths, nearestOnLine(b, lengths, start).s);
  const quarter = (line: Line): Point => pointAt(line, arcLengths(line), lengthOf(line) / 4);
  const back = reversed(opened);
  const at = quarter({ coords: a.coords, closed: true });
  return distance(at, quarter(opened)) <= distance(at, quarter(back)) ? opened : back;
}

/**
 * The ladder between two edges (both open, or both closed). Between rungs, places are matched by their share of
 * the way along each edge. Rungs that keep away from an edge, or cross others, are passed over.
 */
export function ladderBetween(first: Line, second: Line, rungs: readonly Line[]): Ladder {
  const ring = first.closed && second.closed;
  const b = sameWay(first, second);
  const a: Line = ring ? openedAt(first, arcLengths(first), 0) : first;
  const la = arcLengths(a);
  const lb = arcLengths(b);
  const marks: [number, number][] = [];
  for (const rung of rungs) {
    const [s, t] = [placeOn(a, la, rung), placeOn(b, lb, rung)];
    if (s !== null && t !== null) marks.push([s, t]);
  }
  marks.sort((p, q) => p[0] - q[0]);
  const stops: [number, number][] = [[0, 0]];
  const whole: [number, number] = [la.at(-1)!, lb.at(-1)!];
  for (const m of marks) {
    const [s, t] = stops[stops.length - 1];
    if (m[0] > s + 0.05 && m[1] > t + 0.05 && m[0] < whole[0] - 0.05 && m[1] < whole[1] - 0.05) stops.push(m);
  }
  stops.push(whole);
  const out: Rung[] = [];
  for (let i = 1; i < stops.length; i++) {
    const [from, to] = [stops[i - 1], stops[i]];
    const count = Math.max(1, Math.ceil(Math.max(to[0] - from[0], to[1] - from[1]) / STEP));
    for (let k = i === 1 ? 0 : 1; k <= count; k++) {
      const t = k / count;
      out.push({
        left: pointAt(a, la, from[0] + (to[0] - from[0]) * t),
        right: pointAt(b, lb, from[1] + (to[1] - from[1]) * t),
      });
    }
  }
  return new Ladder(out, { ring });
}
