import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import { boxRegion, ringsOf } from '../../../geometry/region.ts';
import { cornersCut } from './curve.ts';
import { evenly } from './relax.ts';
import { swayed } from './sway.ts';

const SPACING = 3;
const box = (minX: number, minY: number, maxX: number, maxY: number): EdgeIndex =>
  new EdgeIndex(boxRegion({ minX, minY, maxX, maxY }).flatMap(ringsOf));
const places = (p: ArrayLike<number>): { x: number; y: number }[] =>
  Array.from({ length: p.length / 2 }, (_, i) => ({ x: p[2 * i], y: p[2 * i + 1] }));

/** The longest stretch that turns by no more than 12°, in spacings. */
function longestStraight(p: ArrayLike<number>): number {
  const all = places(p);
  const steps = all.slice(1).map((b, i) => ({
    angle: Math.atan2(b.y - all[i].y, b.x - all[i].x),
    length: Math.hypot(b.x - all[i].x, b.y - all[i].y),
  }));
  let most = 0;
  steps.forEach((_, from) => {
    let sum = 0;
    for (let i = from; i < steps.length; i++) {
      const d = steps[i].angle - steps[from].angle;
      if (Math.abs(Math.atan2(Math.sin(d), Math.cos(d))) > (12 * Math.PI) / 180) break;
      sum += steps[i].length;
    }
    most = Math.max(most, sum);
  });
  return most / SPACING;
}

describe('straight stretches of a stipple', () => {
  test('swing, rails beside each other too, and come no nearer than they may', () => {
    fc.assert(
      fc.property(fc.integer({ min: 15, max: 60 }), fc.integer({ min: 2, max: 6 }), (long, rails) => {
        // To and fro, a spacing apart.
        const coords = Array.from({ length: rails }, (_, k) => {
          const y = k * SPACING;
          return k % 2 ? [long, y, 0, y] : [0, y, long, y];
        }).flat();
        const line = evenly(coords, 0.39 * SPACING, false);
        const out = swayed(line, SPACING, false, box(-20, -20, 90, 40), 'wandering');
        expect(longestStraight(line)).toBeGreaterThan(4.5);
        expect(longestStraight(out)).toBeLessThan(Math.max(3.7, longestStraight(line) / 3));
        expect([...out.slice(0, 2), ...out.slice(-2)]).toEqual([...line.slice(0, 2), ...line.slice(-2)]);
        const [before, passes] = [places(cornersCut(line, false)), places(out)];
        let nearest = Infinity;
        before.forEach((from, i) =>
          before.forEach((to, j) => {
            if (Math.abs(from.y - to.y) < SPACING - 0.01 || from.y === to.y) return;
            nearest = Math.min(nearest, Math.hypot(passes[i].x - passes[j].x, passes[i].y - passes[j].y));
          }),
        );
        expect(nearest).toBeGreaterThan(0.39 * SPACING);
      }),
      { numRuns: 40 },
    );
  });

  test('swing in step in a stroke with room for two passes and no more', () => {
    const wide = 2.4;
    const edges = box(0, 0, wide, 40);
    const line = evenly([0.8, 2, 0.8, 38, 1.6, 38, 1.6, 2], 0.39 * SPACING, false);
    const out = places(swayed(line, SPACING, false, edges, 'swinging'));
    expect(longestStraight(line)).toBeGreaterThan(10);
    const turned = out.findIndex(({ y }) => y > 37.5);
    expect(longestStraight(out.slice(0, turned).flatMap(({ x, y }) => [x, y]))).toBeLessThan(2.5);
    const back = out.filter(({ x, y }, i) => i > turned && y < 37 && x > 0);
    for (const p of out.slice(0, turned - 2)) {
      expect(edges.inside(p.x, p.y)).toBe(true);
      // Across the stroke the passes keep their distance.
      const beside = back.reduce((a, b) => (Math.abs(a.y - p.y) < Math.abs(b.y - p.y) ? a : b));
      expect(beside.x - p.x).toBeGreaterThan(0.5);
    }
  });

  test('stay inside their shape, also where they go along its edge', () => {
    const edges = box(0, 0, 60, 12);
    const line = evenly([1.5, 1.5, 58.5, 1.5, 58.5, 10.5, 1.5, 10.5], 0.39 * SPACING, true);
    const out = swayed(line, SPACING, true, edges, 'wandering');
    expect(longestStraight(out)).toBeLessThan(longestStraight(line) / 3);
    for (const { x, y } of places(out)) {
      expect(edges.inside(x, y)).toBe(true);
      expect(edges.nearest(x, y, 100)!.distance).toBeGreaterThan(0.35 * SPACING);
    }
  });
});
