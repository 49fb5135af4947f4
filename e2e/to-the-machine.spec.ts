// What stands between done and sewn: the panel with what speaks against it, the stick, and the practice machine.
import { copyFile, readdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { expect, test } from './one-page.ts';
import { PDFDocument } from '@cantoo/pdf-lib';
import { decodeDst } from '@rosehip/core';
import { BenchPage } from './bench-page.ts';
import { PracticeMachine } from './practice-machine.ts';
import { blanketCorner } from '../demo/blanket-corner.ts';
import { clubBadge } from '../demo/club-badge.ts';
import { telescopeLabel } from '../demo/telescope-label.ts';
import { Rosehip } from './rosehip.ts';

const rosehip = new Rosehip({ machine: true, designs: [blanketCorner, clubBadge, telescopeLabel] });
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

const onStick = (...path: string[]): string => join(rosehip.stick, 'computer', ...path);

test('this computer stays chosen when the stick is found only after that', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Slow slot');
  await page.keyboard.press('r');
  await bench.drag([-20, -20], [20, 20]);
  await bench.ready();
  let found = (): void => {};
  const looked = new Promise<void>((done) => (found = done));
  await page.route('**/api/stick', async (route) => {
    await looked;
    await route.continue();
  });
  await page.getByRole('button', { name: 'Take to machine' }).click();
  const panel = page.getByRole('region', { name: 'Take to machine' });
  const computer = panel.getByRole('radio', { name: 'Computer' });
  await expect(computer).toBeChecked();
  await computer.click();
  const answered = page.waitForResponse('**/api/stick');
  found();
  expect(await (await answered).json()).toMatchObject({ slot: 'computer' });
  await page.waitForTimeout(300);
  await expect(computer).toBeChecked();
  await expect(panel.getByRole('button', { name: /^Take \./ })).toBeVisible();
});

test('what would go wrong is told with a way out, and nothing is written until then', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Too wide');
  await page.keyboard.press('r');
  await bench.dragAlong([
    [-40, -20],
    [40, 20],
  ]);
  await bench.ready();
  await page.getByRole('button', { name: /mm hoop/ }).click();
  await page.getByLabel('Hoop', { exact: true }).selectOption('50 × 50');
  await bench.ready();
  await page.getByRole('button', { name: 'Take to machine' }).click();
  const panel = page.getByRole('region', { name: 'Take to machine' });
  await panel.getByRole('radio', { name: 'Stick' }).click();
  const against = panel.getByRole('group', { name: 'What speaks against it' });
  await expect(against.getByRole('alert')).toContainText('outside the hoop');
  const write = panel.getByRole('button', { name: 'Write to the stick' });
  await expect(write).toHaveAttribute('aria-disabled', 'true');
  await write.click({ force: true });
  expect(await readdir(onStick())).toEqual([]);

  // All the same, when the person says so; then the way out.
  await against.getByLabel('Take it all the same').check();
  await write.click();
  await expect(panel.getByText('“Too wide.dst” is on the stick.')).toBeVisible();
  await against.getByRole('button', { name: 'Take the 100 × 100 hoop' }).click();
  await expect(against).toContainText('Nothing speaks against it.');
  await panel.getByRole('button', { name: 'Write to the stick' }).click();
  await expect(panel.getByRole('alert')).toContainText('“Too wide.dst” is on the stick already');
  await panel.getByRole('button', { name: 'Write over it' }).click();
  await expect(panel.getByText('“Too wide.dst” is on the stick.')).toBeVisible();

  // A hoop that the chosen machine has not.
  await page.getByRole('button', { name: /mm hoop/ }).click();
  await page.getByLabel('Hoop', { exact: true }).selectOption('200 × 300');
  await page.getByRole('button', { name: 'Take to machine' }).click();
  await expect(against).toContainText('has no 200 × 300 hoop. Its 100 × 100 would hold');
  await against.getByRole('button', { name: 'Take the 100 × 100 hoop' }).click();
  await expect(against).toContainText('Nothing speaks against it.');
});

