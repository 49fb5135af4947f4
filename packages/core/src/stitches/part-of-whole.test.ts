import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { boxRegion, insideRegion } from '../geometry/region.ts';
import { threadsWithin } from './part-of-whole.ts';
import { Part, type SewnThread } from './thread.ts';

const thread = (places: readonly (readonly [number, number])[]): SewnThread => ({
  x: places.map(([x]) => x),
  y: places.map(([, y]) => y),
  part: places.map(() => Part.top),
});
const stitchesOf = ({ x, y }: SewnThread) =>
  x.slice(1).map((v, i) => ({
    from: { x: x[i], y: y[i] },
    to: { x: v, y: y[i + 1] },
    length: Math.hypot(v - x[i], y[i + 1] - y[i]),
  }));
const box = boxRegion({ minX: -100, minY: -100, maxX: 0, maxY: 100 });

describe('the threads of a whole in a part of it', () => {
  test('of rings inside each other are one thread, which goes to and fro between cuts', () => {
    // A spiral of squares, 3 mm from turn to turn.
    const places: [number, number][] = [];
    for (let k = 0; k < 8; k++) {
      const r = 30 - 3 * k;
      places.push([-r, -r], [r, -r], [r, r], [-r, r], [-r, -r + 3]);
    }
    const dense = places.flatMap(([x, y], i): [number, number][] => {
      const [px, py] = places[Math.max(0, i - 1)];
      const n = Math.max(1, Math.ceil(Math.hypot(x - px, y - py) / 2));
      return Array.from({ length: n }, (_, k) => [
        px + ((x - px) * (k + 1)) / n,
        py + ((y - py) * (k + 1)) / n,
      ]);
    });
    const made = threadsWithin([thread(dense)], box, 9);
    expect(made).toHaveLength(1);
    // What is added are the ways along the cut, three millimetres each.
    const along = stitchesOf(made[0]).filter(({ from, to }) => from.x === 0 && to.x === 0);
    expect(along.length).toBeGreaterThanOrEqual(7);
    for (const { length } of along) expect(length).toBeCloseTo(3, 1);
  });

  test('lie in it, and are all that lies in it', () => {
    const place = fc.tuple(fc.integer({ min: -60, max: 60 }), fc.integer({ min: -60, max: 60 }));
    fc.assert(
      fc.property(fc.array(place, { minLength: 2, maxLength: 30 }), (places) => {
        const made = threadsWithin([thread(places)], box, 0);
        for (const { x, y } of made)
          x.forEach((v, i) => expect(v <= 0.051 && Math.abs(y[i]) <= 60.1).toBe(true));
        const sewn = made.flatMap(stitchesOf).reduce((sum, s) => sum + s.length, 0);
        // By small steps, as the length of what lies inside.
        let inside = 0;
        for (const { from, to, length } of stitchesOf(thread(places)))
          for (let t = 0.0005; t < 1; t += 0.001)
            if (insideRegion(box, from.x + t * (to.x - from.x), from.y + t * (to.y - from.y)))
              inside += 0.001 * length;
        // Pieces under a millimetre are left out, and places come to lie on the grid.
        expect(Math.abs(sewn - inside)).toBeLessThan(0.4 * places.length + 1);
      }),
      { numRuns: 60 },
    );
  });
});
