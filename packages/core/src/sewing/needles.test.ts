// Threads on needles: as few as can be are threaded anew.
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { needlePlan } from './needles.ts';

test('as many threads as needles are threaded once', () => {
  const { needles, anew } = needlePlan(['a', 'b', 'a', 'c', 'b'], 3);
  expect(anew).toBe(0);
  expect(needles.map((n) => n.map((t) => t.thread))).toEqual([['a'], ['b'], ['c']]);
});

test('what is needed again last gives its needle', () => {
  const { needles, anew } = needlePlan(['a', 'b', 'c', 'a', 'c', 'b'], 2);
  expect(anew).toBe(2);
  expect(needles[1][1]).toEqual({ thread: 'c', before: 2 });
});

/** The fewest there are, by trying every choice. */
function fewest(threads: readonly string[], count: number, held: readonly string[] = [], at = 0): number {
  if (at === threads.length) return 0;
  const thread = threads[at];
  if (held.includes(thread)) return fewest(threads, count, held, at + 1);
  if (held.length < count) return fewest(threads, count, [...held, thread], at + 1);
  return (
    1 + Math.min(...held.map((h) => fewest(threads, count, [...held.filter((o) => o !== h), thread], at + 1)))
  );
}

test('no other choice takes fewer, and every colour has its thread on a needle when it is sewn', () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom('a', 'b', 'c', 'd', 'e'), { maxLength: 9 }),
      fc.integer({ min: 1, max: 3 }),
      (threads, count) => {
        const { needles, anew } = needlePlan(threads, count);
        const stands = (needle: (typeof needles)[number], step: number): string | undefined =>
          needle.findLast((t) => t.before <= step)?.thread;
        return (
          anew === fewest(threads, count) &&
          threads.every((thread, step) => needles.some((needle) => stands(needle, step) === thread))
        );
      },
    ),
  );
});
