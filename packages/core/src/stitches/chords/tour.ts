// An order for the chords of a polygon (open rows, rays, waves, …) in which each is sewn once and all ways lead along
// the edge: nothing crosses the shape.
//
// Chords are edges of a graph whose nodes are their ends; the rings join ends that follow one another. On every ring
// the ends are paired with a neighbour, so that chords and pairs form closed walks. Walks are joined by going over the
// shortest bits of ring that are still free, there and back (Kruskal's method), and the whole is walked in one go
// (Hierholzer's method). A begin and an end are two more ends on the rings, as if a chord lay between them.
import { DisjointSets } from '../../geometry/disjoint-sets.ts';
import { distance, type Point } from '../../geometry/points.ts';
import type { Ring } from '../../geometry/region.ts';

/** A place on a polygon's edge. */
export interface RingPlace {
  ring: number;
  edge: number;
  at: Point;
}

/** A line through the polygon from edge to edge; of its course only the ends matter here. */
export interface Chord {
  a: RingPlace;
  b: RingPlace;
}

/** A chord in the tour, by its number, and the way to it from the chord before: points on the edge. */
export interface TourStep {
  chord: number;
  /** From its `a` to its `b`. */
  ahead: boolean;
  way: Point[];
}

/** A chord's end, or the tour's, on a ring. */
interface End {
  ring: number;
  /** Arc length along the ring. */
  s: number;
  at: Point;
  /** The other end of the chord; of the begin, the tour's end. */
  mate: number;
}

/** How two ends that follow one another on a ring are joined: by free cloth, once, or there and back. */
type Joint = 0 | 1 | 2;

interface Walks {
  cost: number;
  /** For each ring, how the k-th end is joined to the next one. */
  joints: Joint[][];
}

const BEGIN = 0;
const END = 1;
/** Up to this many rings, every way to pair their ends is tried. */
const FEW_RINGS = 3;
const MOST_CANDIDATES = 24;

class Graph {
  readonly ends: End[] = [
    { ring: 0, s: 0, at: { x: 0, y: 0 }, mate: END },
    { ring: 0, s: 0, at: { x: 0, y: 0 }, mate: BEGIN },
  ];
  /** The number of each pair's chord, from the second pair of ends on. */
  readonly chords: number[] = [];
  readonly lengths: Float64Array[];
  readonly rings: readonly Ring[];
  private readonly given: readonly Chord[];

  constructor(rings: readonly Ring[], chords: readonly Chord[]) {
    this.rings = rings;
    this.given = chords;
    this.lengths = rings.map(arcs);
    chords.forEach((_, i) => this.add(i));
  }

  add(chord: number): void {
    const n = this.ends.length;
    const end = ({ ring, edge, at }: RingPlace, mate: number): End => {
      const c = this.rings[ring];
      const s = this.lengths[ring][edge] + Math.hypot(at.x - c[2 * edge], at.y - c[2 * edge + 1]);
      return { ring, s, at, mate };
    };
    const { a, b } = this.given[chord];
    this.ends.push(end(a, n + 1), end(b, n));
    this.chords.push(chord);
  }

  /** The rings that a chord joins. */
  ringsAt(chord: number): [number, number] {
    const { a, b } = this.given[chord];
    return [a.ring, b.ring];
  }

  /** Puts the begin or the end of the tour where a chord ends. */
  put(which: typeof BEGIN | typeof END, at: number): void {
    const { ring, s, at: point } = this.ends[at];
    this.ends[which] = { ring, s, at: point, mate: 1 - which };
  }

  /** Ends on each ring, in order along it. */
  order(): number[][] {
    const out: number[][] = this.rings.map(() => []);
    this.ends.forEach((e, i) => out[e.ring].push(i));
    for (const list of out) list.sort((a, b) => this.ends[a].s - this.ends[b].s || a - b);
    return out;
  }

  /** From the k-th end on a ring to the next, in mm. */
  gap(list: number[], k: number): number {
    const [a, b] = [this.ends[list[k]], this.ends[list[(k + 1) % list.length]]];
    const total = this.lengths[a.ring].at(-1)!;
    const d = b.s - a.s;
    return k + 1 < list.length ? d : list.length > 1 ? d + total : total;
  }

