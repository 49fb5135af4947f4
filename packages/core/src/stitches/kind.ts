// What a stitch kind is: a function from an outline and its settings to threads, with the settings described.
import type { Motif, Path, PlainOutline, Recipe, SettingValue, Tones, WidthAt } from '../design/types.ts';
import type { Point } from '../geometry/points.ts';
import type { Region } from '../geometry/region.ts';
import type { Cloth } from '../materials/cloths.ts';
import type { SewnThread } from './thread.ts';

/** The values of settings, by their names. */
export type Values = Record<string, SettingValue>;
/** The same before the cloth has decided: what has no default may be missing. */
export type OwnValues = Record<string, SettingValue | undefined>;

interface SettingBase<N extends string> {
  name: N;
  label: string;
  help: string;
  /** Shown on the card at once, or under "More". */
  more?: boolean;
  /** Left out: always of use. */
  when?: (settings: Values) => boolean;
  /** It is of no use while the lines go like a drawn one. */
  unlessLike?: boolean;
  /** It is of no use where guide lines lead the stitches. */
  unlessGuided?: boolean;
}

export interface NumberSetting<N extends string = string> extends SettingBase<N> {
  type: 'number';
  /** Left empty: a plain number. */
  unit: 'mm' | '°' | '×' | '';
  least: number;
  most: number;
  step: number;
  /** Left out: the cloth decides (`fromCloth`), or it is the same as another setting (`follows`). */
  default?: number;
  fromCloth?: (cloth: Cloth) => number;
  follows?: string;
}

export interface ChoiceSetting<N extends string = string> extends SettingBase<N> {
  type: 'choice';
  choices: readonly { value: string | number; label: string }[];
  default: string | number;
}

export type Setting = NumberSetting | ChoiceSetting;

type ValueOf<S> = S extends { type: 'number' }
  ? number
  : S extends { choices: readonly { value: infer V }[] }
    ? V
    : never;

/** The values of a table of settings, each of its type. */
export type ValuesOf<T extends readonly Setting[]> = { [S in T[number] as S['name']]: ValueOf<S> };

/** The same before the cloth has decided: what has no default may be missing. */
export type OwnValuesOf<T extends readonly Setting[]> = {
  [S in T[number] as S['name']]: S extends { default: unknown } ? ValueOf<S> : ValueOf<S> | undefined;
};

/** Places about the edge of a shape, wherever it stands, and how far from there it stands; mm. */
export interface Facing {
  places: readonly Point[];
  dx: number;
  dy: number;
}

/** The places where they are. */
export const facingPlaces = ({ places, dx, dy }: Facing): readonly Point[] =>
  dx || dy ? places.map(({ x, y }) => ({ x: x + dx, y: y + dy })) : places;

export interface StitchInput<V = Values> {
  outline: PlainOutline;
  /** Every setting of the kind, defaults filled in. */
  settings: V;
  cloth: Cloth;
  /** Where the thread comes from, when the same thread was sewn just before; mm. */
  entry?: Point;
  /** Where the thread goes next, when the same thread is sewn just after; mm. */
  toward?: Point;
  /** Places about the edge of what the thread sews next, of which it may go to any. */
  facing?: Facing;
  /** Begin and end as fixed by hand; mm. */
  start?: Point;
  end?: Point;
  /** Lines that steer the stitches: rungs of a satin, the flow of a fill. */
  guideLines?: readonly Path[];
  /** Drawn widths of a satin along a line. */
  widths?: readonly WidthAt[];
  /** What rays and spirals go about, when it was placed by hand; mm. */
  centre?: Point;
  /** A drawing of the person's own, for kinds that repeat one. */
  motif?: Motif;
  /** Of a letter: height of capitals of its words, mm. */
  capitals?: number;
  /** Of a letter: whether most of its words are of strokes too wide for satin, so that all of them are sewn alike. */
  broad?: boolean;
  /** A picture that the stitches follow. */
  tones?: Tones;
  /** Shapes that relief lines show. */
  raised?: readonly PlainOutline[];
  /** The line that all lines go like, as it was drawn. */
  likeLines?: readonly PlainOutline[];
}

/** What a kind has to say about an object; findings turn it into sentences. */
export type Remark = 'satin-narrow' | 'satin-split' | 'satin-filled' | 'two-lines';

/** Why an object does not suit its cloth; findings turn it into sentences, and know what to do. */
export type Unsuited = 'rows-too-close' | 'presses-flat' | 'sinks-in' | 'no-underlay';

