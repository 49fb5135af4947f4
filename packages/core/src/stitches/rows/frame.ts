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

/** Height of a guide line at x, its ends led on with a slope that dies out. */
function heightAt({ from, values }: Height, x: number): number {
  const at = (x - from) / STEP;
  const last = values.length - 1;
  const beyond = (end: number, slope: number, over: number): number =>
    values[end] + slope * FADE * (1 - Math.exp(-over / FADE));
  if (at <= 0) return beyond(0, -(values[1] - values[0]) / STEP, -at * STEP);
  if (at >= last) return beyond(last, (values[last] - values[last - 1]) / STEP, (at - last) * STEP);
  const i = Math.floor(at);
  return values[i] + (values[i + 1] - values[i]) * (at - i);
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

  /** Height on the cloth of row `w` at x. */
  const rise = (x: number, w: number): number => {
    const last = heights.length - 1;
    if (w <= heights[0].mean) return w + heightAt(heights[0], x) - heights[0].mean;
    if (w >= heights[last].mean) return w + heightAt(heights[last], x) - heights[last].mean;
    let i = 0;
    while (heights[i + 1].mean < w) i++;
    const [a, b] = [heights[i], heights[i + 1]];
    const t = (w - a.mean) / (b.mean - a.mean);
    const low = heightAt(a, x);
    // Guide lines that cross keep a little room between them: rows never turn over.
    const high = Math.max(low + 0.1 * (b.mean - a.mean), heightAt(b, x));
    return low + (high - low) * t;
  };
  const toFrame = (p: Point): Point => {
    const { x, y } = into(p);
    // `rise` grows with w: halving always finds the row.
    let [low, high] = [y - 200, y + 200];
    for (let k = 0; k < 40; k++) {
      const mid = (low + high) / 2;
      if (rise(x, mid) < y) low = mid;
      else high = mid;
    }
    return { x, y: (low + high) / 2 };
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
