// Try on: on drawn things and on a photograph, in true size, moved, turned and repeated, and a picture of it.
import { readFileSync } from 'node:fs';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import type { Locator, Page } from '@playwright/test';
import type { TryOn } from '@rosehip/core';
import { BenchPage } from './bench-page.ts';
import { expect, rosehip, test } from './one-page.ts';

test.beforeAll(() => rosehip.start());

/** A square of 60 mm in fill, tried on. */
async function tried(page: Page, name: string): Promise<{ bench: BenchPage; stage: Locator }> {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, name);
  await bench.tool('Rectangle');
  await bench.dragAlong([
    [-30, -30],
    [30, 30],
  ]);
  await bench.ready();
  await page.getByRole('button', { name: 'Try on', exact: true }).click();
  const stage = page.getByRole('application', { name: 'Try on' });
  await expect(stage).toHaveAttribute('data-settled', 'true');
  return { bench, stage };
}
const card = (page: Page): Locator => page.getByLabel('Card', { exact: true });
const number = async (page: Page, label: string): Promise<number> =>
  Number(await card(page).getByLabel(label, { exact: true }).inputValue());
async function type(page: Page, label: string, text: string): Promise<void> {
  await card(page).getByLabel(label, { exact: true }).fill(text);
  await card(page).getByLabel(label, { exact: true }).press('Enter');
}
/** Middle and width of what is drawn around a copy, in CSS pixels of the page. */
async function copyAt(stage: Locator, k = 0) {
  const box = (await stage.boundingBox())!;
  const points = (await stage.locator('[data-copy]').nth(k).getAttribute('points'))!.split(' ');
  const [xs, ys] = [0, 1].map((c) => points.map((p) => Number(p.split(',')[c])));
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  return { x: box.x + (left + right) / 2, y: box.y + (top + bottom) / 2, width: right - left };
}
const kept = async (bench: BenchPage): Promise<TryOn | undefined> =>
  ((await bench.document()) as { tryOn?: TryOn }).tryOn;

test('on a jacket in true size: put on its spots, dragged, turned, nudged, repeated, taken back', async ({
  page,
}) => {
  const { bench, stage } = await tried(page, 'Jacket');
  await expect(page.getByRole('radio', { name: 'Fleece jacket' })).toBeChecked();
  expect(await kept(bench), 'nothing is kept of a look').toBe(undefined);
  // As large as it is: so many pixels a millimetre, on the jacket as everywhere.
  const scale = Number(await stage.getAttribute('data-scale'));
  const first = await copyAt(stage);
  const says = await card(page)
    .getByText(/Left chest: room for 100 × 100 mm/)
    .innerText();
  const width = Number(/the design is (\d+)/.exec(says)![1]);
  expect(Math.abs(first.width / scale - width)).toBeLessThan(2);

  await page.getByRole('button', { name: 'Right chest' }).click();
  const right = await copyAt(stage);
  expect((first.x - right.x) / scale).toBeCloseTo(236, 0);
  await page.mouse.move(right.x, right.y);
  await page.mouse.down();
  await page.mouse.move(right.x + 20, right.y + 10);
  await page.mouse.move(right.x + 40, right.y + 30);
  await page.mouse.up();
  expect(await number(page, 'Across')).toBeCloseTo(-118 + 40 / scale, 0);
  expect(await number(page, 'Down')).toBeCloseTo(-170 + 30 / scale, 0);
  const before = await number(page, 'Across');
  await stage.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  expect(await number(page, 'Across')).toBeCloseTo(before + 11, 5);

  const handle = (await stage.locator('[data-turn]').boundingBox())!;
  const at = await copyAt(stage);
  await page.mouse.move(handle.x + 6, handle.y + 6);
  await page.mouse.down();
  await page.mouse.move(at.x + 60, at.y - 20);
  await page.mouse.move(at.x + 60, at.y);
  await page.mouse.up();
  expect(await number(page, 'Turn')).toBeCloseTo(90, 0);
  await page.keyboard.press('Control+z');
  expect(await number(page, 'Turn')).toBe(0);

  await type(page, 'In a row', '3');
  await type(page, 'Between', '4');
  await expect(stage.locator('[data-copy]')).toHaveCount(3);
  const [a, b] = [await copyAt(stage, 0), await copyAt(stage, 1)];
  expect(Math.abs((b.x - a.x) / scale - width - 4)).toBeLessThan(2);
  await page.getByRole('button', { name: 'Once more' }).click();
  await expect(stage.locator('[data-copy]')).toHaveCount(4);
  await page.getByRole('button', { name: 'Take this off' }).click();
  await expect(stage.locator('[data-copy]')).toHaveCount(3);
  expect((await kept(bench))?.places).toMatchObject([{ across: 3, gap: 4, turn: 0 }]);

  // A tool, or Esc, goes back to the cloth; the jacket is kept with the design.
  await page.keyboard.press('Escape');
  await bench.ready();
  await bench.saved();
  await page.reload();
  await bench.ready();
  await page.keyboard.press('z');
  await expect(stage.locator('[data-copy]')).toHaveCount(3);
  await page.keyboard.press('p');
  await expect(bench.cloth).toBeVisible();
});

