// Mending plain stitches, each as one step: other records for one object, several of one, and one of several.
import { allRecords, blocksOf, blocksWith, type Records } from '../design/stitch-blocks.ts';
import { recordsOf, stretchesOf } from '../design/stretches.ts';
import { findItem } from '../design/tree.ts';
import { newId, type Design, type StitchesObject } from '../design/types.ts';
import type { Region } from '../geometry/region.ts';
import { cutAt, cutByRegion, joinedEnds, takenOut, ThreadRow, type JoinWay } from '../mending/pieces.ts';
import { Move } from '../sewing/moves.ts';
import { inOrder, JobBuilder, JobError, type Job } from './job.ts';

/** The stitches with an id; throws JobError when they are gone, or are no plain stitches. */
export function stitchesById(design: Design, id: string): StitchesObject {
  const item = findItem(design, id);
  if (!item) throw new JobError('These stitches are gone.');
  if (item.kind !== 'stitches') throw new JobError(`${item.name} is drawn: set it as stitches first.`);
  return item;
}

const isSewn = ({ move }: Records): boolean => move.indexOf(Move.stitch, 1) > 0;

/** The stitches with other records; blocks that are the same are shared. */
export function withRecords(item: StitchesObject, records: Records): StitchesObject {
  const blocks = blocksWith(item.blocks, records);
  return blocks === item.blocks ? item : { ...item, blocks };
}

/** Other records for one object; without a stitch left it goes. */
export function mendJob(
  design: Design,
  id: string,
  label: string,
  change: (records: Records) => Records,
): Job {
  const item = stitchesById(design, id);
  const builder = new JobBuilder(design, label);
  const next = change(allRecords(item.blocks));
  const sewn = isSewn(next);
  if (sewn) builder.replace(withRecords(item, next));
  else builder.remove(id);
  return builder.job(sewn ? [id] : []);
}

type PartOf = Partial<StitchesObject> & { records: Records };

/** Parts of one object as objects, the first with its id; parts without a stitch are left out. */
function partsOf(item: StitchesObject, parts: readonly PartOf[]): StitchesObject[] {
  const { stopAfter, ...first } = item;
  const sewn = parts.filter(({ records }) => isSewn(records));
  return sewn.map(({ records, ...more }, k) => ({
    ...first,
    ...(k === sewn.length - 1 && stopAfter !== undefined && { stopAfter }),
    ...more,
    id: k ? newId() : item.id,
    blocks: blocksOf(records),
  }));
}

function partsJob(design: Design, item: StitchesObject, label: string, parts: readonly PartOf[]): Job {
  const made = partsOf(item, parts);
  if (made.length < 2) throw new JobError('Nothing would be parted: all stitches lie on one side.');
  const builder = new JobBuilder(design, label);
  builder.replace(made[0]);
  builder.insertAfter(made.slice(1), item.id);
  return builder.job([made.at(-1)!.id]);
}

/** Cuts stitches at a needle point into two objects. */
export function cutAtJob(design: Design, id: string, record: number): Job {
  const item = stitchesById(design, id);
  const [before, after] = cutAt(allRecords(item.blocks), record);
  const name = `${item.name.slice(0, 110)} 2`;
  return partsJob(design, item, 'Cut at a needle point', [{ records: before }, { records: after, name }]);
}

/** The machine waits at a needle point, with a note for the person. */
export function stopAtJob(design: Design, id: string, record: number, note: string): Job {
  const item = stitchesById(design, id);
  const [before, after] = cutAt(allRecords(item.blocks), record);
  return partsJob(design, item, 'Stop here', [{ records: before, stopAfter: note }, { records: after }]);
}

/** From a needle point on another thread is sewn. */
export function otherThreadJob(design: Design, id: string, record: number, thread: string): Job {
  const item = stitchesById(design, id);
  if (thread === item.thread) throw new JobError('That is the thread it has: choose another one.');
  const [before, after] = cutAt(allRecords(item.blocks), record);
  return partsJob(design, item, 'Change thread here', [{ records: before }, { records: after, thread }]);
}

/** The marked stitches become an object of their own, sewn after the rest. */
export function takeOutJob(design: Design, id: string, marked: Uint8Array): Job {
  const item = stitchesById(design, id);
  const { taken, left } = takenOut({ records: allRecords(item.blocks), marked });
  if (!isSewn(taken)) throw new JobError('Mark two needle points that hang together, or more.');
  const name = `${item.name.slice(0, 110)}, piece`;
  return partsJob(design, item, 'Take a piece out', [{ records: left }, { records: taken, name }]);
}

