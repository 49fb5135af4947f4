// Relieves places where a satin lies too thick: where columns meet, turn or lie over a way, stitches end before them, as short
// stitches do on the inner side of a bend, as far as what lies there closes the cloth without them.
import { distance, lerp, onMachineGrid, type Point } from '../../geometry/points.ts';
import { reachOfThread, squaresUnder, type Squares } from '../../geometry/squares-under.ts';
import { Part, type SewnThread } from '../thread.ts';

/** Layers are counted on squares so large, in mm, of thread so wide; not on more squares than this. */
const [CELL, THREAD, MOST_SQUARES] = [0.1, 0.4, 4e6];
/** A needle point is drawn in by this much at least, in steps of the machine's grid, and by no more than this share of its stitches; mm. */
const [LEAST, STEP, SHARE] = [0.2, 0.1, 0.75];
/** No stitch becomes shorter than this, in mm. */
const SHORTEST = 0.42;
/** Both stitches of a needle point lead to the same side: the cosine of the angle between them. */
const TO_AND_FRO = 0.7;
/** Of what a stitch gives free, no more than this share may be left to one stitch alone, and this share must have been too thick. */
const [ALONE, WORTH] = [0.3, 0.1];
/**
 * … and no more than a share may be seen afterwards, with no later stitch on it: what ends early in a stroke hardly wider than two
 * threads is not told from its edge, in a wide one it is. The share for stitches so long, and so long, in mm.
 */
const SEEN = [
  { length: 1.2, share: 0.6 },
  { length: 2.4, share: 0.3 },
];

function seenAtMost(length: number): number {
  const [short, long] = SEEN;
  const t = (length - short.length) / (long.length - short.length);
  return short.share + (long.share - short.share) * Math.min(1, Math.max(0, t));
}

/** Stretches of squares under a stitch: the first of each, and the one behind its last. */
type Spans = readonly number[];

/** Layers of one thread, counted square by square, and what would become of them. */
class Layers {
  private readonly grid: Squares;
  private readonly count: Uint16Array;
  /** The last stitch over each square, by the number of the point that it leads to. */
  private readonly last: Int32Array;
  private readonly change: Int8Array;
  private readonly touched: number[] = [];
  private readonly spans: number[] = [];
  private readonly most: number;

  /** More than `most` are too many. */
  constructor(grid: Squares, most: number) {
    this.grid = grid;
    this.most = most;
    const squares = grid.width * grid.height;
    this.count = new Uint16Array(squares);
    this.last = new Int32Array(squares);
    this.change = new Int8Array(squares);
  }

  under(a: Point, b: Point): Spans {
    const n = this.read(a, b);
    return this.spans.slice(0, n);
  }

  private read(a: Point, b: Point): number {
    return squaresUnder(this.grid, a.x, a.y, b.x, b.y, reachOfThread(THREAD), this.spans);
  }

  /** Counts a stitch, the last one so far. */
  sew(a: Point, b: Point, number: number): void {
    const { spans, count, last } = this;
    const n = this.read(a, b);
    for (let k = 0; k < n; k += 2)
      for (let at = spans[k]; at < spans[k + 1]; at++) {
        count[at]++;
        last[at] = number;
      }
  }

  /** Two stitches become two others. */
  replace(was: TwoSpans, now: TwoSpans): void {
    for (const [all, by] of [
      [was, -1],
      [now, 1],
    ] as const)
      for (const spans of all)
        for (let k = 0; k < spans.length; k += 2)
          for (let at = spans[k]; at < spans[k + 1]; at++) this.count[at] += by;
  }

  /** Does the middle line of a stitch go where there are too many? */
  isThick(a: Point, b: Point): boolean {
    const { x0, y0, cell, width } = this.grid;
    const parts = Math.ceil(distance(a, b) / cell);
    for (let k = 0; k <= parts; k++) {
      const { x, y } = lerp(a, b, k / parts);
      if (this.count[Math.floor((y - y0) / cell) * width + Math.floor((x - x0) / cell)] > this.most)
        return true;
    }
    return false;
  }

  private mark(spans: Spans, by: 1 | -1): void {
    for (let k = 0; k < spans.length; k += 2)
      for (let at = spans[k]; at < spans[k + 1]; at++) {
        this.change[at] += by;
        this.touched.push(at);
      }
  }

