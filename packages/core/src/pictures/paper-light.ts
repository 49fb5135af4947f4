// The light on the paper of a drawing that was photographed: it falls off to one side, and a hand's shadow lies on it. Told from the paper
// that is seen between what is drawn, so that it can be evened out, and the paper be one colour.
import { deviation, mean, quantile } from 'd3-array';
import { DisjointSets } from '../geometry/disjoint-sets.ts';
import type { Bitmap } from './bitmap.ts';

/** The longer side has so many squares; the light of one is where this share of its pixels are darker, of every second one each way. */
const [SQUARES, SHARE, EVERY] = [48, 0.8, 2];
/** A square's light pixels differ from that by no more than this share. */
const ABOUT = 0.1;
/** Enclosed squares whose light is at most this share above or below what is expected there are paper, too. */
const PAPER = 0.06;
/** From square to square the light on paper changes by no more than this share, and its hue not by this one. */
const [STEP, HUE] = [0.045, 0.05];
/** Paper is that light, of 255, and no more coloured than this share of its light. */
const [LIGHT, COLOURED] = [100, 0.5];
/** So many of the squares are paper, and so many of those at the picture's edge. */
const [MUCH, ROUND] = [0.3, 0.75];
/** Light that varies by less than this share is even; paper whose pixels differ by less than this share was drawn, not photographed. */
const [UNEVEN, GRAIN] = [1.02, 0.004];
/** What differs from paper by no more than this many times what its pixels do, but at least and at most by these shares, is paper. */
const [TIMES, LEAST, MOST] = [5, 0.05, 0.16];

/** The light of paper over a picture, a value a square for red, green and blue, 0 to 255. */
export interface PaperLight {
  across: number;
  down: number;
  /** Pixels a square's side. */
  side: number;
  light: [Float64Array, Float64Array, Float64Array];
  /** The paper's colour where it is lightest, in whole steps. */
  lightest: [number, number, number];
  /** What pixels differ from it by, as a share. */
  grain: number;
}

interface Squares {
  across: number;
  down: number;
  side: number;
  /** Mean red, green and blue of the light pixels of each square. */
  means: [Float64Array, Float64Array, Float64Array];
  /** How much they differ, as a share. */
  grains: Float64Array;
}

const lumaOf = (r: number, g: number, b: number): number => 0.3 * r + 0.59 * g + 0.11 * b;

/** The light pixels of each square. */
function squaresOf({ width, height, data }: Bitmap): Squares {
  const side = Math.max(8, Math.ceil(Math.max(width, height) / SQUARES));
  const [across, down] = [Math.ceil(width / side), Math.ceil(height / side)];
  const means: Squares['means'] = [0, 1, 2].map(() => new Float64Array(across * down)) as Squares['means'];
  const grains = new Float64Array(across * down);
  for (let k = 0; k < across * down; k++) {
    const [left, top] = [side * (k % across), side * Math.floor(k / across)];
    /** Of some of its pixels: where their red is, and how light they are. */
    const [places, lumas]: [number[], number[]] = [[], []];
    for (let y = top; y < Math.min(height, top + side); y += EVERY)
      for (let x = left; x < Math.min(width, left + side); x += EVERY) {
        const at = 4 * (y * width + x);
        places.push(at);
        lumas.push(lumaOf(data[at], data[at + 1], data[at + 2]));
      }
    const level = quantile(lumas, SHARE)!;
    // Those about as light as that: the paper's grain lies to both sides of its light.
    const light = [...lumas.keys()].filter((i) => Math.abs(lumas[i] - level) <= ABOUT * level);
    for (let c = 0; c < 3; c++) means[c][k] = mean(light, (i) => data[places[i] + c]) ?? 0;
    grains[k] = (deviation(light, (i) => lumas[i]) ?? 0) / Math.max(1, level);
  }
  return { across, down, side, means, grains };
}

