// Stitched alphabets: letters that are stitches already, set at the very size that they were made for.
import type { Path } from '../design/types.ts';
import { FontError, type GlyphSource, type ShapedGlyph } from './glyphs.ts';

/** A letter of stitches. Lengths are tenths of a millimetre, y down; (0, 0) is where it begins on its baseline. */
export interface AlphabetLetter {
  /** From where it begins to where the next one does. */
  advance: number;
  /** x0, y0, x1, y1, … of the needle points of each thread: between threads the needle jumps. */
  threads: number[][];
}

/** As it is kept. */
export interface Alphabet {
  alphabet: 1;
  name: string;
  /** Of its capitals, and how wide a blank is, in tenths of a millimetre. */
  capHeight: number;
  blank: number;
  letters: Record<string, AlphabetLetter>;
}

export const ALPHABET_LIMITS = {
  letters: 500,
  /** Needle points of all letters. */
  points: 400_000,
  /** Furthest coordinate, in tenths of a millimetre. */
  reach: 5_000,
};

const isNumber = (v: unknown, least: number, most: number): v is number =>
  typeof v === 'number' && Number.isFinite(v) && v >= least && v <= most;

/** Checks what says that it is an alphabet. Throws FontError with what is wrong. */
export function checkAlphabet(value: unknown): Alphabet {
  const { reach } = ALPHABET_LIMITS;
  const { alphabet, name, capHeight, blank, letters } = (value ?? {}) as Partial<Alphabet>;
  if (alphabet !== 1 || typeof letters !== 'object' || letters === null)
    throw new FontError('This is no alphabet of stitches.');
  if (typeof name !== 'string' || !name.trim() || name.length > 120)
    throw new FontError('The alphabet needs a name of at most 120 letters.');
  if (!isNumber(capHeight, 5, reach))
    throw new FontError('The alphabet’s capitals must be 0.5 to 500 mm high.');
  if (!isNumber(blank, 0, reach)) throw new FontError('A blank of the alphabet must be 0 to 500 mm wide.');
  const all = Object.entries(letters);
  if (!all.length) throw new FontError('The alphabet has no letters: name at least one file by its letter.');
  if (all.length > ALPHABET_LIMITS.letters)
    throw new FontError(`An alphabet can have at most ${ALPHABET_LIMITS.letters} letters.`);
  let points = 0;
  for (const [says, letter] of all) {
    if ([...says].length !== 1 || /\s/.test(says))
      throw new FontError(`“${says.slice(0, 20)}” is no letter: each file of an alphabet is one letter.`);
    const { advance, threads } = letter ?? {};
    const good =
      isNumber(advance, 0, reach) &&
      Array.isArray(threads) &&
      threads.length > 0 &&
      threads.every(
        (thread) =>
          Array.isArray(thread) &&
          thread.length >= 4 &&
          thread.length % 2 === 0 &&
          thread.every((v) => isNumber(v, -reach, reach)),
      );
    if (!good)
      throw new FontError(`The stitches of “${says}” are not whole, or lie too far from its baseline.`);
    points += threads.reduce((sum, thread) => sum + thread.length / 2, 0);
  }
  if (points > ALPHABET_LIMITS.points)
    throw new FontError(
      `An alphabet can have at most ${ALPHABET_LIMITS.points} stitches; this one has ${points}.`,
    );
  return { alphabet, name, capHeight, blank, letters };
}

/** Opens an alphabet. */
export function openAlphabet(
  name: string,
  { letters, capHeight, blank, name: title }: Alphabet,
): GlyphSource {
  const made = new Map<number, readonly Path[]>();
  const letterAt = (code: number): AlphabetLetter | undefined => {
    const says = String.fromCodePoint(code);
    return Object.hasOwn(letters, says) ? letters[says] : undefined;
  };
  const isBlank = (code: number): boolean => /\s/.test(String.fromCodePoint(code));
  return {
    name,
    title,
    unitsPerEm: capHeight / 0.7,
    capHeight,
    stitched: true,
    covers: (code) => isBlank(code) || letterAt(code) !== undefined,
    characters: () => Object.keys(letters).map((says) => says.codePointAt(0)!),
    shape(text): ShapedGlyph[] {
      const out: ShapedGlyph[] = [];
      let cluster = 0;
      for (const character of text) {
        const code = character.codePointAt(0)!;
        out.push({ glyph: code, cluster, advance: letterAt(code)?.advance ?? blank, dx: 0, dy: 0 });
        cluster += character.length;
      }
      return out;
    },
    paths(code) {
      let paths = made.get(code);
      if (!paths) {
        const threads = letterAt(code)?.threads ?? [];
        paths = threads.map((thread): Path => ({
          closed: false,
          points: Array.from({ length: thread.length / 2 }, (_, i) => ({
            x: thread[2 * i],
            y: thread[2 * i + 1],
          })),
        }));
        made.set(code, paths);
      }
      return paths;
    },
  };
}
