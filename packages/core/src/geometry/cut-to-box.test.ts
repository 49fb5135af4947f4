import fc from 'fast-check';
import { expect, test } from 'vitest';
import { boxOver } from '../../test/box-over.ts';
import { intersect, regionFromRings, unite } from './clip.ts';
import { regionArea } from './region.ts';
import { cutToBox } from './cut-to-box.ts';

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
