// A sheet on a phone: reached from the home network while it is shown, and nothing else is.
import { mkdtemp, mkdir, rm, writeFile } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { BesideSheet } from '@rosehip/wire';
import type { FastifyInstance } from 'fastify';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { freePort } from '../../../scripts/lib/database.mjs';
import { buildApp } from '../src/app.ts';
import { makeDatabase, type TestDatabase } from './database.ts';

let database: TestDatabase;
let app: FastifyInstance;
let web = '';
let port = 0;
beforeAll(async () => {
  database = await makeDatabase();
  web = await mkdtemp(join(tmpdir(), 'rosehip-beside-'));
  await mkdir(join(web, 'assets'));
  await writeFile(join(web, 'beside.html'), '<!doctype html><title>Beside</title>');
  await writeFile(join(web, 'index.html'), '<!doctype html><title>The bench</title>');
  port = await freePort();
  app = await buildApp(database.connection, { limited: false, web, besidePort: port });
});
afterAll(async () => {
  await app?.close();
  await database?.drop();
  await rm(web, { recursive: true, force: true });
});

const step = {
  thread: { code: '222', name: 'Dusk Blue', colour: '#506890' },
  names: ['Night sky'],
  stop: '',
  stitches: 120,
  seconds: 30,
  metres: 0.5,
  needle: 0,
  path: 'M0 0L10 4',
};
const sheet: BesideSheet = { title: 'Badge', box: [-5, -5, 20, 20], threadWidth: 0.4, steps: [step, step] };
const ask = (method: 'GET' | 'POST' | 'DELETE', url: string, payload?: object) =>
  app.inject({ method, url: `/api/beside${url}`, payload, headers: { host: '127.0.0.1' } });
const outside = (path: string, init?: RequestInit) => fetch(`http://127.0.0.1:${port}${path}`, init);

test('a sheet is shown, ticked off, and taken off; with the last one the door is shut', async () => {
  await expect(outside('/')).rejects.toThrow();
  const { code, addresses } = (await ask('POST', '', sheet)).json();
  expect(code).toMatch(/^[bcdfghjkmnpqrstvwxz]{5}$/);
  for (const address of addresses) expect(address).toMatch(new RegExp(`^http://[\\d.]+:${port}/${code}$`));
  expect(await (await outside(`/${code}`)).text()).toContain('Beside');
  expect(await (await outside(`/api/${code}`)).json()).toEqual({ sheet, done: [] });
  const put = await outside(`/api/${code}/done`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ done: [1, 0, 1] }),
  });
  expect(put.status).toBe(200);
  expect((await ask('GET', `/${code}`)).json()).toEqual({ done: [0, 1] });
  expect((await ask('DELETE', `/${code}`)).statusCode).toBe(204);
  await expect(outside(`/${code}`)).rejects.toThrow();
  expect((await ask('GET', `/${code}`)).statusCode).toBe(404);
});

test('nothing else can be reached from there', async () => {
  const { code } = (await ask('POST', '', sheet)).json();
  for (const path of [
    '/',
    '/zzzzz',
    '/api/zzzzz',
    '/api/designs',
    '/index.html',
    '/beside.html',
    '/../index.html',
    '/api/health',
  ])
    expect((await outside(path)).status, path).toBeGreaterThanOrEqual(400);
  const wrong = await outside(`/api/${code}/done`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ done: ['all'] }),
  });
  expect(wrong.status).toBe(400);
  await ask('DELETE', `/${code}`);
});

test('what is no sheet is refused', async () => {
  for (const bad of [
    {},
    { ...sheet, steps: [{ ...step, path: 'M0 0<script>' }] },
    { ...sheet, steps: [{ ...step, thread: { ...step.thread, colour: 'red;x' } }] },
    { ...sheet, box: [1, 2] },
  ])
    expect((await ask('POST', '', bad)).statusCode).toBe(400);
});

test('a port that is taken is told', async () => {
  const other = createServer();
  await new Promise<void>((done) => other.listen(port, '0.0.0.0', done));
  const refused = await ask('POST', '', sheet);
  expect([refused.statusCode, refused.json().error.code]).toEqual([409, 'port-taken']);
  await new Promise((done) => other.close(done));
  const { code } = (await ask('POST', '', sheet)).json();
  expect((await outside(`/${code}`)).status).toBe(200);
  await ask('DELETE', `/${code}`);
});
