// Triangles that fill a polygon: between points of its boundary, looked at closely enough.
import Delaunator from 'delaunator';
import { distance, lerp, type Point } from './points.ts';
import { insidePolygon, ringsOf, type Polygon } from './region.ts';

/** From one side of a polygon to the other. */
export type Chord = readonly [Point, Point];

interface Boundary {
  points: Point[];
  /** The next point of the same ring. */
  next: number[];
}

/** The rings with points at most `step` mm apart; corners are kept. */
function sampled(polygon: Polygon, step: number): Boundary {
  const points: Point[] = [];
  const next: number[] = [];
  for (const ring of ringsOf(polygon)) {
    const first = points.length;
    const n = ring.length / 2;
    for (let i = 0; i < n; i++) {
      const a = { x: ring[2 * i], y: ring[2 * i + 1] };
      const j = (i + 1) % n;
      const b = { x: ring[2 * j], y: ring[2 * j + 1] };
      const parts = Math.max(1, Math.ceil(distance(a, b) / step));
      for (let k = 0; k < parts; k++) {
        next.push(points.length + 1);
        points.push(lerp(a, b, k / parts));
      }
    }
    next[points.length - 1] = first;
  }
  return { points, next };
}

export const triangleOf = (e: number): number => Math.floor(e / 3);
export const edgesOf = (t: number): number[] => [3 * t, 3 * t + 1, 3 * t + 2];

/** Sides of the boundary that the triangles leave out are parted so often at most. */
const ROUNDS = 10;

/** The next half-edge of the same triangle. */
const after = (e: number): number => (e % 3 === 2 ? e - 2 : e + 1);

const endsOf = (corners: Uint32Array, e: number): [number, number] => [corners[e], corners[after(e)]];

/**
 * Delaunay triangles in which every side of the boundary is found: those that are not are parted in the middle until
 * they are (a conforming triangulation). `whole` is false when some never were.
 */
function conforming({ points, next }: Boundary): { net: Delaunator<ArrayLike<number>>; whole: boolean } {
  for (let round = 0; ; round++) {
    const coords = new Float64Array(2 * points.length);
    for (let i = 0; i < points.length; i++) {
      coords[2 * i] = points[i].x;
      coords[2 * i + 1] = points[i].y;
    }
    const net = new Delaunator(coords);
    const { triangles } = net;
    const found = new Uint8Array(points.length);
    for (let e = 0; e < triangles.length; e++) {
      const p = triangles[e];
      const q = triangles[after(e)];
      if (next[p] === q) found[p] = 1;
      if (next[q] === p) found[q] = 1;
    }
    const missing = points.flatMap((_, i) => (found[i] ? [] : [i]));
    if (!missing.length || round === ROUNDS) return { net, whole: !missing.length };
    for (const i of missing) {
      points.push(lerp(points[i], points[next[i]], 0.5));
      next.push(next[i]);
      next[i] = points.length - 1;
    }
  }
}

/** Which triangles lie inside: one gets in and out only over the boundary's sides. */
function insideBySides(halfedges: Int32Array, side: (e: number) => boolean): boolean[] {
  const inside: (boolean | undefined)[] = new Array(halfedges.length / 3);
  const queue: number[] = [];
  halfedges.forEach((other, e) => {
    if (other >= 0 || inside[triangleOf(e)] !== undefined) return;
    inside[triangleOf(e)] = side(e);
    queue.push(triangleOf(e));
  });
  for (let t = queue.pop(); t !== undefined; t = queue.pop())
    for (const e of edgesOf(t)) {
      const next = halfedges[e] < 0 ? -1 : triangleOf(halfedges[e]);
      if (next < 0 || inside[next] !== undefined) continue;
      inside[next] = side(e) ? !inside[t] : inside[t];
      queue.push(next);
    }
  return inside.map(Boolean);
}

/** Triangles inside the polygon, joined where they share a chord. Half-edge e belongs to triangle e / 3. */
export class Mesh {
  readonly points: Point[];
  /** The next point of the same ring, of each. */
  readonly next: readonly number[];
  private readonly corners: Uint32Array;
  /** The half-edge on the other side of a chord; -1 on the boundary and outside. */
  readonly across: Int32Array;
  readonly count: number;
  /** Which triangles lie inside the polygon. */
  readonly inside: readonly boolean[];

  /** `step` is how close together the boundary's points are, in mm. */
  constructor(polygon: Polygon, step: number) {
    const boundary = sampled(polygon, step);
    const { net, whole } = conforming(boundary);
    const { points, next } = boundary;
    this.points = points;
    this.next = next;
    this.corners = net.triangles;
    this.count = net.triangles.length / 3;
    const side = (e: number): boolean => {
      const p = net.triangles[e];
      const q = net.triangles[after(e)];
      return next[p] === q || next[q] === p;
    };
    const centred = (t: number): boolean => {
      const [a, b, c] = this.triangle(t).map((i) => points[i]);
      return insidePolygon(polygon, (a.x + b.x + c.x) / 3, (a.y + b.y + c.y) / 3);
    };
    const inside = whole
      ? insideBySides(net.halfedges, side)
      : Array.from({ length: this.count }, (_, t) => centred(t));
    this.inside = inside;
    this.across = new Int32Array(net.halfedges.length);
    for (let e = 0; e < this.across.length; e++) {
      const other = net.halfedges[e];
      const parted = other < 0 || side(e) || !inside[triangleOf(e)] || !inside[triangleOf(other)];
      this.across[e] = parted ? -1 : other;
    }
  }

  /** The two points of a half-edge. */
  ends(e: number): [number, number] {
    return endsOf(this.corners, e);
  }
  chord(e: number): { middle: Point; half: number } {
    const [p, q] = this.ends(e).map((i) => this.points[i]);
    return { middle: lerp(p, q, 0.5), half: distance(p, q) / 2 };
  }
  sides(e: number): Chord {
    const [p, q] = this.ends(e);
    return [this.points[p], this.points[q]];
  }
  triangle(t: number): number[] {
    return [0, 1, 2].map((k) => this.corners[3 * t + k]);
  }
}
