import fc from 'fast-check';
import { expect, test } from 'vitest';
import { LETTERS } from '../../../test/gallery.ts';
import { clothById } from '../../materials/cloths.ts';
import { regionArea, regionBounds } from '../../geometry/region.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { transformOutline } from '../../outlines/transform.ts';
import { completeSettings } from '../kind.ts';
import { lettering } from './lettering.ts';

const cloth = clothById('linen');
const settings = completeSettings(lettering, { kind: 'lettering', settings: {} }, cloth) as never;
const place = fc.double({ min: -200, max: 200, noNaN: true });

test('a letter covers the cloth where it stands, also when one of its shape stood elsewhere before', () => {
  fc.assert(
    fc.property(fc.constantFrom(...Object.values(LETTERS)), place, place, (letter, dx, dy) => {
      const outline = transformOutline(letter, [1, 0, 0, 1, dx, dy]);
      const [region, drawn] = [lettering.cover({ outline, settings, cloth }), outlineRegion(outline)];
      expect(regionArea(region)).toBeCloseTo(regionArea(drawn), 2);
      const [is, wanted] = [regionBounds(region)!, regionBounds(drawn)!];
      for (const side of ['minX', 'minY', 'maxX', 'maxY'] as const)
        expect(is[side]).toBeCloseTo(wanted[side], 2);
    }),
    { numRuns: 40 },
  );
});
