// The gate that all threads of all kinds go through: no stitch is longer than a machine can sew well.
import { LIMITS } from '../materials/machine.ts';
import type { SewnThread } from './thread.ts';

/** The machine's grid may lengthen a stitch by so much, in mm. */
const GRID = 0.15;

/** Numbers of the points that are reached by a stitch that is too long. */
export function leapsIn({ x, y }: SewnThread): number[] {
  const out: number[] = [];
  for (let i = 1; i < x.length; i++)
    if (Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]) > LIMITS.longest + GRID) out.push(i);
  return out;
}

/**
 * Threads without stitches that are too long: where there is one, the thread ends and another begins, so that the way
 * between them is hidden, or trimmed, like any other. Kinds should not need this; it is here so that none can leap.
 */
export function withoutLeaps(threads: readonly SewnThread[]): SewnThread[] {
  return threads.flatMap((thread) => {
    const leaps = leapsIn(thread);
    if (!leaps.length) return [thread];
    const cuts = [0, ...leaps, thread.x.length];
    return cuts.slice(1).flatMap((to, k) => {
      const from = cuts[k];
      const part = {
        x: thread.x.slice(from, to),
        y: thread.y.slice(from, to),
        part: thread.part.slice(from, to),
      };
      return part.x.length > 1 ? [part] : [];
    });
  });
}
