// How a picture was made: drawn, scanned or photographed; and how it is calmed before its colours are counted, without blurring edges.
import { atMost, type Bitmap } from './bitmap.ts';
import { isFlatArt } from './shades.ts';

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

/** Colours are counted in cells of so many of 256 steps a channel; drawn art has so few of them for so much of it. */
const [CELL_BITS, CELLS, NEARLY_ALL] = [5, 24, 0.85];
/** Noise is taken out of a picture made so small, by a reach of so many of its pixels. */
const [SMALL, WITHOUT_NOISE] = [500, 2];

/** Are nearly all pixels that are no ground of few colours? */
function hasFewColours({ data }: Bitmap, isGround: (i: number) => boolean): boolean {
  const counts = new Uint32Array(1 << (3 * CELL_BITS));
  const [shift, pixels] = [8 - CELL_BITS, data.length / 4];
  let all = 0;
  for (let i = 0; i < pixels; i++) {
    if (isGround(i)) continue;
    let cell = 0;
    for (let c = 0; c < 3; c++) cell = (cell << CELL_BITS) | (data[4 * i + c] >> shift);
    counts[cell]++;
    all++;
  }
  const top = counts.sort().subarray(-CELLS);
  return top.reduce((sum, n) => sum + n, 0) >= NEARLY_ALL * all;
}

/** Of pictures that are no smaller than this, in pixels, so large a share is dots where few colours stand for many. */
const [DOTS_FROM, DOTS] = [100, 0.02];
/** Two pixels are alike where no channel differs by more than this, and unlike where one differs by more than that. */
const [ALIKE, UNLIKE] = [8, 24];

/**
 * Do pixels stand alone among such as are like each other, as where a few colours were scattered to look like many? Drawn art has
 * lines as thin as a pixel, but hardly dots.
 */
function isOfDots({ width, height, data }: Bitmap, ground: Uint8Array): boolean {
  if (Math.max(width, height) < DOTS_FROM) return false;
  const apart = (a: number, b: number): number => {
    let most = 0;
    for (let c = 0; c < 3; c++) most = Math.max(most, Math.abs(data[4 * a + c] - data[4 * b + c]));
    return most;
  };
  let [dots, all] = [0, 0];
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      if (ground[i]) continue;
      all++;
      if (apart(i, i - 1) <= UNLIKE || apart(i, i - width) <= UNLIKE) continue;
      if (apart(i - 1, i + 1) <= ALIKE && apart(i - width, i + width) <= ALIKE) dots++;
    }
  return dots > DOTS * all;
}

/** How a picture was made. */
export type Made = 'drawn' | 'scanned' | 'photographed';

/**
 * Has it the few tones of drawn art, as it is or beneath the noise of a scan or of strong compression, or the many of a photograph?
 * `ground` is left out.
 */
export function howMade(picture: Bitmap, ground: Uint8Array): Made {
  if (isFlatArt(picture, ground) && !isOfDots(picture, ground)) return 'drawn';
  const small = calmedPicture(atMost(picture, SMALL), WITHOUT_NOISE);
  const scale = picture.width / small.width;
  const isGround = (i: number): boolean => {
    const [x, y] = [i % small.width, Math.floor(i / small.width)];
    const at = Math.floor((y + 0.5) * scale) * picture.width + Math.floor((x + 0.5) * scale);
    return ground[at] === 1;
  };
  return hasFewColours(small, isGround) ? 'scanned' : 'photographed';
}
