// The frame in which rows are level: the cloth turned by the stitch angle, or bent so that guide lines are level.
import { turnBy, type Bounds, type Point } from '../../geometry/points.ts';
import { arcLengths, pointAt, type Line } from '../../geometry/polyline.ts';
import type { Polygon, Ring } from '../../geometry/region.ts';

export interface Frame {
  /** The rows' angle in degrees, when it is the same everywhere: then they can lie on the machine's grid. */
  angle: number | null;
  toFrame(p: Point): Point;
  toCloth(p: Point): Point;
  /** Straight sides of the cloth stay straight in the frame. */
  straight: boolean;
  /** How far apart rows lie on the cloth at a place of the frame, for rows 1 mm apart in it. */
  apart(p: Point): number;
  /** How long a stitch is on the cloth at a place of the frame, for one 1 mm long along the row in it. */
  along(p: Point): number;
}

export function turnedFrame(angle: number): Frame {
  return {
    angle,
    toFrame: turnBy(angle),
    toCloth: turnBy(-angle),
    straight: true,
    apart: () => 1,
    along: () => 1,
  };
}

/** A guide line as heights over the frame's level axis, at places `STEP` apart, and its mean height. */
interface Height {
  from: number;
  values: Float64Array;
  mean: number;
}

const STEP = 0.5;
/** Guide lines steeper than this are cut off, as a slope: rows there would lie on one another. */
const STEEPEST = 2.5;
/** Beyond the ends of a guide line its slope dies out over this length, in mm. */
const FADE = 15;
/** How near guide lines that cross may come, as a share of how far apart they lie in the mean. */
const CROSSING_ROOM = 0.1;

/** The line's heights over its level axis; where it turns back on itself, only its way forward counts. */
function heightsOf(line: Line, toFrame: (p: Point) => Point): Height | null {
  const lengths = arcLengths(line);
  const total = lengths.at(-1)!;
  const count = Math.max(4, Math.ceil(total / (STEP / 2)));
  let points = Array.from({ length: count + 1 }, (_, k) =>
    toFrame(pointAt(line, lengths, (total * k) / count)),
  );
  if (points[0].x > points[count].x) points = points.reverse();
  const forward = [points[0]];
  for (const p of points) {
    const last = forward[forward.length - 1];
    const run = p.x - last.x;
    if (run <= 1e-6) continue;
    const rise = Math.max(-STEEPEST * run, Math.min(STEEPEST * run, p.y - last.y));
    forward.push({ x: p.x, y: last.y + rise });
  }
  const [first, last] = [forward[0], forward[forward.length - 1]];
  if (last.x - first.x < 1) return null;
  const values: number[] = [];
  let i = 0;
  for (let x = first.x; x <= last.x; x += STEP) {
    while (i < forward.length - 2 && forward[i + 1].x < x) i++;
    const [a, b] = [forward[i], forward[i + 1]];
    values.push(a.y + ((b.y - a.y) * (x - a.x)) / (b.x - a.x));
  }
  const mean = values.reduce((sum, v) => sum + v, 0) / values.length;
  return { from: first.x, values: Float64Array.from(values), mean };
}

/** How much higher a line is that leaves with `slope`, `over` mm further on. */
const fading = (slope: number, over: number): number => slope * FADE * (1 - Math.exp(-over / FADE));

/** Height of a guide line at x, its ends led on with a slope that dies out. */
function heightAt({ from, values }: Height, x: number): number {
  const at = (x - from) / STEP;
  const last = values.length - 1;
  if (at <= 0) return values[0] + fading((values[0] - values[1]) / STEP, -at * STEP);
  if (at >= last) return values[last] + fading((values[last] - values[last - 1]) / STEP, (at - last) * STEP);
  const i = Math.floor(at);
  return values[i] + (values[i + 1] - values[i]) * (at - i);
}

/**
 * Takes `v` from its place among `from` to the same place among `to`, both ascending; outside of them at the same
 * distance from the outermost.
 */
function between(from: readonly number[], to: readonly number[], v: number): number {
  let i = from.length - 1;
  while (i >= 0 && from[i] > v) i--;
  if (i < 0) return to[0] + v - from[0];
  if (i === from.length - 1) return to[i] + v - from[i];
  return to[i] + ((to[i + 1] - to[i]) * (v - from[i])) / (from[i + 1] - from[i]);
}

