// A small share of `npm run fuzz`: hostile input ends in a result or a sentence.
import { expect, test } from 'vitest';
import { FUZZERS } from './fuzz.ts';

test.each([
  ['svg', 1, 400],
  ['dst', 1, 400],
  ['design', 1, 200],
  // Two of the first thirteen take as long as fifty others.
  ['sew', 14, 30],
])('%s', (name, from, count) => {
  for (let seed = from; seed < from + count; seed++)
    expect(() => FUZZERS[name](seed), `npm run fuzz -- ${name} --from ${seed} --count 1`).not.toThrow();
});
