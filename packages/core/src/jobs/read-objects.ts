// Plain stitches become the objects that they were read as.
import { allRecords, blocksOf, type Records } from '../design/stitch-blocks.ts';
import { recordsOf, stretchesOf } from '../design/stretches.ts';
import { newId, type Design, type DesignObject, type Item, type StitchesObject } from '../design/types.ts';
import type { Matrix } from '../geometry/matrix.ts';
import { ThreadRow } from '../mending/pieces.ts';
import { readStitches, type Reading, type ReadObject, type ReadSpan } from '../reading/read.ts';
import { clothUnder } from '../materials/cloths.ts';
import { transformItems } from '../resolve/transform-items.ts';
import { inOrder, JobBuilder, JobError, type Job } from './job.ts';
import { materialsOf } from '../materials/materials.ts';

/** What was read of stitches, by their ids. */
export type Readings = ReadonlyMap<string, Reading>;

/** The plain stitches among what is selected; of groups, those in them. Of nothing, all there are. */
export function stitchesAmong(design: Design, ids: readonly string[]): StitchesObject[] {
  const within = (items: readonly Item[]): StitchesObject[] =>
    items.flatMap((i) => (i.kind === 'group' ? within(i.objects) : i.kind === 'stitches' ? [i] : []));
  return within(ids.length ? inOrder(design, ids) : design.objects).filter((i) => !i.locked);
}

/** Reads plain stitches of a design; `progress` hears how far that is, 0 to 1. */
export function readingsOf(
  design: Design,
  items: readonly StitchesObject[],
  progress?: (done: number) => void,
): Map<string, Reading> {
  const cloth = materialsOf(design).cloth;
  return new Map(
    items.map((item, k) => [
      item.id,
      readStitches(allRecords(item.blocks), clothUnder(cloth, item.thread), (done) =>
        progress?.((k + done) / items.length),
      ),
    ]),
  );
}

/** What each kind is called in the names of objects. */
const NAMES: Record<ReadObject['as'], string> = {
  satin: 'Satin',
  fill: 'Fill',
  run: 'Line',
  bean: 'Bean line',
  'there-and-back': 'Line there and back',
  redwork: 'Redwork',
};

/** Pieces of records in order; where they hang together they go on, else the thread is cut. */
function piecesOf(records: Records, spans: readonly ReadSpan[], cuts: ReadonlySet<number>): Records {
  const row = new ThreadRow();
  let end = -1;
  for (const span of spans) {
    row.add(recordsOf(records, span), cuts.has(span.from) || (end >= 0 && span.from !== end));
    end = span.to;
  }
  return row.done();
}

/**
 * Makes objects of what plain stitches were read as; what `takes` refuses, and what could not be read, stays stitches, in the
 * order in which it was sewn. Several parts stand in a group. With a map, all of it is mapped as well: objects keep their
 * spacing whatever size they get. Throws JobError when nothing is taken.
 */
export function readObjectsJob(
  design: Design,
  readings: Readings,
  takes: (object: ReadObject) => boolean,
  map?: Matrix,
): Job {
  const builder = new JobBuilder(design, 'Read as objects');
  const select: string[] = [];
  const counts = new Map<string, number>();
  for (const item of stitchesAmong(design, [...readings.keys()])) {
    const { objects, unread } = readings.get(item.id)!;
    if (!objects.some(takes)) continue;
    const made = partsOf(item, objects, unread, takes, counts);
    const { stopAfter } = item;
    if (stopAfter !== undefined) made[made.length - 1] = { ...made[made.length - 1], stopAfter };
    const [only] = made;
    const { id, name, visible, locked } = item;
    builder.replace(
      made.length === 1 ? { ...only, id } : { id, name, visible, locked, kind: 'group', objects: made },
    );
    select.push(id);
  }
  if (!select.length)
    throw new JobError('Nothing is taken: take what is less sure, too, or press it on the cloth.');
  if (map)
    for (const item of transformItems(builder.design, inOrder(builder.design, select), map))
      builder.replace(item);
  return builder.job(select);
}

function partsOf(
  item: StitchesObject,
  objects: readonly ReadObject[],
  unread: readonly ReadSpan[],
  takes: (object: ReadObject) => boolean,
  counts: Map<string, number>,
): (DesignObject | StitchesObject)[] {
  const records = allRecords(item.blocks);
  const cuts = new Set(stretchesOf(records).flatMap(({ from, cut }) => (cut ? [from] : [])));
  const shared = { visible: item.visible, locked: item.locked, thread: item.thread };
  const named = (name: string): string => {
    const n = (counts.get(name) ?? 0) + 1;
    counts.set(name, n);
    return `${name} ${n}`;
  };
  const units: { at: number; spans: readonly ReadSpan[]; object?: ReadObject }[] = [
    ...objects.map((object) => {
      const taken = takes(object);
      const spans = taken ? object.spans : [...object.spans, ...object.laid];
      return { at: Math.min(...spans.map((s) => s.from)), spans, ...(taken && { object }) };
    }),
    ...unread.map((span) => ({ at: span.from, spans: [span] })),
  ].sort((a, b) => a.at - b.at);
  const out: (DesignObject | StitchesObject)[] = [];
  let kept: ReadSpan[] = [];
  const flush = (): void => {
    if (!kept.length) return;
    const row = piecesOf(
      records,
      kept.sort((a, b) => a.from - b.from),
      cuts,
    );
    const name = named('Stitches');
    out.push({ ...shared, id: newId(), name, kind: 'stitches', blocks: blocksOf(row) });
    kept = [];
  };
  for (const { spans, object } of units) {
    if (!object) {
      kept.push(...spans);
      continue;
    }
    flush();
    const { as, outline, recipe, guideLines } = object;
    out.push({
      ...shared,
      id: newId(),
      name: named(NAMES[as]),
      kind: 'object',
      outline,
      recipe,
      ...(guideLines && { guideLines }),
    });
  }
  flush();
  return out;
}
