// The page of steps from a picture, and going back to a step; stitches chosen on the bench.
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { emptyDesign, type Design, type DesignObject, type Group } from '@rosehip/core';
import { BenchPage } from './bench-page.ts';
import { expect, rosehip, test, type Page } from './one-page.ts';
import { PicturePage } from './picture-page.ts';

test.beforeAll(() => rosehip.start());

/** The observatory at dusk, and the owl on paper, small. */
let dusk: Buffer;
let owl: Buffer;
test.beforeAll(async () => {
  const small = async (name: string, width: number, height: number) => {
    const { pathname } = new URL(`../apps/web/src/assets/pictures/${name}`, import.meta.url);
    const canvas = createCanvas(width, height);
    canvas.getContext('2d').drawImage(await loadImage(pathname), 0, 0, width, height);
    return canvas;
  };
  dusk = (await small('dusk.png', 400, 360)).toBuffer('image/png');
  owl = (await small('owl.jpg', 500, 450)).toBuffer('image/jpeg', 92);
});

async function open(page: Page, name = 'dusk.png', buffer = dusk, mimeType = 'image/png') {
  await page.goto(`${rosehip.address}/picture`);
  await page.getByLabel('Picture to begin with').setInputFiles({ name, mimeType, buffer });
  return new PicturePage(page);
}
const groupIn = async (bench: BenchPage): Promise<Group> =>
  ((await bench.document()) as unknown as Design).objects[0] as Group;

test('every step changes what comes after it, and the cloth beside it', async ({ page }) => {
  const picture = await open(page);
  await picture.ready();
  await expect(picture.colours()).toHaveCount(10);
  const first = await picture.numbers().innerText();
  expect(first).toMatch(/colours · [\d,]+ stitches · /);

  // Fewer colours, then two dragged into one, then one taken out.
  await page.getByLabel('How many').fill('5');
  await expect(picture.colours()).toHaveCount(5);
  await picture.ready();
  expect(await picture.numbers().innerText()).not.toBe(first);
  await picture.colours().nth(4).dragTo(picture.colours().nth(0));
  await expect(picture.colours()).toHaveCount(4);
  await picture.colours().first().getByRole('button').first().click();
  await page.getByLabel('It is', { exact: true }).selectOption('ground');
  await picture.ready();
  const asProposed = page.getByRole('button', { name: /^As the picture proposes: 10/ });
  await asProposed.click();
  await expect(picture.colours()).toHaveCount(10);
  // As many as are proposed are those that are proposed.
  for (const [many, offered] of [
    ['9', 1],
    ['10', 0],
  ] as const) {
    await page.getByLabel('How many').fill(many);
    await expect(picture.colours()).toHaveCount(Number(many));
    await expect(asProposed).toHaveCount(offered);
  }

  // A chosen thread is shown and kept.
  await picture.colours().first().getByRole('button').first().click();
  await page.getByLabel('Thread, nearest first').selectOption('165');
  await expect(picture.colours().first()).toContainText('Oxide 165');

  // Ground where it is pressed: nothing else goes.
  await picture.step('Ground').getByLabel('Ground is').selectOption('clear');
  await picture.ready();
  await expect(picture.step('Size').getByLabel('Height')).not.toHaveValue('94');
  await page.getByRole('button', { name: '3 Ground' }).click();
  await picture.step('Ground').getByLabel('Ground is').selectOption('places');
  await page.mouse.click(120, 735);
  await expect(picture.step('Ground')).toContainText('1 place.');
  await picture.ready();

  // A size of one's own, in inches.
  await picture.step('Size').getByLabel('Width').fill('2in');
  await picture.step('Size').getByLabel('Width').press('Enter');
  await picture.ready();
  await expect(picture.step('Size').getByLabel('Width')).toHaveValue('50.8');
});

