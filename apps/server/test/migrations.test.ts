// Databases of earlier versions are brought up to date where they lie.
import { readFile } from 'node:fs/promises';
import { emptyDesign } from '@rosehip/core';
import { createConnection } from 'mysql2/promise';
import { expect, test } from 'vitest';
import { connectDatabase } from '../src/database/connect.ts';
import { createDesign, listDesigns, loadDesign, saveRevision } from '../src/database/designs.ts';
import { designs, settings } from '../src/database/schema.ts';
import { makeEmptyDatabase } from './database.ts';

const statements = async (file: string): Promise<string[]> =>
  (await readFile(new URL(`../migrations/${file}.sql`, import.meta.url), 'utf8')).split(
    '--> statement-breakpoint',
  );

test('designs from before revisions were packed open, also when the change was ended half way', async () => {
  const { url, drop } = await makeEmptyDatabase();
  const old = await createConnection(url);
  const run = async (file: string, most = Infinity): Promise<void> => {
    for (const sql of (await statements(file)).slice(0, most)) await old.query(sql);
  };
  try {
    await run('0000_first_tables');
    await run('0001_save_ids');
    const id = '00000000-0000-4000-8000-000000000001';
    const now = new Date();
    await old.query('INSERT INTO designs VALUES (?, ?, 2, ?, ?, NULL)', [id, 'Wren ¼', now, now]);
    const design = (width: number) => ({
      ...emptyDesign('Wren ¼', { name: `${width} × 100`, width, height: 100 }),
      ignored: [{ key: 'k', note: 'x'.repeat(5000) }],
    });
    for (const number of [1, 2])
      await old.query(
        'INSERT INTO revisions (design_id, number, label, design, made_at) VALUES (?, ?, ?, ?, ?)',
        [id, number, 'Edit', JSON.stringify(design(100 + number)), now],
      );
    await run('0002_packed_history', 5); // and then it was ended
    const { db, pool } = await connectDatabase(url);
    expect(await listDesigns(db)).toMatchObject([{ id, name: 'Wren ¼', hoop: '102 × 100' }]);
    for (const number of [1, 2])
      expect((await loadDesign(db, id, number))!.design).toEqual(design(100 + number));
    // The same save again is known by its content.
    expect(await saveRevision(db, id, { basedOn: 1, design: design(102), label: 'Edit' })).toBe(2);
    expect(await saveRevision(db, id, { basedOn: 2, design: design(103), label: 'Edit' })).toBe(3);
    expect((await loadDesign(db, id))!.design).toEqual(design(103));
    await pool.end();
  } finally {
    await old.end();
    await drop();
  }
});

test('what was kept before there were owners belongs to the household, also when the change was ended half way', async () => {
  const { url, drop } = await makeEmptyDatabase();
  const old = await createConnection(url);
  const run = async (file: string, most = Infinity): Promise<void> => {
    for (const sql of (await statements(file)).slice(0, most)) await old.query(sql);
  };
  try {
    for (const file of ['0000_first_tables', '0001_save_ids', '0002_packed_history']) await run(file);
    await old.query("INSERT INTO settings (name, value) VALUES ('units', '\"in\"')");
    await run('0003_owners', 3); // and then it was ended
    const { db, pool } = await connectDatabase(url);
    expect(await db.select().from(settings)).toEqual([{ owner: 'household', name: 'units', value: 'in' }]);
    const id = await createDesign(db, emptyDesign('Wren'), 'New');
    // What belongs to somebody else is not there, whoever knows its id.
    await db.update(designs).set({ owner: 'somebody' });
    expect(await listDesigns(db)).toEqual([]);
    expect(await loadDesign(db, id)).toBeNull();
    await pool.end();
  } finally {
    await old.end();
    await drop();
  }
});
