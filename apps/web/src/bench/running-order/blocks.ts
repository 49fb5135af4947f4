// The running order as blocks: one an object, as long as it takes to sew, with marks for what interrupts.
import { Move, originOf, Part, type Plan } from '@rosehip/core';

export interface Block {
  id: string;
  /** What it is a copy of, as it stands in the design; itself where it is no copy. */
  of: string;
  name: string;
  colour: string;
  /** Seconds. */
  from: number;
  to: number;
  records: [from: number, to: number];
  stitches: number;
}

export type MarkKind = 'trim' | 'change' | 'stop' | 'jump' | 'tie';

export interface Mark {
  kind: MarkKind;
  /** Seconds. */
  at: number;
}

const MARKS: Record<number, MarkKind> = {
  [Move.trim]: 'trim',
  [Move.change]: 'change',
  [Move.stop]: 'stop',
  [Move.jump]: 'jump',
};

export function blocksOf({ objects, threads, move, time }: Plan): Block[] {
  return objects.map(({ id, name, thread, from, to }) => {
    let stitches = 0;
    let last = from; // what comes after the last stitch (a trim, a change) stands between the blocks
    for (let i = from; i < to; i++)
      if (move[i] === Move.stitch) {
        stitches++;
        last = i + 1;
      }
    return {
      id,
      of: originOf(id),
      name,
      colour: threads[thread].colour,
      from: from > 0 ? time[from - 1] : 0,
      to: last > 0 ? time[last - 1] : 0,
      records: [from, to],
      stitches,
    };
  });
}

/** What an item and all its copies take together. */
export interface Share {
  stitches: number;
  seconds: number;
  /** From the first record of the first copy to the end of the last one. */
  records: [from: number, to: number];
}

/** Shares of the items of the design, copies with what they are copies of. */
export function blocksByItem(plan: Plan): Map<string, Share> {
  const out = new Map<string, Share>();
  for (const { of, stitches, from, to, records } of blocksOf(plan)) {
    const before = out.get(of);
    out.set(of, {
      stitches: stitches + (before?.stitches ?? 0),
      seconds: to - from + (before?.seconds ?? 0),
      records: [
        Math.min(records[0], before?.records[0] ?? Infinity),
        Math.max(records[1], before?.records[1] ?? 0),
      ],
    });
  }
  return out;
}

/** Everything that interrupts the sewing, and where threads are tied. A row of jumps or ties is one mark. */
export function marksOf(plan: Plan): Mark[] {
  const out: Mark[] = [];
  let before: MarkKind | undefined;
  const { move, part, time } = plan;
  for (let i = 0; i < move.length; i++) {
    const stitch = move[i] === Move.stitch;
    // Nearly all are plain stitches: nothing is looked up for them.
    if (stitch && part[i] !== Part.tie) {
      before = undefined;
      continue;
    }
    const kind = stitch ? 'tie' : MARKS[move[i]];
    if (kind && !(kind === before && (kind === 'jump' || kind === 'tie')))
      out.push({ kind, at: ((i ? time[i - 1] : 0) + time[i]) / 2 });
    before = kind;
  }
  return out;
}

/** Marks that matter more are kept where there is room for one only. */
const RANK: MarkKind[] = ['stop', 'change', 'trim', 'jump', 'tie'];

/** Marks with at least `room` pixels between them; `at` gives a mark's place in pixels. */
export function marksWithRoom(marks: readonly Mark[], at: (m: Mark) => number, room: number): Mark[] {
  const taken: number[] = [];
  const out: Mark[] = [];
  for (const kind of RANK)
    for (const mark of marks) {
      if (mark.kind !== kind) continue;
      const x = at(mark);
      const i = firstAtLeast(taken, x);
      if ((taken[i] ?? Infinity) - x < room || x - (taken[i - 1] ?? -Infinity) < room) continue;
      taken.splice(i, 0, x);
      out.push(mark);
    }
  return out.sort((a, b) => a.at - b.at);
}

function firstAtLeast(sorted: readonly number[], x: number): number {
  let lo = 0;
  let hi = sorted.length;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (sorted[mid] < x) lo = mid + 1;
    else hi = mid;
  }
  return lo;
}
