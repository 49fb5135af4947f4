// The tables. Nothing that was saved is ever overwritten: a save adds a revision.
import type { FontFacts, Outline, Recipe, StitchesObject, Thread, ThreadMaterial } from '@rosehip/core';
import type { Summary } from '@rosehip/wire';
import { OWNER } from './owner.ts';
import {
  char,
  customType,
  datetime,
  double,
  index,
  int,
  mysqlTable,
  primaryKey,
  varchar,
} from 'drizzle-orm/mysql-core';

/** MariaDB keeps JSON as text and the driver hands it over as a string: it is parsed here. */
const jsonText = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => 'longtext',
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (text) => JSON.parse(text) as T,
  })(name);

const pngBytes = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => 'mediumblob' });

const bytes = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => 'longblob' });

/** Whose it is (owner.ts). */
const owner = () => varchar('owner', { length: 36 }).notNull().default(OWNER);

const moment = (name: string) => datetime(name, { fsp: 3, mode: 'date' });

export const designs = mysqlTable(
  'designs',
  {
    id: char('id', { length: 36 }).primaryKey(),
    owner: owner(),
    name: varchar('name', { length: 120 }).notNull(),
    /** Number of the newest revision. */
    revision: int('revision').notNull(),
    /** Name of the newest revision's hoop, for lists. */
    hoop: varchar('hoop', { length: 120 }).notNull(),
    madeAt: moment('made_at').notNull(),
    changedAt: moment('changed_at').notNull(),
    /** What the person finds it by, by the alphabet. */
    labels: jsonText<string[]>('labels').notNull(),
    /** Set while the design is deleted but can still be brought back. */
    deletedAt: moment('deleted_at'),
  },
  (t) => [index('designs_of').on(t.owner, t.deletedAt, t.changedAt)],
);

export const revisions = mysqlTable(
  'revisions',
  {
    designId: char('design_id', { length: 36 })
      .notNull()
      .references(() => designs.id),
    number: int('number').notNull(),
    /** What was done, in words. */
    label: varchar('label', { length: 200 }).notNull(),
    /** The design, packed (packing.ts): whole, or as changes to the revision `base`. */
    body: bytes('body').notNull(),
    base: int('base'),
    /** SHA-256 of the design's whole text, hexadecimal. */
    hash: char('hash', { length: 64 }).notNull(),
    /** What the person calls it. Revisions with a name are kept for good. */
    name: varchar('name', { length: 120 }),
    madeAt: moment('made_at').notNull(),
    summary: jsonText<Summary>('summary'),
    /** Why no picture can be made of it, as a sentence; null when there is one, or none was tried yet. */
    problem: varchar('problem', { length: 300 }),
    /** The id that its save was sent with: whoever sent it knows it again when the answer was lost. */
    saveId: char('save_id', { length: 36 }),
  },
  (t) => [primaryKey({ columns: [t.designId, t.number] })],
);

/** Long texts of designs (pictures, brought-in stitches), once by content however many revisions hold them. */
export const assets = mysqlTable('assets', {
  /** SHA-256 of the text, hexadecimal. */
  hash: char('hash', { length: 64 }).primaryKey(),
  /** The text, deflated. */
  content: bytes('content').notNull(),
});

/** Which revisions hold which assets. */
export const revisionAssets = mysqlTable(
  'revision_assets',
  {
    designId: char('design_id', { length: 36 }).notNull(),
    number: int('number').notNull(),
    hash: char('hash', { length: 64 })
      .notNull()
      .references(() => assets.hash),
  },
  (t) => [primaryKey({ columns: [t.designId, t.number, t.hash] })],
);

/** Pictures of stitches, made from revisions; they can be thrown away at any time. */
export const pictures = mysqlTable(
  'pictures',
  {
    designId: char('design_id', { length: 36 })
      .notNull()
      .references(() => designs.id),
    revision: int('revision').notNull(),
    png: pngBytes('png').notNull(),
  },
  (t) => [primaryKey({ columns: [t.designId, t.revision] })],
);

export const motifs = mysqlTable('motifs', {
  id: char('id', { length: 36 }).primaryKey(),
  owner: owner(),
  name: varchar('name', { length: 120 }).notNull(),
  outline: jsonText<Outline>('outline').notNull(),
  /** Plain stitches; then the outline is a picture of them. */
  stitches: jsonText<StitchesObject[]>('stitches'),
  width: double('width').notNull(),
  height: double('height').notNull(),
  madeAt: moment('made_at').notNull(),
});

/** Recipes that are kept under a name. */
export const recipes = mysqlTable('recipes', {
  id: char('id', { length: 36 }).primaryKey(),
  owner: owner(),
  name: varchar('name', { length: 120 }).notNull(),
  /** Id of the cloth that it was made for; null for any. */
  cloth: varchar('cloth', { length: 40 }),
  recipe: jsonText<Recipe>('recipe').notNull(),
  changedAt: moment('changed_at').notNull(),
});

/** Fonts and stitched alphabets that the person has put on the shelf, once by content. */
export const fonts = mysqlTable(
  'fonts',
  {
    owner: owner(),
    /** SHA-256 of the content, hexadecimal. */
    hash: char('hash', { length: 64 }).notNull(),
    name: varchar('name', { length: 120 }).notNull(),
    facts: jsonText<FontFacts>('facts').notNull(),
    /** As .ttf or .otf, or an alphabet as JSON. */
    content: bytes('content').notNull(),
    madeAt: moment('made_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.owner, t.hash] })],
);

/** Thread charts of the person's own; those that ship with Rosehip are in the core. */
export const threadCharts = mysqlTable('thread_charts', {
  /** own-… */
  id: varchar('id', { length: 40 }).primaryKey(),
  owner: owner(),
  name: varchar('name', { length: 120 }).notNull(),
  weight: double('weight').notNull().default(40),
  material: varchar('material', { length: 20 }).$type<ThreadMaterial>().notNull().default('other'),
  threads: jsonText<Thread[]>('threads').notNull(),
});

export const settings = mysqlTable(
  'settings',
  {
    owner: owner(),
    name: varchar('name', { length: 40 }).notNull(),
    value: jsonText<unknown>('value').notNull(),
  },
  (t) => [primaryKey({ columns: [t.owner, t.name] })],
);
