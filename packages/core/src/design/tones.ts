// How dark a picture is, place by place, as an object keeps it: one letter a place, 64 levels.
import type { Tones } from './types.ts';

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';
/** What a level looks like, as a regular expression. */
export const LEVELS_PATTERN = '^[A-Za-z0-9+/]+$';
/** Tones have at most so many places along a side: finer than lines of thread over the largest hoop. */
export const MOST_TONES = 240;

const LEVEL = new Float32Array(128);
[...LETTERS].forEach((letter, level) => (LEVEL[letter.charCodeAt(0)] = level / (LETTERS.length - 1)));

/** Levels (0 light, 1 dark; row by row) as text. */
export const levelsText = (levels: ArrayLike<number>): string =>
  Array.from(
    levels,
    (level) => LETTERS[Math.round(Math.min(1, Math.max(0, level)) * (LETTERS.length - 1))],
  ).join('');

/** Levels from 0 (light) to 1 (dark), row by row; what is missing is light. */
export function levelsOf({
  columns,
  rows,
  levels,
}: Pick<Tones, 'columns' | 'rows' | 'levels'>): Float32Array {
  const out = new Float32Array(columns * rows);
  for (let i = 0; i < Math.min(out.length, levels.length); i++) out[i] = LEVEL[levels.charCodeAt(i)] || 0;
  return out;
}
