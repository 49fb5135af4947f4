// The fonts of a sheet: one for each way of writing, which of them holds a letter, and how wide words are.
import * as fontkit from 'fontkit';
import type { Face } from './page.ts';
import { easternFile, easternFor, type Eastern } from './eastern.ts';
import { reversed, visualOrder } from './visual-order.ts';

/** Files by the names that `FONT_FILES` lists. */
export type FontBytes = Record<string, Uint8Array>;

const NOTO = [
  'latin',
  'latin-ext',
  'greek',
  'greek-ext',
  'cyrillic',
  'cyrillic-ext',
  'vietnamese',
  'devanagari',
];

/** Hearts, stars and other signs, which come in one weight. */
const SIGNS = ['noto-sans-symbols-2-symbols-400', 'noto-sans-symbols-symbols-600'];

/** Those of a weight, ways of writing with packages of their own last. */
const noto = (weight: number): string[] => [
  ...NOTO.map((subset) => `noto-sans-${subset}-${weight}`),
  `noto-sans-hebrew-hebrew-${weight}`,
  `noto-sans-arabic-arabic-${weight}`,
  ...SIGNS,
];

/** For each face the files that it is set from: the first that holds a letter has it. */
const FILES: Record<Face, string[]> = {
  text: ['figtree-latin-400', 'figtree-latin-ext-400', ...noto(400)],
  bold: ['figtree-latin-700', 'figtree-latin-ext-700', ...noto(700)],
  heading: ['fraunces-latin-600', 'fraunces-latin-ext-600', ...noto(700)],
};

/** Every file that a sheet may need, as `family-subset-weight`, but for those of `easternFiles`. */
export const FONT_FILES: readonly string[] = [...new Set(Object.values(FILES).flat())];

/** A piece of text that one font holds. */
export interface Run {
  font: string;
  text: string;
}

/** Letters and digits that fonts set from right to left. */
const TURNED = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufeff]/;

/** A run as it is read: its level of embedding, and where its first letter is seen. */
interface Piece extends Run {
  level: number;
  seen: number;
}

/** Stands for a letter that no font holds. */
const MISSING = '?';

export class SheetFonts {
  readonly bytes: FontBytes;
  private readonly fonts = new Map<string, fontkit.Font>();
  /** Letters that no font holds, as they were met. */
  readonly missing = new Set<string>();

  constructor(bytes: FontBytes) {
    this.bytes = bytes;
  }

  font(name: string): fontkit.Font {
    let font = this.fonts.get(name);
    if (!font) {
      font = fontkit.create(this.bytes[name] as Buffer) as fontkit.Font;
      this.fonts.set(name, font);
    }
    return font;
  }

  private holder(face: Face, code: number, eastern: readonly Eastern[]): string | undefined {
    const holds = (name: string | undefined): boolean =>
      name !== undefined && !!this.bytes[name] && this.font(name).hasGlyphForCodePoint(code);
    return FILES[face].find(holds) ?? eastern.map((family) => easternFile(family, code)).find(holds);
  }

  /**
   * A text in pieces, each set in one font, from left to right as they are seen. For letters that none holds a question mark stands,
   * and they are remembered.
   */
  runs(text: string, face: Face): Run[] {
    const line = text.normalize('NFC');
    const { levels, place } = visualOrder(line);
    const eastern = easternFor(line);
    const pieces: Piece[] = [];
    let at = 0;
    for (const letter of line) {
      const [level, seen] = [levels[at], place[at]];
      at += letter.length;
      let font = this.holder(face, letter.codePointAt(0)!, eastern);
      let shown = letter;
      if (!font) {
        this.missing.add(letter);
        shown = MISSING;
        font = this.holder(face, MISSING.codePointAt(0)!, eastern)!;
      }
      const last = pieces.at(-1);
      // A blank belongs to what is before it, but for files of a hundred letters: they have no good one.
      const along = letter === ' ' && last && FILES[face].includes(last.font);
      if (last && last.level === level && (last.font === font || along)) last.text += shown;
      else pieces.push({ font, text: shown, level, seen });
    }
    return pieces
      .sort((a, b) => a.seen - b.seen)
      .map((piece) => ({ font: piece.font, text: this.asSet(piece) }));
  }

  /** A font sets its own letters in their direction; what it would set the other way is turned round. */
  private asSet({ font, text, level }: Piece): string {
    const backwards = level % 2 === 1;
    if (!backwards && !TURNED.test(text)) return text;
    const sets = this.font(font).layout(text) as unknown as { direction?: string };
    return (sets.direction === 'rtl') === backwards ? text : reversed(text);
  }

  /** Width of a text in mm, of type so many mm high. */
  width(text: string, face: Face, size: number): number {
    let sum = 0;
    for (const run of this.runs(text, face)) {
      const font = this.font(run.font);
      sum += (font.layout(run.text).advanceWidth / font.unitsPerEm) * size;
    }
    return sum;
  }

  /** A text in lines that are no wider than `width` mm; words that are too long are cut. */
  lines(text: string, face: Face, size: number, width: number): string[] {
    const out: string[] = [];
    let line = '';
    for (const word of text.split(/\s+/).filter(Boolean)) {
      const longer = line ? `${line} ${word}` : word;
      if (this.width(longer, face, size) <= width) {
        line = longer;
        continue;
      }
      if (line) out.push(line);
      line = word;
      while (this.width(line, face, size) > width && line.length > 1) {
        let n = line.length - 1;
        while (n > 1 && this.width(line.slice(0, n), face, size) > width) n--;
        out.push(line.slice(0, n));
        line = line.slice(n);
      }
    }
    if (line) out.push(line);
    return out;
  }
}
