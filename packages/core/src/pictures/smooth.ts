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
  const [reds, greens, blues] = Array.from({ length: 3 }, () => new Float64Array(w * (height + 1)));
  /** Of each pixel light and its square, side by side: they are always asked for together. */
  const lights = new Float64Array(2 * w * (height + 1));
  for (let y = 0; y < height; y++) {
    let [r, g, b, l, q] = [0, 0, 0, 0, 0];
    for (let x = 0; x < width; x++) {
      const i = 4 * (y * width + x);
      const light = 0.3 * data[i] + 0.59 * data[i + 1] + 0.11 * data[i + 2];
      r += data[i];
      g += data[i + 1];
      b += data[i + 2];
      l += light;
      q += light * light;
      const above = y * w + x + 1;
      const at = above + w;
      reds[at] = reds[above] + r;
      greens[at] = greens[above] + g;
      blues[at] = blues[above] + b;
      lights[2 * at] = lights[2 * above] + l;
      lights[2 * at + 1] = lights[2 * above + 1] + q;
    }
  }
  const out = data.slice();
  for (let y = 0; y < height; y++) {
    const [up, down] = [Math.max(0, y - reach) * w, Math.min(height, y + reach + 1) * w];
    const [here, next] = [y * w, (y + 1) * w];
    for (let x = 0; x < width; x++) {
      const left = Math.max(0, x - reach);
      const right = Math.min(width, x + reach + 1);
      let least = Infinity;
      let a = 0;
      let b = 0;
      let c = 0;
      let d = 0;
      let count = 1;
      for (let k = 0; k < 4; k++) {
        const x0 = k & 1 ? x : left;
        const x1 = k & 1 ? right : x + 1;
        const y0 = k & 2 ? here : up;
        const y1 = k & 2 ? down : next;
        const n = ((x1 - x0) * (y1 - y0)) / w;
        const p = y1 + x1;
        const q = y0 + x1;
        const s = y1 + x0;
        const t = y0 + x0;
        const mean = (lights[2 * p] - lights[2 * q] - lights[2 * s] + lights[2 * t]) / n;
        const spread =
          (lights[2 * p + 1] - lights[2 * q + 1] - lights[2 * s + 1] + lights[2 * t + 1]) / n - mean * mean;
        if (spread < least) {
          least = spread;
          a = p;
          b = q;
          c = s;
          d = t;
          count = n;
        }
      }
      const i = 4 * (y * width + x);
      out[i] = (reds[a] - reds[b] - reds[c] + reds[d]) / count;
      out[i + 1] = (greens[a] - greens[b] - greens[c] + greens[d]) / count;
      out[i + 2] = (blues[a] - blues[b] - blues[c] + blues[d]) / count;
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
