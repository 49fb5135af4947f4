// Single needle points, and stretches of them: moved, put in, taken out, set straight, smoothed, spread.
import { emptyBounds, growBounds, type Point } from '../geometry/points.ts';
import { applyMatrix, type Matrix } from '../geometry/matrix.ts';
import { arcLengths, pointAt } from '../geometry/polyline.ts';
import { Move } from '../sewing/moves.ts';
import { around, markedRuns, Mender, placeOf, stitchLength, type MarkedRecords } from './marked.ts';

const tenths = (mm: number): number => Math.round(10 * mm) + 0; // no −0

/** Marked records at new places, in mm; the others stay. */
function replaced(given: MarkedRecords, place: (i: number) => Point): MarkedRecords {
  const { records, marked } = given;
  const [x, y] = [records.x.slice(), records.y.slice()];
  for (let i = 0; i < marked.length; i++) {
    if (!marked[i]) continue;
    const p = place(i);
    [x[i], y[i]] = [tenths(p.x), tenths(p.y)];
  }
  return { records: { ...records, x, y }, marked };
}

/** Marked points after a map: moved, turned, sized, mirrored. */
export const mapMarked = (given: MarkedRecords, m: Matrix): MarkedRecords =>
  replaced(given, (i) => applyMatrix(m, placeOf(given.records, i)));

/** The middle of the box about what is marked, in mm: what a piece is turned and sized about. */
export function middleOfMarked({ records, marked }: MarkedRecords): Point {
  const b = emptyBounds();
  for (let i = 0; i < marked.length; i++) if (marked[i]) growBounds(b, records.x[i] / 10, records.y[i] / 10);
  return { x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 };
}

/** A needle point in the middle of a stitch, at a place in mm; only it is marked. `i` is the record that it arrives at. */
export function withPoint({ records, marked }: MarkedRecords, i: number, at: Point): MarkedRecords {
  const out = new Mender();
  const plain = { records, marked: new Uint8Array(marked.length) };
  for (let k = 0; k < records.x.length; k++) {
    if (k === i) out.put(tenths(at.x), tenths(at.y), Move.stitch, records.part[i], 1);
    out.keep(plain, k);
  }
  return out.done();
}

/** A needle point in the middle of every stitch that arrives at a marked one. */
export function halved(given: MarkedRecords): MarkedRecords {
  const { records, marked } = given;
  const out = new Mender();
  for (let i = 0; i < marked.length; i++) {
    if (marked[i] && stitchLength(records, i) > 0) {
      const [x, y] = [(records.x[i] + records.x[i - 1]) / 2, (records.y[i] + records.y[i - 1]) / 2];
      out.put(Math.round(x), Math.round(y), Move.stitch, records.part[i], 1);
    }
    out.keep(given, i);
  }
  return out.done();
}

/** Without the marked records: what is before and after them is joined by one stitch. */
export function withoutMarked(given: MarkedRecords): MarkedRecords {
  const out = new Mender();
  for (let i = 0; i < given.marked.length; i++) if (!given.marked[i]) out.keep(given, i);
  return out.done();
}

/** The nearest place of the straight line through two places. */
function onLine(p: Point, a: Point, b: Point): Point {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const square = dx * dx + dy * dy;
  if (square < 1e-9) return p;
  const t = ((p.x - a.x) * dx + (p.y - a.y) * dy) / square;
  return { x: a.x + t * dx, y: a.y + t * dy };
}

/** Marked points pulled on to the line through their neighbours, or on to one that is given, in mm. */
export function flattened(given: MarkedRecords, line?: readonly [Point, Point]): MarkedRecords {
  const ends = new Map<number, readonly [Point, Point]>();
  for (const run of markedRuns(given)) {
    const [before, after] = around(given.records, run);
    const own = line ?? [placeOf(given.records, before), placeOf(given.records, after)];
    for (let i = run[0]; i <= run[1]; i++) ends.set(i, own);
  }
  return replaced(given, (i) => onLine(placeOf(given.records, i), ...ends.get(i)!));
}

