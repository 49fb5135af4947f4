// Where the interface is found: by browsers at every address of its own, by anything else at the front door.
import { mkdtemp, mkdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { FastifyInstance } from 'fastify';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { buildApp } from '../src/app.ts';
import { makeDatabase, type TestDatabase } from './database.ts';

let database: TestDatabase;
let app: FastifyInstance;
let web = '';
beforeAll(async () => {
  database = await makeDatabase();
  web = await mkdtemp(join(tmpdir(), 'rosehip-pages-'));
  await mkdir(join(web, 'assets'));
  await writeFile(join(web, 'assets', 'bench-1a2b.js'), 'bench();');
  await writeFile(join(web, 'index.html'), '<!doctype html><title>The bench</title>');
  app = await buildApp(database.connection, { limited: false, web });
});
afterAll(async () => {
  await app?.close();
  await database?.drop();
  await rm(web, { recursive: true, force: true });
});

const ask = (url: string, accept: string, method: 'GET' | 'HEAD' = 'GET') =>
  app.inject({ method, url, headers: { host: '127.0.0.1', accept } });
const BROWSER = 'text/html,application/xhtml+xml,*/*;q=0.8';

test('the page is at the front door for whoever asks, and never kept', async () => {
  for (const url of ['/', '/index.html', '/?from=mail'])
    for (const accept of ['*/*', '', BROWSER]) {
      const answer = await ask(url, accept);
      expect([answer.statusCode, answer.body]).toEqual([200, expect.stringContaining('The bench')]);
      expect(answer.headers['content-type']).toContain('text/html');
      expect(answer.headers['cache-control']).toMatch(/no-cache|max-age=0/);
    }
  const head = await ask('/', '*/*', 'HEAD');
  expect([head.statusCode, head.body]).toEqual([200, '']);
});

test('a browser gets the page at addresses of the interface; a missing file is told as missing', async () => {
  expect((await ask('/bench/12', BROWSER)).body).toContain('The bench');
  for (const url of ['/bench/12', '/old-picture.png', '/assets/bench-gone.js']) {
    const answer = await ask(url, '*/*');
    expect([answer.statusCode, answer.json().error.code]).toEqual([404, 'not-found']);
  }
  expect((await ask('/api/nothing', BROWSER)).json().error.code).toBe('not-found');
});

test('what is built in is kept for a year, since its name changes with it', async () => {
  const answer = await ask('/assets/bench-1a2b.js', '*/*');
  expect([answer.statusCode, answer.body]).toEqual([200, 'bench();']);
  expect(answer.headers['cache-control']).toContain('max-age=31536000');
});
