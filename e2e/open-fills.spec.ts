// Open fills on the bench: switching kinds, room kept clear, variants, a centre that is dragged, motifs, embossing.
import { expect, rosehip, test } from './one-page.ts';
import { decodeDst, Move } from '@rosehip/core';
import { BenchPage } from './bench-page.ts';

test.beforeAll(() => rosehip.start());

interface Drawn {
  id: string;
  name: string;
  recipe: { kind: string; settings: Record<string, unknown> };
  centre?: { x: number; y: number };
  keepClear?: { of: string[]; margin: number };
  motif?: { name: string; coords: number[] };
  otherRecipes?: { kind: string }[];
}
const objects = async (bench: BenchPage): Promise<Drawn[]> => (await bench.document()).objects as Drawn[];

async function ellipse(bench: BenchPage, x: number, y: number, w: number, h = w): Promise<void> {
  await bench.tool('Ellipse');
  await bench.dragAlong([
    [x - w / 2, y - h / 2],
    [x + w / 2, y + h / 2],
  ]);
  await bench.ready();
}

/** Needle points of the design's stitch file, in mm, y down. */
async function needles(bench: BenchPage): Promise<{ x: number; y: number }[]> {
  const { x, y, move } = decodeDst((await bench.take('Stitch file')).bytes);
  return [...x].flatMap((v, i) => (move[i] === Move.stitch ? [{ x: v / 10, y: y[i] / 10 }] : []));
}

test('a stipple keeps clear of another shape, live; each kind remembers its numbers', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Stipple');
  await ellipse(bench, 0, 0, 30);
  await ellipse(bench, 0, 0, 84, 76);
  await bench.word('fill');
  await bench.kind('Stipple');
  await page.getByLabel('Leave room around …').selectOption('Ellipse 1');
  await bench.setField('Room kept', '3');
  let [moon, ground] = await objects(bench);
  expect(ground.keepClear).toEqual({ of: [moon.id], margin: 3 });
  await bench.ready();

  const [before] = await bench.counts();
  await bench.press('Another one');
  await bench.ready();
  [moon, ground] = await objects(bench);
  expect(ground.recipe.settings.seed).toBe(2);
  expect((await bench.counts())[0]).not.toBe(before);

  await bench.word('stipple');
  await bench.kind('Contour');
  await bench.setField('Spacing', '2.5');
  await bench.word('contour');
  await bench.kind('Stipple');
  [moon, ground] = await objects(bench);
  expect(ground.recipe).toEqual({ kind: 'stipple', settings: { seed: 2, spacing: 2.5 } });
  expect(ground.otherRecipes).toEqual([{ kind: 'contour', settings: { spacing: 2.5 } }]);
  await bench.ready();

  // The small ellipse is filled within 15 mm of the middle; the stipple begins beyond 18 mm.
  const far = (await needles(bench)).map((p) => Math.hypot(p.x, p.y));
  expect(far.filter((d) => d > 15.9 && d < 18.6)).toHaveLength(0);
  expect(far.filter((d) => d > 19).length).toBeGreaterThan(150);
});

test('rays go about a centre that is dragged, and set back to the middle', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Rays');
  await ellipse(bench, 0, 0, 70);
  await bench.word('fill');
  await bench.kind('Radial');
  await bench.ready();
  const handle = page.getByTestId('about-handle');
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(...(await bench.place(8, 8)));
  await page.mouse.move(...(await bench.place(14, 10)), { steps: 3 });
  await page.mouse.up();
  const [dragged] = await objects(bench);
  expect(Math.hypot(dragged.centre!.x - 14, dragged.centre!.y - 10)).toBeLessThan(0.5);
  await bench.press('Back to the middle');
  expect((await objects(bench))[0].centre).toBeUndefined();
});

test('a drawing is kept as a motif, fills a shape, and goes out and in as SVG', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Motifs');
  await bench.tool('Rectangle');
  await bench.dragAlong([
    [-46, -46],
    [-38, -40],
  ]);
  await bench.ready();
  await bench.makes('Keep as motif');
  await expect(page.getByText('is on the motif shelf')).toBeVisible();
  await ellipse(bench, 0, 4, 70);
  await bench.cardPage('Recipe');
  await bench.word('fill');
  await bench.kind('Motif fill');
  const own = page.getByRole('group', { name: 'Your motifs' });
  await own.locator('button[aria-pressed]').first().click();
  const [, filled] = await objects(bench);
  expect(filled.recipe.settings.unit).toBe('own');
  expect(filled.motif!.coords.slice(-2)).toEqual([10, 0]);
  await bench.ready();
  expect((await bench.counts())[1]).toBeGreaterThan(300);

  const file = page.waitForEvent('download');
  await own.getByRole('button', { name: /as SVG/ }).click();
  const path = await (await file).path();
  await own.locator('input[type=file]').setInputFiles({
    name: 'Again.svg',
    mimeType: 'image/svg+xml',
    buffer: (await import('node:fs')).readFileSync(path),
  });
  await expect(own.locator('li')).toHaveCount(2);
  await own.getByRole('button', { name: 'Take Again off the shelf' }).click();
  await expect(own.locator('li')).toHaveCount(1);

  // A motif of the shelf is laid on the cloth, and repeated like anything else.
  await page.keyboard.press('Escape');
  await bench.tool('Ready shapes');
  await page.getByRole('list', { name: 'Motifs' }).getByRole('button', { name: 'Daisy' }).click();
  await bench.ready();
  await bench.makes('Row repeat');
  await bench.ready();
  const repeat = (await objects(bench)).at(-1) as unknown as { repeat: { layout: { kind: string } } };
  expect(repeat.repeat.layout.kind).toBe('row');
});

test('embossing takes two clicks and follows the shape', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Emboss');
  await ellipse(bench, 0, 0, 60, 40);
  await bench.makes('Emboss');
  await bench.ready();
  const [group] = (await objects(bench)) as unknown as { objects: Awaited<ReturnType<typeof objects>> }[];
  expect(group.objects.map((o) => [o.recipe.kind, o.recipe.settings.shape ?? ''])).toEqual([
    ['crosshatch', 'square'],
    ['crosshatch', 'diamond'],
    ['satin', ''],
  ]);
  await expect(bench.blocks()).toHaveCount(3);
  await page.keyboard.press('Control+z');
  expect(await objects(bench)).toHaveLength(1);
});
