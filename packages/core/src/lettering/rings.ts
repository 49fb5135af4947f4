// Words along the outline of a shape: ring after ring of them, from its edge to its middle.
import { offsetRegion, simplerRing } from '../geometry/clip.ts';
import { arcLengths, clockwiseFrom, lengthOf, pointAt, type Line } from '../geometry/polyline.ts';
import { largestPolygon, regionArea, type Region } from '../geometry/region.ts';
import { parted, readAt, type Part, type WordSize } from './parts.ts';

/** Words of a ring stand this far apart, as a share of its height, if the gap is not more. */
const WORD_SPACE = 0.35;
/** Letters may be so much lower or higher than their proportion asks for, to fill a ring. */
const EASE = 0.35;
/** A ring is read in steps so long, in mm. */
const STEP = 0.4;
/** So many rings at most. */
const MOST_RINGS = 12;
/** How roughly a shape is looked at while the height of its rings is sought, in mm. */
const ROUGH = 0.1;
/** Rings shorter than so many of their heights hold no word. */
const SHORTEST = 6;

/** The middle line of the ring whose outer edge lies `from` mm inside of the shape; it turns no sharper than it is high. */
function middleLine(shape: Region, from: number, height: number): Line | null {
  const core = largestPolygon(offsetRegion(shape, -(from + height)));
  if (!core) return null;
  const grown = largestPolygon(offsetRegion([{ outer: core.outer, holes: [] }], height / 2));
  return grown && { coords: grown.outer, closed: true };
}

interface Ring {
  length: number;
  /** How high it is, in mm. */
  height: number;
  /** From how far along it, in mm, and how far across it from its outer edge, as a share. */
  at(s: number, v: number): { x: number; y: number };
}

/** A ring clockwise from the left, where what is read begins. */
function ringOf(line: Line, height: number): Ring {
  const { coords } = line;
  let left = 0;
  for (let i = 0; i < coords.length; i += 2) if (coords[i] < coords[2 * left]) left = i / 2;
  const around = arcLengths(line);
  const open = clockwiseFrom(line, around, around[left]);
  const lengths = arcLengths(open);
  const length = lengths.at(-1)!;
  const count = Math.max(8, Math.ceil(length / STEP));
  const read = Array.from({ length: count + 1 }, (_, i) => pointAt(open, lengths, (length * i) / count));
  // The way across it, smoothed over its height: so letters don't fan out at once where it turns.
  const reach = Math.max(1, Math.round((0.4 * height) / (length / count)));
  const across = read.map((_, i) => {
    const [a, b] = [read[(i - reach + 10 * count) % count], read[(i + reach) % count]];
    const d = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    return { x: (b.y - a.y) / d, y: -(b.x - a.x) / d };
  });
  const [x, y, nx, ny] = [
    readAt(read.map((p) => p.x)),
    readAt(read.map((p) => p.y)),
    readAt(across.map((p) => p.x)),
    readAt(across.map((p) => p.y)),
  ];
  return {
    length,
    height,
    at(s, v) {
      const t = s / length - Math.floor(s / length);
      const out = height * (0.5 - v);
      return { x: x(t) + out * nx(t), y: y(t) + out * ny(t) };
    },
  };
}

/** The middle lines of so many rings of this height, as far as the shape has room for them. */
function linesOf(shape: Region, edge: number, gap: number, height: number, count: number): Line[] {
  const lines: Line[] = [];
  for (let i = 0; i < count; i++) {
    const line = middleLine(shape, edge + i * (height + gap), height);
    if (!line || lengthOf(line) < SHORTEST * height) break;
    lines.push(line);
  }
  return lines;
}

/** Heights are found by halving so often. */
const ROUNDS = 11;

/**
 * Parts for words along the outline of a shape, clockwise, from its outermost ring inwards: as many rings, and as high,
 * as fill it best. `edge` is kept free along the shape's edge, `gap` between rings and at least between words; mm. A word without
 * room gets null.
 */
export function partsAlong(
  shape: Region,
  words: readonly WordSize[],
  edge: number,
  gap: number,
): (Part | null)[] {
  const natural = words.map(({ width, height }) => width / Math.max(1e-9, height));
  const none = words.map(() => null);
  const whole = regionArea(shape);
  if (!words.length || !(whole > 0)) return none;
  const wanted = natural.reduce((sum, n) => sum + n + WORD_SPACE, 0);
  // Its fine steps matter to the letters' edges, not to how high rings are.
  const rough = shape.map(({ outer }) => ({ outer: simplerRing(outer, ROUGH), holes: [] }));
  let best: { off: number; height: number; lines: Line[] } | null = null;
  for (let count = 1; count <= Math.min(MOST_RINGS, words.length); count++) {
    // The height at which the rings are as long as the words: the higher they are, the shorter.
    let [low, high] = [0.3, Math.sqrt(whole) / count];
    for (let round = 0; round < ROUNDS; round++) {
      const height = (low + high) / 2;
      const lines = linesOf(rough, edge, gap, height, count);
      const room = lines.reduce((sum, line) => sum + lengthOf(line), 0) / height;
      if (lines.length === count && room >= wanted * (1 - EASE / 2)) low = height;
      else high = height;
    }
    const lines = linesOf(shape, edge, gap, low, count);
    if (lines.length < count) break;
    const filled = low * lines.reduce((sum, line) => sum + lengthOf(line), 0);
    const off = 1 - filled / whole;
    // More rings than fill it best leave more and more of it bare.
    if (best && off > best.off + 0.1) break;
    if (!best || off < best.off - 0.02) best = { off, height: low, lines };
  }
  if (!best) return none;
  const { height: high, lines } = best;
  const rings = lines.map((line) => ringOf(line, high));
  const shared = parted(
    natural.map((n) => n + WORD_SPACE),
    rings.map(({ length }) => length),
  );
  const parts: (Part | null)[] = words.map(() => null);
  rings.forEach(({ at, length, height }, i) => {
    const own = shared[i];
    const space = Math.max(gap, WORD_SPACE * height);
    const sum = own.reduce((total, w) => total + natural[w], 0);
    // Words keep about their proportion; what is left over lies between them.
    const stretch = Math.min(1 + EASE, (length - space * own.length) / Math.max(1e-9, sum * height));
    if (!(stretch > 0.2)) return;
    const apart = (length - stretch * sum * height) / Math.max(1, own.length);
    let from = 0.5 * apart;
    for (const w of own) {
      const [begin, size] = [from, stretch * natural[w] * height];
      parts[w] = (u, v) => at(begin + u * size, v);
      from += size + apart;
    }
  });
  return parts;
}
