// Where things that are larger than the hoop are cut: places that show least, and the fields between them.
import type { DesignObject, PlainOutline } from '../design/types.ts';
import { intersect } from '../geometry/clip.ts';
import { boundsMeet, type Bounds } from '../geometry/points.ts';
import type { Line } from '../geometry/polyline.ts';
import { boxRegion, regionArea, ringsOf, type Region } from '../geometry/region.ts';
import { fitPath } from '../outlines/fit.ts';
import { stitchKind } from '../stitches/kinds.ts';

/** Parts lie over each other by so much, in mm. */
export const OVER = 1;

/** A cut is looked for at so many places about the one at which parts are even. */
const PLACES = 24;
/** A line that is cut across shows like so many mm of a cut through a region. */
const LINE_CUT = 2;
/** Things that lie on each other are told apart up to so many levels. */
const LEVELS = 4;
/** What is filled openly is cut along a wave that swings so far to both sides and is so long, against its spacing. */
const WAVE = 1.3;
const WAVELENGTH = 4.8;
/** A wave is drawn by so many places a swing, and followed so truly, in mm. */
const PLACES_A_WAVE = 5;
const TRUE_TO = 0.05;
export type Axis = 'x' | 'y';
const low = (b: Bounds, axis: Axis): number => (axis === 'x' ? b.minX : b.minY);
const high = (b: Bounds, axis: Axis): number => (axis === 'x' ? b.maxX : b.maxY);

/** What of a thing a cut goes through: a region, or lines. */
export type Matter = { region: Region } | { lines: readonly Line[] };

/** How much a cut shows that crosses all of it at a place of an axis: about mm of cut. */
function cost(matter: readonly Matter[], axis: Axis, at: number, all: Bounds): number {
  const thin = 0.2;
  const slip: Bounds =
    axis === 'x'
      ? { ...all, minX: at - thin / 2, maxX: at + thin / 2 }
      : { ...all, minY: at - thin / 2, maxY: at + thin / 2 };
  let sum = 0;
  for (const one of matter) {
    if ('region' in one) sum += regionArea(intersect(one.region, boxRegion(slip))) / thin;
    else
      for (const { coords } of one.lines)
        for (let i = axis === 'x' ? 0 : 1; i + 2 < coords.length; i += 2)
          if (coords[i] < at !== coords[i + 2] < at) sum += LINE_CUT;
  }
  return sum;
}

/** Places of cuts along an axis: as few pieces as the size allows, even, each where it shows least. */
export function cutsAlong(matter: readonly Matter[], axis: Axis, all: Bounds, size: number): number[] {
  const [from, to] = [low(all, axis), high(all, axis)];
  const count = Math.ceil((to - from) / size - 1e-9);
  const step = (to - from) / count;
  // Between two cuts that come as far towards each other, or apart, as they may there is still no more than the size.
  const free = (size - step) / 2;
  return Array.from({ length: count - 1 }, (_, k) => {
    const even = from + (k + 1) * step;
    let best = even;
    let least = Infinity;
    for (let i = 0; i <= PLACES; i++) {
      // From the even place outwards, so that of places that are alike the nearest is taken.
      const at = even + (i % 2 ? 1 : -1) * Math.ceil(i / 2) * ((2 * free) / PLACES);
      const shows = cost(matter, axis, at, all);
      if (shows < least - 1e-6) [least, best] = [shows, at];
    }
    return best;
  });
}

/** How many of the things before each one it lies on, one above the other. */
export function levelsOf(boxes: readonly Bounds[]): number[] {
  const levels: number[] = [];
  boxes.forEach((b, i) => {
    const under = boxes.slice(0, i).flatMap((a, k) => (boundsMeet(a, b) ? [levels[k] + 1] : []));
    levels.push(Math.min(LEVELS - 1, Math.max(0, ...under)));
  });
  return levels;
}

/** Places of the cuts along both axes, in mm, and all that they part. */
export interface Cuts {
  x: readonly number[];
  y: readonly number[];
  all: Bounds;
}

