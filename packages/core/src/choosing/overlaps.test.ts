import fc from 'fast-check';
import { expect, test } from 'vitest';
import { boxOver, shapes } from '../../test/box-over.ts';
import { intersect, regionFromRings, unite } from '../geometry/clip.ts';
import { regionArea, regionBounds } from '../geometry/region.ts';
import { reachingBeneath, uniteNear, withoutPinholes } from './overlaps.ts';

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

test('a column that reaches beneath a stem leaves no pinhole beside it; holes that it had, or wide ones, stay', () => {
  /** A square of 10 mm with a hole of its own and a notch of `size` mm in its right side, on which a stem lies. */
  const leaf = (size: number) => {
    const half = size / 2;
    const outer = [-5, -5, 5, -5, 5, -half, 5 - size, -half, 5 - size, half, 5, half, 5, 5, -5, 5];
    const region = regionFromRings([outer, [-3, -0.4, -3, 0.4, -2.2, 0.4, -2.2, -0.4]]);
    const stem = regionFromRings([[5, -9, 8, -9, 8, 9, 5, 9]]);
    return { region, reaching: reachingBeneath(region, stem, 0.6 * size, false) };
  };
  for (const [size, left] of [
    [1.2, 1],
    [2.4, 2],
  ]) {
    const { region, reaching } = leaf(size);
    expect(reaching[0].holes).toHaveLength(2);
    const sewn = withoutPinholes(reaching, region);
    expect(sewn[0].holes).toHaveLength(left);
    expect(regionArea(sewn)).toBeCloseTo(regionArea(reaching) + (left === 1 ? size * size : 0), 1);
  }
});
