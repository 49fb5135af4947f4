// The order in which pieces of a line are seen, from left to right, when some of its writing runs from right to left: rule L2 of the
// Unicode Bidirectional Algorithm, over levels that bidi-js finds.
import bidiFactory from 'bidi-js';

const bidi = bidiFactory();

/** A piece of a line whose letters belong together and run one way. */
export interface LevelPiece {
  text: string;
  /** Even: from left to right. Odd: from right to left. */
  level: number;
}

/** The level of each UTF-16 unit of a line that begins at the left. */
export const levelsOf = (text: string): Uint8Array => bidi.getEmbeddingLevels(text, 'ltr').levels;

/** The pieces from left to right; what stands in them stays as it is read. */
export function visualOrder<P extends LevelPiece>(pieces: readonly P[]): P[] {
  const out = [...pieces];
  const highest = Math.max(0, ...out.map(({ level }) => level));
  for (let level = highest; level >= 1; level--)
    for (let i = 0; i < out.length; i++) {
      if (out[i].level < level) continue;
      let end = i;
      while (end < out.length && out[end].level >= level) end++;
      out.splice(i, end - i, ...out.slice(i, end).reverse());
      i = end;
    }
  return out;
}

/** Letters from right to left as they are seen from left to right, brackets the other way round. */
export const reversed = (text: string): string =>
  [...text]
    .reverse()
    .map((letter) => bidi.getMirroredCharacter(letter) ?? letter)
    .join('');
