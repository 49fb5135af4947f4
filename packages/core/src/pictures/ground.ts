// The ground of a picture: what is clear, and what is of the colour of its corners, or of places that are shown.
import type { GroundChoice } from '../design/types.ts';
import type { Point } from '../geometry/points.ts';
import type { Bitmap } from './bitmap.ts';

export const GROUND: GroundChoice = { from: 'corners', places: [], tolerance: 3, islands: true };

/** Fewer pixels of the ground's colour are no island of it: edges have such, where the picture was made smaller. */
const LEAST_ISLAND = 30;

/** 1 for every pixel of the ground. `tones` are three numbers a pixel. */
export function groundOf(picture: Bitmap, tones: Float32Array, how: GroundChoice): Uint8Array {
  const { width, height, data } = picture;
  const out = new Uint8Array(width * height);
  for (let i = 0; i < out.length; i++) if (data[4 * i + 3] < 128) out[i] = 1;
  if (how.from === 'clear') return out;
  const seeds =
    how.from === 'places'
      ? how.places.map((p) => pixelAt(picture, p))
      : [0, width - 1, width * (height - 1), width * height - 1];
  const inks = seeds.filter((i) => !out[i]);
  const reach = how.tolerance * how.tolerance;
  const alike = (i: number, seed: number): boolean => {
    const [x, y, z] = [
      tones[3 * i] - tones[3 * seed],
      tones[3 * i + 1] - tones[3 * seed + 1],
      tones[3 * i + 2] - tones[3 * seed + 2],
    ];
    return x * x + y * y + z * z <= reach;
  };
  const wanted = agreed(inks, alike, how.from === 'places');
  const colour = (i: number): number => (data[4 * i] << 16) | (data[4 * i + 1] << 8) | data[4 * i + 2];
  for (const [k, seed] of wanted.entries()) {
    // Corners of the very same colour are one seed; places are apart from each other.
    const again = wanted.slice(0, k).some((other) => colour(other) === colour(seed));
    if (again && how.from === 'corners') continue;
    /** 1 for pixels of the seed's colour that were not come to yet. */
    const free = likeIn(picture, (i) => alike(i, seed));
    for (let i = 0; i < out.length; i++) if (out[i]) free[i] = 0;
    const open = new Int32Array(out.length);
    /** What is like the seed and hangs together with these pixels. */
    const spread = (from: Iterable<number>): Int32Array => {
      // Each pixel is put on the list once: those before `done` have been looked around from.
      let done = 0;
      let found = 0;
      for (const i of from)
        if (free[i]) {
          free[i] = 0;
          open[found++] = i;
        }
      for (; done < found; done++) {
        const i = open[done];
        const x = i % width;
        if (x > 0 && free[i - 1]) {
          free[i - 1] = 0;
          open[found++] = i - 1;
        }
        if (x < width - 1 && free[i + 1]) {
          free[i + 1] = 0;
          open[found++] = i + 1;
        }
        if (i >= width && free[i - width]) {
          free[i - width] = 0;
          open[found++] = i - width;
        }
        if (i < out.length - width && free[i + width]) {
          free[i + width] = 0;
          open[found++] = i + width;
        }
      }
      return open.subarray(0, found);
    };
    // Ground at the corners goes on along the whole edge of the picture.
    const ground = spread(how.from === 'corners' ? [seed, ...edgePixels(width, height)] : [seed]);
    for (let k = 0; k < ground.length; k++) out[ground[k]] = 1;
    if (!how.islands) continue;
    const least = Math.max(LEAST_ISLAND, out.length / 20_000);
    for (let i = 0; i < out.length; i++) {
      if (!free[i]) continue;
      const island = spread([i]);
      if (island.length >= least) for (let k = 0; k < island.length; k++) out[island[k]] = 1;
    }
  }
  return out;
}

/** 1 for every pixel that is alike; neighbours of one colour are asked for once. */
function likeIn({ data, width, height }: Bitmap, alike: (i: number) => boolean): Uint8Array {
  const out = new Uint8Array(width * height);
  let last = -1;
  let is = 0;
  for (let i = 0; i < out.length; i++) {
    const key = (data[4 * i] << 16) | (data[4 * i + 1] << 8) | data[4 * i + 2];
    if (key !== last) {
      is = alike(i) ? 1 : 0;
      last = key;
    }
    out[i] = is;
  }
  return out;
}

/** Corners are ground when three of them agree; else a picture has none. Places always are. */
function agreed(
  seeds: readonly number[],
  alike: (a: number, b: number) => boolean,
  places: boolean,
): readonly number[] {
  if (places) return seeds;
  const votes = seeds.map((a) => seeds.filter((b) => alike(a, b)).length);
  const most = Math.max(...votes);
  return most < Math.min(3, seeds.length) ? [] : seeds.filter((_, i) => votes[i] === most);
}

function* edgePixels(width: number, height: number): Iterable<number> {
  for (let x = 0; x < width; x++) {
    yield x;
    yield width * (height - 1) + x;
  }
  for (let y = 0; y < height; y++) {
    yield width * y;
    yield width * y + width - 1;
  }
}

/** The pixel at shares of width and height. */
const pixelAt = ({ width, height }: Bitmap, p: Point): number =>
  Math.min(height - 1, Math.max(0, Math.floor(p.y * height))) * width +
  Math.min(width - 1, Math.max(0, Math.floor(p.x * width)));
