// What a text says to its font.
import type { TextOutline } from '../design/types.ts';

/** A word as it is set into a shape: in capitals unless it is to stand as typed, or they are spelt otherwise. */
export const wordSaid = (word: string, typed = false): string =>
  typed || word.toUpperCase().length !== word.length ? word : word.toUpperCase();

/** What a text asks its font for: line by line, or word by word when it fills a shape. */
export const linesSaid = ({ text, baseline }: TextOutline): string[] =>
  baseline?.kind === 'within'
    ? (text.match(/\S+/g) ?? []).map((word) => wordSaid(word, baseline.typed))
    : text.split('\n');
