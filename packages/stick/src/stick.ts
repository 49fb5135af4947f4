// The stick: a folder that lies in one of three places. Moving it there is one step of the file system, so that whoever
// looks at a slot finds the whole stick or nothing, as at a real one.
import { randomBytes } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, open, readdir, readFile, rename, rm, stat, unlink, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { StickError } from './error.ts';
import { checkName, sameAs } from './names.ts';
import { ShortNames } from './short-names.ts';

/** Where a stick can be. */
export const SLOTS = ['computer', 'machine', 'hand'] as const;
export type Slot = (typeof SLOTS)[number];

export interface StickState {
  slot: Slot;
  /** Bytes. */
  capacity: number;
  used: number;
  /** Its switch is set so that nothing can be written. */
  locked: boolean;
}

export interface StickEntry {
  name: string;
  /** What old machines show instead. */
  short: string;
  folder: boolean;
  /** Bytes. */
  size: number;
  /** ms since 1970. */
  changed: number;
}

interface Make {
  capacity: number;
  locked: boolean;
  /** Bytes a second that it takes. */
  speed: number;
}

const USUAL: Make = { capacity: 64_000_000, locked: false, speed: 4_000_000 };

/** Files take whole clusters of so many bytes. */
const CLUSTER = 4096;
/** Bytes that are written at a time. */
const CHUNK = 65_536;
/** What the stick's own files begin with: its table of short names, and files that are not whole yet. */
const OWN = '.';
const PART = '.part-';
const TABLE = '.short-names.json';

const clusters = (bytes: number): number => Math.ceil(bytes / CLUSTER) * CLUSTER;
const isCode = (error: unknown, ...codes: string[]): boolean =>
  codes.includes((error as NodeJS.ErrnoException).code ?? '');

const told = (bytes: number): string =>
  bytes < 1000
    ? `${bytes} bytes`
    : bytes < 1e6
      ? `${Math.ceil(bytes / 1000)} kB`
      : `${(bytes / 1e6).toFixed(1)} MB`;

/** Writes a file so that it is there whole or not at all, whatever happens meanwhile. */
async function writeWhole(file: string, text: string): Promise<void> {
  const part = `${file}.${randomBytes(4).toString('hex')}`;
  await writeFile(part, text);
  await rename(part, file);
}

/** One side of the stick: as a computer, or as a machine, sees it in its slot. */
export class Stick {
  private readonly root: string;
  private readonly slot: 'computer' | 'machine';
  /** Writings go one after another. */
  private last: Promise<unknown> = Promise.resolve();

  /** `root` is the folder that stands for the stick, `slot` whose side of it this is. */
  constructor(root: string, slot: 'computer' | 'machine') {
    this.root = root;
    this.slot = slot;
  }

  /** Makes a new, empty stick in this slot where there is none. */
  async ensure(make: Partial<Make> = {}): Promise<void> {
    await mkdir(this.root, { recursive: true });
    if (!existsSync(this.about)) await writeWhole(this.about, JSON.stringify({ ...USUAL, ...make }));
    if (!this.where()) await mkdir(join(this.root, this.slot), { recursive: true });
  }

  /** Takes away what writings left behind that were ended; only for who writes here now. */
  async clear(): Promise<void> {
    await this.tidy(join(this.root, this.slot));
  }

  private get about(): string {
    return join(this.root, 'stick.json');
  }

  private async make(): Promise<Make> {
    try {
      return { ...USUAL, ...(JSON.parse(await readFile(this.about, 'utf8')) as Partial<Make>) };
    } catch {
      return USUAL;
    }
  }

  private where(): Slot | null {
    return SLOTS.find((slot) => existsSync(join(this.root, slot))) ?? null;
  }

  private get here(): boolean {
    return existsSync(join(this.root, this.slot));
  }

  private gone(): StickError {
    return new StickError('gone', `The stick is not in the ${this.slot}. Put it in first.`);
  }

  /** A place on the stick, of a path such as "folder/name.dst"; "" is its root. Throws StickError. */
  private place(path: string): string {
    if (!this.here) throw this.gone();
    return join(this.root, this.slot, ...path.split('/').filter(Boolean).map(checkName));
  }

  async state(): Promise<StickState> {
    const { capacity, locked } = await this.make();
    const slot = this.where() ?? 'hand';
    return { slot, capacity, locked, used: slot === 'hand' ? 0 : await this.usedIn(join(this.root, slot)) };
  }

  private async usedIn(folder: string): Promise<number> {
    try {
      const entries = await readdir(folder, { withFileTypes: true });
      const sizes = await Promise.all(
        entries
          .filter(({ name }) => !name.startsWith(OWN))
          .map(async (e) =>
            e.isDirectory()
              ? CLUSTER + (await this.usedIn(join(folder, e.name)))
              : clusters((await stat(join(folder, e.name))).size),
          ),
      );
      return sizes.reduce((sum, size) => sum + size, 0);
    } catch (error) {
      if (isCode(error, 'ENOENT')) return 0; // pulled out, or deleted, while it was looked at
      throw error;
    }
  }

