import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Outline } from '../design/types.ts';
import { rotation, scaling, translation, type Matrix } from '../geometry/matrix.ts';
import { regionArea } from '../geometry/region.ts';
import { flattenPath, outlineLines, outlinePaths } from './flatten.ts';
import { outlineRegion } from './region.ts';
import { outlineBounds, transformOutline } from './transform.ts';

const ellipse = (width: number, height: number, turn = 0): Outline => ({
  kind: 'ellipse',
  x: 3,
  y: -2,
  width,
  height,
  turn,
});
const box = (width: number, height: number, radius = 0, turn = 0): Outline => ({
  kind: 'rectangle',
  x: 0,
  y: 0,
  width,
  height,
  radius,
  turn,
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
    expect(transformOutline(ellipse(20, 10), scaling(-1, 1)).kind).toBe('path');
  });
});
