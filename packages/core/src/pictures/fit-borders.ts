// Borders as curves of few points: corners first, so that they stay sharp, then a curve between each two.
import type { PathPoint } from '../design/types.ts';
import { distance, distanceToWay, type Point } from '../geometry/points.ts';
import { cubicAt, fitBetween, type Cubic } from '../outlines/fit.ts';
import type { Border } from './borders.ts';
import { straightThrough, type Straight } from './straight.ts';

/** Over how many pixels the direction before and after a place is looked at. */
const LOOK = 4.5;
/** A turn over this is a corner when all corners are kept; and when none but the sharpest are; radians. */
const [ALL, SHARPEST] = [(32 * Math.PI) / 180, (100 * Math.PI) / 180];
/** How much of a corner's width pixels don't show: it is moved to where the lines before and after it meet; in pixels. */
const BLUNT = 0.8;
/** Places so near to a corner tell nothing of the lines before and after it, in pixels. */
const BESIDE = 2.2;

export interface FitChoice {
  /** How far curves may stray from what is seen, in pixels. */
  stray: number;
  /** 0 to 1: how many corners stay corners. */
  corners: number;
}

/** Places up to `reach` pixels from the one at `i`, in a direction; itself is left out, as corners are blunt in pixels. */
function beyond(places: readonly Point[], i: number, step: 1 | -1, ring: boolean, reach: number): Point[] {
  const out: Point[] = [];
  const n = places.length;
  let way = 0;
  let last = places[i];
  for (let k = 1; k < n; k++) {
    const j = i + k * step;
    if (!ring && (j < 0 || j >= n)) break;
    const p = places[(j + n) % n];
    way += Math.hypot(p.x - last.x, p.y - last.y);
    if (way > reach && out.length > 1) break;
    out.push(p);
    last = p;
  }
  return step < 0 ? out.reverse() : out;
}

const turn = (a: Point, b: Point): number =>
  Math.abs(Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y));

interface Corner {
  index: number;
  at: Point;
  /** How sharp it is: the sine of half its inner angle. */
  half: number;
}

/** Places where a line of pixels has a corner, and where that really is. */
function cornersIn(places: readonly Point[], ring: boolean, keep: number): Corner[] {
  const n = places.length;
  const least = SHARPEST + (ALL - SHARPEST) * keep;
  const turns = places.map((_, i) => {
    const [back, on] = [beyond(places, i, -1, ring, LOOK), beyond(places, i, 1, ring, LOOK)];
    if (back.length < 2 || on.length < 2) return 0;
    const whole = turn(straightThrough(back).way, straightThrough(on).way);
    // A bend turns less over half the way, a corner does not.
    const [nearBack, nearOn] = [beyond(places, i, -1, ring, LOOK / 2), beyond(places, i, 1, ring, LOOK / 2)];
    if (nearBack.length < 2 || nearOn.length < 2) return whole;
    const near = turn(straightThrough(nearBack).way, straightThrough(nearOn).way);
    return near > 0.55 * whole ? whole : 0;
  });
  const out: Corner[] = [];
  for (let i = 0; i < n; i++) {
    if (turns[i] < least) continue;
    let sharpest = true;
    for (let k = 1; k < n && sharpest; k++)
      for (const j of [i - k, i + k]) {
        if (!ring && (j < 0 || j >= n)) continue;
        const q = places[(j + n) % n];
        if (k > 1 && Math.hypot(q.x - places[i].x, q.y - places[i].y) > LOOK * 0.6) {
          k = n;
          break;
        }
        const other = turns[(j + n) % n];
        if (other > turns[i] || (other === turns[i] && j < i)) sharpest = false;
      }
    if (!sharpest) continue;
    out.push({ index: i, at: meeting(places, i, ring), half: sharpness(turns[i]) });
  }
  return out;
}

/** Sharper ones than this are told apart no more. */
const SHARP = 0.15;

const sharpness = (turned: number): number => Math.max(SHARP, Math.sin((Math.PI - turned) / 2));

/** Where the lines before and after a corner meet; the place itself when that is far off. */
function meeting(places: readonly Point[], i: number, ring: boolean): Point {
  const [a, b] = [
    straightThrough(beyond(places, i, -1, ring, LOOK)),
    straightThrough(beyond(places, i, 1, ring, LOOK)),
  ];
  const cross = a.way.x * b.way.y - a.way.y * b.way.x;
  if (Math.abs(cross) < 0.2) return places[i];
  const t = ((b.at.x - a.at.x) * b.way.y - (b.at.y - a.at.y) * b.way.x) / cross;
  const p = { x: a.at.x + t * a.way.x, y: a.at.y + t * a.way.y };
  // The sharper it is, the farther its tip has gone.
  const most = 0.8 + BLUNT / sharpness(turn(a.way, b.way));
  return Math.hypot(p.x - places[i].x, p.y - places[i].y) <= most ? p : places[i];
}

