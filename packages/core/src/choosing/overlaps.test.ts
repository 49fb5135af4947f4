import fc from 'fast-check';
import { expect, test } from 'vitest';
import { GALLERY } from '../../test/gallery.ts';
import { intersect, regionFromRings, unite } from '../geometry/clip.ts';
import { regionArea, regionBounds } from '../geometry/region.ts';
import { outlineRegion } from '../outlines/region.ts';
import { cutToBox, uniteNear } from './overlaps.ts';

/** Shapes with holes, notches and curves, and a box over some of each. */
const shapes = Object.values(GALLERY).map(outlineRegion);
const boxOver = fc
  .tuple(
    fc.constantFrom(...shapes),
    fc.array(fc.double({ min: -0.2, max: 1.2, noNaN: true }), { minLength: 4, maxLength: 4 }),
  )
  .map(([region, [a, b, c, d]]) => {
    const all = regionBounds(region)!;
    const [x, y] = [
      (t: number) => all.minX + t * (all.maxX - all.minX),
      (t: number) => all.minY + t * (all.maxY - all.minY),
    ];
    const box = {
      minX: x(Math.min(a, b)),
      maxX: x(Math.max(a, b)) + 0.1,
      minY: y(Math.min(c, d)),
      maxY: y(Math.max(c, d)) + 0.1,
    };
    return { region, box };
  });

test('a region cut to a box is the same within it, and nothing beyond', () => {
  fc.assert(
    fc.property(boxOver, ({ region, box }) => {
      const { minX, minY, maxX, maxY } = box;
      const window = regionFromRings([[minX, minY, maxX, minY, maxX, maxY, minX, maxY]]);
      const wanted = intersect(region, window);
      const cut = unite(cutToBox(region, box), []);
      expect(regionArea(cut)).toBeCloseTo(regionArea(wanted), 1);
      expect(regionArea(intersect(cut, wanted))).toBeCloseTo(regionArea(wanted), 1);
    }),
  );
});

test('what is joined is the same about a place as if nothing were cut', () => {
  fc.assert(
    fc.property(boxOver, fc.constantFrom(...shapes), ({ region, box }, other) => {
      const both = [region, other];
      const near = uniteNear(both, both.map(regionBounds), box, 0.5);
      const { minX, minY, maxX, maxY } = box;
      const window = regionFromRings([[minX, minY, maxX, minY, maxX, maxY, minX, maxY]]);
      const wanted = regionArea(intersect(unite(region, other), window));
      expect(regionArea(intersect(near, window))).toBeCloseTo(wanted, 1);
    }),
  );
});
