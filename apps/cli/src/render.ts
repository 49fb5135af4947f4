// `rosehip render`: a picture of anything that can be sewn.
import { createCanvas } from '@napi-rs/canvas';
import { paintPicture, pictureArea, sewDesign, type PictureCanvas, type ViewName } from '@rosehip/core';
import { readAny, writeOut } from './files.ts';
import { takeLimit, tellLeftOut } from './limit.ts';
import { UsageError } from './usage-error.ts';

const VIEWS: readonly string[] = ['lines', 'needle', 'cloth'] satisfies ViewName[];

export async function render(
  input: string,
  options: { view: string; out: string; width: string; limit?: string },
): Promise<void> {
  takeLimit(options.limit);
  if (!VIEWS.includes(options.view))
    throw new UsageError(`--view must be lines, needle or cloth, not "${options.view}".`);
  const width = Number(options.width);
  if (!Number.isInteger(width) || width < 16 || width > 8000)
    throw new UsageError(`--width must be a whole number from 16 to 8000, not "${options.width}".`);
  const design = await readAny(input);
  const plan = sewDesign(design);
  tellLeftOut(plan);
  const area = pictureArea(design, plan);
  const height = Math.max(
    16,
    Math.min(8000, Math.round((width * (area.maxY - area.minY)) / (area.maxX - area.minX))),
  );
  const canvas = createCanvas(width, height);
  const ctx = canvas.getContext('2d') as unknown as PictureCanvas;
  paintPicture(ctx, design, plan, options.view as ViewName, area, width, height);
  await writeOut(options.out, await canvas.encode('png'));
  console.log(`${options.out}: ${width} × ${height} pixels`);
}
