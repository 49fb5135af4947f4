// Surrounds and repeats on the bench: a whole chain of live things built from nothing, changed at its first point, and
// taken back; handles, copies left out, pulls, appliqué, and what becomes of things whose source goes.
import { expect, rosehip, test, type Page } from './one-page.ts';
import { decodeDst, Move } from '@rosehip/core';
import { BenchPage } from './bench-page.ts';

test.beforeAll(() => rosehip.start());

interface Drawn {
  id: string;
  name: string;
  kind: string;
  objects?: Drawn[];
  outline?: {
    kind: string;
    of?: string[];
    dents?: unknown[];
    distance?: number;
    paths?: { points: { x: number; y: number }[] }[];
  };
  recipe?: { kind: string; settings: Record<string, unknown> };
  repeat?: {
    layout: Record<string, unknown> & { centre: { x: number; y: number } };
    without?: number[];
    order: string;
  };
  stopAfter?: string;
  unsewn?: boolean;
  patch?: { print: string; reverse?: boolean };
}
const objects = async (bench: BenchPage): Promise<Drawn[]> =>
  (await bench.document()).objects as unknown as Drawn[];
const named = (all: Drawn[], name: string): Drawn => all.find((o) => o.name.startsWith(name))!;

async function ellipse(bench: BenchPage, x: number, y: number, w: number, h = w): Promise<void> {
  await bench.tool('Ellipse');
  await bench.dragAlong([
    [x - w / 2, y - h / 2],
    [x + w / 2, y + h / 2],
  ]);
  await bench.ready();
}

/** Chooses rows of the running order's list by their names. */
async function choose(page: Page, ...names: string[]): Promise<void> {
  const form = page.getByRole('group', { name: 'Form of the running order' });
  await form.getByRole('button', { name: 'List' }).click();
  for (const [i, name] of names.entries())
    await page
      .getByRole('treeitem', { name: new RegExp(`^${name} `) })
      .first()
      .click({ modifiers: i ? ['ControlOrMeta'] : [], position: { x: 220, y: 12 } });
  await form.getByRole('button', { name: 'Timeline' }).click();
}

/** Needle points of the design's stitch file, in mm, y down. */
async function needles(bench: BenchPage): Promise<{ x: number; y: number }[]> {
  const { x, y, move } = decodeDst((await bench.take('Stitch file')).bytes);
  await bench.page.getByRole('button', { name: 'Take to machine' }).click();
  return [...x].flatMap((v, i) => (move[i] === Move.stitch ? [{ x: v / 10, y: y[i] / 10 }] : []));
}

