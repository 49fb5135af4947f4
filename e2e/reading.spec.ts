// Plain stitches read as objects: what was read is seen on the cloth, taken or left, and sized with its density.
import { fileURLToPath } from 'node:url';
import {
  applyCommand,
  emptyDesign,
  sewDesign,
  stitchesJob,
  writeDst,
  type Design,
  type DesignObject,
  type Group,
} from '@rosehip/core';
import { BenchPage } from './bench-page.ts';
import { expect, rosehip, test, type Page } from './one-page.ts';

test.beforeAll(() => rosehip.start());

const box = (
  id: string,
  x: number,
  kind: string,
  settings: DesignObject['recipe']['settings'],
): DesignObject => ({
  ...{ id, name: id, kind: 'object', visible: true, locked: false, thread: '222' },
  outline: { kind: 'rectangle', x, y: 0, width: 20, height: 16, radius: 0, turn: 0 },
  recipe: { kind, settings },
});

/** A fill, and a bean line round a box beside it, as plain stitches of one thread. */
function asStitches(name: string): Design {
  const drawn = {
    ...emptyDesign(name),
    objects: [box('a', -18, 'fill', { angle: 45 }), box('b', 18, 'run', { passes: 3 })],
  };
  return applyCommand(drawn, stitchesJob(drawn, ['a', 'b']).command).design;
}

const panel = (page: Page) => page.getByRole('region', { name: 'Read as objects' });
const row = (page: Page, kind: string) => panel(page).getByRole('row', { name: kind });
const objectsOf = async (bench: BenchPage): Promise<(DesignObject | Group)[]> =>
  (await bench.document()).objects as (DesignObject | Group)[];

test('what was read is told by kind, left by a press on the cloth, and taken as one step', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.lay(rosehip.address, asStitches('Read'));
  await page.keyboard.press('q');
  await expect(row(page, 'Fills')).toContainText('1');
  await expect(row(page, 'Bean lines')).toContainText('1');
  const make = panel(page).getByRole('button', { name: /^Make/ });
  await expect(make).toHaveText('Make 2 objects');

  // A press leaves the fill as stitches, another one takes it after all.
  await bench.clickAt(-18, 0);
  await expect(row(page, 'Fills')).toContainText('0 of 1');
  await expect(make).toHaveText('Make 1 object');
  await bench.clickAt(-18, 0);
  // Surer than everything: nothing is taken, and the button says why.
  await panel(page).getByRole('slider').fill('100');
  await panel(page).getByRole('slider').fill('50');
  await expect(make).toHaveText('Make 2 objects');
  await make.click();
  await bench.ready();
  expect((await objectsOf(bench)).map((o) => o.name)).toEqual(['Fill 1', 'Bean line 1']);

  // They are ordinary objects now: another angle.
  await bench.block('Fill 1').click();
  await bench.setField('Stitch angle', '0');
  await bench.ready();
  const [fill] = (await objectsOf(bench)) as DesignObject[];
  expect(fill.recipe.settings.angle).toBe(0);
  await bench.leaveField();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await bench.ready();
  expect((await objectsOf(bench)).map((o) => o.kind)).toEqual(['stitches', 'stitches']);
});

test('stitches that are sized keep their number, or their density through what they are read as', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.lay(rosehip.address, asStitches('Sized'));
  await bench.blocks().first().click();
  // All in the same thread, stitches too.
  await page.keyboard.press('Shift+t');
  await expect(page.getByText(/^2 objects:/)).toBeVisible();
  await bench.blocks().first().click();
  await bench.setField('Width', '30.6');
  await expect(page.getByRole('alert')).toContainText('would lie thinner');
  await page.getByRole('button', { name: 'Keep the density' }).click();
  await expect(panel(page)).toContainText(/15\d % of its size/);
  await panel(page).getByRole('button', { name: 'Make 1 object' }).click();
  await bench.ready();
  const [fill] = (await objectsOf(bench)) as DesignObject[];
  expect(fill.kind).toBe('object');
  expect(Number(fill.recipe.settings.spacing)).toBeCloseTo(0.4, 1);
  await expect(bench.field('Width')).toHaveValue(/^30\./);
});

