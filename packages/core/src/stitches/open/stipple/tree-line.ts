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
  const inside = (a: Point, b: Point): boolean => !edges.crosses(a.x, a.y, b.x, b.y);
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

/** An edge as seen from a place. */
interface Way {
  to: number;
  angle: number;
}

const keyOf = (a: number, b: number): string => (a < b ? `${a},${b}` : `${b},${a}`);

/** Edges about each place, by their angles. */
function waysAround(places: readonly Point[], net: Net): Way[][] {
  const around: Way[][] = places.map(() => []);
  for (const [a, b] of net) {
    const [p, q] = [places[a], places[b]];
    around[a].push({ to: b, angle: Math.atan2(q.y - p.y, q.x - p.x) });
    around[b].push({ to: a, angle: Math.atan2(p.y - q.y, p.x - q.x) });
  }
  for (const list of around) list.sort((x, y) => x.angle - y.angle);
  return around;
}

/** A corner on the outer edge of the net; it follows the place's edge of the same number. */
interface OuterCorner {
  place: number;
  corner: number;
}

/** The outer edge of a net: once round it, corner by corner. */
function outerWalk(places: readonly Point[], around: readonly Way[][], first: Int32Array): OuterCorner[] {
  let start = -1;
  places.forEach((p, i) => {
    if (around[i].length && (start < 0 || p.x < places[start].x)) start = i;
  });
  if (start < 0) return [];
  // At the leftmost place, the corner that looks to the left comes after its last edge.
  let [v, k] = [start, around[start].length - 1];
  const out: OuterCorner[] = [];
  let left = around.reduce((sum, list) => sum + list.length, 0);
  do {
    out.push({ place: v, corner: first[v] + k });
    const from = v;
    v = around[v][(k + 1) % around[v].length].to;
    k = around[v].findIndex((e) => e.to === from);
  } while (first[v] + k !== out[0].corner && --left > 0);
  return out;
}

/** The part of a closed walk from the place nearest to one point to that nearest to another, the shorter way. */
function stretchOf(
  walk: readonly OuterCorner[],
  places: readonly Point[],
  [from, to]: readonly [Point, Point],
): OuterCorner[] {
  const nearest = (p: Point): number => {
    const d = ({ place }: OuterCorner): number => Math.hypot(places[place].x - p.x, places[place].y - p.y);
    return walk.reduce((best, w, i) => (d(w) < d(walk[best]) ? i : best), 0);
  };
  const n = walk.length;
  const [a, b] = [nearest(from), nearest(to)];
  const ahead = (b - a + n) % n;
  const [low, count] = ahead <= n - ahead ? [a, ahead] : [b, n - ahead];
  return Array.from({ length: count + 1 }, (_, i) => walk[(low + i) % n]);
}

/**
 * The edges of a net in the order in which a tree takes them, so that it has as many twigs as can be: no two hubs are
 * neighbours, every other place is a twig of one of them, and hubs are joined over one twig between them where that
 * can be. The line about such a tree is all lobes of one size, with no long rails side by side. Places
 * along an edge, which `along` numbers, are twigs of places farther in wherever that can be: the line comes to the edge in
 * lobes and does not run along it.
 */
function lobedOrder(along: readonly number[], net: Net, random: () => number): Net {
  const count = along.length;
  const onOneEdge = (a: number, b: number): boolean => along[a] >= 0 && along[a] === along[b];
  const beside: number[][] = Array.from({ length: count }, () => []);
  for (const [a, b] of net) {
    beside[a].push(b);
    beside[b].push(a);
  }
  const shuffled = Array.from({ length: count }, (_, i) => ({
    i,
    at: random() + (along[i] < 0 ? 0 : 1),
  })).sort((p, q) => p.at - q.at);
  const hub = new Uint8Array(count);
  const isTwig = new Uint8Array(count);
  for (const { i } of shuffled) {
    if (isTwig[i]) continue;
    hub[i] = 1;
    for (const j of beside[i]) isTwig[j] = 1;
  }
  const twigs: Net = [];
  for (const { i } of shuffled) {
    const hubs = hub[i] ? [] : beside[i].filter((j) => hub[j] && !onOneEdge(i, j));
    if (hubs.length) twigs.push([i, hubs[Math.floor(random() * hubs.length)]]);
  }
  const weight = ([a, b]: [number, number]): number => (hub[a] || hub[b] ? 0 : 1) + (onOneEdge(a, b) ? 4 : 0);
  const rest = net
    .map((edge) => ({ edge, weight: random() + weight(edge) }))
    .sort((p, q) => p.weight - q.weight);
  return [...twigs, ...rest.map(({ edge }) => edge)];
}

