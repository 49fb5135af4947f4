// Letters of single strokes, for small words: their data is lists of points, which are rounded where they don't turn sharply.
import type { Path, PathPoint } from '../design/types.ts';
import type { GlyphSource, ShapedGlyph } from './glyphs.ts';

/** As it stands in the file: lengths in units, y up, (0, 0) where a letter begins on its baseline. */
export interface StrokeFont {
  unitsPerEm: number;
  capHeight: number;
  /** How wide a blank is. */
  blank: number;
  /** x0, y0, x1, y1, … of each stroke. */
  glyphs: Record<string, { advance: number; strokes: number[][] }>;
}

/** Sharper turns than this stay corners (its cosine). */
const SHARP = Math.cos((50 * Math.PI) / 180);

/** A stroke through its points, as Catmull and Rom round it, with its corners kept. */
function strokePath(coords: readonly number[]): Path {
  const n = coords.length / 2;
  const at = (i: number) => ({ x: coords[2 * i], y: -coords[2 * i + 1] });
  const loop = n > 3 && coords[0] === coords[2 * n - 2] && coords[1] === coords[2 * n - 1];
  const count = loop ? n - 1 : n;
  const points: PathPoint[] = [];
  for (let i = 0; i < count; i++) {
    const p = at(i);
    if (!loop && (i === 0 || i === n - 1)) {
      points.push(p);
      continue;
    }
    const [a, b] = [at((i - 1 + count) % count), at((i + 1) % count)];
    const [u, v] = [
      { x: p.x - a.x, y: p.y - a.y },
      { x: b.x - p.x, y: b.y - p.y },
    ];
    const [l, m] = [Math.hypot(u.x, u.y) || 1, Math.hypot(v.x, v.y) || 1];
    if ((u.x * v.x + u.y * v.y) / (l * m) < SHARP) {
      points.push(p);
      continue;
    }
    const way = { x: u.x / l + v.x / m, y: u.y / l + v.y / m };
    const d = Math.hypot(way.x, way.y) || 1;
    points.push({
      ...p,
      in: { x: (-way.x * l) / (3 * d), y: (-way.y * l) / (3 * d) },
      out: { x: (way.x * m) / (3 * d), y: (way.y * m) / (3 * d) },
    });
  }
  return { closed: loop, points };
}

/** Dots are drawn as strokes so long, in units: shorter ones would be no stitch. */
const DOT = 3.4;

/** The stroke, or an upright one in its middle when it is only a dot. */
function seen(stroke: number[]): number[] {
  const [xs, ys] = [0, 1].map((k) => stroke.filter((_, i) => i % 2 === k));
  const [minX, maxX, minY, maxY] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  if (Math.max(maxX - minX, maxY - minY) >= DOT) return stroke;
  const [x, y] = [(minX + maxX) / 2, (minY + maxY) / 2];
  return [x, y - DOT / 2, x, y + DOT / 2];
}

/** Marks above or below a letter, in units about the middle of what it stands on; y up from the letter's top, or its foot. */
const MARKS: Record<string, { strokes: number[][]; below?: boolean }> = {
  '\u0300': { strokes: [[-3, 6, 1, 3]] },
  '\u0301': { strokes: [[3, 6, -1, 3]] },
  '\u0302': { strokes: [[-4, 3, 0, 6, 4, 3]] },
  '\u0303': { strokes: [[-5, 3, -4, 5, -2, 5, 2, 3, 4, 3, 5, 5]] },
  '\u0304': { strokes: [[-4, 4, 4, 4]] },
  '\u0306': { strokes: [[-4, 6, -3, 4, 0, 3, 3, 4, 4, 6]] },
  '\u0307': { strokes: [[0, 4, 0, 5.2]] },
  '\u0308': {
    strokes: [
      [-3, 4, -3, 5.2],
      [3, 4, 3, 5.2],
    ],
  },
  '\u030a': { strokes: [[0, 3, 2, 4.5, 0, 6, -2, 4.5, 0, 3]] },
  '\u030b': {
    strokes: [
      [-3, 3, -1, 6],
      [1, 3, 3, 6],
    ],
  },
  '\u030c': { strokes: [[-4, 6, 0, 3, 4, 6]] },
  '\u0327': { strokes: [[0, 0, 1, -2, 0, -4, -2, -4]], below: true },
  '\u0328': { strokes: [[1, 0, -1, -2, 0, -4, 2, -4]], below: true },
};