/** So often, and so far, each point is drawn towards the middle of its neighbours. */
const [ROUNDS, PULL] = [3, 0.5];

/** Marked points evened out between their neighbours (Laplacian smoothing); ends of a thread stay. */
export function smoothed(given: MarkedRecords): MarkedRecords {
  const { records } = given;
  const places = new Map<number, Point>();
  for (const [from, to] of markedRuns(given)) {
    const [first, last] = around(records, [from, to]);
    let run = Array.from({ length: last - first + 1 }, (_, k) => placeOf(records, first + k));
    for (let round = 0; round < ROUNDS; round++)
      run = run.map((p, k) =>
        k === 0 || k === run.length - 1
          ? p
          : {
              x: p.x + PULL * ((run[k - 1].x + run[k + 1].x) / 2 - p.x),
              y: p.y + PULL * ((run[k - 1].y + run[k + 1].y) / 2 - p.y),
            },
      );
    for (let i = from; i <= to; i++) places.set(i, run[i - first]);
  }
  return replaced(given, (i) => places.get(i)!);
}

/** Marked points spread along the same way, so that their stitches are equally long. */
export function evenedOut(given: MarkedRecords): MarkedRecords {
  const { records } = given;
  const places = new Map<number, Point>();
  for (const [from, to] of markedRuns(given)) {
    const [first, last] = around(records, [from, to]);
    const coords = Float64Array.from({ length: 2 * (last - first + 1) }, (_, k) =>
      k % 2 ? records.y[first + (k >> 1)] / 10 : records.x[first + (k >> 1)] / 10,
    );
    const line = { coords, closed: false };
    const lengths = arcLengths(line);
    for (let i = from; i <= to; i++) {
      const share = last > first ? (i - first) / (last - first) : 0;
      places.set(i, pointAt(line, lengths, share * lengths.at(-1)!));
    }
  }
  return replaced(given, (i) => places.get(i)!);
}

/** Marked stitches longer than `most` mm parted into equal ones. */
export function parted(given: MarkedRecords, most: number): MarkedRecords {
  const { records, marked } = given;
  const out = new Mender();
  for (let i = 0; i < marked.length; i++) {
    const parts = marked[i] ? Math.ceil(stitchLength(records, i) / most - 1e-6) : 1;
    for (let k = 1; k < parts; k++) {
      const share = k / parts;
      out.put(
        Math.round(records.x[i - 1] + share * (records.x[i] - records.x[i - 1])),
        Math.round(records.y[i - 1] + share * (records.y[i] - records.y[i - 1])),
        Move.stitch,
        records.part[i],
        1,
      );
    }
    out.keep(given, i);
  }
  return out.done();
}

/** Marked stitches shorter than `least` mm joined to those after them; the last one of a thread to the one before. */
export function joined(given: MarkedRecords, least: number): MarkedRecords {
  const { records, marked } = given;
  const n = marked.length;
  const kept: number[] = [];
  const far = (i: number, j: number): number =>
    Math.hypot(records.x[i] - records.x[j], records.y[i] - records.y[j]) / 10;
  /** The first place that is kept of the thread which is gone through. */
  let begin = -1;
  for (let i = 0; i < n; i++) {
    if (records.move[i] !== Move.stitch || i === 0) {
      kept.push(i);
      begin = kept.length;
      continue;
    }
    if (!marked[i] || far(i, kept.at(-1)!) >= least - 1e-6) kept.push(i);
    else if (i + 1 >= n || records.move[i + 1] !== Move.stitch) {
      // Where the thread ends it goes on ending.
      if (kept.length > begin) kept.pop();
      if (far(i, kept.at(-1)!) > 1e-6) kept.push(i);
    }
  }
  const out = new Mender();
  for (const i of kept) out.keep(given, i);
  return out.done();
}
