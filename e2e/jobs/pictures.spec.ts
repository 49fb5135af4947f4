// Jobs that begin with a picture, or with art.
import { readFileSync } from 'node:fs';
import {
  decodeDst,
  emptyDesign,
  findItem,
  HOOPS,
  insideRegion,
  itemBounds,
  Move,
  outlineRegion,
  regionBounds,
  resolveDesign,
  type Design,
  type DesignObject,
  type Group,
  type PathOutline,
  isLetter,
  ringArea,
  sewnLeaves,
} from '@rosehip/core';
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import type { BenchPage } from '../bench-page.ts';
import { expect, test, type Page } from '@playwright/test';
import { PicturePage } from '../picture-page.ts';
import { Rosehip } from '../rosehip.ts';
import type { Hands } from './hands.ts';
import { job } from './job.ts';

const rosehip = new Rosehip();
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

const given = (name: string): Buffer =>
  readFileSync(new URL(`../../apps/web/src/assets/pictures/${name}`, import.meta.url));

/** A file is brought in by a button, which is one press. */
async function bringIn(
  page: Page,
  hands: Hands,
  button: string | RegExp,
  file: { name: string; mimeType: string; buffer: Buffer },
): Promise<void> {
  const choosing = page.waitForEvent('filechooser');
  await hands.press(page.getByRole('button', { name: button }));
  await (await choosing).setFiles(file);
}

job(8, async ({ page, bench, hands }) => {
  const picture = new PicturePage(page);
  await page.goto(rosehip.address);

  await bringIn(page, hands, 'Bring in a file', {
    name: 'dusk.png',
    mimeType: 'image/png',
    buffer: given('dusk.png'),
  });
  await picture.ready();
  const largest = HOOPS.reduce((a, b) => (b.width * b.height > a.width * a.height ? b : a));
  hands.count++;
  await picture.step('Size').getByLabel('Hoop').selectOption(largest.name);
  await picture.ready();
  // The slider is dragged to more satin by a hand that stops to look, and one press compares it with what was.
  const before = await picture.numbers().innerText();
  const slider = (await page.getByRole('slider', { name: 'Fill or satin' }).boundingBox())!;
  hands.count++;
  await page.mouse.move(slider.x + slider.width / 2, slider.y + slider.height / 2);
  await page.mouse.down();
  for (const share of [0.7, 0.9]) {
    await page.waitForTimeout(1100);
    await page.mouse.move(slider.x + slider.width * share, slider.y + slider.height / 2, { steps: 3 });
  }
  await page.mouse.up();
  await picture.ready();
  await expect(picture.numbers()).not.toHaveText(before);
  await hands.press(page.getByRole('button', { name: /^Compare with 50 %/ }));
  await picture.ready();
  await expect(picture.numbers()).toHaveText(before);
  await hands.press(page.getByRole('button', { name: 'Lay it on the bench' }));
  await bench.ready();
  await hands.done();

  const design = (await bench.document()) as unknown as Design;
  expect(design.hoop).toMatchObject({ width: largest.width, height: largest.height });
  const objects = (design.objects[0] as Group).objects as DesignObject[];
  // Every region of a colour is one object: sky, dome, three bands on either side, grass, plinth, slit, door, moon, three stars.
  expect(objects.length).toBeGreaterThanOrEqual(15);
  expect(objects.length).toBeLessThanOrEqual(17);
  // Nothing of the ground: the corners of the picture stay cloth, and it is as large as the hoop holds.
  const { x, y, move } = decodeDst((await bench.take('Stitch file')).bytes);
  const reach = Math.max(...x.map(Math.abs), ...y.map(Math.abs)) / 10;
  const room = Math.min(largest.width, largest.height) / 2;
  expect(reach).toBeLessThan(room);
  expect(reach).toBeGreaterThan(room - 8);
  const far = [...x.keys()].filter(
    (i) => move[i] === Move.stitch && Math.hypot(x[i], y[i]) / 10 > reach * 1.02 + 1,
  );
  expect(far).toEqual([]);
});

/** Six shapes that touch: a hill, a sun behind it, a sky, a path, a door and a house. */
const ART = `<svg xmlns="http://www.w3.org/2000/svg" width="90mm" height="80mm" viewBox="0 0 90 80">
<rect x="5" y="5" width="80" height="45" fill="#6fb3c8"/><circle cx="66" cy="26" r="12" fill="#f2d479"/>
<path d="M5 50 C25 30 60 34 85 50 V75 H5Z" fill="#3f7a4f"/><rect x="20" y="30" width="24" height="26" fill="#f7f1df"/>
<rect x="29" y="42" width="7" height="14" fill="#7b3f3f"/><path d="M30 56 H36 L52 75 H40Z" fill="#c1bdb5"/></svg>`;