test('the stick’s page: pictures, names, folders, locked, and pulled out', async ({ page }) => {
  await copyFile(new URL('files/orbit-and-bar.dst', import.meta.url), onStick('Too wide.dst'));
  await writeFile(onStick('No stitches.dst'), 'this is a letter, not a stitch file');
  await page.goto(`${rosehip.address}/stick`);
  const files = page.getByRole('list', { name: 'Files' });
  const wide = files.getByRole('listitem').filter({ hasText: 'Too wide' });
  await expect(wide).toContainText('TOOWID~1.DST');
  await expect(wide).toContainText(/[\d,]+ stitches, \d colours?, [\d.]+ × [\d.]+ mm/);
  await expect(wide.locator('img')).toBeVisible();
  await expect(files.getByRole('listitem').filter({ hasText: 'No stitches' })).toContainText(
    'This is no stitch file',
  );

  await page.getByRole('button', { name: 'Rename Too wide.dst' }).click();
  await page.keyboard.type('Wide enough');
  await page.keyboard.press('Enter');
  await expect(files).toContainText('Wide enough.dst');
  await page.getByRole('button', { name: 'Delete No stitches.dst' }).click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(files).not.toContainText('No stitches');
  await page.getByRole('button', { name: 'New folder' }).click();
  await page.keyboard.type('Badges');
  await page.keyboard.press('Enter');
  await files.getByRole('button', { name: 'Badges', exact: true }).click();
  await expect(page.getByText('Nothing is here yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Up', exact: true }).click();
  expect((await readdir(onStick())).filter((n) => !n.startsWith('.')).sort()).toEqual([
    'Badges',
    'Wide enough.dst',
  ]);

  await page.getByLabel('Its switch is set to locked').check();
  await page.getByRole('button', { name: 'Rename Wide enough.dst' }).click();
  await page.keyboard.type('Other');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: 'The stick is locked' })).toBeVisible();
  await page.getByLabel('Its switch is set to locked').uncheck();

  await page.getByRole('button', { name: 'Pull it out' }).click();
  await expect(page.getByText('The stick is in your hand.')).toBeVisible();
  await expect(files).toBeHidden();
  await page.getByRole('button', { name: 'Put it in' }).click();
  await expect(files).toContainText('Wide enough.dst');
});

test('hoopings go on to the stick as files of a folder', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.open(rosehip.address, 'Blanket corner');
  await page.getByRole('button', { name: 'Take to machine' }).click();
  const panel = page.getByRole('region', { name: 'Take to machine' });
  await panel.getByRole('radio', { name: 'A file a hooping' }).check();
  await panel.getByRole('radio', { name: 'Stick' }).click();
  await panel.getByRole('button', { name: 'Write to the stick' }).click();
  await expect(panel.getByText('4 files are on the stick, in “Blanket corner”.')).toBeVisible();
  const names = (await readdir(onStick('Blanket corner'))).filter((n) => !n.startsWith('.'));
  expect(names).toHaveLength(4);
  for (const name of names) decodeDst(await readFile(onStick('Blanket corner', name)));
});

test('the machine refuses a small hoop, moves and turns, stops for threads, breaks, and writes down what the bench lays beside its forecast', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.open(rosehip.address, 'Telescope-bag label');
  const { bytes } = await bench.take('Stitch file');
  await writeFile(onStick('Label.dst'), bytes);
  await writeFile(onStick('Broken.dst'), bytes.subarray(0, 300));

  const machine = new PracticeMachine(page, rosehip);
  await machine.choose('Broken.dst', { machine: 'Kitchen table, 1 needle' });
  await expect(page.getByRole('alert')).toContainText('This is no stitch file: it has 300 bytes');
  await machine.choose('Label.dst', { hoop: '50 × 50' });
  await expect(page.getByRole('alert')).toContainText('mount a larger hoop');
  await expect(page.getByRole('button', { name: 'Begin' })).toHaveAttribute('aria-disabled', 'true');
  await page.getByLabel('Hoop', { exact: true }).selectOption('130 × 180');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByLabel('To the right, mm').fill('60');
  await page.getByLabel('To the right, mm').press('Enter');
  await expect(page.getByRole('alert')).toContainText('The needle would hit the hoop');
  await page.getByRole('button', { name: 'Centre' }).click();
  await page.getByRole('button', { name: 'A quarter to the right' }).click();
  await expect(page.getByRole('alert')).toHaveCount(0);

  // By hand: it stops for the second colour, and again when that is threaded and has come to its end.
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByRole('button', { name: '100 ×' }).click();
  await expect(machine.status).toHaveText('Colour 2, please', { timeout: 30_000 });
  const stitch = page.getByTestId('stitch');
  const before = parseInt((await stitch.innerText()).replace(',', ''));
  await page.getByRole('button', { name: '10 stitches back' }).click();
  expect(parseInt((await stitch.innerText()).replace(',', ''))).toBe(before - 10);
  await page.getByRole('button', { name: 'Put it aside' }).click();
  await machine.choose('Label.dst');
  const aside = await machine.log('Label.dst');
  expect(aside).toMatchObject({ finished: false, threadings: 0, stitches: before });

  await page.getByLabel('The thread breaks now and then').check();
  const log = await machine.sew('Label.dst');
  expect(log).toMatchObject({ finished: true, missing: 0 });
  expect(log.stitches).toBeGreaterThanOrEqual(decodeDst(bytes).move.filter((m) => m === 0).length);
  await page.getByRole('button', { name: 'Another file' }).click();
  await page.getByRole('button', { name: 'Take the stick out, back to the computer' }).click();
  await expect(page.getByRole('button', { name: 'Put the stick in' })).toBeVisible();

  await bench.open(rosehip.address, 'Telescope-bag label');
  await page.getByRole('button', { name: 'Figures' }).click();
  await page.getByLabel('Lay a sewing beside it').selectOption({ index: 1 });
  const table = page.getByRole('table', { name: 'Foretold and sewn' });
  const trims = table.getByRole('row', { name: /Trims/ });
  await expect(trims).toContainText(`${log.trims}`);
  // What was sewn without thread just before a trim is sewn again, and cut again.
  const [told] = await trims.getByRole('cell').allInnerTexts();
  await expect(trims).toContainText(log.trims === Number(told) ? 'as told' : '%');
});

