import fc from 'fast-check';
import { expect, test } from 'vitest';
import { nearestShare } from './points.ts';
import { squaresUnder, type Squares } from './squares-under.ts';

const GRID: Squares = { x0: -1, y0: -1, cell: 0.1, width: 60, height: 50 };
/** Needle points on the machine's grid, where stitches are level, upright or of no length now and then. */
const place = fc.record({ x: fc.integer({ min: -15, max: 55 }), y: fc.integer({ min: -15, max: 45 }) });

test('a stitch covers just the squares whose middles are near enough to it', () => {
  fc.assert(
    fc.property(place, place, fc.double({ min: 0.02, max: 1.5, noNaN: true }), (p, q, r) => {
      const [ax, ay, bx, by] = [p.x / 10, p.y / 10, q.x / 10, q.y / 10];
      const out = [7, 7, 7];
      const end = squaresUnder(GRID, ax, ay, bx, by, r, out, 3);
      expect(out.slice(0, 3)).toEqual([7, 7, 7]);
      const under = new Set<number>();
      for (let k = 3; k < end; k += 2) for (let at = out[k]; at < out[k + 1]; at++) under.add(at);
      const wrong: number[] = [];
      for (let at = 0; at < GRID.width * GRID.height; at++) {
        const x = GRID.x0 + ((at % GRID.width) + 0.5) * GRID.cell;
        const y = GRID.y0 + (Math.floor(at / GRID.width) + 0.5) * GRID.cell;
        const t = nearestShare(ax, ay, bx, by, x, y);
        const gap = Math.hypot(ax + t * (bx - ax) - x, ay + t * (by - ay) - y) - r;
        if (Math.abs(gap) > 1e-9 && under.has(at) !== gap < 0) wrong.push(at);
      }
      expect(wrong).toEqual([]);
    }),
    { numRuns: 100 },
  );
});
