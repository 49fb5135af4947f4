// From a picture to regions, step by step. Each step is remembered with what went into it, so that a choice that is
// changed makes only what follows from it.
import { Steady } from '../design/steady.ts';
import type {
  OutlineChoice,
  PathOutline,
  PictureChoices,
  ShadedChoice,
  TakenPicture,
} from '../design/types.ts';
import type { ThreadChart } from '../materials/threads.ts';
import {
  atMost,
  enlarged,
  isUpright,
  shaped,
  TAKEN,
  toned,
  tonedColour,
  WHOLE,
  type Bitmap,
} from './bitmap.ts';
import { clearEdges, hardEdges, hasGrain } from './clear-edges.ts';
import { coloured, COLOURS, coloursLeft, type ColouredPixels, type PictureColour } from './colours.ts';
import { evenedBorders } from './even-borders.ts';
import { edgeShift } from './edge-shift.ts';
import type { FitChoice } from './fit-borders.ts';
import { KnownCurves } from './known-curves.ts';
import { fillDust, GROUND, groundOf } from './ground.ts';
import { toleranceFor } from './ground-tolerance.ts';
import { patchesIn, withoutSpecks, type Alike } from './patches.ts';
import {
  fittedBorders,
  regionsOf,
  type FittedBorders,
  type PictureEdge,
  type PictureRegion,
  type PixelMap,
  type Traced,
} from './regions.ts';
import { NO_SHADE, shadesOf, type Shades } from './shades.ts';
import { evenLight, isOnPaper, paperLight } from './paper-light.ts';
import { sheetIn } from './sheet.ts';
import { calmedPicture, howMade, type Made } from './smooth.ts';
import { toneDistance, toneOfHex, tonesOf, type Tone } from './tones.ts';

/** Longest side that is worked on, in pixels: finer than a stitch in the largest hoop. */
export const WORK_PIXELS = 1200;

export const CHOICES: PictureChoices = {
  taken: TAKEN,
  width: 90,
  ground: GROUND,
  colours: COLOURS,
  outlines: { smooth: 0.25, corners: 0.7 },
  stitches: { satin: 0.5, as: 'areas' },
};

export const SHADED: ShadedChoice = { threads: 1, lines: 'parallel', angle: 30 };

/** Pictures are calmed over this part of their longer side, and at least over so many pixels. */
const CALM = { scanned: { part: 500, least: 2 }, photographed: { part: 130, least: 3 } };
/** To begin with, photographs have no more colours than this, … */
const PHOTO_COLOURS = 8;
/** … and there is no patch smaller than this, in mm². */
const SPECKS: Record<Made, number> = { drawn: COLOURS.specks, scanned: 1, photographed: 3 };

/** What was scanned is ground up to this far from it to begin with: paper's squares, folds and rubbed out lines, and what loss leaves. */
const SCAN_TOLERANCE = 5;

/** What the steps leave of a picture. */
export interface PictureSteps {
  /** As it is taken. */
  taken: Bitmap;
  /** 1 where ground is. */
  ground: Uint8Array;
  made: Made;
  /** The light on its paper was evened out. */
  evened: boolean;
  shades: Shades;
  colours: PictureColour[];
  /** How many colours the picture proposes: as many as something is left of, where that is known. */
  proposed: number;
  /** The colour of each pixel; 255 for ground. */
  at: Uint8Array;
  regions: PictureRegion[];
  edges: PictureEdge[];
  /** What is no ground, in pixels. */
  ink: PixelBox;
  /** mm a pixel */
  scale: number;
}

/** From the first column and row to beyond the last one. */
export interface PixelBox {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** Where the picture's pixels come to lie: what is sewn lies in the middle. */
export const pixelMap = ({ ink, scale }: Pick<PictureSteps, 'ink' | 'scale'>): PixelMap => ({
  scale,
  origin: { x: (-(ink.x0 + ink.x1) * scale) / 2, y: (-(ink.y0 + ink.y1) * scale) / 2 },
});

/** One step: what it made last, and of what. */
class Step<T> {
  private parts: readonly unknown[] = [];
  private value: T | undefined;