test('while a slider is dragged the outlines go with the hand, and stitches follow when it rests', async ({
  page,
}) => {
  const picture = await open(page);
  await picture.ready();
  const before = await picture.numbers().innerText();
  const told = picture.step('Outlines').getByText(/ points\./);
  await told.evaluate((line) => {
    const all: string[] = [];
    new MutationObserver(() => all.push(line.textContent ?? '')).observe(line, {
      characterData: true,
      childList: true,
      subtree: true,
    });
    Object.assign(window, { told: all });
  });
  const box = (await page.getByLabel('Smoothness').boundingBox())!;
  const at = (share: number): [number, number] => [
    box.x + 8 + share * (box.width - 16),
    box.y + box.height / 2,
  ];
  await page.mouse.move(...at(0.25));
  await page.mouse.down();
  for (let share = 0.3; share < 1; share += 0.05) {
    await page.mouse.move(...at(share));
    await page.waitForTimeout(80);
  }
  const seen = await page.evaluate(() => new Set((window as unknown as { told: string[] }).told).size);
  expect(seen).toBeGreaterThan(2);
  await page.mouse.up();
  await picture.ready();
  expect(await picture.numbers().innerText()).not.toBe(before);
});

test('a picture becomes lines that follow it, and any shape can follow a picture', async ({ page }) => {
  const picture = await open(page);
  await picture.ready();
  await page.getByLabel('Sewn as').selectOption('shaded');
  await picture.ready();
  await expect(picture.numbers()).toHaveText(/^1 colour · [\d,]+ stitches/);
  const stitches = picture.step('Stitches');
  await stitches.getByLabel('Threads', { exact: true }).fill('3');
  await stitches.getByLabel('Threads', { exact: true }).press('Enter');
  await picture.ready();
  await expect(picture.numbers()).toHaveText(/^3 colours/);
  await stitches.getByLabel('Thread 1', { exact: true }).selectOption('165');
  await picture.ready();
  await page.getByRole('button', { name: 'Lay it on the bench' }).click();
  const bench = new BenchPage(page);
  await bench.ready();
  const laid = (await groupIn(bench)).objects as DesignObject[];
  expect(laid.map((o) => o.recipe.kind)).toEqual(['shaded', 'shaded', 'shaded']);
  expect(laid.map((o) => o.thread)).toContain('165');

  // A shape of one's own, with a picture of one's own.
  await bench.make(rosehip.address, 'Own');
  await page.keyboard.press('e');
  await bench.drag([-30, -25], [30, 25]);
  await bench.ready();
  await page.getByLabel('Recipe card').locator('p').getByRole('button', { name: 'fill' }).click();
  await page
    .getByRole('list', { name: 'Stitch kinds' })
    .getByRole('button', { name: 'Shaded lines' })
    .click();
  await bench.ready();
  await page
    .getByLabel('Picture that the lines follow')
    .setInputFiles({ name: 'dusk.png', mimeType: 'image/png', buffer: dusk });
  await expect(page.getByRole('img', { name: 'How dark dusk is' })).toBeVisible();
  await bench.ready();
  await bench.setField('Picture’s width', '120');
  const [object] = (await bench.document()).objects as unknown as DesignObject[];
  expect(object.tones!.place[0]).toBeCloseTo(120);
  await page
    .getByLabel('Picture that the lines follow')
    .setInputFiles({ name: 'dusk.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(page.getByRole('alert').filter({ hasText: 'picture' })).toBeVisible();
  await page.getByRole('button', { name: 'Without it' }).click();
  await bench.ready();
  expect(((await bench.document()).objects as unknown as DesignObject[])[0].tones).toBeUndefined();
});

test('a picture is cut by its corners and turned', async ({ page }) => {
  const picture = await open(page);
  await picture.ready();
  const shapes = picture.step('Outlines').getByText(/\d+ shapes/);
  const before = await shapes.innerText();
  await page.getByRole('button', { name: 'Crop' }).click();
  const corner = page.getByRole('button', { name: 'Corner lower right' });
  await expect(corner).toBeVisible();
  const box = (await corner.boundingBox())!;
  await page.mouse.move(box.x + 10, box.y + 10);
  await page.mouse.down();
  await page.mouse.move(box.x - 150, box.y - 190, { steps: 4 });
  await page.mouse.up();
  await picture.ready();
  await expect(shapes).not.toHaveText(before);
  await page.getByRole('button', { name: 'As it came' }).click();
  await picture.ready();
  await expect(shapes).toHaveText(before);
  await page.getByRole('button', { name: 'Quarter turn to the right' }).click();
  await picture.ready();
  await expect(shapes).toContainText('shapes');
});

test('a drawing that was photographed comes in without its paper and its shadows', async ({ page }) => {
  const picture = await open(page, 'owl.jpg', owl, 'image/jpeg');
  await picture.ready();
  const even = picture.step('Picture').getByLabel('Even light on paper');
  await expect(even).toBeChecked();
  await expect(picture.colours()).toHaveCount(6);
  const height = picture.step('Size').getByLabel('Height');
  // The owl and its branch fill the hoop: nothing of the paper about them is left.
  const [whole, shapes] = [await height.inputValue(), picture.step('Outlines').getByText(/\d+ shapes/)];
  const before = await shapes.innerText();

  // With the light as it fell, paper comes in as shapes.
  await even.uncheck();
  await picture.ready();
  await expect(height).not.toHaveValue(whole);
  await even.check();
  await picture.ready();
  await expect(shapes).toHaveText(before);

  await picture.lay();
  const group = await groupIn(new BenchPage(page));
  expect(group.fromPicture!.choices.taken.even).toBe(true);
  expect(group.objects.length).toBeGreaterThan(15);
});

/** A sheet with a blue disc on it, aslant on a brown table, with grain. */
function sheetOnTable(): Buffer {
  const canvas = createCanvas(420, 320);
  const ctx = canvas.getContext('2d');
  ctx.fillStyle = '#7a5a3a';
  ctx.fillRect(0, 0, 420, 320);
  ctx.translate(210, 160);
  ctx.rotate(0.12);
  ctx.fillStyle = '#f2f0ea';
  ctx.fillRect(-150, -115, 300, 230);
  ctx.fillStyle = '#27407a';
  ctx.beginPath();
  ctx.arc(0, 0, 60, 0, 7);
  ctx.fill();
  const pixels = ctx.getImageData(0, 0, 420, 320);
  for (let i = 0; i < pixels.data.length; i++) if (i % 4 < 3) pixels.data[i] += ((i * 7919) % 13) - 6;
  ctx.putImageData(pixels, 0, 0);
  return canvas.toBuffer('image/png');
}

test('of a photograph of a sheet on a table only the sheet is taken, until a person wants more of it', async ({
  page,
}) => {
  const picture = await open(page, 'table.png', sheetOnTable());
  await picture.ready();
  const take = picture.step('Picture');
  await expect(take).toContainText('Only its sheet is taken.');
  await expect(picture.colours()).toHaveCount(1);
  // The disc fills the hoop; then the sheet does.
  const height = picture.step('Size').getByLabel('Height');
  await expect(height).toHaveValue(/^9/);
  await take.getByRole('button', { name: 'As it came' }).click();
  await picture.ready();
  await expect(take).not.toContainText('Only its sheet');
  await expect(height).not.toHaveValue(/^9/);
});

test('what was laid can be gone back to: a step changes it, and what was done by hand stays', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const picture = await open(page);
  await picture.ready();
  await picture.lay();
  const before = await groupIn(bench);
  const objects = before.objects as DesignObject[];
  expect(before.fromPicture!.made).toEqual(objects.map((o) => o.id));
  expect(await page.getByRole('button', { name: /^No findings|findings?$/ }).innerText()).toBeTruthy();

  // One of them gets another name and thread by hand.
  await page.getByRole('button', { name: 'List', exact: true }).click();
  await page.getByRole('treeitem', { name: new RegExp(`^${objects[1].name} `) }).click();
  await bench.setField('Name', 'The dome');
  await page.getByRole('button', { name: 'Timeline', exact: true }).click();
  await page.keyboard.press('Control+a');
  await page.getByRole('link', { name: 'Change a step' }).click();
  await picture.ready();
  await page.getByRole('slider', { name: 'Smoothness' }).fill('0.7');
  await picture.ready();
  await page.getByRole('button', { name: 'Change it on the bench' }).click();
  // It is told for a few seconds only.
  await expect(page.getByText('1 shape keeps what was changed by hand.')).toBeVisible();
  await bench.ready();
  const after = await groupIn(bench);
  expect(after.objects.map((o) => o.name)).toContain('The dome');
  expect(after.fromPicture!.choices.outlines.smooth).toBe(0.7);
  // One step, which can be undone.
  await page.getByRole('button', { name: 'Undo' }).click();
  expect((await groupIn(bench)).fromPicture!.choices.outlines.smooth).toBe(0.25);
});

test('an empty bench leads to the steps, and what comes of a picture is laid on it', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Nothing yet');
  const address = page.url();
  await page.getByRole('button', { name: 'From a picture' }).click();
  await page
    .getByLabel('Picture to begin with')
    .setInputFiles({ name: 'dusk.png', mimeType: 'image/png', buffer: dusk });
  const picture = new PicturePage(page);
  await picture.ready();
  await picture.lay();
  expect(page.url()).toBe(address);
  expect((await groupIn(bench)).fromPicture!.made.length).toBeGreaterThan(4);

  // Words are the other way in that only asks for a press on the cloth.
  await page.getByRole('button', { name: 'Undo' }).click();
  await page
    .getByRole('region', { name: 'Ways to begin' })
    .getByRole('button', { name: /^Words/ })
    .click();
  await bench.click(-60, 0);
  await page.keyboard.type('Moor');
  await expect(bench.blocks()).toHaveCount(1);
});

