// Where the thread of two plans differs, so that only there it is painted anew.
import { emptyBounds, growBounds, type Bounds } from '../geometry/points.ts';
import { THREAD_WIDTH } from '../materials/machine.ts';
import type { Thread } from '../materials/threads.ts';
import type { ThreadPlan } from '../sewing/plan-parcel.ts';

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

/** Are two objects of plans sewn with the same thread? Told once for each pair. */
function sameThreads(a: ThreadPlan, b: ThreadPlan): (i: number, j: number) => boolean {
  if (a.threadWidth !== b.threadWidth) return () => false;
  const known = new Map<number, boolean>();
  return (i, j) => {
    const key = i * (b.objects.length + 1) + j;
    let same = known.get(key);
    if (same === undefined) {
      const [one, other] = [a.objects[i]?.thread, b.objects[j]?.thread];
      same = one === other && (one === undefined || sameThread(a.threads[one], b.threads[other]));
      known.set(key, same);
    }
    return same;
  };
}

/** So many records in a row are the same, from `i` and `j` on in steps of 1 or −1. */
function sameRun(a: ThreadPlan, i: number, b: ThreadPlan, j: number, step: 1 | -1, most: number): number {
  const same = sameThreads(a, b);
  // Plans are long, and looked through after every edit: their arrays are taken out of them once.
  const { x: ax, y: ay, move: am, part: ap, object: ao } = a;
  const { x: bx, y: by, move: bm, part: bp, object: bo } = b;
  let [one, other, alike] = [-2, -2, false];
  for (let k = 0; k < most; k++, i += step, j += step) {
    if (ax[i] !== bx[j] || ay[i] !== by[j] || am[i] !== bm[j] || ap[i] !== bp[j]) return k;
    if (ao[i] !== one || bo[j] !== other) {
      one = ao[i];
      other = bo[j];
      alike = same(one, other);
    }
    if (!alike) return k;
  }
  return most;
}

/**
 * How two plans differ; null when nothing does. Records are compared from both ends, so what changed in two places takes
 * in what lies between.
 */
export function planChange(before: ThreadPlan, after: ThreadPlan): PlanChange | null {
  const [n, m] = [before.x.length, after.x.length];
  const from = sameRun(before, 0, after, 0, 1, Math.min(n, m));
  const end = sameRun(before, n - 1, after, m - 1, -1, Math.min(n, m) - from);
  if (from === n && from === m) return null;
  const reached = emptyBounds();
  for (const { x, y } of [before, after]) {
    // The stitches that lead there, and away, are others too.
    const last = Math.min(x.length - 1, x.length - end);
    for (let i = Math.max(0, from - 1); i <= last; i++) growBounds(reached, x[i], y[i]);
  }
  const area = {
    minX: reached.minX - REACH,
    minY: reached.minY - REACH,
    maxX: reached.maxX + REACH,
    maxY: reached.maxY + REACH,
  };
  return { from, end, area };
}
