// What lies beside no other stitch: lines, sewn once, there and back, or every stretch twice.
import type { Path } from '../design/types.ts';
import { fitPath } from '../outlines/fit.ts';
import { medianOf } from './bands.ts';
import { SAME } from './beans.ts';
import type { ThreadPoints } from './thread-points.ts';

export interface ReadLine {
  paths: Path[];
  /** How often every stitch is sewn; `each` stretch twice in any order, as redwork does. */
  sewn: 1 | 2 | 3 | 5 | 'each';
  /** mm */
  length: number;
  sure: number;
}

/** Lines are drawn this close to their needle points, in mm. */
const TOLERANCE = 0.08;
/** A line that ends this near to its begin is closed, in mm. */
const CLOSED = 0.35;
/** Ties are stitches shorter than this within this way of the end of a thread, in mm, and so many at most. */
const TIE = { stitch: 1.3, within: 1.8, most: 7 };
/** Needle points on the way back lie as near as this to those there, in mm. */
const THERE = 0.3;
const MOSTLY = 0.85;

/** Without the tie at its begin: from the last needle point on at which the thread still turned back, near there. */
function afterTie({ x, y }: ThreadPoints, line: readonly number[]): readonly number[] {
  let begin = 0;
  const [ox, oy] = [x[line[0]], y[line[0]]];
  for (let k = 1; k + 1 < line.length && k <= TIE.most; k++) {
    const [a, b, c] = [line[k - 1], line[k], line[k + 1]];
    if (Math.hypot(x[b] - x[a], y[b] - y[a]) > TIE.stitch) break;
    if (Math.hypot(x[b] - ox, y[b] - oy) > TIE.within) break;
    const turn = (x[b] - x[a]) * (x[c] - x[b]) + (y[b] - y[a]) * (y[c] - y[b]);
    if (turn < 0) begin = k;
  }
  return begin ? line.slice(begin) : line;
}

/** The needle points of a line from one to another, without ties. */
export function withoutTies(points: ThreadPoints, from: number, to: number): number[] {
  const all = Array.from({ length: to - from + 1 }, (_, k) => from + k);
  return [...afterTie(points, [...afterTie(points, all)].reverse())].reverse();
}

function pathThrough({ x, y }: ThreadPoints, line: readonly number[]): Path {
  const [a, b] = [line[0], line[line.length - 1]];
  const closed = line.length > 4 && Math.hypot(x[b] - x[a], y[b] - y[a]) < CLOSED;
  const kept = closed ? line.slice(0, -1) : line;
  return fitPath({ coords: Float64Array.from(kept.flatMap((i) => [x[i], y[i]])), closed }, TOLERANCE);
}

/** The way out of a line that comes back over the same needle points; null when it doesn't. */
function wayThere({ x, y }: ThreadPoints, line: readonly number[]): readonly number[] | null {
  const n = line.length;
  if (n < 5) return null;
  for (const turn of [(n - 1) / 2, n / 2, n / 2 - 1].filter(Number.isInteger)) {
    const most = Math.min(turn, n - 1 - turn);
    let near = 0;
    for (let k = 1; k <= most; k++) {
      const [a, b] = [line[turn - k], line[turn + k]];
      if (Math.hypot(x[a] - x[b], y[a] - y[b]) <= THERE) near++;
    }
    if (near >= MOSTLY * most && most > 1) return line.slice(0, turn + 1);
  }
  return null;
}

/** Lines of which every stretch is sewn twice, as redwork does; null when less than most are. */
function twice(points: ThreadPoints, line: readonly number[]): Path[] | null {
  const { x, y } = points;
  if (line.length < 8) return null;
  const grid = (v: number): number => Math.round(v / (2 * SAME));
  const known = new Map<string, number>();
  const place = (i: number): number => {
    const [gx, gy] = [grid(x[i]), grid(y[i])];
    for (let u = -1; u <= 1; u++)
      for (let v = -1; v <= 1; v++) {
        const near = known.get(`${gx + u} ${gy + v}`);
        if (near !== undefined && Math.hypot(x[near] - x[i], y[near] - y[i]) <= SAME) return near;
      }
    known.set(`${gx} ${gy}`, i);
    return i;
  };
  const times = new Map<string, { a: number; b: number; count: number }>();
  const places = line.map(place);
  for (let k = 1; k < places.length; k++) {
    const [a, b] = [Math.min(places[k - 1], places[k]), Math.max(places[k - 1], places[k])];
    if (a === b) continue;
    const edge = times.get(`${a} ${b}`);
    if (edge) edge.count++;
    else times.set(`${a} ${b}`, { a, b, count: 1 });
  }
  const edges = [...times.values()];
  const doubled = edges.filter((e) => e.count === 2).length;
  if (doubled < MOSTLY * edges.length) return null;
  return chainsOf(edges).map((chain) => pathThrough(points, chain));
}

/** Edges put end to end, from one place where more or fewer than two meet to the next. */
function chainsOf(edges: readonly { a: number; b: number }[]): number[][] {
  const meets = new Map<number, number[]>();
  edges.forEach(({ a, b }, e) => {
    for (const i of [a, b]) meets.set(i, [...(meets.get(i) ?? []), e]);
  });
  const used = new Set<number>();
  const follow = (from: number, edge: number): number[] => {
    const chain = [from];
    for (let e: number | undefined = edge; e !== undefined;) {
      used.add(e);
      const at: number = edges[e].a === chain[chain.length - 1] ? edges[e].b : edges[e].a;
      chain.push(at);
      const on: number[] = meets.get(at)!;
      e = on.length === 2 ? on.find((next) => !used.has(next)) : undefined;
    }
    return chain;
  };
  const chains: number[][] = [];
  for (const [place, on] of meets)
    if (on.length !== 2) for (const e of on) if (!used.has(e)) chains.push(follow(place, e));
  // What is left are rings.
  edges.forEach(({ a }, e) => {
    if (!used.has(e)) chains.push(follow(a, e));
  });
  return chains;
}

/** Reads the line through needle points; `passes` when it is known to be bean. */
export function lineOf(points: ThreadPoints, line: readonly number[], passes?: 3 | 5): ReadLine {
  const { x, y } = points;
  const lengths = line.slice(1).map((i, k) => Math.hypot(x[i] - x[line[k]], y[i] - y[line[k]]));
  const median = medianOf(lengths);
  const length = Math.min(6, Math.max(1, Math.round(10 * median) / 10 || 2.5));
  const even =
    lengths.filter((l) => l > 0.4 * median && l < 1.7 * median).length / Math.max(1, lengths.length);
  if (passes) return { paths: [pathThrough(points, line)], sewn: passes, length, sure: even };
  const network = twice(points, line);
  // A way there and back that meets itself is a drawing.
  const there = network && network.length > 1 ? null : wayThere(points, line);
  if (there) return { paths: [pathThrough(points, there)], sewn: 2, length, sure: even };
  if (network) return { paths: network, sewn: 'each', length, sure: even };
  return { paths: [pathThrough(points, line)], sewn: 1, length, sure: even };
}