/** Where the letters of words stand, in mm. */
async function lettersOf(bench: BenchPage, name: string) {
  const design = (await bench.document()) as unknown as Design;
  await loadFonts(design, readFontFile);
  const words = resolveDesign(design).objects.find((o) => o.name === name) as DesignObject<PathOutline>;
  return words.letters!.map(({ first, end }) =>
    regionBounds(outlineRegion({ kind: 'path', paths: words.outline.paths.slice(first, end) }))!,
  );
}

job(2, async ({ page, bench, hands }) => {
  const large = HOOPS.find(({ name }) => name === '130 × 180')!;
  await bench.lay(rosehip.address, emptyDesign('House', { ...large }));
  await bringIn(page, hands, /^Bring in /, {
    name: 'house.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(ART),
  });
  await bench.ready();
  const panel = page.getByRole('region', { name: 'Choose stitches' });
  await expect(panel).toContainText(/satin.*fill/);
  await hands.press(panel.getByRole('button', { name: 'Take them' }));
  await bench.ready();
  for (const [block, angle] of [
    [1, '65'],
    [0, '20'],
  ] as const) {
    await hands.press(bench.blocks().nth(block));
    await hands.field('Stitch angle', angle);
  }
  // In the middle of the sky, which is selected.
  await hands.press(
    page.getByRole('navigation', { name: 'Tools' }).getByRole('button', { name: 'Words', exact: true }),
  );
  await page.keyboard.type('LARK MOOR');
  const words = async () => (await bench.document()).objects.map((o) => (o as { name: string }).name);
  await expect.poll(words).toContain('LARK MOOR');
  await bench.ready();
  // The disc under the first O is drawn towards the M, half a capital's height below the line.
  const middle = (b: { minX: number; maxX: number }): number => (b.minX + b.maxX) / 2;
  const before = await lettersOf(bench, 'LARK MOOR');
  const [first, second] = [before[5], before[6]];
  const disc = first.maxY + (first.maxY - first.minY) / 2;
  await hands.drag([middle(second), disc], [middle(second) - 2, disc]);
  await bench.ready();
  const after = await lettersOf(bench, 'LARK MOOR');
  expect(after[6].minX - after[5].maxX).toBeLessThan(second.minX - first.maxX - 1);
  await hands.choose('Standing on', 'an arc over');
  hands.within(10);

  const design = (await bench.document()) as unknown as Design;
  const arched = design.objects.find((o) => o.name === 'LARK MOOR') as DesignObject;
  expect(arched.outline).toMatchObject({ baseline: { kind: 'arc' }, letters: [{ at: 6 }] });
  const objects = (design.objects[0] as Group).objects as DesignObject[];
  expect(objects).toHaveLength(6);
  const angles = objects.map((o) => o.recipe.settings.angle).filter((a) => a !== undefined);
  expect(angles).toEqual(expect.arrayContaining([20, 65]));
  // Each colour once, and no cloth between neighbours: every place of the art lies in what is sewn.
  const threads = objects.map((o) => o.thread);
  expect(new Set(threads).size).toBe(threads.filter((t, i) => t !== threads[i - 1]).length);
  const sewn = objects.map((o) => outlineRegion(o.outline as never));
  const bare: [number, number][] = [];
  for (let x = -39; x < 40; x += 1)
    for (let y = -34; y < 34; y += 1) if (!sewn.some((r) => insideRegion(r, x, y))) bare.push([x, y]);
  expect(bare).toEqual([]);

  // Rehearsed; its hoop no larger than it must be, and its sheet printed.
  await hands.press(page.getByRole('button', { name: 'Play', exact: true }));
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
  await hands.press(page.getByRole('button', { name: 'Take to machine' }));
  await hands.button('Take the 100 × 100 hoop');
  await hands.button('Sewing sheet');
  await expect(page.getByRole('img', { name: /^Page 1 of/ })).toBeVisible();
  await page.evaluate(() => {
    window.print = () => document.body.setAttribute('data-printed', 'true');
  });
  await hands.press(page.getByRole('button', { name: 'Print' }));
  await expect(page.locator('body')).toHaveAttribute('data-printed', 'true');

  // Seen on a fleece jacket, then on a cap, for which another one is made: smaller, from the centre out.
  await hands.press(page.getByRole('link', { name: 'Bench' }));
  await bench.ready();
  await hands.press(page.getByRole('button', { name: 'Try on', exact: true }));
  const stage = page.getByRole('application', { name: 'Try on' });
  await expect(page.getByRole('radio', { name: 'Fleece jacket' })).toBeChecked();
  await expect(stage).toHaveAttribute('data-settled', 'true');
  await expect(stage.locator('[data-copy]')).toHaveCount(1);
  await hands.press(page.getByRole('radio', { name: 'Cap' }));
  await hands.button('Make one for the cap');
  await expect(page.locator('[data-figures="1"]')).toContainText(/× (5\d(\.\d)? mm|2\.[012]\d? in)/);
  await hands.press(page.getByRole('button', { name: 'Keep as a new design' }));
  await bench.ready();
  await hands.done();
  const cap = (await bench.document()) as unknown as Design;
  await loadFonts(cap, readFontFile);
  const letters = sewnLeaves(resolveDesign(cap)).filter(({ id }) => isLetter(id));
  expect(letters).toHaveLength(8);
  // From the middle letter to the end, then back to the beginning.
  const places = letters.map((l) => middle(itemBounds(l)!));
  const turned = places.findIndex((x, i) => i > 0 && x < places[i - 1]);
  const [towardsEnd, towardsBegin] = [places.slice(0, turned), places.slice(turned)];
  expect(towardsEnd.length).toBeGreaterThanOrEqual(3);
  expect(towardsBegin.length).toBeGreaterThanOrEqual(3);
  expect(towardsEnd).toEqual(towardsEnd.toSorted((p, q) => p - q));
  expect(towardsBegin).toEqual(towardsBegin.toSorted((p, q) => q - p));
  expect(towardsBegin[0]).toBeLessThan(towardsEnd[0]);
  const { y } = decodeDst((await bench.take('Stitch file')).bytes);
  expect((Math.max(...y) - Math.min(...y)) / 10).toBeLessThan(55.5);
  await page.getByRole('button', { name: 'Shelf' }).click();
  await expect(page.getByRole('link', { name: 'Open House', exact: true })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Open House, cap front/ })).toBeVisible();
});

