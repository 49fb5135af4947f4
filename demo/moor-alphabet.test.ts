import { checkAlphabet } from '@rosehip/core';
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { expect, test } from 'vitest';
import { moorAlphabet, moorText } from './moor-alphabet.ts';

test('an alphabet of letters that are stitches, as high as its name says', async () => {
  await loadFonts(moorText(), readFontFile);
  const alphabet = moorAlphabet('AHog');
  expect(checkAlphabet(structuredClone(alphabet))).toEqual(alphabet);
  expect(Object.keys(alphabet.letters)).toEqual(['A', 'H', 'o', 'g']);
  expect(Math.abs(alphabet.capHeight - 140)).toBeLessThan(8);
  // It hangs below the baseline, as a g does.
  const ys = alphabet.letters.g.threads.flatMap((t) => t.filter((_, i) => i % 2));
  expect(Math.max(...ys)).toBeGreaterThan(20);
});
