import { expect, test } from 'vitest';
import { Recent } from './recent.ts';

test('what was asked for last is kept, and more from a time on', () => {
  const recent = new Recent<string>(3);
  const made: string[] = [];
  const ask = (...keys: string[]): void => {
    for (const key of keys)
      recent.get(key, () => {
        made.push(key);
        return key;
      });
  };
  ask('a', 'b', 'c', 'a', 'd');
  made.length = 0;
  // b was asked for longest ago.
  ask('a', 'c', 'd', 'b');
  expect(made).toEqual(['b']);
  recent.keepAtLeast(4);
  recent.keepAtLeast(2);
  made.length = 0;
  ask('a', 'b', 'c', 'd', 'a', 'b', 'c');
  expect(made).toEqual(['a']);
});
