// The shelf: find, sort, rename, duplicate, delete and undo, bring files in.
import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { decodeDst } from '@rosehip/core';
import { BenchPage } from './bench-page.ts';
import { Rosehip } from './rosehip.ts';

const rosehip = new Rosehip({ demo: true });
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

const sample = (name: string): string => new URL(`./files/${name}`, import.meta.url).pathname;

test('designs are found, renamed, duplicated, deleted and brought back', async ({ page }) => {
  test.slow();
  await page.goto(rosehip.address);
  const cards = page.locator('article');
  await expect(cards).toHaveCount(17);
  // Pictures of all demo designs are made one after the other, while another test file runs beside this one.
  await expect(cards.filter({ hasText: 'Club badge' })).toContainText(
    /81 × 81 mm\s*[\d,]+ stitches · \d+ min/,
    { timeout: 60_000 },
  );
  const picture = cards.first().locator('img');
  await expect.poll(() => picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(480);

  const find = page.getByLabel('Find designs');
  await find.fill('comet book');
  await expect(cards).toHaveCount(1);
  // By its stitches, its thread and its hoop too.
  await find.fill('relief 130');
  await expect(cards.locator('h2')).toHaveText(['Blanket corner'], { timeout: 60_000 });
  await find.fill('100%');
  await expect(page.getByText('No design is found by “100%”')).toBeVisible();
  await page.getByRole('button', { name: 'Show all designs' }).click();
  await page.getByLabel('Sort by').selectOption('name');
  await expect(cards.locator('h2')).toHaveText([
    'Blanket corner',
    'Cap of the club',
    'Club badge',
    'Club patch',
    'Comet bookmark',
    'Comet in shaded lines',
    'Frayed border',
    'Heather sprig',
    'Keepsakes',
    'Lettering sampler',
    'Moon-phase runner',
    'Moor garden',
    'Observatory at dusk',
    'Orrery coaster',
    'Run, satin and fill',
    'Stitch sampler',
    'Telescope-bag label',
  ]);

  // Several at once get a label, by which they are found.
  await page.getByLabel('Select Club badge').check();
  await page.getByLabel('Select Moor garden').click({ modifiers: ['Shift'] });
  await expect(page.getByText('10 designs selected')).toBeVisible();
  await page.getByRole('button', { name: 'Label', exact: true }).click();
  await page.getByLabel('New label').fill('for the fair');
  await page.getByLabel('New label').press('Enter');
  await page.getByRole('button', { name: 'Select none' }).click();
  await page.getByRole('button', { name: 'for the fair 10' }).click();
  await expect(cards).toHaveCount(10);
  await page.getByRole('button', { name: 'Small pictures' }).click();
  await expect(cards.first().getByText(/stitches/)).toBeHidden();
  await page.getByRole('button', { name: 'Large pictures' }).click();
  await page.getByRole('button', { name: 'for the fair 10' }).click();

  await page.getByRole('button', { name: 'More for Club badge' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(cards).toHaveCount(18);
  await page.getByRole('button', { name: 'More for Club badge (copy)' }).click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.getByLabel('Name of the design').fill('Moor badge');
  await page.getByLabel('Name of the design').press('Enter');
  await expect(cards.filter({ hasText: 'Moor badge' })).toHaveCount(1);

  await page.getByRole('button', { name: 'More for Moor badge' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(cards).toHaveCount(17);
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(cards).toHaveCount(18);
});

test('a stitch file comes in with its exact coordinates', async ({ page }) => {
  const bench = new BenchPage(page);
  await page.goto(rosehip.address);
  await page.getByLabel('File to bring in').setInputFiles(sample('orbit-and-bar.dst'));
  await bench.ready();
  await expect(bench.blocks().first()).toBeVisible();
  await bench.saved();
  const before = decodeDst(readFileSync(sample('orbit-and-bar.dst')));
  const { bytes } = await bench.take('Stitch file');
  const after = decodeDst(bytes);
  expect(after.x).toEqual(before.x);
  expect(after.y).toEqual(before.y);
  expect(after.move).toEqual(before.move);
});

test('a drawing comes in ready to stitch', async ({ page }) => {
  const bench = new BenchPage(page);
  await page.goto(rosehip.address);
  await page.getByLabel('File to bring in').setInputFiles(sample('planet.svg'));
  await bench.ready();
  await expect(bench.blocks()).toHaveCount(3);
  await bench.blocks().nth(2).click();
  await expect(page.getByLabel('Recipe card')).toContainText('satin, 3 mm wide');
});

test('a broken file is refused with words', async ({ page }) => {
  await page.goto(rosehip.address);
  await page.getByLabel('File to bring in').setInputFiles({
    name: 'broken.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0'),
  });
  await expect(page.getByRole('status').filter({ hasText: 'broken.svg' })).toContainText(
    'The SVG file is broken',
  );
  const data = await page.evaluateHandle(() => {
    const transfer = new DataTransfer();
    transfer.items.add(new File(['not stitches'], 'notes.dst'));
    return transfer;
  });
  await page.locator('main').dispatchEvent('drop', { dataTransfer: data });
  await expect(page.getByRole('status').filter({ hasText: 'notes.dst' })).toContainText(
    'This is no stitch file',
  );
});
