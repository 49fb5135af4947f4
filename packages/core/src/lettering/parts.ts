// What all ways of laying words into a shape share: a word's size, its part, and how a shape lies across a line.
import type { Point } from '../geometry/points.ts';
import { ringsOf, type Polygon } from '../geometry/region.ts';

/** A word before it has its part: how wide and how high it is in its font, in any unit. */
export interface WordSize {
  width: number;
  height: number;
}

/** From the unit square (0, 0 at the top left) to a word's part of the shape. */
export type Part = (u: number, v: number) => Point;

/** The stretches of a polygon along a line across it, by where that cuts its edges: level at `at`, or upright. */
export function longestRun(polygon: Polygon, at: number, level: boolean): [number, number] | null {
  const cuts: number[] = [];
  for (const ring of ringsOf(polygon))
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [a, b] = level ? [ring[j + 1], ring[i + 1]] : [ring[j], ring[i]];
      if (a > at === b > at) continue;
      const [p, q] = level ? [ring[j], ring[i]] : [ring[j + 1], ring[i + 1]];
      cuts.push(p + ((q - p) * (at - a)) / (b - a));
    }
  cuts.sort((a, b) => a - b);
  let best: [number, number] | null = null;
  for (let i = 0; i + 1 < cuts.length; i += 2)
    if (!best || cuts[i + 1] - cuts[i] > best[1] - best[0]) best = [cuts[i], cuts[i + 1]];
  return best;
}

/** Numbers at even places from 0 to 1, read in between. */
export const readAt =
  (values: readonly number[]) =>
  (t: number): number => {
    const s = Math.min(1, Math.max(0, t)) * (values.length - 1);
    const i = Math.min(values.length - 2, Math.floor(s));
    return values[i] + (values[i + 1] - values[i]) * (s - i);
  };

/**
 * Words in order put into so many places, each with about its share of the whole length. Every place gets one, as long as there
 * are enough.
 */
export function parted(lengths: readonly number[], shares: readonly number[]): number[][] {
  const [total, whole] = [lengths, shares].map((list) => list.reduce((a, b) => a + b, 0));
  const ends: number[] = [];
  for (const share of shares) ends.push((ends.at(-1) ?? 0) + share / whole);
  const out: number[][] = shares.map(() => []);
  let before = 0;
  lengths.forEach((length, i) => {
    const middle = (before + length / 2) / total;
    const wanted = Math.max(
      0,
      ends.findIndex((end) => middle < end),
    );
    const last = out.findLastIndex((row) => row.length);
    const left = lengths.length - i;
    let row = Math.max(last, wanted);
    if (shares.length - 1 - row > left - 1) row = shares.length - left;
    if (row > last + 1) row = last + 1;
    out[Math.min(shares.length - 1, row)].push(i);
    before += length;
  });
  return out;
}
