// A picture as tones of one to five threads: how much of the cloth each is to cover at a place, so that cloth and threads
// together look like the picture from farther away.
import { levelsText, MOST_TONES } from '../design/tones.ts';
import type { ReferencePicture, Tones } from '../design/types.ts';
import { multiply, rotation, type Matrix } from '../geometry/matrix.ts';
import type { Bounds } from '../geometry/points.ts';
import { nearestThread, threadIn, type ThreadChart } from '../materials/threads.ts';
import { atMost, type Bitmap } from './bitmap.ts';
import type { Shades } from './shades.ts';
import { toneDistance, toneOfHex, tonesOf, type Tone } from './tones.ts';

/** Tones of a picture are drawn out so that all but this share of its places lies between light and dark. */
const LEFT_OUT = 0.01;
/** … unless it has hardly any: lightness from 0 to 100. */
const FLAT = 6;
/** Threads are chosen by so many places. */
const SAMPLES = 300;
/** Rounds in which shares are found, for every place. */
const ROUNDS = 12;
/** … or until no share moves by more. */
const STILL = 2e-3;
/** A thread must bring the picture nearer by this share of what is missing to be worth threading. */
const WORTH = 0.02;
/** What fills less than this share of a picture is no colour to draw all of it with. */
const SEEN = 0.01;
/** Threads are also looked for so much farther from the cloth than the picture's colours. */
const BEYOND = 1.35;

/** Tones as they lie on the cloth. */
export interface TonePlace {
  name: string;
  /** Maps the square from (0, 0) to (1, 1) to where the picture lies, in mm. */
  place: Matrix;
}

const small = (picture: Bitmap): Bitmap => atMost(picture, MOST_TONES);

const asTones = (
  { width, height }: Bitmap,
  levels: ArrayLike<number>,
  { name, place }: TonePlace,
): Tones => ({
  name,
  columns: width,
  rows: height,
  levels: levelsText(levels),
  place,
});

/** How dark each place is, 0 to 1, drawn out over all the room there is; `left` places are light and do not count. */
function darkness(
  { width, height }: Bitmap,
  tones: Float32Array,
  left: (i: number) => boolean,
): Float32Array {
  const lightness: number[] = [];
  for (let i = 0; i < width * height; i++) if (!left(i)) lightness.push(tones[3 * i]);
  lightness.sort((a, b) => a - b);
  const at = (share: number): number => lightness[Math.floor(share * (lightness.length - 1))] ?? 0;
  let [least, most] = [at(LEFT_OUT), at(1 - LEFT_OUT)];
  if (most - least < FLAT) [least, most] = [0, 100];
  const out = new Float32Array(width * height);
  for (let i = 0; i < out.length; i++)
    if (!left(i)) out[i] = Math.min(1, Math.max(0, (most - tones[3 * i]) / (most - least)));
  return out;
}

/** How dark a picture is, for one thread; what is clear is light. */
export function tonesOfPicture(picture: Bitmap, where: TonePlace): Tones {
  const is = small(picture);
  return asTones(
    is,
    darkness(is, tonesOf(is), (i) => is.data[4 * i + 3] < 128),
    where,
  );
}

const minus = (a: Tone, b: Tone): Tone => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const squareOf = (d: Tone): number => d[0] * d[0] + d[1] * d[1] + d[2] * d[2];

/**
 * Finds shares (0 to 1, together at most 1) of directions whose sum comes nearest to a wanted one: each by itself, and from one
 * to another, again and again (coordinate descent along the edges of the simplex), until nothing moves.
 */
class Shares {
  /** As they were found last. */
  readonly of: Float64Array;
  /** What the directions leave of what was wanted last. */
  readonly rest = new Float64Array(3);
  private readonly directions: readonly Tone[];
  private readonly squares: number[];
  /** From direction j to k, at [k][j]. */
  private readonly between: { d: Tone; square: number }[][];

  constructor(directions: readonly Tone[]) {
    this.directions = directions;
    this.of = new Float64Array(directions.length);
    this.squares = directions.map(squareOf);
    this.between = directions.map((to) =>
      directions.map((from) => {
        const d = minus(to, from);
        return { d, square: squareOf(d) };
      }),
    );
  }

