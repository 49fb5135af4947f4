// The motif shelf: small drawings of one stroke that go from (0, 0) to (10, 0), for motif lines and motif fills. Drawn
// for Rosehip; a person's own are made of any drawing.
import type { Motif, PlainOutline } from '../design/types.ts';
import { networkOf, nodeNear } from '../geometry/network.ts';
import type { Point } from '../geometry/points.ts';
import { pointsOf } from '../geometry/polyline.ts';
import { coordsBounds } from '../geometry/region.ts';
import { flattenPath } from '../outlines/flatten-path.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { parsePathData } from '../outlines/path-data.ts';
import type { ChoiceSetting } from './kind.ts';
import { doubleWalk } from './redwork.ts';

export type MotifFamily = 'leaves' | 'blossoms' | 'stars' | 'shapes' | 'scrolls';

export interface MotifUnit {
  id: string;
  name: string;
  family: MotifFamily;
  /** One line without a break; the line that it is sewn along is y = 0, and y grows to the right of the way. */
  d: string;
  /** It stands on the line: its stroke comes back to where it leaves it. */
  stands?: true;
}

/** In the order of the card. */
export const MOTIF_UNITS: MotifUnit[] = [
  {
    id: 'leaf',
    stands: true,
    name: 'Leaf',
    family: 'leaves',
    d: 'M0 0L3 0C2 -3 4 -6 8 -7C9 -4 7 -1 3 0L6 -4L3 0L10 0',
  },
  {
    id: 'pair',
    stands: true,
    name: 'Leaf pair',
    family: 'leaves',
    d: 'M0 0L4 0C3 -3 5 -6 9 -6C9 -3 7 0 4 0C7 0 9 3 9 6C5 6 3 3 4 0L10 0',
  },
  {
    id: 'willow',
    stands: true,
    name: 'Willow',
    family: 'leaves',
    d: 'M0 0L2 0C2.5 -4 5 -7 8.5 -8.5C8 -5 5.5 -1.5 2 0L5.2 -4.4L2 0L10 0',
  },
  {
    id: 'fern',
    name: 'Fern',
    family: 'leaves',
    d: 'M0 0L1.5 0C1 -2 1.6 -3.6 3.2 -4.4C3.6 -2.4 3 -1 1.5 0L4.5 0C4 -2.6 4.8 -4.8 6.8 -5.8C7.2 -3.2 6.4 -1.2 4.5 0L7 0C6.8 -1.6 7.4 -2.8 8.8 -3.4C9 -1.8 8.4 -0.6 7 0L10 0',
  },
  {
    id: 'clover',
    stands: true,
    name: 'Clover',
    family: 'leaves',
    d: 'M0 0L5 0L5 -2C2 -1 1 -4 3 -5C4 -5 5 -4 5 -2C3 -6 4 -8 5 -8C6 -8 7 -6 5 -2C5 -4 6 -5 7 -5C9 -4 8 -1 5 -2L5 0L10 0',
  },
  {
    id: 'bud',
    name: 'Bud',
    family: 'blossoms',
    d: 'M0 0C2 0 4 -1 5 -3C3 -5 4 -8 5 -9C6 -8 7 -5 5 -3C6 -1 8 0 10 0',
  },
  {
    id: 'blossom',
    stands: true,
    name: 'Blossom',
    family: 'blossoms',
    d: 'M0 0L5 0C3 -2 3 -4 5 -4C4 -7 8 -7 7 -4C9 -4 9 -2 7 -1.5C6 -2 5 -1 5 0L10 0',
  },
  {
    id: 'daisy',
    stands: true,
    name: 'Daisy',
    family: 'blossoms',
    d: 'M0 0L5 0L5 -4.5C3.4 -6 3.6 -8.6 5 -9C6.4 -8.6 6.6 -6 5 -4.5C6.5 -6.1 8.8 -6.6 9.3 -5.9C9.2 -4.5 7.2 -3.8 5 -4.5C7.2 -4.1 8.4 -2 7.6 -0.9C6.3 -0.5 5 -2.3 5 -4.5C5 -2.3 3.7 -0.5 2.4 -0.9C1.6 -2 2.8 -4.1 5 -4.5C2.8 -3.8 0.8 -4.5 0.7 -5.9C1.2 -6.6 3.5 -6.1 5 -4.5L5 0L10 0',
  },
  {
    id: 'tulip',
    stands: true,
    name: 'Tulip',
    family: 'blossoms',
    d: 'M0 0L5 0L5 -3C2.5 -3.5 2.5 -6 3 -8.5L4.2 -6.5L5 -9L5.8 -6.5L7 -8.5C7.5 -6 7.5 -3.5 5 -3L5 0L10 0',
  },
  {
    id: 'bell',
    name: 'Bell',
    family: 'blossoms',
    d: 'M0 0L2.5 0C3.4 -1 3.6 -2.4 3.6 -4.5C3.6 -7.5 6.4 -7.5 6.4 -4.5C6.4 -2.4 6.6 -1 7.5 0L6 0C6 1.4 4 1.4 4 0L10 0',
  },
  {
    id: 'heart',
    stands: true,
    name: 'Heart',
    family: 'blossoms',
    d: 'M0 0L5 0C1 -3 2 -7 5 -5C8 -7 9 -3 5 0L10 0',
  },
  {
    id: 'star',
    stands: true,
    name: 'Star',
    family: 'stars',
    d: 'M0 0L5 0L5 -6L5 0L8 -4L5 0L5 5L5 0L2 4L5 0L2 -4L5 0L8 4L5 0L10 0',
  },
  {
    id: 'spark',
    stands: true,
    name: 'Spark',
    family: 'stars',
    d: 'M0 0L5 0L5 -1C5 -3 4.4 -4 2 -4.5C4.4 -5 5 -6 5 -8.5C5 -6 5.6 -5 8 -4.5C5.6 -4 5 -3 5 -1L5 0L10 0',
  },
  {
    id: 'five',
    name: 'Five points',
    family: 'stars',
    d: 'M0 0L2.6 -1.8L5 -9L7.4 -1.8L1.2 -6.2L8.8 -6.2L2.6 -1.8L5 0L10 0',
  },
  {
    id: 'moon',
    stands: true,
    name: 'Moon',
    family: 'stars',
    d: 'M0 0L5 0C1 -1 1 -7 5 -8C3 -6 3 -2 5 0L10 0',
  },
  {
    id: 'comet',
    stands: true,
    name: 'Comet',
    family: 'stars',
    d: 'M0 0L6 0L3 -3L7 -1C6 -3 7 -5 9 -4C10 -3 9 -1 7 -1L6 0L10 0',
  },
  { id: 'peaks', name: 'Peaks', family: 'shapes', d: 'M0 0L2.5 -5L7.5 5L10 0' },
  { id: 'steps', name: 'Steps', family: 'shapes', d: 'M0 0L0 -5L5 -5L5 0L10 0' },
  { id: 'cross', name: 'Cross', family: 'shapes', d: 'M0 0L3 0L7 -4L5 -2L3 -4L7 0L10 0' },
  { id: 'comb', name: 'Half comb', family: 'shapes', d: 'M0 0L2.5 -4.33L7.5 -4.33L10 0' },
  { id: 'blanket', stands: true, name: 'Blanket stitch', family: 'shapes', d: 'M0 0L5 0L5 9L5 0L10 0' },
  { id: 'kite', name: 'Kite', family: 'shapes', d: 'M0 0L1 0L5 -4L9 0L5 4L1 0L9 0L10 0' },
  { id: 'sails', name: 'Sails', family: 'shapes', d: 'M0 0L1 0L1 -7L6 0L6 -5L9.5 0L10 0' },
  {
    id: 'maze',
    name: 'Maze',
    family: 'shapes',
    d: 'M0 0L0 -8L8 -8L8 -3L4 -3L4 -5L6 -5L6 -6.5L2 -6.5L2 0L10 0',
  },
  { id: 'hills', name: 'Hills', family: 'scrolls', d: 'M0 0C2 -6 8 -6 10 0' },
  { id: 'swell', name: 'Swell', family: 'scrolls', d: 'M0 0C2 -5 3 -5 5 0S8 5 10 0' },
  { id: 'curl', name: 'Curl', family: 'scrolls', d: 'M0 0C5 0 8 -2 8 -5C8 -8 3 -8 3 -5C3 -2 6 0 10 0' },
  {
    id: 'tendril',
    stands: true,
    name: 'Tendril',
    family: 'scrolls',
    d: 'M0 0L2 0C5 0 8 -2 8 -5C8 -8 4 -8 4 -5.5C4 -4 6 -4 6 -5.5C6 -4 4 -4 4 -5.5C4 -8 8 -8 8 -5C8 -2 5 0 2 0L10 0',
  },
  {
    id: 'curls',
    stands: true,
    name: 'Two curls',
    family: 'scrolls',
    d: 'M0 0L5 0C1 0 0 -5 3 -6C5 -6.5 5.5 -4 4 -3.5C5.5 -4 5 -6.5 3 -6C0 -5 1 0 5 0C9 0 10 -5 7 -6C5 -6.5 4.5 -4 6 -3.5C4.5 -4 5 -6.5 7 -6C10 -5 9 0 5 0L10 0',
  },
  {
    id: 'breaker',
    name: 'Breaker',
    family: 'scrolls',
    d: 'M0 0C2 0 4 -1 4.5 -4C4.8 -6 7.5 -6.5 8 -4.5C8.2 -3 6.5 -2.6 6.2 -3.8C6.5 -2.6 8.2 -3 8 -4.5C8.5 -2 9 -0.5 10 0',
  },
];

