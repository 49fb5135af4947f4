// Transforming, lining up and combining what was drawn, by hand and by numbers.
import { expect, rosehip, test, type Page } from './one-page.ts';
import { BenchPage } from './bench-page.ts';

test.beforeAll(() => rosehip.start());

interface Drawn {
  name: string;
  unsewn?: boolean;
  outline: {
    kind: string;
    x: number;
    y: number;
    width: number;
    height: number;
    turn: number;
    paths: { closed: boolean; points: { x: number; y: number }[] }[];
  };
}
const objectsOf = async (bench: BenchPage): Promise<Drawn[]> => (await bench.document()).objects as Drawn[];

/** Draws rectangles; each is [left, top, right, bottom] in mm. */
async function boxes(bench: BenchPage, all: [number, number, number, number][]): Promise<void> {
  for (const [left, top, right, bottom] of all) {
    await bench.tool('Rectangle');
    await bench.page.keyboard.down('Control');
    await bench.dragAlong([
      [left, top],
      [right, bottom],
    ]);
    await bench.page.keyboard.up('Control');
  }
}

/** The middle of a handle on the cloth. */
async function handle(page: Page, id: string): Promise<[number, number]> {
  const b = (await page.getByTestId(id).boundingBox())!;
  return [b.x + b.width / 2, b.y + b.height / 2];
}

test('turned about a dragged centre, leaned by a side, mirrored', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Transforms');
  await boxes(bench, [[-10, -5, 10, 5]]);

  // The centre is put on the right end; a quarter turn swings the shape down from there.
  await page.mouse.move(...(await handle(page, 'centre-handle')));
  await page.mouse.down();
  await page.mouse.move(...(await bench.place(10, 0)), { steps: 4 });
  await page.mouse.up();
  await bench.cardPage('Arrange');
  await expect(bench.field('Centre across')).toHaveValue('10');
  await bench.press('+90°');
  await bench.cardPage('Recipe');
  await expect(bench.field('Across')).toHaveValue('10');
  await expect(bench.field('Down')).toHaveValue('-10');
  await expect(bench.field('Turn')).toHaveValue('90');

  // Mirrored in the same centre it hangs below it.
  await page.keyboard.press('Shift+w');
  await expect(bench.field('Down')).toHaveValue('10');
  await bench.cardPage('Arrange');
  await bench.press('Middle');
  await bench.setField('One part of a circle of', '8');
  await bench.press('1/8');
  expect((await objectsOf(bench))[0].outline).toMatchObject({
    kind: 'rectangle',
    width: expect.closeTo(20, 3),
    height: expect.closeTo(10, 3),
  });

  // Leaned, it becomes a path: its lower side stays where it is.
  await page.keyboard.press('Control+z');
  await page.keyboard.down('Control');
  await page.mouse.move(...(await handle(page, 'size-handle-0--1')));
  await page.mouse.down();
  const [x, y] = await handle(page, 'size-handle-0--1');
  await page.mouse.move(x + 30, y + 30, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.up('Control');
  const [leaned] = await objectsOf(bench);
  expect(leaned.outline.kind).toBe('path');
  expect(leaned.outline.paths[0].points).toHaveLength(4);
});

test('lined up, spread by middles, by one gap and over a length', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Lined up');
  await boxes(bench, [
    [-40, -30, -30, -20],
    [-12, -4, -2, 6],
    [20, 10, 24, 14],
  ]);
  await page.keyboard.press('Control+a');
  await bench.cardPage('Arrange');
  await bench.press('Top edges');
  expect((await objectsOf(bench)).map((o) => o.outline.y - o.outline.height / 2)).toEqual(
    [-30, -30, -30].map((v) => expect.closeTo(v, 0)),
  );
  await bench.press('Middles across');
  let xs = (await objectsOf(bench)).map((o) => o.outline.x);
  expect(xs[1] - xs[0]).toBeCloseTo(xs[2] - xs[1], 5);
  await bench.setField('One gap of', '3.5');
  await bench.press('One gap across');
  const gaps = (all: Drawn[]): number[] =>
    [1, 2].map(
      (i) =>
        all[i].outline.x - all[i].outline.width / 2 - all[i - 1].outline.x - all[i - 1].outline.width / 2,
    );
  expect(gaps(await objectsOf(bench))).toEqual([expect.closeTo(3.5, 5), expect.closeTo(3.5, 5)]);
  await bench.setField('Fill a length of', '70');
  await bench.press('Fill the length across');
  xs = (await objectsOf(bench)).map((o) => o.outline.x);
  const [first, , last] = await objectsOf(bench);
  expect(last.outline.x + last.outline.width / 2 - first.outline.x + first.outline.width / 2).toBeCloseTo(
    70,
    5,
  );

  // One alone needs others; with the hoop it does not.
  await page.keyboard.press('Escape');
  await bench.blocks().first().click();
  await bench.cardPage('Arrange');
  await expect(page.getByRole('button', { name: 'Left edges' })).toHaveAttribute(
    'title',
    'Select 2 or more first.',
  );
  await page.getByLabel('Lined up with').selectOption('hoop');
  await bench.press('Left edges');
  expect((await objectsOf(bench))[0].outline.x).toBeCloseTo(-50 + first.outline.width / 2, 5);
});

