import { expect, test, vi } from 'vitest';
import { canWait, roughly } from './rough.ts';
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

test('a rough version is known while its pass lasts, and so is what is made of it; then both are made whole', () => {
  const memo = new Memo<string>();
  const key = {};
  let late = true;
  const make = vi.fn(() => (canWait() ? 'rough' : 'whole'));
  const upon = vi.fn(() => `${memo.get(key, ['part'], make)} upon`);
  const all = (): string => memo.get(key, ['upon'], upon);
  const pass = () => roughly(() => late, all);
  expect(pass()).toEqual({ made: 'rough upon', isRough: true });
  // Outside of a pass nothing waits.
  expect([all(), all()]).toEqual(['whole upon', 'whole upon']);
  expect(make).toHaveBeenCalledTimes(2);
  // What is whole is good in every pass.
  expect(pass()).toEqual({ made: 'whole upon', isRough: false });
  expect(upon).toHaveBeenCalledTimes(2);

  // Within one pass a rough version is made once, and whoever takes it has a rough version.
  const other = {};
  const twice = roughly(
    () => late,
    () => [0, 1].map(() => memo.get(other, [memo.get(other, [], make)], () => 'of it')),
  );
  expect(twice.isRough).toBe(true);
  expect(make).toHaveBeenCalledTimes(3);
  // One of another pass is not good for this one.
  late = false;
  expect(
    roughly(
      () => late,
      () => memo.get(other, [], make),
    ),
  ).toEqual({ made: 'whole', isRough: false });
});

test('a pass that fails is over', () => {
  const fail = (): never => {
    throw new Error('no thread');
  };
  expect(() => roughly(() => true, fail)).toThrow('no thread');
  expect(canWait()).toBe(false);
});
