// What takes too much is not sewn, everything else is, and the findings say so.
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { box, design, drawn, object } from '../../test/draw.ts';
import { findingsOf } from '../findings/findings.ts';
import { clothById } from '../materials/cloths.ts';
import { completeSettings } from '../stitches/kind.ts';
import { STITCH_KINDS } from '../stitches/kinds.ts';
import { BUDGET, setBudget, stitchesWanted } from './budget.ts';
import { figuresOf } from './plan.ts';
import { sewDesign } from './sew.ts';

const said = (d: ReturnType<typeof design>): string[] =>
  findingsOf(d, sewDesign(d))
    .filter((f) => f.id === 'too-much')
    .map((f) => f.sentence);
/** The number of stitches of each object, in order. */
const sewn = (d: ReturnType<typeof design>, stopped?: Set<string>): number[] =>
  sewDesign(d, { stopped }).objects.map((o) => o.to - o.from);

const fine = Object.fromEntries(['spacing', 'length'].map((name) => [name, 0]));
const knot = drawn(
  `M${Array.from({ length: 900 }, (_, i) => `${50 * Math.sin(i * i)} ${50 * Math.cos(i * i * 1.7)}`).join('L')}Z`,
);

describe('one object', () => {
  test.each(STITCH_KINDS.filter((k) => k.from({}) === 'region' && k.id !== 'satin').map((k) => k.id))(
    'four metres of %s: not sewn, the rest is',
    (kind) => {
      const d = design(object('huge', box(0, 0, 4000, 4000), kind), object('b', box(0, 0, 20, 20)));
      const [huge, b] = sewn(d);
      expect(huge).toBe(0);
      expect(b).toBeGreaterThan(50);
      expect(said(d)).toEqual([expect.stringMatching(/^huge is not sewn: .* million stitches/)]);
    },
  );

  test('a line that crosses itself thousands of times is no shape, but can be run along', () => {
    for (const kind of ['fill', 'satin', 'contour', 'redwork'])
      expect(said(design(object('knot', knot, kind)))).toEqual([
        expect.stringMatching(/crosses itself too often/),
      ]);
    expect(said(design(object('knot', knot, 'run')))).toEqual([]);
    expect(sewn(design(object('knot', knot, 'run')))[0]).toBeGreaterThan(900);
  });

  test('what lies beyond 10 m', () => {
    expect(said(design(object('away', drawn('M0 0L20000 0L0 9Z'))))).toEqual([
      expect.stringMatching(/more than 10 m/),
    ]);
  });

  test('the estimate is right within a few times, whatever is asked', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...STITCH_KINDS.filter((k) => k.id !== 'sprig')),
        fc.double({ min: 15, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (kind, side, t) => {
          const settings = Object.fromEntries(
            kind.settings.flatMap((s) =>
              s.name in fine && s.type === 'number' ? [[s.name, s.least + t * (s.most - s.least) * 0.5]] : [],
            ),
          );
          const o = object('a', box(0, 0, side, side * 0.7), kind.id, settings);
          const made = figuresOf(sewDesign(design(o))).stitches;
          const all = completeSettings(kind, o.recipe, clothById('linen'));
          const told = stitchesWanted(box(0, 0, side, side * 0.7), kind, all);
          expect(made).toBeLessThan(6 * told + 150);
          expect(told).toBeLessThan(6 * made + 150);
        },
      ),
    );
  });
});

test('objects that the design has no room left for are told one by one', () => {
  setBudget({ object: 5000, design: 5500 });
  try {
    const d = design(...['a', 'b', 'c'].map((id) => object(id, box(0, 0, 60, 60))));
    expect(sewn(d).map((n) => n > 0)).toEqual([true, true, false]);
    expect(said(d)).toEqual([expect.stringMatching(/^c is not sewn: all before it/)]);
  } finally {
    setBudget(BUDGET);
  }
});

test('what a person has stopped stays out, and the rest is sewn', () => {
  const d = design(object('a', box(0, 0, 20, 20)), object('b', box(30, 0, 20, 20)));
  const [a, b] = sewn(d, new Set(['a']));
  expect(a).toBe(0);
  expect(b).toBeGreaterThan(50);
});

test('designs of hundreds of copies on one another are not compared all with all, and that is said', () => {
  const pile = design(...Array.from({ length: 90 }, (_, i) => object(`o${i}`, box(i / 10, 0, 6, 6), 'run')));
  const ids = findingsOf(pile, sewDesign(pile)).map((f) => f.id);
  expect(ids).toContain('large');
  const row = design(
    ...Array.from({ length: 90 }, (_, i) => object(`o${i}`, box(8 * i - 360, 0, 6, 6), 'run')),
  );
  expect(findingsOf(row, sewDesign(row)).map((f) => f.id)).not.toContain('large');
});
