// The machine at work: it goes through a job record by record in its own time, stops where it must, and counts.
import type { Job } from './job.ts';
import { Step } from './job.ts';
import type { Model } from './models.ts';
import type { Colour } from './needles.ts';

/**
 * `ready`: nothing was sewn yet. `held`: a person stopped it. `thread`: it waits for the next colour. `broken`, `bobbin`: upper
 * or lower thread must be put in anew.
 */
export type Status = 'ready' | 'sewing' | 'held' | 'thread' | 'broken' | 'bobbin' | 'done';

export type Happening =
  'begun' | 'trim' | 'needle' | 'threaded' | 'stop' | 'broken' | 'bobbin' | 'held' | 'moved' | 'done';

export interface LogEvent {
  /** Since it began, in seconds of the machine's time. */
  second: number;
  /** Stitches of the file before it. */
  stitch: number;
  what: Happening;
}

export interface Mishaps {
  /** The upper thread breaks about every so many stitches; 0: never. */
  breaks: number;
  /** The bobbin lasts for about so many stitches; 0: for ever. */
  bobbin: number;
  seed: number;
}

export interface Counts {
  /** That the needle truly made, those that were sewn twice counted twice. */
  stitches: number;
  jumps: number;
  trims: number;
  /** Changes of thread or stops that were met. */
  changes: number;
  /** Needles that a person threaded, beside the first. */
  threadings: number;
  breaks: number;
  bobbins: number;
  /** Seconds that needle, cutter and people's hands took. */
  seconds: number;
}

/** Stitches over which it runs up to its speed, and the share of it that it begins with. */
const RAMP = { stitches: 8, from: 0.4 };
/** Stitches longer than this take more than one beat, in mm. */
const LONG = 5;
/** So many stitches pass before the machine notices that a thread is gone. */
const NOTICED = { broken: [2, 7], bobbin: [5, 15] } as const;

