// A stick's promises: files are whole or not there, names are each their own, and what goes wrong is told.
import { fork } from 'node:child_process';
import { mkdtemp, mkdir, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { ShortNames } from './short-names.ts';
import { Stick } from './stick.ts';
import { contentOf } from './writing.fixture.ts';

let root = '';
beforeEach(async () => {
  root = await mkdtemp(join(tmpdir(), 'rosehip-stick-'));
});
afterEach(() => rm(root, { recursive: true, force: true }));

async function stickOf(make: Parameters<Stick['ensure']>[0] = {}): Promise<Stick> {
  const stick = new Stick(root, 'computer');
  await stick.ensure(make);
  return stick;
}

const bytes = (n: number, value = 7): Uint8Array => new Uint8Array(n).fill(value);
const names = async (stick: Stick, folder = ''): Promise<string[]> =>
  (await stick.list(folder)).map((e) => e.name);

describe('what is on it', () => {
  test('is written, read, renamed, put in folders and deleted', async () => {
    const stick = await stickOf();
    await stick.write('Comet bookmark.dst', bytes(5000));
    await stick.write('Badges/Club badge.dst', bytes(10, 3));
    await stick.makeFolder('Empty');
    expect(await names(stick)).toEqual(['Badges', 'Empty', 'Comet bookmark.dst']);
    expect(await stick.read('Badges/Club badge.dst')).toEqual(Buffer.from(bytes(10, 3)));
    await stick.rename('Comet bookmark.dst', 'Comet.dst');
    expect(await names(stick)).toEqual(['Badges', 'Empty', 'Comet.dst']);
    // Two folders, and files of two clusters and of one.
    expect(await stick.state()).toMatchObject({ slot: 'computer', used: 5 * 4096, locked: false });
    await stick.remove('Badges');
    await stick.remove('Comet.dst');
    expect(await names(stick)).toEqual(['Empty']);
    await expect(stick.read('Comet.dst')).rejects.toMatchObject({ code: 'missing' });
  });

  test('is written over only when that is meant, whatever its capitals', async () => {
    const stick = await stickOf();
    await stick.write('Moth.dst', bytes(4));
    await expect(stick.write('MOTH.dst', bytes(5))).rejects.toThrow('“Moth.dst” is on the stick already');
    await stick.write('MOTH.dst', bytes(5), { replace: true });
    expect(await stick.list()).toMatchObject([{ name: 'MOTH.dst', size: 5 }]);
    await stick.makeFolder('ring.dst');
    await expect(stick.write('Ring.dst', bytes(5), { replace: true })).rejects.toThrow('is a folder');
  });

  test('never lies outside of it', async () => {
    const stick = await stickOf();
    await writeFile(join(root, 'secret'), 'x');
    for (const path of ['../secret', 'a/../../secret', '..', 'C:\\secret', '.short-names.json'])
      for (const step of [
        () => stick.read(path),
        () => stick.write(path, bytes(1)),
        () => stick.remove(path),
      ])
        await expect(step()).rejects.toMatchObject({ code: 'name' });
    await expect(stick.remove('')).rejects.toMatchObject({ code: 'name' });
    expect(await readdir(root)).toContain('secret');
  });

  test('may be ten thousand files', async () => {
    const stick = await stickOf();
    const folder = join(root, 'computer');
    await mkdir(folder, { recursive: true });
    await Promise.all(
      Array.from({ length: 10_000 }, (_, k) => writeFile(join(folder, `Long name ${k}.dst`), 'x')),
    );
    const all = await stick.list();
    expect(all).toHaveLength(10_000);
    expect(new Set(all.map((e) => e.short)).size).toBe(10_000);
    await stick.write('One more.dst', bytes(1));
    expect(await stick.list()).toHaveLength(10_001);
  });
});

describe('what goes wrong is told, and leaves no half file', () => {
  test('full', async () => {
    const stick = await stickOf({ capacity: 20_000 });
    await stick.write('a.dst', bytes(9000));
    await expect(stick.write('b.dst', bytes(9000))).rejects.toThrow(
      'The stick is full: “b.dst” takes 13 kB, and 8 kB are free.',
    );
    expect(await names(stick)).toEqual(['a.dst']);
    await stick.remove('a.dst');
    await stick.write('b.dst', bytes(9000));
  });

  test('locked', async () => {
    const stick = await stickOf();
    await stick.write('a.dst', bytes(1));
    await stick.lock(true);
    for (const step of [
      () => stick.write('b.dst', bytes(1)),
      () => stick.rename('a.dst', 'b.dst'),
      () => stick.remove('a.dst'),
      () => stick.makeFolder('b'),
    ])
      await expect(step()).rejects.toMatchObject({ code: 'locked' });
    expect(await names(stick)).toEqual(['a.dst']);
    await stick.lock(false);
    await stick.write('b.dst', bytes(1));
  });

  test('pulled out in the middle; taken out safely waits', async () => {
    const stick = await stickOf({ speed: 1_000_000 });
    const machine = new Stick(root, 'machine');
    const writing = stick.write('Folder/slow.dst', bytes(400_000));
    await pause(120);
    await stick.put('machine');
    await expect(writing).rejects.toThrow('pulled out while “slow.dst” was being written');
    expect(await machine.list('Folder')).toEqual([]);
    await expect(stick.list()).rejects.toThrow('The stick is not in the computer. Put it in first.');
    await expect(stick.write('x.dst', bytes(1))).rejects.toMatchObject({ code: 'gone' });

    await machine.put('computer');
    expect((await readdir(join(root, 'computer', 'Folder'))).filter((n) => n.startsWith('.part'))).toEqual(
      [],
    );
    const whole = stick.write('Folder/slow.dst', bytes(200_000));
    await stick.takeOut('machine');
    expect((await whole).size).toBe(200_000);
    expect(await machine.read('Folder/slow.dst')).toHaveLength(200_000);
  });

  test('killed in the middle of a hundred writings', async () => {
    const stick = await stickOf({ speed: 100_000_000 });
    let seen = 0;
    for (let round = 0; round < 4; round++) {
      const child = fork(new URL('writing.fixture.ts', import.meta.url), [root, String(round)], {
        execArgv: ['--import', 'tsx'],
      });
      const gone = new Promise((done) => child.once('exit', done));
      await new Promise((done) => child.once('message', done));
      await pause(15 + 40 * round);
      child.kill('SIGKILL');
      await gone;
      await stick.clear();
      for (const { name } of await stick.list()) {
        const [, of, k] = /^Writing (\d+) (\d+)\.dst$/.exec(name)!;
        expect(Buffer.compare(await stick.read(name), contentOf(Number(of), Number(k)))).toBe(0);
        seen++;
      }
      expect((await readdir(join(root, 'computer'))).filter((n) => n.startsWith('.part'))).toEqual([]);
    }
    expect(seen).toBeGreaterThan(3);
  });
});

describe('names', () => {
  test('of old machines are eight letters and three, each its own', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.string({ unit: 'grapheme', minLength: 1, maxLength: 30 }), { maxLength: 60 }),
        (all) => {
          const short = new ShortNames();
          const given = all.map((name) => short.for(name));
          expect(new Set(given).size).toBe(all.length);
          for (const name of given) expect(name).toMatch(/^[^a-z .]{1,8}(\.[^a-z .]{1,3})?$/);
        },
      ),
    );
  });

  test('say what they can of the long ones, and stay', async () => {
    const stick = await stickOf();
    for (const name of [
      'MOTH.dst',
      'Comet bookmark.dst',
      'Comet bookmark two.dst',
      'Übergröße.dst',
      '月.dst',
    ])
      await stick.write(name, bytes(1));
    const before = Object.fromEntries((await stick.list()).map((e) => [e.name, e.short]));
    expect(before).toEqual({
      'MOTH.dst': 'MOTH.DST',
      'Comet bookmark.dst': 'COMETB~1.DST',
      'Comet bookmark two.dst': 'COMETB~2.DST',
      'Übergröße.dst': 'UBERGR~1.DST',
      '月.dst': '_~1.DST',
    });
    await stick.remove('Comet bookmark.dst');
    const after = Object.fromEntries((await stick.list()).map((e) => [e.name, e.short]));
    expect(after['Comet bookmark two.dst']).toBe('COMETB~2.DST');
  });

  test('that no file can have are refused with a reason', async () => {
    const stick = await stickOf();
    for (const [name, why] of [
      ['', 'needs a name'],
      ['a?.dst', 'can’t hold “?”'],
      ['a\u0007.dst', 'a control character'],
      ['.hidden', 'full stop'],
      [`${'long '.repeat(30)}.dst`, 'at most 120 fit'],
    ])
      await expect(stick.write(name, bytes(1))).rejects.toThrow(why);
  });
});
