// Boolean work and offsets on regions and lines, in whole numbers of 1/1000 mm.
import { cleanRing } from './clean-ring.ts';
import {
  combineRings,
  cropOpen,
  inflate,
  offsetRings,
  simplify,
  type GridEnd,
  type GridPath,
  type Operation,
} from './kernel.ts';
import { nested } from './nesting.ts';
import { isTangle } from './tangle.ts';
import { ringsOf, type Region, type Ring } from './region.ts';
import type { Line } from './polyline.ts';

const SCALE = 1000;
/** Farthest that the kernel is given, in 1/1000 mm; what lies beyond is brought here. Designs end at 5 m. */
const FARTHEST = 45_000_000;

export type FillRuleName = 'evenodd' | 'nonzero';

const onGrid = (v: number): number => Math.max(-FARTHEST, Math.min(FARTHEST, Math.round(v * SCALE))) || 0;

/** Points on the kernel's grid, without repeated ones; what is no number counts as 0. */
function toPath(coords: ArrayLike<number>, closed: boolean): GridPath {
  const out = new Int32Array(coords.length & ~1);
  let n = 0;
  for (let i = 0; i + 1 < coords.length; i += 2) {
    const x = onGrid(coords[i]);
    const y = onGrid(coords[i + 1]);
    if (n && out[n - 2] === x && out[n - 1] === y) continue;
    out[n++] = x;
    out[n++] = y;
  }
  while (closed && n > 2 && out[0] === out[n - 2] && out[1] === out[n - 1]) n -= 2;
  return out.subarray(0, n);
}

/** Rings for the kernel: each passes the gate, and those that enclose nothing are left out. */
const toRings = (rings: Iterable<ArrayLike<number>>): GridPath[] =>
  Array.from(rings, (ring) => cleanRing(toPath(ring, true))).filter((ring) => ring.length > 4);

function toRing(path: GridPath): Ring {
  const out = new Float64Array(path.length);
  for (let i = 0; i < path.length; i++) out[i] = path[i] / SCALE;
  return out;
}

const ringsIn = (region: Region): GridPath[] => toRings(region.flatMap(ringsOf));

const toRegion = (rings: readonly GridPath[]): Region => nested(rings.map(toRing));

/**
 * The region that closed rings enclose. Crossing, touching and repeated points are put right; rings
 * without area give an empty region, and so do tangles (`isTangle`).
 */
export function regionFromRings(rings: Iterable<ArrayLike<number>>, rule: FillRuleName = 'evenodd'): Region {
  const paths = toRings(rings);
  return isTangle(paths) ? [] : toRegion(combineRings('unite', rule, paths, []));
}

function combined(operation: Operation, a: Region, b: Region): Region {
  const [one, other] = [ringsIn(a), ringsIn(b)];
  return isTangle([...one, ...other]) ? [] : toRegion(combineRings(operation, 'nonzero', one, other));
}

export const unite = (a: Region, b: Region): Region => combined('unite', a, b);
export const subtract = (a: Region, b: Region): Region => combined('subtract', a, b);
export const intersect = (a: Region, b: Region): Region => combined('intersect', a, b);

export type JoinName = 'round' | 'mitre' | 'bevel';
export type EndName = 'flat' | 'round' | 'square';

/** Corners longer than this, as a share of the distance, are cut off. */
const MITRE_LIMIT = 4;
/** How far the chords of rounded corners may stray, in 1/1000 mm. */
const ROUNDNESS = 10;

const grown = (
  paths: readonly GridPath[],
  delta: number,
  join: JoinName,
  end: GridEnd,
  longest = MITRE_LIMIT,
): GridPath[] => inflate(paths, delta * SCALE, join, end, longest, ROUNDNESS);

const united = (paths: readonly GridPath[]): Region => toRegion(combineRings('unite', 'nonzero', paths, []));

/**
 * The region at `delta` mm outside (negative: inside) of `region`. Results are simplified by 0.015 mm,
 * which keeps repeated offsets from growing in points.
 */
export function offsetRegion(region: Region, delta: number, join: JoinName = 'round'): Region {
  // The kernel's time grows faster than its points: those that stand for less than 1/200 mm are left out.
  return toRegion(offsetRings(ringsIn(region), delta * SCALE, join, MITRE_LIMIT, ROUNDNESS, 5, 15));
}

