// Where the copies of a repeat stand: one map a copy, from what is repeated to the copy.
import { DESIGN_LIMITS } from '../../design/limits.ts';
import type {
  CircleLayout,
  GridLayout,
  PathLayout,
  Repeat,
  RowLayout,
  RowSpacing,
} from '../../design/types.ts';
import {
  applyMatrix,
  IDENTITY,
  mirroring,
  multiply,
  rotation,
  translation,
  type Matrix,
} from '../../geometry/matrix.ts';
import type { Point } from '../../geometry/points.ts';
import type { Line } from '../../geometry/polyline.ts';
import { coordsBounds } from '../../geometry/region.ts';
import type { PlainOutline } from '../../design/types.ts';
import { pathPlaces } from './path.ts';
import {
  keepDistance,
  keptShape,
  placedKept,
  placedShape,
  reachAlong,
  shapeOf,
  type Kept,
  type Shape,
} from './touch.ts';

/** More copies than these are not made. */
const MOST_COPIES = DESIGN_LIMITS.copies;

/** What copies are placed by. */
export interface Repeated {
  /** Where the thread of what is repeated ends, as outlines. */
  outlines: readonly PlainOutline[];
  /** The lines that copies stand along. */
  along: readonly Line[];
}

/** Where copies stand, and what their numbers came to. */
export interface Placed {
  maps: Matrix[];
  /** The middle of the first copy, mm. */
  middle: Point;
  /** From copy to copy, mm; the angle between copies of a circle, in degrees. */
  step: number;
  /** Steps down a grid, mm. */
  down?: number;
  /** From a circle's centre to the middle of what is repeated, mm. */
  radius?: number;
  /** Between neighbours, mm; negative: they overlap. Null when it was not asked for, or there are none. */
  gap: number | null;
}

const unit = (degrees: number): Point => {
  const m = rotation(degrees);
  return { x: m[0], y: m[1] };
};

/** The middle of the bounds of outlines. */
function middleOf(shape: Shape): Point {
  const b = coordsBounds(shape.lines.map((l) => l.coords));
  return b ? { x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 } : { x: 0, y: 0 };
}

/** Moves smaller than this are none, in mm. */
const STILL = 2e-3;

function placeCircle(layout: CircleLayout, mirror: boolean, { outlines }: Repeated): Placed {
  const { centre, sweep, upright, fit, gap } = layout;
  const shape = shapeOf(outlines);
  const middle = middleOf(shape);
  const out = { x: middle.x - centre.x, y: middle.y - centre.y };
  const radius = Math.hypot(out.x, out.y);
  const r = radius > 1e-6 ? { x: out.x / radius, y: out.y / radius } : { x: 0, y: -1 };
  const towards = (Math.atan2(r.y, r.x) * 180) / Math.PI;
  const full = Math.abs(sweep) >= 360 - 1e-9;
  const stepOf = (count: number): number => (count < 2 ? 0 : sweep / (full ? count : count - 1));
  const turned = (i: number, degrees: number, far: number): Matrix => {
    const away = translation(far * r.x, far * r.y);
    const mirrored = mirror && i % 2 === 1;
    if (!upright) {
      const flip = mirrored ? multiply(away, mirroring(towards, centre)) : away;
      return multiply(rotation(degrees, centre), flip);
    }
    const at = { x: middle.x + far * r.x, y: middle.y + far * r.y };
    const to = applyMatrix(rotation(degrees, centre), at);
    const flip = mirrored ? mirroring(90, middle) : IDENTITY;
    return multiply(translation(to.x - middle.x, to.y - middle.y), flip);
  };
  // Neighbours move straight away from each other as the radius grows: by the chord of the angle between them.
  const kept = keptShape(outlines, gap);
  const missing = (step: number): number => {
    const turn = unit(step);
    const chord = {
      x: r.x * turn.x - r.y * turn.y - r.x,
      y: r.x * turn.y + r.y * turn.x - r.y,
    };
    const length = Math.hypot(chord.x, chord.y);
    if (length < 1e-9) return -Infinity;
    const u = { x: chord.x / length, y: chord.y / length };
    const next = placedShape(shape, turned(1, step, 0));
    let far = keepDistance(kept, next, u);
    // With every other copy mirrored there are two kinds of neighbours.
    if (mirror) {
      const here = placedKept(kept, turned(1, 0, 0));
      far = Math.max(far, keepDistance(here, placedShape(shape, turned(2, step, 0)), u));
    }
    return far / length;
  };
  let count = Math.min(MOST_COPIES, layout.count);
  if (fit === 'count') {
    let [lo, hi] = [1, MOST_COPIES];
    while (lo < hi) {
      const mid = (lo + hi + 1) >> 1;
      if (missing(stepOf(mid)) <= STILL) lo = mid;
      else hi = mid - 1;
    }
    count = lo;
  }
  const step = stepOf(count);
  let far = 0;
  if (fit === 'gap' && count > 1) {
    const needed = missing(step);
    // Never beyond the centre to the other side.
    // What a thousandth between neighbours comes to as a radius grows with their number.
    const still = STILL * Math.max(1, count / Math.PI);
    if (Number.isFinite(needed) && Math.abs(needed) > still) far = Math.max(needed, -radius);
  }
  const maps = Array.from({ length: count }, (_, i) =>
    i === 0 && far === 0 ? IDENTITY : turned(i, i * step, far),
  );
  const first = { x: middle.x + far * r.x, y: middle.y + far * r.y };
  return { maps, middle: first, step, radius: radius + far, gap: fit === 'gap' ? gap : null };
}

