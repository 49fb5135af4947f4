// Words along the outline of a shape: ring after ring of them, from its edge to its middle.
import { offsetRegion } from '../geometry/clip.ts';
import { arcLengths, openedAt, pointAt, reversed, type Line } from '../geometry/polyline.ts';
import { polygonArea, regionArea, type Polygon, type Region } from '../geometry/region.ts';
import { parted, readAt, type Part, type WordSize } from './parts.ts';

/** Words of a ring stand this far apart, as a share of its height, if the gap is not more. */
const WORD_SPACE = 0.35;
/** Letters may be so much lower or higher than their proportion asks for, to fill a ring. */
const EASE = 0.35;
/** A ring is read in steps so long, in mm. */
const STEP = 0.4;
/** So many rings at most. */
const MOST_RINGS = 12;
/** Rings shorter than so many of their heights hold no word. */
const SHORTEST = 6;

const largest = (region: Region): Polygon | null =>
  region.reduce<Polygon | null>((best, p) => (!best || polygonArea(p) > polygonArea(best) ? p : best), null);

/** The middle line of the ring whose outer edge lies `from` mm inside of the shape; it turns no sharper than it is high. */
function middleLine(shape: Region, from: number, height: number): Line | null {
  const core = largest(offsetRegion(shape, -(from + height)));
  if (!core) return null;
  const grown = largest(offsetRegion([{ outer: core.outer, holes: [] }], height / 2));
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
  let open = openedAt(line, arcLengths(line), arcLengths(line)[left]);
  let area = 0;
  for (let i = 0; i + 3 < open.coords.length; i += 2)
    area += open.coords[i] * open.coords[i + 3] - open.coords[i + 2] * open.coords[i + 1];
  if (area < 0) open = reversed(open);
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

/** So many rings of this height, as far as the shape has room for them. */
function ringsOf(shape: Region, edge: number, gap: number, height: number, count: number): Ring[] {
  const rings: Ring[] = [];
  for (let i = 0; i < count; i++) {
    const line = middleLine(shape, edge + i * (height + gap), height);
    const ring = line && ringOf(line, height);
    if (!ring || ring.length < SHORTEST * height) break;
    rings.push(ring);
  }
  return rings;
}

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
  let best: { off: number; rings: Ring[] } | null = null;
  for (let count = 1; count <= Math.min(MOST_RINGS, words.length); count++) {
    // The height at which the rings are as long as the words: the higher they are, the shorter.
    let [low, high] = [0.3, Math.sqrt(whole)];
    for (let round = 0; round < 18; round++) {
      const height = (low + high) / 2;
      const rings = ringsOf(shape, edge, gap, height, count);
      const room = rings.reduce((sum, { length }) => sum + length, 0) / height;
      if (rings.length === count && room >= wanted * (1 - EASE / 2)) low = height;
      else high = height;
    }
    const rings = ringsOf(shape, edge, gap, low, count);
    if (rings.length < count) break;
    const filled = rings.reduce((sum, { length, height }) => sum + length * height, 0);
    const off = 1 - filled / whole;
    if (!best || off < best.off - 0.02) best = { off, rings };
  }
  if (!best) return none;
  const { rings } = best;
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
