// Dents: pulls of a hand on an outline that is computed. Each moves the nearest stretch of the line, most where it
// was taken hold of and less and less to both sides.
import type { Dent, Path, PathPoint } from '../../design/types.ts';
import { arcLengths, nearestOnLine, pointAt, type Line } from '../../geometry/polyline.ts';
import { flattenPath } from '../flatten-path.ts';

/** Along a dent there is a point this often, in mm. */
const STEP = 0.4;

/** How much a place `away` mm from the middle of a dent comes along, 0 to 1. */
const share = (away: number, reach: number): number =>
  away >= reach ? 0 : 0.5 + 0.5 * Math.cos((Math.PI * away) / reach);

function pulled(line: Line, lengths: Float64Array, s: number, { dx, dy, reach }: Dent): Path {
  const total = lengths.at(-1) ?? 0;
  const far = Math.min(reach, line.closed ? total / 2 : total);
  // All of the line's own points, and points close together where it is pulled.
  const places: number[] = [...lengths].slice(0, line.coords.length / 2);
  for (let d = -far; d <= far; d += STEP) {
    const at = line.closed ? (((s + d) % total) + total) % total : s + d;
    if (at > 0 && at < total) places.push(at);
  }
  places.sort((a, b) => a - b);
  const points: PathPoint[] = [];
  let last = -1;
  for (const at of places) {
    if (at - last < 1e-6) continue;
    last = at;
    const between = Math.abs(at - s);
    const w = share(line.closed ? Math.min(between, total - between) : between, far);
    const p = pointAt(line, lengths, at);
    points.push({ x: p.x + w * dx, y: p.y + w * dy });
  }
  return { closed: line.closed, points };
}

/** Paths after the pulls of a hand, one after the other. */
export function dented(paths: readonly Path[], dents: readonly Dent[]): Path[] {
  const out = [...paths];
  for (const dent of dents) {
    let best: { index: number; line: Line; lengths: Float64Array; s: number; distance: number } | null = null;
    out.forEach((path, index) => {
      const line = flattenPath(path);
      if (line.coords.length < 4) return;
      const lengths = arcLengths(line);
      const near = nearestOnLine(line, lengths, dent);
      if (!best || near.distance < best.distance) best = { index, line, lengths, ...near };
    });
    if (!best) continue;
    const { index, line, lengths, s } = best as {
      index: number;
      line: Line;
      lengths: Float64Array;
      s: number;
    };
    out[index] = pulled(line, lengths, s, dent);
  }
  return out;
}

/** The place of the paths that is nearest to a point: where a dent would take hold; null without lines. */
export function holdOn(paths: readonly Path[], p: { x: number; y: number }) {
  let best: { x: number; y: number; distance: number } | null = null;
  for (const path of paths) {
    const line = flattenPath(path);
    if (line.coords.length < 4) continue;
    const lengths = arcLengths(line);
    const near = nearestOnLine(line, lengths, p);
    if (!best || near.distance < best.distance)
      best = { ...pointAt(line, lengths, near.s), distance: near.distance };
  }
  return best;
}
