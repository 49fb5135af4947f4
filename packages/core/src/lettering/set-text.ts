// Setting type: a text and its font to the paths of its letters, each in its place.
import type {
  LetterChange,
  Path,
  PathOutline,
  PlainOutline,
  TextLetter,
  TextOutline,
} from '../design/types.ts';
import { Recent } from '../design/recent.ts';
import { applyMatrix, IDENTITY, multiply, type Matrix } from '../geometry/matrix.ts';
import { onMachineGrid, type Bounds, type Point } from '../geometry/points.ts';
import { coordsBounds } from '../geometry/region.ts';
import { flattenPath } from '../outlines/flatten-path.ts';
import { mappedPath } from '../outlines/live/bend.ts';
import { outlineRegion } from '../outlines/region.ts';
import { partsWithin } from './within.ts';
import { lengthOf } from '../geometry/polyline.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { transformPath } from '../outlines/transform-path.ts';
import { groundsOf, type Ground } from './baseline.ts';
import type { Font } from './fonts.ts';
import type { GlyphSource } from './glyphs.ts';
import { runsOf } from './runs.ts';
import { wordSaid } from './said.ts';

/** From baseline to baseline when nothing is said, as a share of the height of capitals. */
export const LINE_SPACE = 1.6;
/** Height of capitals as a share of an em, for fonts without any. */
const CAP_SHARE = 0.7;
/** What stands for a letter that the font lacks: its width and the thickness of its line, as shares of the height. */
const BOX = { width: 0.7, gap: 0.1, line: 0.06 };

/** A letter of a set text, with the place that it takes on its line. */
export interface SetLetter extends TextLetter {
  /** From its own sheet to the cloth: (0, 0) is where it begins on its baseline, y down; mm. */
  frame: Matrix;
  /** How wide it is, in mm. */
  width: number;
  rightToLeft: boolean;
  /** Blanks are places too, but nothing is drawn there. */
  blank: boolean;
}

/** A line of a set text. */
export interface SetLine {
  /** Offsets into the text. */
  at: number;
  to: number;
  /** For the caret where there is no letter. */
  frame: Matrix;
  /** mm. */
  length: number;
}

export interface SetText {
  outline: PathOutline;
  letters: SetLetter[];
  lines: SetLine[];
}

interface Glyph {
  glyph: number;
  /** Where it stands, from where its letter begins; units of its source. */
  x: number;
  y: number;
}

/** A letter before it has its place. */
interface Cell {
  at: number;
  to: number;
  source: GlyphSource | null;
  glyphs: Glyph[];
  /** Units of its source. */
  advance: number;
  rightToLeft: boolean;
  blank: boolean;
}

/** The letters of one line from left to right. */
function cellsOf(line: string, start: number, font: Font, ligatures: boolean): Cell[] {
  const cells: Cell[] = [];
  for (const { from, to, direction, source } of runsOf(line, font.sources)) {
    const text = line.slice(from, to);
    const rightToLeft = direction === 'rtl';
    const own: Cell[] = [];
    if (!source) {
      let at = start + from;
      for (const character of text) {
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
        const at = start + from + cluster;
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
        cell.to = inOrder[i + 1]?.at ?? start + to;
        cell.blank = !/\S/.test(line.slice(cell.at - start, cell.to - start));
      });
    }
    cells.push(...own);
  }
  return cells;
}

/** Millimetres of a unit of a source whose letters are stitches. */
const STITCHED = 0.1;

const scaleOf = (source: GlyphSource | null, font: Font, height: number): number => {
  if (source?.stitched) return STITCHED;
  const measured = font.sources.find((s) => s.capHeight)?.capHeight;
  return height / (measured ?? CAP_SHARE * (source?.unitsPerEm ?? 1000));
};

/** Letters begin on the machine's grid: so the same letter is sewn alike wherever it stands. */
const onGrid = ([a, b, c, d, e, f]: Matrix): Matrix => [a, b, c, d, onMachineGrid(e), onMachineGrid(f)];

/** The same without its sizes: stitches are turned and mirrored, but never sized. */
function unsized([a, b, c, d, e, f]: Matrix): Matrix {
  const length = Math.hypot(a, b) || 1;
  const [x, y] = [a / length, b / length];
  return a * d - b * c < 0 ? [x, y, y, -x, e, f] : [x, y, -y, x, e, f];
}

/** So many glyphs in their places are kept, those that were set last. */
const MOST_PLACED = 8000;
const placedGlyphs = new Recent<Path[]>(MOST_PLACED);
const numbers = new WeakMap<GlyphSource, number>();
let sources = 0;