test('a picture that was begun is there again when the page is loaded anew', async ({ page }) => {
  await page.goto(`${rosehip.address}/picture`);
  await page.getByRole('button', { name: 'Observatory at dusk' }).click();
  const picture = new PicturePage(page);
  await picture.ready();
  await page.getByLabel('How many').fill('4');
  await expect(picture.colours()).toHaveCount(4);
  await picture.ready();
  await page.reload();
  await page.getByRole('button', { name: /^Go on with Observatory at dusk, begun / }).click();
  await picture.ready();
  await expect(picture.colours()).toHaveCount(4);
});

test('what is no picture is told in a sentence, and nothing is lost', async ({ page }) => {
  for (const [name, buffer, sentence] of [
    ['noise.png', Buffer.from('nothing of a picture'), /no picture that can be read/],
    ['empty.png', Buffer.alloc(0), /empty/],
    ['cut.png', dusk.subarray(0, 3000), /damaged/],
  ] as const) {
    await open(page, name, Buffer.from(buffer));
    await expect(page.getByRole('alert')).toHaveText(sentence);
  }
  // Another one that can't be read leaves the first.
  const picture = await open(page);
  await picture.ready();
  await page
    .getByLabel('Another picture')
    .setInputFiles({ name: 'x.png', mimeType: 'image/png', buffer: Buffer.from('x') });
  await expect(page.getByRole('alert')).toHaveText(/no picture/);
  await expect(picture.numbers()).toBeVisible();
  // All of one colour is ground: said, with what to do.
  const plain = Buffer.from(
    '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="40"><rect width="40" height="40" fill="#27407a"/></svg>',
  );
  await open(page, 'plain.svg', plain, 'image/svg+xml');
  await expect(page.getByRole('alert')).toHaveText(/All of this picture is ground/);
});