/** A corner between two straight sides moves no farther than this to where they meet, in pixels. */
const SIDES_MEET = 2.5;

/** The straight line that all places lie near to; null when they bend. */
function straightSide(places: readonly Point[], stray: number): Straight | null {
  if (places.length < 4) return null;
  const line = straightThrough(places);
  const off = (p: Point): number => Math.abs((p.x - line.at.x) * line.way.y - (p.y - line.at.y) * line.way.x);
  return places.every((p) => off(p) <= stray) ? line : null;
}

/** Where a corner lies by the straight sides before and after it: where they meet, or on the one that there is. */
function cornerBetween(at: Point, before: Straight | null, after: Straight | null): Point {
  const side = before ?? after;
  if (!side) return at;
  let to: Point;
  const cross = before && after ? before.way.x * after.way.y - before.way.y * after.way.x : 0;
  if (before && after && Math.abs(cross) > 0.15) {
    const t = ((after.at.x - before.at.x) * after.way.y - (after.at.y - before.at.y) * after.way.x) / cross;
    to = { x: before.at.x + t * before.way.x, y: before.at.y + t * before.way.y };
  } else {
    const t = (at.x - side.at.x) * side.way.x + (at.y - side.at.y) * side.way.y;
    to = { x: side.at.x + t * side.way.x, y: side.at.y + t * side.way.y };
  }
  return Math.hypot(to.x - at.x, to.y - at.y) <= SIDES_MEET ? to : at;
}

/** Curves along a border: from corner to corner, or from a meeting place to the next. */
export function fitBorder({ coords, ring }: Border, { stray, corners }: FitChoice): Cubic[] {
  const places: Point[] = [];
  for (let i = 0; i < coords.length; i += 2) places.push({ x: coords[i], y: coords[i + 1] });
  return fitFrom(places, ring, stray, cornersIn(places, ring, corners));
}

/** The tip of a corner lies no farther from what is seen than this, in pixels, and this for its sharpness: else it is round. */
const [TIP, TIP_SHARP] = [0.2, 0.12];
/** So many places to either side are looked at for that. */
const TIP_AMONG = 6;

/** Curves from corner to corner; what turns out to be no corner becomes part of a curve. */
function fitFrom(seen: readonly Point[], ring: boolean, stray: number, sharp: readonly Corner[]): Cubic[] {
  const places = [...seen];
  for (const c of sharp) places[c.index] = c.at;
  if (ring && !sharp.length) return fitBetween([...places, places[0]], stray, true);
  // A ring begins at its first corner.
  const start = ring ? sharp[0].index : 0;
  const round = ring ? [...places.slice(start), ...places.slice(0, start), places[start]] : places;
  const stops = ring
    ? [...sharp.map((c) => c.index - start), places.length]
    : [0, ...sharp.map((c) => c.index), places.length - 1];
  const spans = stops
    .slice(1)
    .flatMap((to, k) => (to > stops[k] ? [withoutNeighbours(round, stops[k], to)] : []));
  const sides = spans.map((span) => straightSide(span.slice(1, -1), stray));
  const n = spans.length;
  for (let k = 0; k < n; k++) {
    if (!ring && k === 0) continue;
    const last = (k + n - 1) % n;
    const at = cornerBetween(spans[k][0], sides[last], sides[k]);
    spans[k][0] = at;
    spans[last][spans[last].length - 1] = at;
  }
  const tips = ring ? spans.map((span) => span[0]) : spans.slice(1).map((span) => span[0]);
  const real = sharp.filter(
    ({ index, half }, k) =>
      !tips[k] ||
      fromLine(tips[k], placesAbout(seen, index, ring, TIP_AMONG)) <= TIP / half + TIP_SHARP / half ** 2,
  );
  if (real.length < sharp.length) return fitFrom(seen, ring, stray, real);
  const curves = spans.map((span, k) => {
    const side = sides[k];
    return side ? straightAlong(span, side) : fitBetween(span, stray);
  });
  const held = sharp.filter(({ index }, k) => {
    const after = ring ? k : k + 1;
    const [from, on] = [curves[(after + n - 1) % n], curves[after]];
    if (!from || !on) return true;
    const about = [...from.slice(-BESIDE_IN), ...on.slice(0, BESIDE_IN)];
    return missedBeside(spans[after][0], seen, index, ring, about) <= MISSED;
  });
  return held.length < sharp.length ? fitFrom(seen, ring, stray, held) : curves.flat();
}

