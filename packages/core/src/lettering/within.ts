// Words that fill a shape: the shape is parted into rows, and every word is bent to its part of a row.
import { intersect, offsetRegion } from '../geometry/clip.ts';
import { polygonArea, regionArea, regionBounds, type Polygon, type Region } from '../geometry/region.ts';
import { distance } from '../geometry/points.ts';
import { fits, piecePatch } from './patch.ts';
import { longestRun, parted, readAt, type Part, type WordSize } from './parts.ts';

/** Sides of a row are looked at in so many places, and in so many while only its width is asked for. */
const PLACES = 48;
const ROUGHLY = 16;
/** Rows whose narrowest level is at least this share of the widest follow the shape's sides, others its top and bottom. */
const UPRIGHT = 0.6;
/** Where a row is lower than this share of its height, no letter stands. */
const LOW = 0.45;

/** Words of one row stand this far apart, as a share of its height, if the gap is not more. */
const WORD_SPACE = 0.22;
/** How much it counts that the shape is bare, that one of a row's pieces is, that rows are uneven, that letters are out of proportion. */
const BARE = 4;
const LOPSIDED = 2;
const UNEVEN = 1;
const SKEWED = 1;
/** Rows are made more even than the proportions of letters ask for: 1 not at all, 0 wholly. */
const EVENED = 0.6;

interface Row {
  part: Part;
  /** Its mean width and height, in mm. */
  width: number;
  height: number;
}

/** Pieces of a row that are smaller than this share of its largest are left empty. */
const PIECE = 0.2;

/** One row of the shape, between two levels, as its pieces from left to right. */
function rowOf({ region, minX, maxX }: Laying, top: number, bottom: number, final: boolean): Row[] {
  const ring = Float64Array.of(minX - 1, top, maxX + 1, top, maxX + 1, bottom, minX - 1, bottom);
  const pieces = intersect(region, [{ outer: ring, holes: [] }]);
  const largest = Math.max(0, ...pieces.map(polygonArea));
  return pieces
    .filter((piece) => polygonArea(piece) >= PIECE * largest)
    .flatMap(
      (piece) => (final && patchOf(piece)) || (pieceOf(piece, top, bottom, final ? PLACES : ROUGHLY) ?? []),
    )
    .sort((a, b) => a.part(0.5, 0.5).x - b.part(0.5, 0.5).x);
}

/** A piece as a patch of four sides, none of them much shorter than the one across from it; null for others. */
function patchOf(polygon: Polygon): Row | null {
  const part = piecePatch(polygon, false, false);
  if (!fits(part, polygon)) return null;
  const [top, bottom] = [distance(part(0, 0), part(1, 0)), distance(part(0, 1), part(1, 1))];
  const highs = Array.from({ length: 9 }, (_, i) => distance(part(i / 8, 0), part(i / 8, 1)));
  if (Math.min(top, bottom) < UPRIGHT * Math.max(top, bottom)) return null;
  if (Math.min(...highs) < LOW * Math.max(...highs)) return null;
  const height = highs.reduce((sum, h) => sum + h, 0) / highs.length;
  return { part, width: polygonArea(polygon) / height, height };
}

