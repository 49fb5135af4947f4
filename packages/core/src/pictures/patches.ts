// Patches of one colour: connected pixels. Those too small to be sewn are given to their neighbours.
import { GIVEN_AWAY } from './colours.ts';
import { NO_SHADE } from './shades.ts';

export interface Patches {
  width: number;
  height: number;
  /** The patch of each pixel. */
  at: Int32Array;
  /** Its colour; 255 for ground. */
  colour: Uint8Array;
  /** Pixels. */
  area: Int32Array;
}

/** Patches of pixels that touch side by side: runs of one colour in a row, joined with those they touch in the row above. */
export function patchesIn(width: number, height: number, colours: Uint8Array): Patches {
  /** First pixel of each run; the next one's ends it. */
  const starts: number[] = [];
  const parent: number[] = [];
  const root = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]];
    return i;
  };
  let above = 0;
  for (let y = 0; y < height; y++) {
    const first = starts.length;
    const end = (y + 1) * width;
    for (let i = y * width; i < end;) {
      const colour = colours[i];
      const run = starts.push(i) - 1;
      parent.push(run);
      const from = i;
      while (i < end && colours[i] === colour) i++;
      if (!y) continue;
      // The runs above that it lies beneath; the last one may lie above the next run, too.
      for (; above < first; above++) {
        const to = above + 1 < first ? starts[above + 1] : y * width;
        if (to + width > from && colours[starts[above]] === colour) {
          const [a, b] = [root(above), root(run)];
          if (a < b) parent[b] = a;
          else parent[a] = b;
        }
        if (to + width >= i) {
          if (to + width === i) above++;
          break;
        }
      }
    }
    above = first;
  }
  const at = new Int32Array(width * height);
  const number = new Int32Array(starts.length).fill(-1);
  const areas: number[] = [];
  const own: number[] = [];
  starts.forEach((start, run) => {
    const r = root(run);
    if (number[r] < 0) {
      number[r] = areas.length;
      areas.push(0);
      own.push(colours[start]);
    }
    const end = starts[run + 1] ?? at.length;
    at.fill(number[r], start, end);
    areas[number[r]] += end - start;
  });
  return { width, height, at, colour: Uint8Array.from(own), area: Int32Array.from(areas) };
}

/** How many pixels' sides each patch shares with each neighbour. */
function sharedSides({ width, height, at }: Patches): Map<number, number>[] {
  const out: Map<number, number>[] = [];
  const add = (a: number, b: number): void => {
    const map = (out[a] ??= new Map<number, number>());
    map.set(b, (map.get(b) ?? 0) + 1);
  };
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const p = at[i];
      if (x + 1 < width && at[i + 1] !== p) {
        add(p, at[i + 1]);
        add(at[i + 1], p);
      }
      if (y + 1 < height && at[i + width] !== p) {
        add(p, at[i + width]);
        add(at[i + width], p);
      }
    }
  return out;
}

/** Are two colours, by their numbers, nearly the same? Ground has one, too. */
export type Alike = (a: number, b: number) => boolean;

/** A border with what is nearly of its own colour counts so many times: pixels at smooth edges are often of a third, which is nearly one of the two. */
const OWN_KIND = 4;

/**
 * Colours of pixels without patches under `least` pixels, and without what is given away: each goes, smallest first, to
 * the neighbour that it shares most of its border with, one of nearly its own colour before others. A picture that is one small patch stays.
 */
export function withoutSpecks(
  width: number,
  height: number,
  colours: Uint8Array,
  least: number,
  alike: Alike = () => false,
): Uint8Array {
  const patches = patchesIn(width, height, colours);
  const count = patches.area.length;
  if (!patches.area.some((area, i) => area < least || patches.colour[i] === GIVEN_AWAY)) return colours;
  const sides = sharedSides(patches);
  const parent = Int32Array.from({ length: count }, (_, i) => i);
  const root = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]];
    return i;
  };
  const area = Array.from(patches.area);
  const colour = Array.from(patches.colour);
  const small = [...area.keys()]
    .filter((i) => area[i] < least || colour[i] === GIVEN_AWAY)
    .sort((a, b) => area[a] - area[b] || a - b);
  for (const s of small) {
    const i = root(s);
    if (area[i] >= least && colour[i] !== GIVEN_AWAY) continue;
    let best = -1;
    let most = 0;
    const merged = new Map<number, number>();
    for (const [j, n] of sides[i] ?? []) {
      const r = root(j);
      if (r !== i) merged.set(r, (merged.get(r) ?? 0) + n);
    }
    for (const [r, border] of merged) {
      if (colour[r] === GIVEN_AWAY) continue;
      const n = colour[i] !== GIVEN_AWAY && alike(colour[i], colour[r]) ? OWN_KIND * border : border;
      if (n > most || (n === most && area[r] > area[best])) [best, most] = [r, n];
    }
    if (best < 0) continue;
    parent[i] = best;
    area[best] += area[i];
    const into = (sides[best] ??= new Map<number, number>());
    for (const [r, n] of merged) if (r !== best) into.set(r, (into.get(r) ?? 0) + n);
  }
  const out = new Uint8Array(colours.length);
  const own = Uint8Array.from({ length: count }, (_, i) => {
    const c = colour[root(i)];
    return c === GIVEN_AWAY ? NO_SHADE : c;
  });
  for (let i = 0; i < out.length; i++) out[i] = own[patches.at[i]];
  return out;
}
