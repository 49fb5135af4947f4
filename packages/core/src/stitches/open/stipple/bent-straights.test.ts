import fc from 'fast-check';
import { expect, test } from 'vitest';
import { drawn } from '../../../../test/draw.ts';
import { stitched } from '../../../../test/stitch.ts';
import { distance, onMachineGrid, turnBetween, type Point } from '../../../geometry/points.ts';
import { findCrossing } from '../uncross.ts';
import { straightsBent } from './bent-straights.ts';

const [LONGEST, SPACING] = [2.5, 2];

/** The longest stretch whose stitches turn by 12° at most, in spacings. */
function straight(line: readonly Point[], spacing: number): number {
  let longest = 0;
  for (let from = 0; from + 1 < line.length; from++) {
    let length = 0;
    const ahead = {
      x: 2 * line[from + 1].x - line[from].x,
      y: 2 * line[from + 1].y - line[from].y,
    };
    for (let i = from; i + 1 < line.length; i++) {
      const there = {
        x: line[from + 1].x + line[i + 1].x - line[i].x,
        y: line[from + 1].y + line[i + 1].y - line[i].y,
      };
      if (turnBetween(line[from], line[from + 1], i === from ? ahead : there) > Math.PI / 15) break;
      length += distance(line[i], line[i + 1]);
    }
    longest = Math.max(longest, length);
  }
  return longest / spacing;
}
const kinks = (line: readonly Point[]): number =>
  line.slice(1, -1).filter((b, i) => turnBetween(line[i], b, line[i + 2]) > Math.PI / 3).length;

/** Passes to and fro, so many mm long and apart, with round turns. */
const passes = (long: number, apart: number, count: number): Point[] =>
  Array.from({ length: count }, (_, k) => {
    const n = Math.round(long / 1.5);
    const row = Array.from({ length: n + 1 }, (_, i) => ({ x: (long * i) / n, y: k * apart }));
    const turn = [50, 90, 130].map((a) => ({
      x: long + 0.5 * apart * Math.sin((a * Math.PI) / 180),
      y: (k + 0.5) * apart - 0.5 * apart * Math.cos((a * Math.PI) / 180),
    }));
    const all = [...row, ...(k + 1 < count ? turn : [])];
    return k % 2 ? all.map(({ x, y }) => ({ x: long - x, y })) : all;
  })
    .flat()
    .map(({ x, y }) => ({ x: onMachineGrid(x), y: onMachineGrid(y) }));

test('straight passes swing, cross nothing and have no kinks', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 5, max: 20, noNaN: true }),
      fc.double({ min: 1.6, max: 2.4, noNaN: true }),
      fc.integer({ min: 1, max: 4 }),
      (long, apart, count) => {
        const line = passes(long, apart, count);
        const bent = straightsBent(line, { roomAt: () => 9, spacing: SPACING }, LONGEST);
        expect(straight(line, SPACING)).toBeGreaterThan(2);
        expect(straight(bent, SPACING)).toBeLessThanOrEqual(2);
        expect(kinks(bent)).toBeLessThanOrEqual(kinks(line));
        expect(findCrossing(bent, LONGEST)).toBeNull();
        expect([bent[0], bent.at(-1)]).toEqual([line[0], line.at(-1)]);
        bent.slice(1).forEach((p, i) => {
          expect(distance(p, bent[i])).toBeGreaterThanOrEqual(0.4 - 1e-6);
          expect(distance(p, bent[i])).toBeLessThanOrEqual(LONGEST);
        });
      },
    ),
  );
});

test('in a hairline that leaves no room a line stays straight', () => {
  const line = passes(20, 1, 1);
  const hairline = ({ y }: Point): number => 0.05 - Math.abs(y);
  expect(straightsBent(line, { roomAt: hairline, spacing: SPACING }, LONGEST)).toEqual(line);
});

test.each([1, 2, 3, 4])(
  'a stipple on open cloth has no kink and no straight over two spacings: %i',
  (seed) => {
    const [{ x, y }] = stitched('stipple', drawn('M0 0H80V60H0Z'), { spacing: 3, seed });
    const line = x.map((px, i) => ({ x: px, y: y[i] }));
    expect(kinks(line)).toBe(0);
    expect(straight(line, 3)).toBeLessThanOrEqual(2);
  },
);