/** Letters that are others with a stroke through them, or two of them. */
const STRUCK: Record<string, string> = { ø: 'o', Ø: 'O', ł: 'l', Ł: 'L', đ: 'd', Đ: 'D' };
const SPELT: Record<string, string> = {
  ß: 'ss',
  æ: 'ae',
  Æ: 'AE',
  œ: 'oe',
  Œ: 'OE',
  '’': "'",
  '‘': "'",
  '–': '-',
  '—': '-',
};

/** Opens letters of single strokes. */
export function openStrokes(name: string, { glyphs, capHeight, unitsPerEm, blank }: StrokeFont): GlyphSource {
  const made = new Map<number, { advance: number; paths: Path[] }>();
  const isBlank = (c: string): boolean => /^\s$/.test(c);

  function partsOf(character: string): { base: string; marks: string[]; struck: boolean } | null {
    const struck = STRUCK[character];
    const [base, ...marks] = struck ? [struck] : [...character.normalize('NFD')];
    const spelt = SPELT[base] ?? base;
    if ([...spelt].some((c) => !glyphs[c] && !isBlank(c)) || marks.some((m) => !MARKS[m])) return null;
    return { base: spelt, marks, struck: !!struck };
  }

  function make(code: number): { advance: number; paths: Path[] } {
    const character = String.fromCodePoint(code);
    if (isBlank(character)) return { advance: blank, paths: [] };
    const parts = partsOf(character);
    if (!parts) return { advance: blank, paths: [] };
    const strokes: number[][] = [];
    let advance = 0;
    for (const c of parts.base) {
      for (const stroke of glyphs[c]?.strokes ?? [])
        strokes.push(stroke.map((v, i) => (i % 2 ? v : v + advance)));
      advance += glyphs[c]?.advance ?? blank;
    }
    const ys = strokes.flatMap((s) => s.filter((_, i) => i % 2));
    const xs = strokes.flatMap((s) => s.filter((_, i) => !(i % 2)));
    const middle = xs.length ? (Math.min(...xs) + Math.max(...xs)) / 2 : advance / 2;
    const top = Math.max(0, ...ys);
    for (const mark of parts.marks) {
      const { strokes: lines, below } = MARKS[mark];
      // The dot of i and j goes where a mark comes.
      if (!below && (parts.base === 'i' || parts.base === 'j'))
        strokes.splice(
          0,
          strokes.length,
          ...strokes.filter((s) => Math.min(...s.filter((_, i) => i % 2)) < 15),
        );
      const from = below ? 0 : Math.min(top, parts.base === 'i' || parts.base === 'j' ? 14 : top);
      for (const line of lines) strokes.push(line.map((v, i) => (i % 2 ? v + from : v + middle)));
    }
    if (parts.struck && xs.length)
      strokes.push([Math.min(...xs) - 1, top * 0.35, Math.max(...xs) + 1, top * 0.65]);
    return { advance, paths: strokes.filter((s) => s.length >= 4).map((s) => strokePath(seen(s))) };
  }
  const glyphOf = (code: number) => {
    let glyph = made.get(code);
    if (!glyph) made.set(code, (glyph = make(code)));
    return glyph;
  };

  return {
    name,
    unitsPerEm,
    capHeight,
    covers: (code) => {
      const character = String.fromCodePoint(code);
      return isBlank(character) || partsOf(character) !== null;
    },
    characters: () => Object.keys(glyphs).map((says) => says.codePointAt(0)!),
    shape(text): ShapedGlyph[] {
      const out: ShapedGlyph[] = [];
      let cluster = 0;
      for (const character of text) {
        const code = character.codePointAt(0)!;
        out.push({ glyph: code, cluster, advance: glyphOf(code).advance, dx: 0, dy: 0 });
        cluster += character.length;
      }
      return out;
    },
    paths: (code) => glyphOf(code).paths,
  };
}
