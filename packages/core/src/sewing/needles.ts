// Which thread stands on which needle of a machine that holds several, so that as few as can be are threaded anew.

export interface Threading {
  thread: string;
  /** Index of the colour, in the order of sewing, before which it is put on; 0 for what stands there from the beginning. */
  before: number;
}

export interface NeedlePlan {
  /** For each needle, from the first, the threads that it holds one after another. */
  needles: Threading[][];
  /** How often a needle is threaded anew while it is sewn. */
  anew: number;
}

/** On which needle, from 0, a thread is while a colour is sewn; `step` counts colours in the order of sewing. */
export const needleOf = ({ needles }: NeedlePlan, thread: string, step: number): number =>
  needles.findIndex((held) => held.filter((t) => t.before <= step).at(-1)?.thread === thread);

/**
 * `threads` are the colours in the order of sewing. When a thread is needed that is on no needle, it takes the place of the
 * one that is needed again last (Belady, 1966: no other choice takes fewer).
 */
export function needlePlan(threads: readonly string[], count: number): NeedlePlan {
  const needles: Threading[][] = Array.from({ length: Math.max(1, count) }, () => []);
  const held = needles.map((): string | null => null);
  let anew = 0;
  const nextUse = (thread: string, after: number): number => {
    const at = threads.indexOf(thread, after);
    return at < 0 ? Infinity : at;
  };
  threads.forEach((thread, step) => {
    if (held.includes(thread)) return;
    let needle = held.indexOf(null);
    // What stands on a free needle can be put on before anything is sewn.
    const free = needle >= 0;
    if (!free) {
      const uses = held.map((t) => nextUse(t!, step));
      needle = uses.indexOf(Math.max(...uses));
      anew++;
    }
    held[needle] = thread;
    needles[needle].push({ thread, before: free ? 0 : step });
  });
  return { needles, anew };
}
