import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Path } from '../design/types.ts';
import { arcLengths, lengthOf, nearestOnLine } from '../geometry/polyline.ts';
import { fitPath } from '../outlines/fit.ts';
import { flattenPath } from '../outlines/flatten.ts';
import { parsePathData } from '../outlines/path-data.ts';
import {
  addPoint,
  breakAt,
  closePath,
  deletePoints,
  dragSegment,
  joinEnds,
  movePoints,
  moveTangent,
  nearestOnPaths,
  pointKind,
  reversePath,
  setFirst,
  setPointKind,
  setSegments,
  simplifyPaths,
  smoothPaths,
} from './points.ts';

const paths = (d: string): Path[] => parsePathData(d).paths;
const WAVE = 'M0 0C10 -20 20 -20 30 0S50 20 60 0';
const coordinate = fc.integer({ min: -300, max: 300 }).map((v) => v / 10);
const anyPath = fc
  .record({
    closed: fc.boolean(),
    points: fc.array(
      fc.record(
        {
          x: coordinate,
          y: coordinate,
          in: fc.record({ x: coordinate, y: coordinate }),
          out: fc.record({ x: coordinate, y: coordinate }),
        },
        { requiredKeys: ['x', 'y'] },
      ),
      { minLength: 3, maxLength: 7 },
    ),
  })
  .map((p): Path => p);

/** Greatest distance of one path's line from another's. */
function apart(a: Path, b: Path): number {
  const [la, lb] = [flattenPath(a), flattenPath(b)];
  const lengths = arcLengths(lb);
  let worst = 0;
  for (let i = 0; i < la.coords.length; i += 2)
    worst = Math.max(worst, nearestOnLine(lb, lengths, { x: la.coords[i], y: la.coords[i + 1] }).distance);
  return worst;
}

describe('editing points', () => {
  test('a point that is added changes nothing of the shape, wherever it is put', () => {
    fc.assert(
      fc.property(anyPath, fc.nat(6), fc.double({ min: 0.02, max: 0.98, noNaN: true }), (path, k, t) => {
        const point = k % (path.closed ? path.points.length : path.points.length - 1);
        const [after] = addPoint([path], { path: 0, point }, t);
        expect(after.points).toHaveLength(path.points.length + 1);
        expect(apart(path, after)).toBeLessThan(0.05);
        expect(lengthOf(flattenPath(after))).toBeCloseTo(lengthOf(flattenPath(path)), 0);
      }),
    );
  });

  test('taking it out again keeps the shape', () => {
    for (const t of [0.2, 0.5, 0.8]) {
      const [before] = paths(WAVE);
      const added = addPoint([before], { path: 0, point: 0 }, t);
      const [after] = deletePoints(added, [{ path: 0, point: 1 }]);
      expect(after.points).toHaveLength(3);
      expect(apart(before, after)).toBeLessThan(0.1);
    }
    const square = paths('M0 0H10V10H0Z');
    expect(deletePoints(square, [{ path: 0, point: 1 }])[0].points).toEqual([
      { x: 0, y: 0 },
      { x: 10, y: 10 },
      { x: 0, y: 10 },
    ]);
    expect(
      deletePoints(
        square,
        [0, 1, 2, 3].map((point) => ({ path: 0, point })),
      ),
    ).toEqual([]);
  });

  test('corner, smooth and symmetric', () => {
    const [corner] = paths('M0 0L10 -10L30 0');
    const [smooth] = setPointKind([corner], [{ path: 0, point: 1 }], 'smooth');
    expect(pointKind(smooth.points[1])).toBe('smooth');
    const [even] = setPointKind([smooth], [{ path: 0, point: 1 }], 'symmetric');
    expect(pointKind(even.points[1])).toBe('symmetric');
    const [pulled] = moveTangent([even], { path: 0, point: 1 }, 'out', { x: 0, y: 8 });
    expect(pulled.points[1].in).toEqual({ x: expect.closeTo(0), y: -8 });
    const [free] = moveTangent([even], { path: 0, point: 1 }, 'out', { x: 0, y: 8 }, true);
    expect(pointKind(free.points[1])).toBe('corner');
    expect(pointKind(setPointKind([even], [{ path: 0, point: 1 }], 'corner')[0].points[1])).toBe('corner');
  });

  test('segments are straightened, curved and dragged', () => {
    const wave = paths(WAVE);
    const straight = setSegments(wave, [{ path: 0, point: 0 }], 'straight');
    expect(straight[0].points[0].out ?? straight[0].points[1].in).toBeUndefined();
    const curved = setSegments(straight, [{ path: 0, point: 0 }], 'curved');
    expect(apart(curved[0], straight[0])).toBeLessThan(0.02);
    const dragged = dragSegment(straight, { path: 0, point: 0 }, 0.4, { x: 14, y: 9 });
    expect(nearestOnPaths(dragged, { x: 14, y: 9 })!.distance).toBeLessThan(0.02);
  });

  test('the place on a path nearest to another is found', () => {
    fc.assert(
      fc.property(anyPath, coordinate, coordinate, (path, x, y) => {
        const found = nearestOnPaths([path], { x, y })!;
        const line = flattenPath(path, 0.001);
        expect(found.distance).toBeLessThan(nearestOnLine(line, arcLengths(line), { x, y }).distance + 0.05);
      }),
    );
  });

  test('break, join, close, reverse and the first point', () => {
    const square = paths('M0 0H10V10H0Z');
    const [open] = breakAt(square, { path: 0, point: 2 });
    expect(open.closed).toBe(false);
    expect(open.points[0]).toMatchObject({ x: 10, y: 10 });
    expect(closePath(open)).toEqual(setFirst(square, { path: 0, point: 2 })[0]);
    const halves = breakAt([open], { path: 0, point: 2 });
    expect(halves).toHaveLength(2);
    const [again] = joinEnds(halves, { path: 0, point: 2 }, { path: 1, point: 0 });
    expect(again).toEqual(open);
    const [bridged] = joinEnds(halves, { path: 0, point: 0 }, { path: 1, point: 2 });
    expect(bridged.points).toHaveLength(5);
    fc.assert(
      fc.property(anyPath, (path) => {
        expect(apart(reversePath(path), path)).toBeLessThan(0.05);
      }),
      { numRuns: 30 },
    );
    expect(reversePath(square[0]).points[0]).toEqual({ x: 0, y: 0 });
  });

  test('moving some points leaves the others', () => {
    const [moved] = movePoints(paths(WAVE), [{ path: 0, point: 1 }], 1, 2);
    expect(moved.points[1]).toMatchObject({ x: 31, y: 2 });
    expect(moved.points[2]).toEqual(paths(WAVE)[0].points[2]);
  });
});

