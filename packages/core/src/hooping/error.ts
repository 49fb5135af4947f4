// What an error in putting the hoop anew does: each hooping is laid by the marks of the one before, a little off.
import Flatbush from 'flatbush';
import type { ResolvedDesign } from '../design/types.ts';
import { applyMatrix, IDENTITY, multiply, rotation, translation, type Matrix } from '../geometry/matrix.ts';
import type { Point } from '../geometry/points.ts';
import type { Plan } from '../sewing/plan.ts';
import { hoopingsOf } from './belong.ts';
import { marksBetween } from './marks.ts';
import type { HoopedThings } from './parts.ts';

/** How far off each hooping is from where its marks say: mm away from the one before, and degrees. */
export interface HoopingError {
  shift: number;
  turn: number;
}

/** Things nearer than this meet, in mm. */
const MEETING = 1;

/** Where each hooping comes to lie, as maps on the cloth: the first one right, errors adding up from one to the next. */
export function errorMaps(design: ResolvedDesign, { shift, turn }: HoopingError): Matrix[] {
  const hoopings = hoopingsOf(design);
  const maps: Matrix[] = [IDENTITY];
  for (let k = 1; k < hoopings.length; k++) {
    const [a, b] = [hoopings[k - 1], hoopings[k]];
    const away = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    const marks = marksBetween(a, b, design);
    const points = marks?.paths.flatMap((p) => p.points) ?? [];
    // The hoop is turned about its marks; without any about the middle between both.
    const about: Point = points.length
      ? {
          x: points.reduce((s, p) => s + p.x, 0) / points.length,
          y: points.reduce((s, p) => s + p.y, 0) / points.length,
        }
      : { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
    const off = multiply(
      translation((shift * (b.x - a.x)) / away, (shift * (b.y - a.y)) / away),
      rotation(turn, about),
    );
    maps.push(multiply(maps[k - 1], off));
  }
  return maps;
}

/** The plan as it would be sewn with such an error. */
export function withError(plan: Plan, maps: readonly Matrix[]): Plan {
  const [x, y] = [plan.x.slice(), plan.y.slice()];
  plan.hoopings?.forEach(({ from, to }, k) => {
    for (let i = from; i < to; i++) {
      const p = applyMatrix(maps[k], { x: plan.x[i], y: plan.y[i] });
      [x[i], y[i]] = [p.x, p.y];
    }
  });
  return { ...plan, x, y };
}

/** Two things of different hoopings that meet, and by how much they would be apart, or over each other; mm. */
export interface ErrorShown {
  things: [string, string];
  /** Numbers of their hoopings, from 1. */
  hoopings: [number, number];
  off: number;
  at: Point;
}

/** Where an error of hooping would show, worst first. */
export function errorShown(
  design: ResolvedDesign,
  { of, boxes }: Pick<HoopedThings, 'of' | 'boxes'>,
  error: HoopingError,
): ErrorShown[] {
  const things = [...of].filter(([id]) => boxes.has(id));
  if (hoopingsOf(design).length < 2 || !things.length) return [];
  const maps = errorMaps(design, error);
  const index = new Flatbush(things.length);
  for (const [id] of things) {
    const b = boxes.get(id)!;
    index.add(b.minX, b.minY, b.maxX, b.maxY);
  }
  index.finish();
  const out: ErrorShown[] = [];
  things.forEach(([id, k], i) => {
    const a = boxes.get(id)!;
    const near = index.search(
      a.minX - MEETING,
      a.minY - MEETING,
      a.maxX + MEETING,
      a.maxY + MEETING,
      (j) => j > i && things[j][1] !== k,
    );
    for (const j of near) {
      const [other, m] = things[j];
      const b = boxes.get(other)!;
      const at = {
        x: (Math.max(a.minX, b.minX) + Math.min(a.maxX, b.maxX)) / 2,
        y: (Math.max(a.minY, b.minY) + Math.min(a.maxY, b.maxY)) / 2,
      };
      const [p, q] = [applyMatrix(maps[k], at), applyMatrix(maps[m], at)];
      out.push({
        things: [id, other],
        hoopings: [k + 1, m + 1],
        off: Math.hypot(p.x - q.x, p.y - q.y),
        at,
      });
    }
  });
  return out.sort((p, q) => q.off - p.off);
}
