// Outlines to polylines in millimetres.
import type { Line } from '../geometry/polyline.ts';
import type { Path, PlainOutline } from '../design/types.ts';
import { FLATNESS, flattenPath } from './flatten-path.ts';
import { primitivePaths } from './primitives.ts';

export { FLATNESS, flattenPath };

export const outlinePaths = (outline: PlainOutline): Path[] =>
  outline.kind === 'path' ? outline.paths : primitivePaths(outline);

/** The outline's lines, in order; those of fewer than two different points are left out. */
export const outlineLines = (outline: PlainOutline, tolerance = FLATNESS): Line[] =>
  outlinePaths(outline)
    .map((path) => flattenPath(path, tolerance))
    .filter((line) => line.coords.length >= 4);
