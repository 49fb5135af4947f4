import { describe, expect, test } from 'vitest';
import { box, design as designOf, object } from '../../test/draw.ts';
import { applyCommand } from '../design/commands.ts';
import { allRecords, blocksOf, decodeRecords, emptyRecords, encodeRecords } from '../design/stitch-blocks.ts';
import type { Design, StitchesObject } from '../design/types.ts';
import { outlineRegion } from '../outlines/region.ts';
import { figuresOf } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import type { Job } from './job.ts';
import {
  cutAtJob,
  cutRegionJob,
  joinEndsJob,
  mendJob,
  otherThreadJob,
  sewAsOneJob,
  stopAtJob,
  takeOutJob,
  withRecords,
} from './mend.ts';

const stitches = (id: string, text: string, more: Partial<StitchesObject> = {}): StitchesObject => ({
  ...{ id, name: id, kind: 'stitches', visible: true, locked: false, thread: '222' },
  blocks: blocksOf(decodeRecords(text)),
  ...more,
});
/** The design after a job; taken back, it is the one before. */
function after(design: Design, job: Job): StitchesObject[] {
  const { design: next, inverse } = applyCommand(design, job.command);
  expect(applyCommand(next, inverse).design).toEqual(design);
  return next.objects as StitchesObject[];
}
const texts = (items: readonly StitchesObject[]): string[] =>
  items.map(({ blocks }) => encodeRecords(allRecords(blocks)));
const line = 'j0,0 20,0 20,0 20,0 20,0';

describe('one set of stitches', () => {
  test('gets other records, and shares the blocks that did not change', () => {
    const many = { ...stitches('a', line), blocks: blocksOf(emptyRecords(10_000)) };
    const records = allRecords(many.blocks);
    const moved = withRecords(many, { ...records, x: records.x.with(5000, 7) });
    expect(moved.blocks.filter((block) => !many.blocks.includes(block))).toHaveLength(1);
    expect(withRecords(many, { ...records, x: records.x.slice() })).toBe(many);
    const d = designOf(stitches('a', line));
    expect(
      after(
        d,
        mendJob(d, 'a', 'Empty', () => decodeRecords('j0,0')),
      ),
    ).toEqual([]);
    expect(() => mendJob(d, 'b', '', (r) => r)).toThrow('These stitches are gone.');
    const drawn = designOf(object('o', box(0, 0)));
    expect(() => mendJob(drawn, 'o', '', (r) => r)).toThrow('o is drawn');
  });

  test('is parted: at a point, with a stop, with another thread, by taking a piece out', () => {
    const d = designOf(stitches('a', line, { stopAfter: 'Turn it' }), stitches('b', line));
    const cut = after(d, cutAtJob(d, 'a', 2));
    expect(texts(cut)).toEqual(['j0,0 20,0 20,0', 'j40,0 20,0 20,0', line]);
    expect(cut.map(({ stopAfter }) => stopAfter)).toEqual([undefined, 'Turn it', undefined]);
    expect(after(d, stopAtJob(d, 'a', 2, 'Felt')).map(({ stopAfter }) => stopAfter)).toEqual([
      'Felt',
      'Turn it',
      undefined,
    ]);
    expect(after(d, otherThreadJob(d, 'a', 2, '101')).map(({ thread }) => thread)).toEqual([
      '222',
      '101',
      '222',
    ]);
    expect(() => otherThreadJob(d, 'a', 2, '222')).toThrow('choose another one');
    expect(texts(after(d, takeOutJob(d, 'a', Uint8Array.of(0, 1, 1, 0, 0)))).slice(0, 2)).toEqual([
      'j0,0 20,0 t0,0 j20,0 20,0 20,0',
      'j20,0 20,0',
    ]);
    expect(() => takeOutJob(d, 'a', Uint8Array.of(0, 1, 0, 1, 0))).toThrow(
      'two needle points that hang together',
    );
    expect(() => cutAtJob(d, 'a', 0)).toThrow('Nothing would be parted');
    // Nothing is sewn otherwise than before, but for the stop.
    const before = figuresOf(sewDesign(d));
    const stopped = figuresOf(sewDesign({ ...d, objects: after(d, stopAtJob(d, 'a', 2, 'Felt')) }));
    expect([stopped.stitches, stopped.trims, stopped.stops]).toEqual([
      before.stitches,
      before.trims,
      before.stops + 1,
    ]);
  });

  test('is cut by a shape: inside, outside, or both parts stay', () => {
    const d = designOf(stitches('a', 'j-100,0 100,0 100,0'));
    const region = outlineRegion(box(0, 0, 10, 10));
    expect(texts(after(d, cutRegionJob(d, ['a'], region, 'inside')))).toEqual(['j-50,0 50,0 50,0']);
    expect(texts(after(d, cutRegionJob(d, ['a'], region, 'outside')))).toEqual([
      'j-100,0 50,0 t0,0 j100,0 50,0',
    ]);
    expect(after(d, cutRegionJob(d, ['a'], region, 'both'))).toHaveLength(2);
    const far = outlineRegion(box(50, 50));
    expect(() => cutRegionJob(d, ['a'], far, 'both')).toThrow('does not meet');
    expect(() => cutRegionJob(d, ['a'], far, 'outside')).toThrow('does not meet');
    expect(after(d, cutRegionJob(d, ['a'], far, 'inside'))).toEqual([]);
  });
});

describe('several sets of stitches', () => {
  const pair = designOf(
    stitches('a', 'j0,0 20,0'),
    stitches('b', 'j40,30 20,0', { stopAfter: 'Look' }),
    stitches('c', 'j0,100 20,0 t0,0 j50,0 20,0'),
  );

  test('are joined at their ends', () => {
    const joined = after(pair, joinEndsJob(pair, 'a', 'b', 'stitch'));
    expect(texts(joined)[0]).toBe('j0,0 20,0 20,30 20,0');
    expect(joined[0].stopAfter).toBe('Look');
    expect(() => joinEndsJob(pair, 'a', 'a', 'move')).toThrow('Select two');
  });

  test('are one step of the machine, and it is told what that costs', () => {
    const ids = ['a', 'b', 'c'];
    const job = sewAsOneJob(pair, ids);
    const [one, ...others] = after(pair, job);
    expect(others).toEqual([]);
    expect(job.cost).toBe('One step now: 3 jumps without a trim, the longest 9.2 mm.');
    const plan = sewDesign({ ...pair, objects: [one] });
    expect(figuresOf(plan).trims).toBe(0);
    expect(figuresOf(plan).stitches).toBe(4);
    const single = designOf(stitches('a', line));
    expect(() => sewAsOneJob(single, ['a'])).toThrow('one step already');
    const two = designOf(stitches('a', line), stitches('b', line, { thread: '101' }));
    expect(() => sewAsOneJob(two, ['a', 'b'])).toThrow('several threads');
  });
});
