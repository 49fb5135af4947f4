// Jobs on what came as stitches.
import {
  applyCommand,
  coverOfRegion,
  decodeDst,
  emptyDesign,
  HOOPS,
  intersect,
  layersOf,
  Move,
  offsetRegion,
  RecordList,
  sewDesign,
  stitchesJob,
  subtract,
  writeDst,
  type Design,
  type DesignObject,
  type Item,
  type PathOutline,
  type Region,
} from '@rosehip/core';
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { design, Drawing, path } from '../../demo/drawing.ts';
import { moorFiles, moorText } from '../../demo/moor-alphabet.ts';
import { expect, test } from '@playwright/test';
import { PracticeMachine } from '../practice-machine.ts';
import { Rosehip } from '../rosehip.ts';
import { job } from './job.ts';

const rosehip = new Rosehip({ machine: true });
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

/** A ring of small flowers, 113.8 × 113.7 mm, as a stitch file. */
function ringFile(): Buffer {
  const records = new RecordList();
  const put = (x: number, y: number, move: number): void => {
    const last = records.last;
    const [to, down] = [Math.round(x), Math.round(y)];
    if (!last || last[0] !== to || last[1] !== down) records.add(to, down, move);
  };
  for (let k = 0; k < 28; k++) {
    const a = (2 * Math.PI * k) / 28;
    for (let i = 0; i <= 60; i++) {
      const b = (2 * Math.PI * i) / 60;
      const r = 25 + 20 * Math.cos(5 * b);
      put(
        524 * Math.cos(a) + r * Math.cos(b + a),
        523.5 * Math.sin(a) + r * Math.sin(b + a),
        i ? Move.stitch : Move.jump,
      );
    }
  }
  const ring: Item = {
    ...{ id: 'ring', name: 'Ring', kind: 'stitches', visible: true, locked: false, thread: '222' },
    blocks: records.blocks(),
  };
  return Buffer.from(writeDst(sewDesign({ ...emptyDesign('Ring'), objects: [ring] }), 'RING'));
}

/** Needle points of each thread of a file, one behind the other. */
function threadsOf(bytes: Uint8Array): [number, number][][] {
  const { x, y, move } = decodeDst(bytes);
  const threads: [number, number][][] = [[]];
  for (let i = 0; i < x.length; i++)
    if (move[i] === Move.change) threads.push([]);
    else if (move[i] === Move.stitch) threads.at(-1)!.push([x[i], y[i]]);
  return threads;
}

/** A small sprig in one line, as a stitch file. */
function sprigFile(): Buffer {
  const records = new RecordList();
  records.add(-20, 170, Move.jump);
  for (const [dx, dy] of [
    ...Array.from({ length: 9 }, (_, k) => [k % 3 ? 6 : 5, -19]),
    // Three leaves to one side, each there and back.
    ...[0, 1, 2].flatMap((k) => [
      [22, -9 - k],
      [24, 3],
      [-23, 8],
      [-21, -1 + k],
      [-4, -21],
    ]),
    ...Array.from({ length: 5 }, (_, k) => [-7, k % 2 ? -18 : -21]),
  ]) {
    const [x, y] = records.last!;
    records.add(x + dx, y + dy, Move.stitch);
  }
  const sprig: Item = {
    ...{ id: 'sprig', name: 'Sprig', kind: 'stitches', visible: true, locked: false, thread: '222' },
    blocks: records.blocks(),
  };
  return Buffer.from(writeDst(sewDesign({ ...emptyDesign('Sprig'), objects: [sprig] }), 'SPRIG'));
}