/** How parts meet at a cut, in mm: they lie over each other by `over`; the cut swings by `wave` to both sides. */
export interface Meeting {
  over: number;
  wave: number;
}

/** Parts overlap by a millimetre. */
export const OVERLAPPING: Meeting = { over: OVER, wave: 0 };

/** How the parts of an object meet: what is filled openly anew in each of them, between its lobes. */
export function meetingOf({ recipe }: Pick<DesignObject, 'recipe'>): Meeting {
  const apart = stitchKind(recipe.kind)?.seam?.(recipe.settings);
  return apart ? { over: 0, wave: WAVE * apart } : OVERLAPPING;
}

/** Fields reach so far beyond what they part, in mm. */
const FAR = 20;

/** Where a field begins or ends along an axis: at a cut, or beyond all. */
interface Edge {
  at: number;
  cut: boolean;
}

/** From edge to edge along an axis; those of what lies on other things `before` mm earlier. */
function spansOf({ all, ...cuts }: Cuts, axis: Axis, before: number): [Edge, Edge][] {
  const edges: Edge[] = [
    { at: low(all, axis) - FAR, cut: false },
    ...cuts[axis].map((at) => ({ at: at - before, cut: true })),
    { at: high(all, axis) + FAR, cut: false },
  ];
  return edges.slice(1).map((to, k) => [edges[k], to]);
}

/** The fields between the cuts, each as a box; those of what lies on other things `before` mm earlier. */
export const fieldBoxes = (cuts: Cuts, over: number, before: number): Bounds[] =>
  spansOf(cuts, 'y', before).flatMap(([top, bottom]) =>
    spansOf(cuts, 'x', before).map(([left, right]): Bounds => ({
      minX: left.at - over / 2,
      minY: top.at - over / 2,
      maxX: right.at + over / 2,
      maxY: bottom.at + over / 2,
    })),
  );

/** As irregular as the lines that it goes between, from −1 to 1. */
const swing = (turns: number): number =>
  0.6 * Math.sin(2 * Math.PI * turns) + 0.4 * Math.sin(3.4 * Math.PI * turns + 1.3);

/** All that lies between two edges along an axis; cuts are waves. */
function stripOf(axis: Axis, edges: [Edge, Edge], { all }: Cuts, wave: number): Region {
  const across: Axis = axis === 'x' ? 'y' : 'x';
  const [from, to] = [low(all, across) - 2 * FAR, high(all, across) + 2 * FAR];
  const side = ({ at, cut }: Edge): [number, number][] => {
    const count = cut ? Math.ceil(((to - from) / wave) * PLACES_A_WAVE) : 1;
    return Array.from({ length: count + 1 }, (_, i) => {
      const t = from + ((to - from) * i) / count;
      return [at + (cut ? wave * swing(t / (WAVELENGTH * wave)) : 0), t];
    });
  };
  const ring = [...side(edges[0]), ...side(edges[1]).reverse()];
  return [
    { outer: Float64Array.from(ring.flatMap(([a, t]) => (axis === 'x' ? [a, t] : [t, a]))), holes: [] },
  ];
}

function boxOutline(b: Bounds): PlainOutline {
  const [x, y] = [(b.minX + b.maxX) / 2, (b.minY + b.maxY) / 2];
  return { kind: 'rectangle', x, y, width: b.maxX - b.minX, height: b.maxY - b.minY, radius: 0, turn: 0 };
}

/** The fields between the cuts as outlines; those of what lies on other things `before` mm earlier. */
export function fieldOutlines(cuts: Cuts, { over, wave }: Meeting, before: number): PlainOutline[] {
  if (!wave) return fieldBoxes(cuts, over, before).map(boxOutline);
  const columns = spansOf(cuts, 'x', before).map((edges) => stripOf('x', edges, cuts, wave));
  return spansOf(cuts, 'y', before).flatMap((edges) => {
    const row = stripOf('y', edges, cuts, wave);
    return columns.map((column): PlainOutline => {
      const rings = intersect(column, row).flatMap(ringsOf);
      return { kind: 'path', paths: rings.map((coords) => fitPath({ coords, closed: true }, TRUE_TO)) };
    });
  });
}
