import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { describe, expect, test } from 'vitest';
import {
  alphabetFrom,
  checkAlphabet,
  checkDesign,
  emptyDesign,
  findingsOf,
  fontOf,
  installFont,
  isOwnFont,
  letterNamed,
  Move,
  ownFontId,
  OWN_FILE,
  readDesignFile,
  sewDesign,
  textOf,
  threadsOf,
  transformItems,
  withFonts,
  writeDesignFile,
  type Alphabet,
  type CarriedFont,
  type Design,
  type LetterFile,
} from '@rosehip/core';
import { loadFonts, notOnShelf } from '../src/index.ts';
import { hashOfBytes, readOwnFont } from '../src/own.ts';
import { readFontFile } from '../src/files.ts';
import { text } from './words.ts';

const require = createRequire(new URL('../src/index.ts', import.meta.url));
const file = (id: string, of = 'latin-400-normal.woff2') =>
  new Uint8Array(readFileSync(require.resolve(`@fontsource/${id}/files/${id}-${of}`)));

/** The same font under the id of another content: as if it were not on this shelf. */
const elsewhere = (design: Design, id: string): Design =>
  JSON.parse(JSON.stringify(design).replaceAll(/own-[0-9a-f]{64}/g, id)) as Design;

describe('a font of one’s own', () => {
  test('is known by its content, whatever it is packed in, and tells what it is like', async () => {
    const packed = await readOwnFont(file('righteous'));
    const plain = await readOwnFont(packed.bytes);
    expect(plain.hash).toBe(packed.hash);
    expect(plain.facts.name).toBe('Righteous');
    expect(plain.facts.covers.some(([a, b]) => a <= 0x41 && b >= 0x5a)).toBe(true);
    expect(plain.facts.smallest).toBeGreaterThan(2);
    expect(plain.facts.smallest).toBeLessThan(12);
  });

  test('what is no font is told, each in its own words', async () => {
    const woff = file('righteous');
    const says: [Uint8Array, string][] = [
      [new Uint8Array(0), 'no font'],
      [new TextEncoder().encode('<svg xmlns="…">'), 'no font'],
      [new TextEncoder().encode('ttcf and more'), 'several fonts'],
      [woff.slice(0, 900), 'broken'],
      [new Uint8Array([0, 1, 0, 0, ...new Array<number>(400).fill(255)]), 'no letters'],
      [new Uint8Array(16_000_001).fill(0).map((_, i) => (i === 1 ? 1 : 0)), 'too large'],
    ];
    for (const [bytes, words] of says) await expect(readOwnFont(bytes)).rejects.toThrow(words);
    // A small file that says it would be huge is not unpacked.
    const huge = woff.slice();
    new DataView(huge.buffer).setUint32(16, 4e9);
    await expect(readOwnFont(huge)).rejects.toThrow('too large');
  });

  test('a design that is taken away carries its letters, and sews the same where the font is not', async () => {
    for (const [font, says] of [
      ['lobster', 'fine waffles ♥'],
      ['righteous', 'AVATAR\nTo Wi'],
    ] as const) {
      const { hash, bytes } = await readOwnFont(file(font));
      await installFont(ownFontId(hash), OWN_FILE, bytes);
      const design = { ...emptyDesign('Own'), objects: [text(says, { font: ownFontId(hash), height: 12 })] };
      await loadFonts(design, readFontFile);
      const taken = readDesignFile(writeDesignFile(withFonts(design)));
      expect(taken.fonts).toHaveLength(1);
      const away = ownFontId(hashOfBytes(new TextEncoder().encode(font)));
      const there = elsewhere(taken, away);
      await loadFonts(there, async () => null);
      expect(notOnShelf(away)).toBe(true);
      const [here, moved] = [sewDesign(design), sewDesign(there)];
      expect([...moved.x]).toEqual([...here.x]);
      expect([...moved.y]).toEqual([...here.y]);
      expect(textOf(there, 'words')!.letters.some((l) => l.missing)).toBe(false);
      // Taken away again, without the font, it still carries them.
      expect(withFonts(there).fonts).toEqual(there.fonts);
      // The finding says that other words need the font.
      expect(findingsOf(there, moved).find((f) => f.id === 'font-away')?.sentence).toContain(
        'not on the shelf',
      );
      // Its letters can be put in another order; one that it does not carry is a box.
      const other = { ...there, objects: [text('iffaw', { font: away, height: 12 })] };
      expect(textOf(other, 'words')!.letters.filter((l) => l.missing).length).toBe(
        font === 'lobster' ? 0 : 4,
      );
      // The font itself comes: it takes the place of the letters.
      await installFont(away, OWN_FILE, bytes);
      expect(notOnShelf(away)).toBe(false);
      expect([...sewDesign(there).x]).toEqual([...here.x]);
    }
  });

  test('letters that a file carries are checked like all that comes in', () => {
    const broken = (font: object) => () => checkDesign({ ...emptyDesign('x'), fonts: [font] });
    const good: CarriedFont = { id: 'own-1', name: 'X', unitsPerEm: 1000, glyphs: [], runs: [] };
    expect(broken(good)).not.toThrow();
    expect(broken({ ...good, unitsPerEm: 0 })).toThrow('at least 1');
    expect(broken({ ...good, glyphs: [{ glyph: 1, path: 7 }] })).toThrow('string');
    expect(broken({ ...good, more: 1 })).toThrow('not known');
  });
});

