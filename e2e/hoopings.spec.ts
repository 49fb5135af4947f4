// A piece in several hoopings: parted where it must be, sewn one after the other, its marks moved, an error tried.
import { emptyDesign, type Design, type DesignObject } from '@rosehip/core';
import { unzipSync } from 'fflate';
import { BenchPage } from './bench-page.ts';
import { expect, rosehip, test } from './one-page.ts';

test.beforeAll(() => rosehip.start());

const band: DesignObject = {
  id: 'band',
  name: 'Band',
  kind: 'object',
  visible: true,
  locked: false,
  outline: { kind: 'rectangle', x: 0, y: 0, width: 300, height: 40, radius: 0, turn: 0 },
  recipe: { kind: 'fill', settings: { spacing: 1.2 } },
  thread: '222',
};

test('a band larger than the hoop is parted, checked, and sewn hooping by hooping', async ({ page }) => {
  const bench = new BenchPage(page);
  const hoop = { name: '100 × 140', width: 140, height: 100 };
  await bench.lay(rosehip.address, { ...emptyDesign('Long', hoop), objects: [band] });
  await page.getByRole('button', { name: /mm hoop/ }).click();
  const panel = page.getByRole('region', { name: 'Hoopings' });
  await panel.getByRole('button', { name: 'Lay hoopings' }).click();
  await expect(panel.getByRole('status')).toContainText('1 thing is larger than the hoop');
  await panel.getByRole('button', { name: 'Part what is larger' }).click();
  await expect(panel.getByRole('status')).toContainText(
    '1 thing in 3 parts, which lie over each other by 1 mm; 3 hoopings',
  );
  await bench.ready();
  const laid = (await bench.document()) as unknown as Design;
  expect(laid.hoopings).toHaveLength(3);

  // Each hooping has its bracket, each row of the list its number, and the figures a line each.
  await expect(page.getByTestId('timeline-hooping')).toHaveCount(3);
  await page.getByRole('button', { name: 'List', exact: true }).click();
  await expect(page.locator('[data-hooped][title="Sewn in hooping 2"]')).toHaveCount(1);
  await page.getByRole('button', { name: 'Timeline', exact: true }).click();
  await page.getByRole('button', { name: 'Figures' }).click();
  await expect(page.getByRole('table').filter({ hasText: 'Hooping' }).getByRole('row')).toHaveCount(4);
  // Marks are sewn too; pressed, they lead to the hoopings they follow from.
  const mark = page.getByTitle(/^Marks for 2/);
  await mark.first().click();
  await expect(panel).toBeVisible();
  // In the rehearsal the hoop that is mounted is shown.
  await page.getByLabel('Skip to').selectOption('hooping');
  await page.getByRole('button', { name: 'Previous hooping' }).click();
  await expect(page.getByTestId('counts')).toContainText('hooping 3 of 3');
  await expect(page.getByTestId('mounted-hoop')).toBeVisible();
  // On a narrow screen, too, everything beside the figures has room.
  const { width, height } = page.viewportSize()!;
  await page.setViewportSize({ width: 1024, height: 700 });
  await expect(page.getByRole('button', { name: 'Zoom the running order in' })).toBeInViewport({ ratio: 1 });
  await page.setViewportSize({ width, height });
  await page.getByTestId('playhead').press('End');

  // A mark is dragged along the cloth that both hoops hold.
  const handle = page.getByTestId('mark-handle').first();
  const from = (await handle.boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2 + 20, { steps: 3 });
  await page.mouse.up();
  await bench.ready();
  const moved = (await bench.document()) as unknown as Design;
  expect(moved.hoopings![0].marksAt).toHaveLength(2);
  await panel.getByRole('button', { name: 'Marks as far apart as can be' }).click();
  await bench.ready();
  expect(((await bench.document()) as unknown as Design).hoopings![0].marksAt).toBeUndefined();

  // The ring above its number turns a hooping about its middle, in whole degrees, and square to the cloth when it is nearly so.
  const middleOf = async (id: string) => {
    const b = (await page.getByTestId(id).boundingBox())!;
    return { x: b.x + b.width / 2, y: b.y + b.height / 2 };
  };
  const turnBy = async (degrees: number): Promise<void> => {
    const [top, ring] = [await middleOf('hooping-handle-1'), await middleOf('hooping-turn-1')];
    const [first, second] = laid.hoopings!;
    const scale = ((await middleOf('hooping-handle-2')).x - top.x) / (second.x - first.x);
    const centre = { x: top.x, y: top.y + (hoop.height / 2) * scale };
    const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
    const [dx, dy] = [ring.x - centre.x, ring.y - centre.y];
    await page.mouse.move(ring.x, ring.y);
    await page.mouse.down();
    await page.mouse.move(centre.x + dx * c - dy * s, centre.y + dx * s + dy * c, { steps: 4 });
    await expect(page.getByTestId('hooping-turn-1')).toContainText(/^\s*Hooping 1: turn it\s*-?\d+°$/);
    await page.mouse.up();
    await bench.ready();
  };
  for (const [hand, turned] of [
    [12, 12],
    [88.4, 90],
  ] as const) {
    await turnBy(hand);
    const { hoopings } = (await bench.document()) as unknown as Design;
    expect(hoopings!.map(({ turn }) => turn - laid.hoopings![0].turn)).toEqual([turned, 0, 0]);
    await page.keyboard.press('ControlOrMeta+z');
    await bench.ready();
  }

  // What an error of hooping would show is told, and nothing of the design is changed by trying it.
  await panel.getByLabel('Check: what would show were they').selectOption('each 0.5 mm off');
  await expect(panel).toContainText('Band 1 (1) and Band 2 (2): 0.5 mm');
  await panel.getByLabel('Check: what would show were they').selectOption('laid exactly');
  expect(((await bench.document()) as unknown as Design).hoopings).toEqual(laid.hoopings);

  const { bytes } = await bench.take('A file a hooping');
  const files = Object.keys(unzipSync(new Uint8Array(bytes)));
  expect(files).toEqual(['1 Long.dst', '2 Long.dst', '3 Long.dst']);
});
