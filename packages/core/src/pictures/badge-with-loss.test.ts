// A badge as it comes from a page of the web: its colour runs from light to dark, its edges are soft, and it was saved with loss.
import { expect, test } from 'vitest';
import { seeded } from '../geometry/random.ts';
import { regionBounds } from '../geometry/region.ts';
import { threadChart } from '../materials/threads.ts';
import { outlineRegion } from '../outlines/region.ts';
import type { Bitmap } from './bitmap.ts';
import { CHOICES, PictureWork, proposedChoices } from './steps.ts';

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

/** A square picture of so many pixels, by the colour of each, and by how much loss spoils it. */
function spoilt(
  seed: number,
  side: number,
  at: (x: number, y: number) => { colour: number[]; loss: number },
): Bitmap {
  const random = seeded(seed);
  const data = new Uint8ClampedArray(4 * side * side);
  for (let i = 0; i < side * side; i++) {
    const { colour, loss } = at(i % side, Math.floor(i / side));
    data.set([...colour.map((v) => v + loss * (random() - 0.5)), 255], 4 * i);
  }
  return { width: side, height: side, data };
}

/** A disc with a thin white ring in it, above bars whose long sides run through the middle of pixels. */
const badge = (seed: number): Bitmap =>
  spoilt(seed, 320, (x, y) => {
    const r = Math.hypot(x - 160, y - 130);
    let colour = mix(WHITE, mix(FROM, TO, share((y - 130) / 220)), share(110 - r));
    colour = mix(colour, WHITE, share(3 - Math.abs(r - 96)));
    const across = Math.abs((x % 40) - 20);
    colour = mix(colour, DARK, y > 260 && y < 300 && x > 30 && x < 290 ? share(6 - across) : 0);
    // Where all is one colour loss leaves nothing, beside edges it does.
    return { colour, loss: r < 125 || (y > 255 && y < 305) ? 12 : 0 };
  });

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

/** A green disc with a gold ring of two and a half pixels in it and an eye of ten, as small as pictures on a page of the web often are. */
const smallBadge = (seed: number): Bitmap =>
  spoilt(seed, 110, (x, y) => {
    const r = Math.hypot(x - 55.3, y - 54.6);
    let colour = mix(WHITE, [47, 111, 79], share(50 - r));
    colour = mix(colour, [240, 216, 144], share(1.25 - Math.abs(r - 42)));
    colour = mix(colour, DARK, share(5 - Math.hypot(x - 62, y - 50)));
    return { colour, loss: r < 54 ? 24 : 0 };
  });

test.each([1, 2, 3])('of a small one, lines that are hardly broader than pixels stay whole (%i)', (seed) => {
  const work = new PictureWork();
  const picture = smallBadge(seed);
  const { choices } = proposedChoices(work, picture, CHOICES);
  const { regions } = work.run(picture, choices, threadChart('larkmoor'));
  const shapes = regions.map(({ outline }) => outlineRegion(outline));
  const wide = (region: (typeof shapes)[number]): number => {
    const { minX, maxX } = regionBounds(region)!;
    return maxX - minX;
  };
  // The rim, the ring, what lies in it, and the eye.
  expect(shapes).toHaveLength(4);
  const [rim, ring, inner, eye] = [...shapes].sort((a, b) => wide(b) - wide(a));
  for (const round of [rim, ring, inner]) expect(round.map(({ holes }) => holes.length)).toEqual([1]);
  expect(wide(ring) / wide(rim)).toBeCloseTo(43.25 / 50, 1);
  expect(wide(eye) / wide(rim)).toBeCloseTo(5 / 50, 1);
});
