// Whole lines of letters of the fonts that ship with Rosehip, as figures: what a letter's own figures don't show, since its
// thread comes from one neighbour and goes on to another.
//
//   npx tsx bench/lines.ts [part of a face's id] [--heights 10,20]
import {
  coverOfRegion,
  figuresOf,
  fontOf,
  layersOf,
  outlineRegion,
  regionBounds,
  sewDesign,
  setText,
  type Plan,
  type Region,
  type SetText,
  type TextOutline,
} from '@rosehip/core';
import { loadFont } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { COMPENSATION, facesAsked, heightsAsked, overFour, wideEnough } from './faces-asked.ts';
import { designOf, onTop } from './gallery.ts';

const LETTERS = [
  'ABCDEFGHIJKLM',
  'NOPQRSTUVWXYZ',
  'abcdefghijklm',
  'nopqrstuvwxyz',
  '0123456789&',
  '@?!Äéøß',
  'Fern bakes four rye loaves',
  'Quartz jugs, mixed & heavy',
];
const HOW = { kind: 'lettering', settings: { underlay: 'none' } };

const row = (...cells: (string | number)[]): void =>
  console.log(cells.map((c, i) => (i ? String(c).padStart(9) : String(c).padEnd(24))).join(''));

function cover(plan: Pick<Plan, 'x' | 'y' | 'move'>, region: Region) {
  const { minX, minY, maxX, maxY } = regionBounds(region)!;
  const area = { minX: minX - 2, minY: minY - 2, maxX: maxX + 2, maxY: maxY + 2 };
  return coverOfRegion(layersOf(plan, area, 0.1), region);
}

/** The letter that stands over a place of a set text. */
function letterAt({ letters }: SetText, text: string, region: Region): string {
  const { minX, minY, maxX, maxY } = regionBounds(region)!;
  const [x, y] = [(minX + maxX) / 2, (minY + maxY) / 2];
  const off = (l: SetText['letters'][number]): number =>
    Math.hypot(l.frame[4] + l.width / 2 - x, 3 * Math.min(0, l.frame[5] - y));
  const best = letters.filter((l) => !l.blank).sort((a, b) => off(a) - off(b))[0];
  return text.slice(best.at, best.to);
}

const faces = facesAsked();
for (const height of heightsAsked('10')) {
  console.log(
    `\nlines of letters of ${height} mm; pieces that are covered less than 99 %, or bare for 0.25 mm and more`,
  );
  row('face', 'covered', 'gap', 'spill', '> 4 %', 'top', 'stitches', 'jumps', 'trims', 'pieces');
  for (const { id, stroke } of faces) {
    if (!wideEnough(stroke, height)) continue;
    await loadFont(id, LETTERS.join(''), readFontFile);
    let [coverage, gap, spill, stitches, jumps, trims, over, top] = [1, 0, 0, 0, 0, 0, 0, 0];
    const pieces: string[] = [];
    for (const says of LETTERS) {
      const font = fontOf(id);
      const plain: TextOutline = { kind: 'text', of: [], text: says, font: id, height };
      const missing = setText(plain, font).letters.filter((l) => l.missing && !l.blank);
      const text = missing.reduce((s, l) => s.replaceAll(says.slice(l.at, l.to), ''), says);
      const outline = { ...plain, text };
      const set = setText(outline, font);
      const region = outlineRegion(set.outline);
      if (!region.length) continue;
      const plan = sewDesign(designOf(outline, HOW));
      const whole = cover(plan, region);
      over += overFour(whole.squares) / LETTERS.length;
      top += overFour(cover(onTop(plan), region).squares) / LETTERS.length;
      coverage = Math.min(coverage, whole.coverage);
      [gap, spill] = [Math.max(gap, whole.worstGap), Math.max(spill, whole.spill)];
      const figures = figuresOf(plan);
      stitches += figures.stitches;
      jumps += figures.jumps;
      trims += figures.trims;
      for (const piece of region) {
        const m = cover(plan, [piece]);
        if (m.coverage >= 0.99 && m.worstGap <= 0.25) continue;
        pieces.push(
          `${letterAt(set, text, [piece])} (${(100 * m.coverage).toFixed(1)} %, ${m.worstGap.toFixed(2)})`,
        );
      }
    }
    row(
      id,
      (100 * coverage).toFixed(2),
      gap.toFixed(2),
      (spill - COMPENSATION).toFixed(2),
      over.toFixed(2),
      top.toFixed(2),
      stitches,
      jumps,
      trims,
      `  ${pieces.join(' ')}`,
    );
  }
}
