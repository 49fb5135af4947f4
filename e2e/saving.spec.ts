// Nothing is lost: the server dies and comes back; two people change one design.
import { expect, test, type Page } from '@playwright/test';
import { blocksOf, emptyDesign, emptyRecords } from '@rosehip/core';
import { BenchPage } from './bench-page.ts';
import { Rosehip } from './rosehip.ts';

const rosehip = new Rosehip();
// Every test that kills the server starts it again.
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

test('work goes on while the server is away, and is saved when it is back', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Steadfast');
  await bench.tool('Ellipse');
  await bench.drag([-100, -60], [-20, 20]);
  await bench.saved();

  const cloth = await bench.cloth.boundingBox();

  await rosehip.kill();
  await bench.tool('Rectangle');
  await bench.drag([20, -60], [100, 20]);
  await expect(bench.blocks()).toHaveCount(2);
  await expect(page.getByTestId('save-state')).toContainText('can’t reach the server');
  // The longer words move nothing: the cloth stays where the hand is.
  expect(await bench.cloth.boundingBox()).toEqual(cloth);
  await rosehip.start();
  await bench.saved();
  await page.reload();
  await bench.ready();
  await expect(bench.blocks()).toHaveCount(2);

  // What was acknowledged survives a kill at once after it.
  await bench.tool('Ellipse');
  await bench.drag([-40, 60], [40, 120]);
  await bench.saved();
  await rosehip.kill();
  await rosehip.start();
  await page.reload();
  await bench.ready();
  await expect(bench.blocks()).toHaveCount(3);
});

test('edits that never reached the server are taken up again when the page is', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Draft');
  await bench.saved();
  const url = page.url();
  await rosehip.kill();
  await bench.tool('Ellipse');
  await bench.drag([-60, -60], [60, 60]);
  await expect(bench.blocks()).toHaveCount(1);
  await page.goto('about:blank');
  await rosehip.start();
  await page.goto(url);
  await bench.ready();
  await expect(bench.blocks()).toHaveCount(1);
  await bench.saved();
});

test('two changes to one design are both shown, and one can be kept as a copy', async ({ page, context }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Shared');
  await bench.saved();
  const second = await context.newPage();
  const other = new BenchPage(second);
  await second.goto(page.url());
  await other.ready();
  await other.tool('Ellipse');
  await other.drag([-60, -60], [60, 60]);
  await other.saved();

  await bench.tool('Rectangle');
  await bench.drag([-30, -30], [30, 30]);
  const panel = page.getByRole('region', { name: 'Changed elsewhere' });
  await expect(panel).toContainText('Nothing is lost');
  await panel.getByRole('button', { name: 'Keep both: mine as a copy' }).click();
  await expect(page.getByLabel('Name of the design')).toHaveValue('Shared (my copy)');
  await expect(bench.blocks()).toHaveCount(1);
  await expect(bench.blocks().first()).toHaveAttribute('aria-label', /^Rectangle/);
  await page.goto(rosehip.address);
  await expect(page.getByRole('link', { name: 'Open Shared (my copy)' })).toBeVisible();
});

/** Saves of this page never reach the server. */
const cutOff = (page: Page): Promise<unknown> =>
  page.route('**/api/designs/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.fallback(),
  );

test('each tab keeps its own edits, and all of them are offered when the design is opened again', async ({
  page,
  context,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Twice open');
  await bench.saved();
  const url = page.url();
  const second = await context.newPage();
  const other = new BenchPage(second);
  await second.goto(url);
  await other.ready();
  await rosehip.kill();
  await bench.tool('Ellipse');
  await bench.drag([-100, -60], [-20, 20]);
  await bench.tool('Rectangle');
  await bench.drag([20, -60], [100, 20]);
  await other.tool('Ellipse');
  await other.drag([-40, 20], [40, 100]);
  await expect(second.getByTestId('save-state')).toContainText('can’t reach the server');
  await expect(page.getByTestId('save-state')).toContainText('can’t reach the server');
  await page.close();
  await second.close();

  await rosehip.start();
  const third = await context.newPage();
  const again = new BenchPage(third);
  await third.goto(url);
  await again.ready();
  await again.saved();
  await expect(again.blocks()).toHaveCount(1); // the newest
  const panel = third.getByRole('region', { name: 'Edits from other tabs' });
  await expect(panel).toContainText('2 objects, on revision 1');
  await panel.getByRole('button', { name: 'Keep as a design' }).click();
  await expect(panel).toBeHidden();
  await third.goto(rosehip.address);
  await third.getByRole('link', { name: 'Open Twice open (kept edits)' }).click();
  await again.ready();
  await expect(again.blocks()).toHaveCount(2);
});

test('a save whose answer is lost is no conflict with oneself', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Echo');
  await bench.saved();
  let lost = 0;
  await page.route('**/api/designs/*', async (route) => {
    if (route.request().method() !== 'PUT' || lost++) return route.fallback();
    await route.fetch(); // the server takes it
    await route.abort(); // and nobody hears
  });
  await bench.tool('Ellipse');
  await bench.drag([-100, -60], [-20, 20]);
  await expect(page.getByTestId('save-state')).toContainText('can’t reach the server');
  await bench.tool('Rectangle');
  await bench.drag([20, -60], [100, 20]);
  await bench.saved();
  await expect(page.getByRole('region', { name: 'Changed elsewhere' })).toBeHidden();
  await page.reload();
  await bench.ready();
  await expect(bench.blocks()).toHaveCount(2);
});