test('what is changed on the bench is seen on the thing at once, in its light', async ({ page }) => {
  const { stage } = await tried(page, 'Thread');
  await page.getByRole('radio', { name: 'Tote bag' }).click();
  await expect(stage).toHaveAttribute('data-settled', 'true');
  const spot = await copyAt(stage);
  const colour = async (): Promise<number[]> => {
    await expect(stage).toHaveAttribute('data-settled', 'true');
    const image = await loadImage(await page.screenshot());
    const ctx = createCanvas(image.width, image.height).getContext('2d');
    ctx.drawImage(image, 0, 0);
    const { data } = ctx.getImageData(spot.x - 6, spot.y - 6, 12, 12);
    return [0, 1, 2].map((c) => data.filter((_, i) => i % 4 === c).reduce((s, v) => s + v, 0) / 144);
  };
  const before = await colour();
  await page.getByRole('option', { name: /^Rectangle/ }).click();
  await page.getByRole('button', { name: 'Recipe', exact: true }).click();
  await page.getByTitle('Choose another thread').click();
  await page.getByLabel('Find a thread').first().fill('111');
  await page.getByRole('button', { name: / 111$/ }).first().click();
  await expect(stage, 'the tote is still there').toBeVisible();
  await expect(async () => {
    const now = await colour();
    expect(Math.hypot(...now.map((v, k) => v - before[k]))).toBeGreaterThan(40);
  }).toPass();
});

test('a cap is bent, says that the design is too high, and a smaller one is made for it', async ({
  page,
}) => {
  const { bench, stage } = await tried(page, 'Moor');
  await page.getByRole('radio', { name: 'Cap' }).click();
  await expect(stage).toHaveAttribute('data-settled', 'true');
  const points = (await stage.locator('[data-copy]').getAttribute('points'))!
    .split(' ')
    .map((p) => p.split(',').map(Number));
  const side = (k: number): number[][] => points.slice(k * 8, k * 8 + 9);
  // Its upper edge is an arc: the middle is seen higher than the corners.
  const [corner, , , , top] = side(0);
  expect(corner[1] - top[1]).toBeGreaterThan(2);
  await expect(card(page)).toContainText('Front: room for 120 × 55 mm');
  await page.getByRole('button', { name: 'Make one for the cap' }).click();
  await expect(page.getByRole('combobox', { name: 'Cloth', exact: true })).toHaveValue('cap');
  await page.getByRole('button', { name: 'Keep as a new design' }).click();
  await bench.ready();
  await page.getByRole('button', { name: 'Try on', exact: true }).click();
  await expect(page.getByRole('radio', { name: 'Cap' })).toBeChecked();
  await expect(card(page)).not.toContainText('Make one for the cap');
});

test('a photograph of one’s own with a length that is known, and a picture to take away', async ({
  page,
}) => {
  const { bench, stage } = await tried(page, 'Photograph');
  await page.getByLabel('Photograph').setInputFiles({
    name: 'noise.png',
    mimeType: 'image/png',
    buffer: Buffer.from('no picture'),
  });
  await expect(card(page).getByRole('alert')).toContainText('no picture that can be read');
  const photo = createCanvas(600, 400);
  const ctx = photo.getContext('2d');
  ctx.fillStyle = '#7a8a5a';
  ctx.fillRect(0, 0, 600, 400);
  await page.getByLabel('Photograph').setInputFiles({
    name: 'My apron.png',
    mimeType: 'image/png',
    buffer: photo.toBuffer('image/png'),
  });
  await expect(stage).toHaveAttribute('data-settled', 'true');
  // It is as wide as six hundred millimetres until the person says otherwise.
  const box = (await stage.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const scale = Number(await stage.getAttribute('data-scale'));
  await page.mouse.move(x - 100, y + 80);
  await page.mouse.down();
  await page.mouse.move(x, y + 80);
  await page.mouse.move(x + 100, y + 80);
  await page.mouse.up();
  expect(await number(page, 'This distance is')).toBeCloseTo(200 / scale, 0);
  await type(page, 'This distance is', '100');
  const after = (await kept(bench))!;
  expect(after.photo!.width).toBeCloseTo((600 * 100) / (200 / scale), -1);
  expect(after.photo!.width / after.photo!.height).toBeCloseTo(1.5, 3);
  await expect(stage).toHaveAttribute('data-settled', 'true');

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Take a picture' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Photograph on My apron.png');
  const taken = await loadImage(readFileSync(await download.path()));
  expect(Math.max(taken.width, taken.height)).toBe(2400);
  expect(taken.width / taken.height).toBeCloseTo(1.5, 2);
  // The photograph is kept while another thing is looked at.
  await page.getByRole('radio', { name: 'Towel' }).click();
  await page.getByRole('button', { name: 'My apron.png' }).click();
  await expect(page.getByRole('button', { name: 'Mark again' })).toBeVisible();
});

test('a patch is as large as its design; nothing to try on is said', async ({ page }) => {
  const { bench, stage } = await tried(page, 'Patch');
  await page.getByRole('radio', { name: 'Patch on denim' }).click();
  await expect(stage).toHaveAttribute('data-settled', 'true');
  await expect(card(page)).not.toContainText('It is stitched for');
  await page.getByRole('radio', { name: 'Towel' }).click();
  await expect(card(page)).toContainText('It is stitched for linen; this is towelling.');
  await card(page).getByRole('button', { name: 'Stitch it for towelling' }).click();
  await expect(card(page)).not.toContainText('It is stitched for');
  expect(((await bench.document()).cloth as { kind: string }).kind).toBe('towelling');
  await page.getByRole('button', { name: 'Back to the hoop' }).click();
  await bench.make(rosehip.address, 'Nothing yet');
  await page.keyboard.press('z');
  await expect(card(page)).toContainText('There are no stitches yet');
  await expect(stage.locator('[data-copy]')).toHaveCount(0);
});
