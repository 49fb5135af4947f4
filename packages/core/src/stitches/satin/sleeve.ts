// Rungs of a column from a piece of a shape that lies between two ends, or goes once round.
//
// They are level lines of a harmonic function that is 0 at one end and 1 at the other: so they never cross, reach both
// sides, and turn evenly towards ends that lean.
import { harmonic } from '../../geometry/harmonic.ts';
import { Mesh, type Chord } from '../../geometry/mesh.ts';
import { distance, lerp, type Point } from '../../geometry/points.ts';
import { ringArea, type Polygon } from '../../geometry/region.ts';
import type { Rung } from './ladder.ts';

/**
 * Where a piece is parted from others, and the way from there into it; or a free end: where it is, the way that leads to
 * it, and half the width about there.
 */
export type SleeveEnd = { mouth: Chord; inward: Point } | { at: Point; towards: Point; half: number };

/** Rungs are no farther apart than this on either side, in mm. */
const STEP = 0.15;
/** A point of the boundary this near to a mouth lies on it, in mm. */
const ON_MOUTH = 0.03;
/** The boundary turns at a corner by more than this, in radians. */
const CORNER = 0.6;
/** … and at a tip by more than this. */
const TIP = 0.9;
/** Corners of an end are looked for so far from its middle, in half widths. */
const FAR_CORNER = 2.6;
/** An end is flat when it bulges by less than this share of its width, and leans by less than so many radians. */
const FLAT = 0.16;
const MOST_LEAN = 1;
/** A round end begins with a stretch of this share of the half width. */
const ROUND = 0.25;

/** The points of a ring of the mesh in order, from one of them. */
function loopFrom({ next }: Mesh, first: number): number[] {
  const out = [first];
  for (let i = next[first]; i !== first && out.length <= next.length; i = next[i]) out.push(i);
  return out;
}

/** The rings of a mesh, the outer one first: the one with the largest area. */
function loopsOf(mesh: Mesh): number[][] {
  const seen = new Set<number>();
  const loops: number[][] = [];
  mesh.next.forEach((_, i) => {
    if (seen.has(i)) return;
    const loop = loopFrom(mesh, i);
    loop.forEach((p) => seen.add(p));
    loops.push(loop);
  });
  const area = (loop: number[]): number =>
    Math.abs(ringArea(Float64Array.from(loop.flatMap((i) => [mesh.points[i].x, mesh.points[i].y]))));
  return loops.sort((a, b) => area(b) - area(a));
}

function distanceToChord(p: Point, [a, b]: Chord): number {
  const [ux, uy] = [b.x - a.x, b.y - a.y];
  const l2 = ux * ux + uy * uy;
  const t = l2 > 0 ? Math.min(1, Math.max(0, ((p.x - a.x) * ux + (p.y - a.y) * uy) / l2)) : 0;
  return Math.hypot(p.x - a.x - t * ux, p.y - a.y - t * uy);
}

/** The cut has two edges; that of the piece is on its own side, even where it comes back to the other. */
function onMouth(p: Point, { mouth, inward }: Extract<SleeveEnd, { mouth: Chord }>): boolean {
  if (distanceToChord(p, mouth) > ON_MOUTH) return false;
  const [a, b] = mouth;
  const [nx, ny] = [-(b.y - a.y), b.x - a.x];
  const sign = nx * inward.x + ny * inward.y < 0 ? -1 : 1;
  return sign * (nx * (p.x - a.x) + ny * (p.y - a.y)) > 0;
}

/** Of places on a loop of `n`, ascending, the most that follow one another. */
function longestRun(n: number, places: readonly number[]): number[] {
  let best: number[] = [];
  for (const first of places) {
    if (places.includes((first + n - 1) % n)) continue;
    const run: number[] = [];
    for (let k = first; places.includes(k) && run.length < n; k = (k + 1) % n) run.push(k);
    if (run.length > best.length) best = run;
  }
  return best;
}

