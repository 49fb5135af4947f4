// Jobs with words: a name over a grid that makes room for it, and a word on towelling with a mesh beneath.
import { expect, test } from '@playwright/test';
import {
  coverOfRegion,
  decodeDst,
  differenceOfThreads,
  emptyDesign,
  EdgeIndex,
  everyLeaf,
  intersect,
  layersOf,
  Move,
  offsetRegion,
  regionBounds,
  outlineRegion,
  resolveDesign,
  subtract,
  threadChart,
  textOf,
  threadIn,
  type Design,
  type Point,
  type DesignObject,
  type Region,
  polygonArea,
  ringsOf,
} from '@rosehip/core';
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import type { BenchPage } from '../bench-page.ts';
import { Rosehip } from '../rosehip.ts';
import { job } from './job.ts';

const rosehip = new Rosehip();
test.beforeAll(() => rosehip.start());
test.afterAll(() => rosehip.stop());

/** Needle points of a file from cut to cut, mm. */
function piecesOf({ x, y, move }: Pick<ReturnType<typeof decodeDst>, 'x' | 'y' | 'move'>): Point[][] {
  const pieces: Point[][] = [[]];
  for (let i = 0; i < x.length; i++)
    if (move[i] === Move.stitch) pieces.at(-1)!.push({ x: x[i] / 10, y: y[i] / 10 });
    else if (move[i] !== Move.jump && pieces.at(-1)!.length) pieces.push([]);
  return pieces.filter((piece) => piece.length);
}

/** The outlines of a design as they lie on the cloth, by the names of its objects. */
async function regions(bench: BenchPage) {
  const design = (await bench.document()) as unknown as Design;
  await loadFonts(design, readFontFile);
  return new Map(
    resolveDesign(design).objects.flatMap((o) =>
      o.kind === 'object'
        ? [[o.name, { region: outlineRegion(o.outline), outline: o.outline }] as const]
        : [],
    ),
  );
}

job(17, async ({ page, bench, hands }) => {
  await bench.make(rosehip.address, 'Name');

  await hands.chord('e');
  await hands.strip('Shapes in', 'crosshatch');
  await hands.drag([-42, -22], [42, 22]);
  await hands.chord('a');
  await page.keyboard.type('Orrin');
  await hands.chord('Escape');
  await bench.ready();
  await hands.button('What lies beneath leaves room');
  await hands.point(-40, 0);
  await hands.make('Surround');
  await hands.type('0.25in');
  await hands.done();

  const made = await regions(bench);
  const [oval, name] = [made.get('Ellipse 1')!, made.get('Orrin')!];
  // One opening for the letters, which stand close, and what is left within the O.
  expect(oval.region.map(({ holes }) => holes.length).sort()).toEqual([0, 1]);
  // The grid keeps off every letter.
  const { x, y, move } = decodeDst((await bench.take('Stitch file')).bytes);
  expect(intersect(oval.region, offsetRegion(name.region, 0.5))).toEqual([]);
  const pieces = piecesOf({ x, y, move });
  const letters = new EdgeIndex(offsetRegion(name.region, 0.6).flatMap(ringsOf));
  const room = new EdgeIndex(offsetRegion(name.region, 1.2).flatMap(ringsOf));
  const isLetter = (piece: Point[]): boolean => piece.every((p) => letters.inside(p.x, p.y));
  const grids = pieces.filter((p) => !isLetter(p) && p.some((q) => Math.hypot(q.x / 42, q.y / 22) < 1));
  expect(pieces.filter(isLetter).length).toBeGreaterThanOrEqual(5);
  expect(grids.flat().length).toBeGreaterThan(500);
  // In the file no needle of the grid comes down in the letters’ room, and no stitch of it crosses them.
  for (const grid of grids)
    for (const [i, p] of grid.entries()) {
      const before = grid[Math.max(0, i - 1)];
      for (const t of [0.25, 0.5, 0.75, 1])
        expect(room.inside(before.x + t * (p.x - before.x), before.y + t * (p.y - before.y))).toBe(false);
    }
  const cuts = pieces.length - 1;
  // The grid with its islands in letters, the name's five letters and the dot of its i, and the echo.
  expect(cuts).toBeLessThan(oval.region.length + 6 + 1);
  // The echo lies a quarter of an inch outside the oval.
  const reach = Math.max(...[...x].map(Math.abs)) / 10;
  expect(reach).toBeGreaterThan(42 + 6);
  expect(reach).toBeLessThan(42 + 7.2);
  expect(Math.max(...[...y].map(Math.abs)) / 10).toBeLessThan(22 + 7.2);
});

