import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { drawn } from '../../../../test/draw.ts';
import { stitched } from '../../../../test/stitch.ts';
import { bandRegion, offsetRegion, unite } from '../../../geometry/clip.ts';
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import { distance, lerp, type Point } from '../../../geometry/points.ts';
import { insideRegion, regionBounds, type Region } from '../../../geometry/region.ts';
import { outlineOfRegion } from '../../../outlines/live/region-outline.ts';
import { outlineRegion } from '../../../outlines/region.ts';
import { findCrossing } from '../uncross.ts';

const SPACING = 3;

/** A band of a width along a line. */
const band = (points: readonly Point[], width: number): Region =>
  bandRegion([{ coords: Float64Array.from(points.flatMap((p) => [p.x, p.y])), closed: false }], width);

const sewn = (region: Region, settings: Record<string, string | number> = {}, ends = {}): Point[][] =>
  stitched('stipple', outlineOfRegion(region), { spacing: SPACING, ...settings }, ends).map(({ x, y }) =>
    x.map((px, i) => ({ x: px, y: y[i] })),
  );

/** The share of a region that lies farther than so many spacings from the line. */
function bare(region: Region, line: readonly Point[], far: number): number {
  const index = new EdgeIndex([
    Float64Array.from([...line, ...line.toReversed()].flatMap((p) => [p.x, p.y])),
  ]);
  const b = regionBounds(region)!;
  let [all, away] = [0, 0];
  for (let x = b.minX; x <= b.maxX; x += 0.4)
    for (let y = b.minY; y <= b.maxY; y += 0.4) {
      if (!insideRegion(region, x, y)) continue;
      all++;
      if (!index.nearest(x, y, far * SPACING)) away++;
    }
  return away / all;
}

/** How often a line goes from one side of a middle line to the other. */
function swings(line: readonly Point[], middle: readonly Point[]): number {
  // There and back, so that it is closed: each is counted twice.
  const both = [...middle, ...middle.toReversed()];
  const index = new EdgeIndex([Float64Array.from(both.flatMap((p) => [p.x, p.y]))]);
  let count = 0;
  for (let i = 1; i < line.length; i++) {
    let crossed = 0;
    index.crossings(line[i - 1].x, line[i - 1].y, line[i].x, line[i].y, () => crossed++);
    count += crossed;
  }
  return count / 2;
}

const kinks = (line: readonly Point[]): number =>
  line.filter((b, i) => {
    const [a, c] = [line[i - 1], line[i + 1]];
    if (!a || !c) return false;
    const turn = Math.atan2(c.y - b.y, c.x - b.x) - Math.atan2(b.y - a.y, b.x - a.x);
    return Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn))) > (60 * Math.PI) / 180;
  }).length;

/** An arc of a circle, or nearly a straight line. */
const arcs = fc.record({
  radius: fc.integer({ min: 18, max: 200 }),
  length: fc.integer({ min: 40, max: 90 }),
  width: fc.integer({ min: 60, max: 90 }).map((w) => w / 10),
});
const arc = ({ radius, length }: { radius: number; length: number }): Point[] =>
  Array.from({ length: 41 }, (_, i) => {
    const a = ((i / 40 - 0.5) * Math.min(length, 5 * radius)) / radius;
    return { x: radius * Math.sin(a), y: radius * (1 - Math.cos(a)) };
  });

