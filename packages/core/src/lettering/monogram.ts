// One to three letters that fill a frame, each bent to its part of it.
import { intersect, offsetRegion } from '../geometry/clip.ts';
import { distance } from '../geometry/points.ts';
import { largestPolygon, regionBounds, type Polygon, type Region } from '../geometry/region.ts';
import { fits, piecePatch } from './patch.ts';
import { longestRun, readAt, type Part, type WordSize } from './parts.ts';

/** The share of the frame's width that the middle one of three letters takes. */
const MIDDLE = 0.42;
/** A letter is drawn no wider than so many times its proportion. */
const WIDEST = 1.7;
/** Sides between corners are read at so many places. */
const PLACES = 48;

/** Where letters stand beside each other, as shares of the frame's width. */
const columnsFor = (count: number): number[] =>
  count === 3
    ? [0, (1 - MIDDLE) / 2, (1 + MIDDLE) / 2, 1]
    : Array.from({ length: count + 1 }, (_, i) => i / count);

/** A piece between its top and its bottom, for frames that a patch would leave. */
function uprightPart(polygon: Polygon): Part {
  const b = regionBounds([polygon])!;
  const columns = 4 * PLACES;
  const runs = Array.from({ length: columns + 1 }, (_, i) =>
    longestRun(polygon, b.minX + 1e-4 + ((b.maxX - b.minX - 2e-4) * i) / columns, false),
  );
  const [above, below] = [0, 1].map((k) => readAt(runs.map((run) => run?.[k] ?? (b.minY + b.maxY) / 2)));
  return (u, v) => ({ x: b.minX + u * (b.maxX - b.minX), y: above(u) + v * (below(u) - above(u)) });
}

/**
 * Parts of a frame for the letters of a monogram, from left to right. `edge` is kept free along the frame's edge and `gap`
 * between letters; mm. `sides` is how high the outer ones of three are, as a share of what they could be. A letter without
 * room gets null.
 */
export function monogramParts(
  frame: Region,
  letters: readonly WordSize[],
  edge: number,
  gap: number,
  sides = 1,
): (Part | null)[] {
  const polygon = largestPolygon(edge > 0 ? offsetRegion(frame, -edge) : frame);
  const b = polygon && regionBounds([polygon]);
  if (!b) return letters.map(() => null);
  const count = letters.length;
  const columns = columnsFor(count).map((share) => b.minX + share * (b.maxX - b.minX));
  return letters.map(({ width, height }, i) => {
    const [x0, x1] = [columns[i] + (i ? gap / 2 : -1), columns[i + 1] + (i + 1 < count ? -gap / 2 : 1)];
    if (x1 - x0 < 1) return null;
    const ring = Float64Array.of(x0, b.minY - 1, x1, b.minY - 1, x1, b.maxY + 1, x0, b.maxY + 1);
    const piece = largestPolygon(
      intersect([{ outer: polygon.outer, holes: [] }], [{ outer: ring, holes: [] }]),
    );
    if (!piece) return null;
    const bent = piecePatch(piece, i > 0, i + 1 < count);
    const part = fits(bent, piece) ? bent : uprightPart(piece);
    const [w, h] = [distance(part(0, 0.5), part(1, 0.5)), distance(part(0.5, 0), part(0.5, 1))];
    const low = count === 3 && i !== 1 ? sides : 1;
    const wide = w / (low * h) / (width / Math.max(1e-9, height));
    const narrow = Math.min(1, WIDEST / wide);
    return (u, v) => part(0.5 + (u - 0.5) * narrow, 0.5 + (v - 0.5) * low);
  });
}
