// Sews the columns of a branching shape with one thread: out along the middles of columns that are still bare, and
// back over them with stitches. So every way lies under stitches to come.
import { distance, lerp, segmentsCross, type Point } from '../../geometry/points.ts';
import { Part, type ThreadBuilder } from '../thread.ts';
import {
  AT_JOIN,
  overlapOf,
  sewAcross,
  sewColumn,
  sewTo,
  sewUnderlay,
  type ColumnStitches,
} from './sew-column.ts';
import type { Column } from './column.ts';
import type { Branch } from './shape.ts';
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
/** Places this near to each other on a column are one, in mm. */
const SAME = 0.6;
/** Stitches stop so far before what hangs on their column there, in mm. */
const CLEAR = 0.1;
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

/** How well a column serves as the last one sewn: one that others end at lies on top of them. */
const rank = ({ column, meets }: Branch): number =>
  column.length * (1 + meets.filter((m) => !m.ends).length) - 1000 * meets.filter((m) => m.ends).length;

class Tour {
  private readonly branches: readonly Branch[];
  private readonly children: Child[][];
  private readonly columnStitches: ColumnStitches;
  private readonly builder: ThreadBuilder;
  /** Columns whose stitches are there. */
  private readonly sewn = new Set<number>();

  constructor(
    branches: readonly Branch[],
    way: readonly Leg[],
    columnStitches: ColumnStitches,
    builder: ThreadBuilder,
  ) {
    this.branches = branches;
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
    const onRing = (place: number): number => low + wrapped(place - low, length);
    const isOn = (place: number): boolean => place >= low - 1e-6 && place <= high + 1e-6;
    const all = ring
      ? this.children[i].map((c) => ({ ...c, at: onRing(c.at), back: onRing(c.back) }))
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

  /** Runs from one place to another, sewing what hangs on the way. */
  private runOut(i: number, from: number, to: number): void {
    const { column } = this.branches[i];
    let at = from;
    for (const child of this.lowerFirst(this.takeHanging(i, from, to))) {
      runMiddle(column, at, child.at, this.builder);
      at = child.back;
      this.pass(child);
    }
    runMiddle(column, at, to, this.builder);
  }

  /**
   * Covers a column from one place to another without a way beneath: where something hangs on it the stitches stop, and go on when
   * that is sewn.
   */
  private forward(i: number, from: number, to: number, over: number): void {
    const { column } = this.branches[i];
    const towards = Math.sign(to - from) || 1;
    const bare = column.ring ? [-Infinity, Infinity] : this.bareOf(i);
    const within = (place: number): number => Math.min(bare[1], Math.max(bare[0], place));
    let at = within(from);
    // On top of another column the thread goes to its edge the way that one's stitches lie.
    this.goTo(column.at(at), at === from ? FAR : NEAR);
    sewUnderlay(column, at, to, this.columnStitches, this.builder, false);
    for (const { stop, hanging } of this.stopsOn(i, from, to)) {
      const before = within(stop);
      if ((before - at) * towards > 0) {
        sewAcross(column, at, before, this.columnStitches, this.builder);
        at = within(before + (towards * this.columnStitches.spacing) / 2);
      }
      let place = at;
      for (const child of this.lowerFirst(hanging)) {
        if (!this.leadsInto(child)) runMiddle(column, place, child.at, this.builder);
        place = child.back;
        this.pass(child);
      }
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
    if ((last - at) * towards > 1e-6) sewAcross(column, at, last, this.columnStitches, this.builder);
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
      } else out.push({ stop: (places[0] - CLEAR) * towards, end: places[1], hanging: [child] });
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
      const from = column.ring
        ? at + wrapped(place - at + column.length / 2, column.length) - column.length / 2
        : place;
      return Math.min(at + reach, Math.max(at - reach, from));
    });
    return [Math.min(at, ...places), Math.max(at, ...places)];
  }

  private goTo(p: Point, from: number): void {
    if (this.builder.reach(p.x, p.y) > from) sewTo(this.builder, p, this.columnStitches, Part.underlay, 0);
  }

  /**
   * What of a column is still to be sewn when all that hangs on it is: it runs in under columns to come, but where one that it ends at
   * is there already it would lie on top.
   */
  private bareOf(i: number): [first: number, last: number] {
    const { column, meets } = this.branches[i];
    const isThere = (place: number): boolean =>
      meets.some(
        (m) =>
          m.ends &&
          m.place === place &&
          [...this.sewn].some((j) => this.branches[j].meets.some((o) => o.node === m.node && !o.ends)),
      );
    const [first, last] = column.mouths;
    return [isThere(0) ? first : 0, isThere(column.length) ? last : column.length];
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
  sewWay(way: readonly Leg[]): void {
    for (const leg of way) this.pass(leg);
  }

  /** Sews a column and all that hangs on it, from one place of it to another. */
  private pass({ branch: i, entry, exit }: Leg): void {
    const { column } = this.branches[i];
    if (column.ring) {
      if (Math.abs(entry - exit) > SAME) runMiddle(column, entry, exit, this.builder);
      this.forward(i, exit, exit + column.length, overlapOf(column));
    } else {
      // Half by half where it is left midway.
      const begin = beginOf(column, entry, exit);
      const midway = endOf(column, exit) === null;
      if (Math.abs(entry - begin) > SAME) this.runOut(i, entry, begin);
      this.forward(i, begin, exit, midway ? AT_JOIN * Math.sign(exit - begin) : 0);
      if (midway) {
        const other = column.length - begin;
        this.runOut(i, exit, other);
        this.forward(i, other, exit, 0);
      }
    }
    this.sewn.add(i);
  }
}

