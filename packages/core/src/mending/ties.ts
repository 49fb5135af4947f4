// Ties of plain stitches: which threads have none, and ties for them.
import { RecordList, type Records } from '../design/stitch-blocks.ts';
import { recordsOf, stretchesOf, type Stretch } from '../design/stretches.ts';
import type { Point } from '../geometry/points.ts';
import { Move } from '../sewing/moves.ts';
import { tieIn, tieOff } from '../sewing/ties.ts';
import { Part, type SewnThread } from '../stitches/thread.ts';
import { placeOf, stitchLength } from './marked.ts';
import { ThreadRow } from './pieces.ts';

/** A stitch this short near a thread's end is part of a tie, in mm. */
const TIE_STITCH = 1.25;
/** So many stitches from a thread's end are looked at. */
const TIE_REACH = 4;

function isTied(records: Records, { from, to }: Stretch): boolean {
  const any = (first: number, last: number): boolean => {
    for (let i = Math.max(from + 1, first); i <= Math.min(to, last); i++)
      if (stitchLength(records, i) <= TIE_STITCH) return true;
    return false;
  };
  return any(from + 1, from + TIE_REACH) && any(to - TIE_REACH + 1, to);
}

/** Threads that have no tie at one of their ends. */
export const looseThreads = (records: Records): Stretch[] =>
  stretchesOf(records).filter((stretch) => !isTied(records, stretch));

function threadOf({ x, y }: Records, { from, to }: Stretch): SewnThread {
  const count = to - from + 1;
  return {
    x: Array.from({ length: count }, (_, k) => x[from + k] / 10),
    y: Array.from({ length: count }, (_, k) => y[from + k] / 10),
    part: Array.from({ length: count }, () => Part.top),
  };
}

/** The same stitches with ties where a thread has none. */
export function tied(records: Records): Records {
  const out = new RecordList();
  const put = (p: Point): void => out.add(Math.round(10 * p.x), Math.round(10 * p.y), Move.stitch, Part.tie);
  const loose = looseThreads(records);
  const beginning = new Map(loose.map((stretch) => [stretch.from, stretch]));
  const ending = new Map(loose.map((stretch) => [stretch.to, stretch]));
  for (let i = 0; i < records.move.length; i++) {
    out.addFrom(records, i);
    const [begins, ends] = [beginning.get(i), ending.get(i)];
    if (begins) {
      const [down, ...more] = tieIn(threadOf(records, begins), 'along');
      for (const p of [...(down ? [down] : []), ...more, ...(down ? [placeOf(records, i)] : [])]) put(p);
    }
    if (ends) tieOff(threadOf(records, ends), 'along').forEach(put);
  }
  return out.done();
}

/** The same stitches with new ties in place of those that are known as ties, and where there are none. */
export function retied(records: Records): Records {
  const row = new ThreadRow();
  for (const { from, to, cut } of stretchesOf(records)) {
    let [first, last] = [from, to];
    // A tie at the begin is come to by its first stitches, and left where the thread itself begins.
    while (first + 1 <= last && records.part[first + 1] === Part.tie) first++;
    while (last > first && records.part[last] === Part.tie) last--;
    if (last > first) row.add(recordsOf(records, { from: first, to: last }), cut);
  }
  return tied(row.done());
}
