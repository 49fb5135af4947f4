// The document: one JSON document a design, in millimetres, y down, origin at the hoop's centre. What it holds, field by
// field and within which limits, is said once, in document/; here those schemas become types.
import type { Static } from 'typebox';
import type * as adapting from './document/adapted.ts';
import type * as whole from './document/design.ts';
import type * as pictures from './document/from-picture.ts';
import type * as hooped from './document/hoopings.ts';
import type * as objects from './document/objects.ts';
import type * as outlines from './document/outlines.ts';
import type * as repeats from './document/repeat.ts';
import type * as trying from './document/try-on.ts';
import { DESIGN_VERSION } from './version.ts';

export interface PathPoint extends Static<typeof outlines.pathPoint> {}
export interface Path extends Static<typeof outlines.path> {}
export interface PathOutline extends Static<typeof outlines.pathOutline> {}
export interface Box extends Static<typeof outlines.box> {}
export interface RectangleOutline extends Static<typeof outlines.rectangle> {}
export interface Arc extends Static<typeof outlines.arc> {}
export interface EllipseOutline extends Static<typeof outlines.ellipse> {}
export interface PolygonOutline extends Static<typeof outlines.polygon> {}
export interface StarOutline extends Static<typeof outlines.star> {}
export interface SpiralOutline extends Static<typeof outlines.spiral> {}
export interface ReadyOutline extends Static<ReturnType<typeof outlines.ready>> {}

export type BoxOutline =
  RectangleOutline | EllipseOutline | PolygonOutline | StarOutline | SpiralOutline | ReadyOutline;

/** An outline that stands by itself. */
export type PlainOutline = PathOutline | BoxOutline;

export interface CombineOutline extends Static<typeof outlines.combine> {}
export interface CutOutline extends Static<typeof outlines.cut> {}
export type CornerRule = Static<typeof outlines.cornerRule>;
export interface Dent extends Static<typeof outlines.dent> {}
export interface SurroundOutline extends Static<typeof outlines.surround> {}
export interface BandOutline extends Static<typeof outlines.band> {}
export interface EdgeOutline extends Static<typeof outlines.edge> {}
export interface LetterChange extends Static<typeof outlines.letterChange> {}
export interface CarriedFont extends Static<typeof outlines.carriedFont> {}
export interface PartPull extends Static<typeof outlines.partPull> {}
export type Baseline = Static<typeof outlines.baseline>;
export interface TextOutline extends Omit<Static<typeof outlines.text>, 'baseline'> {
  baseline?: Baseline;
}

/** An outline that follows other objects, or fonts. */
export type LiveOutline =
  CombineOutline | CutOutline | SurroundOutline | BandOutline | EdgeOutline | TextOutline;

export type Outline = PlainOutline | LiveOutline;

export interface TakenPicture extends Static<typeof pictures.takenPicture> {}
export interface GroundChoice extends Static<typeof pictures.groundChoice> {}
export interface ColourGroup extends Static<typeof pictures.colourGroup> {}
export interface ColourChoice extends Static<typeof pictures.colourChoice> {}
export interface OutlineChoice extends Static<typeof pictures.outlineChoice> {}
export interface ShadedChoice extends Static<typeof pictures.shadedChoice> {}
export interface StitchChoice extends Static<typeof pictures.stitchChoice> {}
export interface PictureChoices extends Static<typeof pictures.pictureChoices> {}
export interface KeptPicture extends Static<typeof pictures.keptPicture> {}
export interface FromPicture extends Static<typeof pictures.fromPicture> {}

export type SettingValue = number | string | boolean;

/**
 * How an outline is stitched. A setting that is left out takes its default, or what the cloth asks for. Which settings
 * there are, and within which limits, is said by the table of stitch kinds.
 */
export interface Recipe {
  kind: string;
  settings: Record<string, SettingValue>;
  /** Id of the kept recipe that it was taken from; it may have been changed since, on either side. */
  kept?: string;
}

export interface WidthAt extends Static<typeof objects.widthAt> {}
export interface Motif extends Static<typeof objects.motif> {}
export interface Tones extends Static<typeof objects.tones> {}
export interface KeepClear extends Static<typeof objects.keepClear> {}
export interface Patch extends Static<typeof objects.patch> {}

/** A letter of a text that is set: a part of its outline's paths. */
export interface TextLetter {
  /** The characters that it stands for, as offsets into the text. */
  at: number;
  to: number;
  /** These characters. */
  says: string;
  line: number;
  /** Its paths: from this one, up to before that one. */
  first: number;
  end: number;
  /** The font has no such letter: what is seen is a box, which is not sewn. */
  missing?: boolean;
  /** Its paths are needle points: it is sewn as they are. */
  stitched?: boolean;
  thread?: string;
  recipe?: Recipe;
}

