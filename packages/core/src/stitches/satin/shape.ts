// Columns of a closed shape: its sides are found from its axis; where it branches, branches run in under the
// column that goes straight through.
import { bandRegion, offsetRegion, subtract } from '../../geometry/clip.ts';
import { chordalAxis, smoothed, type Axis } from '../../geometry/chordal-axis.ts';
import { distance, type Point } from '../../geometry/points.ts';
import {
  insidePolygon,
  polygonArea,
  ringArea,
  ringsOf,
  type Polygon,
  type Region,
} from '../../geometry/region.ts';
import { Column } from './column.ts';
import { compactRungs } from './compact.ts';
import { heading } from './axis-ends.ts';
import { coursesOf, type Course } from './courses.ts';
import { ledOn } from './led-on.ts';
import type { Line } from '../../geometry/polyline.ts';
import { Ladder, type Rung } from './ladder.ts';
import { rungsAround, rungsOf, type SleeveEnd } from './sleeve.ts';

/** A column of a shape, and where others hang on it. */
export interface Branch {
  column: Column;
  /** Places where it meets other columns: the node, where on this column, and whether it ends there. */
  meets: { node: number; place: number; ends: boolean }[];
}

/** Rungs are this far apart along the axis, in mm. */
const STEP = 0.15;
/** The axis is smoothed over this share of the shape's half width. */
const SMOOTH = 1.2;
/** A branch runs in under what it meets by this much, in mm. */
const UNDER = 1.2;
/** … and by no more than this share of half the width of what it meets: what comes from both sides must not pile up. */
const UNDER_SHARE = 0.25;

/** The sides of a polygon as x0, y0, x1, y1 quadruples. */
function sidesOf(polygon: Polygon): Float64Array {
  const out: number[] = [];
  for (const ring of ringsOf(polygon)) {
    const n = ring.length;
    for (let i = 0, j = n - 2; i < n; j = i, i += 2) out.push(ring[j], ring[j + 1], ring[i], ring[i + 1]);
  }
  return Float64Array.from(out);
}

interface Sight {
  /** How far the polygon's sides are to the left and right, and in any direction. */
  left: number;
  right: number;
  nearest: number;
}

/** Nearer than this a place lies on the edge, in mm. */
const ON_EDGE = 1e-3;

/** Looks to both sides of `p`; (nx, ny) points to the right. */
function look(sides: Float64Array, p: Point, nx: number, ny: number): Sight {
  const out: Sight = { left: Infinity, right: Infinity, nearest: Infinity };
  for (let i = 0; i < sides.length; i += 4) {
    const ax = sides[i] - p.x;
    const ay = sides[i + 1] - p.y;
    const ux = sides[i + 2] - sides[i];
    const uy = sides[i + 3] - sides[i + 1];
    const l2 = ux * ux + uy * uy;
    const t = l2 > 0 ? Math.min(1, Math.max(0, -(ax * ux + ay * uy) / l2)) : 0;
    const d = (ax + t * ux) ** 2 + (ay + t * uy) ** 2;
    if (d < out.nearest) out.nearest = d;
    // Where the line through p along n crosses the side.
    const cross = nx * uy - ny * ux;
    if (Math.abs(cross) < 1e-12) continue;
    const along = (ax * uy - ay * ux) / cross;
    const on = (ax * ny - ay * nx) / cross;
    if (on < -1e-9 || on > 1 + 1e-9) continue;
    // On the edge itself there is nothing to either side.
    if (Math.abs(along) < ON_EDGE) return { left: 0, right: 0, nearest: 0 };
    if (along >= 0 && along < out.right) out.right = along;
    if (along <= 0 && -along < out.left) out.left = -along;
  }
  out.nearest = Math.sqrt(out.nearest);
  return out;
}

function typicalHalf(points: Point[], sides: Float64Array): number {
  const some = [0.25, 0.5, 0.75].map((t) => points[Math.floor(t * (points.length - 1))]);
  return Math.min(...some.map((p) => look(sides, p, 1, 0).nearest));
}