job(1, async ({ page, bench, hands }) => {
  await bench.lay(rosehip.address, emptyDesign('Sprigs', { name: '130 × 180', width: 130, height: 180 }));
  const given = sprigFile();
  const [sprig] = threadsOf(given);

  const choosing = page.waitForEvent('filechooser');
  await hands.press(page.getByRole('button', { name: /^Bring in / }));
  await (await choosing).setFiles({ name: 'sprig.dst', mimeType: 'application/octet-stream', buffer: given });
  await expect(bench.blocks()).toHaveCount(1);
  await bench.ready();
  await hands.make('Mirrored four');
  const thread = async (code: string): Promise<void> => {
    await hands.press(page.getByTitle('Choose another thread').first());
    await hands.press(page.getByRole('button', { name: new RegExp(` ${code}$`) }).first());
    await bench.ready();
  };
  await thread('212');
  await hands.press(
    page.getByRole('navigation', { name: 'Tools' }).getByRole('button', { name: 'Words', exact: true }),
  );
  await hands.point(-50, 76);
  await page.keyboard.type('Larkmoor');
  await hands.chord('Control+Enter');
  await bench.ready();
  await hands.field('Slant', '8');
  await hands.field('Between letters', '1.2');
  await thread('142');
  await hands.done();

  const [four, name, ...others] = threadsOf((await bench.take('Stitch file')).bytes);
  expect(others).toEqual([]);
  expect(name.length).toBeGreaterThan(300);
  // All four have every stitch of the sprig, as long as it was, and each lies another way round.
  const steps = (points: [number, number][]): number[][] =>
    points.slice(1).map(([x, y], i) => [x - points[i][0], y - points[i][1]]);
  expect(four).toHaveLength(4 * sprig.length);
  const copies = [0, 1, 2, 3].map((k) => steps(four.slice(k * sprig.length, (k + 1) * sprig.length)));
  const lengths = (of: number[][]): number[][] => of.map(([dx, dy]) => [Math.abs(dx), Math.abs(dy)]);
  for (const copy of copies) expect(lengths(copy)).toEqual(lengths(steps(sprig)));
  expect(new Set(copies.map((c) => c.join(' '))).size).toBe(4);
  const design = (await bench.document()) as unknown as Design;
  const words = design.objects.find((o) => o.name === 'Larkmoor') as DesignObject;
  expect(words.outline).toMatchObject({ slant: 8 });
});

job(16, async ({ page, bench, hands }) => {
  await bench.lay(rosehip.address, emptyDesign('Ring', { name: '200 × 200', width: 200, height: 200 }));
  const given = ringFile();
  const [ring] = threadsOf(given);

  const choosing = page.waitForEvent('filechooser');
  await hands.press(page.getByRole('button', { name: /^Bring in / }));
  await (await choosing).setFiles({ name: 'ring.dst', mimeType: 'application/octet-stream', buffer: given });
  await expect(bench.blocks()).toHaveCount(1);
  await bench.ready();
  await expect(page.getByText('113.8 × 113.7 mm').first()).toBeVisible();
  await hands.make('Stipple in the middle');
  await expect(bench.blocks()).toHaveCount(2);
  const [, stippled] = await bench.counts();
  // Two other fills: resting on them shows them on the cloth.
  await hands.press(page.getByLabel('Recipe card').locator('p').getByRole('button', { name: 'stipple' }));
  const kinds = page.getByRole('list', { name: 'Stitch kinds' });
  let seen = stippled;
  for (const name of ['Contour', 'Crosshatch']) {
    await kinds.getByRole('button', { name }).hover();
    await expect.poll(async () => (await bench.counts())[1]).not.toBe(seen);
    [, seen] = await bench.counts();
  }
  await page.getByLabel('Name', { exact: true }).hover();
  await expect.poll(async () => (await bench.counts())[1]).toBe(stippled);
  await hands.done();

  const [middle, after, ...others] = threadsOf((await bench.take('Stitch file')).bytes);
  expect(others).toEqual([]);
  // The ring's stitches are the same, to the last tenth of a millimetre; the stipple comes before them, close to them.
  expect(after).toEqual(ring);
  const reach = Math.max(...middle.map(([x, y]) => Math.hypot(x, y) / 10));
  expect(reach).toBeGreaterThan(43);
  expect(reach).toBeLessThan(48);
});

/** A moth of about 90 mm that came as stitches, with a spike out of its head. */
function moth(): Design {
  const wing = (side: 1 | -1): DesignObject => ({
    ...{ id: `w${side}`, name: 'Wing', kind: 'object', visible: true, locked: false, thread: '142' },
    outline: { kind: 'ellipse', x: 22 * side, y: 0, width: 44, height: 58, turn: 24 * side },
    recipe: { kind: 'fill', settings: { angle: 40 * side } },
  });
  const drawn = {
    ...emptyDesign('Moth', { name: '130 × 180', width: 130, height: 180 }),
    objects: [wing(-1), wing(1)],
  };
  const set = applyCommand(drawn, stitchesJob(drawn, ['w-1', 'w1']).command).design;
  const body = new RecordList();
  body.add(0, -300, Move.jump);
  for (let y = -280; y <= 300; y += 20) body.add(y % 40 ? 14 : -14, y, Move.stitch);
  body.add(0, 320, Move.stitch);
  // The spike: one needle point far off.
  const spiked = new RecordList();
  const records = body.done();
  for (let i = 0; i < records.x.length; i++) {
    spiked.addFrom(records, i);
    if (i === 4) spiked.add(0, -430, Move.stitch);
  }
  const item: Item = {
    ...{ id: 'body', name: 'Body', kind: 'stitches', visible: true, locked: false, thread: '155' },
    blocks: spiked.blocks(),
  };
  return { ...set, objects: [...set.objects, item] };
}

