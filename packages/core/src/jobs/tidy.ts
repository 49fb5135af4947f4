// Travel tidying: a better order for neighbours of one colour, and better begins and ends, with figures to compare.
import { findPlace } from '../design/tree.ts';
import type { Design, DesignObject, Item, ResolvedDesign } from '../design/types.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { applyCommand } from '../design/commands.ts';
import { JobBuilder, JobError, type Job } from './job.ts';
import { Part } from '../stitches/thread.ts';
import { mustFollow, sewnExtent } from '../sewing/extent.ts';
import { Move } from '../sewing/moves.ts';
import type { Plan } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import { shortOrder, wayPoints } from '../sewing/short-order.ts';
import { materialsOf } from '../materials/materials.ts';

export interface TravelFigures {
  trims: number;
  jumps: number;
  /** Thread that only gets from one place to another, with the way the needle goes when it is cut; mm. */
  travel: number;
}

export interface TidyProposal {
  before: TravelFigures;
  after: TravelFigures;
  /** What to do to get there. */
  job: Job;
  /** How many objects it is about. */
  objects: number;
}

/** Trims, jumps and travel of a plan. */
export function travelOf(plan: Plan): TravelFigures {
  let [trims, jumps, travel] = [0, 0, 0];
  for (let i = 1; i < plan.x.length; i++) {
    const d = Math.hypot(plan.x[i] - plan.x[i - 1], plan.y[i] - plan.y[i - 1]);
    if (plan.move[i] === Move.trim) trims++;
    if (plan.move[i] === Move.jump) jumps++;
    if (plan.move[i] === Move.jump || plan.part[i] === Part.travel) travel += d;
  }
  return { trims, jumps, travel };
}

/** Neighbours of the same thread in the running order around an object, itself included. */
function colourAround(siblings: readonly Item[], index: number): DesignObject[] {
  const same = (item: Item | undefined): item is DesignObject =>
    item?.kind === 'object' && !item.unsewn && item.thread === (siblings[index] as DesignObject).thread;
  let [from, to] = [index, index];
  while (same(siblings[from - 1]) && (siblings[from - 1] as DesignObject).stopAfter === undefined) from--;
  while (same(siblings[to + 1]) && (siblings[to] as DesignObject).stopAfter === undefined) to++;
  return siblings.slice(from, to + 1) as DesignObject[];
}

const MOST_OBJECTS = 60;

function reordered(design: Design, plain: ResolvedDesign, block: DesignObject[]): Job {
  const cloth = materialsOf(design).cloth;
  const items = block.map(({ id }) => findPlace(plain.objects, id)!.item);
  const places = items.map((item) => wayPoints(item));
  const order = shortOrder(places, mustFollow(items.map((item) => sewnExtent(item, cloth))));
  const place = findPlace(design.objects, block[0].id)!;
  const builder = new JobBuilder(design, 'Tidy travel');
  order.forEach((s, k) => builder.move(items[s].id, place.parent?.id ?? null, place.index + k));
  return builder.job(block.map((o) => o.id));
}

/** Leaves begins and ends to the engine again. */
function freed(design: Design, block: DesignObject[]): Job {
  const builder = new JobBuilder(design, 'Tidy travel');
  for (const object of block) {
    const { start: _, end: __, ...rest } = object;
    if (object.start || object.end) builder.replace(rest);
  }
  return builder.job(block.map((o) => o.id));
}

const better = (a: TravelFigures, b: TravelFigures): boolean =>
  a.trims !== b.trims ? a.trims < b.trims : a.travel < b.travel - 0.5;

/**
 * Looks for a better route through the objects of one colour around a selected one: another order, with begins and
 * ends as fixed or left to the engine. Null when what there is can't be bettered. Throws JobError when nothing is
 * selected that has a route.
 */
export function tidyTravel(design: Design, ids: readonly string[]): TidyProposal | null {
  const place = ids.map((id) => findPlace(design.objects, id)).find((p) => p?.item.kind === 'object');
  if (!place) throw new JobError('Select an object of the colour to be tidied first.');
  const siblings = place.parent?.objects ?? design.objects;
  const block = colourAround(siblings, place.index).slice(0, MOST_OBJECTS);
  const before = travelOf(sewDesign(design));
  const plain = resolveDesign(design);
  const jobs = [freed(design, block), ...(block.length > 1 ? [reordered(design, plain, block)] : [])];
  if (block.length > 1) {
    const loose = applyCommand(design, jobs[0].command).design;
    const both = reordered(loose, plain, block);
    jobs.push({
      ...both,
      command: { do: 'batch', label: 'Tidy travel', commands: [jobs[0].command, both.command] },
    });
  }
  let best: TidyProposal | null = null;
  for (const job of jobs) {
    const after = travelOf(sewDesign(applyCommand(design, job.command).design));
    if (better(after, best?.after ?? before)) best = { before, after, job, objects: block.length };
  }
  return best;
}
