// The same design otherwise: for a cap, kept as a second design, which follows the first as far as hands leave it to.
import { emptyDesign, HOOPS, type Design, type DesignObject, type Item } from '@rosehip/core';
import { BenchPage } from './bench-page.ts';
import { expect, rosehip, test } from './one-page.ts';

test.beforeAll(() => rosehip.start());

const box = (id: string, x: number, width: number, more: Partial<DesignObject> = {}): DesignObject => ({
  id,
  name: id,
  kind: 'object',
  visible: true,
  locked: false,
  outline: { kind: 'rectangle', x, y: 0, width, height: 70, radius: 0, turn: 0 },
  recipe: { kind: 'fill', settings: {} },
  thread: '222',
  ...more,
});
const first = (): Design => ({
  ...emptyDesign('Gate', { ...HOOPS[1] }),
  objects: [
    box('Left', -30, 15),
    box('Right', 30, 15, { recipe: { kind: 'fill', settings: { compensation: 0.3 } } }),
    box('Middle', 0, 15),
  ],
});

test('a cap is made of it, and follows what changes in the first but for what was changed by hand', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.lay(rosehip.address, first());
  const firstPath = new URL(page.url()).pathname;
  await page.getByRole('button', { name: 'Adapt to a cloth, size or cap' }).click();
  const changes = page.getByRole('region', { name: 'What changes' });
  await expect(changes).toContainText('Nothing is changed yet');
  await page.getByRole('combobox', { name: 'Cloth', exact: true }).selectOption('Cap front');
  await expect(changes).toContainText('A cap’s front takes no more than 55 mm in height.');
  await expect(changes).toContainText('Pull compensation 0.3 → 0.4 mm');
  // What it does by itself can be left out, and taken in again.
  await page.getByLabel('Numbers set by hand: done').uncheck();
  await expect(changes).toContainText('Left out: tick it to have it done.');
  await expect(changes).not.toContainText('Pull compensation 0.3');
  await page.getByLabel('Numbers set by hand: done').check();
  await expect(changes).toContainText('Pull compensation 0.3 → 0.4 mm');
  // A size of one's own overrules what goes with a cap.
  await page.getByLabel('Height', { exact: true }).fill('40');
  await page.getByLabel('Height', { exact: true }).press('Enter');
  await expect(page.locator('[data-figures="1"]')).toContainText(/× (39|40)(\.\d)? mm/);
  await page.getByRole('button', { name: 'Keep as a new design' }).click();
  await bench.ready();
  const cap = (await bench.document()) as unknown as Design;
  const capPath = new URL(page.url()).pathname;
  expect(capPath).not.toBe(firstPath);
  expect(cap).toMatchObject({ name: 'Gate, cap front, 40 mm', hoop: { width: 130, height: 60 } });
  expect(cap.objects.map((o) => o.name)[0]).toBe('Middle');
  await expect(page.getByText('It follows Gate')).toBeVisible();

  // Something is changed by hand in the cap, and in the first: another thing, and the same one.
  const threadOf = (design: Design, name: string): string =>
    (design.objects.find((o) => o.name === name) as Item & { thread: string }).thread;
  const colour = async (name: string, thread: string): Promise<void> => {
    await bench.blocks().filter({ hasText: name }).first().click();
    await page.getByTitle('Choose another thread').click();
    await page.getByLabel('Find a thread').first().fill(thread);
    await page
      .getByRole('group', { name: 'Thread chart' })
      .getByRole('button', { name: new RegExp(` ${thread}$`) })
      .first()
      .click();
    await bench.ready();
    await bench.saved();
  };
  await colour('Left', '172');
  await bench.goTo(rosehip.address, firstPath);
  await bench.ready();
  await colour('Left', '131');
  await colour('Right', '131');
  await bench.goTo(rosehip.address, capPath);
  await bench.ready();
  await expect(
    page.getByText('Gate has changed: one thing is taken over, one thing stays as you changed it here.'),
  ).toBeVisible();
  const now = (await bench.document()) as unknown as Design;
  expect([threadOf(now, 'Left'), threadOf(now, 'Right')]).toEqual(['172', '131']);
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Compare both' }).click();
  await expect(page.getByRole('heading', { name: 'Compare Gate with Gate, cap front, 40 mm' })).toBeVisible();
  await page.getByRole('link', { name: 'Bench' }).click();
  await bench.ready();
  await page.getByRole('button', { name: 'Let go' }).click();
  await bench.saved();
  expect((await bench.document()).adapted).toBeUndefined();
});
