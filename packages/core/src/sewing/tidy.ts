// Travel tidying: a better order for neighbours of one colour, and better begins and ends, with figures to compare.
import { findPlace } from '../design/tree.ts';
import type { Design, DesignObject, Item, PlainDesign, PlainOutline } from '../design/types.ts';
import { distance, type Bounds, type Point } from '../geometry/points.ts';
import { arcLengths, pointAt } from '../geometry/polyline.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { resolveDesign } from '../outlines/resolve.ts';
import { outlineBounds } from '../outlines/transform.ts';
import { applyCommand } from '../design/commands.ts';
import { JobBuilder, JobError, type Job } from '../shaping/jobs/job.ts';
import { Part } from '../stitches/thread.ts';
import { Move, type Plan } from './plan.ts';
import { sewDesign } from './sew.ts';

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

const SAMPLE = 1.5;
const MOST_SAMPLES = 150;

interface Stop {
  id: string;
  points: Point[];
  bounds: Bounds | null;
}

function stopOf(id: string, outline: PlainOutline): Stop {
  const points = outlineLines(outline, 0.2).flatMap((line) => {
    const lengths = arcLengths(line);
    const total = lengths.at(-1)!;
    const count = Math.min(MOST_SAMPLES, Math.max(2, Math.ceil(total / SAMPLE)));
    return Array.from({ length: count + 1 }, (_, k) => pointAt(line, lengths, (total * k) / count));
  });
  return { id, points, bounds: outlineBounds(outline) };
}

const gapBetween = (a: Stop, b: Stop): number => {
  let least = Infinity;
  for (const p of a.points) for (const q of b.points) least = Math.min(least, distance(p, q));
  return least;
};

const overlap = (a: Bounds | null, b: Bounds | null): boolean =>
  !!a && !!b && a.minX < b.maxX && b.minX < a.maxX && a.minY < b.maxY && b.minY < a.maxY;

/** An order with short gaps in which nothing that overlaps changes places; indexes of the stops. */
function shortOrder(stops: Stop[]): number[] {
  const n = stops.length;
  const gaps = stops.map((a) => stops.map((b) => (a === b ? 0 : gapBetween(a, b))));
  const after = stops.map((a, i) =>
    stops.flatMap((b, j) => (j < i && overlap(a.bounds, b.bounds) ? [j] : [])),
  );
  const cost = (order: number[]): number =>
    order.reduce((sum, s, k) => sum + (k ? gaps[order[k - 1]][s] : 0), 0);
  const allowed = (order: number[]): boolean => {
    const at = new Map(order.map((s, k) => [s, k]));
    return order.every((s) => after[s].every((b) => at.get(b)! < at.get(s)!));
  };
  let best = stops.map((_, i) => i);
  for (let begin = 0; begin < n; begin++) {
    if (after[begin].length) continue;
    const order = [begin];
    while (order.length < n) {
      const free = best
        .map((_, i) => i)
        .filter((i) => !order.includes(i) && after[i].every((b) => order.includes(b)));
      const from = order[order.length - 1];
      order.push(free.reduce((a, b) => (gaps[from][b] < gaps[from][a] ? b : a)));
    }
    if (cost(order) < cost(best) - 1e-9) best = order;
  }
  // Moving one stop elsewhere, and turning a stretch round, as long as it helps.
  for (let improved = true, round = 0; improved && round < 30; round++) {
    improved = false;
    const tries: number[][] = [];
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        if (i === j) continue;
        tries.push(best.toSpliced(i, 1).toSpliced(j, 0, best[i]));
        if (i < j) tries.push([...best.slice(0, i), ...best.slice(i, j + 1).reverse(), ...best.slice(j + 1)]);
      }
    for (const order of tries) {
      if (cost(order) >= cost(best) - 1e-6 || !allowed(order)) continue;
      best = order;
      improved = true;
    }
  }
  return best;
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

function reordered(design: Design, plain: PlainDesign, block: DesignObject[]): Job {
  const stops = block.map(({ id }) => {
    const item = findPlace(plain.objects, id)!.item as DesignObject<PlainOutline>;
    return stopOf(id, item.outline);
  });
  const place = findPlace(design.objects, block[0].id)!;
  const builder = new JobBuilder(design, 'Tidy travel');
  shortOrder(stops).forEach((s, k) => builder.move(stops[s].id, place.parent?.id ?? null, place.index + k));
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
