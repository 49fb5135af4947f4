// Ways from line to line that are hardly seen: back along one that is sewn, or ahead beneath one that will be, and straight
// across only where the next line is near.
import Flatbush from 'flatbush';
import FlatQueue from 'flatqueue';
import type { EdgeIndex } from '../../../geometry/edge-index.ts';
import { distance, type Point } from '../../../geometry/points.ts';
import { arcLengths, pointAt, type Line } from '../../../geometry/polyline.ts';
import type { LineEnd, WaysBetween } from '../../chords/sew-chords.ts';
import type { ToneField } from './tone-field.ts';

/** Places on the lines lie so far apart, in mm, or farther where there would be more than so many. */
const [APART, MOST_PLACES] = [1, 40_000];
/** A way goes across to another line no farther than so many spacings. */
const ACROSS = 1.6;
/** A mm of thread is seen so much along a line, whose own stitches hide it, across among strong lines, and so much more on bare cloth. */
const [HIDDEN, AMONG, BARE] = [0.15, 0.5, 4];
/** Places on one line that are nearer along it than this many spacings are no other line's. */
const OTHER_TURN = 3;
/** A way across may lie so far beside the shape, where both its ends lie on the edge; mm. */
const ON_EDGE = 0.06;
/** Over so many places a way is looked for. */
const MOST_TRIED = 20_000;

export interface Across {
  /** How far lines lie apart, in mm. */
  spacing: number;
  field: Pick<ToneField, 'at'>;
  /** The shape's edges, which no way crosses. */
  edges: Pick<EdgeIndex, 'inside' | 'nearest'>;
}

/**
 * Finds ways between the ends of lines (mm): those whose thread is seen least (A*, where what is left is the straight way, hidden
 * all along).
 */
export class LineWays implements WaysBetween {
  private readonly places: Point[] = [];
  private readonly lineOf: number[] = [];
  /** Arc length on its line, in mm. */
  private readonly along: number[] = [];
  /** The first place of each line; behind the last one, how many there are. */
  private readonly first: number[] = [];
  private readonly index: Flatbush | null;
  private readonly choice: Across;

  constructor(lines: readonly Line[], choice: Across) {
    this.choice = choice;
    const measured = lines.map((line) => ({ line, lengths: arcLengths(line) }));
    const all = measured.reduce((sum, { lengths }) => sum + (lengths.at(-1) ?? 0), 0);
    const apart = Math.max(APART, all / MOST_PLACES);
    measured.forEach(({ line, lengths }, k) => {
      this.first.push(this.places.length);
      const length = lengths.at(-1) ?? 0;
      const steps = Math.max(1, Math.round(length / apart));
      for (let i = 0; i <= steps; i++) {
        const s = (i * length) / steps;
        this.places.push(pointAt(line, lengths, s));
        this.lineOf.push(k);
        this.along.push(s);
      }
    });
    this.first.push(this.places.length);
    this.index = this.places.length ? new Flatbush(this.places.length) : null;
    for (const { x, y } of this.places) this.index!.add(x, y, x, y);
    this.index?.finish();
  }

  private placeOf({ line, last }: LineEnd): number {
    return last ? this.first[line + 1] - 1 : this.first[line];
  }

  /** Points from behind one end up to and with the other; null where no way is found. */
  between(from: LineEnd, to: LineEnd): Point[] | null {
    const [start, goal] = [this.placeOf(from), this.placeOf(to)];
    const cost = new Map<number, number>([[start, 0]]);
    const before = new Map<number, number>();
    const done = new Set<number>();
    const open = new FlatQueue<number>();
    open.push(start, 0);
    while (open.length && done.size < MOST_TRIED) {
      const at = open.pop()!;
      if (at === goal) return this.wayTo(goal, before);
      if (done.has(at)) continue;
      done.add(at);
      const sofar = cost.get(at)!;
      const isBetter = (next: number, seen: number): boolean =>
        !done.has(next) && sofar + seen < (cost.get(next) ?? Infinity);
      const reach = (next: number, seen: number): void => {
        cost.set(next, sofar + seen);
        before.set(next, at);
        open.push(next, sofar + seen + HIDDEN * this.far(next, goal));
      };
      const line = this.lineOf[at];
      for (const next of [at - 1, at + 1]) {
        if (next < this.first[line] || next >= this.first[line + 1]) continue;
        const seen = HIDDEN * this.far(at, next);
        if (isBetter(next, seen)) reach(next, seen);
      }
      for (const next of this.acrossFrom(at)) {
        // Tones and edges are only looked at where a way among strong lines would do.
        if (!isBetter(next, AMONG * this.far(at, next))) continue;
        const seen = this.seenAcross(at, next);
        if (isBetter(next, seen) && this.isInside(at, next)) reach(next, seen);
      }
    }
    return null;
  }

  private wayTo(goal: number, before: ReadonlyMap<number, number>): Point[] {
    const way: Point[] = [];
    for (let at: number | undefined = goal; at !== undefined; at = before.get(at)) way.push(this.places[at]);
    return way.reverse().slice(1);
  }

  private far(a: number, b: number): number {
    return distance(this.places[a], this.places[b]);
  }

  /** How much is seen of thread from one line to another. */
  private seenAcross(a: number, b: number): number {
    const [p, q] = [this.places[a], this.places[b]];
    const bare = 1 - Math.min(1, this.choice.field.at((p.x + q.x) / 2, (p.y + q.y) / 2));
    return this.far(a, b) * (AMONG + BARE * bare * bare);
  }

  /** Places on other lines, or on another turn of the same one, that are near. */
  private acrossFrom(at: number): number[] {
    const { spacing } = this.choice;
    const reach = ACROSS * spacing;
    const { x, y } = this.places[at];
    return this.index!.search(x - reach, y - reach, x + reach, y + reach).filter((next) => {
      const same = this.lineOf[next] === this.lineOf[at];
      if (same && Math.abs(this.along[next] - this.along[at]) < OTHER_TURN * spacing) return false;
      return this.far(at, next) <= reach;
    });
  }

  private isInside(a: number, b: number): boolean {
    const { edges } = this.choice;
    const [p, q] = [this.places[a], this.places[b]];
    return [0.25, 0.5, 0.75].every((t) => {
      const [x, y] = [p.x + t * (q.x - p.x), p.y + t * (q.y - p.y)];
      return edges.inside(x, y) || edges.nearest(x, y, ON_EDGE) !== null;
    });
  }
}
