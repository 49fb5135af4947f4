// Outlines in the document: drawn, ready, and made from others.
import { Type } from 'typebox';
import { DESIGN_LIMITS } from '../limits.ts';
import type { Point } from '../../geometry/points.ts';
import type { Path, PathPoint, Recipe } from '../types.ts';
import {
  coordinate,
  defined,
  exactly,
  flag,
  integer,
  itemIds,
  length,
  list,
  number,
  oneOf,
  perhaps,
  place,
  point,
  REACH,
  share,
  size,
  text as string,
  threadCode,
  tuple,
  turn,
  word,
} from './parts.ts';

/** One point of a path. Tangents are relative to the point; without them its segment is straight. */
export const pathPoint = exactly({
  x: coordinate,
  y: coordinate,
  in: perhaps(point),
  out: perhaps(point),
});

export const path = exactly({
  closed: flag,
  points: list(defined<PathPoint>('pathPoint'), undefined, 1),
});

export const pathOutline = exactly({
  kind: Type.Literal('path'),
  /** How overlapping paths make holes. Left out: even-odd. */
  fillRule: perhaps(word('evenodd', 'nonzero')),
  paths: list(defined<Path>('path'), 20_000, 1),
});

/** Where a ready shape lies: a box about its centre. */
const boxFields = {
  x: coordinate,
  y: coordinate,
  width: size,
  height: size,
  /** Degrees, clockwise on screen. */
  turn,
  /** Mirrored left to right before it is turned. */
  flip: perhaps(flag),
};
export const box = exactly(boxFields);

export const rectangle = exactly({
  kind: Type.Literal('rectangle'),
  ...boxFields,
  /** Corner radius, mm. */
  radius: size,
});

/** Part of an ellipse: from the top, clockwise. */
export const arc = exactly({
  /** Degrees. */
  from: turn,
  /** Degrees, up to 360. */
  sweep: number(0, 360),
  /** How the ends are joined: not at all, by a straight line, or through the centre. */
  ends: word('open', 'chord', 'slice'),
});

export const ellipse = exactly({ kind: Type.Literal('ellipse'), ...boxFields, arc: perhaps(arc) });

const corners = integer(3, 200);

/** A regular polygon inside the box's ellipse, its first corner at the top. */
export const polygon = exactly({ kind: Type.Literal('polygon'), ...boxFields, corners });

export const star = exactly({
  kind: Type.Literal('star'),
  ...boxFields,
  corners,
  /** How far the inner corners lie from the centre, as a share of the outer ones. */
  inner: share,
});

/** A line that winds from the box's edge to the inside. */
export const spiral = exactly({
  kind: Type.Literal('spiral'),
  ...boxFields,
  rounds: number(0.25, 100),
  /** Where it ends, as a share of the way from the centre to the edge. */
  inner: share,
});

/** One of the shapes that ship with Rosehip, by its name in the table of ready shapes. */
export const ready = (shapes: readonly string[]) =>
  exactly({ kind: Type.Literal('ready'), ...boxFields, shape: word<string>(...shapes) });

/** What outlines made from others have in common: the ids of at least so many objects or groups. */
const liveFields = (least: number) => ({
  /** Ids of the objects or groups that it is made from. */
  of: itemIds(least),
  /** Moved, sized or turned by hand after it was made: [a, b, c, d, e, f] as in SVG. */
  place: perhaps(place),
});

/** Shapes put together. The first one is what the others are taken from. */
export const combine = exactly({
  kind: Type.Literal('combine'),
  ...liveFields(2),
  op: word('unite', 'subtract', 'intersect'),
  /** The first one is lines, which are cropped; otherwise regions are combined. */
  lines: perhaps(flag),
  /** Of an intersection of two: its stitches are those of the first one, as far as they lie in the second. */
  part: perhaps(flag),
});

/** What lies on one side of a knife line. `of` is the shape and the line. */
export const cut = exactly({
  kind: Type.Literal('cut'),
  ...liveFields(2),
  side: word('left', 'right'),
  lines: perhaps(flag),
});

export const cornerRule = word('round', 'mitre', 'bevel');

/** A place of a live outline that was pulled by hand. It stays a pull when what the outline follows changes. */
export const dent = exactly({
  /** Where it was taken hold of: the nearest place of the outline is meant; mm. */
  x: coordinate,
  y: coordinate,
  /** How far it was pulled, in mm. */
  dx: coordinate,
  dy: coordinate,
  /** So far along the outline, to both sides, the line comes along, in mm. */
  reach: size,
});

/** The outline at a distance from others, in mm; negative goes inwards. */
export const surround = exactly({
  kind: Type.Literal('surround'),
  ...liveFields(1),
  distance: number(-REACH, REACH),
  corners: cornerRule,
  /** Measured from the outlines (when left out), or from where their thread ends. */
  from: perhaps(word('outline', 'thread')),
  /** Notches and gaps narrower than this are bridged, in mm. */
  bridge: perhaps(length(100)),
  /** Corners are rounded with this radius, in mm. */
  smooth: perhaps(length(50)),
  /** Holes in what it surrounds are left out. */
  fillHoles: perhaps(flag),
  /** Only what it encloses: its holes, as shapes. */
  inside: perhaps(flag),
  /** So many outlines, each `gap` mm farther out than the one before. */
  rings: perhaps(integer(1, 60)),
  gap: perhaps(length(100)),
  dents: perhaps(list(dent, 500)),
});

/** Lines with a width, in mm, as shapes. */
export const band = exactly({
  kind: Type.Literal('band'),
  ...liveFields(1),
  width: number(0.01, REACH),
  ends: word('flat', 'round', 'square'),
  corners: cornerRule,
});