  find(x: number, y: number, z: number): void {
    const { of, rest, directions, squares, between } = this;
    of.fill(0);
    rest[0] = x;
    rest[1] = y;
    rest[2] = z;
    let left = 1;
    for (let round = 0; round < ROUNDS; round++) {
      let moved = 0;
      for (let k = 0; k < of.length; k++) {
        const more = this.along(directions[k], squares[k], -of[k], left);
        of[k] += more;
        left -= more;
        moved += Math.abs(more);
        for (let j = 0; j < k; j++) {
          const { d, square } = between[k][j];
          const by = this.along(d, square, -of[k], of[j]);
          of[k] += by;
          of[j] -= by;
          moved += Math.abs(by);
        }
      }
      if (moved < STILL) return;
    }
  }

  /** Goes along a direction as far as that brings what is left nearer, between two bounds. */
  private along(d: Tone, square: number, least: number, most: number): number {
    if (square < 1e-6) return 0;
    const { rest } = this;
    const by = (rest[0] * d[0] + rest[1] * d[1] + rest[2] * d[2]) / square;
    const taken = by < least ? least : by > most ? most : by;
    rest[0] -= taken * d[0];
    rest[1] -= taken * d[1];
    rest[2] -= taken * d[2];
    return taken;
  }
}

/** How far a picture's places stay from what threads on the cloth can look like, added up. */
function missing(samples: readonly Tone[], of: readonly Tone[]): number {
  const shares = new Shares(of);
  let sum = 0;
  for (const [x, y, z] of samples) {
    shares.find(x, y, z);
    const { rest } = shares;
    sum += rest[0] ** 2 + rest[1] ** 2 + rest[2] ** 2;
  }
  return sum;
}

/** The thread nearest to what of a picture lies farthest from the cloth's lightness, and is no speck. */
function oneThread({ shades }: Shades, cloth: Tone, chart: ThreadChart): string[] {
  const seen = shades.filter(({ share }) => share >= SEEN);
  const far = (tone: Tone): number => Math.abs(tone[0] - cloth[0]);
  const of = (seen.length ? seen : shades).toSorted((a, b) => far(b.tone) - far(a.tone))[0];
  const thread = of && nearestThread(of.colour, chart);
  return thread ? [thread.code] : [];
}

/** Threads that together with the cloth, and with `fixed` ones, come nearest to a picture; codes, at most so many. */
function chosenThreads(
  samples: readonly Tone[],
  shades: Shades,
  count: number,
  cloth: Tone,
  chart: ThreadChart,
  fixed: readonly string[],
): string[] {
  if (count === 1 && !fixed.length) return oneThread(shades, cloth, chart);
  const wished = shades.shades.map(({ colour }) => colour);
  const codes = new Set(wished.flatMap((colour) => nearestThread(colour, chart)?.code ?? []));
  // Mixed with cloth a thread looks paler: those beyond the picture's own colours may do better.
  for (const { tone } of shades.shades) {
    const far = tone.map((v, c) => cloth[c] + BEYOND * (v - cloth[c])) as unknown as Tone;
    const best = chart.threads.reduce((a, b) =>
      toneDistance(toneOfHex(b.colour), far) < toneDistance(toneOfHex(a.colour), far) ? b : a,
    );
    codes.add(best.code);
  }
  const withDirection = (code: string): { code: string; d: Tone } => ({
    code,
    d: minus(toneOfHex(threadIn(chart, code).colour), cloth),
  });
  const candidates = [...codes].filter((code) => !fixed.includes(code)).map(withDirection);
  const chosen = fixed.map(withDirection);
  let now = fixed.length
    ? missing(
        samples,
        chosen.map(({ d }) => d),
      )
    : Infinity;
  while (chosen.length < count) {
    let best: { candidate: (typeof candidates)[number]; left: number } | null = null;
    for (const candidate of candidates) {
      if (chosen.includes(candidate)) continue;
      const left = missing(
        samples,
        [...chosen, candidate].map(({ d }) => d),
      );
      if (!best || left < best.left) best = { candidate, left };
    }
    if (!best || (chosen.length && best.left > (1 - WORTH) * now)) break;
    chosen.push(best.candidate);
    now = best.left;
  }
  return chosen.slice(fixed.length).map(({ code }) => code);
}

