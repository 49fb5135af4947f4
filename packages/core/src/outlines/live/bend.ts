// Bending: a flat sheet and where it goes. One patch with curved sides (Coons 1967), or a mesh of places
// joined by Catmull-Rom splines both ways.
import { flattenPath, outlinePaths } from '../flatten.ts';
import type { Point } from '../../geometry/points.ts';
import type { Bend, Path, PathOutline, PlainOutline } from '../../design/types.ts';
import { fillRuleOf } from '../region.ts';

/** Bent lines get a point at least every so many mm. */
const STEP = 0.5;

/** A flat bend over a box: everything stays where it is. */
export function flatBend(from: Bend['from'], columns: number, rows: number): Bend {
  const { x, y, width, height } = from;
  const points: Point[] = [];
  for (let r = 0; r <= rows; r++)
    for (let c = 0; c <= columns; c++)
      points.push({ x: x - width / 2 + (width * c) / columns, y: y - height / 2 + (height * r) / rows });
  return { from, columns, rows, points };
}

/** A flat patch over a box, with four sides that can be curved. */
export function flatPatch(from: Bend['from']): Bend {
  const [w, h] = [from.width / 3, from.height / 3];
  const edges: [Point, Point][] = [
    [
      { x: w, y: 0 },
      { x: -w, y: 0 },
    ],
    [
      { x: 0, y: h },
      { x: 0, y: -h },
    ],
    [
      { x: -w, y: 0 },
      { x: w, y: 0 },
    ],
    [
      { x: 0, y: -h },
      { x: 0, y: h },
    ],
  ];
  return { ...flatBend(from, 1, 1), edges };
}

/** The four corners of a patch, clockwise from the top left. */
export const patchCorners = ({ points: [a, b, d, c] }: Bend): [Point, Point, Point, Point] => [a, b, c, d];

function cubic(a: Point, pa: Point, pb: Point, b: Point, t: number): Point {
  const u = 1 - t;
  const [k0, k1, k2, k3] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
  return {
    x: k0 * a.x + k1 * (a.x + pa.x) + k2 * (b.x + pb.x) + k3 * b.x,
    y: k0 * a.y + k1 * (a.y + pa.y) + k2 * (b.y + pb.y) + k3 * b.y,
  };
}

/** A Coons patch: the two ruled surfaces between opposite sides, less the one between the corners. */
function patchAt(bend: Bend, edges: [Point, Point][], u: number, v: number): Point {
  const [a, b, c, d] = patchCorners(bend);
  const top = cubic(a, edges[0][0], edges[0][1], b, u);
  const right = cubic(b, edges[1][0], edges[1][1], c, v);
  const bottom = cubic(c, edges[2][0], edges[2][1], d, 1 - u);
  const left = cubic(d, edges[3][0], edges[3][1], a, 1 - v);
  const at = (k: 'x' | 'y'): number =>
    (1 - v) * top[k] +
    v * bottom[k] +
    (1 - u) * left[k] +
    u * right[k] -
    ((1 - u) * (1 - v) * a[k] + u * (1 - v) * b[k] + u * v * c[k] + (1 - u) * v * d[k]);
  return { x: at('x'), y: at('y') };
}

const spline = (p0: number, p1: number, p2: number, p3: number, t: number): number =>
  p1 + 0.5 * t * (p2 - p0 + t * (2 * p0 - 5 * p1 + 4 * p2 - p3 + t * (3 * (p1 - p2) + p3 - p0)));

/** Beyond the first and last place the line goes on as it came. */
const ahead =
  (values: (i: number) => number, last: number) =>
  (i: number): number => {
    if (i < 0) return 2 * values(0) - values(1);
    if (i > last) return 2 * values(last) - values(last - 1);
    return values(i);
  };

function along(values: (i: number) => number, last: number, s: number): number {
  const i = Math.min(last - 1, Math.max(0, Math.floor(s)));
  const at = ahead(values, last);
  return spline(at(i - 1), at(i), at(i + 1), at(i + 2), s - i);
}

function meshAt({ columns, rows, points }: Bend, u: number, v: number): Point {
  const at = (k: 'x' | 'y'): number =>
    along((r) => along((c) => points[r * (columns + 1) + c][k], columns, u * columns), rows, v * rows);
  return { x: at('x'), y: at('y') };
}

/** Where a place on the flat sheet goes; places beyond it follow its rim. */
export function bendPoint(bend: Bend, p: Point): Point {
  const { from, edges } = bend;
  const u = from.width > 1e-9 ? (p.x - from.x) / from.width + 0.5 : 0.5;
  const v = from.height > 1e-9 ? (p.y - from.y) / from.height + 0.5 : 0.5;
  return edges ? patchAt(bend, edges, u, v) : meshAt(bend, u, v);
}

/** A path after any map of the plane; long stretches get points in between. */
export function mappedPath(path: Path, map: (p: Point) => Point, step = STEP): Path {
  const { coords } = flattenPath(path);
  const n = coords.length / 2;
  const points: Point[] = [];
  for (let i = 0; i < n; i++) {
    const [x, y] = [coords[2 * i], coords[2 * i + 1]];
    points.push(map({ x, y }));
    if (i === n - 1 && !path.closed) break;
    const j = 2 * ((i + 1) % n);
    const [dx, dy] = [coords[j] - x, coords[j + 1] - y];
    const count = Math.min(400, Math.ceil(Math.hypot(dx, dy) / step));
    for (let k = 1; k < count; k++) points.push(map({ x: x + (dx * k) / count, y: y + (dy * k) / count }));
  }
  return { closed: path.closed, points };
}

export const bendOutline = (bend: Bend, outline: PlainOutline): PathOutline => ({
  kind: 'path',
  paths: outlinePaths(outline).map((path) => mappedPath(path, (p) => bendPoint(bend, p))),
  fillRule: fillRuleOf(outline),
});
