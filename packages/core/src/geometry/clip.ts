// Boolean work and offsets, on the clipper2-ts kernel: integers of 1/1000 mm.
import {
  Clipper,
  Clipper64,
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

export type JoinName = 'round' | 'mitre' | 'bevel';
export type EndName = 'flat' | 'round' | 'square';

const JOINS: Record<JoinName, JoinType> = {
  round: JoinType.Round,
  mitre: JoinType.Miter,
  bevel: JoinType.Bevel,
};
const ENDS: Record<EndName, EndType> = { flat: EndType.Butt, round: EndType.Round, square: EndType.Square };
/** Corners longer than this, as a share of the distance, are cut off. */
const MITRE_LIMIT = 4;
/** How far the chords of rounded corners may stray, in 1/1000 mm. */
const ROUNDNESS = 10;

/**
 * The region at `delta` mm outside (negative: inside) of `region`. Results are simplified by 0.015 mm,
 * which keeps repeated offsets from growing in points.
 */
export function offsetRegion(region: Region, delta: number, join: JoinName = 'round'): Region {
  const grown = Clipper.inflatePaths(
    // The kernel's time grows faster than its points: those that stand for less than 1/200 mm are left out.
    Clipper.simplifyPaths(toPaths(region), 5, true),
    delta * SCALE,
    JOINS[join],
    EndType.Polygon,
    MITRE_LIMIT,
    ROUNDNESS,
  );
  return boolean(ClipType.Union, Clipper.simplifyPaths(grown, 15, true), null, FillRule.NonZero);
}

/** The ring with fewer points, nowhere farther off than about `tolerance` mm. */
export const simplerRing = (ring: Ring, tolerance: number): Ring =>
  toRing(Clipper.simplifyPath(toPath(ring), tolerance * SCALE, true));

/** The band of `width` mm about lines. */
export function bandRegion(
  lines: Iterable<Line>,
  width: number,
  ends: EndName = 'flat',
  join: JoinName = 'mitre',
): Region {
  const paths: Paths64 = [];
  for (const line of lines) {
    const end = line.closed ? EndType.Joined : ENDS[ends];
    const path = toPath(line.coords, line.closed);
    if (path.length < 2) continue;
    const half = (width / 2) * SCALE;
    paths.push(...Clipper.inflatePaths([path], half, JOINS[join], end, MITRE_LIMIT, ROUNDNESS));
  }
  return boolean(ClipType.Union, paths, null, FillRule.NonZero);
}

/**
 * The parts of lines that lie inside (or outside) of a region, in the order and direction of the lines.
 * A closed line that is not cut stays closed.
 */
export function cropLines(lines: readonly Line[], region: Region, keep: 'inside' | 'outside'): Line[] {
  const area = toPaths(region);
  const type = keep === 'inside' ? ClipType.Intersection : ClipType.Difference;
  return lines.flatMap((line) => {
    const path = toPath(line.coords, line.closed);
    if (path.length < 2) return [];
    if (line.closed) path.push({ ...path[0] });
    const clipper = new Clipper64();
    clipper.addOpenSubject([path]);
    clipper.addClip(area);
    const pieces: Paths64 = [];
    clipper.execute(type, FillRule.NonZero, [], pieces);
    const order = placesOn(path);
    const sorted = pieces
      .filter((piece) => piece.length > 1)
      .map((piece) => (order(piece[0]) <= order(piece[piece.length - 1]) ? piece : piece.reverse()))
      .sort((a, b) => order(a[0]) - order(b[0]));
    return rejoined(sorted, path, line.closed).map(({ path: p, closed }) => ({ coords: toRing(p), closed }));
  });
}

/** A function that tells how far along the path a point lies, as a segment's number and a share of it. */
function placesOn(path: Path64): (p: { x: number; y: number }) => number {
  return (p) => {
    let best = Infinity;
    let place = 0;
    for (let i = 0; i + 1 < path.length; i++) {
      const [a, b] = [path[i], path[i + 1]];
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      const t = Math.min(
        1,
        Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / Math.max(1, dx * dx + dy * dy)),
      );
      const d = Math.hypot(a.x + t * dx - p.x, a.y + t * dy - p.y);
      if (d < best - 1e-6) [best, place] = [d, i + t];
    }
    return place;
  };
}

/** Joins the two pieces that meet at a closed line's first point, which is no end of its own. */
function rejoined(pieces: Paths64, whole: Path64, closed: boolean): { path: Path64; closed: boolean }[] {
  const open = pieces.map((path) => ({ path, closed: false }));
  if (!closed || !open.length) return open;
  const meets = (a: Path64[0], b: Path64[0]): boolean => Math.hypot(a.x - b.x, a.y - b.y) < 2;
  const first = open[0].path;
  const last = open[open.length - 1].path;
  if (!meets(first[0], whole[0]) || !meets(last[last.length - 1], whole[0])) return open;
  if (open.length === 1) return [{ path: first.slice(0, -1), closed: true }];
  return [{ path: [...last, ...first.slice(1)], closed: false }, ...open.slice(1, -1)];
}
