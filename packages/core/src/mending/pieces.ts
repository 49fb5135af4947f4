// Pieces of thread: taken out, cut by shapes and lines, rubbed out, turned round, begun elsewhere, joined.
import type { Records } from '../design/stitch-blocks.ts';
import { regionFromRings } from '../geometry/clip.ts';
import type { Bounds, Point } from '../geometry/points.ts';
import { insideRegion, type Region } from '../geometry/region.ts';
import { LIMITS } from '../materials/machine.ts';
import { Move } from '../sewing/plan.ts';
import {
  markedRuns,
  Mender,
  placeOf,
  recordsOf,
  stretchesOf,
  type MarkedRecords,
  type Stretch,
} from './marked.ts';

/** Unbroken threads put one behind the other. */
export class ThreadRow {
  private readonly out = new Mender();

  /** Puts records of a thread at the end, after a cut where that is wanted; what begins where the last one ended goes on. */
  add({ x, y, part }: Records, cut: boolean, mark = 0): void {
    const { out } = this;
    const { last } = out;
    const goesOn = last && !cut && last[0] === x[0] && last[1] === y[0];
    if (last && cut) out.put(...last, Move.trim, 0, 0);
    if (!goesOn) out.put(x[0], y[0], Move.jump, 0, mark);
    for (let i = 1; i < x.length; i++) out.put(x[i], y[i], Move.stitch, part[i], mark);
  }

  done(): MarkedRecords {
    return this.out.done();
  }
}

const far = (r: Records, i: number, j: number): number => Math.hypot(r.x[i] - r.x[j], r.y[i] - r.y[j]) / 10;

/** Without the marked points. Where what stays is apart, it is cut rather than joined by a long stitch. */
export function closedUp({ records, marked }: MarkedRecords, most = LIMITS.longest): MarkedRecords {
  const out = new Mender();
  let last = -1;
  for (let i = 0; i < marked.length; i++) {
    if (marked[i]) continue;
    const gap = last >= 0 && last < i - 1 && records.move[i] === Move.stitch;
    if (gap && far(records, last, i) > most) {
      out.put(records.x[last], records.y[last], Move.trim, 0, 0);
      out.put(records.x[i], records.y[i], Move.jump, 0, 0);
    } else out.put(records.x[i], records.y[i], records.move[i], records.part[i], 0);
    last = i;
  }
  return out.done();
}

/** The marked stitches by themselves, and what is left without them. */
export function takenOut(given: MarkedRecords): { taken: Records; left: Records } {
  const { records } = given;
  const [taken, left] = [new ThreadRow(), new ThreadRow()];
  const runs = markedRuns(given).filter(([from, to]) => to > from);
  for (const [from, to] of runs) taken.add(recordsOf(records, { from, to, cut: true }), true);
  for (const stretch of stretchesOf(records)) {
    // A run of marked points takes the stitches between them; those on either side stay with what is left.
    let from = stretch.from;
    let cut = stretch.cut;
    for (const run of runs) {
      if (run[1] <= stretch.from || run[0] >= stretch.to) continue;
      const [a, b] = [Math.max(run[0], stretch.from), Math.min(run[1], stretch.to)];
      if (a > from) left.add(recordsOf(records, { from, to: a, cut }), cut);
      cut = true;
      from = b;
    }
    if (from < stretch.to) left.add(recordsOf(records, { from, to: stretch.to, cut }), cut);
  }
  return { taken: taken.done().records, left: left.done().records };
}

/** Records up to a needle point, and those from it on. */
export function cutAt(records: Records, i: number): [Records, Records] {
  const [before, after] = [new Mender(), new Mender()];
  const given = { records, marked: new Uint8Array(records.x.length) };
  for (let k = 0; k <= i; k++) before.keep(given, k);
  for (let k = i; k < records.x.length; k++) after.keep(given, k);
  return [before.done().records, after.done().records];
}

