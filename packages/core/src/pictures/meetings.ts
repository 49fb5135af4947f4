// Where borders meet: three patches there mix in the same pixels, so the place is told by where the borders come from.
import { distance, type Point } from '../geometry/points.ts';
import type { Border } from './borders.ts';
import { nearestToAll, straightThrough, type Straight } from './straight.ts';

/** Of each border, places from so far to so far from where it meets others are looked at, in pixels along it. */
const [NEAR, FAR] = [1.2, 6];
/** Borders that run nearly along each other tell little of where they meet: the place by pixels counts for so much beside a line. */
const BY_PIXELS = 0.01;
/** Borders meet no farther than this from where they do by pixels. */
const MOST = 2;

/** An end of a border: at which corner of pixels it lies, and in which direction its step there goes: to the right, down, left or up. */
interface End {
  x: number;
  y: number;
  d: number;
  coords: readonly number[];
  /** It is the border's last place. */
  last: boolean;
}

/** The line on which a border comes to its end; null when it is too short to tell. */
function lineTo({ coords, last }: End): Straight | null {
  const n = coords.length / 2;
  const place = (k: number): Point => {
    const j = last ? n - 1 - k : k;
    return { x: coords[2 * j], y: coords[2 * j + 1] };
  };
  const places: Point[] = [];
  // Its first place lies half a pixel from the end.
  let way = 0.5;
  for (let k = 0; k < n; k++) {
    if (k) way += distance(place(k - 1), place(k));
    if (way > FAR) break;
    if (way >= NEAR) places.push(place(k));
  }
  return places.length > 2 ? straightThrough(places) : null;
}

/** Where borders meet by pixels: as far from the corner of pixels as the first places on them are on average. */
function meetingByPixels(ends: readonly End[]): Point {
  const { x, y } = ends[0];
  const [dx, dy]: number[][] = [[], []];
  for (const { coords, d, last } of ends) {
    const [px, py] = coords.slice(last ? -2 : 0, last ? undefined : 2);
    // A step to the side tells how high the border is there, one down how far to the side.
    if (d % 2) dx.push(px - x);
    else dy.push(py - y);
  }
  const mean = (all: readonly number[]): number => all.reduce((sum, v) => sum + v, 0) / (all.length || 1);
  return { x: x + mean(dx), y: y + mean(dy) };
}

function meetingOf(ends: readonly End[]): Point {
  const there = meetingByPixels(ends);
  const lines = ends.map(lineTo).filter((line) => line !== null);
  if (lines.length < 2) return there;
  const place = nearestToAll(lines, there, BY_PIXELS);
  return distance(place, there) <= MOST ? place : there;
}

/**
 * Gives all borders that are no rings their first and last place. `ends` tells of each at which corners of pixels these lie, and the
 * directions of the steps there: x, y, direction, x, y, direction.
 */
export function settleMeetings(borders: readonly Border[], ends: readonly number[][]): void {
  const meetings = new Map<string, End[]>();
  const key = (x: number, y: number): string => `${x} ${y}`;
  const meets = (end: End): void => {
    const at = key(end.x, end.y);
    meetings.set(at, [...(meetings.get(at) ?? []), end]);
  };
  ends.forEach(([x0, y0, d0, x1, y1, d1], i) => {
    const { coords } = borders[i];
    meets({ x: x0, y: y0, d: d0, coords, last: false });
    meets({ x: x1, y: y1, d: d1, coords, last: true });
  });
  const places = new Map([...meetings].map(([at, all]) => [at, meetingOf(all)]));
  ends.forEach(([x0, y0, , x1, y1], i) => {
    const [first, last] = [places.get(key(x0, y0))!, places.get(key(x1, y1))!];
    borders[i].coords.unshift(first.x, first.y);
    borders[i].coords.push(last.x, last.y);
  });
}
