// Pictures for tests: shapes told by a function, painted with smooth edges.
import type { Bitmap } from './bitmap.ts';

const SAMPLES = 4;

/** Each pixel is the mean of sixteen places in it; `at` gives #rrggbb, or null where nothing is painted. */
export function painted(width: number, height: number, at: (x: number, y: number) => string | null): Bitmap {
  const data = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let [r, g, b, n] = [0, 0, 0, 0];
      for (let k = 0; k < SAMPLES * SAMPLES; k++) {
        const colour = at(x + ((k % SAMPLES) + 0.5) / SAMPLES, y + (Math.floor(k / SAMPLES) + 0.5) / SAMPLES);
        if (!colour) continue;
        const v = parseInt(colour.slice(1), 16);
        [r, g, b, n] = [r + (v >> 16), g + ((v >> 8) & 255), b + (v & 255), n + 1];
      }
      if (n) data.set([r / n, g / n, b / n, (255 * n) / (SAMPLES * SAMPLES)], 4 * (y * width + x));
    }
  return { width, height, data };
}
