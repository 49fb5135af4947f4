// The document: one JSON document a design, in millimetres, y down, origin at the hoop's centre.
import type { FillRuleName } from '../geometry/clip.ts';
import type { Matrix } from '../geometry/matrix.ts';
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

/** Where a ready shape lies: a box about its centre. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
  /** Degrees, clockwise on screen. */
  turn: number;
  /** Mirrored left to right before it is turned. */
  flip?: boolean;
}

export interface RectangleOutline extends Box {
  kind: 'rectangle';
  /** Corner radius, mm. */
  radius: number;
}

/** Part of an ellipse: from the top, clockwise. */
export interface Arc {
  /** Degrees. */
  from: number;
  /** Degrees, up to 360. */
  sweep: number;
  /** How the ends are joined: not at all, by a straight line, or through the centre. */
  ends: 'open' | 'chord' | 'slice';
}

export interface EllipseOutline extends Box {
  kind: 'ellipse';
  arc?: Arc;
}

/** A regular polygon inside the box's ellipse, its first corner at the top. */
export interface PolygonOutline extends Box {
  kind: 'polygon';
  corners: number;
}

export interface StarOutline extends Box {
  kind: 'star';
  corners: number;
  /** How far the inner corners lie from the centre, as a share of the outer ones. */
  inner: number;
}

/** A line that winds from the box's edge to the inside. */
export interface SpiralOutline extends Box {
  kind: 'spiral';
  rounds: number;
  /** Where it ends, as a share of the way from the centre to the edge. */
  inner: number;
}

/** One of the shapes that ship with Rosehip, by its name in the table of ready shapes. */
export interface ReadyOutline extends Box {
  kind: 'ready';
  shape: string;
}

export type BoxOutline =
  RectangleOutline | EllipseOutline | PolygonOutline | StarOutline | SpiralOutline | ReadyOutline;

/** An outline that stands by itself. */
export type PlainOutline = PathOutline | BoxOutline;

/** What outlines made from others have in common. */
interface Live {
  /** Ids of the objects or groups that it is made from. */
  of: string[];
  /** Moved, sized or turned by hand after it was made: [a, b, c, d, e, f] as in SVG. */
  place?: Matrix;
}

/** Shapes put together. The first one is what the others are taken from. */
export interface CombineOutline extends Live {
  kind: 'combine';
  op: 'unite' | 'subtract' | 'intersect';
  /** The first one is lines, which are cropped; otherwise regions are combined. */
  lines?: boolean;
}

/** What lies on one side of a knife line. `of` is the shape and the line. */
export interface CutOutline extends Live {
  kind: 'cut';
  side: 'left' | 'right';
  lines?: boolean;
}

export type CornerRule = 'round' | 'mitre' | 'bevel';

/** A place of a live outline that was pulled by hand. It stays a pull when what the outline follows changes. */
export interface Dent {
  /** Where it was taken hold of: the nearest place of the outline is meant; mm. */
  x: number;
  y: number;
  /** How far it was pulled, in mm. */
  dx: number;
  dy: number;
  /** So far along the outline, to both sides, the line comes along, in mm. */
  reach: number;
}

/** The outline at a distance from others, in mm; negative goes inwards. */
export interface SurroundOutline extends Live {
  kind: 'surround';
  distance: number;
  corners: CornerRule;
  /** Measured from the outlines (when left out), or from where their thread ends. */
  from?: 'outline' | 'thread';
  /** Notches and gaps narrower than this are bridged, in mm. */
  bridge?: number;
  /** Corners are rounded with this radius, in mm. */
  smooth?: number;
  /** Holes in what it surrounds are left out. */
  fillHoles?: boolean;
  /** So many outlines, each `gap` mm farther out than the one before. */
  rings?: number;
  gap?: number;
  dents?: Dent[];
}

/** Lines with a width, in mm, as shapes. */
export interface BandOutline extends Live {
  kind: 'band';
  width: number;
  ends: 'flat' | 'round' | 'square';
  corners: CornerRule;
}

