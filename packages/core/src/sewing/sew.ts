// From a design to one plan: objects in order, joined by travel, jump or trim, tied where a thread begins and ends.
import { blockRecords, type Records } from '../design/stitch-blocks.ts';
import { visibleLeaves, type Leaf } from '../design/tree.ts';
import type { Design, ResolvedDesign, PlainOutline, StitchesObject } from '../design/types.ts';
import { Memo } from '../design/memo.ts';
import { boundsMeet, boxAround, distance, onMachineGrid, type Point } from '../geometry/points.ts';
import { arcLengths, nearestOnLine, pointAt, type Line } from '../geometry/polyline.ts';
import { materialsOf } from '../materials/materials.ts';
import type { ThreadChart } from '../materials/threads.ts';
import { DEFAULT_SPEED, LIMITS, type MachineSpeed } from '../materials/machine.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { outlineBounds } from '../outlines/transform.ts';
import { completeSettings, type Facing } from '../stitches/kind.ts';
import { stitchKind } from '../stitches/kinds.ts';
import { runPoints } from '../stitches/run-points.ts';
import { Part, ThreadBuilder, type SewnThread } from '../stitches/thread.ts';
import { sharesOf, type Excess } from './budget.ts';
import { CoverIndex, jumpIsUnseen, placeIsCovered, type Cover, type CoversNear } from './cover.ts';
import { sharedPlaces } from './shared-places.ts';
import { beadsOf, drawStrings } from './strings.ts';
import { Move, type MoveCode } from './moves.ts';
import { PlanBuilder, type Plan } from './plan.ts';
import { objectCover, objectShortTies, stitchObject } from './stitch-object.ts';
import { letterByLetter } from './letters.ts';
import { likeLetters } from './like-letters.ts';
import { hiddenWay, wayBox } from './hidden-way.ts';
import { joinPlace } from './join-place.ts';
import { tieIn, tieOff, type TieKind, type TiePlace } from './ties.ts';
import { clothUnder } from '../materials/cloths.ts';

export interface SewOptions {
  speed?: MachineSpeed;
  /** Gaps longer than this are trimmed, in mm. */
  trimLength?: number;
  /** Told the number of each object that is begun, from 0, how many there are, which it is and about how much work. */
  onObject?: (object: number, of: number, id: string, stitches: number) => void;
  /** Objects that are left out, since a person has stopped them. */
  stopped?: ReadonlySet<string>;
}

/** With trims, jumps and ties an object takes about so many records more than its stitches. */
const JOINING = 16;
/** Longest way that is worth travelling under cover, in mm. */
const LONGEST_TRAVEL = 60;
const TRAVEL_LENGTH = 2.5;

/** A step this short, where two shapes meet, hardly shows; a cut would. mm */
const ON_EDGE = 1.5;

/** Is the thread cut where these records end? Jumps after a cut are still without thread; null when there are only jumps. */
function endsCut(blocks: readonly Records[]): boolean | null {
  for (let k = blocks.length - 1; k >= 0; k--) {
    const { move } = blocks[k];
    // The very first record only says where the needle comes from.
    for (let i = move.length - 1; i >= (k ? 0 : 1); i--)
      if (move[i] !== Move.jump) return move[i] === Move.trim;
  }
  return null;
}

/** A way under covers to come; from a place just beside them it may begin with a short step, as long as that is not to be seen. */
function wayUnder(from: Point, to: Point, later: readonly Cover[], any: CoversNear): Point[] | null {
  if (Math.hypot(to.x - from.x, to.y - from.y) > LONGEST_TRAVEL) return null;
  if (!later.length || placeIsCovered(from, later)) return hiddenWay(from, to, later, LONGEST_TRAVEL);
  if (!placeIsCovered(to, later)) return null;
  const beside = coveredBeside(from, to, later, any);
  const way = beside && hiddenWay(beside, to, later, LONGEST_TRAVEL);
  return way && [from, ...way];
}

