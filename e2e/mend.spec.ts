// Mending single stitches: by hand, by numbers, by length; and findings that lead there.
import { allRecords, decodeDst, decodeRecords, emptyDesign, blocksOf, type StitchBlock } from '@rosehip/core';
import { BenchPage } from './bench-page.ts';
import { expect, rosehip, test, type Page } from './one-page.ts';

test.beforeAll(() => rosehip.start());

/** A border of 4 mm stitches with a spike, three tiny stitches, and no ties. */
const FAULTY = `j-200,0 40,0 40,0 20,90 20,-90 40,0 2,0 2,0 2,0 34,0 40,0 40,0`;

interface Stitches {
  name: string;
  thread: string;
  stopAfter?: string;
  blocks: StitchBlock[];
}

/** Lays stitches on the bench and takes them up with the tool. */
async function lay(page: Page, name: string, text = FAULTY): Promise<BenchPage> {
  const bench = new BenchPage(page);
  const stitches = {
    ...{ id: 's', name: 'Border', kind: 'stitches' as const, visible: true, locked: false, thread: '222' },
    blocks: blocksOf(decodeRecords(text)),
  };
  await bench.lay(rosehip.address, { ...emptyDesign(name), objects: [stitches] });
  await bench.tool('Mend');
  await bench.blocks().first().click();
  await expect(chosen(page)).toContainText('records');
  return bench;
}
const chosen = (page: Page) => page.getByRole('status', { name: 'What is chosen' });
const panel = (page: Page) => page.getByRole('region', { name: 'Mend' });
const press = (page: Page, name: string) => panel(page).getByRole('button', { name, exact: true }).click();
const stitchesOf = async (bench: BenchPage): Promise<Stitches[]> =>
  (await bench.document()).objects as Stitches[];
const places = ({ blocks }: Stitches): [number, number][] => {
  const { x, y } = allRecords(blocks);
  return Array.from(x, (v, i) => [v, y[i]]);
};

test('a spike is pulled straight, a point moved by hand and by keys, a new one put in, all taken back', async ({
  page,
}) => {
  const bench = await lay(page, 'Spike');
  await bench.clickAt(-10, 9);
  await expect(chosen(page)).toHaveText('4 of 12 · 9.2 mm at 283°');
  await press(page, 'Flatten');
  await bench.ready();
  expect(places((await stitchesOf(bench))[0])[3]).toEqual([-100, 0]);

  // Along the thread by keys; the playhead goes along.
  await page.keyboard.press('Tab');
  await expect(chosen(page)).toHaveText('5 of 12 · 2.0 mm at 0°');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('ArrowRight');
  await bench.ready();
  expect(places((await stitchesOf(bench))[0])[4]).toEqual([-79, 10]);
  const playhead = page.getByLabel('Playhead');
  await page.keyboard.press('Tab');
  const before = await playhead.getAttribute('aria-valuenow');
  await page.keyboard.press('Tab');
  await expect(playhead).not.toHaveAttribute('aria-valuenow', before!);

  await bench.dragAlong([
    [-16, 0],
    [-16, -5],
  ]);
  await bench.ready();
  expect(places((await stitchesOf(bench))[0])[1]).toEqual([-160, -50]);
  await bench.doubleClickAt(6, 0);
  await bench.ready();
  expect(places((await stitchesOf(bench))[0])).toHaveLength(13);
  for (let i = 0; i < 5; i++) await page.keyboard.press('Control+z');
  await bench.ready();
  expect((await stitchesOf(bench))[0].blocks).toEqual([{ records: FAULTY }]);
});

test('short stitches are chosen by their length, and joined; the rubber takes out what it touches', async ({
  page,
}) => {
  const bench = await lay(page, 'Short');
  const chart = (await page.getByLabel('Stitches by their length').boundingBox())!;
  // Its short end: from 0 to 1 mm of the 9.3 mm that are shown.
  await page.mouse.move(chart.x + 39, chart.y + 40);
  await page.mouse.down();
  await page.mouse.move(chart.x + 55, chart.y + 40, { steps: 3 });
  await page.mouse.up();
  await expect(chosen(page)).toHaveText('3 of 12 chosen');
  await press(page, 'Join them');
  await bench.ready();
  expect(places((await stitchesOf(bench))[0])).toHaveLength(10);

  await page.getByRole('button', { name: 'Rubber', exact: true }).click();
  await bench.dragAlong([
    [-13, 8],
    [-7, 9.5],
  ]);
  await bench.ready();
  const rubbed = places((await stitchesOf(bench))[0]);
  expect(rubbed.some(([, y]) => y > 0)).toBe(false);
  expect(rubbed).toHaveLength(9);
});

