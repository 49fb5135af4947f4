// Pieces of thread: taken out, cut by shapes and lines, rubbed out, turned round, begun elsewhere, joined.
import {
  emptyRecords,
  joinRecords,
  RecordList,
  recordsBetween,
  type Records,
} from '../design/stitch-blocks.ts';
import { recordsOf, stretchesOf, type Stretch } from '../design/stretches.ts';
import { regionFromRings } from '../geometry/clip.ts';
import { EdgeIndex } from '../geometry/edge-index.ts';
import type { Bounds, Point } from '../geometry/points.ts';
import { ringsOf, type Region } from '../geometry/region.ts';
import { LIMITS } from '../materials/machine.ts';
import { Move } from '../sewing/moves.ts';
import { Part } from '../stitches/thread.ts';
import { begun, markedRuns, Mender, placeOf, type MarkedRecords } from './marked.ts';

/** Unbroken threads put one behind the other. */
export class ThreadRow {
  private readonly pieces: Records[] = [];
  private last: [x: number, y: number] | null = null;

  /** Puts a thread at the end, after a cut where that is wanted; what begins where the last one ended goes on. */
  add(thread: Records, cut: boolean): void {
    const { x, y, part } = thread;
    const { last } = this;
    const n = x.length;
    if (last && cut) this.pieces.push(oneRecord(...last, Move.trim));
    if (!last || cut || last[0] !== x[0] || last[1] !== y[0])
      this.pieces.push(oneRecord(x[0], y[0], Move.jump));
    this.pieces.push({
      x: x.subarray(1),
      y: y.subarray(1),
      move: new Uint8Array(n - 1),
      part: part.subarray(1),
    });
    this.last = [x[n - 1], y[n - 1]];
  }

  done(): Records {
    return joinRecords(this.pieces);
  }
}

/**
 * Needle points are looked at a hair's breadth aside, in mm: so none lies on a corner or an edge of what cuts, and no stitch
 * runs along one. (Regions lie on a grid of 0.001 mm.)
 */
const ASIDE = [0.00037, 0.00023] as const;

/** Nobody sews what is cut more often. */
const MOST_CUTS = 100_000;

/** One record of the top at a place; tenths of a millimetre. */
function oneRecord(x: number, y: number, move: number): Records {
  const out = emptyRecords(1);
  [out.x[0], out.y[0], out.move[0]] = [x, y, move];
  return out;
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
  let next = 0;
  for (const stretch of stretchesOf(records)) {
    // A run of marked points takes the stitches between them; those on either side stay with what is left.
    let { from, cut } = stretch;
    for (; next < runs.length && runs[next][1] <= stretch.to; next++) {
      const [first, last] = runs[next];
      taken.add(recordsOf(records, { from: first, to: last }), true);
      if (first > from) left.add(recordsOf(records, { from, to: first }), cut);
      cut = true;
      from = last;
    }
    if (from < stretch.to) left.add(recordsOf(records, { from, to: stretch.to }), cut);
  }
  return { taken: taken.done(), left: left.done() };
}

/** Records up to a needle point, and those from it on. */
export const cutAt = (records: Records, i: number): [Records, Records] => [
  recordsBetween(records, 0, i + 1),
  begun(recordsBetween(records, i, records.x.length)),
];

/**
 * Stitches inside a region and those outside it. A stitch that crosses its edge is parted there, on the machine's grid;
 * both sides are cut where they leave the other. Null when they would be parted more than `MOST_CUTS` times.
 */
