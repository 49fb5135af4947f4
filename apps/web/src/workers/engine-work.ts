// The engine: stitches designs, reads and writes files, away from the main thread.
import {
  chooseStitchesJob,
  materialsOf,
  DesignReceiver,
  fileFormat,
  figuresOf,
  findingsOf,
  findItem,
  fixOf,
  JobError,
  joinHiddenJob,
  layersOver,
  letterNamed,
  letterByLetter,
  machineById,
  making,
  objectChosen,
  objectCover,
  boundsOfItems,
  outcomeOf,
  resolveDesign,
  visibleLeaves,
  paintPicture,
  paintThread,
  patchesOf,
  pictureArea,
  openPlan,
  packPlan,
  parcelBuffers,
  planBuffers,
  putInOrder,
  readAnyFile,
  readingsOf,
  ReadError,
  sewDesign,
  SWATCH_CLOSE,
  swatchDesign,
  type SwatchMaterials,
  sewResolved,
  sketched,
  STITCH_KINDS,
  stitchesAmong,
  subjectOf,
  switchKind,
  threadsOf,
  tidyTravel,
  type Bounds,
  type Design,
  type DesignObject,
  type Figures,
  type Finding,
  type FormatId,
  type Job,
  type LayerGrid,
  type OrderProposal,
  type Parcel,
  type PictureCanvas,
  type Plan,
  type PlanParcel,
  type ThreadPlan,
  type PlainOutline,
  type Readings,
  type Recipe,
  type SettingValue,
  type StitchesChosen,
  type TidyProposal,
  type ViewName,
  chartOf,
  shadesOf,
  threadIn,
  layHoopingsJob,
  type LaidHoopings,
  adaptDesign,
  applyCommand,
  partForHoopJob,
  type PartedForHoop,
  hoopingFiles,
  readDst,
  sewHooped,
  type HoopedThings,
  followed,
  type Followed,
  proposedWith,
  fontChanges,
  type AdaptChoices,
  type AdaptedDesign,
} from '@rosehip/core';
import * as Comlink from 'comlink';
import type { SheetDesk } from './sheet-work.ts';
import { blobOf } from '../parts/data-url.ts';
import { fontFor, fontsOf, lookAgain } from './fonts.ts';

export interface Sewn {
  /** The plan, by what it has of the last that this engine sewed, … */
  parcel: PlanParcel;
  /** … and when each of its records is done, in seconds. */
  time: Float32Array;
  figures: Figures;
  /** What settings that are left to the engine come to, by object and name. */
  chosen: Record<string, Record<string, SettingValue>>;
  /** What is sewn in which of several hoopings; null when there is one. */
  hooped: HoopedThings | null;
  /** Time the computation took, in ms. */
  took: number;
}

/** What the checks found, worst first, and the thread layers that they counted. */
export interface CheckReport {
  findings: Finding[];
  layers: LayerGrid | null;
}

/** A sentence that says why something can't be done. */
export interface Problem {
  problem: string;
}

/** What reading a file gave: a design, or a sentence that says why not. */
export type BroughtIn = { design: Design; notes: string[] } | Problem;

/** How a picture is painted: what it shows, on which ground, how large. */
export interface PictureOptions {
  view: ViewName;
  ground: 'cloth' | 'clear';
  /** Pixels a millimetre. */
  scale: number;
  area: 'stitches' | 'hoop';
}

/** The plan that was sewn last, and the one that was checked last, as they went to the page and came from it. */
let sewnLast: ThreadPlan | null = null;
let checkedLast: ThreadPlan | null = null;

type PlainObject = DesignObject<PlainOutline>;

/** What speaks for an object: of words their first letter, which is stitched anyway. */
const oneLetter = (leaf: PlainObject): PlainObject => {
  const [first] = letterByLetter(leaf);
  return first?.kind === 'object' ? first : leaf;
};

function chosenIn(design: Design): Sewn['chosen'] {
  const cloth = materialsOf(design).cloth;
  return Object.fromEntries(
    [...visibleLeaves(resolveDesign(design).objects)].flatMap((leaf) =>
      leaf.kind === 'object' ? [[leaf.id, objectChosen(oneLetter(leaf), cloth)]] : [],
    ),
  );
}

