import fc from 'fast-check';
import { expect, test } from 'vitest';
import { boxOver, shapes } from '../../test/box-over.ts';
import { intersect, regionFromRings, unite } from '../geometry/clip.ts';
import { regionArea, regionBounds } from '../geometry/region.ts';
import { uniteNear } from './overlaps.ts';

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
