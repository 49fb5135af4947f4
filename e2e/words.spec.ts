// Words: written on the cloth, changed there and on the card, set in other fonts, bent, split.
import { expect, rosehip, test, type Page } from './one-page.ts';
import { BenchPage } from './bench-page.ts';

test.beforeAll(() => rosehip.start());

interface Written {
  name: string;
  outline: {
    text: string;
    font: string;
    height: number;
    letters?: { at: number; space?: number; lift?: number; turn?: number; thread?: string }[];
    baseline?: { kind: string; radius: number };
    place: number[];
  };
}
const words = async (bench: BenchPage): Promise<Written[]> => (await bench.document()).objects as Written[];
const field = (page: Page) => page.getByRole('textbox', { name: 'Words on the cloth' });

/** Words are begun in the font and height that they have at first, whatever a test before this one chose. */
const asAtFirst = (page: Page): Promise<void> =>
  page.evaluate(() => {
    for (const key of ['rosehip-font', 'rosehip-letter-height']) {
      localStorage.removeItem(key);
      // As if another page of this browser had done so: this one follows.
      dispatchEvent(new StorageEvent('storage', { key, newValue: null, storageArea: localStorage }));
    }
  });

async function write(page: Page, text: string): Promise<BenchPage> {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, text.slice(0, 20));
  await asAtFirst(page);
  await bench.tool('Words');
  await bench.clickAt(-40, 0);
  await page.keyboard.type(text);
  await bench.ready();
  return bench;
}

test('words are typed on the cloth, changed in their middle, and come back after a reload', async ({
  page,
}) => {
  const bench = await write(page, 'Larkmor');
  await expect(bench.blocks()).toHaveCount(7);
  // The caret goes back over the r, and an o is put in.
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.type('o');
  await page.keyboard.press('End');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Sky');
  await page.keyboard.press('Escape');
  await bench.ready();
  expect((await words(bench))[0]).toMatchObject({ name: 'Larkmoor', outline: { text: 'Larkmoor\nSky' } });
  await expect(
    page.getByRole('group', { name: 'Words' }).getByRole('textbox', { name: 'Words', exact: true }),
  ).toHaveValue('Larkmoor\nSky');
  // They are made from nothing else.
  await expect(page.getByText('Live outline')).toHaveCount(0);
  await page.reload();
  await bench.ready();
  const [before] = (await bench.counts()).slice(1);
  expect(before).toBeGreaterThan(1000);

  // A double press writes on at that letter; what was typed is one step back.
  const begun = await bench.place(-38, -5);
  await page.mouse.dblclick(...begun);
  await expect(field(page)).toBeFocused();
  await page.keyboard.press('Home');
  await page.keyboard.type('The ');
  await page.keyboard.press('Control+z');
  // The cloth moves along with what is typed, and with the caret back to where its line begins.
  const seen = async (): Promise<boolean> => {
    const [caret, cloth] = [await field(page).boundingBox(), await bench.cloth.boundingBox()];
    return caret!.x > cloth!.x + 10 && caret!.x < cloth!.x + cloth!.width - 10;
  };
  await page.keyboard.press('Control+Home');
  await page.keyboard.type('On the long northern hills ');
  await expect.poll(seen).toBe(true);
  const along = await bench.place(-38, -5);
  await page.keyboard.press('Home');
  await expect.poll(seen).toBe(true);
  const back = await bench.place(-38, -5);
  expect(back[0]).toBeGreaterThan(along[0]);
  // Marking goes along, too.
  await page.keyboard.press('Shift+End');
  await expect.poll(seen).toBe(true);
  expect((await bench.place(-38, -5))[0]).toBeLessThan(back[0]);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Escape');
  expect((await words(bench))[0].outline.text).toBe('Larkmoor\nSky');
  // Now that they are done, the cloth is seen as it was before it moved along.
  expect(await bench.place(-38, -5)).toEqual(begun);
  // They reach beyond the hoop.
  expect((await bench.take('Stitch file', { allTheSame: true })).bytes.length).toBeGreaterThan(3000);
});

