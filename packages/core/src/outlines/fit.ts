// Few Bézier points through many places: Schneider, "An Algorithm for Automatically Fitting Digitized Curves"
// (Graphics Gems, 1990), with the corners found first so that they stay sharp.
import type { Point } from '../geometry/points.ts';
import { withoutRepeats, type Line } from '../geometry/polyline.ts';
import type { Path, PathPoint } from '../design/types.ts';

/** A cubic as its four control points. */
export type Cubic = [Point, Point, Point, Point];

/** Vertices that turn more than this stay corners, in radians; flattened curves turn less. */
const CORNER = (32 * Math.PI) / 180;

const sub = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y });
const dot = (a: Point, b: Point): number => a.x * b.x + a.y * b.y;
const along = (p: Point, d: Point, length: number): Point => ({
  x: p.x + d.x * length,
  y: p.y + d.y * length,
});

/** A vector of length 1 that points the same way; along x when it has no way. */
export function unit(v: Point): Point {
  const length = Math.hypot(v.x, v.y);
  return length > 1e-12 ? { x: v.x / length, y: v.y / length } : { x: 1, y: 0 };
}

export function cubicAt([a, b, c, d]: Cubic, t: number): Point {
  const u = 1 - t;
  const [ka, kb, kc, kd] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
  return { x: ka * a.x + kb * b.x + kc * c.x + kd * d.x, y: ka * a.y + kb * b.y + kc * c.y + kd * d.y };
}

/**
 * Least-squares control points for fixed ends and directions; `at` is the parameter of every place, `way` how long the way
 * through all of them is.
 */
function solve(places: Point[], at: number[], left: Point, right: Point, way: number): Cubic {
  const first = places[0];
  const last = places[places.length - 1];
  let [c00, c01, c11, x0, x1] = [0, 0, 0, 0, 0];
  places.forEach((p, i) => {
    const t = at[i];
    const u = 1 - t;
    const [b1, b2] = [3 * t * u * u, 3 * t * t * u];
    const [b01, b23] = [u * u * u + b1, t * t * t + b2];
    const rest = { x: p.x - first.x * b01 - last.x * b23, y: p.y - first.y * b01 - last.y * b23 };
    c00 += b1 * b1;
    c01 += b1 * b2 * dot(left, right);
    c11 += b2 * b2;
    x0 += b1 * dot(left, rest);
    x1 += b2 * dot(right, rest);
  });
  const det = c00 * c11 - c01 * c01;
  const chord = Math.hypot(last.x - first.x, last.y - first.y);
  let l = det ? (x0 * c11 - x1 * c01) / det : 0;
  let r = det ? (c00 * x1 - c01 * x0) / det : 0;
  // A pull that is nothing or runs backwards would make a loop, one that reaches beyond all places a spike between two of them:
  // then a third of the chord is taken.
  const least = 1e-6 * chord;
  if (!(l > least) || !(r > least) || l > way || r > way) l = r = chord / 3;
  return [first, along(first, left, l), along(last, right, r), last];
}

function chordParameters(places: Point[]): { at: number[]; way: number } {
  const at = [0];
  for (let i = 1; i < places.length; i++)
    at.push(at[i - 1] + Math.hypot(places[i].x - places[i - 1].x, places[i].y - places[i - 1].y));
  const way = at[at.length - 1] || 1;
  return { at: at.map((v) => v / way), way };
}