  /** Points of a ring between the k-th end and the next, both left out. */
  between(list: number[], k: number): Point[] {
    const [a, b] = [this.ends[list[k]], this.ends[list[(k + 1) % list.length]]];
    const ring = this.rings[a.ring];
    const lengths = this.lengths[a.ring];
    const n = ring.length / 2;
    const total = lengths[n];
    const to = k + 1 < list.length ? b.s : b.s + total;
    const out: Point[] = [];
    for (let i = 0; i < 2 * n; i++) {
      const s = lengths[i % n] + (i >= n ? total : 0);
      if (s > a.s + 1e-6 && s < to - 1e-6) out.push({ x: ring[2 * (i % n)], y: ring[2 * (i % n) + 1] });
    }
    return out;
  }
}

/** Arc length up to each point of a ring, and its whole length. */
function arcs(ring: Ring): Float64Array {
  const n = ring.length / 2;
  const out = new Float64Array(n + 1);
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n;
    out[i + 1] = out[i] + Math.hypot(ring[2 * j] - ring[2 * i], ring[2 * j + 1] - ring[2 * i + 1]);
  }
  return out;
}

/** Every ring needs an even number of ends: chords between rings that have an odd one are sewn twice. */
function makeEven(graph: Graph, order: number[][]): number[][] {
  const odd = (): number[] => order.flatMap((list, ring) => (list.length % 2 ? [ring] : []));
  for (let rings = odd(); rings.length > 1; rings = odd()) {
    const [from, ...to] = rings;
    const came = new Map<number, { chord: number; from: number } | null>([[from, null]]);
    const open = [from];
    let goal: number | undefined;
    while (open.length && goal === undefined) {
      const ring = open.shift()!;
      if (to.includes(ring)) goal = ring;
      for (const chord of graph.chords) {
        const [a, b] = graph.ringsAt(chord);
        const next = a === ring ? b : b === ring ? a : -1;
        if (next < 0 || came.has(next)) continue;
        came.set(next, { chord, from: ring });
        open.push(next);
      }
    }
    if (goal === undefined) break;
    for (let step = came.get(goal); step; step = came.get(step.from)) graph.add(step.chord);
    order = graph.order();
  }
  return order;
}

/** Pairs ends by `odd` (for each ring: the second with the third, …) and joins the walks that come of it. */
function walksOf(graph: Graph, order: number[][], odd: readonly boolean[]): Walks {
  const union = new DisjointSets(graph.ends.length);
  graph.ends.forEach(({ mate }, i) => union.join(i, mate));
  const joints = order.map((list): Joint[] => list.map(() => 0));
  const free: { ring: number; k: number; gap: number }[] = [];
  let cost = 0;
  order.forEach((list, ring) => {
    for (let k = 0; k < list.length; k++) {
      const gap = graph.gap(list, k);
      if (k % 2 === (odd[ring] ? 1 : 0)) {
        union.join(list[k], list[(k + 1) % list.length]);
        joints[ring][k] = 1;
        cost += gap;
      } else free.push({ ring, k, gap });
    }
  });
  free.sort((a, b) => a.gap - b.gap);
  for (const { ring, k, gap } of free) {
    const list = order[ring];
    if (!union.join(list[k], list[(k + 1) % list.length])) continue;
    joints[ring][k] = 2;
    cost += 2 * gap;
  }
  return { cost, joints };
}

function bestWalks(graph: Graph, order: number[][]): Walks {
  const used = order.flatMap((list, ring) => (list.length ? [ring] : []));
  if (used.length <= FEW_RINGS) {
    let best: Walks | null = null;
    for (let code = 0; code < 1 << used.length; code++) {
      const odd = order.map((_, ring) => ((code >> used.indexOf(ring)) & 1) === 1);
      const walks = walksOf(graph, order, odd);
      if (!best || walks.cost < best.cost) best = walks;
    }
    return best!;
  }
  // Many rings: each takes its shorter pairs.
  const odd = order.map((list) => {
    const sums = [0, 0];
    list.forEach((_, k) => (sums[k % 2] += graph.gap(list, k)));
    return sums[1] < sums[0];
  });
  return walksOf(graph, order, odd);
}

/** Steps of the graph that leave an end: over its chord, or along a ring. */
interface Step {
  to: number;
  /** Of the graph's chords. */
  pair: number | null;
  way: { ring: number; k: number; ahead: boolean } | null;
  used: { is: boolean };
}

