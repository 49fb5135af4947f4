// The column of a satin along a line: for every place on it, where its left and right edges are.
//
// The line is cut at sharp corners into arms. Inside an arm the direction turns evenly; how two arms meet is said in
// `corners.ts`.
import { arcLengths, pointAt, segmentAt, type Line } from '../../geometry/polyline.ts';
import { cornersOf, turnAt } from '../run-points.ts';
import { cornerAt, FLOW, PLAIN, type ArmEnd, type Corner, type CornerRule } from './corners.ts';
import { Ladder, type Rung } from './ladder.ts';

/** Rungs are this far apart along the line, in mm. */
const STEP = 0.2;
/** Half the column's width in mm, at a place along the whole line (mm). */
export type HalfWidth = (s: number) => number;

/** A place on the column; lateral distances in mm, positive to the right of the direction of sewing. */
export interface Station {
  x: number;
  y: number;
  /** Unit vector across the column, to the right. */
  nx: number;
  ny: number;
  /** What corners leave of the column here; low < high unless nothing is left. */
  low: number;
  high: number;
  /** Turn a mm, in radians: positive when the column turns right. */
  curvature: number;
}

/** One arm of a column, between two sharp corners or ends. */
export class Arm {
  private readonly line: Line;
  private readonly lengths: Float64Array;
  private readonly length: number; // of the whole arm, in mm
  private readonly angles: Float64Array; // running direction of every segment, unwrapped
  private readonly integral: Float64Array; // of the direction, at every vertex
  private readonly halfAt: HalfWidth;
  private readonly before: ArmEnd;
  private readonly after: ArmEnd;
  readonly ring: boolean;
  /** The whole turn of a ring, in radians. */
  private readonly wholeTurn: number;

  /** `halfAt` counts from the arm's own begin. A `ring` goes on at its start when it has come round. */
  constructor(coords: Float64Array, halfAt: HalfWidth, before: ArmEnd, after: ArmEnd, ring: boolean) {
    this.line = { coords, closed: false };
    this.lengths = arcLengths(this.line);
    this.length = this.lengths[this.lengths.length - 1];
    this.halfAt = halfAt;
    this.before = before;
    this.after = after;
    this.ring = ring;
    const n = coords.length / 2;
    this.angles = new Float64Array(Math.max(1, n - 1));
    this.angles[0] = Math.atan2(coords[3] - coords[1], coords[2] - coords[0]);
    for (let i = 1; i < n - 1; i++) this.angles[i] = this.angles[i - 1] + turnAt(coords, i - 1, i, i + 1);
    this.integral = new Float64Array(n);
    for (let i = 1; i < n; i++)
      this.integral[i] = this.integral[i - 1] + this.angles[i - 1] * (this.lengths[i] - this.lengths[i - 1]);
    const first = this.angles[0];
    const last = this.angles[Math.max(0, n - 2)];
    this.wholeTurn = last - first + Math.atan2(Math.sin(first - last), Math.cos(first - last));
  }

  private integralAt(s: number): number {
    if (this.ring) {
      const rounds = Math.floor(s / this.length);
      const rest = s - rounds * this.length;
      const once = this.integral.at(-1)!;
      return (
        this.insideIntegral(rest) +
        rounds * once +
        this.wholeTurn * (rounds * rest + (this.length * rounds * (rounds - 1)) / 2)
      );
    }
    return this.insideIntegral(s);
  }

  private insideIntegral(s: number): number {
    const i = segmentAt(this.lengths, s);
    return this.integral[i] + this.angles[i] * (s - this.lengths[i]);
  }

  /** Direction in radians at `s`, averaged over a window that shrinks towards the arm's ends. */
  private direction(s: number): number {
    let window = Math.max(0.4, this.halfAt(s) * 0.7);
    if (!this.ring) window = Math.min(window, Math.max(0.05, s), Math.max(0.05, this.length - s));
    const a = this.ring ? s - window : Math.max(0, Math.min(this.length - 0.05, s - window));
    const b = this.ring ? s + window : Math.min(this.length, Math.max(0.05, s + window));
    return (this.integralAt(b) - this.integralAt(a)) / (b - a);
  }

  private station(s: number): Station {
    const along = this.ring
      ? ((s % this.length) + this.length) % this.length
      : Math.min(this.length, Math.max(0, s));
    const p = pointAt(this.line, this.lengths, along);
    const direction = this.direction(this.ring ? s : along);
    const cos = Math.cos(direction);
    const sin = Math.sin(direction);
    const beyond = this.ring ? 0 : s - along;
    const step = 0.2;
    const curvature = (this.direction(s + step) - this.direction(s - step)) / (2 * step);
    const half = this.halfAt(along);
    let low = -half;
    let high = half;
    const clip = ({ bounds, outer }: ArmEnd, distance: number): void => {
      // Lateral places count to the right here, and to the inner side there.
      if (!bounds) return;
      const [least, most] = bounds(distance);
      low = Math.max(low, outer > 0 ? -most : least);
      high = Math.min(high, outer > 0 ? -least : most);
    };
    if (!this.ring) {
      clip(this.after, s - this.length);
      clip(this.before, -s);
    }
    // On the inside of a tight curve the edge must not fold back over itself.
    if (curvature > 1e-6) high = Math.min(high, Math.max(0.1, 0.95 / curvature));
    if (curvature < -1e-6) low = Math.max(low, -Math.max(0.1, -0.95 / curvature));
    return { x: p.x + cos * beyond, y: p.y + sin * beyond, nx: -sin, ny: cos, low, high, curvature };
  }

