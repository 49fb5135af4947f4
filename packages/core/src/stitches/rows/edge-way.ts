// Ways along the edge of a polygon: for open rows, between which everything shows.
import { offsetRegion } from '../../geometry/clip.ts';
import { distance, type Point } from '../../geometry/points.ts';
import { arcLengths, nearestOnLine, pointAt, segmentAt, type Line } from '../../geometry/polyline.ts';
import { ringsOf, type Polygon } from '../../geometry/region.ts';

/** Ways keep this far inside the edge, in mm, where there is room. */
const INSIDE = 0.3;

interface Round {
  line: Line;
  lengths: Float64Array;
}

/** Points of a ring from one arc length to another, the shorter way round. */
function along({ line, lengths }: Round, from: number, to: number): Point[] {
  const total = lengths.at(-1)!;
  const forward = (((to - from) % total) + total) % total;
  const ahead = forward <= total / 2;
  const n = line.coords.length / 2;
  const out = [pointAt(line, lengths, from)];
  let i = segmentAt(lengths, from);
  for (let guard = 0; guard <= n; guard++) {
    const next = ahead ? (i + 1) % n : i;
    const gone = ahead ? lengths[next] - from : from - lengths[next];
    const passed = ((gone % total) + total) % total;
    if (passed > (ahead ? forward : total - forward)) break;
    if (passed > 1e-9) out.push({ x: line.coords[2 * next], y: line.coords[2 * next + 1] });
    i = ahead ? (i + 1) % n : (i + n - 1) % n;
  }
  out.push(pointAt(line, lengths, to));
  return out;
}

/**
 * A function that finds ways between two places beside the edge. Null when they lie at different rings: then there
 * is no way along an edge.
 */
export function edgeWays(polygon: Polygon): (a: Point, b: Point) => Point[] | null {
  const rounds: Round[] = offsetRegion([polygon], -INSIDE)
    .flatMap(ringsOf)
    .map((coords) => {
      const line: Line = { coords, closed: true };
      return { line, lengths: arcLengths(line) };
    });
  return (a, b) => {
    let best: { round: Round; from: number; to: number; cost: number } | null = null;
    for (const round of rounds) {
      const [p, q] = [a, b].map((at) => nearestOnLine(round.line, round.lengths, at));
      const cost = Math.max(p.distance, q.distance);
      if (!best || cost < best.cost) best = { round, from: p.s, to: q.s, cost };
    }
    if (!best || best.cost > Math.max(2, distance(a, b) / 3)) return null;
    return [a, ...along(best.round, best.from, best.to), b];
  };
}
