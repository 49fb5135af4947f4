// What tests import, compiled by a packager or not: words are set by the core that is given their fonts.
import { expect, test } from '@playwright/test';
import { sewDesign } from '@rosehip/core';
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { keepsakes } from '../demo/keepsakes.ts';

test('fonts that are loaded are those that words are sewn in', async () => {
  // What was sewn before is remembered with its design: each time another one.
  const stitches = (): number => sewDesign(keepsakes()).x.length;
  const without = stitches();
  await loadFonts(keepsakes(), readFontFile);
  expect(stitches()).toBeGreaterThan(without + 500);
});
