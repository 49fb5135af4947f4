// Ways under stitches that are still to come, around places where the thread would show.
import FlatQueue from 'flatqueue';
import { boxAround, distance, grownBounds, type Bounds, type Point } from '../geometry/points.ts';
import { lineIsCovered, placeIsCovered, type Cover } from './cover.ts';

/** Ways are looked for on squares of this size, in mm. */
const CELL = 0.6;
/** Ways lead at most this far outside the box around both ends, in mm. */
const ROUND = 30;

/** The box in which a way between two places is looked for. */
export const wayBox = (a: Point, b: Point): Bounds => grownBounds(boxAround(a, b), ROUND);

/**
 * A way from `a` to `b`, at most `longest` mm long, that lies under the covers all along: straight where it can be,
 * else found on a grid (A*, Hart, Nilsson and Raphael 1968) and pulled tight. Null when there is none.
 */
export function hiddenWay(a: Point, b: Point, covers: readonly Cover[], longest: number): Point[] | null {
  if (!covers.length) return null;
  if (lineIsCovered(a, b, covers)) return [a, b];
  if (!placeIsCovered(a, covers) || !placeIsCovered(b, covers)) return null;
  const { minX: x0, minY: y0, maxX, maxY } = wayBox(a, b);
  const w = Math.ceil((maxX - x0) / CELL);
  const h = Math.ceil((maxY - y0) / CELL);
  const middle = (cell: number): Point => ({
    x: x0 + ((cell % w) + 0.5) * CELL,
    y: y0 + (Math.floor(cell / w) + 0.5) * CELL,
  });
  const cellOf = (p: Point): number => Math.floor((p.y - y0) / CELL) * w + Math.floor((p.x - x0) / CELL);
  const [start, goal] = [cellOf(a), cellOf(b)];
  const free = new Int8Array(w * h); // 0 not looked at yet, 1 free, -1 bare
  const isFree = (cell: number): boolean => {
    if (!free[cell]) free[cell] = cell === goal || placeIsCovered(middle(cell), covers) ? 1 : -1;
    return free[cell] > 0;
  };
  const cost = new Float64Array(w * h).fill(Infinity);
  const came = new Int32Array(w * h).fill(-1);
  const queue = new FlatQueue<number>();
  cost[start] = 0;
  queue.push(start, distance(a, b));
  for (let cell = queue.pop(); cell !== undefined && cell !== goal; cell = queue.pop()) {
    const [cx, cy] = [cell % w, Math.floor(cell / w)];
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++) {
        const [nx, ny] = [cx + dx, cy + dy];
        if ((!dx && !dy) || nx < 0 || ny < 0 || nx >= w || ny >= h) continue;
        const next = ny * w + nx;
        const c = cost[cell] + CELL * Math.hypot(dx, dy);
        if (c >= cost[next] || c > longest || !isFree(next)) continue;
        cost[next] = c;
        came[next] = cell;
        queue.push(next, c + distance(middle(next), b));
      }
  }
  if (came[goal] < 0) return null;
  const cells: Point[] = [];
  for (let cell = came[goal]; cell !== start && cell >= 0; cell = came[cell]) cells.push(middle(cell));
  return pulledTight([a, ...cells.reverse(), b], covers);
}

/** Leaves out points between which the straight line is covered too; null when it isn't anywhere. */
function pulledTight(points: Point[], covers: readonly Cover[]): Point[] | null {
  const out = [points[0]];
  for (let i = 0; i < points.length - 1;) {
    let j = points.length - 1;
    while (j > i + 1 && !lineIsCovered(points[i], points[j], covers)) j--;
    if (j === i + 1 && !lineIsCovered(points[i], points[j], covers)) return null;
    out.push(points[j]);
    i = j;
  }
  return out;
}
