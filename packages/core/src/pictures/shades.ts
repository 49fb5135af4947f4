// The shades of a picture: at most 32 colours that all of its pixels are near to, in an order of joining them.
//
// Flat art has few colours and keeps them exactly. Of everything else the package image-q finds them (X. Wu, "Efficient
// Statistical Computations for Optimal Color Quantization", Graphics Gems II, 1991).
import { distance, palette, utils } from 'image-q';
import type { Bitmap } from './bitmap.ts';
import type { Made } from './smooth.ts';
import { toneDistance, toneOf, type Tone } from './tones.ts';

export interface Shade {
  /** sRGB as #rrggbb. */
  colour: string;
  tone: Tone;
  /** Share of the pixels that are no ground. */
  share: number;
}

export interface Shades {
  shades: Shade[];
  /** Which shade each pixel has; 255 where ground is. */
  at: Uint8Array;
  /** Which two groups of shades become one next, each told by one shade of it; from all apart to all together. */
  joins: [number, number][];
  /** How many colours to begin with. */
  proposed: number;
}

const MOST = 32;
/** Shades nearer than this are one. */
const ONE = 2.2;
/** Colours nearer than this are told apart by nobody at sewing distance, unless they are asked for. */
const LIKE = 6;
/** In flat art, where every colour was meant. */
const LIKE_FLAT = 3.5;
/** One pen's strokes differ by this much where they were scanned or photographed. */
const LIKE_SCANNED = 7.5;
/** A colour that fills less than this share of a picture, beside its edges, is none to begin with; more on paper, with its grain. */
const [LITTLE, LITTLE_SCANNED] = [0.0004, 0.003];
/** Colours of flat art that differ by no more in any channel are one, in steps of 255. */
const TRIFLE = 8;
const SAMPLES = 40_000;
/**
 * How finely colours may be told apart, in bits a channel. With 5 the package takes half a second for any picture; of a photograph no
 * two colours are kept that 4 don't tell apart.
 */
const BITS = { drawn: 5, photograph: 4 };
/** Flat art has no more different colours than so many, beside those of a share of its pixels. */
const [FLAT_COLOURS, BESIDE] = [4000, 0.015];
export const NO_SHADE = 255;

const hex = (r: number, g: number, b: number): string =>
  `#${((r << 16) | (g << 8) | b).toString(16).padStart(6, '0')}`;

/** Pixels that are no ground. */
function inksOf({ data }: Bitmap, ground: Uint8Array): Int32Array {
  const out = new Int32Array(ground.length);
  let count = 0;
  for (let i = 0; i < ground.length; i++) if (!ground[i] && data[4 * i + 3]) out[count++] = i;
  return out.subarray(0, count);
}

/** Has a picture only a few colours where no ground is, but for what lies along edges? */
export const isFlatArt = (picture: Bitmap, ground: Uint8Array): boolean =>
  !!flatColours(picture, inksOf(picture, ground));

/** The colours of flat art, as they are there most often; null when few colours are not nearly all. */
function flatColours({ data }: Bitmap, inks: Int32Array): number[] | null {
  // A glance at some of the pixels tells most photographs.
  const glance = new Set<number>();
  const step = Math.max(1, Math.floor(inks.length / SAMPLES));
  for (let k = 0; k < inks.length; k += step) {
    const i = 4 * inks[k];
    glance.add((data[i] << 16) | (data[i + 1] << 8) | data[i + 2]);
  }
  if (glance.size > FLAT_COLOURS + (2 * BESIDE * inks.length) / step) return null;
  const counts = new Map<number, number>();
  // Neighbours are mostly of one colour.
  let [last, run] = [-1, 0];
  const count = (): void => void (run && counts.set(last, (counts.get(last) ?? 0) + run));
  for (const i of inks) {
    const key = (data[4 * i] << 16) | (data[4 * i + 1] << 8) | data[4 * i + 2];
    if (key !== last) {
      count();
      [last, run] = [key, 0];
    }
    run++;
  }
  count();
  const found: { key: number; n: number }[] = [];
  const most = [...counts].sort((a, b) => b[1] - a[1] || a[0] - b[0]).slice(0, FLAT_COLOURS);
  // Each colour is counted with the more frequent one that it differs from by a trifle.
  for (const [key, n] of most) {
    const near = found.find((f) => apart(f.key, key) <= TRIFLE);
    if (near) near.n += n;
    else if (found.length < 4 * MOST) found.push({ key, n });
  }
  const flat = found.filter(({ n }) => n > Math.max(3, inks.length * 0.0002)).slice(0, MOST);
  return flat.reduce((sum, { n }) => sum + n, 0) >= (1 - BESIDE) * inks.length
    ? flat.map(({ key }) => key)
    : null;
}

/** How far two colours differ in the channel that differs most. */
const apart = (a: number, b: number): number =>
  Math.max(...[16, 8, 0].map((s) => Math.abs(((a >> s) & 255) - ((b >> s) & 255))));

