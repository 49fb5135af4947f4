// Sews the columns of a branching shape with one thread, forward along its way: what hangs on a column there is sewn where it is
// come to, by a run out along its middle and back over that with stitches. So every run lies under stitches to come.
import { Memo } from '../../design/memo.ts';
import {
  distance,
  lerp,
  nearestShare,
  onMachineGrid,
  segmentsCross,
  type Point,
} from '../../geometry/points.ts';
import { Part, ThreadBuilder, type SewnThread } from '../thread.ts';
import {
  AT_JOIN,
  nearerEdge,
  overlapOf,
  sewAcross,
  sewTo,
  sewUnderlay,
  type ColumnStitches,
  type Side,
} from './sew-column.ts';
import type { Column } from './column.ts';
import type { Branch } from './shape.ts';
import { beginOf, bestWay, endOf, farFrom, onRing, SAME, type Leg, type Ways } from './best-way.ts';
import { runMiddle } from './ways.ts';

interface Child {
  branch: number;
  /** Where it hangs on its parent's column, and where it is entered itself. */
  at: number;
  entry: number;
  /** Where it is left, and where that lies on its parent's column: there too, or, where both of its ends hang on that, at the other one. */
  exit: number;
  back: number;
}

/** A place this near to the needle need not be gone to, in mm. */
const NEAR = 0.5;
/** … nor, where stitches begin there, one as near as this. */
const FAR = 1;
/** Stitches stop so far before those of what hangs on their column there, in mm. */
const CLEAR = 0.1;
/** Strokes thinner than this stop and go on as it comes, in mm. */
const THIN = 1.5;
/** A way into a column leads to a place so far inside of its end, in mm. */
const INSIDE = 0.8;
/** … and no nearer than this to the ends of its mouth, in mm. */
const MOUTH_EDGE = 0.25;

/** The other end of a column when both hang on another one: where it is, and where on that. */
function otherEnd(parent: Branch, { meets }: Branch, end: number): { exit: number; back: number } | null {
  const other = meets.find((m) => m.ends && m.place !== end);
  const place = parent.meets.find((m) => m.node === other?.node && !m.ends)?.place;
  return other && place !== undefined ? { exit: other.place, back: place } : null;
}

/** Which columns hang on which, seen from those of the thread's way, in its order; links that would close a circle are left out. */
function childrenOf(branches: readonly Branch[], way: readonly number[]): Child[][] {
  const children: Child[][] = branches.map(() => []);
  const seen = new Set(way);
  const queue = [...way];
  for (let i = queue.shift(); i !== undefined; i = queue.shift()) {
    for (const { node, place } of branches[i].meets)
      branches.forEach((other, j) => {
        const meet = other.meets.find((m) => m.node === node);
        if (seen.has(j) || !meet) return;
        seen.add(j);
        queue.push(j);
        const through = meet.ends && otherEnd(branches[i], other, meet.place);
        const { exit, back } = through || { exit: meet.place, back: place };
        children[i].push({ branch: j, at: place, entry: meet.place, exit, back });
      });
  }
  return children;
}

class Tour {
  private readonly branches: readonly Branch[];
  private readonly way: readonly Leg[];
  private readonly children: Child[][];
  private readonly columnStitches: ColumnStitches;
  private readonly builder: ThreadBuilder;
  /** Columns whose stitches are there. */
  private readonly sewn = new Set<number>();
  /** The column that is sewn half by half, and to where its first half goes. */
  private half: { branch: number; from: number; to: number } | null = null;

  constructor(
    branches: readonly Branch[],
    way: readonly Leg[],
    columnStitches: ColumnStitches,
    builder: ThreadBuilder,
  ) {
    this.branches = branches;
    this.way = way;
    this.children = childrenOf(
      branches,
      way.map(({ branch }) => branch),
    );
    this.columnStitches = columnStitches;
    this.builder = builder;
  }

