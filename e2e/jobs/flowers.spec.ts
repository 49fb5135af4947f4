// Jobs from nothing: three rings about a centre with an appliqué under the third, and a petal five times.
import { expect, test } from '@playwright/test';
import {
  decodeDst,
  emptyDesign,
  everyLeaf,
  insideRegion,
  Move,
  offsetRegion,
  outlineRegion,
  resolveDesign,
  type Design,
  regionArea,
} from '@rosehip/core';
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { Rosehip } from '../rosehip.ts';
import { job } from './job.ts';

const rosehip = new Rosehip();
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

job(10, async ({ page, bench, hands }) => {
  await bench.lay(rosehip.address, emptyDesign('Rings', { name: '200 × 200', width: 200, height: 200 }));

  // The motif, drawn out of the ready shapes where the first ring's top is.
  await hands.press(page.getByRole('button', { name: 'Ready shapes' }));
  await hands.button('Leaf');
  await hands.drag([-4, -26], [4, -10]);
  await hands.make('Circle repeat');
  await hands.type('8');
  await hands.field('Gap', '-0.4');
  const told = page.getByTestId('repeat-fields');
  await expect(told).toContainText('8 copies · 45° apart');
  await expect(told).toContainText(/overlap (0\.4 mm|0\.016 in)/);

  // The second rests on it, turned by half a step; the third overlaps around.
  await hands.chord('Shift+D');
  await hands.field('Radius', '30');
  await hands.field('Start angle', '22.5');
  await hands.chord('Shift+D');
  await hands.field('Width', '230%');
  await hands.field('Gap', '-2');
  await expect(told).toContainText(/overlap (2 mm|0\.079 in)/);
  // It lies beneath the others; printed cloth under it comes before everything. Then all is watched through.
  await hands.button('First');
  await hands.make('Appliqué');
  await hands.press(page.getByRole('radio').nth(2));
  await bench.ready();
  await hands.press(page.getByRole('button', { name: 'Play', exact: true }));
  await hands.done();

  // Placement and tack-down come first, closed lines about the third ring that end with a stop each; then everything else.
  const { threads } = read((await bench.take('Stitch file')).bytes);
  expect(threads.length).toBe(3);
  const span = (points: { x: number; y: number }[], of: 'x' | 'y'): number =>
    Math.max(...points.map((p) => p[of])) - Math.min(...points.map((p) => p[of]));
  for (const line of threads.slice(0, 2)) {
    const [first, last] = [line[0], line.at(-1)!];
    expect(Math.hypot(first.x - last.x, first.y - last.y)).toBeLessThan(3);
    expect(span(line, 'x')).toBeGreaterThan(0.9 * span(threads.flat(), 'x'));
    expect(span(line, 'y')).toBeGreaterThan(0.9 * span(threads.flat(), 'y'));
  }
  const design = (await bench.document()) as unknown as Design;
  const leaves = [...everyLeaf(resolveDesign(design).objects)].filter((o) => o.name.startsWith('Leaf'));
  expect(leaves.length).toBeGreaterThanOrEqual(24);
});

/** Needle points of the file, a list for each thread, mm; and how often the thread is cut. */
function read(bytes: Uint8Array) {
  const { x, y, move } = decodeDst(bytes);
  const threads: { x: number; y: number }[][] = [[]];
  let trims = 0;
  for (let i = 0; i < x.length; i++) {
    if (move[i] === Move.change) threads.push([]);
    else if (move[i] === Move.trim) trims++;
    else if (move[i] === Move.stitch) threads.at(-1)!.push({ x: x[i] / 10, y: y[i] / 10 });
  }
  return { threads, trims };
}

