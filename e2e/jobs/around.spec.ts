// Jobs on a finished design: a mesh beneath it for towelling, and stipple around it to the hoop's edge.
import { expect, test } from '@playwright/test';
import { decodeDst, Move } from '@rosehip/core';
import type { BenchPage } from '../bench-page.ts';
import { clubBadge } from '../../demo/club-badge.ts';
import { orreryCoaster } from '../../demo/orrery-coaster.ts';
import { Rosehip } from '../rosehip.ts';
import { job } from './job.ts';

const rosehip = new Rosehip({ designs: [clubBadge, orreryCoaster] });
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

interface Sewn {
  /** Needle points of each thread in the order of sewing, mm. */
  threads: { x: number; y: number }[][];
}
async function file(bench: BenchPage): Promise<Sewn> {
  const { x, y, move } = decodeDst((await bench.take('Stitch file')).bytes);
  const threads: Sewn['threads'] = [[]];
  for (let i = 0; i < x.length; i++)
    if (move[i] === Move.change) threads.push([]);
    else if (move[i] === Move.stitch) threads.at(-1)!.push({ x: x[i] / 10, y: y[i] / 10 });
  return { threads };
}
const reach = (points: { x: number; y: number }[]): number =>
  Math.max(...points.map((p) => Math.hypot(p.x, p.y)));

job(14, async ({ page, bench, hands }) => {
  await bench.open(rosehip.address, 'Club badge');
  const before = await file(bench);
  await page.getByRole('button', { name: 'Take to machine' }).click();

  await hands.make('Knockdown');
  await hands.done();

  const { threads } = await file(bench);
  // The mesh comes first, in a thread of its own, covers the design and 2 mm more; the design is as it was.
  expect(threads).toHaveLength(before.threads.length + 1);
  expect(threads.slice(1)).toEqual(before.threads);
  const design = reach(before.threads.flat());
  expect(reach(threads[0])).toBeGreaterThan(design + 1.7);
  expect(reach(threads[0])).toBeLessThan(design + 2.6);
  // Light and slanted: lines 2 mm apart at 45°.
  const document = (await bench.document()) as unknown as {
    objects: { recipe: { kind: string; settings: object }; thread: string }[];
  };
  expect(document.objects[0].recipe).toEqual({ kind: 'crosshatch', settings: { spacing: 2, angle: 45 } });
  expect(document.objects[1].recipe.kind).toBe('run');
});

job(18, async ({ page, bench, hands }) => {
  await bench.open(rosehip.address, 'Orrery coaster');
  const before = await file(bench);
  await page.getByRole('button', { name: 'Take to machine' }).click();

  await hands.make('Stipple around');
  await hands.type('4');
  await hands.field('Spacing', '2.5');
  await hands.done();

  const { threads } = await file(bench);
  const sewn = before.threads.flat();
  const stipple = threads.flat().filter((p) => !sewn.some((q) => q.x === p.x && q.y === p.y));
  expect(stipple.length).toBeGreaterThan(200);
  // It keeps its distance everywhere, and reaches the hoop's edge.
  for (const p of stipple)
    expect(Math.min(...sewn.map((q) => Math.hypot(p.x - q.x, p.y - q.y)))).toBeGreaterThan(3.4);
  expect(Math.max(...stipple.map((p) => Math.abs(p.x)))).toBeGreaterThan(43);
  expect(Math.max(...stipple.map((p) => Math.abs(p.x)))).toBeLessThanOrEqual(50);
});