/** A generator of numbers from 0 to 1 that gives the same for the same seed (mulberry32). */
function randomOf(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

export class Sewing {
  readonly job: Job;
  readonly model: Model;
  colours: Colour[];
  /** Stitches a minute. */
  speed: number;
  status: Status = 'ready';
  /** The record that comes next. */
  at = 0;
  /** 1 for every stitch that holds with thread. */
  readonly laid: Uint8Array;
  readonly events: LogEvent[] = [];
  readonly counts: Counts = {
    stitches: 0,
    jumps: 0,
    trims: 0,
    changes: 0,
    threadings: 0,
    breaks: 0,
    bobbins: 0,
    seconds: 0,
  };
  /** What a person threaded on each needle: the number of the colour, or -1. */
  private readonly threaded: number[];
  /** The colour that is sewn now. */
  private inNeedle = 0;
  /** The colour that it waits for. */
  private wanted = 0;
  /** Time that is left over from the last step, in seconds. */
  private rest = 0;
  /** Stitches since it last began to run. */
  private run = 0;
  /** A thread hangs from needle to cloth: there is something to cut. */
  private hangs = false;
  /** Upper or lower thread is gone, and how many stitches until that is noticed. */
  private gone: { what: 'broken' | 'bobbin'; left: number } | null = null;
  private readonly random: () => number;
  private readonly mishaps: Mishaps;
  private nextBreak = Infinity;
  private bobbinLeft = Infinity;

  constructor(
    job: Job,
    model: Model,
    colours: Colour[],
    mishaps: Mishaps = { breaks: 0, bobbin: 0, seed: 1 },
  ) {
    this.job = job;
    this.model = model;
    this.colours = colours;
    this.speed = model.fastest;
    this.laid = new Uint8Array(job.x.length);
    this.threaded = Array.from({ length: model.needles }, (_, n) => colours.findIndex((c) => c.needle === n));
    this.mishaps = mishaps;
    this.random = randomOf(mishaps.seed);
    this.drawBreak();
    this.drawBobbin();
  }

  private drawBreak(): void {
    this.nextBreak = this.mishaps.breaks
      ? Math.ceil(-Math.log(1 - this.random()) * this.mishaps.breaks)
      : Infinity;
  }

  private drawBobbin(): void {
    this.bobbinLeft = this.mishaps.bobbin
      ? Math.ceil(this.mishaps.bobbin * (0.8 + 0.4 * this.random()))
      : Infinity;
  }

  /** Stitches of the file before where the needle is. */
  get stitch(): number {
    return this.job.before[this.at];
  }

  /** The colour that the machine asks for, or sews now. */
  get colour(): number {
    return this.status === 'thread' ? this.wanted : this.inNeedle;
  }

  /** Stitches behind the needle that hold no thread, though they were gone over. */
  get missing(): number {
    let n = 0;
    for (let i = 0; i < this.at; i++) if (this.job.step[i] === Step.stitch && !this.laid[i]) n++;
    return n;
  }

  private note(what: Happening): void {
    this.events.push({ second: Math.round(this.counts.seconds * 10) / 10, stitch: this.stitch, what });
  }

  /** Begins, or goes on after a person held it. */
  go(): void {
    if (this.status === 'ready') this.note('begun');
    if (this.status !== 'ready' && this.status !== 'held') return;
    this.status = 'sewing';
    this.run = 0;
    // The frame may have been moved to another colour.
    const next = this.at ? this.job.colour[this.at - 1] : 0;
    if (next !== this.inNeedle) this.meet(next);
  }

  hold(): void {
    if (this.status !== 'sewing') return;
    this.status = 'held';
    this.note('held');
  }

  /** A person has done what the machine waits for: threaded a needle, or put in a bobbin. It goes on when told to. */
  threadedNow(): void {
    const { status, counts, model } = this;
    if (status !== 'thread' && status !== 'broken' && status !== 'bobbin') return;
    const { colour } = this;
    counts.seconds += model.threading;
    if (status === 'bobbin') this.drawBobbin();
    else {
      counts.threadings++;
      this.drawBreak();
      this.inNeedle = colour;
      this.threaded[this.colours[colour].needle] = colour;
    }
    this.gone = null;
    this.status = 'held';
    this.note('threaded');
  }

  /** A person has done what a stop was for, and leaves the thread as it is. */
  sameThread(): void {
    if (this.status !== 'thread') return;
    const { colour } = this;
    this.counts.seconds += this.model.stop;
    this.colours = this.colours.map((c, k) => (k === colour ? { ...this.colours[this.inNeedle] } : c));
    this.inNeedle = colour;
    this.threaded[this.colours[colour].needle] = colour;
    this.status = 'held';
    this.note('stop');
  }

  /** Moves the frame to another record without sewing; only while it stands. */
  moveTo(record: number): void {
    if (this.status === 'sewing') return;
    const to = Math.min(this.job.x.length, Math.max(0, record));
    if (to === this.at) return;
    this.at = to;
    this.note('moved');
    if (this.status !== 'broken' && this.status !== 'bobbin') this.status = 'held';
  }

  /** Goes so many stitches on, or back when negative, without sewing. */
  moveBy(stitches: number): void {
    const { step } = this.job;
    let [at, left] = [this.at, Math.abs(stitches)];
    const way = Math.sign(stitches);
    while (left && at + (way < 0 ? -1 : 0) >= 0 && at + (way < 0 ? 0 : 1) <= step.length) {
      at += way;
      if (step[way < 0 ? at : at - 1] === Step.stitch) left--;
    }
    this.moveTo(at);
  }

  /** How long a record takes, in seconds. */
  private costOf(i: number): number {
    const { job, model, speed } = this;
    switch (job.step[i]) {
      case Step.trim:
        return this.hangs ? model.trim : 0;
      case Step.change:
        return 0; // what follows from it is counted where it is known
      default: {
        const beat = 60 / speed;
        if (job.step[i] === Step.jump) return beat;
        const d = Math.hypot(job.x[i] - (i ? job.x[i - 1] : 0), job.y[i] - (i ? job.y[i - 1] : 0));
        const ramp = this.run < RAMP.stitches ? RAMP.from + ((1 - RAMP.from) * this.run) / RAMP.stitches : 1;
        return (beat * Math.max(1, d / LONG)) / ramp;
      }
    }
  }

  /**
   * Lets so many seconds of the machine's time pass. It stops by itself where a person is needed. Answers the records that it
   * went through: from, up to but without to.
   */
  advance(seconds: number): { from: number; to: number } {
    const from = this.at;
    if (this.status !== 'sewing') return { from, to: from };
    this.rest += seconds;
    while (this.status === 'sewing') {
      if (this.at >= this.job.x.length) {
        if (this.notice()) break;
        this.status = 'done';
        this.note('done');
        break;
      }
      // Whoever is asked for the next thread sees that there is none.
      if (this.job.step[this.at] === Step.change && this.notice()) break;
      const cost = this.costOf(this.at);
      if (cost > this.rest) break;
      this.rest -= cost;
      this.counts.seconds += cost;
      this.pass(this.at++);
    }
    if (this.status !== 'sewing') this.rest = 0;
    return { from, to: this.at };
  }

  /** What happens at a record. */
  private pass(i: number): void {
    const { counts, job } = this;
    switch (job.step[i]) {
      case Step.jump:
        counts.jumps++;
        return;
      case Step.trim:
        if (!this.hangs) return;
        this.hangs = false;
        counts.trims++;
        this.run = 0;
        this.note('trim');
        return;
      case Step.change:
        // The thread is cut for it.
        this.hangs = false;
        counts.changes++;
        this.run = 0;
        this.meet(job.colour[i]);
        return;
      default:
        this.sew(i);
    }
  }

  /** Another colour is to be sewn. */
  private meet(next: number): void {
    const { needle, thread } = this.colours[next];
    const { otherNeedle } = this.model;
    const there = this.colours[this.threaded[needle]]?.thread;
    if (otherNeedle !== null && there === thread && needle !== this.colours[this.inNeedle].needle) {
      this.inNeedle = next;
      this.counts.seconds += otherNeedle;
      this.note('needle');
    } else {
      this.wanted = next;
      this.status = 'thread';
    }
  }

  private sew(i: number): void {
    const { counts } = this;
    counts.stitches++;
    this.run++;
    if (this.gone) {
      if (--this.gone.left <= 0) this.notice();
      return;
    }
    this.laid[i] = 1;
    this.hangs = true;
    if (--this.nextBreak <= 0) this.lose('broken');
    else if (--this.bobbinLeft <= 0) this.lose('bobbin');
  }

  /** Stops when a thread is gone. */
  private notice(): boolean {
    if (!this.gone) return false;
    const { what } = this.gone;
    this.status = what;
    this.counts[what === 'broken' ? 'breaks' : 'bobbins']++;
    this.note(what);
    return true;
  }

  private lose(what: 'broken' | 'bobbin'): void {
    const [least, most] = NOTICED[what];
    this.gone = { what, left: least + Math.floor(this.random() * (most - least + 1)) };
  }

  /** Somebody stands by who does what the machine asks for: threads, goes back over what is missing, and goes on. */
  attend(): void {
    if (this.status === 'broken' || this.status === 'bobbin') {
      this.threadedNow();
      let first = this.at;
      while (first > 0 && (this.job.step[first - 1] !== Step.stitch || !this.laid[first - 1])) first--;
      // Two stitches over what holds, so that the new thread does.
      this.moveTo(first);
      this.moveBy(-2);
    } else if (this.status === 'thread') this.threadedNow();
    this.go();
  }
}