/** Parts of squares, the largest first, in which the light changes little by little, as it does on paper. */
function partsOf({ across, down, means }: Squares, lumas: readonly number[]): number[][] {
  const sets = new DisjointSets(lumas.length);
  const hue = (k: number, c: 0 | 2): number => means[c][k] / Math.max(1, means[1][k]);
  const may = lumas.map((l, k) => {
    const c = means.map((m) => m[k]);
    return l >= LIGHT && Math.max(...c) - Math.min(...c) <= COLOURED * Math.max(...c);
  });
  const goesOn = (a: number, b: number): boolean =>
    may[a] &&
    may[b] &&
    Math.abs(Math.log(lumas[a] / lumas[b])) <= STEP &&
    Math.abs(hue(a, 0) - hue(b, 0)) <= HUE &&
    Math.abs(hue(a, 2) - hue(b, 2)) <= HUE;
  for (let j = 0; j < down; j++)
    for (let i = 0; i < across; i++) {
      const k = j * across + i;
      if (i + 1 < across && goesOn(k, k + 1)) sets.join(k, k + 1);
      if (j + 1 < down && goesOn(k, k + across)) sets.join(k, k + across);
    }
  const parts = new Map<number, number[]>();
  may.forEach((is, k) => {
    if (!is) return;
    const part = parts.get(sets.root(k));
    if (part) part.push(k);
    else parts.set(sets.root(k), [k]);
  });
  return [...parts.values()].sort((a, b) => b.length - a.length);
}

/** Which squares are paper: the largest part, and those of which the light is what it would be between that part's squares. */
function paperSquares(squares: Squares, lumas: readonly number[]): Uint8Array {
  const { across, down } = squares;
  const isPaper = new Uint8Array(lumas.length);
  const [largest, ...others] = partsOf(squares, lumas);
  for (const k of largest ?? []) isPaper[k] = 1;
  const expected = filledIn(Float64Array.from(lumas), isPaper, across, down);
  for (const part of others)
    if (part.every((k) => Math.abs(Math.log(lumas[k] / expected[k])) <= PAPER))
      for (const k of part) isPaper[k] = 1;
  return isPaper;
}

/** It is settled when no value moves by more than this, of 255. */
const SETTLED = 0.002;

/** Values where they are known, and where not what lies between them: the mean of their neighbours, over and over. */
function filledIn(values: Float64Array, known: Uint8Array, across: number, down: number): Float64Array {
  const out = values.slice();
  let [sum, n] = [0, 0];
  known.forEach((is, k) => {
    if (is) [sum, n] = [sum + values[k], n + 1];
  });
  known.forEach((is, k) => {
    if (!is) out[k] = sum / Math.max(1, n);
  });
  const rounds = 4 * (across + down);
  for (let round = 0, moved = Infinity; round < rounds && moved > SETTLED; round++) {
    moved = 0;
    for (let j = 0; j < down; j++)
      for (let i = 0; i < across; i++) {
        const k = j * across + i;
        if (known[k]) continue;
        // Beyond the picture lies what is at its edge.
        const beside = out[i ? k - 1 : k] + out[i + 1 < across ? k + 1 : k];
        const to = (beside + out[j ? k - across : k] + out[j + 1 < down ? k + across : k]) / 4;
        moved = Math.max(moved, Math.abs(to - out[k]));
        out[k] = to;
      }
  }
  return out;
}

/** How much of a picture is paper, of all of it and at its edge, and how uneven its light is: as a share of the least of it. */
export interface PaperSeen {
  share: number;
  edge: number;
  uneven: number;
}

/** The light on what is paper of the squares of a picture. */
function lightOn({ across, down, side, means, grains }: Squares, paper: Uint8Array): PaperLight {
  const lumas = lumasOf(means);
  const light = means.map((m) => filledIn(m, paper, across, down)) as PaperLight['light'];
  const all = lumas.map((_, k) => k).filter((k) => paper[k]);
  const most = lightestOf(all, lumas);
  const top = all.reduce((a, b) => (Math.abs(lumas[b] - most) < Math.abs(lumas[a] - most) ? b : a));
  const lightest = [0, 1, 2].map((c) => Math.round(light[c][top])) as PaperLight['lightest'];
  return { across, down, side, light, lightest, grain: quantile(all, 0.5, (k) => grains[k])! };
}