describe('a stipple in a band of two to three spacings', () => {
  test('swings from side to side, once along it, without kinks or crossings', () => {
    fc.assert(
      fc.property(arcs, fc.integer({ min: 1, max: 50 }), (shape, seed) => {
        const middle = arc(shape);
        const region = band(middle, shape.width);
        const lines = sewn(region, { seed });
        expect(lines).toHaveLength(1);
        const [line] = lines;
        expect(findCrossing(line, 3)).toBeNull();
        expect(kinks(line)).toBeLessThanOrEqual(1);
        // Corners that a line half a spacing from the edge can't reach don't count.
        const opened = offsetRegion(offsetRegion(region, -SPACING / 2), SPACING / 2);
        expect(bare(opened, line, 0.75)).toBeLessThan(0.1);
        // From one side to the other and back within two and a half spacings, and not there and back along the band.
        const once = Math.min(shape.length, 5 * shape.radius) / SPACING;
        expect(swings(line, middle)).toBeGreaterThan(0.75 * once);
        expect(swings(line, middle)).toBeLessThan(1.7 * once);
      }),
      { numRuns: 30 },
    );
  });

  test('begins and ends where it is told to', () => {
    const middle = arc({ radius: 60, length: 50 });
    const [first, last] = [middle[2], middle[30]];
    for (const ends of [{ start: first, end: last }, { start: last }, { end: first }]) {
      const [line] = sewn(band(middle, 5), {}, ends);
      if (ends.start) expect(distance(line[0], ends.start)).toBeLessThan(1);
      if (ends.end) expect(distance(line[line.length - 1], ends.end)).toBeLessThan(1);
    }
  });

  test('told to begin at its edge, or in a band narrower than a spacing, it begins beside that place', () => {
    const middle = arc({ radius: 60, length: 50 });
    for (const width of [1.2, 2.5, 6]) {
      const region = band(middle, width);
      const start = { x: middle[12].x, y: middle[12].y + width / 2 };
      const [line] = sewn(region, {}, { start });
      expect(distance(line[0], start)).toBeLessThan(width / 2 + 1);
      expect(bare(region, line, 1)).toBeLessThan(0.05);
    }
  });
});

describe('a stipple in bands that branch', () => {
  const limbs = fc.array(
    fc.record({
      at: fc.integer({ min: 0, max: 4 }),
      angle: fc.integer({ min: 50, max: 130 }),
      up: fc.boolean(),
      length: fc.integer({ min: 8, max: 20 }),
      width: fc.integer({ min: 15, max: 75 }).map((w) => w / 10),
    }),
    { minLength: 1, maxLength: 5 },
  );

  test('is one line that never crosses itself, and comes into every branch', () => {
    fc.assert(
      fc.property(limbs, fc.integer({ min: 1, max: 50 }), (all, seed) => {
        const trunk: Point[] = [
          { x: -25, y: 0 },
          { x: 25, y: 0 },
        ];
        const branches = all.map(({ at, angle, up, length }): Point[] => {
          const a = ((up ? angle : -angle) * Math.PI) / 180;
          const from = { x: 10 * at - 20, y: 0 };
          return [from, { x: from.x + length * Math.cos(a), y: from.y + length * Math.sin(a) }];
        });
        let region = band(trunk, 6.6);
        branches.forEach((line, i) => (region = unite(region, band(line, all[i].width))));
        const lines = sewn(region, { seed });
        expect(lines).toHaveLength(region.length);
        for (const line of lines) {
          expect(findCrossing(line, 3)).toBeNull();
          for (const p of line)
            if (!insideRegion(region, p.x, p.y)) {
              const edges = new EdgeIndex(region.flatMap(({ outer, holes }) => [outer, ...holes]));
              expect(edges.nearest(p.x, p.y, 9)!.distance).toBeLessThan(0.3);
            }
        }
        const line = lines.flat();
        // A little before where it ends.
        branches.forEach(([from, to], i) => {
          const tip = lerp(from, to, 1 - Math.min(1, 0.3 * SPACING) / all[i].length);
          expect(Math.min(...line.map((p) => distance(p, tip)))).toBeLessThan(1.9 * SPACING);
        });
        expect(bare(region, line, 1)).toBeLessThan(0.06);
      }),
      { numRuns: 40 },
    );
  });
});

test('a shape in which there is no way along its bands is filled otherwise', () => {
  const wedge = outlineRegion(
    drawn(
      'M-0.93 -26.98L-3.19 -18.53L-5.59 -10.29L-27.99 -0.34L-34.6 -9.46L-34.3 -9.55L-35 -10L-34.6 -9.46L-37.28 -9.64L-40 -10L-0.83 -27.41Z',
    ),
  );
  const lines = sewn(wedge, { spacing: 9.1 });
  expect(lines.flat().length).toBeGreaterThan(20);
});
