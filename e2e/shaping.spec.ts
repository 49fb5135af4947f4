// Drawing from nothing, and every way of shaping what was drawn.
import { expect, rosehip, test } from './one-page.ts';
import { BenchPage } from './bench-page.ts';

test.beforeAll(() => rosehip.start());

type Place = [number, number];

/** Places along an ellipse with a trembling hand, in mm. */
function handDrawn(x: number, y: number, rx: number, ry: number): Place[] {
  return Array.from({ length: 41 }, (_, i) => {
    const a = (i / 40) * 2 * Math.PI;
    return [x + rx * Math.cos(a) + 0.3 * Math.sin(7 * a), y + ry * Math.sin(a) + 0.3 * Math.cos(9 * a)];
  });
}

test('a ringed planet with a telescope in front of it, drawn from nothing, undone and done again', async ({
  page,
}) => {
  test.setTimeout(150_000);
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Ringed planet');
  const empty = await bench.document();

  // The ring: an ellipse less a smaller one, live.
  await bench.tool('Ellipse');
  await bench.dragAlong([
    [-40, -24],
    [30, 6],
  ]);
  await bench.tool('Ellipse');
  await bench.dragAlong([
    [-30, -18],
    [20, 0],
  ]);
  await page.keyboard.press('Control+a');
  await bench.makes('Subtract');
  await expect(bench.blocks()).toHaveCount(1);

  // The planet, drawn by hand, in another thread; a larger one behind it by an offset.
  await bench.tool('Freehand');
  await bench.dragAlong(handDrawn(-5, -9, 15, 15));
  await page.keyboard.press('v');
  await expect(bench.block('Shape 1')).toBeVisible();
  await bench.cardPage('Make');
  await bench.press('Offset');
  await expect(bench.block('Offset of Shape 1')).toBeVisible();

  // The telescope: half its tube with the pen, mirrored below, made one, parted by the knife.
  await page.keyboard.press('Escape');
  await bench.tool('Pen');
  const half: Place[] = [
    [-6, 32],
    [34, 32],
    [34, 25],
    [16, 25],
    [16, 28],
    [-6, 28],
  ];
  for (const p of half) await bench.clickAt(...p);
  await bench.clickAt(...half[0]);
  await bench.cardPage('Arrange');
  await bench.press('Duplicate in place');
  await bench.press('Mirror up and down');
  await bench.cardPage('Recipe');
  await bench.setField('Down', '35.5');
  await expect(bench.blocks()).toHaveCount(5);
  await page
    .getByRole('option', { name: /^Shape 2,/ })
    .first()
    .click();
  await bench
    .blocks()
    .last()
    .click({ modifiers: ['Shift'] });
  await bench.makes('Unite');
  await expect(bench.blocks()).toHaveCount(4);
  await bench.tool('Knife');
  await bench.dragAlong([
    [16, 18],
    [16, 48],
  ]);
  await expect(bench.blocks()).toHaveCount(5);

  // Its two pieces grouped, tilted and lined up with the hoop; all of it on a bent sheet.
  await page.keyboard.press('g');
  await bench.cardPage('Arrange');
  await bench.press('−10°');
  await page.getByLabel('Lined up with').selectOption('hoop');
  await bench.press('Middles, side to side');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+a');
  await bench.tool('Bend');
  await page.getByRole('button', { name: 'Envelope' }).click();
  await bench.ready();
  const before = await bench.document();
  await bench.cardPage('Recipe');
  const [across, down, width, height] = await Promise.all(
    ['Across', 'Down', 'Width', 'Height'].map(async (f) => Number(await bench.field(f).inputValue())),
  );
  await bench.dragAlong([
    [across - width / 2, down - height / 2],
    [across - width / 2 + 4, down - height / 2 - 6],
  ]);
  await bench.ready();

  // It is stitched as it lies: in the hoop, everything sewn.
  const [sewn, all] = await bench.counts();
  expect(sewn).toBe(all);
  expect(all).toBeGreaterThan(2000);
  const drawn = await bench.document();
  expect(drawn).not.toEqual(before);
  for (const made of ['"bend":', '"op":"subtract"', '"kind":"surround"', '"op":"unite"', '"kind":"cut"'])
    expect(JSON.stringify(drawn)).toContain(made);

  // Back to nothing, step by step, and forward again to the same document.
  const undo = page.getByRole('button', { name: 'Undo' });
  let steps = 0;
  while ((await undo.getAttribute('title')) !== 'Nothing to undo yet') {
    await undo.click();
    steps++;
    expect(steps).toBeLessThan(60);
  }
  expect(await bench.document()).toEqual(empty);
  await bench.cloth.focus();
  for (let i = 0; i < steps; i++) await page.keyboard.press('Control+Shift+z');
  expect(await bench.document()).toEqual(drawn);
});