const wrapped = (place: number, length: number): number => ((place % length) + length) % length;

/** The end of a column, 0 or its length, that a place is at; null for a place between them. */
function endOf({ length, ring }: Column, place: number): number | null {
  if (ring) return null;
  if (place < SAME) return 0;
  return place > length - SAME ? length : null;
}

/** The end of a column that its stitches begin at: the one across from where it is left, or, where that is midway, on the side of where it is entered. */
function beginOf(column: Column, entry: number, exit: number): number {
  const end = endOf(column, exit);
  if (end !== null) return column.length - end;
  return (Math.abs(entry - exit) > SAME ? entry < exit : exit > column.length / 2) ? 0 : column.length;
}

/** A column on the thread's way from its begin to its end: where it is entered and left. */
interface Leg {
  branch: number;
  entry: number;
  exit: number;
}

/** How far a thread runs beneath a column's stitches to come when it is entered and left so, in mm. */
function beneath({ column }: Branch, { entry, exit }: Leg): number {
  if (column.ring) return Math.abs(entry - exit);
  const begin = beginOf(column, entry, exit);
  return (
    Math.abs(entry - begin) + (endOf(column, exit) === null ? Math.abs(exit - (column.length - begin)) : 0)
  );
}

/** Where a thread begins and ends: as fixed by hand, or near where it comes from and goes to; mm. */
export interface Ways {
  start?: Point;
  end?: Point;
  entry?: Point;
  toward?: Point;
}

/** A single column: begun at the end that is nearer, ended at the other one unless that is far out of the way. */
function sewOne(column: Column, ways: Ways, columnStitches: ColumnStitches, builder: ThreadBuilder): void {
  const { length, ring } = column;
  const from = ways.start ?? ways.entry;
  if (ring) {
    const join = ways.end ?? ways.start ?? ways.entry ?? ways.toward;
    const to = join ? column.nearest(join) : 0;
    return sewColumn(column, ways.start ? column.nearest(ways.start) : to, to, columnStitches, builder);
  }
  const gap = (place: number, p: Point | undefined): number => (p ? distance(column.at(place), p) : 0);
  // Both ends as begin and end, the usual way first: from one end to the other.
  const choices = [
    [0, length],
    [length, 0],
    [0, 0],
    [length, length],
  ].map(([a, b]) => ({ a, b, cost: gap(a, from) + gap(b, ways.toward) + (a === b ? RETURN * length : 0) }));
  const best = choices.reduce((x, y) => (y.cost < x.cost - 1e-9 ? y : x));
  const begin = ways.start ? column.nearest(ways.start) : best.a;
  sewColumn(column, begin, ways.end ? column.nearest(ways.end) : best.b, columnStitches, builder);
}

/** What ending where it began costs a column, as a share of its length: one more run beneath it. */
const RETURN = 0.3;

/** Ways beneath stitches cost so much of what a way between shapes does. */
const BENEATH = 0.2;

/** From every column the next one on the way to `root`: one of them ends at the other. */
function linksTo(
  branches: readonly Branch[],
  root: number,
): Map<number, { exit: number; to: number; entry: number }> {
  const links = new Map<number, { exit: number; to: number; entry: number }>();
  const queue = [root];
  for (let i = queue.shift(); i !== undefined; i = queue.shift())
    for (const { node, place, ends } of branches[i].meets)
      branches.forEach((other, j) => {
        const meet = other.meets.find((m) => m.node === node && !(ends && m.ends));
        if (!meet || j === root || links.has(j)) return;
        links.set(j, { exit: meet.place, to: i, entry: place });
        queue.push(j);
      });
  return links;
}

/** Ends of a column that go under no other but itself. */
function freeEnds(branches: readonly Branch[], branch: number): number[] {
  const { column, meets } = branches[branch];
  if (column.ring) return [];
  const goesUnder = (node: number): boolean =>
    branches.some((other, j) => j !== branch && other.meets.some((m) => m.node === node && !m.ends));
  return [0, column.length].filter(
    (end) => !meets.some((m) => m.ends && Math.abs(m.place - end) < SAME && goesUnder(m.node)),
  );
}

