import fc from 'fast-check';
import { expect, test } from 'vitest';
import { drawn } from '../../../../test/draw.ts';
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import { ringsOf } from '../../../geometry/region.ts';
import { outlineRegion } from '../../../outlines/region.ts';
import { backInside, chordsInside } from './relax.ts';

const SPACING = 3;

test('chords over an edge that juts in go round it, and no point stays outside', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -2, max: 2, noNaN: true }),
      fc.double({ min: 0.05, max: 0.6, noNaN: true }),
      (tip, over) => {
        // A spike juts into a box from below; the line passes it a little too low.
        const edges = new EdgeIndex(
          outlineRegion(drawn(`M-20 -20H20V20H2L${tip} 0L-2 20H-20Z`)).flatMap(ringsOf),
        );
        const line = Float64Array.of(-6, over, tip - 1, over, tip, over, tip + 1, over, 6, over);
        const all = chordsInside(backInside(line, SPACING, edges), false, SPACING, edges);
        for (let i = 0; i < all.length; i += 2)
          expect(edges.inside(all[i], all[i + 1]) || !!edges.nearest(all[i], all[i + 1], 1e-6)).toBe(true);
      },
    ),
  );
});
