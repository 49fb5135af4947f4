// The plan: everything the machine will do, in order, as typed arrays that go between threads without copying.
import type { Bounds } from '../geometry/points.ts';
import { DEFAULT_SPEED, THREAD_WIDTH, type MachineSpeed } from '../materials/machine.ts';
import { threadIn, threadWidthOf, type Thread, type ThreadChart } from '../materials/threads.ts';
import type { Records } from '../design/stitch-blocks.ts';
import type { Excess } from './budget.ts';
import { Move, type MoveCode } from './moves.ts';
import { needlePlan } from './needles.ts';
import { walkOf, walkThrough, type Laid } from './walk.ts';

/** One object's share of the plan: records from `from` up to but without `to`. */
export interface PlanObject {
  id: string;
  name: string;
  /** Thread code. */
  thread: string;
  from: number;
  to: number;
  /** Why it was not sewn, when it would have taken too much. */
  excess?: Excess;
}

/** All arrays have one entry a record. */
export interface Plan {
  /** mm, y down, on the machine's grid. */
  x: Float32Array;
  y: Float32Array;
  /** `Move` codes. */
  move: Uint8Array;
  /** `Part` codes: top, underlay, travel, tie. */
  part: Uint8Array;
  /** Index into `objects`. */
  object: Int32Array;
  /** Seconds from the beginning until the record is done. */
  time: Float32Array;
  objects: PlanObject[];
  /** The threads of its objects by their codes. */
  threads: Record<string, Thread>;
  /** How wide threads lie that are of their chart's weight, in mm; left out: those of weight 40. */
  threadWidth?: number;
  /** Where each of several hoopings begins and ends, as records; left out: all is sewn in one. */
  hoopings?: { from: number; to: number }[];
}

/** How wide the thread with this code lies in a plan, in mm. */
export function threadWidthIn(
  { threads, threadWidth }: Pick<Plan, 'threads' | 'threadWidth'>,
  code: string,
): number {
  const { weight } = threads[code];
  return weight === undefined ? (threadWidth ?? THREAD_WIDTH) : threadWidthOf(weight);
}

export interface Figures {
  stitches: number;
  jumps: number;
  trims: number;
  colourChanges: number;
  stops: number;
  /** Sewing time in seconds. */
  seconds: number;
  /** What needle points reach, in mm; null without stitches. */
  bounds: Bounds | null;
  width: number;
  height: number;
  /** Thread codes in sewing order, as the spools are changed. */
  threads: string[];
  /** Stitch lengths in mm. */
  shortest: number;
  longest: number;
  /** Metres of upper thread. */
  threadMetres: number;
}

/** Arrays with so great a share in use are handed on as they are. */
const FULL = 0.8;

const millimetres = new WeakMap<Records, { x: Float32Array; y: Float32Array }>();

/** Where records lie, in mm; remembered with them, since of a long row only a block changes from edit to edit. */
function inMm(records: Records): { x: Float32Array; y: Float32Array } {
  let made = millimetres.get(records);
  if (!made) {
    const { x, y } = records;
    made = { x: new Float32Array(x.length), y: new Float32Array(x.length) };
    for (let i = 0; i < x.length; i++) {
      made.x[i] = x[i] / 10;
      made.y[i] = y[i] / 10;
    }
    millimetres.set(records, made);
  }
  return made;
}

/** Collects records; arrays grow by doubling. */
export class PlanBuilder {
  private x = new Float32Array(4096);
  private y = new Float32Array(4096);
  private move = new Uint8Array(4096);
  private part = new Uint8Array(4096);
  private object = new Int32Array(4096);
  length = 0;
  readonly objects: PlanObject[] = [];
  /** The object that records belong to. */
  private current = -1;
  private readonly laid: Laid[] = [];
  /** Where the needle is, mm. */
  atX = 0;
  atY = 0;
  private readonly chart: ThreadChart;

  /** Threads are of this chart. */
  constructor(chart: ThreadChart) {
    this.chart = chart;
  }

  beginObject({ id, name, thread }: Pick<PlanObject, 'id' | 'name' | 'thread'>): void {
    this.objects.push({ id, name, thread, from: this.length, to: this.length });
    this.current = this.objects.length - 1;
  }

