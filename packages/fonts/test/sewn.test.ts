import { describe, expect, test, vi } from 'vitest';
import {
  applyCommand,
  figuresOf,
  findingsOf,
  lettersJob,
  splitWordsJob,
  Move,
  outlineRegion,
  Part,
  sewDesign,
  textOf,
  type Design,
} from '@rosehip/core';
import { coverOfRegion, layersOf, type CoverMeasure } from '../../core/src/findings/layers.ts';
import { regionBounds, type Region } from '../../core/src/geometry/region.ts';
import { satin } from '../../core/src/stitches/satin/satin.ts';
import { designWith, text } from './words.ts';

const sewn = async (says: string, settings: Record<string, string>, change = {}): Promise<Design> =>
  designWith({
    ...text(says, { font: 'nunito-800', height: 14, ...change }),
    recipe: { kind: 'lettering', settings: { ...settings } },
  });
const count = (design: Design): number => figuresOf(sewDesign(design)).stitches;

describe('the edge of letters', () => {
  test('is a line over what is there, in the same thread, within its width', async () => {
    const [none, run, bean, satin] = await Promise.all(
      ['none', 'run', 'bean', 'satin'].map((edge) => sewn('Rob', { edge })),
    );
    const [a, b, c, d] = [none, run, bean, satin].map(count);
    expect(b).toBeGreaterThan(a + 50);
    // A bean line goes over each of its stitches three times.
    expect((c - a) / (b - a)).toBeGreaterThan(2.2);
    expect(d).toBeGreaterThan(c);
    const wide = (design: Design): number => {
      const { minX, maxX } = figuresOf(sewDesign(design)).bounds!;
      return maxX - minX;
    };
    expect(wide(run)).toBeCloseTo(wide(none), 0);
    expect(wide(satin) - wide(none)).toBeLessThan(1.6);
    expect(figuresOf(sewDesign(bean)).longest).toBeLessThanOrEqual(7);
  });
});

test('a word is sewn alike on every line, and what stands as it stood is not sewn anew', async () => {
  const stitch = vi.spyOn(satin, 'stitch');
  /** Stitches of each letter, from the word's first one on; its begin and end depend on what comes before and after. */
  const letters = async (says: string): Promise<string[]> => {
    const { x, y, objects } = sewDesign(await sewn(says, {}));
    return objects.map(({ from, to }) =>
      Array.from({ length: to - from }, (_, k) =>
        [x[from + k] - x[from], y[from + k] - y[from]].map((v) => Math.round(10 * v)).join(),
      ).join(' '),
    );
  };
  const two = await letters('heather\nheather');
  expect(two.slice(8, 13)).toEqual(two.slice(1, 6));
  const made = stitch.mock.calls.length;
  // Those of the second line but its first and its last are sewn as on the first, and both h of a word are one shape.
  expect(made).toBeLessThanOrEqual(10);
  // A letter more at the begin moves all others of its line, and those of the other by half of its width.
  const more = await letters('aheather\nheather');
  expect(more.slice(3, 7)).toEqual(two.slice(2, 6));
  expect(stitch.mock.calls.length - made).toBeLessThanOrEqual(4);
  stitch.mockRestore();
});

test('the tip of a V, broader than the stroke that runs over to it, is sewn across its whole edge', async () => {
  const { x, y, part } = sewDesign(await sewn('V', {}, { font: 'alegreya-500', height: 18 }));
  const foot = Math.max(...y);
  const slopes: number[] = [];
  for (let i = 1; i < x.length; i++) {
    const [dx, dy] = [x[i] - x[i - 1], y[i] - y[i - 1]];
    if (part[i] === Part.top && Math.min(y[i], y[i - 1]) > foot - 1 && Math.hypot(dx, dy) > 0.8)
      slopes.push(Math.abs(dy / dx));
  }
  expect(slopes.length).toBeGreaterThan(2);
  expect(Math.max(...slopes)).toBeLessThan(0.5);
});