test('petal, edge, five copies, less the centre, a border, stipple around: one point changes all of it', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Flower');

  // A petal of four points, drawn with the pen; a contour fill and a satin edge.
  await bench.tool('Pen');
  for (const [x, y] of [
    [0, -6],
    [6, -18],
    [0, -26],
    [-6, -18],
    [0, -6],
  ])
    await bench.clickAt(x, y);
  await bench.ready();
  await bench.word('fill');
  await bench.kind('Contour');
  await bench.makes('Edge line');
  await bench.word('run');
  await bench.kind('Satin');
  await bench.setField('Column width', '2');
  await bench.ready();

  await bench.leaveField();
  // Five copies about the middle of the hoop; the radius follows, so that they just overlap.
  await page.keyboard.press('ControlOrMeta+a');
  await bench.makes('Circle repeat');
  await bench.setField('Copies', '5');
  await bench.setField('Centre across', '0');
  await bench.setField('Centre down', '0');
  await bench.field('Placed').selectOption('gap');
  await bench.setField('Gap', '-0.5');
  await bench.ready();
  expect(await bench.blocks().count()).toBe(10);
  await expect(page.getByTestId('repeat-fields')).toContainText('5 copies · 72° apart');
  await expect(page.getByTestId('repeat-fields')).toContainText('overlap 0.5 mm');

  // Less the centre: every copy is cut, and keeps its stitches.
  await page.keyboard.press('Escape');
  await ellipse(bench, 0, 0, 12);
  await page.keyboard.press('ControlOrMeta+a');
  await bench.makes('Subtract');
  await bench.ready();
  let all = await objects(bench);
  expect(all.filter((o) => o.repeat)).toHaveLength(1);
  expect(named(all, 'Ellipse').unsewn).toBe(true);
  expect(await bench.blocks().count()).toBe(10);

  // A border around, and stipple around both in a square.
  await bench.makes('Border');
  await bench.ready();
  await page.keyboard.press('Escape');
  await bench.tool('Rectangle');
  await bench.dragAlong([
    [-45, -45],
    [45, 45],
  ]);
  await bench.ready();
  await bench.makes('Leave unsewn');
  await page.keyboard.press('ControlOrMeta+a');
  await bench.makes('Stipple around');
  await bench.ready();
  all = await objects(bench);
  const stipple = named(all, 'Stipple around');
  expect(stipple.outline).toMatchObject({ kind: 'surround', of: [named(all, 'Rectangle').id] });
  const before = await needles(bench);
  const reach = Math.max(
    ...before.filter((p) => Math.hypot(p.x, p.y) < 40 && Math.abs(p.x) < 2).map((p) => -p.y),
  );
  expect(reach).toBeGreaterThan(20);
  // Nothing is sewn in the centre but the ends of the cut satin.
  expect(before.filter((p) => Math.hypot(p.x, p.y) < 4.5)).toHaveLength(0);

  // One point of the petal is moved: copies, border and stipple follow, in one step.
  const document = JSON.stringify(await bench.document());
  const petal = named(
    all.flatMap((o) => o.objects ?? []),
    'Shape',
  );
  const points = petal.outline!.paths![0].points;
  const tip = points.reduce((a, b) => (b.y < a.y ? b : a));
  await choose(page, 'Shape 1');
  await bench.tool('Points');
  await bench.dragAlong([
    [tip.x, tip.y],
    [tip.x, tip.y - 3],
    [tip.x, tip.y - 6],
  ]);
  await bench.ready();
  const after = await needles(bench);
  expect(JSON.stringify(await bench.document())).not.toBe(document);
  // The petal that points down and to the left has grown too, and the border and the stipple made room for it.
  const [sin, cos] = [Math.sin((216 * Math.PI) / 180), Math.cos((216 * Math.PI) / 180)];
  const onRay = (points: { x: number; y: number }[]): number[] =>
    points
      .filter((p) => Math.abs(p.x * cos + p.y * sin) < 1.5)
      .map((p) => p.x * sin - p.y * cos)
      .filter((far) => far > 0)
      .sort((a, b) => a - b);
  const gapFrom = (far: number[]): number => far.findIndex((d, i) => i > 0 && d > 20 && d - far[i - 1] > 2);
  const edgeOf = (far: number[]): number => far[gapFrom(far) - 1];
  expect(edgeOf(onRay(after))).toBeGreaterThan(edgeOf(onRay(before)) + 3);

  await page.getByRole('button', { name: 'Undo' }).click();
  await bench.ready();
  expect(JSON.stringify(await bench.document())).toBe(document);
  expect(await needles(bench)).toEqual(before);
});