/** Two letters of stitches: a zigzag of 8 × 10 mm, and one with a thread apart. */
const alphabet: Alphabet = {
  alphabet: 1,
  name: 'Larkmoor stitched',
  capHeight: 100,
  blank: 40,
  letters: {
    A: { advance: 90, threads: [[0, 0, 40, -100, 80, 0, 60, -40, 20, -40]] },
    i: {
      advance: 40,
      threads: [
        [10, 0, 10, -60, 20, -60, 20, 0],
        [12, -95, 18, -95, 15, -100],
      ],
    },
  },
};
const bytes = new TextEncoder().encode(JSON.stringify(alphabet));
const id = ownFontId(hashOfBytes(bytes));

describe('a stitched alphabet', () => {
  const words = (says: string, change: object = {}): Design => ({
    ...emptyDesign('Stitched'),
    objects: [text(says, { font: id, height: 10, ...change })],
  });

  test('words are its very stitches, at their size, each where it belongs', async () => {
    expect(isOwnFont(id)).toBe(true);
    await installFont(id, OWN_FILE, bytes);
    for (const change of [{}, { height: 25, stretch: 2, slant: 20 }, { place: [3, 0, 0, 3, 0, 0] }]) {
      const plan = sewDesign(words('A', change));
      const sewn = [...plan.x].map((x, i) => [Math.round(x * 10), Math.round(plan.y[i] * 10), plan.move[i]]);
      const stitches = sewn.filter(([, , move]) => move === Move.stitch || move === Move.jump);
      const [x0, y0] = stitches[0];
      expect(stitches.slice(0, 5).map(([x, y]) => [x - x0, y - y0])).toEqual([
        [0, 0],
        [40, -100],
        [80, 0],
        [60, -40],
        [20, -40],
      ]);
    }
  });

  test('letters are cut apart, or one step of the thread if that is wished', async () => {
    await installFont(id, OWN_FILE, bytes);
    const cuts = (design: Design): number =>
      [...sewDesign(design).move].filter((m) => m === Move.trim).length;
    const apart = cuts(words('AiA'));
    expect(apart).toBeGreaterThanOrEqual(3);
    expect(cuts(words('AiA', { joined: true }))).toBeLessThan(apart - 2);
  });

  test('turned words are turned stitches, and a letter can be shifted', async () => {
    await installFont(id, OWN_FILE, bytes);
    const [turned] = transformItems(words('A'), words('A').objects, [0, 1, -1, 0, 0, 0]);
    const plan = sewDesign({ ...words('A'), objects: [turned] });
    const [dx, dy] = [plan.x[1] - plan.x[0], plan.y[1] - plan.y[0]];
    expect(Math.hypot(dx, dy)).toBeCloseTo(Math.hypot(4, 10), 0);
    expect(Math.abs(dx)).toBeGreaterThan(Math.abs(dy));
    const lifted = textOf(words('AA', { letters: [{ at: 1, lift: 0.3 }] }), 'words')!;
    expect(lifted.letters[1].frame[5]).toBeCloseTo(-3, 5);
  });

  test('a design carries it too', async () => {
    await installFont(id, OWN_FILE, bytes);
    const away = ownFontId('b'.repeat(64));
    const there = elsewhere(readDesignFile(writeDesignFile(withFonts(words('Ai A')))), away);
    await loadFonts(there, async () => null);
    expect(fontOf(away).sources[0].stitched).toBe(true);
    expect([...sewDesign(there).x]).toEqual([...sewDesign(words('Ai A')).x]);
  });

  test('what is none is told', () => {
    const bad = (change: object) => () => checkAlphabet({ ...alphabet, ...change });
    expect(() => checkAlphabet(null)).toThrow('no alphabet');
    expect(bad({ letters: {} })).toThrow('no letters');
    expect(bad({ letters: { AB: alphabet.letters.A } })).toThrow('no letter');
    expect(bad({ letters: { A: { advance: 3, threads: [[1, 2, 3]] } } })).toThrow('not whole');
    expect(bad({ letters: { A: { advance: 3, threads: [[1, 2, 3, 1e9]] } } })).toThrow('too far');
    expect(bad({ capHeight: Infinity })).toThrow('high');
    expect(bad({ name: ' ' })).toThrow('name');
  });
});

