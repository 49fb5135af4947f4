// Pictures and figures of designs, made in worker threads with a queue, a time limit and one job a revision.
import { availableParallelism } from 'node:os';
import { MessageChannel } from 'node:worker_threads';
import type { Design } from '@rosehip/core';
import { and, eq, lt } from 'drizzle-orm';
import pLimit from 'p-limit';
import { Piscina } from 'piscina';
import type { Database } from '../database/connect.ts';
import { fontsFor } from '../database/fonts.ts';
import { pictures, revisions } from '../database/schema.ts';
import { HttpError } from '../errors.ts';
import { PICTURE_WORKER } from '../paths.ts';
import type { PictureJob, PictureResult } from './make-picture.ts';

const PICTURE = { width: 480, height: 360 };
const THREADS = Math.max(1, Math.min(2, availableParallelism() - 1));

/**
 * So long a design is left alone before its picture is made, in ms. Between two steps somebody looks and thinks: less than
 * this, and half of the steps were painted, each by sewing the design anew on the computer that they work on. Who wants to
 * see the picture doesn't wait (`hurry`).
 */
const REST = 60_000;

export interface SummaryOptions {
  /** How long the work on one picture may take, waiting in the queue and for a worker not counted; ms. */
  timeLimit?: number;
  /** Memory of one worker, MB. */
  memory?: number;
}

/** Why a picture can't be made; what else goes wrong is not the design's fault, and is tried again. */
function problemOf(error: Error & { code?: string }, seconds: number): string | null {
  if (error.name === 'AbortError')
    return `No picture: stitching this takes longer than ${seconds} s. Open it to see what can be made simpler.`;
  if (error.code === 'ERR_WORKER_OUT_OF_MEMORY')
    return 'No picture: stitching this takes more memory than there is. Open it to see what can be made simpler.';
  return null;
}

export class Summaries {
  private readonly db: Database;
  private readonly pool: Piscina<PictureJob, PictureResult>;
  private readonly running = new Map<string, Promise<Buffer>>();
  /** Work waits here and not in the pool: so its time counts from when it begins. */
  private readonly turn = pLimit(THREADS);
  private readonly timeLimit: number;
  /** The newest revision of each design that waits for its picture: those before it are not worth one. */
  private readonly soon = new Map<string, { revision: number; design: Design }>();
  /** Designs that are still being worked on: each waits until it was left alone for a while. */
  private readonly resting = new Map<string, NodeJS.Timeout>();

  constructor(db: Database, { timeLimit = 30_000, memory = 1024 }: SummaryOptions = {}) {
    this.db = db;
    this.timeLimit = timeLimit;
    this.pool = new Piscina({
      ...PICTURE_WORKER,
      minThreads: 0,
      maxThreads: THREADS,
      idleTimeout: 30_000,
      resourceLimits: { maxOldGenerationSizeMb: memory },
      niceIncrement: 10, // saves and answers come first
    });
    // A worker that dies with nobody waiting for it any more (its time was up) says so here. Unheard, that would end
    // the server; the pool has put another in its place already.
    this.pool.on('error', () => {});
  }

  /** There is enough to do already. */
  get busy(): boolean {
    return this.turn.pendingCount > 4;
  }

  isMaking(id: string, revision: number): boolean {
    return this.running.has(`${id}/${revision}`) || this.soon.get(id)?.revision === revision;
  }

  /**
   * Makes picture and figures of a revision, once; gives the picture as PNG. Throws HttpError with a sentence, which is
   * kept with the revision, when the design is at fault.
   */
  make(id: string, revision: number, design: Design): Promise<Buffer> {
    const key = `${id}/${revision}`;
    let job = this.running.get(key);
    if (!job) {
      job = this.turn(() => this.work(id, revision, design)).finally(() => this.running.delete(key));
      this.running.set(key, job);
    }
    return job;
  }

  /**
   * Makes them soon, without anybody waiting, unless a newer revision comes before its turn; what went wrong but for the
   * design is tried again when asked for.
   */
  makeSoon(id: string, revision: number, design: Design): void {
    const waits = this.soon.has(id) && !this.resting.has(id);
    this.soon.set(id, { revision, design });
    if (!waits) this.begin(id);
  }

  /** The same for a save: while somebody works on a design, a picture of each step would only take from their time. */
  makeAfterRest(id: string, revision: number, design: Design): void {
    if (this.soon.has(id) && !this.resting.has(id)) return this.makeSoon(id, revision, design);
    this.soon.set(id, { revision, design });
    clearTimeout(this.resting.get(id));
    this.resting.set(
      id,
      setTimeout(() => this.begin(id), REST),
    );
    this.resting.get(id)!.unref();
  }

  /** Somebody wants to see it: it need not rest. */
  hurry(id: string): void {
    if (this.resting.has(id)) this.begin(id);
  }

  /** Takes its place in the queue. */
  private begin(id: string): void {
    clearTimeout(this.resting.get(id));
    this.resting.delete(id);
    this.turn(async () => {
      const next = this.soon.get(id)!;
      this.soon.delete(id);
      if (!this.running.has(`${id}/${next.revision}`)) await this.work(id, next.revision, next.design);
    }).catch(() => {});
  }

  /** Has a worker make a picture; its time counts from when the worker is up, which takes long where much else is done. */
  private async inTime(job: Omit<PictureJob, 'begun'>): Promise<PictureResult> {
    const { port1: hears, port2: begun } = new MessageChannel();
    const limit = new AbortController();
    let timer: NodeJS.Timeout | undefined;
    hears.once('message', () => (timer = setTimeout(() => limit.abort(), this.timeLimit)));
    try {
      return await this.pool.run({ ...job, begun }, { signal: limit.signal, transferList: [begun] });
    } finally {
      clearTimeout(timer);
      hears.close();
    }
  }

  private async work(id: string, revision: number, design: Design): Promise<Buffer> {
    const here = and(eq(revisions.designId, id), eq(revisions.number, revision));
    let made: PictureResult;
    try {
      const fonts = await fontsFor(this.db, design);
      made = await this.inTime({ design, fonts, ...PICTURE });
    } catch (error) {
      const problem = problemOf(error as Error, this.timeLimit / 1000);
      if (!problem) throw error;
      await this.db.update(revisions).set({ problem }).where(here);
      throw new HttpError(422, 'no-picture', problem);
    }
    const bytes = Buffer.from(made.png);
    await this.db.update(revisions).set({ summary: made.summary }).where(here);
    await this.db
      .insert(pictures)
      .values({ designId: id, revision, png: bytes })
      .onDuplicateKeyUpdate({ set: { png: bytes } });
    // A picture is a thousand times as large as a small change: those of before go, and are made again when asked for.
    await this.db.delete(pictures).where(and(eq(pictures.designId, id), lt(pictures.revision, revision)));
    return bytes;
  }

  async picture(id: string, revision: number): Promise<Buffer | null> {
    const [row] = await this.db
      .select({ png: pictures.png })
      .from(pictures)
      .where(and(eq(pictures.designId, id), eq(pictures.revision, revision)));
    return row?.png ?? null;
  }

  /** Why there is no picture of a revision; null when none was tried, or there is one. */
  async problem(id: string, revision: number): Promise<string | null> {
    const [row] = await this.db
      .select({ problem: revisions.problem })
      .from(revisions)
      .where(and(eq(revisions.designId, id), eq(revisions.number, revision)));
    return row?.problem ?? null;
  }

  async close(): Promise<void> {
    for (const timer of this.resting.values()) clearTimeout(timer);
    await this.pool.destroy();
  }
}
