// Points and vectors in the plane, in millimetres, y growing downwards.

export interface Point {
  x: number;
  y: number;
}

export interface Bounds {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

export function distance(a: Point, b: Point): number {
  // Not Math.hypot, which is many times slower: this is asked millions of times.
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  return Math.sqrt(dx * dx + dy * dy);
}

/** By how much the way a–b–c turns at b, in radians without sign. */
export function turnBetween(a: Point, b: Point, c: Point): number {
  const ux = b.x - a.x;
  const uy = b.y - a.y;
  const vx = c.x - b.x;
  const vy = c.y - b.y;
  return Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy));
}

/** How long the way through points is. */
export const lengthThrough = (points: readonly Point[]): number =>
  points.reduce((sum, p, i) => (i ? sum + distance(p, points[i - 1]) : 0), 0);

const side = (a: Point, b: Point, c: Point): number => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);

/** Do two segments cross, each from its first point to its second? Touching is no crossing. */
export const segmentsCross = (a: Point, b: Point, c: Point, d: Point): boolean =>
  side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;

export const lerp = (a: Point, b: Point, t: number): Point => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
});

/** The box about two places. */
export const boxAround = (a: Point, b: Point): Bounds => ({
  minX: Math.min(a.x, b.x),
  minY: Math.min(a.y, b.y),
  maxX: Math.max(a.x, b.x),
  maxY: Math.max(a.y, b.y),
});

/** A function that turns points about the origin by `degrees` (clockwise on screen, because y grows downwards). */
export function turnBy(degrees: number): (p: Point) => Point {
  const a = (degrees * Math.PI) / 180;
  const c = Math.cos(a);
  const s = Math.sin(a);
  return (p) => ({ x: p.x * c - p.y * s, y: p.x * s + p.y * c });
}

/** Turns one point about the origin by `degrees`, clockwise on screen. */
export const turned = (p: Point, degrees: number): Point => turnBy(degrees)(p);

/** How far along the straight way from (ax, ay) to (bx, by) its place nearest to (x, y) lies, 0 to 1. */
export function nearestShare(ax: number, ay: number, bx: number, by: number, x: number, y: number): number {
  const [dx, dy] = [bx - ax, by - ay];
  const square = dx * dx + dy * dy;
  return square > 0 ? Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / square)) : 0;
}

/** How far a place lies from the straight way between two others. */
export const distanceToWay = (p: Point, a: Point, b: Point): number =>
  distance(p, lerp(a, b, nearestShare(a.x, a.y, b.x, b.y, p.x, p.y)));

export const emptyBounds = (): Bounds => ({
  minX: Infinity,
  minY: Infinity,
  maxX: -Infinity,
  maxY: -Infinity,
});

export function growBounds(b: Bounds, x: number, y: number): void {
  if (x < b.minX) b.minX = x;
  if (x > b.maxX) b.maxX = x;
  if (y < b.minY) b.minY = y;
  if (y > b.maxY) b.maxY = y;
}

export function uniteBounds(all: Iterable<Bounds | null>): Bounds | null {
  const out = emptyBounds();
  for (const b of all) {
    if (!b) continue;
    growBounds(out, b.minX, b.minY);
    growBounds(out, b.maxX, b.maxY);
  }
  return out.minX <= out.maxX ? out : null;
}

/** Do two boxes overlap, or come as near as `room` mm? */
/** Bounds with so much more on all sides. */
export const grownBounds = (b: Bounds, by: number): Bounds => ({
  minX: b.minX - by,
  minY: b.minY - by,
  maxX: b.maxX + by,
  maxY: b.maxY + by,
});

export const boundsMeet = (a: Bounds, b: Bounds, room = 0): boolean =>
  a.minX <= b.maxX + room && b.minX <= a.maxX + room && a.minY <= b.maxY + room && b.minY <= a.maxY + room;

/** The nearest coordinate, in mm, that a machine can reach: needle points lie on a grid of 0.1 mm about the origin. */
export const onMachineGrid = (v: number): number => Math.round(v * 10) / 10;