test('points are dragged, added, deleted, typed and walked by keys', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Points');
  await bench.tool('Rectangle');
  await bench.dragAlong([
    [-20, -10],
    [20, 10],
  ]);
  await bench.tool('Points');
  await expect(page.getByText('Rectangle 1: 4 points.')).toBeVisible();

  // The first touch makes the ready shape a path of its own points.
  await bench.dragAlong([
    [20, -10],
    [30, -20],
  ]);
  await expect(page.getByText('is a path of its own points now')).toBeVisible();
  await expect(bench.field('Across')).toHaveValue('30');
  await page.mouse.dblclick(...(await bench.place(0, 10)));
  await expect(page.getByText('5 points, 1 chosen')).toBeVisible();
  await bench.press('Smooth');
  await bench.setField('Down', '25');
  await expect(bench.field('Down')).toHaveValue('25');

  // The line itself is pulled.
  await bench.dragAlong([
    [-20, 0],
    [-30, 0],
  ]);
  await bench.cloth.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Tab');
  await expect(bench.field('Across')).toHaveValue('30');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(bench.field('Across')).toHaveValue('31');
  await page.keyboard.press('Backspace');
  await expect(page.getByText('Rectangle 1: 4 points.')).toBeVisible();

  // Several by a lasso; broken, and closed again.
  await page.getByRole('button', { name: 'Lasso' }).click();
  await bench.dragAlong([
    [14, 2],
    [40, 2],
    [40, 30],
    [-5, 40],
    [-8, 20],
    [14, 2],
  ]);
  await expect(page.getByText('4 points, 2 chosen')).toBeVisible();
  await bench.clickAt(-20, -10);
  await bench.press('Break');
  await expect(page.getByText('5 points.')).toBeVisible();
  await bench.press('Close');
  await expect(page.getByText('4 points.')).toBeVisible();
  const shape = (await bench.document()) as {
    objects: { outline: { kind: string; paths: { closed: boolean }[] } }[];
  };
  expect(shape.objects[0].outline).toMatchObject({ kind: 'path', paths: [{ closed: true }] });
});

test('what is drawn snaps to guides and shapes, and says to what', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Snapping');
  await bench.cardPage('Guides');
  await page.getByLabel('Rulers').check();
  await bench.press('Add upright');
  await bench.setField('Upright guide, across', '-15');
  await bench.tool('Rectangle');
  await bench.dragAlong([
    [0, 10],
    [20, 30],
  ]);
  await bench.tool('Rectangle');
  await bench.dragAlong([
    [-30, -30],
    [-20, -20],
  ]);

  // Its right edge comes near the guide, its middle near the other's top edge.
  await bench.dragAlong(
    [
      [-28, -22],
      [-23.6, 12.8],
    ],
    true,
  );
  await expect(bench.cloth).toHaveAttribute('data-snapped', /guide.*edge of Rectangle 1/);
  await page.mouse.up();
  await bench.cardPage('Recipe');
  await expect(bench.field('Across')).toHaveValue('-20');
  await expect(bench.field('Down')).toHaveValue('10');

  // Ctrl lets it go free.
  await page.keyboard.down('Control');
  await bench.dragAlong([
    [-23, 13],
    [-21.4, 14.1],
  ]);
  await page.keyboard.up('Control');
  await expect(bench.field('Across')).not.toHaveValue('-20');

  // A guide comes out of the ruler.
  const ruler = (await page.getByTestId('ruler-x').boundingBox())!;
  await page.mouse.move(ruler.x + 300, ruler.y + 9);
  await page.mouse.down();
  await page.mouse.move(...(await bench.place(0, 5)), { steps: 4 });
  await page.mouse.up();
  const { guides } = (await bench.document()) as unknown as { guides: { axis: string; at: number }[] };
  expect(guides).toEqual([
    { axis: 'x', at: -15 },
    { axis: 'y', at: expect.closeTo(5, 0) },
  ]);

  await bench.tool('Measure');
  await bench.dragAlong([
    [0, 10],
    [20, 30],
  ]);
  await expect(page.getByText(/^28\.28 mm at 315°/)).toBeVisible();
});

