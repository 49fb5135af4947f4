// Where between two pixels an edge lies, told by how much of either colour each of them has.
import type { Bitmap } from './bitmap.ts';
import type { Shift } from './borders.ts';

/** Edges with less contrast than this tell nothing, as a share of black to white. */
const LEAST = 0.02;

/**
 * An edge that was smoothed when it was drawn leaves pixels of both colours: how much of each they hold tells where it was.
 * `same` tells whether two pixels are of one patch.
 */
export function edgeShift({ width, height, data }: Bitmap, same: (a: number, b: number) => boolean): Shift {
  const n = width * height;
  /** Red, green, blue as far as they are seen, and opacity. */
  const value = (i: number, k: number): number =>
    k === 3 ? data[4 * i + 3] : (data[4 * i + k] * data[4 * i + 3]) / 255;
  return (left, right, across) => {
    const beyond = (i: number, step: number): number => {
      const j = i + step;
      return j >= 0 && j < n && Math.abs((j % width) - (i % width)) <= 1 && same(i, j) ? j : i;
    };
    const [pureLeft, pureRight] = [beyond(left, -across), beyond(right, across)];
    let [span, l, r] = [0, 0, 0];
    for (let k = 0; k < 4; k++) {
      const from = value(pureLeft, k);
      const d = value(pureRight, k) - from;
      span += d * d;
      l += d * (value(left, k) - from);
      r += d * (value(right, k) - from);
    }
    if (span < 4 * 255 * 255 * LEAST * LEAST) return 0;
    const by = 1 - r / span - l / span;
    return Math.max(-0.5, Math.min(0.5, by));
  };
}