/**
 * What only resolved designs have, and no document may: in items whose outlines could be live it can't be there. So the
 * compiler refuses a resolved item where one of a document is wanted.
 */
type Resolved<O extends Outline, T> = LiveOutline extends O ? never : T;

/** One outline with one recipe and one thread. */
export interface DesignObject<O extends Outline = Outline> extends Omit<
  Static<typeof objects.object>,
  'outline'
> {
  outline: O;
  /** The outlines of `relief`. */
  raised?: Resolved<O, PlainOutline[]>;
  /** The outlines of `linesLike`. */
  likeLines?: Resolved<O, PlainOutline[]>;
  /** The whole that it is a part of, and what of that it is. */
  partOf?: Resolved<O, PlainOutline[]>;
  /** The letters that a text's outline consists of, and in which order they are sewn. */
  letters?: Resolved<O, TextLetter[]>;
  lettersOrder?: Resolved<O, TextOutline['order']>;
  lettersJoined?: Resolved<O, boolean>;
  /** Height of capitals of the words that it is, or that it is a letter of; mm. */
  capitals?: Resolved<O, number>;
  /** Of a letter: whether most of its words are of strokes too wide for satin. */
  broad?: Resolved<O, boolean>;
}

export interface StitchesObject extends Static<typeof objects.stitches> {}
export interface Bend extends Static<typeof objects.bend> {}
export interface RowSpacing extends Static<typeof repeats.rowSpacing> {}
export interface CircleLayout extends Static<typeof repeats.circle> {}
export interface RowLayout extends Static<typeof repeats.row> {}
export interface GridLayout extends Static<typeof repeats.grid> {}
export interface PathLayout extends Static<typeof repeats.alongPath> {}
export type Layout = CircleLayout | RowLayout | GridLayout | PathLayout;
export interface Repeat extends Omit<Static<typeof repeats.repeat>, 'layout'> {
  layout: Layout;
}

export interface Group<O extends Outline = Outline> extends Omit<
  Static<typeof objects.group>,
  'objects' | 'repeat'
> {
  objects: Item<O>[];
  /** Live copies of all that stands in it. */
  repeat?: Repeat;
  /** Which copy of the repeat around it this is. */
  copy?: Resolved<O, number>;
}

export type Item<O extends Outline = Outline> = StitchesObject | DesignObject<O> | Group<O>;

export interface Guide extends Static<typeof whole.guide> {}
export interface ReferencePicture extends Static<typeof whole.referencePicture> {}
export interface TryOn extends Static<typeof trying.tryOn> {}
export interface TriedPlace extends Static<typeof trying.triedPlace> {}
export interface IgnoredFinding extends Static<typeof whole.ignoredFinding> {}

export interface Piece extends Static<typeof hooped.piece> {}
export interface Hooping extends Static<typeof hooped.hooping> {}
export interface Marks extends Static<typeof hooped.marks> {}
export interface OwnChart extends Static<typeof whole.ownChart> {}
export interface EarlierChart extends Static<typeof whole.earlierChart> {}

export type AdaptRule = (typeof adapting.ADAPT_RULES)[number];
export interface AdaptChoices extends Static<typeof adapting.adaptChoices> {}
export interface Adapted extends Static<typeof adapting.adapted> {}

export interface Place extends Static<typeof whole.place> {}

export interface Design<O extends Outline = Outline> extends Omit<Static<typeof whole.design>, 'objects'> {
  /** In sewing order. */
  objects: Item<O>[];
}

/** What can be changed of a design beside its objects. */
export type DesignChanges = Partial<
  Pick<
    Design,
    | 'name'
    | 'hoop'
    | 'cloth'
    | 'guides'
    | 'picture'
    | 'ignored'
    | 'places'
    | 'fonts'
    | 'piece'
    | 'hoopings'
    | 'marks'
    | 'chart'
    | 'ownChart'
    | 'earlierChart'
    | 'tryOn'
    | 'adapted'
  >
>;

/** A design as it is on the cloth: every outline stands by itself, copies are there. Never saved. */
export type ResolvedDesign = Design<PlainOutline>;

export function emptyDesign(
  name: string,
  hoop = { name: '100 × 100', width: 100, height: 100 },
  cloth = { kind: 'linen', colour: '#efe6d3' },
): Design {
  return {
    format: 'rosehip-design',
    version: DESIGN_VERSION,
    name,
    hoop,
    cloth,
    chart: 'larkmoor',
    objects: [],
  };
}

let counter = 0;

/** A new id, unlike any made before in this design. */
export function newId(): string {
  counter = (counter + 1) % 1679616;
  const random = Math.floor(Math.random() * 36 ** 6);
  return `o${random.toString(36).padStart(6, '0')}${counter.toString(36)}`;
}
