// Records of plain stitches with some of them marked: what every way of mending takes and gives.
import { RecordList, type Records } from '../design/stitch-blocks.ts';
import type { Point } from '../geometry/points.ts';
import { Move } from '../sewing/moves.ts';

/** Records, and which of them a hand has chosen: 1 a record that is marked. Neither is ever changed, only replaced. */
export interface MarkedRecords {
  records: Records;
  marked: Uint8Array;
}

/** Collects records with their marks. */
export class Mender {
  private readonly list = new RecordList();
  private readonly marks: number[] = [];

  put(x: number, y: number, move: number, part: number, mark: number): void {
    this.list.add(x, y, move, part);
    this.marks.push(mark);
  }

  /** Takes record `i` over. */
  keep({ records: { x, y, move, part }, marked }: MarkedRecords, i: number): void {
    this.put(x[i], y[i], move[i], part[i], marked[i]);
  }

  done(): MarkedRecords {
    return { records: begun(this.list.done()), marked: Uint8Array.from(this.marks) };
  }
}

/** The same records; the first one only says where the needle comes from, whatever it was. */
export function begun(records: Records): Records {
  if (!records.move.length || records.move[0] === Move.jump) return records;
  const move = records.move.slice();
  move[0] = Move.jump;
  return { ...records, move };
}

/** How many are marked. */
export function markCount(marked: Uint8Array): number {
  let count = 0;
  for (const mark of marked) count += mark;
  return count;
}

/** A record's place, in mm. */
export const placeOf = ({ x, y }: Records, i: number): Point => ({ x: x[i] / 10, y: y[i] / 10 });

/** The length of the stitch that arrives at record `i`, in mm; 0 where none does. */
export const stitchLength = ({ x, y, move }: Records, i: number): number =>
  i > 0 && move[i] === Move.stitch ? Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]) / 10 : 0;

/** Stretches of records that are marked and hang together by stitches: first and last record of each. */
export function markedRuns({ records: { move }, marked }: MarkedRecords): [from: number, to: number][] {
  const out: [number, number][] = [];
  for (let i = 0; i < marked.length; i++) {
    if (!marked[i]) continue;
    const run = out.at(-1);
    if (run && run[1] === i - 1 && move[i] === Move.stitch) run[1] = i;
    else out.push([i, i]);
  }
  return out;
}

/** The records just before and after a run of one thread; its own ends where the thread ends. */
export function around(
  { move }: Records,
  [from, to]: readonly [number, number],
): [before: number, after: number] {
  return [
    from > 0 && move[from] === Move.stitch ? from - 1 : from,
    to + 1 < move.length && move[to + 1] === Move.stitch ? to + 1 : to,
  ];
}
