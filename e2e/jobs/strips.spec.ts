// A job along a strip that is longer than any hoop.
import {
  applyMatrix,
  decodeDst,
  Move,
  resolveDesign,
  sewDesign,
  toCloth,
  writeDst,
  type Design,
  type Matrix,
  type Point,
} from '@rosehip/core';
import { unzipSync } from 'fflate';
import { design, Drawing, path } from '../../demo/drawing.ts';
import { BenchPage } from '../bench-page.ts';
import { expect, test } from '@playwright/test';
import { PracticeMachine } from '../practice-machine.ts';
import { Rosehip } from '../rosehip.ts';
import { job } from './job.ts';

const rosehip = new Rosehip({ machine: true });
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

/** A flower in one line, about 60 × 90 mm, as a stitch file. */
function flower(): Buffer {
  const d = new Drawing();
  const petals = Array.from({ length: 6 }, (_, k) => {
    const at = (r: number, a: number): string =>
      `${(r * Math.cos(a)).toFixed(2)} ${(r * Math.sin(a) - 18).toFixed(2)}`;
    const a = (k * Math.PI) / 3;
    return `C${at(34, a - 0.5)} ${at(34, a + 0.5)} 0 -18`;
  }).join(' ');
  const line = d.object('Flower', path(`M4 45 C-2 20 8 10 0 -18 ${petals}`), '162', 'run', { length: 2.5 });
  const hoop = { name: '100 × 100', width: 100, height: 100 };
  const made = design('Flower', hoop, { kind: 'linen', colour: '#efe6d3' }, [line]);
  return Buffer.from(writeDst(sewDesign(made), 'FLOWER'));
}

/** Needle points of a file's first or last thread, which are its marks; mm. */
function marksIn(bytes: Uint8Array, which: 'first' | 'last'): Point[] {
  const { x, y, move } = decodeDst(bytes);
  const threads: Point[][] = [[]];
  for (let i = 0; i < x.length; i++)
    if (move[i] === Move.change) threads.push([]);
    else if (move[i] === Move.stitch) threads.at(-1)!.push({ x: x[i] / 10, y: y[i] / 10 });
  const sewn = threads.filter((points) => points.length);
  return sewn.at(which === 'first' ? 0 : -1)!;
}

/** The turn and shift that lays places on others, the nearest by least squares. */
function laidOn(places: readonly Point[], on: readonly Point[]): Matrix {
  expect(places.length).toBeGreaterThan(10);
  expect(on).toHaveLength(places.length);
  const middle = (all: readonly Point[]): Point => ({
    x: all.reduce((sum, p) => sum + p.x, 0) / all.length,
    y: all.reduce((sum, p) => sum + p.y, 0) / all.length,
  });
  const [a, b] = [middle(places), middle(on)];
  let [dot, cross] = [0, 0];
  places.forEach((p, i) => {
    const [px, py, qx, qy] = [p.x - a.x, p.y - a.y, on[i].x - b.x, on[i].y - b.y];
    dot += px * qx + py * qy;
    cross += px * qy - py * qx;
  });
  const angle = Math.atan2(cross, dot);
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return [c, s, -s, c, b.x - c * a.x + s * a.y, b.y - s * a.x - c * a.y];
}

