// Moving, sizing, turning and mirroring outlines. Ready shapes stay what they are as long as they can.
import { Memo } from '../design/memo.ts';
import { multiply, type Matrix } from '../geometry/matrix.ts';
import { uniteBounds, type Bounds } from '../geometry/points.ts';
import { coordsBounds } from '../geometry/region.ts';
import type { BoxOutline, Path, PlainOutline } from '../design/types.ts';
import { flattenPath, outlinePaths } from './flatten.ts';
import { boxMatrix, primitivePaths } from './primitives.ts';
import { transformPath } from './transform-path.ts';

/** Degrees from -180 (not itself) to 180. */
export const normalTurn = (degrees: number): number => {
  const t = ((degrees % 360) + 360) % 360;
  return t > 180 ? t - 360 : t;
};

/** Looks the same in a mirror. */
const isSymmetric = (o: BoxOutline): boolean =>
  o.kind === 'rectangle' || o.kind === 'polygon' || o.kind === 'star' || (o.kind === 'ellipse' && !o.arc);
/** Looks the same after half a turn. */
const isHalfTurn = (o: BoxOutline): boolean =>
  o.kind === 'rectangle' ||
  (o.kind === 'ellipse' && !o.arc) ||
  ((o.kind === 'polygon' || o.kind === 'star') && o.corners % 2 === 0);

const tidy = (v: number): number => Math.round(v * 1e9) / 1e9;

/** The box after the map, or null when its sides would no longer stand square. */
function transformBox<O extends BoxOutline>(outline: O, m: Matrix): O | null {
  const [ax, ay, dx, dy, x, y] = multiply(m, boxMatrix({ ...outline, width: 1, height: 1 }));
  const across = Math.hypot(ax, ay);
  const down = Math.hypot(dx, dy);
  if (Math.abs(ax * dx + ay * dy) > 1e-9 * Math.max(across * down, 1e-12)) return null;
  const flip = ax * dy - ay * dx < 0;
  let turn = (Math.atan2(flip ? -ay : ay, flip ? -ax : ax) * 180) / Math.PI;
  const keepsFlip = flip && !isSymmetric(outline);
  if (flip !== !!outline.flip && isHalfTurn(outline) && Math.abs(normalTurn(turn)) > 90) turn += 180;
  const box = {
    x,
    y,
    width: tidy(outline.width * across),
    height: tidy(outline.height * down),
    turn: tidy(normalTurn(turn)),
  };
  const { flip: _, ...rest } = outline;
  const next = { ...rest, ...box, ...(keepsFlip && { flip: true }) } as O;
  if (next.kind !== 'rectangle') return next;
  const even = Math.abs(across - down) < 1e-9 * across;
  return even ? { ...next, radius: tidy(next.radius * across) } : next;
}

/** The outline after the map. A ready shape that would be skewed becomes a path. */
export function transformOutline(outline: PlainOutline, m: Matrix): PlainOutline {
  if (outline.kind === 'path')
    return { ...outline, paths: outline.paths.map((path) => transformPath(path, m)) };
  return (
    transformBox(outline, m) ?? {
      kind: 'path',
      paths: primitivePaths(outline).map((path) => transformPath(path, m)),
    }
  );
}

const pathBoxes = new Memo<Bounds | null>(1);

/** The box of a path, in mm: it is followed once, however often it is asked for; null when it has no points. */
export const pathBounds = (path: Path): Bounds | null =>
  pathBoxes.get(path, [], () => {
    const { coords } = flattenPath(path);
    return coords.length >= 4 ? coordsBounds([coords]) : null;
  });

/** Smallest upright rectangle about the outline, in mm; null when it has no points. */
export const outlineBounds = (outline: PlainOutline): Bounds | null =>
  uniteBounds(outlinePaths(outline).map(pathBounds));