  /** Takes what hangs on a column between two places, in the order in which it is come to. */
  private takeHanging(i: number, from: number, to: number): Child[] {
    const [low, high] = from < to ? [from, to] : [to, from];
    const { ring, length } = this.branches[i].column;
    const isOn = (place: number): boolean => place >= low - 1e-6 && place <= high + 1e-6;
    const all = ring
      ? this.children[i].map((c) => ({
          ...c,
          at: onRing(c.at, low, length),
          back: onRing(c.back, low, length),
        }))
      : this.children[i];
    this.children[i] = all.filter((c) => !isOn(c.at));
    const taken = all.filter((c) => isOn(c.at));
    // What hangs on it by both ends is gone through, from the one that is come to first, unless the way back is longer.
    const turned = taken.map((c) => {
      if (!isOn(c.back) || Math.abs(c.back - c.at) > this.branches[c.branch].column.length)
        return { ...c, exit: c.entry, back: c.at };
      return (c.back - c.at) * (to - from) < 0
        ? { ...c, at: c.back, back: c.at, entry: c.exit, exit: c.entry }
        : c;
    });
    return turned.sort((a, b) => Math.abs(a.at - from) - Math.abs(b.at - from));
  }

  /**
   * Covers a column from one place to another without a way beneath: where something hangs on it the stitches stop, and go on when
   * that is sewn.
   */
  private forward(i: number, from: number, to: number, over: number, next?: Point): void {
    const { column } = this.branches[i];
    const towards = Math.sign(to - from) || 1;
    const within = (place: number): number => {
      const [first, last] = this.bareOf(i, towards);
      return Math.min(last, Math.max(first, place));
    };
    let at = within(from);
    // Where the needle is at an edge already its stitches begin there.
    const { left, right } = column.rungAt(at);
    const beside = Math.min(this.builder.reach(left.x, left.y), this.builder.reach(right.x, right.y));
    if (beside > FAR) this.goTo(lerp(left, right, 0.5), at === from ? FAR : NEAR);
    sewUnderlay(column, at, to, this.columnStitches, this.builder);
    let begin: Side | undefined;
    for (const { stop, hanging } of this.stopsOn(i, from, to)) {
      const before = within(stop);
      const order = this.lowerFirst(hanging);
      if ((before - at) * towards > 0) {
        // They end where the thread goes on to, and begin again on the other side, as if they had not stopped: what leads back
        // there lies beneath them. On thin strokes that would be more than what is seen of it.
        const { left, right } = column.rungAt(before);
        const end = distance(left, right) > THIN ? this.sideOf(i, order[0]) : undefined;
        sewAcross(column, at, before, this.columnStitches, this.builder, { begin, end });
        begin = end && (end === 'left' ? 'right' : 'left');
        // Nearer than usual, since the stitch between the two is missing.
        at = within(before + (towards * this.columnStitches.spacing) / 4);
      }
      let place = at;
      for (const child of order) {
        if (!this.leadsInto(child)) runMiddle(column, place, child.at, this.builder);
        place = child.back;
        this.pass(child);
      }
      // On top of another column the thread goes to its edge the way that one's stitches lie.
      const edge = within(at);
      if (edge !== at) this.goTo(column.at(edge), NEAR);
      at = edge;
      // What was gone through, or is wide, leaves the thread farther on.
      const { left, right } = column.rungAt(at);
      const middle = lerp(left, right, 0.5);
      const beside = distance(left, right) / 2 + FAR;
      if (this.builder.reach(middle.x, middle.y) > beside) {
        runMiddle(column, place, at, this.builder);
        this.goTo(middle, beside);
      }
    }
    const last = within(to) + over;
    if ((last - at) * towards > 1e-6)
      sewAcross(column, at, last, this.columnStitches, this.builder, {
        begin,
        end: next && nearerEdge(column.rungAt(last), (p) => distance(p, next)),
      });
  }

  /** Which edge of a column another one hangs on. */
  private sideOf(i: number, { branch, at }: Child): Side {
    const { left, right } = this.branches[i].column.rungAt(at);
    const other = this.branches[branch].column;
    const p = other.at(other.length / 2);
    return distance(p, left) < distance(p, right) ? 'left' : 'right';
  }

  /** Does the straight way from the needle into what hangs on a column lead through its mouth? */
  private leadsInto({ branch, entry }: Child): boolean {
    const { column } = this.branches[branch];
    const { last } = this.builder;
    const end = endOf(column, entry);
    if (!last || end === null) return false;
    const { left, right } = column.rungAt(column.mouths[end ? 1 : 0]);
    const inside = column.at(end ? column.length - INSIDE : INSIDE);
    const inset = Math.min(0.25, MOUTH_EDGE / (distance(left, right) || 1));
    return segmentsCross(last, inside, lerp(left, right, inset), lerp(right, left, inset));
  }

