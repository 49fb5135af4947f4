import fc from 'fast-check';
import { expect, test } from 'vitest';
import { movedFrom, wantsAnew, type Seen } from './drawn-layer.ts';

const at = fc.double({ min: -5000, max: 5000, noNaN: true });
const seen: fc.Arbitrary<Seen> = fc.record({
  scale: fc.double({ min: 0.5, max: 90, noNaN: true }),
  x: at,
  y: at,
});

test('a layer is brought to where what it shows is seen', () => {
  fc.assert(
    fc.property(seen, seen, at, (drawn, now, mm) => {
      const [x, y, zoom] = movedFrom(drawn, now)
        .match(/-?[\d.]+(e-?\d+)?/g)!
        .map(Number);
      const layer = [drawn.x + mm * drawn.scale, drawn.y - mm * drawn.scale];
      expect(x + zoom * layer[0]).toBeCloseTo(now.x + mm * now.scale, 3);
      expect(y + zoom * layer[1]).toBeCloseTo(now.y - mm * now.scale, 3);
    }),
  );
});

test('it is drawn anew at rest, where it would not be sharp, and when the zoom is far from what it was drawn for', () => {
  const drawn = { scale: 4, x: 100.5, y: 50 };
  expect(wantsAnew(drawn, { ...drawn, scale: 5 }, false)).toBe(false);
  expect(wantsAnew(drawn, { ...drawn, scale: 5 }, true)).toBe(true);
  expect(wantsAnew(drawn, { ...drawn, scale: 9 }, false)).toBe(true);
  expect(wantsAnew(drawn, { ...drawn, scale: 2 }, false)).toBe(true);
  expect(wantsAnew(drawn, { ...drawn, x: 40.5, y: 90 }, true)).toBe(false);
  expect(wantsAnew(drawn, { ...drawn, x: 40.25 }, true)).toBe(true);
});