job(3, async ({ page, bench, hands }) => {
  await bench.lay(rosehip.address, moth());
  await bench.saved();
  const address = page.url();
  const original = await bench.document();

  await hands.make('Border by hand');
  const places = Array.from({ length: 20 }, (_, i): [number, number] => {
    const a = (2 * Math.PI * i) / 20 - Math.PI / 2;
    return [50 * Math.cos(a), 42 * Math.sin(a)];
  });
  for (const [x, y] of places) await hands.point(x, y);
  await hands.point(...places[0]);
  await bench.ready();
  await hands.field('Column width', '4.5');
  // A bean line on it: the same line once more, as a run.
  await hands.make('Edge line');
  await hands.choose('Sewn', 'as bean, 3 times');

  // The spike is rubbed out.
  await hands.press(bench.block('Body'));
  await hands.chord('y');
  await hands.press(page.getByRole('button', { name: 'Rubber', exact: true }));
  await hands.drag([-2, -43], [2, -43]);

  // A piece of the border is cut off, shifted by 0.3 mm and turned a little.
  await hands.press(bench.blocks().nth(3));
  await hands.chord('x');
  await hands.drag([15, -55], [58, 5]);
  await bench.ready();
  await hands.press(bench.block('Border 1 a'));
  const across = await bench.field('Across').inputValue();
  await hands.field('Across', `${across} + 0.3`);
  await hands.field('Turn by', '2');

  // Kept under a new name: the original is as it was.
  await bench.saved();
  await hands.press(page.getByRole('button', { name: /^History/ }));
  hands.count++;
  await page.getByLabel('Keep it under a new name').fill('Moth with a border');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name of the design')).toHaveValue('Moth with a border');
  await bench.ready();
  await hands.done();

  const { bytes } = await bench.take('Stitch file');
  const threads = threadsOf(bytes);
  // The body's highest point is its head again.
  expect(Math.min(...threads[1].map(([, y]) => y))).toBeGreaterThanOrEqual(-300);
  // Corners of the border without a wedge of cloth or a pile of thread: within 4 mm of each, all of the column is covered, by a
  // satin's two layers and its underlay and the bean line on it, never by many more.
  const border = threads[2].map(([x, y]) => ({ x: x / 10, y: y / 10 }));
  const grid = layersOf(
    {
      x: Float32Array.from(border, (p) => p.x),
      y: Float32Array.from(border, (p) => p.y),
      move: new Uint8Array(border.length),
    },
    { minX: -56, minY: -48, maxX: 56, maxY: 48 },
    0.1,
  );
  // Where points were set, near what they snapped to.
  const { objects } = (await bench.document()) as unknown as Design;
  const { outline } = objects.find(({ name }) => name === 'Border 1') as DesignObject<PathOutline>;
  const set = outline.paths[0].points.map(({ x, y }): [number, number] => [x, y]);
  const line: Region = [{ outer: Float64Array.from(set.flat()), holes: [] }];
  const band = subtract(offsetRegion(line, 2.1), offsetRegion(line, -2.1));
  // Those that the piece which was cut off has not taken along.
  const corners = set.filter(([x, y]) => x < 12 || y > 8);
  expect(corners.length).toBeGreaterThan(12);
  for (const [cx, cy] of corners) {
    const near = Array.from({ length: 24 }, (_, k) => [
      cx + 4 * Math.cos((k * Math.PI) / 12),
      cy + 4 * Math.sin((k * Math.PI) / 12),
    ]);
    const { coverage, worstGap, layers } = coverOfRegion(
      grid,
      intersect(band, [{ outer: Float64Array.from(near.flat()), holes: [] }]),
    );
    expect(coverage, `at ${cx} ${cy}`).toBeGreaterThan(0.99);
    expect(worstGap).toBeLessThan(0.3);
    expect(layers.p99).toBeLessThan(12);
  }
  await page.goto(address);
  await bench.ready();
  expect((await bench.document()).objects).toEqual(original.objects);
});

