// A narrow shape as a tree of bands: the middles of its parts, how far it reaches to both sides, and where they meet.
import { chordalAxis, smoothed, type AxisArm } from '../../../geometry/chordal-axis.ts';
import { DisjointSets } from '../../../geometry/disjoint-sets.ts';
import type { EdgeIndex } from '../../../geometry/edge-index.ts';
import { distance, lengthThrough, lerp, type Point } from '../../../geometry/points.ts';
import type { Polygon } from '../../../geometry/region.ts';

/** A band of the shape between two joints. */
export interface Band {
  /** Numbers of the joints at both ends: where bands meet, or a free end. */
  joints: [number, number];
  /** Its middle, from the one joint to the other, evenly apart. */
  middle: Point[];
  /** How far the shape reaches at each of these places, in mm: to the left of the way along it, and to the right. */
  reach: [left: Float64Array, right: Float64Array];
  length: number;
}

export interface Bands {
  joints: Point[];
  /** Without circles: a ring is cut open. */
  bands: Band[];
}

/** Places along a band lie so far apart, in spacings. */
export const STEP = 0.1;
/** The boundary is looked at so closely, in spacings. */
const CLOSE = 0.09;
/** A free end that reaches less far beyond its joint, in spacings, is only a corner. */
const CORNER = 0.45;
/** Over so many times half its width, or a spacing, to both sides the middle is smoothed: the first that keeps it well inside. */
const SMOOTH = [1.2, 0.8, 0.4, 0.2];
/** Well inside is what keeps this share of the room that the middle had. */
const WELL = 0.6;
/** The line ends so far before the shape does, in spacings; or at this share of half its width, if that is less. */
const BEFORE = 0.5;
const BEFORE_NARROW = 0.7;
/** Where a ring is cut open its ends lie so far apart, in spacings. */
const OPENING = 0.8;

/** A band before its places are spread evenly. */
interface Raw {
  joints: [number, number];
  points: Point[];
}

/** The direction in which a line arrives at its last point, from a little before. */
function arrival(points: readonly Point[], back: number): Point {
  const tip = points[points.length - 1];
  let i = points.length - 1;
  while (i > 0 && distance(points[i], tip) < back) i--;
  const d = distance(points[i], tip) || 1;
  return { x: (tip.x - points[i].x) / d, y: (tip.y - points[i].y) / d };
}

/** A free end led on, straight, to just before the shape ends. */
function ledOn(points: readonly Point[], spacing: number, edges: EdgeIndex): Point[] {
  const tip = points[points.length - 1];
  const half = edges.nearest(tip.x, tip.y, 1e6)?.distance ?? 0;
  const way = arrival(points, Math.max(half, 0.5 * spacing));
  const least = Math.min(BEFORE * spacing, BEFORE_NARROW * half);
  const out = [...points];
  const step = STEP * spacing;
  for (let k = 1; k < 200; k++) {
    const p = { x: tip.x + way.x * k * step, y: tip.y + way.y * k * step };
    if (!edges.inside(p.x, p.y) || (edges.nearest(p.x, p.y, least)?.distance ?? least) < least) break;
    out.push(p);
  }
  return out;
}

/** The middle of a band, as smooth as it can be. */
function smoothedInside(points: Point[], spacing: number, edges: EdgeIndex): Point[] {
  const room = (p: Point): number =>
    edges.inside(p.x, p.y) ? (edges.nearest(p.x, p.y, 1e6)?.distance ?? 0) : 0;
  const least = smoothed(points, false, STEP * spacing, 0);
  const half = Math.min(spacing, least.reduce((sum, p) => sum + room(p), 0) / least.length);
  for (const by of SMOOTH) {
    const line = smoothed(points, false, STEP * spacing, by * half);
    if (line.every((p, i) => room(p) >= WELL * room(least[Math.min(i, least.length - 1)]))) return line;
  }
  return least;
}

/** How far the shape reaches from every place of a line, square to it, to the left and to the right. */
function reachOf(middle: readonly Point[], edges: EdgeIndex): Band['reach'] {
  const n = middle.length;
  const out: Band['reach'] = [new Float64Array(n), new Float64Array(n)];
  middle.forEach((p, i) => {
    const [a, b] = [middle[Math.max(0, i - 2)], middle[Math.min(n - 1, i + 2)]];
    const d = distance(a, b) || 1;
    const [ux, uy] = [(b.x - a.x) / d, (b.y - a.y) / d];
    const near = edges.nearest(p.x, p.y, 1e6)?.distance ?? 0;
    const far = 2.2 * near;
    for (const [side, sign] of [
      [0, 1],
      [1, -1],
    ] as const) {
      let to = 1;
      edges.crossings(p.x, p.y, p.x - sign * uy * far, p.y + sign * ux * far, (s) => (to = Math.min(to, s)));
      out[side][i] = to * far;
    }
  });
  return out;
}

/** Bands that run on into each other where no third meets them are one. */
function joinedUp(raw: Raw[], joints: readonly Point[]): Raw[] {
  let bands = raw;
  for (let j = 0; j < joints.length; j++) {
    const here = bands.filter((b) => b.joints.includes(j));
    if (here.length !== 2 || here.some((b) => b.joints[0] === b.joints[1])) continue;
    const [a, b] = here;
    const first = a.joints[1] === j ? a.points : a.points.toReversed();
    const second = b.joints[0] === j ? b.points : b.points.toReversed();
    bands = bands.filter((band) => band !== a && band !== b);
    bands.push({
      joints: [a.joints[1] === j ? a.joints[0] : a.joints[1], b.joints[0] === j ? b.joints[1] : b.joints[0]],
      points: [...first, ...second.slice(1)],
    });
  }
  return bands;
}