test('made from shapes: they follow, and stay when what they follow goes', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Combining');
  await boxes(bench, [
    [-30, -20, 10, 20],
    [-10, -10, 0, 10],
  ]);
  await page.keyboard.press('Control+a');
  await bench.makes('Subtract');
  await bench.makes('Fill holes');
  await expect(bench.blocks()).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await bench.block('Rectangle 1').click();
  await bench.makes('Holes as shapes');
  await expect(bench.blocks()).toHaveCount(2);
  // What can't be made of it stands in a list of its own, with why.
  await bench.cardPage('Make');
  await page.getByText(/^Not of this: \d+$/).click();
  const not = page.getByRole('region', { name: 'Make' }).locator('dl > div');
  await expect(not.filter({ hasText: 'Separate pieces' })).toContainText('This is in one piece already.');
  await expect(not.filter({ hasText: 'Path repeat' })).toContainText('Select 2 or more first.');
  await bench.cardPage('Recipe');

  // What is made from others leads to them; moved, they change it.
  await bench.block('Rectangle 1').first().click();
  await page.getByRole('button', { name: 'Rectangle 2', exact: true }).click();
  await bench.cardPage('Recipe');
  await expect(page.getByText('Only a shape for others: it is not sewn.')).toBeVisible();
  const before = await bench.counts();
  await bench.setField('Width', '18');
  await bench.ready();
  expect((await bench.counts())[1]).not.toBe(before[1]);

  await bench.cloth.focus();
  await page.keyboard.press('Delete');
  const asks = page.getByRole('alertdialog', { name: 'Delete' });
  await expect(asks).toContainText('2 objects are made from this');
  await asks.getByRole('button', { name: 'Set plain' }).click();
  await expect(bench.blocks()).toHaveCount(2);
  const objects = await objectsOf(bench);
  expect(objects.find((o) => o.name === 'Rectangle 1' && !o.unsewn)?.outline).toMatchObject({ kind: 'path' });

  // Two as one compound shape, and apart again.
  await page.keyboard.press('Control+a');
  await bench.makes('One shape');
  await expect(bench.blocks()).toHaveCount(1);
});

test('the pen goes on from the end of a line, joins another, and becomes a band', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Pen');
  // What comes of a line is chosen before its first point; from then on what is drawn can be gone on with.
  await bench.tool('Pen');
  await page.getByLabel('Lines in').selectOption('motif-line');
  await bench.clickAt(-30, -30);
  await expect(page.getByLabel('Lines in')).toBeHidden();
  await bench.clickAt(30, -30);
  await page.getByRole('button', { name: 'Finish' }).click();
  await bench.ready();
  expect((await bench.document()).objects[0]).toMatchObject({ recipe: { kind: 'motif-line' } });
  await page.keyboard.press('Delete');
  await bench.tool('Pen');
  await page.getByLabel('Lines in').selectOption('run');
  for (const places of [
    [
      [-30, 0],
      [-10, 0],
    ],
    [
      [10, 0],
      [30, 0],
    ],
  ] as [number, number][][]) {
    await bench.tool('Pen');
    for (const p of places) await bench.clickAt(...p);
    await page.keyboard.press('Enter');
  }
  await expect(bench.blocks()).toHaveCount(2);
  await bench.tool('Pen');
  await bench.clickAt(-10, 0);
  await bench.clickAt(0, 10);
  await page.keyboard.press('t');
  await bench.clickAt(0, 20);
  await page.keyboard.press('Backspace');
  await page.keyboard.press('Enter');
  await bench.ready();
  const [line] = await objectsOf(bench);
  expect(line.outline.paths[0].points).toHaveLength(3);
  expect(line.outline.paths[0].points[2]).toMatchObject({ in: {} });

  await bench.cardPage('Make');
  await bench.setField('Width', '6');
  await bench.press('Make a band');
  await bench.cardPage('Recipe');
  await expect(page.getByLabel('Recipe card')).toContainText('A band about');
  await bench.setField('Band width', '3');
  const band = (await objectsOf(bench)).find((o) => o.outline.kind === 'band');
  expect(band).toBeTruthy();
});

test('rulers and sizes in inches; a guide is dragged off the cloth', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Inches');
  await page.getByRole('button', { name: /hoop · Linen/ }).click();
  await page.getByLabel('Lengths are shown in').selectOption('in');
  await page.getByRole('button', { name: /hoop · Linen/ }).click();
  await bench.cardPage('Guides');
  await page.getByLabel('Rulers').check();
  await expect(page.getByTestId('ruler-x')).toContainText('−1');
  await bench.press('Add level');
  await bench.setField('Level guide, down', '0.5');
  expect((await bench.document()).guides).toEqual([{ axis: 'y', at: expect.closeTo(12.7, 5) }]);
  await page.mouse.move(...(await bench.place(20, 12.7)));
  await page.mouse.down();
  await page.mouse.move(...(await bench.place(20, 30)), { steps: 3 });
  await page.mouse.up();
  expect((await bench.document()).guides).toEqual([{ axis: 'y', at: expect.closeTo(30, 0) }]);
  await page.mouse.move(...(await bench.place(20, 30)));
  await page.mouse.down();
  await page.mouse.move(...(await bench.place(20, 30)), { steps: 2 });
  await page.mouse.move(640, 760, { steps: 4 });
  await page.mouse.up();
  expect((await bench.document()).guides).toBeUndefined();
  await bench.cardPage('Recipe');
  await page.getByRole('button', { name: /hoop · Linen/ }).click();
  await page.getByLabel('Lengths are shown in').selectOption('mm');
});
