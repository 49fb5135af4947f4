// In which order the letters of a line are seen, when some of its writing runs from right to left (Unicode Bidirectional Algorithm).
import bidiFactory from 'bidi-js';

const bidi = bidiFactory();

/**
 * Of each UTF-16 unit of a line that begins at the left: whether it runs from right to left, which level of embedding it has, and
 * its place among all as they are seen from left to right.
 */
export function visualOrder(line: string): { levels: Uint8Array; place: Int32Array } {
  const found = bidi.getEmbeddingLevels(line, 'ltr');
  const place = new Int32Array(line.length);
  bidi.getReorderedIndices(line, found).forEach((unit, k) => (place[unit] = k));
  return { levels: found.levels, place };
}

/** Letters from right to left as they are seen from left to right, brackets the other way round. */
export const reversed = (text: string): string =>
  [...text]
    .reverse()
    .map((letter) => bidi.getMirroredCharacter(letter) ?? letter)
    .join('');
