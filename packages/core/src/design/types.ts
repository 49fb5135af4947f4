// The document: one JSON document a design, in millimetres, y down, origin at the hoop's centre.
import type { FillRuleName } from '../geometry/clip.ts';
import type { Point } from '../geometry/points.ts';

/** One point of a path. Tangents are relative to the point; without them its segment is straight. */
export interface PathPoint {
  x: number;
  y: number;
  in?: Point;
  out?: Point;
}

export interface Path {
  closed: boolean;
  points: PathPoint[];
}

export interface PathOutline {
  kind: 'path';
  paths: Path[];
  /** How overlapping paths make holes. Left out: even-odd. */
  fillRule?: FillRuleName;
}

/** A rectangle about its centre, turned by `turn` degrees (clockwise on screen). */
export interface RectangleOutline {
  kind: 'rectangle';
  x: number;
  y: number;
  width: number;
  height: number;
  /** Corner radius, mm. */
  radius: number;
  turn: number;
}

export interface EllipseOutline {
  kind: 'ellipse';
  x: number;
  y: number;
  width: number;
  height: number;
  turn: number;
}

export type Outline = PathOutline | RectangleOutline | EllipseOutline;

export type SettingValue = number | string | boolean;

/** How an outline is stitched. A setting that is left out takes its default, or what the cloth asks for. */
export interface Recipe {
  kind: string;
  settings: Record<string, SettingValue>;
}

interface ItemBase {
  id: string;
  name: string;
  visible: boolean;
  locked: boolean;
}

/** One outline with one recipe and one thread. */
export interface DesignObject extends ItemBase {
  kind: 'object';
  outline: Outline;
  recipe: Recipe;
  /** Thread code in the design's chart. */
  thread: string;
  /** Where sewing begins and ends when it was fixed by hand; mm. */
  start?: Point;
  end?: Point;
  /** The machine waits after this object, with this note for the person. */
  stopAfter?: string;
}

/** Stitches that somebody else digitized. Coordinates are kept exactly, in tenths of a millimetre. */
export interface StitchesObject extends ItemBase {
  kind: 'stitches';
  thread: string;
  /** x0, y0, x1, y1, … in tenths of a millimetre. */
  points: number[];
  /** One a point: 0 stitch, 1 jump, 2 trim. */
  moves: number[];
  stopAfter?: string;
}

export interface Group extends ItemBase {
  kind: 'group';
  objects: Item[];
}

export type Item = DesignObject | StitchesObject | Group;

export interface Design {
  format: 'rosehip-design';
  version: 1;
  name: string;
  /** Inner size in mm; turning a hoop swaps its sides. */
  hoop: { name: string; width: number; height: number };
  cloth: { kind: string; colour: string };
  /** Id of the thread chart. */
  chart: string;
  /** In sewing order. */
  objects: Item[];
}

export const DESIGN_VERSION = 1;

export function emptyDesign(
  name: string,
  hoop = { name: '100 × 100', width: 100, height: 100 },
  cloth = { kind: 'linen', colour: '#efe6d3' },
): Design {
  return {
    format: 'rosehip-design',
    version: DESIGN_VERSION,
    name,
    hoop,
    cloth,
    chart: 'larkmoor',
    objects: [],
  };
}

let counter = 0;

/** A new id, unlike any made before in this design. */
export function newId(): string {
  counter = (counter + 1) % 1679616;
  const random = Math.floor(Math.random() * 36 ** 6);
  return `o${random.toString(36).padStart(6, '0')}${counter.toString(36)}`;
}
