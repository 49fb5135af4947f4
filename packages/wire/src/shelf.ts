// What is kept beside designs: thread charts, motifs, and the person's settings.
import {
  MACHINES,
  type Alphabet,
  type PlainOutline,
  type Recipe,
  type SettingValue,
  type StitchesObject,
  type ThreadMaterial,
} from '@rosehip/core';
import { Type, type Static } from 'typebox';
import { Moment, Name, orNull, Uuid } from './parts.ts';

const Colour = Type.String({ pattern: '^#[0-9a-fA-F]{6}$' });
const ThreadCode = Type.String({ pattern: '^[A-Za-z0-9-]{1,16}$' });
const ChartId = Type.String({ pattern: '^[a-z0-9-]{1,40}$' });

/** A thread chart of the person's own. */
/** Kilometres that weigh a kilogram. */
const Weight = Type.Number({ minimum: 5, maximum: 120 });

export const NewChart = Type.Object({
  name: Name,
  weight: Weight,
  material: Type.Unsafe<ThreadMaterial>({
    enum: ['rayon', 'polyester', 'cotton', 'metallic', 'glow', 'other'],
  }),
  threads: Type.Array(
    Type.Object({ code: ThreadCode, name: Name, colour: Colour, weight: Type.Optional(Weight) }),
    {
      minItems: 1,
      maxItems: 500,
    },
  ),
});
export type NewChart = Static<typeof NewChart>;
export const OwnChartOf = Type.Object({ id: Type.String({ pattern: '^own-[a-z0-9-]{1,36}$' }) });
export const ThreadCharts = Type.Object({
  charts: Type.Array(Type.Object({ ...OwnChartOf.properties, ...NewChart.properties })),
});
export type ThreadCharts = Static<typeof ThreadCharts>;

/** Threads that the person owns: of which chart, and how much is left, in metres. */
const OwnThreads = Type.Array(
  Type.Object({
    chart: ChartId,
    code: ThreadCode,
    metres: Type.Number({ minimum: 0, maximum: 100_000 }),
  }),
  { maxItems: 3000 },
);
export type OwnThreads = Static<typeof OwnThreads>;

/** A drawing on the motif shelf, or stitches that are kept as they are; then the drawing is a picture of them. */
export const KeptMotif = Type.Object({
  id: Uuid,
  name: Type.String(),
  outline: Type.Unsafe<PlainOutline>({}),
  stitches: Type.Unsafe<StitchesObject[] | null>({}),
  /** mm. */
  width: Type.Number(),
  height: Type.Number(),
  madeAt: Moment,
});
export type KeptMotif = Static<typeof KeptMotif>;
export const Motifs = Type.Object({ motifs: Type.Array(KeptMotif) });
export type Motifs = Static<typeof Motifs>;

export const NewMotif = Type.Object({
  name: Type.String({ minLength: 1, maxLength: 120 }),
  /** A drawing … */
  outline: Type.Optional(Type.Object({}, { additionalProperties: true })),
  /** … or plain stitches. */
  stitches: Type.Optional(
    Type.Array(Type.Object({}, { additionalProperties: true }), { minItems: 1, maxItems: 100 }),
  ),
});
export const MadeMotif = Type.Object({ id: Uuid });
export type MadeMotif = Static<typeof MadeMotif>;

/** A recipe that is kept under a name, for one cloth or for any. */
export const KeptRecipe = Type.Object({
  id: Uuid,
  name: Type.String(),
  /** Id of the cloth that it was made for; null for any. */
  cloth: orNull<string>(Type.String()),
  recipe: Type.Unsafe<Recipe>({}),
  changedAt: Moment,
});
export type KeptRecipe = Static<typeof KeptRecipe>;
export const KeptRecipes = Type.Object({ recipes: Type.Array(KeptRecipe) });
export type KeptRecipes = Static<typeof KeptRecipes>;

export const NewRecipe = Type.Object({
  name: Name,
  cloth: orNull<string>(Type.String({ maxLength: 40 })),
  recipe: Type.Object({}, { additionalProperties: true }),
});
export type NewRecipe = Omit<Static<typeof NewRecipe>, 'recipe'> & { recipe: Recipe };
export const MadeRecipe = Type.Object({ id: Uuid });
export type MadeRecipe = Static<typeof MadeRecipe>;

/** Numbers that new objects begin with: by `kind cloth`, then by setting. */
const Defaults = Type.Record(
  Type.String({ pattern: '^[a-z-]+ [a-z-]+$' }),
  Type.Record(Type.String({ maxLength: 40 }), Type.Unsafe<SettingValue>({ type: ['number', 'string'] })),
  { additionalProperties: false, maxProperties: 400 },
);
export type Defaults = Static<typeof Defaults>;

/** Every setting and what it may hold. */
export const Settings = Type.Object({
  units: Type.Optional(Type.Unsafe<'mm' | 'in'>({ enum: ['mm', 'in'] })),
  /** Pixels a millimetre at true size on this person's screen. */
  screen: Type.Optional(Type.Number({ minimum: 1, maximum: 40 })),
  /** The machine that designs are timed and checked for. */
  machine: Type.Optional(Type.Unsafe<string>({ enum: MACHINES.map((m) => m.id) })),
  /** Threads that the person owns. */
  threads: Type.Optional(OwnThreads),
  /** The person's own defaults of recipes. */
  defaults: Type.Optional(Defaults),
});
export type Settings = Static<typeof Settings>;
export const AllSettings = Type.Object({ settings: Settings });
export type AllSettings = Static<typeof AllSettings>;

/** A file of a font: of a face that ships with Rosehip, or of one of the person's own. */
export const FontFileOf = Type.Object({
  face: Type.String({ pattern: '^[a-z0-9-]{1,80}$' }),
  file: Type.String({ pattern: '^[a-z-]{1,30}$' }),
});

/** A font that the person has put on the shelf, or an alphabet of stitches. */
export const OwnFont = Type.Object({
  id: Type.String(),
  name: Type.String(),
  stitched: Type.Boolean(),
  /** The characters that it has: first and last of each stretch. */
  covers: Type.Array(Type.Unsafe<[number, number]>({ type: 'array', items: { type: 'integer' } })),
  /** The smallest height of capitals at which it sews well, mm; 0 when nothing tells it. */
  smallest: Type.Number(),
  /** Height of capitals of stitched letters, mm. */
  capitals: Type.Optional(Type.Number()),
  stroke: Type.Number(),
  madeAt: Moment,
});
export type OwnFont = Static<typeof OwnFont>;
export const OwnFonts = Type.Object({ fonts: Type.Array(OwnFont) });
export type OwnFonts = Static<typeof OwnFonts>;
export const OwnFontOf = Type.Object({ id: Type.String({ pattern: '^own-[0-9a-f]{64}$' }) });
/** What the file was called: for fonts that say no name. */
export const NewFont = Type.Object({ name: Type.String({ maxLength: 200, default: '' }) });
/** An alphabet, which the core checks. */
export const NewAlphabet = Type.Unsafe<Alphabet>({ type: 'object' });
