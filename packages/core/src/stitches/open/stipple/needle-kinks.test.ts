import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { distance, onMachineGrid, turnBetween, type Point } from '../../../geometry/points.ts';
import { findCrossing, uncrossed } from '../uncross.ts';
import { kinksEased } from './needle-kinks.ts';

const LONGEST = 2;

/** Turns of a line at its points, in degrees. */
const turns = (line: readonly Point[]): number[] =>
  line.slice(1, -1).map((b, i) => (turnBetween(line[i], b, line[i + 2]) * 180) / Math.PI);
const kinks = (line: readonly Point[]): number => turns(line).filter((turn) => turn > 60).length;

/** How much too much a line turns, in square degrees: one sharp kink is worse than two slight ones. */
const tooMuch = (line: readonly Point[]): number =>
  turns(line).reduce((sum, turn) => sum + Math.max(0, turn - 55) ** 2, 0);

/** A wave on the machine's grid, each point shaken by up to so many mm. */
const wave = (shaken: number): fc.Arbitrary<Point[]> =>
  fc
    .record({
      high: fc.double({ min: 0.5, max: 2, noNaN: true }),
      step: fc.double({ min: 0.5, max: 0.7, noNaN: true }),
      shake: fc.array(
        fc.tuple(fc.double({ min: -1, max: 1, noNaN: true }), fc.double({ min: -1, max: 1, noNaN: true })),
        {
          minLength: 40,
          maxLength: 60,
        },
      ),
    })
    .map(({ high, step, shake }) =>
      uncrossed(
        shake.map(([dx, dy], i) => ({
          x: onMachineGrid(i * step + shaken * dx),
          y: onMachineGrid(high * Math.sin((i * step) / 1.5) + shaken * dy),
        })),
        LONGEST,
      ),
    );

describe('needle points of a round line', () => {
  test('on the grid they turn it evenly again', () => {
    fc.assert(
      fc.property(wave(0.2), (line) => {
        const eased = kinksEased(line, { roomAt: () => 9, room: 1 }, LONGEST);
        expect(kinks(eased)).toBeLessThanOrEqual(Math.ceil(kinks(line) / 5));
      }),
    );
  });

  test('move a little, stay within, and cross nothing', () => {
    const [low, high] = [-2, 2];
    const roomAt = ({ y }: Point): number => Math.min(y - low, high - y);
    fc.assert(
      fc.property(wave(0.45), (line) => {
        const eased = kinksEased(line, { roomAt, room: 0.5 }, LONGEST);
        expect(findCrossing(eased, LONGEST)).toBe(findCrossing(line, LONGEST));
        expect(eased).toHaveLength(line.length);
        expect([eased[0], eased.at(-1)]).toEqual([line[0], line.at(-1)]);
        expect(tooMuch(eased)).toBeLessThanOrEqual(tooMuch(line) + 1e-6);
        eased.forEach((p, i) => {
          expect(roomAt(p)).toBeGreaterThanOrEqual(Math.min(0.5, roomAt(line[i])) - 1e-9);
          if (i === 0 || (p === line[i] && eased[i - 1] === line[i - 1])) return;
          expect(distance(p, eased[i - 1])).toBeGreaterThanOrEqual(0.4 - 1e-9);
          expect(distance(p, eased[i - 1])).toBeLessThanOrEqual(LONGEST);
        });
      }),
    );
  });
});
