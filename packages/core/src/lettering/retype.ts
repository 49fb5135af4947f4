// Other words in a text, which keeps what was done to the letters that stay.
import { DESIGN_LIMITS } from '../design/limits.ts';
import type { TextOutline } from '../design/types.ts';

/** How much of two texts is the same at their beginning. */
function sameStart(a: string, b: string): number {
  let n = 0;
  while (n < a.length && n < b.length && a[n] === b[n]) n++;
  return n;
}

/** The outline with another text; the longest same beginning and end stay, with what was done to their letters by hand. */
export function retyped(outline: TextOutline, text: string): TextOutline {
  const next = text.slice(0, DESIGN_LIMITS.letters);
  const before = outline.text;
  if (next === before) return outline;
  const { letters, ...rest } = outline;
  if (!letters?.length) return { ...rest, text: next };
  const start = sameStart(before, next);
  const most = Math.min(before.length, next.length) - start;
  let end = 0;
  while (end < most && before[before.length - 1 - end] === next[next.length - 1 - end]) end++;
  const moved = letters.flatMap((change) => {
    if (change.at < start) return [change];
    if (change.at >= before.length - end) return [{ ...change, at: change.at + next.length - before.length }];
    return [];
  });
  return { ...rest, text: next, ...(moved.length && { letters: moved }) };
}