  /**
   * How many layers too many there are fewer when two stitches, the later one of this number, become two others; 0 where that would
   * be no good, or more than a share of what they leave be seen, and -1 where cloth would lie bare.
   */
  relief(was: TwoSpans, now: TwoSpans, number: number, mostSeen: number): number {
    for (const spans of was) this.mark(spans, -1);
    for (const spans of now) this.mark(spans, 1);
    let [gain, freed, alone, seen, bare] = [0, 0, 0, 0, false];
    for (const at of this.touched) {
      const change = this.change[at];
      if (!change) continue;
      this.change[at] = 0;
      const layers = this.count[at];
      gain += Math.max(0, layers - this.most) - Math.max(0, layers + change - this.most);
      if (change > 0) continue;
      freed++;
      if (layers + change === 1) alone++;
      if (this.last[at] <= number) seen++;
      bare ||= layers + change < 1;
    }
    this.touched.length = 0;
    if (bare) return -1;
    return alone > ALONE * freed || seen > mostSeen * freed || gain < WORTH * freed ? 0 : gain;
  }
}

/**
 * The thread of a satin (mm) with needle points drawn in along their stitches where more than `most` layers lie on one another: none
 * is left bare that was covered. Its first and last needle point stay, and whatever is no zigzag.
 */
export function relieved(thread: SewnThread, most: number): SewnThread {
  const points = thread.x.map((x, i): Point => ({ x, y: thread.y[i] }));
  const grid = gridOver(points);
  if (grid.width * grid.height > MOST_SQUARES) return thread;
  const layers = new Layers(grid, most);
  for (let i = 1; i < points.length; i++) layers.sew(points[i - 1], points[i], i);
  for (let i = 1; i + 1 < points.length; i++) {
    if (thread.part[i] !== Part.top || thread.part[i + 1] !== Part.top) continue;
    const [a, p, b] = [points[i - 1], points[i], points[i + 1]];
    if (layers.isThick(a, p) || layers.isThick(p, b)) points[i] = drawnIn(a, p, b, layers, i + 1);
  }
  return { x: points.map(({ x }) => x), y: points.map(({ y }) => y), part: thread.part };
}

type TwoSpans = readonly [Spans, Spans];

/** The needle point between two others, to where it relieves most; the stitch from it has this number. */
function drawnIn(a: Point, p: Point, b: Point, layers: Layers, number: number): Point {
  const [la, lb] = [distance(a, p), distance(p, b)];
  const [ax, ay, bx, by] = [(a.x - p.x) / la, (a.y - p.y) / la, (b.x - p.x) / lb, (b.y - p.y) / lb];
  if (ax * bx + ay * by < TO_AND_FRO) return p;
  const l = Math.hypot(ax + bx, ay + by);
  const mostSeen = seenAtMost((la + lb) / 2);
  const was: TwoSpans = [layers.under(a, p), layers.under(p, b)];
  let best: { gain: number; at: Point; spans: TwoSpans } | null = null;
  for (let d = LEAST; d <= SHARE * Math.min(la, lb); d += STEP) {
    const at = {
      x: onMachineGrid(p.x + (d * (ax + bx)) / l),
      y: onMachineGrid(p.y + (d * (ay + by)) / l),
    };
    if (distance(a, at) < SHORTEST || distance(at, b) < SHORTEST) break;
    const spans: TwoSpans = [layers.under(a, at), layers.under(at, b)];
    const gain = layers.relief(was, spans, number, mostSeen);
    // Farther in, more would be bare.
    if (gain < 0) break;
    if (gain > (best?.gain ?? 0)) best = { gain, at, spans };
  }
  if (!best) return p;
  layers.replace(was, best.spans);
  return best.at;
}

function gridOver(points: readonly Point[]): Squares {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { x, y } of points) {
    minX = Math.min(minX, x);
    maxX = Math.max(maxX, x);
    minY = Math.min(minY, y);
    maxY = Math.max(maxY, y);
  }
  const squares = (from: number, to: number): number => Math.ceil((to - from + 2 * THREAD) / CELL);
  return {
    x0: minX - THREAD,
    y0: minY - THREAD,
    cell: CELL,
    width: squares(minX, maxX),
    height: squares(minY, maxY),
  };
}
