// Outlines that other kernels never come back from, and the gate in front of ours.
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cleanRing } from './clean-ring.ts';
import {
  bandRegion,
  cropLines,
  offsetRegion,
  regionFromRings,
  simplerRing,
  subtract,
  unite,
} from './clip.ts';
import { insideRegion, regionArea } from './region.ts';

/** Points of which most lie on one horizontal line, as they do when they are snapped to a guide. */
const flat = fc
  .tuple(
    fc.integer({ min: 0, max: 12 }),
    fc.array(fc.tuple(fc.integer({ min: 0, max: 12 }), fc.option(fc.integer({ min: 0, max: 12 }))), {
      minLength: 2,
      maxLength: 9,
    }),
  )
  .map(([height, points]) => Float64Array.from(points.flatMap(([x, y]) => [x, y ?? height])));

describe('the gate', () => {
  test('points that say nothing go: repeated, between their neighbours, tips of spikes, across the end', () => {
    const clean = (...ring: number[]): number[] => [...cleanRing(Int32Array.from(ring))];
    expect(clean(0, 0, 5, 0, 5, 0, 10, 0, 10, 10, 0, 10, 0, 5)).toEqual([0, 0, 10, 0, 10, 10, 0, 10]);
    expect(clean(15, 20, 1, 20, -2, 20, 23, 20, 31, 65)).toEqual([15, 20, 23, 20, 31, 65]);
    expect(clean(0, 0, 10, 0, 10, 10, 10, 30, 10, 10, 0, 10)).toEqual([0, 0, 10, 0, 10, 10, 0, 10]);
    expect(clean(0, 0, 10, 10, 3, 3)).toEqual([]);
    expect(clean(4, 4)).toEqual([]);
  });

  test('what is left encloses the same area and has no point that says nothing', () => {
    fc.assert(
      fc.property(flat, (ring) => {
        const grid = Int32Array.from(ring, (v) => v * 1000);
        const clean = cleanRing(grid);
        const area = (r: ArrayLike<number>): number => {
          let sum = 0;
          for (let i = 0, j = r.length - 2; i < r.length; j = i, i += 2)
            sum += r[j] * r[i + 1] - r[i] * r[j + 1];
          return sum;
        };
        expect(area(clean)).toBe(area(grid));
        expect(cleanRing(clean)).toEqual(clean);
      }),
    );
  });
});

describe('points on one line', () => {
  test('the shape of five points that a pen with snapping draws', () => {
    const region = regionFromRings([[15, 20, 1, 20, -2, 20, 23, 20, 31, 65]]);
    expect(regionArea(region)).toBeCloseTo(180);
    expect(regionArea(offsetRegion(region, 1))).toBeGreaterThan(180);
  });

  test('every operation comes back from rings and lines that lie on each other', () => {
    fc.assert(
      fc.property(flat, flat, flat, fc.boolean(), (a, b, line, closed) => {
        const region = regionFromRings([a, b]);
        const lines = [
          { coords: line, closed },
          { coords: a, closed: !closed },
        ];
        for (const join of ['round', 'mitre', 'bevel'] as const)
          for (const ends of ['flat', 'round', 'square'] as const) {
            const band = bandRegion(lines, 1.5, ends, join);
            expect(regionArea(unite(band, region))).toBeGreaterThan(regionArea(region) - 0.1);
            offsetRegion(offsetRegion(unite(band, region), 0.6, join), -0.6, join);
          }
        for (const keep of ['inside', 'outside'] as const) cropLines(lines, region, keep);
        simplerRing(a, 0.1);
        expect(regionArea(subtract(region, region))).toBeLessThan(0.1);
      }),
      { numRuns: 300 },
    );
  });

  test('a hole that touches its ring in a point is a hole of that ring', () => {
    const square = regionFromRings([[0, 0, 10, 0, 10, 10, 0, 10]]);
    const cut = subtract(square, regionFromRings([[0, 5, 5, 3, 5, 7]]));
    expect(regionArea(cut)).toBeCloseTo(90);
    expect(insideRegion(cut, 4, 5)).toBe(false);
  });
});

test('numbers that are none, or far beyond any cloth, end nothing', () => {
  for (const far of [1e9, 1e308, Infinity, NaN]) {
    const region = regionFromRings([[0, 0, far, 0, far, far, 0, 10]]);
    expect(Number.isFinite(regionArea(region))).toBe(true);
    expect(Number.isFinite(regionArea(offsetRegion(region, 2)))).toBe(true);
  }
});
