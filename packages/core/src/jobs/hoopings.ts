// Jobs on hoopings: laid anew, one placed by hand, added or taken away; marks; what is sewn in which.
import { DESIGN_LIMITS } from '../design/limits.ts';
import { findItem } from '../design/tree.ts';
import type { Design, DesignChanges, Hooping, Marks } from '../design/types.ts';
import { newId } from '../design/types.ts';
import type { Bounds, Point } from '../geometry/points.ts';
import { hoopingsOf, sewnBoxes } from '../hooping/belong.ts';
import { fits, laidHoopings } from '../hooping/lay.ts';
import { markPlaces, MARK_SIZE, nearestMarkPlace } from '../hooping/marks.ts';
import { chartOf, differenceOfThreads, nearThreads } from '../materials/threads.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { sewResolved } from '../sewing/sew.ts';

import { JobBuilder, JobError, type Job } from './job.ts';
import { usedThreads } from './thread-codes.ts';

/** Marks of two neighbours need so much room beside their own size, in mm. */
const ROOM = 4;
/** Marks are seen from afar: the nearest thread to this that nothing else is sewn in. */
const MARK_COLOUR = '#d24e3e';
/** A thread this near to one of the design's could be mistaken for it, in CIEDE2000. */
const MISTAKEN = 8;

/** Marks to begin with: crosses in a thread of their own. */
export function firstMarks(design: Design): Marks {
  const used = usedThreads(design);
  const near = nearThreads(MARK_COLOUR, chartOf(design).threads);
  const free = near.find(({ thread }) => used.every((t) => differenceOfThreads(t, thread) > MISTAKEN));
  return { as: 'cross', thread: (free ?? near[0]).thread.code, size: MARK_SIZE };
}

const changed = (design: Design, label: string, changes: DesignChanges): Job => {
  const builder = new JobBuilder(design, label);
  builder.change(changes);
  return builder.job([]);
};

/** How much two neighbours share for their marks, in mm. */
export function roomForMarks(design: Pick<Design, 'marks'>): number {
  const { marks } = design;
  return marks?.as === 'frame' ? 12 : (marks?.size ?? MARK_SIZE) + ROOM;
}

export interface LaidHoopings {
  job: Job;
  /** How many hoopings there are now. */
  count: number;
  /** How many things are larger than the hoop. */
  tooLarge: number;
}

/**
 * Lays the fewest hoopings that hold everything whole. `boxes` is what is sewn reaches, by ids, when that is known. Throws
 * JobError when nothing is sewn.
 */
export function layHoopingsJob(
  design: Design,
  boxes: ReadonlyMap<string, Bounds> = sewnBoxes(sewResolved(resolveDesign(design))),
): LaidHoopings {
  const all = [...boxes.values()];
  if (!all.length) throw new JobError('Nothing is sewn yet: draw something first, then lay the hoopings.');
  const marks = design.marks ?? firstMarks(design);
  const shared = roomForMarks({ marks });
  const hoopings = laidHoopings(all, { hoop: design.hoop, shared });
  if (hoopings.length > DESIGN_LIMITS.hoopings)
    throw new JobError(
      `This would take ${hoopings.length} hoopings, more than ${DESIGN_LIMITS.hoopings}: choose a larger hoop.`,
    );
  const several = hoopings.length > 1;
  const job = changed(design, 'Lay hoopings', {
    hoopings: several || hoopings[0].x || hoopings[0].y || hoopings[0].turn ? hoopings : undefined,
    marks: several ? marks : undefined,
  });
  return { job, count: hoopings.length, tooLarge: all.filter((b) => !fits(b, design.hoop)).length };
}

/** Changes one hooping. */
export function placeHoopingJob(design: Design, id: string, to: Partial<Omit<Hooping, 'id'>>): Job {
  const hoopings = hoopingsOf(design);
  if (!hoopings.some((h) => h.id === id)) throw new JobError('This hooping is gone.');
  return changed(design, 'Place hooping', {
    hoopings: hoopings.map((h) => (h.id === id ? { ...h, ...to } : h)),
  });
}

/** One more, beside the last one. */
export function addHoopingJob(design: Design): Job {
  const hoopings = hoopingsOf(design);
  const last = hoopings[hoopings.length - 1];
  if (hoopings.length >= DESIGN_LIMITS.hoopings)
    throw new JobError(`A design has at most ${DESIGN_LIMITS.hoopings} hoopings: choose a larger hoop.`);
  const marks = design.marks ?? firstMarks(design);
  const step = Math.max(1, design.hoop.width - marks.size - ROOM);
  return changed(design, 'Add a hooping', {
    hoopings: [...hoopings, { ...last, id: newId(), x: last.x + step }],
    marks,
  });
}

/** Takes one away; what was to be sewn in it finds its place among the others. */
export function removeHoopingJob(design: Design, id: string): Job {
  const hoopings = hoopingsOf(design).filter((h) => h.id !== id);
  if (!hoopings.length) throw new JobError('One hooping stays: there is no sewing without it.');
  return changed(design, 'Remove hooping', {
    hoopings,
    marks: hoopings.length > 1 ? design.marks : undefined,
  });
}

/** Puts a mark (0 or 1) of those that lead on from a hooping to a place on the cloth (mm); null: both back to their own. */
export function placeMarkJob(design: Design, id: string, which: 0 | 1, to: Point | null): Job {
  const hoopings = hoopingsOf(design);
  const k = hoopings.findIndex((h) => h.id === id);
  const next = hoopings[k + 1];
  if (k < 0 || !next) throw new JobError('This hooping is gone.');
  const { marksAt: _, ...bare } = hoopings[k];
  const plain = resolveDesign(design);
  const now = markPlaces(hoopings[k], next, plain);
  if (to && !now) throw new JobError('No marks fit here: let the two hoopings share more of the cloth.');
  const place = to && nearestMarkPlace(hoopings[k], next, plain, to);
  const places: [Point, Point] | null = now && place && (which ? [now[0], place] : [place, now[1]]);
  const placed = places ? { ...bare, marksAt: places } : bare;
  if (places && !markPlaces(placed, next, plain)?.every((p, i) => p.x === places[i].x && p.y === places[i].y))
    throw new JobError('Two marks so near to one another tell no angle: keep them 15 mm apart.');
  return changed(design, places ? 'Move a mark' : 'Marks as far apart as can be', {
    hoopings: hoopings.map((h, i) => (i === k ? placed : h)),
  });
}

export const marksJob = (design: Design, marks: Marks): Job => changed(design, 'Marks', { marks });

/** Things are sewn in this hooping, whatever lies nearer; null: in the one that suits. */
export function hoopInJob(design: Design, ids: readonly string[], hooping: string | null): Job {
  const builder = new JobBuilder(design, 'Sew in a hooping');
  for (const id of ids) {
    const item = findItem(design, id);
    if (!item) continue;
    const { hooping: _, ...rest } = item;
    builder.replace(hooping === null ? rest : { ...rest, hooping });
  }
  return builder.job([...ids]);
}
