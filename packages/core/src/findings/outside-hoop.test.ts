import { expect, test } from 'vitest';
import { emptyDesign, type Design } from '../design/types.ts';
import { figuresOf, type Figures } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import { HOOPS } from '../materials/hoops.ts';
import { machineById } from '../materials/machine.ts';
import { intoHoop, outsideHoop, smallerHoop, strangeHoop } from './outside-hoop.ts';

/** A run round a rectangle: its stitches reach exactly as far as it does. */
const sewn = (width: number, height: number, x = 0): [Design, Figures] => {
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
  return [design, figuresOf(sewDesign(design))];
};
const found = (...size: Parameters<typeof sewn>) => outsideHoop(...sewn(...size));

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
  // A cap's hoop is no place for flat cloth, though it would hold this.
  expect(found(120, 40)?.fits).toMatchObject({ name: '100 × 140' });
  expect(found(1000, 1000)).toMatchObject({ fits: null });
});

test('what is small enough for its hoop, or for another one, and lies too far out is moved', () => {
  expect(found(90, 90, 20)).toMatchObject({
    fits: { name: '100 × 100' },
    moved: true,
    sentence: 'The design reaches 15.0 mm outside the hoop, but is small enough for it.',
  });
  expect(found(190, 90, 140)).toMatchObject({
    fits: { name: '200 × 200' },
    moved: true,
    sentence: 'The design reaches 185.0 mm outside the hoop. It would fit the 200 × 200 hoop in its middle.',
  });
  // A strip is the smallest hoop for this; a machine that has none is not told of it while one of its own would do.
  expect(found(170, 15, 100)?.fits?.name).toBe('60 × 300 strip');
  const own = (width: number) => outsideHoop(...sewn(width, 15, 100), machineById('kitchen'))?.fits?.name;
  expect([own(170), own(290)]).toEqual(['130 × 180', '60 × 300 strip']);
  const reach = { minX: 10.04, minY: -30, maxX: 90.04, maxY: 40 };
  const tall = { name: 'Mine', width: 100, height: 140 };
  // A hoop that holds it as it lies is turned rather than the design moved; what does not reach out stays where it is.
  expect(intoHoop([tall], reach)).toEqual({ hoop: tall, by: { x: -50, y: 0 } });
  const wide = { name: 'Mine', width: 190, height: 100 };
  expect(intoHoop([tall, wide], reach)).toEqual({ hoop: wide, by: { x: 0, y: 0 } });
  expect(intoHoop([{ ...tall, width: 70 }], reach)).toBeNull();
});

test('an empty design is inside every hoop', () => {
  const design = emptyDesign('Empty');
  expect(outsideHoop(design, figuresOf(sewDesign(design)))).toBeNull();
});

test('a hoop that the machine has not is told, with one of its own', () => {
  const kitchen = machineById('kitchen');
  const inHoop = (name: string, width: number, height: number) => {
    const [design, figures] = sewn(width, height);
    const hoop = HOOPS.find((h) => h.name === name) ?? { name, width: 152.4, height: 850.9 };
    return strangeHoop({ ...design, hoop }, figures, kitchen);
  };
  expect(inHoop('100 × 140', 90, 90)).toBeNull();
  // A hoop of one's own is nobody's business.
  expect(inHoop('My strip', 90, 90)).toBeNull();
  expect(inHoop('200 × 300', 90, 90)).toEqual({
    fits: HOOPS.find((h) => h.name === '100 × 100'),
    sentence:
      'Kitchen table, 1 needle has no 200 × 300 hoop. Its 100 × 100 would hold the design as it lies.',
  });
  expect(inHoop('200 × 300', 170, 120)?.fits).toMatchObject({ name: '130 × 180', width: 180, height: 130 });
  expect(inHoop('200 × 300', 190, 190)).toMatchObject({
    fits: null,
    sentence: expect.stringContaining('lay several hoopings in its 130 × 180'),
  });
});

test('a smaller hoop of the machine that holds it too is known', () => {
  const kitchen = machineById('kitchen');
  const inHoop = (name: string, ...size: Parameters<typeof sewn>) => {
    const [design, figures] = sewn(...size);
    return smallerHoop({ ...design, hoop: HOOPS.find((h) => h.name === name)! }, figures, kitchen);
  };
  expect(inHoop('130 × 180', 90, 90)).toMatchObject({ name: '100 × 100' });
  expect(inHoop('100 × 100', 90, 90)).toBeNull();
  // Where it lies counts, and a hoop may be turned.
  expect(inHoop('130 × 180', 80, 80, 20)).toMatchObject({ name: '100 × 140', width: 140, height: 100 });
  const [design, figures] = sewn(10, 10);
  expect(
    smallerHoop({ ...design, hoopings: [{ id: 'one', x: 0, y: 0, turn: 0 }] }, figures, kitchen),
  ).toBeNull();
  expect(smallerHoop(emptyDesign('Empty'), figuresOf(sewDesign(emptyDesign('Empty'))), kitchen)).toBeNull();
});
