// What stands for a letter that the font lacks: a box, which is not sewn.
import type { Path } from '../design/types.ts';

/** Its width and the thickness of its line, as shares of the height. */
const BOX = { width: 0.7, gap: 0.1, line: 0.06 };

/** How much room it takes, as a share of the height. */
export const BOX_WIDTH = BOX.width + 2 * BOX.gap;

/** Its lines, for this height of capitals; y down, (0, 0) where it begins on its baseline. */
export function boxPaths(height: number): Path[] {
  const ring = (x0: number, x1: number, y0: number, y1: number, back: boolean): Path => {
    const points = [
      { x: x0, y: y0 },
      { x: x1, y: y0 },
      { x: x1, y: y1 },
      { x: x0, y: y1 },
    ].map(({ x, y }) => ({ x: x * height, y: y * height }));
    return { closed: true, points: back ? points.reverse() : points };
  };
  const { gap, width, line } = BOX;
  return [ring(gap, gap + width, -1, 0, false), ring(gap + line, gap + width - line, -1 + line, -line, true)];
}
