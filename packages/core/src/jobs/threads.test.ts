import { expect, test } from 'vitest';
import { box, design, group, object } from '../../test/draw.ts';
import { applyCommand } from '../design/commands.ts';
import { findItem } from '../design/tree.ts';
import { LARKMOOR_CHART } from '../materials/threads.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { JobError } from './job.ts';
import { readThreadList, threadsJob, threadSteps } from './threads.ts';

const thread = (code: string) => ({ thread: code });
const DESIGN = design(
  object('a', box(0, 0), 'fill', {}, thread('101')),
  group('g', [
    object('b', box(20, 0), 'fill', {}, thread('101')),
    object('c', box(40, 0), 'fill', {}, thread('222')),
  ]),
  object('d', box(60, 0), 'fill', {}, thread('101')),
  object('e', box(80, 0), 'fill', {}, { ...thread('172'), unsewn: true }),
);
const steps = threadSteps(resolveDesign(DESIGN));

test('steps go from one colour change to the next', () => {
  expect(steps.map((s) => [s.thread, s.ids.join()])).toEqual([
    ['101', 'a,b'],
    ['222', 'c'],
    ['101', 'd'],
  ]);
});

test('each step gets its thread of a list, and what has none keeps its own', () => {
  const job = threadsJob(DESIGN, steps, ['130', null, '131', '132']);
  const { design: after, inverse } = applyCommand(DESIGN, job.command);
  const threadOf = (id: string) => (findItem(after, id) as { thread: string }).thread;
  expect(['a', 'b', 'c', 'd'].map(threadOf)).toEqual(['130', '130', '222', '131']);
  expect(applyCommand(after, inverse).design).toEqual(DESIGN);
  expect(() => threadsJob(DESIGN, steps, ['101', '222'])).toThrow(JobError);
});

test('copies of a repeat are one thing', () => {
  const repeated = design(
    group(
      'r',
      [
        object('p', box(0, 0, 4, 4), 'fill', {}, thread('101')),
        object('q', box(5, 0, 4, 4), 'fill', {}, thread('222')),
      ],
      {
        layout: {
          kind: 'row',
          across: { count: 3, fit: 'step', step: 12, gap: 2, length: 40, solve: 'gap' },
          angle: 0,
        },
      } as never,
    ),
  );
  const own = threadSteps(resolveDesign(repeated));
  expect(own.map((s) => s.ids.join())).toEqual(['p', 'q']);
});

test.each([
  ['codes, numbered', '1. 222\n2. 101', ['222', '101']],
  ['names, in any writing', 'dusk blue\n  Rosehip (outline)', ['222', '172']],
  ['colours, the nearest', '#6e8dd3\n#e45361', ['222', '172']],
  [
    'a palette',
    'GIMP Palette\nName: Mine\nColumns: 2\n# told by somebody\n110 141 211\tblue\n228  83  97',
    ['222', '172'],
  ],
  ['what is not known', 'left-over wool\n222', [null, '222']],
])('a list of threads: %s', (_, text, codes) => {
  expect(readThreadList(text, LARKMOOR_CHART).threads).toEqual(codes);
});

test('what is not known is told', () => {
  expect(readThreadList('left-over wool\n\n222', LARKMOOR_CHART).unknown).toEqual(['left-over wool']);
  expect(readThreadList('', LARKMOOR_CHART)).toEqual({ threads: [], unknown: [] });
});
