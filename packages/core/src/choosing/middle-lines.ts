// The middle lines of drawn strokes: where they meet they touch, and what is only a corner of a stroke has none.
import type { Path, PathOutline } from '../design/types.ts';
import { chordalAxis, smoothed, type Axis, type AxisArm } from '../geometry/chordal-axis.ts';
import { distance, lengthThrough, type Point } from '../geometry/points.ts';
import type { Polygon, Region } from '../geometry/region.ts';
import { fitPath } from '../outlines/fit.ts';
import { usualBreadth } from './breadths.ts';
import { followed, linksOf, type FollowedLine } from './followed.ts';
import { strokesThrough, type ArmEnd, type InnerArm, type StrokeThrough } from './strokes-through.ts';

/** How far curves may stray from the middle, in mm. */
const STRAY = 0.05;
/** Where strokes meet, the axis is not their middle within this share of how far the meeting place reaches. */
const UNSURE = 1.15;

/** Lines along the middle of a region's strokes, as paths of few points. */
export function middleLines(region: Region): PathOutline {
  return { kind: 'path', paths: region.flatMap((polygon) => middleOf(polygon)) };
}

function middleOf(polygon: Polygon): Path[] {
  const breadth = usualBreadth([polygon]);
  const axis = chordalAxis(polygon, Math.min(0.5, Math.max(0.06, breadth / 3)));
  // What is left of arms that run from a meeting place into a corner is shorter than the stroke is broad.
  const hangs = (arm: AxisArm): boolean => (arm.from === null) !== (arm.to === null);
  const arms = axis.arms.filter((arm) => !hangs(arm) || lengthThrough(arm.points) > 1.2 * breadth);
  const ends = endsOf(arms, axis);
  const { through, shared } = strokesThrough(ends, innerArms(arms, axis), polygon, breadth);
  const places = meetingPlaces(axis, ends, through, shared, breadth);
  const linked = linksOf(through);
  /** A line from a node on: without what isn't sure there, and from where all meet unless another one goes on into it. */
  const begun = (points: readonly Point[], end: ArmEnd | undefined): readonly Point[] =>
    end ? [...(linked.has(end) ? [] : [places[end.node]]), ...sureOf(points, axis.nodes[end.node])] : points;
  const lines = followed(
    arms.map((arm, i) => {
      if (shared.has(i)) return { points: [], closed: false };
      const points = begun(
        arm.closed ? arm.points : reachingOut(arm, polygon),
        ends.find((end) => end.arm === i && end.first),
      );
      const last = ends.find((end) => end.arm === i && !end.first);
      return { points: begun(points.toReversed(), last).toReversed(), closed: arm.closed };
    }),
    ends,
    linked,
  );
  const kept = lines.flatMap((line): FollowedLine[] => {
    const length = lengthThrough(line.points);
    // Short ones between two places keep strokes together.
    if (length < (line.joins ? 0.05 : Math.max(0.6, breadth))) return [];
    const even = smoothed(line.points, line.closed, Math.min(0.2, breadth / 4), SMOOTH * breadth);
    return [{ ...line, points: withCorners(even, line.closed, breadth) }];
  });
  return kept.map((line): Path => {
    const points = line.closed ? line.points : withoutOverlap(line, kept, breadth);
    const coords = Float64Array.from(points.flatMap((p) => [p.x, p.y]));
    return fitPath({ coords, closed: line.closed }, STRAY, Math.min(0.3, breadth / 2));
  });
}

/** Points of a line that leaves a node, from where they are its stroke's middle. */
function sureOf(points: readonly Point[], { at, radius }: Axis['nodes'][number]): Point[] {
  const first = points.findIndex((p) => distance(p, at) > UNSURE * radius);
  return first < 0 ? [] : points.slice(first);
}

const endsOf = (arms: readonly AxisArm[], { nodes }: Axis): ArmEnd[] =>
  arms.flatMap(({ from, to, points }, arm) => [
    ...(from === null ? [] : [{ arm, first: true, node: from, points: sureOf(points, nodes[from]) }]),
    ...(to === null
      ? []
      : [{ arm, first: false, node: to, points: sureOf([...points].reverse(), nodes[to]) }]),
  ]);

const innerArms = (arms: readonly AxisArm[], { nodes }: Axis): InnerArm[] =>
  arms.flatMap(({ from, to, points }, arm) => {
    if (from === null || to === null) return [];
    const middle = sureOf(sureOf(points, nodes[from]).reverse(), nodes[to]);
    return [{ arm, nodes: [from, to], length: lengthThrough(points), middle }];
  });

