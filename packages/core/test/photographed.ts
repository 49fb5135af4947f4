// Pictures as a telephone takes them of paper: light that falls off, a hand's shadow, a tinge, grain.
import { seeded } from '../src/geometry/random.ts';
import type { Bitmap } from '../src/pictures/bitmap.ts';

export interface Light {
  /** How much less light there is at the right, and at the bottom, as shares. */
  right: number;
  bottom: number;
  /** How much of it a soft shadow takes from the lower right corner. */
  shadow?: number;
  /** What of red, green and blue there is. */
  tinge?: readonly [number, number, number];
  /** How far pixels may be off, in steps of 255. */
  grain?: number;
  seed?: number;
}

/** The picture in that light; its paper is what is white or nearly so. */
export function photographed(
  { width, height, data }: Bitmap,
  { right, bottom, shadow = 0, tinge = [1, 1, 0.93], grain = 6, seed = 1 }: Light,
): Bitmap {
  const random = seeded(seed);
  const out = data.slice();
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = [x / width, y / height];
      const shade = shadow / (1 + Math.exp(-14 * (u - 0.75 + v - 0.6)));
      const light = (1 - right * u - bottom * v) * (1 - shade);
      const off = (random() + random() + random() - 1.5) * grain;
      const at = 4 * (y * width + x);
      for (let c = 0; c < 3; c++) out[at + c] = data[at + c] * light * tinge[c] + off;
    }
  return { width, height, data: out };
}
