// Running order, rehearsal and findings: what a person does before the design goes to the machine.
import { expect, test, type Page } from './one-page.ts';
import { decodeDst, Move, type DesignObject, type Item } from '@rosehip/core';
import { clubBadge } from '../demo/club-badge.ts';
import { cometBookmark } from '../demo/comet-bookmark.ts';
import { stitchSampler } from '../demo/stitch-sampler.ts';
import { telescopeLabel } from '../demo/telescope-label.ts';
import { BenchPage } from './bench-page.ts';
import { Rosehip } from './rosehip.ts';

const rosehip = new Rosehip({ designs: [cometBookmark, stitchSampler, telescopeLabel] });
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

async function open(page: Page, name: string): Promise<BenchPage> {
  const bench = new BenchPage(page);
  await bench.open(rosehip.address, name);
  return bench;
}

const order = (page: Page) => page.getByRole('region', { name: 'Running order' });
const names = (bench: BenchPage) =>
  bench.blocks().evaluateAll((all) => all.map((b) => b.ariaLabel!.split(',')[0]));

test('plays on and back, steps, skips, loops, scrubs and stops', async ({ page }) => {
  const bench = await open(page, 'Comet bookmark');
  const strip = order(page);
  const [, all] = await bench.counts();
  const sewn = async (): Promise<number> => (await bench.counts())[0];

  await strip.getByLabel('Speed of the rehearsal').selectOption('× 250');
  await page.getByTestId('playhead').press('Home');
  await expect(page.getByTestId('counts')).toContainText('0 s gone');
  await strip.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(sewn).toBeGreaterThan(200);
  await strip.getByRole('button', { name: 'Pause', exact: true }).click();
  const here = await sewn();
  expect(here).toBeLessThan(all);
  await strip.getByRole('button', { name: 'One stitch on' }).click();
  await strip.getByRole('button', { name: 'One stitch on' }).click();
  await strip.getByRole('button', { name: 'One stitch back' }).click();
  expect(Math.abs((await sewn()) - here)).toBeLessThanOrEqual(1);
  await strip.getByRole('button', { name: 'Run backwards' }).click();
  await expect.poll(sewn, { timeout: 10_000 }).toBe(0);

  // From object to object, and from stop to stop when there is one.
  await strip.getByLabel('Skip to').selectOption('object');
  const places: number[] = [];
  for (let i = 0; i < 3; i++) {
    await strip.getByRole('button', { name: 'Next object' }).click();
    places.push(await sewn());
  }
  expect(places[0]).toBeGreaterThan(0);
  expect(places[2]).toBeGreaterThan(places[0]);
  await strip.getByLabel('Skip to').selectOption('stop');
  await expect(strip.getByRole('button', { name: 'Next stop' })).toHaveAttribute(
    'title',
    'This design has no stop to skip to.',
  );

  // A loop goes round the selected object only.
  await bench.blocks().nth(1).click();
  await strip.getByRole('button', { name: 'Loop' }).click();
  const loop = (await page.getByTestId('loop').boundingBox())!;
  const block = (await bench.blocks().nth(1).boundingBox())!;
  expect(loop.x).toBeLessThanOrEqual(block.x + 1);
  expect(loop.x + loop.width).toBeGreaterThanOrEqual(block.x + block.width - 2);
  await strip.getByRole('button', { name: 'Loop' }).click();
  await expect(page.getByTestId('loop')).toHaveCount(0);

  const line = (await page.getByTestId('timeline').boundingBox())!;
  await page.mouse.click(line.x + line.width / 2, line.y + line.height - 6);
  expect(await sewn()).toBeGreaterThan(all * 0.15);
  expect(await sewn()).toBeLessThan(all * 0.85);

  // What is shown, and another machine's time.
  await strip.getByRole('button', { name: 'Rehearsal options' }).click();
  const options = page.getByRole('region', { name: 'Rehearsal' });
  await options.getByLabel('is hidden').check();
  await options.getByLabel('Dim underlay').check();
  await options.getByLabel('Show the stitches of').selectOption({ index: 1 });
  const slow = await page.getByTestId('counts').innerText();
  await options.getByLabel('Timed for').selectOption('Attic workshop, 6 needles');
  await expect(options).toContainText('850 stitches a minute');
  await expect.poll(() => page.getByTestId('counts').innerText()).not.toBe(slow);
  await options.getByLabel('Timed for').selectOption('Kitchen table, 1 needle');
});

