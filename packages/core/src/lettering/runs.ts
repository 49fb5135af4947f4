// A line of text cut into runs: of one direction, one script and one source of glyphs, in the order in which they stand.
import bidiFactory from 'bidi-js';
import type { Direction, GlyphSource } from './glyphs.ts';

const bidi = bidiFactory();

export interface Run {
  /** Offsets into the line. */
  from: number;
  to: number;
  direction: Direction;
  /** What draws it; null for characters that no source has. */
  source: GlyphSource | null;
}

const isScript = (name: string): RegExp => new RegExp(`\\p{Script=${name}}`, 'u');
/** Scripts that are set apart from each other; all else goes with what stands before it. */
const SCRIPTS = ['Latin', 'Greek', 'Cyrillic', 'Arabic', 'Hebrew'].map(isScript);
const scriptOf = (character: string): number => SCRIPTS.findIndex((script) => script.test(character));

/** Characters that are nothing to be seen, and may be missing. */
export const isBlank = (character: string): boolean => /[\s\p{Cf}\p{Mn}]/u.test(character);

/** The direction in which a line runs as a whole. */
export const lineDirection = (line: string): Direction =>
  bidi.getEmbeddingLevels(line).paragraphs[0]?.level % 2 ? 'rtl' : 'ltr';

/** The runs of a line from left to right. Method: the Unicode bidirectional algorithm (UAX #9), rule L2 by runs. */
export function runsOf(line: string, sources: readonly GlyphSource[]): Run[] {
  const { levels } = bidi.getEmbeddingLevels(line);
  const runs: (Run & { level: number; script: number })[] = [];
  let at = 0;
  for (const character of line) {
    const code = character.codePointAt(0)!;
    const last = runs.at(-1);
    const blank = isBlank(character);
    let source = sources.find((s) => s.covers(code)) ?? null;
    // Marks and blanks stay with their letters where the same source has them, or none has.
    if (last && blank && (!source || last.source?.covers(code))) source = last.source;
    else if (blank && !source) source = sources[0] ?? null;
    const own = scriptOf(character);
    const script = own < 0 ? (last?.script ?? -1) : own;
    const level = levels[at];
    const sameScript = last && (last.script === script || last.script < 0);
    if (last && last.source === source && last.level === level && sameScript) {
      last.to = at + character.length;
      last.script = script;
    } else {
      const direction: Direction = level % 2 ? 'rtl' : 'ltr';
      runs.push({ from: at, to: at + character.length, direction, source, level, script });
    }
    at += character.length;
  }
  const levelsOf = runs.map((run) => run.level);
  for (let level = Math.max(0, ...levelsOf); level > 0; level--)
    for (let i = 0; i < runs.length; i++) {
      if (runs[i].level < level) continue;
      let k = i;
      while (k + 1 < runs.length && runs[k + 1].level >= level) k++;
      runs.splice(i, k - i + 1, ...runs.slice(i, k + 1).reverse());
      i = k;
    }
  return runs;
}
