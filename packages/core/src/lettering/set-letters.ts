// A text that is set: its letters with their places.
import type { PathOutline, TextLetter } from '../design/types.ts';
import type { Point } from '../geometry/points.ts';
import type { Matrix } from '../geometry/matrix.ts';

/** A letter of a set text, with the place that it takes on its line. */
export interface SetLetter extends TextLetter {
  /** From its own sheet to the cloth: (0, 0) is where it begins on its baseline, y down; mm. */
  frame: Matrix;
  /** How wide it is, in mm. */
  width: number;
  rightToLeft: boolean;
  /** Blanks are places too, but nothing is drawn there. */
  blank: boolean;
}

/** A line of a set text. */
export interface SetLine {
  /** Offsets into the text. */
  at: number;
  to: number;
  /** For the caret where there is no letter. */
  frame: Matrix;
  /** mm. */
  length: number;
}

/** A word that fills a part of a shape, on the sheet that it stands on. */
export interface SetPart {
  /** Offsets into the text. */
  at: number;
  to: number;
  /** Clockwise from the top left. */
  corners: readonly Point[];
  /** Middles of its sides: top, right, bottom, left. */
  sides: readonly Point[];
  /** The line around it. */
  edge: readonly Point[];
}

/** Of words that go round something: how long the way round is, and how much of it the longest of them takes, in mm. */
export interface Round {
  way: number;
  /** More than the way: letters lie over each other. */
  taken: number;
  /** So many lines share the way. */
  lines: number;
}

export interface SetText {
  outline: PathOutline;
  letters: SetLetter[];
  lines: SetLine[];
  /** Of words that fill a shape: their parts, and the size of the shape, in mm. */
  parts?: readonly SetPart[];
  shape?: { width: number; height: number };
  round?: Round;
}