/** What of a cut by a shape stays. */
export type Kept = 'inside' | 'outside' | 'both';

/** Cuts stitches along the edge of a region. */
export function cutRegionJob(
  design: Design,
  ids: readonly string[],
  region: Region,
  kept: Kept,
  label = 'Cut with a shape',
): Job {
  const items = inOrder(design, ids).filter((item) => item.kind === 'stitches');
  if (!items.length) throw new JobError('Select the stitches that are to be cut.');
  const builder = new JobBuilder(design, label);
  const select: string[] = [];
  let cut = false;
  for (const item of items) {
    const parted = cutByRegion(allRecords(item.blocks), region);
    if (!parted) throw new JobError(`${item.name} would be cut into shreds: choose a simpler shape.`);
    const { inside, outside } = parted;
    const name = `${item.name.slice(0, 110)} 2`;
    const parts = { inside: [{ records: inside }], outside: [{ records: outside }] };
    const made = partsOf(item, kept === 'both' ? [...parts.outside, { records: inside, name }] : parts[kept]);
    const changes = kept === 'both' ? made.length > 1 : isSewn(kept === 'inside' ? outside : inside);
    if (!changes) continue;
    if (made.length) builder.replace(made[0]);
    else builder.remove(item.id);
    builder.insertAfter(made.slice(1), item.id);
    select.push(...made.map(({ id }) => id));
    cut = true;
  }
  if (!cut) throw new JobError('The cut does not meet these stitches.');
  return builder.job(select);
}

/** Joins the end of one object to the begin of another, which goes into it. */
export function joinEndsJob(design: Design, first: string, second: string, how: JoinWay): Job {
  const [a, b] = [stitchesById(design, first), stitchesById(design, second)];
  if (a === b) throw new JobError('Select two sets of stitches that are to be joined.');
  const builder = new JobBuilder(design, 'Join ends');
  builder.replace({
    ...a,
    ...(b.stopAfter !== undefined && { stopAfter: b.stopAfter }),
    blocks: blocksOf(joinedEnds(allRecords(a.blocks), allRecords(b.blocks), how)),
  });
  builder.remove(b.id);
  return builder.job([a.id]);
}

/** Plain stitches of one thread as one step of the machine: no trim between them, nor inside. What it costs is told. */
export function sewAsOneJob(design: Design, ids: readonly string[]): Job & { cost: string } {
  const items = inOrder(design, ids).filter((item): item is StitchesObject => item.kind === 'stitches');
  const [first, ...others] = items;
  if (!first) throw new JobError('Select plain stitches of one thread.');
  if (others.some(({ thread }) => thread !== first.thread))
    throw new JobError('They are of several threads: give them one thread first.');
  const row = new ThreadRow();
  const jumps: number[] = [];
  let trims = 0;
  let at: [number, number] | null = null;
  for (const item of items) {
    const records = allRecords(item.blocks);
    for (const [k, stretch] of stretchesOf(records).entries()) {
      const [x, y] = [records.x[stretch.from], records.y[stretch.from]];
      const way = at ? Math.hypot(x - at[0], y - at[1]) / 10 : 0;
      if (way > 0.05) jumps.push(way);
      if (at && (stretch.cut || (!k && way > 0.05))) trims++;
      row.add(recordsOf(records, stretch), false);
      at = [records.x[stretch.to], records.y[stretch.to]];
    }
  }
  if (!others.length && !trims) throw new JobError('These stitches are one step already.');
  const builder = new JobBuilder(design, 'Sew as one');
  const stop = items.at(-1)!.stopAfter;
  const { stopAfter: _, ...plain } = first;
  builder.replace({
    ...plain,
    ...(stop !== undefined && { stopAfter: stop }),
    blocks: blocksOf(row.done()),
  });
  for (const { id } of others) builder.remove(id);
  const longest = Math.max(0, ...jumps);
  const cost = jumps.length
    ? `One step now: ${jumps.length} ${jumps.length === 1 ? 'jump' : 'jumps'} without a trim, the longest ${longest.toFixed(1)} mm.`
    : 'One step now, without a jump.';
  return { ...builder.job([first.id]), cost };
}
