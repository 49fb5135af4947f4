// The ground of a picture: cloth with its weave, the hoop, and outlines for the Lines view.
import { allRecords } from '../design/stitch-blocks.ts';
import type { Design, Path } from '../design/types.ts';
import { originOf, visibleLeaves } from '../design/tree.ts';
import type { Bounds } from '../geometry/points.ts';
import { clothById, type Cloth } from '../materials/cloths.ts';
import { materialsOf } from '../materials/materials.ts';
import { outlinePaths } from '../outlines/flatten.ts';
import { fillRuleOf } from '../outlines/region.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { bandOf, sewnFrom } from '../stitches/kinds.ts';
import type { Canvas2D } from './paint.ts';
import { paintPile } from './pile.ts';
import { mixed, readable } from './shades.ts';

/** Threads of the weave are drawn only when they are at least this many pixels apart. */
const WEAVE_FROM = 3;

/** How each weave is drawn: distance of its lines in mm and their slopes. */
const WEAVES: Record<Cloth['weave'], { gap: number; slopes: ('h' | 'v' | 'd')[]; depth: number }> = {
  plain: { gap: 0.7, slopes: ['h', 'v'], depth: 0.07 },
  twill: { gap: 0.9, slopes: ['d'], depth: 0.14 },
  knit: { gap: 1.1, slopes: ['v'], depth: 0.09 },
  pile: { gap: 1.4, slopes: ['h', 'v', 'd'], depth: 0.05 },
  felt: { gap: 2.5, slopes: [], depth: 0 },
  sheen: { gap: 1.6, slopes: ['d'], depth: 0.03 },
  quilt: { gap: 1, slopes: ['h', 'v'], depth: 0.04 },
};

/** Paints the cloth over an area in mm; `scale` is pixels a millimetre. */
export function paintCloth(
  ctx: Canvas2D,
  cloth: { kind: string; colour: string },
  area: Bounds,
  scale: number,
): void {
  const { colour } = cloth;
  ctx.save();
  ctx.fillStyle = colour;
  ctx.fillRect(area.minX, area.minY, area.maxX - area.minX, area.maxY - area.minY);
  const weave = WEAVES[clothById(cloth.kind).weave];
  let { gap } = weave;
  while (gap * scale < WEAVE_FROM) gap *= 2;
  const depth = weave.depth * Math.min(1, (weave.gap / gap) * 1.2);
  ctx.lineWidth = Math.max(gap * 0.35, 0.7 / scale);
  const dark = parseInt(colour.slice(1, 3), 16) < 110;
  ctx.strokeStyle = mixed(colour, dark ? '#ffffff' : '#3a2a20', depth);
  const [w, h] = [area.maxX - area.minX, area.maxY - area.minY];
  const start = (v: number): number => Math.ceil(v / gap) * gap;
  for (const slope of weave.slopes) {
    ctx.beginPath();
    if (slope === 'h')
      for (let y = start(area.minY); y < area.maxY; y += gap) line(ctx, area.minX, y, area.maxX, y);
    else if (slope === 'v')
      for (let x = start(area.minX); x < area.maxX; x += gap) line(ctx, x, area.minY, x, area.maxY);
    else
      for (let x = start(area.minX - h); x < area.minX + w; x += gap)
        line(ctx, x, area.maxY, x + h, area.minY);
    ctx.stroke();
  }
  ctx.restore();
  if (hasPile(cloth)) paintPile(ctx, colour, area, scale);
}

/** Loops or hair stand up from it. */
export const hasPile = (cloth: { kind: string }): boolean => clothById(cloth.kind).weave === 'pile';

function line(ctx: Canvas2D, x1: number, y1: number, x2: number, y2: number): void {
  ctx.moveTo(x1, y1);
  ctx.lineTo(x2, y2);
}

export function tracePaths(ctx: Canvas2D, paths: readonly Path[]): void {
  for (const { points, closed } of paths) {
    if (!points.length) continue;
    ctx.moveTo(points[0].x, points[0].y);
    const count = closed ? points.length : points.length - 1;
    for (let i = 0; i < count; i++) {
      const a = points[i];
      const b = points[(i + 1) % points.length];
      if (!a.out && !b.in) ctx.lineTo(b.x, b.y);
      else
        ctx.bezierCurveTo(
          a.x + (a.out?.x ?? 0),
          a.y + (a.out?.y ?? 0),
          b.x + (b.in?.x ?? 0),
          b.y + (b.in?.y ?? 0),
          b.x,
          b.y,
        );
    }
    if (closed) ctx.closePath();
  }
}

/** The Lines view: every outline in its thread's colour, areas lightly tinted. */
export function paintLines(
  ctx: Canvas2D,
  design: Design,
  scale: number,
  focus: readonly string[] | null = null,
): void {
  ctx.save();
  ctx.lineJoin = 'round';
  const { thread } = materialsOf(design);
  for (const leaf of visibleLeaves(resolveDesign(design).objects)) {
    const { colour } = thread(leaf.thread);
    const dim = focus && !focus.includes(originOf(leaf.id)) ? 0.25 : 1;
    const aside = leaf.kind === 'object' && leaf.unsewn;
    ctx.strokeStyle = readable(colour);
    ctx.setLineDash(aside ? [4 / scale, 4 / scale] : []);
    ctx.beginPath();
    if (leaf.kind === 'object') {
      tracePaths(ctx, outlinePaths(leaf.outline));
      if (!aside && sewnFrom(leaf.recipe) === 'region') {
        ctx.globalAlpha = 0.14 * dim;
        ctx.fillStyle = colour;
        ctx.fill(fillRuleOf(leaf.outline));
      } else if (!aside && bandOf(leaf)) {
        ctx.globalAlpha = 0.14 * dim;
        ctx.lineWidth = bandOf(leaf);
        ctx.stroke();
      }
      ctx.globalAlpha = dim;
      ctx.lineWidth = (aside ? 1 : 1.5) / scale;
      ctx.stroke();
    } else {
      ctx.globalAlpha = dim;
      ctx.lineWidth = 1 / scale;
      const { x, y, move } = allRecords(leaf.blocks);
      for (let i = 0; i < move.length; i++)
        if (move[i] === 0) ctx.lineTo(x[i] / 10, y[i] / 10);
        else ctx.moveTo(x[i] / 10, y[i] / 10);
      ctx.stroke();
    }
  }
  ctx.restore();
}