/** A covered place a short step from another: towards the goal if that can be, else to either side. */
function coveredBeside(from: Point, to: Point, later: readonly Cover[], any: CoversNear): Point | null {
  const here = boxAround(from, from);
  const covers = later.filter(({ bounds }) => boundsMeet(here, bounds, ON_EDGE));
  if (!covers.length) return null;
  const ahead = Math.atan2(to.y - from.y, to.x - from.x);
  for (let r = ON_EDGE / 3; r < ON_EDGE + 0.01; r += ON_EDGE / 3)
    for (let k = 0; k < 12; k++) {
      const a = ahead + ((k % 2 ? 1 : -1) * Math.ceil(k / 2) * Math.PI) / 6;
      const q = { x: from.x + r * Math.cos(a), y: from.y + r * Math.sin(a) };
      if (placeIsCovered(q, covers) && jumpIsUnseen(from, q, any)) return q;
    }
  return null;
}

class Sewing {
  readonly plan: PlanBuilder;
  /** The thread in the needle, as a code; null before the first. */
  private spool: string | null = null;
  /** What was sewn last, when it still wants its tie-off. */
  private open: { thread: SewnThread; ties: TieKind; place?: TiePlace } | null = null;
  /** The object whose records come next; its share begins with its first record. */
  private next: Leaf<PlainOutline> | null = null;
  /** A trim or change has happened since the last stitch. */
  private cut = true;
  private readonly trimLength: number;

  constructor(chart: ThreadChart, trimLength: number) {
    this.plan = new PlanBuilder(chart);
    this.trimLength = trimLength;
  }

  get at(): Point {
    return { x: this.plan.atX, y: this.plan.atY };
  }

  /** Where the thread in the needle can go on from, when it is `thread`. */
  entryFor(thread: string): Point | undefined {
    return this.spool === thread && !this.cut ? this.at : undefined;
  }

  private finish(): void {
    if (this.open)
      for (const p of tieOff(this.open.thread, this.open.ties, this.open.place))
        this.plan.add(p.x, p.y, Move.stitch, Part.tie);
    this.open = null;
  }

  /** Announces the object to be sewn. Ties, trims and changes before its first record still belong to the last. */
  begin(leaf: Leaf<PlainOutline>): void {
    this.passOver();
    this.next = leaf;
  }

  /** What was announced and has no record stays without one: a change of thread that follows is not its own. */
  private passOver(): void {
    if (this.next) this.plan.leaveOut(this.next);
    this.next = null;
  }

  /** Goes past an object that takes too much. */
  leaveOut(leaf: Leaf<PlainOutline>, excess: Excess): void {
    this.passOver();
    this.plan.leaveOut(leaf, excess);
  }

  /** From here on, records belong to the object that was announced. */
  private arrive(): void {
    if (this.next) this.plan.beginObject(this.next);
    this.next = null;
  }

  private here(move: MoveCode): void {
    this.plan.add(this.plan.atX, this.plan.atY, move, Part.top);
  }

  /** Makes `thread` the one in the needle. */
  take(thread: string): void {
    if (this.spool === thread) return;
    this.finish();
    if (this.spool !== null) this.here(Move.change);
    this.spool = thread;
    this.cut = true;
  }

  private trim(): void {
    this.finish();
    if (!this.cut) this.here(Move.trim);
    this.cut = true;
  }

  /** Goes to where a thread begins: by nothing, hidden travel, a jump, or a trim and a jump. */
  private goTo(p: Point, later: CoversNear, any: CoversNear): 'joined' | 'cut' {
    if (this.cut) return 'cut';
    const { at } = this;
    const gap = Math.hypot(p.x - at.x, p.y - at.y);
    if (gap < LIMITS.shortest + 5e-3) return 'joined';
    const way = wayUnder(at, p, later(wayBox(at, p)), any);
    if (way) {
      this.travel(way);
      return 'joined';
    }
    if (this.mayJump(at, p, any)) {
      this.arrive();
      this.plan.add(p.x, p.y, Move.jump, Part.travel);
      return 'joined';
    }
    this.trim();
    return 'cut';
  }

  private mayJump(from: Point, to: Point, any: CoversNear): boolean {
    return distance(from, to) <= this.trimLength && jumpIsUnseen(from, to, any);
  }

