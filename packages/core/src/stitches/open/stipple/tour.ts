// The order in which one line passes the bands of a shape, so that it never has to cross itself.
import type { Point } from '../../../geometry/points.ts';
import { STEP, type Bands } from './bands.ts';

/** One pass along a band: which way, and on which side of its middle as seen along it (0 for the only one). */
export interface Pass {
  band: number;
  back: boolean;
  side: -1 | 0 | 1;
}

/** Bands that stand at each joint, in the order of their directions there. */
function around({ joints, bands }: Bands): { band: number; back: boolean; angle: number }[][] {
  const out: { band: number; back: boolean; angle: number }[][] = joints.map(() => []);
  bands.forEach(({ middle, joints: [a, b] }, band) => {
    const look = Math.min(middle.length - 1, Math.round(1.2 / STEP));
    const angle = (from: Point, to: Point): number => Math.atan2(to.y - from.y, to.x - from.x);
    out[a].push({ band, back: false, angle: angle(joints[a], middle[look]) });
    out[b].push({ band, back: true, angle: angle(joints[b], middle[middle.length - 1 - look]) });
  });
  for (const list of out) list.sort((p, q) => p.angle - q.angle);
  return out;
}

/** The way through a tree of bands from a joint to every other: its length, and the band it came by. */
export function waysFrom({ joints, bands }: Bands, from: number): { length: Float64Array; by: Int32Array } {
  const length = new Float64Array(joints.length).fill(Infinity);
  const by = new Int32Array(joints.length).fill(-1);
  length[from] = 0;
  const queue = [from];
  for (let j = queue.pop(); j !== undefined; j = queue.pop())
    bands.forEach((band, k) => {
      const at = band.joints.indexOf(j);
      if (at < 0) return;
      const other = band.joints[1 - at];
      if (length[other] < Infinity) return;
      length[other] = length[j] + band.length;
      by[other] = k;
      queue.push(other);
    });
  return { length, by };
}

/** The joint that is farthest away. */
export const farthest = (length: Float64Array): number => {
  let best = -1;
  length.forEach((l, i) => {
    if (l < Infinity && (best < 0 || l > length[best])) best = i;
  });
  return best;
};

/** All passes in order: once along the way between two joints, there and back along what branches off. No pass crosses another. */
export function tour(tree: Bands, first: number, last: number): Pass[] {
  const beside = around(tree);
  const { by } = waysFrom(tree, first);
  const way: { band: number; joint: number }[] = [];
  for (let j = last; by[j] >= 0;) {
    const band = tree.bands[by[j]];
    const before = band.joints[0] === j ? band.joints[1] : band.joints[0];
    way.unshift({ band: by[j], joint: before });
    j = before;
  }
  const out: Pass[] = [];
  const otherEnd = (band: number, joint: number): number => {
    const [a, b] = tree.bands[band].joints;
    return a === joint ? b : a;
  };
  /** There and back along a branch and all beyond it; `turn` 1 keeps to the right on the way out. */
  const branch = (band: number, joint: number, turn: 1 | -1): void => {
    const back = tree.bands[band].joints[1] === joint;
    // Seen along the band itself, out on one side is back on the other.
    const side = (back ? turn : -turn) as 1 | -1;
    out.push({ band, back, side });
    const far = otherEnd(band, joint);
    const list = beside[far];
    const at = list.findIndex((b) => b.band === band);
    for (let k = 1; k < list.length; k++)
      branch(list[(at + turn * k + list.length) % list.length].band, far, turn);
    out.push({ band, back: !back, side: -side as 1 | -1 });
  };
  /** All branches at a joint on the way: those to the left of it as one arrives, the nearest first, then those to the right. */
  const branchesAt = (joint: number, from: number | null, to: number | null): void => {
    const list = beside[joint];
    const n = list.length;
    const first = from ?? to;
    const at = first === null ? n - 1 : list.findIndex((b) => b.band === first);
    const next = (k: number): number => list[(at + k) % n].band;
    const others = Array.from({ length: n }, (_, k) => k + 1).filter((k) => first === null || k < n);
    // Between the band that one arrives by and the one that one goes on by, on the one side, then on the other.
    const split = from !== null && to !== null ? others.findIndex((k) => next(k) === to) : others.length;
    if (from !== null && to !== null)
      for (const k of others.slice(split + 1).reverse()) branch(next(k), joint, -1);
    for (const k of others.slice(0, split)) branch(next(k), joint, 1);
  };
  way.forEach(({ band, joint }, i) => {
    branchesAt(joint, i ? way[i - 1].band : null, band);
    out.push({ band, back: tree.bands[band].joints[1] === joint, side: 0 });
  });
  branchesAt(last, way.at(-1)?.band ?? null, null);
  return out;
}
