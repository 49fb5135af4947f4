// Rungs of a compact shape: dots, hearts, stubby lenses have no way that a column could follow, so a hand lays them with
// parallel stitches across their short way.
import { ringArea, type Polygon, type Ring } from '../../geometry/region.ts';
import type { Rung } from './ladder.ts';
import { FILLED_FROM } from './settings.ts';

/** Longer than this many times its width a shape is no dot: its own axis leads. */
const LONG = 1.6;
/** Rungs reach over openings in their way; they may cover so many times the shape, and those of any other way no more than this. */
const OVER = 1.015;
const BENT = 1.08;
/** Directions that are tried, in degrees, level ones first: they are taken unless another way is shorter by so much. */
const TURN = 15;
const SHORTER = 0.06;
/** Rungs are so far apart, in mm. */
const STEP = 0.12;
/** The first and the last lie so far inside, in mm: thread is as wide to its other side. */
const INSIDE = 0.08;

/** How far a ring reaches along a direction. */
function reach(ring: Ring, ux: number, uy: number): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (let i = 0; i < ring.length; i += 2) {
    const d = ring[i] * ux + ring[i + 1] * uy;
    if (d < low) low = d;
    if (d > high) high = d;
  }
  return [low, high];
}

/** From the first to the last place where a line at `at` along (-uy, ux) runs into a ring, along (ux, uy). */
function span(ring: Ring, ux: number, uy: number, at: number): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  const n = ring.length;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
    const a = -ring[j] * uy + ring[j + 1] * ux - at;
    const b = -ring[i] * uy + ring[i + 1] * ux - at;
    if (a > 0 === b > 0) continue;
    const t = a / (a - b);
    const d = (ring[j] + (ring[i] - ring[j]) * t) * ux + (ring[j + 1] + (ring[i + 1] - ring[j + 1]) * t) * uy;
    if (d < low) low = d;
    if (d > high) high = d;
  }
  return [low, high];
}

/** Parallel rungs along (ux, uy) over a ring, and how much they cover between the first and the last; null where there is no room for two. */
function rungsAlong(
  ring: Ring,
  { ux, uy, along }: { ux: number; uy: number; along: [number, number] },
): { rungs: Rung[]; covered: number } | null {
  const [from, to] = [along[0] + INSIDE, along[1] - INSIDE];
  const count = Math.ceil((to - from) / STEP);
  if (count < 1) return null;
  const rungs: Rung[] = [];
  let covered = 0;
  for (let k = 0; k <= count; k++) {
    const at = from + ((to - from) * k) / count;
    const [low, high] = span(ring, ux, uy, at);
    if (low > high) return null;
    covered += ((high - low) * (to - from)) / count / (k === 0 || k === count ? 2 : 1);
    rungs.push({
      left: { x: low * ux - at * uy, y: low * uy + at * ux },
      right: { x: high * ux - at * uy, y: high * uy + at * ux },
    });
  }
  return { rungs, covered };
}

/** Parallel rungs across a compact shape; null for any other shape. */
export function compactRungs({ outer, holes }: Polygon): Rung[] | null {
  if (holes.length) return null;
  const ways = Array.from({ length: 180 / TURN }, (_, i) => {
    const turn = (i * TURN * Math.PI) / 180;
    const [ux, uy] = [Math.cos(turn), Math.sin(turn)];
    const across = reach(outer, ux, uy);
    return { ux, uy, width: (across[1] - across[0]) * (i ? 1 : 1 - SHORTER), along: reach(outer, -uy, ux) };
  });
  const widths = ways.map(({ width }) => width);
  const narrow = Math.min(...widths);
  if (narrow > FILLED_FROM || Math.max(...widths) > LONG * narrow) return null;
  const area = Math.abs(ringArea(outer));
  let best: Rung[] | null = null;
  for (const way of ways.toSorted((a, b) => a.width - b.width)) {
    const made = rungsAlong(outer, way);
    if (!made || made.covered > area * BENT) return null;
    if (!best && made.covered < area * OVER) best = made.rungs;
  }
  return best;
}
