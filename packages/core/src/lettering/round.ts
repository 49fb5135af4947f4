// Words that go round: how high they may be to come round just once.
import type { Round } from './set-letters.ts';

/** Left between the end of each line and what comes next on the way, as a share of the height of capitals. */
const ROOM = 0.4;

/** The height of capitals, in whole tenths of mm, with which words that now have `height` come round once. */
export const heightOnce = (height: number, { way, taken, lines }: Round): number =>
  Math.floor((10 * height * way) / (taken + ROOM * height * lines)) / 10;
