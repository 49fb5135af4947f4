// Small letters stand a little farther apart than in print: thread is wider than ink.
import type { TextOutline } from '../design/types.ts';
import { isStitched } from './fonts.ts';
import { knownFonts } from './known-fonts.ts';

/** Letters whose capitals are lower than this are spread, in mm. */
const SMALL = 6;
/** By so much at that height, and so much more for each mm below it; mm. */
const LEAST = 0.1;
const MORE = 0.12;

/** Room between letters beside what the font gives, as a share of the height: as the person set it, else what small letters want. */
export function letterSpaceOf({ letterSpace, height, font }: TextOutline): number {
  if (letterSpace !== undefined) return letterSpace;
  if (height >= SMALL || knownFonts().isJoined(font) || isStitched(font)) return 0;
  return (LEAST + MORE * (SMALL - height)) / height;
}
