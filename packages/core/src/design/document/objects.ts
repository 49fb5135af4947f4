// What stands in a design: objects, brought-in stitches, groups.
import { Type } from 'typebox';
import type { Point } from '../../geometry/points.ts';
import { OWN_PRINT, PRINTS } from '../../materials/prints.ts';
import { DESIGN_LIMITS } from '../limits.ts';
import { RECORDS_PATTERN } from '../stitch-blocks.ts';
import { LEVELS_PATTERN, MOST_TONES } from '../tones.ts';
import type { Item, Outline, Path, Recipe } from '../types.ts';
import {
  colour,
  coordinate,
  defined,
  exactly,
  flag,
  id,
  integer,
  itemIds,
  length,
  list,
  name,
  note,
  number,
  perhaps,
  picture,
  place,
  point,
  REACH,
  share,
  size,
  text,
  threadCode,
  tuple,
  word,
} from './parts.ts';
import { fromPicture } from './from-picture.ts';
import { repeat } from './repeat.ts';

const itemFields = {
  id,
  name,
  visible: flag,
  locked: flag,
  /** Id of the hooping that it is sewn in, where that was chosen by hand. */
  hooping: perhaps(id),
};

/** How wide a satin along a line is at a place, as a share (0 to 1) of the line's length; mm. */
export const widthAt = exactly({ at: share, width: length(100) });

/** A small drawing of one stroke, from (0, 0) to (10, 0): x0, y0, x1, y1, … */
export const motif = exactly({ name: text(120, 1), coords: list(number(-1000, 1000), 20_000, 4) });

/** What a region's stitches leave room around, and by how much, in mm. */
export const keepClear = exactly({
  of: itemIds(1),
  margin: length(50),
  /** What they enclose is kept clear too. */
  fillHoles: perhaps(flag),
});

/** The cloth of an appliqué. */
export const patch = exactly({
  /** Id of a printed cloth that ships with Rosehip; `own` for a picture of the person's own. */
  print: word<string>(...PRINTS.map((p) => p.id), OWN_PRINT),
  /** Main colour, #rrggbb. */
  colour,
  /** A picture of the person's own, as a data: URL, which repeats every `size` mm. */
  data: perhaps(picture),
  size: perhaps(number(1, REACH)),
  /** It lies under the cloth, which is cut away above it. */
  reverse: perhaps(flag),
});

/** How dark a picture is, for stitches that follow it. */
export const tones = exactly({
  name,
  columns: integer(1, MOST_TONES),
  rows: integer(1, MOST_TONES),
  /** A letter a place, row by row from the upper left corner: see `design/tones.ts`. */
  levels: Type.String({ minLength: 1, maxLength: MOST_TONES * MOST_TONES, pattern: LEVELS_PATTERN }),
  /** Maps the square from (0, 0) to (1, 1) to where the picture lies, in mm. */
  place,
});

/** One outline with one recipe and one thread. */
export const object = exactly({
  ...itemFields,
  kind: Type.Literal('object'),
  outline: defined<Outline>('outline'),
  recipe: defined<Recipe>('recipe'),
  /** Thread code in the design's chart. */
  thread: threadCode,
  /** Where sewing begins and ends when it was fixed by hand; mm. */
  start: perhaps(point),
  end: perhaps(point),
  /** Lines that steer the stitches: rungs of a satin, the flow of a fill. */
  guideLines: perhaps(list(defined<Path>('path'), 100)),
  /** Drawn widths of a satin along a line; left out: its recipe's width everywhere. */
  widths: perhaps(list(widthAt, 200)),
  /** A drawing of the person's own that its stitches repeat. */
  motif: perhaps(motif),
  /** A picture that its stitches follow, where their kind does. */
  tones: perhaps(tones),
  /** What rays and spirals go about; left out: the middle. mm. */
  centre: perhaps(point),
  /** Ids of the objects or groups that its relief lines show. */
  relief: perhaps(itemIds(1)),
  /** Id of the line that all its relief lines go like. */
  linesLike: perhaps(itemIds(1)),
  /** Objects or groups that its stitches leave room around. */
  keepClear: perhaps(keepClear),
  /**
   * What lies hidden beneath dense stitches that are sewn later is left out, but for so much that stays under their
   * edge, in mm.
   */
  trimBeneath: perhaps(length(20)),
  /** Cloth that is laid on for an appliqué, as wide as the outline: what it looks like. */
  patch: perhaps(patch),
  /** What it was stitched as before, one recipe a kind: going back to a kind brings its numbers back. */
  otherRecipes: perhaps(list(defined<Recipe>('recipe'), 50)),
  /** The machine waits after this object, with this note for the person. */
  stopAfter: perhaps(note),
  /** Only a shape that others are made from; it is not sewn itself. */
  unsewn: perhaps(flag),
});

/** About a thousand records of stitches, as text: see `design/stitch-blocks.ts`. */
export const stitchBlock = exactly({
  records: Type.String({ maxLength: 100_000, pattern: RECORDS_PATTERN }),
});

/** Stitches that are kept as they are, exactly, in tenths of a millimetre. */
export const stitches = exactly({
  ...itemFields,
  kind: Type.Literal('stitches'),
  thread: threadCode,
  blocks: list(stitchBlock, 20_000),
  stopAfter: perhaps(note),
});

/**
 * A sheet that bends what is drawn on it. `from` is the flat sheet; `points` are where its grid of
 * (columns + 1) × (rows + 1) places goes, row by row. With `edges`, the sheet is one patch (one column, one
 * row) whose four sides are curves: for each side (top, right, bottom, left, clockwise from the top left
 * corner) the pulls of its two ends, relative to their corners.
 */
export const bend = exactly({
  from: exactly({ x: coordinate, y: coordinate, width: size, height: size }),
  columns: integer(1, DESIGN_LIMITS.cells),
  rows: integer(1, DESIGN_LIMITS.cells),
  points: list(point, (DESIGN_LIMITS.cells + 1) ** 2, 4),
  edges: perhaps(tuple<[Point, Point][]>(tuple<[Point, Point]>(point, 2), 4)),
});

export const group = exactly({
  ...itemFields,
  kind: Type.Literal('group'),
  objects: list(defined<Item>('item'), DESIGN_LIMITS.objects),
  bend: perhaps(bend),
  /** Live copies of all that stands in it. */
  repeat: perhaps(repeat),
  /** The picture that it came from. */
  fromPicture: perhaps(fromPicture),
});
