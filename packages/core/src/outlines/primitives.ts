// Ready shapes as paths: drawn in a unit box, then sized, turned and put in place.
import { QUARTER_CIRCLE } from '../geometry/bezier.ts';
import type { Matrix } from '../geometry/matrix.ts';
import { turnBy } from '../geometry/points.ts';
import type { Arc, Box, BoxOutline, Path, PathPoint, RectangleOutline } from '../design/types.ts';
import { transformPath } from './transform-path.ts';
import { readyPaths } from './ready.ts';

/** The map from a box of one by one millimetre about the origin to where the shape lies. */
export function boxMatrix({ x, y, width, height, turn, flip }: Box): Matrix {
  const turned = turnBy(turn);
  const across = turned({ x: flip ? -width : width, y: 0 });
  const down = turned({ x: 0, y: height });
  return [across.x, across.y, down.x, down.y, x, y];
}

const RADIANS = Math.PI / 180;

/** A place on the unit box's ellipse, `degrees` clockwise from the top. */
const onCircle = (degrees: number, radius = 0.5) => ({
  x: radius * Math.sin(degrees * RADIANS),
  y: -radius * Math.cos(degrees * RADIANS),
});

/** Part of the unit circle as cubics of a quarter turn at most. */
function arcPoints(from: number, sweep: number): PathPoint[] {
  const count = Math.max(1, Math.ceil(Math.abs(sweep) / 90 - 1e-9));
  const step = sweep / count;
  // Control distance of a cubic that follows an arc of `step` degrees.
  const k = (4 / 3) * Math.tan((step * RADIANS) / 4) * 0.5;
  return Array.from({ length: count + 1 }, (_, i) => {
    const degrees = from + i * step;
    const tangent = { x: k * Math.cos(degrees * RADIANS), y: k * Math.sin(degrees * RADIANS) };
    return {
      ...onCircle(degrees),
      ...(i > 0 && { in: { x: -tangent.x, y: -tangent.y } }),
      ...(i < count && { out: tangent }),
    };
  });
}

function ellipsePath(arc: Arc | undefined): Path {
  if (!arc || Math.abs(arc.sweep) >= 360) {
    const points = arcPoints(arc?.from ?? 0, 360);
    const last = points.pop()!;
    points[0] = { ...points[0], in: last.in };
    return { closed: true, points };
  }
  const points = arcPoints(arc.from, arc.sweep);
  if (arc.ends === 'slice') points.push({ x: 0, y: 0 });
  return { closed: arc.ends !== 'open', points };
}

const corners = (count: number): number => Math.max(3, Math.round(count));

function starPath(count: number, inner: number): Path {
  const step = 180 / count;
  const points = Array.from({ length: 2 * count }, (_, i) => onCircle(i * step, i % 2 ? inner / 2 : 0.5));
  return { closed: true, points };
}

/** An even spiral from the top of the circle inwards, as cubics of an eighth of a round. */
function spiralPath(rounds: number, inner: number): Path {
  const sweep = 360 * Math.max(0.25, rounds);
  const count = Math.ceil(sweep / 45);
  const step = sweep / count;
  const radius = (degrees: number): number => 0.5 * (1 - ((1 - inner) * degrees) / sweep);
  const shrink = (-0.5 * (1 - inner)) / (sweep * RADIANS); // radius a radian
  const points = Array.from({ length: count + 1 }, (_, i): PathPoint => {
    const degrees = i * step;
    const a = degrees * RADIANS;
    const r = radius(degrees);
    // The curve's own derivative, a third of the step long: Hermite to Bézier.
    const h = (step * RADIANS) / 3;
    const d = {
      x: (shrink * Math.sin(a) + r * Math.cos(a)) * h,
      y: (-shrink * Math.cos(a) + r * Math.sin(a)) * h,
    };
    return {
      ...onCircle(degrees, r),
      ...(i > 0 && { in: { x: -d.x, y: -d.y } }),
      ...(i < count && { out: d }),
    };
  });
  return { closed: false, points };
}

/** Drawn in millimetres at once: its corners stay round whatever the proportion of its sides. */
function rectanglePath({ width, height, radius }: RectangleOutline): Path {
  const w = width / 2;
  const h = height / 2;
  const r = Math.min(Math.max(0, radius), w, h);
  if (r < 1e-6) {
    const sides: [number, number][] = [
      [-w, -h],
      [w, -h],
      [w, h],
      [-w, h],
    ];
    return { closed: true, points: sides.map(([x, y]) => ({ x, y })) };
  }
  const k = r * QUARTER_CIRCLE;
  const end = (x: number, y: number, tx: number, ty: number): PathPoint => ({ x, y, out: { x: tx, y: ty } });
  const begin = (x: number, y: number, tx: number, ty: number): PathPoint => ({ x, y, in: { x: tx, y: ty } });
  return {
    closed: true,
    points: [
      begin(-w + r, -h, -k, 0),
      end(w - r, -h, k, 0),
      begin(w, -h + r, 0, -k),
      end(w, h - r, 0, k),
      begin(w - r, h, k, 0),
      end(-w + r, h, -k, 0),
      begin(-w, h - r, 0, k),
      end(-w, -h + r, 0, -k),
    ],
  };
}

function unitPaths(outline: Exclude<BoxOutline, RectangleOutline>): Path[] {
  switch (outline.kind) {
    case 'ellipse':
      return [ellipsePath(outline.arc)];
    case 'polygon': {
      const n = corners(outline.corners);
      return [{ closed: true, points: Array.from({ length: n }, (_, i) => onCircle((i * 360) / n)) }];
    }
    case 'star':
      return [starPath(corners(outline.corners), outline.inner)];
    case 'spiral':
      return [spiralPath(outline.rounds, outline.inner)];
    case 'ready':
      return readyPaths(outline.shape);
  }
}

/** A ready shape as paths in mm; the first point of an ellipse is at its top, of a rectangle at the top left. */
export function primitivePaths(outline: BoxOutline): Path[] {
  if (outline.kind === 'rectangle') {
    const m = boxMatrix({ ...outline, width: 1, height: 1 });
    return [transformPath(rectanglePath(outline), m)];
  }
  const m = boxMatrix(outline);
  return unitPaths(outline).map((path) => transformPath(path, m));
}