/** Places this far from a corner, which is not blunt there any more, lie no farther from its curves than this; in pixels. */
const [BLUNT_TO, BLUNT_NO_MORE, MISSED] = [1, 2 * BESIDE, 0.45];
/** They lie beside so many curves before the corner, and after it. */
const BESIDE_IN = 2;

/** How far the curves about a corner miss the places beside it, which they were not fitted to, in pixels: a round tip is missed. */
function missedBeside(
  tip: Point,
  places: readonly Point[],
  i: number,
  ring: boolean,
  curves: readonly Cubic[],
): number {
  const line = curves.flatMap((c) => Array.from({ length: 17 }, (_, k) => cubicAt(c, k / 16)));
  let most = 0;
  for (const p of placesAbout(places, i, ring, TIP_AMONG)) {
    const far = distance(p, tip);
    if (far >= BLUNT_TO && far <= BLUNT_NO_MORE) most = Math.max(most, fromLine(p, line));
  }
  return most;
}

/** Where three patches meet is told less well than where two lie beside each other: a side bends there if it is off by so much, in pixels. */
const OFF_SIDE = 0.2;

/** A straight side from the first of its places to the last; what is off the side's line is left for it at the next place. */
function straightAlong(span: readonly Point[], { at, way }: Straight): Cubic[] {
  const foot = (p: Point): Point => {
    const t = (p.x - at.x) * way.x + (p.y - at.y) * way.y;
    return { x: at.x + t * way.x, y: at.y + t * way.y };
  };
  const off = (p: Point): boolean => Math.hypot(foot(p).x - p.x, foot(p).y - p.y) > OFF_SIDE;
  const [first, last] = [span[0], span[span.length - 1]];
  const through = [
    first,
    ...(off(first) ? [foot(span[1])] : []),
    ...(off(last) ? [foot(span[span.length - 2])] : []),
    last,
  ];
  return through.slice(1).flatMap((p, i) => fitBetween([through[i], p], 1));
}

/** The places about number `i`, so many to either side as there are. */
function placesAbout(places: readonly Point[], i: number, ring: boolean, among: number): Point[] {
  const n = places.length;
  if (!ring) return places.slice(Math.max(0, i - among), i + among + 1);
  return Array.from({ length: 2 * among + 1 }, (_, k) => places[(i + k - among + 2 * n) % n]);
}

/** How far a place lies from a line. */
function fromLine(p: Point, line: readonly Point[]): number {
  let least = Infinity;
  for (let k = 1; k < line.length; k++) least = Math.min(least, distanceToWay(p, line[k - 1], line[k]));
  return least;
}

/** The places from one stop to another, without those right beside a corner, which pixels blunt. */
function withoutNeighbours(places: readonly Point[], from: number, to: number): Point[] {
  const [a, b] = [places[from], places[to]];
  const between = places.slice(from + 1, to).filter((p) => {
    const beside = (q: Point): boolean => Math.hypot(p.x - q.x, p.y - q.y) < BESIDE;
    return !beside(a) && !beside(b);
  });
  return [a, ...between, b];
}

/** Points of a path along cubics, mapped; straight ones have no tangents. */
export function pointsAlong(cubics: readonly Cubic[], map: (p: Point) => Point): PathPoint[] {
  const points: PathPoint[] = [];
  for (const cubic of cubics) {
    const [a, b, c, d] = cubic.map(map);
    const last = points.at(-1);
    if (!last) points.push({ x: a.x, y: a.y });
    const chord = Math.hypot(d.x - a.x, d.y - a.y) || 1;
    const off = (p: Point): number => Math.abs((p.x - a.x) * (d.y - a.y) - (p.y - a.y) * (d.x - a.x)) / chord;
    const from = points[points.length - 1];
    const to: PathPoint = { x: d.x, y: d.y };
    if (off(b) > 1e-3 || off(c) > 1e-3) {
      from.out = { x: b.x - a.x, y: b.y - a.y };
      to.in = { x: c.x - d.x, y: c.y - d.y };
    }
    points.push(to);
  }
  return points;
}

export const backwards = (cubics: readonly Cubic[]): Cubic[] =>
  cubics.map(([a, b, c, d]): Cubic => [d, c, b, a]).reverse();
