// How wide a column along a line is: the same everywhere, or drawn; and how its ends are shaped.
import type { WidthAt } from '../../design/types.ts';
import { lengthOf, type Line } from '../../geometry/polyline.ts';
import type { HalfWidth } from './arms.ts';

export type EndRule = 'square' | 'round' | 'point';

/**
 * A smooth curve through values at ascending places that never overshoots them (the monotone cubic of Fritsch and
 * Carlson, 1980, with the slopes of Brodlie).
 */
export function monotone(places: readonly number[], values: readonly number[]): (at: number) => number {
  const n = places.length;
  if (n === 1) return () => values[0];
  const step = places.slice(1).map((p, i) => Math.max(1e-9, p - places[i]));
  const slope = step.map((h, i) => (values[i + 1] - values[i]) / h);
  const tangent = values.map((_, i) => {
    if (i === 0) return slope[0];
    if (i === n - 1) return slope[n - 2];
    const [a, b] = [slope[i - 1], slope[i]];
    if (a * b <= 0) return 0;
    const [u, v] = [2 * step[i] + step[i - 1], step[i] + 2 * step[i - 1]];
    return (u + v) / (u / a + v / b);
  });
  return (at) => {
    if (at <= places[0]) return values[0];
    if (at >= places[n - 1]) return values[n - 1];
    let i = 0;
    while (i < n - 2 && at > places[i + 1]) i++;
    const t = (at - places[i]) / step[i];
    const [h00, h10] = [(1 + 2 * t) * (1 - t) ** 2, t * (1 - t) ** 2];
    const [h01, h11] = [t * t * (3 - 2 * t), t * t * (t - 1)];
    return (
      h00 * values[i] + h10 * step[i] * tangent[i] + h01 * values[i + 1] + h11 * step[i] * tangent[i + 1]
    );
  };
}

/** Pointed ends taper over so many half widths. */
const TAPER = 2;

/**
 * Half the width of a column along a line, in mm, at an arc length of it. `widths` are drawn widths at shares of
 * the line; without them it is `width` everywhere. A closed line has no ends.
 */
export function halfAlong(
  line: Line,
  width: number,
  widths: readonly WidthAt[] | undefined,
  ends: EndRule,
): HalfWidth {
  const total = lengthOf(line) || 1;
  const sorted = widths?.length ? [...widths].sort((a, b) => a.at - b.at) : [{ at: 0, width }];
  const curve = monotone(
    sorted.map((w) => w.at * total),
    sorted.map((w) => w.width / 2),
  );
  if (ends === 'square' || line.closed) return curve;
  return (s) => {
    const half = curve(s);
    if (half <= 0) return half;
    const d = Math.max(0, Math.min(s, total - s));
    if (ends === 'point') return half * Math.min(1, d / (TAPER * half));
    const u = Math.min(1, d / half);
    return half * Math.sqrt(u * (2 - u));
  };
}