/** How much the loop turns at one of its points, looked at over `window` mm to both sides, in radians. */
function turnOn(points: readonly Point[], loop: readonly number[], k: number, window: number): number {
  const n = loop.length;
  const at = (j: number): Point => points[loop[((j % n) + n) % n]];
  const reach = (step: 1 | -1): Point => {
    let gone = 0;
    let j = k;
    while (gone < window && Math.abs(j - k) < n) {
      gone += distance(at(j), at(j + step));
      j += step;
    }
    return at(j);
  };
  const [a, p, b] = [reach(-1), at(k), reach(1)];
  const [ux, uy, vx, vy] = [p.x - a.x, p.y - a.y, b.x - p.x, b.y - p.y];
  return Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy));
}

/** Points of the loop, by their places on it, that are a free end: a flat edge, a tip, or the head of a round. */
function freeEnd(
  points: readonly Point[],
  loop: readonly number[],
  { at, towards, half }: Extract<SleeveEnd, { half: number }>,
): number[] {
  const n = loop.length;
  const point = (k: number): Point => points[loop[((k % n) + n) % n]];
  let middle = 0;
  for (let k = 1; k < n; k++) if (distance(point(k), at) < distance(point(middle), at)) middle = k;
  const window = Math.max(0.2, 0.3 * half);
  /** The nearest corner in one direction: where the turn is greatest, once it is one. */
  const cornerTo = (step: 1 | -1): number | null => {
    let gone = 0;
    let best: { k: number; turn: number } | null = null;
    for (let k = middle; gone <= FAR_CORNER * half && Math.abs(k - middle) < n; k += step) {
      const turn = turnOn(points, loop, ((k % n) + n) % n, window);
      if (turn > CORNER && (!best || turn > best.turn)) best = { k, turn };
      else if (best && distance(point(k), point(best.k)) > window) break;
      gone += distance(point(k), point(k + step));
    }
    return best && best.k;
  };
  const [a, b] = [cornerTo(-1), cornerTo(1)];
  if (a !== null && b !== null && b > a && b - a < n) {
    const [p, q] = [point(a), point(b)];
    const width = distance(p, q);
    let bulge = 0;
    for (let k = a; k <= b; k++) bulge = Math.max(bulge, distanceToChord(point(k), [p, q]));
    const across = Math.abs((q.x - p.x) * towards.x + (q.y - p.y) * towards.y) / (width || 1);
    if (width > 0.3 * half && bulge < FLAT * width && Math.asin(Math.min(1, across)) < MOST_LEAN)
      return Array.from({ length: b - a + 1 }, (_, i) => (((a + i) % n) + n) % n);
  }
  // A tip: the sharpest place near the middle, or, on a round, the middle itself.
  let tip = middle;
  let most = TIP;
  for (const corner of [a, b]) {
    if (corner === null) continue;
    const turn = turnOn(points, loop, ((corner % n) + n) % n, window);
    if (turn > most && distance(point(corner), at) < 1.3 * half) [most, tip] = [turn, corner];
  }
  if (most > TIP) return [((tip % n) + n) % n];
  const out = [middle];
  for (const step of [1, -1])
    for (
      let k = middle + step;
      distance(point(k), point(middle)) < ROUND * half && out.length < n / 3;
      k += step
    )
      out.push(((k % n) + n) % n);
  return out;
}

/** One side: points with ascending values. */
interface Side {
  points: Point[];
  values: number[];
}

function ascending(points: Point[], values: number[]): Side {
  let most = -Infinity;
  return { points, values: values.map((v) => (most = Math.max(most, v))) };
}

/** The place on a side where its value is reached. */
function placeAt({ points, values }: Side, value: number, from: { k: number }): Point {
  while (from.k < values.length - 2 && values[from.k + 1] < value) from.k++;
  const [a, b] = [values[from.k], values[from.k + 1]];
  const t = b > a ? Math.min(1, Math.max(0, (value - a) / (b - a))) : 0;
  return lerp(points[from.k], points[from.k + 1] ?? points[from.k], t);
}

