// From a picture to objects, away from the main thread. One worker has one picture; it remembers every step.
import {
  chartOf,
  CHOICES,
  DESIGN_LIMITS,
  DesignSender,
  emptyDesign,
  hasGrain,
  objectsOfPicture,
  pathData,
  PictureWork,
  proposedChoices,
  splitGroup,
  WORK_PIXELS,
  type Bitmap,
  type ColourGroup,
  type DesignObject,
  type Laid,
  type PictureChoices,
  type PictureColour,
  type PictureObjects,
  type PictureProgress,
  type Made,
  type Parcel,
  type PictureSteps,
  type PixelBox,
} from '@rosehip/core';
import * as Comlink from 'comlink';
import { blobOf, dataUrlOf } from '../parts/data-url.ts';

/** What the steps leave of a picture, before stitches are chosen for it. */
export interface PictureSeen {
  colours: PictureColour[];
  /** How many colours the picture proposes, and how many it could have. */
  proposed: number;
  most: number;
  how: Made;
  /** The light on its paper was evened out. */
  evened: boolean;
  /** Pixels of the picture as it is taken, and what of it is no ground. */
  width: number;
  height: number;
  ink: PixelBox;
  inked: boolean;
  /** mm a pixel */
  scale: number;
  /** Regions as path data in mm, with their colour. */
  outlines: { d: string; colour: number }[];
  points: number;
  /** Area of the smallest region, in mm². */
  detail: number | null;
}

/** What a picture becomes on its way to the page: outlines that are as they were are not sent again, and are the very same there. */
export interface ObjectsSent {
  parcel: Parcel;
  cloth: PictureObjects['cloth'];
}

/** What the left half shows. */
export type PictureView = 'taken' | 'uncut' | 'ground' | 'colours';

/** Characters that a byte of a data: URL takes, and those before its bytes. */
const [BASE64, HEAD] = [4 / 3, 40];
/** Bytes that a pixel of a picture with grain takes at least when it is kept without loss. */
const GRAINY = 2;

let picture: Bitmap | null = null;
let work = new PictureWork();
let steps: PictureSteps | null = null;
const sender = new DesignSender();

const bitmapOf = ({ width, height, data }: Bitmap): Promise<ImageBitmap> =>
  createImageBitmap(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height));

function drawn(image: ImageBitmap, longest: number): OffscreenCanvas {
  const k = Math.min(1, longest / Math.max(image.width, image.height));
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(image.width * k)),
    Math.max(1, Math.round(image.height * k)),
  );
  const ctx = canvas.getContext('2d', { willReadFrequently: true })!;
  ctx.imageSmoothingQuality = 'high';
  ctx.drawImage(image, 0, 0, canvas.width, canvas.height);
  return canvas;
}

function pixelsOf(canvas: OffscreenCanvas): Bitmap {
  const { width, height } = canvas;
  return { width, height, data: canvas.getContext('2d')!.getImageData(0, 0, width, height).data };
}

/** A drawing of areas, columns and lines on one another, as large as a stamp. */
function stamp(): Bitmap {
  const canvas = new OffscreenCanvas(300, 240);
  const ctx = canvas.getContext('2d', { willReadFrequently: true })!;
  ctx.fillStyle = '#ffffff';
  ctx.fillRect(0, 0, 300, 240);
  const shape = (colour: string, path: string, width = 0): void => {
    ctx.fillStyle = ctx.strokeStyle = colour;
    ctx.lineWidth = width;
    if (width) ctx.stroke(new Path2D(path));
    else ctx.fill(new Path2D(path));
  };
  shape('#24416b', 'M20 120C20 10 280 10 280 120S20 230 20 120Z');
  shape('#c9962f', 'M60 60L120 150L150 70L180 150L240 60', 18);
  shape('#5f7f4a', 'M80 190C120 130 200 130 230 190S120 230 80 190Z');
  shape('#8c2f39', 'M70 170C110 120 190 220 240 150M150 175V215', 4);
  shape('#8c2f39', 'M150 92A24 24 0 1 0 150.1 92Z', 9);
  return pixelsOf(canvas);
}

export class PictureDesk {
  /** Works on a small drawing, so that the first picture finds the worker loaded and its code compiled; gives what comes of it. */
  warmUp(width: number, laid: Laid): DesignObject[] {
    const choices = { ...CHOICES, width };
    const seen = new PictureWork().run(stamp(), choices, chartOf(laid));
    return objectsOfPicture(seen, choices.stitches, laid).objects;
  }