  /** Can the thread go on from one place to another without being cut? */
  joins(from: Point, to: Point, later: CoversNear, any: CoversNear): boolean {
    return (
      distance(from, to) < LIMITS.shortest + 5e-3 ||
      wayUnder(from, to, later(wayBox(from, to)), any) !== null ||
      this.mayJump(from, to, any)
    );
  }

  /** Sews along a way, from where the needle is to its last point. */
  private travel(way: readonly Point[]): void {
    this.arrive();
    const coords = Float64Array.from(way.flatMap((q) => [q.x, q.y]));
    const end = way[way.length - 1];
    const points = new ThreadBuilder();
    points.addAll(runPoints({ coords, closed: false }, TRAVEL_LENGTH), Part.travel);
    points.addFirm(end.x, end.y, Part.travel);
    const { x, y } = points.thread;
    for (let i = 1; i < x.length; i++) this.plan.add(x[i], y[i], Move.stitch, Part.travel);
  }

  /** Sews on to a place by a run that is to be seen, and ties it there. */
  runOnTo(p: Point): void {
    const from = this.at;
    this.travel([from, p]);
    if (this.open)
      this.open = {
        ties: this.open.ties,
        thread: { x: [from.x, this.at.x], y: [from.y, this.at.y], part: [Part.top, Part.top] },
      };
  }

  /** Sews a thread; one that is `strung` to what was sewn last is gone to by a run. */
  sewThread(
    thread: SewnThread,
    ties: TieKind,
    later: CoversNear,
    any: CoversNear,
    strung: boolean,
    place: TiePlace,
  ): void {
    const { x, y, part } = thread;
    if (x.length < 2) return;
    const begin = { x: x[0], y: y[0] };
    const byRun = strung && !this.cut && !this.joins(this.at, begin, later, any);
    if (byRun) this.travel([this.at, begin]);
    const how = byRun ? 'joined' : this.goTo(begin, later, any);
    this.arrive();
    if (how === 'cut') {
      const [down, ...more] = tieIn(thread, ties, place);
      const first = down ?? { x: x[0], y: y[0] };
      this.plan.add(first.x, first.y, Move.jump, Part.travel);
      for (const p of more) this.plan.add(p.x, p.y, Move.stitch, Part.tie);
      if (down) this.plan.add(x[0], y[0], Move.stitch, Part.tie);
    }
    for (let i = 1; i < x.length; i++) {
      // A thread that goes on from a place close to its first point may come too near to its second.
      if (i === 1 && how === 'joined' && distance({ x: x[i], y: y[i] }, this.at) < LIMITS.shortest + 5e-3)
        continue;
      this.plan.add(x[i], y[i], Move.stitch, part[i]);
    }
    this.open = { thread, ties, place };
    this.cut = false;
  }

  /** Stitches brought in are sewn exactly as they are, without ties of ours. */
  sewStitches(item: StitchesObject): void {
    const blocks = item.blocks.map(blockRecords).filter(({ x }) => x.length);
    if (!blocks.length) return;
    // The first record says where the needle comes from; nothing is needed when it is there already.
    const [{ x: xs, y: ys, part }] = blocks;
    const [x, y] = [xs[0] / 10, ys[0] / 10];
    if (Math.hypot(x - this.plan.atX, y - this.plan.atY) > 0.05) {
      this.trim();
      this.arrive();
      this.plan.add(x, y, Move.jump, part[0]);
    }
    if (blocks.length > 1 || xs.length > 1) {
      this.arrive();
      blocks.forEach((records, k) => this.plan.addAll(records, k ? 0 : 1));
      this.cut = endsCut(blocks) ?? this.cut;
    }
    this.open = null;
  }

  stop(): void {
    this.arrive();
    this.finish();
    this.here(Move.stop);
    this.cut = true;
  }

  end(): void {
    this.passOver();
    this.finish();
  }
}

