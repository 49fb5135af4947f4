// A copy of everything each night, the last seven kept, and the database tidied meanwhile.
import { mkdir, readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Database } from '../database/connect.ts';
import { tidyDatabase } from '../database/thinning.ts';
import { backUp, backupName, isBackupName } from './out.ts';

const KEPT = 7;
/** The hour of the night, in local time. */
const HOUR = 3;
/** How often it is looked whether a night has passed, and how long after the start first, in ms. */
const EVERY = 10 * 60_000;
const FIRST = 60_000;

export interface KeptBackup {
  name: string;
  at: Date;
  bytes: number;
}

/** The last time before `now` that the clock showed the hour of the night. */
export function lastNight(now: Date): Date {
  const night = new Date(now);
  night.setHours(HOUR, 0, 0, 0);
  if (night > now) night.setDate(night.getDate() - 1);
  return night;
}

export class Nightly {
  readonly folder: string;
  /** Why the last copy could not be made, as a sentence. */
  problem: string | null = null;
  private readonly db: Database;
  private timer: NodeJS.Timeout | undefined;
  private ended = false;

  constructor(db: Database, folder: string) {
    this.db = db;
    this.folder = folder;
  }

  /** Newest first. */
  async list(): Promise<KeptBackup[]> {
    const names = (await readdir(this.folder).catch(() => [])).filter(isBackupName);
    const files = await Promise.all(
      names.map(async (name) => {
        const { mtime, size } = await stat(join(this.folder, name));
        return { name, at: mtime, bytes: size };
      }),
    );
    return files.sort((a, b) => b.name.localeCompare(a.name));
  }

  /** Makes the night's copy when it is not there yet, and drops those that are too old. */
  async look(now = new Date()): Promise<void> {
    const [newest] = await this.list();
    if (newest && newest.at >= lastNight(now)) return;
    try {
      await tidyDatabase(this.db);
      await mkdir(this.folder, { recursive: true });
      await backUp(this.db, join(this.folder, backupName(now)), now);
      for (const old of (await this.list()).slice(KEPT))
        await rm(join(this.folder, old.name), { force: true });
      this.problem = null;
    } catch (error) {
      const { code, message } = ((error as Error).cause ?? error) as NodeJS.ErrnoException;
      const why = code === 'ENOSPC' ? 'the disk is full' : message;
      this.problem = `The night’s copy could not be made: ${why}. It is tried again in ten minutes.`;
      console.error(`rosehip: ${this.problem}`);
    }
  }

  start(wait = FIRST): void {
    this.timer = setTimeout(() => void this.look().then(() => this.ended || this.start(EVERY)), wait);
    this.timer.unref();
  }

  stop(): void {
    this.ended = true;
    clearTimeout(this.timer);
  }
}
