// Takes crossings out of an open line: where two of its segments cross, the part between them is turned round (2-opt).
// The line stays one line through the same points and only gets shorter, so this comes to an end.
import { segmentsCross, type Point } from '../../geometry/points.ts';

/** Grid of this many cells a side at most: long lines of tiny segments, or one far point, take no more. */
const MOST_CELLS = 1500;

/** Two segments that cross, by the numbers of their first points, or null. Segments are looked up in square cells. */
export function findCrossing(line: readonly Point[], cell: number): [number, number] | null {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { x, y } of line) {
    if (x < minX) minX = x;
    if (x > maxX) maxX = x;
    if (y < minY) minY = y;
    if (y > maxY) maxY = y;
  }
  if (!(maxX >= minX && maxY >= minY)) return null;
  const size = Math.max(cell, (maxX - minX) / MOST_CELLS, (maxY - minY) / MOST_CELLS);
  const columns = Math.floor((maxX - minX) / size) + 1;
  // A list for each cell: its last entry, and for each entry the segment and the entry before.
  const last = new Int32Array(columns * (Math.floor((maxY - minY) / size) + 1)).fill(-1);
  const segments: number[] = [];
  const before: number[] = [];
  for (let i = 0; i + 1 < line.length; i++) {
    const [a, b] = [line[i], line[i + 1]];
    const left = Math.floor((Math.min(a.x, b.x) - minX) / size);
    const right = Math.floor((Math.max(a.x, b.x) - minX) / size);
    const foot = Math.floor((Math.min(a.y, b.y) - minY) / size);
    const head = Math.floor((Math.max(a.y, b.y) - minY) / size);
    for (let row = foot; row <= head; row++)
      for (let c = row * columns + left; c <= row * columns + right; c++) {
        for (let k = last[c]; k >= 0; k = before[k]) {
          const j = segments[k];
          if (j < i - 1 && segmentsCross(a, b, line[j], line[j + 1])) return [j, i];
        }
        segments.push(i);
        before.push(last[c]);
        last[c] = segments.length - 1;
      }
  }
  return null;
}

/** More crossings than this are not taken out: something else is wrong then. */
const MOST = 200;

/** The line through the same points without crossings. `cell` is about the length of its segments, in mm. */
export const uncrossed = (line: readonly Point[], cell: number): Point[] => untangled(line, cell).points;

/** The same, and whether some are left all the same. */
export function untangled(line: readonly Point[], cell: number): { points: Point[]; tangled: boolean } {
  let points = [...line];
  for (let k = 0; k < MOST; k++) {
    const found = findCrossing(points, cell);
    if (!found) return { points, tangled: false };
    const [i, j] = found;
    points = [...points.slice(0, i + 1), ...points.slice(i + 1, j + 1).reverse(), ...points.slice(j + 1)];
  }
  return { points, tangled: true };
}
