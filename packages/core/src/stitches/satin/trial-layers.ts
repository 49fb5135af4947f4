// Layers of a thread, counted square by square, and what would become of them if one of its needle points lay elsewhere.
import { distance, nearestShare, type Point } from '../../geometry/points.ts';
import type { Polygon } from '../../geometry/region.ts';
import { eachInside } from '../../geometry/squares-inside.ts';
import { reachOfThread, squaresUnder, type Squares } from '../../geometry/squares-under.ts';

/** Needle points are not moved to where a stitch would become shorter than this, in mm. */
export const SHORTEST = 0.42;

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
  /** Of the shape, those that were bare and are covered now, … */
  closed: number;
  /** … and the other way. */
  opened: number;
}

/** Stretches of squares under two stitches: the first of each, and the one behind its last. */
type Spans = number[];

/**
 * The layers of one thread. One needle point at a time is taken up with both its stitches, tried elsewhere, and laid down there or back
 * where it was. Only those that were asked for last may be used: they are counted in the same room.
 */
export class Layers {
  private readonly grid: Squares;
  private readonly count: Uint16Array;
  /** The last stitch over each square, by the number of the point that it leads to. */
  private readonly last: Int32Array;
  /** By how many more stitches a square is covered on trial. */
  private readonly more: Int8Array;
  /** Squares of the shape that the thread has to cover. */
  private readonly inside: Uint8Array;
  /** Those of them that were bare. */
  private readonly bare: number[] = [];
  private readonly most: number;
  private readonly spans: Spans = [];
  /** The stitches that are moved, and where they lie on trial. */
  private readonly was: Spans = [];
  private readonly now: Spans = [];
  /** Middles of squares that only those cover, in mm: x, y, x, y … */
  private readonly needed: number[] = [];
  private number = 0;
  /** How much thread was tried elsewhere so far, in mm. */
  lengthTried = 0;
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
    const { count, last, more, inside } = roomFor(grid.width * grid.height);
    this.count = count;
    this.last = last;
    this.more = more;
    this.inside = inside;
    for (let i = 1; i < points.length; i++) this.sew(points[i - 1], points[i], i);
  }

  /** Tells which shape the thread has to cover. */
  within(shape: Polygon): void {
    const { inside, bare, count } = this;
    eachInside([shape], this.grid, (from, to) => {
      inside.fill(1, from, to);
      for (let at = from; at < to; at++) if (!count[at]) bare.push(at);
    });
  }

  /** Does a place among the needle points lie in a square of the shape? */
  isInShape(p: Point): boolean {
    return this.inside[this.squareAt(p)] === 1;
  }

  /** How many bare squares of the shape lie within so many mm of a stitch. */
  openBeside(a: Point, b: Point, reach: number): number {
    let open = 0;
    for (const at of this.bare)
      if (!this.count[at] && isWithin(a, b, this.middleX(at), this.middleY(at), reach)) open++;
    return open;
  }

  private middleX(square: number): number {
    return this.grid.x0 + ((square % this.grid.width) + 0.5) * this.grid.cell;
  }

  private middleY(square: number): number {
    return this.grid.y0 + (Math.floor(square / this.grid.width) + 0.5) * this.grid.cell;
  }

  private read(a: Point, b: Point, spans: Spans, from = 0, reach = REACH): number {
    return squaresUnder(this.grid, a.x, a.y, b.x, b.y, reach, spans, from);
  }

  /** Squares under two stitches one after another; tells where those of the second begin. At an end of the thread there is only one. */
  private readBoth(a: Point | undefined, p: Point, b: Point | undefined, spans: Spans): number {
    const second = a ? this.read(a, p, spans) : 0;
    spans.length = b ? this.read(p, b, spans, second) : second;
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
    const { count, most } = this;
    const { x0, y0, cell, width } = this.grid;
    const parts = Math.ceil(distance(a, b) / cell);
    for (let k = 0; k <= parts; k++) {
      const t = k / parts;
      const column = Math.floor((a.x + t * (b.x - a.x) - x0) / cell);
      if (count[Math.floor((a.y + t * (b.y - a.y) - y0) / cell) * width + column] > most) return true;
    }
    return false;
  }

  private squareAt({ x, y }: Point): number {
    const { x0, y0, cell, width } = this.grid;
    return Math.floor((y - y0) / cell) * width + Math.floor((x - x0) / cell);
  }

  /**
   * Takes up both stitches of a needle point (at an end of the thread the one that there is), the later one to the point of this number;
   * tells how many layers too many there are fewer then.
   */
  takeUp(a: Point | undefined, p: Point, b: Point | undefined, number: number): number {
    this.number = number;
    this.readBoth(a, p, b, this.was);
    Object.assign(this.change, unchanged());
    this.less(this.was);
    Object.assign(this.up, this.change);
    this.findNeeded();
    return this.change.gain;
  }

  private findNeeded(): void {
    const { was, needed, count, more } = this;
    needed.length = 0;
    for (let k = 0; k < was.length; k += 2)
      for (let at = was[k]; at < was[k + 1]; at++)
        if (count[at] + more[at] <= 0) needed.push(this.middleX(at), this.middleY(at));
  }

  /** Would squares that only those cover that were taken up be bare, with their needle point elsewhere? Told much faster than all of it. */
  wouldBare(a: Point, p: Point, b: Point): boolean {
    const { needed } = this;
    for (let k = 0; k < needed.length; k += 2)
      if (
        !isWithin(a, p, needed[k], needed[k + 1], REACH) &&
        !isWithin(p, b, needed[k], needed[k + 1], REACH)
      )
        return true;
    return false;
  }

  /** What comes of those that were taken up when their needle point lies elsewhere. */
  tried(a: Point | undefined, p: Point, b: Point | undefined): Change {
    this.lengthTried += (a ? distance(a, p) : 0) + (b ? distance(p, b) : 0);
    this.readBoth(a, p, b, this.now);
    this.greater(-Infinity, true);
    return this.change;
  }

  /**
   * The same, but null where there would be no more than so many layers too many fewer, or bare squares would be covered: most places
   * that are tried are no better than the best before, and of those that is known soon.
   */
  triedIfBetter(least: number, a: Point, p: Point, b: Point): Change | null {
    if (this.up.gain <= least) return null;
    this.readBoth(a, p, b, this.now);
    if (!this.greater(least, false)) return null;
    this.lengthTried += distance(a, p) + distance(p, b);
    return this.change;
  }

  /** Lays those that were taken up back to where they were. */
  layBack(): void {
    for (let k = 0; k < this.was.length; k += 2) this.more.fill(0, this.was[k], this.was[k + 1]);
  }

  /** Lays those that were taken up with their needle point somewhere else. */
  layDown(a: Point | undefined, p: Point, b: Point | undefined): void {
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

  /** Squares from under stitches that are taken up. */
  private less(spans: Spans): void {
    const { count, last, more, inside, most, number, change } = this;
    let { gain, freed, alone, seen, bared, opened } = change;
    for (let k = 0; k < spans.length; k += 2)
      for (let at = spans[k]; at < spans[k + 1]; at++) {
        // Both of the stitches may lie on it.
        const again = more[at] < 0;
        const layers = count[at] + more[at];
        more[at]--;
        if (layers > most) gain++;
        if (layers <= 2) {
          if (layers === 2) alone++;
          else if (again && layers === 1) alone--;
          if (layers === 1 || (!again && layers < 1)) {
            bared++;
            opened += inside[at];
          }
        }
        if (again) continue;
        freed++;
        if (last[at] <= number) seen++;
      }
    Object.assign(change, { gain, freed, alone, seen, bared, opened });
  }

  /**
   * Squares under stitches that are tried: what becomes of them is told, and forgotten. False, and nothing is told, as soon as there are
   * no more than `least` layers too many fewer, or one that was bare is covered and may not be.
   */
  private greater(least: number, mayCover: boolean): boolean {
    const { now, count, last, more, inside, most, number } = this;
    let { gain, freed, alone, seen, bared, shown, fresh, closed, opened } = this.up;
    let k = 0;
    let at = 0;
    all: for (; k < now.length; k += 2)
      for (at = now[k]; at < now[k + 1]; at++) {
        const from = more[at];
        const layers = count[at] + from;
        if (layers >= most && --gain <= least) break all;
        if (!from && !layers) {
          if (!mayCover) break all;
          fresh++;
          closed += inside[at];
        }
        more[at]++;
        if (from >= 0) {
          if (!from && last[at] <= number) shown++;
          continue;
        }
        // One that was taken from under is covered again.
        if (layers <= 1) {
          if (from < -1 && !layers) alone++;
          if (layers === 1) alone--;
          if (layers < 1 && (from === -1 || !layers)) {
            bared--;
            opened -= inside[at];
          }
        }
        if (from < -1) continue;
        freed--;
        if (last[at] <= number) seen--;
      }
    const broken = k < now.length;
    if (broken) for (let i = now[k]; i < at; i++) more[i]--;
    for (k -= 2; k >= 0; k -= 2) for (let i = now[k]; i < now[k + 1]; i++) more[i]--;
    if (!broken)
      Object.assign(this.change, { gain, freed, alone, seen, bared, shown, fresh, closed, opened });
    return !broken;
  }
}

