// Leaves and blossoms on a grown stem: as large as there is room for, none on another, none over the edge.
import type { EdgeIndex } from '../../../geometry/edge-index.ts';
import { PointCells } from '../../../geometry/point-cells.ts';
import type { Point } from '../../../geometry/points.ts';
import { toTips, type Twig } from './grow.ts';

/** What stands on the stem: its stroke begins and ends on it. */
export interface Ornament {
  node: number;
  blossom: boolean;
  /** Needle line in mm, from the stem and back. */
  stroke: Point[];
}

/** A drawing that stands on its foot: at the origin, its far end at (1, 0). */
export interface Standing {
  stroke: Point[];
}

/** Ornaments keep so far from each other and from stems, in mm, small ones less, … */
const ROOM = 0.8;
const LEAST_ROOM = 0.5;
/** … but for this share of their length at the foot. */
const FOOT = 0.4;
/** Sizes that are tried, largest first. */
const SIZES = [1, 0.8, 0.62, 0.48, 0.36, 0.28];
const LEANS = [50, 65, 38, 80];
/** A leaf at a tip goes on as the stem does, or leans. */
const TIP_LEANS = [0, 20, -20, 45, -45];
/** Blossoms are so much larger than leaves. */
const LARGER = 1.15;
/** Leaves shrink towards a tip, to this share of their size, over so many of their lengths. */
const AT_TIP = 0.55;
const TIP_LENGTHS = 4;
/** Leaves lean a little more or less, in turns of the golden section: no two neighbours alike. */
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** Whether a motif's stroke leaves the line at one place and comes back to it there. */
export function stands(coords: ArrayLike<number>): boolean {
  const n = coords.length;
  if (n < 10 || Math.abs(coords[3]) > 0.01) return false;
  return Math.hypot(coords[n - 4] - coords[2], coords[n - 3] - coords[3]) <= 0.01;
}

/** A motif as a drawing that stands; one that does not is sewn there and back. Null when there is nothing of it. */
export function standingFrom(coords: ArrayLike<number>): Standing | null {
  const foot = stands(coords) ? 2 : 0;
  const [fx, fy] = [coords[foot], coords[foot + 1]];
  const points: Point[] = [];
  for (let i = foot; i < coords.length - foot; i += 2)
    points.push({ x: coords[i] - fx, y: coords[i + 1] - fy });
  if (!foot) points.push(...points.slice(0, -1).reverse());
  const far = points.reduce((a, b) => (Math.hypot(b.x, b.y) > Math.hypot(a.x, a.y) ? b : a));
  const d2 = far.x * far.x + far.y * far.y;
  if (d2 < 0.01) return null;
  return {
    stroke: points.map((p) => ({ x: (p.x * far.x + p.y * far.y) / d2, y: (p.y * far.x - p.x * far.y) / d2 })),
  };
}

export interface Dress {
  leaf: Standing | null;
  blossom: Standing | null;
  /** Length of the largest leaf, in mm; blossoms are a little larger. */
  size: number;
  /** From leaf to leaf on one side, in mm. */
  every: number;
  random: () => number;
}

/** Ornaments for the stem: blossoms at the tips first, then leaves by turns to both sides, only where they are `allowed`. */
export function dress(
  twigs: readonly Twig[],
  edges: EdgeIndex,
  ornamentRules: Dress,
  allowed: (node: number, stroke: readonly Point[]) => boolean = () => true,
): Ornament[] {
  const taken = new PointCells<Point>(ROOM);
  const child = new Int32Array(twigs.length).fill(-1);
  const isTip = twigs.map(() => true);
  twigs.forEach((t, i) => {
    taken.add(t);
    if (t.parent < 0) return;
    isTip[t.parent] = false;
    child[t.parent] = i;
    const p = twigs[t.parent];
    taken.add({ x: (p.x + t.x) / 2, y: (p.y + t.y) / 2 });
  });
  const out: Ornament[] = [];
  /** Places a drawing on a node, towards an angle; false when there is no room. */
  const place = (node: number, drawing: Standing, angle: number, size: number, blossom: boolean): boolean => {
    const [c, s] = [Math.cos(angle) * size, Math.sin(angle) * size];
    const t = twigs[node];
    const room = Math.max(LEAST_ROOM, Math.min(ROOM, 0.2 * size));
    const stroke = drawing.stroke.map((p) => ({ x: t.x + c * p.x - s * p.y, y: t.y + s * p.x + c * p.y }));
    if (!allowed(node, stroke)) return false;
    for (let i = 0; i < stroke.length; i++) {
      const p = stroke[i];
      // A tip's own stem stands in nobody's way.
      if (Math.hypot(p.x - t.x, p.y - t.y) < Math.max(FOOT * size, isTip[node] ? 1.05 * room : 0)) continue;
      if (taken.hasNear(p, room) || !edges.inside(p.x, p.y) || edges.nearest(p.x, p.y, room / 2))
        return false;
      const q = stroke[i + 1] ?? p;
      if (taken.hasNear({ x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 }, room)) return false;
    }
    for (let i = 1; i < stroke.length; i++) {
      const [a, b] = [stroke[i - 1], stroke[i]];
      const parts = Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / (ROOM / 2)) || 1;
      for (let k = 0; k < parts; k++)
        taken.add({ x: a.x + ((b.x - a.x) * k) / parts, y: a.y + ((b.y - a.y) * k) / parts });
    }
    out.push({ node, blossom, stroke });
    return true;
  };
  const heading = (i: number): number => {
    const from = twigs[i].parent >= 0 ? twigs[twigs[i].parent] : twigs[i];
    const to = twigs[i].parent >= 0 ? twigs[i] : twigs[Math.max(0, child[i])];
    return Math.atan2(to.y - from.y, to.x - from.x);
  };
  twigs.forEach((t, i) => {
    if (!isTip[i] || t.parent < 0) return;
    const { blossom, leaf, size } = ornamentRules;
    // No tip stays bare: where no blossom has room, a leaf may.
    const flowers = blossom && SIZES.some((k) => place(i, blossom, heading(i), k * LARGER * size, true));
    if (!flowers && leaf)
      TIP_LEANS.some((lean) =>
        SIZES.some((k) => place(i, leaf, heading(i) + (lean * Math.PI) / 180, k * size, false)),
      );
  });
  const { leaf } = ornamentRules;
  if (!leaf) return out;
  const toTip = toTips(twigs);
  const gone = new Float64Array(twigs.length);
  const sides = new Int8Array(twigs.length).fill(1);
  twigs.forEach((t, i) => {
    if (t.parent < 0) return;
    gone[i] = gone[t.parent] + Math.hypot(t.x - twigs[t.parent].x, t.y - twigs[t.parent].y);
    sides[i] = sides[t.parent];
    if (isTip[i] || gone[i] < ornamentRules.every / 2) return;
    const young = Math.min(1, toTip[i] / (TIP_LENGTHS * ornamentRules.size));
    const grown = ornamentRules.size * (AT_TIP + (1 - AT_TIP) * young) * (0.9 + 0.1 * ornamentRules.random());
    const placed = SIZES.some((k) =>
      LEANS.some((lean) => {
        const angle = heading(i) + (sides[i] * (lean + 14 * (((i * GOLDEN) % 1) - 0.5)) * Math.PI) / 180;
        return place(i, leaf, angle, k * grown, false);
      }),
    );
    sides[i] = -sides[i];
    if (placed) gone[i] = 0;
  });
  return out;
}
