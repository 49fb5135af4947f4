// What a thing to try a design on is: pieces of cloth and other stuff from back to front, with their light. All in mm, y down.
import type { Path } from '@rosehip/core';
import type { Surface } from './surface.ts';

/** Light or shade that runs along a line and fades to both sides. */
export interface Glow {
  paths: Path[];
  /** mm, from where it begins to where it ends. */
  width: number;
  /** How strong it is in its middle: below 0 dark, above 0 light. */
  light: number;
}

/** A fold: a ridge of the cloth along a line, or a furrow. Its sides are lit and shaded, and what lies on it is bent. */
export interface Fold {
  paths: Path[];
  /** mm, from foot to foot. */
  width: number;
  /** How strong it is, from -1 (a deep furrow) to 1 (a high ridge). */
  height: number;
  /** It runs from edge to edge; left out: it begins at its first point, swells, and runs out in the cloth. */
  through?: boolean;
}

/** A row of stitches that holds the thing together. */
export interface Seam {
  paths: Path[];
  /** Length of its stitches and of the gaps between them, in mm; left out: a line, such as an edge. */
  dash?: [number, number];
  /** mm */
  width: number;
  /** #rrggbb; left out: a darker shade of the cloth. */
  colour?: string;
  /** How strongly it shows, 0 to 1. */
  strength: number;
}

/** One piece. */
export interface Piece {
  paths: Path[];
  /** How much lighter (up to 1) or darker (down to -1) it is than the cloth. */
  tone?: number;
  /** #rrggbb of what isn't made of the cloth, such as a zip. */
  colour?: string;
  /** A design can lie on it. */
  sewn?: boolean;
  /** Shade that it throws on what lies beneath, in mm. */
  shadow?: number;
  folds?: Fold[];
  glows?: Glow[];
  seams?: Seam[];
}

/** Where a design is usually put, and how much room there is. */
export interface Spot {
  name: string;
  /** On its surface, in mm. */
  x: number;
  y: number;
  /** Degrees, clockwise. */
  turn?: number;
  /** mm */
  width: number;
  height: number;
}

/** A thing that is sewn to something else: its cloth is the design's, as large as the design wants. */
export interface Carrier {
  /** Its edge follows the design, or is a rectangle. */
  shape: 'around' | 'label';
  /** How far its edge stays from the design, in mm. */
  margin: number;
}

export interface Thing {
  id: string;
  name: string;
  /** Id of the cloth that it is usually made of. */
  cloth: string;
  /** #rrggbb, when the design's cloth is another one. */
  colour: string;
  /** What is to be seen of it, in mm. */
  bounds: { minX: number; minY: number; maxX: number; maxY: number };
  surface: Surface;
  /** Drawn when they are first looked at: most things never are. */
  pieces: () => Piece[];
  /** The first one is taken when nothing else is chosen. */
  spots: Spot[];
  carrier?: Carrier;
}

const drawn = new WeakMap<Thing, Piece[]>();

/** What a thing is made of. */
export function piecesOf(thing: Thing): Piece[] {
  let pieces = drawn.get(thing);
  if (!pieces) drawn.set(thing, (pieces = thing.pieces()));
  return pieces;
}
