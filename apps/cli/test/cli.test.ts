// The command line, as a shell runs it.
import { execFile } from 'node:child_process';
import { copyFile, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { decodeDst, Move, writeDesignFile } from '@rosehip/core';
import { afterAll, beforeAll, expect, test, vi } from 'vitest';
import { frayedBorder } from '../../../demo/brought-in.ts';
import { clubBadge } from '../../../demo/club-badge.ts';
import { moonRunner } from '../../../demo/moon-runner.ts';
import { main } from '../src/main.ts';

const BIN = new URL('../bin/rosehip.mjs', import.meta.url).pathname;
let folder = '';
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rosehip-cli-'));
  await writeFile(
    join(folder, 'planet.svg'),
    `<svg xmlns="http://www.w3.org/2000/svg" width="80mm" height="60mm" viewBox="0 0 80 60">
      <circle cx="40" cy="30" r="16" fill="#4f74b8"/><path d="M10 50H70" fill="none" stroke="#a33" stroke-width="5"/></svg>`,
  );
  await writeFile(join(folder, 'badge.rosehip.json'), writeDesignFile(clubBadge()));
  await writeFile(join(folder, 'noise.dst'), Buffer.alloc(900, 7));
});
afterAll(() => rm(folder, { recursive: true }));

interface Outcome {
  code: number;
  out: string;
  error: string;
}

/** As a shell runs it, in a process of its own: what starting costs is paid each time. */
const fromShell = (...args: string[]): Promise<Outcome> =>
  new Promise((done) =>
    execFile(process.execPath, [BIN, ...args], { cwd: folder }, (error, out, errors) =>
      done({ code: error ? Number(error.code) : 0, out, error: errors }),
    ),
  );

/** The same command line in this process, in the folder of the files. */
async function rosehip(...args: string[]): Promise<Outcome> {
  const said = { out: '', error: '' };
  const log = vi.spyOn(console, 'log').mockImplementation((text) => void (said.out += `${text}\n`));
  const complain = vi.spyOn(console, 'error').mockImplementation((text) => void (said.error += `${text}\n`));
  const before = process.cwd();
  process.chdir(folder);
  try {
    return { code: await main(args), ...said };
  } finally {
    process.chdir(before);
    log.mockRestore();
    complain.mockRestore();
  }
}

test('stitch makes a stitch file of a drawing', async () => {
  const { code, out } = await fromShell(
    'stitch',
    'planet.svg',
    '--recipe',
    'fill',
    '--set',
    'angle=30',
    'spacing=0.5',
    '--out',
    'planet.dst',
  );
  expect([code, out]).toEqual([0, expect.stringMatching(/^planet\.dst: \d+ stitches, 0 colour changes/)]);
  const records = decodeDst(await readFile(join(folder, 'planet.dst')));
  expect(Math.max(...records.x)).toBeGreaterThan(155);
});

test('a stroke’s width is the satin’s', async () => {
  await rosehip('stitch', 'planet.svg', '--recipe', 'satin', '--cloth', 'felt', '--out', 'satin.dst');
  const { x, y, move } = decodeDst(await readFile(join(folder, 'satin.dst')));
  const after = move.indexOf(Move.change);
  const ys = y.slice(after + 2);
  // 5 mm and felt's 0.1 mm at each edge, about the line at 20 mm below the middle.
  expect([Math.min(...ys), Math.max(...ys)]).toEqual([174, 226]);
  expect(x.length).toBeGreaterThan(200);
});

test('a design keeps its own recipes; check tells its figures', async () => {
  expect((await rosehip('stitch', 'badge.rosehip.json', '--out', 'badge.dst')).code).toBe(0);
  const design = await rosehip('check', 'badge.rosehip.json', '--json');
  const file = await rosehip('check', 'badge.dst', '--json');
  const [a, b] = [JSON.parse(design.out), JSON.parse(file.out)];
  expect([b.stitches, b.colourChanges, b.widthMm]).toEqual([a.stitches, a.colourChanges, a.widthMm]);
  expect(a.insideHoop).toBe(true);
  expect((await rosehip('check', 'badge.dst')).out).toContain('colour changes  10');
});