job(21, async ({ page, bench, hands }) => {
  await bench.make(rosehip.address, 'Towel');

  await hands.press(page.getByRole('button', { name: /(mm|in) hoop/ }));
  await hands.choose('Cloth', 'Towelling');
  await hands.chord('a');
  await hands.point(-35, 6);
  await page.keyboard.type('Moon');
  await hands.chord('Escape');
  await bench.ready();
  await hands.make('Knockdown');
  await hands.done();

  const made = await regions(bench);
  const mesh = made.get('Knockdown of Moon')!.region;
  const design = (await bench.document()) as unknown as {
    objects: { name: string; outline: { bridge: number; distance: number }; recipe: { settings: object } }[];
  };
  expect(design.objects[0]).toMatchObject({ name: 'Knockdown of Moon', outline: { distance: 2 } });
  const { bridge } = design.objects[0].outline;
  // No notch narrower than the bridge is left: closing the mesh by that much adds nothing to be seen.
  const closed = offsetRegion(offsetRegion(mesh, bridge / 2 - 0.1), -(bridge / 2 - 0.1));
  const added = subtract(closed, offsetRegion(mesh, 0.05)).map(polygonArea);
  expect(Math.max(0, ...added)).toBeLessThan(0.3);
  // It reaches beyond the word on all sides, and is sewn first.
  const word = offsetRegion(made.get('Moon')!.region, 1.8);
  expect(
    subtract(word, mesh)
      .map(polygonArea)
      .reduce((a, b) => a + b, 0),
  ).toBeLessThan(1);
  // In the file the mesh is sewn first, in a thread of its own, and the word keeps its own.
  const { x, y, move } = decodeDst((await bench.take('Stitch file')).bytes);
  const change = move.indexOf(Move.change);
  expect(move.filter((m) => m === Move.change)).toHaveLength(1);
  const box = (from: number, to: number): number[] => {
    const at = [...x.keys()].slice(from, to).filter((i) => move[i] === Move.stitch);
    return [
      Math.min(...at.map((i) => x[i])),
      Math.max(...at.map((i) => x[i])),
      Math.max(...at.map((i) => y[i])),
    ];
  };
  const [beneath, above] = [box(0, change), box(change, x.length)];
  expect(above[0] - beneath[0]).toBeGreaterThan(15);
  expect(beneath[1] - above[1]).toBeGreaterThan(15);
});

job(5, async ({ page, bench, hands }) => {
  await bench.make(rosehip.address, 'Embossed');

  await hands.press(page.getByRole('button', { name: /(mm|in) hoop/ }));
  await hands.choose('Cloth', 'Towelling');
  await hands.chord('e');
  await hands.drag([-44, -30], [44, 30]);
  await hands.make('Emboss');
  // Its name stands in the middle at once, and is made as large as there is room.
  await hands.chord('a');
  await page.keyboard.type('Tamsin');
  await hands.chord('Escape');
  await bench.ready();
  await hands.field('Height of capitals', '16');
  // The embossed oval, all of it, leaves room around the name.
  await hands.button('What lies beneath leaves room');
  await hands.press(page.getByRole('button', { name: 'Threads', exact: true }));
  await hands.choose('Move to another chart', 'Tarn Polyester 40 (396)');
  const told = await page.getByRole('list', { name: 'Threads and their nearest' }).innerText();
  await hands.button(/^Move all/);
  await bench.ready();
  await hands.done();

  const design = (await bench.document()) as unknown as Design;
  expect(design.chart).toBe('tarn');
  const [before, after] = [threadChart('larkmoor'), threadChart('tarn')];
  const earlier = new Map(design.earlierChart!.threads.map((t) => [t.now, t.was]));
  for (const { thread } of everyLeaf(design.objects)) {
    const was = threadIn(before, earlier.get(thread)!);
    const apart = differenceOfThreads(was, threadIn(after, thread));
    expect(apart).toBeCloseTo(Math.min(...after.threads.map((t) => differenceOfThreads(was, t))), 6);
    expect(told).toContain(apart.toFixed(1));
  }
  // No stitch of the grids lies within the name.
  await loadFonts(design, readFontFile);
  const resolved = resolveDesign(design);
  const leaves = [...everyLeaf(resolved.objects)].filter((o) => o.kind === 'object');
  const grids = leaves.filter((o) => o.recipe.kind === 'crosshatch');
  const name = outlineRegion(leaves.find((o) => o.name === 'Tamsin')!.outline);
  expect(grids).toHaveLength(2);
  const oval = outlineRegion(leaves.find((o) => o.name === 'Ellipse 1, rim')!.outline);
  expect(subtract(name, offsetRegion(oval, -2))).toEqual([]);
  for (const grid of grids)
    expect(intersect(outlineRegion(grid.outline), offsetRegion(name, 1.9))).toEqual([]);
  // In the file no needle of the grids comes down within a letter.
  const { x, y, move } = decodeDst((await bench.take('Stitch file')).bytes);
  const sewn = [...x.keys()].filter((i) => move[i] === Move.stitch);
  const word = new EdgeIndex(offsetRegion(name, 1.2).flatMap(ringsOf));
  const within = sewn.filter((i) => word.inside(x[i] / 10, y[i] / 10));
  expect(within.length).toBeGreaterThan(300);
  expect(within.length / sewn.length).toBeLessThan(0.6);
});

