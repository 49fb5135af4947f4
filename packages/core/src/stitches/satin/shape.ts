// Columns of a closed shape: its sides are found from its axis; where it branches, branches run in under the
// column that goes straight through.
import { offsetRegion } from '../../geometry/clip.ts';
import { chordalAxis, smoothed, type Axis } from '../../geometry/chordal-axis.ts';
import { distance, type Point } from '../../geometry/points.ts';
import { insidePolygon, polygonArea, ringsOf, type Polygon, type Region } from '../../geometry/region.ts';
import { Column } from './column.ts';
import { Ladder, type Rung } from './ladder.ts';

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
/** The same where none goes straight through, in half widths. */
const FAR_UNDER = 3;
/** Near other arms, a side is looked for up to this share of the distance to the nearest edge. */
const MOUTH = 1.25;

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
  /** The side that is seen to the right, as its place among the sides; -1 for none. */
  side: number;
}

/** Nearer than this a place lies on the edge, in mm. */
const ON_EDGE = 1e-3;

/** Looks to both sides of `p`; (nx, ny) points to the right. */
function look(sides: Float64Array, p: Point, nx: number, ny: number): Sight {
  const out: Sight = { left: Infinity, right: Infinity, nearest: Infinity, side: -1 };
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
    if (Math.abs(along) < ON_EDGE) return { left: 0, right: 0, nearest: 0, side: i };
    if (along >= 0 && along < out.right) [out.right, out.side] = [along, i];
    if (along <= 0 && -along < out.left) out.left = -along;
  }
  out.nearest = Math.sqrt(out.nearest);
  return out;
}

/** Arms that turn by more than about 100° don't go straight through (the cosine of what is left). */
const STRAIGHT = -0.17;

/** One end of a column: free, or at a node. */
type End = number | null;

interface Course {
  points: Point[];
  from: End;
  to: End;
  closed: boolean;
  /** Nodes that it passes between its ends. */
  passes: number[];
}

/** Direction from one point of a line to another `away` mm further on, seen from its begin. */
function heading(points: Point[], away: number): Point {
  const a = points[0];
  const b = points.find((p) => distance(a, p) >= away) ?? points[points.length - 1];
  const d = distance(a, b) || 1;
  return { x: (b.x - a.x) / d, y: (b.y - a.y) / d };
}

/**
 * Joins arms that go straight through a node; the others end there. At nodes that are `crossed` by none, one arm
 * runs over to the edge, and the others reach far in under it.
 */
function coursesOf(axis: Axis): { courses: Course[]; crossed: Set<number> } {
  interface ArmEnd {
    arm: number;
    atEnd: boolean;
  }
  const key = ({ arm, atEnd }: ArmEnd): number => 2 * arm + (atEnd ? 1 : 0);
  const partner = new Map<number, ArmEnd>();
  const over = new Set<number>();
  const crossed = new Set<number>();
  const armLength = (arm: number): number => axis.arms[arm].points.length;
  axis.nodes.forEach((node, id) => {
    const ends: ArmEnd[] = axis.arms.flatMap((arm, i) => [
      ...(arm.from === id ? [{ arm: i, atEnd: false }] : []),
      ...(arm.to === id ? [{ arm: i, atEnd: true }] : []),
    ]);
    if (!ends.length) return; // its arms were all too short to be sewn
    const ways = ends.map(({ arm, atEnd }) => {
      const { points } = axis.arms[arm];
      return heading(atEnd ? points.toReversed() : points, Math.max(1, node.radius));
    });
    const pairs: { a: number; b: number; straight: number }[] = [];
    for (let a = 0; a < ends.length; a++)
      for (let b = a + 1; b < ends.length; b++)
        pairs.push({ a, b, straight: -(ways[a].x * ways[b].x + ways[a].y * ways[b].y) });
    // One column goes straight through, the straightest; more of them would pile up.
    const [best] = pairs.sort((p, q) => q.straight - p.straight);
    if (!best || best.straight < STRAIGHT) {
      // Nothing goes on here: the longest arm runs over, the others end under it.
      const longest = ends.reduce((a, b) => (armLength(b.arm) > armLength(a.arm) ? b : a));
      over.add(key(longest));
      return;
    }
    crossed.add(id);
    partner.set(key(ends[best.a]), ends[best.b]);
    partner.set(key(ends[best.b]), ends[best.a]);
  });
  const done = new Set<number>();
  const follow = (first: number, reversed: boolean): Course => {
    const points: Point[] = [];
    const passes: number[] = [];
    let [arm, back] = [first, reversed];
    const begin = back ? axis.arms[arm].to : axis.arms[arm].from;
    const beginsOver = begin !== null && over.has(key({ arm, atEnd: back }));
    if (beginsOver) passes.push(begin);
    const starts = beginsOver ? null : begin;
    for (let left = axis.arms.length; ; left--) {
      done.add(arm);
      const a = axis.arms[arm];
      points.push(...(back ? a.points.toReversed() : a.points));
      const node = back ? a.from : a.to;
      const next = partner.get(key({ arm, atEnd: !back }));
      if (node === null || !next) {
        const runsOver = node !== null && over.has(key({ arm, atEnd: !back }));
        if (runsOver) passes.push(node);
        return { points, from: starts, to: runsOver ? null : node, closed: a.closed, passes };
      }
      passes.push(node);
      points.push(axis.nodes[node].at);
      if (left === 0 || done.has(next.arm)) return { points, from: null, to: null, closed: true, passes };
      [arm, back] = [next.arm, next.atEnd];
    }
  };
  const out: Course[] = [];
  axis.arms.forEach((_, i) => {
    for (const atEnd of [false, true]) {
      if (done.has(i) || partner.has(key({ arm: i, atEnd }))) continue;
      out.push(follow(i, atEnd));
    }
  });
  axis.arms.forEach((_, i) => !done.has(i) && out.push(follow(i, false)));
  return { courses: out, crossed };
}