/** A glyph in its place; the very same paths as before for one that stands where it stood. */
function glyphAt(source: GlyphSource, glyph: number, m: Matrix): Path[] {
  let number = numbers.get(source);
  if (number === undefined) numbers.set(source, (number = sources++));
  const key = `${number} ${glyph} ${m.map((v) => v.toFixed(5)).join(' ')}`;
  return placedGlyphs.get(key, () => source.paths(glyph).map((path) => transformPath(path, m)));
}

/** A box for a letter that the font lacks. */
function boxPaths(height: number): Path[] {
  const ring = (x0: number, x1: number, y0: number, y1: number, back: boolean): Path => {
    const points = [
      { x: x0, y: y0 },
      { x: x1, y: y0 },
      { x: x1, y: y1 },
      { x: x0, y: y1 },
    ].map(({ x, y }) => ({ x: x * height, y: y * height }));
    return { closed: true, points: back ? points.reverse() : points };
  };
  const { gap, width, line } = BOX;
  return [ring(gap, gap + width, -1, 0, false), ring(gap + line, gap + width - line, -1 + line, -line, true)];
}

/** The box of what is drawn of a word, in the units of its cells; null for one of which nothing is seen. */
function inkOf(cells: readonly Cell[]): Bounds | null {
  let pen = 0;
  const coords: number[][] = [];
  for (const { source, glyphs, advance } of cells) {
    for (const { glyph, x, y } of glyphs)
      for (const path of source?.paths(glyph) ?? []) {
        const line = flattenPath(path, (source?.unitsPerEm ?? 1000) / 500).coords;
        coords.push(Array.from(line, (v, i) => (i % 2 ? v - y : v + pen + x)));
      }
    pen += advance;
  }
  return coordsBounds(coords);
}

/** Sets words into a shape, each bent to its part of it. */
function setWithin(outline: TextOutline, font: Font, shape: readonly PlainOutline[]): SetText {
  const { baseline, text, place = IDENTITY } = outline;
  if (baseline?.kind !== 'within') throw new Error('These words fill no shape.');
  const words = [...text.matchAll(/\S+/g)].map(({ 0: word, index }) => {
    const cells = cellsOf(wordSaid(word, baseline.typed), index, font, outline.ligatures ?? true).filter(
      (cell) => cell.source,
    );
    return { cells, ink: inkOf(cells) };
  });
  const seen = words.filter((word) => word.ink);
  const region = shape.flatMap((one) => outlineRegion(one));
  const sizes = seen.map(({ ink }) => ({ width: ink!.maxX - ink!.minX, height: ink!.maxY - ink!.minY }));
  const parts = partsWithin(region, sizes, baseline.edge, baseline.gap);
  const changes = new Map<number, LetterChange>((outline.letters ?? []).map((c) => [c.at, c]));
  const paths: Path[] = [];
  const letters: SetLetter[] = [];
  seen.forEach(({ cells, ink }, i) => {
    const part = parts[i];
    if (!part) return;
    const { minX, minY, maxX, maxY } = ink!;
    const map = (p: Point): Point =>
      applyMatrix(place, part((p.x - minX) / (maxX - minX || 1), (p.y - minY) / (maxY - minY || 1)));
    // Steps along a glyph's edges, in its units: about half a millimetre on the cloth.
    const [a, b] = [part(0, 0.5), part(1, 0.5)];
    const step = (0.5 * (maxX - minX)) / Math.max(1, Math.hypot(b.x - a.x, b.y - a.y));
    let pen = 0;
    for (const { at, to, source, glyphs, advance, rightToLeft } of cells) {
      const first = paths.length;
      const from = pen;
      for (const { glyph, x, y } of glyphs)
        for (const path of source!.paths(glyph))
          paths.push(mappedPath(path, (p) => map({ x: p.x + from + x, y: p.y - y }), step));
      pen += advance;
      const [foot, right, top] = [map({ x: from, y: 0 }), map({ x: pen, y: 0 }), map({ x: from, y: minY })];
      const width = Math.hypot(right.x - foot.x, right.y - foot.y);
      const height = Math.hypot(top.x - foot.x, top.y - foot.y) / outline.height || 1;
      const [ax, ay] = [(right.x - foot.x) / (width || 1), (right.y - foot.y) / (width || 1)];
      const change = changes.get(at);
      letters.push({
        at,
        to,
        says: text.slice(at, to),
        line: i,
        first,
        end: paths.length,
        frame: [ax, ay, -ay * height, ax * height, foot.x, foot.y],
        width,
        rightToLeft,
        blank: false,
        ...(change?.thread && { thread: change.thread }),
        ...(change?.recipe && { recipe: change.recipe }),
      });
    }
  });
  const lines = [{ at: 0, to: text.length, frame: place, length: 0 }];
  return { outline: { kind: 'path', paths, fillRule: 'nonzero' }, letters, lines };
}

