// Bands with where they lie: which are fills, which lie beneath others, and which belong to one fill.
import { intersect, offsetRegion } from '../geometry/clip.ts';
import { DisjointSets } from '../geometry/disjoint-sets.ts';
import type { Bounds } from '../geometry/points.ts';
import { insideRegion, regionArea, regionBounds, type Region } from '../geometry/region.ts';
import type { Band } from './bands.ts';
import { angleOf, anglesApart, bandRing, regionOf } from './fills.ts';
import type { ThreadPoints } from './thread-points.ts';

/** A band with its first and last needle point, and what it covers. */
export interface Placed {
  band: Band;
  fill: boolean;
  from: number;
  to: number;
  region: Region;
  bounds: Bounds;
}

/** Bands with so many linked turns are fills, in any case. */
const LINKED = 0.3;
/** Satin has rows of one stitch, but for this share. */
const SPLIT = 0.4;
/** The first or last stitch of a split row is uneven when it is shorter than this share of its longest, and a band when so many of its split rows are. */
const UNEVEN = 0.55;
const UNEVENLY = 0.25;
/** Wide satin is split into stitches longer than this, in mm. */
const SPLIT_LENGTH = 2.8;
/** What lies so much opener beneath another band is its underlay. */
const OPENER = 1.5;
/** So few rows beneath a band of many are a way, or its underlay. */
const FEW_ROWS = 8;
/** So much of what lies beneath has to be covered. */
export const BENEATH = 0.75;
/** Rows of one fill lie within so many degrees, and their pitches within this factor. */
const SAME_ANGLE = 7;
const SAME_PITCH = 1.3;
/** Bands that cover less than this are bends of a line, in mm². */
const LEAST_AREA = 0.6;

/** Is it a fill, not a satin column? Its rows are cut where they meet the edge; the stitches of wide satin are split evenly. */
function isFill({ x, y }: ThreadPoints, { rows, linked }: Band): boolean {
  if (linked >= LINKED) return true;
  const length = (i: number): number => Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]);
  let [split, uneven, stitches, way] = [0, 0, 0, 0];
  for (const { from, to, length: whole } of rows) {
    stitches += to - from;
    way += whole;
    if (to - from < 2) continue;
    split++;
    let longest = 0;
    for (let i = from + 1; i <= to; i++) longest = Math.max(longest, length(i));
    if (Math.min(length(from + 1), length(to)) < UNEVEN * longest) uneven++;
  }
  if (split < SPLIT * rows.length) return false;
  return uneven > UNEVENLY * split || way / stitches < SPLIT_LENGTH;
}

/** A band with where it lies; none when it covers next to nothing. */
export function placed(points: ThreadPoints, band: Band): Placed[] {
  const ring = bandRing(points, band, 0);
  const region = regionOf([ring], 0);
  const bounds = regionBounds(region);
  if (!bounds || regionArea(region) < LEAST_AREA) return [];
  const { rows } = band;
  const [from, to] = [rows[0].from, rows[rows.length - 1].to];
  return [{ band, fill: isFill(points, band), from, to, region, bounds }];
}

/** Does a place lie in what a band covers? */
export const within = (
  { bounds: b, region }: Pick<Placed, 'bounds' | 'region'>,
  x: number,
  y: number,
): boolean => x >= b.minX && x <= b.maxX && y >= b.minY && y <= b.maxY && insideRegion(region, x, y);

/** How much of the way from one needle point to another lies beneath one of these, as a share. */
export function shareBeneath(
  { x, y }: ThreadPoints,
  from: number,
  to: number,
  above: readonly Placed[],
): number {
  let [all, under] = [0, 0];
  for (let i = from + 1; i <= to; i++) {
    const length = Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]);
    const tries = Math.max(1, Math.round(length / 1.5));
    for (let k = 0; k < tries; k++) {
      const t = (k + 0.5) / tries;
      const [px, py] = [x[i - 1] + t * (x[i] - x[i - 1]), y[i - 1] + t * (y[i] - y[i - 1])];
      all += length / tries;
      if (above.some((p) => within(p, px, py))) under += length / tries;
    }
  }
  return all ? under / all : 1;
}

/** Do boxes meet, or lie within `by` mm of each other? */
export const meet = (a: Bounds, b: Bounds, by: number): boolean =>
  a.minX - by <= b.maxX && b.minX - by <= a.maxX && a.minY - by <= b.maxY && b.minY - by <= a.maxY;

/** Is a band beneath others that were sewn after it: its underlay, or a way of few rows? */
export function liesBeneath(points: ThreadPoints, p: Placed, later: readonly Placed[]): boolean {
  const few = p.band.rows.length <= FEW_ROWS;
  const above = later.filter(
    (q) =>
      meet(p.bounds, q.bounds, 0) &&
      (OPENER * q.band.pitch < p.band.pitch || (few && q.band.rows.length > 2 * FEW_ROWS)),
  );
  return above.length > 0 && shareBeneath(points, p.from, p.to, above) >= BENEATH;
}

/** Fill bands that belong together: alike, and side by side. */
export function fillsOf(bands: readonly Placed[]): Placed[][] {
  const angles = bands.map(({ band }) => angleOf(band.rows));
  const grown = bands.map(({ region, band }) => offsetRegion(region, 0.75 * band.pitch, 'mitre'));
  const sets = new DisjointSets(bands.length);
  bands.forEach((a, i) => {
    for (let j = 0; j < i; j++) {
      const b = bands[j];
      if (sets.root(i) === sets.root(j)) continue;
      const few = Math.min(a.band.rows.length, b.band.rows.length);
      if (anglesApart(angles[i], angles[j]) > SAME_ANGLE + 30 / few) continue;
      if (Math.max(a.band.pitch / b.band.pitch, b.band.pitch / a.band.pitch) > SAME_PITCH + 2 / few) continue;
      if (!meet(a.bounds, b.bounds, 1.5 * a.band.pitch)) continue;
      if (regionArea(intersect(grown[i], grown[j])) > 0) sets.join(i, j);
    }
  });
  const out = new Map<number, Placed[]>();
  bands.forEach((p, i) => {
    const set = sets.root(i);
    out.set(set, [...(out.get(set) ?? []), p]);
  });
  return [...out.values()];
}
