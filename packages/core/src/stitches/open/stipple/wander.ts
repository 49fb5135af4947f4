// A stipple that wanders: it goes around a random tree, and is evened out until its lobes fill the cloth.
import { simplerRing } from '../../../geometry/clip.ts';
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import { coordsOf, pointsOf, type Coords } from '../../../geometry/polyline.ts';
import { distance, type Point } from '../../../geometry/points.ts';
import { seeded } from '../../../geometry/random.ts';
import { ringsOf, type Polygon } from '../../../geometry/region.ts';
import { withFingers } from './fill-voids.ts';
import { faired, relaxed, withoutKinks } from './relax.ts';
import { scatter } from './scatter.ts';
import { swayed } from './sway.ts';
import { lineAround, netOf, type TreeLine } from './tree-line.ts';

/** Places of its tree lie so far from each other, in spacings: the line then has about one spacing from pass to pass. */
const APART = 1.75;
/**
 * Rounds of growing: before voids are reached for, after that, twice, and until it has settled; of evening out; and of growing
 * once more into what is bare then.
 */
const ROUNDS = [8, 10, 10, 18, 8, 8];
/** Places along the edge lie so far inside, in spacings. */
const INSET = 0.85;
/** The line passes places that stand alone at this distance, in spacings. */
const RADIUS = 0.62;
/** … and no farther away than this share of the way to the edge. */
const NARROW = 0.6;
/** The shape's edge is followed so closely, in spacings: fine steps of a curve would only cost time. */
const CLOSE = 0.015;

/** The ends that the line of a piece is asked to have. */
export type Ends = readonly [begin: Point | undefined, end: Point | undefined];

/** A place moved so far inside that the line keeps half a spacing from the edge there. */
function insideOf(edges: EdgeIndex, p: Point, spacing: number): Point {
  const near = edges.nearest(p.x, p.y, edges.inside(p.x, p.y) ? spacing / 2 : 1e6);
  if (!near || near.distance < 1e-9) return p;
  const by = ((edges.inside(p.x, p.y) ? 1 : -1) * spacing) / 2 / near.distance;
  return { x: near.at.x + (p.x - near.at.x) * by, y: near.at.y + (p.y - near.at.y) * by };
}

/** The rings of a polygon as a line of this spacing looks at them. */
export const ringsFor = (polygon: Polygon, spacing: number): Float64Array[] =>
  ringsOf(polygon)
    .map((ring) => simplerRing(ring, CLOSE * spacing))
    .filter((ring) => ring.length > 4);

/** Fingers to what is bare, and so many rounds of growing in which the line makes room for them. */
export const reaching = (
  line: Coords,
  spacing: number,
  rings: readonly Float64Array[],
  rounds: number,
  closed: boolean,
): Coords => relaxed(withFingers(line, spacing, rings, closed), spacing, rings, rounds, closed, 'growing');

/** The line of one connected piece: closed, or, with two `ends` that lie apart, open from the one to the other. */
export function wanderingLine(
  polygon: Polygon,
  spacing: number,
  seed: number,
  ends?: readonly [Point, Point],
): TreeLine | null {
  const random = seeded(seed);
  const rings = ringsFor(polygon, spacing);
  const edges = new EdgeIndex(rings);
  const { places, edges: along } = scatter(polygon, APART * spacing, INSET * spacing, random);
  if (!places.length) return null;
  const net = netOf(places, APART * spacing, edges);
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
  const rough = relaxed(coordsOf(points), spacing, rings, ROUNDS[0], closed, 'growing');
  const reach = (line: Coords, times: number): Coords => reaching(line, spacing, rings, times, closed);
  const blunt = withoutKinks(reach(reach(rough, ROUNDS[1]), ROUNDS[2]), spacing, closed, edges);
  const settled = withoutKinks(reach(blunt, ROUNDS[3]), spacing, closed, edges);
  const fair = faired(relaxed(settled, spacing, rings, ROUNDS[4], closed), spacing, closed, edges);
  const last = withoutKinks(faired(reach(fair, ROUNDS[5]), spacing, closed, edges), spacing, closed, edges);
  const even = swayed(last, spacing, closed, edges, 'wandering');
  return { points: pointsOf(even), closed };
}
