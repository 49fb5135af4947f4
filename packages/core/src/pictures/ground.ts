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
  const alike = (i: number, seed: number): boolean =>
    Math.hypot(
      tones[3 * i] - tones[3 * seed],
      tones[3 * i + 1] - tones[3 * seed + 1],
      tones[3 * i + 2] - tones[3 * seed + 2],
    ) <= how.tolerance;
  for (const seed of agreed(inks, alike, how.from === 'places')) {
    const seen = new Uint8Array(out.length);
    /** What is like the seed and hangs together with these pixels. */
    const spread = (open: number[]): number[] => {
      const found: number[] = [];
      while (open.length) {
        const i = open.pop()!;
        if (seen[i] || out[i] || !alike(i, seed)) continue;
        seen[i] = 1;
        found.push(i);
        const x = i % width;
        if (x > 0) open.push(i - 1);
        if (x < width - 1) open.push(i + 1);
        if (i >= width) open.push(i - width);
        if (i < out.length - width) open.push(i + width);
      }
      return found;
    };
    // Ground at the corners goes on along the whole edge of the picture.
    for (const i of spread(how.from === 'corners' ? [seed, ...edgePixels(width, height)] : [seed]))
      out[i] = 1;
    if (!how.islands) continue;
    const least = Math.max(LEAST_ISLAND, out.length / 20_000);
    for (let i = 0; i < out.length; i++) {
      if (out[i] || seen[i] || !alike(i, seed)) continue;
      const island = spread([i]);
      if (island.length >= least) for (const k of island) out[k] = 1;
    }
  }
  return out;
}

/** Corners are ground when two of them agree; a picture whose corners all differ has none. Places always are. */
function agreed(
  seeds: readonly number[],
  alike: (a: number, b: number) => boolean,
  places: boolean,
): readonly number[] {
  if (places || seeds.length < 4) return seeds;
  const votes = seeds.map((a) => seeds.filter((b) => alike(a, b)).length);
  const most = Math.max(...votes);
  return most < 2 ? [] : seeds.filter((_, i) => votes[i] === most);
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
export const pixelAt = ({ width, height }: Bitmap, p: Point): number =>
  Math.min(height - 1, Math.max(0, Math.floor(p.y * height))) * width +
  Math.min(width - 1, Math.max(0, Math.floor(p.x * width)));
