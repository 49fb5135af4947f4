// Repeats in the document: how copies stand, and which.
import { Type } from 'typebox';
import { DESIGN_LIMITS } from '../limits.ts';
import {
  coordinate,
  exactly,
  flag,
  id,
  integer,
  length,
  list,
  number,
  oneOf,
  perhaps,
  point,
  REACH,
  turn,
  word,
} from './parts.ts';

const MOST = DESIGN_LIMITS.copies;
const count = integer(1, MOST);
const gap = number(-100, REACH);

/** How far from each other copies lie in a row. Overlaps are gaps below nothing. */
export const rowSpacing = exactly({
  count,
  /** By the step from copy to copy, by the gap between neighbours, or so that they fill a length. */
  fit: word('step', 'gap', 'length'),
  /** mm. */
  step: coordinate,
  gap,
  length: length(2 * REACH),
  /** What follows when a length is filled: the gap, or the count (the gap is kept as nearly as it goes). */
  solve: word('gap', 'count'),
  /**
   * How a filled length ends: left out, copies reach both ends; `half` a gap at each end; `closed`, the last meets the first
   * as neighbours do; `exact`, the gap stays as it is and what is left over is shared by both ends.
   */
  ends: perhaps(word('half', 'closed', 'exact')),
});

/** Copies about a centre. The first one is what is repeated itself, where it stands. */
export const circle = exactly({
  kind: Type.Literal('circle'),
  centre: point,
  count,
  /** Degrees, clockwise on screen: 360 all round, less for a part, where the last copy stands at the end. */
  sweep: turn,
  /** Copies stay upright; otherwise they are turned with the circle. */
  upright: perhaps(flag),
  /** As it was placed; the radius so that neighbours have the gap; or the count that leaves at least the gap. */
  fit: word('place', 'gap', 'count'),
  /** mm; negative: neighbours overlap. */
  gap,
});

export const row = exactly({
  kind: Type.Literal('row'),
  across: rowSpacing,
  /** Degrees, clockwise from level. */
  angle: turn,
});

export const grid = exactly({
  kind: Type.Literal('grid'),
  across: rowSpacing,
  down: rowSpacing,
  angle: turn,
  /** Every other row is shifted by half a step. */
  brick: perhaps(flag),
  /** Each copy mirrors its neighbours: those beside it from left to right, those above and below it upside down. */
  reflect: perhaps(flag),
});

/** Copies along the lines of another object. */
export const alongPath = exactly({
  kind: Type.Literal('path'),
  /** Id of the object whose lines are followed. */
  along: id,
  fit: word('count', 'step'),
  count,
  /** About how far from copy to copy, mm: a whole number of copies is fitted. */
  step: length(REACH),
  upright: perhaps(flag),
  /** At sharp corners: on round them, a copy at each, or none near them. */
  corners: word('through', 'stop', 'miss'),
  /** The place of what is repeated that lies on the line, and the direction in which it faces, in degrees. */
  anchor: point,
  facing: number(-100_000, 100_000),
});

/** Live copies of what stands in a group. */
export const repeat = exactly({
  layout: oneOf(circle, row, grid, alongPath),
  /** Every other copy is mirrored. */
  mirror: perhaps(flag),
  /** A run leads from each copy to the next. */
  joined: perhaps(flag),
  /** Copies that are left out, by their numbers from 0; 0 is what is repeated itself. */
  without: perhaps(list(integer(0, MOST), MOST)),
  /** Sewn copy by copy, or each colour through all copies. */
  order: word('copies', 'colours'),
});
