// Moving, sizing, turning, undoing; numbers with units; the running order.
import { expect, test } from './one-page.ts';
import { BenchPage } from './bench-page.ts';
import { stitchSampler } from '../demo/stitch-sampler.ts';
import { Rosehip } from './rosehip.ts';

const rosehip = new Rosehip({ designs: [stitchSampler] });
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

test('select, move, size and turn by hand, and take every step back', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Handles');
  await bench.tool('Rectangle');
  await bench.drag([-60, -40], [60, 40]);
  const width = Number(await bench.field('Width').inputValue());
  const height = Number(await bench.field('Height').inputValue());
  expect(width / height).toBeCloseTo(1.5, 1);

  await bench.drag([0, 25], [80, 45]); // the shape, away from its angle line
  expect(Number(await bench.field('Across').inputValue())).toBeGreaterThan(5);

  const corner = (await page.getByTestId('size-handle-1-1').boundingBox())!;
  await page.mouse.move(corner.x + corner.width / 2, corner.y + corner.height / 2);
  await page.mouse.down();
  await page.mouse.move(corner.x + 60, corner.y + 40, { steps: 4 });
  await page.mouse.up();
  const grown = Number(await bench.field('Width').inputValue());
  expect(grown).toBeGreaterThan(width * 1.2);
  expect(grown / Number(await bench.field('Height').inputValue())).toBeCloseTo(width / height, 2);

  const turn = (await page.getByTestId('turn-handle').boundingBox())!;
  await page.mouse.move(turn.x + turn.width / 2, turn.y + turn.height / 2);
  await page.mouse.down();
  await page.keyboard.down('Shift');
  await page.mouse.move(turn.x + 180, turn.y + 150, { steps: 5 });
  await page.mouse.up();
  await page.keyboard.up('Shift');
  const degrees = Number(await bench.field('Turn').inputValue());
  expect(degrees).toBeGreaterThan(0);
  expect(degrees % 15).toBeCloseTo(0);

  const undo = page.getByRole('button', { name: 'Undo' });
  for (let i = 0; i < 4; i++) await undo.click();
  await expect(bench.blocks()).toHaveCount(0);
  await expect(undo).toHaveAttribute('title', 'Nothing to undo yet');
  await bench.cloth.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+Shift+z');
  await expect(bench.blocks()).toHaveCount(1);
  await bench.blocks().first().click();
  expect(Number(await bench.field('Turn').inputValue())).toBeCloseTo(degrees);
});

test('what is painted anew about an edit is what all of it painted anew would be', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.makeOnShelf(rosehip.address, 'Painted in parts');
  await bench.tool('Ellipse');
  await bench.drag([-80, -60], [20, 40]);
  await bench.tool('Rectangle');
  await bench.drag([10, 0], [90, 60]);
  const settled = (): Promise<void> => bench.settled();
  const edited = async (): Promise<void> => {
    for (const key of ['ArrowRight', 'ArrowDown', 'Shift+ArrowLeft', 'Control+z']) {
      await page.keyboard.press(key);
      await settled();
    }
  };
  const expectWhole = async (): Promise<void> => expect(await bench.wronglyPainted()).toBe(0);
  await edited();
  await expectWhole();

  // One upon another, sooner than they are sewn; and a copy that comes and goes.
  for (const keys of [
    ['ArrowRight', 'ArrowUp', 'ArrowRight', 'Control+z'],
    ['Control+d', 'ArrowLeft', 'ArrowLeft', 'Delete'],
  ]) {
    for (const key of keys) await page.keyboard.press(key);
    await settled();
    await expectWhole();
  }
  await bench.blocks().first().click();
  await bench.cloth.focus();

  // Midway, where what is not sewn yet is seen faintly, and on from there.
  const playhead = page.getByTestId('playhead');
  await playhead.press('Home');
  for (let i = 0; i < 4; i++) await playhead.press('Shift+ArrowRight');
  await bench.cloth.focus();
  await edited();
  for (const key of ['ArrowRight', 'ArrowRight', 'Shift+ArrowRight']) {
    await playhead.press(key);
    await settled();
  }
  await expectWhole();

  // All of it goes, and comes back.
  await page.keyboard.press('Control+a');
  for (const key of ['Delete', 'Control+z']) {
    await page.keyboard.press(key);
    await settled();
    await expectWhole();
  }
});

