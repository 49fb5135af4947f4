// A piece of a shape as a patch with four sides, into which a letter or a word is bent.
import type { Point } from '../geometry/points.ts';
import {
  arcLengths,
  clockwiseFrom,
  lengthOf,
  nearestOnLine,
  pointAt,
  type Line,
} from '../geometry/polyline.ts';
import { insidePolygon, regionBounds, type Polygon } from '../geometry/region.ts';
import { readAt, type Part } from './parts.ts';

/** Turns of an outline sharper than this are corners, in radians. */
const SHARP = Math.PI / 6;
/** Sides between corners are read at so many places. */
const PLACES = 48;

interface Corner {
  s: number;
  at: Point;
}

/** Sharp turns of a closed line, by how far along it they are. */
function cornersOf(line: Line, lengths: Float64Array): Corner[] {
  const total = lengths.at(-1)!;
  // Curves are many short steps: a turn is looked at over a stretch.
  const reach = Math.min(0.02 * total, 1);
  const at = (s: number): Point => pointAt(line, lengths, ((s % total) + total) % total);
  const turns = Array.from({ length: line.coords.length / 2 }, (_, i) => {
    const s = lengths[i];
    const [a, p, b] = [at(s - reach), at(s), at(s + reach)];
    const [before, after] = [Math.atan2(p.y - a.y, p.x - a.x), Math.atan2(b.y - p.y, b.x - p.x)];
    const turn = Math.abs(((after - before + 3 * Math.PI) % (2 * Math.PI)) - Math.PI);
    return { s, at: p, turn };
  });
  // The sharpest of those that lie together.
  return turns
    .filter(({ turn }) => turn > SHARP)
    .filter(
      (one, _, all) => !all.some((other) => other.turn > one.turn && Math.abs(other.s - one.s) < 2 * reach),
    );
}

/** A side of a patch: from 0 to 1. */
type Side = (t: number) => Point;

function sideOf(line: Line, from: number, to: number): Side {
  const lengths = arcLengths(line);
  const read = Array.from({ length: PLACES + 1 }, (_, i) =>
    pointAt(line, lengths, from + ((to - from) * i) / PLACES),
  );
  const [x, y] = [readAt(read.map((p) => p.x)), readAt(read.map((p) => p.y))];
  return (t) => ({ x: x(t), y: y(t) });
}

/** The patch that four sides span, bilinearly blended. Method: S. A. Coons, Surfaces for computer-aided design (1967). */
function patch(top: Side, bottom: Side, left: Side, right: Side): Part {
  const [a, b, c, d] = [top(0), top(1), bottom(0), bottom(1)];
  return (u, v) => {
    const [t, s, l, r] = [top(u), bottom(u), left(v), right(v)];
    const blend = (k: 'x' | 'y'): number =>
      (1 - v) * t[k] +
      v * s[k] +
      (1 - u) * l[k] +
      u * r[k] -
      ((1 - u) * (1 - v) * a[k] + u * (1 - v) * b[k] + (1 - u) * v * c[k] + u * v * d[k]);
    return { x: blend('x'), y: blend('y') };
  };
}

/** Corners of a patch on a line, as shares of its length: sharp turns where there are some near, else evenly. */
function between(line: Line, wanted: readonly [least: number, best: number, most: number][]): number[] {
  const lengths = arcLengths(line);
  const total = lengths.at(-1)!;
  const sharp = cornersOf({ ...line, closed: false }, lengths).map(({ s }) => s / total);
  return wanted.map(([least, best, most]) => {
    const near = sharp
      .filter((s) => s > least && s < most)
      .sort((p, q) => Math.abs(p - best) - Math.abs(q - best));
    return (near[0] ?? best) * total;
  });
}