/** Gives what `work` gives, or the sentence of a job that can't be done. */
function said<T>(work: () => T): T | Problem {
  try {
    return work();
  } catch (error) {
    if (error instanceof JobError) return { problem: error.message };
    throw error;
  }
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

/** How often a long piece of work says how far it is, in ms. */
const TELL_EVERY = 100;
/** Objects of more stitches than this may take long. */
const LONG = 3000;

/** Designs come as parcels, so that what did not change since the last one is stitched no more. */
const designs = new DesignReceiver();

/** The design of a parcel, with the fonts that its words need. Parcels are opened as they come; fonts may take longer. */
async function opened(parcel: Parcel): Promise<Design> {
  const design = designs.open(parcel);
  await fontsOf(design);
  return design;
}

/** A design otherwise, once the fonts are there that its words take in it. */
async function adaptedWithFonts(design: Design, choices: AdaptChoices): Promise<AdaptedDesign | Problem> {
  await fontsOf(design);
  const made = said(() => adaptDesign(design, choices));
  if ('problem' in made) return made;
  const before = fontChanges();
  await fontsOf(made.design);
  return fontChanges() === before ? made : said(() => adaptDesign(design, choices));
}

const engine = {
  /**
   * Stitches the design but for `stopped` objects; `onObject` hears which of how many objects is begun, some times a
   * second at most, and of each that may take long.
   */
  async sew(
    parcel: Parcel,
    machine: string,
    stopped: string[],
    onObject?: (object: number, of: number, id: string) => void,
  ): Promise<Sewn> {
    const start = performance.now();
    const design = await opened(parcel);
    let told = start;
    const { plan, things } = sewHooped(resolveDesign(design), {
      speed: machineById(machine).speed,
      stopped: new Set(stopped),
      onObject: (object, of, id, stitches) => {
        if (!onObject || (stitches < LONG && performance.now() - told < TELL_EVERY)) return;
        told = performance.now();
        onObject(object, of, id);
      },
    });
    const { time, ...thread } = plan;
    const packed = packPlan(sewnLast, thread);
    sewnLast = thread;
    const sewn: Sewn = {
      parcel: packed,
      time,
      figures: figuresOf(plan),
      chosen: chosenIn(design),
      hooped: things,
      took: performance.now() - start,
    };
    return Comlink.transfer(sewn, [time.buffer as ArrayBuffer, ...parcelBuffers(packed)]);
  },

  /** Runs every check on a design and the plan that was made of it, and counts the thread's layers. */
  async check(parcel: Parcel, sewn: PlanParcel, time: Float32Array, machine: string): Promise<CheckReport> {
    const plan = { ...(checkedLast = openPlan(checkedLast, sewn)), time };
    const design = await opened(parcel);
    const findings = findingsOf(design, plan, machineById(machine));
    const layers = layersOver(plan);
    return Comlink.transfer({ findings, layers }, layers ? [layers.layers.buffer as ArrayBuffer] : []);
  },

  /** What the fix of a finding does to the design. */
  async fix(parcel: Parcel, finding: Finding): Promise<Job | Problem> {
    const design = await opened(parcel);
    return said(() => fixOf(design, finding));
  },

  /** A better running order; null when there is none. */
  async order(parcel: Parcel, machine: string): Promise<OrderProposal | null | Problem> {
    const design = await opened(parcel);
    return said(() => putInOrder(design, machineById(machine).speed));
  },

  /** Stitches for shapes of the design; `satin` from 0, more fill, to 1, more satin. */
  async choose(parcel: Parcel, ids: string[], satin: number): Promise<StitchesChosen | Problem> {
    const design = await opened(parcel);
    return said(() => chooseStitchesJob(design, ids.length ? ids : design.objects.map((o) => o.id), satin));
  },

  /** An object of the design as every kind would stitch it, for the card's swatches. */
  async swatches(id: string, parcel: Parcel): Promise<{ kind: string; plan: Plan; covers: boolean }[]> {
    const design = await opened(parcel);
    const resolved = resolveDesign(design);
    const object = findItem(resolved, id);
    if (object?.kind !== 'object') return [];
    const { keepClear: _, relief: __, linesLike: ___, stopAfter: ____, ...plain } = object;
    const made = STITCH_KINDS.map((kind) => {
      const alone = { ...switchKind(plain, kind.id), visible: true, unsewn: false };
      const covers = !!objectCover(alone, materialsOf(design).cloth);
      return { kind: kind.id, plan: sewResolved({ ...resolved, objects: [alone] }), covers };
    });
    return Comlink.transfer(
      made,
      made.flatMap(({ plan }) => planBuffers(plan)),
    );
  },

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

  /** The fewest hoopings that hold everything, or a sentence why there are none. */
  async layHoopings(parcel: Parcel): Promise<LaidHoopings | Problem> {
    const design = await opened(parcel);
    return said(() => layHoopingsJob(design));
  },

  /**
   * A design otherwise, with what goes with the choices but for what was chosen by hand. Small words may take another font:
   * when that came, it is done again, as it is larger or smaller than what stood in its place.
   */
  async adapt(
    parcel: Parcel,
    asked: AdaptChoices,
    byHand: ('size' | 'hoop')[],
  ): Promise<(AdaptedDesign & { choices: AdaptChoices }) | Problem> {
    const design = await opened(parcel);
    const choices = proposedWith(design, asked, byHand);
    const made = await adaptedWithFonts(design, choices);
    return 'problem' in made ? made : { ...made, choices };
  },

  /** What an adapted design becomes when the one that it follows has changed, as `was` and `now`. */
  async follow(mine: Parcel, was: Design, now: Design, choices: AdaptChoices): Promise<Followed | Problem> {
    const own = await opened(mine);
    const [base, theirs] = [await adaptedWithFonts(was, choices), await adaptedWithFonts(now, choices)];
    return 'problem' in base
      ? base
      : 'problem' in theirs
        ? theirs
        : followed(base.design, own, theirs.design);
  },

  /** What is larger than the hoop is parted, and hoopings are laid for all; or a sentence why not. */
  async partForHoop(parcel: Parcel): Promise<PartedForHoop | Problem> {
    const design = await opened(parcel);
    return said(() => partForHoopJob(design));
  },

  /** A better route through the colour of what is selected; null when there is none, or a sentence why not. */
  async tidy(parcel: Parcel, ids: string[]): Promise<TidyProposal | null | Problem> {
    const design = await opened(parcel);
    return said(() => tidyTravel(design, ids));
  },

  /** Joins two sets of plain stitches by a hidden way, or says why none is: what covers the cloth has to be read first. */
  async joinHidden(parcel: Parcel, first: string, second: string): Promise<Job | Problem> {
    const design = await opened(parcel);
    return said(() => joinHiddenJob(design, first, second));
  },

  /** What plain stitches of a design were sewn from, by their ids; `told` hears how far that is, 0 to 1. */
  readObjects(parcel: Parcel, ids: string[], told: (done: number) => void): Readings {
    const design = designs.open(parcel);
    let said = performance.now();
    return readingsOf(design, stitchesAmong(design, ids), (done) => {
      if (performance.now() - said < TELL_EVERY) return;
      said = performance.now();
      told(done);
    });
  },

  /** Reads a file by its name's ending. */
  bringIn(fileName: string, bytes: Uint8Array): BroughtIn {
    const notes: string[] = [];
    try {
      return { design: readAnyFile(fileName, bytes, notes), notes };
    } catch (error) {
      if (error instanceof ReadError) return { problem: error.message };
      throw error;
    }
  },

  /** The stitches of one letter of an alphabet, and which letter its file's name tells. */
  readLetter(fileName: string, bytes: Uint8Array): { says: string; threads: number[][] } | Problem {
    try {
      const { objects } = readAnyFile(fileName, bytes, []);
      const threads = threadsOf(objects.filter((item) => item.kind === 'stitches'));
      return threads.length ? { says: letterNamed(fileName), threads } : { problem: 'it holds no stitches.' };
    } catch (error) {
      if (error instanceof ReadError) return { problem: error.message };
      throw error;
    }
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

  /** Fonts came to the shelf: those that were not there may be now. */
  lookAgain(): void {
    lookAgain();
  },

  /** Writes the design as a file. */
  async writeFile(design: Design, format: FormatId): Promise<Uint8Array> {
    await fontsOf(design);
    return fileFormat(format).write(design, () => sewDesign(design));
  },

  /** Takes up the sewing sheet of a design; what it answers lays out its pages, until it is released. */
  async sheet(parcel: Parcel, machine: string): Promise<SheetDesk & Comlink.ProxyMarked> {
    const design = await opened(parcel);
    const { openSheet } = await import('./sheet-work.ts');
    return Comlink.proxy(openSheet(design, machine));
  },

  /** All things that a design can be tried on, small and empty; those of its cloth in its colour. */
  async things(cloth: Design['cloth'], width: number, height: number): Promise<ImageBitmap[]> {
    const { thingPictures } = await import('./try-on-work.ts');
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

  /** The stitch file of each of a design's hoopings. */
  async hoopingFiles(design: Design): Promise<{ name: string; bytes: Uint8Array }[]> {
    await fontsOf(design);
    return hoopingFiles(design).map(({ name, bytes }) => ({ name, bytes }));
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

  /** Stitches a swatch of each kind, so that the first design finds the engine loaded and its code compiled. */
  warmUp(): void {
    for (const { id } of STITCH_KINDS)
      sewDesign(
        swatchDesign({ kind: id, settings: {} }, '101', { cloth: { kind: 'linen', colour: '#ffffff' } }),
      );
  },
};

export type Engine = typeof engine;
Comlink.expose(engine);
