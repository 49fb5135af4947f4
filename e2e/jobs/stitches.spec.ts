// Jobs on what came as stitches.
import { decodeDst, emptyDesign, Move, RecordList, sewDesign, writeDst, type Item } from '@rosehip/core';
import { BenchPage } from '../bench-page.ts';
import { expect, test } from '../one-page.ts';
import { Rosehip } from '../rosehip.ts';
import { Hands } from './hands.ts';

const rosehip = new Rosehip();
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

/** A ring of small flowers, 113.8 × 113.7 mm, as a stitch file. */
function ringFile(): Buffer {
  const records = new RecordList();
  const put = (x: number, y: number, move: number): void => {
    const last = records.last;
    const [to, down] = [Math.round(x), Math.round(y)];
    if (!last || last[0] !== to || last[1] !== down) records.add(to, down, move);
  };
  for (let k = 0; k < 28; k++) {
    const a = (2 * Math.PI * k) / 28;
    for (let i = 0; i <= 60; i++) {
      const b = (2 * Math.PI * i) / 60;
      const r = 25 + 20 * Math.cos(5 * b);
      put(
        524 * Math.cos(a) + r * Math.cos(b + a),
        523.5 * Math.sin(a) + r * Math.sin(b + a),
        i ? Move.stitch : Move.jump,
      );
    }
  }
  const ring: Item = {
    ...{ id: 'ring', name: 'Ring', kind: 'stitches', visible: true, locked: false, thread: '222' },
    blocks: records.blocks(),
  };
  return Buffer.from(writeDst(sewDesign({ ...emptyDesign('Ring'), objects: [ring] }), 'RING'));
}

/** Needle points of each thread of a file, one behind the other. */
function threadsOf(bytes: Uint8Array): [number, number][][] {
  const { x, y, move } = decodeDst(bytes);
  const threads: [number, number][][] = [[]];
  for (let i = 0; i < x.length; i++)
    if (move[i] === Move.change) threads.push([]);
    else if (move[i] === Move.stitch) threads.at(-1)!.push([x[i], y[i]]);
  return threads;
}

test('stipple in the middle of a ring that was brought in, close to it and before it, two other fills tried, in five hands', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.lay(rosehip.address, emptyDesign('Ring', { name: '200 × 200', width: 200, height: 200 }));
  const given = ringFile();
  const [ring] = threadsOf(given);

  const hands = new Hands(bench);
  const choosing = page.waitForEvent('filechooser');
  await hands.press(page.getByRole('button', { name: /^Bring in / }));
  await (await choosing).setFiles({ name: 'ring.dst', mimeType: 'application/octet-stream', buffer: given });
  await expect(bench.blocks()).toHaveCount(1);
  await bench.ready();
  await expect(page.getByText('113.8 × 113.7 mm').first()).toBeVisible();
  await hands.make('Stipple in the middle');
  await expect(bench.blocks()).toHaveCount(2);
  const [, stippled] = await bench.counts();
  // Two other fills: resting on them shows them on the cloth.
  await hands.press(page.getByLabel('Recipe card').locator('p').getByRole('button', { name: 'stipple' }));
  const kinds = page.getByRole('list', { name: 'Stitch kinds' });
  let seen = stippled;
  for (const name of ['Contour', 'Crosshatch']) {
    await kinds.getByRole('button', { name }).hover();
    await expect.poll(async () => (await bench.counts())[1]).not.toBe(seen);
    [, seen] = await bench.counts();
  }
  await page.getByLabel('Name', { exact: true }).hover();
  await expect.poll(async () => (await bench.counts())[1]).toBe(stippled);
  hands.within(5);

  const [middle, after, ...others] = threadsOf((await bench.take('Stitch file')).bytes);
  expect(others).toEqual([]);
  // The ring's stitches are the same, to the last tenth of a millimetre; the stipple comes before them, close to them.
  expect(after).toEqual(ring);
  const reach = Math.max(...middle.map(([x, y]) => Math.hypot(x, y) / 10));
  expect(reach).toBeGreaterThan(43);
  expect(reach).toBeLessThan(48);
});
