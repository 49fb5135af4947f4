import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { distance } from '../geometry/points.ts';
import { Move } from '../sewing/moves.ts';
import type { Plan } from '../sewing/plan.ts';
import { threadPixels, type ThreadPixels } from './raster.ts';
import { shadesOf } from './shades.ts';

const COLOUR = '#336699';

/** A plan of one thread through some places, in mm. */
function planOf(...places: [x: number, y: number][]): Plan {
  const n = places.length;
  return {
    x: Float32Array.from(places, ([x]) => x),
    y: Float32Array.from(places, ([, y]) => y),
    move: Uint8Array.from({ length: n }, (_, i) => (i ? Move.stitch : Move.jump)),
    part: new Uint8Array(n),
    object: new Int32Array(n),
    time: new Float32Array(n),
    objects: [{ id: 'a', name: 'a', thread: 't', from: 0, to: n }],
    threads: { t: { code: 't', name: 't', colour: COLOUR } },
  } as unknown as Plan;
}

const SIDE = 200;
const seen = (plan: Plan, scale: number, range = { from: 0, to: plan.x.length }): ThreadPixels =>
  threadPixels(plan, range, { scale, originX: SIDE / 2, originY: SIDE / 2 }, SIDE, SIDE)!;

/** How much of a pixel of the canvas is covered, from 0 to 1. */
function coverAt({ pixels, left, top, width, height }: ThreadPixels, x: number, y: number): number {
  if (x < left || y < top || x >= left + width || y >= top + height) return 0;
  return pixels[4 * ((y - top) * width + x - left) + 3] / 255;
}

const place = fc.tuple(fc.integer({ min: -20, max: 20 }), fc.integer({ min: -20, max: 20 }));

describe('thread as pixels', () => {
  test('covers what a stitch covers, and nothing beside it', () => {
    fc.assert(
      fc.property(place, place, fc.constantFrom(1.5, 2, 4), (from, to, scale) => {
        const stitch = { from: { x: from[0], y: from[1] }, to: { x: to[0], y: to[1] } };
        const length = distance(stitch.from, stitch.to) * scale;
        fc.pre(length > 4);
        const thread = seen(planOf(from, to), scale);
        let [sum, leastOn, mostBeside] = [0, 1, 0];
        for (let y = 0; y < SIDE; y++)
          for (let x = 0; x < SIDE; x++) {
            const cover = coverAt(thread, x, y);
            sum += cover;
            const [px, py] = [(x + 0.5 - SIDE / 2) / scale, (y + 0.5 - SIDE / 2) / scale];
            // How far the pixel's middle lies from the stitch, in pixels.
            const along =
              ((px - from[0]) * (to[0] - from[0]) + (py - from[1]) * (to[1] - from[1])) /
              distance(stitch.from, stitch.to) ** 2;
            const t = Math.min(1, Math.max(0, along));
            const away =
              scale * Math.hypot(px - from[0] - t * (to[0] - from[0]), py - from[1] - t * (to[1] - from[1]));
            if (away < 0.5 && t === along) leastOn = Math.min(leastOn, cover);
            if (away > 3) mostBeside = Math.max(mostBeside, cover);
          }
        expect(leastOn).toBeGreaterThan(0.98);
        expect(mostBeside).toBe(0);
        // Its width from afar: 0.4 mm, a pixel and a half at least, and as much as is spread.
        const width = Math.max(0.4 * scale, 1.5) + 0.8;
        expect(sum / width).toBeGreaterThan(length - 1);
        expect(sum / width).toBeLessThan(length + 3);
      }),
      { numRuns: 60 },
    );
  });

  test('has the thread’s own shades', () => {
    const { pixels, width } = seen(planOf([-10, 0], [10, 0]), 2);
    const middle = 4 * (Math.floor(pixels.length / 4 / width / 2) * width + (width >> 1));
    const hex = `#${[0, 1, 2].map((k) => pixels[middle + k].toString(16).padStart(2, '0')).join('')}`;
    expect(shadesOf(COLOUR, 0).body).toContain(hex);
  });

  test('short stitches of one thread leave no cloth between them, however many lie in a pixel', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20 }), fc.constantFrom(0.8, 1.7, 2.3), (step, scale) => {
        const n = Math.round(200 / step);
        const plan = planOf(
          ...Array.from({ length: n + 1 }, (_, i): [number, number] => [(i * step) / 10 - 10, 0]),
        );
        const thread = seen(plan, scale);
        const [first, last] = [-10, (n * step) / 10 - 10].map((x) => Math.round(x * scale + SIDE / 2));
        for (let x = first + 1; x < last - 1; x++)
          expect(Math.max(coverAt(thread, x, SIDE / 2 - 1), coverAt(thread, x, SIDE / 2))).toBeGreaterThan(
            0.98,
          );
      }),
      { numRuns: 40 },
    );
  });

  test('only where it is seen: nothing of what lies elsewhere', () => {
    const plan = planOf([-10, 0], [10, 0]);
    const map = { scale: 2, originX: 500, originY: 500 };
    expect(threadPixels(plan, { from: 0, to: 2 }, map, SIDE, SIDE)).toBeNull();
    const area = { minX: -40, minY: 20, maxX: 40, maxY: 40 };
    expect(
      threadPixels(plan, { from: 0, to: 2, area }, { ...map, originX: 100, originY: 100 }, SIDE, SIDE),
    ).toBeNull();
  });
});
