// How a flat design comes to lie on a thing: the surface as a map from mm of cloth to mm of the picture.
import { coordsBounds, flattenPath, grownBounds, type Bounds, type Point } from '@rosehip/core';
import type { Fold } from './thing.ts';

export type Surface =
  | { kind: 'flat' }
  /** Stuffed, or worn: it bows away to both sides. Radii in mm about the middle. */
  | { kind: 'pillow'; radiusX: number; radiusY: number }
  /**
   * The front of a head. Radii in mm; `rise` is how far above the middle of the ball its place (0, 0) lies, `above` how far above
   * it we stand (below 0: beneath it), both in degrees.
   */
  | { kind: 'ball'; radiusX: number; radiusY: number; rise: number; above: number };

const RADIANS = Math.PI / 180;

/** Where a place of the cloth, in mm, is seen; null where it is turned away from us. */
export function onSurface(surface: Surface, x: number, y: number): Point | null {
  if (surface.kind === 'flat') return { x, y };
  if (surface.kind === 'pillow') {
    const { radiusX: rx, radiusY: ry } = surface;
    const [a, b] = [x / rx, y / ry];
    if (Math.abs(a) > Math.PI / 2 || Math.abs(b) > Math.PI / 2) return null;
    return { x: rx * Math.sin(a), y: ry * Math.sin(b) };
  }
  const { radiusX: rx, radiusY: ry, rise, above } = surface;
  const place = (u: number, v: number): { x: number; y: number; towards: number } => {
    const up = rise * RADIANS - v / ry;
    const around = u / (rx * Math.max(0.2, Math.cos(up)));
    const [cx, cy, cz] = [
      rx * Math.cos(up) * Math.sin(around),
      -ry * Math.sin(up),
      rx * Math.cos(up) * Math.cos(around),
    ];
    const [c, s] = [Math.cos(above * RADIANS), Math.sin(above * RADIANS)];
    // The nearer a place is to us, the lower it is seen from above.
    return { x: cx, y: cy * c + cz * s, towards: Math.abs(around) < Math.PI / 2 ? cz * c - cy * s : -1 };
  };
  const at = place(x, y);
  if (at.towards <= 0) return null;
  const middle = place(0, 0);
  return { x: at.x, y: at.y - middle.y };
}

/**
 * The place of the cloth that is seen at a point of the picture, in mm: by Newton's steps from `from`. The nearest that was
 * found where there is none.
 */
export function underPoint(surface: Surface, at: Point, from: Point): Point {
  if (surface.kind === 'flat') return at;
  const STEP = 0.5;
  let p = from;
  for (let i = 0; i < 20; i++) {
    const [here, right, down] = [
      onSurface(surface, p.x, p.y),
      onSurface(surface, p.x + STEP, p.y),
      onSurface(surface, p.x, p.y + STEP),
    ];
    if (!here || !right || !down) break;
    const [ex, ey] = [at.x - here.x, at.y - here.y];
    if (Math.hypot(ex, ey) < 0.01) break;
    const [a, b] = [(right.x - here.x) / STEP, (down.x - here.x) / STEP];
    const [c, d] = [(right.y - here.y) / STEP, (down.y - here.y) / STEP];
    const det = a * d - b * c;
    if (Math.abs(det) < 1e-3) break;
    const next = { x: p.x + (d * ex - b * ey) / det, y: p.y + (a * ey - c * ex) / det };
    if (!onSurface(surface, next.x, next.y)) break;
    p = next;
  }
  return p;
}

/** A fold's line, two numbers a point, and what it reaches. */
interface FoldLine {
  coords: ArrayLike<number>;
  width: number;
  height: number;
  bounds: Bounds;
}

/** Of a fold's width, so much is taken in by its slopes where it is highest. */
const TAKEN_IN = 0.09;

/** How finely the line of a fold is followed, in mm. */
const FOLD_FINE = 1;

/** Folds, ready to bend what lies on them. */
export function foldLines(folds: readonly Fold[]): FoldLine[] {
  return folds.flatMap(({ paths, width, height }) =>
    paths.flatMap((path) => {
      const { coords } = flattenPath(path, FOLD_FINE);
      const bounds = coordsBounds([coords]);
      return bounds ? [{ coords, width, height, bounds: grownBounds(bounds, width / 2) }] : [];
    }),
  );
}

/** Moves a place of the picture towards the folds near it, as their slopes take cloth in; changes `p`. */
export function foldIn(folds: readonly FoldLine[], p: Point): void {
  let [mx, my] = [0, 0];
  for (const { coords, width, height, bounds: b } of folds) {
    if (p.x < b.minX || p.x > b.maxX || p.y < b.minY || p.y > b.maxY) continue;
    let best = (width * width) / 4;
    let [dx, dy] = [0, 0];
    for (let i = 0; i + 3 < coords.length; i += 2) {
      const [ax, ay] = [coords[i], coords[i + 1]];
      const [vx, vy] = [coords[i + 2] - ax, coords[i + 3] - ay];
      const t = Math.min(1, Math.max(0, ((p.x - ax) * vx + (p.y - ay) * vy) / (vx * vx + vy * vy || 1)));
      const [qx, qy] = [ax + t * vx - p.x, ay + t * vy - p.y];
      const square = qx * qx + qy * qy;
      if (square < best) {
        best = square;
        [dx, dy] = [qx, qy];
      }
    }
    if (!dx && !dy) continue;
    // Nothing on the ridge itself, nothing at its foot.
    const share = (2 * Math.sqrt(best)) / width;
    const pull = Math.abs(height) * TAKEN_IN * width * share * (1 - share) ** 2 * 2;
    const length = Math.hypot(dx, dy);
    mx += (dx / length) * pull;
    my += (dy / length) * pull;
  }
  p.x += mx;
  p.y += my;
}
