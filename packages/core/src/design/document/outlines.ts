// Outlines in the document: drawn, ready, and made from others.
import { Type } from 'typebox';
import type { Path, PathPoint } from '../types.ts';
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
  perhaps,
  place,
  point,
  REACH,
  share,
  size,
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
