// Letters that a design carries with it: so its words are the same where their font is not.
import type { CarriedFont, Path, TextOutline } from '../design/types.ts';
import { parsePathData, pathData } from '../outlines/path-data.ts';
import type { GlyphSource, ShapedGlyph, ShapeOptions } from './glyphs.ts';
import type { Font } from './fonts.ts';
import { spacerOf } from './kerning.ts';
import { runsOf } from './runs.ts';

/** What carried letters are called among the files of their font. */
export const CARRIED = 'carried';

const keyOf = (text: string, { direction, ligatures }: ShapeOptions): string =>
  `${direction} ${ligatures} ${text}`;

/** Numbers of one glyph in a carried run. */
const FIELDS = 5;

/** The letters of a font that some designs carry, put together: the font's id tells its content, so they agree. */
export function openCarried(carried: readonly CarriedFont[]): GlyphSource {
  const [{ name, unitsPerEm, capHeight, stitched }] = carried;
  const runs = new Map<string, ShapedGlyph[]>();
  const glyphs = new Map<number, string>();
  const codes = new Set<number>();
  for (const font of carried) {
    for (const { glyph, path } of font.glyphs) glyphs.set(glyph, path);
    for (const { text, rightToLeft, apart, glyphs: numbers } of font.runs) {
      const run: ShapedGlyph[] = [];
      for (let i = 0; i + FIELDS <= numbers.length; i += FIELDS) {
        const [glyph, cluster, advance, dx, dy] = numbers.slice(i, i + FIELDS);
        run.push({ glyph, cluster, advance, dx, dy });
      }
      runs.set(keyOf(text, { direction: rightToLeft ? 'rtl' : 'ltr', ligatures: !apart }), run);
      for (const character of text) codes.add(character.codePointAt(0)!);
    }
  }
  const drawn = new Map<number, readonly Path[]>();
  const linesOf = (glyph: number): readonly Path[] => {
    let paths = drawn.get(glyph);
    if (!paths) drawn.set(glyph, (paths = parsePathData(glyphs.get(glyph) ?? '').paths));
    return paths;
  };
  return {
    name: CARRIED,
    title: name,
    unitsPerEm,
    capHeight: capHeight ?? null,
    ...(stitched && { stitched }),
    covers: (code) => codes.has(code),
    characters: () => codes,
    /** As the font set it; words that it was never asked for letter by letter. */
    shape(text, options) {
      const known = runs.get(keyOf(text, options));
      if (known) return known;
      const out: ShapedGlyph[][] = [];
      let cluster = 0;
      for (const character of text) {
        const alone = runs.get(keyOf(character, options)) ?? [];
        out.push(alone.map((glyph) => ({ ...glyph, cluster })));
        cluster += character.length;
      }
      return (options.direction === 'rtl' ? out.reverse() : out).flat();
    },
    paths: linesOf,
    ...(!stitched && { room: spacerOf(linesOf, unitsPerEm).room }),
  };
}

/** The letters of a font that texts use. Null when the font is not there: then nothing can be told of it. */
export function carriedFont(
  id: string,
  font: Font,
  outlines: readonly TextOutline[],
  lines: readonly string[][],
): CarriedFont | null {
  const [first] = font.sources;
  if (!first) return null;
  const runs = new Map<string, CarriedFont['runs'][number]>();
  const glyphs = new Map<number, CarriedFont['glyphs'][number]>();
  const take = (text: string, options: ShapeOptions): void => {
    const key = keyOf(text, options);
    if (runs.has(key)) return;
    const numbers: number[] = [];
    for (const { from, to, source } of runsOf(text, font.sources))
      for (const { glyph, cluster, advance, dx, dy } of source?.shape(text.slice(from, to), options) ?? []) {
        numbers.push(glyph, from + cluster, advance, dx, dy);
        if (!glyphs.has(glyph)) glyphs.set(glyph, { glyph, path: pathData(source!.paths(glyph), String) });
      }
    runs.set(key, {
      text,
      ...(options.direction === 'rtl' && { rightToLeft: true }),
      ...(!options.ligatures && { apart: true }),
      glyphs: numbers,
    });
  };
  // Carried letters are one source: where they are, a line is cut into runs as by one that has them all.
  const all: GlyphSource = { ...first, covers: (code) => font.sources.some((s) => s.covers(code)) };
  outlines.forEach(({ ligatures = true }, i) => {
    for (const line of lines[i])
      for (const { from, to, direction, source } of runsOf(line, [all])) {
        if (!source) continue;
        const text = line.slice(from, to);
        take(text, { direction, ligatures });
        for (const character of text) take(character, { direction, ligatures });
      }
  });
  return {
    id,
    name: first.title || 'A font of one’s own',
    unitsPerEm: first.unitsPerEm,
    ...(first.capHeight && { capHeight: first.capHeight }),
    ...(first.stitched && { stitched: true }),
    glyphs: [...glyphs.values()],
    runs: [...runs.values()],
  };
}