export interface TreeLine {
  points: Point[];
  closed: boolean;
}

/**
 * The line around a random tree of the net that holds the first place; `radius` mm about a place where no others are. `along`
 * numbers the edges that places lie along. With two `ends` a stretch of the net's outer edge, from the one to the other, is
 * part of the tree, and the line leaves out its outer side: it is open, and goes from near one of them to near the other. It
 * stays closed where there is no room for that.
 */
export function lineAround(
  places: readonly Point[],
  along: readonly number[],
  net: Net,
  radius: (place: Point) => number,
  random: () => number,
  ends?: readonly [Point, Point],
): TreeLine {
  const around = waysAround(places, net);
  const first = new Int32Array(places.length + 1);
  around.forEach((list, v) => (first[v + 1] = first[v] + Math.max(1, list.length)));
  const open = ends && net.length ? stretchOf(outerWalk(places, around, first), places, ends) : [];

  const sets = new DisjointSets(places.length);
  const tree = new Set<string>();
  for (let i = 1; i < open.length; i++) {
    const [a, b] = [open[i - 1].place, open[i].place];
    if (sets.join(a, b)) tree.add(keyOf(a, b));
  }
  for (const edge of lobedOrder(along, net, random)) if (sets.join(...edge)) tree.add(keyOf(...edge));

  const corners: Corner[] = around.flatMap((list, v) =>
    Array.from({ length: Math.max(1, list.length) }, (_, k): Corner => ({
      points: cornerPoints(places, v, list, k, radius(places[v])),
      links: [-1, -1],
    })),
  );
  const before = (v: number, k: number): number =>
    2 * (first[v] + ((k + around[v].length - 1) % around[v].length)) + 1;
  const after = (v: number, k: number): number => 2 * (first[v] + k);
  const join = (p: number, q: number): void => {
    corners[p >> 1].links[p & 1] = q;
    corners[q >> 1].links[q & 1] = p;
  };
  around.forEach((list, v) =>
    list.forEach(({ to }, k) => {
      if (!tree.has(keyOf(v, to))) join(before(v, k), after(v, k));
      else if (v < to) {
        const back = around[to].findIndex((e) => e.to === v);
        join(after(v, k), before(to, back));
        join(before(v, k), after(to, back));
      }
    }),
  );

  // Once round, from the corner at the end of the stretch that is left out, if there is one.
  const begin = open.length ? open[open.length - 1].corner : 0;
  const round: { corner: number; points: Point[] }[] = [];
  let at = 2 * begin;
  do {
    const { points, links } = corners[at >> 1];
    round.push({ corner: at >> 1, points: at & 1 ? [...points].reverse() : points });
    at = links[1 - (at & 1)];
  } while (at >= 0 && at >> 1 !== begin && round.length < corners.length);
  const left = new Set(open.slice(1, -1).map(({ corner }) => corner));
  const kept = round.filter(({ corner }) => !left.has(corner));
  // The stretch is left out in one piece when all of it lies between its two ends.
  const whole =
    left.size > 0 &&
    (round.slice(1, 1 + left.size).every((r) => left.has(r.corner)) ||
      round.slice(-left.size).every((r) => left.has(r.corner)));
  if (!whole) return { points: round.flatMap((r) => r.points), closed: true };
  const inOrder = left.has(round[1].corner) ? [...kept.slice(1), kept[0]] : kept;
  return { points: inOrder.flatMap((r) => r.points), closed: false };
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
