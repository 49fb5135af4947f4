// The column of a satin along a line: for every place on it, where its left and right edges are.
//
// The line is cut at sharp corners into arms. Inside an arm the direction turns evenly; where two arms meet
// they are mitred (both end on the bisector), or, when the corner is too sharp for that, one runs over.
import type { Point } from '../../geometry/points.ts';
import { arcLengths, pointAt, segmentAt, type Line } from '../../geometry/polyline.ts';
import { cornersOf, turnAt } from '../run-points.ts';
import { Ladder, type Rung } from './ladder.ts';

/** A corner that turns less than this flows round. */
const FLOW = (45 * Math.PI) / 180;
/** A corner that turns more than this is capped: a mitre would be a long thin spike. */
const CAP = (110 * Math.PI) / 180;
/** Mitred arms overlap by this much, in mm, so that no cloth shows between them. */
const OVERLAP = 0.05;

/** Rungs are this far apart along the line, in mm. */
const STEP = 0.2;
/** A mitre is cut off where it would be a spike, whatever the rule asks for. */
const SHARPEST_MITRE = (150 * Math.PI) / 180;

/** What happens at a corner sharper than 45°; `auto` mitres up to 110° and lets one side run over beyond. */
export type CornerRule = 'auto' | 'mitre' | 'cap' | 'round';

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
  private readonly length: number; // of the whole arm, in mm
  private readonly angles: Float64Array; // running direction of every segment, unwrapped
  private readonly integral: Float64Array; // of the direction, at every vertex
  private readonly halfAt: HalfWidth;
  private readonly before: End;
  private readonly after: End;
  readonly ring: boolean;
  /** The whole turn of a ring, in radians. */
  private readonly wholeTurn: number;

  /** `halfAt` counts from the arm's own begin. A `ring` goes on at its start when it has come round. */
  constructor(coords: Float64Array, halfAt: HalfWidth, before: End, after: End, ring: boolean) {
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

  /** Where stitches begin and end, in mm of arc; beyond the line itself where a corner is mitred. */
  private get from(): number {
    return -this.before.extend;
  }
  private get to(): number {
    return this.length + this.after.extend;
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

  /** The arm as a ladder, with or without what mitres add to it. Its scale is the outer edge of its curves. */
  ladder(extended: boolean): Ladder {
    const [from, to] = extended ? [this.from, this.to] : [0, this.length];
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
    const mitred = this.before.mitre !== null || this.after.mitre !== null;
    return new Ladder(rungs, this.ring, mitred ? 'skip' : 'run', places);
  }
}

/** The line with its sharp corners rounded, so that a column of this half width flows round them. */
function rounded(line: Line, half: number): Line {
  const { coords, closed } = line;
  const n = coords.length / 2;
  const out: number[] = [];
  for (let i = 0; i < n; i++) {
    const [x, y] = [coords[2 * i], coords[2 * i + 1]];
    const ends = !closed && (i === 0 || i === n - 1);
    const [b, a] = [(i + n - 1) % n, (i + 1) % n];
    if (ends || Math.abs(turnAt(coords, b, i, a)) <= FLOW) {
      out.push(x, y);
      continue;
    }
    const cut = (j: number): Point => {
      const [dx, dy] = [coords[2 * j] - x, coords[2 * j + 1] - y];
      const d = Math.hypot(dx, dy);
      const t = Math.min(0.45, (half * 0.9) / d);
      return { x: x + dx * t, y: y + dy * t };
    };
    const [p, q] = [cut(b), cut(a)];
    for (let k = 0; k <= 10; k++) {
      const t = k / 10;
      const [u, v, w] = [(1 - t) ** 2, 2 * t * (1 - t), t * t];
      out.push(u * p.x + v * x + w * q.x, u * p.y + v * y + w * q.y);
    }
  }
  return { coords: Float64Array.from(out), closed };
}

/**
 * Cuts a line into arms at its sharp corners. `drawnHalf` is half the column's width along the line as it is drawn;
 * a closed line is begun at its sharpest corner.
 */
export function armsOf(given: Line, drawnHalf: HalfWidth, corners: CornerRule): Arm[] {
  const line = corners === 'round' ? rounded(given, drawnHalf(0)) : given;
  let coords = line.coords;
  let ring = false;
  let halfAt = drawnHalf;
  if (line.closed) {
    const n = coords.length / 2;
    // Begin a closed column at its sharpest corner, so that no arm is cut anywhere else.
    let sharpest = 0;
    let most = 0;
    for (let i = 0; i < n; i++) {
      const turn = Math.abs(turnAt(coords, (i + n - 1) % n, i, (i + 1) % n));
      if (turn > most) [most, sharpest] = [turn, i];
    }
    ring = corners === 'round' || most <= FLOW;
    const start = ring ? 0 : sharpest;
    const turned = new Float64Array(coords.length + 2);
    for (let i = 0; i <= n; i++) {
      const j = (start + i) % n;
      turned[2 * i] = coords[2 * j];
      turned[2 * i + 1] = coords[2 * j + 1];
    }
    coords = turned;
    const drawn = arcLengths(line);
    const total = drawn[n];
    halfAt = (s) => drawnHalf((((s + drawn[start]) % total) + total) % total);
  }
  if (ring) return [new Arm(coords, halfAt, PLAIN, PLAIN, true)];

  const cuts = corners === 'round' ? [0, coords.length / 2 - 1] : cornersOf(coords, FLOW);
  const n = coords.length / 2;
  const lengths = arcLengths({ coords, closed: false });
  const sharpest = corners === 'mitre' ? SHARPEST_MITRE : corners === 'cap' ? FLOW : CAP;
  const ends = (i: number): [end: End, begin: End] => {
    const closedSeam = i === 0 || i === n - 1;
    if (closedSeam && !line.closed) return [PLAIN, PLAIN];
    const turn = closedSeam
      ? turnAt([...coords.slice(-4), coords[2], coords[3]], 0, 1, 2)
      : turnAt(coords, i - 1, i, i + 1);
    const size = Math.abs(turn);
    const outer = turn > 0 ? -1 : 1; // a right turn has its outer edge on the left
    const half = halfAt(lengths[i]);
    if (size > sharpest)
      return [
        { extend: half, mitre: null, outer },
        { extend: 0, mitre: null, outer },
      ];
    const t = Math.tan(size / 2);
    const end: End = { extend: half * t, mitre: t, outer };
    return [end, end];
  };
  const arms: Arm[] = [];
  for (let c = 1; c < cuts.length; c++) {
    const [a, b] = [cuts[c - 1], cuts[c]];
    const own: HalfWidth = (s) => halfAt(lengths[a] + s);
    arms.push(new Arm(coords.slice(2 * a, 2 * b + 2), own, ends(a)[1], ends(b)[0], false));
  }
  return arms;
}
