import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { PlainOutline } from '../design/types.ts';
import { regionFromRings, subtract } from '../geometry/clip.ts';
import { mirroring, multiply, rotation, scaling, translation, type Matrix } from '../geometry/matrix.ts';
import { regionArea, ringArea } from '../geometry/region.ts';
import { flattenPath, outlineLines, outlinePaths } from './flatten.ts';
import { READY_SHAPES } from './ready.ts';
import { outlineRegion } from './region.ts';
import { outlineBounds, transformOutline } from './transform.ts';

const ellipse = (width: number, height: number, turn = 0): PlainOutline => ({
  kind: 'ellipse',
  x: 3,
  y: -2,
  width,
  height,
  turn,
});
const box = (width: number, height: number, radius = 0, turn = 0): PlainOutline => ({
  kind: 'rectangle',
  x: 0,
  y: 0,
  width,
  height,
  radius,
  turn,
});

const place = { x: 2, y: -1, width: 24, height: 15, turn: 20 };
const BOXES: [string, PlainOutline][] = [
  ['rectangle', { kind: 'rectangle', ...place, radius: 3 }],
  ['ellipse', { kind: 'ellipse', ...place }],
  ['slice', { kind: 'ellipse', ...place, arc: { from: 30, sweep: 200, ends: 'slice' } }],
  ['polygon', { kind: 'polygon', ...place, corners: 5 }],
  ['star', { kind: 'star', ...place, corners: 6, inner: 0.5 }],
  ['spiral', { kind: 'spiral', ...place, rounds: 3, inner: 0.1 }],
  ...READY_SHAPES.map((s): [string, PlainOutline] => [s.id, { kind: 'ready', ...place, shape: s.id }]),
];

describe('ready shapes', () => {
  test.each(BOXES)('a %s fills its box and never crosses itself', (name, outline) => {
    const b = outlineBounds({ ...outline, turn: 0 } as PlainOutline)!;
    if (name !== 'slice' && name !== 'spiral' && name !== 'star' && name !== 'polygon') {
      expect(b.maxX - b.minX).toBeCloseTo(24, 0);
      expect(b.maxY - b.minY).toBeCloseTo(15, 0);
    }
    if (name === 'spiral') return;
    // What crosses itself encloses other areas by the two rules of filling.
    const lines = outlineLines(outline).map((l) => l.coords);
    const [even, sum] = [regionArea(regionFromRings(lines)), lines.reduce((a, l) => a + ringArea(l), 0)];
    expect(even).toBeGreaterThan(15);
    if (lines.length === 1) expect(Math.abs(sum)).toBeCloseTo(even, 1);
  });

  test('an arc of part of an ellipse has that part of its area', () => {
    const circle = { kind: 'ellipse' as const, x: 0, y: 0, width: 20, height: 20, turn: 0 };
    const area = (ends: 'chord' | 'slice'): number =>
      regionArea(outlineRegion({ ...circle, arc: { from: 10, sweep: 90, ends } }));
    expect(area('slice')).toBeCloseTo((Math.PI * 100) / 4, 0);
    expect(area('chord')).toBeCloseTo((Math.PI * 100) / 4 - 50, 0);
    expect(outlinePaths({ ...circle, arc: { from: 0, sweep: 180, ends: 'open' } })[0].closed).toBe(false);
  });

  test('a spiral keeps its rounds evenly apart', () => {
    const [line] = outlineLines({
      kind: 'spiral',
      x: 0,
      y: 0,
      width: 40,
      height: 40,
      turn: 0,
      rounds: 4,
      inner: 0,
    });
    const crossings: number[] = [];
    for (let i = 2; i < line.coords.length; i += 2) {
      const [x0, y0, x1, y1] = line.coords.slice(i - 2, i + 2);
      if (y0 >= 0 !== y1 >= 0 && x0 > 0) crossings.push(x0 + ((x1 - x0) * -y0) / (y1 - y0));
    }
    expect(crossings).toHaveLength(4);
    for (let i = 1; i < 4; i++) expect(crossings[i - 1] - crossings[i]).toBeCloseTo(5, 1);
  });
});

