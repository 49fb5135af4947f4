import { describe, expect, test } from 'vitest';
import {
  alongLineJob,
  applyCommand,
  checkDesign,
  figuresOf,
  findItem,
  JobError,
  lettersJob,
  outlineRegion,
  sewDesign,
  splitWordsJob,
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
