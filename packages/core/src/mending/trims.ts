// Cuts of the thread within plain stitches.
import { joinRecords, RecordList, recordsBetween, type Records } from '../design/stitch-blocks.ts';
import { Move } from '../sewing/moves.ts';
import { begun, type MarkedRecords } from './marked.ts';

/** Cuts the thread at a needle point; what follows is come to anew. Unchanged where it is cut already. */
export function withTrim(records: Records, i: number): Records {
  const next = records.move[i + 1];
  if (next === undefined || next === Move.trim) return records;
  const cut = new RecordList();
  cut.add(records.x[i], records.y[i], Move.trim);
  if (next === Move.stitch) cut.add(records.x[i], records.y[i], Move.jump);
  const n = records.x.length;
  return joinRecords([recordsBetween(records, 0, i + 1), cut.done(), recordsBetween(records, i + 1, n)]);
}

/** Without the cuts at marked records, or next to them. Jumps of no length that came with them go too. */
export function withoutTrims({ records, marked }: MarkedRecords): Records {
  const out = new RecordList();
  let taken = false;
  for (let i = 0; i < records.x.length; i++) {
    const near = marked[i] || marked[i - 1] || marked[i + 1];
    if (records.move[i] === Move.trim && near) {
      taken = true;
      continue;
    }
    const { last } = out;
    const still = last && last[0] === records.x[i] && last[1] === records.y[i];
    if (taken && records.move[i] === Move.jump && still) continue;
    if (records.move[i] === Move.stitch) taken = false;
    out.addFrom(records, i);
  }
  return begun(out.done());
}
