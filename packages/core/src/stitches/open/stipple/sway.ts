// Bends what is straight: each straight stretch swings to both sides, and passes beside it the other way, so that neither
// straights nor rails are seen.
import Flatbush from 'flatbush';
import type { EdgeIndex } from '../../../geometry/edge-index.ts';
import type { Point } from '../../../geometry/points.ts';
import type { Coords } from '../../../geometry/polyline.ts';
import { smoothStep } from '../../../geometry/smooth-step.ts';
import { turnAt } from '../../run-points.ts';
import { cornersCut } from './curve.ts';
import { backInside, chordsInside } from './relax.ts';
import { longestStraight, straights } from './straights.ts';

/** Stretches longer than this are bent, in spacings. */
const LONG = 1.4;
/** It swings there and back over about so many spacings. */
const WAVE = 3.6;
/** How far to both sides passes go with it, in spacings, less the farther they are; where they can't, so far. */
const WIDE = 1.5;
const ALONE = 0.5;
/** Nothing comes nearer to the edge than this, in spacings, or than it was; and where the shape is narrow, than this. */
const ROOM = 0.36;
const NARROW_ROOM = 0.05;
/** A shape is narrow where it ends so far from its edge, in spacings. */
const NARROW = 2.4;
/** Less than this, in spacings, is not worth a look. */
const LEAST = 0.005;
/** What goes with a stretch by less than this, in spacings, stays where it is rather than to hold it back. */
const LITTLE = 0.025;
/** No point goes farther from where it was, in spacings: passes come no nearer to each other than this leaves. */
const MOST = 0.3;
/** A stretch is bent when no more than this share of it stays straight; so many points about it are looked at. */
const BETTER = 0.8;
const ABOUT = 4;
/** What was bent may have left its neighbours straight. */
const ROUNDS = 4;
/** What lies beside a line by no more than this, in spacings, is the line itself. */
const OWN = 0.2;

/** The points of a line, to look up those in a box. */
function indexOf(p: Coords): Flatbush {
  const index = new Flatbush(p.length / 2);
  for (let i = 0; i < p.length; i += 2) index.add(p[i], p[i + 1]);
  index.finish();
  return index;
}

/** Does the shape end within `reach` mm on the other side, too, seen from a place near its edge? */
function isNarrow(p: Point, reach: number, edges: EdgeIndex): boolean {
  const near = edges.nearest(p.x, p.y, reach);
  if (!near || near.distance < 1e-6) return false;
  const away = reach / near.distance;
  for (let part = 0.2; part < 1.01; part += 0.2)
    if (
      !edges.inside(near.at.x + part * away * (p.x - near.at.x), near.at.y + part * away * (p.y - near.at.y))
    )
      return true;
  return false;
}

/**
 * Ways to bend a stretch, tried in turn until none of its points comes too near to the edge: how far, to both sides or to one, what
 * goes with it, and how many times as many waves. `IN_STEP` is a width, too: all that is near goes as far the same way.
 */
type Try = readonly [share: number, both: boolean, wide: number, more?: number];
const IN_STEP = 0;
const TOGETHER: readonly Try[] = [
  [1, true, WIDE],
  [-1, true, WIDE],
  [0.6, false, WIDE],
  [-0.6, false, WIDE],
  [0.5, true, WIDE],
  [-0.5, true, WIDE],
];
const BY_ITSELF: readonly Try[] = [
  [1, true, ALONE],
  [-1, true, ALONE],
  [0.6, false, ALONE],
  [-0.6, false, ALONE],
  [0.4, false, ALONE],
  [-0.4, false, ALONE],
  [0.8, true, ALONE, 2],
  [-0.8, true, ALONE, 2],
];
/** Of a stroke with room for a line or two and no more: the less room, the shorter the waves. */
const AS_ONE: readonly Try[] = [1, 2, 3].flatMap((more) =>
  [1, -1, 0.75, -0.75].map((share): Try => [share, true, IN_STEP, more]),
);