  /** Puts the stick somewhere else. Nothing is waited for: what is being written fails. */
  async put(slot: Slot): Promise<void> {
    const from = this.where();
    if (!from) throw new StickError('gone', 'There is no stick: its folder has been taken away.');
    if (from !== slot) await rename(join(this.root, from), join(this.root, slot));
    await this.tidy(join(this.root, slot));
  }

  /** Takes the stick out when all that is being written is. */
  async takeOut(to: Slot = 'hand'): Promise<void> {
    await this.inTurn(() => this.put(to));
  }

  /** Sets its switch. */
  async lock(locked: boolean): Promise<void> {
    await writeWhole(this.about, JSON.stringify({ ...(await this.make()), locked }));
  }

  /** What an ended writing left behind goes when the stick is put in. */
  private async tidy(folder: string): Promise<void> {
    if (!existsSync(folder)) return;
    for (const entry of await readdir(folder, { withFileTypes: true })) {
      const path = join(folder, entry.name);
      if (entry.isDirectory()) await this.tidy(path);
      else if (entry.name.startsWith(PART)) await unlink(path).catch(() => {});
    }
  }

  /** What is in a folder, folders first, by name. Throws StickError. */
  async list(folder = ''): Promise<StickEntry[]> {
    const place = this.place(folder);
    const entries = await this.entriesOf(place);
    const shorts = await this.shortsOf(place, entries);
    const found = await Promise.all(
      entries.map(async (name): Promise<StickEntry | null> => {
        try {
          const s = await stat(join(place, name));
          return {
            name,
            short: shorts[name],
            folder: s.isDirectory(),
            size: s.isDirectory() ? 0 : s.size,
            changed: s.mtimeMs,
          };
        } catch {
          return null; // deleted meanwhile
        }
      }),
    );
    return found
      .filter((e) => e !== null)
      .sort(
        (a, b) =>
          Number(b.folder) - Number(a.folder) || a.name.localeCompare(b.name, 'en', { numeric: true }),
      );
  }

  private async entriesOf(place: string): Promise<string[]> {
    try {
      return (await readdir(place)).filter((name) => !name.startsWith(OWN));
    } catch (error) {
      if (!this.here) throw this.gone();
      if (isCode(error, 'ENOENT', 'ENOTDIR'))
        throw new StickError('missing', 'There is no such folder on the stick.');
      throw error;
    }
  }

  /** The short names of a folder's entries, as its table has them; those that it has not yet are made. */
  private async shortsOf(place: string, entries: readonly string[]): Promise<Record<string, string>> {
    let table: Record<string, string> = {};
    try {
      table = JSON.parse(await readFile(join(place, TABLE), 'utf8')) as Record<string, string>;
    } catch {
      // none yet, or damaged: names are given anew
    }
    const names = new ShortNames();
    const known = Object.fromEntries(
      entries.filter((e) => typeof table[e] === 'string').map((e) => [e, table[e]]),
    );
    for (const short of Object.values(known)) names.take(short);
    for (const name of [...entries].sort()) known[name] ??= names.for(name);
    return known;
  }

  /** Keeps the short names of a folder, which then stay as they are. */
  private async keepShorts(place: string): Promise<Record<string, string>> {
    const shorts = await this.shortsOf(place, await this.entriesOf(place));
    const part = join(place, PART + randomBytes(4).toString('hex'));
    await writeFile(part, JSON.stringify(shorts));
    await rename(part, join(place, TABLE));
    return shorts;
  }

  /** The bytes of a file. Throws StickError. */
  async read(path: string): Promise<Uint8Array> {
    try {
      return await readFile(this.place(path));
    } catch (error) {
      throw this.known(error, path);
    }
  }