/** As far as a thread's middle line covers. */
const REACH = reachOfThread(THREAD);

/** Does a place lie within so many mm of the stitch between two others? */
function isWithin(a: Point, b: Point, x: number, y: number, reach: number): boolean {
  const t = nearestShare(a.x, a.y, b.x, b.y, x, y);
  const [dx, dy] = [a.x + t * (b.x - a.x) - x, a.y + t * (b.y - a.y) - y];
  return dx * dx + dy * dy <= reach * reach;
}

interface Room {
  count: Uint16Array;
  last: Int32Array;
  more: Int8Array;
  inside: Uint8Array;
}

const newRoom = (squares: number): Room => ({
  count: new Uint16Array(squares),
  last: new Int32Array(squares),
  more: new Int8Array(squares),
  inside: new Uint8Array(squares),
});

/** Letter after letter is counted in this one: room for each would have to be cleared away all the time. Larger things have their own. */
const USUAL = newRoom(2.5e5);

function roomFor(squares: number): Room {
  if (squares > USUAL.count.length) return newRoom(squares);
  for (const part of Object.values(USUAL)) part.fill(0, 0, squares);
  return USUAL;
}

const unchanged = (): Change => ({
  gain: 0,
  freed: 0,
  alone: 0,
  seen: 0,
  bared: 0,
  shown: 0,
  fresh: 0,
  closed: 0,
  opened: 0,
});

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
