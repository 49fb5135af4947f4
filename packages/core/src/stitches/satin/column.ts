// The column of a satin: for every place along the line, where its left and right edges are.
//
// The line is cut at sharp corners into arms. Inside an arm the direction turns evenly; where two arms meet
// they are mitred (both end on the bisector), or, when the corner is too sharp for that, one runs over.
import type { Point } from '../../geometry/points.ts';
import { arcLengths, pointAt, segmentAt, type Line } from '../../geometry/polyline.ts';
import { cornersOf, turnAt } from '../run-points.ts';

/** A corner that turns less than this flows round. */
const FLOW = (45 * Math.PI) / 180;
/** A corner that turns more than this is capped: a mitre would be a long thin spike. */
const CAP = (110 * Math.PI) / 180;
/** Mitred arms overlap by this much, in mm, so that no cloth shows between them. */
const OVERLAP = 0.05;

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

interface End {
  /** How far the arm goes on beyond its end, in mm. */
  extend: number;
  /** tan of half the corner's turn, when it is mitred. */
  mitre: number | null;
  /** Side of the outer edge at the corner: 1 right, -1 left. */
  outer: 1 | -1;
}

const PLAIN: End = { extend: 0, mitre: null, outer: 1 };

/** One arm of a column, between two sharp corners or ends. */
export class Arm {
  private readonly line: Line;
  private readonly lengths: Float64Array;
  private readonly angles: Float64Array; // running direction of every segment, unwrapped
  private readonly integral: Float64Array; // of the direction, at every vertex
  readonly half: number;
  readonly before: End;
  readonly after: End;
  readonly ring: boolean;

  /** `half` is half the column's width in mm. A `ring` goes on at its start when it has come round. */
  constructor(coords: Float64Array, half: number, before: End, after: End, ring: boolean) {
    this.line = { coords, closed: false };
    this.lengths = arcLengths(this.line);
    this.half = half;
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
  }

  /** Where stitches begin and end, in mm of arc; beyond the line itself where a corner is mitred. */
  get from(): number {
    return -this.before.extend;
  }
  get to(): number {
    return this.length + this.after.extend;
  }
  get length(): number {
    return this.lengths.at(-1)!;
  }
  /** The whole turn of a ring, in radians. */
  private get wholeTurn(): number {
    const c = this.line.coords;
    const n = c.length / 2;
    const first = this.angles[0];
    const last = this.angles[n - 2];
    return last - first + Math.atan2(Math.sin(first - last), Math.cos(first - last));
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
    let window = Math.max(0.4, this.half * 0.7);
    if (!this.ring) window = Math.min(window, Math.max(0.05, s), Math.max(0.05, this.length - s));
    const a = this.ring ? s - window : Math.max(0, Math.min(this.length - 0.05, s - window));
    const b = this.ring ? s + window : Math.min(this.length, Math.max(0.05, s + window));
    return (this.integralAt(b) - this.integralAt(a)) / (b - a);
  }

  station(s: number): Station {
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
    let low = -this.half;
    let high = this.half;
    const clip = (end: End, distance: number): void => {
      // `distance` runs from negative (on the arm) to positive (beyond the corner).
      if (end.mitre === null) return;
      const limit = distance / end.mitre - OVERLAP;
      if (end.outer > 0) low = Math.max(low, limit);
      else high = Math.min(high, -limit);
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
}

/** The point `lateral` mm to the right of the line at a station. */
export const across = (st: Station, lateral: number): Point => ({
  x: st.x + st.nx * lateral,
  y: st.y + st.ny * lateral,
});

/** Cuts a line into arms at its sharp corners. `half` is half the column's width in mm. */
export function armsOf(line: Line, half: number): Arm[] {
  let coords = line.coords;
  let ring = false;
  if (line.closed) {
    const n = coords.length / 2;
    // Begin a closed column at its sharpest corner, so that no arm is cut anywhere else.
    let sharpest = 0;
    let most = 0;
    for (let i = 0; i < n; i++) {
      const turn = Math.abs(turnAt(coords, (i + n - 1) % n, i, (i + 1) % n));
      if (turn > most) [most, sharpest] = [turn, i];
    }
    ring = most <= FLOW;
    const start = ring ? 0 : sharpest;
    const turned = new Float64Array(coords.length + 2);
    for (let i = 0; i <= n; i++) {
      const j = (start + i) % n;
      turned[2 * i] = coords[2 * j];
      turned[2 * i + 1] = coords[2 * j + 1];
    }
    coords = turned;
  }
  if (ring) return [new Arm(coords, half, PLAIN, PLAIN, true)];

  const corners = cornersOf(coords, FLOW);
  const n = coords.length / 2;
  const ends = (i: number): [end: End, begin: End] => {
    const closedSeam = i === 0 || i === n - 1;
    if (closedSeam && !line.closed) return [PLAIN, PLAIN];
    const turn = closedSeam
      ? turnAt([...coords.slice(-4), coords[2], coords[3]], 0, 1, 2)
      : turnAt(coords, i - 1, i, i + 1);
    const size = Math.abs(turn);
    const outer = turn > 0 ? -1 : 1; // a right turn has its outer edge on the left
    if (size > CAP)
      return [
        { extend: half, mitre: null, outer },
        { extend: 0, mitre: null, outer },
      ];
    const t = Math.tan(size / 2);
    const end: End = { extend: half * t, mitre: t, outer };
    return [end, end];
  };
  const arms: Arm[] = [];
  for (let c = 1; c < corners.length; c++) {
    const [a, b] = [corners[c - 1], corners[c]];
    arms.push(new Arm(coords.slice(2 * a, 2 * b + 2), half, ends(a)[1], ends(b)[0], false));
  }
  return arms;
}
