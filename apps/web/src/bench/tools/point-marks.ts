// How points, tangents and the outline that is edited are drawn above the cloth.
import { pointKind, tracePaths, type Canvas2D, type Path, type PointRef } from '@rosehip/core';
import { drawDisc, drawLeaf, drawLine, drawSpecks, INK, LEAF, ROSEHIP } from './marks.ts';
import type { Marker } from './tool.ts';

/** With more points than this they are specks. */
const CROWD = 400;
const isCrowded = (paths: readonly Path[]): boolean => paths.reduce((n, p) => n + p.points.length, 0) > CROWD;

/** The outline itself: on the canvas, because a large one is slow as a vector image. */
function markOutline({ ctx, toPx, scale }: Marker, paths: readonly Path[]): void {
  const origin = toPx({ x: 0, y: 0 });
  ctx.save();
  ctx.translate(origin.x, origin.y);
  ctx.scale(scale, scale);
  ctx.beginPath();
  tracePaths(ctx as unknown as Canvas2D, paths);
  const looks = [
    ['rgb(255 253 248 / 0.8)', 4],
    [ROSEHIP, 1.5],
  ] as const;
  // A crowded outline does without its halo, so that it keeps up with the hand.
  for (const [colour, width] of isCrowded(paths) ? looks.slice(1) : looks) {
    ctx.strokeStyle = colour;
    ctx.lineWidth = width / scale;
    ctx.stroke();
  }
  ctx.restore();
}

/** Draws the outline with its points; tangents at the places that `tangents` names. */
export function markPoints(
  marker: Marker,
  paths: readonly Path[],
  chosenRefs: readonly PointRef[],
  tangents: readonly PointRef[],
): void {
  const { ctx, toPx } = marker;
  markOutline(marker, paths);
  for (const r of tangents) {
    const p = paths[r.path]?.points[r.point];
    if (!p) continue;
    for (const t of [p.in, p.out]) {
      if (!t) continue;
      const end = toPx({ x: p.x + t.x, y: p.y + t.y });
      drawLine(ctx, toPx(p), end, LEAF, 1.2);
      drawDisc(ctx, end, 3, false);
    }
  }
  const isIn = new Set(chosenRefs.map((r) => `${r.path} ${r.point}`));
  const crowded = isCrowded(paths);
  paths.forEach((path, i) => {
    if (crowded) drawSpecks(ctx, path.points.map(toPx));
    path.points.forEach((p, k) => {
      const chosen = isIn.size > 0 && isIn.has(`${i} ${k}`);
      if (crowded && !chosen) return;
      const draw = pointKind(p) === 'corner' ? drawLeaf : drawDisc;
      draw(ctx, toPx(p), 4.5, chosen);
    });
    direction(ctx, toPx, path);
  });
}

/** A small arrow from the first point: where the path begins and which way it goes. */
function direction(ctx: CanvasRenderingContext2D, toPx: Marker['toPx'], { points }: Path): void {
  if (points.length < 2) return;
  const a = toPx(points[0]);
  const out = points[0].out ?? { x: points[1].x - points[0].x, y: points[1].y - points[0].y };
  const angle = Math.atan2(out.y, out.x);
  ctx.save();
  ctx.translate(a.x, a.y);
  ctx.rotate(angle);
  ctx.beginPath();
  ctx.moveTo(9, -3.5);
  ctx.lineTo(15, 0);
  ctx.lineTo(9, 3.5);
  ctx.strokeStyle = INK;
  ctx.lineWidth = 1.4;
  ctx.stroke();
  ctx.restore();
  ctx.beginPath();
  ctx.arc(a.x, a.y, 8, 0, 7);
  ctx.strokeStyle = ROSEHIP;
  ctx.lineWidth = 1;
  ctx.stroke();
}