job(4, async ({ page, bench, hands }) => {
  await bench.lay(rosehip.address, emptyDesign('Five words', { name: '130 × 180', width: 130, height: 180 }));
  // Given: a shield, 120 mm wide.
  await bench.tool('Ready shapes');
  await bench.press('Shield');
  await bench.dragAlong([
    [-60, -56],
    [60, 56],
  ]);
  await bench.ready();
  await expect(bench.field('Width')).toHaveValue(/^(120|4\.724)$/);

  await hands.make('Fill with words');
  hands.count++;
  await page.keyboard.type('calm heath owls frost lamp');
  await bench.leaveField();
  await bench.ready();
  await hands.page('Recipe');
  // Letters as heavy as they come, and little room between them.
  await hands.press(page.getByRole('button', { name: /^Font: / }));
  await page.keyboard.type('sniglet');
  await expect(page.getByRole('listbox', { name: 'Fonts' }).getByRole('option')).toHaveCount(1);
  await hands.chord('ArrowDown');
  await hands.chord('Enter');
  await expect(page.getByRole('button', { name: 'Font: Sniglet' })).toBeVisible();
  await hands.field('Between words', '0.8');
  await hands.field('Room at the edge', '0.5');
  await hands.done();

  const made = await regions(bench);
  const [shield, letters] = [made.get('Shield 1')!.region, made.get('calm heath owls frost lamp')!.region];
  expect(letters.length).toBeGreaterThan(15);
  const area = (region: Region): number => region.map(polygonArea).reduce((a, b) => a + b, 0);
  // Five words, each in its part of the shield, and none lies in another's.
  const design = (await bench.document()) as unknown as Design;
  const set = textOf(design, [...everyLeaf(design.objects)].find((o) => o.name.startsWith('calm'))!.id)!;
  const parts = set.parts!.map(({ edge }) => [
    { outer: Float64Array.from(edge.flatMap(({ x, y }) => [x, y])), holes: [] },
  ]);
  expect(parts).toHaveLength(5);
  expect(parts.reduce((sum, part) => sum + area(intersect(part, shield)), 0) / area(shield)).toBeGreaterThan(
    0.7,
  );
  for (const [i, part] of parts.entries())
    for (const other of parts.slice(i + 1)) expect(area(intersect(part, other))).toBeLessThan(0.5);
  // No letter is lower than 5 mm.
  const heights = letters.map((letter) => regionBounds([letter])!).map(({ minY, maxY }) => maxY - minY);
  expect(Math.min(...heights)).toBeGreaterThan(5);
  expect(
    subtract(letters, offsetRegion(shield, 0.05))
      .map(polygonArea)
      .reduce((a, b) => a + b, 0),
  ).toBeLessThan(0.3);
  // At least 70 % of the shield lies under the letters’ thread.
  const { x, y, move } = decodeDst((await bench.take('Stitch file')).bytes);
  const file = {
    x: Float32Array.from(x, (v) => v / 10),
    y: Float32Array.from(y, (v) => v / 10),
    move: Uint8Array.from(move),
  };
  const grid = layersOf(file, { minX: -62, minY: -58, maxX: 62, maxY: 58 }, 0.2);
  expect(coverOfRegion(grid, shield).coverage).toBeGreaterThan(0.7);
  // Nothing is sewn outside the shape, but for the pull that satin makes up for.
  const roomy = new EdgeIndex(offsetRegion(shield, 0.6).flatMap(ringsOf));
  const outside = [...x.keys()].filter((i) => move[i] === Move.stitch && !roomy.inside(x[i] / 10, y[i] / 10));
  expect(outside).toEqual([]);
});

