// Everything out as one file, and in again.
import { randomUUID } from 'node:crypto';
import { mkdtemp, readdir, readFile, rm, utimes, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, brotliDecompressSync } from 'node:zlib';
import { emptyDesign, type Design } from '@rosehip/core';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { buildApp } from '../src/app.ts';
import { bringBackupIn } from '../src/backup/in.ts';
import { lastNight, Nightly } from '../src/backup/nightly.ts';
import { backUp } from '../src/backup/out.ts';
import {
  createDesign,
  labelDesigns,
  listDesigns,
  loadDesign,
  saveRevision,
  setDeleted,
} from '../src/database/designs.ts';
import { listRevisions, nameRevision } from '../src/database/revisions.ts';
import { checkMotif } from '../src/database/checked.ts';
import { assets, motifs, recipes, settings, threadCharts } from '../src/database/schema.ts';
import { makeDatabase, type TestDatabase } from './database.ts';

let here: TestDatabase;
let there: TestDatabase;
let folder: string;
let file: string;
beforeEach(async () => {
  [here, there] = await Promise.all([makeDatabase(), makeDatabase()]);
  folder = await mkdtemp(join(tmpdir(), 'rosehip-test-'));
  file = join(folder, 'all.jsonl.br');
});
afterEach(async () => {
  await Promise.all([here.drop(), there.drop()]);
  await rm(folder, { recursive: true });
});
const db = (of = here) => of.connection.db;

const DATA = `data:image/png;base64,${'QUJD'.repeat(5000)}`;
const design = (name: string, width = 100): Design => ({
  ...emptyDesign(name, { name: `${width} × 100`, width, height: 100 }),
  picture: {
    name: 'moth',
    data: DATA,
    x: 0,
    y: 0,
    width: 40,
    height: 40,
    turn: 0,
    strength: 1,
    locked: false,
    visible: true,
  },
});
const save = (id: string, basedOn: number, of: Design, on = here) =>
  saveRevision(db(on), id, { basedOn, design: of, label: `Hoop ${of.hoop.width}` });

/** A shelf with a past: a design of three revisions, one deleted, a motif, a setting. */
async function fill(): Promise<{ id: string; gone: string }> {
  const id = await createDesign(db(), design('Wren'), 'New');
  await save(id, 1, design('Wren', 110));
  await save(id, 2, design('Wren', 120));
  await nameRevision(db(), id, 2, 'For the fair');
  const gone = await createDesign(db(), design('Old moth'), 'New');
  await setDeleted(db(), gone, true);
  const outline = { kind: 'ellipse' as const, x: 0, y: 0, width: 9, height: 5, turn: 0 };
  await db()
    .insert(motifs)
    .values({ id: gone, name: 'Bead', outline, width: 9, height: 5, madeAt: new Date() });
  const stitches = [
    {
      ...{ id: 's', name: 'Tab', kind: 'stitches' as const, visible: true, locked: false, thread: '222' },
      blocks: [{ records: 'j-40,0 25,3 25,-3 30,50' }],
    },
  ];
  await db()
    .insert(motifs)
    .values({ id: randomUUID(), name: 'Tab', ...checkMotif({ stitches }), madeAt: new Date() });
  await db()
    .insert(recipes)
    .values({
      id: randomUUID(),
      name: 'Soft',
      cloth: 'jersey',
      recipe: { kind: 'fill', settings: { spacing: 0.5 } },
      changedAt: new Date(),
    });
  const threads = [{ code: 'A1', name: 'Chalk', colour: '#f3f0e9' }];
  await db()
    .insert(threadCharts)
    .values({ id: 'own-attic', name: 'Attic box', weight: 30, material: 'cotton', threads });
  await labelDesigns(db(), [id], ['for the fair'], []);
  await db().insert(settings).values({ name: 'units', value: 'in' });
  await db().insert(settings).values({ name: 'seeded', value: true });
  return { id, gone };
}

/** All that a person would miss. */
async function all(of: TestDatabase) {
  const list = [...(await listDesigns(db(of))), ...(await listDesigns(db(of), true))];
  return {
    designs: await Promise.all(
      list.map(async ({ id, name, hoop, labels, madeAt, deletedAt }) => ({
        ...{ id, name, hoop, labels, madeAt, deleted: deletedAt !== null },
        past: await Promise.all(
          (await listRevisions(db(of), id)).map(async ({ number, ...about }) => ({
            ...about,
            ...(await loadDesign(db(of), id, number)),
          })),
        ),
      })),
    ),
    motifs: await db(of).select().from(motifs),
    recipes: await db(of).select().from(recipes),
    charts: await db(of).select().from(threadCharts),
    settings: (await db(of).select().from(settings)).filter((s) => s.name !== 'seeded'),
  };
}

