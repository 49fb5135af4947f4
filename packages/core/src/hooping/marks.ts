// Alignment marks between hoopings: on the cloth that both hoops hold, as far apart as can be.
import type { Hooping, Marks, PathOutline, ResolvedDesign } from '../design/types.ts';
import { visibleLeaves } from '../design/tree.ts';
import { intersect, offsetRegion, subtract } from '../geometry/clip.ts';
import {
  boundsMeet,
  distance,
  grownBounds,
  onMachineGrid,
  type Bounds,
  type Point,
} from '../geometry/points.ts';
import { arcLengths, nearestOnLine, pointAt } from '../geometry/polyline.ts';
import { boxRegion, insideRegion, regionBounds, ringsOf, type Region } from '../geometry/region.ts';
import { outlineRegion } from '../outlines/region.ts';
import { itemBounds } from '../shaping/bounds.ts';
import { reachOf } from '../stitches/kinds.ts';
import { farthestCorners, fieldOf, HOOP_EDGE } from './field.ts';
import { pieceOutline } from './piece.ts';

/** Marks nearer to one another than this tell no angle, in mm. */
const LEAST_APART = 15;
/** Size of marks to begin with, in mm. */
export const MARK_SIZE = 6;

const path = (...points: [number, number][]): PathOutline['paths'][number] => ({
  closed: false,
  points: points.map(([x, y]) => ({ x, y })),
});

/** Lines of a mark about a place; `towards` is the place of the other one. */
function markPaths({ as, size }: Marks, { x, y }: Point, towards: Point): PathOutline['paths'] {
  const r = size / 2;
  if (as === 'cross') return [path([x - r, y], [x + r, y]), path([x, y - r], [x, y + r])];
  // A corner opens towards the other one.
  const [sx, sy] = [Math.sign(towards.x - x) || 1, Math.sign(towards.y - y) || 1];
  return [path([x + sx * size, y], [x, y], [x, y + sy * size])];
}

/** What of a design says where its marks may be. */
export type Marked = Pick<ResolvedDesign, 'hoop' | 'piece' | 'marks' | 'objects'>;

/** What both hoops hold of the cloth, `inset` mm from its edge. */
function shared(a: Hooping, b: Hooping, { hoop, piece }: Marked, inset: number): Region {
  const both = intersect(fieldOf(a, hoop, HOOP_EDGE), fieldOf(b, hoop, HOOP_EDGE));
  return offsetRegion(piece ? intersect(both, outlineRegion(pieceOutline(piece))) : both, -inset);
}

/** Half a step of the machine beyond the room is still in it, in mm. */
const EDGE = 0.08;

/** The nearest place to one on the edges of a region, mm. */
function onEdge(room: Region, to: Point): { at: Point; distance: number } | null {
  let best: { at: Point; distance: number } | null = null;
  for (const coords of room.flatMap(ringsOf)) {
    const line = { coords, closed: true };
    const lengths = arcLengths(line);
    const near = nearestOnLine(line, lengths, to);
    if (!best || near.distance < best.distance)
      best = { at: pointAt(line, lengths, near.s), distance: near.distance };
  }
  return best;
}

const mayStand = (room: Region, p: Point): boolean =>
  insideRegion(room, p.x, p.y) || (onEdge(room, p)?.distance ?? Infinity) < EDGE;

/** Marks beside stitches keep so far from them, in mm, … */
const CLEAR = 1;
/** … as long as they are at least this share as far apart as they could be. */
const FAR_ENOUGH = 0.6;

const boxesKnown = new WeakMap<Marked['objects'], Bounds[]>();

/** Boxes of what is drawn to be sewn, mm; remembered with the list. */
function boxesOf(objects: Marked['objects']): Bounds[] {
  let boxes = boxesKnown.get(objects);
  if (!boxes) {
    boxes = [...visibleLeaves(objects)].flatMap((leaf) => {
      const b = leaf.kind === 'object' && leaf.unsewn ? null : itemBounds(leaf);
      const r = leaf.kind === 'object' ? reachOf(leaf) : 0;
      return b ? [grownBounds(b, r)] : [];
    });
    boxesKnown.set(objects, boxes);
  }
  return boxes;
}

/** What of a room for marks has no stitches near. */
function bareOf(room: Region, { objects }: Marked, keep: number): Region {
  const about = regionBounds(room);
  if (!about) return [];
  let bare = room;
  for (const b of boxesOf(objects)) {
    if (!bare.length) break;
    if (!boundsMeet(b, about, keep)) continue;
    bare = subtract(bare, boxRegion(grownBounds(b, keep)));
  }
  return bare;
}

/**
 * Where the two marks stand that lead from one hooping to the next, mm on the cloth: where they were put by hand, as long as
 * both hoops hold that; or as far apart as can be, beside what is sewn where there is room. Null where the hoops share too
 * little.
 */
export function markPlaces(a: Hooping, b: Hooping, design: Marked): [Point, Point] | null {
  const size = design.marks?.size ?? MARK_SIZE;
  const room = shared(a, b, design, size / 2 + 0.5);
  const own = a.marksAt;
  if (own?.every((p) => mayStand(room, p)) && distance(...own) >= LEAST_APART) return [...own];
  const places = farthestCorners(room);
  if (!places || distance(...places) < LEAST_APART) return null;
  const beside = farthestCorners(bareOf(room, design, size / 2 + CLEAR));
  const least = Math.max(LEAST_APART, FAR_ENOUGH * distance(...places));
  return beside && distance(...beside) >= least ? beside : places;
}

/** The nearest place to one at which a mark may stand, on the machine’s grid; null where there is none. mm. */
export function nearestMarkPlace(a: Hooping, b: Hooping, design: Marked, to: Point): Point | null {
  const room = shared(a, b, design, (design.marks?.size ?? MARK_SIZE) / 2 + 0.5);
  const at = insideRegion(room, to.x, to.y) ? to : onEdge(room, to)?.at;
  return at ? { x: onMachineGrid(at.x), y: onMachineGrid(at.y) } : null;
}

/**
 * The outline of what marks the change from one hooping to the next, in mm on the cloth; null where they share too little,
 * or where the design has no marks.
 */
export function marksBetween(a: Hooping, b: Hooping, design: Marked): PathOutline | null {
  const { marks } = design;
  if (!marks) return null;
  if (marks.as === 'frame') {
    const [polygon] = shared(a, b, design, 1);
    if (!polygon) return null;
    const [ring] = ringsOf(polygon);
    const points = Array.from({ length: ring.length / 2 }, (_, i) => ({
      x: ring[2 * i],
      y: ring[2 * i + 1],
    }));
    return { kind: 'path', paths: [{ closed: true, points }] };
  }
  const places = markPlaces(a, b, design);
  if (!places) return null;
  const [p, q] = places;
  return { kind: 'path', paths: [...markPaths(marks, p, q), ...markPaths(marks, q, p)] };
}
