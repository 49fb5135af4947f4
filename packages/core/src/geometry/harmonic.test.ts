import fc from 'fast-check';
import { expect, test } from 'vitest';
import { harmonic } from './harmonic.ts';
import { Mesh } from './mesh.ts';
import { regionFromRings } from './clip.ts';
import type { Polygon } from './region.ts';

/** A star-shaped polygon about the middle, with a hole now and then. */
const polygon = fc
  .record({
    radii: fc.array(fc.double({ min: 2, max: 9, noNaN: true }), { minLength: 5, maxLength: 16 }),
    hole: fc.boolean(),
  })
  .map(({ radii, hole }): Polygon => {
    const ring = (r: (k: number) => number, n: number): number[] =>
      Array.from({ length: n }, (_, k) => (k * 2 * Math.PI) / n).flatMap((a, k) => [
        r(k) * Math.cos(a),
        r(k) * Math.sin(a),
      ]);
    const rings = [ring((k) => radii[k], radii.length), ...(hole ? [ring(() => 1, 9)] : [])];
    return regionFromRings(rings, 'evenodd')[0];
  });

test('values lie between those that are held, and are the mean of what is about them', () => {
  fc.assert(
    fc.property(polygon, fc.nat(), fc.nat(), (shape, i, k) => {
      const mesh = new Mesh(shape, 0.8);
      const n = mesh.points.length;
      const [cold, warm] = [i % n, k % n];
      fc.pre(cold !== warm);
      const values = harmonic(
        mesh,
        new Map([
          [cold, 0],
          [warm, 1],
        ]),
      );
      expect(values[cold]).toBe(0);
      expect(values[warm]).toBe(1);
      const others = [...values].filter((_, p) => p !== cold && p !== warm);
      expect(Math.min(...others)).toBeGreaterThan(-1e-9);
      expect(Math.max(...others)).toBeLessThan(1 + 1e-9);
      // Warmth is doubled by holding what is warm at two; and the other way round it is what is missing to one.
      const doubled = harmonic(
        mesh,
        new Map([
          [cold, 0],
          [warm, 2],
        ]),
      );
      const turned = harmonic(
        mesh,
        new Map([
          [cold, 1],
          [warm, 0],
        ]),
      );
      const wrong = [...values].filter(
        (v, p) => Math.abs(doubled[p] - 2 * v) > 1e-9 || Math.abs(turned[p] - (1 - v)) > 1e-9,
      );
      expect(wrong).toEqual([]);
    }),
    { numRuns: 60 },
  );
});

test('along a strip values rise evenly from end to end', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 40, noNaN: true }),
      fc.double({ min: 0.4, max: 6, noNaN: true }),
      fc.double({ min: 0.15, max: 1, noNaN: true }),
      (length, width, step) => {
        const strip = { outer: Float64Array.of(0, 0, length, 0, length, width, 0, width), holes: [] };
        const mesh = new Mesh(strip, step);
        const fixed = mesh.points.flatMap(({ x }, i): [number, number][] =>
          x < 1e-9 || x > length - 1e-9 ? [[i, x < 1e-9 ? 0 : 1]] : [],
        );
        const values = harmonic(mesh, new Map(fixed));
        const off = mesh.points.map(({ x }, i) => Math.abs(values[i] - x / length));
        expect(Math.max(...off)).toBeLessThan(1e-3);
      },
    ),
    { numRuns: 60 },
  );
});

test('once round a ring values rise by one, evenly, and what nothing holds stays in the middle', () => {
  const ring = (r: number): number[] =>
    Array.from({ length: 48 }, (_, k) => (k * Math.PI) / 24).flatMap((a) => [
      r * Math.cos(a),
      r * Math.sin(a),
    ]);
  const [round] = regionFromRings([ring(6), ring(4)], 'evenodd');
  const mesh = new Mesh(round, 0.5);
  const angle = ({ x, y }: { x: number; y: number }): number => Math.atan2(y, x) / (2 * Math.PI);
  const first = mesh.points.findIndex((p) => Math.abs(angle(p)) < 1e-3);
  // Over the way to the left it is one more.
  const rise = (p: number, q: number): number => {
    const step = angle(mesh.points[q]) - angle(mesh.points[p]);
    return step < -0.5 ? 1 : step > 0.5 ? -1 : 0;
  };
  const values = harmonic(mesh, new Map([[first, 0]]), rise);
  const off = mesh.points.map((p, i) => Math.abs(Math.abs(values[i]) - Math.abs(angle(p))));
  expect(Math.max(...off)).toBeLessThan(0.01);
  expect([...harmonic(mesh, new Map())].every((v) => Math.abs(v - 0.5) < 1e-6)).toBe(true);
});