test('letters of several lines are sewn there and back when the nearest comes next', async () => {
  const names = async (order: string): Promise<string> =>
    sewDesign(await sewn('one two\nfour', {}, { order }))
      .objects.map((o) => o.name)
      .join('');
  expect(await names('read')).toBe('onetwofour');
  expect(await names('near')).toBe('onetworuof');
  const way = async (order: string): Promise<number> => {
    const { x, y, move } = sewDesign(await sewn('aaaaaaaa\naaaaaaaa\naaaaaaaa', {}, { order }));
    let sum = 0;
    for (let i = 1; i < x.length; i++)
      if (move[i] === Move.jump) sum += Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]);
    return sum;
  };
  expect(await way('near')).toBeLessThan(0.8 * (await way('read')));
});

// Their axes branch so that the first look finds no columns; one has a hole finer than thread, one spurs without room for stitches.
test.each([
  ['lobster-400', 'and'],
  ['leckerli-one-400', 'night'],
  ['leckerli-one-400', 'quiet'],
  ['leckerli-one-400', 'starry'],
  ['courgette-400', 'm'],
  ['kaushan-script-400', 'FE'],
])('all of a word in %s is satin: “%s”', async (font, says) => {
  const design = await sewn(says, {}, { font, height: 15 });
  expect(findingsOf(design, sewDesign(design)).map((f) => f.id)).not.toContain('satin-filled');
});

describe('letters with wide strokes', () => {
  /** The share of stitches longer than 1 mm that lie level. */
  const level = async (says: string, font: string, height = 25): Promise<number> => {
    const { x, y, move } = sewDesign(await sewn(says, { underlay: 'none' }, { font, height }));
    const ways = [...x.keys()]
      .filter((i) => i && move[i] === Move.stitch)
      .map((i) => [Math.abs(x[i] - x[i - 1]), Math.abs(y[i] - y[i - 1])])
      .filter(([dx, dy]) => Math.hypot(dx, dy) > 1);
    return ways.filter(([dx, dy]) => dy < 0.1 * dx).length / ways.length;
  };

  test.each(['b', 'e', 'Q', 'M'])('“%s” is filled in level rows, as all of them are', async (says) => {
    expect(await level(says, 'sniglet-800')).toBeGreaterThan(0.75);
  });

  test('words are of one kind: no letter has rows beside satin', async () => {
    const heavy = { font: 'lexend-700', height: 29 };
    const [mostly, all] = await Promise.all(
      [{}, { wide: 'split' } as Record<string, string>].map((s) => sewn('Necks', s, heavy)),
    );
    // N alone would be filled at this size.
    expect(count(mostly)).toBe(count(all));
    // c, e and s alone would be satin at this one.
    expect(await level('NODE', 'lexend-700', 32)).toBeGreaterThan(0.75);
    expect(await level('NODE ces', 'lexend-700', 32)).toBeGreaterThan(0.75);
    expect(await level('ces', 'lexend-700', 32)).toBeLessThan(0.5);
  });

  test('words made to plain shapes are sewn of the kind that they were', async () => {
    for (const [says, height] of [
      ['Necks', 29],
      ['NODE ces', 32],
    ] as const) {
      const words = await sewn(says, { underlay: 'none' }, { font: 'lexend-700', height });
      const job = lettersJob(words, [words.objects[0].id]);
      const plain = applyCommand(words, job.command).design;
      // Letters go on from each other as they did; only shapes that are fitted anew differ by a stitch here and there.
      expect(Math.abs(count(plain) - count(words)) / count(words)).toBeLessThan(0.02);
    }
  });

  test('words that are split are sewn of the kind that they were, and say so where they need to', async () => {
    for (const [says, height, by] of [
      ['Necks', 29, 'letters'],
      ['NODE ces', 32, 'letters'],
      ['NODE ces', 32, 'words'],
    ] as const) {
      const words = await sewn(says, { underlay: 'none' }, { font: 'lexend-700', height });
      const split = applyCommand(words, splitWordsJob(words, [words.objects[0].id], by).command).design;
      // Each by itself may come from another side.
      expect(Math.abs(count(split) - count(words)) / count(words)).toBeLessThan(0.05);
      const told = split.objects.filter((o) => o.kind === 'object' && o.recipe.settings.wide !== undefined);
      expect(told.length).toBeGreaterThan(0);
      expect(told.length).toBeLessThan(split.objects.length);
    }
  });

  test.each(['C', 'e', 'Q'])('“%s” with thin strokes beside wide ones is satin', async (says) => {
    expect(await level(says, 'limelight-400')).toBeLessThan(0.5);
    const design = await sewn(says, {}, { font: 'limelight-400', height: 25 });
    expect(figuresOf(sewDesign(design)).longest).toBeLessThanOrEqual(7);
  });
});

