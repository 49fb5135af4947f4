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

/**
 * The picture with hard edges. Two rounds, for edges two pixels wide; a line as thin as a pixel, which is no colour
 * between its neighbours', stays. Half-clear pixels become clear or not.
 */
export function clearEdges(from: Bitmap): Bitmap {
  let data = from.data.slice();
  for (let i = 3; i < data.length; i += 4) data[i] = data[i] < 128 ? 0 : 255;
  data = round(from.width, from.height, data);
  data = round(from.width, from.height, data);
  return { ...from, data };
}

function round(
  width: number,
  height: number,
  data: Uint8ClampedArray<ArrayBuffer>,
): Uint8ClampedArray<ArrayBuffer> {
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
      const [r, g, b] = [data[i], data[i + 1], data[i + 2]];
      let widest = ALIKE * ALIKE;
      for (const o of offset) {
        let [p, q] = [i - o, i + o];
        if (!data[p + 3] || !data[q + 3]) continue;
        let [dx, dy, dz] = [data[q] - data[p], data[q + 1] - data[p + 1], data[q + 2] - data[p + 2]];
        let span = dx * dx + dy * dy + dz * dz;
        if (span <= widest) continue;
        // Still on the way to the purer colour: one pixel farther on either side, where that goes on.
        const [p2, q2] = [p - o, q + o];
        const onwards = (from: number, to: number): boolean =>
          to >= 0 &&
          to < data.length &&
          data[to + 3] > 0 &&
          (data[to] - data[from]) ** 2 +
            (data[to + 1] - data[from + 1]) ** 2 +
            (data[to + 2] - data[from + 2]) ** 2 <
            0.3 * span;
        if (onwards(p, p2)) p = p2;
        if (onwards(q, q2)) q = q2;
        [dx, dy, dz] = [data[q] - data[p], data[q + 1] - data[p + 1], data[q + 2] - data[p + 2]];
        span = dx * dx + dy * dy + dz * dz;
        if (span <= widest) continue;
        const t = ((r - data[p]) * dx + (g - data[p + 1]) * dy + (b - data[p + 2]) * dz) / span;
        if (t <= 0.02 || t >= 0.98) continue;
        const [ex, ey, ez] = [data[p] + t * dx - r, data[p + 1] + t * dy - g, data[p + 2] + t * dz - b];
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