  /** `make` is given what was made last. */
  get(parts: readonly unknown[], make: (last: T | undefined) => T): T {
    const same = this.value !== undefined && parts.every((p, i) => Object.is(p, this.parts[i]));
    if (!same) {
      this.value = make(this.value);
      this.parts = parts;
    }
    return this.value!;
  }
}

/** How much farther outlines may stray than in drawn art, in pixels. */
const STRAY: Record<Made, number> = { drawn: 0, scanned: 0.6, photographed: 0.7 };

/** How far outlines may stray, in pixels, by how smooth they are to be. */
const fitChoice = ({ smooth, corners }: OutlineChoice, made: Made): FitChoice => ({
  stray: 0.12 + 2.4 * smooth ** 2 + STRAY[made],
  corners,
});

/** What is no ground; the whole picture when all is. */
function inkOf({ width, height }: Bitmap, ground: Uint8Array): PixelBox {
  const box = { x0: width, y0: height, x1: 0, y1: 0 };
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++)
      if (!ground[i]) {
        box.x0 = Math.min(box.x0, x);
        box.x1 = Math.max(box.x1, x + 1);
        box.y0 = Math.min(box.y0, y);
        box.y1 = Math.max(box.y1, y + 1);
      }
  return box.x1 > box.x0 ? box : { x0: 0, y0: 0, x1: width, y1: height };
}

/** Specks that are smaller than this share of a picture that was scanned don't tell how large what is drawn there is. */
const SPECK = 1 / 8000;

/** As much as `inkOf`, of what is larger than specks; where that is nothing, of all. */
function inkWithoutSpecks(picture: Bitmap, ground: Uint8Array): PixelBox {
  const large = ground.slice();
  fillDust(large, picture.width, SPECK);
  return inkOf(picture, large.includes(0) ? large : ground);
}

/** One pixel of ground in so many tells its colour. */
const GROUND_EVERY = 37;

/** The mean tone of ground; null when it is clear, or there is none. */
function groundTone({ tones, clear, ground }: Looked): Tone | null {
  const sum = [0, 0, 0];
  let n = 0;
  for (let i = 0; i < ground.length; i += GROUND_EVERY) {
    if (!ground[i] || clear.data[4 * i + 3] < 128) continue;
    n++;
    for (let k = 0; k < 3; k++) sum[k] += tones[3 * i + k];
  }
  return n ? [sum[0] / n, sum[1] / n, sum[2] / n] : null;
}

/** Tones this near to each other are nearly the same colour. */
const NEARLY = 12;

/** Which of a picture's colours are nearly the same, ground among them. */
function alikeIn(colours: readonly PictureColour[], ground: Tone | null): Alike {
  const tones = colours.map(({ colour }) => toneOfHex(colour));
  const toneOf = (k: number): Tone | null => (k === NO_SHADE ? ground : tones[k]);
  return (a, b) => {
    const [one, other] = [toneOf(a), toneOf(b)];
    return !!one && !!other && toneDistance(one, other) < NEARLY;
  };
}

/** Borders are evened out over so many pixels at least, and mm, to every side, and so many mm more the smoother they are to be. */
const EVEN: Record<Made, { pixels: number; least: number; more: number }> = {
  drawn: { pixels: 0, least: 0, more: 0 },
  scanned: { pixels: 1, least: 0.1, more: 0.2 },
  photographed: { pixels: 0, least: 0.2, more: 1.2 },
};

/** Hears which step is worked on, and how far all of it is, 0 to 1; it may throw to end the work. */
export type PictureProgress = (step: string, done: number) => void;

/** A picture with hard edges, or calmed as what was scanned is, and the tones of that. */
interface Cleared {
  clear: Bitmap;
  tones: Float32Array;
}

/** What is known of a picture before its colours are. */
interface Looked extends Cleared {
  /** Before it is made lighter or darker. */
  plain: Bitmap;
  taken: Bitmap;
  ground: Uint8Array;
  made: Made;
  evened: boolean;
  /** So many times as large as it came. */
  times: number;
  ink: PixelBox;
}

