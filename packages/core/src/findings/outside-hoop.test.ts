import { expect, test } from 'vitest';
import { emptyDesign, type Design } from '../design/types.ts';
import { figuresOf } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import { outsideHoop } from './outside-hoop.ts';

/** A run round a rectangle: its stitches reach exactly as far as it does. */
const found = (width: number, height: number, x = 0) => {
  const design: Design = {
    ...emptyDesign('Test'),
    objects: [
      {
        id: 'a',
        name: 'A',
        kind: 'object',
        visible: true,
        locked: false,
        outline: { kind: 'rectangle', x, y: 0, width, height, radius: 0, turn: 0 },
        recipe: { kind: 'run', settings: {} },
        thread: '222',
      },
    ],
  };
  return outsideHoop(design, figuresOf(sewDesign(design)));
};

test('a design that just fits is left alone', () => {
  expect(found(100, 100)).toBeNull();
  expect(found(98, 50, 1)).toBeNull();
});

test('one that does not is told, with the hoop that would hold it', () => {
  expect(found(100.4, 80)).toMatchObject({ over: expect.closeTo(0.2, 5), fits: { name: '100 × 140' } });
  expect(found(120, 90)?.sentence).toBe(
    'The design reaches 10.0 mm outside the hoop. It would fit the 100 × 140 hoop as it lies.',
  );
  expect(found(90, 90, 20)?.over).toBeCloseTo(15);
  expect(found(1000, 1000)).toMatchObject({ fits: null });
});

test('an empty design is inside every hoop', () => {
  const design = emptyDesign('Empty');
  expect(outsideHoop(design, figuresOf(sewDesign(design)))).toBeNull();
});
