import fc from 'fast-check';
import { expect, test } from 'vitest';
import { GALLERY } from '../../../../test/gallery.ts';
import { stitched } from '../../../../test/stitch.ts';
import {
  distance,
  lerp,
  nearestShare,
  onMachineGrid,
  turnBetween,
  type Point,
} from '../../../geometry/points.ts';
import { pointsOf } from '../../../geometry/polyline.ts';
import { findCrossing } from '../uncross.ts';
import { kinksWoundRound } from './round-way.ts';

const [LONGEST, SPACING] = [2.5, 2];

const kinks = (line: readonly Point[]): number =>
  line.slice(1, -1).filter((b, i) => turnBetween(line[i], b, line[i + 2]) > Math.PI / 3).length;

/** Two straight sides that meet at the origin, the line turning there by so much, in degrees. */
const corner = fc
  .record({
    turn: fc.double({ min: 75, max: 110, noNaN: true }),
    facing: fc.double({ min: 0, max: 360, noNaN: true }),
    step: fc.double({ min: 0.6, max: 1.4, noNaN: true }),
  })
  .map(({ turn, facing, step }): Point[] => {
    const at = (degrees: number, away: number): Point => ({
      x: onMachineGrid(away * Math.cos((degrees * Math.PI) / 180)),
      y: onMachineGrid(away * Math.sin((degrees * Math.PI) / 180)),
    });
    const steps = [1, 2, 3, 4, 5, 6].map((k) => k * step);
    return [
      ...steps.map((s) => at(facing, s)).reverse(),
      { x: 0, y: 0 },
      ...steps.map((s) => at(facing + 180 - turn, s)),
    ];
  });

test('a corner becomes a bend that crosses nothing, and reaches where it was', () => {
  fc.assert(
    fc.property(corner, (line) => {
      const round = kinksWoundRound(line, { roomAt: () => 9, spacing: SPACING }, LONGEST);
      expect(kinks(line)).toBe(1);
      expect(kinks(round)).toBe(0);
      expect(findCrossing(round, LONGEST)).toBeNull();
      expect([round[0], round.at(-1)]).toEqual([line[0], line.at(-1)]);
      const away = Math.min(
        ...round.slice(1).map((b, i) => {
          const a = round[i];
          return Math.hypot(...Object.values(lerp(a, b, nearestShare(a.x, a.y, b.x, b.y, 0, 0))));
        }),
      );
      expect(away).toBeLessThanOrEqual(0.2 * SPACING + 1e-9);
      round.slice(1).forEach((p, i) => expect(distance(p, round[i])).toBeGreaterThanOrEqual(0.4 - 1e-6));
    }),
  );
});

test('where there is no room for a bend, the kink stays', () => {
  const stroke = ({ y }: Point): number => 0.15 - Math.abs(y);
  const line = [0, 1, 2, 3, 4, 3.5, 2.5, 1.5].map((x, i) => ({ x, y: i > 4 ? 0.1 : 0 }));
  expect(kinksWoundRound(line, { roomAt: stroke, spacing: SPACING }, LONGEST)).toEqual(line);
});

test.each(['sans A 8', 'serif A 20', 'serif & 25', 'contrast A 25', 'elbow 30'])(
  'stipple has no kink in %s',
  (name) => {
    const threads = stitched('stipple', GALLERY[name], { spacing: 2 });
    for (const { x, y } of threads) expect(kinks(pointsOf(x.flatMap((px, i) => [px, y[i]])))).toBe(0);
  },
);
