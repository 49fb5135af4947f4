// Text from elsewhere, pasted on the cloth as words.
import {
  DESIGN_LIMITS,
  fontOf,
  outlineBounds,
  setText,
  stitchedHeight,
  type Design,
  type TextOutline,
} from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { bringFont } from '../../stores/fonts.ts';
import { useView } from '../../stores/view.ts';
import { objectFor } from '../tools/make.ts';
import { nameOf, useWriting } from './writing.ts';

/** Pasted words are at most so much of the hoop's width and height, and no lower than this for it, in mm. */
const SHARE = 0.88;
const LEAST = 4;

/** Text as words can have it: no marks of other programs, lines parted by one sign, nothing empty around them. */
export const asWords = (text: string): string =>
  text
    .replace(/\r\n?|[\u2028\u2029]/g, '\n')
    .replace(/\t/g, ' ')
    .replace(/[\u0000-\u0009\u000b-\u001f\u007f\ufeff]/g, '')
    .replace(/[^\S\n]+$/gm, '')
    .replace(/^\n+|\s+$/g, '');

/** Gives a function that lays text as words in the middle of the hoop, in what words were set in last, as large as go into it. */
export function usePasteWords(): (text: string) => Promise<void> {
  const bench = useBench();
  const view = useView();
  const { font, height, stop } = useWriting();

  /** The words of some height, with their middle in the middle of the hoop. */
  function laid(text: string, high: number, { hoop }: Design): { outline: TextOutline; share: number } {
    const outline: TextOutline = {
      kind: 'text',
      text,
      font: font.value,
      height: high,
      of: [],
      align: 'centre',
    };
    const b = outlineBounds(setText(outline, fontOf(outline.font), []).outline);
    const [x, y] = b ? [-(b.minX + b.maxX) / 2, -(b.minY + b.maxY) / 2] : [0, 0];
    const share = b ? Math.max((b.maxX - b.minX) / hoop.width, (b.maxY - b.minY) / hoop.height) : 0;
    return { outline: { ...outline, place: [1, 0, 0, 1, x, y] }, share };
  }

  return async (given) => {
    const text = asWords(given).slice(0, DESIGN_LIMITS.letters);
    const { id } = bench;
    stop();
    await bringFont(font.value, text);
    const { design } = bench;
    if (!design || bench.id !== id || !text) return;
    const own = stitchedHeight(font.value);
    let words = laid(text, own ?? height.value, design);
    if (!own && words.share > SHARE)
      words = laid(text, Math.max(LEAST, Math.floor((10 * height.value * SHARE) / words.share) / 10), design);
    const made = objectFor(words.outline, 'lettering', 'Words', { name: nameOf(text) });
    if (!made || !bench.run({ ...made.command, label: 'Paste words' })) return;
    bench.selection = [made.id];
    view.tool = 'select';
    view.panel = 'card';
    const cut = asWords(given).length > text.length;
    bench.message = cut
      ? `Words hold up to ${DESIGN_LIMITS.letters.toLocaleString('en-GB')} characters: what came after was left out.`
      : 'The text on the clipboard is laid as words.';
  };
}
