import fc from 'fast-check';
import { expect, test } from 'vitest';
import { evenedBorders } from './even-borders.ts';
import { NO_SHADE } from './shades.ts';

/** The same, told slowly: every pixel counts those about it. */
function slowly(width: number, height: number, from: Uint8Array, reach: number): Uint8Array {
  return from.map((own, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    const counts = new Map<number, number>();
    for (let v = Math.max(0, y - reach); v <= Math.min(height - 1, y + reach); v++)
      for (let u = Math.max(0, x - reach); u <= Math.min(width - 1, x + reach); u++) {
        const c = from[v * width + u];
        counts.set(c, (counts.get(c) ?? 0) + 1);
      }
    const most = Math.max(...counts.values());
    const first = Math.min(...[...counts].filter(([, n]) => n === most).map(([c]) => c));
    return counts.get(own) === most ? own : first;
  });
}

test('each pixel takes the colour that most about it have, twice', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 12 }),
      fc.integer({ min: 1, max: 12 }),
      fc.integer({ min: 0, max: 5 }),
      fc.array(fc.constantFrom(0, 1, 2, NO_SHADE), { minLength: 144, maxLength: 144 }),
      // Single pixels, or patches in which all is of one colour.
      fc.constantFrom(1, 5),
      (width, height, reach, all, patch) => {
        const of = (v: number): number => Math.floor(v / patch);
        const colours = Uint8Array.from(
          { length: width * height },
          (_, i) => all[12 * of(Math.floor(i / width)) + of(i % width)],
        );
        const wanted = reach
          ? slowly(width, height, slowly(width, height, colours, reach), Math.ceil(reach / 2))
          : colours;
        expect(evenedBorders(width, height, colours, reach)).toEqual(wanted);
      },
    ),
  );
});

test('a ragged border becomes even, and stays where it is', () => {
  const side = 120;
  let s = 1;
  const random = (): number => (s = (s * 48271) % 2147483647) / 2147483647;
  const ragged = Uint8Array.from({ length: side * side }, (_, i) => {
    const away = Math.hypot((i % side) - 60, Math.floor(i / side) - 60) - 40;
    return away + 8 * (random() - 0.5) < 0 ? 1 : 0;
  });
  const sides = (at: Uint8Array): number =>
    at.reduce(
      (n, c, i) => n + (c !== at[i + 1] ? 1 : 0) + (i + side < at.length && c !== at[i + side] ? 1 : 0),
      0,
    );
  const even = evenedBorders(side, side, ragged, 6);
  // A circle of pixels has eight sides for each of its radius.
  expect(sides(ragged)).toBeGreaterThan(600);
  expect(sides(even)).toBeLessThan(340);
  const area = even.reduce((n, c) => n + c, 0);
  expect(Math.abs(area - Math.PI * 40 * 40)).toBeLessThan(0.02 * Math.PI * 40 * 40);
});
