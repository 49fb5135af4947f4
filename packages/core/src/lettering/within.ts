// Words that fill a shape: the shape is parted into rows, and every word is bent to its part of a row.
import type { Point } from '../geometry/points.ts';
import { intersect, offsetRegion } from '../geometry/clip.ts';
import {
  polygonArea,
  regionArea,
  regionBounds,
  ringsOf,
  type Polygon,
  type Region,
} from '../geometry/region.ts';

/** A word before it has its part: how wide and how high it is in its font, in any unit. */
export interface WordSize {
  width: number;
  height: number;
}

/** From the unit square (0, 0 at the top left) to a word's part of the shape. */
export type Part = (u: number, v: number) => Point;

/** Sides of a row are looked at in so many places. */
const PLACES = 48;
/** Rows whose narrowest level is at least this share of the widest follow the shape's sides, others its top and bottom. */
const UPRIGHT = 0.6;
/** Where a row is lower than this share of its height, no letter stands. */
const LOW = 0.45;

/** Words of one row stand this far apart, as a share of its height, if the gap is not more. */
const WORD_SPACE = 0.22;
/** How much it counts that the shape is bare, that rows are uneven, that letters are out of proportion. */
const BARE = 3;
const UNEVEN = 1;
const SKEWED = 1;
/** Rows are made more even than the proportions of letters ask for: 1 not at all, 0 wholly. */
const EVENED = 0.6;

/** The stretches of a polygon along a line across it, by where that cuts its edges: level at `at`, or upright. */
function longestRun(polygon: Polygon, at: number, level: boolean): [number, number] | null {
  const cuts: number[] = [];
  for (const ring of ringsOf(polygon))
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [a, b] = level ? [ring[j + 1], ring[i + 1]] : [ring[j], ring[i]];
      if (a > at === b > at) continue;
      const [p, q] = level ? [ring[j], ring[i]] : [ring[j + 1], ring[i + 1]];
      cuts.push(p + ((q - p) * (at - a)) / (b - a));
    }
  cuts.sort((a, b) => a - b);
  let best: [number, number] | null = null;
  for (let i = 0; i + 1 < cuts.length; i += 2)
    if (!best || cuts[i + 1] - cuts[i] > best[1] - best[0]) best = [cuts[i], cuts[i + 1]];
  return best;
}

/** Numbers at even places from 0 to 1, read in between. */
const readAt =
  (values: readonly number[]) =>
  (t: number): number => {
    const s = Math.min(1, Math.max(0, t)) * (values.length - 1);
    const i = Math.min(values.length - 2, Math.floor(s));
    return values[i] + (values[i + 1] - values[i]) * (s - i);
  };

interface Row {
  part: Part;
  /** Its mean width and height, in mm. */
  width: number;
  height: number;
}

/** Pieces of a row that are smaller than this share of its largest are left empty. */
const PIECE = 0.2;

/** One row of the shape, between two levels, as its pieces from left to right. */
function rowOf(region: Region, top: number, bottom: number, minX: number, maxX: number): Row[] {
  const ring = Float64Array.of(minX - 1, top, maxX + 1, top, maxX + 1, bottom, minX - 1, bottom);
  const pieces = intersect(region, [{ outer: ring, holes: [] }]);
  const largest = Math.max(0, ...pieces.map(polygonArea));
  return pieces
    .filter((piece) => polygonArea(piece) >= PIECE * largest)
    .flatMap((piece) => pieceOf(piece, top, bottom) ?? [])
    .sort((a, b) => a.part(0.5, 0.5).x - b.part(0.5, 0.5).x);
}

/** One piece of a row; null where no letter finds room. */
function pieceOf(polygon: Polygon, top: number, bottom: number): Row | null {
  const b = regionBounds([polygon])!;
  const level = Array.from({ length: PLACES + 1 }, (_, i) =>
    longestRun(polygon, top + 1e-4 + ((bottom - top - 2e-4) * i) / PLACES, true),
  );
  const widths = level.map((run) => (run ? run[1] - run[0] : 0));
  if (Math.min(...widths) >= UPRIGHT * Math.max(...widths)) {
    const [left, right] = [0, 1].map((k) => readAt(level.map((run) => run![k])));
    return {
      part: (u, v) => ({ x: left(v) + u * (right(v) - left(v)), y: top + v * (bottom - top) }),
      width: widths.reduce((sum, w) => sum + w, 0) / widths.length,
      height: bottom - top,
    };
  }
  // Between its own top and bottom, as far to both sides as letters find room.
  const columns = 4 * PLACES;
  const upright = Array.from({ length: columns + 1 }, (_, i) =>
    longestRun(polygon, b.minX + 1e-4 + ((b.maxX - b.minX - 2e-4) * i) / columns, false),
  );
  const heights = upright.map((run) => (run ? run[1] - run[0] : 0));
  const least = LOW * Math.max(...heights);
  const middle = heights.indexOf(Math.max(...heights));
  let [from, to] = [middle, middle];
  while (from > 0 && heights[from - 1] >= least) from--;
  while (to < columns && heights[to + 1] >= least) to++;
  if (to - from < 2) return null;
  const runs = upright.slice(from, to + 1);
  const [above, below] = [0, 1].map((k) => readAt(runs.map((run) => run![k])));
  const x = (i: number): number => b.minX + ((b.maxX - b.minX) * i) / columns;
  const [x0, x1] = [x(from), x(to)];
  return {
    part: (u, v) => ({ x: x0 + u * (x1 - x0), y: above(u) + v * (below(u) - above(u)) }),
    width: x1 - x0,
    height: runs.reduce((sum, run) => sum + run![1] - run![0], 0) / runs.length,
  };
}

