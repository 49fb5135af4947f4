// The connected pieces of a region, one after another.
import type { Point } from '../geometry/points.ts';
import { arcLengths, nearestOnLine } from '../geometry/polyline.ts';
import type { Polygon, Region } from '../geometry/region.ts';
import type { StitchInput } from './kind.ts';
import type { SewnThread } from './thread.ts';

/** Where a piece's thread ends (mm on the cloth): just there, or near it where that costs nothing. */
export interface PieceEnd {
  at: Point;
  firm: boolean;
}

/** The piece whose outer edge is nearest to a place. */
function nearestPiece(region: readonly Polygon[], p: Point): Polygon {
  if (region.length === 1) return region[0];
  const gaps = region.map(({ outer }) => {
    const line = { coords: outer, closed: true };
    return nearestOnLine(line, arcLengths(line), p).distance;
  });
  return region[gaps.indexOf(Math.min(...gaps))];
}

/**
 * Calls `sew` for every piece, always the nearest one next, with where the thread comes from; the last one hears where
 * to end. All threads, in sewing order.
 */
export function eachPiece(
  region: Region,
  { entry, start, end, toward }: Pick<StitchInput, 'entry' | 'start' | 'end' | 'toward'>,
  sew: (polygon: Polygon, from: Point | undefined, end?: PieceEnd) => SewnThread[],
): SewnThread[] {
  const left = [...region];
  const out: SewnThread[] = [];
  // The piece in which the thread has to end waits for its turn.
  const ending = end && left.length > 1 ? nearestPiece(left, end) : null;
  let from = start ?? entry;
  while (left.length) {
    const open = left.length > 1 ? left.filter((p) => p !== ending) : left;
    const polygon = from ? nearestPiece(open, from) : open[0];
    left.splice(left.indexOf(polygon), 1);
    const goal = left.length
      ? undefined
      : end
        ? { at: end, firm: true }
        : toward && { at: toward, firm: false };
    const threads = sew(polygon, from, goal);
    out.push(...threads);
    const last = threads.at(-1);
    if (last?.x.length) from = { x: last.x.at(-1)!, y: last.y.at(-1)! };
  }
  return out;
}
