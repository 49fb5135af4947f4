// How often lines cross each other, estimated: what crosses itself a hundred thousand times can't be taken apart.

/** Lines with fewer points than this can't cross too often. */
const FEW = 200;
/** How many sides are tried against all others: of few sides a tangle shows in each, of many only here and there. */
const samplesOf = (sides: number): number => (sides < 2000 ? 16 : 48);
/** More crossings than these are a tangle: they take seconds to find, and more to do anything with. */
export const MOST_CROSSINGS = 20_000;

/**
 * About how many crossings lines (x0, y0, x1, y1, …) have with themselves and each other: some sides, evenly taken,
 * are tried against all. Sides that lie on each other or touch count too. Closed lines count with their last side.
 */
export function crossingsOf(lines: readonly ArrayLike<number>[], closed = true): number {
  const most = lines.reduce((sum, line) => sum + (line.length >> 1), 0);
  if (most < FEW) return 0;
  const sides = new Float64Array(4 * most);
  let end = 0;
  const add = (line: ArrayLike<number>, i: number, j: number): void => {
    sides[end] = line[i];
    sides[end + 1] = line[i + 1];
    sides[end + 2] = line[j];
    sides[end + 3] = line[j + 1];
    end += 4;
  };
  for (const line of lines) {
    const n = line.length;
    for (let i = 0; i + 3 < n; i += 2) add(line, i, i + 2);
    if (closed && n > 4) add(line, n - 2, 0);
  }
  const count = end / 4;
  if (count < FEW) return 0;
  const samples = samplesOf(count);
  let found = 0;
  for (let k = 0; k < samples; k++) {
    const i = 4 * Math.floor(((k + 0.5) * count) / samples);
    const [ax, ay, bx, by] = [sides[i], sides[i + 1], sides[i + 2], sides[i + 3]];
    const [dx, dy] = [bx - ax, by - ay];
    const [left, right] = [Math.min(ax, bx), Math.max(ax, bx)];
    const [top, foot] = [Math.min(ay, by), Math.max(ay, by)];
    for (let j = 0; j < end; j += 4) {
      const [cx, ex] = [sides[j], sides[j + 2]];
      if ((cx < left && ex < left) || (cx > right && ex > right)) continue;
      const [cy, ey] = [sides[j + 1], sides[j + 3]];
      if ((cy < top && ey < top) || (cy > foot && ey > foot)) continue;
      // What follows on the side, or goes before it, meets it by right.
      if ((cx === bx && cy === by) || (ex === ax && ey === ay) || i === j) continue;
      const c = dx * (cy - ay) - dy * (cx - ax);
      const e = dx * (ey - ay) - dy * (ex - ax);
      if (c * e > 0) continue;
      const a = (ex - cx) * (ay - cy) - (ey - cy) * (ax - cx);
      const b = (ex - cx) * (by - cy) - (ey - cy) * (bx - cx);
      if (a * b <= 0) found++;
    }
  }
  return (found / samples) * (count / 2);
}

export const isTangle = (lines: readonly ArrayLike<number>[], closed = true): boolean =>
  crossingsOf(lines, closed) > MOST_CROSSINGS;