describe('fitting', () => {
  test('a trembling circle becomes few points within the tolerance', () => {
    const coords: number[] = [];
    for (let i = 0; i < 240; i++) {
      const a = (i / 240) * 2 * Math.PI;
      const r = 20 + 0.1 * Math.sin(37 * i);
      coords.push(r * Math.cos(a), r * Math.sin(a));
    }
    const line = { coords: Float64Array.from(coords), closed: true };
    const path = fitPath(line, 0.4, 0.4);
    expect(path.points.length).toBeLessThan(12);
    const fitted = flattenPath(path);
    for (let i = 0; i < fitted.coords.length; i += 2)
      expect(Math.abs(Math.hypot(fitted.coords[i], fitted.coords[i + 1]) - 20)).toBeLessThan(0.6);
  });

  test('a corner drawn by an unsteady hand is one corner', () => {
    const coords: number[] = [];
    const wobble = (i: number): number => 0.12 * Math.sin(i * 2.3);
    for (let i = 0; i <= 100; i++) coords.push(i * 0.3 + wobble(i), wobble(i + 7));
    for (let i = 1; i <= 100; i++) coords.push(30 + wobble(i), i * 0.3 + wobble(i + 3));
    const path = fitPath({ coords: Float64Array.from(coords), closed: false }, 0.5, 0.5);
    expect(path.points.length).toBeLessThan(5);
    const corners = path.points.slice(1, -1).filter((p) => pointKind(p) === 'corner');
    expect(corners).toHaveLength(1);
    expect(Math.hypot(corners[0].x - 30, corners[0].y)).toBeLessThan(0.8);
  });

  test('corners stay sharp, and straight lines straight', () => {
    const path = fitPath(flattenPath(paths('M0 0H40V30Q20 60 0 30Z')[0]), 0.02);
    expect(path.points.length).toBeLessThan(9);
    for (const corner of [
      [0, 0],
      [40, 0],
      [40, 30],
    ])
      expect(path.points.some((p) => Math.hypot(p.x - corner[0], p.y - corner[1]) < 1e-6)).toBe(true);
  });

  test('never strays from any line by more than was allowed', () => {
    fc.assert(
      fc.property(anyPath, (path) => {
        const line = flattenPath(path);
        fc.pre(line.coords.length >= 6);
        const fitted = fitPath(line, 0.1);
        expect(apart(path, fitted)).toBeLessThan(0.25);
        expect(fitted.points.every((p) => Number.isFinite(p.x) && Number.isFinite(p.y))).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  test('simplifying takes points away, not the shape; smoothing takes the tremble out', () => {
    const dense: Path = { closed: false, points: [] };
    for (let i = 0; i <= 400; i++) dense.points.push({ x: i / 5, y: 8 * Math.sin(i / 40) });
    const [simple] = simplifyPaths([dense], 0.1);
    expect(simple.points.length).toBeLessThan(15);
    expect(apart(dense, simple)).toBeLessThan(0.15);
    const rough: Path = {
      closed: false,
      points: dense.points.map((p, i) => ({ x: p.x, y: p.y + (i % 2 ? 0.4 : -0.4) })),
    };
    const [calm] = smoothPaths([rough], 0.5);
    expect(lengthOf(flattenPath(calm))).toBeLessThan(lengthOf(flattenPath(dense)) * 1.02);
    expect(apart(calm, dense)).toBeLessThan(1);
  });
});