/** The edges of a shape: all of them, the outer ones (holes filled), or the holes. */
export const edge = exactly({
  kind: Type.Literal('edge'),
  ...liveFields(1),
  which: word('all', 'outer', 'holes'),
});

/** Letters of a font of the person's own, as far as the design uses them: where the font is not, its words are the same. */
export const carriedFont = exactly({
  /** Id of the font. */
  id: string(200, 1),
  name: string(120, 1),
  unitsPerEm: number(1, 1_000_000),
  /** Height of its capitals, in units. */
  capHeight: perhaps(number(0, 1_000_000)),
  /** Its letters are needle points, in tenths of a millimetre. */
  stitched: perhaps(flag),
  /** As path data, in units, y down. */
  glyphs: list(exactly({ glyph: integer(0, 0x10ffff), path: string(400_000) }), 5000),
  /** How the font sets these characters: glyph, offset into them, advance, dx and dy of each, from left to right. */
  runs: list(
    exactly({
      text: string(DESIGN_LIMITS.letters, 1),
      rightToLeft: perhaps(flag),
      /** Without ligatures. */
      apart: perhaps(flag),
      glyphs: list(number(-10_000_000, 10_000_000), 50_000),
    }),
    5000,
  ),
});

/** What was done by hand to one letter. Lengths are shares of the height of capitals, so that they grow with the text. */
export const letterChange = exactly({
  /** Which letter: where it begins in the text, counted in UTF-16 units. */
  at: integer(0, DESIGN_LIMITS.letters),
  /** Room before it, beside what the font gives. */
  space: perhaps(number(-10, 100)),
  /** How far it stands above the baseline. */
  lift: perhaps(number(-100, 100)),
  /** Degrees, clockwise. */
  turn: perhaps(turn),
  /** Its size, as a share of the others'. */
  size: perhaps(number(0.1, 10)),
  thread: perhaps(threadCode),
  recipe: perhaps(defined<Recipe>('recipe')),
});

const pull = exactly({ x: number(-10, 10), y: number(-10, 10) });

/** How a word's part of a shape was drawn by hand: shifts as shares of the width and height of the whole shape. */
export const partPull = exactly({
  /** Which word: where it begins in the text. */
  at: integer(0, DESIGN_LIMITS.letters),
  /** Of its corners, clockwise from the top left. */
  corners: tuple<Point[]>(pull, 4),
  /** Of the middles of its sides: top, right, bottom, left. */
  sides: tuple<Point[]>(pull, 4),
});

/** What the lines of a text stand on; left out: a straight line. */
export const baseline = oneOf(
  /**
   * Part of a circle; its middle lies below the line, or above it when the radius is negative. mm. Letters stand so far apart
   * that each line fills an angle, if that is said; degrees.
   */
  exactly({ kind: Type.Literal('arc'), radius: number(-REACH, REACH), fills: perhaps(number(1, 359)) }),
  /** A circle: the first line over the top, the second one upright along the bottom. mm. */
  exactly({ kind: Type.Literal('circle'), radius: number(0.5, REACH), fills: perhaps(number(1, 359)) }),
  /**
   * The line that the text is made from: where on it (a share of its length), and on which side. It runs under the letters,
   * or through the middle of the first line's capitals.
   */
  exactly({
    kind: Type.Literal('along'),
    start: share,
    side: word('left', 'right'),
    through: perhaps(flag),
  }),
  /** A wave: from crest to crest, and from its middle to a crest; mm. */
  exactly({ kind: Type.Literal('wave'), length: number(1, REACH), height: number(-REACH, REACH) }),
  /**
   * The shape that the text is made from, which its words fill: so far from its edge and from each other, in mm. Their height
   * follows from that.
   */
  exactly({
    kind: Type.Literal('within'),
    edge: length(100),
    gap: length(100),
    /** Letters as they were typed; otherwise capitals. */
    typed: perhaps(flag),
    /** How words are laid; left out: in even rows. A monogram is letters beside each other. */
    lay: perhaps(word('importance', 'rings', 'monogram')),
    /** Height of the outer letters of a monogram, as a share of what it could be. */
    sides: perhaps(number(0.2, 1)),
    /** Parts that were drawn otherwise by hand. */
    pulls: perhaps(list(partPull, 200)),
  }),
  /** Upright letters below each other. */
  exactly({ kind: Type.Literal('column') }),
);

/** Words: set in a font of the shelf along a baseline, with (0, 0) where the first line is lined up; then put in its place. */
export const text = exactly({
  kind: Type.Literal('text'),
  /** The line that it stands on, for a baseline `along`; else nothing. */
  ...liveFields(0),
  text: string(DESIGN_LIMITS.letters),
  /** Id of a font. */
  font: string(200, 1),
  /** Of capitals, in mm. */
  height: number(0.5, REACH),
  /** Beside what the font gives, as shares of the height. */
  letterSpace: perhaps(number(-1, 50)),
  wordSpace: perhaps(number(-1, 50)),
  /** From baseline to baseline, as a share of the height; left out: 1.6. */
  lineSpace: perhaps(number(0, 50)),
  /** Width of letters, as a share of the font's. */
  stretch: perhaps(number(0.1, 10)),
  /** Degrees that letters lean to the right. */
  slant: perhaps(number(-60, 60)),
  /** How lines are lined up; left out: about the middle. */
  align: perhaps(word('left', 'centre', 'right')),
  /** Letters that touch in print are set apart when false. */
  ligatures: perhaps(flag),
  baseline: perhaps(baseline),
  /** In which order letters are sewn; left out: as they are read. */
  order: perhaps(word('read', 'back', 'centre', 'near')),
  /** Letters that are stitches already are one step of their thread, without cuts. */
  joined: perhaps(flag),
  letters: perhaps(list(letterChange, DESIGN_LIMITS.letters)),
});
