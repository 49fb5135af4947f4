// A stem that grows into free room and branches: space colonization (Runions, Lane and Prusinkiewicz, "Modeling Trees
// with a Space Colonization Algorithm", 2007).
import type { EdgeIndex } from '../../../geometry/edge-index.ts';
import { PointCells } from '../../../geometry/point-cells.ts';
import type { Point } from '../../../geometry/points.ts';

export interface Twig extends Point {
  /** Number of the node it grew from; −1 for the root. */
  parent: number;
}

/** All in shares of the distance that branches keep. */
const STEP = 0.2;
const DRAWN_FROM = 2.6;
const REACHED = 0.8;
const APART = 0.45;
/** How much a twig goes on as it did, and how much a branch goes on as the stem that it leaves. */
const STEADY = 0.9;
const BRANCHING = 0.2;
/** Twigs so many steps before and after a fork do not stand in a branch's way. */
const FORK = 6;
/** Branches shorter than this many steps are dropped. */
const SHORTEST = 4;
const MOST_ROUNDS = 400;

export interface Growth {
  /** How far branches keep from each other, in mm. */
  apart: number;
  /** How strongly twigs bend to a side, from 0 to 1. */
  curl: number;
  /** Room to the edge, in mm. */
  margin: number;
  random: () => number;
}

/** The stem along a way, and all that grows from it towards the places. Parents stand before their children. */
export function grow(
  stem: readonly Point[],
  places: readonly Point[],
  edges: EdgeIndex,
  { apart, curl, margin, random }: Growth,
): Twig[] {
  const step = STEP * apart;
  const twigs: Twig[] = stem.map((p, i) => ({ x: p.x, y: p.y, parent: i - 1 }));
  const bend = twigs.map(() => 0);
  const near = new PointCells<Point & { i: number }>(APART * apart);
  twigs.forEach((t, i) => near.add({ x: t.x, y: t.y, i }));
  /** The nearest twig of every place that is left. */
  let open = places.map((p) => ({ p, twig: -1, d: Infinity }));
  const look = (from: number): void => {
    for (const o of open)
      for (let i = from; i < twigs.length; i++) {
        const d = Math.hypot(twigs[i].x - o.p.x, twigs[i].y - o.p.y);
        if (d < o.d) [o.d, o.twig] = [d, i];
      }
    open = open.filter((o) => o.d > REACHED * apart);
  };
  look(0);
  const stuck = new Set<number>();
  const hasChild = new Set(twigs.flatMap((t) => (t.parent >= 0 ? [t.parent] : [])));
  for (let round = 0; round < MOST_ROUNDS && open.length; round++) {
    const pulls = new Map<number, { x: number; y: number }>();
    for (const { p, twig, d } of open) {
      if (d > DRAWN_FROM * apart || stuck.has(twig)) continue;
      const pull = pulls.get(twig) ?? { x: 0, y: 0 };
      pull.x += (p.x - twigs[twig].x) / d;
      pull.y += (p.y - twigs[twig].y) / d;
      pulls.set(twig, pull);
    }
    if (!pulls.size) break;
    const from = twigs.length;
    for (const [i, pull] of pulls) {
      const t = twigs[i];
      const before = t.parent >= 0 ? twigs[t.parent] : t;
      const [hx, hy] = [t.x - before.x, t.y - before.y];
      const h = Math.hypot(hx, hy) || 1;
      const n = Math.hypot(pull.x, pull.y) || 1;
      const on = hasChild.has(i) ? BRANCHING : STEADY;
      let [x, y] = [pull.x / n + (on * hx) / h, pull.y / n + (on * hy) / h];
      // Every branch has a side to which it likes to bend.
      const side = bend[i] || (random() < 0.5 ? -1 : 1) * curl;
      [x, y] = [x - 0.6 * side * y, y + 0.6 * side * x];
      const d = Math.hypot(x, y);
      if (d < 1e-6) {
        stuck.add(i);
        continue;
      }
      const next: Twig = { x: t.x + (x * step) / d, y: t.y + (y * step) / d, parent: i };
      if (!isFree(next, i)) stuck.add(i);
      else {
        near.add({ x: next.x, y: next.y, i: twigs.length });
        twigs.push(next);
        hasChild.add(i);
        bend.push(side);
      }
    }
    if (twigs.length === from) {
      if (pulls.size && [...pulls.keys()].every((i) => stuck.has(i))) continue;
      break;
    }
    look(from);
  }
  return pruned(twigs, stem.length);

  /** Room to the edge, and to all twigs but those that it comes from. */
  function isFree(p: Point, parent: number): boolean {
    if (!edges.inside(p.x, p.y) || edges.nearest(p.x, p.y, margin)) return false;
    const own = new Set<number>();
    for (let i = parent, k = 0; i >= 0 && k < FORK; i = twigs[i].parent, k++) own.add(i);
    const grewFrom = (i: number): boolean => {
      for (let k = 0; i >= 0 && k < FORK; i = twigs[i].parent, k++) if (i === parent) return true;
      return false;
    };
    // Going away from another twig is always allowed.
    const before = twigs[parent];
    return !near.hasNear(p, APART * apart, ({ x, y, i }) => {
      const nearer = Math.hypot(x - p.x, y - p.y) < Math.hypot(x - before.x, y - before.y);
      return nearer && !own.has(i) && !grewFrom(i);
    });
  }
}