test('a piece is taken out and turned; a line cuts; a stop and another thread come within', async ({
  page,
}) => {
  const bench = await lay(page, 'Pieces', 'j-200,0 40,0 40,0 40,0 40,0 40,0 40,0 40,0 40,0 40,0 40,0');
  // A box about three needle points.
  await bench.dragAlong([
    [-9, -3],
    [1, 3],
  ]);
  await expect(chosen(page)).toHaveText('3 of 11 chosen');
  await press(page, 'Take out');
  await bench.ready();
  let made = await stitchesOf(bench);
  expect(made.map(({ name }) => name)).toEqual(['Border', 'Border, piece']);
  expect(allRecords(made[1].blocks).x.length).toBe(3);
  await press(page, 'All');
  await bench.setField('Turn by', '90');
  await press(page, 'Turn');
  await bench.ready();
  expect(places((await stitchesOf(bench))[1])).toEqual([
    [-40, -40],
    [-40, 0],
    [-40, 40],
  ]);

  await bench.blocks().first().click();
  await bench.clickAt(12, 0);
  await panel(page).getByLabel('Stop here, with a note').fill('Lay the felt');
  await press(page, 'Stop');
  await bench.ready();
  made = await stitchesOf(bench);
  expect(made.map(({ stopAfter }) => stopAfter)).toEqual(['Lay the felt', undefined, undefined]);

  await page.getByRole('button', { name: 'Cut along a line', exact: true }).click();
  await bench.dragAlong([
    [16, -4],
    [16, 4],
  ]);
  await bench.ready();
  expect((await stitchesOf(bench)).length).toBe(4);
  expect(await page.getByText('The cut does not meet').count()).toBe(0);
});

test('a finding leads to the very stitch, and what was mended goes into the file', async ({ page }) => {
  const bench = await lay(page, 'Found');
  await page.getByRole('button', { name: /finding/ }).click();
  const findings = page.getByRole('region', { name: 'Findings' });
  const short = findings.getByRole('listitem').filter({ hasText: 'shorter than 0.4 mm' });
  await short.getByRole('button', { name: 'Mend it' }).click();
  await expect(chosen(page)).toHaveText(/^[789] of 12 · 0\.2 mm at 0°$/);
  await press(page, 'Delete');
  await press(page, 'Renew ties');
  await bench.ready();
  const { x } = decodeDst((await bench.take('Stitch file')).bytes);
  expect(x.length).toBeGreaterThan(16);
});

test('a cut follows the hand', async ({ page }) => {
  const bench = await lay(page, 'Cut out', 'j-200,0 50,0 50,0 50,0 50,0 50,0 50,0 50,0 50,0');
  await page.getByRole('button', { name: 'Cut along a line', exact: true }).click();
  await bench.dragAlong([
    [-7.5, -8],
    [-7.5, 6],
    [7.5, 6],
    [7.5, -8],
  ]);
  await bench.ready();
  const parts = (await stitchesOf(bench)).map((s) => places(s).map(([x]) => x));
  expect(parts).toHaveLength(2);
  // What the line goes round is one part, what lies on either side of it the other.
  const [outer, inner] = parts;
  expect(Math.min(...inner)).toBeGreaterThanOrEqual(-80);
  expect(Math.max(...inner)).toBeLessThanOrEqual(80);
  expect(Math.min(...outer)).toBe(-200);
  expect(Math.max(...outer)).toBe(200);
});

test('ends are joined by a way that what is sewn later hides', async ({ page }) => {
  const bench = new BenchPage(page);
  const line = (id: string, text: string) => ({
    ...{ id, name: id, kind: 'stitches' as const, visible: true, locked: false, thread: '222' },
    blocks: blocksOf(decodeRecords(text)),
  });
  const cover = {
    ...{ id: 'c', name: 'c', kind: 'object' as const, visible: true, locked: false, thread: '222' },
    outline: { kind: 'rectangle' as const, x: -15, y: 0, width: 40, height: 12, radius: 0, turn: 0 },
    recipe: { kind: 'fill', settings: {} },
  };
  await bench.lay(rosehip.address, {
    ...emptyDesign('Hidden'),
    objects: [line('a', 'j-300,0 25,0 25,0'), line('b', 'j-50,0 25,0 25,0'), cover],
  });
  await bench.tool('Mend');
  await bench.block('a').click();
  await panel(page).getByLabel('Join its end to').selectOption({ label: 'b' });
  await expect(panel(page)).toContainText('Their ends are 20.0 mm apart.');
  await press(page, 'By a hidden way');
  await expect(bench.blocks()).toHaveCount(2);
  await bench.ready();
  const [joined] = await stitchesOf(bench);
  expect(places(joined).length).toBeGreaterThan(11);
});