test('letters by hand: a disc moves one along and off the line, the next ones follow', async ({ page }) => {
  const bench = await write(page, 'HIH');
  await page.keyboard.press('Control+Enter');
  await bench.ready();
  await page.mouse.click(...(await bench.place(-38, -5)));
  await bench.ready();
  // The discs stand half the height of capitals below the line, under the middles of letters.
  const [from, to] = await reachOf(bench, 1);
  const x = (from + to) / 2;
  await bench.dragAlong([
    [x, 7.5],
    [x + 3, 6],
    [x + 6, 1.5],
  ]);
  await bench.ready();
  const [{ outline }] = await words(bench);
  expect(outline.letters).toHaveLength(1);
  expect(outline.letters![0]).toMatchObject({ at: 1 });
  expect(outline.letters![0].space! * outline.height).toBeCloseTo(6, 0);
  expect(outline.letters![0].lift! * outline.height).toBeCloseTo(6, 0);
  // Its numbers stand on the card, and it can have a thread of its own.
  const letter = page.getByRole('group', { name: 'Letter' });
  await letter.getByLabel('Turn').fill('-12');
  await letter.getByLabel('Turn').press('Enter');
  await letter.getByRole('button', { name: 'A thread of its own' }).click();
  await letter.getByRole('searchbox', { name: 'Find a thread' }).fill('101');
  await letter.getByRole('group', { name: 'Thread chart' }).getByRole('button').first().click();
  await bench.ready();
  expect((await words(bench))[0].outline.letters![0]).toMatchObject({ at: 1, turn: -12, thread: '101' });
  await letter.getByLabel('Stitched').selectOption('crosshatch');
  await bench.ready();
  expect((await words(bench))[0].outline.letters![0]).toMatchObject({ recipe: { kind: 'crosshatch' } });
  await page.getByRole('button', { name: 'Letter as it was' }).click();
  expect((await words(bench))[0].outline.letters).toBeUndefined();

  // The leaf at the line's end draws the words into an arc, about their middle.
  const [, right] = await reachOf(bench, 2);
  const leaf = right + 1.2 + 0.4 * outline.height;
  await bench.dragAlong([
    [leaf, 0],
    [leaf - 2, 5],
    [leaf - 6, 14],
  ]);
  await bench.ready();
  const [arched] = await words(bench);
  expect(arched.outline.baseline?.kind).toBe('arc');
  expect(arched.outline.baseline!.radius).toBeGreaterThan(10);
  expect(arched.outline.baseline!.radius).toBeLessThan(60);
});

/** How far a letter of the first words reaches to the left and right, in mm, from the drawing that is taken away. */
async function reachOf(bench: BenchPage, letter: number): Promise<[number, number]> {
  const svg = Buffer.from((await bench.take('Drawing')).bytes).toString();
  await bench.page.getByRole('button', { name: 'Take to machine' }).click();
  const d = /aria-label="HIH" d="([^"]+)"/.exec(svg)![1];
  const paths = d.split('M').filter(Boolean);
  const xs = [...paths[letter].matchAll(/(-?[\d.]+)[ ,](-?[\d.]+)/g)].map((m) => Number(m[1]));
  return [Math.min(...xs), Math.max(...xs)];
}

test('fonts are found by typing, walked by arrows, seen on the cloth, and taken or left', async ({
  page,
}) => {
  const bench = await write(page, 'Moor');
  await page.keyboard.press('Escape');
  await bench.ready();
  const before = (await words(bench))[0].outline.font;
  const shape = () => page.getByTestId('selection-outline').innerHTML();
  const was = await shape();
  const font = page.getByRole('button', { name: 'Nunito Heavy' });
  await font.click();
  const search = page.getByRole('combobox', { name: 'Find a font' });
  await expect(search).toBeFocused();
  await page.keyboard.type('joined');
  const fonts = page.getByRole('listbox', { name: 'Fonts' }).getByRole('option');
  await expect(fonts.first()).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect.poll(shape).not.toBe(was);
  // Left: everything is as it was.
  await page.keyboard.press('Escape');
  await expect.poll(shape).toBe(was);
  expect((await words(bench))[0].outline.font).toBe(before);
  await font.click();
  await expect(search).toBeFocused();
  await page.keyboard.type('pacifico');
  await expect(fonts).toHaveCount(1);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  // The font is fetched first.
  await expect.poll(async () => (await words(bench))[0].outline.font).toBe('pacifico-400');
  await bench.ready();
  // Joined letters are one shape and one thread.
  await expect(bench.blocks()).toHaveCount(1);
});