/** Joints that overlap are one: a band between two of them that is shorter than they reach goes. */
function withoutShort(raw: Raw[], joints: Point[], reachAt: (joint: number) => number): Raw[] {
  let bands = raw;
  const degree = (j: number): number => bands.filter((b) => b.joints.includes(j)).length;
  for (;;) {
    const short = bands.find(
      ({ joints: [a, b], points }) =>
        a !== b && degree(a) > 2 && degree(b) > 2 && lengthThrough(points) < 0.8 * (reachAt(a) + reachAt(b)),
    );
    if (!short) return bands;
    const [a, b] = short.joints;
    const place = lerp(joints[a], joints[b], 0.5);
    joints[a] = place;
    bands = bands
      .filter((band) => band !== short)
      .map(({ joints: ends, points }) => {
        const line = [...points];
        if (ends[0] === a || ends[0] === b) line[0] = place;
        if (ends[1] === a || ends[1] === b) line[line.length - 1] = place;
        return { joints: ends.map((j) => (j === b ? a : j)) as [number, number], points: line };
      });
  }
}

/** The bands of a polygon; null when it is too compact to have any. */
export function bandsOf(polygon: Polygon, spacing: number, edges: EdgeIndex): Bands | null {
  const axis = chordalAxis(polygon, CLOSE * spacing);
  const joints = axis.nodes.map(({ at }) => at);
  const addJoint = (p: Point): number => joints.push(p) - 1;
  const reachAt = (j: number): number => edges.nearest(joints[j].x, joints[j].y, 1e6)?.distance ?? 0;
  const worth = (arm: AxisArm): boolean => {
    const node = arm.from ?? arm.to;
    if (arm.closed || node === null || (arm.from !== null && arm.to !== null)) return true;
    const beyond = arm.points.map((p) => distance(p, joints[node]));
    return Math.max(...beyond) - reachAt(node) > CORNER * spacing;
  };
  let raw = axis.arms.filter(worth).map(({ from, to, points, closed }): Raw => {
    let line = smoothed(points, closed, STEP * spacing, 0.3 * spacing);
    if (closed) {
      const places = Math.round(OPENING / STEP);
      line = line.slice(0, Math.max(2, line.length - places));
      return { joints: [addJoint(line[0]), addJoint(line[line.length - 1])], points: line };
    }
    if (from === null) line = ledOn(line.toReversed(), spacing, edges).reverse();
    if (to === null) line = ledOn(line, spacing, edges);
    if (from !== null) line = [joints[from], ...line];
    if (to !== null) line = [...line, joints[to]];
    return { joints: [from ?? addJoint(line[0]), to ?? addJoint(line[line.length - 1])], points: line };
  });
  raw = joinedUp(raw, joints);
  // Rings of bands are cut open, the longest bands of them, near one of their joints.
  const sets = new DisjointSets(joints.length);
  raw = raw
    .sort((a, b) => lengthThrough(a.points) - lengthThrough(b.points))
    .map((band) => {
      if (sets.join(...band.joints)) return band;
      const points = band.points.slice(0, -1);
      const end = joints[band.joints[1]];
      const gap = reachAt(band.joints[1]) + OPENING * spacing;
      while (points.length > 2 && distance(points[points.length - 1], end) < gap) points.pop();
      return { joints: [band.joints[0], addJoint(points[points.length - 1])], points };
    });
  raw = joinedUp(raw, joints);
  raw = withoutShort(raw, joints, reachAt);
  const bands = raw.map(({ joints: ends, points }): Band => {
    const middle = smoothedInside(points, spacing, edges);
    return { joints: ends, middle, reach: reachOf(middle, edges), length: lengthThrough(middle) };
  });
  return bands.some(({ length }) => length > 2 * spacing) ? { joints, bands } : null;
}

/** The bands cut at the place nearest to a point; the number of the joint there. */
export function jointAt({ joints, bands }: Bands, p: Point): { bands: Bands; joint: number } {
  let best = { band: 0, at: 0, away: Infinity };
  bands.forEach(({ middle }, band) =>
    middle.forEach((q, at) => {
      const away = distance(p, q);
      if (away < best.away) best = { band, at, away };
    }),
  );
  const band = bands[best.band];
  const n = band.middle.length;
  // Near an end it is that end.
  const most = Math.round(1 / STEP);
  if (best.at < most) return { bands: { joints, bands }, joint: band.joints[0] };
  if (best.at > n - 1 - most) return { bands: { joints, bands }, joint: band.joints[1] };
  const joint = joints.length;
  const part = (from: number, to: number, ends: [number, number]): Band => ({
    joints: ends,
    middle: band.middle.slice(from, to),
    reach: [band.reach[0].slice(from, to), band.reach[1].slice(from, to)],
    length: (band.length * (to - from)) / n,
  });
  return {
    joint,
    bands: {
      joints: [...joints, { ...band.middle[best.at] }],
      bands: [
        ...bands.filter((b) => b !== band),
        part(0, best.at + 1, [band.joints[0], joint]),
        part(best.at, n, [joint, band.joints[1]]),
      ],
    },
  };
}
