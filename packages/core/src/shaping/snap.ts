// Snapping: what a dragged point or box is drawn to, and what is said about it.
import type { Guide } from '../design/types.ts';
import type { Bounds, Point } from '../geometry/points.ts';

/** An upright or level line that boxes and points are drawn to. */
interface Track {
  at: number;
  /** Extent across, for drawing the line. */
  from: number;
  to: number;
  says: string;
  /** What is met first when two are equally near: guides before middles before edges. */
  rank: number;
}

export interface SnapTargets {
  x: Track[];
  y: Track[];
  points: { x: number; y: number; says: string }[];
  /** Boxes that equal free space is kept between. */
  gaps: Bounds[];
  /** mm between lines of the grid; 0 for none. */
  grid: number;
}

/** What was snapped to: a light line and a few words. */
export interface SnapMark {
  from: Point;
  to: Point;
  says: string;
}

export interface Snapped {
  dx: number;
  dy: number;
  marks: SnapMark[];
}

export interface SnapSources {
  boxes: { bounds: Bounds; name: string }[];
  points: { x: number; y: number; says: string }[];
  guides: readonly Guide[];
  hoop: Bounds;
  grid: number;
  /** Left out: all boxes. */
  gaps?: Bounds[];
}

/** Prepares what can be snapped to, once at the beginning of a drag. */
export function snapTargets({ boxes, points, guides, hoop, grid, gaps }: SnapSources): SnapTargets {
  const x: Track[] = [];
  const y: Track[] = [];
  for (const g of guides)
    (g.axis === 'x' ? x : y).push({
      at: g.at,
      from: g.axis === 'x' ? hoop.minY : hoop.minX,
      to: g.axis === 'x' ? hoop.maxY : hoop.maxX,
      says: 'guide',
      rank: 0,
    });
  const addBox = (b: Bounds, name: string, rank: number): void => {
    const [cx, cy] = [(b.minX + b.maxX) / 2, (b.minY + b.maxY) / 2];
    x.push({ at: cx, from: b.minY, to: b.maxY, says: `middle of ${name}`, rank });
    y.push({ at: cy, from: b.minX, to: b.maxX, says: `middle of ${name}`, rank });
    for (const at of [b.minX, b.maxX])
      x.push({ at, from: b.minY, to: b.maxY, says: `edge of ${name}`, rank: rank + 1 });
    for (const at of [b.minY, b.maxY])
      y.push({ at, from: b.minX, to: b.maxX, says: `edge of ${name}`, rank: rank + 1 });
  };
  addBox(hoop, 'the hoop', 3);
  for (const { bounds, name } of boxes) addBox(bounds, name, 1);
  return { x, y, points, gaps: gaps ?? boxes.map((b) => b.bounds), grid };
}

interface Found {
  shift: number;
  track: Track;
  /** Which of the moving places met it. */
  place: number;
}

function nearest(tracks: readonly Track[], places: readonly number[], reach: number): Found | null {
  let best: Found | null = null;
  for (const track of tracks)
    for (const place of places) {
      const shift = track.at - place;
      const better =
        !best ||
        Math.abs(shift) < Math.abs(best.shift) - 1e-6 ||
        (Math.abs(Math.abs(shift) - Math.abs(best.shift)) <= 1e-6 && track.rank < best.track.rank);
      if (Math.abs(shift) <= reach && better) best = { shift, track, place };
    }
  return best;
}

const gridShift = (grid: number, place: number, reach: number): number | null => {
  if (!grid) return null;
  const shift = Math.round(place / grid) * grid - place;
  return Math.abs(shift) <= reach ? shift : null;
};

/** A box between or beside others so that free spaces are equal; the shift along one axis. */
function equalGap(
  moving: Bounds,
  targets: SnapTargets,
  axis: 'x' | 'y',
  reach: number,
): { shift: number; gap: number; spans: [number, number][] } | null {
  const [lo, hi, oLo, oHi] =
    axis === 'x' ? (['minX', 'maxX', 'minY', 'maxY'] as const) : (['minY', 'maxY', 'minX', 'maxX'] as const);
  const row = targets.gaps
    .filter((b) => b[oHi] > moving[oLo] && b[oLo] < moving[oHi])
    .sort((a, b) => a[lo] - b[lo]);
  let best: { shift: number; gap: number; spans: [number, number][] } | null = null;
  const offer = (from: number, gap: number, spans: [number, number][]): void => {
    const shift = from - moving[lo];
    if (gap > 0.05 && Math.abs(shift) <= reach && (!best || Math.abs(shift) < Math.abs(best.shift)))
      best = { shift, gap, spans };
  };
  const wide = moving[hi] - moving[lo];
  for (let i = 0; i < row.length; i++)
    for (let k = i + 1; k < row.length; k++) {
      const [a, b] = [row[i], row[k]];
      const gap = b[lo] - a[hi];
      if (gap <= 0) continue;
      const between = (gap - wide) / 2;
      offer(a[hi] + between, between, [
        [a[hi], a[hi] + between],
        [b[lo] - between, b[lo]],
      ]);
      if (k !== i + 1) continue;
      offer(b[hi] + gap, gap, [
        [a[hi], b[lo]],
        [b[hi], b[hi] + gap],
      ]);
      offer(a[lo] - gap - wide, gap, [
        [a[lo] - gap, a[lo]],
        [a[hi], b[lo]],
      ]);
    }
  return best;
}

