// Rows that flow along guide lines: what is level in the frame, and that thread lies close where rows bend.
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { drawn } from '../../../test/draw.ts';
import { coverOfRegion, layersOf } from '../../findings/layers.ts';
import { offsetRegion } from '../../geometry/clip.ts';
import type { Line } from '../../geometry/polyline.ts';
import { clothById } from '../../materials/cloths.ts';
import { parsePathData } from '../../outlines/path-data.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { Move } from '../../sewing/moves.ts';
import { fill } from '../fill.ts';
import { completeSettings } from '../kind.ts';
import { flowFrame } from './frame.ts';

const BOX = drawn('M-25 -15H25V15H-25Z');
const along = fc.double({ min: -30, max: 30, noNaN: true });
const place = fc.record({ x: along, y: along });
const guide = fc
  .array(place, { minLength: 2, maxLength: 6 })
  .map((points): Line => ({ coords: Float64Array.from(points.flatMap((p) => [p.x, p.y])), closed: false }));

test('a place goes into the frame and comes back, also where guide lines cross; rows never turn over', () => {
  fc.assert(
    fc.property(fc.array(guide, { minLength: 1, maxLength: 4 }), place, (guides, p) => {
      const frame = flowFrame(guides, 20);
      const q = frame.toFrame(p);
      const back = frame.toCloth(q);
      expect(Math.hypot(back.x - p.x, back.y - p.y)).toBeLessThan(1e-6);
      // A row further down in the frame lies further down across it on the cloth.
      const [above, below] = [-0.5, 0.5].map((d) => frame.toCloth({ x: q.x, y: q.y + d }));
      const again = [above, below].map((c) => frame.toFrame(c).y);
      expect(again[0]).toBeLessThan(again[1]);
      expect(frame.apart(q)).toBeGreaterThan(0);
    }),
    { numRuns: 300 },
  );
});

test.each([
  ['an S', 'M-25 0C-10 -14 10 14 25 0'],
  ['a corner', 'M-25 4L0 -8L25 4'],
  ['short waves', 'M-25 0C-20 -8 -17 -8 -12 0C-7 8 -5 8 0 0C5 -8 7 -8 12 0C17 8 20 8 25 0'],
  ['two lines', 'M-25 -12C-10 -20 10 -4 25 -12M-25 10L25 4'],
])('rows that follow %s leave no slit between them', (_name, path) => {
  const settings = completeSettings(
    fill,
    { kind: 'fill', settings: { underlay: 'none' } },
    clothById('linen'),
  );
  const threads = fill.stitch({
    outline: BOX,
    settings,
    cloth: clothById('linen'),
    guideLines: parsePathData(path).paths,
  });
  expect(threads).toHaveLength(1);
  const { x, y } = threads[0];
  const grid = layersOf(
    { x: Float32Array.from(x), y: Float32Array.from(y), move: Uint8Array.from(x, () => Move.stitch) },
    { minX: -27, minY: -17, maxX: 27, maxY: 17 },
    0.05,
  );
  const cover = coverOfRegion(grid, offsetRegion(outlineRegion(BOX), -0.25));
  expect(cover.coverage).toBeGreaterThan(0.997);
  expect(cover.worstGap).toBeLessThan(0.12);
});