/** The step of a row, and how many stand in it. `touching` gives the step at which neighbours have the gap. */
function solveRow(
  spacing: RowSpacing,
  width: number,
  touching: (gap: number) => number,
): { count: number; step: number; gap: number | null } {
  const count = Math.min(MOST_COPIES, Math.max(1, spacing.count));
  if (spacing.fit === 'step') return { count, step: spacing.step, gap: null };
  if (spacing.fit === 'gap') return { count, step: touching(spacing.gap), gap: spacing.gap };
  // Round about, and with half a gap at each end, there are as many gaps as copies.
  const round = spacing.ends === 'half' || spacing.ends === 'closed';
  const room = round ? spacing.length : spacing.length - width;
  const evenly = (n: number) => ({ count: n, step: n > 1 || round ? room / (round ? n : n - 1) : 0 });
  if (spacing.solve === 'gap') {
    const { step } = evenly(count);
    return { count, step, gap: count > 1 ? step - touching(0) : null };
  }
  const wanted = touching(spacing.gap);
  const fits = wanted > 1e-6 ? Math.floor(room / wanted + 1e-6) + (round ? 0 : 1) : 1;
  const many = Math.min(MOST_COPIES, Math.max(1, fits));
  if (spacing.ends === 'exact') return { count: many, step: wanted, gap: spacing.gap };
  const solved = evenly(many);
  return { ...solved, gap: solved.count > 1 ? solved.step - touching(0) : null };
}

function placeGrid(layout: RowLayout | GridLayout, mirror: boolean, { outlines }: Repeated): Placed {
  const shape = shapeOf(outlines);
  const middle = middleOf(shape);
  const [u, v] = [unit(layout.angle), unit(layout.angle + 90)];
  const reflect = layout.kind === 'grid' && !!layout.reflect;
  const [flip, upsideDown] = [mirroring(90 + layout.angle, middle), mirroring(layout.angle, middle)];
  /** How a copy differs from the next one along each direction; null when it doesn't. */
  const [flipAcross, flipDown] = reflect ? [flip, upsideDown] : mirror ? [flip, flip] : [null, null];
  const widest = (d: Point, by: Matrix | null): number => {
    const [a, b] = [reachAlong(shape, d), reachAlong(by ? placedShape(shape, by) : shape, d)];
    return Math.max(a.most, b.most) - Math.min(a.least, b.least);
  };
  /** The distance along `d` at which neighbours, shifted along the other direction by `aside`, have the gap. */
  const touching = (d: Point, by: Matrix | null, aside: Point[], gap: number): number => {
    const kept = keptShape(outlines, gap);
    const flipped = by ? placedShape(shape, by) : shape;
    const pairs: [Kept, Shape][] = by
      ? [
          [kept, flipped],
          [placedKept(kept, by), shape],
        ]
      : [[kept, shape]];
    const away = aside.flatMap((p) =>
      pairs.map(([a, b]) => keepDistance(a, placedShape(b, translation(p.x, p.y)), d)),
    );
    const most = Math.max(...away);
    return Number.isFinite(most) ? Math.max(0, most) : 0;
  };
  const across = solveRow(layout.across, widest(u, flipAcross), (gap) =>
    touching(u, flipAcross, [{ x: 0, y: 0 }], gap),
  );
  const brick = layout.kind === 'grid' && !!layout.brick;
  const half = { x: (u.x * across.step) / 2, y: (u.y * across.step) / 2 };
  const beside = brick ? [half, { x: -half.x, y: -half.y }] : [{ x: 0, y: 0 }];
  const down =
    layout.kind === 'grid'
      ? solveRow(layout.down, widest(v, flipDown), (gap) => touching(v, flipDown, beside, gap))
      : { count: 1, step: 0, gap: null };
  const maps: Matrix[] = [];
  for (let j = 0; j < down.count; j++)
    for (let i = 0; i < across.count && maps.length < MOST_COPIES; i++) {
      const far = across.step * (i + (brick && j % 2 ? 0.5 : 0));
      const to = translation(u.x * far + v.x * down.step * j, u.y * far + v.y * down.step * j);
      let map = to;
      if (reflect) {
        if (i % 2) map = multiply(map, flip);
        if (j % 2) map = multiply(map, upsideDown);
      } else if (mirror && (i + j) % 2) map = multiply(map, flip);
      maps.push(map);
    }
  return { maps, middle, step: across.step, down: down.step, gap: across.gap };
}

function placeAlong(layout: PathLayout, mirror: boolean, { along }: Repeated): Placed {
  const { places, step } = pathPlaces(along, layout, MOST_COPIES);
  const { anchor, facing, upright } = layout;
  const maps = places.map(({ at, direction }, i) => {
    const flip = mirror && i % 2 ? mirroring(facing, anchor) : IDENTITY;
    const turn = upright ? IDENTITY : rotation(direction - facing, anchor);
    return multiply(translation(at.x - anchor.x, at.y - anchor.y), multiply(turn, flip));
  });
  const middle = places[0]?.at ?? anchor;
  return { maps: maps.length ? maps : [IDENTITY], middle, step, gap: null };
}

/** Where the copies of a repeat stand. The first map is the identity where what is repeated stands in its place. */
export function placeCopies({ layout, mirror = false }: Repeat, repeated: Repeated): Placed {
  if (layout.kind === 'circle') return placeCircle(layout, mirror, repeated);
  if (layout.kind === 'path') return placeAlong(layout, mirror, repeated);
  return placeGrid(layout, mirror, repeated);
}
