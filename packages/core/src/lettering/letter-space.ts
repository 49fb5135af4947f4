// Letters stand a little farther apart than in print: thread is wider than ink.
import type { TextOutline } from '../design/types.ts';
import type { Cell, Glyph } from './cells.ts';
import { isStitched } from './fonts.ts';
import { TOUCHING } from './kerning.ts';
import { knownFonts } from './known-fonts.ts';

/** Letters are sewn about half a thread wider than they are drawn on both sides: so much of their height more room have all of them. */
const LEAST = 0.025;
/** Of those whose capitals are lower than this, in mm, so many mm more for each mm below it. */
const [SMALL, MORE] = [6, 0.12];

/** Letters of a word that stand apart do so by at least so much of their height, and that many mm: pull and thread take most of it. */
const APART = { share: 0.08, most: 0.8 };

/** How much farther apart two letters have to stand than the font has them, in mm; `scale` is of a unit across. Joined ones stay joined. */
export function moreRoom(cell: Cell, next: Cell | undefined, scale: number, height: number): number {
  const { source, glyphs } = cell;
  const [first, second] = [glyphs[0], next?.glyphs[0]] as [Glyph | undefined, Glyph | undefined];
  if (!source?.room || next?.source !== source || !first || !second || cell.blank || next.blank) return 0;
  if (cell.rightToLeft) return 0;
  const room = cell.advance - first.x + second.x + source.room(first.glyph, second.glyph);
  if (room < TOUCHING * source.unitsPerEm) return 0;
  return Math.max(0, Math.min(APART.share * height, APART.most) - room * scale);
}

/** Room between letters beside what the font gives, as a share of the height: as the person set it, else what thread takes of it. */
export function letterSpaceOf({ letterSpace, height, font }: TextOutline): number {
  if (letterSpace !== undefined) return letterSpace;
  if (knownFonts().isJoined(font) || isStitched(font)) return 0;
  return LEAST + (MORE * Math.max(0, SMALL - height)) / height;
}
