import { describe, expect, test } from 'vitest';
import {
  alongLineJob,
  applyCommand,
  checkDesign,
  figuresOf,
  findItem,
  hoopingPlans,
  JobError,
  lettersJob,
  MAKINGS,
  outlineRegion,
  partForHoopJob,
  resolveDesign,
  sewDesign,
  splitWordsJob,
  STITCH_KINDS,
  textOf,
  type Design,
  type DesignObject,
  type Group,
  type Job,
} from '@rosehip/core';
import { regionArea } from '../../core/src/geometry/region.ts';
import { intersect } from '../../core/src/geometry/clip.ts';
import { designWith, text, type Text } from './words.ts';

const after = (design: Design, job: Job): Design =>
  checkDesign(JSON.parse(JSON.stringify(applyCommand(design, job.command).design)));
const regionOf = (design: Design, ids: string[]) =>
  outlineRegion({
    kind: 'path',
    fillRule: 'nonzero',
    paths: ids.flatMap((id) => textOf(design, id)!.outline.paths),
  });
/** How much two shapes share, of the first. */
const same = (a: ReturnType<typeof regionOf>, b: ReturnType<typeof regionOf>): number =>
  regionArea(intersect(a, b)) / regionArea(a);

describe('splitting words', () => {
  test.each([
    ['words', {}, 'One two\nthree', 3],
    ['lines', { align: 'right' as const, lineSpace: 2 }, 'One two\nthree', 2],
    ['letters', { slant: 12 }, 'on two', 5],
    ['words', { baseline: { kind: 'arc' as const, radius: 40 } }, 'up and down', 3],
    ['words', { baseline: { kind: 'arc' as const, radius: -60 } }, 'hang here\nlower', 3],
    ['letters', { baseline: { kind: 'wave' as const, length: 30, height: 4 } }, 'waves', 5],
    ['words', { place: [0, 1, -1, 0, 12, 5] as never }, 'turned words', 2],
  ] as const)('by %s: every part stays where it was and stays text', async (by, change, says, count) => {
    const design = await designWith(text(says, change));
    const job = splitWordsJob(design, ['words'], by);
    const split = after(design, job);
    expect(job.select).toHaveLength(count);
    const [a, b] = [regionOf(design, ['words']), regionOf(split, job.select)];
    // Kerning over the gap between words is all that may be lost.
    expect(same(a, b)).toBeGreaterThan(0.95);
    expect(split.objects.every((o) => (o as Text).outline.kind === 'text')).toBe(true);
  });

  test('one word can’t be split by words, and that is said', async () => {
    const design = await designWith(text('One'));
    expect(() => splitWordsJob(design, ['words'], 'words')).toThrow(JobError);
  });

  test('what was done to letters goes with them', async () => {
    const design = await designWith(text('ab cd', { letters: [{ at: 4, turn: 10, thread: '101' }] }));
    const job = splitWordsJob(design, ['words'], 'words');
    const last = findItem(after(design, job), job.select[1]) as Text;
    expect(last.outline.letters).toEqual([{ at: 1, turn: 10, thread: '101' }]);
  });

  test('a letter with a recipe of its own is still sewn as its words were', async () => {
    const recipe = { kind: 'lettering', settings: { spacing: 0.5 } };
    // By itself the i would be filled.
    const words = text('oil', { font: 'lexend-700', height: 28, letters: [{ at: 1, recipe }] });
    const design = await designWith({ ...words, recipe: { kind: 'lettering', settings: {} } });
    const job = splitWordsJob(design, ['words'], 'letters');
    const i = findItem(after(design, job), job.select[1]) as Text;
    expect(i.outline.letters).toEqual([
      { at: 0, recipe: { kind: 'lettering', settings: { spacing: 0.5, wide: 'split' } } },
    ]);
  });
});

describe('words as shapes', () => {
  test('a group a word, with the same edges', async () => {
    const design = await designWith(text('Night sky'));
    const job = lettersJob(design, ['words']);
    const made = after(design, job);
    expect(made.objects.map((o) => o.name)).toEqual(['Night', 'sky']);
    const paths = (made.objects as Group[])
      .flatMap((g) => g.objects as DesignObject[])
      .flatMap((o) => (o.outline.kind === 'path' ? o.outline.paths : []));
    expect(paths).toEqual(JSON.parse(JSON.stringify(textOf(design, 'words')!.outline.paths)));
    expect(figuresOf(sewDesign(made)).stitches).toBeGreaterThan(300);
  });
});

describe('words along a line', () => {
  test('stand on it, and say what they need', async () => {
    const ring: DesignObject = {
      ...text('x', {}, 'ring'),
      outline: { kind: 'ellipse', x: 0, y: 0, width: 80, height: 80, turn: 0 },
      recipe: { kind: 'run', settings: {} },
    };
    const design = await designWith(ring, text('Larkmoor'));
    const job = alongLineJob(design, ['ring', 'words']);
    const { letters } = textOf(after(design, job), 'words')!;
    for (const { frame, width } of letters) {
      const [x, y] = [frame[0] * (width / 2) + frame[4], frame[1] * (width / 2) + frame[5]];
      expect(Math.hypot(x, y)).toBeCloseTo(40, 0);
    }
    expect(() => alongLineJob(design, ['words'])).toThrow('select words, and the line');
  });
});

