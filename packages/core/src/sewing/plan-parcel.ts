// Plans on their way to who paints them: only the records that changed since the plan before.
import type { Plan } from './plan.ts';
import { laidOf, type Laid } from './walk.ts';

/** A plan without its times, which nobody sees. */
export type ThreadPlan = Omit<Plan, 'time'>;

type Arrays = Pick<ThreadPlan, 'x' | 'y' | 'move' | 'part' | 'object'>;

/** What two plans share: so many records from their begins, and from their ends. */
export interface Kept {
  from: number;
  end: number;
  /** Objects of those at the end have numbers that are higher by this in the plan that came later. */
  shift: number;
}

/** A plan, told by the one before: which of its records are kept, and the new ones between. */
export interface PlanParcel {
  plan: Omit<ThreadPlan, keyof Arrays>;
  kept: Kept;
  between: Arrays;
}

/**
 * So many records in a row are the same, from `i` and `j` on in steps of 1 or −1; objects of the second have numbers that are
 * higher by `shift`.
 */
function sameRun(
  a: Arrays,
  i: number,
  b: Arrays,
  j: number,
  step: 1 | -1,
  most: number,
  shift: number,
): number {
  // Plans are long, and looked through after every edit: their arrays are taken out of them once.
  const { x: ax, y: ay, move: am, part: ap, object: ao } = a;
  const { x: bx, y: by, move: bm, part: bp, object: bo } = b;
  let k = 0;
  while (
    k < most &&
    ax[i] === bx[j] &&
    ay[i] === by[j] &&
    am[i] === bm[j] &&
    ap[i] === bp[j] &&
    ao[i] + shift === bo[j]
  ) {
    k++;
    i += step;
    j += step;
  }
  return k;
}

/** Records that lie in a plan as they were brought in: how many, and how far the first of them, or the last, is from its begin or end. */
interface LaidFrom {
  laid: Laid;
  far: number;
}

const laidFrom = (plan: Arrays, step: 1 | -1): LaidFrom[] => {
  const all = laidOf(plan).map((laid) => ({
    laid,
    far: step > 0 ? laid.at : plan.x.length - laid.at - laid.count,
  }));
  return step > 0 ? all : all.reverse();
};

/**
 * So many records, no more than `most`, are the same from the begin of two plans, or back from their ends. What was brought in and is
 * the same in both need not be compared.
 */
function sharedRun(a: Arrays, b: Arrays, step: 1 | -1, most: number, shift: number): number {
  const [ofA, ofB] = [laidFrom(a, step), laidFrom(b, step)];
  const place = (plan: Arrays, k: number): number => (step > 0 ? k : plan.x.length - 1 - k);
  let [k, p, q] = [0, 0, 0];
  for (;;) {
    while (p < ofA.length && ofA[p].far < k) p++;
    while (q < ofB.length && ofB[q].far < k) q++;
    const [one, other] = [ofA[p], ofB[q]];
    if (
      one?.far === k &&
      other?.far === k &&
      one.laid.records === other.laid.records &&
      one.laid.from === other.laid.from &&
      k + one.laid.count <= most &&
      a.object[place(a, k)] + shift === b.object[place(b, k)]
    ) {
      k += one.laid.count;
      continue;
    }
    // Up to where something begins next that might be the same.
    const next = ofA[one?.far === k ? p + 1 : p]?.far ?? most;
    const end = Math.min(most, next);
    k += sameRun(a, place(a, k), b, place(b, k), step, end - k, shift);
    if (k < end || k === most) return k;
  }
}

/** What a plan has of the one before. Records are compared from both ends. */
export function keptOf(before: ThreadPlan, after: ThreadPlan): Kept {
  const [n, m] = [before.x.length, after.x.length];
  const shift = after.objects.length - before.objects.length;
  const from = sharedRun(before, after, 1, Math.min(n, m), 0);
  const end = sharedRun(before, after, -1, Math.min(n, m) - from, shift);
  return { from, end, shift };
}

/** The way to a plan for somebody who has the one `before`; null: none. */
export function packPlan(before: ThreadPlan | null, after: ThreadPlan & { time?: Float32Array }): PlanParcel {
  const { x, y, move, part, object, time: _, ...plan } = after;
  const kept = before ? keptOf(before, after) : { from: 0, end: 0, shift: 0 };
  const [first, last] = [kept.from, x.length - kept.end];
  return {
    plan,
    kept,
    between: {
      x: x.slice(first, last),
      y: y.slice(first, last),
      move: move.slice(first, last),
      part: part.slice(first, last),
      object: object.slice(first, last),
    },
  };
}

/** The buffers of a parcel, to hand over. */
export const parcelBuffers = ({ between }: PlanParcel): ArrayBuffer[] =>
  [between.x, between.y, between.move, between.part, between.object].map((a) => a.buffer as ArrayBuffer);

/** The plan of a parcel, with the one that was there before. */
export function openPlan(
  before: ThreadPlan | null,
  { plan, kept: { from, end, shift }, between }: PlanParcel,
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
  const object = joined(new Int32Array(length), before.object, between.object);
  if (shift) for (let i = length - end; i < length; i++) object[i] += shift;
  return {
    ...plan,
    x: joined(new Float32Array(length), before.x, between.x),
    y: joined(new Float32Array(length), before.y, between.y),
    move: joined(new Uint8Array(length), before.move, between.move),
    part: joined(new Uint8Array(length), before.part, between.part),
    object,
  };
}