/** One Newton step that brings a parameter nearer to the foot of its place. */
function nearer(curve: Cubic, p: Point, t: number): number {
  const [a, b, c, d] = curve;
  const u = 1 - t;
  const off = sub(cubicAt(curve, t), p);
  const d1 = {
    x: 3 * (u * u * (b.x - a.x) + 2 * u * t * (c.x - b.x) + t * t * (d.x - c.x)),
    y: 3 * (u * u * (b.y - a.y) + 2 * u * t * (c.y - b.y) + t * t * (d.y - c.y)),
  };
  const d2 = {
    x: 6 * (u * (c.x - 2 * b.x + a.x) + t * (d.x - 2 * c.x + b.x)),
    y: 6 * (u * (c.y - 2 * b.y + a.y) + t * (d.y - 2 * c.y + b.y)),
  };
  const slope = dot(d1, d1) + dot(off, d2);
  return Math.abs(slope) < 1e-12 ? t : Math.min(1, Math.max(0, t - dot(off, d1) / slope));
}

function worst(curve: Cubic, places: Point[], at: number[]): { error: number; index: number } {
  let error = 0;
  let index = places.length >> 1;
  for (let i = 1; i < places.length - 1; i++) {
    const p = cubicAt(curve, at[i]);
    const e = Math.hypot(p.x - places[i].x, p.y - places[i].y);
    if (e > error) [error, index] = [e, i];
  }
  return { error, index };
}

/** The best single cubic through places, its ends in the given directions (both pointing into the curve). */
export function fitOne(
  places: Point[],
  left: Point,
  right: Point,
): { curve: Cubic; error: number; index: number } {
  const { at: first, way } = chordParameters(places);
  let at = first;
  let curve = solve(places, at, left, right, way);
  let bad = worst(curve, places, at);
  for (let round = 0; round < 8; round++) {
    at = places.map((p, i) => nearer(curve, p, at[i]));
    const next = solve(places, at, left, right, way);
    const after = worst(next, places, at);
    if (after.error >= bad.error * 0.999) break;
    [curve, bad] = [next, after];
  }
  return { curve, ...bad };
}

/** Direction of the line at a place, looking `step` (1 or -1) onwards, over about `reach` mm. */
function lookFrom(places: Point[], i: number, step: 1 | -1, reach: number): Point {
  let k = i + step;
  while (
    k + step >= 0 &&
    k + step < places.length &&
    Math.hypot(places[k].x - places[i].x, places[k].y - places[i].y) < reach
  )
    k += step;
  return unit(sub(places[k], places[i]));
}

/** `reach` is how far, in mm, the direction at a place is measured. */
function fitSpan(
  places: Point[],
  left: Point,
  right: Point,
  tolerance: number,
  reach: number,
  out: Cubic[],
): void {
  if (places.length === 2) {
    const [a, b] = places;
    const third = Math.hypot(b.x - a.x, b.y - a.y) / 3;
    out.push([a, along(a, left, third), along(b, right, third), b]);
    return;
  }
  const { curve, error, index } = fitOne(places, left, right);
  if (error <= tolerance) {
    out.push(curve);
    return;
  }
  // Not too near an end: a short piece there would only follow the tremble.
  const margin = Math.min(8, Math.floor(places.length / 4));
  const split = Math.min(places.length - 2 - margin, Math.max(1 + margin, index));
  const before = lookFrom(places, split, -1, reach);
  const after = lookFrom(places, split, 1, reach);
  const through = unit(sub(before, after));
  fitSpan(places.slice(0, split + 1), left, through, tolerance, reach, out);
  fitSpan(places.slice(split), { x: -through.x, y: -through.y }, right, tolerance, reach, out);
}

function verticesOf(line: Line): Point[] {
  const coords = withoutRepeats(line.coords, line.closed, 1e-6);
  const out: Point[] = [];
  for (let i = 0; i < coords.length; i += 2) out.push({ x: coords[i], y: coords[i + 1] });
  return out;
}

/** Places on long straight pieces, `apart` mm from each other, so that no curve bulges between their ends. */
function withPlacesBetween(vertices: Point[], closed: boolean, apart: number): Point[] {
  const out: Point[] = [];
  vertices.forEach((a, i) => {
    out.push(a);
    if (!closed && i === vertices.length - 1) return;
    const b = vertices[(i + 1) % vertices.length];
    const count = Math.min(400, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / apart));
    for (let k = 1; k < count; k++)
      out.push({ x: a.x + ((b.x - a.x) * k) / count, y: a.y + ((b.y - a.y) * k) / count });
  });
  return out;
}

