// Fonts and alphabets of one's own: put on the shelf, used, carried away with the design, taken off again.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, test, type Page } from './one-page.ts';
import { emptyDesign, readDesignFile, sewDesign, writeDst, type Design } from '@rosehip/core';
import { BenchPage } from './bench-page.ts';
import { Rosehip } from './rosehip.ts';

const rosehip = new Rosehip();
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

const require = createRequire(new URL('../packages/fonts/package.json', import.meta.url));
const rye = {
  name: 'show card.woff2',
  mimeType: 'font/woff2',
  buffer: readFileSync(require.resolve('@fontsource/rye/files/rye-latin-400-normal.woff2')),
};
const noise = { name: 'noise.ttf', mimeType: 'font/ttf', buffer: Buffer.from('petal and stem') };

async function write(page: Page, text: string): Promise<BenchPage> {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, text);
  await bench.tool('Words');
  await bench.clickAt(0, 0);
  await page.keyboard.type(text);
  await page.keyboard.press('Escape');
  await bench.ready();
  return bench;
}
const ownFonts = async (page: Page): Promise<void> => {
  await page.getByRole('group', { name: 'Words' }).getByRole('button', { name: 'Font' }).click();
  await page.getByRole('button', { name: 'Your own fonts and alphabets' }).click();
};
const textOf = async (bench: BenchPage) =>
  ((await bench.document()).objects as { outline: { font: string; height: number; joined?: boolean } }[])[0]
    .outline;

test('a font of one’s own is used, goes with the design, and is not needed where that goes', async ({
  page,
}) => {
  const bench = await write(page, 'Adobo');
  await ownFonts(page);
  await page.getByLabel('Font files').setInputFiles([noise, rye]);
  await expect(page.getByRole('alert')).toHaveText(/noise\.ttf: This file is no font/);
  const row = page.getByRole('listitem').filter({ hasText: 'characters' });
  await expect(row.getByRole('textbox')).toHaveValue('Rye');
  await row.getByRole('textbox').fill('Show card');
  await row.getByRole('textbox').press('Tab');
  await page.getByRole('listitem').getByRole('button', { name: 'Use' }).click();
  // It is fetched first.
  await expect.poll(async () => (await textOf(bench)).font).toMatch(/^own-[0-9a-f]{64}$/);
  await bench.ready();
  await expect(
    page.getByRole('group', { name: 'Words' }).getByRole('button', { name: 'Show card' }),
  ).toBeVisible();
  const stitches = (await bench.counts())[1];
  expect(stitches).toBeGreaterThan(500);

  const { bytes } = await bench.take('Design file');
  const taken = readDesignFile(bytes.toString());
  expect(taken.fonts).toMatchObject([{ name: 'Rye' }]);

  // It is taken off the shelf: where the file is brought in then, its letters are there.
  await bench.leaveField();
  await page.keyboard.press('Escape');
  await ownFonts(page);
  await page.getByRole('button', { name: 'Take Show card off the shelf' }).click();
  await page.getByRole('button', { name: 'Take it off', exact: true }).click();
  await expect(page.getByText('None yet.')).toBeVisible();
  await page.goto(rosehip.address);
  await page
    .getByLabel('File to bring in')
    .setInputFiles({ name: 'Adobo.rosehip.json', mimeType: 'application/json', buffer: bytes });
  await bench.ready();
  expect((await bench.counts())[1]).toBe(stitches);
  await bench.block('A').click();
  await expect(
    page.getByText(/Rye is not on the shelf: these words are sewn from the letters/),
  ).toBeVisible();

  // The font comes back: words can be typed in it again.
  await ownFonts(page);
  await page.getByLabel('Font files').setInputFiles([rye]);
  await expect(page.getByRole('listitem').filter({ hasText: 'characters' })).toBeVisible();
  await page.getByRole('button', { name: 'Back to all fonts' }).click();
  await page.getByRole('combobox', { name: 'Find a font' }).press('Escape');
  await expect(page.getByText(/is not on the shelf/)).toBeHidden();
  await page
    .getByRole('group', { name: 'Words' })
    .getByRole('textbox', { name: 'Words', exact: true })
    .fill('Zebra');
  await bench.leaveField();
  await bench.ready();
  await expect(bench.block('Z')).toBeVisible();
  expect((await bench.counts())[1]).toBeGreaterThan(500);
});

/** A stitch file of a square letter, so wide, 10 mm high. */
function letterFile(name: string, width: number, height: number) {
  const design: Design = {
    ...emptyDesign('Letter'),
    objects: [
      {
        id: 'l',
        name: 'Letter',
        kind: 'object',
        visible: true,
        locked: false,
        outline: { kind: 'rectangle', x: 0, y: 0, width, height, turn: 0, radius: 0 },
        recipe: { kind: 'fill', settings: { underlay: 'none' } },
        thread: '222',
      },
    ],
  };
  return {
    name,
    mimeType: 'application/octet-stream',
    buffer: Buffer.from(writeDst(sewDesign(design), 'Letter')),
  };
}

test('stitch files become an alphabet, and words of its very stitches', async ({ page }) => {
  const bench = await write(page, 'Ado');
  await ownFonts(page);
  await page
    .getByLabel('Stitch files')
    .setInputFiles([
      letterFile('A.dst', 6, 10),
      letterFile('flower.dst', 5, 10),
      letterFile('o_lower.dst', 5, 7),
      { ...noise, name: 'noise.dst' },
    ]);
  const table = page.getByRole('form', { name: 'A stitched alphabet' });
  await expect(table.getByText(/2 of 3 files have a letter; capitals are 9(\.\d+)? mm high/)).toBeVisible();
  await expect(table.getByRole('alert')).toHaveText(/noise\.dst: /);
  await table.getByLabel('Name', { exact: true }).fill('Larkmoor stitched');
  await expect(table.getByLabel('Letter of A.dst')).toHaveValue('A');
  await expect(table.getByLabel('Letter of o_lower.dst')).toHaveValue('o');
  await table.getByLabel('Letter of flower.dst').fill('d');
  await table.getByLabel('Letter of flower.dst').press('Tab');
  await table.getByLabel('Lift o').fill('1');
  await table.getByLabel('Lift o').press('Tab');
  await table.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Stitched, 3 letters' })
    .getByRole('button', { name: 'Use' })
    .click();
  await bench.ready();
  await expect(page.getByText('Its letters are stitches already')).toBeVisible();
  await expect(bench.blocks()).toHaveCount(3);
  expect(Math.abs((await textOf(bench)).height - 10)).toBeLessThan(0.6);
  await page.getByRole('checkbox', { name: 'All letters are one step of the thread' }).check();
  await bench.ready();
  await expect(bench.blocks()).toHaveCount(1);
  expect((await textOf(bench)).joined).toBe(true);
  // What it lacks is a box, and told.
  await page
    .getByRole('group', { name: 'Words' })
    .getByRole('textbox', { name: 'Words', exact: true })
    .fill('Adox');
  await bench.leaveField();
  await bench.ready();
  await expect(page.getByRole('button', { name: /^\d findings?$/ })).toBeVisible();
  // A letter that it lacks is a finding that speaks against it.
  const { bytes } = await bench.take('Stitch file', { allTheSame: true });
  expect(bytes.length).toBeGreaterThan(512 + 300);
});
