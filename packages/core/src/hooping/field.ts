// The field of a hooping: where on the cloth the hoop's inside lies.
import type { Design, Hooping } from '../design/types.ts';
import { applyMatrix, inverse, multiply, rotation, translation, type Matrix } from '../geometry/matrix.ts';
import { uniteBounds, type Bounds } from '../geometry/points.ts';
import { regionBounds, ringsOf, type Region } from '../geometry/region.ts';
import { regionFromRings } from '../geometry/clip.ts';
import type { Hoop } from '../materials/hoops.ts';

/** Needles keep so far from the hoop's inside, in mm. */
export const HOOP_EDGE = 1;
/** What reaches out by less still lies inside, in mm: half a step of the machine. */
const TOLERANCE = 0.05;

/** From the hoop, its middle at the origin, to the cloth. */
export const toCloth = ({ x, y, turn }: Hooping): Matrix => multiply(translation(x, y), rotation(turn));

/** From the cloth to the hoop. */
export const toHoop = (hooping: Hooping): Matrix => inverse(toCloth(hooping))!;

/** The hoop's inside on the cloth, `inset` mm smaller on all sides. */
export function fieldOf(
  hooping: Hooping,
  { width, height }: Pick<Hoop, 'width' | 'height'>,
  inset = 0,
): Region {
  const [w, h] = [width / 2 - inset, height / 2 - inset];
  if (w <= 0 || h <= 0) return [];
  const map = toCloth(hooping);
  const corners = [
    { x: -w, y: -h },
    { x: w, y: -h },
    { x: w, y: h },
    { x: -w, y: h },
  ].map((p) => applyMatrix(map, p));
  return regionFromRings([Float64Array.from(corners.flatMap((p) => [p.x, p.y]))]);
}

/** Does a box on the cloth lie whole in a hooping? */
export function holds(
  hooping: Hooping,
  { width, height }: Pick<Hoop, 'width' | 'height'>,
  box: Bounds,
): boolean {
  const map = toHoop(hooping);
  const [w, h] = [width / 2 + TOLERANCE, height / 2 + TOLERANCE];
  for (const x of [box.minX, box.maxX])
    for (const y of [box.minY, box.maxY]) {
      const p = applyMatrix(map, { x, y });
      if (Math.abs(p.x) > w || Math.abs(p.y) > h) return false;
    }
  return true;
}

/** What of the cloth matters: the piece, and where hoops are put; without either the hoop in the middle. mm. */
export function clothBounds({ hoop, piece, hoopings }: Pick<Design, 'hoop' | 'piece' | 'hoopings'>): Bounds {
  const about = (w: number, h: number): Bounds => ({ minX: -w / 2, minY: -h / 2, maxX: w / 2, maxY: h / 2 });
  const fields = hoopings?.flatMap((h) => regionBounds(fieldOf(h, hoop)) ?? []) ?? [];
  const all = piece ? [about(piece.width, piece.height), ...fields] : fields;
  return uniteBounds(all) ?? about(hoop.width, hoop.height);
}

/** The corners of a region that lie farthest apart; null when it has none. */
export function farthestCorners(region: Region): [{ x: number; y: number }, { x: number; y: number }] | null {
  const points = region
    .flatMap(ringsOf)
    .flatMap((ring) =>
      Array.from({ length: ring.length / 2 }, (_, i) => ({ x: ring[2 * i], y: ring[2 * i + 1] })),
    );
  let best: [{ x: number; y: number }, { x: number; y: number }] | null = null;
  let far = -1;
  points.forEach((a, i) =>
    points.slice(i + 1).forEach((b) => {
      const d = Math.hypot(a.x - b.x, a.y - b.y);
      // Of corners that lie as far apart, the ones from the upper left to the lower right.
      if (d > far + 1e-6) [far, best] = [d, a.x + a.y <= b.x + b.y ? [a, b] : [b, a]];
    }),
  );
  return best;
}
