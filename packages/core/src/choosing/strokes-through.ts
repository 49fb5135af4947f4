// Strokes that cross at a small angle share cloth for a while, and the axis is one line there with a fork at both ends: no
// stroke's middle. Each stroke goes on through such a place instead, as it comes and as it leaves; and so do strokes that
// cross in one place.
import { EdgeIndex } from '../geometry/edge-index.ts';
import { distance, turnBetween, type Point } from '../geometry/points.ts';
import type { Polygon } from '../geometry/region.ts';
import { cubicAt, unit, type Cubic } from '../outlines/fit.ts';

/** An end of an arm that stands at a node. */
export interface ArmEnd {
  /** Number of the arm among those that were asked about, and whether this is its first end. */
  arm: number;
  first: boolean;
  node: number;
  /** Its points from where it is sure to be a stroke's middle, outwards. */
  points: readonly Point[];
}

/** A stroke that goes on from one arm to another. */
export interface StrokeThrough {
  ends: [ArmEnd, ArmEnd];
  /** What lies between their points, from the first end's to the second's. */
  between: Point[];
}

/** Strokes are followed through no more shared cloth than this, in breadths. */
const FAR = 14;
/** They come and leave within this angle of the way through, in radians. */
const ASIDE = 0.45;
/** About a stroke's middle all is painted for half its breadth: at least this part of it, as strokes are bent and not all alike. */
const CLEAR = 0.66;
/** What strokes share is no narrower than one of them, as far as that is known. */
const BROAD = 0.9;
/** How far along an arm its direction is told, in breadths. */
const AHEAD = 2.5;

/** An inner arm: the nodes that it joins, and how long it is. */
export interface InnerArm {
  arm: number;
  nodes: [number, number];
  length: number;
  /** Its points, but for those near its nodes. */
  middle: readonly Point[];
}

/**
 * Strokes that go on where several meet, and the arms that are nothing but what they share. `ends` are all ends of arms at
 * nodes, those of inner arms too; `breadth` is how broad strokes are, in mm.
 */
export function strokesThrough(
  ends: readonly ArmEnd[],
  inner: readonly InnerArm[],
  polygon: Polygon,
  breadth: number,
): { through: StrokeThrough[]; shared: Set<number> } {
  if (ends.length < 4) return { through: [], shared: new Set() };
  const edges = new EdgeIndex([polygon.outer, ...polygon.holes]);
  // Where next to nothing of an arm is sure, it leads nowhere.
  const leads = new Map(
    ends.flatMap((end) => (end.points.length < 3 ? [] : [[end, leading(end.points, breadth)] as const])),
  );
  const candidate = (a: ArmEnd, b: ArmEnd, arms: number[]): Candidate[] => {
    if (a.arm === b.arm || arms.includes(a.arm) || arms.includes(b.arm)) return [];
    const [from, to] = [leads.get(a), leads.get(b)];
    const way = from && to && curveBetween(from, to, breadth);
    if (!way) return [];
    const clear = clearance(way.between, edges, breadth / 2) / (breadth / 2);
    return clear < CLEAR ? [] : [{ ends: [a, b], arms, between: way.between, cost: way.aside + 1 - clear }];
  };
  const isBroad = ({ middle }: InnerArm): boolean => {
    const width = middle.reduce((sum, p) => sum + 2 * clearance([p], edges, breadth), 0) / middle.length;
    return !middle.length || width > BROAD * breadth;
  };
  const leaving = byNode(ends, (end) => [end.node]);
  const broad = byNode(inner.filter(isBroad), ({ nodes }) => nodes);
  const number = new Map(ends.map((end, i) => [end, i]));
  const along = alongShared(
    ends.flatMap((a, i) =>
      waysFrom(a.node, broad, FAR * breadth).flatMap(({ node, arms }) =>
        (leaving.get(node) ?? []).flatMap((b) => (number.get(b)! > i ? candidate(a, b, arms) : [])),
      ),
    ),
  );
  const shared = new Set(along.flatMap(({ arms }) => arms));
  const linked = new Set(along.flatMap((stroke) => stroke.ends));
  const free = ends.filter((end) => !linked.has(end) && !shared.has(end.arm));
  const across = [...byNode(free, (end) => [end.node])].flatMap(([node, here]) => {
    // Where all that meets goes on, nothing ends. Three and less do so only across what is shared.
    const crosses = here.length > 3 || leaving.get(node)!.some(({ arm }) => shared.has(arm));
    if (here.length % 2 || !crosses) return [];
    const pairs = compatible(here.flatMap((a, i) => here.slice(i + 1).flatMap((b) => candidate(a, b, []))));
    return 2 * pairs.length === here.length ? pairs : [];
  });
  return { through: [...along, ...across], shared };
}

/** Of strokes that go along inner arms those whose arms have another one, each; best first. */
function alongShared(found: readonly Candidate[]): Candidate[] {
  const alone = new Set<Candidate>();
  for (;;) {
    const chosen = compatible(found.filter((one) => !alone.has(one)));
    const uses = new Map<number, number>();
    for (const { arms } of chosen) for (const arm of arms) uses.set(arm, (uses.get(arm) ?? 0) + 1);
    // What only one stroke goes along is that stroke. The others get another chance without those that fit worst.
    const wrong = chosen.filter(({ arms }) => arms.some((arm) => uses.get(arm)! < 2));
    if (!wrong.length) return chosen;
    for (const one of wrong.slice(wrong.length >> 1)) alone.add(one);
  }
}

