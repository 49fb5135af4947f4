import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawn } from '../../../../test/draw.ts';
import { levelsText } from '../../../design/tones.ts';
import type { PlainOutline, SettingValue, Tones } from '../../../design/types.ts';
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import { insideRegion, ringsOf } from '../../../geometry/region.ts';
import { clothById } from '../../../materials/cloths.ts';
import { LIMITS } from '../../../materials/machine.ts';
import { outlineRegion } from '../../../outlines/region.ts';
import { completeSettings } from '../../kind.ts';
import { Part, type SewnThread } from '../../thread.ts';
import { shaded } from './shaded.ts';
import { ToneField } from './tone-field.ts';
import { THREAD, zigzagFor } from './zigzag.ts';

const linen = clothById('linen');
const square = drawn('M-30 -30H30V30H-30Z');

const tonesFrom = (at: (x: number, y: number) => number, side = 60): Tones => ({
  name: 'Test',
  columns: side,
  rows: side,
  levels: levelsText(
    Array.from({ length: side * side }, (_, i) =>
      at((i % side) / (side - 1), Math.floor(i / side) / (side - 1)),
    ),
  ),
  place: [60, 0, 0, 60, -30, -30],
});

function sew(
  outline: PlainOutline,
  tones?: Tones,
  settings: Record<string, SettingValue> = {},
): SewnThread[] {
  const recipe = { kind: 'shaded', settings };
  return shaded.stitch({ outline, cloth: linen, settings: completeSettings(shaded, recipe, linen), tones });
}

/** Millimetres of thread in a box. */
function threadIn(threads: SewnThread[], x0: number, y0: number, x1: number, y1: number): number {
  let sum = 0;
  for (const { x, y } of threads)
    for (let i = 1; i < x.length; i++) {
      const [mx, my] = [(x[i] + x[i - 1]) / 2, (y[i] + y[i - 1]) / 2];
      if (mx >= x0 && mx < x1 && my >= y0 && my < y1) sum += Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]);
    }
  return sum;
}
/** How much cloth thread in a box of so many mm² could cover, if none lay on another. */
const cover = (threads: SewnThread[], x0: number, y0: number, x1: number, y1: number): number =>
  (THREAD * threadIn(threads, x0, y0, x1, y1)) / ((x1 - x0) * (y1 - y0));

