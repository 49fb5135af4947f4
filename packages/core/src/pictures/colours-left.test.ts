// Colours that were only specks: what the picture proposes is what is sewn.
import { expect, test } from 'vitest';
import { threadChart } from '../materials/threads.ts';
import type { Bitmap } from './bitmap.ts';
import { CHOICES, PictureWork, proposedChoices } from './steps.ts';

const [SIDE, EDGE] = [440, 40];
const [RED, BLUE, GREEN] = [
  [179, 38, 63],
  [40, 70, 160],
  [20, 150, 70],
];

/** A square of two halves on a clear ground; in the left one many small dots of a third colour. */
const dotted = (): Bitmap => {
  const data = new Uint8ClampedArray(4 * SIDE * SIDE);
  for (let y = EDGE; y < SIDE - EDGE; y++)
    for (let x = EDGE; x < SIDE - EDGE; x++) {
      const dot = x % 12 < 3 && y % 12 < 3 && x < SIDE / 2 - 12;
      data.set([...(dot ? GREEN : x < SIDE / 2 ? RED : BLUE), 255], 4 * (y * SIDE + x));
    }
  return { width: SIDE, height: SIDE, data };
};

const chart = threadChart('larkmoor');

test('a proposed colour of which nothing is left is no colour; one that was asked for is told', () => {
  const work = new PictureWork();
  const picture = dotted();
  const { choices } = proposedChoices(work, picture, { ...CHOICES, width: 60 });
  const fine = work.run(picture, { ...choices, colours: { ...choices.colours, specks: 0 } }, chart);
  expect(fine.colours).toHaveLength(3);
  const steps = work.run(picture, { ...choices, colours: { ...choices.colours, specks: 2 } }, chart);
  expect([steps.colours.length, steps.proposed]).toEqual([2, 2]);
  expect(new Set(steps.at)).toEqual(new Set([0, 1, 255]));
  expect(new Set(steps.regions.map(({ colour }) => colour))).toEqual(new Set([0, 1]));
  // Each has the thread and the place that it had beside the third.
  for (const c of steps.colours) expect(fine.colours).toContainEqual(c);
  const middle = (x: number): string => steps.colours[steps.at[(SIDE / 2) * SIDE + x]].colour;
  expect([middle(100), middle(340)]).toEqual(['#b3263f', '#2846a0']);

  const three = work.run(
    picture,
    { ...choices, colours: { ...choices.colours, specks: 2, count: 3 } },
    chart,
  );
  expect(three.colours.map(({ gone }) => !!gone).sort()).toEqual([false, false, true]);
  expect(three.proposed).toBe(2);
});