test('number fields take units and arithmetic, and say what is wrong', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Numbers');
  await bench.tool('Ellipse');
  await bench.drag([-80, -60], [80, 60]);
  await bench.setField('Width', '1.5in');
  await expect(bench.field('Width')).toHaveValue('38.1');
  await bench.setField('Across', '12.7 + 3');
  await expect(bench.field('Across')).toHaveValue('15.7');
  // A number that has changed under the hand is typed over, not added to.
  await bench.field('Across').focus();
  await page.keyboard.press('ArrowUp');
  await expect(bench.field('Across')).toHaveValue('15.8');
  await page.keyboard.type('14.2');
  await page.keyboard.press('Enter');
  await expect(bench.field('Across')).toHaveValue('14.2');
  await bench.setField('Turn', '360/5');
  await expect(bench.field('Turn')).toHaveValue('72');
  await bench.setField('Row spacing', 'wide');
  await expect(page.getByRole('alert')).toHaveText('A number is missing.');
  await bench.setField('Row spacing', '9');
  await expect(page.getByRole('alert')).toHaveText('At most 5 mm.');
  await bench.setField('Row spacing', '2');
  await expect(page.getByRole('alert')).toHaveCount(0);

  await page.getByRole('button', { name: /hoop · Linen/ }).click();
  await page.getByLabel('Lengths are shown in').selectOption('in');
  await page.getByRole('button', { name: /hoop · Linen/ }).click();
  await expect(bench.field('Width')).toHaveValue('1.5');
  await bench.setField('Width', '25.4 mm');
  await expect(bench.field('Width')).toHaveValue('1');
  await page.getByRole('button', { name: /hoop · Linen/ }).click();
  // A choice that can't be kept holds here, and that is told.
  await page.route('**/api/settings/units', (route) => route.abort());
  await page.getByLabel('Lengths are shown in').selectOption('mm');
  await expect(page.getByText('The choice of units holds on this page only')).toBeVisible();
  await page.unroute('**/api/settings/units');
  for (const units of ['in', 'mm']) {
    const kept = page.waitForResponse('**/api/settings/units');
    await page.getByLabel('Lengths are shown in').selectOption(units);
    await kept;
  }
  await expect(page.getByText('The choice of units holds on this page only')).toBeHidden();
});

test('the running order is dragged, moved by keys, and leads to colours', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.open(rosehip.address, 'Stitch sampler');
  const names = () => bench.blocks().evaluateAll((all) => all.map((b) => b.ariaLabel!.split(',')[0]));
  const before = await names();
  expect(before.length).toBeGreaterThan(15);
  expect(before.at(-1)).toBe('Border');

  // Drag the border to the beginning.
  const border = (await bench.blocks().last().boundingBox())!;
  const first = (await bench.blocks().first().boundingBox())!;
  await page.mouse.move(border.x + border.width / 2, border.y + 15);
  await page.mouse.down();
  await page.mouse.move(first.x + 200, first.y + 15, { steps: 5 });
  await page.mouse.move(first.x - 5, first.y + 15, { steps: 3 });
  await page.mouse.up();
  await expect.poll(async () => (await names())[0]).toBe('Border');

  // And one place on by keyboard.
  await bench.strip().focus();
  await page.keyboard.press('Home');
  await page.keyboard.press('Alt+ArrowRight');
  await expect.poll(async () => (await names()).indexOf('Border')).toBe(1);

  await page.getByTestId('playhead').press('Home');
  await page.getByRole('button', { name: 'Next colour' }).click();
  const [one] = await bench.counts();
  expect(one).toBeGreaterThan(0);
  await page.getByLabel('Skip to').selectOption('trim');
  await page.getByRole('button', { name: 'Next trim' }).click();
  expect((await bench.counts())[0]).toBeGreaterThan(one);
  await page.getByLabel('Skip to').selectOption('colour');
  await page.getByRole('button', { name: 'Previous colour' }).click();
  expect((await bench.counts())[0]).toBeLessThanOrEqual(one);

  // Scrubbing in the strip shows the design sewn up to there.
  const line = (await page.getByTestId('timeline').boundingBox())!;
  await page.mouse.click(line.x + line.width / 2, line.y + line.height - 6);
  const [half, all] = await bench.counts();
  expect(half).toBeGreaterThan(all * 0.2);
  expect(half).toBeLessThan(all * 0.8);
});