/** A hand that turns by more than this within a short way means a corner, in radians. */
const HAND_CORNER = (65 * Math.PI) / 180;

/** The angle between two directions; 0 when one of them is none. */
const turnBetween = (a: Point, b: Point): number =>
  (a.x || a.y) && (b.x || b.y) ? Math.abs(Math.atan2(a.x * b.y - a.y * b.x, dot(a, b))) : 0;

/**
 * Indices of places where a line turns sharply. `hand` is how far, in mm, an unsteady hand strays: then
 * directions are measured over twice that way before and after, and only the sharpest place of a bend counts.
 */
function cornersOf(places: Point[], closed: boolean, hand: number): number[] {
  const n = places.length;
  const from = closed ? 0 : 1;
  const to = closed ? n : n - 1;
  const look = (i: number, step: 1 | -1): Point => {
    let k = i;
    for (let seen = 0; seen < n; seen++) {
      const next = k + step;
      // Too near to an end to tell a corner from a tremble.
      if (!closed && (next < 0 || next >= n)) return hand > 0 ? { x: 0, y: 0 } : sub(places[k], places[i]);
      k = (next + n) % n;
      if (Math.hypot(places[k].x - places[i].x, places[k].y - places[i].y) >= 2 * hand) break;
    }
    return sub(places[k], places[i]);
  };
  const turns = places.map((_, i) => {
    if (i < from || i >= to) return 0;
    const back = look(i, -1);
    return turnBetween({ x: -back.x, y: -back.y }, look(i, 1));
  });
  const least = hand > 0 ? HAND_CORNER : CORNER;
  const out: number[] = [];
  for (let i = from; i < to; i++) {
    if (turns[i] <= least) continue;
    const last = out[out.length - 1];
    const near =
      hand > 0 &&
      last !== undefined &&
      Math.hypot(places[last].x - places[i].x, places[last].y - places[i].y) < 3 * hand;
    if (!near) out.push(i);
    else if (turns[i] > turns[last]) out[out.length - 1] = i;
  }
  return out;
}

/**
 * Places brought nearer to the middle of their neighbours: each round once forwards and a little more back, so
 * that the whole does not shrink (Taubin 1995). The ends of an open line stay.
 */
export function calmed(places: Point[], closed: boolean, rounds: number): Point[] {
  for (let r = 0; r < rounds; r++) for (const k of [0.5, -0.53]) places = nudged(places, closed, k);
  return places;
}

function nudged(places: Point[], closed: boolean, k: number): Point[] {
  const n = places.length;
  return places.map((p, i) => {
    if (!closed && (i === 0 || i === n - 1)) return p;
    const [a, b] = [places[(i + n - 1) % n], places[(i + 1) % n]];
    return { x: p.x + k * ((a.x + b.x) / 2 - p.x), y: p.y + k * ((a.y + b.y) / 2 - p.y) };
  });
}

/** What an unsteady hand meant: calmed over about the way that it strays. */
function steadied(places: Point[], closed: boolean, hand: number): Point[] {
  if (!hand || places.length < 4) return places;
  const whole = places.reduce(
    (sum, p, i) => (i ? sum + Math.hypot(p.x - places[i - 1].x, p.y - places[i - 1].y) : 0),
    0,
  );
  const apart = whole / (places.length - 1);
  return calmed(places, closed, Math.min(200, Math.round(2 + 4 * (hand / apart) ** 2)));
}

