// Drawn widths of a piece of a line: what they are where the piece lies.
import type { WidthAt } from '../../design/types.ts';
import { arcLengths, nearestOnLine, type Line } from '../../geometry/polyline.ts';
import { halfAlong } from './profile.ts';

/** Widths of a piece are told this often between those that were drawn, as shares of the piece. */
const STEP = 0.125;

/**
 * The widths of a piece of an open line, as shares of the piece: along it a column is as wide as along the whole, whichever
 * way the piece goes. `widths` are those of the whole.
 */
export function widthsOfPiece(widths: readonly WidthAt[], whole: Line, piece: Line): WidthAt[] {
  const lengths = arcLengths(whole);
  const total = lengths.at(-1) || 1;
  const along = (i: number): number =>
    nearestOnLine(whole, lengths, { x: piece.coords[2 * i], y: piece.coords[2 * i + 1] }).s;
  const [from, to] = [along(0), along(piece.coords.length / 2 - 1)];
  const half = halfAlong(whole, 0, widths, 'square');
  const drawn = widths.map((w) => (w.at * total - from) / (to - from || 1)).filter((at) => at > 0 && at < 1);
  const even = Array.from({ length: 1 / STEP + 1 }, (_, i) => i * STEP);
  return [...even, ...drawn]
    .sort((a, b) => a - b)
    .map((at) => ({ at, width: 2 * half(from + at * (to - from)) }));
}
