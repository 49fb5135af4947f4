// Where the thread of two plans differs, so that only there it is painted anew.
import { emptyBounds, growBounds, type Bounds } from '../geometry/points.ts';
import { THREAD_WIDTH } from '../materials/machine.ts';
import type { Plan } from '../sewing/plan.ts';

/** Thread, with its light and shade, reaches so far from its stitch, in mm. */
const REACH = 2 * THREAD_WIDTH;

/** Are the two records the same stitch of the same thread? */
function sameAt(a: Plan, i: number, b: Plan, j: number): boolean {
  if (a.x[i] !== b.x[j] || a.y[i] !== b.y[j] || a.move[i] !== b.move[j] || a.part[i] !== b.part[j])
    return false;
  const [one, other] = [a.objects[a.object[i]]?.thread, b.objects[b.object[j]]?.thread];
  return one === other && (one === undefined || a.threads[one].colour === b.threads[other].colour);
}

/**
 * What the stitches that differ reach, in mm: all that is outside looks the same in both plans. Null when nothing
 * differs. Records are compared from both ends, so what changed in two places takes in what lies between.
 */
export function changedArea(before: Plan, after: Plan): Bounds | null {
  const [n, m] = [before.x.length, after.x.length];
  let from = 0;
  while (from < n && from < m && sameAt(before, from, after, from)) from++;
  let end = 0;
  while (end < n - from && end < m - from && sameAt(before, n - 1 - end, after, m - 1 - end)) end++;
  if (from === n && from === m) return null;
  const out = emptyBounds();
  for (const { x, y } of [before, after]) {
    // The stitches that lead there, and away, are others too.
    const last = Math.min(x.length - 1, x.length - end);
    for (let i = Math.max(0, from - 1); i <= last; i++) growBounds(out, x[i], y[i]);
  }
  return {
    minX: out.minX - REACH,
    minY: out.minY - REACH,
    maxX: out.maxX + REACH,
    maxY: out.maxY + REACH,
  };
}
