// Font files are looked at in a worker thread, within a time and a memory of their own.
import type { OwnFontFile } from '@rosehip/fonts/own';
import { Piscina } from 'piscina';
import { HttpError } from '../errors.ts';
import { FONT_WORKER } from '../paths.ts';
import type { FontResult } from './read-font.ts';

const unusable = (message: string): HttpError => new HttpError(422, 'unreadable', message);

export class FontReader {
  private readonly pool: Piscina<Uint8Array, FontResult>;
  private readonly timeLimit: number;

  /** `timeLimit` is in ms. */
  constructor(timeLimit = 30_000) {
    this.timeLimit = timeLimit;
    this.pool = new Piscina({
      ...FONT_WORKER,
      minThreads: 0,
      maxThreads: 1,
      maxQueue: 8,
      idleTimeout: 10_000,
      resourceLimits: { maxOldGenerationSizeMb: 512 },
    });
    this.pool.on('error', () => {}); // as in summaries.ts
  }

  /** Throws HttpError with a sentence when the file is no font that can be used. */
  async read(file: Uint8Array): Promise<OwnFontFile> {
    let result: FontResult;
    try {
      result = await this.pool.run(file, { signal: AbortSignal.timeout(this.timeLimit) });
    } catch (error) {
      const { name, code, message } = error as Error & { code?: string };
      if (name === 'AbortError')
        throw unusable(`Looking at this font took longer than ${this.timeLimit / 1000} s; it can’t be used.`);
      if (code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw unusable('Looking at this font took more memory than there is; it can’t be used.');
      if (/queue/i.test(message))
        throw new HttpError(429, 'too-many', 'Several fonts are being looked at; try again in a moment.');
      throw unusable('This font file is broken: it can’t be read. Get it anew from where it came.');
    }
    if ('problem' in result) throw unusable(result.problem);
    return result;
  }

  close(): Promise<void> {
    return this.pool.destroy();
  }
}
