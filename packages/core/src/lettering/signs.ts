// Signs that stand behind every font: hearts, stars and the like, for texts whose own font has none.
import { transformPath } from '../outlines/transform-path.ts';
import type { Path } from '../design/types.ts';
import type { GlyphSource } from './glyphs.ts';

/** From here on characters are signs, but for those of private use: what is below are letters and their marks, which stay a font's own. */
export const isSign = (code: number): boolean => code >= 0x2190 && !(code >= 0xe000 && code < 0xf900);

/** The glyphs of a file of signs are numbered from a multiple of this on, so that none is also one of the font they stand behind. */
const APART = 100_000;

/** Signs in the units of a font: its capitals and theirs are of one height; `number` of their file counts from 1. Null for fonts whose letters are stitches. */
export function signsFor(main: GlyphSource, signs: GlyphSource, number: number): GlyphSource | null {
  if (main.stitched) return null;
  const share = (source: GlyphSource): number => (source.capHeight ?? 0) / source.unitsPerEm;
  const from = number * APART;
  const k =
    (main.unitsPerEm / signs.unitsPerEm) * (share(signs) && share(main) ? share(main) / share(signs) : 1);
  const drawn = new Map<number, readonly Path[]>();
  return {
    name: signs.name,
    sign: true,
    unitsPerEm: main.unitsPerEm,
    capHeight: null,
    covers: (code) => isSign(code) && signs.covers(code),
    characters: () => [...signs.characters()].filter(isSign),
    shape: (text, options) =>
      signs.shape(text, options).map(({ glyph, cluster, advance, dx, dy }) => ({
        glyph: from + glyph,
        cluster,
        advance: k * advance,
        dx: k * dx,
        dy: k * dy,
      })),
    paths(glyph) {
      let paths = drawn.get(glyph);
      if (!paths) {
        paths = signs.paths(glyph - from).map((path) => transformPath(path, [k, 0, 0, k, 0, 0]));
        drawn.set(glyph, paths);
      }
      return paths;
    },
  };
}
