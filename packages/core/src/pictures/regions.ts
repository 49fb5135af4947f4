// Patches of a picture as regions: one a connected patch, with its holes, in millimetres.
import type { Path, PathOutline, PathPoint } from '../design/types.ts';
import type { Point } from '../geometry/points.ts';
import { bordersOf, type Shift, type Side } from './borders.ts';
import { backwards, fitBorder, pointsAlong, type FitChoice } from './fit-borders.ts';
import type { Patches } from './patches.ts';
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

/** The regions of all patches but ground, and the borders that they are made of. */
export function regionsOf(
  patches: Patches,
  shift: Shift | null,
  how: FitChoice,
  { scale, origin }: PixelMap,
): Traced {
  const { borders, rings } = bordersOf(patches, shift);
  const fitted = borders.map((b) => fitBorder(b, how));
  const flipped = new Map<number, ReturnType<typeof backwards>>();
  const map = (p: Point): Point => ({ x: origin.x + p.x * scale, y: origin.y + p.y * scale });
  const along = ({ border, backwards: back }: Side): ReturnType<typeof backwards> => {
    if (!back) return fitted[border];
    let out = flipped.get(border);
    if (!out) flipped.set(border, (out = backwards(fitted[border])));
    return out;
  };
  const out: PictureRegion[] = [];
  for (const [patch, list] of rings) {
    const colour = patches.colour[patch];
    if (colour === NO_SHADE) continue;
    const paths = list.flatMap((ring): Path[] => {
      const points: PathPoint[] = pointsAlong(ring.flatMap(along), map);
      const end = points.pop();
      if (end?.in) points[0] = { ...points[0], in: end.in };
      return points.length > 2 || points.some((p) => p.in ?? p.out) ? [{ closed: true, points }] : [];
    });
    if (paths.length)
      out.push({ colour, outline: { kind: 'path', paths }, area: patches.area[patch] * scale * scale });
  }
  const colourOf = (patch: number): number => (patch < 0 ? -1 : patches.colour[patch]);
  const edges = borders.map(({ left, right, ring }, i): PictureEdge => {
    const points = pointsAlong(fitted[i], map);
    if (ring) {
      const end = points.pop();
      if (end?.in) points[0] = { ...points[0], in: end.in };
    }
    return { path: { closed: ring, points }, colours: [colourOf(left), colourOf(right)] };
  });
  return {
    regions: out.sort((a, b) => b.area - a.area),
    edges: edges.filter(({ path }) => path.points.length > 1),
  };
}
