// Plans on their way to who paints them: only the records that changed since the plan before.
import type { Plan } from './plan.ts';

/** A plan without its times, which nobody sees. */
export type ThreadPlan = Omit<Plan, 'time'>;

type Arrays = Pick<ThreadPlan, 'x' | 'y' | 'move' | 'part' | 'object'>;

/** A plan, told by the one before: so many records from its begin and from its end, and the new ones between. */
export interface PlanParcel {
  plan: Omit<ThreadPlan, keyof Arrays>;
  kept: { from: number; end: number };
  between: Arrays;
}

/** So many records in a row are the same, from `i` and `j` on in steps of 1 or −1. */
function sameRun(a: Arrays, i: number, b: Arrays, j: number, step: 1 | -1, most: number): number {
  // Arrays are taken out once: plans are long.
  const { x: ax, y: ay, move: am, part: ap, object: ao } = a;
  const { x: bx, y: by, move: bm, part: bp, object: bo } = b;
  let k = 0;
  while (
    k < most &&
    ax[i] === bx[j] &&
    ay[i] === by[j] &&
    am[i] === bm[j] &&
    ap[i] === bp[j] &&
    ao[i] === bo[j]
  ) {
    k++;
    i += step;
    j += step;
  }
  return k;
}

/** The way to a plan for somebody who has the one `before`; null: none. */
export function packPlan(before: ThreadPlan | null, after: Plan): PlanParcel {
  const { x, y, move, part, object, time: _, ...plan } = after;
  const [n, m] = [before?.x.length ?? 0, x.length];
  const from = before ? sameRun(before, 0, after, 0, 1, Math.min(n, m)) : 0;
  const end = before ? sameRun(before, n - 1, after, m - 1, -1, Math.min(n, m) - from) : 0;
  return {
    plan,
    kept: { from, end },
    between: {
      x: x.slice(from, m - end),
      y: y.slice(from, m - end),
      move: move.slice(from, m - end),
      part: part.slice(from, m - end),
      object: object.slice(from, m - end),
    },
  };
}

/** The plan of a parcel, with the one that was there before. */
export function openPlan(
  before: ThreadPlan | null,
  { plan, kept: { from, end }, between }: PlanParcel,
): ThreadPlan {
  if (!before || from + end === 0) return { ...plan, ...between };
  const [n, count] = [before.x.length, between.x.length];
  const joined = <T extends Float32Array | Uint8Array | Int32Array>(to: T, old: T, now: T): T => {
    to.set(old.subarray(0, from));
    to.set(now, from);
    to.set(old.subarray(n - end), from + count);
    return to;
  };
  const length = from + count + end;
  return {
    ...plan,
    x: joined(new Float32Array(length), before.x, between.x),
    y: joined(new Float32Array(length), before.y, between.y),
    move: joined(new Uint8Array(length), before.move, between.move),
    part: joined(new Uint8Array(length), before.part, between.part),
    object: joined(new Int32Array(length), before.object, between.object),
  };
}
