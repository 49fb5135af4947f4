// Jobs from nothing: three rings about a centre with an appliqué under the third, and a petal five times.
import { expect, test } from '../one-page.ts';
import { decodeDst, Move } from '@rosehip/core';
import { BenchPage } from '../bench-page.ts';
import { Rosehip } from '../rosehip.ts';
import { Hands } from './hands.ts';

const rosehip = new Rosehip();
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

test('three rings of eight from the shelf of shapes, printed cloth appliquéd under the third', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Rings');
  const hands = new Hands(bench);

  // The motif, drawn out of the ready shapes where the first ring's top is.
  await hands.press(page.getByRole('button', { name: 'Ready shapes' }));
  await hands.button('Leaf');
  await hands.drag([-4, -26], [4, -10]);
  await hands.make('Circle repeat');
  await hands.type('8');
  await hands.choose('Placed', 'by the gap: radius follows');
  await hands.field('Gap', '-0.4');
  const told = page.getByTestId('repeat-fields');
  await expect(told).toContainText('8 copies · 45° apart');
  await expect(told).toContainText('overlap 0.4 mm');

  // The second rests on it, turned by half a step; the third overlaps around.
  await hands.chord('Shift+D');
  await hands.choose('Placed', 'as placed');
  await hands.field('Radius', '30');
  await hands.field('Start angle', '22.5');
  await hands.chord('Shift+D');
  await hands.choose('Placed', 'by the gap: radius follows');
  await hands.field('Gap', '-2');
  await expect(told).toContainText('overlap 2 mm');
  // Printed cloth under the third, sewn first of all; then everything is watched through.
  await hands.make('Appliqué');
  await hands.press(page.getByRole('radio').nth(2));
  await hands.button('First');
  await hands.press(page.getByRole('button', { name: 'Play', exact: true }));
  hands.within(25);
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

test('a petal with contour, a steering line and a satin edge, five times about a patterned centre', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await page.goto(rosehip.address);
  const hands = new Hands(bench);
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
  hands.within(25);

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