/** How far goes with a stretch what lies `d` spacings beside it: as far at 0, and of all else what `wide` tells. */
const besideOf = (d: number, wide: number): number =>
  wide === IN_STEP
    ? 1 - smoothStep((Math.abs(d) - 0.6) / 0.6)
    : Math.cos(Math.PI * d) * Math.exp(-((d / wide) ** 2));

/** How what is straight is bent, in a line of which sort. */
interface Manner {
  /** By so much at most out of its direction, in radians. */
  slope: number;
  tries: readonly Try[];
  /** Where the line would turn by more than this from one point to the next, in radians, and more than it did, it stays as it is. */
  kink: number;
  /** Stretches with another pass nearer than this, in spacings, go in step with it: in a fine stroke two passes would meet. */
  crowded: number;
}
const MANNERS = {
  wandering: { slope: 0.45, tries: [...TOGETHER, ...BY_ITSELF], kink: 0.6, crowded: OWN },
  swinging: { slope: 0.35, tries: TOGETHER, kink: 0.5, crowded: 0.45 },
} satisfies Record<string, Manner>;

/** Bends straight stretches of one line, in place. */
class Bending {
  private readonly n: number;
  private readonly was: Float64Array;
  private readonly p: Float64Array;
  private readonly spacing: number;
  private readonly closed: boolean;
  private readonly edges: EdgeIndex;
  private readonly manner: Manner;

  constructor(p: Float64Array, spacing: number, closed: boolean, edges: EdgeIndex, manner: Manner) {
    [this.p, this.spacing, this.closed, this.edges, this.manner] = [p, spacing, closed, edges, manner];
    this.n = p.length / 2;
    this.was = p.slice();
  }

  private turnAt(i: number): number {
    return Math.abs(turnAt(this.p, (i + this.n - 1) % this.n, i, (i + 1) % this.n));
  }

  /** Where a point may go: not too far from where it was, nor too near to the edge. */
  private mayGo(i: number, x: number, y: number, room: number): boolean {
    const { p, was } = this;
    if (Math.hypot(x - was[2 * i], y - was[2 * i + 1]) > MOST * this.spacing) return false;
    const clear = this.clearance(x, y, room);
    return clear >= room || clear >= this.clearance(p[2 * i], p[2 * i + 1], room);
  }

  /** How far a place is from the edge, up to `most` mm; less than 0 outside. */
  private clearance(x: number, y: number, most: number): number {
    const near = this.edges.nearest(x, y, most);
    // No point goes so far that it could lie out there with no edge about it.
    if (!near && most >= MOST * this.spacing) return most;
    const away = near?.distance ?? most;
    return this.edges.inside(x, y) ? away : -away;
  }

  /**
   * Moves points as told, three numbers each, unless the line would turn sharply at one of them, or the stretch that it is done for,
   * bent before with a neighbour, be hardly less straight than it is.
   */
  private moved(to: readonly number[], stretch: { from: number; to: number }): boolean {
    const { p } = this;
    const straight = this.straightIn(stretch);
    const before: [i: number, x: number, y: number, turn: number][] = [];
    for (let k = 0; k < to.length; k += 3)
      before.push([to[k], p[2 * to[k]], p[2 * to[k] + 1], this.turnAt(to[k])]);
    for (let k = 0; k < to.length; k += 3) p.set([to[k + 1], to[k + 2]], 2 * to[k]);
    if (
      before.every(([i, , , turn]) => this.turnAt(i) < Math.max(this.manner.kink, turn + 1e-9)) &&
      this.straightIn(stretch) < BETTER * straight
    )
      return true;
    for (const [i, x, y] of before) p.set([x, y], 2 * i);
    return false;
  }

  /** How long the longest straight is in a stretch, and where it goes on, in mm. */
  private straightIn({ from, to }: { from: number; to: number }): number {
    const [first, end] = this.closed
      ? [from - ABOUT + this.n, to + ABOUT + this.n]
      : [Math.max(0, from - ABOUT), Math.min(this.n - 1, to + ABOUT)];
    return longestStraight(this.p, this.closed, first, end);
  }

