// A sheet of paper that lies on a table: a drawing is photographed with what is about it, and only the sheet is wanted.
import { polygonArea, polygonCentroid, polygonHull } from 'd3-polygon';
import type { TakenPicture } from '../design/types.ts';
import type { Bitmap } from './bitmap.ts';
import { runsOf } from './ground.ts';
import { evenLight, lightsOnParts, type PaperLight } from './paper-light.ts';

type Corner = [number, number];

/** So many parts of a picture may be the sheet, if each is at least such a share of it. */
const [PARTS, PART] = [3, 0.12];
/** The sheet with what is drawn on it is so much of the picture, and so much of it is seen as paper. */
const [LEAST, MOST, BLANK] = [0.2, 0.97, 0.35];
/** What is seen of it fills so much of the four-sided figure about it: more of what is rounded, or hidden, is no sheet. */
const FILLED = 0.95;
/** Its corners are no sharper and no blunter than this, in degrees. */
const [SHARP, BLUNT] = [55, 125];
/** It is taken by this share smaller, so that nothing of the table comes with its edge. */
const INSIDE = 0.006;

/** The corners of the sheet in a picture, as shares of its sides, from the upper left one clockwise; null where none is seen. */
export function sheetIn(picture: Bitmap): TakenPicture['corners'] | null {
  for (const light of lightsOnParts(picture, PARTS, PART)) {
    const corners = sheetOf(picture, light);
    if (corners) return corners;
  }
  return null;
}

function sheetOf(picture: Bitmap, light: PaperLight): TakenPicture['corners'] | null {
  const { width, height } = picture;
  const paper = largestPart(picture, light);
  const hull = polygonHull(paper.ends);
  if (!hull || hull.length < 4) return null;
  const four = fourSided(hull);
  if (!four) return null;
  const area = Math.abs(polygonArea(four));
  const share = area / (width * height);
  if (share < LEAST || share > MOST) return null;
  if (Math.abs(polygonArea(hull)) < FILLED * area || paper.area < BLANK * area) return null;
  if (four.some((_, i) => !isSquare(four, i))) return null;
  const [mx, my] = polygonCentroid(four);
  const within = (v: number): number => Math.min(1, Math.max(0, v));
  const inside = four.map(([x, y]) => ({
    x: within((x + (mx - x) * INSIDE) / width),
    y: within((y + (my - y) * INSIDE) / height),
  }));
  const first = inside.reduce((best, p, i) => (p.x + p.y < inside[best].x + inside[best].y ? i : best), 0);
  return [0, 1, 2, 3].map((k) => inside[(first + k) % 4]) as unknown as TakenPicture['corners'];
}

/** The largest connected part of a picture that is paper in that light: its pixels, and both ends of each of its rows. */
function largestPart(picture: Bitmap, light: PaperLight): { area: number; ends: Corner[] } {
  const { width } = picture;
  const { data } = evenLight(picture, light);
  const [r, g, b] = light.lightest;
  const isPaper = new Uint8Array(data.length / 4);
  for (let i = 0, at = 0; i < isPaper.length; i++, at += 4)
    if (data[at] === r && data[at + 1] === g && data[at + 2] === b) isPaper[i] = 1;
  const { from, to, part, area } = runsOf(isPaper, width);
  const largest = area.indexOf(area.reduce((a, v) => Math.max(a, v), 0));
  const ends = from.flatMap((begin, k): Corner[] => {
    if (part[k] !== largest) return [];
    const [x, y] = [begin % width, Math.floor(begin / width)];
    const [left, right] = [x, x + to[k] - begin];
    return [left, right].flatMap((end): Corner[] => [
      [end, y],
      [end, y + 1],
    ]);
  });
  return { area: area[largest] ?? 0, ends };
}

/** A convex figure with as little as can be about it that has four sides, clockwise; null where its sides don't come together so. */
function fourSided(hull: readonly Corner[]): Corner[] | null {
  let sides = [...hull];
  // Clockwise as it is seen, y downwards: such an area is negative.
  if (polygonArea(sides) > 0) sides.reverse();
  while (sides.length > 4) {
    const n = sides.length;
    let [least, at, tip] = [Infinity, -1, [0, 0] as Corner];
    for (let i = 0; i < n; i++) {
      const [a, b] = [sides[i], sides[(i + 1) % n]];
      const meet = beyond(sides[(i + n - 1) % n], a, b, sides[(i + 2) % n]);
      if (!meet) continue;
      const more = Math.abs(polygonArea([a, meet, b]));
      if (more < least) [least, at, tip] = [more, i, meet];
    }
    if (at < 0) return null;
    const next = (at + 1) % n;
    sides = sides.map((p, i) => (i === at ? tip : p)).filter((_, i) => i !== next);
  }
  return sides;
}

/** Where the sides before and after the one from `a` to `b` meet beyond it; null where they don't. */
function beyond(before: Corner, a: Corner, b: Corner, after: Corner): Corner | null {
  const [ux, uy] = [a[0] - before[0], a[1] - before[1]];
  const [vx, vy] = [b[0] - after[0], b[1] - after[1]];
  const cross = ux * vy - uy * vx;
  if (cross >= -1e-9) return null;
  const t = ((b[0] - a[0]) * vy - (b[1] - a[1]) * vx) / cross;
  return [a[0] + t * ux, a[1] + t * uy];
}

/** Is the corner neither much sharper nor much blunter than a sheet's, seen from aside? */
function isSquare(four: readonly Corner[], i: number): boolean {
  const [before, at, after] = [four[(i + 3) % 4], four[i], four[(i + 1) % 4]];
  const [a, b] = [before, after].map(([x, y]) => Math.atan2(y - at[1], x - at[0]));
  const turn = (Math.abs(a - b) * 180) / Math.PI;
  const angle = Math.min(turn, 360 - turn);
  return angle >= SHARP && angle <= BLUNT;
}