function quantised({ data }: Bitmap, inks: Int32Array, bits: number): number[] {
  const n = Math.min(SAMPLES, inks.length);
  const pixels = new Uint8Array(4 * n);
  for (let k = 0; k < n; k++) {
    const i = 4 * inks[Math.floor((k * inks.length) / n)];
    pixels.set([data[i], data[i + 1], data[i + 2], 255], 4 * k);
  }
  const points = utils.PointContainer.fromUint8Array(pixels, n, 1);
  const builder = new palette.WuQuant(new distance.EuclideanBT709(), MOST, bits);
  builder.sample(points);
  return builder
    .quantizeSync()
    .getPointContainer()
    .getPointArray()
    .map((p) => (p.r << 16) | (p.g << 8) | p.b);
}

/** The shades of what is no ground. */
export function shadesOf(picture: Bitmap, ground: Uint8Array, made: Made = 'drawn'): Shades {
  const inks = inksOf(picture, ground);
  const at = new Uint8Array(ground.length).fill(NO_SHADE);
  if (!inks.length) return { shades: [], at, joins: [], proposed: 0 };
  const exact = made === 'scanned' ? null : flatColours(picture, inks);
  let keys = exact ?? quantised(picture, inks, made === 'photographed' ? BITS.photograph : BITS.drawn);
  let tones = keys.map((k) => toneOf(k >> 16, (k >> 8) & 255, k & 255));
  // Such as the eye would not tell apart are one.
  const kept = keys
    .map((_, i) => i)
    .filter((i) => !tones.slice(0, i).some((t) => toneDistance(t, tones[i]) < ONE));
  [keys, tones] = [kept.map((i) => keys[i]), kept.map((i) => tones[i])];

  const counts = new Array<number>(keys.length).fill(0);
  /** The nearest shade of colours, 6 bits a channel: found once. */
  const known = new Uint8Array(1 << 18).fill(NO_SHADE);
  const { data } = picture;
  for (const i of inks) {
    const r = data[4 * i];
    const g = data[4 * i + 1];
    const b = data[4 * i + 2];
    const cell = ((r >> 2) << 12) | ((g >> 2) << 6) | (b >> 2);
    if (known[cell] === NO_SHADE) {
      const tone = toneOf((r & 252) + 2, (g & 252) + 2, (b & 252) + 2);
      let best = 0;
      for (let k = 1; k < tones.length; k++)
        if (toneDistance(tone, tones[k]) < toneDistance(tone, tones[best])) best = k;
      known[cell] = best;
    }
    at[i] = known[cell];
    counts[known[cell]]++;
  }
  const cores = coresOf(picture, at, keys.length);
  const shades = keys.map((k, i): Shade => ({
    colour: hex(k >> 16, (k >> 8) & 255, k & 255),
    tone: tones[i],
    share: counts[i] / inks.length,
  }));
  const { joins, proposed } = joinsOf(
    shades,
    cores.map((n) => n / inks.length),
    made === 'scanned'
      ? { like: LIKE_SCANNED, little: LITTLE_SCANNED }
      : { like: exact ? LIKE_FLAT : LIKE, little: LITTLE },
  );
  return { shades, at, joins, proposed };
}

/** How many pixels of each shade have only such beside them: a shade that is found along edges alone has none. */
function coresOf({ width, height }: Bitmap, at: Uint8Array, shades: number): number[] {
  const out = new Array<number>(shades).fill(0);
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      const s = at[i];
      if (s !== NO_SHADE && at[i - 1] === s && at[i + 1] === s && at[i - width] === s && at[i + width] === s)
        out[s]++;
    }
  return out;
}

/** Joins the two groups each time that would be missed least: near in tone, and one of them small. */
function joinsOf(
  shades: readonly Shade[],
  cores: readonly number[],
  { like, little }: { like: number; little: number },
): Pick<Shades, 'joins' | 'proposed'> {
  const groups = shades.map(({ tone, share }, i) => ({ name: i, tone, share, core: cores[i] }));
  const joins: [number, number][] = [];
  const seen = (): number => groups.filter((g) => g.core >= little).length;
  let proposed = Math.max(1, seen());
  let apart = true;
  while (groups.length > 1) {
    let best: [number, number] = [0, 1];
    let least = Infinity;
    for (let i = 0; i < groups.length; i++)
      for (let k = i + 1; k < groups.length; k++) {
        const [a, b] = [groups[i], groups[k]];
        const missed = toneDistance(a.tone, b.tone) * Math.min(a.core, b.core) ** 0.15;
        if (missed < least) [least, best] = [missed, [i, k]];
      }
    const [a, b] = best.map((i) => groups[i]);
    // Before a join that would be seen: so many there are.
    const small = Math.min(a.core, b.core) < little;
    if (apart && !small && toneDistance(a.tone, b.tone) > like) {
      proposed = groups.length;
      apart = false;
    }
    const share = a.share + b.share;
    const mix = (k: 0 | 1 | 2): number =>
      share ? (a.tone[k] * a.share + b.tone[k] * b.share) / share : a.tone[k];
    const [first, second] = a.share >= b.share ? [a, b] : [b, a];
    joins.push([first.name, second.name]);
    groups[best[0]] = { name: first.name, tone: [mix(0), mix(1), mix(2)], share, core: a.core + b.core };
    groups.splice(best[1], 1);
  }
  if (apart) proposed = 1;
  return { joins, proposed };
}