  /** Bends a stretch, or parts of it where all of it can't be. */
  bend(from: number, to: number, points: Flatbush): void {
    const { p, n, spacing, edges, manner } = this;
    const reach = 1.7 * WIDE * spacing;
    const [ax, ay, bx, by] = [p[2 * (from % n)], p[2 * (from % n) + 1], p[2 * (to % n)], p[2 * (to % n) + 1]];
    const l = Math.hypot(bx - ax, by - ay);
    if (l < spacing) return;
    const [ux, uy] = [(bx - ax) / l, (by - ay) / l];
    const waves = Math.max(1, Math.round(l / (WAVE * spacing)));
    const high = (manner.slope * l) / (2 * Math.PI);
    let crowded = false;
    const near: [i: number, along: number, beside: number][] = [];
    for (const i of points.search(
      Math.min(ax, bx) - reach,
      Math.min(ay, by) - reach,
      Math.max(ax, bx) + reach,
      Math.max(ay, by) + reach,
    )) {
      if (!this.closed && (i === 0 || i === n - 1)) continue;
      // Along the stretch from 0 to 1, and beside it in mm.
      const t = ((p[2 * i] - ax) * ux + (p[2 * i + 1] - ay) * uy) / l;
      const d = (p[2 * i + 1] - ay) * ux - (p[2 * i] - ax) * uy;
      if (t <= 0 || t >= 1 || Math.abs(d) > reach) continue;
      if (Math.abs(d) > OWN * spacing && Math.abs(d) < manner.crowded * spacing) crowded = true;
      near.push([i, t, d]);
    }
    const narrow = isNarrow({ x: (ax + bx) / 2, y: (ay + by) / 2 }, NARROW * spacing, edges);
    const room = spacing * (narrow ? NARROW_ROOM : ROOM);
    for (const [share, both, wide, more = 1] of crowded
      ? AS_ONE
      : narrow
        ? [...AS_ONE, ...manner.tries]
        : manner.tries) {
      const goes: number[] = [];
      const count = more * waves;
      const free = near.every(([i, t, d]) => {
        const along = both
          ? Math.sin(2 * Math.PI * count * t) * Math.min(1, 4 * count * Math.min(t, 1 - t))
          : 1 - Math.cos(2 * Math.PI * count * t);
        const move = (share * high * along * besideOf(d / spacing, wide)) / count;
        if (Math.abs(move) < LEAST * spacing) return true;
        const [x, y] = [p[2 * i] - uy * move, p[2 * i + 1] + ux * move];
        const may = this.mayGo(i, x, y, room);
        if (may) goes.push(i, x, y);
        return may || Math.abs(move) < LITTLE * spacing;
      });
      if (free && this.moved(goes, { from, to })) return;
    }
    if (waves < 2) return;
    const middle = (from + to) >> 1;
    this.bend(from, middle, points);
    this.bend(middle, to, points);
  }
}

/**
 * The line with what is straight in it bent, so smoothly and in such a way on both sides that passes come no nearer to each
 * other on the whole; `spacing` in mm. Its points lie a step of evening out apart, and half as far when it comes back. `edges` are
 * those of its shape. An open line keeps its ends.
 */
export function swayed(
  line: Coords,
  spacing: number,
  closed: boolean,
  edges: EdgeIndex,
  manner: keyof typeof MANNERS,
): Coords {
  const p = Float64Array.from(backInside(cornersCut(line, closed), spacing, edges));
  const bending = new Bending(p, spacing, closed, edges, MANNERS[manner]);
  for (let round = 0; round < ROUNDS; round++) {
    const all = straights(p, closed, LONG * spacing);
    if (!all.length) break;
    const points = indexOf(p);
    for (const { from, to } of all) bending.bend(from, to, points);
  }
  return chordsInside(backInside(p, spacing, edges), closed, spacing, edges);
}
