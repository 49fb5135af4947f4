// The machine's slot: what is on the stick, what it writes down, and who may work it.
import { mkdtemp, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Stick } from '@rosehip/stick';
import type { FastifyInstance } from 'fastify';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { buildMachine } from '../src/app.ts';

let root = '';
let app: FastifyInstance;
let computer: Stick;
beforeEach(async () => {
  root = await mkdtemp(join(tmpdir(), 'rosehip-machine-'));
  computer = new Stick(join(root, 'stick'), 'computer');
  await computer.ensure();
  await computer.write('Badges/Club badge.dst', new Uint8Array([1, 2, 3]));
  app = await buildMachine({ stick: join(root, 'stick'), logs: join(root, 'logs') });
});
afterEach(async () => {
  await app.close();
  await rm(root, { recursive: true, force: true });
});

const ask = (method: 'GET' | 'PUT', url: string, payload?: object, headers: Record<string, string> = {}) =>
  app.inject({ method, url, payload, headers: { host: '127.0.0.1', ...headers } });

test('the stick is put in, read, and goes back to the computer', async () => {
  expect((await ask('GET', '/api/files')).json()).toEqual({
    code: 'gone',
    message: 'The stick is not in the machine. Put it in first.',
  });
  expect((await ask('PUT', '/api/stick', { in: true })).json()).toMatchObject({ slot: 'machine' });
  await expect(computer.list()).rejects.toThrow('The stick is not in the computer');
  const { entries } = (await ask('GET', '/api/files?path=Badges')).json();
  expect(entries).toMatchObject([{ name: 'Club badge.dst', short: 'CLUBBA~1.DST' }]);
  const file = await ask('GET', '/api/file?path=Badges%2FClub%20badge.dst');
  expect([...file.rawPayload]).toEqual([1, 2, 3]);
  expect((await ask('GET', '/api/file?path=..%2F..%2Fetc')).statusCode).toBe(409);
  expect((await ask('PUT', '/api/stick', { in: false })).json()).toMatchObject({ slot: 'computer' });
  expect(await computer.list('Badges')).toHaveLength(1);
});

test('what happened is written beside the file, or kept when that can’t be', async () => {
  await ask('PUT', '/api/stick', { in: true });
  const url = '/api/log?path=Badges%2FClub%20badge.sewn.json';
  const name = 'Badges/Club badge.sewn.json';
  expect((await ask('PUT', url, { stitches: 12 })).json()).toEqual({ on: 'stick', name });
  // Sewn again: both evenings are kept.
  const again = 'Badges/Club badge 2.sewn.json';
  expect((await ask('PUT', url, { stitches: 13 })).json()).toEqual({ on: 'stick', name: again });
  await ask('PUT', '/api/stick', { in: false });
  const onStick = async (path: string): Promise<unknown> =>
    JSON.parse(Buffer.from(await computer.read(path)).toString());
  expect(await onStick(name)).toEqual({ stitches: 12 });
  expect(await onStick(again)).toEqual({ stitches: 13 });

  const kept = (await ask('PUT', url, { stitches: 14 })).json();
  expect(kept).toEqual({ on: 'machine', why: 'The stick is not in the machine. Put it in first.' });
  expect(await readdir(join(root, 'logs'))).toHaveLength(1);
  // With the next stick it goes on to that.
  await ask('PUT', '/api/stick', { in: true });
  expect(await readdir(join(root, 'logs'))).toHaveLength(0);
  await ask('PUT', '/api/stick', { in: false });
  expect(await onStick('Badges/Club badge 3.sewn.json')).toEqual({ stitches: 14 });
});

test('a log that waits for a stick waits on when that is locked, and goes to the root of one without its folder', async () => {
  await ask('PUT', '/api/log?path=Hats%2FMoth.sewn.json', { stitches: 1 });
  await writeFile(join(root, 'logs', '1.sewn.json'), '{"path": "half');
  await writeFile(join(root, 'logs', '2.sewn.json'), '{"kind": "sewn", "file": "Hats/Owl.dst"}');
  await computer.lock(true);
  await ask('PUT', '/api/stick', { in: true });
  expect(await readdir(join(root, 'logs'))).toHaveLength(3);
  await ask('PUT', '/api/stick', { in: false });
  await computer.lock(false);
  await ask('PUT', '/api/stick', { in: true });
  // What can't be read stands in nobody's way, and is not thrown away.
  expect(await readdir(join(root, 'logs'))).toEqual(['1.sewn.json']);
  await ask('PUT', '/api/stick', { in: false });
  const names = (await computer.list()).map(({ name }) => name);
  expect(names).toEqual(expect.arrayContaining(['Moth.sewn.json', 'Owl.sewn.json']));
});

test('only its own screen works it', async () => {
  for (const headers of [{ host: 'elsewhere.example' }, { 'sec-fetch-site': 'cross-site' }] as Record<
    string,
    string
  >[])
    expect((await ask('PUT', '/api/stick', { in: true }, headers)).statusCode).toBe(403);
  expect((await ask('PUT', '/api/stick', { in: 'yes please' })).statusCode).toBe(400);
});
