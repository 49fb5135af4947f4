// A stitched alphabet, as people buy them: a stitch file a letter, made of letters of a font by our own engine.
import {
  alphabetFrom,
  everyLeaf,
  readDst,
  sewDesign,
  threadsOf,
  writeDst,
  type Alphabet,
  type Design,
} from '@rosehip/core';
import { design, Drawing } from './drawing.ts';

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz';
const NAME = 'Moor slab, 14 mm';
const HOOP = { name: '100 × 100', width: 100, height: 100 };

/** A design of some letters, each as large as in the alphabet: fonts are loaded for it. */
export const moorLetters = (text: string): Design =>
  design(NAME, HOOP, { kind: 'linen', colour: '#efe6d2' }, [
    new Drawing().object(
      'Letter',
      { kind: 'text', of: [], text, font: 'bitter-700', height: 14 },
      '172',
      'lettering',
    ),
  ]);

/** All of its letters at once: what fonts have to be loaded for. */
export const moorText = (): Design => moorLetters(LETTERS);

/** Its letters as stitch files, by the letter; the font must have been loaded. */
export const moorFiles = (letters = LETTERS): { says: string; file: Uint8Array }[] =>
  [...letters].map((says) => ({ says, file: writeDst(sewDesign(moorLetters(says)), says) }));

/** The alphabet of these files. */
export function moorAlphabet(letters = LETTERS): Alphabet {
  const files = moorFiles(letters).map(({ says, file }) => {
    const leaves = [...everyLeaf(readDst(file).design.objects)];
    return { says, threads: threadsOf(leaves.filter((leaf) => leaf.kind === 'stitches')), lift: 0 };
  });
  return alphabetFrom(NAME, files);
}
