// Editing the points of paths. Every function gives new paths; places are named by path and point.
import { distance, lerp, type Point } from '../geometry/points.ts';
import type { Path, PathPoint } from '../design/types.ts';
import { calmed, cubicAt, fitOne, fitPath, type Cubic } from '../outlines/fit.ts';
import { flattenPath } from '../outlines/flatten.ts';
import { pointAt, arcLengths } from '../geometry/polyline.ts';

/** The point number `point` of the path number `path`. As a segment: the one that begins there. */
export interface PointRef {
  path: number;
  point: number;
}

export const sameRef = (a: PointRef, b: PointRef): boolean => a.path === b.path && a.point === b.point;

const withPath = (paths: readonly Path[], index: number, next: Path): Path[] => paths.with(index, next);
const scaled = (v: Point, k: number): Point => ({ x: v.x * k, y: v.y * k });
const size = (v: Point): number => Math.hypot(v.x, v.y);
const minus = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y });

/** A point with these tangents; ones that pull nowhere are left out. */
const point = (p: Point, before?: Point, after?: Point): PathPoint => ({
  x: p.x,
  y: p.y,
  ...(before && size(before) > 1e-9 && { in: before }),
  ...(after && size(after) > 1e-9 && { out: after }),
});

/** How many segments a path has. */
export const segmentCount = ({ points, closed }: Path): number =>
  Math.max(0, closed ? points.length : points.length - 1);

/** The segment that begins at a point, as a cubic; null when none does. */
export function segmentOf(path: Path, index: number): Cubic | null {
  if (index < 0 || index >= segmentCount(path)) return null;
  const a = path.points[index];
  const b = path.points[(index + 1) % path.points.length];
  return [
    { x: a.x, y: a.y },
    { x: a.x + (a.out?.x ?? 0), y: a.y + (a.out?.y ?? 0) },
    { x: b.x + (b.in?.x ?? 0), y: b.y + (b.in?.y ?? 0) },
    { x: b.x, y: b.y },
  ];
}

/** Changes each of the named points. */
function edit(
  paths: readonly Path[],
  refs: readonly PointRef[],
  change: (p: PathPoint, path: Path, index: number) => PathPoint,
): Path[] {
  return paths.map((path, i) => {
    const named = new Set(refs.filter((r) => r.path === i).map((r) => r.point));
    if (!named.size) return path;
    return { ...path, points: path.points.map((p, k) => (named.has(k) ? change(p, path, k) : p)) };
  });
}

export const movePoints = (
  paths: readonly Path[],
  refs: readonly PointRef[],
  dx: number,
  dy: number,
): Path[] => edit(paths, refs, (p) => ({ ...p, x: p.x + dx, y: p.y + dy }));

export type PointKind = 'corner' | 'smooth' | 'symmetric';

/** What a point is by its tangents: in one line they are smooth, and symmetric when they are as long too. */
export function pointKind(p: PathPoint): PointKind {
  if (!p.in || !p.out) return 'corner';
  const [a, b] = [size(p.in), size(p.out)];
  const cross = (p.in.x * p.out.y - p.in.y * p.out.x) / (a * b);
  const dot = (p.in.x * p.out.x + p.in.y * p.out.y) / (a * b);
  if (dot > 0 || Math.abs(cross) > 1e-3) return 'corner';
  return Math.abs(a - b) < 1e-3 * Math.max(a, b) ? 'symmetric' : 'smooth';
}

/** Drags one tangent; a smooth point's other one turns with it, a symmetric one's mirrors it. `free` breaks them. */
export function moveTangent(
  paths: readonly Path[],
  ref: PointRef,
  side: 'in' | 'out',
  to: Point,
  free = false,
): Path[] {
  return edit(paths, [ref], (p) => {
    const other = side === 'in' ? 'out' : 'in';
    const kind = pointKind(p);
    const next = { ...p, [side]: to };
    const opposite = p[other];
    if (free || kind === 'corner' || !opposite || size(to) < 1e-9) return next;
    const length = kind === 'symmetric' ? size(to) : size(opposite);
    return { ...next, [other]: scaled(to, -length / size(to)) };
  });
}

function neighbours(path: Path, i: number): [PathPoint | null, PathPoint | null] {
  const n = path.points.length;
  const before = i > 0 ? path.points[i - 1] : path.closed && n > 1 ? path.points[n - 1] : null;
  const after = i < n - 1 ? path.points[i + 1] : path.closed && n > 1 ? path.points[0] : null;
  return [before, after];
}

