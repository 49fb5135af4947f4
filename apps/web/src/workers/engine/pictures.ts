// Pictures of what comes of something, of words, files and whole designs.
import {
  applyCommand,
  boundsOfItems,
  chartOf,
  figuresOf,
  making,
  materialsOf,
  objectCover,
  outcomeOf,
  paintPicture,
  paintThread,
  patchesOf,
  pictureArea,
  readDst,
  sewDesign,
  sewResolved,
  shadesOf,
  sketched,
  subjectOf,
  SWATCH_CLOSE,
  swatchDesign,
  threadIn,
  type Bounds,
  type Design,
  type DesignObject,
  type Parcel,
  type PictureCanvas,
  type PlainOutline,
  type Plan,
  type Recipe,
  type SwatchMaterials,
  type ViewName,
} from '@rosehip/core';
import * as Comlink from 'comlink';
import { blobOf } from '../../parts/data-url.ts';
import { fontFor, fontsOf } from '../fonts.ts';
import { opened, said } from './opened.ts';

/** How a picture is painted: what it shows, on which ground, how large. */
export interface PictureOptions {
  view: ViewName;
  ground: 'cloth' | 'clear';
  /** Pixels a millimetre. */
  scale: number;
  area: 'stitches' | 'hoop';
}

/** What comes of making something of what is selected; without a picture while there is none. */
export interface Outcome {
  id: string;
  picture?: ImageBitmap;
  /** Why it can't be made. */
  problem?: string;
}

/** The side of the square that a small picture shows, in mm. */
const roomFor = (b: Bounds): number => 1.1 * Math.max(b.maxX - b.minX, b.maxY - b.minY, 4);

/** The thread of a plan, or of an area of it, in the middle of a square; undefined without any. */
function smallPicture(plan: Plan, size: number, area?: Bounds, ground?: string): ImageBitmap | undefined {
  const bounds = figuresOf(plan).bounds && (area ?? figuresOf(plan).bounds);
  if (!bounds) return undefined;
  const canvas = new OffscreenCanvas(size, size);
  const ctx = canvas.getContext('2d')!;
  if (ground) {
    ctx.fillStyle = ground;
    ctx.fillRect(0, 0, size, size);
  }
  const scale = size / roomFor(bounds);
  const [x, y] = [(bounds.minX + bounds.maxX) / 2, (bounds.minY + bounds.maxY) / 2];
  ctx.setTransform(scale, 0, 0, scale, size / 2 - scale * x, size / 2 - scale * y);
  paintThread(ctx as unknown as PictureCanvas, plan, scale);
  return canvas.transferToImageBitmap();
}

/** Longest side of a picture that colours are taken from, in pixels. */
const COLOURED = 160;
/** Words are shown in this height of capitals, in mm, with so much room about them. */
const WORD_HEIGHT = 12;
const WORD_ROOM = 1.9;

/** A word in a font, for the list of fonts. */
function wordDesign(text: string, font: string): Design {
  const cloth = { kind: 'linen', colour: '#ffffff' };
  const design = swatchDesign({ kind: 'lettering', settings: {} }, '101', { cloth });
  const [object] = design.objects as DesignObject[];
  return {
    ...design,
    objects: [{ ...object, outline: { kind: 'text', of: [], text, font, height: WORD_HEIGHT } }],
  };
}

