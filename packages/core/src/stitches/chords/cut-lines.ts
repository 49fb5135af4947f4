// Lines cut to a polygon: the pieces that lie inside, each from edge to edge.
import type { EdgeIndex } from '../../geometry/edge-index.ts';
import { arcLengths, pointAt, segmentAt, type Line } from '../../geometry/polyline.ts';
import type { Point } from '../../geometry/points.ts';
import type { Chord, RingPlace } from './tour.ts';

/** A piece of a line inside a polygon. An end where the line itself ends, inside, has no place on the edge. */
export interface Piece {
  line: Line;
  a: RingPlace | null;
  b: RingPlace | null;
}

/** A piece that goes from edge to edge. */
export type EdgePiece = Piece & Chord;

export const fromEdgeToEdge = (piece: Piece): piece is EdgePiece => !!piece.a && !!piece.b;

/** Pieces shorter than this are left out, in mm. */
const LEAST = 0.4;

/** Pieces are looked at about so often, in mm, and so many times at most. */
const LOOK_EVERY = 4;
const MOST_LOOKS = 99;

/** The parts of open lines that lie inside the polygon whose edges are given, in the lines' order and direction. */
export function cutLines(lines: Iterable<Line>, edges: EdgeIndex): Piece[] {
  const out: Piece[] = [];
  for (const line of lines) {
    const { coords } = line;
    const lengths = arcLengths(line);
    const total = lengths.at(-1) ?? 0;
    const cuts: { s: number; place: RingPlace | null }[] = [{ s: 0, place: null }];
    for (let i = 0; i + 1 < lengths.length; i++) {
      const [x0, y0, x1, y1] = coords.subarray(2 * i, 2 * i + 4);
      edges.crossings(x0, y0, x1, y1, (s, ring, edge) => {
        const at: Point = { x: x0 + (x1 - x0) * s, y: y0 + (y1 - y0) * s };
        cuts.push({ s: lengths[i] + (lengths[i + 1] - lengths[i]) * s, place: { ring, edge, at } });
      });
    }
    cuts.push({ s: total, place: null });
    cuts.sort((p, q) => p.s - q.s);
    for (let k = 1; k < cuts.length; k++) {
      const [from, to] = [cuts[k - 1], cuts[k]];
      if (to.s - from.s < LEAST) continue;
      // Where a line runs along the edge, or through a corner of it, crossings can be missed: one look is not enough.
      const looks = Math.min(MOST_LOOKS, 1 + 2 * Math.ceil((to.s - from.s) / LOOK_EVERY));
      let inside = true;
      for (let l = 0; l < looks && inside; l++) {
        const p = pointAt(line, lengths, from.s + ((to.s - from.s) * (l + 0.5)) / looks);
        inside = edges.inside(p.x, p.y);
      }
      if (!inside) continue;
      out.push({ line: part(line, lengths, from.s, to.s), a: from.place, b: to.place });
    }
  }
  return out;
}

/** The part of an open line from arc length `from` to `to`. */
function part(line: Line, lengths: Float64Array, from: number, to: number): Line {
  const a = pointAt(line, lengths, from);
  const b = pointAt(line, lengths, to);
  const out = [a.x, a.y];
  // A long line is cut into many parts: each goes through its own points only.
  for (let i = segmentAt(lengths, from); i < lengths.length && lengths[i] < to - 1e-6; i++)
    if (lengths[i] > from + 1e-6) out.push(line.coords[2 * i], line.coords[2 * i + 1]);
  out.push(b.x, b.y);
  return { coords: Float64Array.from(out), closed: false };
}
