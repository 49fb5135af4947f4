// Other words in a text, which keeps what was done to the letters that stay.
import { DESIGN_LIMITS } from '../design/limits.ts';
import type { TextOutline } from '../design/types.ts';

/** How much of two texts is the same at their beginning. */
function sameStart(a: string, b: string): number {
  let n = 0;
  while (n < a.length && n < b.length && a[n] === b[n]) n++;
  return n;
}

/** The outline with another text; the longest same beginning and end stay, with what was done by hand to their letters and to the parts of words. */
export function retyped(outline: TextOutline, text: string): TextOutline {
  const next = text.slice(0, DESIGN_LIMITS.letters);
  const before = outline.text;
  if (next === before) return outline;
  const { letters, baseline, ...rest } = outline;
  const pulls = baseline?.kind === 'within' ? baseline.pulls : undefined;
  if (!letters?.length && !pulls?.length) return { ...outline, text: next };
  const start = sameStart(before, next);
  const most = Math.min(before.length, next.length) - start;
  let end = 0;
  while (end < most && before[before.length - 1 - end] === next[next.length - 1 - end]) end++;
  const staying = <C extends { at: number }>(changes: readonly C[] = []): C[] =>
    changes.flatMap((change) => {
      if (change.at < start) return [change];
      if (change.at >= before.length - end)
        return [{ ...change, at: change.at + next.length - before.length }];
      return [];
    });
  const moved = staying(letters);
  return {
    ...rest,
    text: next,
    ...(baseline && { baseline: pulls ? { ...baseline, pulls: staying(pulls) } : baseline }),
    ...(moved.length && { letters: moved }),
  } as TextOutline;
}
