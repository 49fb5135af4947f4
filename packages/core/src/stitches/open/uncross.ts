// Takes crossings out of an open line: where two of its segments cross, the part between them is turned round (2-opt).
// The line stays one line through the same points and only gets shorter, so this comes to an end.
import type { Point } from '../../geometry/points.ts';

const side = (a: Point, b: Point, c: Point): number => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);

const cross = (a: Point, b: Point, c: Point, d: Point): boolean =>
  side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;

/** Two segments that cross, by the numbers of their first points, or null. Segments are looked up in square cells. */
export function findCrossing(line: readonly Point[], cell: number): [number, number] | null {
  const cells = new Map<number, number[]>();
  const at = (v: number): number => Math.floor(v / cell);
  for (let i = 0; i + 1 < line.length; i++) {
    const [a, b] = [line[i], line[i + 1]];
    for (let cx = at(Math.min(a.x, b.x)); cx <= at(Math.max(a.x, b.x)); cx++)
      for (let cy = at(Math.min(a.y, b.y)); cy <= at(Math.max(a.y, b.y)); cy++) {
        const key = cx * 100_003 + cy;
        const list = cells.get(key);
        if (!list) cells.set(key, [i]);
        else {
          for (const j of list) if (j < i - 1 && cross(a, b, line[j], line[j + 1])) return [j, i];
          list.push(i);
        }
      }
  }
  return null;
}

/** More crossings than this are not taken out: something else is wrong then. */
const MOST = 200;

/** The line through the same points without crossings. `cell` is about the length of its segments, in mm. */
export function uncrossed(line: readonly Point[], cell: number): Point[] {
  let out = [...line];
  for (let k = 0; k < MOST; k++) {
    const found = findCrossing(out, cell);
    if (!found) break;
    const [i, j] = found;
    out = [...out.slice(0, i + 1), ...out.slice(i + 1, j + 1).reverse(), ...out.slice(j + 1)];
  }
  return out;
}