describe('a backup', () => {
  test('brings all of it to an empty shelf, and to a full one nothing twice', async () => {
    await fill();
    await backUp(db(), file);
    const result = { added: 2, continued: 0, beside: 0, back: 0, same: 0, motifs: 2, notes: [] };
    expect(await bringBackupIn(db(there), file)).toEqual(result);
    expect(await all(there)).toEqual(await all(here));
    expect(await db(there).select().from(assets)).toHaveLength(1);
    expect(await bringBackupIn(db(there), file)).toEqual({ ...result, added: 0, same: 2, motifs: 0 });
    expect(await all(there)).toEqual(await all(here));
  });

  test('what an earlier version wrote is read as a present design, and kept as it was written', async () => {
    const object = {
      id: 'petal',
      name: 'Petal',
      kind: 'object' as const,
      visible: true,
      locked: false,
      outline: { kind: 'ellipse' as const, x: 0, y: 0, width: 9, height: 5, turn: 0 },
      recipe: { kind: 'stipple', settings: {} },
      thread: '222',
    };
    const others = [{ kind: 'contour', settings: { spacing: 2.5 } }];
    const old = { ...design('Old'), version: 1, objects: [{ ...object, setAside: others }] };
    const id = await createDesign(db(), old as unknown as Design, 'New');
    const present = { ...design('Old'), objects: [{ ...object, otherRecipes: others }] };
    expect((await loadDesign(db(), id))!.design).toEqual(present);
    await backUp(db(), file);
    expect(await bringBackupIn(db(there), file)).toMatchObject({ added: 1, notes: [] });
    expect((await loadDesign(db(there), id))!.design).toEqual(present);
    // The same as here: nothing is beside it, and nothing goes on.
    await save(id, 1, { ...present, name: 'New' }, there);
    await backUp(db(there), file);
    expect(await bringBackupIn(db(), file)).toMatchObject({ continued: 1, beside: 0 });
    expect((await loadDesign(db(), id, 1))!.design).toEqual(present);
    expect((await loadDesign(db(), id))!.design.name).toBe('New');
  });

  test('goes on with what was there before, and brings back what was deleted since', async () => {
    const { id } = await fill();
    await backUp(db(), file);
    await bringBackupIn(db(there), file);
    await save(id, 3, design('Wren', 150));
    await backUp(db(), file);
    expect(await bringBackupIn(db(there), file)).toMatchObject({ continued: 1, same: 1 });
    expect((await loadDesign(db(there), id))!.design.hoop.width).toBe(150);
    await setDeleted(db(there), id, true);
    expect(await bringBackupIn(db(there), file)).toMatchObject({ back: 1, same: 1 });
    expect((await loadDesign(db(there), id))!.design.hoop.width).toBe(150);
  });

  test('puts what went another way beside it, once', async () => {
    const { id } = await fill();
    await backUp(db(), file);
    await bringBackupIn(db(there), file);
    await save(id, 3, design('Wren', 150));
    await save(id, 3, design('Wren', 90), there);
    await backUp(db(), file, new Date(2026, 10, 12));
    for (const beside of [1, 0])
      expect(await bringBackupIn(db(there), file)).toMatchObject({ beside, same: 2 - beside });
    const list = (await listDesigns(db(there)))
      .filter((d) => d.name.includes('Wren'))
      .sort((a, b) => a.name.localeCompare(b.name));
    expect(list.map((d) => [d.name, d.hoop])).toEqual([
      ['Wren', '90 × 100'],
      ['Wren (backup of 12 November)', '150 × 100'],
    ]);
    expect(await listRevisions(db(there), list[1].id)).toHaveLength(5);
  });

  test('keeps the settings that are here', async () => {
    await fill();
    await db(there).insert(settings).values({ name: 'units', value: 'mm' });
    await backUp(db(), file);
    await bringBackupIn(db(there), file);
    expect(await db(there).select().from(settings)).toEqual([
      { owner: 'household', name: 'units', value: 'mm' },
    ]);
  });
});