/** Makes points corners (tangents stay, free of each other when they bend), smooth or symmetric. */
export function setPointKind(paths: readonly Path[], refs: readonly PointRef[], kind: PointKind): Path[] {
  return edit(paths, refs, (p, path, i) => {
    if (kind === 'corner') return { x: p.x, y: p.y };
    const [before, after] = neighbours(path, i);
    if (!before || !after) return p;
    // The direction is that of the tangents there are, or of the neighbours.
    const [a, b] = [
      p.in ? size(p.in) : distance(p, before) / 3,
      p.out ? size(p.out) : distance(p, after) / 3,
    ];
    const unit = (v: Point): Point => scaled(v, 1 / (size(v) || 1));
    const pull =
      p.in || p.out
        ? minus(unit(p.out ?? scaled(p.in!, -1)), unit(p.in ?? scaled(p.out!, -1)))
        : minus(after, before);
    const length = size(pull);
    if (length < 1e-9) return p;
    const d = scaled(pull, 1 / length);
    const even = (a + b) / 2;
    return point(
      p,
      scaled(d, -(kind === 'symmetric' ? even : a)),
      scaled(d, kind === 'symmetric' ? even : b),
    );
  });
}

/** Makes segments straight, or gives straight ones tangents of a third of their length. */
export function setSegments(
  paths: readonly Path[],
  segments: readonly PointRef[],
  shape: 'straight' | 'curved',
): Path[] {
  return segments.reduce<Path[]>(
    (all, { path: i, point: k }) => {
      const path = all[i];
      const cubic = path && segmentOf(path, k);
      if (!cubic) return all;
      const next = (k + 1) % path.points.length;
      const [a, b] = [path.points[k], path.points[next]];
      const { out: _, ...start } = a;
      const { in: __, ...end } = b;
      let points = path.points;
      if (shape === 'straight') points = points.with(k, start);
      else if (!a.out) points = points.with(k, { ...a, out: scaled(minus(b, a), 1 / 3) });
      if (shape === 'straight') points = points.with(next, next === k ? start : end);
      else if (!b.in) points = points.with(next, { ...points[next], in: scaled(minus(a, b), 1 / 3) });
      return withPath(all, i, { ...path, points });
    },
    [...paths],
  );
}

/** Splits a segment at `t` (0 to 1) without changing the shape (de Casteljau). Straight ones stay straight. */
export function addPoint(paths: readonly Path[], { path: i, point: k }: PointRef, t: number): Path[] {
  const path = paths[i];
  const cubic = segmentOf(path, k);
  if (!cubic) return [...paths];
  const next = (k + 1) % path.points.length;
  const [a, b] = [path.points[k], path.points[next]];
  if (!a.out && !b.in) {
    const p = lerp(a, b, t);
    return withPath(paths, i, { ...path, points: path.points.toSpliced(k + 1, 0, p) });
  }
  const [p0, p1, p2, p3] = cubic;
  const [q0, q1, q2] = [lerp(p0, p1, t), lerp(p1, p2, t), lerp(p2, p3, t)];
  const [r0, r1] = [lerp(q0, q1, t), lerp(q1, q2, t)];
  const s = lerp(r0, r1, t);
  let points = path.points.with(k, point(a, a.in, minus(q0, p0)));
  points = points.with(next, point(points[next], minus(q2, p3), points[next].out));
  return withPath(paths, i, {
    ...path,
    points: points.toSpliced(k + 1, 0, point(s, minus(r0, s), minus(r1, s))),
  });
}

const SAMPLES = 24;

/** Takes points out; the segments beside each become one that keeps the shape as well as one curve can. */
export function deletePoints(paths: readonly Path[], refs: readonly PointRef[]): Path[] {
  const out: Path[] = [];
  paths.forEach((path, i) => {
    const gone = [...new Set(refs.filter((r) => r.path === i).map((r) => r.point))].sort((a, b) => b - a);
    let next = path;
    for (const k of gone) next = withoutPoint(next, k);
    if (next.points.length > 1) out.push(next);
  });
  return out;
}

function withoutPoint(path: Path, k: number): Path {
  const n = path.points.length;
  const inner = path.closed ? n > 2 : k > 0 && k < n - 1;
  if (!inner) {
    const points = path.points.toSpliced(k, 1);
    return { closed: path.closed && points.length > 2, points };
  }
  const before = (k + n - 1) % n;
  const after = (k + 1) % n;
  const first = segmentOf(path, before)!;
  const second = segmentOf(path, k)!;
  const [a, p, b] = [path.points[before], path.points[k], path.points[after]];
  const straight = !a.out && !p.in && !p.out && !b.in;
  let points = path.points;
  if (!straight) {
    const places = Array.from({ length: 2 * SAMPLES + 1 }, (_, j) =>
      j <= SAMPLES ? cubicAt(first, j / SAMPLES) : cubicAt(second, j / SAMPLES - 1),
    );
    const direction = (from: Point, ...to: Point[]): Point => {
      const v = to.map((t) => minus(t, from)).find((d) => size(d) > 1e-6) ?? { x: 1, y: 0 };
      return scaled(v, 1 / size(v));
    };
    const left = direction(a, first[1], first[2], places[1]);
    const right = direction(b, second[2], second[1], places[places.length - 2]);
    const { curve } = fitOne(places, left, right);
    points = points.with(before, point(a, a.in, minus(curve[1], curve[0])));
    points = points.with(after, point(points[after], minus(curve[2], curve[3]), points[after].out));
  }
  return { ...path, points: points.toSpliced(k, 1) };
}

