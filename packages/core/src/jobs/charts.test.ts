import { describe, expect, it } from 'vitest';
import { applyCommand } from '../design/commands.ts';
import { everyLeaf } from '../design/tree.ts';
import { emptyDesign, type Design } from '../design/types.ts';
import { readDesignFile } from '../formats/design-file/read.ts';
import { writeDesignFile } from '../formats/design-file/write.ts';
import { layersOf } from '../findings/layers.ts';
import { chartOf, differenceOfThreads, THREAD_CHARTS, threadChart, threadIn } from '../materials/threads.ts';
import { threadWidthIn } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import { drawn, group, object } from '../../test/draw.ts';
import { earlierChartOf, moveBackJob, moveToChartJob, threadMoves } from './charts.ts';
import { threadSeenOn, usedThreads } from './thread-codes.ts';

const square = drawn('M-10 -10H10V10H-10Z');
const tarn = threadChart('tarn');
const design: Design = {
  ...emptyDesign('Charts'),
  objects: [
    object('a', square, 'fill', {}, { thread: '162' }),
    group('g', [
      object('b', square, 'fill', {}, { thread: '222' }),
      object('c', square, 'run', {}, { thread: '162' }),
    ]),
    {
      ...object('w', square, 'lettering', {}, { thread: '115' }),
      outline: {
        kind: 'text',
        of: [],
        text: 'Hi',
        font: 'jost',
        height: 10,
        letters: [{ at: 1, thread: '172' }],
      } as never,
    },
  ],
};
const fineTarn = { code: 'T9', name: 'Fine', colour: '#808080', weight: 60 };
const nearest = new Map(threadMoves(design, tarn).map(({ from, to }) => [from.code, to.code]));
const moved = applyCommand(design, moveToChartJob(design, tarn, nearest).command).design;

describe('thread charts', () => {
  it('have 100 to 400 threads of their own numbers and names, and colours that can be told apart', () => {
    expect(THREAD_CHARTS).toHaveLength(5);
    for (const { threads, weight, material } of THREAD_CHARTS) {
      expect(threads.length).toBeGreaterThanOrEqual(100);
      expect(threads.length).toBeLessThanOrEqual(400);
      expect(new Set(threads.map((t) => t.code)).size).toBe(threads.length);
      expect(new Set(threads.map((t) => t.name)).size).toBe(threads.length);
      expect([weight > 0, material]).not.toContain('other');
    }
  });
});

describe('a thread upon another', () => {
  it('is the wanted one where it is seen, else one of the design, else the lightest or darkest', () => {
    const apart = (a: string, b: string): number => differenceOfThreads(...pairOf(a, b));
    const pairOf = (a: string, b: string) =>
      [threadIn(chartOf(design), a), threadIn(chartOf(design), b)] as const;
    expect(threadSeenOn(design, '222', '162')).toBe('162');
    const chosen = threadSeenOn(design, '222', '222');
    expect(usedThreads(design).map((t) => t.code)).toContain(chosen);
    expect(apart('222', chosen)).toBeGreaterThan(35);
    const alone = { ...design, objects: [object('a', square, 'fill', {}, { thread: '222' })] };
    expect(apart('222', threadSeenOn(alone, '222', '222'))).toBeGreaterThan(35);
  });
});

