import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { bandRegion, intersect, offsetRegion, regionFromRings, subtract, unite } from './clip.ts';
import { applyMatrix, multiply, rotation, scaling, translation } from './matrix.ts';
import {
  arcLengths,
  lengthOf,
  nearestOnLine,
  openedAt,
  pointAt,
  reversed,
  withoutRepeats,
  type Line,
} from './polyline.ts';
import { onMachineGrid, turned, uniteBounds } from './points.ts';
import { seeded } from './random.ts';
import { insideRegion, regionArea, regionBounds, ringArea } from './region.ts';
import { strokeWidth } from './stroke-width.ts';

const star = fc
  .tuple(
    fc.integer({ min: -100, max: 100 }),
    fc.integer({ min: -100, max: 100 }),
    fc.array(fc.integer({ min: 20, max: 160 }), { minLength: 3, maxLength: 12 }),
  )
  .map(([cx, cy, radii]) =>
    Float64Array.from(
      radii.flatMap((r, i) => [
        (cx + r * Math.cos((2 * Math.PI * i) / radii.length)) / 10,
        (cy + r * Math.sin((2 * Math.PI * i) / radii.length)) / 10,
      ]),
    ),
  );
const region = fc
  .array(star, { minLength: 1, maxLength: 3 })
  .map((rings) => regionFromRings(rings, 'nonzero'));

describe('boolean work', () => {
  test('areas add up', () => {
    fc.assert(
      fc.property(region, region, (a, b) => {
        const [both, common] = [regionArea(unite(a, b)), regionArea(intersect(a, b))];
        expect(both + common).toBeCloseTo(regionArea(a) + regionArea(b), 0);
        expect(regionArea(subtract(a, b))).toBeCloseTo(regionArea(a) - common, 0);
      }),
    );
  });

  test('with itself: the same, or nothing', () => {
    fc.assert(
      fc.property(region, (a) => {
        expect(regionArea(unite(a, a))).toBeCloseTo(regionArea(a), 1);
        expect(regionArea(subtract(a, a))).toBeCloseTo(0, 1);
      }),
    );
  });

  test('holes are kept, islands in them too', () => {
    const square = (h: number) => Float64Array.of(-h, -h, h, -h, h, h, -h, h);
    const nested = regionFromRings([square(30), square(20), square(10)], 'evenodd');
    expect(nested).toHaveLength(2);
    expect(regionArea(nested)).toBeCloseTo(3600 - 1600 + 400);
    expect([insideRegion(nested, 25, 0), insideRegion(nested, 15, 0), insideRegion(nested, 5, 0)]).toEqual([
      true,
      false,
      true,
    ]);
  });

  test('a bow-tie becomes its two halves', () => {
    const tie = regionFromRings([Float64Array.of(-10, -10, 10, 10, 10, -10, -10, 10)]);
    expect(tie).toHaveLength(2);
    expect(regionArea(tie)).toBeCloseTo(200);
  });
});

describe('offsets', () => {
  test('grow outwards and shrink inwards', () => {
    fc.assert(
      fc.property(region, fc.integer({ min: 1, max: 20 }), (a, tenths) => {
        const d = tenths / 10;
        const grown = offsetRegion(a, d);
        expect(regionArea(grown)).toBeGreaterThan(regionArea(a));
        expect(regionArea(offsetRegion(a, -d))).toBeLessThan(regionArea(a));
        const [b, g] = [regionBounds(a)!, regionBounds(grown)!];
        expect(b.minX - g.minX).toBeCloseTo(d, 0);
      }),
    );
  });

  test('a band is as wide as asked', () => {
    const line: Line = { coords: Float64Array.of(0, 0, 40, 0), closed: false };
    expect(regionArea(bandRegion([line], 3))).toBeCloseTo(120);
    const ring: Line = { coords: Float64Array.of(0, 0, 40, 0, 40, 40, 0, 40), closed: true };
    expect(regionArea(bandRegion([ring], 2))).toBeCloseTo(42 * 42 - 38 * 38);
  });
});