/** Those of strokes that no better one is against, best first: each end goes on once, and what is gone through has none. */
function compatible(found: readonly Candidate[]): Candidate[] {
  const taken = new Set<ArmEnd>();
  const [ending, passed] = [new Set<number>(), new Set<number>()];
  return [...found]
    .sort((p, q) => p.cost - q.cost)
    .filter(({ ends: [a, b], arms }) => {
      if (taken.has(a) || taken.has(b) || passed.has(a.arm) || passed.has(b.arm)) return false;
      if (arms.some((arm) => ending.has(arm))) return false;
      taken.add(a).add(b);
      ending.add(a.arm).add(b.arm);
      for (const arm of arms) passed.add(arm);
      return true;
    });
}

interface Candidate extends StrokeThrough {
  /** What it goes through. */
  arms: number[];
  /** By how much its ends turn from the way through, in radians, and what it lacks of its room. */
  cost: number;
}

/** Where a line begins, and which way it leads there, away from the rest of it: a vector of length 1. */
interface Lead {
  at: Point;
  way: Point;
}

/** Things by the nodes that they stand at. */
function byNode<T>(things: readonly T[], nodesOf: (thing: T) => readonly number[]): Map<number, T[]> {
  const out = new Map<number, T[]>();
  for (const thing of things)
    for (const node of nodesOf(thing)) {
      const list = out.get(node);
      if (list) list.push(thing);
      else out.set(node, [thing]);
    }
  return out;
}

/** Nodes that are reached from one along arms, each by its shortest way. */
function waysFrom(
  from: number,
  arms: ReadonlyMap<number, readonly InnerArm[]>,
  most: number,
): { node: number; arms: number[] }[] {
  const best = new Map<number, { length: number; arms: number[] }>([[from, { length: 0, arms: [] }]]);
  const queue = [from];
  for (let node = queue.shift(); node !== undefined; node = queue.shift()) {
    const here = best.get(node)!;
    for (const { arm, nodes, length } of arms.get(node) ?? []) {
      const other = nodes[0] === node ? nodes[1] : nodes[0];
      const whole = here.length + length;
      if (whole > most || (best.get(other)?.length ?? Infinity) <= whole) continue;
      best.set(other, { length: whole, arms: [...here.arms, arm] });
      queue.push(other);
    }
  }
  return [...best].flatMap(([node, way]) => (node === from ? [] : [{ node, arms: way.arms }]));
}

/**
 * Where a line begins and leads there, away from the rest of it: of the parabola that lies nearest to its first places, as
 * strokes are bent and the axis is not smooth.
 */
function leading(points: readonly Point[], breadth: number): Lead {
  // Sums of powers of the way along, and of places times them; the way is counted in breadths.
  const sums = [0, 0, 0, 0, 0];
  const [xs, ys] = [
    [0, 0, 0],
    [0, 0, 0],
  ];
  let s = 0;
  for (let i = 0; i < points.length && s < AHEAD; i++) {
    if (i) s += distance(points[i], points[i - 1]) / breadth;
    for (let k = 0, power = 1; k < 5; k++, power *= s) {
      sums[k] += power;
      if (k > 2) continue;
      xs[k] += power * points[i].x;
      ys[k] += power * points[i].y;
    }
  }
  const [n, a, b, c, d] = sums;
  const det = n * (b * d - c * c) - a * (a * d - b * c) + b * (a * c - b * b);
  const [p] = points;
  if (Math.abs(det) < 1e-9) {
    const far = points[points.length - 1];
    return { at: p, way: unit({ x: p.x - far.x, y: p.y - far.y }) };
  }
  const solve = ([u, v, w]: number[]): [at: number, slope: number] => [
    (u * (b * d - c * c) - a * (v * d - c * w) + b * (v * c - b * w)) / det,
    (n * (v * d - c * w) - u * (a * d - b * c) + b * (a * w - b * v)) / det,
  ];
  const [[x, dx], [y, dy]] = [solve(xs), solve(ys)];
  return { at: { x, y }, way: unit({ x: -dx, y: -dy }) };
}

/** The cubic from one line's begin to another's, as both lead there; null where they don't. */
function curveBetween(a: Lead, b: Lead, breadth: number): { between: Point[]; aside: number } | null {
  const d = distance(a.at, b.at);
  if (d < 1e-6) return null;
  const along = ({ at, way }: Lead, by: number): Point => ({ x: at.x + by * way.x, y: at.y + by * way.y });
  const asides = [turnBetween(along(a, -1), a.at, b.at), turnBetween(along(b, -1), b.at, a.at)];
  if (Math.max(...asides) > ASIDE) return null;
  const count = Math.max(4, Math.ceil(d / (0.2 * breadth)));
  const curve: Cubic = [a.at, along(a, d / 3), along(b, d / 3), b.at];
  const between = Array.from({ length: count - 1 }, (_, k) => cubicAt(curve, (k + 1) / count));
  return { between, aside: asides[0] + asides[1] };
}

/** How far places inside a polygon are from its edge, at least, in mm, up to `most`. */
const clearance = (places: readonly Point[], edges: EdgeIndex, most: number): number =>
  places.reduce((least, { x, y }) => edges.nearest(x, y, least)?.distance ?? least, most);