/** Size of the box that units are drawn in. */
export const UNIT_SIZE = 10;

/** What a recipe says of a motif of the person's own: the object carries the drawing. */
export const OWN_MOTIF = 'own';

/** Which motif is repeated. */
export const motifSetting: ChoiceSetting<'unit'> & { choices: readonly { value: string; label: string }[] } =
  {
    name: 'unit',
    label: 'Motif',
    type: 'choice',
    choices: [
      ...MOTIF_UNITS.map(({ id, name }) => ({ value: id, label: name.toLowerCase() })),
      { value: OWN_MOTIF, label: 'one of your own' },
    ],
    default: 'leaf',
    help: 'What is repeated.',
  };

const flattened = new Map<string, Float64Array>();

/** A unit's line as x0, y0, x1, y1, …; `own` is the object's, for recipes that ask for it. */
export function unitCoords(id: string, own?: Motif): Float64Array {
  if (id === OWN_MOTIF && own) return Float64Array.from(own.coords);
  let coords = flattened.get(id);
  if (!coords) {
    const { d } = MOTIF_UNITS.find((u) => u.id === id) ?? MOTIF_UNITS[0];
    coords = flattenPath(parsePathData(d).paths[0], 0.05).coords;
    flattened.set(id, coords);
  }
  return coords;
}