test('stitches are chosen for what is on the bench, seen before they are taken', async ({ page }) => {
  const bench = new BenchPage(page);
  const box = (id: string, x: number, y: number, w: number, h: number, thread: string): DesignObject => ({
    ...{ id, name: id, kind: 'object', visible: true, locked: false, thread },
    outline: { kind: 'rectangle', x, y, width: w, height: h, turn: 0, radius: 0 },
    recipe: { kind: 'fill', settings: {} },
  });
  await bench.lay(rosehip.address, {
    ...emptyDesign('Flag'),
    objects: [
      box('field', 0, 0, 80, 60, '224'),
      box('bar', 0, 0, 80, 5, '163'),
      box('sun', 0, 0, 24, 24, '132'),
    ],
  });
  await page.keyboard.press('Shift+Q');
  const panel = page.getByRole('region', { name: 'Choose stitches' });
  await expect(panel).toContainText('1 satin, 2 fills, 0 lines');
  await panel.getByLabel('Fill or satin').fill('0');
  await expect(panel).toContainText('0 satins, 3 fills');
  await panel.getByRole('button', { name: 'Compare with 50 %' }).click();
  await expect(panel).toContainText('1 satin, 2 fills');
  await panel.getByRole('button', { name: 'Take them' }).click();
  await bench.ready();
  const { objects } = (await bench.document()) as unknown as Design;
  expect(objects.map((o) => (o as DesignObject).recipe.kind).sort()).toEqual(['fill', 'fill', 'satin']);
  await page.getByRole('button', { name: 'Undo' }).click();
  const back = (await bench.document()) as unknown as Design;
  expect(back.objects.map((o) => o.id)).toEqual(['field', 'bar', 'sun']);
});
