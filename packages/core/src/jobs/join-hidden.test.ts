import { expect, test } from 'vitest';
import { box, design, drawn, object } from '../../test/draw.ts';
import { applyCommand } from '../design/commands.ts';
import { allRecords, blocksOf, decodeRecords } from '../design/stitch-blocks.ts';
import type { Design, StitchesObject } from '../design/types.ts';
import { Part } from '../stitches/thread.ts';
import { JobError } from './job.ts';
import { joinHiddenJob } from './join-hidden.ts';
import { stitchesJob } from './set-as-stitches.ts';

const stitches = (id: string, text: string): StitchesObject => ({
  ...{ id, name: id, kind: 'stitches', visible: true, locked: false, thread: '222' },
  blocks: blocksOf(decodeRecords(text)),
});

/** A line that ends 20 mm before another one begins. */
const lines = [stitches('a', 'j-300,0 25,0 25,0'), stitches('b', 'j-50,0 25,0 25,0')];

function joined(before: Design): StitchesObject {
  const { design: after } = applyCommand(before, joinHiddenJob(before, 'a', 'b').command);
  expect(after.objects.map((o) => o.id)).not.toContain('b');
  return after.objects[0] as StitchesObject;
}

test('the way leads beneath what is sewn later, in short stitches', () => {
  const { x, y, part } = allRecords(
    joined(design(...lines, object('c', box(-15, 0, 40, 12), 'fill'))).blocks,
  );
  expect([...part].filter((p) => p === Part.travel).length).toBeGreaterThanOrEqual(7);
  for (let i = 1; i < x.length; i++) expect(Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1])).toBeLessThan(35);
});

test('plain stitches that are read as covering hide it too', () => {
  const drawnThere = design(...lines, object('c', drawn('M-40 -6H20V6H-40Z'), 'fill'));
  const plain = applyCommand(drawnThere, stitchesJob(drawnThere, ['c']).command).design;
  const { part } = allRecords(joined(plain).blocks);
  expect([...part].filter((p) => p === Part.travel).length).toBeGreaterThanOrEqual(7);
});

test('where nothing hides it, that is said', () => {
  expect(() => joinHiddenJob(design(...lines), 'a', 'b')).toThrow(JobError);
  // What is sewn before does not hide it.
  const before = design(object('c', box(-15, 0, 40, 12), 'fill'), ...lines);
  expect(() => joinHiddenJob(before, 'a', 'b')).toThrow('No way');
});
