// What the machine wrote down of its sewings: beside the file on the stick, or in its own memory until a stick is put in.
import { mkdir, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { join, posix } from 'node:path';
import { StickError, type Stick } from '@rosehip/stick';
import { logName } from './machine/log.ts';

const ENDING = '.sewn.json';
/** So often one file is sewn before its last log is written over. */
const MOST = 99;

/** One that waits for a stick. */
interface Kept {
  /** Where it belongs on the stick. */
  path: string;
  log: object;
}

export class Logs {
  private readonly stick: Stick;
  private readonly folder: string;

  /** `folder` is the machine's own memory. */
  constructor(stick: Stick, folder: string) {
    this.stick = stick;
    this.folder = folder;
  }

  /** Writes it on to the stick under a name that no other has, and gives that. Throws StickError. */
  private async write({ path, log }: Kept): Promise<string> {
    const text = Buffer.from(JSON.stringify(log, null, 1));
    const stem = path.endsWith(ENDING) ? path.slice(0, -ENDING.length) : path;
    for (let k = 1; ; k++) {
      const name = `${stem}${k > 1 ? ` ${k}` : ''}${ENDING}`;
      try {
        await this.stick.write(name, text, { replace: k >= MOST });
        return name;
      } catch (error) {
        if (!(error instanceof StickError && error.code === 'taken') || k >= MOST) throw error;
      }
    }
  }

  /** Writes it down: where it is then, and why it isn't on the stick. */
  async keep(path: string, log: object): Promise<{ on: 'stick' | 'machine'; name?: string; why?: string }> {
    try {
      return { on: 'stick', name: await this.write({ path, log }) };
    } catch (error) {
      if (!(error instanceof StickError)) throw error;
      await mkdir(this.folder, { recursive: true });
      const kept: Kept = { path, log };
      await writeFile(join(this.folder, `${Date.now()}${ENDING}`), JSON.stringify(kept));
      return { on: 'machine', why: error.message };
    }
  }

  /** What waits in a file of the machine's memory; null for what can't be read. */
  private async waiting(file: string): Promise<Kept | null> {
    try {
      const kept = JSON.parse(await readFile(file, 'utf8')) as Partial<Kept> & { file?: unknown };
      if (typeof kept.path === 'string' && kept.log) return { path: kept.path, log: kept.log };
      // A log by itself tells which file it is of.
      return typeof kept.file === 'string' ? { path: logName(kept.file), log: kept } : null;
    } catch {
      return null;
    }
  }

  /** A stick was put in: what waited for one is written on to it; what can't be, waits on. */
  async carryOver(): Promise<void> {
    const names = await readdir(this.folder).catch(() => []);
    for (const name of names.filter((n) => n.endsWith(ENDING)).sort()) {
      const file = join(this.folder, name);
      const kept = await this.waiting(file);
      if (!kept) continue;
      try {
        // Its folder is on another stick, perhaps.
        const inFolder = posix.dirname(kept.path);
        const there = inFolder === '.' || (await this.stick.list(inFolder).then(Boolean, () => false));
        await this.write(there ? kept : { ...kept, path: posix.basename(kept.path) });
      } catch (error) {
        if (error instanceof StickError) return;
        throw error;
      }
      await rm(file);
    }
  }
}