/** The end of a course that runs free: where it comes to the edge, and from where. */
function freeEndOf(points: readonly Point[], half: number, sides: Float64Array): SleeveEnd {
  // Near its end the axis leads into one corner of it or another: the way there is seen from farther back.
  const line = smoothed([...points], false, STEP, Math.max(0.4, SMOOTH * half));
  const back = heading(line.toReversed(), Math.max(0.8, half));
  const last = line[line.length - 1];
  const { right } = look(sides, last, -back.x, -back.y);
  const room = Number.isFinite(right) ? right : 0;
  const towards = { x: -back.x, y: -back.y };
  return { at: { x: last.x + towards.x * room, y: last.y + towards.y * room }, towards, half };
}

/** Rungs that lead on from a mouth, in under what the column ends at. */
function rungsUnder(mouth: Rung, towards: Point, by: number, sides: Float64Array, polygon: Polygon): Rung[] {
  const width = distance(mouth.left, mouth.right) || 1;
  const [nx, ny] = [(mouth.right.x - mouth.left.x) / width, (mouth.right.y - mouth.left.y) / width];
  // Square to the mouth, to the side that the way leads to.
  const sign = -ny * towards.x + nx * towards.y < 0 ? -1 : 1;
  const [dx, dy] = [-ny * sign, nx * sign];
  const middle = { x: (mouth.left.x + mouth.right.x) / 2, y: (mouth.left.y + mouth.right.y) / 2 };
  const out: Rung[] = [];
  const steps = Math.ceil(by / STEP);
  for (let i = 1; i <= steps; i++) {
    const p = { x: middle.x + (dx * by * i) / steps, y: middle.y + (dy * by * i) / steps };
    if (!insidePolygon(polygon, p.x, p.y)) break;
    const sight = look(sides, p, nx, ny);
    const cut = (v: number): number => Math.min(Number.isFinite(v) ? v : 0, width / 2);
    out.push({
      left: { x: p.x - nx * cut(sight.left), y: p.y - ny * cut(sight.left) },
      right: { x: p.x + nx * cut(sight.right), y: p.y + ny * cut(sight.right) },
    });
  }
  return out;
}

/** What columns of one polygon are made from. */
interface Shape {
  polygon: Polygon;
  sides: Float64Array;
  axis: Axis;
  /** The polygon parted where courses end at others. */
  pieces: Region;
  /** How closely its boundary is looked at, in mm. */
  step: number;
}

/** The piece that most of a course lies in. */
function pieceOf({ points }: Course, pieces: Region): Polygon | undefined {
  if (pieces.length === 1) return pieces[0];
  const some = Array.from({ length: 9 }, (_, i) => points[Math.round((i * (points.length - 1)) / 8)]);
  const inside = pieces.map((piece) => some.filter((p) => insidePolygon(piece, p.x, p.y)).length);
  const most = Math.max(...inside);
  return most ? pieces[inside.indexOf(most)] : undefined;
}

function ladderAlong(course: Course, shape: Shape): Ladder | null {
  const { sides, polygon, pieces, step } = shape;
  const piece = pieceOf(course, pieces);
  if (!piece) return null;
  if (course.closed) {
    const rungs = rungsAround(piece, course.mouths[0], step);
    return rungs && new Ladder(rungs, { ring: true });
  }
  const half = typicalHalf(course.points, sides);
  const ends = [0, 1].map((k): SleeveEnd => {
    const node = k ? course.to : course.from;
    const towards = k ? course.points : course.points.toReversed();
    if (node === null) return freeEndOf(towards, half, sides);
    return { mouth: course.mouths[k], inward: heading(towards.toReversed(), Math.max(0.4, half)) };
  });
  const rungs = rungsOf(piece, [ends[0], ends[1]], step);
  if (!rungs || rungs.length < 2) return null;
  const under = (k: 0 | 1): Rung[] => {
    if ((k ? course.to : course.from) === null) return [];
    const node = shape.axis.nodes[(k ? course.to : course.from)!];
    const mouth = k ? rungs[rungs.length - 1] : rungs[0];
    const way = heading(k ? course.points.toReversed() : course.points, Math.max(0.8, half));
    return rungsUnder(
      mouth,
      { x: -way.x, y: -way.y },
      Math.min(UNDER, UNDER_SHARE * node.radius),
      sides,
      polygon,
    );
  };
  const [before, after] = [under(0).reverse(), under(1)];
  return new Ladder([...before, ...rungs, ...after], { under: [before.length, after.length] });
}

