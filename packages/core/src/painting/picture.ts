// A whole picture of a design, for shelves, files and the command line.
import type { Design } from '../design/types.ts';
import type { Bounds } from '../geometry/points.ts';
import { figuresOf, type Plan } from '../sewing/plan.ts';
import { hasPile, paintCloth, paintLines } from './ground.ts';
import { paintNeedle, paintThread, type ViewName } from './paint.ts';
import { paintPatch, patchesOf, type DrawPicture, type PatchCanvas } from './patch.ts';
import { paintPileOver, pileOver } from './pile.ts';

export type PictureCanvas = PatchCanvas;

/** The area, in mm, that a picture of the design shows: its stitches with a margin, or the hoop when it has none. */
export function pictureArea(design: Design, plan: Plan, margin = 4): Bounds {
  const b = figuresOf(plan).bounds;
  if (!b) {
    const { width, height } = design.hoop;
    return { minX: -width / 2, minY: -height / 2, maxX: width / 2, maxY: height / 2 };
  }
  return {
    minX: b.minX - margin,
    minY: b.minY - margin,
    maxX: b.maxX + margin,
    maxY: b.maxY + margin,
  };
}

/** Paints `area` of the design over the whole canvas of `width` × `height` pixels, its middle kept in the middle. */
export function paintPicture(
  ctx: PictureCanvas,
  design: Design,
  plan: Plan,
  view: ViewName,
  area: Bounds,
  width: number,
  height: number,
  ground = true,
  draw?: DrawPicture,
): void {
  const scale = Math.min(width / (area.maxX - area.minX), height / (area.maxY - area.minY));
  const [cx, cy] = [(area.minX + area.maxX) / 2, (area.minY + area.maxY) / 2];
  const [hw, hh] = [width / scale / 2, height / scale / 2];
  ctx.save();
  ctx.scale(scale, scale);
  ctx.translate(hw - cx, hh - cy);
  const shown: Bounds = { minX: cx - hw, minY: cy - hh, maxX: cx + hw, maxY: cy + hh };
  if (ground) {
    if (view === 'cloth') paintCloth(ctx, design.cloth, shown, scale);
    else {
      ctx.fillStyle = '#fffdf8';
      ctx.fillRect(shown.minX, shown.minY, shown.maxX - shown.minX, shown.maxY - shown.minY);
    }
  }
  if (view === 'cloth') for (const object of patchesOf(design)) paintPatch(ctx, object, draw);
  if (view === 'lines') paintLines(ctx, design, scale);
  else if (view === 'needle') paintNeedle(ctx, plan, scale);
  else {
    paintThread(ctx, plan, scale);
    const pile = ground && hasPile(design.cloth) ? pileOver(plan) : null;
    if (pile) paintPileOver(ctx, pile, design.cloth.colour, shown, scale);
  }
  ctx.restore();
}