/** Without branches of a few steps; the stem stays. */
function pruned(twigs: readonly Twig[], stem: number): Twig[] {
  // How many nodes follow on the longest way from each.
  const after = new Int32Array(twigs.length);
  for (let i = twigs.length - 1; i > 0; i--)
    after[twigs[i].parent] = Math.max(after[twigs[i].parent], after[i] + 1);
  const depth = new Int32Array(twigs.length);
  const children: number[][] = twigs.map(() => []);
  twigs.forEach((t, i) => t.parent >= 0 && children[t.parent].push(i));
  const number = new Int32Array(twigs.length).fill(-1);
  const out: Twig[] = [];
  twigs.forEach((t, i) => {
    if (t.parent >= 0 && number[t.parent] < 0) return;
    const branch = i >= stem && children[t.parent].length > 1;
    depth[i] = branch || t.parent < 0 ? 0 : depth[t.parent] + 1;
    if (branch && after[i] + 1 < SHORTEST && !isLongest(i, children[t.parent])) return;
    number[i] = out.length;
    out.push({ x: t.x, y: t.y, parent: t.parent < 0 ? -1 : number[t.parent] });
  });
  return out;

  function isLongest(i: number, siblings: readonly number[]): boolean {
    return siblings.every((s) => s === i || after[s] < after[i]);
  }
}

/**
 * Rounds the branches: every node goes part of the way to the middle between the one before and the one that follows
 * straightest, so that stems curve through forks as well.
 */
export function smoothTwigs(twigs: readonly Twig[], rounds: number): Twig[] {
  const next = new Int32Array(twigs.length).fill(-1);
  const best = new Float64Array(twigs.length).fill(-Infinity);
  twigs.forEach((t, i) => {
    if (t.parent < 0) return;
    const p = twigs[t.parent];
    const before = p.parent < 0 ? p : twigs[p.parent];
    const [ux, uy, vx, vy] = [p.x - before.x, p.y - before.y, t.x - p.x, t.y - p.y];
    const straight = (ux * vx + uy * vy) / (Math.hypot(ux, uy) * Math.hypot(vx, vy) || 1);
    if (straight > best[t.parent]) [best[t.parent], next[t.parent]] = [straight, i];
  });
  let out = [...twigs];
  for (let r = 0; r < rounds; r++)
    out = out.map((t, i) => {
      if (t.parent < 0 || next[i] < 0) return t;
      const [a, b] = [out[t.parent], out[next[i]]];
      return { ...t, x: (a.x + 2 * t.x + b.x) / 4, y: (a.y + 2 * t.y + b.y) / 4 };
    });
  return out;
}

/** How far it is from each node to the farthest tip beyond it, in mm. */
export function toTips(twigs: readonly Twig[]): Float64Array {
  const out = new Float64Array(twigs.length);
  for (let i = twigs.length - 1; i > 0; i--) {
    const { parent } = twigs[i];
    const d = Math.hypot(twigs[i].x - twigs[parent].x, twigs[i].y - twigs[parent].y);
    out[parent] = Math.max(out[parent], out[i] + d);
  }
  return out;
}
