// Fonts whose tables draw a pair of letters into each other: letters that stand apart by themselves stay apart.
import type { Path } from '../design/types.ts';
import { flattenPath } from '../outlines/flatten-path.ts';
import type { ShapedGlyph } from './glyphs.ts';

/** Letters are looked at in so many bands of an em, from an em above the line to one below it. */
const BANDS = 64;
/** Kerning leaves at least so much of an em between two letters: less would be sewn as one. */
const LEAST = 0.03;

/** Letters that stand nearer than so much of an em by themselves are meant to touch. */
export const TOUCHING = 0.005;

/** How far a glyph reaches to both sides in each band, in units; where it has nothing, from Infinity to -Infinity. */
interface Sides {
  left: Float64Array;
  right: Float64Array;
}

function sidesOf(paths: readonly Path[], em: number): Sides {
  const left = new Float64Array(2 * BANDS).fill(Infinity);
  const right = new Float64Array(2 * BANDS).fill(-Infinity);
  const band = (y: number): number => Math.min(2 * BANDS - 1, Math.max(0, Math.floor((y / em + 1) * BANDS)));
  for (const path of paths) {
    const { coords } = flattenPath(path);
    for (let i = 0, j = coords.length - 2; i < coords.length; j = i, i += 2) {
      const [ax, ay, bx, by] = [coords[j], coords[j + 1], coords[i], coords[i + 1]];
      const [from, to] = ay < by ? [band(ay), band(by)] : [band(by), band(ay)];
      for (let k = from; k <= to; k++) {
        // The part of the segment within the band.
        const [low, high] = [(k / BANDS - 1) * em, ((k + 1) / BANDS - 1) * em];
        const at = (y: number): number =>
          ay === by ? ax : ax + (bx - ax) * Math.min(1, Math.max(0, (y - ay) / (by - ay)));
        const ends = from === to || ay === by ? [ax, bx] : [at(low), at(high)];
        left[k] = Math.min(left[k], ...ends);
        right[k] = Math.max(right[k], ...ends);
      }
    }
  }
  return { left, right };
}

/** Least room between two letters, the second one beginning at 0; Infinity when they have no height in common. */
function roomBetween({ right }: Sides, { left }: Sides): number {
  let least = Infinity;
  for (let k = 0; k < right.length; k++) least = Math.min(least, left[k] - right[k]);
  return least;
}

export interface Spacer {
  /** Least room between two glyphs, the second one beginning where the first does; units. Infinity when they share no height. */
  room(first: number, second: number): number;
  /** Glyphs without kerning that draws them into each other; `advanceOf` is a glyph's own. */
  apart(glyphs: ShapedGlyph[], advanceOf: (glyph: number) => number): ShapedGlyph[];
}

/**
 * Takes back kerning that would draw two letters nearer than a thread's breadth which are farther apart by their own advances.
 * Joined scripts touch by themselves, and stay as the font has them.
 */
export function spacerOf(linesOf: (glyph: number) => readonly Path[], em: number): Spacer {
  const known = new Map<number, Sides>();
  const sides = (glyph: number): Sides => {
    let own = known.get(glyph);
    if (!own) known.set(glyph, (own = sidesOf(linesOf(glyph), em)));
    return own;
  };
  const rooms = new Map<string, number>();
  const room = (first: number, second: number): number => {
    const pair = `${first} ${second}`;
    let between = rooms.get(pair);
    if (between === undefined) rooms.set(pair, (between = roomBetween(sides(first), sides(second))));
    return between;
  };
  const apart: Spacer['apart'] = (glyphs, advanceOf) =>
    glyphs.map((one, i) => {
      const next = glyphs[i + 1] as ShapedGlyph | undefined;
      const own = advanceOf(one.glyph);
      // Marks stand on their letter, and what has one is left as it is.
      if (!next || one.advance >= own || one.dx || next.dx || one.dy || next.dy || !advanceOf(next.glyph))
        return one;
      const between = room(one.glyph, next.glyph);
      if (own + between < TOUCHING * em) return one;
      const least = Math.min(LEAST * em, own + between);
      return one.advance + between >= least ? one : { ...one, advance: Math.ceil(least - between) };
    });
  return { room, apart };
}
