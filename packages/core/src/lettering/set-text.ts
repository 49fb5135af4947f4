// Setting type: a text and its font to the paths of its letters, each in its place.
import type { LetterChange, Path, PlainOutline, TextOutline } from '../design/types.ts';
import { Recent } from '../design/recent.ts';
import { IDENTITY, multiply, type Matrix } from '../geometry/matrix.ts';
import { onMachineGrid } from '../geometry/points.ts';
import { lengthOf } from '../geometry/polyline.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { transformPath } from '../outlines/transform-path.ts';
import { groundsOf, wayRound, type Ground } from './baseline.ts';
import { boxPaths, BOX_WIDTH } from './box.ts';
import { cellsOf, scaleOf, type Cell } from './cells.ts';
import type { Font } from './fonts.ts';
import type { GlyphSource } from './glyphs.ts';
import { knownFonts } from './known-fonts.ts';
import { letterSpaceOf, moreRoom } from './letter-space.ts';
import type { Round, SetLetter, SetLine, SetText } from './set-letters.ts';
import { setWithin } from './set-within.ts';

/** From baseline to baseline when nothing is said, as a share of the height of capitals. */
export const LINE_SPACE = 1.6;
/** Words that fill an angle are drawn together by so much between letters at most, as a share of the height. */
const CLOSEST = 0.1;

/** Letters begin on the machine's grid: so the same letter is sewn alike wherever it stands. */
const onGrid = ([a, b, c, d, e, f]: Matrix): Matrix => [a, b, c, d, onMachineGrid(e), onMachineGrid(f)];

/** The same without its sizes: stitches are turned and mirrored, but never sized. */
function unsized([a, b, c, d, e, f]: Matrix): Matrix {
  const length = Math.hypot(a, b) || 1;
  const [x, y] = [a / length, b / length];
  return a * d - b * c < 0 ? [x, y, y, -x, e, f] : [x, y, -y, x, e, f];
}

/**
 * So many glyphs in their places are kept, those that were set last: what was made of them stays with them. For a longer
 * text there is room for its own, and as many more.
 */
const PLACED = 600;
const placedGlyphs = new Recent<Path[]>(PLACED);
const numbers = new WeakMap<GlyphSource, number>();
let sources = 0;

let [turned, turn]: [Matrix | null, string] = [null, ''];

/** How a glyph is turned and sized, in words: most letters of a text as the one before. */
function turnOf(m: Matrix): string {
  if (!turned || m[0] !== turned[0] || m[1] !== turned[1] || m[2] !== turned[2] || m[3] !== turned[3]) {
    turned = m;
    turn = m
      .slice(0, 4)
      .map((v) => v.toFixed(5))
      .join(' ');
  }
  return turn;
}

/** A glyph in its place; the very same paths as before for one that stands where it stood. */
function glyphAt(source: GlyphSource, glyph: number, m: Matrix): Path[] {
  let number = numbers.get(source);
  if (number === undefined) numbers.set(source, (number = sources++));
  const key = `${number} ${glyph} ${turnOf(m)} ${m[4].toFixed(5)} ${m[5].toFixed(5)}`;
  return placedGlyphs.get(key, () => source.paths(glyph).map((path) => transformPath(path, m)));
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

  const letterSpace = letterSpaceOf(outline) * height;
  // Scripts whose letters join are never drawn apart by themselves.
  const spaceAfter = ({ rightToLeft }: Cell): number =>
    rightToLeft && outline.letterSpace === undefined ? 0 : letterSpace;

  const asPrinted = outline.letterSpace !== undefined || knownFonts().isJoined(outline.font);

  // Every line's letters with where they begin on it, before it is lined up.
  let offset = 0;
  const lines = text.split('\n').map((line) => {
    const at = offset;
    offset += line.length + 1;
    const cells = cellsOf(line, at, font, outline.ligatures ?? true);
    let pen = 0;
    // Each letter of a word stands whole steps of the grid after the one before: so what follows a change moves by such, and
    // is sewn as it was. Words stand where they would be without that.
    let aside = 0;
    const placed = cells.map((cell, i) => {
      const change = changes.get(cell.at);
      const stitched = cell.source?.stitched;
      const size = stitched ? 1 : (change?.size ?? 1);
      const scale = scaleOf(cell.source, font, height) * size;
      const width =
        (cell.source ? cell.advance * scale : BOX_WIDTH * height * size) * (stitched ? 1 : stretch);
      pen += (change?.space ?? 0) * height;
      if (i && cells[i - 1].blank) aside = 0;
      const x = onMachineGrid(pen + aside);
      aside = x - pen;
      // The room that a person has set is what they get.
      const apart = asPrinted ? 0 : moreRoom(cell, cells[i + 1], scale * stretch, height);
      pen += width + (i + 1 < cells.length ? Math.max(spaceAfter(cell), apart) : 0);
      if (cell.blank) pen += (outline.wordSpace ?? 0) * height;
      return { cell, change, scale, width, x };
    });
    return { at, to: at + line.length, placed, length: pen };
  });

  // Words that fill an angle: the room that is left, or missing, goes between their letters.
  const { baseline } = outline;
  const fills = baseline && 'fills' in baseline ? baseline.fills : undefined;
  if (fills && baseline && 'radius' in baseline)
    for (const line of lines) {
      if (line.placed.length < 2) continue;
      const wanted = (fills * Math.PI * Math.abs(baseline.radius)) / 180;
      const each = Math.max(-CLOSEST * height, (wanted - line.length) / (line.placed.length - 1));
      line.placed.forEach((letter, i) => (letter.x += i * each));
      line.length += each * (line.placed.length - 1);
    }

  const share = { left: 0, centre: 0.5, right: 1 }[outline.align ?? 'centre'];
  const reach = Math.max(1, ...lines.map((l) => l.length));
  const [line] = along.flatMap((o) => outlineLines(o)).sort((a, b) => lengthOf(b) - lengthOf(a));
  const grounds = groundsOf({ baseline: outline.baseline, line, reach, height });

  placedGlyphs.keepAtLeast(2 * text.length);
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
  const round = roundOf(
    setLines.map(({ length }) => length),
    outline.baseline?.kind === 'circle',
    (number) => wayRound({ baseline: outline.baseline, line, height }, number, number * lineSpace),
  );
  return {
    outline: { kind: 'path', paths, fillRule: 'nonzero' },
    letters,
    lines: setLines,
    ...(round && { round }),
  };
}

/** Of lines that go round, those that take most of their way: two share a circle, the upper and the lower. */
function roundOf(lengths: readonly number[], shared: boolean, way: (number: number) => number): Round | null {
  const each = shared ? 2 : 1;
  let most: Round | null = null;
  for (let i = 0; i < lengths.length; i += each) {
    const those = lengths.slice(i, i + each);
    // The lower one's circle is longer: what counts is the share of each that its line takes.
    const share = those.reduce((sum, length, k) => sum + length / way(i + k), 0);
    const round = { way: way(i), taken: share * way(i), lines: those.length };
    if (Number.isFinite(round.way) && (!most || round.taken / round.way > most.taken / most.way))
      most = round;
  }
  return most;
}
