// `rosehip backup` against a running server.
import { mkdtemp, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { emptyDesign } from '@rosehip/core';
import { expect, test, vi } from 'vitest';
import { buildApp } from '../../server/src/app.ts';
import { createDesign, listDesigns } from '../../server/src/database/designs.ts';
import { makeDatabase } from '../../server/test/database.ts';
import { main } from '../src/main.ts';

test('takes everything out to a file, and brings it in elsewhere', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'rosehip-cli-'));
  const [from, to] = await Promise.all([makeDatabase(), makeDatabase()]);
  const apps = await Promise.all([from, to].map(({ connection }) => buildApp(connection)));
  const said: string[] = [];
  const log = vi.spyOn(console, 'log').mockImplementation((text: string) => void said.push(text));
  const error = vi.spyOn(console, 'error').mockImplementation((text: string) => void said.push(text));
  try {
    const [here, there] = await Promise.all(apps.map((app) => app.listen({ port: 0, host: '127.0.0.1' })));
    await createDesign(from.connection.db, emptyDesign('Wren'), 'New');
    const file = join(folder, 'all.jsonl.br');
    expect(await main(['backup', '--out', file, '--server', here])).toBe(0);
    expect(await main(['backup', '--in', file, '--server', there])).toBe(0);
    expect(said.at(-1)).toMatch(/^Designs: 1 added, 0 continued/);
    expect(await listDesigns(to.connection.db)).toMatchObject([{ name: 'Wren' }]);

    // What can't be done is said in one line.
    await writeFile(file, 'petal');
    expect(await main(['backup', '--in', file, '--server', there])).toBe(2);
    expect(said.at(-1)).toBe('rosehip: This is not a backup of Rosehip.');
    expect(await main(['backup', '--in', join(folder, 'none'), '--server', there])).toBe(2);
    expect(said.at(-1)).toMatch(/there is no such file or folder/);
    expect(await main(['backup', '--out', join(folder, 'no', 'way'), '--server', here])).toBe(2);
    expect(said.at(-1)).toMatch(/can't be written/);
    expect(await main(['backup', '--server', here])).toBe(2);
    expect(said.at(-1)).toMatch(/either --out/);
    expect(await readdir(folder)).toEqual(['all.jsonl.br']);
  } finally {
    log.mockRestore();
    error.mockRestore();
    await Promise.all(apps.map((app) => app.close()));
    await Promise.all([from.drop(), to.drop()]);
    await rm(folder, { recursive: true });
  }
  const told = vi.spyOn(console, 'error').mockImplementation(() => {});
  expect(await main(['backup', '--out', 'x', '--server', 'http://127.0.0.1:9'])).toBe(2);
  expect(told.mock.calls[0][0]).toMatch(/does not answer at .* npm start/);
  told.mockRestore();
});
