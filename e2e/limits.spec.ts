// What takes too long, or can't be sewn at all, never holds up the rest.
import { expect, rosehip, test } from './one-page.ts';
import { emptyDesign, type Design, type DesignObject } from '@rosehip/core';
import { BenchPage } from './bench-page.ts';

test.beforeAll(() => rosehip.start());

const square = (id: string, side: number, kind: string, settings = {}): DesignObject => ({
  id,
  name: id,
  kind: 'object',
  visible: true,
  locked: false,
  outline: { kind: 'rectangle', x: 0, y: 0, width: side, height: side, radius: 0, turn: 0 },
  recipe: { kind, settings },
  thread: '222',
});

async function open(bench: BenchPage, design: Design): Promise<void> {
  const made = await bench.page.request.post(`${rosehip.address}/api/designs`, { data: { design } });
  const { id } = (await made.json()) as { id: string };
  await bench.page.goto(`${rosehip.address}/bench/${id}`);
  await expect(bench.cloth).toBeVisible();
}

test('a pen that snaps to one line draws five points, and they are sewn', async ({ page }) => {
  const bench = new BenchPage(page);
  const points = [15, 20, 1, 20, -2, 20, 23, 20, 31, 65];
  const five = {
    kind: 'path' as const,
    paths: [
      {
        closed: true,
        points: Array.from({ length: 5 }, (_, i) => ({ x: points[2 * i], y: points[2 * i + 1] })),
      },
    ],
  };
  await open(bench, { ...emptyDesign('Five'), objects: [{ ...square('Five', 10, 'fill'), outline: five }] });
  await bench.ready();
  await page.mouse.click(...(await bench.place(22, 30)));
  await expect(bench.blocks().first()).toHaveAttribute('aria-label', /^Five/);
});

test('stitching that takes long is stopped, the rest is sewn, and it can be stitched after all', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await open(bench, {
    ...emptyDesign('Long', { name: 'Large', width: 300, height: 300 }),
    objects: [square('Meadow', 250, 'stipple', { spacing: 1.5, length: 1 }), square('Gate', 20, 'fill')],
  });
  const order = page.getByRole('region', { name: 'Running order' });
  await expect(order.getByRole('status')).toContainText('Stitching 1 of 2');
  await order.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(order.getByRole('status')).toContainText('Left out: Meadow');
  await bench.ready();
  await page.getByRole('button', { name: /finding/ }).click();
  await expect(page.getByText('Meadow is not sewn: its stitching was stopped.')).toBeVisible();
  await expect(page.getByTestId('unsewn-outline')).toHaveCount(1);
  await order.getByRole('button', { name: 'Stitch it' }).click();
  await expect(order.getByRole('status')).toContainText('Stitching');
});

test('four metres of fill are not sewn, and a finding says what to change', async ({ page }) => {
  const bench = new BenchPage(page);
  await open(bench, {
    ...emptyDesign('Huge'),
    objects: [square('Moor', 4000, 'fill'), square('Gate', 20, 'fill')],
  });
  await bench.ready();
  await page.getByRole('button', { name: /finding/ }).click();
  await expect(page.getByText(/Moor is not sewn: it would take about 10.0 million stitches/)).toBeVisible();
});