/** The edges of a shape: all of them, the outer ones (holes filled), or the holes. */
export interface EdgeOutline extends Live {
  kind: 'edge';
  which: 'all' | 'outer' | 'holes';
}

/** An outline that follows other objects. */
export type LiveOutline = CombineOutline | CutOutline | SurroundOutline | BandOutline | EdgeOutline;

export type Outline = PlainOutline | LiveOutline;

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

/** How wide a satin along a line is at a place, as a share (0 to 1) of the line's length; mm. */
export interface WidthAt {
  at: number;
  width: number;
}

/** A small drawing of one stroke, from (0, 0) to (10, 0): x0, y0, x1, y1, … */
export interface Motif {
  name: string;
  coords: number[];
}

/** What a region's stitches leave room around, and by how much, in mm. */
export interface KeepClear {
  of: string[];
  margin: number;
  /** What they enclose is kept clear too. */
  fillHoles?: boolean;
}

/** The cloth of an appliqué. */
export interface Patch {
  /** Id of a printed cloth that ships with Rosehip; `own` for a picture of the person's own. */
  print: string;
  /** Main colour, #rrggbb. */
  colour: string;
  /** A picture of the person's own, as a data: URL, which repeats every `size` mm. */
  data?: string;
  size?: number;
  /** It lies under the cloth, which is cut away above it. */
  reverse?: boolean;
}

/**
 * What only resolved designs have, and no document may: in items whose outlines could be live it can't be there. So the
 * compiler refuses a resolved item where one of a document is wanted.
 */
type Resolved<O extends Outline, T> = LiveOutline extends O ? never : T;

