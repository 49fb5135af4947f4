import fc from 'fast-check';
import { expect, test } from 'vitest';
import { photographed } from '../../test/photographed.ts';
import { threadChart } from '../materials/threads.ts';
import type { Bitmap } from './bitmap.ts';
import { painted } from './painted.ts';
import { sheetIn } from './sheet.ts';
import { CHOICES, proposedChoices, PictureWork } from './steps.ts';

const [WIDTH, HEIGHT] = [240, 180];
const [PAPER, BLUE, RED] = ['#ffffff', '#27407a', '#b63325'];

interface Lies {
  /** Its corners from the upper left one clockwise, as shares of the picture. */
  corners: [number, number][];
  table: string;
}

/** A sheet with a moon and a bar on it, on a table with its grain. */
const onTable = ({ corners, table }: Lies): Bitmap => {
  const at = corners.map(([x, y]) => [x * WIDTH, y * HEIGHT]);
  const isOn = (x: number, y: number): boolean =>
    at.every(([ax, ay], i) => {
      const [bx, by] = at[(i + 1) % 4];
      return (bx - ax) * (y - ay) - (by - ay) * (x - ax) > 0;
    });
  const v = parseInt(table.slice(1), 16);
  return painted(WIDTH, HEIGHT, (x, y) => {
    if (!isOn(x, y)) {
      const grain = 1 + 0.12 * Math.sin(y / 3 + 2 * Math.sin(x / 40));
      return `#${[v >> 16, (v >> 8) & 255, v & 255]
        .map((c) =>
          Math.round(Math.min(255, c * grain))
            .toString(16)
            .padStart(2, '0'),
        )
        .join('')}`;
    }
    const [dx, dy] = [x - WIDTH / 2, y - HEIGHT / 2];
    if (Math.hypot(dx + 20, dy) < 23 && Math.hypot(dx + 12, dy - 4) > 19) return BLUE;
    return Math.abs(dx - 33) < 6 && Math.abs(dy) < 27 ? RED : PAPER;
  });
};

const corner = (x: number, y: number) =>
  fc.tuple(
    fc.double({ min: x, max: x + 0.14, noNaN: true }),
    fc.double({ min: y, max: y + 0.14, noNaN: true }),
  );
const lies = fc.record({
  corners: fc.tuple(corner(0.04, 0.04), corner(0.82, 0.04), corner(0.82, 0.82), corner(0.04, 0.82)),
  table: fc.constantFrom('#7a5a3a', '#3b3f45', '#8d8d92', '#56735a'),
});
const light = fc.record({
  right: fc.double({ min: 0, max: 0.25, noNaN: true }),
  bottom: fc.double({ min: 0, max: 0.15, noNaN: true }),
  grain: fc.integer({ min: 2, max: 10 }),
});

test('the corners of a sheet on a table are found, however it lies', () => {
  fc.assert(
    fc.property(lies, light, (sheet, how) => {
      const found = sheetIn(photographed(onTable(sheet), how));
      expect(found).not.toBeNull();
      found!.forEach((p, i) => {
        const [x, y] = sheet.corners[i];
        expect(Math.hypot((p.x - x) * WIDTH, (p.y - y) * HEIGHT)).toBeLessThan(4);
      });
    }),
    { numRuns: 8 },
  );
});

test('what is drawn on it comes in without the table', () => {
  const sheet: Lies = {
    corners: [
      [0.12, 0.1],
      [0.9, 0.06],
      [0.94, 0.93],
      [0.07, 0.88],
    ],
    table: '#7a5a3a',
  };
  const picture = photographed(onTable(sheet), { right: 0.2, bottom: 0.1 });
  const work = new PictureWork();
  const { choices, looked, sheet: found } = proposedChoices(work, picture, CHOICES);
  expect(found).toBe(true);
  expect(looked.evened).toBe(true);
  const { colours, regions } = work.run(picture, choices, threadChart('larkmoor'));
  expect(colours).toHaveLength(2);
  expect(regions).toHaveLength(2);
  // What a person has cut stays so.
  const own = { ...CHOICES, taken: { ...CHOICES.taken, turn: 2 } };
  expect(proposedChoices(new PictureWork(), picture, own)).toMatchObject({
    sheet: false,
    choices: { taken: own.taken },
  });
});

test('no sheet is seen where there is none: on paper all over, in art, and in what has light places', () => {
  const lit = (at: Parameters<typeof painted>[2]): Bitmap =>
    photographed(painted(WIDTH, HEIGHT, at), { right: 0.2, bottom: 0.1 });
  const paper = lit((x, y) => (Math.hypot(x - 120, y - 90) < 40 ? BLUE : PAPER));
  const disc = lit((x, y) => (Math.hypot(x - 120, y - 90) < 75 ? PAPER : '#3b3f45'));
  const star = lit((x, y) => (Math.abs(x - 120) * Math.abs(y - 90) < 1100 ? PAPER : '#7a5a3a'));
  for (const picture of [paper, disc, star])
    expect(proposedChoices(new PictureWork(), picture, CHOICES).sheet).toBe(false);
  const art = painted(WIDTH, HEIGHT, (x, y) =>
    Math.abs(x - 120) < 80 && Math.abs(y - 90) < 60 ? PAPER : BLUE,
  );
  expect(proposedChoices(new PictureWork(), art, CHOICES).sheet).toBe(false);
});