job(19, async ({ page, bench, hands }) => {
  const picture = new PicturePage(page);
  await page.goto(rosehip.address);
  await bringIn(page, hands, 'Bring in a file', {
    name: 'constellation.png',
    mimeType: 'image/png',
    buffer: given('constellation.png'),
  });
  await picture.ready();
  hands.count++;
  await picture.step('Size').getByLabel('Hoop').selectOption('200 × 200');
  hands.count++;
  await picture.step('Size').getByLabel('Width').fill('3.5in');
  await picture.step('Size').getByLabel('Width').press('Enter');
  await picture.ready();
  await hands.press(page.getByRole('button', { name: 'Lay it on the bench' }));
  await bench.ready();

  await hands.chord('e');
  await hands.strip('Shapes in', 'satin');
  await hands.drag([-60, -60], [60, 60]);
  await hands.field('Column width', '9');
  await hands.make('Patch edge');
  await hands.press(
    page.getByRole('navigation', { name: 'Tools' }).getByRole('button', { name: 'Words', exact: true }),
  );
  // Pressed on the ring's line, words lie in its middle, as high as it leaves them room.
  await hands.point(0, -60);
  await page.keyboard.type('Larkmoor Astronomers');
  await hands.chord('Escape');
  await bench.ready();
  await hands.done();

  const design = (await bench.document()) as unknown as Design;
  const [group] = design.objects as Group[];
  // 3.5 in wide, one shape of black, open in each of its seven stars.
  const [black] = group.objects as DesignObject[];
  const region = outlineRegion(black.outline as never);
  const b = regionBounds(region)!;
  expect(b.maxX - b.minX).toBeGreaterThan(88.4);
  expect(b.maxX - b.minX).toBeLessThan(89.5);
  expect(
    region.flatMap((p) => p.holes).filter((h) => Math.abs(ringArea(h)) > 3).length,
  ).toBeGreaterThanOrEqual(7);
  // The words stand on the circle, all at one distance, and are read from its middle outwards.
  await loadFonts(design, readFontFile);
  const words = findItem(
    resolveDesign(design),
    design.objects.find((o) => o.name.startsWith('Larkmoor'))!.id,
  ) as DesignObject;
  const all = outlineRegion(words.outline as never).flatMap((p) => [...p.outer]);
  const far = [...all.keys()].filter((i) => i % 2 === 0).map((i) => Math.hypot(all[i], all[i + 1]));
  expect(Math.min(...far)).toBeGreaterThan(55.5);
  expect(Math.max(...far)).toBeLessThan(64.5);
  // In the file the words come last, in a thread that is seen on the ring, and none of them leaves it; as far to one side as to the other.
  const { x, y, move } = decodeDst((await bench.take('Stitch file')).bytes);
  const from = move.lastIndexOf(Move.change);
  const sewn = [...x.keys()].filter((i) => i > from && move[i] === Move.stitch);
  const reach = sewn.map((i) => Math.hypot(x[i], y[i]) / 10);
  expect(sewn.length).toBeGreaterThan(600);
  expect(Math.min(...reach)).toBeGreaterThan(55.5);
  expect(Math.max(...reach)).toBeLessThan(64.5);
  const angles = sewn.map((i) => Math.atan2(x[i], -y[i]));
  expect(Math.abs(Math.min(...angles) + Math.max(...angles))).toBeLessThan(0.06);
});
