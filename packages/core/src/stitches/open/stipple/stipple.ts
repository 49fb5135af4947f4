// Stipple: one line that wanders over the whole shape, never crosses itself and never closes up.
import { simplerRing } from '../../../geometry/clip.ts';
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import type { Coords } from '../../../geometry/polyline.ts';
import { distance, lerp, type Point } from '../../../geometry/points.ts';
import { seeded } from '../../../geometry/random.ts';
import { ringBounds, ringsOf, type Polygon } from '../../../geometry/region.ts';
import { outlineRegion } from '../../../outlines/region.ts';
import { repeated } from '../../chords/sew-chords.ts';
import { eachPiece } from '../../pieces.ts';
import {
  lengthSetting,
  numberOf,
  passesSetting,
  seedSetting,
  spacingSetting,
  type KindOf,
  type Setting,
  type StitchInput,
  type ValuesOf,
} from '../../kind.ts';
import { runPoints } from '../../run-points.ts';
import { Part, ThreadBuilder, type SewnThread } from '../../thread.ts';
import { withFingers } from './fill-voids.ts';
import { faired, relaxed, withoutKinks } from './relax.ts';
import { scatter } from './scatter.ts';
import { levelRings, ringTree } from '../contour/levels.ts';
import { windRings } from '../contour/wind.ts';
import { uncrossed } from '../uncross.ts';
import { swayed } from './sway.ts';
import { lineAround, netOf, type TreeLine } from './tree-line.ts';

/**
 * How the line wanders. Places of its tree lie `apart` spacings from each other: the line then has about one spacing from
 * pass to pass. `rounds` of growing: before voids are reached for, after that, twice, and until it has settled; and of evening out at
 * the end.
 */
const MANNERS = {
  round: { apart: 1.75, rounds: [10, 12, 10, 26, 10] },
  tight: { apart: 1.35, rounds: [6, 8, 6, 8, 0] },
} as const;
/** Places along the edge lie so far inside, in spacings. */
const INSET = 0.85;
/** The line passes places that stand alone at this distance, in spacings. */
const RADIUS = 0.62;
/** … and no farther away than this share of the way to the edge. */
const NARROW = 0.6;
/** Between the line's two ends there is so much room, in spacings. */
const OPEN = 0.7;
/** How far an angular line may leave the curved one, in spacings. */
const ANGULAR = 0.24;

/** The shape's edge is followed so closely, in spacings: fine steps of a curve would only cost time. */
const CLOSE = 0.015;

/** Begin and end that are nearer to each other than this, in spacings, are the two ends of one opening. */
const BESIDE = 3;

/** A place moved so far inside that the line keeps half a spacing from the edge there. */
function insideOf(edges: EdgeIndex, p: Point, spacing: number): Point {
  const near = edges.nearest(p.x, p.y, edges.inside(p.x, p.y) ? spacing / 2 : 1e6);
  if (!near || near.distance < 1e-9) return p;
  const by = ((edges.inside(p.x, p.y) ? 1 : -1) * spacing) / 2 / near.distance;
  return { x: near.at.x + (p.x - near.at.x) * by, y: near.at.y + (p.y - near.at.y) * by };
}

