// Sews the columns of a branching shape with one thread: out along the middles of columns that are still bare, and
// back over them with stitches. So every way lies under stitches to come.
import { distance, type Point } from '../../geometry/points.ts';
import { Part, type ThreadBuilder } from '../thread.ts';
import { AT_JOIN, sewAcross, sewColumn, sewTo, sewUnderlay, type ColumnStitches } from './sew-column.ts';
import type { Column } from './column.ts';
import type { Branch } from './shape.ts';
import { runMiddle } from './ways.ts';

interface Child {
  branch: number;
  /** Where it hangs on its parent's column, and where it is entered itself. */
  at: number;
  entry: number;
}

/** A place this near to the needle need not be gone to, in mm. */
const NEAR = 0.5;

/** Which column hangs on which, seen from `root`; links that would close a circle are left out. */
function childrenFrom(branches: readonly Branch[], root: number): Child[][] {
  const children: Child[][] = branches.map(() => []);
  const seen = new Set([root]);
  const queue = [root];
  for (let i = queue.shift(); i !== undefined; i = queue.shift()) {
    for (const { node, place } of branches[i].meets)
      branches.forEach((other, j) => {
        const meet = other.meets.find((m) => m.node === node);
        if (seen.has(j) || !meet) return;
        seen.add(j);
        queue.push(j);
        children[i].push({ branch: j, at: place, entry: meet.place });
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
    root: number,
    columnStitches: ColumnStitches,
    builder: ThreadBuilder,
  ) {
    this.branches = branches;
    this.children = childrenFrom(branches, root);
    this.columnStitches = columnStitches;
    this.builder = builder;
  }

  /** Runs from one place to another, sewing what hangs on the way; then covers that stretch on the way back. */
  private outAndBack(i: number, from: number, to: number, over: number): void {
    const { column } = this.branches[i];
    const [low, high] = from < to ? [from, to] : [to, from];
    const hanging = this.children[i]
      .filter((c) => c.at >= low - 1e-6 && c.at <= high + 1e-6)
      .sort((a, b) => Math.abs(a.at - from) - Math.abs(b.at - from));
    this.children[i] = this.children[i].filter((c) => !hanging.includes(c));
    let at = from;
    for (const child of this.lowerFirst(hanging)) {
      runMiddle(column, at, child.at, this.builder);
      at = child.at;
      this.sew(child.branch, child.entry);
    }
    runMiddle(column, at, to, this.builder);
    const bare = this.bareOf(i);
    const [first, last] = [to, from + over].map((p) => Math.min(bare[1], Math.max(bare[0], p)));
    // On top of another column the thread goes to its edge the way that one's stitches lie.
    if (first !== to) this.goTo(column.at(first));
    sewUnderlay(column, first, from, this.columnStitches, this.builder, false);
    sewAcross(column, first, last, this.columnStitches, this.builder);
  }

  private goTo(p: Point): void {
    if (this.builder.reach(p.x, p.y) > NEAR) sewTo(this.builder, p, this.columnStitches, Part.underlay, 0);
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

  /** Sews a column and all that hangs on it, beginning and ending at a place of it. */
  sew(i: number, entry: number): void {
    this.sewWithChildren(i, entry);
    this.sewn.add(i);
  }

  private sewWithChildren(i: number, entry: number): void {
    const { column } = this.branches[i];
    const { length } = column;
    if (!this.children[i].length && (column.ring || entry <= 0 || entry >= length))
      return sewColumn(column, entry, entry, this.columnStitches, this.builder, this.bareOf(i));
    if (column.ring) {
      // Once round bare, with all that hangs on it, then once round stitched.
      const hanging = this.children[i].sort(
        (a, b) => this.round(a.at, entry, length) - this.round(b.at, entry, length),
      );
      this.children[i] = [];
      let at = entry;
      for (const child of hanging) {
        const to = entry + this.round(child.at, entry, length);
        runMiddle(column, at, to, this.builder);
        at = to;
        this.sew(child.branch, child.entry);
      }
      runMiddle(column, at, entry + length, this.builder);
      return sewColumn(column, entry, entry, this.columnStitches, this.builder);
    }
    const far = entry > length / 2 ? 0 : length;
    const near = length - far;
    if (Math.abs(entry - near) < 0.6) return this.outAndBack(i, near, far, 0);
    this.outAndBack(i, entry, far, AT_JOIN * Math.sign(near - far));
    this.outAndBack(i, entry, near, 0);
  }

  private readonly round = (place: number, from: number, length: number): number =>
    (((place - from) % length) + length) % length;
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

/** Sews one connected piece with one thread. */
export function sewBranches(
  branches: readonly Branch[],
  ways: Ways,
  columnStitches: ColumnStitches,
  builder: ThreadBuilder,
): void {
  if (branches.length === 1) return sewOne(branches[0].column, ways, columnStitches, builder);
  const indexes = branches.map((_, i) => i);
  const nearestTo = (p: Point): number =>
    indexes.reduce((a, b) => (gapTo(branches[b], p) < gapTo(branches[a], p) ? b : a));
  // The last column lies on top of what ends at it, so that is the one which goes straight through most.
  const root = ways.end
    ? nearestTo(ways.end)
    : indexes.reduce((a, b) => (rank(branches[b]) > rank(branches[a]) ? b : a));
  const { column } = branches[root];
  const to = ways.toward ?? ways.start ?? ways.entry;
  // At one of its ends nothing has to be joined.
  const entry = ways.end
    ? column.nearest(ways.end)
    : column.ring
      ? to
        ? column.nearest(to)
        : 0
      : to
        ? column.endNear(to)
        : 0;
  if (ways.start && distance(ways.start, column.at(entry)) > 0.6) {
    runThrough(branches, nearestTo(ways.start), ways.start, root, entry, builder);
  }
  new Tour(branches, root, columnStitches, builder).sew(root, entry);
}

const gapTo = ({ column }: Branch, p: Point): number => distance(p, column.at(column.nearest(p)));

/** Runs along the middles of columns from a place near `from` to a place on the root. */
function runThrough(
  branches: readonly Branch[],
  first: number,
  from: Point,
  root: number,
  entry: number,
  builder: ThreadBuilder,
): void {
  const children = childrenFrom(branches, root);
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
