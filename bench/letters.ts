// Letters of the fonts that ship with Rosehip, as figures: how many hold what is asked of lettering.
//
//   npx tsx bench/letters.ts [part of a face's id] [--heights 6,10,20,50] [--letters all]
import { fontOf, setText } from '@rosehip/core';
import { loadFont } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { COMPENSATION, facesAsked, heightsAsked, option, overFour, wideEnough } from './faces-asked.ts';
import { measured } from './gallery.ts';

const ALL = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789&@?!Äéøß';
const SOME = 'AEGMQRSWaegkswxz258&?';
const HOW = { kind: 'lettering', settings: { underlay: 'none' } };
const heights = heightsAsked('10,20');
const letters = option('letters', 'some') === 'all' ? ALL : SOME;

interface Wanted {
  name: string;
  holds(m: ReturnType<typeof measured>, height: number): boolean;
}
const WANTED: Wanted[] = [
  { name: 'cover', holds: (m, h) => m.coverage >= (h <= 6 ? 0.97 : 0.99) },
  { name: 'gap', holds: (m) => m.worstGap <= 0.25 },
  { name: 'spill', holds: (m) => m.spill <= 0.35 + COMPENSATION },
  { name: 'p99', holds: (m) => m.layers.p99 <= 4 },
  { name: 'top p99', holds: (m) => m.top.layers.p99 <= 4 },
  { name: 'length', holds: (m) => m.longest <= 7.01 },
  { name: 'threads', holds: (m) => m.threads <= m.pieces && m.threads > 0 },
];

const row = (...cells: (string | number)[]): void =>
  console.log(cells.map((c, i) => (i ? String(c).padStart(8) : String(c).padEnd(24))).join(''));

const thick = (squares: Float64Array): string => overFour(squares).toFixed(2);
const add = (to: Float64Array, squares: Float64Array): void => squares.forEach((n, i) => (to[i] += n));

const faces = facesAsked();
for (const height of heights) {
  console.log(`\nletters of ${height} mm, percent that hold`);
  row('face', 'letters', 'all', ...WANTED.map((w) => w.name), '> 4 %', 'top', 'worst');
  const [allSquares, topSquares] = [new Float64Array(256), new Float64Array(256)];
  const sums = new Map<string, number>();
  let count = 0;
  for (const { id, stroke } of faces) {
    if (!wideEnough(stroke, height)) continue;
    await loadFont(id, letters, readFontFile);
    const held = new Map<string, number>();
    let all = 0;
    let made = 0;
    let worst = '';
    const [squares, top] = [new Float64Array(256), new Float64Array(256)];
    for (const letter of letters) {
      const text = { kind: 'text' as const, of: [], text: letter, font: id, height };
      const set = setText(text, fontOf(id));
      if (set.letters.some((l) => l.missing)) continue;
      const m = measured(set.outline, HOW);
      made++;
      add(squares, m.squares);
      add(top, m.top.squares);
      const kept = WANTED.filter((w) => w.holds(m, height));
      for (const { name } of kept) held.set(name, (held.get(name) ?? 0) + 1);
      if (kept.length === WANTED.length) all++;
      else worst += letter;
    }
    const percent = (n: number): number => Math.round((100 * n) / Math.max(1, made));
    const shares = [thick(squares), thick(top)];
    row(id, made, percent(all), ...WANTED.map((w) => percent(held.get(w.name) ?? 0)), ...shares, ` ${worst}`);
    add(allSquares, squares);
    add(topSquares, top);
    count += made;
    sums.set('all', (sums.get('all') ?? 0) + all);
    for (const { name } of WANTED) sums.set(name, (sums.get(name) ?? 0) + (held.get(name) ?? 0));
  }
  const share = (name: string): string => ((100 * (sums.get(name) ?? 0)) / Math.max(1, count)).toFixed(1);
  const shares = [thick(allSquares), thick(topSquares)];
  row('together', count, share('all'), ...WANTED.map((w) => share(w.name)), ...shares);
}