/** The line of one connected piece: closed, or, with two `ends` that lie apart, open from the one to the other. */
function stippleLine(
  polygon: Polygon,
  spacing: number,
  seed: number,
  { apart, rounds }: (typeof MANNERS)[keyof typeof MANNERS],
  ends?: readonly [Point, Point],
): TreeLine | null {
  const random = seeded(seed);
  const rings = ringsOf(polygon)
    .map((ring) => simplerRing(ring, CLOSE * spacing))
    .filter((ring) => ring.length > 4);
  const edges = new EdgeIndex(rings);
  const { places, edges: along } = scatter(polygon, apart * spacing, INSET * spacing, random);
  if (!places.length) return null;
  const net = netOf(places, apart * spacing, edges);
  // In narrow parts the line keeps nearer to its tree than the edge is.
  const radius = (p: Point): number =>
    Math.min(RADIUS * spacing, NARROW * (edges.nearest(p.x, p.y, spacing)?.distance ?? spacing));
  const around = lineAround(places, along, net, radius, random, ends);
  let { points } = around;
  const { closed } = around;
  if (!closed && ends) {
    const [a, b] = ends.map((p) => insideOf(edges, p, spacing));
    if (distance(points[0], a) > distance(points[0], b)) points = points.reverse();
    points = [a, ...points, b];
  }
  const coords = points.flatMap((p) => [p.x, p.y]);
  const rough = relaxed(coords, spacing, rings, rounds[0], closed, 'growing');
  const reach = (line: Coords, times: number): Coords =>
    relaxed(withFingers(line, spacing, rings, closed), spacing, rings, times, closed, 'growing');
  const reaching = reach(reach(rough, rounds[1]), rounds[2]);
  const blunt = withoutKinks(reaching, spacing, closed);
  const settled = reach(blunt, rounds[3]);
  const fair = faired(
    relaxed(withoutKinks(settled, spacing, closed), spacing, rings, rounds[4], closed),
    closed,
  );
  const even = swayed(fair, spacing, closed, edges);
  const out = Array.from({ length: even.length / 2 }, (_, i) => ({ x: even[2 * i], y: even[2 * i + 1] }));
  return { points: out, closed };
}

/** Cloth that is farther from the line than this, in spacings, is bare; a line that leaves more than this share so … */
const FAR = 1;
const BARE = 0.05;
/** … or comes out of the shape by more than this, in mm, has no room to wander. */
const OUT = 0.15;
/** A line of fewer points is a dot, of which the gap between its ends leaves nothing. */
const FEWEST = 10;
/** Places are looked at so close together, in spacings. */
const GRID = 0.4;

/** Has the line been everywhere, and never outside? */
function fills({ points, closed }: TreeLine, polygon: Polygon, spacing: number): boolean {
  const edges = new EdgeIndex(ringsOf(polygon));
  const out = (p: Point): boolean =>
    !edges.inside(p.x, p.y) && (edges.nearest(p.x, p.y, 1e6)?.distance ?? 0) > OUT;
  if (points.some((p, i) => out(p) || (i > 0 && out(lerp(p, points[i - 1], 0.5))))) return false;
  const there = points.flatMap((p) => [p.x, p.y]);
  const back = closed ? [] : points.toReversed().flatMap((p) => [p.x, p.y]);
  const line = new EdgeIndex([Float64Array.from([...there, ...back])]);
  const b = ringBounds(polygon.outer);
  let [all, bare] = [0, 0];
  for (let x = b.minX; x <= b.maxX; x += GRID * spacing)
    for (let y = b.minY; y <= b.maxY; y += GRID * spacing) {
      if (!edges.inside(x, y)) continue;
      all++;
      if (!line.nearest(x, y, FAR * spacing)) bare++;
    }
  return bare <= BARE * all;
}

/** In a shape with no room to wander: lines that repeat its outline, rounded. */
function followingLines(polygon: Polygon, spacing: number, from: Point | undefined): TreeLine[] {
  const rings = levelRings(polygon, spacing);
  return windRings(rings, ringTree(rings, spacing), spacing, from).map(({ coords }) => ({
    points: Array.from({ length: coords.length / 2 }, (_, i) => ({ x: coords[2 * i], y: coords[2 * i + 1] })),
    closed: false,
  }));
}

/** The ring opened where it is nearest to a place, with a gap between its ends. */
function opened(ring: readonly Point[], from: Point | undefined, gap: number): Point[] {
  let first = 0;
  if (from) ring.forEach((p, i) => distance(p, from) < distance(ring[first], from) && (first = i));
  const out = [...ring.slice(first), ...ring.slice(0, first)];
  while (out.length > 3 && distance(out[out.length - 1], out[0]) < gap) out.pop();
  return out;
}

/** The line with its corners cut twice (Chaikin, 1974): a curve, where points a step apart would be corners. */
function curved(line: readonly Point[]): Point[] {
  let out = [...line];
  for (let round = 0; round < 2; round++)
    out = out.flatMap((p, i) => {
      const q = out[i + 1];
      if (!q) return [p];
      const cut = [lerp(p, q, 0.25), lerp(p, q, 0.75)];
      return i ? cut : [p, ...cut];
    });
  return out;
}

