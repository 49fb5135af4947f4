// What is kept: every save of a design, what was deleted, and everything as one file.
import { readFileSync } from 'node:fs';
import { expect, test } from './one-page.ts';
import { BenchPage } from './bench-page.ts';
import { Rosehip } from './rosehip.ts';

const rosehip = new Rosehip();
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

test('an older save is looked at, named, and brought back; undo takes that back', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Wren');
  for (const [tool, x] of [
    ['Rectangle', -120],
    ['Ellipse', 40],
  ] as const) {
    await bench.tool(tool);
    await bench.drag([x, -60], [x + 80, 40]);
    await bench.saved();
    await bench.ready();
  }
  await expect(bench.blocks()).toHaveCount(2);
  await page.getByRole('button', { name: /^History/ }).click();
  const history = page.getByRole('region', { name: 'History' });
  const saves = history.getByRole('listitem').getByRole('button', { name: /^\d\d:\d\d/ });
  await expect(saves).toHaveCount(3);
  await expect(history.getByText('Today')).toBeVisible();

  // Looking changes nothing.
  await saves.nth(1).click();
  await expect(bench.blocks()).toHaveCount(1);
  await page.keyboard.press('Delete');
  await bench.click(0, 0);
  await expect(bench.blocks()).toHaveCount(2);
  await bench.saved();
  await expect(saves).toHaveCount(3);

  await saves.nth(1).click();
  await history.getByLabel('Name, which keeps it for good').fill('Before the egg');
  await page.keyboard.press('Enter');
  await expect(saves.nth(1)).toContainText('Before the egg');
  await history.getByRole('button', { name: 'Bring it back' }).click();
  await expect(saves).toHaveCount(4);
  await expect(saves.first()).toContainText(/Bring back \d+ \w+, \d\d:\d\d/);
  await expect(bench.blocks()).toHaveCount(1);
  await page.reload();
  await bench.ready();
  await expect(bench.blocks()).toHaveCount(1);

  await page.getByRole('button', { name: /^History/ }).click();
  await saves.nth(1).click();
  await expect(bench.blocks()).toHaveCount(2);
  await history.getByRole('button', { name: 'Bring it back' }).click();
  await expect(saves).toHaveCount(5);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(bench.blocks()).toHaveCount(1);
  await expect(saves).toHaveCount(6);
  await bench.saved();

  // Beside the newest, and as a design of its own.
  await saves.nth(1).click();
  await history.getByRole('button', { name: 'Copy to the shelf' }).click();
  await expect(page.getByText(/“Wren \(\d+ \w+, \d\d:\d\d\)” is on the shelf/)).toBeVisible();
  await history.getByRole('button', { name: 'Compare' }).click();
  await expect(page.getByLabel('Left: revision')).toHaveValue('5');
  await expect(page.getByLabel('Right: revision')).toHaveValue('6');
  await page.reload();
  await expect(page.getByLabel('Left: revision')).toHaveValue('5');
});

test('at a wrong address there is a page that says so, and for programs a sentence', async ({ page }) => {
  await page.goto(`${rosehip.address}/bensch/7?x=1`);
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
  await page.getByRole('link', { name: 'To the shelf' }).click();
  await expect(page.getByRole('button', { name: 'New design' })).toBeVisible();
  const answer = await page.request.get(`${rosehip.address}/api/nothing`, {
    headers: { accept: 'text/html' },
  });
  expect([answer.status(), (await answer.json()).error.message]).toEqual([
    404,
    'There is nothing at /api/nothing.',
  ]);
  expect((await page.request.get(`${rosehip.address}/assets/gone.js`)).status()).toBe(404);
});

test('what was deleted can be put back later', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Moth');
  await page.getByRole('button', { name: 'Shelf' }).click();
  await page.getByRole('button', { name: 'More for Moth' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(page.getByText('“Moth” was taken off the shelf.')).toBeVisible();
  await page.getByRole('link', { name: 'Deleted' }).click();
  await expect(page.getByRole('heading', { name: 'Deleted designs' })).toBeVisible();
  await page.reload(); // its own address
  const card = page.locator('article').filter({ hasText: 'Moth' });
  await expect(card).toContainText('deleted just now');
  await card.getByRole('button', { name: 'Put it back' }).click();
  await expect(page.getByText('“Moth” is on the shelf again.')).toBeVisible();
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.locator('article').filter({ hasText: 'Moth' })).toHaveCount(1);
});

test('everything goes out as one file, and comes in again', async ({ page }, info) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Lapwing');
  await page.getByRole('button', { name: 'Shelf' }).click();
  await page.getByRole('link', { name: 'Back up' }).click();
  const file = info.outputPath('all.jsonl.br');
  const coming = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Take everything away' }).click();
  await (await coming).saveAs(file);

  const other = new Rosehip();
  await other.start();
  try {
    await page.goto(`${other.address}/backup`);
    const chooser = page.getByLabel('Backup to bring in');
    await chooser.setInputFiles({ name: 'x.br', mimeType: '', buffer: readFileSync(file).subarray(40) });
    await expect(page.getByText('This is not a backup of Rosehip.')).toBeVisible();
    await chooser.setInputFiles(file);
    await expect(page.getByText(/designs? (was|were) added\./)).toBeVisible();
    await chooser.setInputFiles(file);
    await expect(page.getByText(/designs? (was|were) here already\./)).toBeVisible();
    await page.getByRole('link', { name: 'Shelf' }).click();
    await page.getByRole('link', { name: 'Open Lapwing' }).click();
    await bench.ready();
    await expect(page.getByLabel('Name of the design')).toHaveValue('Lapwing');
  } finally {
    await other.stop();
  }
});