/** What becomes of an object that is taken apart: its settings, and those of objects that follow its shape. */
export interface Apart {
  stays: Values;
  others: { name: string; settings: Values }[];
}

/** A kind with a table of settings: its functions get their values, each of its type. */
export type KindOf<T extends readonly Setting[]> = StitchKind<ValuesOf<T>, OwnValuesOf<T>>;

/** `V` are the values of its settings, `O` those before the cloth has decided. */
export interface StitchKind<V = Values, O = OwnValues> {
  id: string;
  name: string;
  /** One line for the list of kinds. */
  summary: string;
  /**
   * What the recipe card says; {kind}, {thread} and names of settings in braces open their choices. What stands in
   * brackets is left out while its settings are of no use; then what follows a bar in them is said instead.
   */
  sentence: string;
  /** Whether the kind follows the outline's lines or covers what it encloses. */
  from(settings: O): 'lines' | 'region';
  settings: readonly Setting[];
  /** Its stitches go about a centre, which can be placed. */
  usesCentre?: boolean;
  /** Its end may lie on whichever side of it the thread goes on from best. */
  usesFacing?: boolean;
  /** Its stitches show other shapes. */
  usesRaised?: boolean;
  /** Its lines can go like a drawn one. */
  usesLine?: boolean;
  /** Its stitches follow how dark a picture is; where it is light, cloth stays bare. */
  usesTones?: boolean;
  /** Threads in sewing order; usually one. An outline without room for a stitch gives none. */
  stitch(input: StitchInput<V>): SewnThread[];
  /** The cloth that the stitches hide; empty for open kinds. */
  cover(input: StitchInput<V>): Region;
  /** What settings that are left to the engine come to, by their names. */
  chosen?(input: StitchInput<V>): Values;
  remarks?(input: StitchInput<V>): Remark[];
  /** Is it so small that its thread is held by shorter ties? */
  shortTies?(input: StitchInput<V>): boolean;
  /** How far thread lies beside the lines that it follows, in mm; left out: it lies on them. */
  reach?(settings: O, widths?: readonly WidthAt[]): number;
  /** It covers the band over which it reaches. */
  band?: boolean;
  /** What guide lines do to its stitches, as a sentence; null when they would do nothing. Left out: nothing. */
  guided?(settings: O): string | null;
  /** About how many stitches it takes; left out: as many as lines, or rows, of its spacing and length do. */
  estimate?(size: Size, settings: O): number;
  /** It does not mind how often lines cross themselves. */
  crosses?: boolean;
  /** Why it does not suit a cloth; null when it does. Left out: it suits all. */
  unsuited?(settings: V, cloth: Cloth): Unsuited | null;
  /** Lines of one object that touch are one walk, so that one object of several is better than several. */
  oneWalk?: boolean;
  /** Sewn openly it holds the loops of a pile down. */
  mesh?: boolean;
  /** How wide it is along a line on which other widths can be drawn, in mm; null when none can. */
  lineWidth?(settings: O): number | null;
  /**
   * How far its lines lie apart, in mm, where parts of a shape are filled anew each and are to look like one: their lobes then
   * stand between each other. Left out: parts overlap.
   */
  seam?(settings: O): number;
  /** How it can be taken apart into objects of its own kind; null when it is a part itself. */
  apart?(settings: O): Apart | null;
}

/** How large an outline is: mm² that it could enclose at most, mm of line. */
export interface Size {
  area: number;
  length: number;
}

/** A setting as a number; `otherwise` when the kind has none of that name. */
export const numberOf = (settings: OwnValues, name: string, otherwise: number): number =>
  typeof settings[name] === 'number' ? settings[name] : otherwise;

/** The pull compensation of kinds that cover cloth; the cloth says how much, unless the recipe does. */
export const compensationSetting = (help: string): NumberSetting<'compensation'> => ({
  name: 'compensation',
  label: 'Pull compensation',
  type: 'number',
  unit: 'mm',
  least: 0,
  most: 1.5,
  step: 0.05,
  fromCloth: (cloth) => cloth.compensation,
  more: true,
  help,
});

/** How far the lines of an open kind lie apart, in mm; what a kind says of it otherwise. */
export const spacingSetting = (
  of: Pick<NumberSetting, 'least' | 'most' | 'help'> & { default: number; label?: string },
): NumberSetting<'spacing'> & { default: number } => ({
  name: 'spacing',
  label: 'Spacing',
  type: 'number',
  unit: 'mm',
  step: 0.1,
  ...of,
});

