// A patch or a label under a design: as large as the design wants it, of the design's own cloth.
import { Move, offsetRegion, stitchBounds, type Path, type ThreadPlan } from '@rosehip/core';
import { polygonHull } from 'd3-polygon';
import { box, line } from './paths.ts';
import { bentPaths, type Bend } from './lay.ts';
import type { Carrier, Piece } from './thing.ts';

/** What lies around all stitches and nowhere curves inwards, grown by a margin in mm. */
function around(plan: ThreadPlan, margin: number): Path[] {
  const points: [number, number][] = [];
  for (let i = 0; i < plan.x.length; i++)
    if (plan.move[i] === Move.stitch) points.push([plan.x[i], plan.y[i]]);
  const hull = points.length > 2 ? polygonHull(points) : null;
  if (!hull) return [];
  return offsetRegion([{ outer: Float64Array.from(hull.flat()), holes: [] }], margin).map(({ outer }) => ({
    closed: true,
    points: Array.from({ length: outer.length / 2 }, (_, i) => ({ x: outer[2 * i], y: outer[2 * i + 1] })),
  }));
}

/** The piece that carries a design, seen as it is bent; null when nothing is sewn. */
export function carrierPiece({ shape, margin }: Carrier, plan: ThreadPlan, bend: Bend): Piece | null {
  if (shape === 'around') {
    const paths = bentPaths(around(plan, margin), bend);
    return paths.length ? { paths, sewn: true, shadow: 2.2 } : null;
  }
  const bounds = stitchBounds(plan);
  if (!bounds) return null;
  const [x, y] = [bounds.minX - margin, bounds.minY - margin];
  const [w, h] = [bounds.maxX + margin - x, bounds.maxY + margin - y];
  const seen = (paths: Path[]): Path[] => bentPaths(paths, bend);
  return {
    paths: seen(box(x, y, w, h, 0.6)),
    sewn: true,
    shadow: 2,
    seams: [
      // Its ends are turned under, and it is sewn on all around.
      { paths: seen(box(x + 1.3, y + 1.3, w - 2.6, h - 2.6)), dash: [1.7, 0.9], width: 0.4, strength: 0.8 },
    ],
    glows: [
      { paths: seen(line(`M${x} ${y}v${h}M${x + w} ${y}v${h}`)), width: 5, light: -0.16 },
      { paths: seen(line(`M${x} ${y + h}h${w}`)), width: 3, light: -0.14 },
    ],
  };
}
