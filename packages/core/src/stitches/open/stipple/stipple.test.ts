import { expect, test } from 'vitest';
import { stitched } from '../../../../test/stitch.ts';
import type { PlainOutline } from '../../../design/types.ts';
import { GALLERY } from '../../../../test/gallery.ts';
import { offsetRegion } from '../../../geometry/clip.ts';
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import { insideRegion, regionBounds } from '../../../geometry/region.ts';
import { outlineRegion } from '../../../outlines/region.ts';
import { findCrossing } from '../uncross.ts';

const sewn = (outline: PlainOutline, settings: Record<string, string | number>) =>
  stitched('stipple', outline, settings);

test.each(Object.entries(GALLERY))(
  '%s is stippled everywhere, by one line a piece that stays inside',
  (name, outline) => {
    const spacing = 2;
    const region = outlineRegion(outline);
    const threads = sewn(outline, { spacing });
    expect(threads).toHaveLength(region.length);
    const lines = threads.map(({ x, y }) => x.map((px, i) => ({ x: px, y: y[i] })));
    for (const line of lines) expect(findCrossing(line, 3)).toBeNull();
    const edges = new EdgeIndex(region.flatMap((p) => [p.outer, ...p.holes]));
    for (const p of lines.flat())
      if (!insideRegion(region, p.x, p.y)) expect(edges.nearest(p.x, p.y, 9)!.distance).toBeLessThan(0.3);
    const index = new EdgeIndex(
      lines.map((line) => Float64Array.from([...line, ...line.toReversed()].flatMap((p) => [p.x, p.y]))),
    );
    // Corners and slivers that a line half a spacing from the edge can't reach don't count.
    const opened = offsetRegion(offsetRegion(region, -spacing / 2), spacing / 2);
    const b = regionBounds(region)!;
    for (let x = b.minX; x <= b.maxX; x += 0.7)
      for (let y = b.minY; y <= b.maxY; y += 0.7)
        if (insideRegion(opened, x, y))
          expect(index.nearest(x, y, 20)?.distance ?? 20, name).toBeLessThan(1.7 * spacing);
  },
);

test('vermicelli is longer than round lobes at the same distance', () => {
  const length = (style: string): number =>
    sewn(GALLERY['wide ring'], { spacing: 2, style }).reduce(
      (sum, { x, y }) =>
        sum + x.reduce((s, px, i) => (i ? s + Math.hypot(px - x[i - 1], y[i] - y[i - 1]) : 0), 0),
      0,
    );
  expect(length('tight')).toBeGreaterThan(length('curved'));
});

test('lobes end at a straight edge, the line does not run along it', () => {
  const spacing = 3;
  const outline = { kind: 'rectangle', x: 0, y: 0, width: 80, height: 60, turn: 0, radius: 0 } as const;
  for (let seed = 1; seed <= 6; seed++) {
    let [along, longest] = [0, 0];
    for (const { x, y } of sewn(outline, { spacing, seed }))
      for (let i = 1; i < x.length; i++) {
        const beside = Math.min(40 - Math.abs(x[i]), 30 - Math.abs(y[i])) < 0.65 * spacing;
        along = beside ? along + Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]) : 0;
        longest = Math.max(longest, along);
      }
    expect(longest).toBeLessThan(5 * spacing);
  }
});