  /** What a failed step of the file system says to the person. */
  private known(error: unknown, path: string): unknown {
    if (error instanceof StickError) return error;
    if (!this.here) return this.gone();
    if (isCode(error, 'ENOENT', 'EISDIR', 'ENOTDIR'))
      return new StickError('missing', `There is no file “${path}” on the stick.`);
    return error;
  }

  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const done = this.last.then(work, work);
    this.last = done.catch(() => {});
    return done;
  }

  private async writable(): Promise<Make> {
    if (!this.here) throw this.gone();
    const make = await this.make();
    if (make.locked)
      throw new StickError('locked', 'The stick is locked: push its switch back, then write again.');
    return make;
  }

  /** The entry of a folder that is called so, whatever its capitals. */
  private async called(place: string, name: string): Promise<string | undefined> {
    const wanted = sameAs(name);
    return (await this.entriesOf(place)).find((entry) => sameAs(entry) === wanted);
  }

  /**
   * Writes a file, whole or not at all; its folder is made. One that is there is written over when `replace` says so.
   * Throws StickError.
   */
  write(path: string, bytes: Uint8Array, { replace = false } = {}): Promise<StickEntry> {
    return this.inTurn(async () => {
      const { capacity, speed } = await this.writable();
      const parts = path.split('/').filter(Boolean).map(checkName);
      const name = parts.pop();
      if (!name) throw new StickError('name', 'The file needs a name.');
      const root = join(this.root, this.slot);
      const folder = join(root, ...parts);
      // Not into a stick that was pulled out a moment ago: its root is never made anew.
      if (parts.length) await this.makeFolders(root, parts);
      const there = await this.called(folder, name);
      if (there && !replace)
        throw new StickError(
          'taken',
          `“${there}” is on the stick already. Choose another name, or write over it.`,
        );
      if (there && (await stat(join(folder, there))).isDirectory())
        throw new StickError('taken', `“${there}” is a folder. Choose another name.`);
      // The old file stays until the new one is whole, so both must find room.
      const free = capacity - (await this.usedIn(root));
      if (clusters(bytes.length) > free)
        throw new StickError(
          'full',
          `The stick is full: “${name}” takes ${told(clusters(bytes.length))}, and ${told(Math.max(0, free))} are free. Delete something on it, then write again.`,
        );
      const part = join(folder, PART + randomBytes(6).toString('hex'));
      try {
        await this.pour(part, bytes, speed);
        await rename(part, join(folder, name));
        // One that differs in capitals only goes when the new one is there.
        if (there && there !== name) await unlink(join(folder, there));
        const shorts = await this.keepShorts(folder);
        const { mtimeMs } = await stat(join(folder, name));
        return { name, short: shorts[name], folder: false, size: bytes.length, changed: mtimeMs };
      } catch (error) {
        await unlink(part).catch(() => {});
        if (!this.here)
          throw new StickError(
            'gone',
            `The stick was pulled out while “${name}” was being written, so the file is not on it. Put it in again and write once more.`,
          );
        throw error;
      }
    });
  }

  private async makeFolders(root: string, parts: readonly string[]): Promise<void> {
    let place = root;
    for (const part of parts) {
      place = join(place, part);
      try {
        await mkdir(place);
      } catch (error) {
        if (isCode(error, 'EEXIST')) continue;
        throw this.here ? error : this.gone();
      }
    }
  }

  /** Writes bytes to a new file, no faster than the stick is. */
  private async pour(file: string, bytes: Uint8Array, speed: number): Promise<void> {
    const out = await open(file, 'wx');
    try {
      for (let at = 0; at < bytes.length; at += CHUNK) {
        if (!this.here) throw this.gone();
        const chunk = bytes.subarray(at, at + CHUNK);
        await out.write(chunk);
        await pause((1000 * chunk.length) / speed);
      }
      await out.sync();
    } finally {
      await out.close();
    }
  }

  /** Gives a file or a folder another name in its folder. Throws StickError. */
  rename(path: string, name: string): Promise<void> {
    return this.inTurn(async () => {
      await this.writable();
      const from = this.place(path);
      const kept = checkName(name);
      const folder = join(from, '..');
      const there = await this.called(folder, kept);
      if (there && join(folder, there) !== from)
        throw new StickError('taken', `“${there}” is on the stick already. Choose another name.`);
      try {
        await rename(from, join(folder, kept));
      } catch (error) {
        throw this.known(error, path);
      }
      await this.keepShorts(folder);
    });
  }

  /** Deletes a file, or a folder with all that is in it. Throws StickError. */
  remove(path: string): Promise<void> {
    return this.inTurn(async () => {
      await this.writable();
      const place = this.place(path);
      if (place === join(this.root, this.slot))
        throw new StickError('name', 'Say which file is to be deleted.');
      if (!existsSync(place)) throw this.known(Object.assign(new Error(), { code: 'ENOENT' }), path);
      await rm(place, { recursive: true, force: true });
    });
  }

  /** Makes an empty folder. Throws StickError. */
  makeFolder(path: string): Promise<void> {
    return this.inTurn(async () => {
      const { capacity } = await this.writable();
      const place = this.place(path);
      const root = join(this.root, this.slot);
      const there = await this.called(join(place, '..'), place.slice(place.lastIndexOf('/') + 1));
      if (place === root || there)
        throw new StickError('taken', `“${there ?? ''}” is on the stick already. Choose another name.`);
      if (capacity - (await this.usedIn(root)) < CLUSTER)
        throw new StickError('full', 'The stick is full. Delete something on it first.');
      try {
        await mkdir(place);
      } catch (error) {
        throw this.known(error, path);
      }
      await this.keepShorts(join(place, '..'));
    });
  }
}