/** What is sewn, in order, as the plan's objects are: texts by letters, and without shapes that only others are made from. */
export const sewnLeaves = (design: ResolvedDesign): Leaf<PlainOutline>[] =>
  [...visibleLeaves(design.objects)]
    .filter((leaf) => leaf.kind === 'stitches' || !leaf.unsewn)
    .flatMap(letterByLetter);

type ObjectLeaf = Extract<Leaf<PlainOutline>, { kind: 'object' }>;

/** Does the thread go on into the next object, which is one of ours? */
const goesOn = (leaf: ObjectLeaf, next: Leaf<PlainOutline> | undefined): next is ObjectLeaf =>
  next?.kind === 'object' && next.thread === leaf.thread && leaf.stopAfter === undefined && !next.start;

const beginOf = ([thread]: readonly SewnThread[]): Point | undefined =>
  thread && { x: thread.x[0], y: thread.y[0] };

const endOf = (threads: readonly SewnThread[]): Point | undefined => {
  const last = threads.at(-1);
  return last && { x: last.x.at(-1)!, y: last.y.at(-1)! };
};

/** From so many places the nearest one of an outline is known, those that were asked for last. */
const MOST_NEAREST = 16;
const nearest = new Memo<Point | undefined>(MOST_NEAREST);
const coarse = new Memo<{ line: Line; lengths: Float64Array }[]>(1);

const coarsely = (outline: PlainOutline) =>
  coarse.get(outline, [], () =>
    outlineLines(outline, COARSE).map((line) => ({ line, lengths: arcLengths(line) })),
  );

/** Where the same thread is sewn next, in mm: a place of the next object near to this one. */
function towardNext(leaf: Leaf<PlainOutline>, next: Leaf<PlainOutline> | undefined): Point | undefined {
  if (!next || next.thread !== leaf.thread || leaf.stopAfter !== undefined) return undefined;
  if (next.kind === 'stitches') {
    const [first] = next.blocks;
    if (!first) return undefined;
    const { x, y } = blockRecords(first);
    return { x: x[0] / 10, y: y[0] / 10 };
  }
  if (next.start) return next.start;
  const own = leaf.kind === 'object' ? outlineBounds(leaf.outline) : null;
  if (!own) return undefined;
  const { outline, dx, dy } = likeLetters(next);
  // On the grid: between the same letters it is the same place.
  const from = {
    x: onMachineGrid((own.minX + own.maxX) / 2 - dx),
    y: onMachineGrid((own.minY + own.maxY) / 2 - dy),
  };
  const to = nearest.get(outline, [from.x, from.y], () => nearestOf(outline, from));
  return to && { x: onMachineGrid(to.x + dx), y: onMachineGrid(to.y + dy) };
}

/** So many places about a shape are where a thread may go to it, all about even. */
const PLACES = 48;
const about = new Memo<readonly Point[]>(1);

/** Places about the edge of what comes next. */
function facingOf(leaf: ObjectLeaf): Facing {
  const { outline, dx, dy } = likeLetters(leaf);
  return { places: placesAbout(outline), dx, dy };
}

/** Places about the edge of an outline, in mm. */
const placesAbout = (outline: PlainOutline): readonly Point[] =>
  about.get(outline, [], () => {
    const lines = coarsely(outline);
    const whole = lines.reduce((sum, { lengths }) => sum + lengths.at(-1)!, 0);
    return lines.flatMap(({ line, lengths }) => {
      const length = lengths.at(-1)!;
      const count = Math.ceil((PLACES * length) / (whole || 1));
      return Array.from({ length: count }, (_, k) => pointAt(line, lengths, (k * length) / count));
    });
  });

/** The place of an outline that is nearest to another, on the machine's grid. */
function nearestOf(outline: PlainOutline, to: Point): Point | undefined {
  let best: { at: Point; distance: number } | null = null;
  for (const { line, lengths } of coarsely(outline)) {
    const near = nearestOnLine(line, lengths, to);
    if (!best || near.distance < best.distance)
      best = { at: pointAt(line, lengths, near.s), distance: near.distance };
  }
  return best ? { x: onMachineGrid(best.at.x), y: onMachineGrid(best.at.y) } : undefined;
}

/** Outlines are looked at this roughly when only nearness counts, in mm. */
const COARSE = 0.2;