describe('a design moved to another chart', () => {
  it('has for every thread the nearest, with how far it is', () => {
    expect(usedThreads(design).map((t) => t.code)).toEqual(['162', '222', '115', '172']);
    for (const { from, to, apart, others } of threadMoves(design, tarn)) {
      const all = tarn.threads.map((t) => differenceOfThreads(from, t));
      expect(apart).toBeCloseTo(Math.min(...all), 6);
      expect(differenceOfThreads(from, to)).toBeCloseTo(apart, 6);
      expect(others[0].apart).toBeGreaterThanOrEqual(apart);
    }
    expect(moved.chart).toBe('tarn');
    for (const thread of usedThreads(moved)) expect(tarn.threads).toContainEqual(thread);
  });

  it('goes back exactly, even where two threads became one, and keeps that in its file', () => {
    const one = new Map([...nearest.keys()].map((code) => [code, tarn.threads[7].code]));
    const merged = applyCommand(design, moveToChartJob(design, tarn, one).command).design;
    expect(new Set([...everyLeaf(merged.objects)].map((l) => l.thread)).size).toBe(1);
    const opened = readDesignFile(writeDesignFile(merged));
    expect(earlierChartOf(opened)!.id).toBe('larkmoor');
    const back = applyCommand(opened, moveBackJob(opened).command).design;
    expect(back).toEqual(design);
  });

  it('gives threads that came since their nearest in the chart it goes back to', () => {
    const snow = tarn.threads[0];
    const late: Design = {
      ...moved,
      objects: [...moved.objects, object('late', square, 'run', {}, { thread: snow.code })],
    };
    const back = applyCommand(late, moveBackJob(late).command).design;
    const [, , , last] = back.objects as { thread: string }[];
    const apart = differenceOfThreads(threadIn(threadChart('larkmoor'), last.thread), snow);
    expect(apart).toBeLessThan(6);
  });

  it('takes only what may be taken, and says when that is nothing', () => {
    const own = new Set([tarn.threads[0].code, tarn.threads[11].code]);
    const moves = threadMoves(design, tarn, ({ code }) => own.has(code));
    for (const { to } of moves) expect(own).toContain(to.code);
    expect(() => threadMoves(design, tarn, () => false)).toThrow('own some');
    expect(() => moveBackJob(design)).toThrow('always been');
    expect(() => moveToChartJob(design, threadChart('larkmoor'), new Map([['162', '162']]))).toThrow(
      'already',
    );
  });

  it('carries a chart of one’s own', () => {
    const chart = {
      ...tarn,
      id: 'own-attic',
      name: 'Attic box',
      weight: 60,
      threads: tarn.threads.slice(0, 60),
    };
    const moves = new Map(threadMoves(design, chart).map(({ from, to }) => [from.code, to.code]));
    const own = applyCommand(design, moveToChartJob(design, chart, moves).command).design;
    const opened = readDesignFile(writeDesignFile(own));
    expect(chartOf(opened)).toMatchObject({ id: 'own-attic', name: 'Attic box', weight: 60 });
    expect(applyCommand(opened, moveBackJob(opened).command).design).toEqual(design);
  });
});

describe('the weight of thread', () => {
  const plain: Design = {
    ...emptyDesign('Weight'),
    objects: [object('a', square, 'fill', { underlay: 'none' })],
  };
  const sewn = (weight: number) => {
    const { threads } = threadChart('larkmoor');
    return sewDesign({
      ...plain,
      chart: 'own-x',
      ownChart: { name: 'X', weight, material: 'other', threads: [...threads] },
    });
  };
  it.each([60, 30, 12])('%s: rows lie so far apart that the cloth is just covered', (weight) => {
    const [usual, other] = [sewDesign(plain), sewn(weight)];
    const width = 0.4 * Math.sqrt(40 / weight);
    expect(other.threadWidth).toBeCloseTo(width);
    expect(other.x.length / usual.x.length).toBeCloseTo(0.4 / width, 0);
    const box = { minX: -9, minY: -9, maxX: 9, maxY: 9 };
    const bare = layersOf(other, box, 0.1, width).layers.filter((n) => !n).length / 180 ** 2;
    expect(bare).toBeLessThan(0.01);
  });

  it('of a single thread counts for what is sewn with it alone: rows, coverage, the file, the way back', () => {
    const beside = drawn('M20 -10H40V10H20Z');
    const fine: Design = {
      ...plain,
      objects: [
        object('a', square, 'fill', { underlay: 'none' }, { thread: '172' }),
        object('b', beside, 'fill', { underlay: 'none' }, { thread: 'F172' }),
      ],
    };
    const plan = sewDesign(fine);
    const rows = plan.objects.map(({ from, to }) => to - from);
    expect(rows[1] / rows[0]).toBeGreaterThan(1.1);
    expect(plan.objects.map(({ thread }) => threadWidthIn(plan, thread))).toEqual([
      0.4,
      expect.closeTo(0.327, 3),
    ]);
    const box = { minX: 21, minY: -9, maxX: 39, maxY: 9 };
    expect(layersOf(plan, box, 0.1, 0.327).layers.filter((n) => !n).length / 180 ** 2).toBeLessThan(0.01);
    // In another chart they are as fine, where it has such; else as near to that as it has.
    const sewnFrom = (code: string) => (moves: ReturnType<typeof threadMoves>) =>
      moves.find(({ from }) => from.code === code)!.to;
    const own = { ...tarn, id: 'own-x', threads: [...tarn.threads.slice(0, 9), fineTarn] };
    expect(sewnFrom('F172')(threadMoves(fine, own))).toBe(fineTarn);
    expect(sewnFrom('172')(threadMoves(fine, own)).weight).toBeUndefined();
    expect(sewnFrom('172')(threadMoves(fine, threadChart('hedgerow'))).weight).toBeUndefined();
    const codes = new Map(threadMoves(fine, own).map(({ from, to }) => [from.code, to.code]));
    const moved = applyCommand(fine, moveToChartJob(fine, own, codes).command).design;
    const opened = readDesignFile(writeDesignFile(moved));
    expect(sewDesign(opened).x).toEqual(plan.x);
    expect(applyCommand(opened, moveBackJob(opened).command).design).toEqual(fine);
  });
});
