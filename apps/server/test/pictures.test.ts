// Pictures that can't be made: they are told on the card, hold nobody up, and never end the server.
import { MessageChannel } from 'node:worker_threads';
import {
  emptyDesign,
  figuresOf,
  resolveDesign,
  sewDesign,
  sewHooped,
  type Design,
  type DesignObject,
} from '@rosehip/core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { moonRunner } from '../../../demo/moon-runner.ts';
import { buildApp } from '../src/app.ts';
import type { Connection } from '../src/database/connect.ts';
import makePicture from '../src/jobs/make-picture.ts';
import { makeDatabase, type TestDatabase } from './database.ts';

let database: TestDatabase;
let connection: Connection;
beforeAll(async () => {
  database = await makeDatabase();
  ({ connection } = database);
});
afterAll(() => database?.drop());

const square = (title: string, side: number, kind: string, settings = {}): Design => ({
  ...emptyDesign(title),
  objects: [
    {
      id: 'a',
      name: 'A',
      kind: 'object',
      visible: true,
      locked: false,
      outline: { kind: 'rectangle', x: 0, y: 0, width: side, height: side, radius: 0, turn: 0 },
      recipe: { kind, settings },
      thread: '172',
    },
  ],
});
/** Takes a minute to stitch. */
function slow(title: string): Design {
  const field = square(title, 480, 'stipple', { spacing: 1.5, length: 1 });
  const objects = [1, 2, 3, 4].map((seed) => {
    const one = field.objects[0] as DesignObject;
    return { ...one, id: `a${seed}`, recipe: { ...one.recipe, settings: { ...one.recipe.settings, seed } } };
  });
  return { ...field, objects };
}

async function answered(pictures: object, work: (call: Call) => Promise<void>): Promise<void> {
  const app = await buildApp(connection, { limited: false, pictures });
  try {
    await work(async (method, url, payload) => {
      const r = await app.inject({ method, url, payload, headers: { host: '127.0.0.1' } });
      return {
        status: r.statusCode,
        body: r.headers['content-type']?.toString().includes('json') ? r.json() : null,
      };
    });
  } finally {
    await app.close();
  }
}
type Call = (
  method: 'GET' | 'POST',
  url: string,
  payload?: object,
  // The answers of tests are looked into freely.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
) => Promise<{ status: number; body: any }>;

test('a bad design is marked with a sentence and not tried again; a good one behind it gets its picture', () =>
  answered({ timeLimit: 5000 }, async (call) => {
    const picture = async (made: Promise<{ body: { id: string } }>) =>
      call('GET', `/api/designs/${(await made).body.id}/revisions/1/picture.png`);
    // The workers are up before the time of anything is measured.
    await picture(call('POST', '/api/designs', { design: square('First', 5, 'run') }));
    const bad = call('POST', '/api/designs', { design: slow('One') });
    const good = call('POST', '/api/designs', { design: square('Good', 20, 'fill') });
    const [one, last] = await Promise.all([bad, good].map(picture));
    expect([one.status, one.body.error.message]).toEqual([
      422,
      expect.stringMatching(/takes longer than 5 s/),
    ]);
    expect(last.status).toBe(200);
    expect((await picture(bad)).status).toBe(422);
    const { designs } = (await call('GET', '/api/designs')).body;
    const told = (n: string): string | null => designs.find((d: { name: string }) => d.name === n).problem;
    expect([told('One'), told('Good')]).toEqual([expect.stringMatching(/^No picture/), null]);
  }));

test('a worker that runs out of memory, in time or after it, does not end the server', () =>
  answered({ memory: 40, timeLimit: 4000 }, async (call) => {
    const made = await call('POST', '/api/designs', { design: slow('Memory') });
    const answer = await call('GET', `/api/designs/${made.body.id}/revisions/1/picture.png`);
    expect([answer.status, answer.body.error.message]).toEqual([422, expect.stringMatching(/^No picture/)]);
    expect((await call('GET', '/api/settings')).status).toBe(200);
  }));

test('the shelf never waits for pictures', () =>
  answered({}, async (call) => {
    await connection.pool.query('UPDATE revisions SET summary = NULL, problem = NULL');
    const { designs } = (await call('GET', '/api/designs')).body;
    expect(designs.length).toBeGreaterThan(2);
    expect(designs.some((d: { summary: unknown }) => d.summary === null)).toBe(true);
  }));

test('marks between hoopings are counted, as they are sewn; the size is that of the design', async () => {
  const design = moonRunner();
  const { summary } = await makePicture({
    design,
    width: 90,
    height: 60,
    fonts: new Map(),
    begun: new MessageChannel().port1,
  });
  const [bare, sewn] = [sewDesign(design), sewHooped(resolveDesign(design)).plan].map(figuresOf);
  expect(summary).toMatchObject({ stitches: sewn.stitches, trims: sewn.trims, width: bare.width });
  expect(sewn.stitches).toBeGreaterThan(bare.stitches);
});
