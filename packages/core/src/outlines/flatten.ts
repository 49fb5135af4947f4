// Outlines to polylines: from points, tangents and primitives to lines in millimetres.
import { flattenCubic, QUARTER_CIRCLE } from '../geometry/bezier.ts';
import { turned, type Point } from '../geometry/points.ts';
import { withoutRepeats, type Line } from '../geometry/polyline.ts';
import type { EllipseOutline, Outline, Path, PathPoint, RectangleOutline } from '../design/types.ts';

/** How far the polyline may stray from the curve, in mm: a tenth of what a machine can place. */
export const FLATNESS = 0.01;

export function flattenPath(path: Path, tolerance = FLATNESS): Line {
  const { points, closed } = path;
  const out: number[] = [];
  if (points.length) out.push(points[0].x, points[0].y);
  const last = closed ? points.length : points.length - 1;
  for (let i = 0; i < last; i++) {
    const a = points[i];
    const b = points[(i + 1) % points.length];
    if (!a.out && !b.in) {
      out.push(b.x, b.y);
      continue;
    }
    flattenCubic(
      a.x,
      a.y,
      a.x + (a.out?.x ?? 0),
      a.y + (a.out?.y ?? 0),
      b.x + (b.in?.x ?? 0),
      b.y + (b.in?.y ?? 0),
      b.x,
      b.y,
      tolerance,
      out,
    );
  }
  return { coords: withoutRepeats(out, closed, 1e-4), closed };
}

/** A primitive as a path, its first point at the top (ellipse) or the top left (rectangle). */
export function primitiveToPath(outline: RectangleOutline | EllipseOutline): Path {
  const { x, y, width, height, turn } = outline;
  const place = (dx: number, dy: number): Point => {
    const p = turned({ x: dx, y: dy }, turn);
    return { x: x + p.x, y: y + p.y };
  };
  const tangent = (dx: number, dy: number): Point => turned({ x: dx, y: dy }, turn);
  const w = width / 2;
  const h = height / 2;
  if (outline.kind === 'ellipse') {
    const kx = w * QUARTER_CIRCLE;
    const ky = h * QUARTER_CIRCLE;
    const point = (px: number, py: number, tx: number, ty: number): PathPoint => ({
      ...place(px, py),
      in: tangent(-tx, -ty),
      out: tangent(tx, ty),
    });
    return {
      closed: true,
      points: [point(0, -h, kx, 0), point(w, 0, 0, ky), point(0, h, -kx, 0), point(-w, 0, 0, -ky)],
    };
  }
  const r = Math.min(Math.max(0, outline.radius), w, h);
  if (r < 1e-6) return { closed: true, points: [place(-w, -h), place(w, -h), place(w, h), place(-w, h)] };
  const k = r * QUARTER_CIRCLE;
  const end = (px: number, py: number, tx: number, ty: number): PathPoint => ({
    ...place(px, py),
    out: tangent(tx, ty),
  });
  const begin = (px: number, py: number, tx: number, ty: number): PathPoint => ({
    ...place(px, py),
    in: tangent(tx, ty),
  });
  return {
    closed: true,
    points: [
      begin(-w + r, -h, -k, 0),
      end(w - r, -h, k, 0),
      begin(w, -h + r, 0, -k),
      end(w, h - r, 0, k),
      begin(w - r, h, k, 0),
      end(-w + r, h, -k, 0),
      begin(-w, h - r, 0, k),
      end(-w, -h + r, 0, -k),
    ],
  };
}

export const outlinePaths = (outline: Outline): Path[] =>
  outline.kind === 'path' ? outline.paths : [primitiveToPath(outline)];

/** The outline's lines, in order; those of fewer than two different points are left out. */
export const outlineLines = (outline: Outline, tolerance = FLATNESS): Line[] =>
  outlinePaths(outline)
    .map((path) => flattenPath(path, tolerance))
    .filter((line) => line.coords.length >= 4);