/** The patch of a piece of a shape; sides where it was cut off by an upright are its own left or right. */
export function piecePatch(polygon: Polygon, cutLeft: boolean, cutRight: boolean): Part {
  const b = regionBounds([polygon])!;
  const ring: Line = { coords: polygon.outer, closed: true };
  const lengths = arcLengths(ring);
  /** The ring, clockwise from the place nearest to a point, as an open line. */
  const openAt = (p: Point): Line => clockwiseFrom(ring, lengths, nearestOnLine(ring, lengths, p).s);
  const end = (x: number, top: boolean): Point => {
    let best: Point | null = null;
    for (let i = 0; i < ring.coords.length; i += 2) {
      const [px, py] = [ring.coords[i], ring.coords[i + 1]];
      if (Math.abs(px - x) > 1e-3 * (b.maxX - b.minX) + 1e-6) continue;
      if (!best || (top ? py < best.y : py > best.y)) best = { x: px, y: py };
    }
    return best ?? { x, y: top ? b.minY : b.maxY };
  };
  /** How far along a line a place is. */
  const along = (line: Line, p: Point): number => nearestOnLine(line, arcLengths(line), p).s;
  // From the top left corner clockwise: top, right, bottom, left.
  let start: Point;
  let line: Line;
  let marks: number[];
  if (cutLeft && cutRight) {
    start = end(b.minX, true);
    line = openAt(start);
    marks = [end(b.maxX, true), end(b.maxX, false), end(b.minX, false)].map((p) => along(line, p));
  } else if (cutRight) {
    // From the bottom right corner over the left side to the top right one.
    line = openAt(end(b.maxX, false));
    const outer = along(line, end(b.maxX, true));
    const part: Line = { coords: cutAt(line, outer), closed: false };
    const [low, high] = between(part, [
      [0.08, 1 / 3, 0.46],
      [0.54, 2 / 3, 0.92],
    ]);
    return patch(
      sideOf(line, high, outer),
      sideOf(line, low, 0),
      sideOf(line, high, low),
      sideOf(line, outer, lengthOf(line)),
    );
  } else if (cutLeft) {
    line = openAt(end(b.minX, true));
    const outer = along(line, end(b.minX, false));
    const part: Line = { coords: cutAt(line, outer), closed: false };
    const [high, low] = between(part, [
      [0.08, 1 / 3, 0.46],
      [0.54, 2 / 3, 0.92],
    ]);
    return patch(
      sideOf(line, 0, high),
      sideOf(line, outer, low),
      sideOf(line, lengthOf(line), outer),
      sideOf(line, high, low),
    );
  } else {
    const middle = { x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 };
    const sharp = cornersOf(ring, lengths);
    const corner = (dx: number, dy: number): Point => {
      // The place of the outline farthest in this direction, or a sharp corner that is nearly as far.
      const far = (p: Point): number =>
        (dx * (p.x - middle.x)) / (b.maxX - b.minX) + (dy * (p.y - middle.y)) / (b.maxY - b.minY);
      let best: Point = middle;
      for (let i = 0; i < ring.coords.length; i += 2) {
        const p = { x: ring.coords[i], y: ring.coords[i + 1] };
        if (far(p) > far(best)) best = p;
      }
      const near = sharp.map(({ at }) => at).filter((p) => far(p) > 0.93 * far(best));
      return near.sort((p, q) => far(q) - far(p))[0] ?? best;
    };
    start = corner(-1, -1);
    line = openAt(start);
    marks = [corner(1, -1), corner(1, 1), corner(-1, 1)].map((p) => along(line, p));
  }
  const [tr, br, bl] = marks;
  return patch(
    sideOf(line, 0, tr),
    sideOf(line, bl, br),
    sideOf(line, lengthOf(line), bl),
    sideOf(line, tr, br),
  );
}

/** The points of a line up to a length. */
function cutAt(line: Line, length: number): Float64Array {
  const lengths = arcLengths(line);
  const out: number[] = [];
  for (let i = 0; i < lengths.length && lengths[i] <= length + 1e-9; i++)
    out.push(line.coords[2 * i], line.coords[2 * i + 1]);
  return Float64Array.from(out);
}

/** Does a part stay in its piece, and turn nowhere? */
export function fits(part: Part, polygon: Polygon): boolean {
  let inside = 0;
  let all = 0;
  for (let i = 1; i < 12; i++)
    for (let k = 1; k < 12; k++) {
      const [p, q, r] = [part(i / 12, k / 12), part((i + 0.1) / 12, k / 12), part(i / 12, (k + 0.1) / 12)];
      if ((q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x) <= 0) return false;
      all++;
      if (insidePolygon(polygon, p.x, p.y)) inside++;
    }
  return inside >= 0.98 * all;
}