test('on an arc about where they stood, and split into words that stay', async ({ page }) => {
  const bench = await write(page, 'Up and over');
  await page.keyboard.press('Escape');
  await bench.ready();
  await bench.setField('Height of capitals', '8');
  await page.getByLabel('Standing on').selectOption('an arc over');
  await bench.setField('Radius', '1.5in');
  await bench.ready();
  const [{ outline }] = await words(bench);
  expect(outline).toMatchObject({ height: 8, baseline: { kind: 'arc', radius: 38.1 } });
  await bench.makes('Split by words');
  await bench.ready();
  expect((await words(bench)).map((w) => w.outline.text)).toEqual(['Up', 'and', 'over']);
});

test('words begun on a circle are so high that they come round it once, until somebody says how high', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'A ring of words');
  await asAtFirst(page);
  await bench.tool('Ellipse');
  await bench.dragAlong([
    [-18, -18],
    [18, 18],
  ]);
  await bench.tool('Words');
  await bench.clickAt(0, -18);
  const height = async (): Promise<number> => (await words(bench))[1]?.outline.height ?? 0;
  // What is typed becomes a step when the hand has rested.
  await page.keyboard.type('MOON');
  await expect.poll(height).toBe(15);
  await page.keyboard.type('RISE CLUB');
  await expect.poll(height).toBeLessThan(11);
  const all = await height();
  expect(all).toBeGreaterThan(7);
  await expect(page.getByRole('button', { name: 'No findings' })).toBeVisible();
  for (let i = 0; i < 5; i++) await page.keyboard.press('Backspace');
  await expect.poll(height).toBeGreaterThan(all + 2);

  // Sized by hand they stay like that: that they come round too soon is told, and mended at a press.
  await page.keyboard.press('Escape');
  await bench.setField('Height of capitals', '18');
  await page.getByRole('button', { name: /finding/ }).click();
  await expect(page.getByText(/its letters lie over each other\./)).toBeVisible();
  await page.getByRole('button', { name: /^Make it [\d.]+ mm high/ }).click();
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect.poll(height).toBeLessThan(15.1);
  await expect(page.getByText(/its letters lie over each other\./)).toHaveCount(0);
});

test('text from elsewhere is pasted as words that go into the hoop, a drawing as text as its shapes', async ({
  page,
}) => {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Pasted');
  const paste = async (text: string): Promise<void> => {
    await page.evaluate((t) => navigator.clipboard.writeText(t), text);
    await bench.cloth.focus();
    await page.keyboard.press('Control+v');
  };
  await paste('  \n ');
  await expect(
    page.getByText('There is nothing on the clipboard that can be laid on the cloth.'),
  ).toBeVisible();
  await paste('\nThe observatory is open\t\r\nevery night  ');
  await expect(bench.blocks().first()).toBeVisible();
  await bench.ready();
  const [pasted] = await words(bench);
  expect(pasted.outline.text).toBe('The observatory is open\nevery night');
  expect(pasted.outline.height).toBeLessThan(10);
  await expect(page.getByRole('button', { name: /Outside the hoop/ })).toHaveCount(0);

  await paste('<?xml version="1.0"?><!-- drawn --><svg viewBox="0 0 30 20"><path d="M0 0H30V20H0Z"/></svg>');
  await expect(page.getByText('Pasted drawing.svg: 1 object.')).toBeVisible();
  expect(await words(bench)).toHaveLength(2);

  await paste(
    JSON.stringify({ format: 'rosehip-objects', version: 3, objects: [{ id: 'a', kind: 'cake' }] }),
  );
  await expect(page.getByText(/^What is on the clipboard can’t be pasted: At objects → 0/)).toBeVisible();
  expect(await words(bench)).toHaveLength(2);
  for (let i = 0; i < 2; i++) await page.keyboard.press('Control+z');
  expect(await words(bench)).toEqual([]);
});

test('letters that the font lacks are told, and the finding’s fix sets them in a font that has them', async ({
  page,
}) => {
  const bench = await write(page, 'Ночь');
  await page.keyboard.press('Escape');
  await bench.ready();
  // Cookie has no Cyrillic letters.
  await page.getByRole('button', { name: /^Font: / }).click();
  await expect(page.getByRole('combobox', { name: 'Find a font' })).toBeFocused();
  await page.keyboard.type('cookie');
  await expect(page.getByRole('listbox', { name: 'Fonts' }).getByRole('option')).toHaveCount(1);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await words(bench))[0].outline.font).toBe('cookie-400');
  await bench.ready();
  await page.getByRole('button', { name: /finding/ }).click();
  const findings = page.getByRole('region', { name: 'Findings' });
  await expect(findings).toContainText('Cookie has no “Н”');
  await findings
    .getByRole('button', { name: /^Set it in / })
    .first()
    .click();
  await bench.settled();
  await expect(bench.blocks()).toHaveCount(4);
  // Nothing of it was sewn before: all of it is painted now.
  expect(await bench.wronglyPainted()).toBe(0);
});