/** A course drawn out: its middle line, and how its rungs turn towards slanted ends. */
interface Drawn {
  line: Point[];
  /** For the begin and the end: how far the end's own edge leans from square, in radians. */
  lean: [number, number];
  half: number;
}

/** Ends that lean more than this are tips, not ends, in radians. */
const MOST_LEAN = 0.75;

/** How far an end's edge leans from square to the way (dx, dy) that leads to it; 0 for tips. */
function leanOf(sides: Float64Array, side: number, dx: number, dy: number, half: number): number {
  if (side < 0) return 0;
  const [ux, uy] = [sides[side + 2] - sides[side], sides[side + 3] - sides[side + 1]];
  const length = Math.hypot(ux, uy);
  if (length < half * 0.8) return 0;
  // Seen along the way, square is (-dy, dx).
  const cross = (-dy * uy - dx * ux) / length;
  const dot = (-dy * ux + dx * uy) / length;
  const lean = Math.atan2(cross * Math.sign(dot || 1), Math.abs(dot));
  return Math.abs(lean) > MOST_LEAN ? 0 : lean;
}

/** The course as an even, smooth line, run on to the polygon's edge or under what it ends at. */
function drawnOut(course: Course, axis: Axis, crossed: Set<number>, sides: Float64Array): Drawn {
  const half = typicalHalf(course.points, sides);
  let line = smoothed(course.points, course.closed, STEP, Math.max(0.4, SMOOTH * half));
  const lean: [number, number] = [0, 0];
  if (course.closed) return { line, lean, half };
  [course.to, course.from].forEach((end, k) => {
    const back = heading(line.toReversed(), Math.max(0.8, half));
    const last = line[line.length - 1];
    const sight = look(sides, last, -back.x, -back.y);
    const room = Number.isFinite(sight.right) ? sight.right : 0;
    const more =
      end === null
        ? room
        : crossed.has(end)
          ? Math.min(room, UNDER, distance(last, axis.nodes[end].at) + 0.3)
          : Math.min(Math.max(0, room - 0.3), FAR_UNDER * half);
    const steps = Math.ceil(more / STEP);
    for (let i = 1; i <= steps; i++)
      line.push({ x: last.x - (back.x * more * i) / steps, y: last.y - (back.y * more * i) / steps });
    if (end === null) {
      const leaning = leanOf(sides, sight.side, -back.x, -back.y, half);
      if (k === 0) lean[1] = leaning;
      else lean[0] = leaning;
    }
    line = line.reverse();
  });
  return { line, lean, half };
}

function typicalHalf(points: Point[], sides: Float64Array): number {
  const some = [0.25, 0.5, 0.75].map((t) => points[Math.floor(t * (points.length - 1))]);
  return Math.min(...some.map((p) => look(sides, p, 1, 0).nearest));
}

/** Keeps rungs from crossing: a place on a side never lies behind the one before. */
function straightened(rungs: Rung[]): Rung[] {
  const forward = (a: Point, b: Point, way: Point): boolean => (b.x - a.x) * way.x + (b.y - a.y) * way.y >= 0;
  let last = rungs[0];
  return rungs.map((rung, i) => {
    const [before, after] = [rungs[Math.max(0, i - 1)], rungs[Math.min(rungs.length - 1, i + 1)]];
    const way = {
      x: after.left.x + after.right.x - before.left.x - before.right.x,
      y: after.left.y + after.right.y - before.left.y - before.right.y,
    };
    last = {
      left: forward(last.left, rung.left, way) ? rung.left : last.left,
      right: forward(last.right, rung.right, way) ? rung.right : last.right,
    };
    return last;
  });
}

