// Photographs are calmed before their colours are counted, without blurring edges.
import type { Bitmap } from './bitmap.ts';

/**
 * Each pixel becomes the mean of the calmest of four squares that it is a corner of (M. Kuwahara and others, "Processing of
 * RI-angiocardiographic images", 1976). `reach` in pixels.
 *
 * A square is a corner of four pixels: each is worked out once, from sums that move on by a row and a column, and kept until the
 * rows that it reaches are done.
 */
export function calmedPicture(from: Bitmap, reach: number): Bitmap {
  const { width, height, data } = from;
  if (reach < 1) return from;
  const out = data.slice();
  const side = reach + 1;
  /** Squares of a row, by their right column; those to the right of the picture's pixels are cut by its edge, as others are. */
  const across = width + reach;
  /** Of each column: what the rows of a square have of red, green, blue, light and its square. */
  const [reds, greens, blues] = [new Int32Array(width), new Int32Array(width), new Int32Array(width)];
  const [lights, squared] = [new Float64Array(width), new Float64Array(width)];
  /** Of the squares of `side` rows: how uneven their light is, and their mean colour. */
  const spreads = new Float64Array(side * across);
  const means = new Uint8ClampedArray(3 * side * across);
  const addRow = (y: number, by: 1 | -1): void => {
    for (let x = 0, i = 4 * y * width; x < width; x++, i += 4) {
      const light = 30 * data[i] + 59 * data[i + 1] + 11 * data[i + 2];
      reds[x] += by * data[i];
      greens[x] += by * data[i + 1];
      blues[x] += by * data[i + 2];
      lights[x] += by * light;
      squared[x] += by * light * light;
    }
  };
  for (let bottom = 0; bottom < height + reach; bottom++) {
    if (bottom < height) addRow(bottom, 1);
    if (bottom >= side) addRow(bottom - side, -1);
    const rows = Math.min(bottom, height - 1) - Math.max(0, bottom - reach) + 1;
    const base = (bottom % side) * across;
    let [r, g, b, l, q] = [0, 0, 0, 0, 0];
    for (let right = 0; right < across; right++) {
      if (right < width) {
        r += reds[right];
        g += greens[right];
        b += blues[right];
        l += lights[right];
        q += squared[right];
      }
      const gone = right - side;
      if (gone >= 0) {
        r -= reds[gone];
        g -= greens[gone];
        b -= blues[gone];
        l -= lights[gone];
        q -= squared[gone];
      }
      const n = rows * (Math.min(right, width - 1) - Math.max(0, right - reach) + 1);
      const at = base + right;
      spreads[at] = (q - (l * l) / n) / n;
      means[3 * at] = r / n;
      means[3 * at + 1] = g / n;
      means[3 * at + 2] = b / n;
    }
    const y = bottom - reach;
    if (y < 0) continue;
    const above = (y % side) * across;
    for (let x = 0, i = 4 * y * width; x < width; x++, i += 4) {
      let best = above + x;
      let least = spreads[best];
      if (spreads[above + x + reach] < least) least = spreads[(best = above + x + reach)];
      if (spreads[base + x] < least) least = spreads[(best = base + x)];
      if (spreads[base + x + reach] < least) best = base + x + reach;
      out[i] = means[3 * best];
      out[i + 1] = means[3 * best + 1];
      out[i + 2] = means[3 * best + 2];
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