/**
 * What is calmed has so many pixels on its longer side: it is made larger by whole times if it has less. In a small picture a line may
 * be no broader than what it is calmed over.
 */
const CALMED_FROM = 400;
/** So many pixels of a picture that was made larger it is calmed over then, as they came, … */
const CALMED_OVER = 1.5;
/** … and borders evened. */
const EVENED_OVER = 0.75;

const timesFor = ({ width, height }: Bitmap): number => Math.ceil(CALMED_FROM / Math.max(width, height));

/**
 * The picture calmed as one that was made so is, after it was made so many times as large. Of what still lies between two colours along
 * an edge each pixel takes the nearer one.
 */
function calmedLike(picture: Bitmap, made: keyof typeof CALM, times: number): Bitmap {
  const { part, least } = CALM[made];
  const reach = Math.max(
    times > 1 ? Math.round(CALMED_OVER * times) : least,
    Math.round(Math.max(picture.width, picture.height) / part),
  );
  return hardEdges(calmedPicture(calmedPicture(picture, reach), Math.ceil(reach / 2)));
}

/** How a picture that was made so is calmed, as it is chosen or left to it; what was scanned is never left as it is. */
function calmLike(made: Made, chosen: boolean | null): keyof typeof CALM | null {
  if (chosen) return 'photographed';
  return made === 'scanned' || (made === 'photographed' && chosen === null) ? made : null;
}

/** Are all four corners clear, or of the very same colour? Then it was drawn, and no light lies on it. */
function hasFlatCorners({ width, height, data }: Bitmap): boolean {
  const colours = [0, width - 1, width * (height - 1), width * height - 1].map((i) =>
    data[4 * i + 3] < 128 ? -1 : (data[4 * i] << 16) | (data[4 * i + 1] << 8) | data[4 * i + 2],
  );
  return new Set(colours).size === 1;
}

/** A picture, with even light on its paper when that was uneven; the paper's colour then. */
interface Lit {
  picture: Bitmap;
  paper: readonly number[] | null;
}

/** The picture with even light on its paper, when it is to have that, or `even` is left out and it looks as if it should. */
function withEvenLight(picture: Bitmap, even: boolean | undefined): Lit {
  if (even === false || (even === undefined && hasFlatCorners(picture))) return { picture, paper: null };
  const light = paperLight(picture);
  return light && (even || isOnPaper(light))
    ? { picture: evenLight(picture, light), paper: light.lightest }
    : { picture, paper: null };
}

/** Works on one picture after another; choices that stay the same cost nothing. */
export class PictureWork {
  private readonly shapes = new Step<Bitmap>();
  private readonly lights = new Step<Lit>();
  private readonly larges = new Step<Bitmap>();
  private readonly takes = new Step<Bitmap>();
  /* Edges are cleared, and grain is calmed, before a picture is made lighter or darker: its shapes stay what they are then. */
  private readonly edges = new Step<Bitmap>();
  private readonly calms = { scanned: new Step<Bitmap>(), photographed: new Step<Bitmap>() };
  private readonly plainTones = new Step<Float32Array>();
  private readonly cleared = new Step<Cleared>();
  private readonly makes = new Step<Made>();
  private readonly grounds = new Step<Looked>();
  private readonly shadings = new Step<Shades>();
  private readonly colourings = new Step<ColouredPixels>();
  private readonly cleanings = new Step<Uint8Array>();
  private readonly lefts = new Step<ColouredPixels>();
  /** How many colours were proposed of which something was left. */
  private readonly proposals = new WeakMap<Shades, number>();
  private readonly fits = new Step<FittedBorders>();
  private readonly known = new KnownCurves();
  private readonly traces = new Step<Traced>();
  /** Outlines that stay as they were are the very same: stitches that were chosen for them are known. */
  private readonly outlines = new Steady<PathOutline>();

