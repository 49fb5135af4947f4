// Two tabs on one design while the server is away, the browser killed, and a browser whose store is full.
import { expect } from '@playwright/test';
import { BenchPage } from '../../e2e/bench-page.ts';
import { Browser } from './browser.mjs';
import { pause } from './household.mjs';

const cutOff = (page) => page.route('**/api/designs/**', (route) => route.abort());
const linked = (page) => page.unroute('**/api/designs/**');
const away = (page) =>
  expect(page.getByTestId('save-state')).toContainText('can’t reach the server', { timeout: 30_000 });

/** Draws something in both tabs, kills the browser, and looks whether both are offered. Gives faults. */
export async function twoTabs(address, rounds) {
  const faults = [];
  const browser = new Browser();
  let page = await browser.open();
  for (let round = 1; round <= rounds; round++) {
    const bench = new BenchPage(page);
    await bench.make(address, `Two tabs ${round}`);
    await bench.saved();
    const url = page.url();
    const other = await browser.context.newPage();
    await other.goto(url);
    await new BenchPage(other).ready();
    for (const tab of [page, other]) {
      const at = new BenchPage(tab);
      await tab.bringToFront();
      await cutOff(tab);
      await at.tool(tab === page ? 'Ellipse' : 'Rectangle');
      await at.drag([-60, -60], [60, 60]);
      if (tab === other) {
        await at.tool('Rectangle');
        await at.drag([80, -60], [120, 60]);
      }
    }
    await pause(300 + Math.random() * 1000);
    browser.kill();
    page = await browser.reopen();
    await page.goto(url);
    const after = new BenchPage(page);
    await after.ready();
    // The last tab's two shapes are taken up; the other's one is offered.
    try {
      await expect(after.blocks()).toHaveCount(2);
      await page.getByRole('button', { name: 'Keep as a design' }).click();
      await expect(page.getByText('The edits are on the shelf')).toBeVisible();
      await after.saved();
    } catch (error) {
      faults.push(`two tabs, round ${round}: ${error.message.split('\n')[0]}`);
    }
  }
  const { designs } = await (
    await fetch(`${address}/api/designs?search=${encodeURIComponent('Two tabs')}`)
  ).json();
  const counts = await Promise.all(
    designs.map(
      async ({ id }) => (await (await fetch(`${address}/api/designs/${id}`)).json()).design.objects.length,
    ),
  );
  const shapes = counts.reduce((a, b) => a + b, 0);
  if (shapes !== 3 * rounds) faults.push(`two tabs: ${3 * rounds} shapes were drawn, ${shapes} are there`);
  await browser.end();
  return faults;
}

/** Draws while the browser's store is full and the server away; it must be told, and saved as soon as it can be. */
export async function fullStore(address, rounds) {
  const faults = [];
  const browser = new Browser();
  const page = await browser.open();
  const bench = new BenchPage(page);
  const control = await browser.context.newCDPSession(page);
  for (let round = 1; round <= rounds; round++) {
    await bench.make(address, `Full store ${round}`);
    await bench.saved();
    await control.send('Storage.overrideQuotaForOrigin', { origin: address, quotaSize: 1 });
    await cutOff(page);
    await bench.tool('Ellipse');
    await bench.drag([-60, -60], [60, 60]);
    try {
      await away(page);
      await expect(page.getByText('store is full')).toBeVisible();
      await linked(page);
      await bench.saved();
    } catch (error) {
      faults.push(`full store, round ${round}: ${error.message.split('\n')[0]}`);
      await linked(page);
    }
    await control.send('Storage.overrideQuotaForOrigin', { origin: address });
    const id = page.url().split('/').at(-1);
    const saved = await (await fetch(`${address}/api/designs/${id}`)).json();
    if (saved.design.objects.length !== 1) faults.push(`full store, round ${round}: the shape was lost`);
  }
  await browser.end();
  return faults;
}