const lumasOf = (means: Squares['means']): number[] =>
  Array.from(means[0], (r, k) => lumaOf(r, means[1][k], means[2][k]));

/** Hardly any of these squares are lighter than that. */
const lightestOf = (squares: readonly number[], lumas: readonly number[]): number =>
  quantile(squares, 0.95, (k) => lumas[k])!;

/** The light on the paper of a picture, and how much is seen of that; null where next to nothing is. */
export function paperLight(picture: Bitmap): (PaperLight & PaperSeen) | null {
  const squares = squaresOf(picture);
  const { across, down } = squares;
  const lumas = lumasOf(squares.means);
  const paper = paperSquares(squares, lumas);
  const all = lumas.map((_, k) => k).filter((k) => paper[k]);
  if (all.length < 0.1 * lumas.length) return null;
  const isEdge = (k: number): boolean =>
    k % across === 0 || k % across === across - 1 || k < across || k >= across * (down - 1);
  const edges = lumas.map((_, k) => k).filter(isEdge);
  return {
    ...lightOn(squares, paper),
    share: all.length / lumas.length,
    edge: edges.filter((k) => paper[k]).length / edges.length,
    uneven: lightestOf(all, lumas) / quantile(all, 0.05, (k) => lumas[k])!,
  };
}

/** The light on each of the largest parts of a picture, at most so many, that could be paper and are at least such a share of it. */
export function lightsOnParts(picture: Bitmap, most: number, share: number): PaperLight[] {
  const squares = squaresOf(picture);
  const lumas = lumasOf(squares.means);
  return partsOf(squares, lumas)
    .slice(0, most)
    .filter((part) => part.length >= share * lumas.length)
    .map((part) => {
      const paper = new Uint8Array(lumas.length);
      for (const k of part) paper[k] = 1;
      return lightOn(squares, paper);
    });
}

/** Does a picture look like a drawing on paper, with uneven light or with grain? */
export const isOnPaper = (seen: (PaperLight & PaperSeen) | null): boolean =>
  !!seen && seen.share >= MUCH && seen.edge >= ROUND && (seen.uneven >= UNEVEN || seen.grain >= GRAIN);

/** The picture with even light on its paper, which is one colour then. */
export function evenLight(from: Bitmap, { across, down, side, light, lightest, grain }: PaperLight): Bitmap {
  const { width, height } = from;
  const data = from.data.slice();
  const near = Math.min(MOST, Math.max(LEAST, TIMES * grain));
  const at = (v: number, count: number): [number, number] => {
    const place = Math.min(count - 1, Math.max(0, (v + 0.5) / side - 0.5));
    const first = Math.min(Math.max(0, count - 2), Math.floor(place));
    return [first, place - first];
  };
  for (let y = 0; y < height; y++) {
    const [j, t] = at(y, down);
    const next = j + 1 < down ? across : 0;
    for (let x = 0; x < width; x++) {
      const [i, s] = at(x, across);
      const k = j * across + i;
      const right = i + 1 < across ? 1 : 0;
      const p = 4 * (y * width + x);
      let far = 0;
      for (let c = 0; c < 3; c++) {
        const field = light[c];
        const upper = field[k] + s * (field[k + right] - field[k]);
        const lower = field[k + next] + s * (field[k + next + right] - field[k + next]);
        const share = data[p + c] / Math.max(1, upper + t * (lower - upper));
        far = Math.max(far, Math.abs(share - 1));
        data[p + c] = share * lightest[c];
      }
      if (far <= near) for (let c = 0; c < 3; c++) data[p + c] = lightest[c];
    }
  }
  return { width, height, data };
}
