import { expect, test } from 'vitest';
import { familiesWith, FONTS } from '@rosehip/fonts';
import { SIGNS } from './signs.ts';

test('every sign that is offered can be sewn in words of any font', () => {
  expect(SIGNS.filter(([sign]) => familiesWith(sign).length < FONTS.length)).toEqual([]);
  expect(new Set(SIGNS.map(([, name]) => name)).size).toBe(SIGNS.length);
});
