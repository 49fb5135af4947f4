// The stick over the wire.
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { FastifyInstance } from 'fastify';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { buildApp } from '../src/app.ts';
import { makeDatabase, type TestDatabase } from './database.ts';

let database: TestDatabase;
let app: FastifyInstance;
let folder = '';
beforeAll(async () => {
  database = await makeDatabase();
  folder = await mkdtemp(join(tmpdir(), 'rosehip-server-stick-'));
  app = await buildApp(database.connection, {
    limited: false,
    stick: folder,
    machine: 'http://127.0.0.1:5181',
  });
});
afterAll(async () => {
  await app?.close();
  await database?.drop();
  await rm(folder, { recursive: true, force: true });
});

const ask = (method: 'GET' | 'PUT' | 'PATCH' | 'DELETE' | 'POST', url: string, payload?: object) =>
  app.inject({ method, url: `/api/stick${url}`, payload, headers: { host: '127.0.0.1' } });
const write = (name: string, bytes: number, replace = false) =>
  app.inject({
    method: 'PUT',
    url: `/api/stick/file?path=${encodeURIComponent(name)}&replace=${replace}`,
    payload: Buffer.alloc(bytes, 5),
    headers: { host: '127.0.0.1', 'content-type': 'application/octet-stream' },
  });
const names = async (folder = ''): Promise<string[]> =>
  (await ask('GET', `/files?folder=${folder}`)).json().entries.map((e: { name: string }) => e.name);

test('files are written, listed, renamed, read and deleted; folders are made', async () => {
  expect((await write('Moth.dst', 600)).json()).toMatchObject({
    name: 'Moth.dst',
    short: 'MOTH.DST',
    size: 600,
  });
  expect((await ask('POST', '/folders', { path: 'Badges' })).statusCode).toBe(204);
  await write('Badges/Club badge.dst', 700);
  expect(await names()).toEqual(['Badges', 'Moth.dst']);
  expect((await ask('PATCH', '/file?path=Moth.dst', { name: 'Night moth.dst' })).statusCode).toBe(204);
  expect((await ask('GET', '/file?path=Night%20moth.dst')).rawPayload).toHaveLength(600);
  expect((await ask('DELETE', '/file?path=Night%20moth.dst')).statusCode).toBe(204);
  expect(await names()).toEqual(['Badges']);
  expect((await ask('GET', '')).json()).toEqual({
    slot: 'computer',
    capacity: 64_000_000,
    used: 8192,
    locked: false,
    machine: 'http://127.0.0.1:5181',
  });
});

test('each thing that goes wrong has a code and a sentence', async () => {
  const failure = (r: { json(): { error: object } }) => r.json().error;
  await write('a.dst', 10);
  expect(failure(await write('A.dst', 10))).toMatchObject({ code: 'taken' });
  expect((await write('A.dst', 12, true)).statusCode).toBe(201);
  expect(failure(await write('what?.dst', 10))).toEqual({
    code: 'name',
    message: 'A name on the stick can’t hold “?”. Leave it out.',
  });
  expect(failure(await ask('GET', '/file?path=b.dst'))).toMatchObject({ code: 'missing' });
  await ask('PUT', '/lock', { locked: true });
  expect((await write('b.dst', 10)).statusCode).toBe(423);
  await ask('PUT', '/lock', { locked: false });
  expect((await ask('PUT', '/place', { slot: 'machine', safely: true })).json()).toMatchObject({
    slot: 'machine',
  });
  expect(failure(await ask('GET', '/files'))).toMatchObject({ code: 'gone' });
  await ask('PUT', '/place', { slot: 'computer' });
  expect((await ask('PUT', '/place', { slot: 'pocket' })).statusCode).toBe(400);
});

test('a stick whose folder can’t be had keeps nobody from the bench', async () => {
  const file = join(folder, 'no folder');
  await writeFile(file, '');
  const without = await buildApp(database.connection, { limited: false, stick: join(file, 'stick') });
  const r = await without.inject({ method: 'GET', url: '/api/stick', headers: { host: '127.0.0.1' } });
  expect(r.json()).toMatchObject({ slot: 'none' });
  await without.close();
});

test('a server without a stick says so', async () => {
  const without = await buildApp(database.connection, { limited: false });
  const ask = (url: string) => without.inject({ method: 'GET', url, headers: { host: '127.0.0.1' } });
  expect((await ask('/api/stick')).json()).toMatchObject({ slot: 'none', machine: null });
  expect((await ask('/api/stick/files')).json().error.message).toBe('A stick is not here.');
  await without.close();
});