  /** Where stitches from one place to another stop, and what hangs on the column from there on: what lies side by side is one stop. */
  private stopsOn(i: number, from: number, to: number): { stop: number; hanging: Child[] }[] {
    const towards = Math.sign(to - from) || 1;
    const reaches = this.takeHanging(i, from, to)
      .map((child) => ({
        child,
        places: this.mouthOn(i, child)
          .map((p) => p * towards)
          .sort((a, b) => a - b),
      }))
      .sort((a, b) => a.places[0] - b.places[0]);
    const out: { stop: number; end: number; hanging: Child[] }[] = [];
    for (const { child, places } of reaches) {
      const last = out.at(-1);
      if (last && places[0] <= last.end) {
        last.hanging.push(child);
        last.end = Math.max(last.end, places[1]);
      } else {
        const clear = CLEAR + this.branches[child.branch].column.wider;
        out.push({ stop: (places[0] - clear) * towards, end: places[1], hanging: [child] });
      }
    }
    return out;
  }

  /** The stretch of a column that the mouth of what hangs on it takes, low and high in the direction of sewing. */
  private mouthOn(i: number, { branch, at, entry }: Child): [number, number] {
    const { column } = this.branches[i];
    const other = this.branches[branch].column;
    const end = endOf(other, entry);
    if (end === null) return [at, at];
    const { left, right } = other.rungAt(other.mouths[end ? 1 : 0]);
    const reach = distance(left, right);
    const places = [left, right].map((p) => {
      const place = column.nearest(p);
      const from = column.ring ? onRing(place, at - column.length / 2, column.length) : place;
      return Math.min(at + reach, Math.max(at - reach, from));
    });
    return [Math.min(at, ...places), Math.max(at, ...places)];
  }

  private goTo(p: Point, from: number): void {
    if (this.builder.last && this.builder.reach(p.x, p.y) > from)
      sewTo(this.builder, p, this.columnStitches, Part.underlay, 0);
  }

  /**
   * What of a column is to be sewn: it runs in under columns to come, but where one that it ends at is there already it would lie on
   * top. That may be the column itself, as far as it has been sewn on the way there.
   */
  private bareOf(i: number, towards: number): [first: number, last: number] {
    const { column, meets } = this.branches[i];
    if (column.ring) return [-Infinity, Infinity];
    const passes = (j: number, node: number) =>
      this.branches[j].meets.filter((m) => m.node === node && !m.ends);
    const isThere = (place: number): boolean =>
      meets.some(
        (m) =>
          m.ends &&
          m.place === place &&
          ([...this.sewn].some((j) => passes(j, m.node).length) ||
            passes(i, m.node).some(
              (own) => (place - own.place) * towards > 0 || this.isInHalf(i, own.place),
            )),
      );
    const [first, last] = column.mouths;
    return [isThere(0) ? first : 0, isThere(column.length) ? last : column.length];
  }

  /** Does a place of a column lie in the first half of it, which is sewn already? */
  private isInHalf(i: number, place: number): boolean {
    const { half } = this;
    return half?.branch === i && (place - half.from) * (half.to - place) >= 0;
  }

  /** All columns that hang on one, itself included. */
  private within(i: number): number[] {
    return [i, ...this.children[i].flatMap((c) => this.within(c.branch))];
  }

  /** Does something of `a` end at a column of `b` that goes on there? Then it has to lie under it. */
  private liesUnder(a: Child, b: Child): boolean {
    const passed = this.within(b.branch).flatMap((j) => this.branches[j].meets.filter((m) => !m.ends));
    return this.within(a.branch)
      .flatMap((i) => this.branches[i].meets)
      .some((m) => m.ends && passed.some((p) => p.node === m.node));
  }

  /** Children in the order given, but those that end under others before them. */
  private lowerFirst(given: readonly Child[]): Child[] {
    const left = [...given];
    const out: Child[] = [];
    while (left.length) {
      const free = left.findIndex((c) => !left.some((o) => o !== c && this.liesUnder(o, c)));
      out.push(...left.splice(Math.max(0, free), 1));
    }
    return out;
  }

  /** Sews the thread's way, and all that hangs on it. */
  sewWay(): void {
    this.way.forEach((leg, k) => this.pass(leg, this.way[k + 1]));
  }