/** Needle points of the tab, but for where it begins. */
const TAB_POINTS = 33;
/** A tab of 24 × 8 mm as a stitch file, three of whose stitches stick out. */
function tabFile(): Buffer {
  const records = new RecordList();
  records.add(-120, -40, Move.jump);
  for (let x = -120; x <= 120; x += 20) records.add(x, Math.abs(x) <= 20 ? -58 : -40, Move.stitch);
  for (let y = -20; y <= 40; y += 20) records.add(120, y, Move.stitch);
  for (let x = 100; x >= -120; x -= 20) records.add(x, 40, Move.stitch);
  for (let y = 20; y >= -40; y -= 20) records.add(-120, y, Move.stitch);
  const tab: Item = {
    ...{ id: 'tab', name: 'Tab', kind: 'stitches', visible: true, locked: false, thread: '222' },
    blocks: records.blocks(),
  };
  return Buffer.from(writeDst(sewDesign({ ...emptyDesign('Tab'), objects: [tab] }), 'TAB'));
}

job(20, async ({ page, bench, hands }) => {
  await bench.lay(rosehip.address, emptyDesign('Tabbed', { name: '130 × 180', width: 130, height: 180 }));
  await loadFonts(moorText(), readFontFile);
  const letters = moorFiles('Larkmo').map(({ says, file }) => ({
    name: says === says.toUpperCase() ? `${says}.dst` : `${says}_lower.dst`,
    mimeType: 'application/octet-stream',
    buffer: Buffer.from(file),
  }));
  const bringIn = async (
    button: string,
    files: { name: string; mimeType: string; buffer: Buffer }[],
  ): Promise<void> => {
    const choosing = page.waitForEvent('filechooser');
    await hands.press(page.getByText(button, { exact: true }));
    await (await choosing).setFiles(files);
  };

  // A word of these letters, joined to one step of the thread.
  await bringIn('Bring in', letters);
  await hands.button('An alphabet to write with');
  await hands.button('Put it on the shelf');
  await expect(page.getByText('Press the cloth where the words shall begin')).toBeVisible();
  await hands.point(-40, 10);
  hands.count++;
  await page.keyboard.type('Lark');
  await hands.chord('Escape');
  await bench.ready();
  await hands.press(page.getByRole('checkbox', { name: 'All letters are one step of the thread' }));
  await bench.ready();
  await hands.button('Insert stop');
  await bench.ready();

  // A bean border 3 mm away.
  await hands.make('Bean outline');
  await hands.type('3');

  // The tab: three stitches flattened, turned, set against the border.
  await hands.chord('s');
  await bringIn('Bring in a drawing or stitches', [
    { name: 'tab.dst', mimeType: 'application/octet-stream', buffer: tabFile() },
  ]);
  await bench.ready();
  await hands.chord('y');
  await hands.drag([-5, -8], [5, -5]);
  await hands.press(
    page.getByRole('region', { name: 'Mend' }).getByRole('button', { name: 'Flatten', exact: true }),
  );
  await bench.ready();
  await hands.chord('v');
  await hands.field('Turn by', '90');
  // By its stitches: it is empty in its middle.
  await hands.drag([4, 6], [18, 9]);
  await hands.done();

  const { bytes } = await bench.take('Stitch file');
  const { move } = decodeDst(bytes);
  const count = (what: number): number => move.filter((m) => m === what).length;
  // The machine stops once: between the letters and the border, where the file has its one change.
  expect(count(Move.change) + count(Move.stop)).toBe(1);
  expect(count(Move.trim)).toBeLessThanOrEqual(2);
  // What stuck out is flat, and the tab stands upright against the border.
  const last = threadsOf(bytes).at(-1)!;
  const [border, tab] = [last.slice(0, -TAB_POINTS), last.slice(-TAB_POINTS)].map((t) => t.map(([x]) => x));
  expect(Math.max(...tab) - Math.min(...tab)).toBe(80);
  expect(Math.abs(Math.min(...tab) - Math.max(...border))).toBeLessThan(15);

  const machine = new PracticeMachine(page, rosehip);
  await machine.copy('Tabbed.dst', bytes);
  await machine.choose('Tabbed.dst', { hoop: '130 × 180' });
  const log = await machine.sew('Tabbed.dst');
  expect(log).toMatchObject({ finished: true, missing: 0, changes: 1, stitches: count(Move.stitch) });
});

/** A moth in two threads, about 84 × 60 mm, as a stitch file. */
function mothFile(): Buffer {
  const d = new Drawing();
  const wings =
    'M-3 -6C-14 -30 -40 -34 -42 -22C-43 -8 -22 2 -8 4C-24 8 -28 26 -16 27C-8 27 -4 14 -3 6Z ' +
    'M3 -6C14 -30 40 -34 42 -22C43 -8 22 2 8 4C24 8 28 26 16 27C8 27 4 14 3 6Z';
  const body = 'M0 -12C4 -12 4 -6 3 4C2.5 14 1 22 0 24C-1 22 -2.5 14 -3 4C-4 -6 -4 -12 0 -12Z';
  const made = design('Moth', { ...HOOPS[1] }, { kind: 'linen', colour: '#efe6d3' }, [
    d.object('Wings', path(wings), '151', 'fill', { spacing: 0.6 }),
    d.object('Body', path(body), '234', 'fill', {}),
  ]);
  return Buffer.from(writeDst(sewDesign(made), 'MOTH'));
}

