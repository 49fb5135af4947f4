// How often lines cross each other, estimated: what crosses itself a hundred thousand times can't be taken apart.

/** Lines with fewer points than this can't cross too often. */
const FEW = 200;
/** How many sides are tried against all others. */
const SAMPLES = 48;
/** More crossings than these are a tangle: they take seconds to find, and more to do anything with. */
export const MOST_CROSSINGS = 20_000;

/**
 * About how many crossings lines (x0, y0, x1, y1, …) have with themselves and each other: some sides, evenly taken,
 * are tried against all. Sides that lie on each other or touch count too. Closed lines count with their last side.
 */
export function crossingsOf(lines: readonly ArrayLike<number>[], closed = true): number {
  const sides: number[] = [];
  for (const line of lines) {
    const n = line.length;
    for (let i = 0; i + 3 < n; i += 2) sides.push(line[i], line[i + 1], line[i + 2], line[i + 3]);
    if (closed && n > 4) sides.push(line[n - 2], line[n - 1], line[0], line[1]);
  }
  const count = sides.length / 4;
  if (count < FEW) return 0;
  let found = 0;
  for (let k = 0; k < SAMPLES; k++) {
    const i = 4 * Math.floor(((k + 0.5) * count) / SAMPLES);
    const [ax, ay, bx, by] = [sides[i], sides[i + 1], sides[i + 2], sides[i + 3]];
    const [dx, dy] = [bx - ax, by - ay];
    const [left, right] = [Math.min(ax, bx), Math.max(ax, bx)];
    const [top, foot] = [Math.min(ay, by), Math.max(ay, by)];
    for (let j = 0; j < sides.length; j += 4) {
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
  return (found / SAMPLES) * (count / 2);
}

export const isTangle = (lines: readonly ArrayLike<number>[], closed = true): boolean =>
  crossingsOf(lines, closed) > MOST_CROSSINGS;
