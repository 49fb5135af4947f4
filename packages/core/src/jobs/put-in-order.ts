// "Put in order for me": fewer colour changes, then fewer trims, then less travel, and what lies above what stays so.
//
// Within every list (the design's own, and each group's) items are taken colour by colour. Once a colour is in the
// needle, everything of it that is free is taken: that never costs a change later. So only the order of colours is to
// be searched, which is done exactly as long as that is affordable.
import { everyLeaf } from '../design/tree.ts';
import type { Design, Group, Item, PlainOutline } from '../design/types.ts';
import type { Point } from '../geometry/points.ts';
import type { Cloth } from '../materials/cloths.ts';
import { DEFAULT_SPEED, type MachineSpeed } from '../materials/machine.ts';
import { applyCommand } from '../design/commands.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { itemBounds } from '../shaping/bounds.ts';
import { JobBuilder, JobError, type Job } from './job.ts';
import { mustFollow, sewnExtent } from '../sewing/extent.ts';
import { figuresOf } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import { shortOrder, wayPoints } from '../sewing/short-order.ts';
import { travelOf, type TravelFigures } from './tidy.ts';
import { materialsOf } from '../materials/materials.ts';

export interface OrderFigures extends TravelFigures {
  colourChanges: number;
  seconds: number;
}

export interface OrderProposal {
  before: OrderFigures;
  after: OrderFigures;
  job: Job;
  /** How many items change their place. */
  moved: number;
}

/** States of the search over colours, at most; then the first free colour is taken each time. */
const MOST_STATES = 4000;

/** An item as the order sees it. */
interface Unit {
  item: PlainItem;
  /** Threads it begins and ends with; both null when it sews nothing. */
  first: string | null;
  last: string | null;
  after: number[];
}

/** Threads of what is sewn in an item, in order. */
type PlainItem = Item<PlainOutline>;

const threadsIn = (item: PlainItem): string[] =>
  [...everyLeaf([item])].filter((l) => l.visible && !(l.kind === 'object' && l.unsewn)).map((l) => l.thread);

const hasStop = (item: PlainItem): boolean => [...everyLeaf([item])].some((l) => l.stopAfter !== undefined);

/** Where the machine waits, the order is cut: nothing is sewn before a stop that was sewn after it. */
function stretches(items: readonly PlainItem[]): PlainItem[][] {
  const out: PlainItem[][] = [[]];
  for (const item of items) {
    // A group with a stop inside of it stands alone.
    if (item.kind === 'group' && hasStop(item)) out.push([item], []);
    else {
      out[out.length - 1].push(item);
      if (hasStop(item)) out.push([]);
    }
  }
  return out.filter((list) => list.length);
}

/** The item that ends a stretch with a stop stays its last. */
function unitsOf(items: readonly PlainItem[], cloth: Cloth): Unit[] {
  const after = mustFollow(items.map((item) => sewnExtent(item, cloth)));
  return items.map((item, i) => {
    const threads = threadsIn(item);
    const all = hasStop(item) ? items.map((_, k) => k).filter((k) => k !== i) : after[i];
    return { item, first: threads[0] ?? null, last: threads.at(-1) ?? null, after: all };
  });
}

interface State {
  done: boolean[];
  /** The order so far, in runs of one colour. */
  runs: number[][];
  thread: string | null;
  changes: number;
}

/** Takes everything that is free and begins and ends with `thread`, or sews nothing. */
function takeAll(units: readonly Unit[], state: State, thread: string): State {
  const done = [...state.done];
  const run: number[] = [];
  for (let more = true; more;) {
    more = false;
    units.forEach((u, i) => {
      const fits = u.first === null || (u.first === thread && u.last === thread);
      if (done[i] || !fits || !u.after.every((b) => done[b])) return;
      done[i] = true;
      run.push(i);
      more = true;
    });
  }
  const runs = run.length ? [...state.runs, run] : state.runs;
  return { done, runs, thread, changes: state.changes };
}

/** What can come next: a colour, or an item of several colours. */
function following(units: readonly Unit[], state: State): State[] {
  const free = units.flatMap((u, i) => (!state.done[i] && u.after.every((b) => state.done[b]) ? [i] : []));
  const out: State[] = [];
  const colours = new Set(
    free.map((i) => units[i]).flatMap((u) => (u.first === u.last && u.first ? [u.first] : [])),
  );
  for (const thread of colours) {
    const next = takeAll(units, state, thread);
    out.push({ ...next, changes: state.changes + +(state.thread !== null && state.thread !== thread) });
  }
  for (const i of free) {
    const { first, last } = units[i];
    if (first === last) continue;
    const done = [...state.done];
    done[i] = true;
    const taken: State = {
      done,
      runs: [...state.runs, [i]],
      thread: last,
      changes: state.changes + +(state.thread !== null && state.thread !== first),
    };
    out.push(takeAll(units, taken, last!));
  }
  return out;
}

/** Runs of one colour with the fewest changes between them, going on from `thread`. */
function colourRuns(units: readonly Unit[], thread: string | null): number[][] {
  const none = units.map(() => false);
  const begin: State = { done: none, runs: [], thread, changes: 0 };
  let open: State[] = [thread === null ? begin : takeAll(units, begin, thread)];
  const ready = (s: State): boolean => s.done.every(Boolean);
  let seen = 0;
  // Breadth first by changes: the first state that is ready has the fewest.
  const best = new Map<string, number>();
  while (open.length) {
    open.sort((a, b) => a.changes - b.changes);
    const state = open.shift()!;
    if (ready(state)) return state.runs;
    const next = following(units, state).filter((s) => {
      const key = s.done.map(Number).join('') + s.thread;
      if ((best.get(key) ?? Infinity) <= s.changes) return false;
      best.set(key, s.changes);
      return true;
    });
    seen += next.length;
    // Too many: from here on only the most promising one is followed, the one that leaves least to do.
    const left = (s: State): number => s.done.filter((d) => !d).length;
    open =
      seen > MOST_STATES
        ? next.sort((a, b) => a.changes - b.changes || left(a) - left(b)).slice(0, 1)
        : [...open, ...next];
    if (!next.length && !open.length) {
      // Only what sews nothing is left.
      const rest = units.flatMap((_, i) => (state.done[i] ? [] : [i]));
      return [...state.runs, rest];
    }
  }
  return [units.map((_, i) => i)];
}

