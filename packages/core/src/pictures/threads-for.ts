// Threads for the colours of a picture: each the nearest, and each one of its own where another is nearly as near.
import { nearThreads, threadsLike, type Thread, type ThreadChart } from '../materials/threads.ts';

/** So much farther from its colour (CIEDE2000) a thread may be that two colours are not sewn in one. */
const NEARLY_AS_NEAR = 5;

/**
 * Codes of threads for colours (#rrggbb), in their order; `chosen` ones were chosen by hand and stay, whoever else has them. Of
 * other colours that are nearest to the same thread the one that loses least takes its next, as long as that is free and nearly
 * as near; else they share it.
 */
export function threadsFor(
  colours: readonly string[],
  chosen: readonly (string | undefined)[],
  chart: ThreadChart,
): string[] {
  const threads = threadsLike(chart.weight, chart);
  const near = colours.map((colour, k) => (chosen[k] === undefined ? nearThreads(colour, threads) : []));
  const first = ({ code }: Thread = chart.threads[0]): string => code;
  const codes = colours.map((_, k) => chosen[k] ?? first(near[k][0]?.thread));
  const shared = (code: string): boolean =>
    codes.filter((other, k) => other === code && chosen[k] === undefined).length > 1;
  // Each round gives one of them another thread.
  for (let round = 0; round < colours.length; round++) {
    let best: { k: number; code: string; loss: number } | null = null;
    for (const [k, [nearest]] of near.entries()) {
      if (!nearest || codes[k] !== nearest.thread.code || !shared(codes[k])) continue;
      const next = near[k].find(({ thread }) => !codes.includes(thread.code));
      const loss = next ? next.apart - nearest.apart : Infinity;
      if (next && loss <= NEARLY_AS_NEAR && loss < (best?.loss ?? Infinity))
        best = { k, code: next.thread.code, loss };
    }
    if (!best) break;
    codes[best.k] = best.code;
  }
  return codes;
}
