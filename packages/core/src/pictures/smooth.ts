// Photographs are calmed before their colours are counted, without blurring edges.
import type { Bitmap } from './bitmap.ts';

/**
 * Each pixel becomes the mean of the calmest of four squares that it is a corner of (M. Kuwahara and others, "Processing of
 * RI-angiocardiographic images", 1976). `reach` in pixels.
 */
export function calmedPicture(from: Bitmap, reach: number): Bitmap {
  const { width, height, data } = from;
  if (reach < 1) return from;
  const w = width + 1;
  // Sums over all pixels above and to the left: a square's mean is four of them.
  const sums = [0, 1, 2, 3].map(() => new Float64Array(w * (height + 1)));
  for (let y = 0; y < height; y++) {
    let [r, g, b, q] = [0, 0, 0, 0];
    for (let x = 0; x < width; x++) {
      const i = 4 * (y * width + x);
      r += data[i];
      g += data[i + 1];
      b += data[i + 2];
      const light = 0.3 * data[i] + 0.59 * data[i + 1] + 0.11 * data[i + 2];
      q += light * light;
      const [at, above] = [(y + 1) * w + x + 1, y * w + x + 1];
      sums[0][at] = sums[0][above] + r;
      sums[1][at] = sums[1][above] + g;
      sums[2][at] = sums[2][above] + b;
      sums[3][at] = sums[3][above] + q;
    }
  }
  const out = data.slice();
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = 4 * (y * width + x);
      let least = Infinity;
      for (let k = 0; k < 4; k++) {
        const [x0, x1] = k & 1 ? [x, Math.min(width, x + reach + 1)] : [Math.max(0, x - reach), x + 1];
        const [y0, y1] = k & 2 ? [y, Math.min(height, y + reach + 1)] : [Math.max(0, y - reach), y + 1];
        const n = (x1 - x0) * (y1 - y0);
        const [a, b, c, d] = [y1 * w + x1, y0 * w + x1, y1 * w + x0, y0 * w + x0];
        const [r, g, bl, q] = sums.map((s) => (s[a] - s[b] - s[c] + s[d]) / n);
        const light = 0.3 * r + 0.59 * g + 0.11 * bl;
        const spread = q - light * light;
        if (spread < least) {
          least = spread;
          out[i] = r;
          out[i + 1] = g;
          out[i + 2] = bl;
        }
      }
    }
  return { width, height, data: out };
}

/** Has it the many tones of a photograph, rather than the few of drawn art? `ground` is left out. */
export function isPhotograph({ data }: Bitmap, ground: Uint8Array): boolean {
  const counts = new Uint32Array(1 << 15);
  let all = 0;
  for (let i = 0; i < ground.length; i++) {
    if (ground[i]) continue;
    const cell = ((data[4 * i] >> 3) << 10) | ((data[4 * i + 1] >> 3) << 5) | (data[4 * i + 2] >> 3);
    counts[cell]++;
    all++;
  }
  const top = counts.sort().subarray(-24);
  return top.reduce((sum, n) => sum + n, 0) < 0.85 * all;
}
