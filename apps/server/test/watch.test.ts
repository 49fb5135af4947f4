// Whether the database is there: one late answer is a busy machine, two in a row are a silent one.
import { connect, createServer, type AddressInfo, type Socket } from 'node:net';
import { afterEach, expect, test } from 'vitest';
import { DatabaseWatch } from '../src/database/watch.ts';
import { makeEmptyDatabase } from './database.ts';

const PATIENCE = 400;
const ends: (() => unknown)[] = [];
afterEach(async () => {
  for (const end of ends.splice(0).reverse()) await end();
});

/** A way to the database that can fall silent, or close. */
async function way() {
  const { url: at, drop } = await makeEmptyDatabase();
  ends.push(drop);
  const real = new URL(at);
  const pipes = new Set<Socket>();
  let silent = false;
  const server = createServer((client) => {
    const to = connect(Number(real.port), real.hostname);
    for (const [from, into] of [
      [client, to],
      [to, client],
    ]) {
      pipes.add(from);
      from.on('data', (data) => silent || into.write(data));
      from.on('error', () => into.destroy());
      from.on('close', () => into.destroy());
    }
  });
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  const url = new URL(at);
  url.port = String((server.address() as AddressInfo).port);
  const close = (): void => {
    server.close();
    for (const pipe of pipes) pipe.destroy();
  };
  ends.push(close);
  return { url: url.href, close, silence: (on: boolean) => (silent = on) };
}

test('one late answer is no trouble, the second is told, and the next answer takes it back', async () => {
  const { url, close, silence } = await way();
  const watch = new DatabaseWatch(url, PATIENCE);
  ends.push(() => watch.stop());
  await watch.look();
  expect(watch.problem).toBeNull();

  silence(true);
  await watch.look();
  expect(watch.problem).toBeNull();
  await watch.look();
  expect(watch.problem).toMatch(/does not answer/);

  silence(false);
  await watch.look();
  expect(watch.problem).toBeNull();
  silence(true);
  await watch.look();
  expect(watch.problem).toBeNull();

  // A way that is closed is told at once, in the words of whoever keeps the database running.
  close();
  watch.told = 'The database is being started again.';
  await watch.look();
  expect(watch.problem).toBe('The database is being started again.');
});
