// Layers of a thread, counted square by square, and what would become of them if one of its needle points lay elsewhere.
import { distance, lerp, type Point } from '../../geometry/points.ts';
import { reachOfThread, squaresUnder, type Squares } from '../../geometry/squares-under.ts';

/** Squares so large, in mm, under thread so wide. */
const [CELL, THREAD] = [0.1, 0.4];
/** Layers are not counted on more squares than this. */
const MOST_SQUARES = 4e6;

/** What becomes of squares when stitches lie elsewhere. */
export interface Change {
  /** Layers too many of which there are fewer. */
  gain: number;
  /** Squares under fewer stitches than before, … */
  freed: number;
  /** … of them those with one left, … */
  alone: number;
  /** … those that no later stitch covers, … */
  seen: number;
  /** … and those with none left. */
  bared: number;
  /** Squares under more stitches that no later one covers, … */
  shown: number;
  /** … and those that were bare. */
  fresh: number;
}

/** Stretches of squares under two stitches: the first of each, and the one behind its last. */
type Spans = number[];

/**
 * The layers of one thread. One needle point at a time is taken up with both its stitches, tried elsewhere, and laid down there or back
 * where it was.
 */
export class Layers {
  private readonly grid: Squares;
  private readonly count: Uint16Array;
  /** The last stitch over each square, by the number of the point that it leads to. */
  private readonly last: Int32Array;
  /** By how many more stitches a square is covered on trial. */
  private readonly more: Int8Array;
  private readonly most: number;
  private readonly spans: Spans = [];
  /** The stitches that are moved, and where they lie on trial. */
  private readonly was: Spans = [];
  private readonly now: Spans = [];
  private number = 0;
  private readonly up: Change = unchanged();
  private readonly change: Change = unchanged();

  /** Of these needle points, in mm; more than `most` layers are too many. Null where they lie too far apart to be counted. */
  static of(points: readonly Point[], most: number): Layers | null {
    const grid = gridOver(points);
    return grid.width * grid.height > MOST_SQUARES ? null : new Layers(grid, points, most);
  }

  private constructor(grid: Squares, points: readonly Point[], most: number) {
    this.grid = grid;
    this.most = most;
    const squares = grid.width * grid.height;
    this.count = new Uint16Array(squares);
    this.last = new Int32Array(squares);
    this.more = new Int8Array(squares);
    for (let i = 1; i < points.length; i++) this.sew(points[i - 1], points[i], i);
  }

  private read(a: Point, b: Point, spans: Spans, from = 0, reach = reachOfThread(THREAD)): number {
    return squaresUnder(this.grid, a.x, a.y, b.x, b.y, reach, spans, from);
  }

  /** Squares under two stitches one after another; tells where those of the second begin. */
  private readBoth(a: Point, p: Point, b: Point, spans: Spans): number {
    const second = this.read(a, p, spans);
    spans.length = this.read(p, b, spans, second);
    return second;
  }

  /** How many squares with no thread on them lie within so many mm of a stitch. */
  bareBeside(a: Point, b: Point, reach: number): number {
    const { spans, count } = this;
    const n = this.read(a, b, spans, 0, reach);
    let bare = 0;
    for (let k = 0; k < n; k += 2) for (let at = spans[k]; at < spans[k + 1]; at++) if (!count[at]) bare++;
    return bare;
  }

  /** Counts a stitch, the last one so far. */
  private sew(a: Point, b: Point, number: number): void {
    const { spans, count, last } = this;
    const n = this.read(a, b, spans);
    for (let k = 0; k < n; k += 2)
      for (let at = spans[k]; at < spans[k + 1]; at++) {
        count[at]++;
        last[at] = number;
      }
  }

  /** Does the middle line of a stitch go where there are too many? */
  isThick(a: Point, b: Point): boolean {
    const parts = Math.ceil(distance(a, b) / this.grid.cell);
    for (let k = 0; k <= parts; k++)
      if (this.count[this.squareAt(lerp(a, b, k / parts))] > this.most) return true;
    return false;
  }

  private squareAt({ x, y }: Point): number {
    const { x0, y0, cell, width } = this.grid;
    return Math.floor((y - y0) / cell) * width + Math.floor((x - x0) / cell);
  }

  /** Takes up two stitches, the later one to the point of this number; tells how many layers too many there are fewer then. */
  takeUp(a: Point, p: Point, b: Point, number: number): number {
    this.number = number;
    this.readBoth(a, p, b, this.was);
    Object.assign(this.change, unchanged());
    this.lay(this.was, -1);
    Object.assign(this.up, this.change);
    return this.change.gain;
  }

  /** What comes of those that were taken up when their needle point lies elsewhere. */
  tried(a: Point, p: Point, b: Point): Change {
    Object.assign(this.change, this.up);
    this.readBoth(a, p, b, this.now);
    this.lay(this.now, 1);
    for (let k = 0; k < this.now.length; k += 2)
      for (let at = this.now[k]; at < this.now[k + 1]; at++) this.more[at]--;
    return this.change;
  }

  /** Lays those that were taken up back to where they were. */
  layBack(): void {
    for (let k = 0; k < this.was.length; k += 2) this.more.fill(0, this.was[k], this.was[k + 1]);
  }

  /** Lays those that were taken up with their needle point somewhere else. */
  layDown(a: Point, p: Point, b: Point): void {
    const { was, now, count, last, number } = this;
    this.layBack();
    const second = this.readBoth(a, p, b, now);
    for (let k = 0; k < was.length; k += 2)
      for (let at = was[k]; at < was[k + 1]; at++) {
        count[at]--;
        // Which one lies there then is not known: as if an early one did.
        if (last[at] === number || last[at] === number - 1) last[at] = 0;
      }
    for (let k = 0; k < now.length; k += 2)
      for (let at = now[k]; at < now[k + 1]; at++) {
        count[at]++;
        last[at] = Math.max(last[at], k < second ? number - 1 : number);
      }
  }

  private lay(spans: Spans, by: 1 | -1): void {
    const { count, last, more, most, number, change } = this;
    let { gain, freed, alone, seen, bared, shown, fresh } = change;
    for (let k = 0; k < spans.length; k += 2)
      for (let at = spans[k]; at < spans[k + 1]; at++) {
        const layers = count[at];
        const from = more[at];
        const to = from + by;
        more[at] = to;
        if (layers + Math.max(from, to) > most) gain -= by;
        if (from > 0 || to > 0) {
          if (from > 0 && to > 0) continue;
          if (!layers) fresh += by;
          if (last[at] <= number) shown += by;
          continue;
        }
        if (layers + to <= 1 || layers + from <= 1) {
          if (to < 0 && layers + to === 1) alone++;
          if (from < 0 && layers + from === 1) alone--;
          if (to < 0 && layers + to < 1) bared++;
          if (from < 0 && layers + from < 1) bared--;
        }
        if (from < 0 && to < 0) continue;
        freed -= by;
        if (last[at] <= number) seen -= by;
      }
    change.gain = gain;
    change.freed = freed;
    change.alone = alone;
    change.seen = seen;
    change.bared = bared;
    change.shown = shown;
    change.fresh = fresh;
  }
}

const unchanged = (): Change => ({ gain: 0, freed: 0, alone: 0, seen: 0, bared: 0, shown: 0, fresh: 0 });

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