describe('an alphabet out of stitch files', () => {
  test.each([
    ['A.dst', 'A'],
    ['a.dst', 'a'],
    ['moor_a_lower.dst', 'a'],
    ['moor-A-10mm.dst', 'A'],
    ['cap b.dst', 'B'],
    ['Ä.dst', 'Ä'],
    ['U+00C4.dst', 'Ä'],
    ['ampersand.dst', '&'],
    ['-.dst', '-'],
    ['seven.dst', '7'],
    ['flower.dst', ''],
  ])('%s is “%s”', (name, says) => expect(letterNamed(name)).toBe(says));

  const box = (width: number, height: number): number[][] => [
    [500, 300, 500 + width, 300, 500 + width, 300 + height, 500, 300 + height],
  ];
  const named = (says: string, width: number, height: number, lift = 0): LetterFile => ({
    says,
    threads: box(width, height),
    lift,
  });

  test('letters stand on one line, and those that hang hang', () => {
    const made = alphabetFrom('Boxes', [
      named('A', 80, 100),
      named('x', 50, 70),
      named('p', 50, 95),
      named('-', 30, 6),
      named('o', 50, 70, 4),
      named('', 9, 9),
      named('A', 1, 1),
    ]);
    expect(made.capHeight).toBe(100);
    expect(Object.keys(made.letters)).toEqual(['A', 'x', 'p', '-', 'o']);
    const ys = (says: string): number[] => made.letters[says].threads[0].filter((_, i) => i % 2);
    const span = (says: string) => [Math.min(...ys(says)), Math.max(...ys(says))];
    expect(span('A')).toEqual([-100, 0]);
    expect(span('x')).toEqual([-70, 0]);
    expect(span('p')).toEqual([-70, 25]);
    expect(span('-')).toEqual([-38, -32]);
    expect(span('o')).toEqual([-74, -4]);
    expect(checkAlphabet(made)).toEqual(made);
  });

  test('threads are what lies between jumps and cuts', () => {
    const threads = threadsOf([{ blocks: [{ records: 'j0,0 5,5 4,4 j11,11 5,5 t0,0 j15,-25 5,0' }] }]);
    expect(threads).toEqual([
      [0, 0, 5, 5, 9, 9],
      [20, 20, 25, 25],
      [40, 0, 45, 0],
    ]);
  });
});

test('fonts that ship stay out of the file', async () => {
  const design = { ...emptyDesign('Shipped'), objects: [text('Hello', { font: 'jost-500' })] };
  await loadFonts(design, readFontFile);
  expect(withFonts(design).fonts).toBeUndefined();
});