  /** An object without a record: what comes next still belongs to the one before. */
  leaveOut({ id, name, thread }: Pick<PlanObject, 'id' | 'name' | 'thread'>, excess?: Excess): void {
    this.objects.push({ id, name, thread, from: this.length, to: this.length, ...(excess && { excess }) });
  }

  add(x: number, y: number, move: MoveCode, part: number): void {
    if (this.length === this.x.length) this.grow();
    const i = this.length++;
    this.x[i] = x;
    this.y[i] = y;
    this.move[i] = move;
    this.part[i] = part;
    this.object[i] = this.current;
    this.atX = x;
    this.atY = y;
    if (this.current >= 0) this.objects[this.current].to = this.length;
  }

  /** Makes room for so many records: growing on the way copies them again and again. */
  reserve(count: number): void {
    if (count > this.x.length) this.grow(Math.max(count, this.x.length * 2));
  }

  /** Many records at once, from number `from` on. */
  addAll(records: Records, from: number): void {
    const { move, part } = records;
    const count = move.length - from;
    if (count <= 0) return;
    this.reserve(this.length + count);
    const { x, y } = inMm(records);
    const rest = <T extends Float32Array | Uint8Array>(all: T): T => (from ? (all.subarray(from) as T) : all);
    this.x.set(rest(x), this.length);
    this.y.set(rest(y), this.length);
    this.move.set(rest(move), this.length);
    this.part.set(rest(part), this.length);
    this.object.fill(this.current, this.length, this.length + count);
    this.laid.push({ records, from, at: this.length, count });
    this.length += count;
    this.atX = records.x[move.length - 1] / 10;
    this.atY = records.y[move.length - 1] / 10;
    if (this.current >= 0) this.objects[this.current].to = this.length;
  }

  private grow(size = this.x.length * 2): void {
    const grown = <T extends Float32Array | Uint8Array | Int32Array>(from: T, to: T): T => {
      to.set(from);
      return to;
    };
    this.x = grown(this.x, new Float32Array(size));
    this.y = grown(this.y, new Float32Array(size));
    this.move = grown(this.move, new Uint8Array(size));
    this.part = grown(this.part, new Uint8Array(size));
    this.object = grown(this.object, new Int32Array(size));
  }

  /** What each change of thread takes, in seconds: on a machine of several needles, some must be threaded anew. */
  private changeCosts({ needles, colourChange }: MachineSpeed): number[] {
    if (!needles) return [];
    const spools = spoolsOf(this.objects);
    const anew = new Set(needlePlan(spools, needles.count).needles.flatMap((n) => n.map((t) => t.before)));
    return spools.slice(1).map((_, k) => (anew.has(k + 1) ? needles.anew : colourChange));
  }

  /** The plan. Nothing may be added after that: its arrays are the collected ones. */
  build(speed: MachineSpeed = DEFAULT_SPEED): Plan {
    const n = this.length;
    // What is nearly full is not copied.
    const whole = <T extends Float32Array | Uint8Array | Int32Array>(all: T): T =>
      (n > FULL * all.length ? all.subarray(0, n) : all.slice(0, n)) as T;
    const x = whole(this.x);
    const y = whole(this.y);
    const move = whole(this.move);
    const walk = walkThrough({ x, y, move }, speed, this.changeCosts(speed), this.laid);
    return {
      x,
      y,
      move,
      part: whole(this.part),
      object: whole(this.object),
      time: walk.time,
      objects: this.objects,
      threads: Object.fromEntries(this.objects.map(({ thread }) => [thread, threadIn(this.chart, thread)])),
      ...(this.chart.weight !== 40 && { threadWidth: threadWidthOf(this.chart.weight) }),
    };
  }
}

/** Upper thread runs down into the cloth and up again at every stitch: so much more than the stitch, in mm. */
const THROUGH = 0.6;

/** Thread codes in sewing order, as the spools are changed. */
export function spoolsOf(objects: readonly PlanObject[]): string[] {
  const codes = objects.filter((o) => o.to > o.from).map((o) => o.thread);
  return codes.filter((code, k) => code !== codes[k - 1]);
}