/** The line with straight stretches (Ramer, Douglas and Peucker's method), no farther off than `tolerance` mm. */
function straightened(line: readonly Point[], tolerance: number): Point[] {
  const keep = new Uint8Array(line.length);
  keep[0] = keep[line.length - 1] = 1;
  const open: [number, number][] = [[0, line.length - 1]];
  for (let part = open.pop(); part; part = open.pop()) {
    const [a, b] = [line[part[0]], line[part[1]]];
    const l = distance(a, b) || 1;
    let [worst, at] = [tolerance, -1];
    for (let i = part[0] + 1; i < part[1]; i++) {
      const p = line[i];
      const d =
        l > 1e-6 ? Math.abs((p.x - a.x) * (b.y - a.y) - (p.y - a.y) * (b.x - a.x)) / l : distance(p, a);
      if (d > worst) [worst, at] = [d, i];
    }
    if (at < 0) continue;
    keep[at] = 1;
    open.push([part[0], at], [at, part[1]]);
  }
  return line.filter((_, i) => keep[i]);
}

const SETTINGS = [
  {
    name: 'style',
    label: 'Line',
    type: 'choice',
    choices: [
      { value: 'curved', label: 'round' },
      { value: 'angular', label: 'angular' },
      { value: 'tight', label: 'vermicelli, small and tight' },
    ],
    default: 'curved',
    help: 'Whether the line swings in lobes, turns sharply, or winds in small tight bends.',
  },
  spacingSetting({
    least: 1.5,
    most: 12,
    default: 3,
    help: 'From one pass of the line to the next, about; half of it is kept from the edge.',
  }),
  passesSetting,
  { ...lengthSetting, more: true },
  seedSetting,
] as const satisfies readonly Setting[];
type Input = StitchInput<ValuesOf<typeof SETTINGS>>;

function stitch(input: Input): SewnThread[] {
  const { settings, start, end } = input;
  const spacing = settings.spacing;
  return eachPiece(outlineRegion(input.outline), input, (polygon, from) => {
    const apart = start && end && distance(start, end) > BESIDE * spacing;
    const manner = MANNERS[settings.style === 'tight' ? 'tight' : 'round'];
    const made = stippleLine(polygon, spacing, settings.seed, manner, apart ? [start, end] : undefined);
    const wanders = made && made.points.length > FEWEST && fills(made, polygon, spacing);
    const begin = start ?? end ?? from;
    const lines = wanders ? [made] : followingLines(polygon, spacing, begin);
    return lines.flatMap(({ points, closed }) => {
      const line = closed ? opened(points, begin, OPEN * spacing) : points;
      // Lines that follow the outline begin near where they should: one that has to end there is turned round.
      return sewnAlong(!wanders && end && !start ? line.toReversed() : line, settings);
    });
  });
}

/** One thread along a line, in the manner that is asked for. */
function sewnAlong(
  line: readonly Point[],
  { style, spacing, length, passes }: Input['settings'],
): SewnThread[] {
  const bent = style === 'angular' ? straightened(line, ANGULAR * spacing) : curved(line);
  const coords = Float64Array.from(bent.flatMap((p) => [p.x, p.y]));
  const builder = new ThreadBuilder();
  builder.addLine(runPoints({ coords, closed: false }, length), Part.top);
  const { x, y } = builder.thread;
  const needle = uncrossed(
    x.map((px, i) => ({ x: px, y: y[i] })),
    length,
  );
  needle.forEach((p, i) => ([x[i], y[i]] = [p.x, p.y]));
  return builder.length > 1 ? [repeated(builder.thread, passes)] : [];
}

export const stipple: KindOf<typeof SETTINGS> = {
  id: 'stipple',
  name: 'Stipple',
  summary: 'One line that wanders over the whole shape and never crosses itself.',
  sentence: 'Cover this shape with {kind}, {style}, {spacing} from pass to pass, sewn {passes}, in {thread}.',
  from: () => 'region',
  settings: SETTINGS,
  stitch,
  cover: () => [],
  seam: (settings) => numberOf(settings, 'spacing', 3),
};
