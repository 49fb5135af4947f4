// Edges of drawn art are smoothed: pixels between two colours are of neither. Each takes the colour of the side that
// it is nearer to, so that no third colour is found along edges.
import type { Bitmap } from './bitmap.ts';

/** Colours nearer than this count as one, in steps of 255 over the three channels. */
const ALIKE = 12;
/**
 * How far a mixed colour may lie from the line between the two that it is mixed of: at least, in steps, and as a share of how
 * far those are apart. What lies beneath two shapes shines through where their smooth edges meet.
 */
const [BESIDE, BESIDE_SHARE] = [18, 0.3];

const STEPS = [
  [1, 0],
  [0, 1],
  [1, 1],
  [1, -1],
] as const;

/** One pixel in so many tells whether a picture has grain: fewer than this share of them are as the next one. */
const [EVERY, EVEN] = [7, 0.5];

/** Do most pixels differ from the one beside them, as in photographs? What was drawn has areas of one colour. */
export function hasGrain({ data }: Bitmap): boolean {
  const whole = new Uint32Array(data.buffer, data.byteOffset, data.length / 4);
  let [even, all] = [0, 0];
  for (let i = 0; i + 1 < whole.length; i += EVERY, all++) if (whole[i] === whole[i + 1]) even++;
  return even < EVEN * all;
}

/** The picture with hard edges, unless it has grain all over. Half-clear pixels become clear or not. */
export function clearEdges(from: Bitmap): Bitmap {
  const data = from.data.slice();
  for (let i = 3; i < data.length; i += 4) data[i] = data[i] < 128 ? 0 : 255;
  const whole = { ...from, data };
  return hasGrain(from) ? whole : hardEdges(whole);
}

/**
 * The picture with hard edges. Two rounds, for edges two pixels wide; a line as thin as a pixel, which is no colour between its
 * neighbours', stays.
 */
export function hardEdges({ width, height, data }: Bitmap): Bitmap {
  return { width, height, data: round(width, height, round(width, height, data)) };
}

/** Is the pixel beyond one of nearly the same colour, compared to how far the two sides are apart? */
function goesOn(data: Uint8ClampedArray, from: number, to: number, span: number): boolean {
  if (to < 0 || to >= data.length || !data[to + 3]) return false;
  const dr = data[to] - data[from];
  const dg = data[to + 1] - data[from + 1];
  const db = data[to + 2] - data[from + 2];
  return dr * dr + dg * dg + db * db < 0.3 * span;
}

function round(width: number, height: number, data: Bitmap['data']): Bitmap['data'] {
  const out = data.slice();
  /** Pixels as one number each: where all around are the same there is no edge. */
  const whole = new Uint32Array(data.buffer);
  const offset = STEPS.map(([dx, dy]) => 4 * (dy * width + dx));
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const at = y * width + x;
      const same = whole[at];
      if (
        same === whole[at - 1] &&
        same === whole[at + 1] &&
        same === whole[at - width] &&
        same === whole[at + width]
      )
        continue;
      const i = 4 * at;
      if (!data[i + 3]) continue;
      const r = data[i];
      const g = data[i + 1];
      const b = data[i + 2];
      let widest = ALIKE * ALIKE;
      for (const o of offset) {
        let p = i - o;
        let q = i + o;
        // A pixel of the colour on one side, where that goes on, is no mixture.
        if (whole[p >> 2] === same && whole[(p - o) >> 2] === same) continue;
        if (whole[q >> 2] === same && whole[(q + o) >> 2] === same) continue;
        if (!data[p + 3] || !data[q + 3]) continue;
        let dx = data[q] - data[p];
        let dy = data[q + 1] - data[p + 1];
        let dz = data[q + 2] - data[p + 2];
        let span = dx * dx + dy * dy + dz * dz;
        if (span <= widest) continue;
        // Still on the way to the purer colour: one pixel farther on either side, where that goes on.
        if (goesOn(data, p, p - o, span)) p -= o;
        if (goesOn(data, q, q + o, span)) q += o;
        dx = data[q] - data[p];
        dy = data[q + 1] - data[p + 1];
        dz = data[q + 2] - data[p + 2];
        span = dx * dx + dy * dy + dz * dz;
        if (span <= widest) continue;
        const t = ((r - data[p]) * dx + (g - data[p + 1]) * dy + (b - data[p + 2]) * dz) / span;
        if (t <= 0.02 || t >= 0.98) continue;
        const ex = data[p] + t * dx - r;
        const ey = data[p + 1] + t * dy - g;
        const ez = data[p + 2] + t * dz - b;
        const beside = ex * ex + ey * ey + ez * ez;
        if (beside > BESIDE * BESIDE && beside > BESIDE_SHARE * BESIDE_SHARE * span) continue;
        widest = span;
        const near = t < 0.5 ? p : q;
        out[i] = data[near];
        out[i + 1] = data[near + 1];
        out[i + 2] = data[near + 2];
      }
    }
  return out;
}