test('groups are entered, members locked and hidden, and objects go to another design', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Groups');
  for (const x of [-30, 0]) {
    await bench.tool('Rectangle');
    await bench.dragAlong([
      [x, -10],
      [x + 15, 5],
    ]);
  }
  await page.keyboard.press('Control+a');
  await page.keyboard.press('g');
  await bench.clickAt(-25, 0);
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Group');
  await page.mouse.dblclick(...(await bench.place(-25, 0)));
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Rectangle 1');
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Group');

  await page.keyboard.press('Shift+L');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('Group is locked: unlock first (Shift L).')).toBeVisible();
  await page.keyboard.press('Delete');
  await expect(bench.blocks()).toHaveCount(2);
  await page.keyboard.press('Escape');
  await bench.clickAt(-25, 0);
  await expect(page.getByLabel('Name', { exact: true })).toHaveCount(0);
  await bench.cardPage('Arrange');
  await bench.press('Unlock all');
  await page.keyboard.press('h');
  await expect(page.getByText('No stitches yet')).toBeVisible();
  await page.keyboard.press('Shift+H');
  await expect(bench.blocks()).toHaveCount(2);

  await bench.clickAt(-25, 0);
  await page.keyboard.press('Control+c');
  await expect(page.getByText('Group is copied.')).toBeVisible();
  await bench.saved();
  await page.getByRole('button', { name: 'Shelf' }).click();
  await bench.make(rosehip.address, 'Another');
  await bench.cloth.focus();
  await page.keyboard.press('Control+v');
  await expect(bench.blocks()).toHaveCount(2);
  await bench.ready();
  await expect(bench.field('Across')).toHaveValue('-7.5');

  // A move is made again by a duplicate.
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('d');
  await expect(bench.blocks()).toHaveCount(4);
  await expect(bench.field('Down')).toHaveValue('-0.5');
});

test('stitches that were brought in keep themselves, and say what scaling does', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Kept');
  await bench.tool('Ellipse');
  await bench.dragAlong([
    [-12, -12],
    [12, 12],
  ]);
  await bench.makes('Set as stitches');
  await expect(page.getByText('kept exactly as they are')).toBeVisible();
  const [, before] = await bench.counts();
  await bench.setField('Width', '36');
  await expect(page.getByRole('alert')).toContainText(/would lie thinner: 4\d % of the density/);
  await page.getByRole('button', { name: 'Leave as they are' }).click();
  await expect(bench.field('Width')).not.toHaveValue('36');
  await page.keyboard.press('Shift+m');
  await bench.ready();
  expect((await bench.counts())[1]).toBe(before);
});

