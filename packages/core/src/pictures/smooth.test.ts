import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { Bitmap } from './bitmap.ts';
import { calmedPicture, howMade } from './smooth.ts';

/** The means of the four squares that a pixel is a corner of, and how uneven the light of each is; told slowly. */
function squares({ width, height, data }: Bitmap, x: number, y: number, reach: number) {
  return [
    [x - reach, y - reach],
    [x, y - reach],
    [x - reach, y],
    [x, y],
  ].map(([left, top]) => {
    const sums = [0, 0, 0];
    const lights: number[] = [];
    for (let v = Math.max(0, top); v <= Math.min(height - 1, top + reach); v++)
      for (let u = Math.max(0, left); u <= Math.min(width - 1, left + reach); u++) {
        const [r, g, b] = data.subarray(4 * (v * width + u));
        [r, g, b].forEach((c, k) => (sums[k] += c));
        lights.push(30 * r + 59 * g + 11 * b);
      }
    const mean = lights.reduce((s, l) => s + l, 0) / lights.length;
    const spread = lights.reduce((s, l) => s + (l - mean) ** 2, 0) / lights.length;
    return { spread, colour: sums.map((s) => s / lights.length) };
  });
}

test('each pixel becomes the mean of the calmest of the four squares that it is a corner of', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 9 }),
      fc.integer({ min: 1, max: 9 }),
      fc.integer({ min: 1, max: 4 }),
      fc.uint8Array({ minLength: 324, maxLength: 324 }),
      (width, height, reach, bytes) => {
        const data = new Uint8ClampedArray(bytes.slice(0, 4 * width * height));
        const picture: Bitmap = { width, height, data };
        const out = calmedPicture(picture, reach);
        for (let i = 0; i < width * height; i++) {
          const four = squares(picture, i % width, Math.floor(i / width), reach);
          const least = Math.min(...four.map((s) => s.spread));
          // Of squares that are as calm either is right.
          const right = four.filter((s) => s.spread < least + 1e-3);
          const [r, g, b, a] = out.data.subarray(4 * i);
          expect(a).toBe(data[4 * i + 3]);
          expect(right.some((s) => [r, g, b].every((c, k) => Math.abs(c - s.colour[k]) <= 0.5))).toBe(true);
        }
      },
    ),
  );
});

test('an edge stays sharp, and where it was', () => {
  const side = 40;
  const data = new Uint8ClampedArray(4 * side * side);
  let s = 1;
  const random = (): number => (s = (s * 48271) % 2147483647) / 2147483647;
  for (let i = 0; i < side * side; i++) {
    const light = (i % side < 20 ? 60 : 190) + 30 * (random() - 0.5);
    data.set([light, light, light, 255], 4 * i);
  }
  const out = calmedPicture({ width: side, height: side, data }, 4).data;
  // At the picture's own edge squares are cut, down to a pixel.
  for (let y = 4; y < side - 4; y++)
    for (let x = 4; x < side - 4; x++)
      expect(Math.abs(out[4 * (y * side + x)] - (x < 20 ? 60 : 190))).toBeLessThan(8);
});

test('few colours that were scattered to look like many are no drawn art; thin lines and small squares are', () => {
  const [width, height] = [160, 120];
  const picture = (at: (x: number, y: number) => number): Bitmap => {
    const data = new Uint8ClampedArray(4 * width * height);
    for (let i = 0; i < width * height; i++) {
      const light = at(i % width, Math.floor(i / width));
      data.set([light, light, 255 - light, 255], 4 * i);
    }
    return { width, height, data };
  };
  const made = (p: Bitmap): string => howMade(p, new Uint8Array(width * height));
  // Each pixel takes the nearer of two lights, and its neighbours what that was wrong by.
  const wrong = new Float64Array(width * height + width + 2);
  const scattered = picture((x, y) => {
    const i = y * width + x;
    const wanted = 40 + (170 * x) / width + wrong[i];
    const light = wanted < 125 ? 40 : 210;
    for (const [by, share] of [
      [1, 7],
      [width - 1, 3],
      [width, 5],
      [width + 1, 1],
    ])
      wrong[i + by] += ((wanted - light) * share) / 16;
    return light;
  });
  expect(made(scattered)).not.toBe('drawn');
  expect(made(picture((x, y) => (x % 8 === 0 || y % 8 === 0 ? 40 : 210)))).toBe('drawn');
  expect(made(picture((x, y) => (((x >> 2) + (y >> 2)) % 2 ? 40 : 210)))).toBe('drawn');
});