function ladderAlong(
  course: Course,
  axis: Axis,
  crossed: Set<number>,
  sides: Float64Array,
  polygon: Polygon,
): Ladder {
  const { line: drawn, lean, half } = drawnOut(course, axis, crossed, sides);
  // A smooth line may cut a corner of the shape, or run out at a place where it only touches itself.
  const within = drawn.filter((p) => insidePolygon(polygon, p.x, p.y));
  const line = within.length >= 2 ? within : course.points;
  const n = line.length;
  const turning = Math.max(1, (3 * half) / STEP);
  /** How far the rung at a point of the line is turned towards a slanted end, in radians. */
  const leanAt = (i: number): number => {
    const ease = (away: number): number => {
      const t = Math.max(0, 1 - away / turning);
      return t * t * (3 - 2 * t);
    };
    return lean[0] * ease(i) + lean[1] * ease(n - 1 - i);
  };
  const nodes = [...course.passes, course.from, course.to].flatMap((id) =>
    id === null ? [] : [axis.nodes[id]],
  );
  const rungs = line.map((p, i): Rung => {
    const [a, b] = course.closed
      ? [line[(i + n - 1) % n], line[(i + 1) % n]]
      : [line[Math.max(0, i - 1)], line[Math.min(n - 1, i + 1)]];
    const d = distance(a, b) || 1;
    const [dx, dy] = [(b.x - a.x) / d, (b.y - a.y) / d];
    const [cos, sin] = [Math.cos(leanAt(i)), Math.sin(leanAt(i))];
    const [nx, ny] = [-dy * cos - dx * sin, dx * cos - dy * sin];
    const sight = look(sides, p, nx, ny);
    const near = nodes.some((node) => distance(p, node.at) < 2 * node.radius + UNDER);
    const limit = near ? Math.max(sight.nearest * MOUTH, half * 1.1) : Infinity;
    const cut = (v: number): number => (Number.isFinite(v) ? Math.min(v, limit) : 0);
    const [left, right] = [cut(sight.left), cut(sight.right)];
    return {
      left: { x: p.x - nx * left, y: p.y - ny * left },
      right: { x: p.x + nx * right, y: p.y + ny * right },
    };
  });
  const even = straightened(rungs);
  return new Ladder(course.closed ? [...even, even[0]] : even, course.closed);
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
  return { points: [towards(-0.1), towards(0.1)], from: null, to: null, closed: false, passes: [] };
}

/** The columns of one polygon, as drawn; `compensation` widens their stitches by so much at each edge, in mm. */
function branchesOfPolygon(polygon: Polygon, compensation: number): Branch[] {
  const around = ringsOf(polygon).reduce((sum, ring) => sum + perimeter(ring), 0);
  const width = (2 * polygonArea(polygon)) / around;
  const sides = sidesOf(polygon);
  const axis = chordalAxis(polygon, Math.min(0.8, Math.max(0.12, width / 4)));
  const { courses, crossed } = coursesOf(axis);
  const usable = courses.filter((course) => course.points.length >= 2);
  return (usable.length ? usable : [longestCourse(polygon)]).map((course) => {
    const column = Column.of(ladderAlong(course, axis, crossed, sides, polygon), compensation);
    const meets = [
      ...course.passes.map((node) => ({ node, ends: false, place: column.nearest(axis.nodes[node].at) })),
      ...(course.from === null ? [] : [{ node: course.from, ends: true, place: 0 }]),
      ...(course.to === null ? [] : [{ node: course.to, ends: true, place: column.length }]),
    ];
    return { column, meets };
  });
}

const perimeter = (ring: Float64Array): number => {
  let sum = 0;
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2)
    sum += Math.hypot(ring[i] - ring[j], ring[i + 1] - ring[j + 1]);
  return sum;
};

/** Necks and slivers thinner than twice this are no part of a column, in mm. */
const SLIVER = 0.04;
/** How far sides that touch are drawn apart, in mm. */
const APART = 0.01;

/** The columns of a region, one list a connected piece. */
export function branchesOf(region: Region, compensation: number): Branch[][] {
  return offsetRegion(offsetRegion(region, -SLIVER), SLIVER - APART)
    .filter((p) => polygonArea(p) > 0.05)
    .map((p) => branchesOfPolygon(p, compensation));
}
