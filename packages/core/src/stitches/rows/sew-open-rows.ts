// Sews the open rows of one polygon as a single thread, each once, with all ways along the edge.
import { distance, type Point } from '../../geometry/points.ts';
import { runPoints } from '../run-points.ts';
import { Part, type ThreadBuilder } from '../thread.ts';
import { edgeTour, type TourRow } from './edge-tour.ts';
import type { RowMap } from './row-map.ts';
import { featherAt, sewRow, sewWay, type RowsEnd, type RowStitches } from './sew-rows.ts';

/** A turn that bends away from the straight line by less than this is one stitch, in mm. */
const STRAIGHT = 0.15;
/** A way along the edge longer than this, in row spacings, or bent more than this, in mm, is not feathered. */
const TURN = 3;
const BENT = 0.4;
/** Stitches along the edge, in mm. */
const LENGTH = 2.5;

/** How far points stray from the straight line between two others, in mm. */
function stray(points: readonly Point[], a: Point, b: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length2 = dx * dx + dy * dy || 1;
  return Math.max(
    0,
    ...points.map((p) => {
      const t = Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / length2));
      return Math.hypot(a.x + t * dx - p.x, a.y + t * dy - p.y);
    }),
  );
}

/** Goes along the edge to where a row will begin; its own begin is left to the row. */
function goAlong(
  map: RowMap,
  way: readonly Point[],
  to: Point,
  how: RowStitches,
  builder: ThreadBuilder,
): void {
  const from = builder.last!;
  // The way's last point is the row's own end on the edge, which compensation moves a little.
  const middle = way.slice(0, -1).map(map.toCloth);
  if (builder.reach(to.x, to.y) <= how.longest && stray(middle, from, to) <= STRAIGHT) return;
  const coords = Float64Array.from([from, ...middle, to].flatMap((p) => [p.x, p.y]));
  builder.addAll(runPoints({ coords, closed: false }, LENGTH).slice(1, -1), Part.travel);
}

/**
 * Sews all rows of a map, going on from where the builder's thread ends, or from the row end nearest to `entry`.
 * `way` gives ways inside the shape: to the first row, and to an end that is fixed (mm on the cloth).
 */
export function sewOpenRows(
  map: RowMap,
  how: RowStitches,
  builder: ThreadBuilder,
  entry: Point,
  way: (from: Point, to: Point) => Point[],
  end?: RowsEnd,
): void {
  const goal = end && { at: map.toFrame(end.at), firm: end.firm };
  const tour = edgeTour(map, map.toFrame(builder.last ?? entry), goal);
  const turns = tour.map((_, i) => featherBefore(tour, i, map, how.feather));
  tour.forEach(({ span, leftFirst, way: along }, i) => {
    const room = Math.max(0, (span.right - span.left) / 2 - 0.5);
    const [begin, done] = [turns[i], turns[i + 1] ?? 0].map((depth) => Math.min(room, depth));
    const reach = leftFirst
      ? { left: span.left + begin, right: span.right - done }
      : { left: span.left + done, right: span.right - begin };
    const x = leftFirst ? reach.left - how.compensation : reach.right + how.compensation;
    const first = map.toCloth({ x, y: span.y });
    if (builder.last) {
      if (i && along.length) goAlong(map, turns[i] ? [] : along, first, how, builder);
      else sewWay(builder, way(builder.last, first));
    }
    sewRow(map, span, reach, leftFirst, how, builder);
  });
  if (end?.firm && builder.last) {
    sewWay(builder, way(builder.last, end.at));
    builder.addFirm(end.at.x, end.at.y, Part.travel);
  }
}

/** How far inside the edge the turn before a row of the tour lies; long ways and bent ones keep to the edge. */
function featherBefore(tour: readonly TourRow[], turn: number, map: RowMap, depth: number): number {
  const from = tour[turn - 1];
  const { way } = tour[turn];
  if (!from || !way.length) return 0;
  const a = { x: from.leftFirst ? from.span.right : from.span.left, y: from.span.y };
  const b = way[way.length - 1];
  const near = distance(a, b) <= TURN * map.spacing && stray(way, a, b) <= BENT;
  return near ? featherAt(turn, 0, depth) : 0;
}