export function cutByRegion(records: Records, region: Region): { inside: Records; outside: Records } | null {
  const index = new EdgeIndex(region.flatMap(ringsOf));
  const { x, y, part } = records;
  const rows = { in: new ThreadRow(), out: new ThreadRow() };
  const began = { in: false, out: false };
  let cuts = 0;
  for (const stretch of stretchesOf(records)) {
    let side: 'in' | 'out' | null = null;
    let piece = new RecordList();
    let whole = true;
    const flush = (): void => {
      if (side && piece.length > 1) {
        rows[side].add(piece.done(), began[side] && (stretch.cut || !whole));
        began[side] = true;
      }
      piece = new RecordList();
    };
    for (let i = stretch.from + 1; i <= stretch.to; i++) {
      const [ax, ay] = [x[i - 1] / 10 + ASIDE[0], y[i - 1] / 10 + ASIDE[1]];
      const [bx, by] = [x[i] / 10 + ASIDE[0], y[i] / 10 + ASIDE[1]];
      const shares = [0, 1];
      index.crossings(ax, ay, bx, by, (s) => s > 0 && shares.push(s));
      if ((cuts += shares.length - 2) > MOST_CUTS) return null;
      shares.sort((p, q) => p - q);
      const middle = shares[1] / 2;
      let now: 'in' | 'out' = index.inside(ax + middle * (bx - ax), ay + middle * (by - ay)) ? 'in' : 'out';
      const at = (share: number): [number, number] => [
        Math.round(x[i - 1] + share * (x[i] - x[i - 1])),
        Math.round(y[i - 1] + share * (y[i] - y[i - 1])),
      ];
      for (let k = 1; k < shares.length; k++) {
        // Along one stitch each crossing leads to the other side.
        if (k > 1) now = now === 'in' ? 'out' : 'in';
        if (shares[k] === shares[k - 1]) continue;
        if (now !== side) {
          if (side) whole = false;
          flush();
          side = now;
          piece.add(...at(shares[k - 1]), Move.jump);
        }
        const place = at(shares[k]);
        const last = piece.last!;
        if (place[0] !== last[0] || place[1] !== last[1]) piece.add(...place, Move.stitch, part[i]);
      }
    }
    flush();
  }
  return { inside: rows.in.done(), outside: rows.out.done() };
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
  return row.done();
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
  return row.done();
}

/** How two threads are joined: by one stitch, or by bringing the second one to the end of the first. */
export type JoinWay = 'stitch' | 'move';

/** How far the end of the first stitches is from the begin of the second, in tenths of a millimetre; and where that is. */
function gapBetween(first: Records, second: Records): { dx: number; dy: number; begin: number } {
  const n = first.x.length;
  const begin = stretchesOf(second)[0]?.from ?? 0;
  return { dx: first.x[n - 1] - second.x[begin], dy: first.y[n - 1] - second.y[begin], begin };
}

/** How far apart the end of some stitches and the begin of others are, in mm. */
export function endsApart(first: Records, second: Records): number {
  const { dx, dy } = gapBetween(first, second);
  return Math.hypot(dx, dy) / 10;
}

/** Where two sets of stitches would be joined: the end of the first and the begin of the second, in mm. */
export function endsOf(first: Records, second: Records): [Point, Point] {
  const { begin } = gapBetween(first, second);
  return [placeOf(first, first.x.length - 1), placeOf(second, begin)];
}

/** Threads of two sets of stitches as one; along a way when there is one, whose places between both ends are in mm. */
export function joinedEnds(
  first: Records,
  second: Records,
  how: JoinWay,
  way: readonly Point[] = [],
): Records {
  const { dx, dy, begin } = gapBetween(first, second);
  const moves = how === 'move';
  // Where the needle is already, nothing leads there.
  const rest = recordsBetween(second, begin + (moves || (!dx && !dy) ? 1 : 0), second.x.length);
  const move = rest.move.slice();
  move[0] = Move.stitch;
  const moved = moves ? { ...rest, x: rest.x.map((x) => x + dx), y: rest.y.map((y) => y + dy) } : rest;
  const between = new RecordList();
  for (const { x, y } of way) between.add(Math.round(10 * x), Math.round(10 * y), Move.stitch, Part.travel);
  return joinRecords([first, between.done(), { ...moved, move }]);
}
