import { describe, expect, test } from 'vitest';
import { box, design, ellipse, object } from '../../test/draw.ts';
import { applySettled } from '../jobs/repeat.ts';
import { originOf } from '../design/tree.ts';
import type { Design, Item } from '../design/types.ts';
import { checkDesign } from '../formats/design-file/read.ts';
import { figuresOf } from '../sewing/plan.ts';
import { sewResolved } from '../sewing/sew.ts';
import { making, MAKINGS, PURPOSES } from './making.ts';
import { outcomeOf } from './outcome.ts';

const petal = object('petal', ellipse(0, -20, 14, 24));
const leaf = object('leaf', box(0, -10, 10, 10), 'satin', { sides: 'shape' });
const far = object('far', ellipse(60, 60, 10), 'run');
const pair: Design = design(petal, leaf, far);

describe('the table of makings', () => {
  test('has each id once, a purpose that is listed, and words to look for', () => {
    expect(new Set(MAKINGS.map((m) => m.id)).size).toBe(MAKINGS.length);
    expect(new Set(MAKINGS.map((m) => m.purpose))).toEqual(new Set(PURPOSES.map((p) => p.id)));
    for (const m of MAKINGS) expect(m.help.endsWith('.') && m.words.length > 0, m.id).toBe(true);
  });

  test.each(MAKINGS.map((m) => [m.id, m] as const))(
    '%s: gives a design that can be saved, or says what it needs',
    (_, one) => {
      for (const ids of [['petal'], ['petal', 'leaf']]) {
        const outcome = outcomeOf(pair, ids, one);
        if ('problem' in outcome) {
          expect(outcome.problem).toMatch(/\.$/);
          continue;
        }
        const after = applySettled(pair, one.job(pair, ids).command).design;
        expect(checkDesign(JSON.parse(JSON.stringify(after)))).toEqual(JSON.parse(JSON.stringify(after)));
      }
    },
  );

  test('what needs two says so to one', () => {
    for (const one of MAKINGS.filter((m) => m.least > 1))
      expect(outcomeOf(pair, ['petal'], one), one.id).toHaveProperty('problem');
  });
});

describe('an outcome', () => {
  const idsOf = (outcome: ReturnType<typeof outcomeOf>): string[] => {
    if ('problem' in outcome) throw new Error(outcome.problem);
    return [...new Set(outcome.objects.map((item: Item<never> | { id: string }) => originOf(item.id)))];
  };

  test('shows what was selected and what is made around it, and nothing else', () => {
    const outcome = outcomeOf(pair, ['petal'], making('border'));
    const ids = idsOf(outcome);
    expect(ids).toHaveLength(2);
    expect(ids).toContain('petal');
    expect(ids).not.toContain('far');
  });

  test('shows all copies of a repeat', () => {
    const outcome = outcomeOf(pair, ['petal'], making('circle-repeat'));
    if ('problem' in outcome) throw new Error(outcome.problem);
    expect(idsOf(outcome)).toEqual(['petal']);
    expect(outcome.objects.length).toBeGreaterThan(2);
    const plan = sewResolved(outcome);
    expect(figuresOf(plan).width).toBeGreaterThan(30);
  });

  test('of a subtraction shows the rest only: what was taken away is not sewn', () => {
    const outcome = outcomeOf(pair, ['petal', 'leaf'], making('subtract'));
    const ids = idsOf(outcome);
    expect(ids).not.toContain('leaf');
    expect(ids).toHaveLength(1);
  });

  test('is told in words when there is none', () => {
    expect(outcomeOf(pair, ['petal'], making('holes'))).toEqual({ problem: 'There are no holes in this.' });
    expect(outcomeOf(pair, ['petal'], making('sew-it'))).toEqual({ problem: 'This is sewn already.' });
  });
});
