import fc from 'fast-check';
import { expect, test } from 'vitest';
import { broughtIntoSight, fitted, pulled, wheelFactor, zoomedAt, type Viewport } from './viewport.ts';

const size = { width: 800, height: 600 };
const coordinate = fc.double({ min: -500, max: 500, noNaN: true });
const viewport: fc.Arbitrary<Viewport> = fc.record({
  scale: fc.double({ min: 0.3, max: 160, noNaN: true }),
  centre: fc.record({ x: coordinate, y: coordinate }),
});
/** The place under a pixel, in mm. */
const under = ({ scale, centre }: Viewport, x: number, y: number) => ({
  x: centre.x + (x - size.width / 2) / scale,
  y: centre.y + (y - size.height / 2) / scale,
});
const pixel = fc.record({ x: fc.integer({ min: 0, max: 800 }), y: fc.integer({ min: 0, max: 600 }) });

test('zooming keeps the place under the pointer, and stays between the smallest and the largest scale', () => {
  fc.assert(
    fc.property(viewport, pixel, fc.double({ min: 0.01, max: 100, noNaN: true }), (v, at, factor) => {
      const next = zoomedAt(v, size, factor, at.x, at.y);
      const [before, after] = [under(v, at.x, at.y), under(next, at.x, at.y)];
      expect(after.x).toBeCloseTo(before.x, 6);
      expect(after.y).toBeCloseTo(before.y, 6);
      expect(next.scale).toBeGreaterThanOrEqual(0.3);
      expect(next.scale).toBeLessThanOrEqual(160);
    }),
  );
});

test('pulling moves what lies under the pointer with it', () => {
  fc.assert(
    fc.property(viewport, pixel, pixel, (v, from, to) => {
      const next = pulled(v, to.x - from.x, to.y - from.y);
      expect(under(next, to.x, to.y).x).toBeCloseTo(under(v, from.x, from.y).x, 6);
      expect(under(next, to.x, to.y).y).toBeCloseTo(under(v, from.x, from.y).y, 6);
    }),
  );
});

test('what is fitted lies inside, with its margin', () => {
  const bounds = { minX: 10, minY: -5, maxX: 110, maxY: 15 };
  const v = fitted(bounds, size, 24);
  expect(v.centre).toEqual({ x: 60, y: 5 });
  expect(v.scale * 100).toBeCloseTo(800 - 48);
  // Nothing is zoomed beyond all measure, however small it is.
  expect(fitted({ minX: 0, minY: 0, maxX: 0, maxY: 0 }, size, 24).scale).toBe(160);
});

test('wheels that count in lines zoom as those that count in pixels', () => {
  expect(wheelFactor({ deltaY: 2, deltaMode: 1 })).toBeCloseTo(wheelFactor({ deltaY: 60, deltaMode: 0 }));
  expect(wheelFactor({ deltaY: -10, deltaMode: 0 })).toBeGreaterThan(1);
});

test('what is to be seen is brought into sight, and nothing moves where it is', () => {
  const span = fc.record({
    x: fc.double({ min: -30, max: 30, noNaN: true }),
    y: fc.double({ min: -30, max: 30, noNaN: true }),
  });
  fc.assert(
    fc.property(viewport, fc.record({ x: coordinate, y: coordinate }), span, (v, a, by) => {
      const b = { x: a.x + by.x / v.scale, y: a.y + by.y / v.scale };
      const px = ({ scale, centre }: Viewport, p: { x: number; y: number }) => ({
        x: (p.x - centre.x) * scale + size.width / 2,
        y: (p.y - centre.y) * scale + size.height / 2,
      });
      const next = broughtIntoSight(v, size, a, b);
      expect(next.scale).toBe(v.scale);
      for (const p of [px(next, a), px(next, b)]) {
        expect(p.x).toBeGreaterThan(15);
        expect(p.x).toBeLessThan(size.width - 15);
        expect(p.y).toBeGreaterThan(15);
        expect(p.y).toBeLessThan(size.height - 15);
      }
      expect(broughtIntoSight(next, size, a, b)).toBe(next);
    }),
  );
});

test('of what is larger than the window its first place is brought into sight', () => {
  const v = { scale: 10, centre: { x: 0, y: 0 } };
  expect(broughtIntoSight(v, size, { x: 0, y: 90 }, { x: 0, y: 0 })).toEqual({
    scale: 10,
    centre: { x: 0, y: 80 },
  });
});
