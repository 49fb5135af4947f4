// The cloth of appliqués: printed, laid on the cloth where its placement line runs, its edge a little raised.
import { visibleLeaves } from '../design/tree.ts';
import type { Design, DesignObject, Patch, Path, PlainOutline } from '../design/types.ts';
import { coordsBounds } from '../geometry/region.ts';
import { printById, OWN_PRINT, type Print } from '../materials/prints.ts';
import { outlineLines, outlinePaths } from '../outlines/flatten.ts';
import { parsePathData } from '../outlines/path-data.ts';
import { fillRuleOf } from '../outlines/region.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { tracePaths } from './ground.ts';
import type { Canvas2D } from './paint.ts';
import { mixed } from './shades.ts';

/** A canvas that can lay a print into a shape. */
export interface PatchCanvas extends Canvas2D {
  clip(rule?: 'nonzero' | 'evenodd'): void;
  translate(x: number, y: number): void;
  scale(x: number, y: number): void;
}

/** Draws a picture of the person's own over a square of `size` mm at (x, y); false when it is not there (yet). */
export type DrawPicture = (data: string, x: number, y: number, size: number) => boolean;

export type PatchObject = DesignObject<PlainOutline> & { patch: Patch };

const LIGHT = '#fffaf0';
const DARK = '#241a2e';

const known = new Map<string, { paths: Path[]; tone: number }[]>();

function marksOf(print: Print): { paths: Path[]; tone: number }[] {
  let marks = known.get(print.id);
  if (!marks) {
    marks = print.marks.map(({ d, tone }) => ({ paths: parsePathData(d).paths, tone }));
    known.set(print.id, marks);
  }
  return marks;
}

/** A print's colours on a cloth of this colour. */
export const printColour = (colour: string, tone: number): string =>
  mixed(colour, tone > 0 ? LIGHT : DARK, Math.abs(tone));

/** Objects of a design that lay an appliqué cloth, in sewing order. */
export const patchesOf = (design: Design): PatchObject[] =>
  [...visibleLeaves(resolveDesign(design).objects)].filter(
    (leaf): leaf is PatchObject => leaf.kind === 'object' && !leaf.unsewn && leaf.patch !== undefined,
  );

/** Fills an area of the print, in mm, one square after the other; the squares lie alike in every patch. */
export function paintPrint(
  ctx: PatchCanvas,
  patch: Pick<Patch, 'print' | 'colour' | 'data' | 'size'>,
  area: { minX: number; minY: number; maxX: number; maxY: number },
  draw?: DrawPicture,
): void {
  ctx.fillStyle = patch.colour;
  ctx.fillRect(area.minX, area.minY, area.maxX - area.minX, area.maxY - area.minY);
  const own = patch.print === OWN_PRINT;
  const print = printById(patch.print);
  const size = own ? (patch.size ?? 40) : print.size;
  const marks = own ? [] : marksOf(print);
  if (own ? !patch.data || !draw : !marks.length) return;
  for (let y = Math.floor(area.minY / size) * size; y < area.maxY; y += size)
    for (let x = Math.floor(area.minX / size) * size; x < area.maxX; x += size) {
      if (own) {
        if (!draw!(patch.data!, x, y, size)) return;
        continue;
      }
      ctx.save();
      ctx.translate(x, y);
      ctx.scale(size / 100, size / 100);
      for (const { paths, tone } of marks) {
        ctx.beginPath();
        tracePaths(ctx, paths);
        ctx.fillStyle = printColour(patch.colour, tone);
        ctx.fill('nonzero');
      }
      ctx.restore();
    }
}

/** Lays one patch on the cloth. */
export function paintPatch(ctx: PatchCanvas, { outline, patch }: PatchObject, draw?: DrawPicture): void {
  const b = coordsBounds(outlineLines(outline, 0.2).map((l) => l.coords));
  if (!b) return;
  const paths = outlinePaths(outline);
  ctx.save();
  ctx.beginPath();
  tracePaths(ctx, paths);
  // A patch throws a little shade on the cloth; one that lies beneath is shaded by the cloth's edge.
  if (!patch.reverse) {
    ctx.lineWidth = 0.7;
    ctx.strokeStyle = 'rgb(42 28 43 / 0.28)';
    ctx.stroke();
  }
  ctx.clip(fillRuleOf(outline));
  paintPrint(ctx, patch, b, draw);
  if (patch.reverse) {
    ctx.beginPath();
    tracePaths(ctx, paths);
    ctx.lineWidth = 1.6;
    ctx.strokeStyle = 'rgb(42 28 43 / 0.35)';
    ctx.stroke();
  }
  ctx.restore();
}
