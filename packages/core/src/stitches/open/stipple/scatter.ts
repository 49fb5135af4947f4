// Places scattered evenly over a polygon without any order: the tree that a stipple line goes around grows on them.
import { offsetRegion } from '../../../geometry/clip.ts';
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import { PointCells } from '../../../geometry/point-cells.ts';
import type { Point } from '../../../geometry/points.ts';
import { reachingInset } from '../reaching-inset.ts';
import { coordsBounds, ringsOf, type Polygon, type Ring } from '../../../geometry/region.ts';

/** Places that keep apart. */
class Places {
  readonly all: Point[] = [];
  private readonly cells: PointCells<Point>;

  constructor(cell: number) {
    this.cells = new PointCells(cell);
  }

  isFree(p: Point, apart: number): boolean {
    return !this.cells.hasNear(p, apart);
  }

  add(p: Point): void {
    this.cells.add(p);
    this.all.push(p);
  }

  /** Adds places inside a polygon until hardly any more fit (dart throwing), at least `apart` mm from all others. */
  throwInto(polygon: Polygon, apart: number, random: () => number): void {
    const b = coordsBounds([polygon.outer]);
    if (!b) return;
    const edges = new EdgeIndex(ringsOf(polygon));
    const tries = Math.ceil((TRIES * (b.maxX - b.minX) * (b.maxY - b.minY)) / (apart * apart)) + TRIES;
    for (let k = 0; k < tries; k++) {
      const p = { x: b.minX + random() * (b.maxX - b.minX), y: b.minY + random() * (b.maxY - b.minY) };
      if (this.isFree(p, apart) && edges.inside(p.x, p.y)) this.add(p);
    }
  }
}

/** Darts thrown for each place that there is room for, about. */
const TRIES = 12;
/** A ring turns a corner where it turns by more than this, in radians. */
const CORNER = 0.7;

/** Places along a ring: at its corners, and about `apart` mm from each other between them. */
function alongRing(ring: Ring, apart: number, random: () => number): Point[] {
  const n = ring.length / 2;
  const at = (i: number): Point => ({
    x: ring[2 * (((i % n) + n) % n)],
    y: ring[2 * (((i % n) + n) % n) + 1],
  });
  const corners: Point[] = [];
  const others: Point[] = [];
  let along = apart * random();
  for (let i = 0; i < n; i++) {
    const [a, b, c] = [at(i - 1), at(i), at(i + 1)];
    const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, c.x - b.x, c.y - b.y];
    if (Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)) > CORNER) corners.push(b);
    const length = Math.hypot(vx, vy);
    for (; along < length; along += apart * (0.95 + 0.3 * random()))
      others.push({ x: b.x + (vx * along) / length, y: b.y + (vy * along) / length });
    along -= length;
  }
  return [...corners, ...others];
}

/**
 * Places inside a polygon, about `apart` mm from each other: first along its edge, `inset` mm inside or as far as there is
 * room, then between. There is one place at least. `edges` numbers the edge that each place lies along; -1 between.
 */
export function scatter(
  polygon: Polygon,
  apart: number,
  inset: number,
  random: () => number,
): { places: Point[]; edges: number[] } {
  const places = new Places(apart);
  const inner = reachingInset(polygon, inset);
  const edges: number[] = [];
  inner.flatMap(ringsOf).forEach((ring, number) => {
    for (const p of alongRing(ring, apart, random)) if (places.isFree(p, 0.8 * apart)) places.add(p);
    while (edges.length < places.all.length) edges.push(number);
  });
  for (const p of inner) places.throwInto(p, 0.8 * apart, random);
  for (const p of offsetRegion([polygon], -0.55 * inset)) places.throwInto(p, 0.8 * apart, random);
  return { places: places.all, edges: places.all.map((_, i) => edges[i] ?? -1) };
}