/** Sets a text along its baseline; `along` is what it stands on when that is a line of others. */
export function setText(outline: TextOutline, font: Font, along: readonly PlainOutline[] = []): SetText {
  if (outline.baseline?.kind === 'within') return setWithin(outline, font, along);
  const { height, text } = outline;
  const stretch = outline.stretch ?? 1;
  const lineSpace = (outline.lineSpace ?? LINE_SPACE) * height;
  const lean = Math.tan(((outline.slant ?? 0) * Math.PI) / 180);
  const changes = new Map<number, LetterChange>((outline.letters ?? []).map((c) => [c.at, c]));
  const place = outline.place ?? IDENTITY;
  const column = outline.baseline?.kind === 'column';

  // Every line's letters with where they begin on it, before it is lined up.
  let offset = 0;
  const lines = text.split('\n').map((line) => {
    const at = offset;
    offset += line.length + 1;
    const cells = cellsOf(line, at, font, outline.ligatures ?? true);
    let pen = 0;
    const placed = cells.map((cell, i) => {
      const change = changes.get(cell.at);
      const stitched = cell.source?.stitched;
      const size = stitched ? 1 : (change?.size ?? 1);
      const scale = scaleOf(cell.source, font, height) * size;
      const width =
        (cell.source ? cell.advance * scale : (BOX.width + 2 * BOX.gap) * height * size) *
        (stitched ? 1 : stretch);
      pen += (change?.space ?? 0) * height;
      const x = pen;
      pen += width + (i + 1 < cells.length ? (outline.letterSpace ?? 0) * height : 0);
      if (cell.blank) pen += (outline.wordSpace ?? 0) * height;
      return { cell, change, scale, width, x };
    });
    return { at, to: at + line.length, placed, length: pen };
  });

  const share = { left: 0, centre: 0.5, right: 1 }[outline.align ?? 'centre'];
  const reach = Math.max(1, ...lines.map((l) => l.length));
  const [line] = along.flatMap((o) => outlineLines(o)).sort((a, b) => lengthOf(b) - lengthOf(a));
  const grounds = groundsOf({ baseline: outline.baseline, line, reach, height });

  const paths: Path[] = [];
  const letters: SetLetter[] = [];
  const setLines: SetLine[] = [];
  let below = 0;
  lines.forEach(({ at, to, placed, length }, number) => {
    const ground: Ground = grounds(number, number * lineSpace);
    setLines.push({ at, to, frame: multiply(place, ground(-share * length, 0)), length });
    for (const { cell, change, scale, width, x } of placed) {
      const middle = x + width / 2 - share * length;
      const lift = (change?.lift ?? 0) * height;
      const stand = column
        ? ([1, 0, 0, 1, number * lineSpace, below + height - lift] as Matrix)
        : ground(middle, lift);
      if (column) below += lineSpace * 0.8;
      const turn = ((change?.turn ?? 0) * Math.PI) / 180;
      // Turned about its middle on the baseline; there it also begins half its width to the left.
      const turned: Matrix = [Math.cos(turn), Math.sin(turn), -Math.sin(turn), Math.cos(turn), 0, 0];
      const frame = onGrid(multiply(place, multiply(stand, multiply(turned, [1, 0, 0, 1, -width / 2, 0]))));
      const first = paths.length;
      if (cell.source) {
        const { stitched } = cell.source;
        const sheet = stitched ? unsized(frame) : frame;
        const toSheet: Matrix = stitched
          ? [scale, 0, 0, scale, 0, 0]
          : [scale * stretch, 0, -lean * scale, scale, 0, 0];
        for (const { glyph, x: gx, y: gy } of cell.glyphs) {
          const m = multiply(sheet, multiply(toSheet, [1, 0, 0, 1, gx, -gy]));
          paths.push(...glyphAt(cell.source, glyph, m));
        }
      } else
        for (const path of boxPaths(height * (change?.size ?? 1))) paths.push(transformPath(path, frame));
      letters.push({
        at: cell.at,
        to: cell.to,
        says: text.slice(cell.at, cell.to),
        line: number,
        first,
        end: paths.length,
        frame,
        width,
        rightToLeft: cell.rightToLeft,
        blank: cell.blank,
        ...(!cell.source && { missing: true }),
        ...(cell.source?.stitched && { stitched: true }),
        ...(change?.thread && { thread: change.thread }),
        ...(change?.recipe && { recipe: change.recipe }),
      });
    }
  });
  return { outline: { kind: 'path', paths, fillRule: 'nonzero' }, letters, lines: setLines };
}