  /** Sews a column and all that hangs on it, from one place of it to another; it ends on the edge from where the next one is near. */
  private pass({ branch: i, entry, exit: left }: Leg, then?: Leg): void {
    const { column } = this.branches[i];
    // All of it is sewn, and what hangs on its very end: where it is left may be a hair before that.
    const exit = endOf(column, left) ?? left;
    const next = then && this.branches[then.branch].column.at(then.entry);
    if (column.ring) {
      const seam = onRing(exit, entry - column.length / 2, column.length);
      if (Math.abs(entry - seam) > SAME) runMiddle(column, entry, seam, this.builder);
      this.forward(i, seam, seam + column.length, overlapOf(column), next);
    } else {
      // Half by half where it is left midway.
      const begin = beginOf(column, entry, exit);
      const midway = endOf(column, exit) === null;
      if (Math.abs(entry - begin) > SAME) runMiddle(column, entry, begin, this.builder);
      this.forward(i, begin, exit, midway ? AT_JOIN * Math.sign(exit - begin) : 0, midway ? undefined : next);
      if (midway) {
        this.half = { branch: i, from: begin, to: exit };
        const other = column.length - begin;
        runMiddle(column, exit, other, this.builder);
        this.forward(i, other, exit, 0, next);
      }
    }
    this.sewn.add(i);
  }
}

/** A thread that comes from nearer than this begins at the edge that it comes to, in mm; or ends at the one that it leaves. */
const NEAR_BY = 3;
/** A thread that comes to a column begins so far inside of its edges and its ends, in mm. */
const COMES_IN = 0.3;

/** The first needle point, on the side of a column that the thread comes to; null from farther away. */
function comeTo(column: Column, place: number, from: Point): Point | null {
  const inset = Math.min(COMES_IN, column.length / 4);
  const at = column.ring ? place : Math.min(column.length - inset, Math.max(inset, place));
  const { left, right } = column.rungAt(at);
  const width = distance(left, right);
  const share = Math.min(0.5, COMES_IN / (width || 1));
  const t = Math.min(
    1 - share,
    Math.max(share, nearestShare(left.x, left.y, right.x, right.y, from.x, from.y)),
  );
  const p = lerp(left, right, t);
  return distance(p, from) < NEAR_BY ? { x: onMachineGrid(p.x), y: onMachineGrid(p.y) } : null;
}

/** Where one stitch more leads, when the thread ended on the side of a column that lies away from where it goes to. */
function leaveFor(
  column: Column,
  place: number,
  facing: readonly Point[],
  { x, y }: SewnThread,
): Point | null {
  if (!x.length) return null;
  const last = { x: x[x.length - 1], y: y[y.length - 1] };
  const gap = (p: Point): number => farFrom(p, facing);
  const { left, right } = column.rungAt(place);
  const side = gap(left) < gap(right) ? left : right;
  return gap(side) < NEAR_BY && gap(side) + FAR < gap(last) && distance(side, last) > FAR ? side : null;
}

/** Of one piece so many ways through it are known, those that were used last, and as many ends of each. */
const [MOST_WAYS, MOST_ENDS] = [24, 4];
const threads = new Memo<SewnThread>(MOST_WAYS);
const led = new Memo<SewnThread>(MOST_ENDS);

/**
 * The one thread of a connected piece. Between other neighbours a letter is often gone through in one of the same few ways: they are
 * sewn once, and the same way gives the very same thread.
 */
export function sewBranches(
  branches: readonly Branch[],
  ways: Ways,
  columnStitches: ColumnStitches,
): SewnThread {
  const way = bestWay(branches, ways);
  const [first] = way;
  const last = way[way.length - 1];
  const { entry, facing } = ways;
  const come = entry && comeTo(branches[first.branch].column, first.entry, entry);
  const { spacing, underlay, longest, split } = columnStitches;
  const how = [spacing, underlay, longest, split];
  const legs = way.flatMap((leg) => [leg.branch, leg.entry, leg.exit]);
  const thread = threads.get(branches, [...how, come?.x, come?.y, ...legs], () => {
    const builder = new ThreadBuilder();
    if (come) builder.add(come.x, come.y, Part.underlay);
    new Tour(branches, way, columnStitches, builder).sewWay();
    return builder.thread;
  });
  const side = facing && leaveFor(branches[last.branch].column, last.exit, facing, thread);
  if (!side) return thread;
  return led.get(thread, [side.x, side.y], () => {
    const builder = ThreadBuilder.goingOn(thread);
    sewTo(builder, side, columnStitches, Part.top, 0);
    return builder.thread;
  });
}
