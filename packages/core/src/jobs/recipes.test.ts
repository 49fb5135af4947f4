import { describe, expect, test } from 'vitest';
import * as draw from '../../test/draw.ts';
import { clothById } from '../materials/cloths.ts';
import { applyCommand } from '../design/commands.ts';
import { findItem } from '../design/tree.ts';
import { emptyDesign, type Design, type DesignObject, type Recipe } from '../design/types.ts';
import { STITCH_KINDS } from '../stitches/kinds.ts';
import { figuresOf } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import type { Job } from './job.ts';
import { recipeJob, sameRecipe, takeOverJob, usersOf } from './recipes.ts';
import { swatchDesign, variationsOf } from './swatch.ts';

const object = (id: string, kind: string, settings = {}): DesignObject =>
  draw.object(id, draw.box(0, 0, 20, 10), kind, settings);
const design: Design = {
  ...emptyDesign('Recipes'),
  objects: [object('a', 'fill', { spacing: 0.5 }), object('b', 'satin', { width: 3 }), object('c', 'run')],
};
const after = (d: Design, job: Job): Design => applyCommand(d, job.command).design;
const recipeOf = (d: Design, id: string): Recipe => (findItem(d, id) as DesignObject).recipe;

describe('a recipe', () => {
  const soft: Recipe = { kind: 'fill', settings: { spacing: 0.8, angle: 20 } };

  test('is pasted on others, which remember what they had', () => {
    const pasted = after(design, recipeJob(design, ['b', 'c'], { ...soft, kept: 'k' }));
    expect([recipeOf(pasted, 'b'), recipeOf(pasted, 'c')]).toEqual([soft, soft]);
    expect((findItem(pasted, 'b') as DesignObject).otherRecipes).toEqual([
      { kind: 'satin', settings: { width: 3 } },
    ]);
  });

  test('that is kept says where it came from, and what changed later is taken over on request', () => {
    const put = after(design, recipeJob(design, ['a', 'b'], soft, 'k'));
    expect(usersOf(put, 'k').map((o) => o.id)).toEqual(['a', 'b']);
    const softer: Recipe = { kind: 'fill', settings: { spacing: 1 } };
    const over = after(put, takeOverJob(put, 'k', softer));
    expect(recipeOf(over, 'b')).toEqual({ ...softer, kept: 'k' });
    expect(recipeOf(over, 'c')).toEqual(recipeOf(design, 'c'));
    expect(() => takeOverJob(over, 'k', softer)).toThrow('have it as it is now');
    expect(sameRecipe(recipeOf(over, 'a'), softer)).toBe(true);
    expect(sameRecipe(soft, softer)).toBe(false);
  });

  test('needs something that is sewn by one', () => {
    expect(() => recipeJob(design, [], soft)).toThrow('Select what is to get the recipe first.');
  });
});

describe('swatches', () => {
  test.each(STITCH_KINDS.map((k) => [k.id, k] as const))(
    '%s is sewn on them, and each setting varied',
    (id, kind) => {
      const recipe = { kind: id, settings: {} };
      const cloth = { kind: 'linen', colour: '#efe6d3' };
      expect(figuresOf(sewDesign(swatchDesign(recipe, '172', { cloth }))).stitches).toBeGreaterThan(20);
      for (const setting of kind.settings) {
        const variations = variationsOf(kind, recipe, setting, clothById('linen'));
        expect(new Set(variations.map((v) => v.value)).size).toBe(variations.length);
        for (const { value } of variations)
          if (setting.type === 'number') {
            expect(value).toBeGreaterThanOrEqual(setting.least);
            expect(value).toBeLessThanOrEqual(setting.most);
          }
      }
    },
  );
});
