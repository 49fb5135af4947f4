// What `npm start` says when it can't: one line that tells what to do.
import { execFile } from 'node:child_process';
import { createServer, type Server } from 'node:net';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { freePort } from './lib/database.mjs';
import { wordsFor } from './lib/say.mjs';

const START = new URL('./start.mjs', import.meta.url).pathname;
let taken: Server;
let takenPort = 0;
beforeAll(async () => {
  taken = createServer();
  await new Promise<void>((done) => taken.listen(0, '127.0.0.1', done));
  takenPort = (taken.address() as { port: number }).port;
});
afterAll(() => taken.close());

const start = (env: Record<string, string>): Promise<{ code: number; error: string }> =>
  new Promise((done) =>
    execFile(
      process.execPath,
      [START],
      { env: { ...process.env, ...env }, timeout: 60_000 },
      (error, _, text) => done({ code: error ? Number(error.code) : 0, error: text.trim() }),
    ),
  );

test('a taken port', async () => {
  const { code, error } = await start({ PORT: String(takenPort) });
  expect([code, error]).toEqual([
    1,
    `rosehip: port ${takenPort} is taken. Choose another:  PORT=${takenPort + 1} npm start`,
  ]);
});

test('a port that is none', async () => {
  expect((await start({ PORT: 'harbour' })).error).toBe(
    'rosehip: PORT must be a number from 1 to 65535, not "harbour".',
  );
});

test('a database that does not answer, or refuses', async () => {
  const [port, closed] = [await freePort(), await freePort()];
  const away = await start({ PORT: String(port), DATABASE_URL: `mysql://x:y@127.0.0.1:${closed}/x` });
  expect(away.code).toBe(1);
  expect(away.error).toMatch(/^rosehip: the database does not answer\. Check DATABASE_URL/);
  const refused = await start({
    PORT: String(port),
    DATABASE_URL: process.env.TEST_DATABASE_URL!.replace(/:\/\/[^@]*@/, '://rosehip:wrong@'),
  });
  expect(refused.error).toMatch(/^rosehip: the database refuses the name or password/);
  expect(refused.error.split('\n')).toHaveLength(1);
});

test('a folder that can’t be written to, or a full disk, is told with what to do', () => {
  const problem = (code: string): string | null =>
    wordsFor(Object.assign(new Error('x'), { code, path: '/somewhere/.data' }));
  expect(problem('EROFS')).toMatch(/can only be read \(\/somewhere\/.data\)\. Copy Rosehip/);
  expect(problem('EACCES')).toMatch(/may not be written to/);
  expect(problem('ENOSPC')).toMatch(/disk is full/);
  expect(problem('EWHATEVER')).toBeNull();
});