/** Where a stitch from `a` to `b` crosses the edge of a region, as shares of its way, in order. */
function crossings(region: Region, a: Point, b: Point): number[] {
  const out: number[] = [];
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  for (const polygon of region)
    for (const ring of [polygon.outer, ...polygon.holes])
      for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
        const [ex, ey] = [ring[i] - ring[j], ring[i + 1] - ring[j + 1]];
        const cross = dx * ey - dy * ex;
        if (Math.abs(cross) < 1e-12) continue;
        const [px, py] = [ring[j] - a.x, ring[j + 1] - a.y];
        const t = (px * ey - py * ex) / cross;
        const u = (px * dy - py * dx) / cross;
        if (t > 0 && t < 1 && u >= 0 && u < 1) out.push(t);
      }
  return out.sort((p, q) => p - q);
}

/**
 * Stitches inside a region and those outside it. A stitch that crosses its edge is parted there, on the machine's grid;
 * both sides are cut where they leave the other.
 */
export function cutByRegion(records: Records, region: Region): { inside: Records; outside: Records } {
  const rows = { in: new ThreadRow(), out: new ThreadRow() };
  const began = { in: false, out: false };
  for (const stretch of stretchesOf(records)) {
    let side: 'in' | 'out' | null = null;
    let line: Mender | null = null;
    let whole = true;
    const flush = (): void => {
      const piece = line?.done().records;
      if (piece && side && piece.x.length > 1) {
        rows[side].add(piece, began[side] && (stretch.cut || !whole));
        began[side] = true;
      }
      line = null;
    };
    for (let i = stretch.from + 1; i <= stretch.to; i++) {
      const [a, b] = [placeOf(records, i - 1), placeOf(records, i)];
      const cuts = [0, ...crossings(region, a, b), 1];
      for (let k = 1; k < cuts.length; k++) {
        const middle = (cuts[k - 1] + cuts[k]) / 2;
        const now = insideRegion(region, a.x + middle * (b.x - a.x), a.y + middle * (b.y - a.y))
          ? 'in'
          : 'out';
        const at = (t: number): [number, number] =>
          t === 0
            ? [records.x[i - 1], records.y[i - 1]]
            : t === 1
              ? [records.x[i], records.y[i]]
              : [Math.round(10 * (a.x + t * (b.x - a.x))), Math.round(10 * (a.y + t * (b.y - a.y)))];
        if (now !== side || !line) {
          if (side && now !== side) {
            flush();
            whole = false;
          }
          side = now;
          line = new Mender();
          line.put(...at(cuts[k - 1]), Move.jump, 0, 0);
        }
        const place = at(cuts[k]);
        const last = line.last!;
        if (place[0] !== last[0] || place[1] !== last[1]) line.put(...place, Move.stitch, records.part[i], 0);
      }
    }
    flush();
  }
  return { inside: rows.in.done().records, outside: rows.out.done().records };
}

/**
 * What lies on the left of a line that is drawn across a box, as a region: the line goes on straight beyond its ends.
 * Its points are in mm.
 */
export function sideOfLine(line: readonly Point[], box: Bounds): Region {
  const size = 4 * (box.maxX - box.minX + box.maxY - box.minY + 10);
  const on = (from: Point, to: Point): Point => {
    const d = Math.hypot(to.x - from.x, to.y - from.y) || 1;
    return { x: to.x + ((to.x - from.x) / d) * size, y: to.y + ((to.y - from.y) / d) * size };
  };
  const [first, last] = [on(line[1], line[0]), on(line.at(-2)!, line.at(-1)!)];
  const whole = [first, ...line, last];
  // Round the left side, far away.
  const [dx, dy] = [last.x - first.x, last.y - first.y];
  const d = Math.hypot(dx, dy) || 1;
  const aside = (p: Point): Point => ({ x: p.x + (dy / d) * size, y: p.y - (dx / d) * size });
  const ring = [...whole, aside(last), aside(first)].flatMap(({ x, y }) => [x, y]);
  return regionFromRings([ring], 'nonzero');
}

/** Does the circle touch the way from a to b? */
function touches(a: Point, b: Point, p: Point, radius: number): boolean {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const square = dx * dx + dy * dy;
  const t = square ? Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / square)) : 0;
  return Math.hypot(a.x + t * dx - p.x, a.y + t * dy - p.y) <= radius;
}

