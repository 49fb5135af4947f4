// The way of a thread through the columns of a branching shape: where it begins and ends, and by which columns it goes from the one
// place to the other, so that as little as can be is gone along twice.
import { distance, lerp, type Point } from '../../geometry/points.ts';
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

/** Where a thread begins and ends: as fixed by hand, or near where it comes from and one of the places that it may go to; mm. */
export interface Ways {
  start?: Point;
  end?: Point;
  entry?: Point;
  facing?: readonly Point[];
  /** It may end midway on a column rather than be cut. */
  midway?: boolean;
}

/** How well a column serves as the last one sewn: one that others end at lies on top of them. */
const rank = ({ column, meets }: Branch): number =>
  column.length * (1 + meets.filter((m) => !m.ends).length) - 1000 * meets.filter((m) => m.ends).length;

/** Ways beneath stitches cost so much of what a way between shapes does. */
const BENEATH = 0.3;

/** A gap longer than this, in mm, is a cut of the thread, which costs as much as so many mm more. */
const [JUMP, CUT] = [1.2, 5];
/** That another column than the best is sewn last costs as much as so many mm. */
const OTHER = 2;
/** … and so many are tried. */
const MOST_TRIED = 12;

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
  const { widest } = column;
  const clear = all.filter((seam) => meets.every((m) => away(m, seam) > widest));
  return clear.length ? clear : all;
}

/** Of so many places about a ring one is its begin. */
const SEAMS = 16;

const gapFrom = ({ column }: Branch, p: Point): number => distance(p, column.at(column.nearest(p)));

const nearestBranch = (branches: readonly Branch[], p: Point): number =>
  branches.reduce((best, branch, i) => (gapFrom(branch, p) < gapFrom(branches[best], p) ? i : best), 0);

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

/** How far it is to the nearest of some places, in mm. */
export function farFrom(p: Point, places: readonly Point[]): number {
  let least = Infinity;
  for (const { x, y } of places) least = Math.min(least, (x - p.x) ** 2 + (y - p.y) ** 2);
  return Math.sqrt(least);
}

/** How far it is from a place of a column, from the nearer edge on, to the nearest of some places, in mm; 0 where there are none. */
function gapTo(column: Column, place: number, places: readonly Point[]): number {
  if (!places.length) return 0;
  const { left, right } = column.rungAt(place);
  return Math.max(0, farFrom(lerp(left, right, 0.5), places) - distance(left, right) / 2);
}

/** What a gap costs. */
const costOf = (gap: number): number => (gap > JUMP ? gap + CUT : gap);

/** The place of a column that is nearest to one of those that face it. */
const facingPlace = (column: Column, facing: readonly Point[]): number =>
  facing
    .map((p) => {
      const place = column.nearest(p);
      return { place, gap: distance(column.at(place), p) };
    })
    .reduce((a, b) => (b.gap < a.gap ? b : a)).place;

/** The best way that ends on one of the columns, at one of its ends or midway across from where the thread goes, and what it costs. */
function wayTo(
  branches: readonly Branch[],
  root: number,
  { start, end, entry = start, facing = [] }: Ways,
  midway = false,
): { way: Leg[]; cost: number; leaves: number } {
  const links = linksTo(branches, root);
  const { column } = branches[root];
  const reached = [root, ...links.keys()];
  const nearest = (branch: number, p: Point) => ({ branch, place: branches[branch].column.nearest(p) });
  const begins = start
    ? [nearest(nearestBranch(branches, start), start)]
    : reached.flatMap((branch) => [
        ...freeEnds(branches, branch).map((place) => ({ branch, place })),
        // From where the thread comes to a column it may run on beneath.
        ...(entry ? [nearest(branch, entry)] : []),
      ]);
  const about = column.ring ? seamsOf(branches[root], entry ? [entry] : []) : [column.length, 0];
  const exits = end ? [column.nearest(end)] : midway ? [facingPlace(column, facing)] : about;
  let best = { way: [{ branch: root, entry: exits[0], exit: exits[0] }], cost: Infinity, leaves: 0 };
  for (const exit of exits) {
    const leaves = gapTo(column, exit, facing);
    for (const begin of [...begins, ...(start ? [] : [{ branch: root, place: exit }])]) {
      const way = legsTo(root, exit, links, begin);
      if (!way) continue;
      const under = way.reduce(
        (sum, leg) => sum + beneath(branches[leg.branch], leg) - branches[leg.branch].column.length,
        0,
      );
      const comes = gapTo(branches[begin.branch].column, begin.place, entry ? [entry] : []);
      const cost = costOf(comes) + costOf(leaves) + BENEATH * under;
      if (cost < best.cost - 1e-9) best = { way, cost, leaves };
    }
  }
  return best;
}

/**
 * The thread's way: from a free end, or from a fixed begin, to a place on the column that lies on top; with as little as can be to go
 * before it, after it, and beneath stitches. What is not on it is gone along once. Where the thread would be cut after it, it may end on
 * another column, or, when that is allowed, midway.
 */
export function bestWay(branches: readonly Branch[], ways: Ways): Leg[] {
  const { end, facing, midway } = ways;
  if (end) return wayTo(branches, nearestBranch(branches, end), ways).way;
  // The last column lies on top of what ends at it, so that is the one which goes straight through most.
  const ranked = branches.map((_, i) => i).sort((a, b) => rank(branches[b]) - rank(branches[a]) || a - b);
  const best = wayTo(branches, ranked[0], ways);
  if (!facing || best.leaves <= JUMP) return best.way;
  const others = ranked
    .slice(0, MOST_TRIED)
    .flatMap((root) => (midway ? [false, true] : [false]).map((m) => wayTo(branches, root, ways, m)))
    .filter(({ leaves }) => leaves <= JUMP);
  return others.reduce((a, b) => (b.cost + OTHER < a.cost ? { ...b, cost: b.cost + OTHER } : a), best).way;
}