/**
 * Pulls a segment so that its place at `t` comes to `to`; both tangents share the way (a curve through a point,
 * as in Piegl's shape modification of cubic Béziers).
 */
export function dragSegment(
  paths: readonly Path[],
  { path: i, point: k }: PointRef,
  t: number,
  to: Point,
): Path[] {
  const path = paths[i];
  const cubic = segmentOf(path, k);
  if (!cubic) return [...paths];
  const next = (k + 1) % path.points.length;
  const [a, b] = [path.points[k], path.points[next]];
  // A straight segment is first the same line with tangents.
  const out = a.out ?? scaled(minus(b, a), 1 / 3);
  const into = b.in ?? scaled(minus(a, b), 1 / 3);
  const safe = Math.min(0.95, Math.max(0.05, t));
  const u = 1 - safe;
  const [k1, k2] = [3 * u * u * safe, 3 * u * safe * safe];
  const now = cubicAt([a, { x: a.x + out.x, y: a.y + out.y }, { x: b.x + into.x, y: b.y + into.y }, b], safe);
  const off = minus(to, now);
  // The nearer end's tangent takes more of it.
  const w = k1 * u + k2 * safe;
  const pullA = scaled(off, u / w);
  const pullB = scaled(off, safe / w);
  const changed = (p: PathPoint, side: 'in' | 'out', tangent: Point): PathPoint => {
    const only: Path = { closed: false, points: [p] };
    return moveTangent([only], { path: 0, point: 0 }, side, tangent)[0].points[0];
  };
  let points = path.points.with(k, changed(a, 'out', { x: out.x + pullA.x, y: out.y + pullA.y }));
  points = points.with(next, changed(points[next], 'in', { x: into.x + pullB.x, y: into.y + pullB.y }));
  return withPath(paths, i, { ...path, points });
}

/** Begins a closed path at another point. */
export function setFirst(paths: readonly Path[], { path: i, point: k }: PointRef): Path[] {
  const { closed, points } = paths[i];
  if (!closed) return [...paths];
  return withPath(paths, i, { closed, points: [...points.slice(k), ...points.slice(0, k)] });
}

/** Opens a closed path at a point, or cuts an open one in two there. */
export function breakAt(paths: readonly Path[], ref: PointRef): Path[] {
  const { path: i, point: k } = ref;
  const { closed, points } = paths[i];
  if (closed) {
    const [turned] = setFirst([paths[i]], { path: 0, point: k });
    const { in: before, ...first } = turned.points[0];
    const { out: _, ...last } = turned.points[0];
    return withPath(paths, i, {
      closed: false,
      points: [first, ...turned.points.slice(1), { ...last, ...(before && { in: before }) }],
    });
  }
  if (k === 0 || k === points.length - 1) return [...paths];
  const { out: _, ...end } = points[k];
  const { in: __, ...start } = points[k];
  return paths.toSpliced(
    i,
    1,
    { closed, points: [...points.slice(0, k), end] },
    { closed, points: [start, ...points.slice(k + 1)] },
  );
}

export const reversePath = ({ closed, points }: Path): Path => {
  const turned = points.map((p) => point(p, p.out, p.in)).reverse();
  // A closed path keeps its first point.
  return { closed, points: closed ? [turned[turned.length - 1], ...turned.slice(0, -1)] : turned };
};

export const reversePaths = (paths: readonly Path[], which: ReadonlySet<number>): Path[] =>
  paths.map((path, i) => (which.has(i) ? reversePath(path) : path));

/** Ends nearer than this become one point when they are joined, in mm. */
const MEETING = 0.05;

/** One point for two: the place between them, the tangents of both. */
const merged = (end: PathPoint, start: PathPoint): PathPoint =>
  point(lerp(end, start, 0.5), end.in, start.out);

