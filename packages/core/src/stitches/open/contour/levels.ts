// The rings that repeat a region's outline inward, and which of them are neighbours.
import { bandRegion, cropLines, offsetRegion, subtract } from '../../../geometry/clip.ts';
import { DisjointSets } from '../../../geometry/disjoint-sets.ts';
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import { reversed, type Line } from '../../../geometry/polyline.ts';
import { edgeParts } from '../parting.ts';
import { reachingInset } from '../reaching-inset.ts';
import { ringArea, ringsOf, type Polygon, type Region, type Ring } from '../../../geometry/region.ts';

/** One ring, as points close enough together that it can be cut at any of them. */
export interface LevelRing {
  level: number;
  /** Which connected piece of its level it bounds. */
  piece: number;
  /** x0, y0, x1, y1, …; not closed by a repeated point. */
  points: Ring;
  length: number;
  edges: EdgeIndex;
}

/** Two neighbouring rings: of two levels, or the last of one piece, which meet in its middle. */
export interface Neighbours {
  /** The outer one, or either of two that meet. */
  a: number;
  b: number;
  meet: boolean;
}

/** Points on rings lie so close together, as a share of the spacing. */
const FINE = 0.2;
/** Every so manieth point of a ring is asked which ring lies beside it. */
const BESIDE = 5;
/** Rings shorter than this share of the spacing are left out. */
const LEAST_RING = 1.2;
/** Where the next ring has no room, one lies so far inside all the same, in spacings, if it keeps as far from others. */
const MIDDLE = 0.66;
/** Beside one, the edges of two levels are farther apart than this, in spacings; elsewhere only at corners. */
const PARTING = 1.45;
/** The edge is asked so often for that, in spacings. */
const ASKED = 0.4;
/** Such a ring is at least so long, in spacings; so the edge comes away over this much of its way, at the least. */
const LEAST_MIDDLE = 4;
const PARTED = 0.8;
/** Guide lines end at least so far from the edge, in spacings: the thread passes there. */
const GUIDE_ROOM = 1.5;

/** The region without its guide lines: rings repeat those like the edge. */
export function cutByGuides(region: Region, guides: readonly Line[], spacing: number): Region {
  if (!guides.length) return region;
  const lines = cropLines(guides, offsetRegion(region, -GUIDE_ROOM * spacing), 'inside');
  return lines.length ? subtract(region, bandRegion(lines, 0.02, 'round', 'round')) : region;
}

/** The ring with points added, so that none lie farther apart than `step` mm. All rings turn the same way. */
function refined(given: Ring, step: number): { points: Ring; length: number } {
  const ring = ringArea(given) < 0 ? reversed({ coords: given, closed: true }).coords : given;
  const out: number[] = [];
  let length = 0;
  for (let i = 0; i < ring.length; i += 2) {
    const j = (i + 2) % ring.length;
    const d = Math.hypot(ring[j] - ring[i], ring[j + 1] - ring[i + 1]);
    const parts = Math.max(1, Math.ceil(d / step));
    for (let k = 0; k < parts; k++)
      out.push(
        ring[i] + ((ring[j] - ring[i]) * k) / parts,
        ring[i + 1] + ((ring[j + 1] - ring[i + 1]) * k) / parts,
      );
    length += d;
  }
  return { points: Float64Array.from(out), length };
}

/** The middles of pieces that are too wide to stay empty and too narrow for one ring more. */
function middles(region: Region, next: Region, spacing: number): Region {
  const inner = offsetRegion(region, -MIDDLE * spacing);
  return inner.length && next.length ? subtract(inner, offsetRegion(next, MIDDLE * spacing)) : inner;
}

/**
 * All rings of a connected piece, `spacing` mm apart, from the edge inward; the first half a spacing inside, or as far as
 * there is room.
 */
export function levelRings(polygon: Polygon, spacing: number): LevelRing[] {
  const out: LevelRing[] = [];
  let piece = 0;
  const add = (p: Polygon, level: number, least: number): void => {
    for (const ring of ringsOf(p)) {
      const { points, length } = refined(ring, Math.max(0.15, FINE * spacing));
      if (length >= least * spacing || !out.length)
        out.push({ level, piece, points, length, edges: new EdgeIndex([points]) });
    }
    piece++;
  };
  let region = reachingInset(polygon, spacing / 2);
  for (const p of region) add(p, 0, LEAST_RING);
  for (let level = 1; region.length; level++) {
    const next = offsetRegion(region, -spacing);
    const before = out.length;
    for (const p of next) add(p, level, LEAST_RING);
    const rings = next.reduce((sum, { holes }) => sum + 1 + holes.length, 0);
    const inner = (): EdgeIndex =>
      rings === 1 && out.length > before ? out[before].edges : new EdgeIndex(next.flatMap(ringsOf));
    if (!next.length || edgeParts(region, inner(), PARTING * spacing, ASKED * spacing, PARTED * spacing))
      for (const p of middles(region, next, spacing)) add(p, level, LEAST_MIDDLE);
    region = next;
  }
  return out;
}

/** A tree of neighbours that holds all rings (Kruskal's method): between levels first, then where rings meet. */
export function ringTree(rings: readonly LevelRing[], spacing: number): Neighbours[] {
  const sets = new DisjointSets(rings.length);
  const out: Neighbours[] = [];
  const byLevel: number[][] = [];
  rings.forEach((ring, i) => (byLevel[ring.level] ??= []).push(i));
  for (let level = 1; level < byLevel.length; level++) {
    const above = byLevel[level - 1] ?? [];
    const index =
      above.length === 1 ? rings[above[0]].edges : new EdgeIndex(above.map((i) => rings[i].points));
    for (const b of byLevel[level] ?? []) {
      // How many of its points lie next to each ring above: the most are the best neighbours.
      const beside = new Map<number, number>();
      const { points } = rings[b];
      for (let i = 0; i < points.length; i += 2 * BESIDE) {
        const near = index.nearest(points[i], points[i + 1], 1.15 * spacing);
        if (near) beside.set(near.ring, (beside.get(near.ring) ?? 0) + 1);
      }
      const best = [...beside].sort((p, q) => q[1] - p[1]);
      for (const [ring] of best) if (sets.join(above[ring], b)) out.push({ a: above[ring], b, meet: false });
    }
  }
  const meetings: (Neighbours & { gap: number })[] = [];
  for (const level of byLevel)
    for (const a of level ?? [])
      for (const b of level ?? []) {
        if (b <= a || rings[a].piece !== rings[b].piece || sets.root(a) === sets.root(b)) continue;
        meetings.push({ a, b, meet: true, gap: closest(rings[a], rings[b]).distance });
      }
  meetings.sort((p, q) => p.gap - q.gap);
  for (const { a, b } of meetings) if (sets.join(a, b)) out.push({ a, b, meet: true });
  return out;
}

/** The nearest points of two rings, by their numbers among the rings' points, and how far they lie apart, in mm. */
export function closest(a: LevelRing, b: LevelRing): { i: number; j: number; distance: number } {
  let best = { i: 0, j: 0, distance: Infinity };
  const { points } = b;
  for (let j = 0; j < points.length; j += 2) {
    const near = a.edges.nearest(points[j], points[j + 1], Math.min(best.distance, 1e6));
    if (near && near.distance < best.distance) best = { i: near.edge, j: j / 2, distance: near.distance };
  }
  return best;
}