test('a repeat by its handles; a copy left out and one broken out', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Ring');
  await ellipse(bench, 0, -20, 8, 12);
  await page.keyboard.press('Shift+C');
  await bench.setField('Centre down', '0');
  await bench.ready();
  const drag = async (handle: string, to: [number, number]): Promise<void> => {
    const b = (await page.getByTestId(`repeat-${handle}-handle`).boundingBox())!;
    await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2);
    await page.mouse.down();
    await page.mouse.move(...(await bench.place(to[0] * 0.9, to[1])), { steps: 3 });
    await page.mouse.move(...(await bench.place(...to)), { steps: 3 });
    await page.mouse.up();
    await bench.ready();
  };
  // The second copy drawn to 45° makes eight of them; the first one drawn outwards widens the ring.
  await drag('count', [14.1, -14.1]);
  await expect(bench.field('Copies')).toHaveValue('8');
  await drag('radius', [0, -30]);
  await expect(bench.field('Radius')).toHaveValue('30');
  await drag('centre', [4, 2]);
  const [ring] = await objects(bench);
  expect(ring.repeat!.layout.centre).toEqual({ x: 4, y: 2 });

  // The copy at the right of the centre is the third; it is left out, and the fifth broken out.
  await page.getByRole('button', { name: 'Copy 3', exact: true }).click();
  await bench.press('Leave out');
  await bench.ready();
  expect(await bench.blocks().count()).toBe(7);
  await page.getByRole('button', { name: 'Copy 5', exact: true }).click();
  await bench.press('Break out');
  await bench.ready();
  const [repeat, alone] = await objects(bench);
  expect(repeat.repeat!.without).toEqual([2, 4]);
  expect(alone.kind).toBe('object');
  expect(await bench.blocks().count()).toBe(7);
  // Pressed on the cloth, a copy is the repeat, and says which it is.
  await page.keyboard.press('Escape');
  await bench.clickAt(4, 2 - 32);
  await expect(page.getByRole('button', { name: 'Copy 1', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
});

test('a row that fills a length, bricks in a grid, copies along a line', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Rows');
  await ellipse(bench, -35, -30, 8);
  await bench.makes('Row repeat');
  await bench.field('Placed').selectOption('length');
  await bench.setField('Length', '80');
  await bench.setField('Gap, about', '1');
  await bench.ready();
  const fields = page.getByTestId('repeat-fields');
  await expect(fields).toContainText('9 copies · 9 mm apart · gap 1 mm');
  // Strung together they need no cut.
  await expect(page.getByText('8 trims')).toBeVisible();
  await page.getByLabel('A run from each copy to the next').check();
  await bench.ready();
  await expect(page.getByText('0 trims')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await bench.setField('Length', '1/2"');
  await expect(fields).toContainText('1 copies');
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.keyboard.press('Escape');

  // Beads as bricks: rows lie in each other's hollows.
  await ellipse(bench, -30, -14, 8);
  await bench.makes('Grid repeat');
  await bench.ready();
  await expect(fields).toContainText('9 copies · 10 mm apart · 10 mm down');
  await page.getByLabel('Every other row shifted by half').check();
  await expect(fields).toContainText(/10 mm apart · 8\.6[56] mm down/);
  await page.keyboard.press('Escape');

  await bench.tool('Pen');
  await bench.clickAt(-40, 10);
  await bench.clickAt(40, 10);
  await page.keyboard.press('Enter');
  await ellipse(bench, -40, 30, 5, 3);
  await choose(page, 'Ellipse 5', 'Line 1');
  await bench.makes('Path repeat');
  await bench.field('Fitted').selectOption('count');
  await bench.setField('Copies', '6');
  await bench.ready();
  await expect(fields).toContainText('6 copies · 16 mm apart');
  // The line is lengthened: its copies follow.
  const places = (await needles(bench)).filter((p) => Math.abs(p.y - 10) < 1.6).map((p) => p.x);
  expect(Math.max(...places)).toBeGreaterThan(41);
});

test('a border is pulled aside and goes on following; its source asks before it goes', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Pull');
  await ellipse(bench, 0, 0, 30);
  await bench.makes('Border');
  await bench.ready();
  await bench.tool('Bulge');
  await bench.dragAlong([
    [17.5, 0],
    [20, 0],
    [24, 0],
  ]);
  await bench.ready();
  let all = await objects(bench);
  expect(named(all, 'Border').outline!.dents).toHaveLength(1);
  const right = async (): Promise<number> => Math.max(...(await needles(bench)).map((p) => p.x));
  const before = await right();
  expect(before).toBeGreaterThan(25);
  await bench.tool('Select');
  await choose(page, 'Ellipse 1');
  await bench.setField('Width', '36');
  await bench.ready();
  expect(await right()).toBeGreaterThan(before + 2);
  await page.keyboard.press('Delete');
  const asks = page.getByRole('alertdialog', { name: 'Delete' });
  await expect(asks).toContainText('Border of Ellipse 1 is made from this');
  await asks.getByRole('button', { name: 'Keep all' }).click();
  expect(await objects(bench)).toHaveLength(2);
  await page.keyboard.press('Delete');
  await asks.getByRole('button', { name: 'Set plain' }).click();
  all = await objects(bench);
  expect(all.map((o) => o.outline!.kind)).toEqual(['path']);
  await page.getByRole('button', { name: 'Undo' }).click();
  await choose(page, 'Ellipse 1');
  await page.keyboard.press('Delete');
  await asks.getByRole('button', { name: 'Delete too' }).click();
  await expect.poll(async () => (await objects(bench)).length).toBe(0);
});

test('appliqué: its lines, stops and cloth, the cut line in true size, and in reverse', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Appliqué');
  await ellipse(bench, 0, 0, 40, 30);
  await bench.makes('Appliqué');
  await bench.ready();
  await page.getByRole('radio', { name: 'Moons' }).click();
  await bench.field('Tacked down').selectOption('zigzag');
  await bench.field('Covered').selectOption('blanket');
  await page.getByLabel('Reverse: the cloth lies beneath a hole').check();
  await bench.ready();
  const group = (await objects(bench)).find((o) => o.kind === 'group')!;
  expect(group.objects!.map((o) => o.recipe!.kind)).toEqual(['run', 'satin', 'motif-line']);
  expect(group.objects!.map((o) => o.stopAfter)).toEqual([
    'Lay the appliqué cloth under the hoop.',
    'Cut the upper cloth away inside the stitches.',
    undefined,
  ]);
  expect(group.objects![0].patch).toMatchObject({ print: 'moons', reverse: true });
  const { name, bytes } = await bench.take('Cut lines');
  expect(name).toBe('Appliqué cut lines.svg');
  const svg = bytes.toString();
  expect(svg).toContain('width="50mm" height="40mm"');
  const { move } = decodeDst((await bench.take('Stitch file')).bytes);
  expect([...move].filter((m) => m === Move.stop || m === Move.change)).toHaveLength(2);
});
