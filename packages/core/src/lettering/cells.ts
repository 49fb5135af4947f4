// A line of text as its letters, each with its glyphs, before they have their places.
import { Memo } from '../design/memo.ts';
import { coordsBounds } from '../geometry/region.ts';
import type { Bounds } from '../geometry/points.ts';
import { flattenPath } from '../outlines/flatten-path.ts';
import type { Font } from './fonts.ts';
import type { GlyphSource } from './glyphs.ts';
import { isBlank, runsOf } from './runs.ts';

export interface Glyph {
  glyph: number;
  /** Where it stands, from where its letter begins; units of its source. */
  x: number;
  y: number;
}

/** A letter before it has its place. */
export interface Cell {
  at: number;
  to: number;
  source: GlyphSource | null;
  glyphs: Glyph[];
  /** Units of its source. */
  advance: number;
  rightToLeft: boolean;
  blank: boolean;
}

/** So many lines of a font are known, those that were set last: of a long text one line changes while it is typed. */
const LINES = 40;
const lines = new Memo<Cell[]>(LINES);

/** The letters of one line from left to right; it begins at this place of its text. */
export const cellsOf = (line: string, start: number, font: Font, ligatures: boolean): Cell[] =>
  lines
    .get(font, [ligatures, line], () => shaped(line, font, ligatures))
    .map((cell) => ({ ...cell, at: cell.at + start, to: cell.to + start }));

function shaped(line: string, font: Font, ligatures: boolean): Cell[] {
  const cells: Cell[] = [];
  for (const { from, to, direction, source } of runsOf(line, font.sources)) {
    const text = line.slice(from, to);
    const rightToLeft = direction === 'rtl';
    const own: Cell[] = [];
    if (!source) {
      let at = from;
      for (const character of text) {
        // What is nothing by itself, such as a sign's colour, goes with what it stands behind.
        const before = own.at(-1);
        if (before && isBlank(character)) {
          before.to = at += character.length;
          continue;
        }
        own.push({
          at,
          to: at + character.length,
          source,
          glyphs: [],
          advance: 0,
          rightToLeft,
          blank: false,
        });
        at += character.length;
      }
      if (rightToLeft) own.reverse();
    } else {
      for (const { glyph, cluster, advance, dx, dy } of source.shape(text, { direction, ligatures })) {
        const at = from + cluster;
        let cell = own.at(-1);
        if (cell?.at !== at) {
          cell = { at, to: at, source, glyphs: [], advance: 0, rightToLeft, blank: false };
          own.push(cell);
        }
        cell.glyphs.push({ glyph, x: cell.advance + dx, y: dy });
        cell.advance += advance;
      }
      // A letter stands for all characters up to where the next one begins.
      const inOrder = [...own].sort((a, b) => a.at - b.at);
      inOrder.forEach((cell, i) => {
        cell.to = inOrder[i + 1]?.at ?? to;
        cell.blank = !/\S/.test(line.slice(cell.at, cell.to));
      });
    }
    cells.push(...own);
  }
  return cells;
}

/** Height of capitals as a share of an em, for fonts without any. */
const CAP_SHARE = 0.7;
/** Millimetres of a unit of a source whose letters are stitches. */
const STITCHED = 0.1;

/** Millimetres of a unit of a source, for this height of capitals. */
export const scaleOf = (source: GlyphSource | null, font: Font, height: number): number => {
  if (source?.stitched) return STITCHED;
  const measured = font.sources.find((s) => s.capHeight)?.capHeight;
  return height / (measured ?? CAP_SHARE * (source?.unitsPerEm ?? 1000));
};

/** The box of what is drawn of a word, in the units of its cells; null for one of which nothing is seen. */
export function inkOf(cells: readonly Cell[], boxHeight: number): Bounds | null {
  let pen = 0;
  const coords: number[][] = [];
  for (const { source, glyphs, advance } of cells) {
    for (const { glyph, x, y } of glyphs)
      for (const path of source?.paths(glyph) ?? []) {
        const line = flattenPath(path, (source?.unitsPerEm ?? 1000) / 500).coords;
        coords.push(Array.from(line, (v, i) => (i % 2 ? v - y : v + pen + x)));
      }
    if (!source) coords.push([pen, -boxHeight, pen + advance, 0]);
    pen += advance;
  }
  return coordsBounds(coords);
}