/** Cuts are so wide, and reach so far beyond both sides, in mm. */
const CUT = 0.02;

/** The polygon parted at the mouths of courses that end at others. */
function parted(polygon: Polygon, courses: readonly Course[]): Region {
  const cuts = courses.flatMap(({ from, to, mouths, closed }): Line[] =>
    [from, to].flatMap((node, k) => {
      if (node === null || closed) return [];
      const [a, b] = mouths[k];
      const width = distance(a, b) || 1;
      const [ux, uy] = [((b.x - a.x) * CUT) / width, ((b.y - a.y) * CUT) / width];
      return [{ coords: Float64Array.of(a.x - ux, a.y - uy, b.x + ux, b.y + uy), closed: false }];
    }),
  );
  return cuts.length ? subtract([polygon], bandRegion(cuts, CUT, 'flat')) : [polygon];
}

/** How far along a course one of its points is, from 0 to 1. */
function shareOf({ points }: Course, point: number): number {
  const lengths = points.map((p, i) => (i ? distance(points[i - 1], p) : 0));
  const sum = (n: number): number => lengths.slice(0, n).reduce((a, b) => a + b, 0);
  return sum(point + 1) / (sum(points.length) || 1);
}

/** A column may be passed so far from where its course is, as a share of its length. */
const ASTRAY = 0.25;

/**
 * The place of a column nearest to `p`, which lies beside it about so far along, from 0 to 1: what bends back comes near to one place
 * from two sides.
 */
function placeAlong(column: Column, p: Point, share: number): number {
  const { length, ring } = column;
  const nearest = column.nearest(p);
  // A ring does not begin where its course does.
  if (ring || Math.abs(nearest / length - share) <= ASTRAY) return nearest;
  let best = { place: share * length, gap: Infinity };
  for (let place = (share - ASTRAY) * length; place <= (share + ASTRAY) * length; place += STEP) {
    if (place < 0 || place > length) continue;
    const gap = distance(column.at(place), p);
    if (gap < best.gap) best = { place, gap };
  }
  return best.place;
}

/** A course for a shape that is too plain to have an axis: through its middle, along its longest way. */
function longestCourse({ outer }: Polygon): Course {
  const corners: Point[] = [];
  for (let i = 0; i < outer.length; i += 2) corners.push({ x: outer[i], y: outer[i + 1] });
  const middle = {
    x: corners.reduce((sum, p) => sum + p.x, 0) / corners.length,
    y: corners.reduce((sum, p) => sum + p.y, 0) / corners.length,
  };
  const far = corners.reduce((a, b) => (distance(b, middle) > distance(a, middle) ? b : a));
  const towards = (t: number): Point => ({
    x: middle.x + (far.x - middle.x) * t,
    y: middle.y + (far.y - middle.y) * t,
  });
  const points = [towards(-0.1), towards(0.1)];
  return {
    points,
    from: null,
    to: null,
    closed: false,
    passes: [],
    mouths: [
      [points[0], points[0]],
      [points[1], points[1]],
    ],
  };
}

/** Does a course hang on another one, and reach no farther from there than that is wide? */
function isSpur({ points, from, to }: Course, { nodes }: Axis): boolean {
  if ((from === null) === (to === null)) return false;
  const { radius } = nodes[(from ?? to)!];
  return distance(points[0], points[points.length - 1]) < radius;
}