/** Rungs between places of equal value on both sides, from one value to another. */
function rungsBetween(left: Side, right: Side): Rung[] {
  const stops = [...new Set([...left.values, ...right.values])].sort((a, b) => a - b);
  const [l, r] = [{ k: 0 }, { k: 0 }];
  const at = (value: number): Rung => ({ left: placeAt(left, value, l), right: placeAt(right, value, r) });
  const out: Rung[] = [{ left: left.points[0], right: right.points[0] }];
  for (let i = 1; i < stops.length; i++) {
    // Where many points have one value, a side runs on by itself.
    const end = at(stops[i]);
    const last = out[out.length - 1];
    const parts = Math.ceil(Math.max(distance(last.left, end.left), distance(last.right, end.right)) / STEP);
    for (let k = 1; k <= parts; k++)
      out.push({ left: lerp(last.left, end.left, k / parts), right: lerp(last.right, end.right, k / parts) });
  }
  return out;
}

/** The last of them lies so far inside of where an end bulges most, in mm: thread is as wide to its other side. */
const INSIDE = 0.1;

/**
 * Rungs beside each other over what an end bulges beyond its first rung, from there on outwards, which is `towards`: from the
 * `first` point of it to its last. An end that is hollow has none.
 */
function rungsBeyond(end: readonly Point[], towards: Point): { first: Point; last: Point }[] {
  const [a, b] = [end[0], end[end.length - 1]];
  const width = distance(a, b);
  if (width < 1e-6) return [];
  const [ux, uy] = [(b.x - a.x) / width, (b.y - a.y) / width];
  const out = ux * towards.y - uy * towards.x < 0 ? -1 : 1;
  const depth = (p: Point): number => out * (ux * (p.y - a.y) - uy * (p.x - a.x));
  const most = Math.max(...end.map(depth));
  /** The first place on a way that lies so deep. */
  const placeOn = (way: readonly Point[], wanted: number): Point => {
    const i = Math.max(
      1,
      way.findIndex((p) => depth(p) >= wanted),
    );
    const [from, to] = [depth(way[i - 1]), depth(way[i])];
    return lerp(way[i - 1], way[i], to > from ? (wanted - from) / (to - from) : 0);
  };
  const count = Math.floor((most - INSIDE) / STEP);
  return Array.from({ length: Math.max(0, count) }, (_, k) => {
    const wanted = ((k + 1) * (most - INSIDE)) / count;
    return { first: placeOn(end, wanted), last: placeOn(end.toReversed(), wanted) };
  });
}

/** Rungs of a piece between two ends, from the first to the second; null where its ends can't be told apart. */
export function rungsOf(
  polygon: Polygon,
  ends: readonly [SleeveEnd, SleeveEnd],
  step: number,
): Rung[] | null {
  const mesh = new Mesh(polygon, step);
  const { points } = mesh;
  const [loop] = loopsOf(mesh);
  const caps = ends.map((end) =>
    'mouth' in end
      ? longestRun(
          loop.length,
          loop.flatMap((i, k) => (onMouth(points[i], end) ? [k] : [])),
        )
      : freeEnd(points, loop, end),
  );
  const [first, last] = caps.map((cap) => new Set(cap));
  if (!first.size || !last.size || caps[0].some((k) => last.has(k))) return null;
  const values = harmonic(
    mesh,
    new Map([
      ...caps[0].map((k): [number, number] => [loop[k], 0]),
      ...caps[1].map((k): [number, number] => [loop[k], 1]),
    ]),
  );
  // Round the loop from the last point of the first end: one side, the other end, and the other side back.
  const n = loop.length;
  const begin = caps[0].find((k) => !first.has((k + 1) % n));
  if (begin === undefined) return null;
  const order = Array.from({ length: n }, (_, i) => (begin + i) % n);
  const there = order.findIndex((k) => last.has(k));
  const back = order.findLastIndex((k) => last.has(k));
  const home = order.findIndex((k, i) => i > back && first.has(k));
  const side = (list: number[]): Side =>
    ascending(
      list.map((k) => points[loop[k]]),
      list.map((k) => values[loop[k]]),
    );
  const one = side(order.slice(0, there + 1));
  const two = side(
    [...order.slice(back, home < 0 ? undefined : home + 1), ...(home < 0 ? [begin] : [])].reverse(),
  );
  if (one.points.length < 2 || two.points.length < 2) return null;
  const beyond = (k: 0 | 1): { first: Point; last: Point }[] => {
    const end = ends[k];
    if ('mouth' in end) return [];
    const cap = new Set(caps[k]);
    const from = caps[k].find((i) => !cap.has((i + n - 1) % n))!;
    return rungsBeyond(
      caps[k].map((_, i) => points[loop[(from + i) % n]]),
      end.towards,
    );
  };
  return [
    ...beyond(0)
      .map(({ first: right, last: left }): Rung => ({ left, right }))
      .reverse(),
    ...rungsBetween(one, two),
    ...beyond(1).map(({ first: left, last: right }): Rung => ({ left, right })),
  ];
}

