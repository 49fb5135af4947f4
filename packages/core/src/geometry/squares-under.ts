// Which squares of a grid lie under a thread.

/** A grid over the cloth: its left and top edge and the size of a square in mm, and how many squares it is wide and high. */
export interface Squares {
  x0: number;
  y0: number;
  cell: number;
  width: number;
  height: number;
}

/**
 * Writes the stretches of squares whose middles lie within `r` mm of the straight way from (ax, ay) to (bx, by) into `out`, two numbers
 * each: the first square, row by row, and the one behind the last; from its place `begin` on. Tells where they end; `out` may hold older
 * numbers behind that.
 */
export function squaresUnder(
  { x0, y0, cell, width, height }: Squares,
  ax: number,
  ay: number,
  bx: number,
  by: number,
  r: number,
  out: number[],
  begin = 0,
): number {
  // From the upper end to the lower one.
  if (ay > by) [ax, ay, bx, by] = [bx, by, ax, ay];
  const length = Math.sqrt((bx - ax) ** 2 + (by - ay) ** 2);
  // From the stitch's middle line to its left long side; a level one has none, its ends meet above and below it.
  const nx = length ? (-r * (by - ay)) / length : 0;
  const ny = length ? (r * (bx - ax)) / length : 0;
  const slope = by > ay ? (bx - ax) / (by - ay) : 0;
  const j0 = Math.max(0, Math.ceil((ay - r - y0) / cell - 0.5));
  const j1 = Math.min(height - 1, Math.floor((by + r - y0) / cell - 0.5));
  let n = begin;
  for (let j = j0; j <= j1; j++) {
    const py = y0 + (j + 0.5) * cell;
    // A stitch with its round ends is convex: each row meets it in one stretch, which begins and ends at a side or a round end.
    const [above, below] = [py - ay, py - by];
    let from: number;
    let to: number;
    if (by === ay) {
      const half = Math.sqrt(Math.max(0, r * r - above * above));
      from = Math.min(ax, bx) - half;
      to = Math.max(ax, bx) + half;
    } else {
      if (above < ny) from = ax - Math.sqrt(Math.max(0, r * r - above * above));
      else if (below > ny) from = bx - Math.sqrt(Math.max(0, r * r - below * below));
      else from = ax + nx + (above - ny) * slope;
      if (above < -ny) to = ax + Math.sqrt(Math.max(0, r * r - above * above));
      else if (below > -ny) to = bx + Math.sqrt(Math.max(0, r * r - below * below));
      else to = ax - nx + (above + ny) * slope;
    }
    const i0 = Math.max(0, Math.ceil((from - x0) / cell - 0.5));
    const i1 = Math.min(width - 1, Math.floor((to - x0) / cell - 0.5));
    if (i1 < i0) continue;
    out[n++] = j * width + i0;
    out[n++] = j * width + i1 + 1;
  }
  return n;
}

/** Squares whose middle lies just on the edge of a thread so many mm wide are under it, too: how far from its middle line, in mm. */
export const reachOfThread = (mm: number): number => Math.sqrt((mm / 2) ** 2 + 1e-4);
