import { describe, expect, test } from 'vitest';
import { box, design, drawn, object } from '../../test/draw.ts';
import { applyCommand } from '../design/commands.ts';
import { allRecords, recordCount } from '../design/stitch-blocks.ts';
import { findItem } from '../design/tree.ts';
import { scaling, type Matrix } from '../geometry/matrix.ts';
import { regionArea } from '../geometry/region.ts';
import { outlineRegion } from '../outlines/region.ts';
import type { Design, Group, PlainOutline, StitchesObject } from '../design/types.ts';
import { checkDesign } from '../formats/design-file/read.ts';
import { Move } from '../sewing/moves.ts';
import { figuresOf } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import { JobError } from './job.ts';
import { readingsOf, readObjectsJob, stitchesAmong } from './read-objects.ts';
import { stitchesJob } from './set-as-stitches.ts';

const WAVE = drawn('M-20 30C-12 16 -8 16 0 30C8 44 12 44 20 30');

/** A fill and a bean line of one thread, then a satin of another, as plain stitches; one object a thread. */
function plainStitches(): Design {
  const drawnThere = design(
    object('f', box(-15, -10, 30, 20), 'fill', { angle: 45 }),
    object('l', WAVE, 'run', { passes: 3, length: 2 }),
    object('s', drawn('M-20 -30L20 -30'), 'satin', { width: 4 }, { thread: '101', stopAfter: 'look' }),
  );
  return applyCommand(drawnThere, stitchesJob(drawnThere, ['f', 'l', 's']).command).design;
}

const stitchesIn = ({ blocks }: StitchesObject): number =>
  allRecords(blocks).move.filter((m, i) => i > 0 && m === Move.stitch).length;

const read = (before: Design, takes = (_: { as: string; sure: number }) => true, map?: Matrix) => {
  const readings = readingsOf(before, stitchesAmong(before, []));
  return applyCommand(before, readObjectsJob(before, readings, takes, map).command);
};

describe('reading as objects', () => {
  test('one step, taken back exactly; ids, threads and stops stay', () => {
    const before = plainStitches();
    const { design: after, inverse } = read(before);
    expect(after.objects.map((o) => [o.id, o.kind, o.name])).toEqual([
      ['f', 'object', 'Fill 1'],
      ['l', 'object', 'Bean line 1'],
      ['s', 'object', 'Satin 1'],
    ]);
    expect(findItem(after, 's')).toMatchObject({ thread: '101', stopAfter: 'look' });
    expect(checkDesign(structuredClone(after))).toEqual(after);
    expect(applyCommand(after, inverse).design).toEqual(before);
  });

  test('what is not taken stays stitches, each of them', () => {
    const before = plainStitches();
    const whole = {
      ...before,
      objects: [
        {
          ...(before.objects[0] as StitchesObject),
          blocks: before.objects.flatMap((o) => (o as StitchesObject).blocks).slice(0, 3),
        },
      ],
    };
    // Blocks of several objects begin with a jump each, so they are one object of three threads.
    const { design: after } = read(whole, ({ as }) => as === 'bean');
    const group = after.objects[0] as Group;
    expect(group.kind).toBe('group');
    expect(group.objects.map((o) => o.name)).toEqual(['Stitches 1', 'Bean line 1', 'Stitches 2']);
    const [first, , last] = group.objects as StitchesObject[];
    const [f, , s] = before.objects as StitchesObject[];
    expect(stitchesIn(first)).toBe(stitchesIn(f));
    expect(stitchesIn(last)).toBe(stitchesIn(s));
    expect(recordCount(first.blocks)).toBeGreaterThan(0);
  });

  test('made half as large again: the spacing is what it was', () => {
    const [plain] = read(plainStitches()).design.objects;
    const [larger] = read(plainStitches(), () => true, scaling(1.5, 1.5, { x: 0, y: 0 })).design.objects;
    if (plain.kind !== 'object' || larger.kind !== 'object') throw new Error('no objects');
    expect(larger.recipe).toEqual(plain.recipe);
    const area = (o: typeof plain) => regionArea(outlineRegion(o.outline as PlainOutline));
    expect(area(larger) / area(plain)).toBeCloseTo(2.25, 1);
  });

  test('what comes of it is about as many stitches as before', () => {
    const before = plainStitches();
    const [was, is] = [before, read(before).design].map((d) => figuresOf(sewDesign(d)).stitches);
    expect(Math.abs(is / was - 1)).toBeLessThan(0.15);
  });

  test('locked stitches are not read, and taking nothing says so', () => {
    const before = plainStitches();
    const locked = { ...before, objects: before.objects.map((o) => ({ ...o, locked: true })) };
    expect(stitchesAmong(locked, [])).toEqual([]);
    expect(stitchesAmong(before, ['l']).map((i) => i.id)).toEqual(['l']);
    expect(() => read(before, () => false)).toThrow(JobError);
  });
});