/** Where a moving box is drawn to. `reach` is how near it must come, in mm; `say` writes a length. */
export function snapBox(
  moving: Bounds,
  targets: SnapTargets,
  reach: number,
  say: (mm: number) => string,
): Snapped {
  const marks: SnapMark[] = [];
  const shifts = { x: 0, y: 0 };
  for (const axis of ['x', 'y'] as const) {
    const [lo, hi] = axis === 'x' ? [moving.minX, moving.maxX] : [moving.minY, moving.maxY];
    const places = [(lo + hi) / 2, lo, hi];
    const found = nearest(targets[axis], places, reach);
    const even = equalGap(moving, targets, axis, reach);
    const grid = gridShift(targets.grid, lo, reach);
    if (found && (!even || Math.abs(found.shift) <= Math.abs(even.shift) + 1e-6)) {
      shifts[axis] = found.shift;
      const { at, from, to, says } = found.track;
      const [oLo, oHi] = axis === 'x' ? [moving.minY, moving.maxY] : [moving.minX, moving.maxX];
      const [a, b] = [Math.min(from, oLo), Math.max(to, oHi)];
      marks.push(
        axis === 'x'
          ? { from: { x: at, y: a }, to: { x: at, y: b }, says }
          : { from: { x: a, y: at }, to: { x: b, y: at }, says },
      );
    } else if (even) {
      shifts[axis] = even.shift;
      const middle = axis === 'x' ? (moving.minY + moving.maxY) / 2 : (moving.minX + moving.maxX) / 2;
      for (const [a, b] of even.spans)
        marks.push({
          from: axis === 'x' ? { x: a, y: middle } : { x: middle, y: a },
          to: axis === 'x' ? { x: b, y: middle } : { x: middle, y: b },
          says: `equal gaps of ${say(even.gap)}`,
        });
    } else if (grid !== null) shifts[axis] = grid;
  }
  return { dx: shifts.x, dy: shifts.y, marks };
}

/** Where a moving point is drawn to: a point, else an outline, else lines both ways, else the grid. */
export function snapPoint(
  p: Point,
  targets: SnapTargets,
  reach: number,
  onOutline: (p: Point) => { point: Point; distance: number; name: string } | null = () => null,
): Snapped {
  let best: SnapTargets['points'][0] | null = null;
  let least = reach;
  for (const t of targets.points) {
    const d = Math.hypot(t.x - p.x, t.y - p.y);
    if (d <= least) [least, best] = [d, t];
  }
  if (best) return { dx: best.x - p.x, dy: best.y - p.y, marks: [{ from: best, to: best, says: best.says }] };
  const found = { x: nearest(targets.x, [p.x], reach), y: nearest(targets.y, [p.y], reach) };
  if (!found.x && !found.y) {
    const edge = onOutline(p);
    if (edge && edge.distance <= reach) {
      const { point } = edge;
      return {
        dx: point.x - p.x,
        dy: point.y - p.y,
        marks: [{ from: point, to: point, says: `on ${edge.name}` }],
      };
    }
  }
  const marks: SnapMark[] = [];
  const at = { x: p.x + (found.x?.shift ?? 0), y: p.y + (found.y?.shift ?? 0) };
  if (found.x) {
    const { track } = found.x;
    marks.push({
      from: { x: track.at, y: Math.min(track.from, at.y) },
      to: { x: track.at, y: Math.max(track.to, at.y) },
      says: track.says,
    });
  }
  if (found.y) {
    const { track } = found.y;
    marks.push({
      from: { x: Math.min(track.from, at.x), y: track.at },
      to: { x: Math.max(track.to, at.x), y: track.at },
      says: track.says,
    });
  }
  const dx = found.x?.shift ?? gridShift(targets.grid, p.x, reach) ?? 0;
  const dy = found.y?.shift ?? gridShift(targets.grid, p.y, reach) ?? 0;
  return { dx, dy, marks };
}
