import { expect, test, vi } from 'vitest';
import { Memo } from './memo.ts';

test('the same parts of the same thing give what they gave before', () => {
  const memo = new Memo<object>(2);
  const [a, b, part] = [{}, {}, {}];
  const make = vi.fn(() => ({}));
  const first = memo.get(a, [part, 1, 'x'], make);
  expect(memo.get(a, [part, 1, 'x'], make)).toBe(first);
  expect(make).toHaveBeenCalledTimes(1);
  // Another thing, another part, one part more: made anew.
  for (const [key, parts] of [
    [b, [part, 1, 'x']],
    [a, [{}, 1, 'x']],
    [a, [part, 1, 'x', undefined]],
  ] as const)
    expect(memo.get(key, parts, make)).not.toBe(first);
  expect(make).toHaveBeenCalledTimes(4);
});

test('of one thing those used last are kept', () => {
  const memo = new Memo<string>(2);
  const key = {};
  const make = vi.fn(() => 'made');
  memo.get(key, [1], make);
  memo.get(key, [2], make);
  memo.get(key, [1], make);
  memo.get(key, [3], make); // 2 goes
  memo.get(key, [1], make);
  expect(make).toHaveBeenCalledTimes(3);
  memo.get(key, [2], make);
  expect(make).toHaveBeenCalledTimes(4);
});

test('what asks for itself while it is made ends well', () => {
  const memo = new Memo<number>();
  const key = {};
  expect(memo.get(key, [1], () => memo.get(key, [2], () => 2) + 1)).toBe(3);
  expect(memo.get(key, [1], () => 0)).toBe(3);
});
