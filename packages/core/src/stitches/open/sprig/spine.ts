// The way through a polygon from one far end to the other, keeping to the middle: where a stem grows first.
import FlatQueue from 'flatqueue';
import type { EdgeIndex } from '../../../geometry/edge-index.ts';
import type { Point } from '../../../geometry/points.ts';
import { arcLengths, pointAt } from '../../../geometry/polyline.ts';
import { coordsBounds, type Polygon } from '../../../geometry/region.ts';

/** Squares across the polygon's longer side. */
const SQUARES = 80;

interface Grid {
  columns: number;
  /** Room to the edge in mm for every square; 0 outside. */
  room: Float64Array;
  at(square: number): Point;
  /** The square of a place; -1 beyond the grid. */
  squareAt(p: Point): number;
  /** Side of a square, in mm. */
  cell: number;
}

function gridOf(polygon: Polygon, edges: EdgeIndex): Grid {
  const b = coordsBounds([polygon.outer])!;
  const cell = Math.max(b.maxX - b.minX, b.maxY - b.minY) / SQUARES;
  const columns = Math.ceil((b.maxX - b.minX) / cell) + 1;
  const rows = Math.ceil((b.maxY - b.minY) / cell) + 1;
  const at = (square: number): Point => ({
    x: b.minX + ((square % columns) + 0.5) * cell,
    y: b.minY + (Math.floor(square / columns) + 0.5) * cell,
  });
  const room = new Float64Array(columns * rows);
  for (let s = 0; s < room.length; s++) {
    const p = at(s);
    if (edges.inside(p.x, p.y)) room[s] = edges.nearest(p.x, p.y, 1e6)!.distance;
  }
  const squareAt = (p: Point): number => {
    const [i, j] = [Math.floor((p.x - b.minX) / cell), Math.floor((p.y - b.minY) / cell)];
    return i < 0 || i >= columns || j < 0 || j >= rows ? -1 : j * columns + i;
  };
  return { columns, room, at, squareAt, cell };
}

/** The cheapest ways from some squares to all others (Dijkstra): what each costs, and the square before it. */
class Spread {
  readonly total: Float64Array;
  readonly before: Int32Array;
  private readonly grid: Grid;
  private readonly cost: (square: number) => number;

  constructor(grid: Grid, cost: (square: number) => number) {
    this.grid = grid;
    this.cost = cost;
    this.total = new Float64Array(grid.room.length).fill(Infinity);
    this.before = new Int32Array(grid.room.length).fill(-1);
  }

  /** Ways from more squares, too: only those that are cheaper than before are gone again. */
  addFrom(squares: Iterable<number>): this {
    const { total, before, cost } = this;
    const { columns, room } = this.grid;
    const open = new FlatQueue<number>();
    for (const s of squares) {
      total[s] = 0;
      before[s] = -1;
      open.push(s, 0);
    }
    while (open.length) {
      const c = open.peekValue()!;
      const s = open.pop()!;
      if (c > total[s]) continue; // a cheaper way was found meanwhile
      for (let dj = -1; dj <= 1; dj++)
        for (let di = -1; di <= 1; di++) {
          const i = (s % columns) + di;
          const t = s + dj * columns + di;
          if (i < 0 || i >= columns || t < 0 || t >= room.length || !room[t] || t === s) continue;
          const next = total[s] + (di && dj ? Math.SQRT2 : 1) * cost(t);
          if (next >= total[t] - 1e-9) continue;
          total[t] = next;
          before[t] = s;
          open.push(t, next);
        }
    }
    return this;
  }
}

const farthest = (total: Float64Array): number => {
  let best = 0;
  let most = -1;
  total.forEach((c, s) => c < Infinity && c > most && ((most = c), (best = s)));
  return best;
};

/** Points of the way, in mm; it begins near `start`, or else at the lower end. Empty for a polygon without room. */
export function spineOf(polygon: Polygon, edges: EdgeIndex, start?: Point): Point[] {
  const grid = gridOf(polygon, edges);
  const widest = grid.room.indexOf(Math.max(...grid.room));
  if (!grid.room[widest]) return [];
  const one = farthest(new Spread(grid, () => 1).addFrom([widest]).total);
  const other = farthest(new Spread(grid, () => 1).addFrom([one]).total);
  // Squares near the edge are dear: the way keeps to the middle.
  const most = grid.room[widest];
  const { before } = new Spread(grid, (s) => 0.15 + (most / grid.room[s]) ** 1.5).addFrom([one]);
  const way: Point[] = [];
  for (let s = other; s >= 0; s = before[s]) way.push(grid.at(s));
  const [a, b] = [way[0], way[way.length - 1]];
  const back = start
    ? Math.hypot(b.x - start.x, b.y - start.y) < Math.hypot(a.x - start.x, a.y - start.y)
    : b.y > a.y;
  return back ? way.reverse() : way;
}