/** What a stretch of a plan takes, from record `from` up to but without `to`: stitches, metres of upper thread, seconds. */
export function useOf(
  { x, y, move, time }: Plan,
  from: number,
  to: number,
): Pick<ThreadUse, 'stitches' | 'metres' | 'seconds'> {
  let stitches = 0;
  let mm = 0;
  for (let i = Math.max(1, from); i < to; i++) {
    if (move[i] !== Move.stitch) continue;
    stitches++;
    // Many times as fast as Math.hypot, which minds numbers that no machine reaches.
    const [dx, dy] = [x[i] - x[i - 1], y[i] - y[i - 1]];
    mm += Math.sqrt(dx * dx + dy * dy) + THROUGH;
  }
  return { stitches, metres: mm / 1000, seconds: (time[to - 1] ?? 0) - (from ? time[from - 1] : 0) };
}

/** The box about all needle points of stitches, in mm; null without any. */
export const stitchBounds = ({ x, y, move }: Pick<Plan, 'x' | 'y' | 'move'>): Bounds | null =>
  walkThrough({ x, y, move }, DEFAULT_SPEED).bounds;

/** How many records of a plan make each move, by its code. */
function movesOf(move: Uint8Array): number[] {
  const counts = [0, 0, 0, 0, 0];
  // Nearly all are stitches: only others are counted one by one.
  for (let i = 0; i < move.length; i++) if (move[i] !== Move.stitch) counts[move[i]]++;
  counts[Move.stitch] = move.length - counts.reduce((sum, n) => sum + n, 0);
  return counts;
}

/** Counts, size and sewing time of a plan. */
export function figuresOf(plan: Plan): Figures {
  const counts = movesOf(plan.move);
  const { shortest, longest, thread, bounds } = walkOf(plan);
  const any = counts[Move.stitch] > 0;
  return {
    stitches: counts[Move.stitch],
    jumps: counts[Move.jump],
    trims: counts[Move.trim],
    colourChanges: counts[Move.change],
    stops: counts[Move.stop],
    seconds: plan.time.at(-1) ?? 0,
    bounds,
    width: bounds ? bounds.maxX - bounds.minX : 0,
    height: bounds ? bounds.maxY - bounds.minY : 0,
    threads: spoolsOf(plan.objects),
    shortest: any ? shortest : 0,
    longest,
    threadMetres: (thread + THROUGH * counts[Move.stitch]) / 1000,
  };
}

/** What one thread of a plan takes. */
export interface ThreadUse extends Thread {
  metres: number;
  stitches: number;
  /** Sewing time with its own trims and changes, in seconds. */
  seconds: number;
}

/** What each thread of a plan takes, in the order in which they are first sewn. */
export function threadUse(plan: Plan): ThreadUse[] {
  const { x, y, move, object, time } = plan;
  const uses = new Map<string, ThreadUse>();
  for (let i = 0; i < x.length; i++) {
    const code = plan.objects[object[i]].thread;
    let use = uses.get(code);
    if (!use) uses.set(code, (use = { ...plan.threads[code], metres: 0, stitches: 0, seconds: 0 }));
    use.seconds += time[i] - (i ? time[i - 1] : 0);
    if (move[i] !== Move.stitch || i === 0) continue;
    use.stitches++;
    use.metres += (Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]) + THROUGH) / 1000;
  }
  return [...uses.values()].filter((u) => u.stitches);
}

/** The first record that is not done after `seconds`; the plan's length when all are. */
export function recordAt(plan: Pick<Plan, 'time'>, seconds: number): number {
  let lo = 0;
  let hi = plan.time.length;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (plan.time[mid] <= seconds) lo = mid + 1;
    else hi = mid;
  }
  return lo;
}

/** The arrays of a plan that can be handed to another thread. */
export const planBuffers = (plan: Plan): ArrayBuffer[] =>
  [plan.x, plan.y, plan.move, plan.part, plan.object, plan.time].map((a) => a.buffer as ArrayBuffer);
