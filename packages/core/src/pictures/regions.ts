// Patches of a picture as regions: one a connected patch, with its holes, in millimetres.
import type { Path, PathOutline, PathPoint } from '../design/types.ts';
import type { Point } from '../geometry/points.ts';
import type { Cubic } from '../outlines/fit.ts';
import { bordersOf, type BorderMap, type Shift, type Side } from './borders.ts';
import { backwards, fitBorder, pointsAlong, type FitChoice } from './fit-borders.ts';
import { patchesIn, withoutSpecks, type Patches } from './patches.ts';
import { NO_SHADE } from './shades.ts';

export interface PictureRegion {
  /** Which of the picture's colours it has. */
  colour: number;
  outline: PathOutline;
  /** mm² */
  area: number;
}

/** A border by itself: between two colours, or a colour and ground (-1). */
export interface PictureEdge {
  path: Path;
  colours: [number, number];
}

export interface Traced {
  /** Largest first. */
  regions: PictureRegion[];
  /** Every border once, even where it is the edge of two regions. */
  edges: PictureEdge[];
}

/** Where pixels come to lie: millimetres a pixel, and where the upper left corner is, in mm. */
export interface PixelMap {
  scale: number;
  origin: Point;
}

/** Borders as curves in pixels, before they have a size. */
export interface FittedBorders extends BorderMap {
  patches: Patches;
  curves: Cubic[][];
}

/** Finds and fits the borders of patches. */
export function fittedBorders(
  patches: Patches,
  shift: Shift | null,
  how: FitChoice,
  fit: typeof fitBorder = fitBorder,
): FittedBorders {
  const map = bordersOf(patches, shift);
  // Where edges are not told to a part of a pixel, narrow patches are no better known.
  const broad = shift ? breadths(patches, map) : () => Infinity;
  const curves = map.borders.map((border) => {
    const share = Math.min(broad(border.left), broad(border.right)) / BROAD;
    // In steps, so that a patch that grows by a few pixels keeps the borders that it had.
    const stray = Math.min(1, Math.max(LEAST_STRAY, Math.ceil(STEPS * share) / STEPS)) * how.stray;
    return fit(border, { ...how, stray });
  });
  return { ...map, patches, curves };
}

/** Borders of patches narrower than this, in pixels, may stray less, and those of the smallest by this share; in steps of which there are so many. */
const [BROAD, LEAST_STRAY, STEPS] = [15, 0.5, 10];

/** How broad patches are on average, in pixels: as bands along half of their edge. Ground is as broad as can be. */
function breadths({ area, colour }: Patches, { borders }: BorderMap): (patch: number) => number {
  const edge = new Float64Array(area.length);
  for (const { left, right, coords } of borders)
    for (const patch of [left, right]) if (patch >= 0) edge[patch] += coords.length / 2;
  return (patch) =>
    patch < 0 || colour[patch] === NO_SHADE ? Infinity : (2 * area[patch]) / Math.max(1, edge[patch]);
}

/** The regions of all patches but ground, and the borders that they are made of. */
export function regionsOf(
  { patches, borders, rings, curves }: FittedBorders,
  { scale, origin }: PixelMap,
): Traced {
  const flipped = new Map<number, Cubic[]>();
  const map = (p: Point): Point => ({ x: origin.x + p.x * scale, y: origin.y + p.y * scale });
  const along = ({ border, backwards: back }: Side): Cubic[] => {
    if (!back) return curves[border];
    let out = flipped.get(border);
    if (!out) flipped.set(border, (out = backwards(curves[border])));
    return out;
  };
  /** A closed path's last point is its first. */
  const closedPath = (points: PathPoint[]): Path => {
    const end = points.pop();
    if (end?.in) points[0] = { ...points[0], in: end.in };
    return { closed: true, points };
  };
  const out: PictureRegion[] = [];
  for (const [patch, list] of rings) {
    const colour = patches.colour[patch];
    if (colour === NO_SHADE) continue;
    const paths = list.flatMap((ring): Path[] => {
      const path = closedPath(pointsAlong(ring.flatMap(along), map));
      return path.points.length > 2 || path.points.some((p) => p.in ?? p.out) ? [path] : [];
    });
    if (paths.length)
      out.push({ colour, outline: { kind: 'path', paths }, area: patches.area[patch] * scale * scale });
  }
  const colourOf = (patch: number): number => (patch < 0 ? -1 : patches.colour[patch]);
  const edges = borders.map(({ left, right, ring }, i): PictureEdge => {
    const points = pointsAlong(curves[i], map);
    const path = ring ? closedPath(points) : { closed: false, points };
    return { path, colours: [colourOf(left), colourOf(right)] };
  });
  return {
    regions: out.sort((a, b) => b.area - a.area),
    edges: edges.filter(({ path }) => path.points.length > 1),
  };
}

/** How the outline of all that is no ground may stray, in pixels. */
const SILHOUETTE: FitChoice = { stray: 1.2, corners: 0.7 };
/** What is smaller than this share of the picture is left out of its outline. */
const SPECK = 0.0005;

/** The outline of all that is no ground, in mm; null when all is. */
export function silhouetteOf(
  width: number,
  height: number,
  ground: Uint8Array,
  map: PixelMap,
): PathOutline | null {
  const ink = ground.map((is) => (is ? NO_SHADE : 0));
  const at = withoutSpecks(width, height, ink, Math.max(2, Math.round(SPECK * width * height)));
  const { regions } = regionsOf(fittedBorders(patchesIn(width, height, at), null, SILHOUETTE), map);
  const paths = regions.flatMap(({ outline }) => outline.paths);
  return paths.length ? { kind: 'path', paths } : null;
}