test('stitches are as large as they are sewn; files that come together lie side by side', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Brought in');
  const file = fileURLToPath(new URL('files/orbit-and-bar.dst', import.meta.url));
  const choosing = page.waitForEvent('filechooser');
  await page.keyboard.press('Control+o');
  await (await choosing).setFiles([file, file]);
  await expect(bench.blocks()).toHaveCount(6);
  await bench.ready();
  // The second one is chosen, 40 mm wide and 5 mm beside the first; both have their middle in the hoop's.
  await expect(bench.field('Across')).toHaveValue('22.5');
  await expect(bench.field('Width')).toHaveValue('40');
  // The needle comes to the bar from the ring, which is no part of it.
  await bench.blocks().nth(1).click();
  await expect(bench.field('Across')).toHaveValue('-22.5');
  await expect(bench.field('Width')).toHaveValue('10');

  // One whose machine began beside its stitches comes to the middle.
  const aside = sewDesign({ ...emptyDesign('Aside'), objects: [box('a', 40, 'run', {})] });
  const again = page.waitForEvent('filechooser');
  await page.keyboard.press('Control+o');
  const buffer = Buffer.from(writeDst(aside, 'ASIDE'));
  await (await again).setFiles({ name: 'aside.dst', mimeType: 'application/octet-stream', buffer });
  await expect(bench.blocks()).toHaveCount(7);
  await expect(bench.field('Across')).toHaveValue(/^-?0(\.1)?$/);
});

test('where there is nothing to read, that is said', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.lay(rosehip.address, { ...emptyDesign('Drawn'), objects: [box('a', 0, 'fill', {})] });
  await page.keyboard.press('q');
  await expect(panel(page)).toContainText('There are no plain stitches here');
  // Mend is beside it, under a key of its own.
  await page.keyboard.press('y');
  await expect(page.getByRole('region', { name: 'Mend' })).toBeVisible();
});

test('threads in order: pressed, dragged on to a step, from a list, and as another design has them', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const two = (name: string, threads: [string, string]): Design => ({
    ...emptyDesign(name),
    objects: [box('a', -18, 'fill', {}), box('b', 18, 'fill', {})].map((o, i) => ({
      ...o,
      thread: threads[i],
    })),
  });
  await bench.lay(rosehip.address, two('Model for threads', ['130', '131']));
  await bench.lay(rosehip.address, two('Threads', ['101', '222']));
  const threads = async (): Promise<string[]> => {
    await bench.saved();
    return (await objectsOf(bench)).map((o) => (o as DesignObject).thread);
  };
  await page.getByRole('button', { name: 'Threads', exact: true }).click();
  const side = page.getByRole('region', { name: 'Threads' });
  const step = (k: number) => side.getByRole('list', { name: 'Steps' }).getByRole('button').nth(k);
  await expect(step(1)).toContainText('222');

  await step(0).click();
  await side.getByRole('button', { name: 'Rosehip 172' }).click();
  expect(await threads()).toEqual(['172', '222']);
  // From the chart on to a step, and on to a block of the running order.
  await side.getByRole('button', { name: 'Buttercup 133' }).dragTo(step(1));
  expect(await threads()).toEqual(['172', '133']);
  await side.getByRole('button', { name: 'Clover 272' }).dragTo(bench.block('a'));
  expect(await threads()).toEqual(['272', '133']);

  await side.getByLabel('From a list').fill('1. Dusk Blue\nsomething else\n');
  await expect(side).toContainText('Not known: something else.');
  await side.getByRole('button', { name: 'Use these 2 in order' }).click();
  expect(await threads()).toEqual(['222', '133']);

  await side.getByLabel('As another design has them').selectOption('Model for threads');
  await side.getByRole('button', { name: 'Use its threads in order' }).click();
  await expect(side.getByRole('status')).toContainText(
    '2 of 2 steps have their thread from Model for threads',
  );
  expect(await threads()).toEqual(['130', '131']);
});

test('stitches are kept as a motif with their size, and laid on another cloth exactly', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.lay(rosehip.address, asStitches('Tabs'));
  await bench.block('a').click();
  const [before] = (await objectsOf(bench)) as unknown as { blocks: { records: string }[] }[];
  await bench.makes('Keep as motif');
  await expect(page.getByText('is on the motif shelf, stitch by stitch')).toBeVisible();

  await bench.lay(rosehip.address, emptyDesign('Another cloth'));
  await bench.tool('Ready shapes');
  const kept = page.getByRole('list', { name: 'Motifs of stitches' }).getByRole('listitem').first();
  await expect(kept).toContainText('20.2 × 16.2 mm');
  await kept.getByRole('button', { name: 'a 20.2' }).click();
  await bench.ready();
  const [laid] = (await objectsOf(bench)) as unknown as { kind: string; blocks: { records: string }[] }[];
  expect(laid.kind).toBe('stitches');
  // The way from point to point is the very same; only where it begins is another place.
  const ways = (blocks: { records: string }[]) =>
    blocks.map(({ records }) => records.split(' ').slice(1).join(' '));
  expect(ways(laid.blocks)).toEqual(ways(before.blocks));
  await bench.tool('Ready shapes');
  await kept.getByRole('button', { name: 'off the shelf' }).click();
  await expect(kept).toHaveCount(0);
});