/** The ring with fewer points, nowhere farther off than about `tolerance` mm. */
export const simplerRing = (ring: Ring, tolerance: number): Ring =>
  toRing(simplify([cleanRing(toPath(ring, true))], tolerance * SCALE)[0] ?? new Int32Array(0));

/**
 * The band of `width` mm about lines; tangles (`isTangle`) have none. Mitres that would reach farther than `longest` half
 * widths are cut off.
 */
export function bandRegion(
  lines: Iterable<Line>,
  width: number,
  ends: EndName = 'flat',
  join: JoinName = 'mitre',
  longest = MITRE_LIMIT,
): Region {
  const paths: GridPath[] = [];
  for (const line of lines) {
    const path = toPath(line.coords, line.closed);
    if (path.length < 4) continue;
    if (isTangle([path], line.closed)) continue;
    paths.push(...grown([path], width / 2, join, line.closed ? 'joined' : ends, longest));
  }
  return isTangle(paths) ? [] : united(paths);
}

/**
 * The parts of lines that lie inside (or outside) of a region, in the order and direction of the lines.
 * A closed line that is not cut stays closed.
 */
export function cropLines(lines: readonly Line[], region: Region, keep: 'inside' | 'outside'): Line[] {
  const area = ringsIn(region);
  return lines.flatMap((line) => {
    let path = toPath(line.coords, line.closed);
    if (path.length < 4) return [];
    if (line.closed) path = joined(path, path.subarray(0, 2));
    const order = placesOn(path);
    const startOf = (piece: GridPath): number => order(piece[0], piece[1]);
    const sorted = cropOpen(keep === 'inside' ? 'intersect' : 'subtract', [path], area)
      .filter((piece) => piece.length > 2)
      .map((piece) => (startOf(piece) <= order(piece.at(-2)!, piece.at(-1)!) ? piece : turned(piece)))
      .sort((a, b) => startOf(a) - startOf(b));
    return rejoined(sorted, path, line.closed).map(({ path: p, closed }) => ({ coords: toRing(p), closed }));
  });
}

function joined(a: GridPath, b: GridPath): GridPath {
  const out = new Int32Array(a.length + b.length);
  out.set(a);
  out.set(b, a.length);
  return out;
}

function turned(path: GridPath): GridPath {
  const out = new Int32Array(path.length);
  for (let i = 0; i < path.length; i += 2) out.set(path.subarray(i, i + 2), path.length - 2 - i);
  return out;
}

/** A function that tells how far along the path a point lies, as a segment's number and a share of it. */
function placesOn(path: GridPath): (x: number, y: number) => number {
  return (x, y) => {
    let best = Infinity;
    let place = 0;
    for (let i = 0; i + 3 < path.length; i += 2) {
      const [dx, dy] = [path[i + 2] - path[i], path[i + 3] - path[i + 1]];
      const t = Math.min(
        1,
        Math.max(0, ((x - path[i]) * dx + (y - path[i + 1]) * dy) / Math.max(1, dx * dx + dy * dy)),
      );
      const d = Math.hypot(path[i] + t * dx - x, path[i + 1] + t * dy - y);
      if (d < best - 1e-6) [best, place] = [d, i / 2 + t];
    }
    return place;
  };
}

/** Joins the two pieces that meet at a closed line's first point, which is no end of its own. */
function rejoined(
  pieces: readonly GridPath[],
  whole: GridPath,
  closed: boolean,
): { path: GridPath; closed: boolean }[] {
  const open = pieces.map((path) => ({ path, closed: false }));
  if (!closed || !open.length) return open;
  const meets = (x: number, y: number): boolean => Math.hypot(x - whole[0], y - whole[1]) < 2;
  const first = open[0].path;
  const last = open[open.length - 1].path;
  if (!meets(first[0], first[1]) || !meets(last.at(-2)!, last.at(-1)!)) return open;
  if (open.length === 1) return [{ path: first.slice(0, -2), closed: true }];
  return [{ path: joined(last, first.subarray(2)), closed: false }, ...open.slice(1, -1)];
}
