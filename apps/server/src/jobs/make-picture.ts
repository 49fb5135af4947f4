// Sews a design and paints it for the shelf; runs in a worker thread.
import type { MessagePort } from 'node:worker_threads';
import { createCanvas } from '@napi-rs/canvas';
import {
  figuresOf,
  isHooped,
  paintPicture,
  pictureArea,
  resolveDesign,
  sewDesign,
  sewHooped,
  visibleLeaves,
  type Design,
  type PictureCanvas,
} from '@rosehip/core';
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import type { Summary } from '@rosehip/wire';

export interface PictureJob {
  design: Design;
  width: number;
  height: number;
  /** The person's own fonts that its words are set in. */
  fonts: Map<string, Uint8Array>;
  /** Told once, when the worker is up and begins. */
  begun: MessagePort;
}

export interface PictureResult {
  summary: Summary;
  png: Uint8Array;
}

/** The stitch kinds of all that is sewn, by the alphabet. */
function kindsOf(design: Design): string[] {
  const kinds = [...visibleLeaves(design.objects)].flatMap((leaf) =>
    leaf.kind === 'stitches' ? ['stitches'] : leaf.unsewn ? [] : [leaf.recipe.kind],
  );
  return [...new Set(kinds)].sort();
}

export default async function makePicture({
  design,
  width,
  height,
  fonts,
  begun,
}: PictureJob): Promise<PictureResult> {
  begun.postMessage(null);
  begun.close();
  await loadFonts(design, async (face, file) => fonts.get(face) ?? readFontFile(face, file));
  const plan = sewDesign(design);
  const { width: across, height: down } = figuresOf(plan);
  // Marks between hoopings are sewn, too; the picture, and how large it is, are of the design without them.
  const resolved = resolveDesign(design);
  const whole = isHooped(resolved) ? sewHooped(resolved).plan : plan;
  const f = figuresOf(whole);
  const canvas = createCanvas(width, height);
  const ctx = canvas.getContext('2d') as unknown as PictureCanvas;
  paintPicture(ctx, design, plan, 'cloth', pictureArea(design, plan), width, height);
  return {
    summary: {
      stitches: f.stitches,
      trims: f.trims,
      width: across,
      height: down,
      seconds: f.seconds,
      colours: [...new Set(f.threads)].map((code) => {
        const { name, colour } = whole.threads[code];
        return { code, name, colour };
      }),
      kinds: kindsOf(design),
    },
    png: await canvas.encode('png'),
  };
}
