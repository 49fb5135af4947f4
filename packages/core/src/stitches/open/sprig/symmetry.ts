// Growth alike on both sides: one half grows and is dressed, the other is its mirror image.
import { intersect, regionFromRings } from '../../../geometry/clip.ts';
import type { EdgeIndex } from '../../../geometry/edge-index.ts';
import { distance, type Point } from '../../../geometry/points.ts';
import { insidePolygon, polygonArea, ringsOf, type Polygon } from '../../../geometry/region.ts';
import { dress, type Dress, type Ornament } from './dress.ts';
import type { Twig } from './grow.ts';

/** A shape that is its own mirror image, and the line it is mirrored at. */
export interface Halves {
  /** What of the shape its mirror image covers too. */
  polygon: Polygon;
  /** The straight stem, from its root to its tip. */
  axis: [Point, Point];
  mirror<P extends Point>(p: P): P;
  /** How far a place lies on the side that grows, in mm; negative on the other. */
  side(p: Point): number;
}

/** The middle of a polygon's area and the direction of its longest way, in radians. */
function longWay({ outer }: Polygon): { middle: Point; angle: number } {
  let [area, mx, my, xx, xy, yy] = [0, 0, 0, 0, 0, 0];
  const n = outer.length;
  const [ox, oy] = [outer[0], outer[1]];
  for (let i = 0; i < n; i += 2) {
    const j = (i + 2) % n;
    const [ax, ay, bx, by] = [outer[i] - ox, outer[i + 1] - oy, outer[j] - ox, outer[j + 1] - oy];
    const c = ax * by - bx * ay;
    area += c / 2;
    mx += (c * (ax + bx)) / 6;
    my += (c * (ay + by)) / 6;
    xx += (c * (ax * ax + ax * bx + bx * bx)) / 12;
    yy += (c * (ay * ay + ay * by + by * by)) / 12;
    xy += (c * (ax * by + 2 * ax * ay + 2 * bx * by + bx * ay)) / 24;
  }
  const [x, y] = [mx / (area || 1), my / (area || 1)];
  const [sx, sy, sxy] = [xx / (area || 1) - x * x, yy / (area || 1) - y * y, xy / (area || 1) - x * y];
  // A shape as long as it is wide stands upright.
  const even = Math.hypot(sx - sy, 2 * sxy) < 0.12 * (sx + sy);
  const angle = even ? Math.PI / 2 : Math.atan2(2 * sxy, sx - sy) / 2;
  return { middle: { x: ox + x, y: oy + y }, angle };
}

/** So far beyond a shape its axis is drawn at first, in mm. */
const BEYOND = 1e4;
/** The axis is looked at every so many mm. */
const LOOK = 0.5;

/**
 * The halves of a shape: at the line from end to end of a guide line, or along its longest way through its middle. The
 * stem begins near `from`, or else at the lower end. Null when nothing of the shape lies on the line.
 */
export function halvesOf(
  polygon: Polygon,
  guide: readonly Point[] | null,
  from: Point | undefined,
): Halves | null {
  const { middle, angle } = longWay(polygon);
  const [a, b] = guide ? [guide[0], guide[guide.length - 1]] : [middle, middle];
  const turn = guide && distance(a, b) > 1 ? Math.atan2(b.y - a.y, b.x - a.x) : angle;
  const [ux, uy] = [Math.cos(turn), Math.sin(turn)];
  const side = (p: Point): number => (p.x - a.x) * uy - (p.y - a.y) * ux;
  const mirror = <P extends Point>(p: P): P => ({
    ...p,
    x: p.x - 2 * side(p) * uy,
    y: p.y + 2 * side(p) * ux,
  });
  const image = ringsOf(polygon).map((ring) => {
    const out = new Float64Array(ring.length);
    for (let i = 0; i < ring.length; i += 2) {
      const q = mirror({ x: ring[i], y: ring[i + 1] });
      [out[i], out[i + 1]] = [q.x, q.y];
    }
    return out;
  });
  const both = intersect([polygon], regionFromRings(image, 'evenodd')).sort(
    (p, q) => polygonArea(q) - polygonArea(p),
  );
  for (const part of both) {
    const ends = stretchOn(part, (s) => ({ x: a.x + s * ux, y: a.y + s * uy }));
    if (!ends) continue;
    const [p, q] = ends;
    const back = from ? distance(q, from) < distance(p, from) : q.y > p.y;
    return { polygon: part, axis: back ? [q, p] : [p, q], mirror, side };
  }
  return null;
}

/** The longest stretch of a line inside a polygon. */
function stretchOn(polygon: Polygon, at: (s: number) => Point): [Point, Point] | null {
  const { outer } = polygon;
  let reach = 0;
  for (let i = 0; i < outer.length; i += 2)
    reach = Math.max(reach, distance(at(0), { x: outer[i], y: outer[i + 1] }));
  reach = Math.min(reach, BEYOND);
  let best: [number, number] | null = null;
  let begun: number | null = null;
  for (let s = -reach; s <= reach + LOOK; s += LOOK) {
    const p = at(s);
    const inside = s <= reach && insidePolygon(polygon, p.x, p.y);
    if (inside) begun ??= s;
    else if (begun !== null) {
      if (!best || s - LOOK - begun > best[1] - best[0]) best = [begun, s - LOOK];
      begun = null;
    }
  }
  return best && best[1] > best[0] ? [at(best[0]), at(best[1])] : null;
}

/** Nodes this near to the axis belong to both halves, in mm. */
const ON_AXIS = 0.05;

/** The grown half and its image, dressed alike. The first `stem` nodes lie on the axis. */
export function mirrored(
  half: readonly Twig[],
  stem: number,
  edges: EdgeIndex,
  { mirror, side }: Halves,
  rules: Dress,
): { twigs: Twig[]; ornaments: Ornament[] } {
  // What strays over the axis is left out, with all that grows from it.
  const number = new Int32Array(half.length).fill(-1);
  const own: Twig[] = [];
  half.forEach((t, i) => {
    const kept = i < stem || (number[t.parent] >= 0 && side(t) > ON_AXIS);
    if (kept) number[i] = own.push({ ...t, parent: t.parent < 0 ? -1 : number[t.parent] }) - 1;
  });
  const twigs = [...own];
  const image = own.map((_, i) => i);
  own.forEach((t, i) => {
    if (i >= stem) image[i] = twigs.push({ ...mirror(t), parent: image[t.parent] }) - 1;
  });
  const keeps = (stroke: readonly Point[]): boolean => stroke.every((p) => side(p) > -ON_AXIS);
  const ornaments = dress(twigs, edges, rules, (node, stroke) => {
    if (node >= own.length) return false;
    // At the stem's own tip something may stand on the axis; all else is on the side that grows.
    return node === stem - 1 || keeps(stroke);
  }).flatMap((o): Ornament[] => {
    if (o.node === stem - 1 && !keeps(o.stroke)) return [o];
    return [o, { ...o, node: image[o.node], stroke: o.stroke.map(mirror) }];
  });
  return { twigs, ornaments };
}
