// A database that dies or freezes: it is told at once, started again, and nothing has to be done.
import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { emptyDesign } from '@rosehip/core';
import { afterAll, beforeAll, expect, test, vi } from 'vitest';
import { buildApp } from '../apps/server/src/app.ts';
import { connectDatabase, type Connection } from '../apps/server/src/database/connect.ts';
import { DatabaseWatch } from '../apps/server/src/database/watch.ts';
import { startDatabase } from './lib/database.mjs';

const folder = mkdtempSync(join(tmpdir(), 'rosehip-db-'));
let database: Awaited<ReturnType<typeof startDatabase>>;
let connection: Connection;
let watch: DatabaseWatch;
let app: Awaited<ReturnType<typeof buildApp>>;
const words: (string | null)[] = [];

beforeAll(async () => {
  vi.spyOn(console, 'log').mockImplementation(() => {});
  vi.spyOn(console, 'error').mockImplementation(() => {});
  database = await startDatabase(folder);
  connection = await connectDatabase(database.url);
  watch = new DatabaseWatch(database.url);
  app = await buildApp(connection, { limited: false, watch });
  database.onTrouble((said: string | null) => {
    words.push(said);
    watch.told = said;
  });
});
afterAll(async () => {
  await app?.close();
  await connection?.pool.end();
  await database?.stop();
  rmSync(folder, { recursive: true, force: true });
});

const call = async (method: 'GET' | 'POST', url: string, payload?: object) => {
  const r = await app.inject({ method, url, payload, headers: { host: 'localhost' } });
  return { status: r.statusCode, body: r.json() };
};
const until = (state: number): Promise<void> =>
  vi.waitFor(async () => expect((await call('GET', '/api/health')).status).toBe(state), {
    timeout: 30_000,
    interval: 100,
  });

test('killed: told with words, started again by itself, and saves go on', async () => {
  expect((await call('POST', '/api/designs', { design: emptyDesign('Before') })).status).toBe(201);
  const before = database.pid();
  process.kill(before, 'SIGKILL');
  await until(503);
  await until(200);
  expect(database.pid()).not.toBe(before);
  expect((await call('POST', '/api/designs', { design: emptyDesign('After') })).status).toBe(201);
  const { designs } = (await call('GET', '/api/designs')).body;
  expect(designs.map((d: { name: string }) => d.name).sort()).toEqual(['After', 'Before']);
  expect(words).toEqual(['The database has ended; it is being started again.', null]);
});

test('frozen: told instead of waited for, and well again when it thaws', async () => {
  process.kill(database.pid(), 'SIGSTOP');
  try {
    await until(503); // its threads don't all stop in the same moment: one may still answer once
    expect((await call('GET', '/api/designs')).status).toBe(503);
  } finally {
    process.kill(database.pid(), 'SIGCONT');
  }
  await until(200);
  expect((await call('GET', '/api/designs')).status).toBe(200);
});

test('a start that was ended while it made the database leaves nothing half', async () => {
  const half = mkdtempSync(join(tmpdir(), 'rosehip-half-'));
  mkdirSync(join(half, 'data.making', 'mysql'), { recursive: true });
  writeFileSync(join(half, 'data.making', 'ibdata1'), 'half');
  const whole = await startDatabase(half);
  const made = await connectDatabase(whole.url);
  await made.pool.end();
  await whole.stop();
  expect(existsSync(join(half, 'data.making'))).toBe(false);
  rmSync(half, { recursive: true, force: true });
});
