// Cuts of the thread within plain stitches.
import type { Records } from '../design/stitch-blocks.ts';
import { Move } from '../sewing/plan.ts';
import { Mender, type MarkedRecords } from './marked.ts';

/** Cuts the thread at a needle point; what follows is come to anew. Unchanged where it is cut already. */
export function withTrim(records: Records, i: number): Records {
  if (records.move[i + 1] === Move.trim || i + 1 >= records.move.length) return records;
  const out = new Mender();
  const given = { records, marked: new Uint8Array(records.x.length) };
  for (let k = 0; k < records.x.length; k++) {
    out.keep(given, k);
    if (k !== i) continue;
    out.put(records.x[i], records.y[i], Move.trim, 0, 0);
    if (records.move[i + 1] === Move.stitch) out.put(records.x[i], records.y[i], Move.jump, 0, 0);
  }
  return out.done().records;
}

/** Without the cuts at marked records, or next to them. Jumps of no length that came with them go too. */
export function withoutTrims({ records, marked }: MarkedRecords): Records {
  const out = new Mender();
  const plain = { records, marked: new Uint8Array(records.x.length) };
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
    out.keep(plain, i);
  }
  return out.done().records;
}