describe('flattening', () => {
  test('an ellipse keeps its area and its size', () => {
    expect(regionArea(outlineRegion(ellipse(40, 20)))).toBeCloseTo(Math.PI * 200, 0);
    const b = outlineBounds(ellipse(40, 20))!;
    expect([b.minX, b.maxX, b.minY, b.maxY]).toEqual([-17, 23, -12, 8].map((v) => expect.closeTo(v, 1)));
  });

  test('corners are rounded by their radius, at most by half a side', () => {
    expect(regionArea(outlineRegion(box(20, 10)))).toBeCloseTo(200);
    expect(regionArea(outlineRegion(box(20, 10, 3)))).toBeCloseTo(200 - (4 - Math.PI) * 9, 0);
    expect(regionArea(outlineRegion(box(20, 10, 99)))).toBeCloseTo(100 + Math.PI * 25, 0);
  });

  test('no polyline strays from its curve by more than was allowed', () => {
    const coordinate = fc.integer({ min: -300, max: 300 }).map((v) => v / 10);
    const point = fc.record({ x: coordinate, y: coordinate });
    fc.assert(
      fc.property(point, point, point, point, (a, b, c, d) => {
        const path = {
          closed: false,
          points: [
            { ...a, out: b },
            { ...d, in: c },
          ],
        };
        const [coarse, fine] = [flattenPath(path, 0.05).coords, flattenPath(path, 0.001).coords];
        // Every fine point lies near a chord of the coarse line.
        for (let i = 0; i < fine.length; i += 2) {
          let least = Math.hypot(fine[i] - coarse[0], fine[i + 1] - coarse[1]);
          for (let k = 2; k < coarse.length; k += 2) {
            const [dx, dy] = [coarse[k] - coarse[k - 2], coarse[k + 1] - coarse[k - 1]];
            const t = Math.max(
              0,
              Math.min(
                1,
                ((fine[i] - coarse[k - 2]) * dx + (fine[i + 1] - coarse[k - 1]) * dy) /
                  (dx * dx + dy * dy || 1),
              ),
            );
            least = Math.min(
              least,
              Math.hypot(fine[i] - coarse[k - 2] - t * dx, fine[i + 1] - coarse[k - 1] - t * dy),
            );
          }
          expect(least).toBeLessThan(0.06);
        }
      }),
      { numRuns: 50 },
    );
  });

  test('paths of one point give no line', () => {
    expect(outlineLines({ kind: 'path', paths: [{ closed: false, points: [{ x: 1, y: 1 }] }] })).toEqual([]);
    expect(outlineBounds({ kind: 'path', paths: [{ closed: true, points: [{ x: 1, y: 1 }] }] })).toBeNull();
  });
});

describe('transforms', () => {
  const any = fc.constantFrom(ellipse(30, 12, 25), box(20, 10, 2, -40), {
    kind: 'path' as const,
    paths: outlinePaths(box(18, 7, 1)),
  });

  test('areas scale as they should, and moves bring nothing out of shape', () => {
    fc.assert(
      fc.property(
        any,
        fc.integer({ min: -180, max: 180 }),
        fc.integer({ min: 3, max: 30 }),
        fc.integer({ min: 3, max: 30 }),
        (outline, turn, sx, sy) => {
          const area = regionArea(outlineRegion(outline));
          const through = (m: Matrix): number => regionArea(outlineRegion(transformOutline(outline, m)));
          expect(through(translation(11, -7))).toBeCloseTo(area, 1);
          expect(through(rotation(turn, { x: 5, y: 5 })) / area).toBeCloseTo(1, 2);
          expect(through(scaling(sx / 10, sy / 10)) / ((area * (sx * sy)) / 100)).toBeCloseTo(1, 2);
        },
      ),
    );
  });

  test('primitives stay primitives while they can', () => {
    expect(transformOutline(box(20, 10, 2), rotation(30))).toMatchObject({
      kind: 'rectangle',
      turn: expect.closeTo(30),
    });
    expect(transformOutline(box(20, 10, 2), scaling(2, 2))).toMatchObject({
      kind: 'rectangle',
      width: 40,
      radius: 4,
    });
    expect(transformOutline(box(20, 10), scaling(2, 3))).toMatchObject({
      kind: 'rectangle',
      width: 40,
      height: 30,
    });
    expect(transformOutline(box(20, 10, 0, 90), scaling(2, 3))).toMatchObject({
      kind: 'rectangle',
      width: 60,
      height: 20,
    });
    expect(transformOutline(ellipse(20, 10, 30), scaling(2, 3)).kind).toBe('path');
  });

  test.each(BOXES)('a mirrored, turned and sized %s is the mirrored, turned and sized path', (_, outline) => {
    fc.assert(
      fc.property(
        fc.integer({ min: -180, max: 180 }),
        fc.integer({ min: -180, max: 180 }),
        fc.integer({ min: 3, max: 30 }),
        (turn, mirror, k) => {
          const m = multiply(
            rotation(turn, { x: 3, y: 1 }),
            multiply(mirroring(mirror), scaling(k / 10, k / 10)),
          );
          const after = transformOutline(outline, m);
          expect(after.kind).toBe(outline.kind);
          const drawn = { kind: 'path' as const, paths: outlinePaths(outline) };
          const [a, b] = [after, transformOutline(drawn, m)].map((o) => outlineRegion(o));
          expect(regionArea(subtract(a, b)) + regionArea(subtract(b, a))).toBeLessThan(
            0.02 * regionArea(a) + 0.02,
          );
        },
      ),
      { numRuns: 30 },
    );
  });
});