job(7, async ({ page, bench, hands }) => {
  await bench.make(rosehip.address, 'Hidden word');

  await hands.chord('a');
  await hands.point(-26, 6);
  await page.keyboard.type('OWL');
  await hands.chord('Escape');
  await bench.ready();
  await hands.chord('f');
  const wave = (x: number): [number, number] => [x, -1 + 5 * Math.sin((x / 44) * Math.PI * 1.5)];
  hands.count++;
  await bench.dragAlong(Array.from({ length: 41 }, (_, k) => wave(-40 + 2 * k)));
  await bench.ready();
  await hands.make('Lines like it');
  const before = decodeDst((await bench.take('Stitch file')).bytes);
  await page.getByRole('button', { name: 'Take to machine' }).click();

  // One point of the wave is dragged: it is chosen on the cloth, by its line.
  await hands.chord('o');
  await hands.point(...wave(-6));
  await hands.drag(wave(-20), [-22, -9]);
  await hands.done();
  const after = decodeDst((await bench.take('Stitch file')).bytes);

  // All lines follow, where the wave was changed and there only.
  const places = ({ x, y, move }: typeof before, near: number): Set<string> =>
    new Set(
      [...x.keys()]
        .filter((i) => move[i] === Move.stitch && Math.abs(x[i] / 10 - near) < 2)
        .map((i) => `${x[i]} ${y[i]}`),
    );
  const kept = (near: number): number => {
    const [was, is] = [places(before, near), places(after, near)];
    return [...was].filter((place) => is.has(place)).length / was.size;
  };
  expect(kept(-20)).toBeLessThan(0.1);

  const made = await regions(bench);
  const frame = made.get('Relief lines')!.region;
  for (const { x, y, move } of [before, after]) {
    // One thread without a cut, and nothing outside of the rectangle.
    expect([...move].filter((m) => m !== Move.stitch).length).toBeLessThan(4);
    const roomy = new EdgeIndex(offsetRegion(frame, 0.15).flatMap(ringsOf));
    const sewn = [...x.keys()].filter((i) => move[i] === Move.stitch);
    expect(sewn.filter((i) => !roomy.inside(x[i] / 10, y[i] / 10))).toEqual([]);
    // Every stitch has its like back, and no third.
    const ways = new Map<string, number>();
    for (let k = 1; k < sewn.length; k++) {
      const [a, b] = [sewn[k - 1], sewn[k]].map((i) => `${x[i]} ${y[i]}`).sort();
      ways.set(`${a} ${b}`, (ways.get(`${a} ${b}`) ?? 0) + 1);
    }
    const lines = [...ways].filter(([way]) => {
      const [ax, ay, bx, by] = way.split(' ').map(Number);
      return Math.hypot(bx - ax, by - ay) > 10;
    });
    expect(lines.filter(([, count]) => count > 2)).toEqual([]);
    expect(lines.filter(([, count]) => count === 2).length).toBeGreaterThan(0.97 * lines.length);
  }
});

job(15, async ({ page, bench, hands }) => {
  await bench.lay(rosehip.address, emptyDesign('Moor', { name: '160 × 260', width: 260, height: 160 }));

  // The word, as high as it is drawn.
  await hands.chord('a');
  await hands.drag([-118, 20], [-70, -25]);
  await page.keyboard.type('MOO');
  await hands.chord('Escape');
  await bench.ready();
  // The panel, and a drawing of one's own in it.
  await hands.chord('r');
  await hands.drag([56, -40], [112, 20]);
  await hands.chord('f');
  hands.count++;
  await bench.dragAlong(
    Array.from({ length: 25 }, (_, k): [number, number] => {
      // Its ends are clearly farther apart than a hand leaves them that closes a line.
      const a = (k / 24) * Math.PI * 1.6 - Math.PI * 0.35;
      return [84 + 4 * Math.sin(a * 1.1), -10 - 4 * Math.cos(a)];
    }),
  );
  await bench.ready();
  await hands.chord('ControlOrMeta+a');
  await hands.make('Grow in it');
  // The stem of one letter is led, and the letter edged.
  await hands.chord('w');
  await hands.drag([-112, 16], [-110, -20]);
  await hands.make('Blanket edge');
  await hands.done();

  const design = (await bench.document()) as unknown as Design;
  const called = (name: string): DesignObject =>
    [...everyLeaf(design.objects)].find((o) => o.name === name) as never;
  expect(called('M').guideLines).toHaveLength(1);
  expect(called('Rectangle 1')).toMatchObject({
    motif: { name: 'Line 1' },
    recipe: { settings: { blossom: 'own' } },
  });
  expect(called('Edge')).toMatchObject({ recipe: { kind: 'motif-line' }, outline: { of: [called('M').id] } });
  // Nothing leaves its letter, nor the panel.
  await loadFonts(design, readFontFile);
  const shapes = [...everyLeaf(resolveDesign(design).objects)].flatMap((o) =>
    o.kind === 'object' && o.recipe.kind === 'sprig' ? [outlineRegion(o.outline)] : [],
  );
  expect(shapes).toHaveLength(4);
  const roomy = new EdgeIndex(offsetRegion(shapes.flat(), 0.25).flatMap(ringsOf));
  const { x, y, move } = decodeDst((await bench.take('Stitch file')).bytes);
  const sewn = [...x.keys()].filter((i) => move[i] === Move.stitch);
  expect(sewn.length).toBeGreaterThan(3000);
  expect(sewn.filter((i) => !roomy.inside(x[i] / 10, y[i] / 10))).toEqual([]);
});
