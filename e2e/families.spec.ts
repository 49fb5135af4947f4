// Runs, satins and fills on the bench: begin and end, guide lines, widths, surfaces, tidying and findings.
import { expect, rosehip, test } from './one-page.ts';
import { BenchPage } from './bench-page.ts';

test.beforeAll(() => rosehip.start());

interface Drawn {
  id: string;
  recipe: { kind: string; settings: Record<string, unknown> };
  start?: { x: number; y: number };
  end?: { x: number; y: number };
  guideLines?: unknown[];
  widths?: { at: number; width: number }[];
}
const objects = async (bench: BenchPage): Promise<Drawn[]> => (await bench.document()).objects as Drawn[];

/** Draws a rectangle about a place, in mm, and selects it. */
async function rectangle(bench: BenchPage, x: number, y: number, w = 16, h = 12): Promise<void> {
  await bench.tool('Rectangle');
  await bench.dragAlong([
    [x - w / 2, y - h / 2],
    [x + w / 2, y + h / 2],
  ]);
  await bench.ready();
}

test('begin and end are dragged on the cloth, typed, and left to Rosehip again', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Ends');
  await rectangle(bench, 0, 0, 40, 30);
  const dot = page.getByTestId('end-handle');
  await expect(dot).toBeVisible();
  const box = (await dot.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(...(await bench.place(10, 5)));
  await page.mouse.move(...(await bench.place(20, 3)), { steps: 3 });
  await page.mouse.up();
  const [dragged] = await objects(bench);
  expect(Math.hypot(dragged.end!.x - 20, dragged.end!.y - 3)).toBeLessThan(0.5);
  await expect(page.getByText('one fixed by hand')).toBeVisible();

  await page.getByLabel('Recipe card').getByText('Begin and end').click();
  await bench.setField('Begins, across', '-20');
  await bench.setField('Begins, down', '-4');
  const [typed] = await objects(bench);
  expect(typed.start).toEqual({ x: -20, y: -4 });

  await page.getByRole('button', { name: 'Let Rosehip choose' }).first().click();
  expect((await objects(bench))[0].start).toBeUndefined();
  await page.keyboard.press('Control+z');
  expect((await objects(bench))[0].start).toEqual({ x: -20, y: -4 });
});

test('guide lines are drawn on a fill, moved, and removed; its surface is chosen by its picture', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Flow');
  await rectangle(bench, 0, 0, 50, 34);
  const [, level] = await bench.counts();
  await bench.press('Draw them');
  await bench.dragAlong([
    [-24, 4],
    [-12, -8],
    [0, -10],
    [12, -6],
    [24, 6],
  ]);
  expect((await objects(bench))[0].guideLines).toHaveLength(1);
  await bench.ready();
  await expect.poll(async () => (await bench.counts())[1]).not.toBe(level);
  await bench.dragAlong([
    [-24, 4],
    [-24, 12],
  ]);
  const moved = (await objects(bench))[0].guideLines as { points: { x: number; y: number }[] }[];
  expect(moved[0].points[0].y).toBeCloseTo(12, 0);
  await page.keyboard.press('Delete');
  expect((await objects(bench))[0].guideLines).toBeUndefined();

  await page.keyboard.press('v');
  await bench.press('chevron');
  expect((await objects(bench))[0].recipe.settings.pattern).toBe('chevron');
});

test('a satin goes across the shape; what was chosen for it is told; its width is drawn', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Satin');
  await rectangle(bench, 0, 0, 60, 5);
  await bench.word('fill');
  await bench.kind('Satin');
  await page.getByLabel('Column', { exact: true }).selectOption('across the shape');
  await page.getByText('More', { exact: true }).click();
  await expect(page.getByText('chosen: edge run and zigzag')).toBeVisible();
  await bench.ready();
  const [, across] = await bench.counts();
  expect(across).toBeGreaterThan(300);

  await page.getByLabel('Column', { exact: true }).selectOption('along the line');
  await bench.press('Draw the width along the line');
  await bench.setField('Width 2', '6');
  expect((await objects(bench))[0].widths!.map((w) => w.width)).toEqual([3, 6, 3]);
  await bench.press('Same everywhere');
  expect((await objects(bench))[0].widths).toBeUndefined();

  // Narrow satin becomes a run, and the findings say so.
  await bench.setField('Column width', '0.6');
  await page.getByRole('button', { name: '1 finding' }).click();
  await expect(page.getByRole('region', { name: 'Findings' })).toContainText('sewn as a bean run');
  await page.getByRole('button', { name: 'Show me' }).click();
  await expect(page.getByTestId('selection-outline')).toBeVisible();
});

test('travel is tidied: figures before and after, taken and undone', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Tidy');
  for (const x of [-36, 36, -12, 12]) await rectangle(bench, x, 0);
  const before = (await objects(bench)).map((o) => o.id);
  await page
    .getByRole('region', { name: 'Running order' })
    .getByRole('button', { name: 'Tidy travel' })
    .click();
  const panel = page.getByRole('region', { name: 'Tidy travel' });
  await expect(panel).toContainText('A better route through 4 objects');
  const cells = await panel
    .getByRole('row', { name: /Travel/ })
    .getByRole('cell')
    .allInnerTexts();
  const [now, then] = cells.map((c) => parseFloat(c));
  expect(then).toBeLessThan(now);
  await panel.getByRole('button', { name: 'Take it' }).click();
  const after = (await objects(bench)).map((o) => o.id);
  expect(after).not.toEqual(before);
  expect([...after].sort()).toEqual([...before].sort());
  await page.keyboard.press('Control+z');
  expect((await objects(bench)).map((o) => o.id)).toEqual(before);
});