/** The stitch length of kinds that follow lines. */
export const lengthSetting: NumberSetting<'length'> & { default: number } = {
  name: 'length',
  label: 'Stitch length',
  type: 'number',
  unit: 'mm',
  least: 1,
  most: 6,
  step: 0.1,
  default: 2.5,
  help: 'How long each stitch is; curves take shorter ones.',
};

/** The direction of a kind's lines. */
export const lineAngleSetting: NumberSetting<'angle'> & { default: number } = {
  name: 'angle',
  label: 'Angle',
  type: 'number',
  unit: '°',
  least: -180,
  most: 180,
  step: 5,
  default: 0,
  help: 'Direction of the lines: 0 is level, 90 upright.',
};

/** How often every stitch of a line is sewn. */
export const passesSetting = {
  name: 'passes',
  label: 'Sewn',
  type: 'choice',
  choices: [
    { value: 1, label: 'once' },
    { value: 2, label: 'there and back' },
    { value: 3, label: 'as bean, 3 times' },
    { value: 5, label: 'as bean, 5 times' },
  ],
  default: 1,
  help: 'How often every stitch is sewn; bean makes a bold line.',
} as const satisfies ChoiceSetting;

/** Which of many lines or growths it is: the same number gives the same one. */
export const seedSetting: NumberSetting<'seed'> & { default: number } = {
  name: 'seed',
  label: 'Variant',
  type: 'number',
  unit: '',
  least: 1,
  most: 9999,
  step: 1,
  default: 1,
  help: 'Every number gives another one; the same number always the same.',
};

/** How much closer stitches lie than the recipe says, as the cloth asks for. */
export const densitySetting: NumberSetting<'density'> = {
  name: 'density',
  label: 'Density',
  type: 'number',
  unit: '×',
  least: 0.5,
  most: 2,
  step: 0.05,
  fromCloth: (cloth) => cloth.density,
  more: true,
  help: 'How much closer stitches lie than the spacing says: soft cloths ask for more, delicate ones for less.',
};

/** Raised for a setting that is not known or out of range; the message is for the person. */
export class SettingError extends Error {}

/** The settings that a recipe gives, and defaults; those that the cloth decides, and what follows them, are missing. */
export function ownSettings(kind: StitchKind, recipe: Recipe): OwnValues {
  const out: OwnValues = {};
  for (const { name, default: otherwise } of kind.settings) {
    const value = recipe.settings[name] ?? otherwise;
    if (value !== undefined) out[name] = value;
  }
  return out;
}

/** Fills in defaults, and what the cloth asks for. Values that are given are taken as they are. */
export function completeSettings<V>(kind: StitchKind<V, never>, recipe: Recipe, cloth: Cloth): V {
  const out: Values = {};
  for (const setting of kind.settings) {
    const given = recipe.settings[setting.name];
    if (given !== undefined) out[setting.name] = given;
    else if (setting.type === 'number' && setting.default === undefined)
      out[setting.name] = setting.follows
        ? out[setting.follows]
        : (setting.fromCloth?.(cloth) ?? setting.least);
    else out[setting.name] = setting.default!;
  }
  return out as V; // the table says which there are, and of which type
}

const listed = (words: (string | number)[]): string => words.join(', ');

/** Reads a setting from text, as typed in a shell. Throws SettingError with a sentence that helps. */
export function readSetting(kind: StitchKind, name: string, text: string): SettingValue {
  const setting = kind.settings.find((s) => s.name === name);
  if (!setting)
    throw new SettingError(
      `${kind.id} has no setting "${name}"; it has ${listed(kind.settings.map((s) => s.name))}.`,
    );
  if (setting.type === 'choice') {
    const choice = setting.choices.find((c) => String(c.value) === text);
    if (!choice)
      throw new SettingError(
        `${name} must be one of ${listed(setting.choices.map((c) => c.value))}, not "${text}".`,
      );
    return choice.value;
  }
  const value = text.trim() === '' ? NaN : Number(text);
  if (!Number.isFinite(value) || value < setting.least || value > setting.most)
    throw new SettingError(
      `${name} must be a number from ${setting.least} to ${setting.most} ${setting.unit}, not "${text}".`,
    );
  return value;
}