  /** All steps. */
  run(
    picture: Bitmap,
    choices: PictureChoices,
    chart: ThreadChart,
    before: PictureProgress = () => {},
  ): PictureSteps {
    const looked = this.look(picture, choices, before);
    const { plain, taken: is, ground, made, evened, times, ink } = looked;
    const scale = choices.width / (ink.x1 - ink.x0);
    const { count, groups, specks } = choices.colours;
    const shades = this.shades(looked, before);
    const { colours: asked, at: all } = this.colourings.get(
      [shades, JSON.stringify([count, groups]), chart],
      () => coloured(shades, { count, groups }, chart),
    );
    const least = Math.max(2, Math.round(specks / (scale * scale)));
    const { pixels, least: even, more } = EVEN[made];
    const reach = Math.max(
      times > 1 ? Math.round(EVENED_OVER * times) : pixels,
      Math.round((even + more * choices.outlines.smooth) / scale),
    );
    const clean = this.cleanings.get([all, least, reach], (last) => {
      const now = withoutSpecks(
        is.width,
        is.height,
        evenedBorders(is.width, is.height, all, reach),
        least,
        alikeIn(asked, groundTone(looked)),
      );
      // Where no pixel has changed its colour's place all borders are known.
      return last && now.length === last.length && now.every((v, i) => v === last[i]) ? last : now;
    });
    const asProposed = count === null && !groups;
    const { colours, at } = this.lefts.get([asked, clean, asProposed], () =>
      coloursLeft({ colours: asked, at: clean }, asProposed, chart),
    );
    if (asProposed) this.proposals.set(shades, colours.length);
    const proposed = this.proposals.get(shades) ?? shades.proposed;
    const fitted = this.fits.get([plain, at, made, JSON.stringify(choices.outlines)], () => {
      before('outlines', 0.6);
      const patches = patchesIn(is.width, is.height, at);
      // Edges are told before the picture is made lighter or darker: most borders then are those of the time before.
      const shift = made === 'drawn' ? edgeShift(plain, patches) : null;
      this.known.begin();
      return fittedBorders(patches, shift, fitChoice(choices.outlines, made), this.known.fit);
    });
    const { regions, edges } = this.traces.get([fitted, scale, ink], () => {
      const traced = regionsOf(fitted, pixelMap({ ink, scale }));
      this.outlines.begin();
      const kept = traced.regions.map((r) => ({ ...r, outline: this.outlines.same(r.outline) }));
      return { ...traced, regions: kept };
    });
    return { taken: is, ground, made, evened, shades, colours, proposed, at, regions, edges, ink, scale };
  }

  /** The first steps: the picture as it is taken, and its ground. */
  look(
    picture: Bitmap,
    { taken: how, ground: of, colours }: PictureChoices,
    before: PictureProgress = () => {},
  ): Looked {
    before('picture', 0);
    const { quarters, turn, corners } = how;
    const small = this.shapes.get([picture, JSON.stringify([quarters, turn, corners])], () =>
      // What is turned or straightened is so with twice the pixels that are worked on.
      isUpright(how)
        ? atMost(picture, WORK_PIXELS)
        : atMost(shaped(atMost(picture, 2 * WORK_PIXELS), how), WORK_PIXELS),
    );
    const { picture: lit, paper } = this.lights.get([small, how.even], () => withEvenLight(small, how.even));
    const { brightness, contrast } = how;
    const hard = (step: Step<Bitmap>, picture: Bitmap, clear: () => Bitmap): Bitmap =>
      step.get([picture], () => {
        before('ground', 0.1);
        return clear();
      });
    const times = timesFor(lit);
    const large = (): Bitmap => (times > 1 ? this.larges.get([lit], () => enlarged(lit, times)) : lit);
    /** What grain and loss leave at the edges of what is drawn is ground once it is calmed, where ground is. */
    const calmed = (like: keyof typeof CALM): Bitmap =>
      hard(this.calms[like], large(), () => calmedLike(large(), like, times));
    const sharp = paper ? calmed('scanned') : hard(this.edges, lit, () => clearEdges(lit));
    const tones = (picture: Bitmap): Float32Array => this.plainTones.get([picture], () => tonesOf(picture));
    // How it was made stays so, whatever is chosen: a picture that became a photograph under the hand would lose its details.
    const made = this.makes.get([sharp, paper], () => {
      const ground = { ...GROUND, ...(paper && { tolerance: SCAN_TOLERANCE }) };
      const seen = howMade(sharp, groundOf(sharp, tones(sharp), ground, paper));
      return paper && seen === 'drawn' ? 'scanned' : seen;
    });
    const like = calmLike(made, colours.calm);
    const plain = like ? large() : lit;
    const clear = like ? calmed(like) : sharp;
    const is = this.takes.get([plain, brightness, contrast], () => toned(plain, how));
    const cleared = this.cleared.get([clear, brightness, contrast], () => {
      const picture = toned(clear, how);
      return { clear: picture, tones: picture === clear ? tones(clear) : tonesOf(picture) };
    });
    return this.grounds.get([cleared, JSON.stringify(of)], () => {
      const ground = groundOf(cleared.clear, cleared.tones, of, paper && tonedColour(paper, how));
      return {
        plain,
        taken: is,
        ...cleared,
        ground,
        made,
        evened: !!paper,
        times: like ? times : 1,
        ink: (made === 'scanned' ? inkWithoutSpecks : inkOf)(is, ground),
      };
    });
  }

