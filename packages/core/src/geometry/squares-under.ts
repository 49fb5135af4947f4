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
  const length = Math.sqrt((bx - ax) ** 2 + (by - ay) ** 2);
  // From the stitch's middle line to its two long sides.
  const nx = length ? (-r * (by - ay)) / length : 0;
  const ny = length ? (r * (bx - ax)) / length : 0;
  const j0 = Math.max(0, Math.ceil((Math.min(ay, by) - r - y0) / cell - 0.5));
  const j1 = Math.min(height - 1, Math.floor((Math.max(ay, by) + r - y0) / cell - 0.5));
  let n = begin;
  for (let j = j0; j <= j1; j++) {
    const py = y0 + (j + 0.5) * cell;
    // A stitch with its round ends is convex: each row meets it in one stretch.
    let from = Infinity;
    let to = -Infinity;
    const da = r * r - (py - ay) ** 2;
    const db = r * r - (py - by) ** 2;
    if (da >= 0) {
      const half = Math.sqrt(da);
      from = ax - half;
      to = ax + half;
    }
    if (db >= 0) {
      const half = Math.sqrt(db);
      if (bx - half < from) from = bx - half;
      if (bx + half > to) to = bx + half;
    }
    if (by !== ay)
      for (let side = -1; side <= 1; side += 2) {
        const t = (py - ay - side * ny) / (by - ay);
        if (t < 0 || t > 1) continue;
        const px = ax + side * nx + t * (bx - ax);
        if (px < from) from = px;
        if (px > to) to = px;
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