test('thread, duplicate and delete', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Threads');
  await bench.tool('Rectangle');
  await bench.drag([-40, -40], [40, 40]);
  await bench.word(/Dusk Blue 222/);
  await page.getByLabel('Find a thread').fill('gorse');
  await page.getByRole('button', { name: 'Gorse Flower 131' }).click();
  await expect(page.getByLabel('Recipe card')).toContainText('in Gorse Flower 131');
  await bench.cloth.focus();
  await page.keyboard.press('d');
  await expect(bench.blocks()).toHaveCount(2);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(bench.field('Across')).toHaveValue('4.1');
  await expect(bench.field('Down')).toHaveValue('5');
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Delete');
  await expect(bench.blocks()).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(bench.blocks()).toHaveCount(2);
});

test('without a mouse: draw, size, order and rehearse by keys alone', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Keys');
  await bench.cloth.focus();
  await page.keyboard.press('e');
  await page.keyboard.press('Enter');
  await expect(bench.blocks()).toHaveCount(1);
  await page.keyboard.press('r');
  await page.keyboard.press('Enter');
  await expect(bench.blocks()).toHaveCount(2);
  await expect(bench.field('Across')).toHaveValue('0');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(bench.field('Across')).toHaveValue('1');
  await bench.strip().focus();
  await page.keyboard.press('Home');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Recipe card').getByLabel('Name')).toHaveValue(/^Ellipse/);
  await bench.cloth.focus();
  await page.keyboard.press('n');
  await expect(page.getByRole('button', { name: 'Needle' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press(',');
  const [sewn, all] = await bench.counts();
  expect(sewn).toBeLessThan(all);
  await page.keyboard.press('?');
  await expect(page.getByRole('region', { name: 'Keys' })).toBeVisible();
});

test('two fingers zoom and pull the cloth', async ({ browser }) => {
  const context = await browser.newContext({ hasTouch: true, viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Touch');
  const percent = page.getByTitle('True size (1)');
  const before = parseInt(await percent.innerText());
  const [x, y] = await bench.at(0, 220); // beside the ways to begin
  const client = await context.newCDPSession(page);
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', apart: number) =>
    client.send('Input.dispatchTouchEvent', {
      type,
      touchPoints:
        type === 'touchEnd'
          ? []
          : [
              { x: x - apart, y, id: 1 },
              { x: x + apart, y, id: 2 },
            ],
    });
  await touch('touchStart', 40);
  for (let apart = 50; apart <= 120; apart += 10) await touch('touchMove', apart);
  await touch('touchEnd', 0);
  await expect.poll(async () => parseInt(await percent.innerText()) / before).toBeGreaterThan(2);
  await expect(bench.blocks()).toHaveCount(0);

  // A line that is being drawn bears it.
  await bench.tool('Pen');
  for (const dx of [-200, -100, 0]) await bench.click(dx, 200);
  await touch('touchStart', 120);
  for (let apart = 110; apart >= 50; apart -= 10) await touch('touchMove', apart);
  await touch('touchEnd', 0);
  await page.keyboard.press('Enter');
  await expect(bench.blocks()).toHaveCount(1);
  expect((await bench.document()).objects).toMatchObject([
    { outline: { paths: [{ points: [{}, {}, {}] }] } },
  ]);
  await context.close();
});