/** Rungs once round a ring, from a chord that goes from its outer to its inner edge; null where there is none. */
export function rungsAround(polygon: Polygon, [from, to]: Chord, step: number): Rung[] | null {
  const mesh = new Mesh(polygon, step);
  const { points } = mesh;
  const [outer, inner] = loopsOf(mesh);
  if (!inner) return null;
  // Over the cut values rise by one; it reaches a little beyond both edges.
  const beyond = (a: Point, b: Point): Point => lerp(a, b, 1 + 0.05 / Math.max(0.05, distance(a, b)));
  const [c, d] = [beyond(to, from), beyond(from, to)];
  const sideOf = (p: Point): number => (d.x - c.x) * (p.y - c.y) - (d.y - c.y) * (p.x - c.x);
  const rise = (p: number, q: number): number => {
    const [a, b] = [points[p], points[q]];
    const [s, t] = [sideOf(a), sideOf(b)];
    if (s > 0 === t > 0) return 0;
    const turn = (e: Point): number => (b.x - a.x) * (e.y - a.y) - (b.y - a.y) * (e.x - a.x);
    if (turn(c) > 0 === turn(d) > 0) return 0;
    return t > 0 ? 1 : -1;
  };
  const values = harmonic(mesh, new Map([[outer[0], 0]]), rise);
  /** A loop's points with values that go on rising, to once round. */
  const around = (loop: readonly number[]): Side | null => {
    let sum = 0;
    const list = [...loop, loop[0]].map((i, k, all) => {
      if (k) sum += rise(all[k - 1], i);
      return values[i] + sum;
    });
    const whole = list[list.length - 1] - list[0];
    if (Math.abs(Math.abs(whole) - 1) > 1e-6) return null;
    return whole > 0
      ? ascending(
          [...loop, loop[0]].map((i) => points[i]),
          list,
        )
      : around([...loop].reverse());
  };
  const [left, right] = [around(outer), around(inner)];
  if (!left || !right) return null;
  // Both from the same value on: values of the inner edge as they follow the first of the outer one.
  const begin = left.values[0];
  const turned = right.points
    .slice(0, -1)
    .map((p, i) => ({ p, value: begin + ((((right.values[i] - begin) % 1) + 1) % 1) }))
    .sort((a, b) => a.value - b.value);
  const [after, before] = [turned[0], turned[turned.length - 1]];
  const gap = after.value - (before.value - 1);
  const seam = lerp(before.p, after.p, gap > 0 ? (begin - (before.value - 1)) / gap : 0);
  const other: Side = {
    points: [seam, ...turned.map(({ p }) => p), seam],
    values: [begin, ...turned.map(({ value }) => value), begin + 1],
  };
  return rungsBetween(left, other);
}
