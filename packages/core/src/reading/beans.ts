// Stitches that are sewn several times, to and fro between the same two needle points, before the thread goes on.
import type { ThreadPoints } from './thread-points.ts';

/** A stretch of such stitches: its first and last needle point, those that its line goes through, and how often each is sewn. */
export interface Bean {
  from: number;
  to: number;
  through: number[];
  passes: 3 | 5;
}

/** Needle points this near to each other are one, in mm: a step of the machine's grid. */
export const SAME = 0.11;
/** So many such stitches make a line. */
const LEAST = 3;

/** The beans of a thread, in order. */
export function beansIn({ x, y }: ThreadPoints): Bean[] {
  const n = x.length;
  const back = (i: number): boolean => i + 2 < n && Math.hypot(x[i + 2] - x[i], y[i + 2] - y[i]) <= SAME;
  const beans: Bean[] = [];
  let through: number[] = [];
  let counts: number[] = [];
  const close = (): void => {
    if (counts.length >= LEAST) {
      const fives = counts.filter((c) => c >= 5).length;
      const passes = 2 * fives > counts.length ? 5 : 3;
      beans.push({ from: through[0], to: through[through.length - 1], through, passes });
    }
    through = [];
    counts = [];
  };
  for (let i = 0; i < n - 1;) {
    let passes = 1;
    while (back(i + passes - 1) && back(i + passes)) passes += 2;
    if (passes === 1) {
      close();
      i++;
      continue;
    }
    if (!through.length) through.push(i);
    i += passes;
    through.push(i);
    counts.push(passes);
  }
  close();
  return beans;
}
