// Regions cut to a box, for what lies within it only: some times as quick as the kernel's clipping.
import type { Bounds } from './points.ts';
import type { Region } from './region.ts';

/** What of a region lies within a box, in mm. Parts of it may hang together along the box's edge: what is made of it has to unite or clip it. */
export function cutToBox(region: Region, box: Bounds): Region {
  return region.flatMap(({ outer, holes }) => {
    const cut = ringInBox(outer, box);
    return cut.length < 6
      ? []
      : [{ outer: cut, holes: holes.map((h) => ringInBox(h, box)).filter((h) => h.length >= 6) }];
  });
}

/** A ring cut to a box, side by side (Sutherland and Hodgman, 1974). */
function ringInBox(ring: Float64Array, { minX, minY, maxX, maxY }: Bounds): Float64Array {
  let from: ArrayLike<number> = ring;
  for (const [axis, sign, limit] of [
    [0, 1, maxX],
    [0, -1, -minX],
    [1, 1, maxY],
    [1, -1, -minY],
  ]) {
    const out: number[] = [];
    const n = from.length;
    for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
      const [a, b] = [limit - sign * from[j + axis], limit - sign * from[i + axis]];
      if (a >= 0 !== b >= 0) {
        const t = a / (a - b);
        out.push(from[j] + t * (from[i] - from[j]), from[j + 1] + t * (from[i + 1] - from[j + 1]));
      }
      if (b >= 0) out.push(from[i], from[i + 1]);
    }
    from = out;
  }
  return Float64Array.from(from);
}
