import fc from 'fast-check';
import { expect, test } from 'vitest';
import { GALLERY } from '../../../../test/gallery.ts';
import { findCrossing } from '../uncross.ts';
import { lengthOf } from '../../../geometry/polyline.ts';
import { outlineRegion } from '../../../outlines/region.ts';
import { levelRings, ringTree } from './levels.ts';
import { windRings } from './wind.ts';

const SPACING = 1.5;
const shapes = Object.entries(GALLERY).filter(([name]) => name !== 'dot 0.5');

test.each(shapes)(
  'all rings of %s are wound into one line a piece, which never crosses itself',
  (_, outline) => {
    const region = outlineRegion(outline);
    for (const polygon of region) {
      const rings = levelRings(polygon, SPACING);
      const lines = windRings(rings, ringTree(rings, SPACING), SPACING);
      expect(lines).toHaveLength(1);
      // Small rings stay open at one place.
      const whole = rings.reduce((sum, ring) => sum + ring.length, 0);
      expect(lengthOf(lines[0])).toBeGreaterThan(Math.min(0.96 * whole, whole - 1.5 * SPACING));
      const { coords } = lines[0];
      const points = Array.from({ length: coords.length / 2 }, (_, i) => ({
        x: coords[2 * i],
        y: coords[2 * i + 1],
      }));
      expect(findCrossing(points, 1)).toBeNull();
    }
  },
);

test('a channel with no room for one ring more has a line in its middle', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 2.4, max: 2.9, noNaN: true }),
      fc.integer({ min: 5, max: 20 }),
      (wide, long) => {
        const w = (wide * SPACING) / 2;
        const [polygon] = outlineRegion({
          kind: 'path',
          paths: [
            {
              closed: true,
              points: [
                { x: -30 - long, y: -15 },
                { x: -long, y: -15 },
                { x: -long, y: -w },
                { x: long, y: -w },
                { x: long, y: -15 },
                { x: long + 30, y: -15 },
                { x: long + 30, y: 15 },
                { x: long, y: 15 },
                { x: long, y: w },
                { x: -long, y: w },
                { x: -long, y: 15 },
                { x: -30 - long, y: 15 },
              ],
            },
          ],
        });
        const nearest = Math.min(
          ...levelRings(polygon, SPACING).map(({ edges }) => edges.nearest(0, 0, 100)!.distance),
        );
        expect(nearest).toBeLessThan(0.4 * SPACING);
      },
    ),
  );
});

test('a branch of several rings has one door', () => {
  // Five petals of four to five rings each about a small middle.
  const petals = Array.from({ length: 360 }, (_, i) => {
    const a = (i * Math.PI) / 180;
    const r = 8 + 22 * Math.abs(Math.sin(2.5 * a)) ** 0.6;
    return { x: r * Math.cos(a), y: r * Math.sin(a) };
  });
  const [polygon] = outlineRegion({ kind: 'path', paths: [{ closed: true, points: petals }] });
  const rings = levelRings(polygon, SPACING);
  const [line] = windRings(rings, ringTree(rings, SPACING), SPACING);
  // A door's two sides are where the line turns back on itself.
  const { coords } = line;
  const at = (i: number): [number, number] => [coords[2 * i], coords[2 * i + 1]];
  let backs = 0;
  for (let i = 3; i + 3 < coords.length / 2; i++) {
    const [[ax, ay], [bx, by], [cx, cy], [dx, dy]] = [at(i - 3), at(i - 1), at(i + 1), at(i + 3)];
    const turn = Math.atan2(
      (bx - ax) * (dy - cy) - (by - ay) * (dx - cx),
      (bx - ax) * (dx - cx) + (by - ay) * (dy - cy),
    );
    if (Math.abs(turn) > 2.6) backs++;
  }
  expect(rings.length).toBeGreaterThan(18);
  // Four branches beside the run from the edge to a middle: each would have two turns a ring with necks.
  expect(backs).toBeLessThan(rings.length);
});
