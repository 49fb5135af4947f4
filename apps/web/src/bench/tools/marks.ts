// Handles and labels on the layer above the cloth: warm paper discs with an ink rim, corners as small leaves.
import type { Point } from '@rosehip/core';

export const PAPER = '#fbf4e6';
export const INK = '#2a1c2b';
export const ROSEHIP = '#b3263f';
export const LEAF = '#4f6f3d';

type Context = CanvasRenderingContext2D;

function finish(ctx: Context, chosen: boolean): void {
  ctx.fillStyle = chosen ? ROSEHIP : PAPER;
  ctx.fill();
  ctx.strokeStyle = chosen ? PAPER : INK;
  ctx.lineWidth = 1.3;
  ctx.stroke();
}

/** A curve point. */
export function drawDisc(ctx: Context, p: Point, radius: number, chosen: boolean): void {
  ctx.beginPath();
  ctx.arc(p.x, p.y, radius, 0, 2 * Math.PI);
  finish(ctx, chosen);
}

/** A corner point: a small leaf. */
export function drawLeaf(ctx: Context, p: Point, radius: number, chosen: boolean): void {
  const r = radius * 1.35;
  ctx.beginPath();
  ctx.moveTo(p.x - r, p.y + r * 0.55);
  ctx.quadraticCurveTo(p.x - r * 0.9, p.y - r * 0.95, p.x + r, p.y - r * 0.75);
  ctx.quadraticCurveTo(p.x + r * 0.95, p.y + r * 0.9, p.x - r, p.y + r * 0.55);
  ctx.closePath();
  finish(ctx, chosen);
}

/** Specks nearer than this to the last one are left out, in pixels: they would only hide the line. */
const SPECK_ROOM = 6;

/** A crowd of points: specks, which cost next to nothing. */
export function drawSpecks(ctx: Context, points: readonly Point[]): void {
  ctx.fillStyle = INK;
  let last: Point = { x: -Infinity, y: -Infinity };
  for (const p of points) {
    if (Math.abs(p.x - last.x) + Math.abs(p.y - last.y) < SPECK_ROOM) continue;
    ctx.fillRect(p.x - 1.5, p.y - 1.5, 3, 3);
    last = p;
  }
}

export function drawLine(
  ctx: Context,
  a: Point,
  b: Point,
  colour: string,
  width = 1,
  dash: number[] = [],
): void {
  ctx.save();
  ctx.setLineDash(dash);
  ctx.strokeStyle = colour;
  ctx.lineWidth = width;
  ctx.beginPath();
  ctx.moveTo(a.x, a.y);
  ctx.lineTo(b.x, b.y);
  ctx.stroke();
  ctx.restore();
}

/** A few words on a paper label with its middle at (x, y), in pixels. */
export function drawLabel(ctx: Context, text: string, x: number, y: number): void {
  ctx.save();
  ctx.font = '500 12px "Figtree Variable", system-ui, sans-serif';
  ctx.textAlign = 'center';
  ctx.textBaseline = 'middle';
  const width = ctx.measureText(text).width + 12;
  ctx.beginPath();
  ctx.roundRect(x - width / 2, y - 9, width, 18, 5);
  ctx.fillStyle = '#fffdf8';
  ctx.fill();
  ctx.strokeStyle = '#e2d8c7';
  ctx.lineWidth = 1;
  ctx.stroke();
  ctx.fillStyle = INK;
  ctx.fillText(text, x, y + 0.5);
  ctx.restore();
}
