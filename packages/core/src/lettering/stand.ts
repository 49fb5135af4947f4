// Another baseline for a text that stays about where it is.
import type { Baseline, TextOutline } from '../design/types.ts';
import { IDENTITY, multiply, translation } from '../geometry/matrix.ts';
import type { SetText } from './set-text.ts';

/** Where the line is lined up, as a share of its length. */
const SHARE = { left: 0, centre: 0.5, right: 1 };

/** From where a baseline is drawn to the top of it. */
const topOf = (baseline: Baseline | undefined): number =>
  baseline?.kind === 'circle' ? -baseline.radius : 0;

/**
 * The text on another baseline. What curves about a middle is lined up about that, and the middle of the first line stays
 * where it is; `set` is the text as it stands.
 */
export function stoodOn(outline: TextOutline, set: SetText, baseline: Baseline | undefined): TextOutline {
  const { baseline: before, of: _, place = IDENTITY, ...rest } = outline;
  const straight = !before || before.kind === 'column' || before.kind === 'along';
  const longest = Math.max(0, ...set.lines.map(({ length }) => length));
  const middle = straight ? (0.5 - SHARE[outline.align ?? 'centre']) * longest : 0;
  const down = topOf(before) - topOf(baseline);
  return {
    ...rest,
    of: [],
    align: 'centre',
    place: multiply(place, translation(middle, down)),
    ...(baseline && { baseline }),
  };
}