test('findings: seen, mended twice, one taken back, one ignored for good', async ({ page }) => {
  // The badge as it was first drawn: what is hidden is sewn, and its pale threads look alike.
  const badge = clubBadge();
  const pale = (item: Item, thread: string): Item =>
    item.kind === 'group'
      ? { ...item, objects: item.objects.map((o, i) => pale(o, i ? '120' : '130')) }
      : { ...item, thread };
  const objects = badge.objects.map((item): Item => {
    if (item.name === 'Stars') return pale(item, '');
    const { trimBeneath: _, ...whole } = item as DesignObject;
    return item.kind === 'object' ? whole : item;
  });
  const made = await page.request.post(`${rosehip.address}/api/designs`, {
    data: { design: { ...badge, name: 'First badge', objects } },
  });
  expect(made.status()).toBe(201);
  const bench = await open(page, 'First badge');
  await page.getByRole('button', { name: /^\d+ findings$/ }).click();
  const list = page.getByRole('region', { name: 'Findings' });
  const items = list.getByRole('listitem');
  const count = async (): Promise<number> =>
    Number(/\d+/.exec(await page.getByRole('button', { name: /^\d+ findings?$/ }).innerText())![0]);
  const before = await count();
  const scale = await bench.cloth.getAttribute('data-scale');

  const moon = items.filter({ hasText: 'hidden under Moon' });
  await moon.getByRole('button', { name: 'Show me' }).click();
  expect(await bench.cloth.getAttribute('data-scale')).not.toBe(scale);
  await expect(page.getByTestId('selection-outline')).toBeVisible();
  expect((await bench.counts())[0]).toBeLessThan((await bench.counts())[1]);

  await moon.getByRole('button', { name: 'Leave out what is hidden' }).click();
  await expect(list.getByRole('status')).toContainText('findings are left');
  const left = Number(/(\d+) findings are left/.exec(await list.getByRole('status').innerText())![1]);
  expect(left).toBeLessThan(before);
  // Shown only: nothing is done until it is taken.
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', 'Nothing to undo yet');
  await list.getByRole('button', { name: 'Take it' }).click();
  await expect.poll(count).toBe(left);

  const alike = items.filter({ hasText: 'look alike' }).first();
  await alike.getByRole('button', { name: /^Sew / }).click();
  await list.getByRole('button', { name: 'Take it' }).click();
  await expect.poll(count).toBe(left - 1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(count).toBe(left);

  await items.first().getByRole('button', { name: 'Ignore' }).click();
  await list.getByLabel('Why it does not matter').fill('The felt is thick');
  await list.getByRole('button', { name: 'Ignore it' }).click();
  await expect.poll(count).toBe(left - 1);
  await bench.saved();
  await page.reload();
  await bench.ready();
  await expect.poll(count).toBe(left - 1);
  await page.getByRole('button', { name: /^\d+ findings$/ }).click();
  await list.getByText('Ignored: 1').click();
  await expect(list).toContainText('The felt is thick');
  await list.getByRole('button', { name: 'Mind it again' }).click();
  await expect.poll(count).toBe(left);
});

test('words that are too long for the hoop take a larger one, or are made smaller', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Too long');
  await page.keyboard.press('a');
  await bench.click(-200, 0);
  await page.keyboard.type('Bramble jelly');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Outside the hoop' }).click();
  const list = page.getByRole('region', { name: 'Findings' });
  await expect(list.getByRole('button', { name: /^Take the .* hoop/ })).toBeVisible();
  await list.getByRole('button', { name: 'Make it smaller, to fit' }).click();
  await expect(list.getByRole('status')).toContainText('nothing else is found');
  await list.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByRole('button', { name: 'No findings' })).toBeVisible();
  const made = await bench.document();
  expect(made.hoop).toMatchObject({ name: '100 × 100' });
  expect((made.objects[0] as { outline: { height: number } }).outline.height).toBeLessThan(14);
});

