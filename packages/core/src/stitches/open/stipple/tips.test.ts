import fc from 'fast-check';
import { expect, test } from 'vitest';
import { distance, onMachineGrid, turnBetween, type Point } from '../../../geometry/points.ts';
import { findCrossing } from '../uncross.ts';
import { kinksEased } from './needle-kinks.ts';
import { tipsRounded } from './tips.ts';

const [LONGEST, SPACING] = [2.5, 2];

const kinks = (line: readonly Point[]): number =>
  line.slice(1, -1).filter((b, i) => turnBetween(line[i], b, line[i + 2]) > Math.PI / 3).length;

/** A stroke from x = 0 to 12, so many mm wide, which a line goes through and comes back, turning at `end` within two points. */
const stroke = fc.record({
  width: fc.double({ min: 1.5, max: 2.4, noNaN: true }),
  end: fc.double({ min: 9, max: 11.2, noNaN: true }),
  step: fc.double({ min: 0.7, max: 1.6, noNaN: true }),
  apart: fc.double({ min: 0.5, max: 0.9, noNaN: true }),
});

function passes({ end, step, apart }: { end: number; step: number; apart: number }): Point[] {
  const out: Point[] = [];
  for (let x = 1; x < end - 0.5; x += step) out.push({ x, y: -apart / 2 });
  const back = out.map(({ x }) => ({ x, y: apart / 2 })).reverse();
  const tip = [-1, 1].map((side) => ({ x: end, y: (side * apart) / 2 }));
  return [...out, ...tip, ...back].map(({ x, y }) => ({ x: onMachineGrid(x), y: onMachineGrid(y) }));
}

test('where a line turns back in a stroke its tip is a round head inside, no shorter than it was', () => {
  fc.assert(
    fc.property(stroke, (given) => {
      const line = passes(given);
      const roomAt = ({ x, y }: Point): number => Math.min(12 - x, x, given.width / 2 - Math.abs(y));
      const rounded = tipsRounded(line, { roomAt, spacing: SPACING }, LONGEST);
      expect(kinks(line)).toBeGreaterThan(0);
      // What the machine's grid leaves is eased afterwards.
      expect(kinks(kinksEased(rounded, { roomAt, room: 0.7 }, LONGEST))).toBe(0);
      expect(findCrossing(rounded, LONGEST)).toBeNull();
      expect([rounded[0], rounded.at(-1)]).toEqual([line[0], line.at(-1)]);
      const farthest = (points: readonly Point[]): number => Math.max(...points.map(({ x }) => x));
      expect(farthest(rounded)).toBeGreaterThan(farthest(line) - 0.3 * SPACING);
      rounded.forEach((p, i) => {
        expect(roomAt(p)).toBeGreaterThan(0.04);
        if (i) expect(distance(p, rounded[i - 1])).toBeLessThanOrEqual(LONGEST);
        if (i) expect(distance(p, rounded[i - 1])).toBeGreaterThanOrEqual(0.4 - 1e-6);
      });
    }),
  );
});

test('a line without a sharp tip stays as it is', () => {
  const wave = Array.from({ length: 40 }, (_, i) => ({
    x: onMachineGrid(0.7 * i),
    y: onMachineGrid(Math.sin(0.45 * i)),
  }));
  expect(tipsRounded(wave, { roomAt: () => 9, spacing: SPACING }, LONGEST)).toEqual(wave);
});