/**
 * What of one colour is sewn first: what is near the needle, or what is near a place, from which the sewing goes outwards.
 */
export type OrderWay = 'short' | { outFrom: Point };

/** The nearest to a place first, as far as what each has to follow allows; indexes. */
function outwards(items: readonly PlainItem[], after: readonly (readonly number[])[], from: Point): number[] {
  const away = items.map((item) => {
    const b = itemBounds(item);
    return b ? Math.hypot((b.minX + b.maxX) / 2 - from.x, (b.minY + b.maxY) / 2 - from.y) : 0;
  });
  const out: number[] = [];
  const left = new Set(items.keys());
  while (left.size) {
    const free = [...left].filter((i) => after[i].every((b) => !left.has(b)));
    const next = free.reduce((a, b) => (away[b] < away[a] - 1e-6 ? b : a));
    out.push(next);
    left.delete(next);
  }
  return out;
}

/** One stretch in its new order: colours first, then the way within each run of a colour. */
function ordered(
  items: readonly PlainItem[],
  cloth: Cloth,
  from: { thread: string | null; at?: Point },
  way: OrderWay,
): PlainItem[] {
  const units = unitsOf(items, cloth);
  const out: PlainItem[] = [];
  let { at } = from;
  for (const colour of colourRuns(units, from.thread)) {
    const sorted = [...colour].sort((a, b) => a - b);
    const place = new Map(sorted.map((u, k) => [u, k]));
    const after = sorted.map((u) => units[u].after.flatMap((b) => place.get(b) ?? []));
    const run = sorted.map((u) => units[u].item);
    const order =
      way === 'short' ? shortOrder(run.map(wayPoints), after, at) : outwards(run, after, way.outFrom);
    for (const k of order) out.push(run[k]);
    at = wayPoints(out[out.length - 1]).at(-1) ?? at;
  }
  return out;
}

/** Puts one list in order, and each group in it. */
function arrange(
  builder: JobBuilder,
  items: readonly PlainItem[],
  parent: Group<PlainOutline> | null,
  cloth: Cloth,
  way: OrderWay,
): void {
  let thread: string | null = null;
  let at: Point | undefined;
  const order = stretches(items).flatMap((stretch) => {
    const now = ordered(stretch, cloth, { thread, at }, way);
    thread = now.flatMap(threadsIn).at(-1) ?? thread;
    at = wayPoints(now[now.length - 1]).at(-1) ?? at;
    return now;
  });
  const list = items.map((i) => i.id);
  order.forEach((item, k) => {
    const index = list.indexOf(item.id);
    if (index === k) return;
    list.splice(index, 1);
    list.splice(k, 0, item.id);
    builder.move(item.id, parent?.id ?? null, k);
  });
}

export function orderFigures(design: Design, speed: MachineSpeed = DEFAULT_SPEED): OrderFigures {
  const plan = sewDesign(design, { speed });
  const { colourChanges, seconds } = figuresOf(plan);
  return { ...travelOf(plan), colourChanges, seconds };
}

const better = (a: OrderFigures, b: OrderFigures): boolean =>
  a.colourChanges !== b.colourChanges
    ? a.colourChanges < b.colourChanges
    : a.trims !== b.trims
      ? a.trims < b.trims
      : a.travel < b.travel - 1;

/** Every list of a design in order. Groups stay together. */
function allInOrder(design: Design, label: string, way: OrderWay): JobBuilder {
  const cloth = materialsOf(design).cloth;
  const builder = new JobBuilder(design, label);
  // Groups first: where a group begins and ends tells where it is best sewn.
  const inner = (items: readonly PlainItem[]): void => {
    for (const item of items) {
      // What a repeat holds lies as the copies want it.
      if (item.kind !== 'group' || item.repeat) continue;
      inner(item.objects);
      arrange(builder, item.objects, item, cloth, way);
    }
  };
  inner(resolveDesign(design).objects);
  arrange(builder, resolveDesign(builder.design).objects, null, cloth, way);
  return builder;
}

const countOf = ({ command }: Job): number => (command.do === 'batch' ? command.commands.length : 0);

/** Sewn outwards from a place (mm), with the fewest colour changes; null when it is already. */
export function outwardOrder(design: Design, outFrom: Point): { job: Job; moved: number } | null {
  const job = allInOrder(design, 'Sew outwards', { outFrom }).job([]);
  const moved = countOf(job);
  return moved ? { job, moved } : null;
}

/**
 * A better order for the whole design, or null when none was found. Groups stay together. Throws JobError when there
 * is nothing to be put in order.
 */
export function putInOrder(design: Design, speed: MachineSpeed = DEFAULT_SPEED): OrderProposal | null {
  const leaves = [...everyLeaf(design.objects)];
  if (leaves.length < 2)
    throw new JobError('Two objects or more are needed before they can be put in order.');
  const job = allInOrder(design, 'Put in order', 'short').job([]);
  const moves = countOf(job);
  if (!moves) return null;
  const before = orderFigures(design, speed);
  const after = orderFigures(applyCommand(design, job.command).design, speed);
  return better(after, before) ? { before, after, job, moved: moves } : null;
}