test('a picture is laid under the thread, scaled by a known distance, and never stitched', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Picture');
  await bench.tool('Picture');
  const png = await page.evaluate(() => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [300, 150];
    const ctx = canvas.getContext('2d')!;
    ctx.fillStyle = '#335';
    ctx.fillRect(40, 30, 200, 90);
    return canvas.toDataURL('image/png').split(',')[1];
  });
  const chooser = page.locator('input[type=file]').last();
  await chooser.setInputFiles({
    name: 'notes.png',
    mimeType: 'image/png',
    buffer: Buffer.from('not a picture'),
  });
  await expect(page.getByRole('alert')).toContainText('no picture that can be read');
  await chooser.setInputFiles({
    name: 'moor.png',
    mimeType: 'image/png',
    buffer: Buffer.from(png, 'base64'),
  });
  await expect(bench.field('Width')).toHaveValue('90');

  // It is seen on the cloth: its dark middle makes the linen darker and bluer there.
  await expect
    .poll(async () => {
      const [x, y] = await bench.at(0, 0);
      return bench.cloth
        .locator('canvas')
        .first()
        .evaluate(
          (canvas: HTMLCanvasElement, p) => {
            const b = canvas.getBoundingClientRect();
            const [r, , blue] = canvas
              .getContext('2d')!
              .getImageData(p[0] - b.x + 12, p[1] - b.y + 12, 1, 1).data;
            return r < 160 && blue > r;
          },
          [x, y],
        );
    })
    .toBe(true);
  await bench.dragAlong([
    [0, 0],
    [5, -10],
  ]);
  await expect(bench.field('Down')).toHaveValue('-10');
  await bench.press('Mark two places');
  await bench.dragAlong([
    [-20, -10],
    [20, -10],
  ]);
  await bench.setField('This distance is', '80');
  await expect(bench.field('Width')).toHaveValue('180');
  await bench.press('Lock');
  await bench.dragAlong([
    [0, 0],
    [5, -10],
  ]);
  await expect(bench.field('Width')).toHaveValue('180');
  await expect(page.getByText('No stitches yet')).toBeVisible();
  expect(await bench.document()).toMatchObject({ picture: { name: 'moor.png', locked: true } });
  await page.reload();
  await bench.ready();
  await bench.tool('Picture');
  await bench.press('Take it away');
  expect((await bench.document()).picture).toBeUndefined();
});