job(13, async ({ page, bench, hands }) => {
  await page.goto(rosehip.address);
  await hands.press(page.getByRole('button', { name: 'New design' }));
  hands.count++;
  await page.getByLabel('Colour', { exact: true }).fill('#c9d3c4');
  await hands.press(page.getByRole('button', { name: 'Lay it on the bench' }));
  await bench.ready();

  await hands.chord('p');
  for (const [x, y] of [
    [0, -6],
    [7, -18],
    [0, -28],
    [-7, -18],
    [0, -6],
  ])
    await hands.point(x, y);
  await bench.ready();
  await hands.press(page.getByLabel('Recipe card').locator('p').getByRole('button', { name: 'fill' }));
  await hands.button('Contour');
  await hands.chord('w');
  await hands.drag([0, -25], [0, -9]);
  await hands.make('Satin edge');
  await hands.chord('ControlOrMeta+a');
  await hands.make('Circle repeat');
  await hands.type('5');
  // Nothing is doubled under the centre, which is drawn over the petals' feet.
  await hands.press(page.getByLabel('Leave out what later stitches hide'));
  await hands.chord('e');
  await hands.drag([-7, -8.6], [7, 5.4]);
  await hands.button('diamond');
  hands.count += 2; // the page, and its button
  const { bytes } = await bench.take('Stitch file');
  await hands.done();

  const { threads, trims } = read(bytes);
  expect(threads.length).toBe(1); // one thread was chosen for all
  expect(trims).toBeLessThanOrEqual(11); // ten pieces and a centre lie apart at most
  const centre = { x: 0, y: -1.6 };
  const all = threads.flat();
  const near = (r: number): number =>
    all.filter((p) => Math.hypot(p.x - centre.x, p.y - centre.y) < r).length;
  expect(near(20)).toBeGreaterThan(400);

  // One point changes all: the tip of the petal goes out, in all five copies.
  const reach = (points: { x: number; y: number }[], turn: number): number =>
    Math.max(...points.map((p) => (p.x - centre.x) * Math.sin(turn) - (p.y - centre.y) * Math.cos(turn)));
  await page.getByRole('button', { name: 'Take to machine' }).click();
  await bench.block('Shape 1').first().click();
  await bench.tool('Points');
  await bench.dragAlong([
    [0, -28],
    [0, -31],
    [0, -34],
  ]);
  await bench.ready();
  const after = read((await bench.take('Stitch file')).bytes).threads.flat();
  for (let k = 0; k < 5; k++) {
    const turn = (k * 2 * Math.PI) / 5;
    expect(reach(after, turn)).toBeGreaterThan(reach(all, turn) + 4);
  }
});

job(11, async ({ page, bench, hands }) => {
  await bench.make(rosehip.address, 'Leaf and letter');

  await hands.chord('s');
  await hands.button('Leaf');
  await hands.drag([-26, -42], [26, 42]);
  await hands.field('Width', '70%');
  await hands.field('Turn', '30');
  // Its spine, as one curve, from the foot to the tip.
  await hands.chord('f');
  await hands.strip('Lines in', 'satin');
  hands.count++;
  await bench.dragAlong(
    Array.from({ length: 21 }, (_, k): [number, number] => {
      const t = k / 20;
      return [-14 + 28 * t + 3 * Math.sin(Math.PI * t), 23 - 46 * t];
    }),
  );
  await bench.ready();
  await hands.button('Draw the width along the line');
  await hands.field('Width 1', '3.2');
  await hands.field('Width 3', '0.9');
  // The letter stands upon the leaf, in a thread that is seen there.
  await hands.chord('a');
  await hands.point(-12, 9);
  await page.keyboard.type('R');
  await hands.chord('Escape');
  await bench.ready();
  await hands.field('Height of capitals', '24');
  await hands.chord('ControlOrMeta+a');
  await hands.chord('g');
  await hands.press(page.getByLabel('Leave out what later stitches hide'));
  await bench.ready();
  await hands.press(page.getByRole('button', { name: 'Put in order' }));
  await hands.press(page.getByRole('button', { name: 'Play', exact: true }));
  await hands.done();
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();

  const design = (await bench.document()) as unknown as Design;
  expect(design.objects).toHaveLength(1);
  const { threads } = read((await bench.take('Stitch file')).bytes);
  // Leaf and spine in one thread, the letter in another: one change is the least there can be.
  expect(threads).toHaveLength(2);
  await loadFonts(design, readFontFile);
  const leaves = [...everyLeaf(resolveDesign(design).objects)].filter((o) => o.kind === 'object');
  const letter = outlineRegion(leaves.find((o) => o.name === 'R')!.outline);
  const spine = leaves.find((o) => o.name === 'Line 1')!;
  expect(spine.widths?.map((w) => w.width)).toEqual([3.2, 3, 0.9]);
  // Beneath the letter, but for its edge, lie no satin and no rows: only ways that it hides. Covered cloth has 2.5 mm a mm².
  const hidden = offsetRegion(letter, -1.5);
  const beneath = threads[0].reduce((sum, p, i) => {
    const before = threads[0][i - 1];
    return before && insideRegion(hidden, p.x, p.y) && insideRegion(hidden, before.x, before.y)
      ? sum + Math.hypot(p.x - before.x, p.y - before.y)
      : sum;
  }, 0);
  expect(regionArea(hidden)).toBeGreaterThan(20);
  expect(beneath / regionArea(hidden)).toBeLessThan(0.7);
  expect(threads[1].filter((p) => insideRegion(offsetRegion(letter, 0.6), p.x, p.y)).length).toBeGreaterThan(
    0.99 * threads[1].length,
  );
});
