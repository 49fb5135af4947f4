// Nothing is lost: the server dies and comes back; two people change one design.
import { expect, test } from '@playwright/test';
import { BenchPage } from './bench-page.ts';
import { Rosehip } from './rosehip.ts';

const rosehip = new Rosehip();
test.beforeEach(() => rosehip.start());
test.afterEach(() => rosehip.stop());

test('work goes on while the server is away, and is saved when it is back', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Steadfast');
  await bench.tool('Ellipse');
  await bench.drag([-100, -60], [-20, 20]);
  await bench.saved();

  await rosehip.kill();
  await bench.tool('Rectangle');
  await bench.drag([20, -60], [100, 20]);
  await expect(bench.blocks()).toHaveCount(2);
  await expect(page.getByTestId('save-state')).toContainText('can’t reach the server');
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
