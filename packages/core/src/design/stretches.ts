// Unbroken threads of plain stitches.
import type { Line } from '../geometry/polyline.ts';
import { allRecords, recordsBetween, type Records, type StitchBlock } from './stitch-blocks.ts';

/** The codes of `Records.move` that matter here. */
const [STITCH, TRIM] = [0, 2];

/** An unbroken thread: its first and last record, and whether the thread is cut before it. */
export interface Stretch {
  from: number;
  to: number;
  cut: boolean;
}

/** The unbroken threads of records, in order; places that the needle only passes belong to none. */
export function stretchesOf({ move }: Records): Stretch[] {
  const out: Stretch[] = [];
  let cut = false;
  for (let i = 0; i < move.length; i++) {
    if (move[i] === TRIM) cut = true;
    if (move[i] !== STITCH || i === 0) continue;
    const last = out.at(-1);
    if (last?.to === i - 1) last.to = i;
    else {
      out.push({ from: i - 1, to: i, cut });
      cut = false;
    }
  }
  return out;
}

/** Records of a stretch: a view. */
export const recordsOf = (records: Records, { from, to }: Pick<Stretch, 'from' | 'to'>): Records =>
  recordsBetween(records, from, to + 1);

/** The unbroken threads of stitches, as lines in mm. */
export function threadLines(blocks: readonly StitchBlock[]): Line[] {
  const records = allRecords(blocks);
  return stretchesOf(records).map(({ from, to }) => {
    const coords = new Float64Array(2 * (to - from + 1));
    for (let i = from; i <= to; i++) {
      coords[2 * (i - from)] = records.x[i] / 10;
      coords[2 * (i - from) + 1] = records.y[i] / 10;
    }
    return { coords, closed: false };
  });
}
