import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { newestFirst } from './newest-first.ts';

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

/** Work that the test ends, one after the other: `true` leaves something to do of the same. */
function workshop() {
  const done: string[] = [];
  const ends: ((again: boolean) => void)[] = [];
  const line = newestFirst<string>((thing, again) => {
    done.push(again ? `${thing} again` : thing);
    return new Promise((end) => ends.push(end));
  });
  const end = async (again = false): Promise<void> => {
    ends.shift()!(again);
    await vi.runAllTimersAsync();
  };
  return { line, done, end };
}

test('of what comes while something is done the newest is done, and nothing between', async () => {
  const { line, done, end } = workshop();
  for (const thing of ['a', 'b', 'c']) void line.ask(thing);
  await end();
  expect(done).toEqual(['a', 'c']);
  expect(line.busy.value).toBe(true);
  await end();
  expect(line.busy.value).toBe(false);
});

test('what is not finished is done again, and only told so when nothing newer has come', async () => {
  const { line, done, end } = workshop();
  void line.ask('a');
  await end(true);
  expect(line.busy.value).toBe(true);
  await end();
  expect(done).toEqual(['a', 'a again']);
  expect(line.busy.value).toBe(false);

  void line.ask('b');
  void line.ask('c');
  await end(true);
  // b is left behind, unfinished; c begins from the start.
  await end(true);
  await end();
  expect(done.slice(2)).toEqual(['b', 'c', 'c again']);
});

test('what is taken back is not begun', async () => {
  const { line, done, end } = workshop();
  void line.ask('a');
  void line.ask('b');
  line.forget();
  await end();
  expect(done).toEqual(['a']);
  expect(line.busy.value).toBe(false);
});