test('edits of a design that was deleted elsewhere go on as a new one', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Gone');
  await bench.saved();
  const url = page.url();
  await page.request.delete(url.replace('/bench/', '/api/designs/'));
  await bench.tool('Ellipse');
  await bench.drag([-60, -60], [60, 60]);
  const panel = page.getByRole('region', { name: 'Deleted elsewhere' });
  await expect(panel).toContainText('1 object');
  // Left as it is, it is offered on the shelf.
  page.once('dialog', (dialog) => dialog.accept());
  await page.goto(rosehip.address);
  await expect(page.getByText('Edits of “Gone”, deleted elsewhere, are kept in this browser.')).toBeVisible();
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.getByRole('link', { name: 'Open Gone (kept edits)' }).click();
  await bench.ready();
  await expect(bench.blocks()).toHaveCount(1);
});

test('a browser that keeps nothing says so, the work goes on, and leaving asks', async ({ page }) => {
  await page.addInitScript(() => {
    const forbidden = () => {
      throw new DOMException('The user denied permission.', 'SecurityError');
    };
    Object.defineProperty(window, 'localStorage', { get: forbidden });
    Object.defineProperty(window, 'indexedDB', { get: forbidden });
  });
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Forbidden');
  await bench.saved();
  await cutOff(page);
  await bench.tool('Ellipse');
  await bench.drag([-60, -60], [60, 60]);
  await expect(bench.blocks()).toHaveCount(1);
  await expect(page.getByText('This browser lets Rosehip keep nothing')).toBeVisible();
  const asked = page.waitForEvent('dialog');
  const leaving = page.close({ runBeforeUnload: true });
  const dialog = await asked;
  expect(dialog.type()).toBe('beforeunload');
  await dialog.dismiss();
  await leaving;
  await page.unroute('**/api/designs/*');
  await bench.saved();
  await expect(page.getByText('This browser lets Rosehip keep nothing')).toBeHidden();
});

test('a draft of many megabytes is kept as well', async ({ page }) => {
  const stitches = {
    ...{ id: 's', name: 'Stitches', kind: 'stitches', visible: true, locked: false, thread: '222' },
    blocks: blocksOf({
      ...emptyRecords(90_000),
      x: Int32Array.from({ length: 90_000 }, (_, i) => (i ? 10_000 + (i % 97) : 0)),
      y: Int32Array.from({ length: 90_000 }, (_, i) => (i ? 10_000 + (i % 89) : 0)),
    }),
  };
  const objects = Array.from({ length: 6 }, (_, i) => ({ ...stitches, id: `s${i}` }));
  const data = { design: { ...emptyDesign('Large'), objects } };
  const made = (await (await page.request.post(`${rosehip.address}/api/designs`, { data })).json()) as {
    id: string;
  };
  const url = `${rosehip.address}/bench/${made.id}`;
  const bench = new BenchPage(page);
  await page.goto(url);
  await expect(bench.blocks()).toHaveCount(6);
  await cutOff(page);
  await bench.tool('Ellipse');
  await bench.drag([-60, -60], [60, 60]);
  await expect(bench.blocks()).toHaveCount(7);
  await expect(page.getByTestId('save-state')).toContainText('can’t reach the server', { timeout: 30_000 });
  await page.unroute('**/api/designs/*');
  await page.reload();
  await expect(bench.blocks()).toHaveCount(7);
});

test('edits that a tab left itself while the server was away are taken up when it comes back', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Same tab');
  await bench.saved();
  await cutOff(page);
  await bench.tool('Ellipse');
  await bench.drag([-60, -60], [60, 60]);
  await expect(page.getByTestId('save-state')).toContainText('can’t reach the server');
  await page.getByRole('button', { name: 'Shelf' }).click();
  await page.getByRole('link', { name: 'Open Same tab' }).click();
  await bench.ready();
  await expect(bench.blocks()).toHaveCount(1);
  await page.unroute('**/api/designs/*');
  await bench.saved();
});
