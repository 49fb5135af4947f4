// Boolean work and offsets, on the clipper2-ts kernel: integers of 1/1000 mm.
import {
  Clipper,
  ClipType,
  EndType,
  FillRule,
  JoinType,
  PolyTree64,
  type Path64,
  type Paths64,
  type PolyPath64,
} from 'clipper2-ts';
import { ringsOf, type Region, type Ring } from './region.ts';
import type { Line } from './polyline.ts';

const SCALE = 1000;

export type FillRuleName = 'evenodd' | 'nonzero';

/** Points on the kernel's grid. Repeated ones are dropped: the kernel cannot bear a ring that is only a point. */
const toPath = (coords: ArrayLike<number>, closed = true): Path64 => {
  const out: Path64 = [];
  for (let i = 0; i + 1 < coords.length; i += 2) {
    const x = Math.round(coords[i] * SCALE);
    const y = Math.round(coords[i + 1] * SCALE);
    const last = out[out.length - 1];
    if (!last || last.x !== x || last.y !== y) out.push({ x, y });
  }
  while (closed && out.length > 1 && out[0].x === out[out.length - 1].x && out[0].y === out[out.length - 1].y)
    out.pop();
  return out;
};

const toRing = (path: Path64): Ring => {
  const out = new Float64Array(path.length * 2);
  for (let i = 0; i < path.length; i++) {
    out[2 * i] = path[i].x / SCALE;
    out[2 * i + 1] = path[i].y / SCALE;
  }
  return out;
};

const toPaths = (region: Region): Paths64 => region.flatMap(ringsOf).map((ring) => toPath(ring));

function fromTree(node: PolyPath64, out: Region): Region {
  for (let i = 0; i < node.count; i++) {
    const outer = node.child(i);
    const holes: Ring[] = [];
    for (let j = 0; j < outer.count; j++) {
      const hole = outer.child(j);
      if (hole.poly && hole.poly.length > 2) holes.push(toRing(hole.poly));
      fromTree(hole, out); // islands inside the hole
    }
    if (outer.poly && outer.poly.length > 2) out.push({ outer: toRing(outer.poly), holes });
  }
  return out;
}

function boolean(type: ClipType, subject: Paths64, clip: Paths64 | null, rule: FillRule): Region {
  const tree = new PolyTree64();
  Clipper.booleanOpWithPolyTree(type, subject, clip, tree, rule);
  return fromTree(tree, []);
}

/**
 * The region that closed rings enclose. Crossing, touching and repeated points are put right; rings
 * without area give an empty region.
 */
export function regionFromRings(rings: Iterable<ArrayLike<number>>, rule: FillRuleName = 'evenodd'): Region {
  const paths = Array.from(rings, (ring) => toPath(ring)).filter((p) => p.length > 2);
  return boolean(ClipType.Union, paths, null, rule === 'evenodd' ? FillRule.EvenOdd : FillRule.NonZero);
}

export const unite = (a: Region, b: Region): Region =>
  boolean(ClipType.Union, toPaths(a), toPaths(b), FillRule.NonZero);
export const subtract = (a: Region, b: Region): Region =>
  boolean(ClipType.Difference, toPaths(a), toPaths(b), FillRule.NonZero);
export const intersect = (a: Region, b: Region): Region =>
  boolean(ClipType.Intersection, toPaths(a), toPaths(b), FillRule.NonZero);

/**
 * The region at `delta` mm outside (negative: inside) of `region`. Results are simplified by 0.015 mm,
 * which keeps repeated offsets from growing in points.
 */
export function offsetRegion(region: Region, delta: number, join: 'round' | 'mitre' = 'round'): Region {
  const joinType = join === 'round' ? JoinType.Round : JoinType.Miter;
  const grown = Clipper.inflatePaths(toPaths(region), delta * SCALE, joinType, EndType.Polygon, 2, 10);
  return boolean(ClipType.Union, Clipper.simplifyPaths(grown, 15, true), null, FillRule.NonZero);
}

/** The band of `width` mm about lines, with flat ends. */
export function bandRegion(lines: Iterable<Line>, width: number): Region {
  const paths: Paths64 = [];
  for (const line of lines) {
    const end = line.closed ? EndType.Joined : EndType.Butt;
    const path = toPath(line.coords, line.closed);
    if (path.length < 2) continue;
    paths.push(...Clipper.inflatePaths([path], (width / 2) * SCALE, JoinType.Miter, end, 2, 10));
  }
  return boolean(ClipType.Union, paths, null, FillRule.NonZero);
}