  /** Takes a picture; its pixels are read once. Gives it as a design keeps it. */
  async open(image: ImageBitmap): Promise<string> {
    const small = drawn(image, WORK_PIXELS);
    image.close();
    // What is kept is what is worked on: opened again, it makes the same.
    const most = (DESIGN_LIMITS.picture - HEAD) / BASE64;
    const isTooFine = hasGrain(pixelsOf(small)) && small.width * small.height * GRAINY > most;
    let kept = isTooFine ? null : await small.convertToBlob({ type: 'image/png' });
    for (const quality of [0.92, 0.8, 0.6]) {
      if (kept && kept.size <= most) break;
      kept = await small.convertToBlob({ type: 'image/jpeg', quality });
    }
    const data = await dataUrlOf(kept!);
    await this.reopen(data);
    return data;
  }

  /** Takes a picture as a design has kept it. */
  async reopen(data: string): Promise<void> {
    const image = await createImageBitmap(blobOf(data));
    const canvas = drawn(image, WORK_PIXELS);
    image.close();
    picture = pixelsOf(canvas);
    work = new PictureWork();
    steps = null;
  }

  /** Choices to begin with, as the picture proposes them, and what of it is no ground; `sheet` where only a sheet in it is taken. */
  propose(
    choices: PictureChoices,
    progress: PictureProgress,
  ): { choices: PictureChoices; ink: PixelBox; sheet: boolean } {
    // Sent here it is no longer the very same as the one to begin with.
    const { taken, colours, ground } = CHOICES;
    const proposed = proposedChoices(
      work,
      picture!,
      { ...choices, taken, colours, ground },
      (step, done) => void progress(step, done),
    );
    return { choices: proposed.choices, ink: proposed.looked.ink, sheet: proposed.sheet };
  }

  /** What the choices leave of the picture; `progress` hears how far that is, 0 to 1. */
  see(choices: PictureChoices, laid: Laid, progress: PictureProgress): PictureSeen {
    if (!picture) throw new Error('No picture is open.');
    steps = work.run(picture, choices, chartOf(laid), (step, done) => void progress(step, done));
    const { colours, proposed, shades, taken, ink, scale, regions, ground, evened } = steps;
    return {
      colours,
      proposed,
      most: shades.shades.length,
      how: steps.made,
      evened,
      width: taken.width,
      height: taken.height,
      ink,
      inked: ground.includes(0),
      scale,
      outlines: regions.map(({ outline, colour }) => ({ d: pathData(outline.paths), colour })),
      points: regions.reduce((sum, r) => sum + r.outline.paths.reduce((n, p) => n + p.points.length, 0), 0),
      detail: regions.length ? Math.min(...regions.map((r) => r.area)) : null,
    };
  }

  /** Chooses stitches for what was seen last. */
  objects(choices: PictureChoices, laid: Laid, progress: PictureProgress): ObjectsSent {
    if (!steps) throw new Error('No picture was seen.');
    progress('stitches', 0.75);
    const { objects, cloth } = objectsOfPicture(steps, choices.stitches, laid);
    return { parcel: sender.pack({ ...emptyDesign('Picture'), objects }), cloth };
  }

  /** The picture as a step leaves it. */
  async view(view: PictureView, choices: PictureChoices, laid: Laid): Promise<ImageBitmap | null> {
    if (!picture) return null;
    const image = await bitmapOf(
      view === 'uncut' ? work.uncut(picture, choices.taken) : this.pixels(view, choices, laid),
    );
    return Comlink.transfer(image, [image]);
  }

  private pixels(view: PictureView, choices: PictureChoices, laid: Laid): Bitmap {
    // A worker that took the place of one that was ended has made nothing yet.
    steps ??= work.run(picture!, choices, chartOf(laid));
    const { taken, ground, at, colours } = steps;
    if (view === 'taken') return taken;
    const data = taken.data.slice();
    const rgb = colours.map(({ colour }) => parseInt(colour.slice(1), 16));
    for (let i = 0; i < ground.length; i++) {
      if (view === 'ground') {
        if (ground[i]) data[4 * i + 3] = 0;
        continue;
      }
      const of = rgb[at[i]];
      if (of === undefined) data[4 * i + 3] = 0;
      else data.set([of >> 16, (of >> 8) & 255, of & 255, 255], 4 * i);
    }
    return { ...taken, data };
  }

  /** A group of shades in two; null when it is one. */
  split(group: ColourGroup): [ColourGroup, ColourGroup] | null {
    return steps && splitGroup(steps.shades, group);
  }
}

Comlink.expose(new PictureDesk());