describe('words are a source like any other', () => {
  test.each(MAKINGS.map((m) => [m.id, m] as const))(
    '%s: can be made of words, or says why not',
    async (_, one) => {
      const shape: DesignObject = {
        ...text('x', {}, 'shape'),
        outline: { kind: 'ellipse', x: 0, y: 0, width: 90, height: 50, turn: 0 },
        recipe: { kind: 'fill', settings: {} },
      };
      const design = await designWith(shape, text('Moor', { place: [1, 0, 0, 1, 0, 4] }));
      for (const ids of [['words'], ['shape', 'words']]) {
        let job: Job;
        try {
          job = one.job(design, ids);
        } catch (error) {
          expect(error).toBeInstanceOf(JobError);
          continue;
        }
        const made = after(design, job);
        expect(figuresOf(sewDesign(made)).longest).toBeLessThan(12.2);
      }
    },
  );

  test.each(STITCH_KINDS.map(({ id }) => id))('%s: letters are stitched that way', async (kind) => {
    const words = { ...text('Moor', { height: 25 }), recipe: { kind, settings: {} } };
    const plan = sewDesign(await designWith(words));
    expect(figuresOf(plan).stitches).toBeGreaterThan(20);
    expect(figuresOf(plan).longest).toBeLessThan(12.2);
  });

  test('relief lines show a word, and follow it', async () => {
    const lines: DesignObject = {
      ...text('x', {}, 'lines'),
      outline: { kind: 'rectangle', x: 0, y: 0, width: 80, height: 40, radius: 0, turn: 0 },
      recipe: { kind: 'relief', settings: {} },
      relief: ['words'],
    };
    const shown = async (says: string) =>
      sewDesign(await designWith({ ...text(says, { height: 20 }), unsewn: true }, lines));
    const [one, other] = [await shown('MOON'), await shown('MOOR')];
    expect([...one.x].join()).not.toBe([...other.x].join());
  });

  test('letters can have threads and recipes of their own, and keep them in their order', async () => {
    const words = text('abc', {
      letters: [{ at: 1, thread: '101', recipe: { kind: 'fill', settings: {} } }],
    });
    const plan = sewDesign(await designWith(words));
    expect(plan.objects.map((o) => plan.threads[o.thread].code)).toEqual(['222', '101', '222']);
    const centre = sewDesign(await designWith(text('abcde', { order: 'centre' })));
    expect(centre.objects.map((o) => o.name)).toEqual(['c', 'd', 'e', 'b', 'a']);
    const back = sewDesign(await designWith(text('abc', { order: 'back' })));
    expect(back.objects.map((o) => o.name)).toEqual(['c', 'b', 'a']);
  });

  test('a joined script word of eight letters is one thread', async () => {
    for (const font of [
      'pacifico-400',
      'dancing-script-600',
      'leckerli-one-400',
      'cookie-400',
      'sacramento-400',
    ]) {
      const plan = sewDesign(await designWith(text('moorland', { font, height: 20 })));
      expect(
        plan.objects.map((o) => o.name),
        font,
      ).toEqual(['moorland']);
      expect(figuresOf(plan).trims, font).toBe(0);
    }
  });
});

describe('words that are larger than the hoop', () => {
  const hoop = { name: '100 × 100', width: 100, height: 100 };
  const partedWords = async (says: string, change: Partial<Text['outline']>) => {
    const design = { ...(await designWith(text(says, change))), hoop };
    const made = partForHoopJob(design);
    const now = after(design, made.job);
    expect(hoopingPlans(resolveDesign(now)).cut).toEqual([]);
    return { made, now };
  };
  const texts = ({ objects }: Design): string[] =>
    objects.flatMap((o) => (o.kind === 'object' && o.outline.kind === 'text' ? [o.outline.text] : []));

  test('are split between words, and only a word that is too long between letters', async () => {
    const { made, now } = await partedWords('Moor by night', { font: 'jost-700', height: 26 });
    expect(made).toMatchObject({ split: ['Moor by night'], plain: [], whole: [], parted: 0 });
    expect(texts(now)).toEqual(['Moor', 'by', 'night']);
    const long = await partedWords('Larkmoorland by', { font: 'jost-700', height: 30 });
    expect(texts(long.now)).toEqual([...'Larkmoorland', 'by']);
  });

  test('are cut across only where a letter is too large, or joined to the next', async () => {
    const { made, now } = await partedWords('Li.', { font: 'jost-700', height: 160 });
    expect(made).toMatchObject({ split: ['Li.'], whole: [], parted: 2 });
    expect(texts(now)).toEqual(['.']);
    const script = await partedWords('Heather', { font: 'pacifico-400', height: 40 });
    expect(script.made).toMatchObject({ plain: ['Heather'], split: [], parted: 1 });
    expect(script.made.pieces).toBeGreaterThan(1);
  });

  test('are told when they are locked', async () => {
    const words = await designWith(text('L', { font: 'jost-700', height: 160 }));
    const objects = words.objects.map((o) => ({ ...o, locked: true }));
    expect(() => partForHoopJob({ ...words, objects, hoop })).toThrow(/unlock/);
  });
});