test('drawings are brought on to the bench, and what was left out is told', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Brought in');
  await bench.tool('Ready shapes');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="40mm" viewBox="0 0 40 40">
    <g transform="translate(20 20)"><g transform="scale(2)"><circle r="5" fill="#27407a"/></g></g>
    <path d="M2 2H38" stroke="#a00" stroke-width="3"/><text x="4" y="30">Larkmoor</text></svg>`;
  const asked = page.waitForEvent('filechooser');
  await page.keyboard.press('ControlOrMeta+o');
  // Closed without a choice: the browser shows one dialog at a time.
  await (await asked).setFiles([]);
  const choosing = page.waitForEvent('filechooser');
  await bench.press('Bring in a drawing or stitches');
  await (await choosing).setFiles({ name: 'moon.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
  await expect(page.getByRole('region', { name: 'Report' })).toContainText('moon.svg: 3 objects');
  await expect(page.getByRole('region', { name: 'Report' })).toContainText(
    'Words are set in a font of the shelf',
  );
  // The words are words: each letter is sewn, and more can be typed.
  await expect(bench.blocks()).toHaveCount(2 + 'Larkmoor'.length);
  await page.keyboard.press('v');
  await bench.press('To the recipe card');
  await bench.blocks().last().click();
  const written = page
    .getByRole('group', { name: 'Words' })
    .getByRole('textbox', { name: 'Words', exact: true });
  await expect(written).toHaveValue('Larkmoor');
  await bench.blocks().first().click();
  await expect(bench.field('Width')).toHaveValue('20');

  const data = await page.evaluateHandle(() => {
    const transfer = new DataTransfer();
    transfer.items.add(new File(['<svg'], 'half.svg'));
    return transfer;
  });
  await bench.cloth.dispatchEvent('drop', { dataTransfer: data });
  await expect(page.getByRole('region', { name: 'Report' })).toContainText(
    'half.svg: The SVG file is broken',
  );
  await expect(bench.blocks()).toHaveCount(10);
});

test('shaping by keys alone: draw, cut, group, bend and turn', async ({ page }) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'By keys');
  await bench.cloth.focus();
  for (const key of ['e', 'Enter', 'x', 'Enter']) await page.keyboard.press(key);
  await expect(bench.blocks()).toHaveCount(2);
  for (const key of ['g', 'b']) await page.keyboard.press(key);
  const width = Number(await bench.field('Width').inputValue());
  await page.getByRole('button', { name: 'Mesh' }).press('Enter');
  await bench.cloth.focus();
  await page.keyboard.press('Tab');
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowLeft');
  await bench.ready();
  await page.keyboard.press('Escape');
  expect(Number(await bench.field('Width').inputValue())).toBeGreaterThan(width);
  for (const key of ['Shift+]', 'Shift+m']) await page.keyboard.press(key);
  await page.keyboard.press('p');
  await page.keyboard.press('Enter');
  await page.keyboard.press('o');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Shift+ArrowUp');
  await expect(page.getByText('3 points, 1 chosen')).toBeVisible();
  const { objects } = await bench.document();
  expect(objects.at(-1)).toMatchObject({ outline: { kind: 'path' }, recipe: { kind: 'run' } });
});

test('two curved points close to a petal; of a half drawn line nothing is lost, and undo takes back its points one by one', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'Petals');
  const curve = (from: Place, to: Place) => bench.dragAlong([from, to]);
  await bench.tool('Pen');
  await curve([-20, 20], [-30, 5]);
  await curve([-20, -20], [-10, -20]);
  await bench.clickAt(-20, 20);
  await expect(bench.block('Shape 1')).toBeVisible();
  expect((await bench.document()).objects).toMatchObject([
    { outline: { paths: [{ closed: true, points: [{}, {}] }] }, recipe: { kind: 'fill' } },
  ]);

  // Undo takes back points while a line is drawn, and only then the step before.
  await bench.tool('Pen');
  for (const p of [
    [10, 20],
    [20, 0],
    [30, 10],
    [35, -20],
  ] as Place[])
    await bench.clickAt(...p);
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(bench.blocks()).toHaveCount(1);
  await bench.clickAt(35, 20);
  await page.keyboard.press('Escape');
  const points = [
    { x: 10, y: 20 },
    { x: 20, y: 0 },
    { x: 35, y: 20 },
  ];
  await expect(bench.block('Line 1')).toBeVisible();
  const lines = (await bench.document()).objects as {
    outline: { paths: { points: { x: number; y: number }[] }[] };
  }[];
  for (const [i, { x, y }] of points.entries()) {
    const drawn = lines[1].outline.paths[0].points[i];
    expect(Math.hypot(drawn.x - x, drawn.y - y)).toBeLessThan(0.5);
  }

  // Another tool in the middle of a line: it stays, and that tool is in hand.
  await bench.tool('Pen');
  for (const p of [
    [-5, -30],
    [5, -25],
    [15, -30],
  ] as Place[])
    await bench.clickAt(...p);
  await page.keyboard.press('o');
  await expect(bench.block('Line 2')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Points', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );

  // Nor is it lost to the shelf.
  await bench.tool('Pen');
  for (const p of [
    [-30, 30],
    [0, 35],
  ] as Place[])
    await bench.clickAt(...p);
  await page.getByRole('button', { name: 'Shelf' }).click();
  await expect(page.getByRole('button', { name: 'New design' })).toBeVisible();
  await page.goBack();
  await expect(bench.block('Line 3')).toBeVisible();
});

test('rows led by a drawn line follow it, the card says so, and the angle, which does nothing then, is away', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.make(rosehip.address, 'A steered leaf');
  await bench.tool('Ellipse');
  await bench.dragAlong([
    [-30, -15],
    [30, 15],
  ]);
  const card = page.getByLabel('Recipe card');
  const angle = page.getByTestId('angle-handle');
  await expect(card).toContainText('apart at 0°');
  await expect(angle).toBeVisible();
  await bench.ready();
  const straight = await bench.counts();

  await bench.tool('Steer');
  await bench.dragAlong([
    [-26, 4],
    [-10, -6],
    [10, 6],
    [26, -4],
  ]);
  await expect.poll(() => bench.counts()).not.toEqual(straight);
  await bench.tool('Select');
  await bench.clickAt(0, 12);
  await expect(card).toContainText('apart along its steering lines, in');
  await expect(card.getByLabel('Stitch angle')).toHaveCount(0);
  await expect(angle).toHaveCount(0);

  await page.keyboard.press('Control+z');
  await expect(card).toContainText('apart at 0°');
  await expect(angle).toBeVisible();
  await expect.poll(() => bench.counts()).toEqual(straight);
});