describe('polylines', () => {
  const line = fc
    .tuple(fc.array(fc.integer({ min: -300, max: 300 }), { minLength: 6, maxLength: 30 }), fc.boolean())
    .map(([v, closed]): Line => ({ coords: withoutRepeats(v.slice(0, v.length & ~1), closed), closed }))
    .filter((l) => l.coords.length >= 6);

  test('a place at any length is found again there', () => {
    fc.assert(
      fc.property(line, fc.double({ min: 0, max: 1, noNaN: true }), (l, t) => {
        const lengths = arcLengths(l);
        const p = pointAt(l, lengths, t * lengths.at(-1)!);
        expect(nearestOnLine(l, lengths, p).distance).toBeCloseTo(0, 6);
      }),
    );
  });

  test('turned round or opened elsewhere, a line is as long as before', () => {
    fc.assert(
      fc.property(line, fc.double({ min: 0, max: 1, noNaN: true }), (l, t) => {
        expect(lengthOf(reversed(l))).toBeCloseTo(lengthOf(l), 6);
        if (!l.closed) return;
        const lengths = arcLengths(l);
        expect(lengthOf(openedAt(l, lengths, t * lengths.at(-1)!))).toBeCloseTo(lengthOf(l), 6);
      }),
    );
  });

  test('repeated points are dropped, the closing one too', () => {
    expect([...withoutRepeats([0, 0, 0, 0, 5, 0, 5, 5, 0, 0], true)]).toEqual([0, 0, 5, 0, 5, 5]);
    expect([...withoutRepeats([0, 0, 5, 5, 0, 0], false)]).toEqual([0, 0, 5, 5, 0, 0]);
  });

  test('a ring’s area has the sign of its turning', () => {
    const square = Float64Array.of(0, 0, 10, 0, 10, 10, 0, 10);
    expect(ringArea(square)).toBe(100);
    expect(ringArea(reversed({ coords: square, closed: true }).coords)).toBe(-100);
  });
});

describe('maps', () => {
  test('turning, scaling and moving, one after the other', () => {
    const m = multiply(translation(5, 0), multiply(rotation(90), scaling(2, 2)));
    const p = applyMatrix(m, { x: 3, y: 1 });
    expect([p.x, p.y].map((v) => Math.round(v * 1e9) / 1e9)).toEqual([3, 6]);
  });

  test('a turn about a place leaves it where it is', () => {
    const p = applyMatrix(rotation(72, { x: 4, y: -7 }), { x: 4, y: -7 });
    expect([p.x, p.y]).toEqual([expect.closeTo(4), expect.closeTo(-7)]);
    expect(turned({ x: 1, y: 0 }, 90)).toEqual({ x: expect.closeTo(0), y: expect.closeTo(1) });
  });
});

test('the machine’s grid, bounds and seeds', () => {
  expect([onMachineGrid(0.14999), onMachineGrid(-3.26)]).toEqual([0.1, -3.3]);
  expect(
    uniteBounds([null, { minX: 0, minY: 1, maxX: 2, maxY: 3 }, { minX: -1, minY: 2, maxX: 1, maxY: 5 }]),
  ).toEqual({
    minX: -1,
    minY: 1,
    maxX: 2,
    maxY: 5,
  });
  expect(uniteBounds([])).toBeNull();
  const [a, b] = [seeded(7), seeded(7)];
  const drawn = Array.from({ length: 200 }, a);
  expect(drawn).toEqual(Array.from({ length: 200 }, b));
  expect(Math.min(...drawn)).toBeGreaterThanOrEqual(0);
  expect(Math.max(...drawn)).toBeLessThan(1);
});

describe('the width of strokes', () => {
  const box = (x: number, y: number, w: number, h: number): number[] => [
    x,
    y,
    x + w,
    y,
    x + w,
    y + h,
    x,
    y + h,
  ];
  const size = fc.double({ min: 1, max: 9, noNaN: true });

  test('of a bar, a frame, a ladder and a square is theirs', () => {
    fc.assert(
      fc.property(size, fc.double({ min: 3, max: 8, noNaN: true }), (w, times) => {
        const long = times * w;
        expect(strokeWidth(regionFromRings([box(0, 0, w, long)], 'nonzero'))).toBeCloseTo(w, 3);
        expect(strokeWidth(regionFromRings([box(0, 0, w, w)], 'nonzero'))).toBeCloseTo(w, 3);
        // Corners count to both of the strokes that meet there.
        const frame = [box(0, 0, long, long), box(w, w, long - 2 * w, long - 2 * w)];
        expect(strokeWidth(regionFromRings(frame, 'evenodd')) / w).toBeCloseTo(1, 3);
        const high = (long - 3 * w) / 2;
        if (high < w / 2) return;
        const ladder = [
          box(0, 0, long, long),
          box(w, w, long - 2 * w, high),
          box(w, 2 * w + high, long - 2 * w, high),
        ];
        expect(strokeWidth(regionFromRings(ladder, 'evenodd')) / w).toBeCloseTo(1, 3);
      }),
    );
  });

  test('of several pieces is their mean, and nothing has none', () => {
    const two = [box(0, 0, 2, 20), box(10, 0, 4, 40)];
    const width = strokeWidth(regionFromRings(two, 'nonzero'));
    expect(width).toBeGreaterThan(2);
    expect(width).toBeLessThan(4);
    expect(strokeWidth([])).toBe(0);
  });
});