/** Points of an own motif lie on a grid this fine, in its box of 10. */
const FINE = 1000;

/**
 * A drawing as a motif: one stroke from (0, 0) to (10, 0). A single open line goes from its begin to its end. Any
 * other drawing stands on the line, on its lowest point, and is sewn from there and back: every line of it twice,
 * a single closed one once. Null when there is no line, or an open one begins where it ends.
 */
export function motifFrom(name: string, outline: PlainOutline): Motif | null {
  const lines = outlineLines(outline).filter((l) => l.coords.length >= 4);
  const bounds = coordsBounds(lines.map((l) => l.coords));
  if (!bounds) return null;
  const stroke = lines.length === 1 && !lines[0].closed ? asUnit(lines[0].coords) : standing(lines, bounds);
  if (!stroke) return null;
  const coords = stroke.flatMap((p) => [Math.round(p.x * FINE) / FINE, Math.round(p.y * FINE) / FINE]);
  return { name, coords };
}

/** An open line turned and sized so that it goes from (0, 0) to (10, 0). */
function asUnit(coords: Float64Array): Point[] | null {
  const all = pointsOf(coords);
  const [a, b] = [all[0], all[all.length - 1]];
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const d2 = dx * dx + dy * dy;
  if (d2 < 0.01) return null;
  return all.map((p) => ({
    x: (UNIT_SIZE * ((p.x - a.x) * dx + (p.y - a.y) * dy)) / d2,
    y: (UNIT_SIZE * ((p.y - a.y) * dx - (p.x - a.x) * dy)) / d2,
  }));
}

/** A drawing between 1 and 9 on the line, sewn from its lowest point and back. */
function standing(
  lines: ReturnType<typeof outlineLines>,
  b: { minX: number; minY: number; maxX: number; maxY: number },
): Point[] | null {
  const network = networkOf(lines);
  if (!network.edges.length) return null;
  let lowest: Point = { x: 0, y: -Infinity };
  for (const { coords } of network.edges) for (const p of pointsOf(coords)) if (p.y > lowest.y) lowest = p;
  const loop = lines.length === 1 && network.edges.length === 1;
  const walk = loop ? [{ edge: 0, forward: true }] : doubleWalk(network, nodeNear(network, lowest));
  const way: Point[] = [];
  for (const { edge, forward } of walk) {
    const points = pointsOf(network.edges[edge].coords);
    way.push(...(forward ? points : points.reverse()));
  }
  if (loop) {
    const first = way.findIndex((p) => p.x === lowest.x && p.y === lowest.y);
    way.push(...way.splice(0, first));
    way.push(way[0]);
  }
  const k = (UNIT_SIZE - 2) / Math.max(b.maxX - b.minX, b.maxY - b.minY, 0.01);
  const left = UNIT_SIZE / 2 - (k * (b.maxX - b.minX)) / 2;
  const onUnit = way.map((p) => ({ x: left + k * (p.x - b.minX), y: k * (p.y - b.maxY) }));
  const foot = { x: onUnit[0].x, y: 0 };
  return [{ x: 0, y: 0 }, foot, ...onUnit, foot, { x: UNIT_SIZE, y: 0 }];
}
