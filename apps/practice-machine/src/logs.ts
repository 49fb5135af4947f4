// What the machine wrote down of its sewings: beside the file on the stick, or in its own memory until a stick is put in.
import { mkdir, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { join, posix } from 'node:path';
import { StickError, type Stick } from '@rosehip/stick';

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

  /** A stick was put in: what waited for one is written on to it; what can't be, waits on. */
  async carryOver(): Promise<void> {
    const names = await readdir(this.folder).catch(() => []);
    for (const name of names.filter((n) => n.endsWith(ENDING)).sort()) {
      const file = join(this.folder, name);
      try {
        const { path, log } = JSON.parse(await readFile(file, 'utf8')) as Kept;
        // Its folder is on another stick, perhaps.
        const inFolder = posix.dirname(path);
        const there = inFolder === '.' || (await this.stick.list(inFolder).then(Boolean, () => false));
        await this.write({ path: there ? path : posix.basename(path), log });
        await rm(file);
      } catch (error) {
        if (error instanceof StickError) return;
        if (!(error instanceof SyntaxError || error instanceof TypeError)) throw error;
        // What was written down by halves is nobody's: it does not stand in the way of others.
        await rm(file, { force: true });
      }
    }
  }
}