/** How the thread of a design covers a part of it. */
function coverOf(design: Design, part: Region): CoverMeasure {
  const { minX, minY, maxX, maxY } = regionBounds(part)!;
  const area = { minX: minX - 2, minY: minY - 2, maxX: maxX + 2, maxY: maxY + 2 };
  return coverOfRegion(layersOf(sewDesign(design), area, 0.1), part);
}

const plainWords = (says: string, font: string): Promise<Design> =>
  designWith({
    ...text(says, { font, height: 10 }),
    recipe: { kind: 'lettering', settings: { underlay: 'none' } },
  });

test('a letter is sewn whole wherever its thread comes from and goes on to', async () => {
  for (const [font, says] of [
    ['oswald-500', 'LM\nNO'],
    ['pacifico-400', 'nopqrstuvwxyz'],
  ]) {
    const design = await plainWords(says, font);
    const { coverage, worstGap } = coverOf(design, outlineRegion(textOf(design, 'words')!.outline));
    expect(coverage).toBeGreaterThan(0.99);
    expect(worstGap).toBeLessThan(0.4);
  }
});

test('a dot is sewn up to both of its ends, from whichever letter its thread comes', async () => {
  for (const font of ['commissioner-500', 'fredoka-500', 'alegreya-500', 'jost-500']) {
    const design = await plainWords('hij?Ä', font);
    for (const piece of outlineRegion(textOf(design, 'words')!.outline))
      expect(coverOf(design, [piece]).coverage, font).toBeGreaterThan(0.98);
  }
});

test.each([
  ['D', 'alegreya-sans-500', 50],
  ['y', 'sniglet-800', 10],
  ['g', 'pacifico-400', 50],
])('no thread cuts the corners and notches of %s in %s at %d mm', async (letter, font, height) => {
  const design = await sewn(letter, { underlay: 'none', ties: 'none' }, { font, height });
  const region = outlineRegion(textOf(design, 'words')!.outline);
  const { minX, minY, maxX, maxY } = regionBounds(region)!;
  const area = { minX: minX - 2, minY: minY - 2, maxX: maxX + 2, maxY: maxY + 2 };
  // Half a thread, what the cloth asks for, and no more than the machine's grid takes.
  expect(coverOfRegion(layersOf(sewDesign(design), area, 0.1), region).spill).toBeLessThan(0.55);
});

test.each([
  ['bakes', 'leckerli-one-400', 20],
  ['Sophie', 'leckerli-one-400', 10],
  ['æ', 'alegreya-800', 12],
  ['ß & B', 'sniglet-800', 12],
])('%s of %s has strokes about each of its openings: none of it is filled', async (says, font, height) => {
  const design = await sewn(says, {}, { font, height });
  expect(findingsOf(design, sewDesign(design)).map(({ id }) => id)).not.toContain('satin-filled');
});

test('what is too small in letters of one shape is found where each of them stands', async () => {
  const at = [
    [-60, -30],
    [13, 7],
    [55, 41],
  ];
  const design = await designWith(
    ...at.map(([x, y], i) =>
      text('e', { font: 'nunito-800', height: 3.5, place: [1, 0, 0, 1, x, y] }, `o${i}`),
    ),
  );
  const found = findingsOf(design, sewDesign(design)).filter(({ id }) => id === 'detail');
  expect(found.map(({ objects }) => objects)).toEqual([['o0'], ['o1'], ['o2']]);
  for (const [i, { at: box }] of found.entries()) {
    expect(box!.maxX - box!.minX).toBeLessThan(1.5);
    expect((box!.minX + box!.maxX) / 2).toBeCloseTo(at[i][0], 0);
    expect(Math.abs((box!.minY + box!.maxY) / 2 - at[i][1] + 1.4)).toBeLessThan(0.8);
  }
});
