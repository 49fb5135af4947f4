// Pictures and figures of designs, made in worker threads with a queue, a time limit and one job a revision.
import { availableParallelism } from 'node:os';
import type { Design } from '@rosehip/core';
import { and, eq } from 'drizzle-orm';
import { Piscina } from 'piscina';
import type { Database } from '../database/connect.ts';
import { pictures, revisions } from '../database/schema.ts';
import type { PictureJob, PictureResult } from './make-picture.ts';

const PICTURE = { width: 480, height: 360 };
const TIME_LIMIT = 30_000;

export class Summaries {
  private readonly db: Database;
  private readonly pool: Piscina<PictureJob, PictureResult>;
  private readonly running = new Map<string, Promise<Buffer>>();

  constructor(db: Database) {
    this.db = db;
    this.pool = new Piscina({
      filename: new URL('./picture-worker.mjs', import.meta.url).href,
      minThreads: 0,
      maxThreads: Math.max(1, Math.min(2, availableParallelism() - 1)),
      maxQueue: 1000,
      idleTimeout: 30_000,
      resourceLimits: { maxOldGenerationSizeMb: 1024 },
    });
  }

  /** Makes picture and figures of a revision, once; gives the picture as PNG. */
  make(id: string, revision: number, design: Design): Promise<Buffer> {
    const key = `${id}/${revision}`;
    let job = this.running.get(key);
    if (!job) {
      job = this.work(id, revision, design).finally(() => this.running.delete(key));
      this.running.set(key, job);
    }
    return job;
  }

  /** Makes them soon, without anybody waiting; a picture that can't be made is tried again when asked for. */
  makeSoon(id: string, revision: number, design: Design): void {
    this.make(id, revision, design).catch(() => {});
  }

  private async work(id: string, revision: number, design: Design): Promise<Buffer> {
    const limit = AbortSignal.timeout(TIME_LIMIT);
    const { summary, png } = await this.pool.run({ design, ...PICTURE }, { signal: limit });
    const bytes = Buffer.from(png);
    await this.db
      .update(revisions)
      .set({ summary })
      .where(and(eq(revisions.designId, id), eq(revisions.number, revision)));
    await this.db
      .insert(pictures)
      .values({ designId: id, revision, png: bytes })
      .onDuplicateKeyUpdate({ set: { png: bytes } });
    return bytes;
  }

  async picture(id: string, revision: number): Promise<Buffer | null> {
    const [row] = await this.db
      .select({ png: pictures.png })
      .from(pictures)
      .where(and(eq(pictures.designId, id), eq(pictures.revision, revision)));
    return row?.png ?? null;
  }

  async close(): Promise<void> {
    await this.pool.destroy();
  }
}