test('the sheet on a phone: found by its address, ticked off, and gone when it is taken off', async ({
  page,
  browser,
}) => {
  const bench = new BenchPage(page);
  await bench.open(rosehip.address, 'Club badge');
  await page.getByRole('button', { name: 'Take to machine' }).click();
  await page.getByRole('button', { name: 'Sewing sheet' }).click();
  const [answer] = await Promise.all([
    page.waitForResponse((r) => r.url().endsWith('/api/beside')),
    page.getByRole('button', { name: 'Show it on a phone' }).click(),
  ]);
  const { code, addresses } = (await answer.json()) as { code: string; addresses: string[] };
  if (addresses.length) await expect(page.getByRole('img', { name: addresses[0] })).toBeVisible();

  const phone = await browser.newPage({ viewport: { width: 390, height: 844 } });
  const address = `http://127.0.0.1:${rosehip.besidePort}/${code}`;
  await phone.goto(address);
  await expect(phone.getByRole('heading', { name: 'Club badge' })).toBeVisible();
  await expect(phone.getByRole('status')).toContainText('Step 1 of 11');
  await phone.getByRole('button', { name: 'Step 1 is sewn' }).click();
  await phone.getByRole('button', { name: 'Step 2 is sewn' }).click();
  await expect(phone.getByRole('status')).toContainText('Step 3 of 11');
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await expect(page.getByText('2 of 11 steps are ticked off.')).toBeVisible();
  await phone.getByRole('button', { name: 'Step 2 is not sewn after all' }).click();
  await phone.reload();
  await expect(phone.getByRole('status')).toContainText('Step 2 of 11');

  await page.getByRole('button', { name: 'Show it no longer' }).click();
  await expect(page.getByRole('button', { name: 'Show it on a phone' })).toBeVisible();
  // Its server ends a moment later.
  await expect(async () => {
    await expect(phone.goto(address)).rejects.toThrow();
  }).toPass();
  await phone.close();
});

test('the sewing sheet: what is on it chosen, and saved as a PDF', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.open(rosehip.address, 'Club badge');
  await page.getByRole('button', { name: 'Take to machine' }).click();
  await page.getByRole('button', { name: 'Sewing sheet' }).click();
  const pages = page.getByRole('img', { name: /^Page \d/ });
  await expect(pages).toHaveCount(3);
  await expect(pages.first()).toContainText('Night Sky');
  await expect(pages.last()).toContainText('This line is 100 mm long.');
  await page.getByLabel('Template in true size').uncheck();
  await expect(pages).toHaveCount(2);
  await page.getByLabel('Paper').selectOption('Letter');
  await expect(pages.first().locator('svg')).toHaveAttribute('viewBox', '0 0 215.9 279.4');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as PDF' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Club badge.pdf');
  const bytes = await readFile((await download.path())!);
  const sheet = await PDFDocument.load(bytes);
  const count = await pages.count();
  expect(sheet.getPageCount()).toBe(count);
  expect(sheet.getPage(0).getWidth()).toBeCloseTo(612, 1);
  // What was left out stays so, for the next sheet too.
  await page.reload();
  await expect(pages).toHaveCount(count);
  await page.getByLabel('Template in true size').check();
  await expect(pages.last()).toContainText('Template in true size');
  await page.getByRole('link', { name: 'Bench' }).click();
  await bench.ready();
});
