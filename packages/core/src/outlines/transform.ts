// Moving, sizing and turning outlines. Primitives stay primitives as long as they can.
import { applyMatrix, applyToVector, asSimilarity, determinant, type Matrix } from '../geometry/matrix.ts';
import { coordsBounds } from '../geometry/region.ts';
import type { Bounds } from '../geometry/points.ts';
import type { Outline, Path } from '../design/types.ts';
import { outlineLines, primitiveToPath } from './flatten.ts';

export const transformPath = (path: Path, m: Matrix): Path => ({
  closed: path.closed,
  points: path.points.map((p) => ({
    ...applyMatrix(m, p),
    ...(p.in && { in: applyToVector(m, p.in) }),
    ...(p.out && { out: applyToVector(m, p.out) }),
  })),
});

const normalTurn = (degrees: number): number => {
  const t = ((degrees % 360) + 360) % 360;
  return t > 180 ? t - 360 : t;
};

/** The outline after the map. A primitive that would be skewed or mirrored becomes a path. */
export function transformOutline(outline: Outline, m: Matrix): Outline {
  if (outline.kind === 'path')
    return { ...outline, paths: outline.paths.map((path) => transformPath(path, m)) };
  const centre = applyMatrix(m, outline);
  const same = asSimilarity(m);
  if (same) {
    const sized = {
      ...centre,
      width: outline.width * same.scale,
      height: outline.height * same.scale,
      turn: normalTurn(outline.turn + same.turn),
    };
    return outline.kind === 'rectangle'
      ? { ...outline, ...sized, radius: outline.radius * same.scale }
      : { ...outline, ...sized };
  }
  const alongAxes = Math.abs(m[1]) < 1e-12 && Math.abs(m[2]) < 1e-12 && determinant(m) > 0;
  const quarter = Math.abs(outline.turn % 90) < 1e-9;
  if (alongAxes && quarter && m[0] > 0) {
    const upright = Math.abs(outline.turn % 180) < 1e-9;
    const sized = {
      ...centre,
      width: outline.width * (upright ? m[0] : m[3]),
      height: outline.height * (upright ? m[3] : m[0]),
    };
    return { ...outline, ...sized };
  }
  return { kind: 'path', paths: [transformPath(primitiveToPath(outline), m)] };
}

/** Smallest upright rectangle about the outline, in mm; null when it has no points. */
export const outlineBounds = (outline: Outline): Bounds | null =>
  coordsBounds(outlineLines(outline).map((line) => line.coords));
