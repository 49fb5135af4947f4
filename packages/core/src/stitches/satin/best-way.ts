// The way of a thread through the columns of a branching shape: where it begins and ends, and by which columns it goes from the one
// place to the other, so that as little as can be is gone along twice.
import { distance, type Point } from '../../geometry/points.ts';
import type { Column } from './column.ts';
import type { Branch } from './shape.ts';

/** Places this near to each other on a column are one, in mm. */
export const SAME = 0.6;

const wrapped = (place: number, length: number): number => ((place % length) + length) % length;

/** A place on a ring of this length as the one at or after `from`. */
export const onRing = (place: number, from: number, length: number): number =>
  from + wrapped(place - from, length);

/** The end of a column, 0 or its length, that a place is at; null for a place between them. */
export function endOf({ length, ring }: Column, place: number): number | null {
  if (ring) return null;
  if (place < SAME) return 0;
  return place > length - SAME ? length : null;
}

/** The end of a column that its stitches begin at: the one across from where it is left, or, where that is midway, on the side of where it is entered. */
export function beginOf(column: Column, entry: number, exit: number): number {
  const end = endOf(column, exit);
  if (end !== null) return column.length - end;
  return (Math.abs(entry - exit) > SAME ? entry < exit : exit > column.length / 2) ? 0 : column.length;
}

/** A column on the thread's way from its begin to its end: where it is entered and left. */
export interface Leg {
  branch: number;
  entry: number;
  exit: number;
}

/** How far a thread runs beneath a column's stitches to come when it is entered and left so, in mm. */
function beneath({ column }: Branch, { entry, exit }: Leg): number {
  if (column.ring) return Math.abs(onRing(exit, entry - column.length / 2, column.length) - entry);
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

/** How well a column serves as the last one sewn: one that others end at lies on top of them. */
const rank = ({ column, meets }: Branch): number =>
  column.length * (1 + meets.filter((m) => !m.ends).length) - 1000 * meets.filter((m) => m.ends).length;

/** Ways beneath stitches cost so much of what a way between shapes does. */
const BENEATH = 0.3;

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

/** Places where a ring may begin and end: nearest to those given, or about it; not where other columns meet it, if that can be. */
function seamsOf({ column, meets }: Branch, near: readonly Point[]): number[] {
  const { length } = column;
  const about = Array.from({ length: SEAMS }, (_, k) => (k * length) / SEAMS);
  const all = [...near.map((p) => column.nearest(p)), ...about];
  const away = ({ place }: { place: number }, seam: number): number => {
    const gap = wrapped(place - seam, length);
    return Math.min(gap, length - gap);
  };
  const clear = all.filter((seam) => meets.every((m) => away(m, seam) > column.widest));
  return clear.length ? clear : all;
}

/** Of so many places about a ring one is its begin. */
const SEAMS = 16;

const gapTo = ({ column }: Branch, p: Point): number => distance(p, column.at(column.nearest(p)));

const nearestBranch = (branches: readonly Branch[], p: Point): number =>
  branches.reduce((best, branch, i) => (gapTo(branch, p) < gapTo(branches[best], p) ? i : best), 0);

/** The columns from a place on one of them to a place on the root; null where they don't lead there. */
function legsTo(
  root: number,
  exit: number,
  links: ReturnType<typeof linksTo>,
  begin: { branch: number; place: number },
): Leg[] | null {
  const way: Leg[] = [];
  let [at, entry] = [begin.branch, begin.place];
  while (at !== root) {
    const link = links.get(at);
    if (!link) return null;
    way.push({ branch: at, entry, exit: link.exit });
    [at, entry] = [link.to, link.entry];
  }
  return [...way, { branch: root, entry, exit }];
}

/**
 * The thread's way: from a free end, or from a fixed begin, to a place on the column that lies on top; with as little as can be to go
 * before it, after it, and beneath stitches. What is not on it is gone along once.
 */
export function bestWay(branches: readonly Branch[], { start, end, entry = start, toward }: Ways): Leg[] {
  // The last column lies on top of what ends at it, so that is the one which goes straight through most.
  const root = end
    ? nearestBranch(branches, end)
    : branches.reduce((best, branch, i) => (rank(branch) > rank(branches[best]) ? i : best), 0);
  const links = linksTo(branches, root);
  const { column } = branches[root];
  const near = [entry, toward].filter((p) => !!p);
  const exits = end
    ? [column.nearest(end)]
    : column.ring
      ? seamsOf(branches[root], near)
      : [column.length, 0];
  const beginsFor = (exit: number): { branch: number; place: number }[] => {
    if (start) {
      const branch = nearestBranch(branches, start);
      return [{ branch, place: branches[branch].column.nearest(start) }];
    }
    const free = [root, ...links.keys()].flatMap((branch) =>
      freeEnds(branches, branch).map((place) => ({ branch, place })),
    );
    return [...free, { branch: root, place: exit }];
  };
  const gap = (branch: number, place: number, p: Point | undefined): number =>
    p ? distance(branches[branch].column.at(place), p) : 0;
  let best: { way: Leg[]; cost: number } = {
    way: [{ branch: root, entry: exits[0], exit: exits[0] }],
    cost: Infinity,
  };
  for (const exit of exits)
    for (const begin of beginsFor(exit)) {
      const way = legsTo(root, exit, links, begin);
      if (!way) continue;
      const under = way.reduce(
        (sum, leg) => sum + beneath(branches[leg.branch], leg) - branches[leg.branch].column.length,
        0,
      );
      const cost = gap(begin.branch, begin.place, entry) + gap(root, exit, toward) + BENEATH * under;
      if (cost < best.cost - 1e-9) best = { way, cost };
    }
  return best.way;
}
