// Jobs that end at the machine: a file on the stick, sewn by the practice machine.
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { decodeDst, Move } from '@rosehip/core';
import { PracticeMachine } from '../practice-machine.ts';
import { Rosehip } from '../rosehip.ts';
import { job } from './job.ts';

const rosehip = new Rosehip({ machine: true });
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

job(6, async ({ page, bench, hands }) => {
  await bench.make(rosehip.address, 'Tag');

  await hands.press(page.getByRole('button', { name: /(mm|in) hoop/ }));
  // A hoop of another machine chooses that machine too.
  hands.count++;
  const gentle = page.locator('optgroup[label*="Old and gentle"] option', { hasText: '50 × 50' });
  await page.getByLabel('Hoop', { exact: true }).selectOption((await gentle.getAttribute('value'))!);
  await expect(page.getByLabel('Machine', { exact: true })).toHaveValue('gentle');
  await hands.chord('r');
  await hands.strip('Shapes in', 'satin');
  await hands.drag([-22, -8], [22, 8]);
  await expect(page.getByLabel('Recipe card').locator('p').first()).toContainText('satin');
  await hands.chord('a');
  await page.keyboard.type('Orrin');
  await hands.chord('Escape');
  await bench.ready();
  await hands.press(page.getByRole('button', { name: 'Take to machine' }));
  const panel = page.getByRole('region', { name: 'Take to machine' });
  await expect(panel.getByRole('radio', { name: 'Stick' })).toBeChecked();
  hands.count++;
  await panel.getByLabel('File name').fill('Tag for Orrin');
  await panel.getByLabel('File name').press('Enter');
  await expect(panel.getByRole('status').last()).toContainText('“Tag for Orrin.dst” is on the stick.');
  await hands.done();

  // The word lies in the middle of the rectangle.
  const bytes = await readFile(join(rosehip.stick, 'computer', 'Tag for Orrin.dst'));
  bench.taken = { name: 'Tag for Orrin.dst', bytes };
  const { x, y, move } = decodeDst(bytes);
  const change = move.lastIndexOf(Move.trim, Math.floor(move.length * 0.9));
  expect(change).toBeGreaterThan(0);
  const half = (of: number[]): number => (Math.max(...of) + Math.min(...of)) / 20;
  expect(Math.abs(half(x))).toBeLessThan(0.5);
  expect(Math.abs(half(y))).toBeLessThan(0.5);

  const machine = new PracticeMachine(page, rosehip);
  await page
    .getByRole('link', { name: 'Take the stick to the practice machine' })
    .evaluate((a) => a.removeAttribute('target'));
  await page.getByRole('link', { name: 'Take the stick to the practice machine' }).click();
  // An old machine shows short names.
  await machine.choose('TAGFOR~1.DST', { machine: 'Old and gentle, 1 needle', hoop: '50 × 50' });
  const log = await machine.sew('Tag for Orrin.dst');
  expect(log).toMatchObject({
    finished: true,
    missing: 0,
    stitches: move.filter((m) => m === Move.stitch).length,
  });
});
