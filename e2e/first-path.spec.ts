// The whole path: a drawn shape, its stitches, the rehearsal; then save, come back, take to the machine.
import { decodeDst, Move, readDesignFile } from '@rosehip/core';
import { expect, test } from './one-page.ts';
import { BenchPage } from './bench-page.ts';
import { Rosehip } from './rosehip.ts';

const rosehip = new Rosehip();
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

test('from a drawn shape to a stitch file', async ({ page }) => {
  const problems: string[] = [];
  page.on('pageerror', (e) => problems.push(e.message));
  page.on('console', (m) => m.type() === 'error' && problems.push(m.text()));
  const bench = new BenchPage(page);
  await bench.makeOnShelf(rosehip.address, 'Orbit');
  await expect(page.getByRole('region', { name: 'Ways to begin' })).toBeVisible();

  // An ellipse, filled at 30°.
  await bench.tool('Ellipse');
  await bench.drag([-160, -120], [40, 60]);
  await expect(bench.blocks()).toHaveCount(1);
  await bench.setField('Stitch angle', '30');
  await expect(page.getByLabel('Recipe card')).toContainText(
    'Cover this shape with fill, rows 0.4 mm apart at 30°',
  );

  // Another thread for what comes next, then a curve with the pen: a corner, two curves, Enter.
  await page.keyboard.press('Escape');
  await bench.click(240, 200); // beside everything: selects nothing
  await page.getByRole('button', { name: 'Rosehip 172' }).click();
  await bench.tool('Pen');
  await bench.click(-140, 170);
  await bench.drag([0, 110], [60, 110]);
  await bench.drag([150, 180], [190, 140]);
  await bench.cloth.press('Enter');
  await expect(bench.blocks()).toHaveCount(2);
  await bench.word('run');
  await bench.kind('Satin');
  // The shape has a width too; the satin's own stands under Stitches.
  const width = page.getByRole('textbox', { name: 'Column width' });
  await width.fill('3 mm');
  await width.press('Enter');
  await expect(page.getByLabel('Recipe card')).toContainText('satin, 3 mm wide');
  await bench.ready();

  // The rehearsal, from the beginning to the end.
  const [, all] = await bench.counts();
  expect(all).toBeGreaterThan(500);
  await page.getByTestId('playhead').press('Home');
  expect((await bench.counts())[0]).toBe(0);
  // Slowly first, so that the needle is seen at work; then, while it plays, as fast as it goes.
  await page.getByLabel('Speed of the rehearsal').selectOption('4');
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(page.getByTestId('needle')).toBeVisible();
  await expect.poll(async () => (await bench.counts())[0]).toBeGreaterThan(0);
  expect((await bench.counts())[0]).toBeLessThan(all);
  await page.getByLabel('Speed of the rehearsal').selectOption('500');
  await expect.poll(async () => (await bench.counts())[0], { timeout: 20_000 }).toBe(all);
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();

  // Everything is there after a reload.
  await bench.saved();
  await page.reload();
  await bench.ready();
  await expect(bench.blocks()).toHaveCount(2);
  expect((await bench.counts())[1]).toBe(all);

  // The stitch file holds both, one colour change, nothing over the limits.
  const { name, bytes } = await bench.take('Stitch file');
  expect(name).toBe('Orbit.dst');
  const records = decodeDst(bytes);
  expect(records.warnings).toEqual([]);
  expect(records.label).toBe('Orbit');
  expect(records.move.filter((m) => m === Move.change)).toHaveLength(1);
  expect(records.move.filter((m) => m === Move.stitch)).toHaveLength(all);
  const change = records.move.indexOf(Move.change);
  const sewn = (from: number, to: number) =>
    records.move.slice(from, to).filter((m) => m === Move.stitch).length;
  expect(sewn(0, change)).toBeGreaterThan(300);
  expect(sewn(change, records.move.length)).toBeGreaterThan(100);
  for (let i = 1; i < records.x.length; i++) {
    if (records.move[i] !== Move.stitch) continue;
    const length = Math.hypot(records.x[i] - records.x[i - 1], records.y[i] - records.y[i - 1]) / 10;
    expect(length).toBeLessThanOrEqual(7);
    expect(length).toBeGreaterThan(0.3);
  }

  const file = await bench.take('Design file');
  expect(file.name).toBe('Orbit.rosehip.json');
  const design = readDesignFile(file.bytes.toString());
  expect(design.objects.map((o) => o.kind === 'object' && o.recipe)).toEqual([
    { kind: 'fill', settings: { angle: 30 } },
    { kind: 'satin', settings: { width: 3 } },
  ]);
  const svg = await bench.take('Drawing');
  expect(svg.bytes.toString()).toContain('<g id="stitches"');
  const png = await bench.take('Picture');
  expect(png.bytes.subarray(1, 4).toString()).toBe('PNG');
  expect(problems).toEqual([]);
});

test('a design outside its hoop is told before it is taken', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Too large');
  await bench.tool('Rectangle');
  await bench.drag([-100, -60], [100, 60]);
  await page.getByRole('button', { name: 'In proportion' }).click();
  await bench.setField('Width', '5 in');
  await expect(bench.field('Width')).toHaveValue('127');
  await page.getByRole('button', { name: 'Outside the hoop' }).click();
  await expect(page.getByRole('alert')).toContainText('mm outside the hoop');
});