/**
 * Bends the cloth so that guide lines are level. Rows between two of them change evenly from the one's shape to
 * the other's; beyond the outer ones they keep theirs. `angle` (degrees) is the rows' direction when no guide line
 * is of use. Guide lines are taken as curves over their common direction: they can't turn back.
 */
export function flowFrame(guides: readonly Line[], angle: number): Frame {
  let [dx, dy] = [0, 0];
  for (const { coords: c } of guides) {
    let [ux, uy] = [c[c.length - 2] - c[0], c[c.length - 1] - c[1]];
    if (ux * dx + uy * dy < 0) [ux, uy] = [-ux, -uy];
    [dx, dy] = [dx + ux, dy + uy];
  }
  if (Math.hypot(dx, dy) < 1) return turnedFrame(angle);
  const turn = (-Math.atan2(dy, dx) * 180) / Math.PI;
  const into = turnBy(turn);
  const back = turnBy(-turn);
  const heights = guides
    .flatMap((line) => heightsOf(line, into) ?? [])
    .sort((a, b) => a.mean - b.mean)
    // Two guide lines at one height can't both be met.
    .filter((h, i, all) => i === 0 || h.mean - all[i - 1].mean > 0.5);
  if (!heights.length) return turnedFrame(angle);

  const means = heights.map((h) => h.mean);
  /** Heights on the cloth of the guide lines at x. Where they cross they keep a little room: rows never turn over. */
  const levels = (x: number): number[] => {
    const out = [heightAt(heights[0], x)];
    for (let i = 1; i < heights.length; i++)
      out.push(Math.max(heightAt(heights[i], x), out[i - 1] + CROSSING_ROOM * (means[i] - means[i - 1])));
    return out;
  };
  /** Height on the cloth of row `w` at x. */
  const rise = (x: number, w: number): number => between(means, levels(x), w);
  const toFrame = (p: Point): Point => {
    const { x, y } = into(p);
    return { x, y: between(levels(x), means, y) };
  };
  const slope = ({ x, y }: Point): number => (rise(x + 0.25, y) - rise(x - 0.25, y)) / 0.5;
  return {
    angle: null,
    toFrame,
    toCloth: ({ x, y }) => back({ x, y: rise(x, y) }),
    straight: false,
    apart: (p) => (rise(p.x, p.y + 0.1) - rise(p.x, p.y - 0.1)) / 0.2 / Math.hypot(1, slope(p)),
    along: (p) => Math.hypot(1, slope(p)),
  };
}

/** The polygon's rings in the frame. */
export function ringsInFrame(polygon: Polygon, frame: Frame): Ring[] {
  return [polygon.outer, ...polygon.holes].map((ring) => {
    const out: number[] = [];
    const n = ring.length;
    for (let i = 0; i < n; i += 2) {
      const j = (i + 2) % n;
      const a = { x: ring[i], y: ring[i + 1] };
      const [ux, uy] = [ring[j] - a.x, ring[j + 1] - a.y];
      const parts = frame.straight ? 1 : Math.max(1, Math.ceil(Math.hypot(ux, uy) / STEP));
      for (let k = 0; k < parts; k++) {
        const q = frame.toFrame({ x: a.x + (ux * k) / parts, y: a.y + (uy * k) / parts });
        out.push(q.x, q.y);
      }
    }
    return Float64Array.from(out);
  });
}

/** The widest that rows lie apart, and the longest that stitches come out, within bounds of the frame. */
export function stretchOf(frame: Frame, b: Bounds): { apart: number; along: number } {
  if (frame.straight) return { apart: 1, along: 1 };
  const apart: number[] = [];
  let along = 1;
  for (let i = 0; i <= 24; i++)
    for (let j = 0; j <= 24; j++) {
      const p = { x: b.minX + ((b.maxX - b.minX) * i) / 24, y: b.minY + ((b.maxY - b.minY) * j) / 24 };
      apart.push(frame.apart(p));
      along = Math.max(along, frame.along(p));
    }
  return { apart: Math.max(0.2, ...apart), along };
}
