// Another baseline for a text that stays about where it is.
import type { Baseline, TextOutline } from '../design/types.ts';
import { IDENTITY, multiply, translation } from '../geometry/matrix.ts';
import type { SetText } from './set-letters.ts';

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

/** Arcs flatter than this, as how far their end lies from level for their length, are straight. */
const FLAT = 0.02;
/** Radii that are tried, as shares of the length, from nearly a whole circle on. */
const TRIES = 240;
const SMALLEST = 0.17;
const LARGEST = 12;

/**
 * The radius of the arc whose end comes nearest to (dx, dy), seen from its middle, for a line of this length; negative
 * for one that hangs. Null for a straight line. mm.
 */
export function arcThrough(length: number, dx: number, dy: number): number | null {
  if (!(length > 0) || Math.abs(dy) < FLAT * length) return null;
  let best = { off: Infinity, radius: 0 };
  for (let i = 0; i <= TRIES; i++) {
    const radius = Math.sign(dy) * length * SMALLEST * (LARGEST / SMALLEST) ** (i / TRIES);
    const angle = length / 2 / radius;
    const off = Math.hypot(radius * Math.sin(angle) - dx, radius - radius * Math.cos(angle) - dy);
    if (off < best.off) best = { off, radius };
  }
  return Math.round(best.radius * 10) / 10;
}
