// The ground of a picture: what is clear, and what is of the colour of its corners, or of places that are shown.
import type { GroundChoice } from '../design/types.ts';
import { DisjointSets } from '../geometry/disjoint-sets.ts';
import type { Point } from '../geometry/points.ts';
import type { Bitmap } from './bitmap.ts';

export const GROUND: GroundChoice = { from: 'corners', places: [], tolerance: 3, islands: true };

/**
 * So many pixels of the ground's colour are an island of it; fewer are, when three by three of them lie together. Less
 * than that is an edge's, where the picture was made smaller.
 */
const ISLAND = 30;

/**
 * 1 for every pixel of the ground. `tones` are three numbers a pixel. Where the paper is known (red, green and blue, 0 to 255),
 * its colour counts instead of the corners', and each speck of it is an island: there is none of it along edges.
 */
export function groundOf(
  picture: Bitmap,
  tones: Float32Array,
  how: GroundChoice,
  paper: readonly number[] | null = null,
): Uint8Array {
  const { width, height, data } = picture;
  const out = new Uint8Array(width * height);
  for (let i = 0; i < out.length; i++) if (data[4 * i + 3] < 128) out[i] = 1;
  if (how.from === 'clear') return out;
  const ofPaper = how.from === 'corners' && paper ? pixelLike(picture, paper) : -1;
  const seeds =
    how.from === 'places'
      ? how.places.map((p) => pixelAt(picture, p))
      : ofPaper >= 0
        ? [ofPaper]
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
    const { from, to, part, area } = runsOf(free, width);
    // Ground at the corners goes on along the whole edge of the picture.
    const last = out.length - width;
    const begins = (k: number): boolean =>
      how.from === 'corners'
        ? from[k] < width || from[k] >= last || from[k] % width === 0 || to[k] % width === 0
        : from[k] <= seed && seed < to[k];
    const ground = new Set<number>();
    for (let k = 0; k < from.length; k++) if (begins(k)) ground.add(part[k]);
    if (how.islands) {
      const plenty = ofPaper >= 0 ? 1 : Math.max(ISLAND, out.length / 20_000);
      for (let k = 0; k < from.length; k++)
        if (area[part[k]] >= plenty || (!ground.has(part[k]) && isBroad(free, width, from[k], to[k])))
          ground.add(part[k]);
    }
    for (let k = 0; k < from.length; k++) if (ground.has(part[k])) out.fill(1, from[k], to[k]);
  }
  if (ofPaper >= 0) {
    fillDust(out, width);
    fillMargins(out, width);
  }
  return out;
}

/** Dust on paper, and what is left of its squares, is smaller than this share of a picture. */
const DUST = 1 / 60_000;

/** Makes ground of all parts of what is none that are smaller than a share of the picture. */
export function fillDust(ground: Uint8Array, width: number, share = DUST): void {
  const { from, to, part, area } = runsOf(
    ground.map((is) => 1 - is),
    width,
  );
  for (let k = 0; k < from.length; k++)
    if (area[part[k]] < share * ground.length) ground.fill(1, from[k], to[k]);
}

/** What of a sheet lies no farther from the picture's edge than this share of its width, and nowhere else, is the sheet's own edge. */
const MARGIN = 1 / 120;

/** Makes ground of all parts of what is none that lie along one edge of the picture. */
function fillMargins(ground: Uint8Array, width: number): void {
  const { from, to, part } = runsOf(
    ground.map((is) => 1 - is),
    width,
  );
  const last = ground.length / width - 1;
  const margin = Math.max(1, MARGIN * width);
  /** Of each part how far it reaches from the left, the right, the top and the bottom. */
  const reach = new Map<number, number[]>();
  from.forEach((begin, k) => {
    const [x, y] = [begin % width, Math.floor(begin / width)];
    const run = [x + to[k] - begin - 1, width - 1 - x, y, last - y];
    const whole = reach.get(part[k]);
    reach.set(part[k], whole ? whole.map((far, side) => Math.max(far, run[side])) : run);
  });
  from.forEach((begin, k) => {
    if (Math.min(...reach.get(part[k])!) < margin) ground.fill(1, begin, to[k]);
  });
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

/** Are three by three pixels set of which the middle row lies in a run? Nothing lies above the first row, or below the last. */
function isBroad(set: Uint8Array, width: number, from: number, to: number): boolean {
  const three = (i: number): boolean => set[i - 1] === 1 && set[i] === 1 && set[i + 1] === 1;
  for (let i = from + 1; i < to - 1; i++) if (three(i - width) && three(i + width)) return true;
  return false;
}

/** Pixels that are set, in runs from one up to before another of a row; runs that touch above or below are one part. */
export interface Runs {
  from: number[];
  to: number[];
  /** The part of each run, and how many pixels each part has. */
  part: number[];
  area: Int32Array;
}

export function runsOf(set: Uint8Array, width: number): Runs {
  const [from, to]: [number[], number[]] = [[], []];
  for (let i = set.indexOf(1); i >= 0; i = set.indexOf(1, i)) {
    const end = i - (i % width) + width;
    const zero = set.indexOf(0, i);
    from.push(i);
    to.push((i = zero < 0 ? end : Math.min(end, zero)));
  }
  const parts = new DisjointSets(from.length);
  // Runs above are gone through beside those below them, in the same order.
  for (let k = 0, above = 0; k < from.length; k++) {
    while (to[above] + width <= from[k]) above++;
    for (let j = above; from[j] + width < to[k]; j++) parts.join(j, k);
  }
  const part = from.map((_, k) => parts.root(k));
  const area = new Int32Array(from.length);
  for (let k = 0; k < from.length; k++) area[part[k]] += to[k] - from[k];
  return { from, to, part, area };
}

/** The first pixel of a colour; −1 when there is none. */
function pixelLike({ data }: Bitmap, [r, g, b]: readonly number[]): number {
  for (let i = 0; i < data.length; i += 4)
    if (data[i] === r && data[i + 1] === g && data[i + 2] === b) return i / 4;
  return -1;
}

/** The pixel at shares of width and height. */
const pixelAt = ({ width, height }: Bitmap, p: Point): number =>
  Math.min(height - 1, Math.max(0, Math.floor(p.y * height))) * width +
  Math.min(width - 1, Math.max(0, Math.floor(p.x * width)));