job(9, async ({ page, bench, hands }) => {
  await bench.make(rosehip.address, 'Wrap');
  await hands.press(page.getByRole('button', { name: /(mm|in) hoop/ }));
  await hands.choose('Hoop', '200 × 200');
  await hands.choose('The cloth is', 'a rectangle or strip');
  await hands.field('Cloth width', '33.5in');
  await hands.field('Cloth height', '6in');
  const choosing = page.waitForEvent('filechooser');
  await hands.press(page.getByRole('button', { name: /^Bring in / }));
  await (
    await choosing
  ).setFiles({
    name: 'flower.dst',
    mimeType: 'application/octet-stream',
    buffer: flower(),
  });
  await bench.ready();

  // The strip is in view from end to end.
  const cloth = (await bench.cloth.boundingBox())!;
  const [[left], [right]] = await Promise.all([bench.place(-425, 0), bench.place(425, 0)]);
  expect(left).toBeGreaterThan(cloth.x);
  expect(right).toBeLessThan(cloth.x + cloth.width);

  await hands.make('Row repeat');
  hands.count++;
  await page.getByLabel('Every other copy mirrored').check();
  await bench.ready();
  await hands.press(page.getByRole('button', { name: /(mm|in) hoop/ }));
  await hands.button('Lay hoopings');
  await expect(page.getByText(/hoopings hold everything whole/)).toBeVisible();
  await bench.ready();
  const zip = unzipSync(new Uint8Array((await bench.take('A file a hooping')).bytes));
  hands.count += 2;
  await hands.done();

  const made = (await bench.document()) as unknown as Design;
  const hoopings = made.hoopings!;
  const files = Object.keys(zip).sort();
  expect(files).toHaveLength(hoopings.length);
  expect(files[0]).toMatch(/^1 Wrap\.dst$/);
  // All is inside each hoop; the marks are the first colour and the last, each with a stop after it.
  const whole = sewDesign({ ...made, hoopings: undefined, marks: undefined });
  const sewn: [Point, Point][] = [];
  let at = toCloth(hoopings[0]);
  let marksBefore: Point[] = [];
  files.forEach((file, k) => {
    const { x, y, move } = decodeDst(zip[file]);
    // The next one is laid by its first marks on the last marks of the one before, as a person does it.
    if (k) at = laidOn(marksIn(zip[file], 'first'), marksBefore);
    const place = (i: number): Point => applyMatrix(at, { x: x[i] / 10, y: y[i] / 10 });
    if (k + 1 < files.length) marksBefore = marksIn(zip[file], 'last').map((p) => applyMatrix(at, p));
    for (let i = 1; i < x.length; i++) if (move[i] === Move.stitch) sewn.push([place(i - 1), place(i)]);
    expect(Math.max(...[...x, ...y].map(Math.abs))).toBeLessThanOrEqual(1000);
    const changes = [...move].filter((m) => m === Move.change).length;
    expect(changes).toBeGreaterThanOrEqual(k === 0 || k === files.length - 1 ? 1 : 2);
  });
  // Laid over each other by their marks, the files are the whole strip.
  const far = (p: Point): number =>
    sewn.reduce((least, [a, b]) => {
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      const t = Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy || 1)));
      return Math.min(least, Math.hypot(a.x + t * dx - p.x, a.y + t * dy - p.y));
    }, Infinity);
  const misses = [...whole.x.keys()]
    .filter((i) => whole.move[i] === Move.stitch && i % 5 === 0)
    .map((i) => far({ x: whole.x[i], y: whole.y[i] }));
  expect(Math.max(...misses)).toBeLessThanOrEqual(0.1);
  // As many as fit, from one end of the strip to the other.
  expect(Math.min(...whole.x)).toBeCloseTo(-33.5 * 12.7 + 5, 0);
  expect(Math.max(...whole.x)).toBeCloseTo(33.5 * 12.7 - 5, 0);
  expect(resolveDesign(made).objects).toHaveLength(1);

  // The first two, one after the other, on the machine.
  const machine = new PracticeMachine(page, rosehip);
  for (const file of files) await machine.copy(file, zip[file]);
  for (const file of files.slice(0, 2)) {
    await machine.choose(file, { machine: 'Attic workshop, 6 needles', hoop: '200 × 200' });
    const log = await machine.sew(file);
    const { move } = decodeDst(zip[file]);
    expect(log).toMatchObject({
      finished: true,
      missing: 0,
      stitches: move.filter((m) => m === Move.stitch).length,
      changes: move.filter((m) => m === Move.change).length,
    });
  }
});

test('hoopings are laid, dragged by their numbers, chosen for what is sewn, and taken away', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Two shapes');
  for (const x of [-62, 42]) {
    await page.keyboard.press('e');
    await bench.dragAlong([
      [x, -10],
      [x + 20, 10],
    ]);
    await bench.ready();
  }
  const hoops = () => page.getByRole('button', { name: /(mm|in) hoop/ }).click();
  await hoops();
  await page.getByRole('button', { name: 'Lay hoopings' }).click();
  await expect(page.getByText('2 hoopings hold everything whole.')).toBeVisible();
  await expect(page.getByText('No marks fit between 1 and 2.')).toHaveCount(0);
  // One is drawn so far away that they share nothing: that is told.
  const handle = (await page.getByTestId('hooping-handle-2').boundingBox())!;
  const [cx, cy] = [handle.x + handle.width / 2, handle.y + handle.height / 2];
  const [a] = [await bench.place(0, 0)];
  const [b] = [await bench.place(90, 0)];
  await page.mouse.move(cx, cy);
  await page.mouse.down();
  await page.mouse.move(cx + (b[0] - a[0]) / 2, cy, { steps: 3 });
  await page.mouse.move(cx + b[0] - a[0], cy, { steps: 3 });
  await page.mouse.up();
  await bench.ready();
  await expect(page.getByText('No marks fit between 1 and 2.')).toBeVisible();
  const { hoopings } = (await bench.document()) as unknown as Design;
  expect(hoopings![1].y).toBe(hoopings![0].y);

  // What is taken hold of says in which hooping it is sewn.
  await page.mouse.click(...(await bench.place(52, 0)));
  await bench.ready();
  await page.getByLabel('Hooping', { exact: true }).selectOption('hooping 2');
  await bench.ready();
  expect((await bench.document()).objects[1]).toMatchObject({ hooping: hoopings![1].id });
  await hoops();
  await page.getByRole('button', { name: 'Remove hooping 2' }).click();
  await bench.ready();
  const left = (await bench.document()) as unknown as Design;
  expect([left.hoopings!.length, left.marks]).toEqual([1, undefined]);
});
