// The server against the real MariaDB that `npm test` starts.
import { randomUUID } from 'node:crypto';
import { connect } from 'node:net';
import {
  changesBetween,
  decodeDst,
  emptyDesign,
  hasFontFile,
  installFont,
  sewDesign,
  stitchKind,
  writeDst,
  type Design,
  type DesignObject,
  readDst,
} from '@rosehip/core';
import type { FastifyInstance } from 'fastify';
import { eq } from 'drizzle-orm';
import type { RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import { buildApp } from '../src/app.ts';
import type { Connection } from '../src/database/connect.ts';
import { pictures } from '../src/database/schema.ts';
import { seedDemo } from '../src/seed.ts';
import { makeDatabase, type TestDatabase } from './database.ts';

let database: TestDatabase;
let connection: Connection;
let app: FastifyInstance;

beforeAll(async () => {
  database = await makeDatabase();
  ({ connection } = database);
  app = await buildApp(connection, { limited: false });
});

afterAll(async () => {
  await app?.close();
  await database?.drop();
});

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
async function call(method: Method, url: string, payload?: object) {
  const response = await app.inject({ method, url, payload, headers: { host: '127.0.0.1' } });
  const isJson = response.headers['content-type']?.toString().includes('json');
  return {
    status: response.statusCode,
    body: isJson ? response.json() : response.rawPayload,
    headers: response.headers,
  };
}

const dot = (title: string): Design => ({
  ...emptyDesign(title),
  objects: [
    {
      id: 'dot',
      name: 'Dot',
      kind: 'object',
      visible: true,
      locked: false,
      outline: { kind: 'ellipse', x: 0, y: 0, width: 20, height: 20, turn: 0 },
      recipe: { kind: 'fill', settings: {} },
      thread: '172',
    },
  ],
});

const create = async (design: Design): Promise<string> => {
  const { status, body } = await call('POST', '/api/designs', { design });
  expect(status).toBe(201);
  return body.id;
};

describe('designs', () => {
  test('are created, loaded and saved as revisions; nothing is overwritten', async () => {
    const id = await create(dot('First'));
    expect((await call('GET', `/api/designs/${id}`)).body).toMatchObject({
      id,
      revision: 1,
      design: { name: 'First' },
    });
    const next = { ...dot('Second'), objects: [] };
    expect(
      (await call('PUT', `/api/designs/${id}`, { basedOn: 1, design: next, label: 'Delete Dot' })).body
        .revision,
    ).toBe(2);
    const { revisions } = (await call('GET', `/api/designs/${id}/revisions`)).body;
    expect(revisions.map((r: { number: number; label: string }) => [r.number, r.label])).toEqual([
      [2, 'Delete Dot'],
      [1, 'New design'],
    ]);
    expect((await call('GET', `/api/designs/${id}/revisions/1`)).body.design).toEqual(dot('First'));
  });

  test('a save can bring only what has changed; what does not fit is asked for whole', async () => {
    const before = { ...dot('Patched'), guides: [{ axis: 'x' as const, at: 3 }] };
    const id = await create(before);
    const after: Design = { ...before, name: 'Renamed', guides: [] };
    const changes = (from: object, to: object, length = JSON.stringify(to).length) => ({
      changes: { patch: changesBetween(from, to), length },
    });
    const put = (body: object) => call('PUT', `/api/designs/${id}`, body);
    expect(await put({ basedOn: 1, ...changes(before, after) })).toMatchObject({
      status: 200,
      body: { revision: 2 },
    });
    expect((await call('GET', `/api/designs/${id}`)).body.design).toEqual(after);
    for (const refused of [
      { basedOn: 1, ...changes(after, before) },
      { basedOn: 2, ...changes(after, before, 7) },
      { basedOn: 9, ...changes(after, before) },
      { basedOn: 2, changes: { patch: [{ op: 'remove', path: '/objects/7' }], length: 9 } },
      { basedOn: 2, changes: { patch: [{ op: 'add', path: '/__proto__/name', value: 'x' }], length: 9 } },
    ]) {
      const { status, body } = await put(refused);
      expect([status, body.error.code]).toEqual([412, 'changes']);
    }
    expect(
      (await put({ basedOn: 2, changes: { patch: [{ op: 'copy', path: '/a' }], length: 9 } })).status,
    ).toBe(400);
    expect((await put({ basedOn: 2 })).status).toBe(400);
    // The changed design is checked like any other, and what is left out of it is told.
    const wrong = { ...after, objects: [{ ...after.objects[0], id: 'a b' }] };
    expect((await put({ basedOn: 2, ...changes(after, wrong) })).status).toBe(422);
    const lost = { ...after, objects: [{ ...after.objects[0], keepClear: { of: ['gone'], margin: 1 } }] };
    expect(await put({ basedOn: 2, ...changes(after, lost) })).toMatchObject({
      status: 200,
      body: { revision: 3, healed: true },
    });
    expect((await call('GET', `/api/designs/${id}`)).body.design).toEqual(after);
  });

  test('a save on an old revision is answered with the newer one', async () => {
    const id = await create(dot('Shared'));
    await call('PUT', `/api/designs/${id}`, { basedOn: 1, design: dot('Theirs') });
    const { status, body } = await call('PUT', `/api/designs/${id}`, { basedOn: 1, design: dot('Mine') });
    expect(status).toBe(409);
    expect(body.error).toMatchObject({
      code: 'conflict',
      current: { revision: 2, design: { name: 'Theirs' } },
    });
    expect((await call('GET', `/api/designs/${id}`)).body.design.name).toBe('Theirs');
  });

  test('the same save sent twice, because its answer was lost, counts once', async () => {
    const id = await create(dot('Twice'));
    const save = { basedOn: 1, design: dot('Once') };
    expect((await call('PUT', `/api/designs/${id}`, save)).body.revision).toBe(2);
    expect(await call('PUT', `/api/designs/${id}`, save)).toMatchObject({
      status: 200,
      body: { revision: 2 },
    });
  });

  test('who saves again after an answer was lost is no stranger', async () => {
    const id = await create(dot('Lost'));
    const [one, two, three] = [1, 2, 3].map((n) => `00000000-0000-4000-8000-00000000000${n}`);
    const put = (body: object) => call('PUT', `/api/designs/${id}`, body);
    expect((await put({ basedOn: 1, design: dot('One'), saveId: one })).body.revision).toBe(2);
    // The answer was lost; more was drawn meanwhile.
    const again = { basedOn: 1, design: dot('Two'), saveId: two, unanswered: [one] };
    expect(await put(again)).toMatchObject({ status: 200, body: { revision: 3 } });
    expect(await put(again)).toMatchObject({ status: 200, body: { revision: 3 } });
    // Somebody else's save is still a conflict, whoever's came before it.
    await put({ basedOn: 3, design: dot('Theirs'), saveId: three });
    expect((await put({ basedOn: 1, design: dot('Four'), unanswered: [one, two] })).status).toBe(409);
  });

  test('a save whose database dies in the middle is answered with 503, and can be sent again', async () => {
    const id = await create(dot('Cut'));
    const [holder, killer] = [await connection.pool.getConnection(), await connection.pool.getConnection()];
    try {
      await holder.query('START TRANSACTION');
      await holder.query('SELECT id FROM designs WHERE id = ? FOR UPDATE', [id]);
      const save = { basedOn: 1, design: dot('Whole') };
      const answer = call('PUT', `/api/designs/${id}`, save);
      // It waits for the design; then its connection is gone, and with it the way to undo anything.
      await vi.waitFor(async () => {
        const [rows] = await killer.query<RowDataPacket[]>(
          // The one that holds it may still be listed with what it has just been asked.
          "SELECT id FROM information_schema.processlist WHERE db = DATABASE() AND info LIKE 'select%for update' AND id <> ?",
          [holder.threadId],
        );
        expect(rows).toHaveLength(1);
        await killer.query(`KILL ${rows[0].id}`);
      });
      expect(await answer).toMatchObject({ status: 503, body: { error: { code: 'no-database' } } });
      await holder.query('ROLLBACK');
      expect((await call('PUT', `/api/designs/${id}`, save)).body.revision).toBe(2);
    } finally {
      holder.release();
      killer.release();
    }
  });

  test('of many saves at once on one revision, one is taken and the others are told', async () => {
    const id = await create(dot('Race'));
    const all = await Promise.all(
      Array.from({ length: 6 }, (_, i) =>
        call('PUT', `/api/designs/${id}`, { basedOn: 1, design: dot(`Racer ${i}`) }),
      ),
    );
    expect(all.filter((r) => r.status === 200)).toHaveLength(1);
    expect(all.filter((r) => r.status === 409)).toHaveLength(5);
  });

  test('are renamed, duplicated, deleted and restored', async () => {
    const id = await create(dot('Plain'));
    expect((await call('PATCH', `/api/designs/${id}`, { name: ' Fancy ' })).body.revision).toBe(2);
    const copy = (await call('POST', `/api/designs/${id}/duplicate`)).body.id;
    expect((await call('GET', `/api/designs/${copy}`)).body.design.name).toBe('Fancy (copy)');
    expect((await call('DELETE', `/api/designs/${id}`)).status).toBe(204);
    expect((await call('GET', `/api/designs/${id}`)).status).toBe(404);
    expect((await call('PUT', `/api/designs/${id}`, { basedOn: 2, design: dot('x') })).status).toBe(404);
    expect((await call('DELETE', `/api/designs/${id}`)).status).toBe(404);
    expect((await call('POST', `/api/designs/${id}/restore`)).status).toBe(204);
    expect((await call('GET', `/api/designs/${id}`)).body.design.name).toBe('Fancy');
  });

  test('are listed with figures, the last changed first', async () => {
    const id = await create(dot('Needle'));
    const list = async (): Promise<{ id: string; name: string; summary: { stitches: number } & object }[]> =>
      (await call('GET', '/api/designs')).body.designs;
    // Pictures and figures follow by themselves.
    const found = await vi.waitFor(
      async () => {
        const first = (await list()).find((d) => d.id === id)!;
        expect(first.summary).not.toBeNull();
        return first;
      },
      { timeout: 60_000, interval: 100 },
    );
    const figures = sewDesign(dot('x'));
    expect(found).toMatchObject({
      id,
      hoop: '100 × 100',
      summary: { stitches: figures.move.filter((m) => m === 0).length },
    });
    expect(found.summary).toMatchObject({
      kinds: [stitchKind((dot('x').objects[0] as DesignObject).recipe.kind)!.name],
      colours: [{ code: '172', name: 'Rosehip', colour: expect.stringMatching(/^#/) }],
    });
    const other = await create(dot('Later'));
    await call('PATCH', `/api/designs/${id}`, { name: 'Needle again' });
    const places = [id, other].map((one) => list().then((all) => all.findIndex((d) => d.id === one)));
    expect(await Promise.all(places)).toEqual([0, 1]);
  });

  test('have labels, put on many at once, which are no change of the design', async () => {
    const [a, b] = [await create(dot('Labelled')), await create(dot('Labelled too'))];
    const labels = async () =>
      (await call('GET', '/api/designs')).body.designs
        .filter((d: { id: string }) => d.id === a || d.id === b)
        .map((d: { labels: string[]; revision: number }) => [d.labels, d.revision]);
    const put = (ids: string[], add: string[], remove: string[] = []) =>
      call('POST', '/api/designs/labels', { ids, add, remove });
    expect((await put([a, b], ['for the fair', ' gifts '])).status).toBe(204);
    expect((await put([b], ['baby'], ['gifts'])).status).toBe(204);
    expect(await labels()).toEqual([
      [['baby', 'for the fair'], 1],
      [['for the fair', 'gifts'], 1],
    ]);
    // A copy is found by the same words.
    const copy = (await call('POST', `/api/designs/${b}/duplicate`)).body.id;
    const { designs } = (await call('GET', '/api/designs')).body;
    expect(designs.find((d: { id: string }) => d.id === copy).labels).toEqual(['baby', 'for the fair']);
    expect((await put([a], [' '])).status).toBe(400);
    expect((await put([randomUUID()], ['x'])).status).toBe(404);
  });

  test('have a picture of their stitches', async () => {
    const id = await create(dot('Picture'));
    const { status, body, headers } = await call('GET', `/api/designs/${id}/revisions/1/picture.png`);
    expect(status).toBe(200);
    expect(headers['content-type']).toBe('image/png');
    expect(body.subarray(1, 4).toString()).toBe('PNG');
    expect(body.length).toBeGreaterThan(5000);
    expect((await call('GET', `/api/designs/${id}/revisions/9/picture.png`)).status).toBe(404);
    // That of an older revision is not kept, and is made again for who asks.
    await call('PUT', `/api/designs/${id}`, { basedOn: 1, design: emptyDesign('Empty') });
    await call('GET', `/api/designs/${id}/revisions/2/picture.png`);
    const kept = await connection.db.select().from(pictures).where(eq(pictures.designId, id));
    expect(kept.map((p) => p.revision)).toEqual([2]);
    const again = await call('GET', `/api/designs/${id}/revisions/1/picture.png`);
    expect(again.body.equals(body)).toBe(true);
  });

  test('that were deleted are listed by themselves', async () => {
    const id = await create(dot('Gone astray'));
    await call('DELETE', `/api/designs/${id}`);
    const list = async (deleted: boolean) => (await call('GET', `/api/designs?deleted=${deleted}`)).body;
    expect((await list(false)).designs.map((d: { id: string }) => d.id)).not.toContain(id);
    const { deletedDays, designs } = await list(true);
    expect([deletedDays, designs[0]]).toMatchObject([30, { id, name: 'Gone astray' }]);
  });

  test('have revisions that can be named, and listed from an older one on', async () => {
    const id = await create(dot('Named'));
    await call('PUT', `/api/designs/${id}`, { basedOn: 1, design: dot('Other') });
    const at = `/api/designs/${id}/revisions`;
    expect((await call('PATCH', `${at}/1`, { name: ' For the fair ' })).status).toBe(204);
    const list = async (q = '') =>
      (await call('GET', `${at}${q}`)).body.revisions.map((r: { number: number; name: string | null }) => [
        r.number,
        r.name,
      ]);
    expect(await list()).toEqual([
      [2, null],
      [1, 'For the fair'],
    ]);
    expect(await list('?before=2')).toEqual([[1, 'For the fair']]);
    expect((await call('PATCH', `${at}/1`, { name: '' })).status).toBe(204);
    expect(await list('?before=2')).toEqual([[1, null]]);
    expect((await call('PATCH', `${at}/7`, { name: 'x' })).status).toBe(404);
  });

  test('of brought-in stitches come back to the bit', async () => {
    const plan = sewDesign(dot('x'));
    const bytes = writeDst(plan, 'x');
    const id = await create(readDst(bytes, 'In').design);
    const { design } = (await call('GET', `/api/designs/${id}`)).body;
    expect(decodeDst(writeDst(sewDesign(design), 'x'))).toEqual(decodeDst(bytes));
  });
});

test('what never comes to a route is answered in the same way', async () => {
  const { status, body } = await call('GET', '/api/designs/%E0%A4%A');
  expect([status, body.error.message]).toEqual([400, 'The address /api/designs/%E0%A4%A can’t be read.']);
  const address = new URL(await app.listen({ port: 0, host: '127.0.0.1' }));
  const answer = await new Promise<string>((done) => {
    const socket = connect(Number(address.port), '127.0.0.1', () => socket.write('petal\r\n\r\n'));
    let text = '';
    socket.on('data', (bytes) => (text += String(bytes)));
    socket.on('close', () => done(text));
  });
  expect(answer).toMatch(/^HTTP\/1.1 400 [^]*"message":"This is not a request that can be read."/);
});

test('fonts come file by file, unwrapped, to be kept for good; unknown ones are told', async () => {
  const { status, body, headers } = await call('GET', '/api/fonts/jost-500/latin');
  expect([status, headers['content-type'], headers['cache-control']]).toEqual([
    200,
    'font/sfnt',
    expect.stringContaining('immutable'),
  ]);
  await installFont('served', 'latin', new Uint8Array(body as Buffer));
  expect(hasFontFile('served', 'latin')).toBe(true);
  for (const path of ['jost-500/greek', 'nosuch-1/latin', 'line-sans-1/latin'])
    expect((await call('GET', `/api/fonts/${path}`)).status, path).toBe(404);
  expect((await call('GET', '/api/fonts/line-sans-1/strokes')).status).toBe(200);
  expect((await call('GET', '/api/fonts/..%2f..%2fetc/passwd')).status).toBe(400);
});

describe('bad input', () => {
  test.each([
    ['no design', {}, 400, /design/],
    ['another format', { design: { name: 'x' } }, 422, /"format" is not/],
    [
      'a broken design',
      { design: { ...dot('x'), hoop: { name: 'h', width: -1, height: 5 } } },
      422,
      /At hoop → width: it must be at least 10/,
    ],
    [
      'an unknown recipe',
      {
        design: {
          ...dot('x'),
          objects: [{ ...dot('x').objects[0], recipe: { kind: 'magic', settings: {} } }],
        },
      },
      422,
      /recipe → kind/,
    ],
    [
      'a setting out of range',
      {
        design: {
          ...dot('x'),
          objects: [{ ...dot('x').objects[0], recipe: { kind: 'run', settings: { length: 99 } } }],
        },
      },
      422,
      /at most 6/,
    ],
  ])('%s is refused with words', async (_, payload, status, words) => {
    const answer = await call('POST', '/api/designs', payload);
    expect(answer.status).toBe(status);
    expect(answer.body.error.message).toMatch(words);
  });

  test('bodies that are no JSON, too large, or poisoned', async () => {
    const send = (payload: string, type = 'application/json') =>
      app.inject({
        method: 'POST',
        url: '/api/designs',
        payload,
        headers: { host: 'localhost', 'content-type': type },
      });
    expect((await send('{"design":')).statusCode).toBe(400);
    expect((await send('x', 'text/html')).statusCode).toBe(415);
    expect((await send(`{"design":"${'x'.repeat(21_000_000)}"}`)).statusCode).toBe(413);
    expect((await send('{"design":{"__proto__":{"polluted":true}}}')).statusCode).toBe(400);
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
  });

  test('ids and numbers that are none', async () => {
    expect((await call('GET', '/api/designs/%27%20OR%201=1')).status).toBe(400);
    expect((await call('GET', `/api/designs/${crypto.randomUUID()}`)).status).toBe(404);
    expect((await call('GET', `/api/designs/${crypto.randomUUID()}/revisions/zero`)).status).toBe(400);
    expect((await call('GET', '/api/designs?deleted=perhaps')).status).toBe(400);
    expect((await call('GET', '/api/nothing')).body.error.code).toBe('not-found');
  });
});

describe('the door', () => {
  test('strict headers on every answer', async () => {
    const { headers } = await call('GET', '/api/health');
    expect(headers['content-security-policy']).toContain("script-src 'self' 'wasm-unsafe-eval';");
    expect(headers['content-security-policy']).not.toMatch(/'unsafe-/);
    expect(headers['x-content-type-options']).toBe('nosniff');
  });

  test('other host names are turned away', async () => {
    const answer = await app.inject({
      method: 'GET',
      url: '/api/health',
      headers: { host: 'elsewhere.example' },
    });
    expect(answer.statusCode).toBe(421);
  });

  test('too many requests of one browser are told to wait; others behind the same address are not', async () => {
    const limited = await buildApp(connection);
    const ask = (cookie = '') =>
      limited.inject({ method: 'GET', url: '/api/settings', headers: { host: 'localhost', cookie } });
    const session = (await ask()).headers['set-cookie']!.toString().split(';')[0];
    const codes: number[] = [];
    for (let i = 0; i < 1201; i++) codes.push((await ask(session)).statusCode);
    expect(codes.slice(0, 1200).every((c) => c === 200)).toBe(true);
    expect(codes[1200]).toBe(429);
    const other = (await ask()).headers['set-cookie']!.toString().split(';')[0];
    expect((await ask(other)).statusCode).toBe(200);
    // A session that was made up counts as none, and gets a real one.
    const made = await ask('rosehip-session=abc.def');
    expect(made.headers['set-cookie']).toMatch(/^rosehip-session=.*HttpOnly; SameSite=Strict/);
    await limited.close();
  });

  test('pages of other sites change nothing, with or without a body', async () => {
    const id = await create(dot('Mine'));
    for (const headers of [
      { origin: 'https://elsewhere.example' },
      { origin: 'null' },
      { origin: 'http://127.0.0.1:9999' },
      { 'sec-fetch-site': 'cross-site' },
      { 'sec-fetch-site': 'same-site' },
    ])
      for (const [method, url] of [
        ['POST', `/api/designs/${id}/duplicate`],
        ['DELETE', `/api/designs/${id}`],
        ['PUT', '/api/settings/units'],
      ] as const) {
        const answer = await app.inject({ method, url, headers: { host: '127.0.0.1', ...headers } });
        expect([answer.statusCode, answer.json().error.code]).toEqual([403, 'other-site']);
      }
    const own = { host: '127.0.0.1:5180', origin: 'http://127.0.0.1:5180', 'sec-fetch-site': 'same-origin' };
    const answer = await app.inject({ method: 'POST', url: `/api/designs/${id}/duplicate`, headers: own });
    expect(answer.statusCode).toBe(201);
  });
});

describe('what is kept for reuse', () => {
  test('thread charts of one’s own are kept, changed and dropped; broken ones are refused', async () => {
    const chart = {
      name: 'Attic box',
      weight: 30,
      material: 'cotton',
      threads: [{ code: 'A1', name: 'Chalk', colour: '#f3f0e9' }],
    };
    expect((await call('PUT', '/api/thread-charts/own-attic', chart)).status).toBe(204);
    expect((await call('PUT', '/api/thread-charts/own-attic', { ...chart, weight: 40 })).status).toBe(204);
    const { charts } = (await call('GET', '/api/thread-charts')).body;
    expect(charts).toEqual([{ id: 'own-attic', ...chart, weight: 40 }]);
    const twice = { ...chart, threads: [...chart.threads, { code: 'a1', name: 'Soot', colour: '#111111' }] };
    const refused = await call('PUT', '/api/thread-charts/own-attic', twice);
    expect([refused.status, refused.body.error.message]).toEqual([
      422,
      expect.stringContaining('one number'),
    ]);
    expect((await call('PUT', '/api/thread-charts/larkmoor', chart)).status).toBe(400);
    expect((await call('PUT', '/api/thread-charts/own-b', { ...chart, weight: 0 })).status).toBe(400);
    expect((await call('DELETE', '/api/thread-charts/own-attic')).status).toBe(204);
    expect((await call('DELETE', '/api/thread-charts/own-attic')).status).toBe(404);
  });

  test('motifs are kept, listed and dropped; broken ones are refused', async () => {
    const outline = { kind: 'ellipse', x: 0, y: 0, width: 8, height: 5, turn: 0 };
    const { id } = (await call('POST', '/api/motifs', { name: 'Pebble', outline })).body;
    const { motifs } = (await call('GET', '/api/motifs')).body;
    expect(motifs).toEqual([expect.objectContaining({ id, name: 'Pebble', width: 8, height: 5 })]);
    expect((await call('POST', '/api/motifs', { name: 'x', outline: { kind: 'blob' } })).status).toBe(422);
    expect((await call('DELETE', `/api/motifs/${id}`)).status).toBe(204);
    expect((await call('DELETE', `/api/motifs/${id}`)).status).toBe(404);
  });

  test('stitches are kept as motifs exactly, with their size; what is no stitches is refused', async () => {
    const item = {
      ...{ id: 's', name: 'Tab', kind: 'stitches', visible: true, locked: false, thread: '222' },
      blocks: [{ records: 'j-40,0 25,3 25,-3 30,50' }],
    };
    const { id } = (await call('POST', '/api/motifs', { name: 'Tab', stitches: [item] })).body;
    const { motifs } = (await call('GET', '/api/motifs')).body;
    expect(motifs).toEqual([
      expect.objectContaining({ id, name: 'Tab', width: 8, height: 5, stitches: [item] }),
    ]);
    const drawn = { ...item, kind: 'group', objects: [], thread: undefined, blocks: undefined };
    for (const wrong of [{ stitches: [drawn] }, { stitches: [{ ...item, blocks: [{ records: 'x' }] }] }, {}])
      expect((await call('POST', '/api/motifs', { name: 'x', ...wrong })).status).toBe(422);
    expect((await call('DELETE', `/api/motifs/${id}`)).status).toBe(204);
  });

  test('recipes under a name, changed and taken away', async () => {
    const recipe = { kind: 'fill', settings: { spacing: 0.5, angle: 30 } };
    const made = await call('POST', '/api/recipes', { name: ' Soft fill ', cloth: 'jersey', recipe });
    expect(made.status).toBe(201);
    const list = async () => (await call('GET', '/api/recipes')).body.recipes;
    expect(await list()).toMatchObject([{ name: 'Soft fill', cloth: 'jersey', recipe }]);
    const at = `/api/recipes/${made.body.id}`;
    const other = { name: 'Softer', cloth: null, recipe: { kind: 'satin', settings: {} } };
    expect((await call('PUT', at, other)).status).toBe(204);
    expect(await list()).toMatchObject([other]);
    const bad = await call('PUT', at, { ...other, recipe: { kind: 'fill', settings: { spacing: -1 } } });
    expect([bad.status, bad.body.error.message]).toEqual([422, expect.stringContaining('spacing')]);
    expect((await call('DELETE', at)).status).toBe(204);
    expect((await call('PUT', at, other)).status).toBe(404);
    expect(await list()).toEqual([]);
  });

  test('settings', async () => {
    expect((await call('PUT', '/api/settings/units', { value: 'in' })).status).toBe(204);
    expect((await call('PUT', '/api/settings/units', { value: 'ells' })).status).toBe(400);
    expect((await call('PUT', '/api/settings/seeded', { value: true })).status).toBe(404);
    expect((await call('PUT', '/api/settings/defaults', { value: { Fill: { spacing: 1 } } })).status).toBe(
      400,
    );
    expect((await call('GET', '/api/settings')).body.settings).toEqual({ units: 'in' });
  });
});

test('demo designs are loaded once, and stay away when they are deleted', async () => {
  await seedDemo(connection.db);
  const count = async () => (await call('GET', '/api/designs')).body.designs.length;
  const before = await count();
  const { designs } = (await call('GET', '/api/designs')).body;
  const badge = designs.find((d: { name: string }) => d.name === 'Club badge');
  await call('DELETE', `/api/designs/${badge.id}`);
  await seedDemo(connection.db);
  expect(await count()).toBe(before - 1);
});
