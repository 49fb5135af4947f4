// From a picture to objects, away from the main thread. One worker has one picture; it remembers every step.
import {
  chartOf,
  CHOICES,
  chooseCounts,
  DESIGN_LIMITS,
  objectsOfPicture,
  pathData,
  PictureWork,
  proposedChoices,
  splitGroup,
  WORK_PIXELS,
  type Bitmap,
  type ColourGroup,
  type Laid,
  type PictureChoices,
  type PictureColour,
  type PictureObjects,
  type PictureProgress,
  type Made,
  type PictureSteps,
  type PixelBox,
} from '@rosehip/core';
import * as Comlink from 'comlink';
import { blobOf, dataUrlOf } from '../parts/data-url.ts';

/** What the steps made of a picture. */
export interface PictureMade {
  made: PictureObjects;
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
  counts: ReturnType<typeof chooseCounts>;
  /** Area of the smallest region, in mm². */
  detail: number | null;
}

/** What the left half shows. */
export type PictureView = 'taken' | 'uncut' | 'ground' | 'colours';

let picture: Bitmap | null = null;
let work = new PictureWork();
let steps: PictureSteps | null = null;

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

export class PictureDesk {
  /** Takes a picture; its pixels are read once. Gives it as a design keeps it. */
  async open(image: ImageBitmap): Promise<string> {
    const small = drawn(image, WORK_PIXELS);
    image.close();
    // What is kept is what is worked on: opened again, it makes the same.
    let data = await dataUrlOf(await small.convertToBlob({ type: 'image/png' }));
    for (const quality of [0.92, 0.8, 0.6]) {
      if (data.length <= DESIGN_LIMITS.picture) break;
      data = await dataUrlOf(await small.convertToBlob({ type: 'image/jpeg', quality }));
    }
    await this.reopen(data);
    return data;
  }

  /** Takes a picture as a design has kept it. */
  async reopen(data: string): Promise<void> {
    const image = await createImageBitmap(blobOf(data));
    const canvas = drawn(image, WORK_PIXELS);
    image.close();
    const pixels = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    picture = { width: pixels.width, height: pixels.height, data: pixels.data };
    work = new PictureWork();
    steps = null;
  }

  /** Choices to begin with, as the picture proposes them, and what of it is no ground. */
  propose(choices: PictureChoices, progress: PictureProgress): { choices: PictureChoices; ink: PixelBox } {
    // Sent here it is no longer the very same as the one to begin with.
    const fresh = { ...choices, colours: CHOICES.colours, ground: CHOICES.ground };
    const looked = work.look(picture!, fresh, (step, done) => void progress(step, done));
    return { choices: proposedChoices(fresh, looked), ink: looked.ink };
  }

  /** Makes what follows from the choices; `progress` hears how far that is, 0 to 1. */
  make(choices: PictureChoices, laid: Laid, progress: PictureProgress): PictureMade {
    if (!picture) throw new Error('No picture is open.');
    steps = work.run(picture, choices, chartOf(laid), (step, done) => void progress(step, done));
    progress('stitches', 0.75);
    const made = objectsOfPicture(steps, choices.stitches, laid);
    const { colours, shades, taken, ink, scale, regions, ground, evened } = steps;
    return {
      made,
      colours,
      proposed: shades.proposed,
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
      counts: chooseCounts(made.objects),
      detail: regions.length ? Math.min(...regions.map((r) => r.area)) : null,
    };
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
