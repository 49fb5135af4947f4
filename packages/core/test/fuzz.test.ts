// A small share of `npm run fuzz`: hostile input ends in a result or a sentence.
import { expect, test } from 'vitest';
import { FUZZERS } from './fuzz.ts';

test.each([
  ['svg', 400],
  ['dst', 400],
  ['design', 200],
  ['sew', 30],
])('%s', (name, count) => {
  for (let seed = 1; seed <= count; seed++)
    expect(() => FUZZERS[name](seed), `npm run fuzz -- ${name} --from ${seed} --count 1`).not.toThrow();
});
