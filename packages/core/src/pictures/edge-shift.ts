// Where between two pixels an edge lies, told by how much of either colour each of them has.
import type { Bitmap } from './bitmap.ts';
import type { Shift } from './borders.ts';
import type { Patches } from './patches.ts';

/** Edges with less contrast than this tell nothing, as a share of black to white. */
const LEAST = 0.02;
/** Patches whose pixels stray less than this from their mean have one colour throughout, in steps of 255. */
const EVEN = 6;
/** One row in so many is enough for patches that have this many pixels in those; all rows for the rest. */
const [SPARSE, ENOUGH] = [8, 32];

/** Red, green, blue as far as they are seen, and opacity. */
type Channels = Float64Array;

/** The one colour of each patch that has one, told by the pixels with nothing else about them; of a patch without such, that of its like. */
function colourOfPatches({ width, height, data }: Bitmap, { at, colour }: Patches): (Channels | null)[] {
  const patches = colour.length;
  const counts = new Int32Array(patches);
  /** Sums of the four channels, and of their squares. */
  const sums = new Float64Array(5 * patches);
  const enough = new Uint8Array(patches);
  for (const every of [SPARSE, 1]) {
    for (let y = 1; y < height - 1; y += every)
      for (let i = y * width + 1, end = i + width - 2; i < end; i++) {
        const p = at[i];
        if (enough[p]) continue;
        if (p !== at[i - 1] || p !== at[i + 1] || p !== at[i - width] || p !== at[i + width]) continue;
        const a = data[4 * i + 3];
        const seen = a === 255 ? 1 : a / 255;
        const r = data[4 * i] * seen;
        const g = data[4 * i + 1] * seen;
        const b = data[4 * i + 2] * seen;
        counts[p]++;
        sums[5 * p] += r;
        sums[5 * p + 1] += g;
        sums[5 * p + 2] += b;
        sums[5 * p + 3] += a;
        sums[5 * p + 4] += r * r + g * g + b * b + a * a;
      }
    for (let p = 0; p < patches; p++) if (counts[p] >= ENOUGH) enough[p] = 1;
  }
  const mean = (of: Float64Array, n: number): Channels | null => {
    if (!n) return null;
    const means = of.subarray(0, 4).map((sum) => sum / n);
    const spread = of[4] / n - means.reduce((all, v) => all + v * v, 0);
    // To whole steps, so that edges stay where they were when a patch has a few pixels more.
    return spread < EVEN * EVEN ? means.map(Math.round) : null;
  };
  const likes = new Map<number, { n: number; sums: Float64Array }>();
  for (let p = 0; p < patches; p++) {
    const like = likes.get(colour[p]) ?? { n: 0, sums: new Float64Array(5) };
    likes.set(colour[p], like);
    like.n += counts[p];
    for (let k = 0; k < 5; k++) like.sums[k] += sums[5 * p + k];
  }
  const ofLikes = new Map([...likes].map(([c, like]) => [c, mean(like.sums, like.n)]));
  return Array.from(counts, (n, p) => mean(sums.subarray(5 * p, 5 * p + 5), n) ?? ofLikes.get(colour[p])!);
}

/**
 * An edge that was smoothed when it was drawn leaves pixels of both colours: how much of each they hold tells where it was. A patch
 * of one colour throughout has that one; of others it is told by the next pixel.
 */
export function edgeShift(bitmap: Bitmap, patches: Patches): Shift {
  const { width, height, data } = bitmap;
  const n = width * height;
  const { at } = patches;
  const colours = colourOfPatches(bitmap, patches);
  const value = (i: number, k: number): number =>
    k === 3 ? data[4 * i + 3] : (data[4 * i + k] * data[4 * i + 3]) / 255;
  const [besideLeft, besideRight] = [new Float64Array(4), new Float64Array(4)];
  const inPicture = (i: number, step: number): boolean => {
    const j = i + step;
    return j >= 0 && j < n && Math.abs((j % width) - (i % width)) <= 1;
  };
  /** The colour on one side of an edge; without one of the patch's own, that of the next pixel, which is written into `beside`. */
  const pure = (i: number, step: number, beside: Channels): Channels => {
    const own = colours[at[i]];
    if (own) return own;
    const goesOn = inPicture(i, step) && at[i] === at[i + step];
    for (let k = 0; k < 4; k++) beside[k] = value(goesOn ? i + step : i, k);
    return beside;
  };
  return (left, right, across) => {
    const from = pure(left, -across, besideLeft);
    const to = pure(right, across, besideRight);
    let span = 0;
    for (let k = 0; k < 4; k++) span += (to[k] - from[k]) ** 2;
    if (span < 4 * 255 * 255 * LEAST * LEAST) return 0;
    /** How much of the colour on the right a pixel has. */
    const share = (i: number): number => {
      let sum = 0;
      for (let k = 0; k < 4; k++) sum += (to[k] - from[k]) * (value(i, k) - from[k]);
      return sum / span;
    };
    return Math.max(-0.5, Math.min(0.5, 1 - share(left) - share(right)));
  };
}