/** Places where a ring may begin and end: not where other columns meet it, if that can be. */
function seamsOf({ column, meets }: Branch): number[] {
  const { length } = column;
  const all = Array.from({ length: SEAMS }, (_, k) => (k * length) / SEAMS);
  const away = ({ place }: { place: number }, seam: number): number => {
    const gap = wrapped(place - seam, length);
    return Math.min(gap, length - gap);
  };
  const clear = all.filter((seam) => meets.every((m) => away(m, seam) > column.widest));
  return clear.length ? clear : all;
}

/** Of so many places about a ring one is its begin. */
const SEAMS = 16;

/**
 * The thread's way to a place of the root: from one of the free ends, or from a fixed begin; with as little as can be to go before
 * it, after it, and beneath stitches. Null where no way leads there from a fixed begin.
 */
function bestWay(branches: readonly Branch[], root: number, ways: Ways): Leg[] | null {
  const links = linksTo(branches, root);
  const last = branches[root].column;
  const { start, end, entry: from = start, toward } = ways;
  const begins = ((): { branch: number; place: number }[] => {
    if (start) {
      const branch = nearestBranch(branches, start);
      return [{ branch, place: branches[branch].column.nearest(start) }];
    }
    return [root, ...links.keys()].flatMap((branch) =>
      freeEnds(branches, branch).map((place) => ({ branch, place })),
    );
  })();
  const exits = end ? [last.nearest(end)] : last.ring ? seamsOf(branches[root]) : [0, last.length];
  const gap = (branch: number, place: number, p: Point | undefined): number =>
    p ? distance(branches[branch].column.at(place), p) : 0;
  let best: { way: Leg[]; cost: number } | null = null;
  for (const exit of exits) {
    const leave = end ? 0 : gap(root, exit, toward);
    for (const { branch, place } of [...begins, ...(start ? [] : [{ branch: root, place: exit }])]) {
      const way: Leg[] = [];
      let [at, entry] = [branch, place];
      while (at !== root) {
        const link = links.get(at);
        if (!link) break;
        way.push({ branch: at, entry, exit: link.exit });
        [at, entry] = [link.to, link.entry];
      }
      if (at !== root) continue;
      way.push({ branch: root, entry, exit });
      // What is not on the way is gone along once.
      const under = way.reduce(
        (sum, leg) => sum + beneath(branches[leg.branch], leg) - branches[leg.branch].column.length,
        0,
      );
      const cost = leave + (start ? 0 : gap(branch, place, from)) + BENEATH * under;
      if (!best || cost < best.cost - 1e-9) best = { way, cost };
    }
  }
  return best && best.way;
}

/** Sews one connected piece with one thread. */
export function sewBranches(
  branches: readonly Branch[],
  ways: Ways,
  columnStitches: ColumnStitches,
  builder: ThreadBuilder,
): void {
  if (branches.length === 1) return sewOne(branches[0].column, ways, columnStitches, builder);
  const indexes = branches.map((_, i) => i);
  // The last column lies on top of what ends at it, so that is the one which goes straight through most.
  const root = ways.end
    ? nearestBranch(branches, ways.end)
    : indexes.reduce((a, b) => (rank(branches[b]) > rank(branches[a]) ? b : a));
  let way = bestWay(branches, root, ways);
  if (!way) {
    // Where a fixed begin lies on a column that the others end at, a run leads from there.
    const { column } = branches[root];
    const exit = ways.end ? column.nearest(ways.end) : column.endNear(ways.toward ?? ways.start!);
    runThrough(branches, nearestBranch(branches, ways.start!), ways.start!, root, exit, builder);
    way = [{ branch: root, entry: exit, exit }];
  }
  new Tour(branches, way, columnStitches, builder).sewWay(way);
}

const gapTo = ({ column }: Branch, p: Point): number => distance(p, column.at(column.nearest(p)));

const nearestBranch = (branches: readonly Branch[], p: Point): number =>
  branches.reduce((best, branch, i) => (gapTo(branch, p) < gapTo(branches[best], p) ? i : best), 0);

/** Runs along the middles of columns from a place near `from` to a place on the root. */
function runThrough(
  branches: readonly Branch[],
  first: number,
  from: Point,
  root: number,
  entry: number,
  builder: ThreadBuilder,
): void {
  const children = childrenOf(branches, [root]);
  let at = first;
  let place = branches[first].column.nearest(from);
  for (let left = branches.length; at !== root && left > 0; left--) {
    const up = children.findIndex((list) => list.some((c) => c.branch === at));
    const link = up < 0 ? undefined : children[up].find((c) => c.branch === at);
    if (!link) return;
    runMiddle(branches[at].column, place, link.entry, builder);
    [at, place] = [up, link.at];
  }
  runMiddle(branches[root].column, place, entry, builder);
}
