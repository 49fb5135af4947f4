// Sews the open rows of one polygon as a single thread, each once, with all ways along the edge.
import type { Point } from '../../geometry/points.ts';
import { Part, type ThreadBuilder } from '../thread.ts';
import type { PieceEnd } from '../pieces.ts';
import { chordTour, type Chord, type TourEnd } from '../chords/tour.ts';
import { goAlong, isTurn } from '../chords/edge-way.ts';
import type { RowMap, Span } from './row-map.ts';
import { sewRow, type RowStitches } from './sew-row.ts';
import { featherAt } from './sew-section.ts';
import { sewWay } from './sew-way.ts';

/** A row in the tour, and the way to it from the row before: points on the edge, in the frame. */
interface TourRow {
  span: Span;
  leftFirst: boolean;
  way: Point[];
}

const chordOf = (s: Span): Chord => ({
  a: { ring: s.leftRing, edge: s.leftEdge, at: { x: s.left, y: s.y } },
  b: { ring: s.rightRing, edge: s.rightEdge, at: { x: s.right, y: s.y } },
});

/** The map's rows in the order of a tour, which likes to end at the first or last row of a section. */
function tourOf(map: RowMap, from: Point, end?: TourEnd): TourRow[] {
  const spans = map.sections.flatMap((section) => section.spans);
  const outer = new Set(map.sections.flatMap(({ spans: all }) => [all[0], all[all.length - 1]]));
  const last = spans.flatMap((span, i) => (outer.has(span) ? [i] : []));
  const { steps } = chordTour(map.rings, spans.map(chordOf), from, end, last);
  return steps.map(({ chord, ahead, way }) => ({ span: spans[chord], leftFirst: ahead, way }));
}

/**
 * Sews all rows of a map, going on from where the builder's thread ends, or from the row end nearest to `entry`.
 * `way` gives ways inside the shape: to the first row, and to an end that is fixed (mm on the cloth).
 */
export function sewOpenRows(
  map: RowMap,
  rowStitches: RowStitches,
  builder: ThreadBuilder,
  entry: Point,
  way: (from: Point, to: Point) => Point[],
  end?: PieceEnd,
): void {
  const goal = end && { at: map.toFrame(end.at), firm: end.firm };
  const tour = tourOf(map, map.toFrame(builder.last ?? entry), goal);
  const turns = tour.map((_, i) => featherBefore(tour, i, map, rowStitches.feather));
  tour.forEach(({ span, leftFirst, way: along }, i) => {
    const room = Math.max(0, (span.right - span.left) / 2 - 0.5);
    const [begin, done] = [turns[i], turns[i + 1] ?? 0].map((depth) => Math.min(room, depth));
    const reach = leftFirst
      ? { left: span.left + begin, right: span.right - done }
      : { left: span.left + done, right: span.right - begin };
    const x = leftFirst ? reach.left - rowStitches.compensation : reach.right + rowStitches.compensation;
    const first = map.toCloth({ x, y: span.y });
    if (builder.last) {
      // The way's last point is the row's own end on the edge, which compensation moves a little.
      if (i && along.length)
        goAlong(turns[i] ? [] : along.slice(0, -1).map(map.toCloth), first, rowStitches.longest, builder);
      else sewWay(builder, way(builder.last, first));
    }
    sewRow(map, span, reach, leftFirst, rowStitches, builder);
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
  return isTurn(a, way, map.spacing) ? featherAt(turn, 0, depth) : 0;
}
