// An order of things with little way between them, in which nothing overtakes what it has to follow.
import { allRecords, isSewnAt } from '../design/stitch-blocks.ts';
import type { Item, PlainOutline } from '../design/types.ts';
import { distance, type Point } from '../geometry/points.ts';
import { arcLengths, pointAt } from '../geometry/polyline.ts';
import { outlineLines } from '../outlines/flatten.ts';

const SAMPLE = 1.5;
const MOST_SAMPLES = 60;
/** More things than this are only put in order by going to the nearest each time. */
const MOST_IMPROVED = 40;
/** An outline is looked at this roughly when only nearness counts, in mm. */
const COARSE = 0.2;

/** Places at which an item can be come to or left, in mm, no more than a hundred or so. */
export function wayPoints(item: Item<PlainOutline>): Point[] {
  if (item.kind === 'group') return thinned(item.objects.flatMap(wayPoints));
  if (item.kind === 'stitches') {
    const records = allRecords(item.blocks);
    let [first, last] = [0, records.x.length - 1];
    while (first <= last && !isSewnAt(records, first)) first++;
    while (last > first && !isSewnAt(records, last)) last--;
    const at = (i: number): Point => ({ x: records.x[i] / 10, y: records.y[i] / 10 });
    return first <= last ? [at(first), at(last)] : [];
  }
  return placesAlong(item.outline);
}

/** Places along an outline at which its thread can be come to or left, in mm, no more than a hundred or so. */
export function placesAlong(outline: PlainOutline): Point[] {
  return thinned(
    outlineLines(outline, COARSE).flatMap((line) => {
      const lengths = arcLengths(line);
      const total = lengths.at(-1)!;
      const count = Math.min(MOST_SAMPLES, Math.max(2, Math.ceil(total / SAMPLE)));
      return Array.from({ length: count + 1 }, (_, k) => pointAt(line, lengths, (total * k) / count));
    }),
  );
}

function thinned(points: Point[]): Point[] {
  const step = Math.ceil(points.length / (2 * MOST_SAMPLES));
  return points.filter((_, i) => i % step === 0);
}

function gapBetween(a: readonly Point[], b: readonly Point[]): number {
  let least = Infinity;
  for (const p of a) for (const q of b) least = Math.min(least, distance(p, q));
  return least === Infinity ? 0 : least;
}

/**
 * An order with short gaps. `places` are where each thing can be come to; `after[i]` are the things that i has to
 * follow, all of them before it in the order that is given. `from` is where the way begins, if known. Gives indexes.
 */
export function shortOrder(
  places: readonly Point[][],
  after: readonly (readonly number[])[],
  from?: Point,
): number[] {
  const n = places.length;
  const gaps = places.map((a, i) => places.map((b, j) => (i === j ? 0 : gapBetween(a, b))));
  const begin = places.map((p) => (from ? gapBetween([from], p) : 0));
  const cost = (order: readonly number[]): number =>
    order.reduce((sum, s, k) => sum + (k ? gaps[order[k - 1]][s] : begin[s]), 0);
  const allowed = (order: readonly number[]): boolean => {
    const at = new Int32Array(n);
    order.forEach((s, k) => (at[s] = k));
    return order.every((s) => after[s].every((b) => at[b] < at[s]));
  };
  const goingFrom = (first: number): number[] => {
    const order = [first];
    const done = new Set(order);
    while (order.length < n) {
      const last = order[order.length - 1];
      let next = -1;
      for (let i = 0; i < n; i++)
        if (
          !done.has(i) &&
          after[i].every((b) => done.has(b)) &&
          (next < 0 || gaps[last][i] < gaps[last][next])
        )
          next = i;
      order.push(next);
      done.add(next);
    }
    return order;
  };
  let best = places.map((_, i) => i);
  for (let first = 0; first < n; first++) {
    if (after[first].length) continue;
    const order = goingFrom(first);
    if (cost(order) < cost(best) - 1e-9) best = order;
    if (n > MOST_IMPROVED && first > 4) break;
  }
  // Moving one thing elsewhere, and turning a stretch round, as long as it helps.
  for (let improved = n <= MOST_IMPROVED, round = 0; improved && round < 30; round++) {
    improved = false;
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        if (i === j) continue;
        const tries = [best.toSpliced(i, 1).toSpliced(j, 0, best[i])];
        if (i < j) tries.push([...best.slice(0, i), ...best.slice(i, j + 1).reverse(), ...best.slice(j + 1)]);
        for (const order of tries) {
          if (cost(order) >= cost(best) - 1e-6 || !allowed(order)) continue;
          best = order;
          improved = true;
        }
      }
  }
  return best;
}