/** Where the lines of each node end that go on nowhere: on the strokes that go through it, or where all meet. */
function meetingPlaces(
  { nodes }: Axis,
  ends: readonly ArmEnd[],
  through: readonly StrokeThrough[],
  shared: ReadonlySet<number>,
  breadth: number,
): Point[] {
  const passing = through.flatMap(({ between }) => between);
  return nodes.map((node, n) => {
    const here = ends.filter((end) => end.node === n);
    const place = meetingPlace(node, here, breadth);
    if (!here.some(({ arm }) => shared.has(arm))) return place;
    return passing.reduce((best, p) => (distance(p, place) < distance(best, place) ? p : best), passing[0]);
  });
}

/** Over this part of the breadth to either side places are smoothed. */
const SMOOTH = 0.4;
/** A corner is told by the sides beyond this part of the breadth, over this much of them. */
const [BESIDE, SIDE] = [0.85, 0.85];
/** Sides that bend more than this part of the breadth are none. */
const BEND = 0.06;
/** Turns over this are corners, in radians. */
const CORNER = 0.95;

/** The straight line through places; null when they are few, or bend by more than `bend`. */
function sideThrough(places: readonly Point[], bend: number): { at: Point; way: Point } | null {
  if (places.length < 4) return null;
  const [a, b] = [places[0], places[places.length - 1]];
  const d = distance(a, b);
  if (d < 1e-6) return null;
  const way = { x: (b.x - a.x) / d, y: (b.y - a.y) / d };
  const off = places.map((p) => (p.x - a.x) * way.y - (p.y - a.y) * way.x);
  if (Math.max(...off) - Math.min(...off) > bend) return null;
  return { at: { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, way };
}

/**
 * A line with its corners where its sides meet: an axis cuts corners short, as it is led by the inner one. Places lie evenly
 * apart.
 */
function withCorners(points: Point[], closed: boolean, breadth: number): Point[] {
  const n = points.length;
  const step = distance(points[0], points[1]);
  const [skip, length] = [Math.round((BESIDE * breadth) / step), Math.round((SIDE * breadth) / step)];
  if (skip < 2 || n < 2 * (skip + length)) return points;
  const at = (i: number): Point | undefined => (closed ? points[(i + n) % n] : points[i]);
  const found = points.map((p, i): { turn: number; to: Point } | null => {
    const side = (way: 1 | -1) => {
      const places = Array.from({ length }, (_, k) => at(i + way * (skip + k))).filter(
        (q) => q !== undefined,
      );
      return places.length < length ? null : sideThrough(way > 0 ? places : places.reverse(), BEND * breadth);
    };
    const [before, after] = [side(-1), side(1)];
    if (!before || !after) return null;
    const cross = before.way.x * after.way.y - before.way.y * after.way.x;
    const turn = Math.abs(Math.atan2(cross, before.way.x * after.way.x + before.way.y * after.way.y));
    if (turn < CORNER) return null;
    const t = ((after.at.x - before.at.x) * after.way.y - (after.at.y - before.at.y) * after.way.x) / cross;
    const to = { x: before.at.x + t * before.way.x, y: before.at.y + t * before.way.y };
    // The sharper, the farther; but a corner lies within the stroke.
    return distance(to, p) <= 1.6 * breadth ? { turn, to } : null;
  });
  const drop = new Set<number>();
  const put = new Map<number, Point>();
  found.forEach((corner, i) => {
    if (!corner) return;
    for (let k = -skip; k <= skip; k++) {
      const other = found[closed ? (i + k + n) % n : i + k];
      if (other && (nearer(other, at(i + k)!, corner, points[i]) || (k < 0 && same(other, corner)))) return;
    }
    for (let k = -skip + 1; k < skip; k++) drop.add(closed ? (i + k + n) % n : i + k);
    put.set(i, corner.to);
  });
  return points.flatMap((p, i) => put.get(i) ?? (drop.has(i) ? [] : [p]));

  /** Of places beside a corner the one nearest to where its sides meet is it. */
  function nearer(other: { to: Point }, q: Point, corner: { to: Point }, p: Point): boolean {
    return distance(other.to, q) < distance(corner.to, p) - 1e-9;
  }
  function same(other: { to: Point }, corner: { to: Point }): boolean {
    return distance(other.to, corner.to) < 1e-6;
  }
}

/** A free end that runs along another line, or its own far part, ends where it meets that. */
function withoutOverlap(line: FollowedLine, all: readonly FollowedLine[], breadth: number): Point[] {
  let { points } = line;
  for (const end of [1, 0] as const) {
    if (!line.free[end]) continue;
    const list = end ? [...points].reverse() : [...points];
    const whole = lengthThrough(list);
    let way = 0;
    let cut = -1;
    let meet: Point | null = null;
    for (let i = 0; i < list.length && way < 2 * breadth && way < whole / 3; i++) {
      if (i) way += distance(list[i], list[i - 1]);
      const near = nearestPlace(list[i], line, all, list, i, breadth);
      if (near) [cut, meet] = [i, near];
    }
    if (cut < 0 || !meet) continue;
    const kept = [meet, ...list.slice(cut + 1)];
    points = end ? kept.reverse() : kept;
  }
  return points;
}

/** How near lines are when they are one, as a part of the breadth. */
const ONE = 0.45;

function nearestPlace(
  p: Point,
  line: FollowedLine,
  all: readonly FollowedLine[],
  own: readonly Point[],
  index: number,
  breadth: number,
): Point | null {
  let best: Point | null = null;
  let least = ONE * breadth;
  const look = (q: Point): void => {
    const d = distance(p, q);
    if (d < least) [least, best] = [d, q];
  };
  for (const other of all) if (other !== line) other.points.forEach(look);
  // Of itself only what is far along it.
  let way = 0;
  for (let k = index + 1; k < own.length; k++) {
    way += distance(own[k], own[k - 1]);
    if (way > 4 * breadth) look(own[k]);
  }
  return best;
}

/**
 * Where strokes meet: nearest to the lines that they come along, as they are beyond the place where the axis is led aside by
 * the corners between them.
 */
function meetingPlace(
  { at, radius }: Axis['nodes'][number],
  leaving: readonly ArmEnd[],
  breadth: number,
): Point {
  // Of all lines: the sum over them of how far off a place is, squared, has one lowest place.
  let [xx, xy, yy, rx, ry] = [0, 0, 0, 0, 0];
  for (const { points } of leaving) {
    const sure = points.filter((p) => distance(p, at) < UNSURE * radius + 2 * breadth);
    if (sure.length < 2) continue;
    const [a, b] = [sure[0], sure[sure.length - 1]];
    const d = distance(a, b);
    if (d < 0.3 * breadth) continue;
    const [nx, ny] = [-(b.y - a.y) / d, (b.x - a.x) / d];
    const c = nx * a.x + ny * a.y;
    [xx, xy, yy] = [xx + nx * nx, xy + nx * ny, yy + ny * ny];
    [rx, ry] = [rx + nx * c, ry + ny * c];
  }
  // A little towards the axis' own place, so that lines which run alike have one, too.
  const keep = 0.02;
  [xx, yy, rx, ry] = [xx + keep, yy + keep, rx + keep * at.x, ry + keep * at.y];
  const det = xx * yy - xy * xy;
  const place = { x: (rx * yy - ry * xy) / det, y: (ry * xx - rx * xy) / det };
  return distance(place, at) <= 1.2 * radius ? place : at;
}

/** The axis ends before the stroke does: free ends go on straight up to nearly half a breadth before its end. */
function reachingOut(arm: AxisArm, polygon: Polygon): Point[] {
  const points = [...arm.points];
  const go = (tip: Point, before: Point, mouth: AxisArm['mouths'][0]): Point => {
    const d = distance(tip, before) || 1;
    const way = { x: (tip.x - before.x) / d, y: (tip.y - before.y) / d };
    const half = distance(mouth[0], mouth[1]) / 2;
    // The farthest of the outline that lies straight ahead of the tip.
    let ahead = 0;
    for (let i = 0; i < polygon.outer.length; i += 2) {
      const [dx, dy] = [polygon.outer[i] - tip.x, polygon.outer[i + 1] - tip.y];
      const along = dx * way.x + dy * way.y;
      if (along > 0 && along < 6 * half && Math.abs(dx * way.y - dy * way.x) < 1.3 * half)
        ahead = Math.max(ahead, along);
    }
    const by = Math.max(0, ahead - 0.85 * half);
    return { x: tip.x + way.x * by, y: tip.y + way.y * by };
  };
  const n = points.length;
  if (n < 2) return points;
  const back = Math.min(n - 1, 4);
  if (arm.from === null) points.unshift(go(points[0], points[back], arm.mouths[0]));
  if (arm.to === null) points.push(go(arm.points[n - 1], arm.points[n - 1 - back], arm.mouths[1]));
  return points;
}
