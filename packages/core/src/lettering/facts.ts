// What a font is like, looked at once when it is put on the shelf.
import { FontError } from './glyphs.ts';
import { fontOf, installFont } from './fonts.ts';
import { OWN_FILE } from './own-fonts.ts';
import { thinStroke, tightCounter } from './strokes.ts';

export interface FontFacts {
  /** What it calls itself; '' when it says nothing. */
  name: string;
  /** Its letters are stitches, sewn at the size that they have. */
  stitched: boolean;
  /** The characters that it has: first and last of each stretch. */
  covers: [number, number][];
  /** The smallest height of capitals at which its letters can be sewn well, in mm; 0 when nothing tells it. */
  smallest: number;
  /** Height of capitals of stitched letters, in mm. */
  capitals?: number;
  /** Width of its thin strokes as a share of the height of capitals. */
  stroke: number;
}

/** A stroke narrower than this is no satin, in mm. */
export const NARROWEST = 0.8;

/** Room inside of a letter narrower than this closes, in mm. */
export const TIGHTEST = 0.75;

/** The smallest height of capitals, in mm, at which strokes and counters of these shares of it are wide enough; in steps of 0.5; 0 when nothing tells it. */
export const smallestHeight = (stroke: number, counter: number): number => {
  if (stroke <= 0) return 0;
  const height = Math.max(NARROWEST / stroke, counter > 0 ? TIGHTEST / counter : 0);
  return Math.ceil(height / 0.5 - 1e-9) * 0.5;
};

/** Stretches of characters that follow each other. */
export function stretchesOf(codes: Iterable<number>): [number, number][] {
  const out: [number, number][] = [];
  for (const code of [...codes].sort((a, b) => a - b)) {
    const last = out.at(-1);
    if (last && code <= last[1] + 1) last[1] = code;
    else out.push([code, code]);
  }
  return out;
}

/** Something has to be there to be sewn: a letter or a digit. */
const LETTER = /[\p{L}\p{N}]/u;

/**
 * Looks at a font (.ttf, .otf, or an alphabet of stitches) that is installed under this id on the way. Throws FontError with
 * a sentence when it can't be used.
 */
export async function lookAtFont(id: string, bytes: Uint8Array): Promise<FontFacts> {
  await installFont(id, OWN_FILE, bytes);
  const font = fontOf(id);
  const [source] = font.sources;
  const codes = [...source.characters()];
  if (!codes.some((code) => LETTER.test(String.fromCodePoint(code))))
    throw new FontError('This font has no letters, only signs that can’t be typed.');
  const { stitched = false, title = '', capHeight } = source;
  if (!stitched && !drawsAny(codes, source))
    throw new FontError(
      'This font draws no letters: its letters are pictures, or empty. Take one with outlines.',
    );
  const stroke = stitched ? 0 : thinStroke(font);
  return {
    name: title,
    stitched,
    covers: stretchesOf(codes),
    smallest: smallestHeight(stroke, stitched ? 0 : tightCounter(font)),
    stroke: Math.round(stroke * 1000) / 1000,
    ...(stitched && capHeight && { capitals: Math.round(capHeight) / 10 }),
  };
}

/** So many letters are looked at. */
const LOOKED_AT = 40;

const drawsAny = (codes: readonly number[], source: ReturnType<typeof fontOf>['sources'][number]): boolean =>
  codes
    .filter((code) => LETTER.test(String.fromCodePoint(code)))
    .slice(0, LOOKED_AT)
    .some((code) =>
      source
        .shape(String.fromCodePoint(code), { direction: 'ltr', ligatures: true })
        .some(({ glyph }) => source.paths(glyph).length > 0),
    );