describe('shaded lines', () => {
  it.each([
    ['parallel', 'width'],
    ['parallel', 'closeness'],
    ['spiral', 'width'],
    ['contour', 'width'],
  ])('take more thread the darker the picture is: %s, %s', (lines, by) => {
    const threads = sew(
      square,
      tonesFrom((x) => x),
      { lines, by },
    );
    const columns = Array.from({ length: 5 }, (_, k) => cover(threads, -30 + 12 * k, -29, -18 + 12 * k, 29));
    for (let k = 2; k < 5; k++) expect(columns[k]).toBeGreaterThan(columns[k - 1]);
    // A line of plain stitches is the least that can be sewn; a zigzag closes where it is darkest.
    expect(columns[0]).toBeLessThan(THREAD / 1.6);
    expect(columns[4]).toBeGreaterThan(0.75);
    expect(threads).toHaveLength(1);
  });

  it('cover as much as is wanted, within a tenth', () => {
    for (const wanted of [0.4, 0.6, 0.8]) {
      const threads = sew(
        square,
        tonesFrom(() => wanted),
        { fullest: 1 },
      );
      expect(cover(threads, -25, -25, 25, 25)).toBeGreaterThan(wanted - 0.1);
      expect(cover(threads, -25, -25, 25, 25)).toBeLessThan(wanted + 0.1);
    }
  });

  it('leave light parts bare, and everything beside the picture', () => {
    const threads = sew(
      square,
      tonesFrom((x) => (x > 0.5 ? 0.8 : 0)),
    );
    expect(threadIn(threads, -30, -30, -3, 30)).toBe(0);
    const light = sew(
      square,
      tonesFrom((x) => (x > 0.5 ? 0.8 : 0)),
      { of: 'light' },
    );
    expect(threadIn(light, -30, -30, -3, 30)).toBeGreaterThan(500);
    const half = sew(square, { ...tonesFrom(() => 1), place: [30, 0, 0, 60, -30, -30] });
    expect(threadIn(half, 1, -30, 30, 30)).toBe(0);
  });

  it('go from line to line where both are near, and never round what is light', () => {
    const spacing = 2;
    const light = (x: number, y: number): number => Math.min(1, Math.hypot(x - 0.55, y - 0.45) / 0.3);
    const threads = sew(
      square,
      tonesFrom((x, y) => light(x, y) ** 2),
      { spacing, angle: 0 },
    );
    expect(threads).toHaveLength(1);
    const [{ x, y, part }] = threads;
    let across = 0;
    for (let i = 1; i < x.length; i++) {
      if (part[i] !== Part.travel || Math.abs(y[i] - y[i - 1]) < 0.3) continue;
      across++;
      expect(Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1])).toBeLessThan(2.1 * spacing);
      // Lines come to an end where a tenth is wanted: ways across keep to where there is more.
      expect(light((x[i] + 30) / 60, (y[i] + 30) / 60) ** 2).toBeGreaterThan(0.3);
    }
    expect(across).toBeGreaterThan(20);
  });

  it('shade the shape itself without a picture', () => {
    const threads = sew(square, undefined, { darker: 'right' });
    expect(threadIn(threads, 10, -30, 30, 30)).toBeGreaterThan(3 * threadIn(threads, -30, -30, -10, 30));
  });

  it('go round a shape that none of them meets, unless the picture is light there', () => {
    const speck = drawn('M-0.3 0.2A0.3 0.3 0 1 1 0.3 0.2A0.3 0.3 0 1 1 -0.3 0.2Z');
    expect(sew(speck)).toHaveLength(1);
    expect(
      sew(
        speck,
        tonesFrom(() => 0),
      ),
    ).toEqual([]);
  });

  it('never leave the shape, nor sew too long, whatever is asked for', () => {
    const shapes = [
      { kind: 'star', x: 0, y: 0, width: 56, height: 50, corners: 5, inner: 0.5, turn: 10 } as PlainOutline,
      drawn('M0 -26A26 26 0 1 1 -0.01 -26Z M4 -10A12 12 0 1 0 4.01 -10Z'),
      drawn('M-28 4C-30 -20 -8 -24 0 -12C8 -26 32 -20 28 2C30 22 12 26 2 16C-8 28 -26 24 -28 4Z'),
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...shapes),
        fc.constantFrom('parallel', 'contour', 'spiral'),
        fc.constantFrom('width', 'closeness'),
        fc.double({ min: 0.8, max: 5, noNaN: true }),
        fc.integer({ min: 1, max: 6 }),
        (outline, lines, by, spacing, waves) => {
          const tones = tonesFrom((x, y) => 0.5 + 0.5 * Math.sin(waves * 6 * x) * Math.cos(waves * 5 * y));
          const threads = sew(outline, tones, { lines, by, spacing });
          const region = outlineRegion(outline);
          const edges = new EdgeIndex(region.flatMap(ringsOf));
          let [far, longest] = [0, 0];
          for (const { x, y } of threads)
            for (let i = 0; i < x.length; i++) {
              if (!insideRegion(region, x[i], y[i]))
                far = Math.max(far, edges.nearest(x[i], y[i], 10)?.distance ?? 10);
              if (i) longest = Math.max(longest, Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]));
            }
          expect(far).toBeLessThan(0.15);
          expect(longest).toBeLessThanOrEqual(LIMITS.longest);
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('a zigzag', () => {
  it('is a plain line where it would be too narrow, and never wider than the lines lie apart', () => {
    const choice = { spacing: 2, by: 'width', zigzag: 0.8, fullest: 1, length: 2.5 } as const;
    expect(zigzagFor(0.2, choice)).toBeNull();
    expect(zigzagFor(0.5, choice)).toEqual({ width: 1, step: 0.8 });
    expect(zigzagFor(1, { ...choice, zigzag: 2 })).toEqual({ width: 2, step: 2 });
    expect(zigzagFor(0.5, { ...choice, by: 'closeness' })).toEqual({ width: 2, step: 1.6 });
  });
});

describe('tones', () => {
  it('are found where the picture lies, turned or not', () => {
    const tones = tonesFrom((x, y) => (x < 0.5 && y < 0.5 ? 1 : 0));
    const even = { of: 'dark', weight: 1, over: 0 } as const;
    const box = { minX: 0, minY: 0, maxX: 1, maxY: 1 };
    expect(new ToneField(tones, 'down', box, even).at(-15, -15)).toBe(1);
    expect(new ToneField(tones, 'down', box, even).at(15, -15)).toBe(0);
    const quarter = { ...tones, place: [0, 60, -60, 0, 30, -30] as const };
    expect(new ToneField(quarter, 'down', box, even).at(15, -15)).toBe(1);
    expect(new ToneField(quarter, 'down', box, even).at(-15, -15)).toBe(0);
    const dark = new ToneField(tones, 'down', box, even).region(0.5);
    expect(insideRegion(dark, -15, -15)).toBe(true);
    expect(insideRegion(dark, 15, 15)).toBe(false);
  });
});