/** Closes an open path: its ends become one point when they meet, otherwise a straight line joins them. */
export function closePath(path: Path): Path {
  const { points } = path;
  if (path.closed || points.length < 3) return path;
  const [first, last] = [points[0], points[points.length - 1]];
  if (distance(first, last) > MEETING) return { closed: true, points };
  return { closed: true, points: [merged(last, first), ...points.slice(1, -1)] };
}

/** Joins two ends of open paths, or the two ends of one, by a straight line; ends that meet become one point. */
export function joinEnds(paths: readonly Path[], a: PointRef, b: PointRef): Path[] {
  if (a.path === b.path) return withPath(paths, a.path, closePath(paths[a.path]));
  const one = a.point === 0 ? reversePath(paths[a.path]) : paths[a.path];
  const two = b.point === 0 ? paths[b.path] : reversePath(paths[b.path]);
  const [end, start] = [one.points[one.points.length - 1], two.points[0]];
  const points =
    distance(end, start) <= MEETING
      ? [...one.points.slice(0, -1), merged(end, start), ...two.points.slice(1)]
      : [...one.points, ...two.points];
  const joined = paths.with(Math.min(a.path, b.path), { closed: false, points });
  return joined.toSpliced(Math.max(a.path, b.path), 1);
}

/** Is the point an end of an open path? */
export const isEnd = (paths: readonly Path[], { path, point: k }: PointRef): boolean =>
  !paths[path].closed && (k === 0 || k === paths[path].points.length - 1);

/** Fewer points for the same shape: nothing moves by more than `tolerance` mm, corners stay. */
export const simplifyPaths = (paths: readonly Path[], tolerance: number): Path[] =>
  paths.map((path) => {
    const fitted = fitPath(flattenPath(path, Math.min(0.01, tolerance / 4)), tolerance);
    return fitted.points.length < path.points.length ? fitted : path;
  });

/**
 * Smooths paths: places along them are calmed, then fitted anew. `strength` is 0 to 1.
 */
export function smoothPaths(paths: readonly Path[], strength: number): Path[] {
  return paths.map((path) => {
    const line = flattenPath(path);
    const lengths = arcLengths(line);
    const whole = lengths[lengths.length - 1];
    if (!(whole > 1)) return path;
    const count = Math.min(2000, Math.max(24, Math.round(whole / 0.8)));
    let places = Array.from({ length: path.closed ? count : count + 1 }, (_, i) =>
      pointAt(line, lengths, (whole * i) / count),
    );
    const rounds = Math.round(2 + 40 * strength);
    places = calmed(places, path.closed, rounds);
    const coords = Float64Array.from(places.flatMap((p) => [p.x, p.y]));
    return fitPath({ coords, closed: path.closed }, 0.03 + 0.1 * strength, 0.3);
  });
}

export interface OnSegment {
  ref: PointRef;
  /** Place on the segment, 0 to 1. */
  t: number;
  point: Point;
  distance: number;
}

/** The place on any of the paths nearest to `p`; null when there is no segment. */
export function nearestOnPaths(paths: readonly Path[], p: Point): OnSegment | null {
  let best: OnSegment | null = null;
  paths.forEach((path, i) => {
    for (let k = 0; k < segmentCount(path); k++) {
      const cubic = segmentOf(path, k)!;
      // The control points hold the curve: a segment whose box is further away than the best needs no look.
      if (best && boxDistance(cubic, p) >= best.distance) continue;
      const t = nearestT(cubic, p);
      const at = cubicAt(cubic, t);
      const d = distance(at, p);
      if (!best || d < best.distance) best = { ref: { path: i, point: k }, t, point: at, distance: d };
    }
  });
  return best;
}

function boxDistance(cubic: Cubic, p: Point): number {
  const xs = cubic.map((c) => c.x);
  const ys = cubic.map((c) => c.y);
  const dx = Math.max(Math.min(...xs) - p.x, 0, p.x - Math.max(...xs));
  const dy = Math.max(Math.min(...ys) - p.y, 0, p.y - Math.max(...ys));
  return Math.hypot(dx, dy);
}

/** Parameter of the place on a cubic nearest to `p`: the best of even samples, then halved in. */
function nearestT(cubic: Cubic, p: Point): number {
  const steps = 24;
  let best = 0;
  let least = Infinity;
  for (let i = 0; i <= steps; i++) {
    const d = distance(cubicAt(cubic, i / steps), p);
    if (d < least) [least, best] = [d, i / steps];
  }
  for (let step = 0.5 / steps; step > 1e-6; step /= 2) {
    for (const t of [best - step, best + step]) {
      if (t < 0 || t > 1) continue;
      const d = distance(cubicAt(cubic, t), p);
      if (d < least) [least, best] = [d, t];
    }
  }
  return best;
}
