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
  await mkdir(join(web, '.vite'));
  const built = {
    'src/bench/BenchPage.vue': { file: 'assets/bench-1a2b.js', imports: ['_engine.js', '_parts.js'] },
    '_engine.js': { file: 'assets/engine-3c4d.js', imports: ['_parts.js'] },
    '_parts.js': { file: 'assets/parts-5e6f.js', imports: ['_engine.js'] },
    'src/shelf/StickPage.vue': { file: 'assets/stick-7a8b.js' },
  };
  await writeFile(join(web, '.vite', 'manifest.json'), JSON.stringify(built));
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

test('the bench is told with its page what it loads: its design, and every script once', async () => {
  const link = async (url: string) => (await ask(url, BROWSER)).headers.link;
  expect(await link('/bench/12-ab')).toBe(
    [
      '</api/designs/12-ab>; rel=preload; as=fetch; crossorigin',
      ...['bench-1a2b', 'engine-3c4d', 'parts-5e6f'].map((name) => `</assets/${name}.js>; rel=modulepreload`),
    ].join(', '),
  );
  for (const url of ['/', '/bench/12-ab/sheet', '/bench/12">;x', '/stick'])
    expect(await link(url)).toBeUndefined();
});
