// The document as a whole, and its JSON Schema.
import { Type, type TSchema } from 'typebox';
import { DESIGN_LIMITS } from '../limits.ts';
import type { Item } from '../types.ts';
import { DESIGN_VERSION } from '../version.ts';
import * as adapting from './adapted.ts';
import * as hoopings from './hoopings.ts';
import * as objects from './objects.ts';
import * as outlines from './outlines.ts';
import * as trying from './try-on.ts';
import {
  byKind,
  colour,
  coordinate,
  defined,
  exactly,
  flag,
  id,
  integer,
  list,
  name,
  note,
  number,
  oneOf,
  perhaps,
  picture,
  share,
  text,
  threadCode,
  word,
} from './parts.ts';

/** A line to draw by: upright at x, or level at y, in mm. */
export const guide = exactly({ axis: word('x', 'y'), at: coordinate });

/** A picture to draw over. It is never stitched. */
export const referencePicture = exactly({
  name,
  /** The picture itself, as a data: URL of a PNG, JPEG or WebP. */
  data: picture,
  ...outlines.box.properties,
  /** How strongly it shows, 0 to 1. */
  strength: share,
  locked: flag,
  visible: flag,
});

/** A finding that stays ignored, by its key, with the person's reason. */
export const ignoredFinding = exactly({ key: text(400, 1), note });

/** A place of a ready project that waits to be made the person's own: what is changed there, and of which item. */
export const place = exactly({
  what: word('thread', 'width', 'copies', 'size', 'cloth'),
  /** Id of the item; left out where it is about the whole. */
  of: perhaps(id),
  /** What the person is asked, such as “Your colour of the rim”. */
  asks: name,
});

/** A thread chart of the person's own: it goes with the designs that are sewn from it. */
export const ownChart = exactly({
  name,
  weight: number(5, 120),
  material: word('rayon', 'polyester', 'cotton', 'metallic', 'glow', 'other'),
  threads: list(exactly({ code: threadCode, name, colour, weight: perhaps(number(5, 120)) }), 500, 1),
});

const chartId = Type.String({ pattern: '^[a-z0-9-]{1,40}$' });

/** The chart that a design was sewn from before, and its threads there: going back is exact. */
export const earlierChart = exactly({
  chart: chartId,
  ownChart: perhaps(ownChart),
  /** Threads now, and what they were; where several became one, the first. */
  threads: list(exactly({ now: threadCode, was: threadCode }), 500),
  /** What was another thread than that: ids, and of letters the place in their words. */
  others: list(exactly({ of: id, letter: perhaps(integer(0, 100_000)), was: threadCode }), 5000),
});

export const design = exactly({
  format: Type.Literal('rosehip-design'),
  version: Type.Literal(DESIGN_VERSION),
  name,
  hoop: adapting.hoop,
  /** The cloth itself, where it is larger than the hoop. */
  piece: perhaps(hoopings.piece),
  /** Where the hoop is put, in this order; left out: once, in the middle. */
  hoopings: perhaps(list(hoopings.hooping, DESIGN_LIMITS.hoopings, 1)),
  marks: perhaps(hoopings.marks),
  cloth: adapting.cloth,
  /** The design that it follows. */
  adapted: perhaps(adapting.adapted),
  /** Id of the thread chart. */
  chart: chartId,
  ownChart: perhaps(ownChart),
  earlierChart: perhaps(earlierChart),
  guides: perhaps(list(guide, 500)),
  picture: perhaps(referencePicture),
  /** What it is tried on. */
  tryOn: perhaps(trying.tryOn),
  /** Findings that the person has seen and does not mind. */
  ignored: perhaps(list(ignoredFinding, 2000)),
  /** What a ready project still asks for, in this order. */
  places: perhaps(list(place, 20)),
  /** Letters of fonts that may not be there where the design is opened. */
  fonts: perhaps(list(outlines.carriedFont, DESIGN_LIMITS.fonts)),
  /** In sewing order. */
  objects: list(defined<Item>('item'), DESIGN_LIMITS.objects),
});

/** What the document takes from the tables of rooms above. */
export interface DocumentTables {
  /** Ids of the ready shapes. */
  shapes: readonly string[];
  /** The schema of each kind's recipe. */
  recipes: readonly (readonly [kind: string, schema: TSchema])[];
}

/** The JSON Schema of design files. */
export const designSchema = ({ shapes, recipes }: DocumentTables) => ({
  $schema: 'http://json-schema.org/draft-07/schema#',
  $id: `rosehip-design-${DESIGN_VERSION}`,
  title: `Rosehip design, version ${DESIGN_VERSION}`,
  description: 'Lengths in millimetres, y down, origin at the middle of the hoop; objects in sewing order.',
  ...design,
  definitions: {
    pathPoint: outlines.pathPoint,
    path: outlines.path,
    outline: oneOf(
      outlines.pathOutline,
      outlines.rectangle,
      outlines.ellipse,
      outlines.polygon,
      outlines.star,
      outlines.spiral,
      outlines.ready(shapes),
      outlines.combine,
      outlines.cut,
      outlines.surround,
      outlines.band,
      outlines.edge,
      outlines.text,
    ),
    recipe: byKind(recipes),
    item: oneOf(objects.object, objects.stitches, objects.group),
  },
});
