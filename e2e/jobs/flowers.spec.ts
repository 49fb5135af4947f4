// Jobs from nothing: three rings about a centre with an appliqué under the third, and a petal five times.
import { expect, test } from '@playwright/test';
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
  await hands.press(page.getByRole('button', { name: 'Order and thread' }));
  await hands.button('First');
  await hands.press(page.getByRole('button', { name: 'Play', exact: true }));
  hands.within(25);
});