/** One thread of a shaded picture. */
export interface Shading {
  thread: string;
  tones: Tones;
}

export interface ShadingChoice {
  threads: number;
  /** Codes of threads that were chosen by hand, in their places; null is chosen here. */
  chosen?: readonly (string | null)[];
  /** #rrggbb of the cloth. */
  cloth: string;
  chart: ThreadChart;
}

/**
 * A picture as tones of threads; the one most like the cloth is first, so that what draws lies on top. `ground` is 1
 * where nothing is sewn. Fewer threads come back when more would not bring it nearer.
 */
export function shadingsOf(
  picture: Bitmap,
  ground: Uint8Array,
  shades: Shades,
  { threads, chosen = [], cloth: clothColour, chart }: ShadingChoice,
  where: TonePlace,
): Shading[] {
  const is = small(picture);
  const cloth = toneOfHex(clothColour);
  const tones = tonesOf(is);
  const [kx, ky] = [picture.width / is.width, picture.height / is.height];
  const isGround = (i: number): boolean => {
    const x = Math.floor(((i % is.width) + 0.5) * kx);
    const y = Math.floor((Math.floor(i / is.width) + 0.5) * ky);
    return ground[y * picture.width + x] === 1 || is.data[4 * i + 3] < 128;
  };
  const left = Uint8Array.from({ length: is.width * is.height }, (_, i) => (isGround(i) ? 1 : 0));
  const wantedAt = (i: number): Tone => minus([tones[3 * i], tones[3 * i + 1], tones[3 * i + 2]], cloth);
  const inks = [...left.keys()].filter((i) => !left[i]);
  const samples = Array.from({ length: Math.min(SAMPLES, inks.length) }, (_, k) =>
    wantedAt(inks[Math.floor(((k + 0.5) * inks.length) / Math.min(SAMPLES, inks.length))]),
  );
  const byHand = chosen.slice(0, threads).filter((code) => code !== null);
  const found = chosenThreads(samples, shades, threads, cloth, chart, byHand);
  const codes = Array.from({ length: threads }, (_, k) => chosen[k] ?? found.shift()).filter(
    (code) => code !== undefined,
  );
  const tone = (code: string): Tone => toneOfHex(threadIn(chart, code).colour);
  if (codes.length === 1) {
    // One thread: what counts is light and dark, over all the room that there is.
    const dark = darkness(is, tones, (i) => left[i] === 1);
    const lighter = tone(codes[0])[0] > cloth[0];
    const levels = dark.map((v, i) => (left[i] ? 0 : lighter ? 1 - v : v));
    return [{ thread: codes[0], tones: asTones(is, levels, where) }];
  }
  const directions = codes.map((code) => minus(tone(code), cloth));
  const levels = codes.map(() => new Float32Array(left.length));
  const shares = new Shares(directions);
  for (const i of inks) {
    shares.find(tones[3 * i] - cloth[0], tones[3 * i + 1] - cloth[1], tones[3 * i + 2] - cloth[2]);
    for (let k = 0; k < codes.length; k++) levels[k][i] = shares.of[k];
  }
  return codes
    .map((thread, k) => ({
      thread,
      tones: asTones(is, levels[k], where),
      far: toneDistance(tone(thread), cloth),
    }))
    .sort((a, b) => a.far - b.far)
    .map(({ thread, tones: of }) => ({ thread, tones: of }));
}

/** Where a picture lies that covers a box, in its own proportions, its middle in the box's; see `Tones.place`. */
export function placeOver({ width, height }: Pick<Bitmap, 'width' | 'height'>, box: Bounds): Matrix {
  const [w, h] = [box.maxX - box.minX, box.maxY - box.minY];
  const k = Math.max(w / width, h / height);
  const [across, down] = [width * k, height * k];
  return [across, 0, 0, down, (box.minX + box.maxX - across) / 2, (box.minY + box.maxY - down) / 2];
}

/** Where a picture lies that stands in a design to be drawn over. */
export function placeOfReference({ x, y, width, height, turn }: Omit<ReferencePicture, 'data'>): Matrix {
  return multiply(rotation(turn, { x, y }), [width, 0, 0, height, x - width / 2, y - height / 2]);
}
