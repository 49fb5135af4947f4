// The person's own fonts: kept once by content, read in a worker, in backups, and in pictures.
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { emptyDesign, type Alphabet, type Design } from '@rosehip/core';
import { readFontFile } from '@rosehip/fonts/files';
import type { OwnFont } from '@rosehip/wire';
import type { FastifyInstance } from 'fastify';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { buildApp } from '../src/app.ts';
import { bringBackupIn } from '../src/backup/in.ts';
import { backUp } from '../src/backup/out.ts';
import { listFonts } from '../src/database/fonts.ts';
import { FontReader } from '../src/jobs/font-reader.ts';
import { makeDatabase, type TestDatabase } from './database.ts';

let database: TestDatabase;
let app: FastifyInstance;
beforeAll(async () => {
  database = await makeDatabase();
  app = await buildApp(database.connection, { limited: false });
});
afterAll(async () => {
  await app?.close();
  await database?.drop();
});

const sent = { host: '127.0.0.1' };
async function send(bytes: Uint8Array, name = 'my font.ttf') {
  const response = await app.inject({
    method: 'POST',
    url: `/api/own-fonts?name=${encodeURIComponent(name)}`,
    headers: { ...sent, 'content-type': 'application/octet-stream' },
    payload: Buffer.from(bytes),
  });
  return { status: response.statusCode, body: response.json<OwnFont & { error: { message: string } }>() };
}
const call = (method: 'GET' | 'POST' | 'PATCH' | 'DELETE', url: string, payload?: object) =>
  app.inject({ method, url, headers: sent, payload });
const shelf = async (): Promise<OwnFont[]> =>
  (await call('GET', '/api/own-fonts')).json<{ fonts: OwnFont[] }>().fonts;
const righteous = async (): Promise<Uint8Array> => (await readFontFile('righteous-400', 'latin'))!;

const alphabet: Alphabet = {
  alphabet: 1,
  name: 'Larkmoor stitched',
  capHeight: 100,
  blank: 40,
  letters: { A: { advance: 90, threads: [[0, 0, 40, -100, 80, 0, 60, -40, 20, -40]] } },
};

describe('own fonts', () => {
  test('a font is kept once, comes back as it was sent, and takes another name', async () => {
    const bytes = await righteous();
    const { status, body } = await send(bytes);
    expect(status).toBe(201);
    expect(body).toMatchObject({ name: 'Righteous', stitched: false });
    expect((await send(bytes, 'again.ttf')).body.id).toBe(body.id);
    expect(await shelf()).toHaveLength(1);
    const file = await call('GET', `/api/fonts/${body.id}/font`);
    expect(Buffer.compare(file.rawPayload, Buffer.from(bytes))).toBe(0);
    expect(file.headers['cache-control']).toBe('no-store');
    expect((await call('PATCH', `/api/own-fonts/${body.id}`, { name: 'Show card' })).statusCode).toBe(204);
    expect((await shelf())[0].name).toBe('Show card');
    expect((await call('PATCH', `/api/own-fonts/${body.id}`, { name: ' ' })).statusCode).toBe(400);
  });

  test('an alphabet is checked and kept like a font', async () => {
    const made = await call('POST', '/api/own-alphabets', alphabet);
    expect(made.statusCode).toBe(201);
    expect(made.json()).toMatchObject({
      name: 'Larkmoor stitched',
      stitched: true,
      capitals: 10,
      covers: [[65, 65]],
    });
    for (const [change, says] of [
      [{ letters: { AB: alphabet.letters.A } }, 'one letter'],
      [{ letters: { A: { advance: 1, threads: [] } } }, 'not whole'],
      [{ alphabet: 2 }, 'no alphabet'],
    ] as const) {
      const answer = await call('POST', '/api/own-alphabets', { ...alphabet, ...change });
      expect([answer.statusCode, answer.json().error.message]).toEqual([422, expect.stringContaining(says)]);
    }
    expect((await call('POST', '/api/own-alphabets', ['x'])).statusCode).toBe(400);
  });

  test('what is no font is told, and nothing is kept of it', async () => {
    const before = await shelf();
    const bytes = await righteous();
    const broken = new Uint8Array(bytes.length).fill(0xaa);
    broken.set(bytes.slice(0, 300));
    for (const [file, says] of [
      [new Uint8Array([1, 2, 3]), 'no font'],
      [new TextEncoder().encode('{"glyphs":'), 'can’t be used|can be read|letters'],
      [broken, 'no letters|broken'],
    ] as const) {
      const { status, body } = await send(file);
      expect([status, body.error.message]).toEqual([422, expect.stringMatching(says)]);
    }
    expect((await call('POST', '/api/own-fonts', { a: 1 })).statusCode).toBe(415);
    expect(await shelf()).toEqual(before);
  });

  test('one that takes too long to look at is ended', async () => {
    const reader = new FontReader(1);
    await expect(reader.read(await righteous())).rejects.toThrow('took longer');
    await reader.close();
  });

  test('designs in it get their pictures', async () => {
    const { body: font } = await send(await righteous());
    const design: Design = {
      ...emptyDesign('Own'),
      objects: [
        {
          id: 'w',
          name: 'Words',
          kind: 'object',
          visible: true,
          locked: false,
          outline: { kind: 'text', of: [], text: 'Ado', font: font.id, height: 15 },
          recipe: { kind: 'lettering', settings: {} },
          thread: '222',
        },
      ],
    };
    const { id } = (await call('POST', '/api/designs', { design })).json<{ id: string }>();
    expect((await call('GET', `/api/designs/${id}/revisions/1/picture.png`)).statusCode).toBe(200);
    const { designs } = (await call('GET', '/api/designs')).json();
    expect(designs.find((d: { id: string }) => d.id === id).summary.stitches).toBeGreaterThan(200);
  });

  test('a backup holds them; a font in it that is not whole is left out with a word', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'rosehip-test-'));
    const there = await makeDatabase();
    try {
      const file = join(folder, 'all.jsonl.br');
      await backUp(database.connection.db, file);
      expect((await bringBackupIn(there.connection.db, file)).notes).toEqual([]);
      expect(await listFonts(there.connection.db)).toEqual(await listFonts(database.connection.db));
      const again = await makeDatabase();
      const spoilt = async (bytes: Uint8Array) => {
        throw new Error(`${bytes.length > 0 ? 'It' : 'Nothing'} can’t be read.`);
      };
      const { notes } = await bringBackupIn(again.connection.db, file, spoilt);
      expect(notes).toEqual([
        expect.stringContaining('left out: It can’t be read.'),
        expect.stringContaining('left out'),
      ]);
      expect(await listFonts(again.connection.db)).toEqual([]);
      await again.drop();
    } finally {
      await there.drop();
      await rm(folder, { recursive: true });
    }
  });

  test('one that goes is gone', async () => {
    for (const { id } of await shelf())
      expect((await call('DELETE', `/api/own-fonts/${id}`)).statusCode).toBe(204);
    expect(await shelf()).toEqual([]);
    expect((await call('DELETE', `/api/own-fonts/own-${'0'.repeat(64)}`)).statusCode).toBe(404);
    expect((await call('GET', `/api/fonts/own-${'0'.repeat(64)}/font`)).statusCode).toBe(404);
  });
});
