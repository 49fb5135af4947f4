// Thread charts: what the person has, charts of one's own, and a design moved to one and back.
import { readFileSync } from 'node:fs';
import { createCanvas } from '@napi-rs/canvas';
import { LARKMOOR_CHART, nearestThread } from '@rosehip/core';
import { BenchPage } from './bench-page.ts';
import { expect, test } from './one-page.ts';
import { Rosehip } from './rosehip.ts';

const rosehip = new Rosehip();
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

test('a chart is brought in, changed and sewn from; what is missing is a list; going back is exact', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await page.goto(`${rosehip.address}/threads`);
  const csv =
    'number,name,colour,weight\n1,Chalk,#f3f0e9,30\n2,Soot,inky,30\n2,Sky,#5b86c0,30\n3,Berry,#a03048,30\n';
  await page
    .getByLabel('Thread chart to bring in')
    .setInputFiles({ name: 'Attic.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await expect(page.getByRole('status')).toContainText('Attic is here, with 3 threads.');
  await expect(page.getByRole('status')).toContainText('Line 3: “inky” is no colour');
  // A thread is changed, one added, one ticked.
  await page.getByLabel('Name of 3').fill('Rowan');
  await page.getByLabel('Name of 3').press('Enter');
  await page.getByLabel('Weight of Rowan').fill('60');
  await page.getByLabel('Weight of Rowan').press('Enter');
  await page.getByRole('button', { name: 'Add a thread' }).click();
  await expect(page.getByRole('list', { name: 'Threads' }).getByRole('listitem')).toHaveCount(4);
  await page.getByLabel('Number of Thread 4').fill('1');
  await page.getByLabel('Number of Thread 4').press('Enter');
  await expect(page.getByRole('status')).toContainText('Number 1 is taken');
  await page.getByLabel('I have Sky 2').check();
  await page.getByRole('button', { name: 'My threads' }).click();
  await expect(page.getByRole('list', { name: 'Threads' })).toContainText('Sky');
  await page.getByRole('button', { name: 'Attic' }).click();
  const loading = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Palette' }).click();
  const palette = readFileSync(await (await loading).path(), 'utf8');
  expect(palette).toContain('160  48  72\t3 Rowan');

  // A design is moved to it: only to what the person has, then to all of it, and back.
  await bench.make(rosehip.address, 'Moved');
  await page.keyboard.press('e');
  await bench.drag([-20, -15], [20, 15]);
  await bench.ready();
  const before = await bench.document();
  await page.getByRole('button', { name: 'Threads', exact: true }).click();
  await page.getByLabel('Move to another chart').selectOption({ label: 'Attic (4)' });
  await page.getByLabel('Only what I have').check();
  await expect(page.getByLabel(/^Thread for/).locator('option')).toHaveCount(1);
  await page.getByRole('button', { name: /^Move all 1 to Attic/ }).click();
  await bench.ready();
  const moved = await bench.document();
  expect(moved).toMatchObject({ ownChart: { name: 'Attic', weight: 30 }, objects: [{ thread: '2' }] });
  // A finer thread lies closer, by itself.
  const [count] = await bench.counts();
  await page.getByRole('button', { name: 'Threads', exact: true }).click();
  await bench.click(0, 0);
  await bench.word('Sky 2');
  await page.getByRole('button', { name: 'Rowan 3, weight 60' }).click();
  await bench.ready();
  expect((await bench.counts())[0] / count).toBeGreaterThan(1.1);
  await page.keyboard.press('Control+z');
  await bench.ready();
  await page.getByRole('button', { name: 'Threads', exact: true }).click();
  await page.getByRole('button', { name: 'Back to Larkmoor Rayon 40' }).click();
  await bench.ready();
  expect(await bench.document()).toEqual(before);
  // Other colours: hues turned, then those of a picture.
  const threadNow = async (): Promise<string> =>
    ((await bench.document()).objects[0] as unknown as { thread: string }).thread;
  const colours = page.getByRole('region', { name: 'Other colours' });
  const first = await threadNow();
  await colours.getByRole('button', { name: 'turned by 120°' }).click();
  await bench.ready();
  const turned = await threadNow();
  expect(turned).not.toBe(first);
  const canvas = createCanvas(40, 30);
  canvas.getContext('2d').fillStyle = '#2f4a3c';
  canvas.getContext('2d').fillRect(0, 0, 40, 30);
  await page
    .getByLabel('Picture to take colours from')
    .setInputFiles({ name: 'Moss.png', mimeType: 'image/png', buffer: canvas.toBuffer('image/png') });
  await colours.getByRole('button', { name: 'as they come' }).click();
  await bench.ready();
  expect(await threadNow()).toBe(nearestThread('#2f4a3c', LARKMOOR_CHART)!.code);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await bench.ready();
  const shopping = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Shopping list' }).click();
  expect(readFileSync(await (await shopping).path(), 'utf8')).toMatch(
    /^chart,number,name,colour,metres\nLarkmoor Rayon 40,\d+,/,
  );
});
