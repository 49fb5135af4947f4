// What letters are drawn from: a source of glyphs, whatever its data is.
import type { Path } from '../design/types.ts';

/** A font that can't be used; the message is for the person. */
export class FontError extends Error {}

/** A glyph in its place on a line, in the font's units, y up. */
export interface ShapedGlyph {
  glyph: number;
  /** Where the characters that it stands for begin, as an offset into the shaped text. */
  cluster: number;
  advance: number;
  dx: number;
  dy: number;
}

export type Direction = 'ltr' | 'rtl';

export interface ShapeOptions {
  direction: Direction;
  ligatures: boolean;
}

/** One file of a font. Units are the font's own; y grows upwards. */
export interface GlyphSource {
  name: string;
  unitsPerEm: number;
  /** Height of capitals, measured; null when the source has none. */
  capHeight: number | null;
  covers(codePoint: number): boolean;
  /** All code points that it covers, those of the Basic Multilingual Plane at least. */
  characters(): Iterable<number>;
  /** Glyphs in the order in which they stand, from left to right. */
  shape(text: string, options: ShapeOptions): ShapedGlyph[];
  /** The glyph's lines, in units, y down. Kept: the same object each time. */
  paths(glyph: number): readonly Path[];
  /** Least room between two glyphs, the second one beginning where the first does; units. Infinity when they share no height. */
  room?(first: number, second: number): number;
  /** What it calls itself. */
  title?: string;
  /** Its lines are needle points in tenths of a millimetre, which are never sized. */
  stitched?: boolean;
  /** It holds signs that stand behind a font, and is asked last. */
  sign?: boolean;
}
