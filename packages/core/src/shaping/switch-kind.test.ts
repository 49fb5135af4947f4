import { expect, test } from 'vitest';
import type { DesignObject } from '../design/types.ts';
import { switchKind } from './switch-kind.ts';

const object = (kind: string, settings: DesignObject['recipe']['settings']): DesignObject => ({
  id: 'a',
  name: 'Pond',
  kind: 'object',
  visible: true,
  locked: false,
  outline: { kind: 'ellipse', x: 0, y: 0, width: 40, height: 30, turn: 0 },
  recipe: { kind, settings },
  thread: '222',
  guideLines: [
    {
      closed: false,
      points: [
        { x: 0, y: 0 },
        { x: 5, y: 5 },
      ],
    },
  ],
});

test('what both kinds know is carried over; thread and guide lines stay', () => {
  const pond = switchKind(object('fill', { spacing: 2, length: 3, pattern: 'wave' }), 'contour');
  expect(pond.recipe).toEqual({ kind: 'contour', settings: { spacing: 2, length: 3 } });
  expect(pond.thread).toBe('222');
  expect(pond.guideLines).toHaveLength(1);
});

test('each kind gets its own numbers back', () => {
  const filled = object('fill', { pattern: 'wave', angle: 30 });
  const stippled = switchKind(filled, 'stipple');
  const wandering = { ...stippled, recipe: { ...stippled.recipe, settings: { style: 'angular', seed: 7 } } };
  const again = switchKind(switchKind(wandering, 'fill'), 'stipple');
  expect(switchKind(wandering, 'fill').recipe.settings).toEqual({ pattern: 'wave', angle: 30 });
  expect(again.recipe.settings).toEqual({ style: 'angular', seed: 7 });
});

test('a value that the new kind can’t take is not carried over', () => {
  expect(switchKind(object('fill', { spacing: 0.3 }), 'stipple').recipe.settings).toEqual({});
});

test('the same kind changes nothing, and nothing is remembered of a recipe without numbers', () => {
  const filled = object('fill', {});
  expect(switchKind(filled, 'fill')).toBe(filled);
  expect(switchKind(filled, 'contour').otherRecipes).toBeUndefined();
});

test('satin in place of a fill runs across the shape; in place of a line along it', () => {
  expect(switchKind(object('fill', {}), 'satin').recipe.settings).toEqual({ sides: 'shape' });
  expect(switchKind(object('run', {}), 'satin').recipe.settings).toEqual({});
  const own = { ...object('fill', {}), otherRecipes: [{ kind: 'satin', settings: { width: 5 } }] };
  expect(switchKind(own, 'satin').recipe.settings).toEqual({ width: 5 });
});
