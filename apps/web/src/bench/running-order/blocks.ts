// The running order as blocks: one an object, as long as it takes to sew, with marks for what interrupts.
import { Move, threadByCode, type Plan } from '@rosehip/core';

export interface Block {
  id: string;
  name: string;
  colour: string;
  /** Seconds. */
  from: number;
  to: number;
  records: [from: number, to: number];
  stitches: number;
}

export interface Mark {
  kind: 'trim' | 'change' | 'stop';
  at: number;
}

const MARKS: Record<number, Mark['kind']> = {
  [Move.trim]: 'trim',
  [Move.change]: 'change',
  [Move.stop]: 'stop',
};

export function blocksOf(plan: Plan): Block[] {
  return plan.objects.map(({ id, name, thread, from, to }) => {
    let stitches = 0;
    let last = from; // what comes after the last stitch (a trim, a change) stands between the blocks
    for (let i = from; i < to; i++)
      if (plan.move[i] === Move.stitch) {
        stitches++;
        last = i + 1;
      }
    return {
      id,
      name,
      colour: threadByCode(thread).colour,
      from: from > 0 ? plan.time[from - 1] : 0,
      to: last > 0 ? plan.time[last - 1] : 0,
      records: [from, to],
      stitches,
    };
  });
}

export function marksOf(plan: Plan): Mark[] {
  const out: Mark[] = [];
  for (let i = 0; i < plan.move.length; i++) {
    const kind = MARKS[plan.move[i]];
    if (kind) out.push({ kind, at: ((i ? plan.time[i - 1] : 0) + plan.time[i]) / 2 });
  }
  return out;
}