/** Cubics to the points of a path; straight ones lose their tangents. */
function toPath(cubics: Cubic[], closed: boolean): Path {
  const points: PathPoint[] = [];
  const flat = ([a, b, c, d]: Cubic): boolean => {
    const chord = unit(sub(d, a));
    const off = (p: Point): number => Math.abs((p.x - a.x) * chord.y - (p.y - a.y) * chord.x);
    return off(b) < 1e-3 && off(c) < 1e-3;
  };
  cubics.forEach((cubic, i) => {
    const [a, b, c, d] = cubic;
    if (!i) points.push({ x: a.x, y: a.y });
    points.push({ x: d.x, y: d.y });
    if (flat(cubic)) return;
    points[points.length - 2].out = sub(b, a);
    points[points.length - 1].in = sub(c, d);
  });
  if (closed && points.length > 1) {
    const end = points.pop()!;
    if (end.in) points[0] = { ...points[0], in: end.in };
  }
  return { closed, points };
}

/**
 * Curves through places without a corner, each within `tolerance`. `reach` is how far the direction at an end is measured;
 * `round`: the last place is the first, and the curve goes on there.
 */
export function fitBetween(
  places: Point[],
  tolerance: number,
  round = false,
  reach = 4 * tolerance,
): Cubic[] {
  const out: Cubic[] = [];
  if (places.length < 2) return out;
  const [a, b] = [places[0], places[places.length - 1]];
  const chord = unit(sub(b, a));
  const straight =
    !round && places.every((p) => Math.abs((p.x - a.x) * chord.y - (p.y - a.y) * chord.x) <= tolerance);
  if (straight || places.length === 2) {
    fitSpan([a, b], chord, { x: -chord.x, y: -chord.y }, tolerance, reach, out);
    return out;
  }
  const left = lookFrom(places, 0, 1, reach);
  const right = lookFrom(places, places.length - 1, -1, reach);
  if (!round) fitSpan(places, left, right, tolerance, reach, out);
  else {
    const through = unit(sub(left, right));
    fitSpan(places, through, { x: -through.x, y: -through.y }, tolerance, reach, out);
  }
  return out;
}

/**
 * A path of few points that stays within `tolerance` mm of a line's vertices. Sharp corners of the line stay
 * where they are. `hand` is how far, in mm, the hand strays that drew it; 0 for a computed line.
 */
export function fitPath(line: Line, tolerance: number, hand = 0): Path {
  const vertices = verticesOf(line);
  if (vertices.length < 3) return { closed: false, points: vertices };
  const drawn = withPlacesBetween(vertices, line.closed, Math.max(1, 10 * tolerance));
  const corners = cornersOf(drawn, line.closed, hand);
  const all = line.closed && !corners.length ? steadied(drawn, true, hand) : drawn;
  const cubics: Cubic[] = [];
  const span = (drawn: Point[], left?: Point, right?: Point): void => {
    const places = left ? drawn : steadied(drawn, false, hand);
    const l = left ?? lookFrom(places, 0, 1, 2 * hand);
    const r = right ?? lookFrom(places, places.length - 1, -1, 2 * hand);
    fitSpan(places, l, r, tolerance, Math.max(tolerance, 2 * hand), cubics);
  };
  if (!line.closed) {
    const stops = [0, ...corners, all.length - 1];
    for (let k = 1; k < stops.length; k++) span(all.slice(stops[k - 1], stops[k] + 1));
    return toPath(cubics, false);
  }
  // A closed line begins at its first corner, or anywhere when it has none; there its two ends are one curve.
  const start = corners[0] ?? 0;
  const round = [...all.slice(start), ...all.slice(0, start), all[start]];
  if (!corners.length) {
    const ahead = lookFrom(all, 0, 1, 2 * hand);
    const back = lookFrom(round, round.length - 1, -1, 2 * hand);
    const through = unit(sub(ahead, back));
    span(round, through, { x: -through.x, y: -through.y });
  } else {
    const stops = [...corners.map((c) => c - start), all.length];
    for (let k = 1; k < stops.length; k++) span(round.slice(stops[k - 1], stops[k] + 1));
  }
  return toPath(cubics, true);
}
