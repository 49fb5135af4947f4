// How fast words are while they are typed, and how many threads a word of joined letters is: a part of `npm run bench`.
import {
  fontOf,
  Move,
  outlineRegion,
  resolveDesign,
  roughly,
  setText,
  sewDesign,
  sewHooped,
  type TextOutline,
} from '@rosehip/core';
import { FONTS, loadFont } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { designOf } from './gallery.ts';
import { quantile } from './quantile.ts';

const HOW = { kind: 'lettering', settings: {} };
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz .,';
/** 400 letters with some room between them, as somebody writes a saying: ten lines of fifty places. */
const SAYING = [
  'Fern bakes four rye loaves and a dozen honey cakes',
  'Quartz jugs stand in the pantry by mixed dry herbs',
  'Up on the moor a lark sings over purple heath hill',
  'We sew by lamp light till the kettle calls for tea',
  'Jolly wet boots line the wall beside a green doors',
  'Each stitch is small yet all of them make a garden',
  'Kept warm by wool and by words we walk home slowly',
  'Vivid yarns zigzag round an oxbow of quiet river x',
  'Bring marigold seeds from market before first snow',
  'Two brown hens sleep on top of my old weaving loom',
];
/** A line of twelve, and what is typed into it. */
const LINE = 'Fern bakes r';
const TYPED = 'yeoWg&';
const JOINED_WORDS = ['lavender', 'meadowed', 'embossed', 'handmade', 'ploughed'];

const textIn = (font: string, text: string, height: number): TextOutline => ({
  kind: 'text',
  of: [],
  text,
  font,
  height,
});

const row = (what: string, figure: string): void => console.log(`${what.padEnd(72)} ${figure}`);
const ms = (v: number): string => `${v < 10 ? v.toFixed(1) : v.toFixed(0)} ms`;

function timed(work: () => unknown): number {
  const from = performance.now();
  work();
  return performance.now() - from;
}

const sewn = (font: string, text: string, height: number) =>
  sewDesign(designOf(textIn(font, text, height), HOW));

/** As the bench shows it: last touches wait after so many ms. */
const SHOW_WITHIN = 25;

/** Times until stitches are shown, in ms, and until they are whole. */
function shownAndWhole(font: string, text: string, height: number): [shown: number, whole: number] {
  const design = designOf(textIn(font, text, height), HOW);
  const from = performance.now();
  const resolved = resolveDesign(design);
  const late = (): boolean => performance.now() - from > SHOW_WITHIN;
  const { isRough } = roughly(late, () => sewHooped(resolved));
  const shown = performance.now() - from;
  return [shown, isRough ? shown + timed(() => sewHooped(resolved)) : shown];
}

/** Both of several. */
const both = (times: readonly [number, number][], figure: (times: number[]) => number): string =>
  [0, 1].map((i) => ms(figure(times.map((t) => t[i])))).join('; whole after ');
const mean = (times: number[]): number => times.reduce((a, b) => a + b) / times.length;
const median = (times: number[]): number => quantile(times, 0.5);
const nearlyAll = (times: number[]): number => quantile(times, 0.95);

const [ROUND, SERIF] = ['nunito-600', 'alegreya-500'];
const faces = FONTS.filter(({ use }) => use !== 'line').flatMap((f) => f.faces.map(({ id }) => id));
for (const id of faces) await loadFont(id, LETTERS + TYPED, readFontFile);

console.log('Words, on the engine by itself');
/* First of all, while nothing is known and no code compiled. */
const cold = shownAndWhole(ROUND, SAYING.join('\n'), 9);
const fresh = [8.3, 9.7, 10.1, 11.3, 12.7].map((height) => shownAndWhole(ROUND, SAYING.join('\n'), height));
row('400 letters from nothing, in the first second of the program (wanted 1,000)', both([cold], mean));
row('… in a size that was not there before, median of five', both(fresh, median));

const changed = [ROUND, SERIF].flatMap((id) => {
  sewn(id, SAYING.join('\n'), 10);
  return [...LETTERS.slice(0, 30)].map((letter, k) => {
    const lines = [...SAYING];
    const at = (7 * k) % 45;
    lines[k % 10] = lines[k % 10].slice(0, at) + letter + lines[k % 10].slice(at + 1);
    return shownAndWhole(id, lines.join('\n'), 10);
  });
});
row('one of them changed, mean (wanted 60)', both(changed, mean));
row('… 95 of a hundred', both(changed, nearlyAll));

const outlines: number[] = [];
const stitches: [number, number][] = [];
for (const id of faces) {
  sewn(id, LINE, 10);
  for (const [k, letter] of [...TYPED].entries()) {
    const at = 2 * k;
    const text = LINE.slice(0, at) + letter + LINE.slice(at);
    outlines.push(timed(() => outlineRegion(setText(textIn(id, text, 10), fontOf(id)).outline)));
    stitches.push(shownAndWhole(id, text, 10));
  }
}
row(
  `a letter typed into a line of twelve, ${stitches.length} times in ${faces.length} faces: its outline, 95 of a hundred (wanted 16)`,
  ms(nearlyAll(outlines)),
);
row('… and its stitches (wanted 50)', both(stitches, nearlyAll));

const joined = FONTS.filter((f) => f.joined).flatMap((f) => f.faces.map(({ id }) => id));
let [whole, threads, more] = [0, 0, 0];
for (const id of joined)
  for (const word of JOINED_WORDS) {
    const parts = outlineRegion(setText(textIn(id, word, 20), fontOf(id)).outline).length;
    const { move } = sewn(id, word, 20);
    // The first record is the way to where it begins.
    const cuts = move.slice(1, -1).filter((code) => code === Move.trim).length;
    if (parts === 1) whole++;
    if (parts === 1 && !cuts) threads++;
    if (cuts >= parts) more++;
  }
row(
  `words of eight joined letters: ${joined.length * JOINED_WORDS.length}, of which one part each ${whole}, and sewn as one thread`,
  `${threads}; more threads than parts: ${more}`,
);
