// The rings of a region as a web of points that is cut and joined until it is one line.
import type { Point } from '../../../geometry/points.ts';
import type { Line } from '../../../geometry/polyline.ts';
import type { LevelRing } from './levels.ts';

/** A ring's point by its number, which may run on beyond its last. */
export const at = (ring: LevelRing, i: number): Point => {
  const n = ring.points.length / 2;
  const k = 2 * (((i % n) + n) % n);
  return { x: ring.points[k], y: ring.points[k + 1] };
};

/** How many points a ring has. */
export const count = (ring: LevelRing): number => ring.points.length / 2;

/** Number of the ring's point nearest to a place. */
export function nearestPoint(ring: LevelRing, p: Point): number {
  const near = ring.edges.nearest(p.x, p.y, 1e6)!;
  return (near.edge + (near.t > 0.5 ? 1 : 0)) % count(ring);
}

/** The rings as a web of points, each linked to two others; it is cut and joined until it is one line. */
export class Web {
  private xy: Float64Array;
  /** Two neighbours a point; −1 where the line ends. */
  private links: Int32Array;
  private count = 0;
  /** Number of each ring's first point. */
  readonly first: number[] = [];

  constructor(rings: readonly LevelRing[]) {
    // Room for the ways from ring to ring, too: each has fewer points than the ring that it leads to.
    const room = 2 * rings.reduce((sum, { points }) => sum + points.length, 0);
    this.xy = new Float64Array(room);
    this.links = new Int32Array(room);
    for (const { points } of rings) {
      const from = this.count;
      const last = from + points.length / 2 - 1;
      this.first.push(from);
      this.xy.set(points, 2 * from);
      for (let i = from; i <= last; i++) {
        this.links[2 * i] = i === from ? last : i - 1;
        this.links[2 * i + 1] = i === last ? from : i + 1;
      }
      this.count = last + 1;
    }
  }

  add(p: Point): number {
    const i = this.count++;
    this.xy[2 * i] = p.x;
    this.xy[2 * i + 1] = p.y;
    this.links[2 * i] = this.links[2 * i + 1] = -1;
    return i;
  }

  linked(a: number, b: number): boolean {
    return this.links[2 * a] === b || this.links[2 * a + 1] === b;
  }

  cut(a: number, b: number): void {
    for (const [p, q] of [
      [a, b],
      [b, a],
    ])
      if (this.links[2 * p] === q) this.links[2 * p] = -1;
      else if (this.links[2 * p + 1] === q) this.links[2 * p + 1] = -1;
  }

  join(a: number, b: number): void {
    for (const [p, q] of [
      [a, b],
      [b, a],
    ])
      if (this.links[2 * p] < 0) this.links[2 * p] = q;
      else this.links[2 * p + 1] = q;
  }

  /** Takes the points of a ring of `n` points from `i` to `j`, going forward, out of the web: both ends stay. */
  open(ring: number, n: number, i: number, j: number): void {
    const f = this.first[ring];
    for (let k = i; k !== j; k = (k + 1) % n) this.cut(f + k, f + ((k + 1) % n));
  }

  /** Are all points of a ring of `n` points from `i` to `j`, going forward, and one beyond each, still linked? */
  isWhole(ring: number, n: number, i: number, j: number): boolean {
    const f = this.first[ring];
    const steps = ((j - i + n) % n) + 2;
    for (let k = -1; k < steps - 1; k++)
      if (!this.linked(f + ((i + k + n) % n), f + ((i + k + 1 + n) % n))) return false;
    return true;
  }

  joinOver(a: number, way: readonly Point[], b: number): void {
    let last = a;
    for (const p of way) {
      const next = this.add(p);
      this.join(last, next);
      last = next;
    }
    this.join(last, b);
  }

  /** The line that begins at a point, or, closed, goes once round from it. */
  lineFrom(start: number): Line {
    const coords = new Float64Array(2 * this.count);
    let n = 0;
    let before = -1;
    let p = start;
    let left = this.count;
    do {
      coords[n++] = this.xy[2 * p];
      coords[n++] = this.xy[2 * p + 1];
      const l = this.links[2 * p];
      const r = this.links[2 * p + 1];
      const next = l >= 0 && l !== before ? l : r !== before ? r : -1;
      before = p;
      p = next;
    } while (p >= 0 && p !== start && --left > 0);
    return { coords: coords.slice(0, n), closed: p === start };
  }

  distance(a: number, b: number): number {
    return Math.hypot(this.xy[2 * a] - this.xy[2 * b], this.xy[2 * a + 1] - this.xy[2 * b + 1]);
  }
}
