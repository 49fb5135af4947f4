// A closed line around a random tree: it passes every place on every side, and never meets itself.
//
// The tree spans a net of triangles. The line keeps between the tree and the tree of all edges that are left out
// (its dual), as the shore of a river keeps between land and water.
import Delaunator from 'delaunator';
import { DisjointSets } from '../../../geometry/disjoint-sets.ts';
import type { EdgeIndex } from '../../../geometry/edge-index.ts';
import type { Point } from '../../../geometry/points.ts';

/** Edges of the net: numbers of the places they join. */
export type Net = [number, number][];

/** Edges longer than this, in mean distances, are left out where the net holds together without them. */
const LONG = 1.9;

/** Edges between neighbouring places (Delaunay's triangles) that stay inside the polygon. */
export function netOf(places: readonly Point[], apart: number, edges: EdgeIndex): Net {
  if (places.length === 2) return [[0, 1]];
  const { triangles, halfedges } = new Delaunator(places.flatMap((p) => [p.x, p.y]));
  const inside = (a: Point, b: Point): boolean => {
    let crossed = false;
    edges.crossings(a.x, a.y, b.x, b.y, () => (crossed = true));
    return !crossed;
  };
  const net: Net = [];
  const long: { edge: [number, number]; length: number }[] = [];
  const sets = new DisjointSets(places.length);
  for (let e = 0; e < triangles.length; e++) {
    if (halfedges[e] > e) continue;
    const [i, j] = [triangles[e], triangles[e % 3 === 2 ? e - 2 : e + 1]];
    const [a, b] = [places[i], places[j]];
    if (!inside(a, b)) continue;
    const length = Math.hypot(a.x - b.x, a.y - b.y);
    if (length > LONG * apart) long.push({ edge: [i, j], length });
    else {
      net.push([i, j]);
      sets.join(i, j);
    }
  }
  long.sort((p, q) => p.length - q.length);
  for (const { edge } of long) if (sets.join(...edge)) net.push(edge);
  return net;
}

/** Where the line bends round a place it has a point for every so many radians. */
const BEND = Math.PI / 3;

/** A corner between two edges that follow one another about a place; `points` go from the one to the other. */
interface Corner {
  points: Point[];
  /** Corner and end that each end is joined to: 2 × corner + end. */
  links: [number, number];
}

/** The line around a random tree of the net that holds `start`; `radius` mm about places that stand alone. */
export function lineAround(
  places: readonly Point[],
  net: Net,
  start: number,
  radius: number,
  random: () => number,
): Point[] {
  const sets = new DisjointSets(places.length);
  const order = net.map((edge) => ({ edge, weight: random() })).sort((a, b) => a.weight - b.weight);
  const inTree = new Set<string>();
  for (const { edge } of order) if (sets.join(...edge)) inTree.add(`${edge[0]},${edge[1]}`);

  const around: { to: number; angle: number; tree: boolean }[][] = places.map(() => []);
  for (const [a, b] of net) {
    const tree = inTree.has(`${a},${b}`);
    const [p, q] = [places[a], places[b]];
    around[a].push({ to: b, angle: Math.atan2(q.y - p.y, q.x - p.x), tree });
    around[b].push({ to: a, angle: Math.atan2(p.y - q.y, p.x - q.x), tree });
  }
  const first = new Int32Array(places.length + 1);
  const corners: Corner[] = [];
  around.forEach((list, v) => {
    list.sort((a, b) => a.angle - b.angle);
    first[v] = corners.length;
    for (let k = 0; k < Math.max(1, list.length); k++)
      corners.push({ points: cornerPoints(places, v, list, k, radius), links: [-1, -1] });
  });
  first[places.length] = corners.length;

  const before = (v: number, k: number): number =>
    2 * (first[v] + ((k + around[v].length - 1) % around[v].length)) + 1;
  const after = (v: number, k: number): number => 2 * (first[v] + k);
  const join = (p: number, q: number): void => {
    corners[p >> 1].links[p & 1] = q;
    corners[q >> 1].links[q & 1] = p;
  };
  around.forEach((list, v) =>
    list.forEach(({ to, tree }, k) => {
      if (!tree) join(before(v, k), after(v, k));
      else if (v < to) {
        const back = around[to].findIndex((e) => e.to === v);
        join(after(v, k), before(to, back));
        join(before(v, k), after(to, back));
      }
    }),
  );

  const out: Point[] = [];
  let at = 2 * first[start];
  do {
    const { points, links } = corners[at >> 1];
    out.push(...(at & 1 ? [...points].reverse() : points));
    at = links[1 - (at & 1)];
  } while (at >= 0 && at !== 2 * first[start]);
  return out;
}

/** The line's points between the k-th edge at a place and the next. */
function cornerPoints(
  places: readonly Point[],
  v: number,
  list: readonly { to: number; angle: number }[],
  k: number,
  radius: number,
): Point[] {
  const p = places[v];
  const from = list[k]?.angle ?? 0;
  let to = list.length > 1 ? list[(k + 1) % list.length].angle : from + 2 * Math.PI;
  if (to <= from) to += 2 * Math.PI;
  const gap = to - from;
  if (list.length > 1 && gap < 2 * BEND) {
    // Half way to the triangle's middle.
    const [a, b] = [places[list[k].to], places[list[(k + 1) % list.length].to]];
    return [{ x: p.x + (a.x + b.x - 2 * p.x) / 6, y: p.y + (a.y + b.y - 2 * p.y) / 6 }];
  }
  const steps = Math.max(1, Math.round(gap / BEND) - 1);
  return Array.from({ length: steps }, (_, i) => {
    const a = from + (gap * (i + 1)) / (steps + 1);
    return { x: p.x + radius * Math.cos(a), y: p.y + radius * Math.sin(a) };
  });
}
