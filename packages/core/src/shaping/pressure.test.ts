import fc from 'fast-check';
import { expect, test } from 'vitest';
import { widthsFrom } from './pressure.ts';

const line = (n: number) => Array.from({ length: n }, (_, i) => ({ x: i, y: 0 }));

test('a pen that presses more and more draws wider and wider', () => {
  const widths = widthsFrom(
    line(40),
    line(40).map((_, i) => i / 39),
  )!;
  expect(widths.map((w) => w.width)).toEqual(widths.map((w) => w.width).toSorted((a, b) => a - b));
  expect([widths[0].at, widths.at(-1)!.at]).toEqual([0, 1]);
  expect(widths.at(-1)!.width - widths[0].width).toBeGreaterThan(3);
});

test('even pressure, or none known, is no width', () => {
  expect(
    widthsFrom(
      line(20),
      line(20)
        .fill({ x: 0, y: 0 })
        .map(() => 0.5),
    ),
  ).toBeNull();
  expect(widthsFrom(line(20), [])).toBeNull();
  expect(widthsFrom(line(2), [0, 1])).toBeNull();
});

test('whatever was pressed, widths can be sewn and lie in order on the line', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 3, maxLength: 60 }),
      (pressures) => {
        const widths = widthsFrom(line(pressures.length), pressures);
        for (const { at, width } of widths ?? []) {
          expect(at >= 0 && at <= 1).toBe(true);
          expect(width >= 0.6 && width <= 5).toBe(true);
        }
      },
    ),
  );
});
