// A plan gone through from record to record: when each is done, and what all of them come to.
import type { Bounds } from '../geometry/points.ts';
import { DEFAULT_SPEED, type MachineSpeed } from '../materials/machine.ts';
import type { Records } from '../design/stitch-blocks.ts';
import { Move } from './moves.ts';

/** Arrays of a plan, one entry a record: mm, and `Move` codes. */
interface Moves {
  x: Float32Array;
  y: Float32Array;
  move: Uint8Array;
}

/** Records that lie in a plan as they were brought in: all of them from number `from` on, so many, from number `at` of the plan on. */
export interface Laid {
  records: Records;
  from: number;
  at: number;
  count: number;
}

/** What a plan's records come to. */
export interface Walk {
  /** Seconds from the beginning until each record is done. */
  time: Float32Array;
  /** What stitches reach, in mm. */
  bounds: Bounds | null;
  /** The least and the greatest length of a stitch, and the sum of lengths, in mm. */
  shortest: number;
  longest: number;
  thread: number;
}

/** What a walk has come to, and where it stands. */
interface Stand {
  seconds: number;
  changes: number;
  /** A thread hangs from needle to cloth: there is something to cut. */
  hangs: boolean;
  x: number;
  y: number;
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
  /** Squares, in mm². */
  shortest: number;
  longest: number;
  thread: number;
}

/** Where a walk begins; the first stitch is one from the middle. */
const atBegin = ({ hangs, x, y }: Pick<Stand, 'hangs' | 'x' | 'y'>): Stand => ({
  ...{ seconds: 0, changes: 0, hangs, x, y },
  ...{ minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity },
  ...{ shortest: Infinity, longest: 0, thread: 0 },
});

/** Stitches longer than this slow the machine, in mm. */
const SLOW = 5;

/**
 * Goes on through the records from `from` up to but without `to` and writes when each is done. One loop with bare numbers only: it is
 * done after every edit.
 */
function goOn(
  { x, y, move }: Moves,
  from: number,
  to: number,
  speed: MachineSpeed,
  changeCosts: readonly number[],
  time: Float32Array,
  stand: Stand,
): void {
  const beat = 60 / speed.stitchesPerMinute;
  const cost = Float64Array.of(beat, beat, speed.trim, speed.colourChange, speed.stop);
  let { seconds, changes, hangs, x: wasX, y: wasY } = stand;
  let { minX, minY, maxX, maxY, shortest, longest, thread } = stand;
  for (let i = from; i < to; i++) {
    const now = move[i];
    const px = x[i];
    const py = y[i];
    if (now === Move.stitch) {
      hangs = true;
      if (px < minX) minX = px;
      if (px > maxX) maxX = px;
      if (py < minY) minY = py;
      if (py > maxY) maxY = py;
      const dx = px - wasX;
      const dy = py - wasY;
      const square = dx * dx + dy * dy;
      if (square < shortest) shortest = square;
      if (square > longest) longest = square;
      const length = Math.sqrt(square);
      thread += length;
      seconds += length > SLOW && i ? (beat * length) / SLOW : beat;
    } else if (now !== Move.trim || hangs) {
      if (now !== Move.jump) hangs = false;
      seconds += now === Move.change && changes < changeCosts.length ? changeCosts[changes++] : cost[now];
    }
    wasX = px;
    wasY = py;
    time[i] = seconds;
  }
  Object.assign(stand, { seconds, changes, hangs, x: wasX, y: wasY });
  Object.assign(stand, { minX, minY, maxX, maxY, shortest, longest, thread });
}

/** How records were gone through that were brought in: from where, at which speed, and what came of it. */
interface Known {
  from: number;
  speed: MachineSpeed;
  begun: Pick<Stand, 'hangs' | 'x' | 'y'>;
  /** Seconds since before the first. */
  time: Float32Array;
  stand: Stand;
}

const known = new WeakMap<Records, Known>();

/** The same through records that were brought in, which have no change of thread: of a long row only a block changes from edit to edit. */
function goOverLaid(
  plan: Moves,
  { records, from, at, count }: Laid,
  speed: MachineSpeed,
  time: Float32Array,
  stand: Stand,
): void {
  const { hangs, x, y } = stand;
  let way = known.get(records);
  const { begun } = way ?? {};
  if (way?.from !== from || way.speed !== speed || begun?.hangs !== hangs || begun.x !== x || begun.y !== y) {
    const alone = atBegin(stand);
    goOn(plan, at, at + count, speed, [], time, alone);
    way = { from, speed, begun: { hangs, x, y }, time: time.slice(at, at + count), stand: alone };
    known.set(records, way);
  }
  const { seconds } = stand;
  const own = way.time;
  for (let i = 0; i < count; i++) time[at + i] = seconds + own[i];
  const { stand: after } = way;
  stand.seconds += after.seconds;
  stand.thread += after.thread;
  [stand.hangs, stand.x, stand.y] = [after.hangs, after.x, after.y];
  stand.minX = Math.min(stand.minX, after.minX);
  stand.minY = Math.min(stand.minY, after.minY);
  stand.maxX = Math.max(stand.maxX, after.maxX);
  stand.maxY = Math.max(stand.maxY, after.maxY);
  stand.shortest = Math.min(stand.shortest, after.shortest);
  stand.longest = Math.max(stand.longest, after.longest);
}

/** The walks of plans, by their times, and the arrays that they were made of. */
const walks = new WeakMap<Float32Array, Walk & Moves>();
/** What lies in plans as it was brought in, by where their records lie. */
const laidIn = new WeakMap<Float32Array, readonly Laid[]>();

/** What lies in a plan as it was brought in, in order. */
export const laidOf = ({ x }: Pick<Moves, 'x'>): readonly Laid[] => laidIn.get(x) ?? [];

/**
 * Goes through all records. `changeCosts`: what each change of thread takes, in seconds, where that is another time than the machine
 * takes for one; `laid`: what of them was brought in, in order.
 */
export function walkThrough(
  plan: Moves,
  speed: MachineSpeed,
  changeCosts: readonly number[] = [],
  laid: readonly Laid[] = [],
): Walk {
  const time = new Float32Array(plan.x.length);
  const stand = atBegin({ hangs: false, x: 0, y: 0 });
  let done = 0;
  for (const stretch of laid) {
    // The very first stitch counts otherwise.
    if (!stretch.at) continue;
    goOn(plan, done, stretch.at, speed, changeCosts, time, stand);
    goOverLaid(plan, stretch, speed, time, stand);
    done = stretch.at + stretch.count;
  }
  goOn(plan, done, time.length, speed, changeCosts, time, stand);
  const { minX, minY, maxX, maxY, thread } = stand;
  const walk = {
    time,
    bounds: minX <= maxX ? { minX, minY, maxX, maxY } : null,
    shortest: Math.sqrt(stand.shortest),
    longest: Math.sqrt(stand.longest),
    thread,
  };
  walks.set(time, { ...walk, ...plan });
  if (laid.length) laidIn.set(plan.x, laid);
  return walk;
}

/** What a plan's records come to; gone through once. */
export function walkOf(plan: Moves & { time: Float32Array }): Omit<Walk, 'time'> {
  const walk = walks.get(plan.time);
  return walk?.x === plan.x && walk.move === plan.move ? walk : walkThrough(plan, DEFAULT_SPEED);
}