/** One outline with one recipe and one thread. */
export interface DesignObject<O extends Outline = Outline> extends ItemBase {
  kind: 'object';
  outline: O;
  recipe: Recipe;
  /** What it was stitched as before, one recipe a kind: going back to a kind brings its numbers back. */
  setAside?: Recipe[];
  /** Thread code in the design's chart. */
  thread: string;
  /** Where sewing begins and ends when it was fixed by hand; mm. */
  start?: Point;
  end?: Point;
  /** Lines that steer the stitches: rungs of a satin, the flow of a fill. */
  guideLines?: Path[];
  /** Drawn widths of a satin along a line; left out: its recipe's width everywhere. */
  widths?: WidthAt[];
  /** A drawing of the person's own that its stitches repeat. */
  motif?: Motif;
  /** What rays and spirals go about; left out: the middle. mm. */
  centre?: Point;
  /** Ids of the objects or groups that its relief lines show. */
  relief?: string[];
  /** Objects or groups that its stitches leave room around. */
  keepClear?: KeepClear;
  /**
   * What lies hidden beneath dense stitches that are sewn later is left out, but for so much that stays under their
   * edge, in mm.
   */
  trimBeneath?: number;
  /** Cloth that is laid on for an appliqué, as wide as the outline: what it looks like. */
  patch?: Patch;
  /** The outlines of `relief`. */
  raised?: Resolved<O, PlainOutline[]>;
  /** The machine waits after this object, with this note for the person. */
  stopAfter?: string;
  /** Only a shape that others are made from; it is not sewn itself. */
  unsewn?: boolean;
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

/**
 * A sheet that bends what is drawn on it. `from` is the flat sheet; `points` are where its grid of
 * (columns + 1) × (rows + 1) places goes, row by row. With `edges`, the sheet is one patch (one column, one
 * row) whose four sides are curves: for each side (top, right, bottom, left, clockwise from the top left
 * corner) the pulls of its two ends, relative to their corners.
 */
export interface Bend {
  from: { x: number; y: number; width: number; height: number };
  columns: number;
  rows: number;
  points: Point[];
  edges?: [Point, Point][];
}

/** How far from each other copies lie in a row. Overlaps are gaps below nothing. */
export interface RowSpacing {
  count: number;
  /** By the step from copy to copy, by the gap between neighbours, or so that they fill a length. */
  fit: 'step' | 'gap' | 'length';
  /** mm. */
  step: number;
  gap: number;
  length: number;
  /** What follows when a length is filled: the gap, or the count (the gap is kept as nearly as it goes). */
  solve: 'gap' | 'count';
}

/** Copies about a centre. The first one is what is repeated itself, where it stands. */
export interface CircleLayout {
  kind: 'circle';
  centre: Point;
  count: number;
  /** Degrees, clockwise on screen: 360 all round, less for a part, where the last copy stands at the end. */
  sweep: number;
  /** Copies stay upright; otherwise they are turned with the circle. */
  upright?: boolean;
  /** As it was placed; the radius so that neighbours have the gap; or the count that leaves at least the gap. */
  fit: 'place' | 'gap' | 'count';
  /** mm; negative: neighbours overlap. */
  gap: number;
}

export interface RowLayout {
  kind: 'row';
  across: RowSpacing;
  /** Degrees, clockwise from level. */
  angle: number;
}

export interface GridLayout {
  kind: 'grid';
  across: RowSpacing;
  down: RowSpacing;
  angle: number;
  /** Every other row is shifted by half a step. */
  brick?: boolean;
}

/** Copies along the lines of another object. */
export interface PathLayout {
  kind: 'path';
  /** Id of the object whose lines are followed. */
  along: string;
  fit: 'count' | 'step';
  count: number;
  /** About how far from copy to copy, mm: a whole number of copies is fitted. */
  step: number;
  upright?: boolean;
  /** At sharp corners: on round them, a copy at each, or none near them. */
  corners: 'through' | 'stop' | 'miss';
  /** The place of what is repeated that lies on the line, and the direction in which it faces, in degrees. */
  anchor: Point;
  facing: number;
}

export type Layout = CircleLayout | RowLayout | GridLayout | PathLayout;

/** Live copies of what stands in a group. */
export interface Repeat {
  layout: Layout;
  /** Every other copy is mirrored. */
  mirror?: boolean;
  /** Copies that are left out, by their numbers from 0; 0 is what is repeated itself. */
  without?: number[];
  /** Sewn copy by copy, or each colour through all copies. */
  order: 'copies' | 'colours';
}

export interface Group<O extends Outline = Outline> extends ItemBase {
  kind: 'group';
  objects: Item<O>[];
  bend?: Bend;
  /** Live copies of all that stands in it. */
  repeat?: Repeat;
  /** Which copy of the repeat around it this is. */
  copy?: Resolved<O, number>;
}

export type Item<O extends Outline = Outline> = StitchesObject | DesignObject<O> | Group<O>;

/** A line to draw by: upright at x, or level at y, in mm. */
export interface Guide {
  axis: 'x' | 'y';
  at: number;
}

/** A picture to draw over. It is never stitched. */
export interface ReferencePicture extends Box {
  name: string;
  /** The picture itself, as a data: URL of a PNG, JPEG or WebP. */
  data: string;
  /** How strongly it shows, 0 to 1. */
  strength: number;
  locked: boolean;
  visible: boolean;
}

/** A finding that stays ignored, by its key, with the person's reason. */
export interface IgnoredFinding {
  key: string;
  note: string;
}

export interface Design<O extends Outline = Outline> {
  format: 'rosehip-design';
  version: 1;
  name: string;
  /** Inner size in mm; turning a hoop swaps its sides. */
  hoop: { name: string; width: number; height: number };
  cloth: { kind: string; colour: string };
  /** Id of the thread chart. */
  chart: string;
  guides?: Guide[];
  picture?: ReferencePicture;
  /** Findings that the person has seen and does not mind. */
  ignored?: IgnoredFinding[];
  /** In sewing order. */
  objects: Item<O>[];
}

/** What can be changed of a design beside its objects. */
export type DesignChanges = Partial<
  Pick<Design, 'name' | 'hoop' | 'cloth' | 'guides' | 'picture' | 'ignored'>
>;

/** A design as it is on the cloth: every outline stands by itself, copies are there. Never saved. */
export type ResolvedDesign = Design<PlainOutline>;

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