  /** The arm as a ladder, with or without what corners add to it. Its scale is the outer edge of its curves. */
  ladder(extended: boolean): Ladder {
    const most = extended ? Infinity : 0;
    const from = -Math.min(most, this.before.extend);
    const to = this.length + Math.min(most, this.after.extend);
    const count = Math.max(2, Math.ceil((to - from) / STEP));
    const rungs: Rung[] = [];
    const places = new Float64Array(count + 1);
    for (let k = 0; k <= count; k++) {
      const s = from + ((to - from) * k) / count;
      const st = this.station(s);
      const [low, high] = st.low < st.high ? [st.low, st.high] : [st.high, st.high];
      rungs.push({
        left: { x: st.x + st.nx * low, y: st.y + st.ny * low },
        right: { x: st.x + st.nx * high, y: st.y + st.ny * high },
      });
      const bend = 1 + Math.abs(st.curvature) * this.halfAt(s);
      if (k) places[k] = places[k - 1] + ((to - from) / count) * bend;
    }
    return new Ladder(rungs, { ring: this.ring, places });
  }
}

/** A line that begins at its sharpest corner, when it is closed, so that no arm is cut anywhere else. */
function begun(line: Line): { coords: Float64Array; start: number; ring: boolean } {
  const { coords, closed } = line;
  if (!closed) return { coords, start: 0, ring: false };
  const n = coords.length / 2;
  let sharpest = 0;
  let most = 0;
  for (let i = 0; i < n; i++) {
    const turn = Math.abs(turnAt(coords, (i + n - 1) % n, i, (i + 1) % n));
    if (turn > most) [most, sharpest] = [turn, i];
  }
  const ring = most <= FLOW;
  const start = ring ? 0 : sharpest;
  const turned = new Float64Array(coords.length + 2);
  for (let i = 0; i <= n; i++) {
    const j = (start + i) % n;
    turned[2 * i] = coords[2 * j];
    turned[2 * i + 1] = coords[2 * j + 1];
  }
  return { coords: turned, start, ring };
}

/**
 * The ladders of a column along a line, one after another: the line is cut into arms at its sharp corners. `drawnHalf` is
 * half the column's width along the line as it is drawn, and it is sewn wider by up to `grow` mm on each side; a closed
 * line is begun at its sharpest corner. With `extended`, what corners add is there too.
 */
export function laddersAlong(
  line: Line,
  drawnHalf: HalfWidth,
  corners: CornerRule,
  grow: number,
  extended: boolean,
): Ladder[] {
  const { coords, start, ring } = begun(line);
  const drawn = arcLengths(line);
  const total = drawn.at(-1)!;
  const halfAt: HalfWidth = line.closed
    ? (s) => drawnHalf((((s + drawn[start]) % total) + total) % total)
    : drawnHalf;
  const grownAt: HalfWidth = (s) => Math.min(grow, halfAt(s));
  const wholeAt: HalfWidth = (s) => halfAt(s) + grownAt(s);
  if (ring) return [new Arm(coords, wholeAt, PLAIN, PLAIN, true).ladder(extended)];

  const cuts = cornersOf(coords, FLOW);
  const n = coords.length / 2;
  const lengths = arcLengths({ coords, closed: false });
  const armLengths = cuts.slice(1).map((b, c) => lengths[b] - lengths[cuts[c]]);
  const arms = armLengths.length;
  // The corner at the begin of each arm, and the one at the end of the last.
  const meets = cuts.map((i, c): Corner => {
    const seam = i === 0 || i === n - 1;
    if (seam && !line.closed) return { coming: PLAIN, going: PLAIN };
    const before = seam ? n - 2 : i - 1;
    const at = seam ? 0 : i;
    const [x, y] = [coords[2 * at], coords[2 * at + 1]];
    return cornerAt(
      {
        at: { x, y },
        turn: turnAt(coords, before, at, at + 1),
        from: Math.atan2(y - coords[2 * before + 1], x - coords[2 * before]),
        half: halfAt(lengths[i]),
        shorter: Math.min(armLengths[(c + arms - 1) % arms], armLengths[c % arms]),
      },
      corners,
      grownAt(lengths[i]),
    );
  });
  return armLengths.flatMap((_, c) => {
    const [a, b] = [cuts[c], cuts[c + 1]];
    const own: HalfWidth = (s) => wholeAt(lengths[a] + s);
    const arm = new Arm(coords.slice(2 * a, 2 * b + 2), own, meets[c].going, meets[c + 1].coming, false);
    const { fan } = meets[c + 1];
    return [arm.ladder(extended), ...(fan ? [fan] : [])];
  });
}