/** Marks the needle points within `radius` mm of a way, besides those that are marked. */
export function rubbed(
  { records, marked }: MarkedRecords,
  way: readonly Point[],
  radius: number,
): MarkedRecords {
  const out = marked.slice();
  for (let i = 0; i < out.length; i++) {
    if (out[i]) continue;
    const p = placeOf(records, i);
    out[i] = way.some((b, k) => touches(way[Math.max(0, k - 1)], b, p, radius)) ? 1 : 0;
  }
  return { records, marked: out };
}

/** The same stitches sewn from their end to their begin. */
export function turnedRound(records: Records): Records {
  const row = new ThreadRow();
  const stretches = stretchesOf(records).toReversed();
  let cut = false;
  for (const stretch of stretches) {
    const { x, y, part } = recordsOf(records, stretch);
    const n = x.length;
    // The stitch that arrived at a place now leaves it.
    const parts = Uint8Array.from({ length: n }, (_, k) => (k ? part[n - k] : 0));
    row.add({ x: x.toReversed(), y: y.toReversed(), move: new Uint8Array(n), part: parts }, cut);
    cut = stretch.cut;
  }
  return row.done().records;
}

/** Ends of a thread this near to each other close it, in mm. */
const CLOSED = 1.2;

/** The closed thread that a record belongs to; null when it is open. */
export function closedStretchAt(records: Records, i: number): Stretch | null {
  const stretch = stretchesOf(records).find(({ from, to }) => from <= i && i <= to);
  return stretch && stretch.to - stretch.from > 2 && far(records, stretch.from, stretch.to) <= CLOSED
    ? stretch
    : null;
}

/** A closed thread begun at another of its needle points. Unchanged when it is not closed. */
export function begunAt(records: Records, i: number): Records {
  const stretch = closedStretchAt(records, i);
  if (!stretch || i === stretch.from || i === stretch.to) return records;
  const row = new ThreadRow();
  for (const one of stretchesOf(records)) {
    if (one.from !== stretch.from) {
      row.add(recordsOf(records, one), one.cut);
      continue;
    }
    const order: number[] = [];
    for (let k = i; k <= stretch.to; k++) order.push(k);
    const same = far(records, stretch.from, stretch.to) < 0.05;
    for (let k = stretch.from + (same ? 1 : 0); k <= i; k++) order.push(k);
    const { x, y, part } = records;
    const turned: Records = {
      x: Int32Array.from(order, (k) => x[k]),
      y: Int32Array.from(order, (k) => y[k]),
      move: new Uint8Array(order.length),
      part: Uint8Array.from(order, (k) => part[k]),
    };
    row.add(turned, one.cut);
  }
  return row.done().records;
}

/** How two threads are joined: by one stitch, or by bringing the second one to the end of the first. */
export type JoinWay = 'stitch' | 'move';

/** Threads of two sets of stitches as one, and how far apart their ends were, in mm. */
export function joinedEnds(
  first: Records,
  second: Records,
  how: JoinWay,
): { records: Records; apart: number } {
  const n = first.x.length;
  const begin = stretchesOf(second)[0]?.from ?? 0;
  const [dx, dy] = [first.x[n - 1] - second.x[begin], first.y[n - 1] - second.y[begin]];
  const [bx, by] = how === 'move' ? [dx, dy] : [0, 0];
  const out = new Mender();
  const given = (records: Records): MarkedRecords => ({ records, marked: new Uint8Array(records.x.length) });
  for (let i = 0; i < n; i++) out.keep(given(first), i);
  for (let i = begin; i < second.x.length; i++) {
    const [x, y] = [second.x[i] + bx, second.y[i] + by];
    if (i > begin) out.put(x, y, second.move[i], second.part[i], 0);
    else if (out.last && (out.last[0] !== x || out.last[1] !== y))
      out.put(x, y, Move.stitch, second.part[i], 0);
  }
  return { records: out.done().records, apart: Math.hypot(dx, dy) / 10 };
}
