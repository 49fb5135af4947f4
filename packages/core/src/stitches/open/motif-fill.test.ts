import { expect, test } from 'vitest';
import { stitched } from '../../../test/stitch.ts';
import type { PlainOutline } from '../../design/types.ts';
import { GALLERY } from '../../../test/gallery.ts';
import { box } from '../../../test/draw.ts';
import { EdgeIndex } from '../../geometry/edge-index.ts';
import { insideRegion } from '../../geometry/region.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { MOTIF_UNITS, unitCoords } from '../motifs.ts';
import { stands } from './sprig/dress.ts';

const sewn = (outline: PlainOutline, settings: Record<string, string | number>) =>
  stitched('motif-fill', outline, settings);

test.each(Object.entries(GALLERY))('no motif reaches out of %s', (_, outline) => {
  const region = outlineRegion(outline);
  const edges = new EdgeIndex(region.flatMap((p) => [p.outer, ...p.holes]));
  for (const { x, y } of sewn(outline, { size: 5, rows: 5 }))
    for (let i = 1; i < x.length; i++)
      for (const t of [0, 0.25, 0.5, 0.75]) {
        const [px, py] = [x[i] + (x[i - 1] - x[i]) * t, y[i] + (y[i - 1] - y[i]) * t];
        if (!insideRegion(region, px, py)) expect(edges.nearest(px, py, 9)!.distance).toBeLessThan(0.45);
      }
});

test('rows that fall on a straight edge stay inside, too', () => {
  for (const height of [10, 20, 30, 40]) {
    const [thread] = sewn(box(0, 0, 60, height), { size: 10, rows: 10, lattice: 'square' });
    expect(Math.min(...thread.y)).toBeGreaterThan(-height / 2 - 0.15);
    expect(Math.max(...thread.y)).toBeLessThan(height / 2 + 0.15);
  }
});

test('joined by nothing, each motif is a whole thread of its own', () => {
  const outline = box(0, 0, 60, 40);
  const apart = sewn(outline, { size: 10, rows: 10, ways: 'none' });
  expect(apart.length).toBeGreaterThan(10);
  const lengths = new Set(apart.map(({ x }) => x.length));
  expect(lengths.size).toBeLessThanOrEqual(2);
  expect(sewn(outline, { size: 10, rows: 10 })).toHaveLength(1);
});

test('units that stand on the line are those whose stroke comes back to where it leaves it', () => {
  for (const unit of MOTIF_UNITS) expect(!!unit.stands, unit.id).toBe(stands(unitCoords(unit.id)));
});
