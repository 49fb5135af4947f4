// The stitches of a part of a shape that is filled openly as a whole: the whole's threads, cut where the part ends, and their
// pieces joined along the cut, so that lines go on from part to part.
import type { Point } from '../geometry/points.ts';
import { insideRegion, ringsOf, type Region } from '../geometry/region.ts';
import { Part, ThreadBuilder, type SewnThread } from './thread.ts';

/** Pieces that are shorter are left out, in mm. */
const LEAST = 1;

type Piece = SewnThread;

/** Where a stitch crosses the edges of a region, as shares of it from 0 to 1, in order. */
function crossings(a: Point, b: Point, rings: readonly ArrayLike<number>[]): number[] {
  const out: number[] = [];
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  for (const ring of rings)
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [ex, ey] = [ring[i] - ring[j], ring[i + 1] - ring[j + 1]];
      const across = dx * ey - dy * ex;
      if (!across) continue;
      const [ox, oy] = [ring[j] - a.x, ring[j + 1] - a.y];
      const t = (ox * ey - oy * ex) / across;
      const s = (ox * dy - oy * dx) / across;
      if (t > 0 && t < 1 && s >= 0 && s < 1) out.push(t);
    }
  return out.sort((p, q) => p - q);
}

const lengthOf = ({ x, y }: Piece): number =>
  x.slice(1).reduce((sum, v, i) => sum + Math.hypot(v - x[i], y[i + 1] - y[i]), 0);

/** What of a thread lies in a region, as pieces in its order. */
function piecesWithin({ x, y, part }: SewnThread, region: Region): Piece[] {
  const rings = region.flatMap(ringsOf);
  const pieces: Piece[] = [];
  let piece: Piece | null = null;
  const add = (p: Point, code: number): void => {
    piece ??= { x: [], y: [], part: [] };
    piece.x.push(p.x);
    piece.y.push(p.y);
    piece.part.push(code);
  };
  const end = (): void => {
    if (piece) pieces.push(piece);
    piece = null;
  };
  for (let i = 1; i < x.length; i++) {
    const [a, b] = [
      { x: x[i - 1], y: y[i - 1] },
      { x: x[i], y: y[i] },
    ];
    const at = (t: number): Point => ({ x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) });
    // What lies between two crossings tells on which side it lies: places on the edge itself do not.
    const cuts = [0, ...crossings(a, b, rings), 1];
    cuts.slice(1).forEach((to, k) => {
      const middle = at((cuts[k] + to) / 2);
      if (!insideRegion(region, middle.x, middle.y)) return end();
      if (!piece) add(at(cuts[k]), part[i - 1]);
      add(at(to), part[i]);
    });
  }
  end();
  return pieces.filter((p) => lengthOf(p) >= LEAST);
}

const reversed = ({ x, y, part }: Piece): Piece => ({
  x: x.toReversed(),
  y: y.toReversed(),
  // A stitch belongs to the point that it arrives at.
  part: [part[0], ...part.slice(1).toReversed()],
});

/** Both ends of a piece, the one that it begins at first. */
const endsOf = ({ x, y }: Piece): [Point, Point] => [
  { x: x[0], y: y[0] },
  { x: x[x.length - 1], y: y[y.length - 1] },
];

const apart = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

/** Pieces one after the other, each from the end that is nearest to where the one before ended; none farther than `reach` mm. */
function chained(pieces: readonly Piece[], reach: number): Piece[][] {
  const left = new Set(pieces);
  const nearTo = (p: Point): { piece: Piece; turned: boolean; away: number } | null => {
    let best: { piece: Piece; turned: boolean; away: number } | null = null;
    for (const piece of left) {
      endsOf(piece).forEach((end, k) => {
        const away = apart(p, end);
        if (away <= reach && (!best || away < best.away)) best = { piece, turned: k === 1, away };
      });
    }
    return best;
  };
  /** How many other ends lie near. */
  const neighbours = (p: Point, own: Piece): number => {
    let count = 0;
    for (const piece of pieces)
      if (piece !== own) for (const end of endsOf(piece)) if (apart(p, end) <= reach) count++;
    return count;
  };
  // A chain begins where the fewest lead to.
  const begins = pieces
    .flatMap((piece) =>
      endsOf(piece).map((end, k) => ({ piece, turned: k === 1, count: neighbours(end, piece) })),
    )
    .sort((a, b) => a.count - b.count);
  const chains: Piece[][] = [];
  for (const begin of begins) {
    if (!left.has(begin.piece)) continue;
    let next: { piece: Piece; turned: boolean } | null = begin;
    const chain: Piece[] = [];
    while (next) {
      const { piece, turned }: { piece: Piece; turned: boolean } = next;
      left.delete(piece);
      chain.push(turned ? reversed(piece) : piece);
      next = nearTo(endsOf(chain[chain.length - 1])[1]);
    }
    chains.push(chain);
  }
  return chains;
}

/**
 * The threads of a whole shape as far as they lie in `within`; ends at its edge are joined where they are no farther from each
 * other than `reach` mm. What can't be joined is a thread of its own.
 */
export function threadsWithin(threads: readonly SewnThread[], within: Region, reach: number): SewnThread[] {
  return chained(
    threads.flatMap((thread) => piecesWithin(thread, within)),
    reach,
  ).map((chain) => {
    const builder = new ThreadBuilder();
    chain.forEach((piece, k) =>
      piece.x.forEach((x, i) => builder.add(x, piece.y[i], k && !i ? Part.top : (piece.part[i] as never))),
    );
    return builder.thread;
  });
}