export const pictures = {
  /** Recipes sewn on a small shape, `size` pixels high and wide; undefined for one that sews nothing on it. */
  recipePictures(
    recipes: Recipe[],
    thread: string,
    on: SwatchMaterials,
    size: number,
  ): (ImageBitmap | undefined)[] {
    const made = recipes.map((recipe) => {
      const design = swatchDesign(recipe, thread, on);
      // Of what covers, a part is seen, close enough for single threads; of what is open, all of it.
      const [object] = design.objects as DesignObject<PlainOutline>[];
      const covers = objectCover(object, materialsOf(design).cloth);
      return smallPicture(sewDesign(design), size, covers ? SWATCH_CLOSE : undefined);
    });
    return Comlink.transfer(
      made,
      made.flatMap((picture) => picture ?? []),
    );
  },

  /**
   * What can be made of what is selected, by ids of makings. `told` hears of all of them at once why they can't be made,
   * then of each, as soon as it is there, a picture `size` pixels high and wide, all under the number of this round; it ends the work by
   * answering false.
   */
  async outcomes(
    parcel: Parcel,
    ids: string[],
    wanted: string[],
    size: number,
    round: number,
    told: (round: number, outcomes: Outcome[]) => boolean | Promise<boolean>,
  ): Promise<void> {
    const design = await opened(parcel);
    for (const one of wanted.map(making).filter(({ beginsWords }) => beginsWords)) {
      const after = said(
        () => applyCommand(design, one.job(design, subjectOf(one, design, ids)).command).design,
      );
      if (!('problem' in after)) await fontsOf(after);
    }
    const outcomes = wanted.map((id) => ({
      id,
      outcome: outcomeOf(design, subjectOf(making(id), design, ids), making(id)),
    }));
    const problems = outcomes.map(({ id, outcome }) =>
      'problem' in outcome ? { id, problem: outcome.problem } : { id },
    );
    if (!(await told(round, problems))) return;
    for (const { id, outcome } of outcomes) {
      if ('problem' in outcome) continue;
      const bounds = boundsOfItems(outcome.objects);
      const pixel = bounds ? roomFor(bounds) / size : 1;
      const picture = smallPicture(sewResolved(sketched(outcome, pixel)), size);
      // Waiting for the answer lets other work come between.
      if (picture && !(await told(round, Comlink.transfer([{ id, picture }], [picture])))) return;
    }
  },

  /**
   * The design in other threads, each way a list of pairs of codes, as pictures on its cloth, `size` pixels high and wide.
   * Its stitches are made once: they do not depend on colours.
   */
  async recoloured(
    parcel: Parcel,
    ways: readonly (readonly [string, string])[][],
    size: number,
  ): Promise<(ImageBitmap | undefined)[]> {
    const design = await opened(parcel);
    const plan = sewDesign(design);
    const chart = chartOf(design);
    const made = ways.map((pairs) => {
      const codes = new Map(pairs);
      const threads = Object.fromEntries(
        Object.keys(plan.threads).map((code) => [code, threadIn(chart, codes.get(code) ?? code)]),
      );
      return smallPicture({ ...plan, threads }, size, undefined, design.cloth.colour);
    });
    return Comlink.transfer(
      made,
      made.flatMap((picture) => picture ?? []),
    );
  },

  /** The colours of a picture as #rrggbb, those that fill most of it first. */
  coloursOf(image: ImageBitmap): string[] {
    const k = Math.min(1, COLOURED / Math.max(image.width, image.height));
    const [w, h] = [Math.max(1, Math.round(image.width * k)), Math.max(1, Math.round(image.height * k))];
    const ctx = new OffscreenCanvas(w, h).getContext('2d')!;
    ctx.drawImage(image, 0, 0, w, h);
    image.close();
    const { data } = ctx.getImageData(0, 0, w, h);
    const clear = Uint8Array.from({ length: w * h }, (_, i) => (data[4 * i + 3] < 128 ? 1 : 0));
    const { shades } = shadesOf({ width: w, height: h, data }, clear);
    return shades.toSorted((a, b) => b.share - a.share).map(({ colour }) => colour);
  },

  /**
   * A word sewn in a face and a colour, as a picture `height` pixels high; undefined for a face that has none of its letters.
   */
  async fontPicture(
    word: string,
    face: string,
    colour: string,
    height: number,
  ): Promise<ImageBitmap | undefined> {
    await fontFor(face, word);
    const sewn = sewDesign(wordDesign(word, face));
    const threads = Object.fromEntries(
      Object.entries(sewn.threads).map(([code, thread]) => [code, { ...thread, colour }]),
    );
    const plan = { ...sewn, threads };
    const bounds = figuresOf(plan).bounds;
    if (!bounds) return undefined;
    const scale = height / Math.max(WORD_ROOM * WORD_HEIGHT, bounds.maxY - bounds.minY + 1);
    const width = Math.min(2000, Math.ceil(scale * (bounds.maxX - bounds.minX + 1)));
    const canvas = new OffscreenCanvas(width, height);
    const ctx = canvas.getContext('2d')!;
    const middle = (bounds.minY + bounds.maxY) / 2;
    ctx.setTransform(scale, 0, 0, scale, scale * (0.5 - bounds.minX), height / 2 - scale * middle);
    paintThread(ctx as unknown as PictureCanvas, plan, scale);
    const picture = canvas.transferToImageBitmap();
    return Comlink.transfer(picture, [picture]);
  },

  /** All things that a design can be tried on, small and empty; those of its cloth in its colour. */
  async things(cloth: Design['cloth'], width: number, height: number): Promise<ImageBitmap[]> {
    const { thingPictures } = await import('../try-on-work.ts');
    const pictures = thingPictures(cloth, width, height);
    return Comlink.transfer(pictures, pictures);
  },

  /** A small picture of a stitch file, in pixels, and what is in it. Throws ReadError. */
  async stitchFilePicture(
    bytes: Uint8Array,
    width: number,
    height: number,
  ): Promise<{ png: Uint8Array; stitches: number; colours: number; width: number; height: number }> {
    const { design } = readDst(bytes);
    const plan = sewDesign(design);
    const f = figuresOf(plan);
    const canvas = new OffscreenCanvas(width, height);
    const ctx = canvas.getContext('2d') as unknown as PictureCanvas;
    paintPicture(ctx, design, plan, 'cloth', pictureArea(design, plan), width, height, false);
    const blob = await canvas.convertToBlob({ type: 'image/png' });
    return {
      png: new Uint8Array(await blob.arrayBuffer()),
      stitches: f.stitches,
      colours: f.threads.length,
      width: f.width,
      height: f.height,
    };
  },

  /** Paints the design as a PNG. Throws when the picture would be too large for a canvas. */
  async picture(parcel: Parcel, { view, ground, scale, area: shown }: PictureOptions): Promise<Uint8Array> {
    const design = await opened(parcel);
    const plan = sewDesign(design);
    const { width, height } = design.hoop;
    const area =
      shown === 'hoop'
        ? { minX: -width / 2, minY: -height / 2, maxX: width / 2, maxY: height / 2 }
        : pictureArea(design, plan);
    const size = [area.maxX - area.minX, area.maxY - area.minY].map((v) =>
      Math.max(1, Math.round(v * scale)),
    );
    const canvas = new OffscreenCanvas(size[0], size[1]);
    const ctx = canvas.getContext('2d') as unknown as PictureCanvas | null;
    if (!ctx) throw new Error('the picture is too large; take fewer dots a millimetre.');
    const prints = new Map<string, ImageBitmap>();
    for (const { patch } of patchesOf(design))
      if (patch.data && !prints.has(patch.data))
        prints.set(patch.data, await createImageBitmap(blobOf(patch.data)));
    const draw = (data: string, x: number, y: number, side: number): boolean => {
      const image = prints.get(data);
      if (image) (ctx as unknown as OffscreenCanvasRenderingContext2D).drawImage(image, x, y, side, side);
      return !!image;
    };
    paintPicture(ctx, design, plan, view, area, size[0], size[1], ground === 'cloth', draw);
    const blob = await canvas.convertToBlob({ type: 'image/png' });
    return new Uint8Array(await blob.arrayBuffer());
  },
};