test('reordered by drag in both forms, put in order, stopped; the file follows', async ({ page }) => {
  const bench = await open(page, 'Telescope-bag label');
  const strip = order(page);
  const first = await names(bench);

  // The timeline: the last two, taken together, to the beginning.
  await bench
    .blocks()
    .nth(first.length - 2)
    .click();
  await bench
    .blocks()
    .nth(first.length - 1)
    .click({ modifiers: ['Shift'] });
  const last = (await bench.blocks().last().boundingBox())!;
  const start = (await bench.blocks().first().boundingBox())!;
  await page.mouse.move(last.x + last.width / 2, last.y + 20);
  await page.mouse.down();
  await page.mouse.move(start.x + 120, start.y + 20, { steps: 6 });
  await page.mouse.move(start.x - 4, start.y + 20, { steps: 3 });
  await page.mouse.up();
  await expect.poll(() => names(bench)).toEqual([...first.slice(-2), ...first.slice(0, -2)]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => names(bench)).toEqual(first);

  // The list: the eyepiece beneath the tube, in their group still.
  await strip.getByRole('button', { name: 'List', exact: true }).click();
  const rows = page.getByRole('treeitem');
  const row = (name: string) => page.getByRole('treeitem', { name: new RegExp(`^${name} `) });
  const rowNames = () => rows.getByTestId('row-name').allInnerTexts();
  const listed = await rowNames();
  const at = listed.indexOf('Eyepiece');
  expect(listed[at + 1]).toBe('Tube');
  await row('Rim').scrollIntoViewIfNeeded();
  const [a, b] = [(await row('Eyepiece').boundingBox())!, (await row('Tube').boundingBox())!];
  await page.mouse.move(a.x + 16, a.y + 16);
  await page.mouse.down();
  await page.mouse.move(a.x + 20, a.y + 26, { steps: 3 });
  await page.mouse.move(b.x + 190, b.y + 24, { steps: 8 });
  await page.mouse.up();
  const swapped = listed.with(at, 'Tube').with(at + 1, 'Eyepiece');
  await expect.poll(rowNames).toEqual(swapped);
  await expect(row('Eyepiece')).toHaveAttribute('aria-level', '2');

  // By keyboard back again, then another name, and a stop with a note.
  await row('Eyepiece').focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Alt+ArrowUp');
  await expect.poll(rowNames).toEqual(listed);
  await row('Tripod').focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('F2');
  await page.getByLabel('New name of Tripod').fill('Three legs');
  await page.keyboard.press('Enter');
  await strip.getByLabel('Stop after it').fill('Lay the cloth');
  await strip.getByRole('button', { name: 'Insert stop' }).click();
  await expect(row('Three legs')).toContainText('Lay the cloth');
  await strip.getByTitle('Hide Rim').click();
  await strip.getByTitle('Show Rim').click();
  await expect(strip.getByTitle('Hide Rim')).toBeVisible();

  // In order: shown first, with fewer colour changes, then taken.
  const changes = async (): Promise<number> =>
    decodeDst((await bench.take('Stitch file')).bytes).move.filter((m) => m === Move.change).length;
  const many = await changes();
  await strip.getByRole('button', { name: 'Put in order' }).click();
  const proposal = page.getByRole('region', { name: 'Put in order' });
  await expect(proposal).toContainText('Colour changes');
  const cells = await proposal
    .getByRole('row', { name: /Colour changes/ })
    .getByRole('cell')
    .allInnerTexts();
  expect(Number(cells[1])).toBeLessThan(Number(cells[0]));
  await proposal.getByRole('button', { name: 'Take it' }).click();
  await bench.ready();
  expect(await changes()).toBe(many - (Number(cells[0]) - Number(cells[1])));

  // The rehearsal waits at the stop and says why.
  await strip.getByRole('button', { name: 'Timeline' }).click();
  await page.getByTestId('playhead').press('Home');
  await strip.getByLabel('Speed of the rehearsal').selectOption('× 500');
  await strip.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(strip.getByRole('status')).toHaveText('Stop: Lay the cloth', { timeout: 10_000 });
  await expect(strip.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('figures, a picture with a clear ground, and two cloths side by side', async ({ page }) => {
  const bench = await open(page, 'Stitch sampler');
  await order(page).getByRole('button', { name: 'Figures' }).click();
  const figures = page.getByRole('region', { name: 'Figures' });
  const [, all] = await bench.counts();
  await expect(figures).toContainText(all.toLocaleString('en-GB'));
  await expect(
    figures.getByRole('img', { name: 'Stitches by length in millimetres' }).locator('svg'),
  ).toBeVisible();
  await expect(figures.getByRole('row', { name: /Dusk Blue 222/ })).toContainText(' m');

  await page.getByRole('button', { name: 'Take to machine' }).click();
  const panel = page.getByRole('region', { name: 'Take to machine' });
  await panel.getByRole('radio', { name: 'Picture' }).check();
  await panel.getByLabel('Ground').selectOption('transparent');
  await panel.getByLabel('View', { exact: true }).selectOption('Needle');
  await panel.getByLabel('Dots an inch').selectOption('96');
  const { bytes } = await bench.take('Picture');
  // Colour type 6 of a PNG's header: with transparency.
  expect([bytes.subarray(1, 4).toString(), bytes[25]]).toEqual(['PNG', 6]);
  const [wide] = (await panel.getByText(/dots$/).innerText()).split(' ').map(Number);
  expect(bytes.readUInt32BE(16)).toBe(wide);

  await order(page).getByRole('button', { name: 'Figures' }).click();
  await figures.getByRole('button', { name: 'Compare revisions and cloths' }).click();
  const table = page.getByRole('table', { name: 'What is different' });
  await expect(table).toContainText('Stitches', { timeout: 15_000 });
  await page.getByLabel('Right: cloth').selectOption('on satin or silk');
  await expect(page.getByRole('img', { name: /on satin or silk/ })).toBeVisible();
  const right = table.getByRole('row', { name: /^Right/ });
  await expect(right).toContainText('(−');
  await page.getByRole('button', { name: 'Play' }).click();
  await expect.poll(async () => Number(await page.getByLabel('Playhead').inputValue())).toBeGreaterThan(0.01);
  await page.getByRole('link', { name: 'Bench' }).click();
  await bench.ready();
});
