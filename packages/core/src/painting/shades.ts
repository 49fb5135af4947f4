// Shades of one thread colour: darker where light grazes the thread, brighter where it meets it squarely.
import { converter, formatHex } from 'culori';

export interface Shades {
  edge: string[];
  body: string[];
  gleam: string[];
}

const STEPS = 28;
const known = new Map<string, Shades>();

const channels = (hex: string): number[] => [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16));

/** `a` with a share of `b` in it; both #rrggbb. */
export function mixed(a: string, b: string, share: number): string {
  const [p, q] = [channels(a), channels(b)];
  return `#${p
    .map((v, i) =>
      Math.round(v + (q[i] - v) * share)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
}

/** Shares of a thread that its edge, its body and its highlight take: their mean is seen from afar. */
const SHARES = [0.22, 0.6, 0.18];

/** Light as it adds up, 0 to 1 for each of red, green and blue; a screen's numbers are not in proportion to it. */
type Light = readonly number[];
const inLight = converter('lrgb');
const lightOf = (hex: string): Light => {
  const { r, g, b } = inLight(hex)!;
  return [r, g, b];
};
const colourOf = ([r, g, b]: Light): string => formatHex({ mode: 'lrgb', r, g, b });

/** Of its own colour a thread sends so much more or less, and of the light that falls on it so much as a mirror does. */
const lit = (light: Light, own: number, mirrored: number): Light => light.map((v) => v * own + mirrored);

/** Edge, body and highlight of a thread, by how squarely light meets it, from 0, along it, to 1. */
function partsAt(colour: Light, squarely: number): Light[] {
  const more = 2 * squarely - 1;
  const body = more < 0 ? lit(colour, 1 + 0.25 * more, 0) : lit(colour, 1 + 0.21 * more, 0.004 * more);
  return [lit(body, 0.33, 0), body, lit(body, 1.3 + 0.25 * squarely ** 2, 0.006 + 0.028 * squarely ** 2)];
}

/** What is seen of edge, body and highlight together, from afar. */
const meanOf = (parts: readonly Light[]): Light =>
  [0, 1, 2].map((k) => parts.reduce((sum, light, i) => sum + SHARES[i] * Math.min(1, light[k]), 0));

/** Directions over which light is averaged. */
const DIRECTIONS = 36;
/** A pale thread can't send more light than falls on it: what its edge lacks, other parts can't make up for in one go. */
const ROUNDS = 3;

/**
 * The colour with which thread that lies in all directions alike looks, from afar, like its chart says: edges and highlights of
 * their own don't make it paler or darker.
 */
function balanced(colour: Light): Light {
  let from = colour;
  for (let round = 0; round < ROUNDS; round++) {
    const seen = [0, 0, 0];
    for (let i = 0; i < DIRECTIONS; i++)
      meanOf(partsAt(from, Math.sin((Math.PI * (i + 0.5)) / DIRECTIONS))).forEach(
        (v, k) => (seen[k] += v / DIRECTIONS),
      );
    from = from.map((v, k) => (seen[k] ? (v * colour[k]) / seen[k] : 0));
  }
  return from;
}

/**
 * Shades from grazing to square light. `detail` from 0 to 1: how much its edge and highlight stand out from the
 * mean of all three, which is what is seen of a thread that is too thin to be seen round.
 */
export function shadesOf(colour: string, detail = 1): Shades {
  const key = `${colour} ${detail}`;
  let shades = known.get(key);
  if (!shades) {
    const own = balanced(lightOf(colour));
    shades = { edge: [], body: [], gleam: [] };
    for (let i = 0; i < STEPS; i++) {
      const parts = partsAt(own, i / (STEPS - 1));
      const mean = colourOf(meanOf(parts));
      const [edge, body, gleam] = parts.map((light) => mixed(mean, colourOf(light), detail));
      shades.edge.push(edge);
      shades.body.push(body);
      shades.gleam.push(gleam);
    }
    known.set(key, shades);
  }
  return shades;
}

/** A thread's colour as a thin line on paper: the paler it is, the more ink it gets, so that it can be seen. */
export function readable(colour: string): string {
  const [r, g, b] = channels(colour);
  const light = (0.299 * r + 0.587 * g + 0.114 * b) / 255;
  return mixed(colour, '#2a1c2b', 0.1 + 0.9 * Math.max(0, light - 0.6));
}