describe('what is no whole backup is refused, and changes nothing', () => {
  const lines = async (): Promise<string[]> =>
    brotliDecompressSync(await readFile(file))
      .toString()
      .trimEnd()
      .split('\n');
  const write = (text: string): Promise<void> => writeFile(file, brotliCompressSync(Buffer.from(text)));
  test.each<[string, RegExp, () => Promise<void>]>([
    ['a picture', /not a backup/, () => writeFile(file, Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]))],
    ['nothing', /not a backup/, () => writeFile(file, '')],
    ['other lines', /not a backup/, () => write('{"a":1}\n')],
    ['no JSON', /not a backup/, () => write('petal\n')],
    ['null', /not a backup/, () => write('null\n')],
    ['cut bytes', /cut short/, async () => writeFile(file, (await readFile(file)).subarray(0, -9))],
    ['cut lines', /cut short/, async () => write(`${(await lines()).slice(0, -2).join('\n')}\n`)],
    [
      'a line less',
      /lines of it are missing/,
      async () => write(`${(await lines()).toSpliced(2, 1).join('\n')}\n`),
    ],
    [
      'a newer one',
      /newer Rosehip/,
      async () => write((await lines()).join('\n').replace(/"version":\d+/, '"version":99')),
    ],
    [
      'a wrong date',
      /damaged/,
      async () => write(`${(await lines()).join('\n').replace(/"changedAt":"/, '$&x')}\n`),
    ],
  ])('%s', async (_what, says, spoil) => {
    await fill();
    await backUp(db(), file);
    await spoil();
    await expect(bringBackupIn(db(there), file)).rejects.toThrow(says);
    expect(await all(there)).toEqual({ designs: [], motifs: [], recipes: [], charts: [], settings: [] });
    expect(await db(there).select().from(assets)).toEqual([]);
  });

  test('a revision that no design can be made of is left out with words', async () => {
    await fill();
    await backUp(db(), file);
    await write(`${(await lines()).join('\n').replace('"width":110', '"width":-110')}\n`);
    const { added, notes } = await bringBackupIn(db(there), file);
    expect(added).toBe(2);
    expect(notes).toEqual([expect.stringMatching(/left out: .*hoop → width/)]);
  });
});

test('goes through the server, both ways', async () => {
  const { id } = await fill();
  const [from, to] = await Promise.all([
    buildApp(here.connection, { limited: false }),
    buildApp(there.connection, { limited: false }),
  ]);
  const headers = { host: '127.0.0.1', 'content-type': 'application/octet-stream' };
  try {
    const out = await from.inject({ method: 'GET', url: '/api/backup', headers: { host: '127.0.0.1' } });
    expect(out.headers['content-disposition']).toMatch(/rosehip-\d{4}-\d\d-\d\d\.jsonl\.br/);
    const send = (payload: Buffer) => to.inject({ method: 'POST', url: '/api/backup', headers, payload });
    expect((await send(out.rawPayload)).json()).toMatchObject({ added: 2, motifs: 2 });
    expect((await loadDesign(db(there), id))!.design).toEqual(design('Wren', 120));
    const bad = await send(out.rawPayload.subarray(9));
    expect([bad.statusCode, bad.json().error.message]).toEqual([422, 'This is not a backup of Rosehip.']);
    const none = await to.inject({ method: 'GET', url: '/api/backups', headers: { host: '127.0.0.1' } });
    expect(none.json()).toEqual({ nightly: false, problem: null, backups: [] });
  } finally {
    await Promise.all([from.close(), to.close()]);
  }
});

describe('by night', () => {
  test('the last night is the last three o’clock', () => {
    expect(lastNight(new Date(2026, 10, 26, 2, 59))).toEqual(new Date(2026, 10, 25, 3));
    expect(lastNight(new Date(2026, 10, 26, 3))).toEqual(new Date(2026, 10, 26, 3));
  });

  test('one copy is made, seven are kept, and other files are let be', async () => {
    await fill();
    const nightly = new Nightly(db(), join(folder, 'nights'));
    const day = (k: number): Date => new Date(Date.UTC(2026, 10, k, 12));
    await nightly.look(day(1));
    await writeFile(join(folder, 'nights', 'letter.txt'), 'mine');
    for (let k = 2; k < 11; k++) {
      for (const { name } of await nightly.list())
        await utimes(join(folder, 'nights', name), day(k - 1), day(k - 1)); // as if a day had passed
      await nightly.look(day(k));
      await nightly.look(day(k)); // once is enough
    }
    const names = (await nightly.list()).map((kept) => kept.name);
    expect(names).toEqual(
      [10, 9, 8, 7, 6, 5, 4].map((k) => `rosehip-2026-11-${String(k).padStart(2, '0')}.jsonl.br`),
    );
    expect((await readdir(join(folder, 'nights'))).sort()).toEqual(['letter.txt', ...names.reverse()]);
    expect(await bringBackupIn(db(there), join(folder, 'nights', names[0]))).toMatchObject({ added: 2 });
  });

  test('what stands in the way is told', async () => {
    await writeFile(join(folder, 'file'), '');
    const nightly = new Nightly(db(), join(folder, 'file'));
    await nightly.look();
    expect(nightly.problem).toMatch(/could not be made/);
  });
});
