// The first stem of a sprig: along a drawn line, or the way through the shape's middle, waving as it is told to.
import type { EdgeIndex } from '../../../geometry/edge-index.ts';
import type { Point } from '../../../geometry/points.ts';
import { arcLengths, pointAt } from '../../../geometry/polyline.ts';
import type { Polygon } from '../../../geometry/region.ts';
import { rounded, spineOf } from './spine.ts';

/** Stems keep so far from the edge, in mm. */
const MARGIN = 1.2;
/** The stem waves once in so many distances between branches. */
const WAVE = 3.2;

export interface StemRules {
  /** Distance between branches, in mm. */
  apart: number;
  curl: number;
  /** A line that it follows. */
  guide: readonly Point[] | null;
  /** Near which end of the shape it begins. */
  from: Point | undefined;
}

/** The first stem: the guide line inside the piece, or the way through its middle, waving as it is told to. */
export function stemOf(
  polygon: Polygon,
  edges: EdgeIndex,
  { apart, curl, guide, from }: StemRules,
): { stem: Point[]; margin: number } {
  const step = 0.2 * apart;
  const drawn = guide ?? rounded(spineOf(polygon, edges, from), 40);
  if (drawn.length < 2) return { stem: [], margin: MARGIN };
  // In a narrow shape the stem keeps to the middle.
  const rooms = drawn.map((p) =>
    edges.inside(p.x, p.y) ? (edges.nearest(p.x, p.y, 1e6)?.distance ?? 0) : 0,
  );
  const margin = Math.min(MARGIN, 0.5 * rooms.sort((a, b) => a - b)[rooms.length >> 1]);
  const line = { coords: Float64Array.from(drawn.flatMap((p) => [p.x, p.y])), closed: false };
  const lengths = arcLengths(line);
  const total = lengths.at(-1)!;
  const out: Point[] = [];
  for (let s = 0; s <= total; s += step) {
    const p = pointAt(line, lengths, s);
    const [a, b] = [pointAt(line, lengths, s - 0.5), pointAt(line, lengths, s + 0.5)];
    const d = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    // A drawn guide line is kept to; the waves begin and end on the way.
    const room = edges.nearest(p.x, p.y, 2 * apart)?.distance ?? 2 * apart;
    const high = guide ? 0 : curl * Math.min(0.45 * apart, 0.4 * Math.max(0, room - margin));
    const off =
      high * Math.sin((2 * Math.PI * s) / (WAVE * apart)) * Math.min(1, s / apart, (total - s) / apart);
    const q = { x: p.x - ((b.y - a.y) / d) * off, y: p.y + ((b.x - a.x) / d) * off };
    if (edges.inside(q.x, q.y) && !edges.nearest(q.x, q.y, margin)) out.push(q);
    else if (out.length > 1) break;
    else out.length = 0;
  }
  return { stem: out, margin };
}