  /** The picture turned and toned as it is taken, but with nothing cut off. */
  uncut(picture: Bitmap, how: TakenPicture): Bitmap {
    const whole = atMost(shaped(picture, { ...how, corners: WHOLE }), WORK_PIXELS);
    return toned(withEvenLight(whole, how.even).picture, how);
  }

  private shades({ clear, ground, made }: Looked, before: PictureProgress): Shades {
    return this.shadings.get([clear, ground, made], () => {
      before('colours', 0.4);
      const shades = shadesOf(clear, ground, made);
      return made === 'photographed'
        ? { ...shades, proposed: Math.min(PHOTO_COLOURS, shades.proposed) }
        : shades;
    });
  }
}

/** Choices to begin with, as a picture proposes them, and what is known of it by them. */
export interface Proposed {
  choices: PictureChoices;
  looked: Looked;
  /** Only the sheet of paper that was found is taken. */
  sheet: boolean;
}

/**
 * Choices to begin with, as the picture itself proposes: what was chosen already stays. Of a drawing that was photographed on a table
 * only its sheet is taken, where that turns out to be paper.
 */
export function proposedChoices(
  work: PictureWork,
  picture: Bitmap,
  choices: PictureChoices,
  before?: PictureProgress,
): Proposed {
  const asItCame = work.look(picture, choices, before);
  const corners =
    choices.taken === CHOICES.taken && !asItCame.evened && hasGrain(asItCame.plain)
      ? sheetIn(asItCame.plain)
      : null;
  const onSheet = corners && { ...choices, taken: { ...choices.taken, corners } };
  const looked = onSheet ? work.look(picture, onSheet, before) : asItCame;
  if (onSheet && looked.evened) return { ...withProposed(onSheet, looked), sheet: true };
  return { ...withProposed(choices, asItCame), sheet: false };
}

/** How far from the paper what is paper lies; less where something that is drawn is nearly of its colour. */
function scanTolerance(looked: Looked): number {
  const tone = groundTone(looked);
  return tone ? toleranceFor(looked.tones, tone, SCAN_TOLERANCE) : SCAN_TOLERANCE;
}

function withProposed(choices: PictureChoices, looked: Looked): Omit<Proposed, 'sheet'> {
  const { made, evened } = looked;
  const { colours, ground } = choices;
  return {
    looked,
    choices: {
      ...choices,
      ...(colours === CHOICES.colours && { colours: { ...colours, specks: SPECKS[made] } }),
      ...((evened || made === 'scanned') &&
        ground === CHOICES.ground && { ground: { ...ground, tolerance: scanTolerance(looked) } }),
    },
  };
}
