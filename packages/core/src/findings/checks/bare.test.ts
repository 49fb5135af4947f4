import { expect, test } from 'vitest';
import * as draw from '../../../test/draw.ts';
import { HARD_SHAPES } from '../../../test/shapes.ts';
import { emptyDesign, type Design } from '../../design/types.ts';
import { sewDesign } from '../../sewing/sew.ts';
import { findingsOf } from '../findings.ts';

const told = (shape: string, kind: string, settings = {}): string[] => {
  const design: Design = {
    ...emptyDesign('Bare'),
    objects: [draw.object('a', HARD_SHAPES[shape], kind, settings, { name: 'Field' })],
  };
  return findingsOf(design, sewDesign(design))
    .map((f) => f.sentence)
    .filter((s) => s.includes('stays bare'));
};

test('an open fill whose lines find no room says which part stays bare', () => {
  const [sentence] = told('sliver', 'relief');
  expect(sentence).toMatch(/^Part of Field stays bare, about \d\d %/);
});

test('one that is everywhere says nothing', () => {
  for (const [shape, kind] of [
    ['wide ring', 'stipple'],
    ['sieve', 'crosshatch'],
    ['gear', 'contour'],
    ['ess', 'motif-fill'],
    ['comb', 'stipple'],
    ['necked', 'sprig'],
    ['star', 'radial'],
  ])
    expect(told(shape, kind), `${kind} on ${shape}`).toEqual([]);
});
