// Hoopings in the document: where the hoop lies on a piece that is larger than it, and the marks between them.
import { PANELS } from '../../materials/panels.ts';
import type { Point } from '../../geometry/points.ts';
import {
  coordinate,
  exactly,
  id,
  number,
  perhaps,
  point,
  REACH,
  threadCode,
  tuple,
  turn,
  word,
} from './parts.ts';

/** The cloth, its middle at the origin; mm. */
export const piece = exactly({
  shape: word('rectangle', 'round', 'panel'),
  /** Which panel of a made-up thing it is. */
  panel: perhaps(word<string>(...PANELS.map((p) => p.id))),
  width: number(10, 2 * REACH),
  height: number(10, 2 * REACH),
});

/** The hoop's middle on the cloth in mm, and how it is turned. */
export const hooping = exactly({
  id,
  x: coordinate,
  y: coordinate,
  turn,
  /** Where the marks that lead on to the next hooping were put by hand; left out: as far apart as can be. mm. */
  marksAt: perhaps(tuple<[Point, Point]>(point, 2)),
});

/** Alignment marks: those that end one hooping begin the next. */
export const marks = exactly({
  /** Crosses or corners as far apart as both hoops allow, or a basted frame around what both hold. */
  as: word('cross', 'corner', 'frame'),
  thread: threadCode,
  /** mm; of a frame nothing. */
  size: number(2, 20),
});