/** Sews the whole design. Hidden objects are left out; objects without room for a stitch get an empty share. */
export const sewDesign = (design: Design, options: SewOptions = {}): Plan =>
  sewResolved(resolveDesign(design), options);

/** The same of a design that is resolved already. */
export function sewResolved(design: ResolvedDesign, options: SewOptions = {}): Plan {
  const { cloth, chart } = materialsOf(design);
  const { leaves, runTo, runOn } = drawStrings(sewnLeaves(design), beadsOf(design.objects));
  const shares = sharesOf(leaves, cloth, options.stopped);
  // Stitches that were brought in are no work.
  const tell = (i: number): void =>
    options.onObject?.(
      i,
      leaves.length,
      leaves[i].id,
      leaves[i].kind === 'stitches' ? 0 : shares[i].stitches,
    );
  const covers = leaves.map((leaf, i) => {
    tell(i);
    return leaf.kind === 'object' && !shares[i].excess ? objectCover(leaf, cloth) : null;
  });
  const sewing = new Sewing(chart, options.trimLength ?? 3);
  sewing.plan.reserve(shares.reduce((sum, { stitches }) => sum + stitches + JOINING, 0));
  const index = new CoverIndex(covers);
  const all = index.from(0);
  /** The threads of an object that is come to from a place of the same thread. */
  const threadsOf = (leaf: ObjectLeaf, i: number, comingFrom?: Point): SewnThread[] => {
    const kind = stitchKind(leaf.recipe.kind);
    const followsLines =
      !leaf.start &&
      kind?.from(completeSettings(kind, leaf.recipe, clothUnder(cloth, leaf.thread))) === 'lines';
    const entry = (followsLines && joinPlace(leaf.outline, index.from(i + 1), comingFrom)) || comingFrom;
    const next = leaves[i + 1];
    const facing = kind?.usesFacing && goesOn(leaf, next) ? facingOf(next) : undefined;
    return stitchObject(leaf, cloth, { entry, toward: towardNext(leaf, next), facing }).threads;
  };
  leaves.forEach((leaf, i) => {
    tell(i);
    const { excess } = shares[i];
    if (excess) return sewing.leaveOut(leaf, excess);
    sewing.begin(leaf);
    if (leaf.kind === 'stitches') {
      sewing.take(leaf.thread);
      sewing.sewStitches(leaf);
    } else {
      const after = index.from(i + 1);
      let threads = threadsOf(leaf, i, sewing.entryFor(leaf.thread));
      const next = leaves[i + 1];
      if (threads.length && goesOn(leaf, next) && !leaf.end && !shares[i + 1].excess) {
        const meets = (candidate: readonly SewnThread[]): boolean => {
          const end = endOf(candidate)!;
          const begin = beginOf(threadsOf(next, i + 1, end));
          return !begin || sewing.joins(end, begin, after, all);
        };
        // Where the wish to end near the next object leaves a cut, the end is set to where both lie.
        const places = sharedPlaces(covers[i], covers[i + 1], endOf(threads)!);
        for (const end of places.length && !meets(threads) ? places : []) {
          const others = threadsOf({ ...leaf, end }, i, sewing.entryFor(leaf.thread));
          if (!others.length || others.length > threads.length || !meets(others)) continue;
          threads = others;
          break;
        }
      }
      const ties = (leaf.recipe.settings.ties ?? 'along') as TieKind;
      const place = { cover: covers[i], short: objectShortTies(leaf, cloth) };
      if (threads.length) sewing.take(leaf.thread);
      // The way to the first thread lies under the object itself too; afterwards only under what follows.
      const withOwn = index.from(i);
      threads.forEach((thread, k) =>
        sewing.sewThread(thread, ties, k ? after : withOwn, all, !k && runTo.has(i), place),
      );
      const on = runOn.get(i);
      if (on && threads.length) sewing.runOnTo(on);
    }
    if (leaf.stopAfter !== undefined) sewing.stop();
  });
  sewing.end();
  return sewing.plan.build(options.speed ?? DEFAULT_SPEED);
}
