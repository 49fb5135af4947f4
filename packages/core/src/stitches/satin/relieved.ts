// Relieves places where a satin lies too thick: where columns meet, turn or lie over a way, stitches end before them, as short
// stitches do on the inner side of a bend, as far as what lies there closes the cloth without them.
import { distance, onMachineGrid, type Point } from '../../geometry/points.ts';
import { reachOfThread, squaresUnder, type Squares } from '../../geometry/squares-under.ts';
import { Part, type SewnThread } from '../thread.ts';

/** Layers are counted on squares so large, in mm, of thread so wide; not on more squares than this. */
const [CELL, THREAD, MOST_SQUARES] = [0.1, 0.4, 4e6];
/** A needle point is drawn in by this much at least, in steps of the machine's grid, and by no more than this share of its stitches; mm. */
const [LEAST, STEP, SHARE] = [0.2, 0.1, 0.75];
/** No stitch becomes shorter than this, in mm. */
const SHORTEST = 0.5;
/** Both stitches of a needle point lead to the same side: the cosine of the angle between them. */
const TO_AND_FRO = 0.7;
/** Of what a stitch gives free, no more than this share may be left to one stitch alone, and this share must have been too thick. */
const [ALONE, WORTH] = [0.3, 0.1];
/** … and no more than this share may be seen afterwards, with no later stitch on it. */
const SEEN = 0.3;

/** Stretches of squares under a stitch: the first of each, and the one behind its last. */
type Spans = readonly number[];

/** Layers of one thread, counted square by square, and what would become of them. */
class Layers {
  private readonly count: Uint8Array;
  /** Those of stitches that are sewn so far. */
  private readonly sewn: Uint8Array;
  private readonly change: Int8Array;
  private readonly touched: number[] = [];
  private readonly most: number;

  /** More than `most` are too many; of so many squares. */
  constructor(squares: number, most: number) {
    this.most = most;
    this.count = new Uint8Array(squares);
    this.sewn = new Uint8Array(squares);
    this.change = new Int8Array(squares);
  }

  add(spans: Spans): void {
    put(this.count, spans, 1);
  }

  /** A stitch is sewn: from here on it lies beneath. */
  sew(spans: Spans): void {
    put(this.sewn, spans, 1);
  }

  /** Two stitches that are sewn become two others. */
  replace(was: readonly Spans[], now: readonly Spans[]): void {
    for (const layers of [this.count, this.sewn]) {
      for (const spans of was) put(layers, spans, -1);
      for (const spans of now) put(layers, spans, 1);
    }
  }

  /** Does a stitch lie where there are too many? */
  isThick(spans: Spans): boolean {
    for (let k = 0; k < spans.length; k += 2)
      for (let at = spans[k]; at < spans[k + 1]; at++) if (this.count[at] > this.most) return true;
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
   * How many layers too many there are fewer when two stitches become two others; 0 where that would be no good, and -1 where cloth
   * would lie bare.
   */
  relief(was: readonly Spans[], now: readonly Spans[]): number {
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
      if (layers === this.sewn[at]) seen++;
      bare ||= layers + change < 1;
    }
    this.touched.length = 0;
    if (bare) return -1;
    return alone > ALONE * freed || seen > SEEN * freed || gain < WORTH * freed ? 0 : gain;
  }
}

function put(layers: Uint8Array, spans: Spans, by: 1 | -1): void {
  for (let k = 0; k < spans.length; k += 2) for (let at = spans[k]; at < spans[k + 1]; at++) layers[at] += by;
}

/**
 * The thread of a satin (mm) with needle points drawn in along their stitches where more than `most` layers lie on one another: none
 * is left bare that was covered. Its first and last needle point stay, and whatever is no zigzag.
 */
export function relieved(thread: SewnThread, most: number): SewnThread {
  const points = thread.x.map((x, i): Point => ({ x, y: thread.y[i] }));
  const grid = gridOver(points);
  if (grid.width * grid.height > MOST_SQUARES) return thread;
  const under: SpansOf = (a, b) => {
    const out: number[] = [];
    squaresUnder(grid, a.x, a.y, b.x, b.y, reachOfThread(THREAD), out);
    return out;
  };
  const layers = new Layers(grid.width * grid.height, most);
  // Those of the stitch to each point.
  const spans = points.map((p, i): Spans => (i ? under(points[i - 1], p) : []));
  for (const s of spans) layers.add(s);
  layers.sew(spans[1] ?? []);
  for (let i = 1; i + 1 < points.length; i++) {
    layers.sew(spans[i + 1]);
    if (thread.part[i] !== Part.top || thread.part[i + 1] !== Part.top) continue;
    const was = [spans[i], spans[i + 1]] as const;
    if (!was.some((s) => layers.isThick(s))) continue;
    const better = drawnIn(points[i - 1], points[i], points[i + 1], was, layers, under);
    if (!better) continue;
    layers.replace(was, better.spans);
    [points[i], spans[i], spans[i + 1]] = [better.at, ...better.spans];
  }
  return { x: points.map(({ x }) => x), y: points.map(({ y }) => y), part: thread.part };
}

type SpansOf = (a: Point, b: Point) => Spans;
type TwoSpans = readonly [Spans, Spans];

/** Where a needle point between two others relieves most; null where it should stay. */
function drawnIn(
  a: Point,
  p: Point,
  b: Point,
  was: TwoSpans,
  layers: Layers,
  under: SpansOf,
): { at: Point; spans: TwoSpans } | null {
  const [la, lb] = [distance(a, p), distance(p, b)];
  const [ax, ay, bx, by] = [(a.x - p.x) / la, (a.y - p.y) / la, (b.x - p.x) / lb, (b.y - p.y) / lb];
  if (ax * bx + ay * by < TO_AND_FRO) return null;
  const l = Math.hypot(ax + bx, ay + by);
  let [most, best]: [number, ReturnType<typeof drawnIn>] = [0, null];
  for (let d = LEAST; d <= SHARE * Math.min(la, lb); d += STEP) {
    const at = {
      x: onMachineGrid(p.x + (d * (ax + bx)) / l),
      y: onMachineGrid(p.y + (d * (ay + by)) / l),
    };
    if (distance(a, at) < SHORTEST || distance(at, b) < SHORTEST) break;
    const spans: TwoSpans = [under(a, at), under(at, b)];
    const gain = layers.relief(was, spans);
    // Farther in, more would be bare.
    if (gain < 0) break;
    if (gain > most) [most, best] = [gain, { at, spans }];
  }
  return best;
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
