// Records of plain stitches with some of them marked: what every way of mending takes and gives.
import { emptyRecords, RecordList, recordsBetween, type Records } from '../design/stitch-blocks.ts';
import type { Point } from '../geometry/points.ts';
import { Move } from '../sewing/plan.ts';

/** Records, and which of them a hand has chosen: 1 a record that is marked. Neither is ever changed, only replaced. */
export interface MarkedRecords {
  records: Records;
  marked: Uint8Array;
}

/** Collects records with their marks. */
export class Mender {
  private readonly list = new RecordList();
  private readonly marks: number[] = [];

  get length(): number {
    return this.marks.length;
  }

  get last(): [x: number, y: number] | null {
    return this.list.last;
  }

  put(x: number, y: number, move: number, part: number, mark: number): void {
    this.list.add(x, y, move, part);
    this.marks.push(mark);
  }

  /** Takes record `i` over. */
  keep({ records: { x, y, move, part }, marked }: MarkedRecords, i: number): void {
    this.put(x[i], y[i], move[i], part[i], marked[i]);
  }

  /** The first record only says where the needle comes from, whatever it was. */
  done(): MarkedRecords {
    const records = this.list.done();
    if (records.move.length) records.move[0] = Move.jump;
    return { records, marked: Uint8Array.from(this.marks) };
  }
}

/** How many are marked. */
export const markCount = (marked: Uint8Array): number => marked.reduce((sum, m) => sum + m, 0);

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
    if (move[i] === Move.trim) cut = true;
    if (move[i] !== Move.stitch || i === 0) continue;
    const last = out.at(-1);
    if (last?.to === i - 1) last.to = i;
    else {
      out.push({ from: i - 1, to: i, cut });
      cut = false;
    }
  }
  return out;
}

/** One record at a place; tenths of a millimetre. */
export function oneRecord(x: number, y: number, move: number, part: number): Records {
  const out = emptyRecords(1);
  [out.x[0], out.y[0], out.move[0], out.part[0]] = [x, y, move, part];
  return out;
}

/** Records of a stretch. */
export const recordsOf = (records: Records, { from, to }: Stretch): Records =>
  recordsBetween(records, from, to + 1);