/** The columns of one polygon, as drawn. With `finer` its boundary is looked at in other steps. */
function columnsOfPolygon(polygon: Polygon, finer = 1): ShapeColumns {
  const around = ringsOf(polygon).reduce((sum, ring) => sum + perimeter(ring), 0);
  const width = (2 * polygonArea(polygon)) / around;
  const sides = sidesOf(polygon);
  const step = Math.min(0.8, Math.max(0.12, width / 4)) * finer;
  const { axis, joins } = ledOn(chordalAxis(polygon, step));
  const courses = coursesOf(axis, joins);
  const usable = courses.filter((course) => course.points.length >= 2);
  let all = usable.length ? usable : [longestCourse(polygon)];
  const shape: Shape = { polygon, sides, axis, pieces: parted(polygon, all), step };
  let ladders = all.map((course) => ladderAlong(course, shape));
  // A spur for which there is no room belongs to what it hangs on.
  const spurs = all.filter((course, i) => !ladders[i] && isSpur(course, axis));
  if (spurs.length) {
    all = all.filter((course) => !spurs.includes(course));
    shape.pieces = parted(polygon, all);
    ladders = all.map((course) => ladderAlong(course, shape));
  }
  const branches = all.flatMap((course, i): Branch[] => {
    const ladder = ladders[i];
    if (!ladder) return [];
    const column = Column.of(ladder, 0);
    const meets = [
      ...course.passes.map(({ node, point }) => ({
        node,
        ends: false,
        place: placeAlong(column, axis.nodes[node].at, shareOf(course, point)),
      })),
      ...(course.from === null ? [] : [{ node: course.from, ends: true, place: 0 }]),
      ...(course.to === null ? [] : [{ node: course.to, ends: true, place: column.length }]),
    ];
    return [{ column, meets }];
  });
  const rings = all.filter(({ closed }) => closed).length;
  const holes = shape.pieces.reduce((sum, piece) => sum + piece.holes.length, 0);
  return { polygon, branches, unsuited: holes > rings || branches.length < all.length };
}

const perimeter = (ring: Float64Array): number => {
  let sum = 0;
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2)
    sum += Math.hypot(ring[i] - ring[j], ring[i + 1] - ring[j + 1]);
  return sum;
};

/** Necks and slivers thinner than twice this are no part of a column, in mm. */
const SLIVER = 0.04;
/** Pieces and holes that are smaller lie within a thread, in mm². */
const SPECK = 0.05;
/** How far sides that touch are drawn apart, in mm. */
const APART = 0.01;

/** A connected piece of a shape as columns. */
export interface ShapeColumns {
  polygon: Polygon;
  branches: Branch[];
  /** No column could leave out all of its holes, or none was found: it is no shape for satin. */
  unsuited: boolean;
}

/** How its boundary is looked at when no columns are found at first: its axis may branch elsewhere then. */
const OTHER_STEPS = [0.8, 1.25, 0.65, 1.5, 0.5, 2];
/** Edges smoothed by so much may do as well, in mm. */
const SMOOTHED = [0.06, 0.12];

/** Columns of a polygon; where a first look finds none that suit, others are tried. */
function suitedColumns(polygon: Polygon): ShapeColumns {
  const compact = compactRungs(polygon);
  if (compact)
    return {
      polygon,
      branches: [{ column: Column.of(new Ladder(compact), 0), meets: [] }],
      unsuited: false,
    };
  const first = columnsOfPolygon(polygon);
  if (!first.unsuited) return first;
  for (const finer of OTHER_STEPS) {
    const again = columnsOfPolygon(polygon, finer);
    if (!again.unsuited) return again;
  }
  for (const by of SMOOTHED) {
    const smooth = offsetRegion(offsetRegion(offsetRegion([polygon], by), -2 * by), by);
    if (smooth.length !== 1 || smooth[0].holes.length !== polygon.holes.length) continue;
    const again = columnsOfPolygon(smooth[0]);
    if (!again.unsuited) return { ...again, polygon };
  }
  return first;
}

/** The columns of a region as it is drawn, piece by piece. */
export function columnsOf(region: Region): ShapeColumns[] {
  return offsetRegion(offsetRegion(region, -SLIVER), SLIVER - APART)
    .filter((p) => polygonArea(p) > SPECK)
    .map(({ outer, holes }) => ({ outer, holes: holes.filter((hole) => Math.abs(ringArea(hole)) > SPECK) }))
    .map(suitedColumns);
}

/** The same columns with stitches so much wider at each edge, in mm. */
export const sewnWider = (pieces: readonly ShapeColumns[], compensation: number): ShapeColumns[] =>
  pieces.map((piece) => ({
    ...piece,
    branches: piece.branches.map((branch) => ({ ...branch, column: branch.column.sewnWider(compensation) })),
  }));