/** So many shoots at most are added to reach what is left. */
const MOST_SHOOTS = 150;

/** A shoot ends so far short of the place that it is grown for, and is so long at least, as shares of `far`. */
const SHORT_OF = 0.55;
const SHORTEST_SHOOT = 0.4;

/**
 * Shoots for all places that are farther than `far` mm, by a way inside, from a tree: each leads on from the tree and
 * keeps to the middle, through necks too. Points `step` mm apart, the first on the tree or an earlier shoot.
 */
export function shootsTo(
  tree: readonly Point[],
  polygon: Polygon,
  edges: EdgeIndex,
  { far, step }: { far: number; step: number },
): Point[][] {
  const grid = gridOf(polygon, edges);
  const { room, cell } = grid;
  const most = Math.max(...room);
  const squaresOf = (points: readonly Point[]): number[] => [
    ...new Set(points.map((p) => grid.squareAt(p)).filter((s) => s >= 0 && room[s] > 0)),
  ];
  const distances = new Spread(grid, () => cell);
  const ways = new Spread(grid, (s) => 0.15 + (most / room[s]) ** 1.2);
  const out: Point[][] = [];
  for (
    let grown = squaresOf(tree);
    grown.length && out.length < MOST_SHOOTS;
    grown = squaresOf(out.at(-1)!)
  ) {
    const { total } = distances.addFrom(grown);
    const { before } = ways.addFrom(grown);
    const last = farthest(total);
    if (total[last] <= far) break;
    const way: Point[] = [];
    for (let s = last; s >= 0; s = before[s]) way.push(grid.at(s));
    way.reverse();
    const even = keptInside(rounded(way, 8), way, (i) => i - 1, edges);
    const line = { coords: Float64Array.from(even.flatMap((p) => [p.x, p.y])), closed: false };
    const lengths = arcLengths(line);
    // It need not go all the way: at its tip there is room for a leaf.
    const whole = Math.max(SHORTEST_SHOOT * far, lengths[lengths.length - 1] - SHORT_OF * far);
    const count = Math.max(1, Math.round(whole / step));
    const at = (s: number): Point => pointAt(line, lengths, s);
    const shoot = [at(0)];
    /** Goes on to arc length `to`, by more points where a chord would leave the polygon. */
    const goOn = (from: number, to: number, halvings: number): void => {
      const middle = (from + to) / 2;
      if (!halvings || keepsInside(edges, at(to), at(from))) return void shoot.push(at(to));
      goOn(from, middle, halvings - 1);
      goOn(middle, to, halvings - 1);
    };
    for (let i = 1; i <= count; i++) goOn((whole * (i - 1)) / count, (whole * i) / count, 3);
    out.push(shoot);
  }
  return out;
}

/** The way rounded: each point goes to the mean of its neighbours, again and again; both ends stay. */
export function rounded(way: readonly Point[], rounds: number): Point[] {
  let out = [...way];
  for (let r = 0; r < rounds; r++)
    out = out.map((p, i) => {
      if (!i || i === out.length - 1) return p;
      const [a, b] = [out[i - 1], out[i + 1]];
      return { x: (a.x + 2 * p.x + b.x) / 4, y: (a.y + 2 * p.y + b.y) / 4 };
    });
  return out;
}

/** Does the way from a place to the one before it stay inside? */
const keepsInside = (edges: EdgeIndex, p: Point, before: Point): boolean =>
  edges.inside(p.x, p.y) && !edges.crosses(p.x, p.y, before.x, before.y);

/**
 * Places after they were rounded, back as they were where their way would leave the shape; `before` gives the number of the
 * place that comes before one, or less than 0.
 */
export function keptInside<T extends Point>(
  rounder: readonly T[],
  was: readonly T[],
  before: (i: number) => number,
  edges: EdgeIndex,
): T[] {
  const out = [...rounder];
  const back = new Set<number>();
  // What goes back may bring out its way to the next place, which has to follow.
  for (let more = true; more;) {
    const count = back.size;
    out.forEach((p, i) => {
      const k = before(i);
      if (k < 0 || keepsInside(edges, p, out[k])) return;
      for (const one of [i, k]) {
        back.add(one);
        out[one] = was[one];
      }
    });
    more = back.size > count;
  }
  return out;
}