/** One piece of a row; null where no letter finds room. */
function pieceOf(polygon: Polygon, top: number, bottom: number, places: number): Row | null {
  const b = regionBounds([polygon])!;
  const level = Array.from({ length: places + 1 }, (_, i) =>
    longestRun(polygon, top + 1e-4 + ((bottom - top - 2e-4) * i) / places, true),
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
  const columns = 4 * places;
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

const widthOf = (row: readonly Row[]): number => row.reduce((sum, { width }) => sum + width, 0);

/** How much larger the first words are than the others, when they are laid by importance. */
const IMPORTANT = [2.4, 1.7, 1.3];

interface Laid {
  /** How far it is from what one would wish; 0 is best. */
  off: number;
  parts: (Part | null)[];
  /** How many pieces each row could have, and how many words it has. */
  pieces: number[];
}

/** What all tries of laying have in common. */
interface Laying {
  region: Region;
  minX: number;
  maxX: number;
  gap: number;
  /** Proportions of words, and how high each is to be beside the others. */
  natural: readonly number[];
  weights: readonly number[];
}

/** Heights of rows are found in so many rounds: how wide a row is follows from where it lies. */
const ROUNDS = 4;

/** Words in these rows, between two levels of the shape; null where a row finds no room. */
function laidRows(laying: Laying, rows: readonly number[][], from: number, to: number): Laid | null {
  const { region, gap, natural, weights } = laying;
  const weightOf = (row: readonly number[]): number =>
    row.reduce((sum, w) => sum + weights[w], 0) / Math.max(1, row.length);
  const lengthOf = (row: readonly number[]): number => row.reduce((sum, w) => sum + natural[w], 0);
  const room = to - from - gap * (rows.length - 1);
  if (room <= 0) return null;
  // Heights in proportion to what a row holds, found in a few rounds: a row's width follows from where it lies.
  let heights = rows.map(() => room / rows.length);
  let made: Row[][] = [];
  let found: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    let top = from;
    const all = heights.map((height) => {
      // The last time pieces get their final parts.
      const row = rowOf(laying, top, top + height, round === ROUNDS - 1);
      top += height + gap;
      return row;
    });
    found = all.map((row) => row.length);
    // A row with fewer words than pieces fills its widest.
    made = all.map((row, i) => {
      const widest = [...row].sort((p, q) => q.width - p.width).slice(0, rows[i].length);
      return row.filter((piece) => widest.includes(piece));
    });
    if (made.some((row) => !row.length)) return null;
    const wanted = rows.map(
      (row, i) => weightOf(row) * (widthOf(made[i]) / Math.max(1e-6, lengthOf(row))) ** EVENED,
    );
    const sum = wanted.reduce((x, y) => x + y, 0);
    heights = wanted.map((h, i) => 0.5 * heights[i] + 0.5 * ((h / sum) * room));
  }
  const parts: (Part | null)[] = natural.map(() => null);
  const pieces = made.flat();
  // What is left empty counts, letters out of proportion, and rows much lower than the others.
  const filled = pieces.reduce((sum, { width, height }) => sum + width * height, 0);
  let off = BARE * (1 - filled / regionArea(region));
  off += LOPSIDED * (found.reduce((sum, n) => sum + n, 0) - pieces.length);
  const tall = made.flatMap((row, i) => row.map(({ height }) => height / weightOf(rows[i])));
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
        const [begin, size] = [at, (share * natural[w]) / lengthOf(own)];
        parts[w] = (u, v) => part(begin + u * size, v);
        at += size + apart / width;
      }
    });
  });
  return { off, parts, pieces: found };
}

/** Rows where each has a word for every piece that it could have: it takes them from the next one. */
function withWordsFor(rows: readonly number[][], pieces: readonly number[]): number[][] | null {
  const next = rows.map((row) => [...row]);
  for (let i = 0; i + 1 < next.length; i++)
    while (next[i].length < pieces[i] && next[i + 1].length) next[i].push(next[i + 1].shift()!);
  const full = next.filter((row) => row.length);
  return full.flat().length && rows.some((row, i) => row.length < pieces[i]) ? full : null;
}

/** So much of a shape's height may be left empty above or below, where it is too narrow for words. */
const TIPS = [0.08, 0.16];
/** That is tried with so many of the ways of laying them that are best without. */
const WITH_TIPS = 3;

/**
 * Parts of a shape for words, in reading order: so many rows that letters keep their proportions best. `edge` is kept
 * free along the shape's edge and `gap` between words; mm. By importance, the first words are larger than the others. A word
 * without room gets null.
 */
export function partsWithin(
  shape: Region,
  words: readonly WordSize[],
  edge: number,
  gap: number,
  byImportance = false,
): (Part | null)[] {
  const region = edge > 0 ? offsetRegion(shape, -edge) : shape;
  const b = regionBounds(region);
  if (!b || !words.length) return words.map(() => null);
  const natural = words.map(({ width, height }) => width / Math.max(1e-9, height));
  const weights = words.map((_, i) => (byImportance ? (IMPORTANT[i] ?? 1) : 1));
  const laying: Laying = { region, minX: b.minX, maxX: b.maxX, gap, natural, weights };
  const tried: { laid: Laid; rows: number[][] }[] = [];
  const attempt = (rows: number[][], from = b.minY, to = b.maxY): Laid | null => {
    const laid = laidRows(laying, rows, from, to);
    if (laid) tried.push({ laid, rows });
    return laid;
  };
  const weighed = natural.map((n, i) => n * weights[i]);
  for (let count = 1; count <= words.length; count++) {
    const rows = parted(weighed, Array<number>(count).fill(1));
    const laid = attempt(rows);
    const others = laid && withWordsFor(rows, laid.pieces);
    if (others) attempt(others);
    // Above, many a shape has two humps: a word for each of them.
    if (count > 1 && rows[0].length === 1 && words.length > count) {
      const below = parted(weighed.slice(2), Array<number>(count - 1).fill(1));
      attempt([[0, 1], ...below.map((row) => row.map((w) => w + 2))]);
    }
  }
  const best = (): typeof tried => tried.sort((p, q) => p.laid.off - q.laid.off);
  const high = b.maxY - b.minY;
  for (const { rows } of best().slice(0, WITH_TIPS))
    for (const tip of TIPS) {
      attempt(rows, b.minY + tip * high);
      attempt(rows, b.minY, b.maxY - tip * high);
      attempt(rows, b.minY + tip * high, b.maxY - tip * high);
    }
  return best()[0]?.laid.parts ?? words.map(() => null);
}
