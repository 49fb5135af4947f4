// An order for open rows in which each is sewn once and all ways lead along the edge: nothing crosses the shape.
//
// Rows are edges of a graph whose nodes are their ends; the rings join ends that follow one another. On every ring
// the ends are paired with a neighbour, so that rows and pairs form closed walks. Walks are joined by going over the
// shortest bits of ring that are still free, there and back (Kruskal's method), and the whole is walked in one go
// (Hierholzer's method). A begin and an end are two more ends on the rings, as if a row lay between them.
import { distance, type Point } from '../../geometry/points.ts';
import type { Ring } from '../../geometry/region.ts';
import type { RowMap, Span } from './row-map.ts';

/** A row in the tour, and the way to it from the row before: points on the edge, in the frame. */
export interface TourRow {
  span: Span;
  leftFirst: boolean;
  way: Point[];
}

/** A row's end, or the tour's, on a ring. */
interface End {
  ring: number;
  /** Arc length along the ring, in mm of the frame. */
  s: number;
  at: Point;
  /** The other end of the row; of the begin, the tour's end. */
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
  /** The row of each pair of ends, from the second pair on. */
  readonly spans: Span[] = [];
  readonly lengths: Float64Array[];
  readonly rings: readonly Ring[];

  constructor(map: RowMap) {
    this.rings = map.rings;
    this.lengths = map.rings.map(arcs);
    for (const { spans } of map.sections) for (const span of spans) this.addRow(span);
  }

  addRow(span: Span): void {
    const n = this.ends.length;
    const end = (x: number, ring: number, edge: number, mate: number): End => {
      const c = this.rings[ring];
      const s = this.lengths[ring][edge] + Math.hypot(x - c[2 * edge], span.y - c[2 * edge + 1]);
      return { ring, s, at: { x, y: span.y }, mate };
    };
    this.ends.push(end(span.left, span.leftRing, span.leftEdge, n + 1));
    this.ends.push(end(span.right, span.rightRing, span.rightEdge, n));
    this.spans.push(span);
  }

  /** Puts the begin or the end of the tour where a row ends. */
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

class Union {
  readonly parent: Int32Array;

  constructor(count: number) {
    this.parent = Int32Array.from({ length: count }, (_, i) => i);
  }

  root(i: number): number {
    while (this.parent[i] !== i) i = this.parent[i] = this.parent[this.parent[i]];
    return i;
  }

  join(a: number, b: number): boolean {
    const [p, q] = [this.root(a), this.root(b)];
    this.parent[p] = q;
    return p !== q;
  }
}

/** Every ring needs an even number of ends: rows between rings that have an odd one are sewn twice. */
function makeEven(graph: Graph, order: number[][]): number[][] {
  const odd = (): number[] => order.flatMap((list, ring) => (list.length % 2 ? [ring] : []));
  for (let rings = odd(); rings.length > 1; rings = odd()) {
    const [from, ...to] = rings;
    const came = new Map<number, { span: Span; from: number } | null>([[from, null]]);
    const open = [from];
    let goal: number | undefined;
    while (open.length && goal === undefined) {
      const ring = open.shift()!;
      if (to.includes(ring)) goal = ring;
      for (const span of graph.spans) {
        const next = span.leftRing === ring ? span.rightRing : span.rightRing === ring ? span.leftRing : -1;
        if (next < 0 || came.has(next)) continue;
        came.set(next, { span, from: ring });
        open.push(next);
      }
    }
    if (goal === undefined) break;
    for (let step = came.get(goal); step; step = came.get(step.from)) graph.addRow(step.span);
    order = graph.order();
  }
  return order;
}

/** Pairs ends by `odd` (for each ring: the second with the third, …) and joins the walks that come of it. */
function walksOf(graph: Graph, order: number[][], odd: readonly boolean[]): Walks {
  const union = new Union(graph.ends.length);
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

/** Steps of the graph that leave an end: over its row, or along a ring. */
interface Step {
  to: number;
  row: number | null;
  way: { ring: number; k: number; ahead: boolean } | null;
  used: { is: boolean };
}

/** All steps in one walk from the begin to the end. */
function walk(graph: Graph, order: number[][], joints: Joint[][]): Step[] {
  const steps: Step[][] = graph.ends.map(() => []);
  const add = (a: number, b: number, row: number | null, way: { ring: number; k: number } | null): void => {
    const used = { is: false };
    steps[a].push({ to: b, row, way: way && { ...way, ahead: true }, used });
    steps[b].push({ to: a, row, way: way && { ...way, ahead: false }, used });
  };
  // Later steps are taken first: a row rather than a pair, a pair rather than a way there and back.
  order.forEach((list, ring) =>
    list.forEach((a, k) => {
      const b = list[(k + 1) % list.length];
      for (let copy = 0; copy < joints[ring][k]; copy++) add(a, b, null, { ring, k });
    }),
  );
  graph.spans.forEach((_, row) => add(2 * row + 2, 2 * row + 3, row, null));
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

/** The row end nearest to a place of the frame. */
function nearestEnd(graph: Graph, p: Point): number {
  let best = 2;
  for (let i = 3; i < graph.ends.length; i++)
    if (distance(graph.ends[i].at, p) < distance(graph.ends[best].at, p)) best = i;
  return best;
}

/** Ends at which a tour may well end: those of the first and last rows of sections. */
function likelyEnds(map: RowMap, graph: Graph): number[] {
  const outer = new Set(map.sections.flatMap(({ spans }) => [spans[0], spans[spans.length - 1]]));
  const all = graph.spans.flatMap((span, row) => (outer.has(span) ? [2 * row + 2, 2 * row + 3] : []));
  const step = Math.max(1, Math.ceil(all.length / MOST_CANDIDATES));
  return all.filter((_, i) => i % step === 0);
}

/** Where a tour is wanted to end, in the frame: as near as can be, or just rather there. */
export interface TourEnd {
  at: Point;
  firm: boolean;
}

/** Rows of a map that has any, in the order of the tour. It begins at the row end nearest to `from`. */
export function edgeTour(map: RowMap, from: Point, end?: TourEnd): TourRow[] {
  const graph = new Graph(map);
  graph.put(BEGIN, nearestEnd(graph, from));
  const candidates = end?.firm ? [nearestEnd(graph, end.at)] : likelyEnds(map, graph);
  let best: { at: number; cost: number } | null = null;
  for (const at of candidates) {
    graph.put(END, at);
    const order = graph.order();
    // An end on another ring would cost a row that is sewn twice.
    if (!end?.firm && order.some((list) => list.length % 2)) continue;
    const away = end ? distance(graph.ends[at].at, end.at) : 0;
    const cost = end?.firm ? 0 : bestWalks(graph, order).cost + away;
    if (!best || cost < best.cost) best = { at, cost };
  }
  graph.put(END, best?.at ?? nearestEnd(graph, from));
  const order = makeEven(graph, graph.order());
  const { joints } = bestWalks(graph, order);
  const out: TourRow[] = [];
  let way: Point[] = [];
  for (const { to, row, way: on } of walk(graph, order, joints)) {
    if (row !== null) {
      const span = graph.spans[row];
      out.push({ span, leftFirst: to % 2 === 1, way });
      way = [];
    } else if (on) {
      const points = graph.between(order[on.ring], on.k);
      way = [...way, ...(on.ahead ? points : points.reverse()), graph.ends[to].at];
    }
  }
  // Rows that rings do not join to the rest (they only touch it) come last.
  const met = new Set(out.map(({ span }) => span));
  for (const span of graph.spans) if (!met.has(span)) out.push({ span, leftFirst: true, way: [] });
  return out;
}