job(12, async ({ page, bench, hands }) => {
  await bench.lay(rosehip.address, emptyDesign('Moths', { name: '130 × 180', width: 130, height: 180 }));

  const choosing = page.waitForEvent('filechooser');
  await hands.press(page.getByRole('button', { name: /^Bring in / }));
  await (
    await choosing
  ).setFiles({ name: 'moth.dst', mimeType: 'application/octet-stream', buffer: mothFile() });
  await expect(bench.blocks()).toHaveCount(2);
  await bench.ready();
  await hands.field('Width', '60');
  await hands.button('Size exactly');
  await hands.make('Mirrored pair');
  await hands.press(page.getByRole('button', { name: /(mm|in) hoop/ }));
  await hands.button('Turn');
  await bench.ready();

  // The ribbon, drawn by hand beneath them, and its word.
  await hands.chord('f');
  hands.count++;
  await bench.dragAlong(
    Array.from({ length: 61 }, (_, k): [number, number] => {
      const a = (k / 60) * 2 * Math.PI;
      return [40 * Math.cos(a), 36 + 9 * Math.sin(a) + 2 * Math.sin(3 * a)];
    }),
  );
  await bench.ready();
  await hands.chord('a');
  await page.keyboard.type('dusk');
  await hands.chord('Escape');
  await bench.ready();
  await hands.chord('ControlOrMeta+a');
  await hands.make('Bean outline');
  await hands.done();

  /** Needle points of the outline in the file, which alone is sewn three times over, and all others; mm. */
  const read = async () => {
    const { bytes } = await bench.take('Stitch file');
    await page.getByRole('button', { name: 'Take to machine' }).click();
    const times = new Map<string, number>();
    const all = threadsOf(bytes);
    const pairs = all.flatMap((points) => points.slice(1).map((p, i) => [points[i], p]));
    const nameOf = (pair: [number, number][]): string => pair.map(String).sort().join(' ');
    for (const pair of pairs) times.set(nameOf(pair), (times.get(nameOf(pair)) ?? 0) + 1);
    const bean = pairs.filter((pair) => times.get(nameOf(pair))! >= 3);
    const long = ([[ax, ay], [bx, by]]: [number, number][]): boolean => Math.hypot(ax - bx, ay - by) > 10;
    const outline = new Map(bean.filter(long).map(([p]) => [String(p), [p[0] / 10, p[1] / 10]]));
    // Its shortest stitches look like ties: they belong to it where it lies.
    const short = new Set(bean.flat().map(String));
    const others = all
      .flat()
      .filter(
        (p) =>
          !short.has(String(p)) ||
          ![...outline.values()].some(([x, y]) => Math.hypot(x - p[0] / 10, y - p[1] / 10) < 1.1),
      );
    return {
      colours: all.length,
      outline: [...outline.values()],
      others: others.map(([x, y]) => [x / 10, y / 10]),
    };
  };
  const near = ({ outline, others }: Awaited<ReturnType<typeof read>>): number[] =>
    outline.map(([x, y]) => Math.min(...others.map(([u, v]) => Math.hypot(u - x, v - y))));
  const wide = (points: number[][]): number =>
    Math.max(...points.map(([x]) => x)) - Math.min(...points.map(([x]) => x));
  const before = await read();
  // The word is not in the thread of its ribbon.
  expect(before.colours).toBe(4);
  expect(before.outline.length).toBeGreaterThan(120);
  expect(Math.min(...near(before))).toBeGreaterThan(0.7);
  expect(Math.max(...near(before))).toBeLessThan(2.6);
  const design = (await bench.document()) as unknown as Design;
  expect(design.hoop).toMatchObject({ width: 180, height: 130 });

  // The moths are made smaller: the outline follows both.
  await bench.block('Colour 1').first().click();
  await bench.setField('Width', '80%');
  await bench.press('Size exactly');
  await bench.ready();
  const after = await read();
  expect(wide(after.outline)).toBeLessThan(wide(before.outline) - 10);
  expect(Math.min(...near(after))).toBeGreaterThan(0.7);
  expect(Math.max(...near(after))).toBeLessThan(2.6);
});