test('on an empty bench words are typed at once, in the middle of the hoop and no larger than go into it', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Middle');
  await page.getByRole('region', { name: 'Ways to begin' }).getByRole('button', { name: 'Words' }).click();
  // An empty line is no beginning.
  await page.keyboard.press('Enter');
  await page.keyboard.type('Granny Rose');
  await expect.poll(async () => (await words(bench))[0]?.outline.text).toBe('Granny Rose');
  const [one] = await words(bench);
  expect(one.outline).toMatchObject({
    align: 'centre',
    place: [1, 0, 0, 1, 0, one.outline.height / 2],
  });
  expect(one.outline.height).toBeLessThan(15);
  await page.keyboard.press('Enter');
  await page.keyboard.type('bakes the best cake');
  await page.keyboard.press('Control+Enter');
  const [both] = await words(bench);
  const { text, height, place } = both.outline;
  expect(text).toBe('Granny Rose\nbakes the best cake');
  expect(height).toBeLessThan(one.outline.height);
  // From the top of the first line to the foot of the second the same room is above as below the middle.
  expect(place![5] - height).toBeCloseTo(-(place![5] + 1.6 * height), 5);
  await bench.ready();
  await expect(page.getByRole('button', { name: 'Outside the hoop' })).toHaveCount(0);
});

test('a sign is put where the caret is, on the cloth and in the field', async ({ page }) => {
  const bench = await write(page, 'Mia ');
  const card = page.getByRole('group', { name: 'Words' });
  await card.getByRole('button', { name: 'Signs' }).click();
  await card.getByRole('button', { name: 'Put in: heart', exact: true }).click();
  // The caret stays on the cloth, behind the sign.
  await page.keyboard.type(' Bo');
  await page.keyboard.press('Control+Enter');
  expect((await words(bench))[0].outline.text).toBe('Mia ♥ Bo');
  await bench.ready();
  await expect(bench.blocks()).toHaveText(['M', 'i', 'a', '♥', 'B', 'o']);
  const onCard = card.getByRole('textbox', { name: 'Words', exact: true });
  await onCard.click();
  await onCard.press('Home');
  await card.getByRole('button', { name: 'Put in: moon' }).click();
  await page.keyboard.type(' ');
  await onCard.blur();
  await expect.poll(async () => (await words(bench))[0].outline.text).toBe('☾ Mia ♥ Bo');
});

test('a monogram in a frame: three letters, one part drawn by hand, and the frame followed', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Lena Rowan Moor');
  await bench.tool('Ellipse');
  await bench.dragAlong([
    [-40, -40],
    [40, 40],
  ]);
  await bench.ready();
  await bench.makes('Monogram in it');
  await bench.ready();
  await expect(bench.blocks()).toHaveCount(4);
  // What was made waits to be typed over.
  await page.keyboard.type('OBI');
  await bench.leaveField();
  await bench.ready();
  await bench.cardPage('Recipe');
  await expect(page.getByText('A monogram in', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Write on the cloth' }).click();
  await page.keyboard.press('Home');
  // The caret is in the first letter: the middle of its left side is drawn outwards.
  const places: [number, number][] = [
    [-37.5, 0],
    [-38.5, 0],
    [-30, 0],
  ];
  await expect(page.getByRole('button', { name: 'Part as it was' })).toHaveAttribute('aria-disabled', 'true');
  await bench.dragAlong(places);
  await bench.ready();
  const [, made] = (await bench.document()).objects as { outline: { text: string; baseline: object } }[];
  expect(made.outline).toMatchObject({ text: 'OBI', baseline: { lay: 'monogram', pulls: [{ at: 0 }] } });
  await page.getByRole('button', { name: 'Part as it was' }).click();
  await bench.ready();
  const [, after] = (await bench.document()).objects as { outline: { baseline: object } }[];
  expect(after.outline.baseline).not.toHaveProperty('pulls');
});
