// A badge as it comes from a page of the web: its colour runs from light to dark, its edges are soft, and it was saved with loss.
import { expect, test } from 'vitest';
import { seeded } from '../geometry/random.ts';
import { regionBounds } from '../geometry/region.ts';
import { threadChart } from '../materials/threads.ts';
import { outlineRegion } from '../outlines/region.ts';
import type { Bitmap } from './bitmap.ts';
import { CHOICES, PictureWork, proposedChoices } from './steps.ts';

const SIDE = 320;
const [WHITE, DARK] = [
  [255, 255, 255],
  [43, 43, 51],
];
const FROM = [243, 164, 59];
const TO = [184, 49, 31];

/** How much of a pixel lies on the lower side of a soft edge. */
const share = (v: number): number => Math.min(1, Math.max(0, v + 0.5));
const mix = (a: readonly number[], b: readonly number[], t: number): number[] =>
  a.map((v, k) => v + t * (b[k] - v));

/** A disc with a thin white ring in it, above bars whose long sides run through the middle of pixels. */
function badge(seed: number): Bitmap {
  const random = seeded(seed);
  const data = new Uint8ClampedArray(4 * SIDE * SIDE);
  for (let y = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++) {
      const r = Math.hypot(x - 160, y - 130);
      let colour = mix(WHITE, mix(FROM, TO, share((y - 130) / 220)), share(110 - r));
      colour = mix(colour, WHITE, share(3 - Math.abs(r - 96)));
      const across = Math.abs((x % 40) - 20);
      colour = mix(colour, DARK, y > 260 && y < 300 && x > 30 && x < 290 ? share(6 - across) : 0);
      // Where all is one colour loss leaves nothing, beside edges it does.
      const loss = r < 125 || (y > 255 && y < 305) ? 12 : 0;
      data.set([...colour.map((v) => v + loss * (random() - 0.5)), 255], 4 * (y * SIDE + x));
    }
  return { width: SIDE, height: SIDE, data };
}

test.each([1, 2, 3])('keeps its ring open, and dark bars have no edge of another colour (%i)', (seed) => {
  const work = new PictureWork();
  const picture = badge(seed);
  const { choices } = proposedChoices(work, picture, CHOICES);
  const { regions, colours } = work.run(picture, choices, threadChart('larkmoor'));
  const light = (hex: string): number => parseInt(hex.slice(3, 5), 16);
  // Nothing white is sewn: what of it lies between other things is ground, as all about it.
  expect(colours.filter(({ colour }) => light(colour) > 200).map(({ colour }) => colour)).toEqual([]);
  const bounds = regions.map((r) => ({
    ...regionBounds(outlineRegion(r.outline))!,
    colour: colours[r.colour].colour,
  }));
  const lowest = Math.max(...bounds.map(({ maxY }) => maxY));
  const bars = bounds.filter(({ maxY }) => maxY > lowest - 2);
  expect(bars).toHaveLength(6);
  const among = bounds.filter(({ minY }) => minY > Math.min(...bars.map((b) => b.minY)) - 1);
  expect(new Set(among.map(({ colour }) => colour)).size).toBe(1);
});
