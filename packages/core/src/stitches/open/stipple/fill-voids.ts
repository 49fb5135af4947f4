// Where a line leaves cloth far away, it is drawn out to it as a finger.
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import type { Point } from '../../../geometry/points.ts';
import type { Coords } from '../../../geometry/polyline.ts';
import { coordsBounds, type Ring } from '../../../geometry/region.ts';

/** Cloth farther than this from the line is a void, in spacings. */
const FAR = 0.76;
/** Fingers reach for places so far from each other, in spacings. */
const BETWEEN = 1.5;
/** Places are looked at this close together, in spacings. */
const GRID = 0.35;
/** A finger ends this far from the edge, in spacings; in narrow parts, which are bare when they are so far away, this far. */
const ROOM = 0.45;
const NARROW = { far: 1.2, room: 0.2 };

/** The line with fingers to all voids of the polygon. They are narrow: the line has to even itself out again. */
export function withFingers(line: Coords, spacing: number, rings: readonly Ring[], closed = true): Coords {
  const b = coordsBounds(rings);
  if (!b) return line;
  const edges = new EdgeIndex(rings);
  const n = line.length / 2;
  // An open line is looked at there and back; its edges are numbered alike on both ways.
  const index = new EdgeIndex([closed ? line : thereAndBack(line)]);
  const edgeOf = (edge: number): number => (closed || edge < n - 1 ? edge : 2 * (n - 1) - 1 - edge);
  const voids: { at: Point; edge: number; far: number }[] = [];
  for (let x = b.minX; x <= b.maxX; x += GRID * spacing)
    for (let y = b.minY; y <= b.maxY; y += GRID * spacing) {
      if (index.nearest(x, y, FAR * spacing)) continue;
      if (!edges.inside(x, y)) continue;
      const near = index.nearest(x, y, 1e6)!;
      const room = near.distance > NARROW.far * spacing ? NARROW.room : ROOM;
      if (edges.nearest(x, y, room * spacing)) continue;
      voids.push({ at: { x, y }, edge: edgeOf(near.edge), far: near.distance });
    }
  voids.sort((p, q) => q.far - p.far);
  const taken: typeof voids = [];
  for (const v of voids) {
    const free = taken.every(
      (t) => t.edge !== v.edge && Math.hypot(t.at.x - v.at.x, t.at.y - v.at.y) > BETWEEN * spacing,
    );
    // The way to a place must not lead through another piece of cloth.
    if (free && !edges.crosses(line[2 * v.edge], line[2 * v.edge + 1], v.at.x, v.at.y)) taken.push(v);
  }
  if (!taken.length) return line;
  const byEdge = new Map(taken.map((v) => [v.edge, v.at]));
  const out: number[] = [];
  for (let i = 0; i < line.length / 2; i++) {
    out.push(line[2 * i], line[2 * i + 1]);
    const to = byEdge.get(i);
    if (to) out.push(to.x, to.y);
  }
  return Float64Array.from(out);
}

function thereAndBack(line: Coords): Coords {
  const out = [...line];
  for (let i = line.length - 4; i >= 2; i -= 2) out.push(line[i], line[i + 1]);
  return Float64Array.from(out);
}