/**
 * Words in order put into so many places, each with about its share of the whole length. Every place gets one, as long as there
 * are enough.
 */
function parted(lengths: readonly number[], shares: readonly number[]): number[][] {
  const [total, whole] = [lengths, shares].map((list) => list.reduce((a, b) => a + b, 0));
  const ends: number[] = [];
  for (const share of shares) ends.push((ends.at(-1) ?? 0) + share / whole);
  const out: number[][] = shares.map(() => []);
  let before = 0;
  lengths.forEach((length, i) => {
    const middle = (before + length / 2) / total;
    const wanted = Math.max(
      0,
      ends.findIndex((end) => middle < end),
    );
    const last = out.findLastIndex((row) => row.length);
    const left = lengths.length - i;
    let row = Math.max(last, wanted);
    if (shares.length - 1 - row > left - 1) row = shares.length - left;
    if (row > last + 1) row = last + 1;
    out[Math.min(shares.length - 1, row)].push(i);
    before += length;
  });
  return out;
}

const widthOf = (row: readonly Row[]): number => row.reduce((sum, { width }) => sum + width, 0);

/**
 * Parts of a shape for words, in reading order: so many rows that letters keep their proportions best. `edge` is kept
 * free along the shape's edge and `gap` between words; mm. A word without room gets null.
 */
export function partsWithin(
  shape: Region,
  words: readonly WordSize[],
  edge: number,
  gap: number,
): (Part | null)[] {
  const region = edge > 0 ? offsetRegion(shape, -edge) : shape;
  const b = regionBounds(region);
  const none = words.map(() => null);
  if (!b || !words.length) return none;
  const natural = words.map(({ width, height }) => width / Math.max(1e-9, height));
  const whole = regionArea(region);
  let best: { off: number; parts: (Part | null)[] } | null = null;
  for (let count = 1; count <= words.length; count++) {
    const rows = parted(natural, Array<number>(count).fill(1));
    const lengthOf = (row: readonly number[]): number => row.reduce((sum, w) => sum + natural[w], 0);
    const room = b.maxY - b.minY - gap * (count - 1);
    if (room <= 0) break;
    // Heights in proportion to what a row holds, found in a few rounds: a row's width follows from where it lies.
    let heights = rows.map(() => room / count);
    let made: Row[][] = [];
    for (let round = 0; round < 4; round++) {
      let top = b.minY;
      made = heights.map((height, i) => {
        const row = rowOf(region, top, top + height, b.minX, b.maxX);
        top += height + gap;
        // A row with fewer words than pieces fills its widest.
        const widest = [...row].sort((p, q) => q.width - p.width).slice(0, rows[i].length);
        return row.filter((piece) => widest.includes(piece));
      });
      if (made.some((row) => !row.length)) break;
      const wanted = rows.map((row, i) => (widthOf(made[i]) / Math.max(1e-6, lengthOf(row))) ** EVENED);
      const sum = wanted.reduce((x, y) => x + y, 0);
      heights = wanted.map((h, i) => 0.5 * heights[i] + 0.5 * ((h / sum) * room));
    }
    if (made.some((row) => !row.length)) continue;
    const parts: (Part | null)[] = words.map(() => null);
    const pieces = made.flat();
    // What is left empty counts, letters out of proportion, and rows much lower than the others.
    let off = BARE * (1 - pieces.reduce((sum, { width, height }) => sum + width * height, 0) / whole);
    const tall = pieces.map(({ height }) => height);
    off += UNEVEN * Math.log(Math.max(...tall) / Math.min(...tall));
    rows.forEach((row, i) => {
      const shared = parted(
        row.map((w) => natural[w]),
        made[i].map(({ width }) => width),
      );
      made[i].forEach(({ part, width, height }, k) => {
        const own = shared[k].map((at) => row[at]);
        const apart = Math.max(gap, WORD_SPACE * height);
        const share = Math.max(0.2, 1 - (apart * (own.length - 1)) / width);
        off += (SKEWED * Math.abs(Math.log((share * width) / (lengthOf(own) * height)))) / pieces.length;
        let at = 0;
        for (const w of own) {
          const [from, size] = [at, (share * natural[w]) / lengthOf(own)];
          parts[w] = (u, v) => part(from + u * size, v);
          at += size + apart / width;
        }
      });
    });
    if (!best || off < best.off) best = { off, parts };
  }
  return best?.parts ?? none;
}
