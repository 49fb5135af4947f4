// Sews lines across a region: each once, cut at the edge, one thread a connected piece, all ways along the edge.
import { EdgeIndex } from '../../geometry/edge-index.ts';
import { distance, type Point } from '../../geometry/points.ts';
import { reversed, type Line } from '../../geometry/polyline.ts';
import { ringsOf, type Polygon, type Region, type Ring } from '../../geometry/region.ts';
import type { StitchInput } from '../kind.ts';
import { eachPiece } from '../pieces.ts';
import { orRound } from '../open/contour/repeated-outline.ts';
import { repeated } from '../run.ts';
import { runPoints } from '../run-points.ts';
import { Part, ThreadBuilder, type SewnThread } from '../thread.ts';
import { cutLines, fromEdgeToEdge, type EdgePiece, type Piece } from './cut-lines.ts';
import { goAlong, isTurn } from './edge-way.ts';
import { chordTour, type TourEnd } from './tour.ts';

/** A turn from one line into the next is one stitch up to this length, in mm. */
const LONGEST_TURN = 6;

export interface ChordStitches {
  length: number;
  passes: number;
  /** How far apart the lines lie, in mm: ways along the edge that are not much longer are turns. */
  spacing: number;
  /** Lines that end inside are sewn in and back out; otherwise one of them comes last, one more first. */
  thereAndBack?: boolean;
  /** The needle points of a line, in mm; left out: stitches of the length along it. */
  sewn?: (line: Line) => Point[];
  /** Ways other than along the edge; what it has none for goes along the edge. */
  ways?: (lines: readonly Line[]) => WaysBetween;
}

/** A way from behind an end of one line up to and with an end of another, in mm. */
export interface WaysBetween {
  between(from: LineEnd, to: LineEnd): Point[] | null;
}

/** An end of a line, by its number. */
export interface LineEnd {
  line: number;
  last: boolean;
}

/** A line that ends inside, as a chord from where it leaves the edge to there again: in and back out. */
function deadEnd({ line, a, b }: Piece): EdgePiece[] {
  const edge = a ?? b;
  if (!edge || (a && b)) return [];
  const [inwards, outwards] = a ? [line, reversed(line)] : [reversed(line), line];
  const coords = Float64Array.of(...inwards.coords, ...outwards.coords.subarray(2));
  return [{ line: { coords, closed: false }, a: edge, b: edge }];
}

/** The thread of pieces of lines inside the polygon with these rings. */
export function sewPieces(
  rings: readonly Ring[],
  pieces: readonly Piece[],
  from: Point | undefined,
  end: TourEnd | undefined,
  { length, passes, spacing, thereAndBack, ways, sewn = (line) => runPoints(line, length) }: ChordStitches,
): SewnThread[] {
  const chords = [...pieces.filter(fromEdgeToEdge), ...(thereAndBack ? pieces.flatMap(deadEnd) : [])];
  const builder = new ThreadBuilder();
  const sew = (line: Line): void => {
    const points = sewn(line);
    // A way that has come so near ends on a corner of the edge: that one is kept.
    builder.add(points[0].x, points[0].y, Part.travel);
    builder.addLine(points.slice(1), Part.top);
  };
  // Of lines that end inside one comes last, and one first: a line that is cut by a hole has two such ends.
  const [inner, begin] = thereAndBack ? [] : pieces.filter(({ a, b }) => !!a !== !!b);
  const innerEnd = inner?.a ?? inner?.b;
  const beginEnd = begin?.a ?? begin?.b;
  if (begin && beginEnd) {
    sew(begin.b ? begin.line : reversed(begin.line));
    from = beginEnd.at;
  }
  if (inner && innerEnd && (chords.length || begin)) {
    // A chord without length stands for the way in: the tour ends there.
    chords.push({ line: inner.line, a: innerEnd, b: innerEnd });
    end = { at: innerEnd.at, firm: true };
  }
  if (chords.length) {
    const { steps, rest } = chordTour(rings, chords, from ?? chords[0].a.at, end);
    const others = chords.length > 1 ? ways?.(chords.map(({ line }) => line)) : undefined;
    let left: LineEnd | null = null;
    for (const { chord, ahead, way } of steps) {
      if (inner && chord === chords.length - 1) {
        if (builder.last && way.length) goAlong(way.slice(0, -1), innerEnd!.at, LONGEST_TURN, builder);
        continue;
      }
      const line = ahead ? chords[chord].line : reversed(chords[chord].line);
      const first = { x: line.coords[0], y: line.coords[1] };
      const other = left && way.length ? others?.between(left, { line: chord, last: !ahead }) : null;
      if (builder.last && other) goAlong(other.slice(0, -1), first, LONGEST_TURN, builder);
      else if (builder.last && way.length) {
        const turn = isTurn(builder.last, way, spacing) && distance(builder.last, first) < LONGEST_TURN;
        goAlong(turn ? [] : way.slice(0, -1), first, LONGEST_TURN, builder);
      }
      sew(line);
      left = { line: chord, last: ahead };
    }
    // Where the tour goes on after its last line: to the one that ends inside, or to an end that is fixed.
    const goal = rest.at(-1);
    if (goal && builder.last && (inner || end?.firm)) goAlong(rest.slice(0, -1), goal, LONGEST_TURN, builder);
  }
  if (inner) sew(inner.a ? inner.line : reversed(inner.line));
  else if (!chords.length) pieces.slice(0, 1).forEach((p) => sew(p.line));
  return builder.length > 1 ? [repeated(builder.thread, passes)] : [];
}

/** The threads of lines across a region; `linesFor` gives the lines of one connected piece. A region that none of them meets is gone round. */
export function sewChords(
  region: Region,
  input: StitchInput,
  chordStitches: ChordStitches,
  linesFor: (polygon: Polygon) => Iterable<Line>,
): SewnThread[] {
  const threads = eachPiece(region, input, (polygon, from, end) => {
    const rings = ringsOf(polygon);
    return sewPieces(rings, cutLines(linesFor(polygon), new EdgeIndex(rings)), from, end, chordStitches);
  });
  return orRound(threads, region, input, chordStitches);
}
