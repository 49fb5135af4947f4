// Where the thread of two plans differs, so that only there it is painted anew.
import { emptyBounds, growBounds, uniteBounds, type Bounds } from '../geometry/points.ts';
import { THREAD_WIDTH } from '../materials/machine.ts';
import type { Thread } from '../materials/threads.ts';
import type { Kept, ThreadPlan } from '../sewing/plan-parcel.ts';

/** Thread, with its light and shade, reaches so far from its stitch, in mm. */
const REACH = 2 * THREAD_WIDTH;

/** What is another thread in a plan than in the one before. */
export interface PlanChange {
  /** So many records at the begin, and at the end, are the same in both plans. */
  from: number;
  end: number;
  /** What the others reach, in mm: all that is outside looks the same. */
  area: Bounds;
}

const sameThread = (a: Thread, b: Thread): boolean => a.colour === b.colour && a.weight === b.weight;

/** Are objects of two plans, by their numbers, sewn with the same thread? */
function sewnAlike(a: ThreadPlan, i: number, b: ThreadPlan, j: number): boolean {
  const [one, other] = [a.objects[i]?.thread, b.objects[j]?.thread];
  return one === other && (one === undefined || sameThread(a.threads[one], b.threads[other]));
}

/** Of the records that are kept, those that look the same: their threads do, too. */
function lookingAlike(before: ThreadPlan, after: ThreadPlan, kept: Kept): Kept {
  if (before.threadWidth !== after.threadWidth) return { ...kept, from: 0, end: 0 };
  const n = before.x.length;
  let { from, end } = kept;
  before.objects.forEach((o, k) => {
    if (o.to === o.from) return;
    if (o.from < from && !sewnAlike(before, k, after, k)) from = o.from;
    if (o.to > n - end && !sewnAlike(before, k, after, k + kept.shift)) end = n - o.to;
  });
  return { ...kept, from, end };
}

/** How two plans differ of which so much is the same; null when nothing does. What changed in two places takes in what lies between. */
export function planChange(before: ThreadPlan, after: ThreadPlan, kept: Kept): PlanChange | null {
  const [n, m] = [before.x.length, after.x.length];
  const { from, end } = lookingAlike(before, after, kept);
  if (from === n && from === m) return null;
  const area = uniteBounds(
    [before, after].map((plan) =>
      // The stitches that lead there, and away, are others too.
      reachOfRecords(plan, from, plan.x.length - end + 1),
    ),
  );
  return area && { from, end, area };
}

/** What the thread of some records of a plan reaches, from one up to but without another, in mm; null where there are none. */
export function reachOfRecords(
  { x, y }: Pick<ThreadPlan, 'x' | 'y'>,
  from: number,
  to: number,
): Bounds | null {
  const reached = emptyBounds();
  const last = Math.min(x.length, to);
  const first = Math.max(0, from - 1);
  if (first >= last) return null;
  for (let i = first; i < last; i++) growBounds(reached, x[i], y[i]);
  return {
    minX: reached.minX - REACH,
    minY: reached.minY - REACH,
    maxX: reached.maxX + REACH,
    maxY: reached.maxY + REACH,
  };
}
