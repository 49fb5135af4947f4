// What a group was made of when it came from a picture: the picture itself, and the choices of every step.
import type { Point } from '../../geometry/points.ts';
import { Type } from 'typebox';
import {
  colour,
  exactly,
  flag,
  id,
  integer,
  list,
  name,
  number,
  perhaps,
  picture,
  place,
  threadCode,
  tuple,
  word,
} from './parts.ts';

/** Shares of a picture's width and height; corners may be drawn outside of it. */
const shares = exactly({ x: number(-2, 3), y: number(-2, 3) });

export const takenPicture = exactly({
  /** Quarter turns to the right. */
  quarters: integer(0, 3),
  /** Further turn to the right, in degrees. */
  turn: number(-45, 45),
  /** The four corners that become a rectangle's, from the upper left one to the right and round. */
  corners: tuple<[Point, Point, Point, Point]>(shares, 4),
  brightness: number(-1, 1),
  contrast: number(-1, 1),
  /** Light on paper is evened out; left out: when it looks like a drawing on unevenly lit paper. */
  even: perhaps(flag),
});

export const groundChoice = exactly({
  /** Only what is clear; what has the colour of the corners; or that of the places. */
  from: word('clear', 'corners', 'places'),
  places: list(shares, 50),
  /** How far a colour may be from the ground's: 0 to 100, as it is seen. */
  tolerance: number(0, 100),
  /** What is enclosed by other colours, too. */
  islands: flag,
});

export const colourGroup = exactly({
  /** #rrggbb; the first one is what it looks like. */
  shades: list(colour, 32, 1),
  /** The thread, when it is not the nearest. */
  thread: perhaps(threadCode),
  /** It is not sewn: what it covers becomes ground, or its neighbours'. */
  out: perhaps(word('ground', 'neighbours')),
  /** It is cloth that is laid on, rather than stitches. */
  cloth: perhaps(flag),
});

export const colourChoice = exactly({
  /** How many; null: as many as the picture proposes. */
  count: Type.Union([integer(1, 24), Type.Null()]),
  /** When they were grouped by hand; then the count follows. */
  groups: Type.Union([list(colourGroup, 32, 1), Type.Null()]),
  /** Patches smaller than this are given to their neighbour, in mm². */
  specks: number(0, 100),
  /** Calmed first, as photographs must be; null: when it looks like one. */
  calm: Type.Union([flag, Type.Null()]),
});

export const outlineChoice = exactly({
  /** 0 to 1: how smooth. */
  smooth: number(0, 1),
  /** 0 to 1: how many corners stay corners. */
  corners: number(0, 1),
});

/** Lines that follow how dark the picture is. */
export const shadedChoice = exactly({
  threads: integer(1, 5),
  /** Threads that were chosen by hand, in their places; null: by the picture. */
  chosen: perhaps(list(Type.Union([threadCode, Type.Null()]), 5)),
  lines: word('parallel', 'contour', 'spiral'),
  /** From line to line of one thread, in mm; left out: by how many threads there are. */
  spacing: perhaps(number(0.8, 8)),
  /** Degrees. */
  angle: number(-180, 180),
});

export const stitchChoice = exactly({
  /** 0 to 1: from more fill to more satin. */
  satin: number(0, 1),
  /** Areas with cut-outs; the lines between colours; or the middle lines of what is drawn. */
  as: word('areas', 'outlines', 'middle', 'shaded'),
  shaded: perhaps(shadedChoice),
});

export const pictureChoices = exactly({
  taken: takenPicture,
  /** Width of what is no ground, in mm. */
  width: number(3, 2000),
  ground: groundChoice,
  colours: colourChoice,
  outlines: outlineChoice,
  stitches: stitchChoice,
});

/** A picture that is kept, and the name of its file. It is never changed but replaced: who has been sent it once has it. */
export const keptPicture = exactly({ name, data: picture });

export const fromPicture = exactly({
  picture: keptPicture,
  choices: pictureChoices,
  /** Ids of what was made, in the order in which the steps make it. */
  made: list(id, 5000),
  /** Where the group was moved, turned or scaled to since. */
  map: perhaps(place),
});