test.each(['lines', 'needle', 'cloth'])('render paints the %s view', async (view) => {
  const { code } = await rosehip(
    'render',
    'planet.svg',
    '--view',
    view,
    '--out',
    `${view}.png`,
    '--width',
    '300',
  );
  expect(code).toBe(0);
  const png = await readFile(join(folder, `${view}.png`));
  expect([png.subarray(1, 4).toString(), png.readUInt32BE(16)]).toEqual(['PNG', 300]);
});

test('in a shell, a mistake is one line and exit code 2', async () => {
  const { code, out, error } = await fromShell('stitch', 'missing.svg', '--recipe', 'fill', '--out', 'x.dst');
  expect([code, out, error.trim().split('\n').length]).toEqual([2, '', 1]);
});

test('recipes lists kinds and settings', async () => {
  const { out } = await rosehip('recipes', '--json');
  expect(JSON.parse(out).map((k: { id: string }) => k.id)).toEqual(
    expect.arrayContaining(['run', 'satin', 'fill']),
  );
});

test.each([
  [[], /Say what to do/],
  [['stitch', 'planet.svg', '--out', 'x.dst'], /needs --recipe/],
  [
    ['stitch', 'planet.svg', '--recipe', 'knit', '--out', 'x.dst'],
    /There is no recipe "knit"; there are run/,
  ],
  [
    ['stitch', 'planet.svg', '--recipe', 'fill', '--set', 'angle=steep', '--out', 'x.dst'],
    /angle must be a number from -180 to 180/,
  ],
  [
    ['stitch', 'planet.svg', '--recipe', 'fill', '--set', 'colour=red', '--out', 'x.dst'],
    /fill has no setting "colour"; it has angle/,
  ],
  [['stitch', 'planet.svg', '--recipe', 'fill', '--cloth', 'tweed', '--out', 'x.dst'], /no cloth "tweed"/],
  [['stitch', 'missing.svg', '--recipe', 'fill', '--out', 'x.dst'], /no such file/],
  [['stitch', 'planet.svg', '--recipe', 'fill', '--out', 'nowhere/x.dst'], /can't be written/],
  [['stitch', 'planet.svg', '--recipe', 'fill'], /--out/],
  [['stitch', 'planet.svg', '--recipe', 'fill', '--out', 'x.png'], /x\.png: stitch writes a \.dst/],
  [['render', 'planet.svg', '--view', 'fancy', '--out', 'x.png'], /--view must be/],
  [['render', 'planet.svg', '--view', 'cloth', '--out', 'x.png', '--width', 'wide'], /--width must be/],
  [['check', 'noise.dst'], /does not begin with "LA:"/],
  [['check', 'planet.txt'], /only .dst, .rosehip.json and .svg/],
])('%j: one line that helps, exit code 2', async (args, words) => {
  const { code, error } = await rosehip(...args);
  expect(code).toBe(2);
  expect(error).toMatch(words);
  expect(error.trim().split('\n')).toHaveLength(1);
});

test('begins and ends where it is told; redwork and motif lines are there', async () => {
  const begun = await rosehip(
    ...['stitch', 'planet.svg', '--recipe', 'satin', '--set', 'sides=shape', '--cloth', 'jersey'],
    ...['--start', '-15,0', '--end', '12,8', '--out', 'ends.dst'],
  );
  expect([begun.code, begun.error]).toEqual([0, '']);
  for (const [recipe, set] of [
    ['redwork', 'length=2'],
    ['motif-line', 'unit=comet'],
  ]) {
    const made = await rosehip('stitch', 'planet.svg', '--recipe', recipe, '--set', set, '--out', 'line.dst');
    expect(made.code).toBe(0);
    expect(Number(/(\d+) stitches/.exec(made.out)![1])).toBeGreaterThan(60);
  }
  const wrong = await rosehip('stitch', 'planet.svg', '--recipe', 'fill', '--start', '3', '--out', 'x.dst');
  expect([wrong.code, wrong.error]).toEqual([
    2,
    'rosehip: --start takes x,y in mm from the middle, not "3".\n',
  ]);
});

test('shapes keep clear of those above them, by as much as is set', async () => {
  await writeFile(
    join(folder, 'moon.svg'),
    `<svg xmlns="http://www.w3.org/2000/svg" width="80mm" height="60mm" viewBox="0 0 80 60">
      <rect x="5" y="5" width="70" height="50" fill="#234"/><circle cx="40" cy="30" r="10" fill="#fe9"/></svg>`,
  );
  const args = ['stitch', 'moon.svg', '--recipe', 'crosshatch', '--out', 'moon.dst', '--set', 'spacing=2'];
  expect((await rosehip(...args, 'keepClear=4')).code).toBe(0);
  const { x, y, move } = decodeDst(await readFile(join(folder, 'moon.dst')));
  const far = [...x].flatMap((v, i) => (move[i] === Move.stitch ? [Math.hypot(v, y[i]) / 10] : []));
  // The moon itself reaches to 10 mm; the ground begins at 14 mm.
  expect(far.filter((d) => d > 10.3 && d < 13.7)).toHaveLength(0);
  expect(far.filter((d) => d > 14).length).toBeGreaterThan(100);
  expect((await rosehip(...args, 'keepClear=no')).error).toContain(
    'keepClear must be a number from 0 to 50 mm',
  );
  const run = ['stitch', 'moon.svg', '--recipe', 'run', '--out', 'run.dst', '--set', 'keepClear=2'];
  expect((await rosehip(...run)).error).toContain('run follows lines');
});

test('what would take too much is told and left out; --limit says how much that is', async () => {
  await writeFile(
    join(folder, 'two.svg'),
    `<svg xmlns="http://www.w3.org/2000/svg" width="300mm" height="300mm" viewBox="0 0 300 300">
      <rect id="Field" width="300" height="300" fill="#4f74b8"/><circle id="Moon" cx="40" cy="30" r="6" fill="#eee"/></svg>`,
  );
  const args = ['stitch', 'two.svg', '--recipe', 'fill', '--out', 'two.dst'];
  const { code, out, error } = await rosehip(...args, '--limit', '20000');
  expect(code).toBe(0);
  expect(out).toMatch(/two\.dst: \d{2,3} stitches/);
  expect(error).toMatch(
    /^rosehip: Field is not sewn: it would take about \d+,000 stitches, and 4,000 are the most/,
  );
  expect((await rosehip(...args)).error).toBe('');
  expect((await rosehip(...args, '--limit', 'many')).error).toMatch(
    /--limit must be a whole number of stitches/,
  );
});

/** A font file of a package that ships with Rosehip. */
const fontFile = (name: string): string =>
  createRequire(import.meta.url).resolve(`@fontsource/rye/files/${name}`);

test('letter sews words in a font that ships with Rosehip, or in one of a file', async () => {
  const shipped = await rosehip(
    'letter',
    'Larkmoor',
    '--font',
    'Jost',
    '--height',
    '12',
    '--out',
    'words.dst',
  );
  expect([shipped.code, shipped.out]).toEqual([
    0,
    expect.stringMatching(/^words\.dst: \d+ stitches, \d+ trims, \d+\.\d × 1\d\.\d mm/),
  ]);
  const level = decodeDst(await readFile(join(folder, 'words.dst')));
  await rosehip(
    'letter',
    'Larkmoor',
    '--font',
    'jost-700',
    '--height',
    '12',
    '--arc',
    '30',
    '--out',
    'arc.dst',
  );
  const arc = decodeDst(await readFile(join(folder, 'arc.dst')));
  const high = (y: ArrayLike<number>): number => Math.max(...Array.from(y)) - Math.min(...Array.from(y));
  expect(high(arc.y)).toBeGreaterThan(high(level.y) + 60);

  await copyFile(fontFile('rye-latin-400-normal.woff'), join(folder, 'own.woff'));
  await copyFile(fontFile('rye-latin-400-normal.woff2'), join(folder, 'own.woff2'));
  const [woff, woff2] = [
    await rosehip('letter', 'A&b', '--font', 'own.woff', '--out', 'own.dst'),
    await rosehip('letter', 'A&b', '--font', 'own.woff2', '--out', 'own.dst'),
  ];
  expect([woff.code, woff.out]).toEqual([0, woff2.out]);
  // Taken away as a design, the letters go along: the font need not be where they go.
  const design = await rosehip('letter', 'A&b', '--font', 'own.woff', '--out', 'own.rosehip.json');
  expect(design.code).toBe(0);
  const text = await readFile(join(folder, 'own.rosehip.json'), 'utf8');
  expect(text).toContain('"name": "Rye"');
  await rosehip('stitch', 'own.rosehip.json', '--out', 'again.dst');
  const [there, here] = [await readFile(join(folder, 'again.dst')), await readFile(join(folder, 'own.dst'))];
  expect(decodeDst(there).x).toEqual(decodeDst(here).x);
  await rosehip('letter', 'Moor', '--font', 'rye', '--out', 'live.rosehip.json');
  expect(await readFile(join(folder, 'live.rosehip.json'), 'utf8')).toContain('"font": "rye-400"');
  // What the font lacks is told, and the rest is sewn.
  const lacking = await rosehip('letter', 'жMoor', '--font', 'rye', '--out', 'moor.dst');
  expect([lacking.code, lacking.error]).toEqual([0, expect.stringContaining('Rye has no “ж”')]);
});

test.each([
  [['letter', 'x', '--font', 'nosuch', '--out', 'a.dst'], 'There is no font "nosuch"'],
  [
    ['letter', 'x', '--font', 'noise.ttf', '--out', 'a.dst'],
    "noise.ttf can't be read: there is no such file",
  ],
  [['letter', 'x', '--font', 'broken.ttf', '--out', 'a.dst'], 'broken.ttf: This file is no font'],
  [['letter', ' ', '--font', 'rye', '--out', 'a.dst'], 'There are no letters to sew.'],
  [['letter', 'ж', '--font', 'rye', '--out', 'a.dst'], 'None of these letters can be sewn'],
  [
    ['letter', 'x', '--font', 'rye', '--height', '0', '--out', 'a.dst'],
    '--height must be a number from 1 to 500 mm',
  ],
  [['letter', 'x', '--font', 'rye', '--out', 'a.png'], 'a.png: a .rosehip.json design or a .dst stitch file'],
])('letter says what is wrong: %j', async (args, sentence) => {
  await copyFile(join(folder, 'noise.dst'), join(folder, 'broken.ttf'));
  const { code, error } = await rosehip(...args);
  expect([code, error]).toEqual([2, expect.stringContaining(sentence)]);
});

test('mend joins short stitches, parts long ones, and ties', async () => {
  await writeFile(join(folder, 'frayed.rosehip.json'), writeDesignFile(frayedBorder()));
  await rosehip('stitch', 'frayed.rosehip.json', '--out', 'frayed.dst');
  const before = JSON.parse((await rosehip('check', 'frayed.dst', '--json')).out) as {
    findings: { id: string }[];
  };
  expect(before.findings.map(({ id }) => id)).toContain('missing-tie');
  const told = await rosehip(
    'mend',
    'frayed.dst',
    '--ties',
    '--short',
    '0.4',
    '--long',
    '7',
    '--out',
    'mended.dst',
  );
  expect(told).toMatchObject({
    code: 0,
    out: expect.stringMatching(/^mended\.dst: \d+ records, \d+ before\.\n$/),
  });
  const after = JSON.parse((await rosehip('check', 'mended.dst', '--json')).out) as {
    findings: { id: string }[];
  };
  const left = after.findings.map(({ id }) => id);
  for (const id of ['missing-tie', 'stitch-short', 'stitch-long']) expect(left).not.toContain(id);
  for (const [args, words] of [
    [['frayed.dst', '--out', 'x.dst'], 'Say what to mend'],
    [['frayed.dst', '--short', 'nine', '--out', 'x.dst'], '--short must be a number from 0.1 to 3 mm'],
    [['frayed.dst', '--ties', '--out', 'x.png'], 'a .rosehip.json design or a .dst stitch file is written'],
    [['badge.rosehip.json', '--ties', '--out', 'x.dst'], 'holds no plain stitches'],
  ] as const)
    expect(await rosehip('mend', ...args)).toMatchObject({ code: 2, error: expect.stringContaining(words) });
});

test('read-objects makes a design of what the stitches were sewn from', async () => {
  await rosehip('stitch', 'badge.rosehip.json', '--out', 'round.dst');
  const told = await rosehip('read-objects', 'round.dst', '--cloth', 'felt', '--out', 'read.rosehip.json');
  expect(told).toMatchObject({
    code: 0,
    out: expect.stringMatching(/^read\.rosehip\.json: \d+ of \d+ objects \(.*\d+ fill.*\)\.\n$/),
  });
  const check = (name: string) => rosehip('check', name, '--json').then(({ out }) => JSON.parse(out));
  const [was, is] = [await check('round.dst'), await check('read.rosehip.json')];
  expect(Math.abs(is.stitches / was.stitches - 1)).toBeLessThan(0.25);
  expect(is.widthMm).toBeCloseTo(was.widthMm, -1);
  for (const [args, words] of [
    [['round.dst', '--out', 'x.dst'], 'objects are written as a .rosehip.json design'],
    [['round.dst', '--sure', 'very', '--out', 'x.rosehip.json'], '--sure must be a number from 0 to 100'],
    [['round.dst', '--cloth', 'jelly', '--out', 'x.rosehip.json'], 'There is no cloth "jelly"'],
    [['badge.rosehip.json', '--out', 'x.rosehip.json'], 'holds no plain stitches'],
  ] as const)
    expect(await rosehip('read-objects', ...args)).toMatchObject({
      code: 2,
      error: expect.stringContaining(words),
    });
});

test('fonts lists what ships with Rosehip', async () => {
  const { out } = await rosehip('fonts');
  expect(out).toMatch(
    /^pacifico-400 +Pacifico, script, from \d+(\.\d)? mm \(joined, Cyrillic, Vietnamese\)$/m,
  );
  const families = JSON.parse((await rosehip('fonts', '--json')).out) as { licence: string }[];
  expect(families.length).toBeGreaterThanOrEqual(30);
  expect(families.every(({ licence }) => licence)).toBe(true);
});

test('a picture becomes a design, or stitches', async () => {
  await copyFile(
    new URL('../../web/src/assets/pictures/dusk.png', import.meta.url),
    join(folder, 'dusk.png'),
  );
  const made = await rosehip(
    'from-picture',
    'dusk.png',
    '--width',
    '80',
    '--colours',
    '6',
    '--out',
    'dusk.rosehip.json',
  );
  expect(made).toMatchObject({ code: 0, error: '' });
  expect(made.out).toMatch(/dusk\.rosehip\.json: 6 colours; \d+ satin, \d+ fill, \d+ line\./);
  const lines = await rosehip(
    ...['from-picture', 'dusk.png', '--as', 'shaded', '--threads', '3', '--lines', 'spiral'],
    ...['--spacing', '2', '--out', 'lines.rosehip.json'],
  );
  expect(lines).toMatchObject({ code: 0, out: 'lines.rosehip.json: 3 colours; 0 satin, 0 fill, 3 line.\n' });
  const again = await rosehip('choose', 'dusk.rosehip.json', '--satin', '0.9', '--out', 'dusk.dst');
  expect(again.code).toBe(0);
  const { x, move } = decodeDst(await readFile(join(folder, 'dusk.dst')));
  expect(x.length).toBeGreaterThan(2000);
  expect(move.filter((m) => m === Move.change)).toHaveLength(5);
});

test('a design is parted into hoopings, a stitch file each', async () => {
  await writeFile(join(folder, 'runner.rosehip.json'), writeDesignFile(moonRunner()));
  const done = await rosehip('hoopings', 'runner.rosehip.json', '--hoop', '130x180', '--out', 'hooped');
  expect(done.out).toMatch(/^1 Moon-phase runner\.dst: \d+ things; hoop at -?\d/);
  expect(done.out).toMatch(/(\d) hoopings of 130 × 180\.\n$/);
  const count = Number(/(\d) hoopings/.exec(done.out)![1]);
  const files = (await readdir(join(folder, 'hooped'))).sort();
  expect(files).toHaveLength(count);
  for (const file of files) {
    const { x, y } = decodeDst(await readFile(join(folder, 'hooped', file)));
    const [w, h] = [x, y].map((v) => Math.max(...[...v].map(Math.abs)) / 10);
    expect([w <= 65, h <= 90]).toEqual([true, true]);
  }
  const bad = await rosehip('hoopings', 'runner.rosehip.json', '--hoop', '0x4', '--out', 'hooped');
  expect([bad.code, bad.error]).toEqual([2, expect.stringContaining('--hoop must be width and height')]);
});

test('a design is adapted to a cap, and what changed is told', async () => {
  await writeFile(join(folder, 'badge.rosehip.json'), writeDesignFile(clubBadge()));
  const done = await rosehip(
    'adapt',
    'badge.rosehip.json',
    '--cloth',
    'cap',
    '--height',
    '50',
    '--out',
    'cap.dst',
  );
  expect(done.code).toBe(0);
  expect(done.out).toMatch(/^Felt → Cap front: /);
  expect(done.out).toMatch(/81\.\d × 81\.\d mm → 50 × 50 mm/);
  const { y } = decodeDst(await readFile(join(folder, 'cap.dst')));
  expect((Math.max(...y) - Math.min(...y)) / 10).toBeLessThan(50.3);
  const wrong = [
    [['--cloth', 'cardboard'], 'There is no cloth "cardboard"'],
    [['--height', '0'], '--height must be a number of mm'],
    [['--height', '50', '--width', '50'], 'Give --width or --height'],
    [['--without', 'colour'], '--without takes read, numbers'],
  ] as const;
  for (const [more, says] of wrong) {
    const bad = await rosehip('adapt', 'badge.rosehip.json', ...more, '--out', 'cap.dst');
    expect([bad.code, bad.error]).toEqual([2, expect.stringContaining(says)]);
  }
});

test('a design is moved to another chart, and to one from a file', async () => {
  await rosehip('choose', 'planet.svg', '--out', 'planet.rosehip.json');
  const told = await rosehip('threads', 'planet.rosehip.json');
  expect(told.out.split('\n')[0]).toBe('Larkmoor Rayon 40');
  const moved = await rosehip('threads', 'planet.rosehip.json', '--to', 'tarn', '--out', 'tarn.rosehip.json');
  expect(moved.out).toMatch(/^\d+ [\w ]+ -> T\d+ [\w ]+ \(\d+\.\d\)/);
  expect((await rosehip('threads', 'tarn.rosehip.json')).out).toMatch(/^Tarn Polyester 40\nT\d+/);
  await writeFile(join(folder, 'attic.csv'), '1,Chalk,#f3f0e9\nbroken\n2,Soot,#1a1a1d\n');
  const own = await rosehip('threads', 'tarn.rosehip.json', '--to', 'attic.csv', '--out', 'own.rosehip.json');
  expect([own.code, own.error]).toEqual([0, expect.stringContaining('Line 2')]);
  expect((await rosehip('threads', 'own.rosehip.json')).out).toMatch(/^attic\n/);
  const bad = await rosehip('threads', 'tarn.rosehip.json', '--to', 'nobody');
  expect([bad.code, bad.error]).toEqual([2, expect.stringContaining('There is no chart "nobody"')]);
});

test('a drawing gets its stitches chosen', async () => {
  const made = await rosehip('choose', 'planet.svg', '--out', 'planet.rosehip.json');
  expect(made).toMatchObject({ code: 0, out: 'planet.rosehip.json: 1 satin, 1 fill, 0 line.\n' });
});

test.each([
  [['from-picture', 'noise.dst', '--out', 'a.dst'], /no picture that can be read/],
  [['from-picture', 'missing.png', '--out', 'a.dst'], /no such file/],
  [['from-picture', 'dusk.png', '--colours', '99', '--out', 'a.dst'], /--colours must be a whole number/],
  [['from-picture', 'dusk.png', '--threads', '9', '--out', 'a.dst'], /--threads must be a whole number/],
  [
    ['from-picture', 'dusk.png', '--as', 'dots', '--out', 'a.dst'],
    /--as must be areas or outlines or middle or shaded/,
  ],
  [['choose', 'planet.svg', '--satin', '3', '--out', 'a.dst'], /--satin must be a number from 0 to 1/],
  [['choose', 'planet.svg', '--out', 'a.txt'], /a\.txt: a \.rosehip\.json design or a \.dst/],
])('what a picture can’t be made of is told: %j', async (args, sentence) => {
  const { code, error } = await rosehip(...args);
  expect(code).toBe(2);
  expect(error).toMatch(sentence);
});

test('stick writes for a machine, whole files under names of their own, and lists what is there', async () => {
  const at = ['--stick', join(folder, 'stick')];
  const done = await rosehip('stick', 'write', 'badge.rosehip.json', '--name', 'Badge for Sunday', ...at);
  expect(done).toMatchObject({ code: 0, error: '' });
  expect(done.out).toMatch(/^Badge for Sunday\.dst \(BADGEF~1\.DST\), [\d,]+ bytes\n$/);
  const written = await readFile(join(folder, 'stick', 'computer', 'Badge for Sunday.dst'));
  expect(decodeDst(written).label).toBe('Club badge');

  const again = await rosehip('stick', 'write', 'badge.rosehip.json', '--name', 'Badge for Sunday', ...at);
  expect(again).toMatchObject({ code: 2 });
  expect(again.error).toContain('“Badge for Sunday.dst” is on the stick already.');
  expect((await rosehip('stick', 'write', 'noise.dst', ...at)).error).toContain(
    'This is no .dst stitch file',
  );

  // A hooping a file, in a folder.
  await writeFile(join(folder, 'runner.rosehip.json'), writeDesignFile(moonRunner()));
  const runner = await rosehip('stick', 'write', 'runner.rosehip.json', ...at);
  expect(
    runner.out.split('\n').filter((line) => /^Moon-phase runner\/\d Moon-phase runner\.dst/.test(line))
      .length,
  ).toBeGreaterThan(1);
  const list = await rosehip('stick', 'list', ...at);
  expect(list.out).toMatch(/^Moon-phase runner\/\nBadge for Sunday\.dst .*\n63\.\d of 64\.0 MB free\n$/);
});

test('make does what the Make page does, of everything or of what is named', async () => {
  const made = await rosehip('make', 'knockdown', 'badge.rosehip.json', '--out', 'meshed.rosehip.json');
  expect(made).toMatchObject({ code: 0, error: '' });
  expect(made.out).toContain('Knockdown of all');
  const meshed = JSON.parse(await readFile(join(folder, 'meshed.rosehip.json'), 'utf8'));
  const { objects } = (meshed.design ?? meshed) as { objects: { name: string }[] };
  expect(objects[0].name).toContain('Knockdown');
  const pair = await rosehip(
    'make',
    'mirrored-pair',
    'meshed.rosehip.json',
    '--of',
    objects[0].name,
    '--out',
    'pair.dst',
  );
  expect(pair.code).toBe(0);
  expect(decodeDst(await readFile(join(folder, 'pair.dst'))).x.length).toBeGreaterThan(1000);
  expect((await rosehip('makings')).out).toContain('mirrored-pair');
  for (const [args, words] of [
    [['make', 'nonsense', 'badge.rosehip.json'], 'rosehip makings'],
    [['make', 'border', 'badge.rosehip.json', '--of', 'Nobody'], 'nothing called "Nobody"'],
    [['make', 'lines-like', 'badge.rosehip.json', '--of', objects[0].name], 'nothing called'],
  ] as const) {
    const told = await rosehip(...args, '--out', 'x.dst');
    expect(told.code).toBe(2);
    expect(told.error).toContain(words);
  }
});
