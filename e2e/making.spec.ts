// Making is shown before it is done, and everything is found by a few letters.
import { expect, rosehip, test } from './one-page.ts';
import { BenchPage } from './bench-page.ts';

test.beforeAll(() => rosehip.start());

async function ellipse(bench: BenchPage): Promise<void> {
  await bench.tool('Ellipse');
  await bench.dragAlong([
    [-15, -10],
    [15, 10],
  ]);
  await bench.ready();
}

test('resting on a picture shows it on the cloth; pressing makes it, its first number ready to be typed', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Making');
  await ellipse(bench);
  await bench.cardPage('Make');
  const making = (name: string) =>
    page.getByRole('region', { name: 'Make' }).getByRole('button', { name, exact: true });
  const border = making('Border');
  // The picture is made by the engine: there is thread on it.
  const painted = (of = border): Promise<boolean> =>
    of.locator('canvas').evaluate((canvas: HTMLCanvasElement) => {
      const { width, height } = canvas;
      if (width < 2) return false;
      return canvas
        .getContext('2d')!
        .getImageData(0, 0, width, height)
        .data.some((v) => v > 0);
    });
  await expect.poll(() => painted()).toBe(true);
  // Words are seen, too, though nothing on the bench is set in their font yet.
  await expect.poll(() => painted(making('Fill with words'))).toBe(true);
  const [, before] = await bench.counts();

  await border.hover();
  await expect.poll(async () => (await bench.counts())[1]).toBeGreaterThan(before);
  // Shown, not done: when the hand goes on, all is as it was, and there is nothing to undo of it.
  await page.getByRole('heading', { name: 'Repeat it' }).hover();
  await expect.poll(async () => (await bench.counts())[1]).toBe(before);
  await expect(bench.blocks()).toHaveCount(1);

  await border.click();
  await expect(bench.blocks()).toHaveCount(2);
  await expect(bench.field('Distance')).toBeFocused();
  await page.keyboard.type('6');
  await page.keyboard.press('Enter');
  const made = (await bench.document()).objects.at(-1) as { outline: { distance: number } };
  expect(made.outline.distance).toBe(6);
});

test('resting on a stitch kind shows it on the cloth; what it was stays until one is pressed', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Kinds');
  await ellipse(bench);
  await bench.word('fill');
  const kinds = page.getByRole('list', { name: 'Stitch kinds' });
  const [, before] = await bench.counts();
  await kinds.getByRole('button', { name: 'Stipple' }).hover();
  await expect.poll(async () => (await bench.counts())[1]).not.toBe(before);
  await expect(kinds.getByRole('button', { name: 'Fill', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.getByLabel('Name', { exact: true }).hover();
  await expect.poll(async () => (await bench.counts())[1]).toBe(before);
  await kinds.getByRole('button', { name: 'Crosshatch' }).click();
  await bench.ready();
  const [made] = (await bench.document()).objects as { recipe: { kind: string } }[];
  expect(made.recipe.kind).toBe('crosshatch');
});

test('the finder knows commands by other words, settings, kinds and objects, and why something can’t be done', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Finding');
  await ellipse(bench);
  const find = async (text: string): Promise<void> => {
    await bench.leaveField();
    await page.keyboard.press('/');
    await page.keyboard.type(text);
  };
  const options = page.getByRole('dialog').getByRole('option');

  await find('wreath');
  await expect(options.first()).toContainText('Circle repeat');
  await expect(options.first()).toContainText('Shift C');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('repeat-fields')).toBeVisible();
  await page.keyboard.press('Control+z');

  await find('unite');
  await expect(options.first()).toContainText('Select 2 or more first.');
  await page.keyboard.press('Escape');
  await expect(options).toHaveCount(0);

  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await page.keyboard.type('stitch as stipple');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Recipe card')).toContainText('stipple');
  await find('spacing');
  await page.keyboard.press('Enter');
  await expect(bench.field('Spacing')).toBeFocused();

  await page.keyboard.press('Enter');
  await bench.cloth.focus();
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Name', { exact: true })).toHaveCount(0);
  await find('ellipse 1');
  await expect(options.first()).toContainText('Selects this object.');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Ellipse 1');
  await find('zzzz');
  await expect(page.getByText('Nothing is called “zzzz”')).toBeVisible();
});