/** All steps in one walk from the begin to the end. */
function walk(graph: Graph, order: number[][], joints: Joint[][]): Step[] {
  const steps: Step[][] = graph.ends.map(() => []);
  const add = (a: number, b: number, pair: number | null, way: { ring: number; k: number } | null): void => {
    const used = { is: false };
    steps[a].push({ to: b, pair, way: way && { ...way, ahead: true }, used });
    steps[b].push({ to: a, pair, way: way && { ...way, ahead: false }, used });
  };
  // Later steps are taken first: a chord rather than a pair, a pair rather than a way there and back.
  order.forEach((list, ring) =>
    list.forEach((a, k) => {
      const b = list[(k + 1) % list.length];
      for (let copy = 0; copy < joints[ring][k]; copy++) add(a, b, null, { ring, k });
    }),
  );
  graph.chords.forEach((_, pair) => add(2 * pair + 2, 2 * pair + 3, pair, null));
  const stack: { at: number; by: Step | null }[] = [{ at: BEGIN, by: null }];
  const out: Step[] = [];
  while (stack.length) {
    const top = stack[stack.length - 1];
    let next = steps[top.at].pop();
    while (next?.used.is) next = steps[top.at].pop();
    if (next) {
      next.used.is = true;
      stack.push({ at: next.to, by: next });
    } else {
      stack.pop();
      if (top.by) out.push(top.by);
    }
  }
  return out.reverse();
}

/** The chord end nearest to a place. */
function nearestEnd(graph: Graph, p: Point): number {
  let best = 2;
  for (let i = 3; i < graph.ends.length; i++)
    if (distance(graph.ends[i].at, p) < distance(graph.ends[best].at, p)) best = i;
  return best;
}

/** Some ends of these chords, at which a tour may well end. */
function candidateEnds(chords: readonly number[]): number[] {
  const all = chords.flatMap((chord) => [2 * chord + 2, 2 * chord + 3]);
  const step = Math.max(1, Math.ceil(all.length / MOST_CANDIDATES));
  return all.filter((_, i) => i % step === 0);
}

/** Where a tour is wanted to end: as near as can be, or just rather there. */
export interface TourEnd {
  at: Point;
  firm: boolean;
}

/**
 * All of one or more chords, in the order of the tour. It begins at the chord end nearest to `from`; without a firm
 * end it ends at one of the `last` chords. Rings and places share one measure, mm or a frame's. `rest` is the way on
 * from the last chord to where the tour ends.
 */
export function chordTour(
  rings: readonly Ring[],
  chords: readonly Chord[],
  from: Point,
  end?: TourEnd,
  last: readonly number[] = chords.map((_, i) => i),
): { steps: TourStep[]; rest: Point[] } {
  const graph = new Graph(rings, chords);
  graph.put(BEGIN, nearestEnd(graph, from));
  const candidates = end?.firm ? [nearestEnd(graph, end.at)] : candidateEnds(last);
  let best: { at: number; cost: number } | null = null;
  for (const at of candidates) {
    graph.put(END, at);
    const order = graph.order();
    // An end on another ring would cost a chord that is sewn twice.
    if (!end?.firm && order.some((list) => list.length % 2)) continue;
    const away = end ? distance(graph.ends[at].at, end.at) : 0;
    const cost = end?.firm ? 0 : bestWalks(graph, order).cost + away;
    if (!best || cost < best.cost) best = { at, cost };
  }
  graph.put(END, best?.at ?? nearestEnd(graph, from));
  const order = makeEven(graph, graph.order());
  const { joints } = bestWalks(graph, order);
  const out: TourStep[] = [];
  let way: Point[] = [];
  for (const { to, pair, way: on } of walk(graph, order, joints)) {
    if (pair !== null) {
      out.push({ chord: graph.chords[pair], ahead: to % 2 === 1, way });
      way = [];
    } else if (on) {
      const points = graph.between(order[on.ring], on.k);
      way = [...way, ...(on.ahead ? points : points.reverse()), graph.ends[to].at];
    }
  }
  // Chords that rings do not join to the rest (they only touch it) come last.
  const met = new Set(out.map(({ chord }) => chord));
  chords.forEach((_, chord) => !met.has(chord) && out.push({ chord, ahead: true, way: [] }));
  return { steps: out, rest: way };
}
