import { expect, test } from 'vitest';
import { drawn, object } from '../../test/draw.ts';
import { applyCommand } from '../design/commands.ts';
import { everyLeaf } from '../design/tree.ts';
import { emptyDesign, type Design } from '../design/types.ts';
import { LARKMOOR_CHART, threadIn } from '../materials/threads.ts';
import { recolourAllJob, schemesFor, swappedThreads, turnedHues } from './recolour.ts';

const square = drawn('M-10 -10H10V10H-10Z');
const CODES = ['162', '222', '115'];
const design: Design = {
  ...emptyDesign('Colours'),
  objects: CODES.map((thread, i) => object(`o${i}`, square, 'run', {}, { thread })),
};
const threads = (d: Design): string[] => [...everyLeaf(d.objects)].map((l) => l.thread);
const run = (codes: ReadonlyMap<string, string>): Design =>
  applyCommand(design, recolourAllJob(design, codes).command).design;

test('two threads are swapped', () => {
  expect(threads(run(swappedThreads('162', '222')))).toEqual(['222', '162', '115']);
  expect(() => recolourAllJob(design, swappedThreads('222', '222'))).toThrow('already');
});

test('hues are turned, greys stay, and a whole turn changes nothing', () => {
  const codes = turnedHues(design, 120);
  expect(codes.get('115')).toBe('115');
  const [r, , b] = [0, 1, 2].map((k) =>
    parseInt(threadIn(LARKMOOR_CHART, codes.get('162')!).colour.slice(1 + 2 * k, 3 + 2 * k), 16),
  );
  // Red by 120° is green: neither red nor blue leads.
  const g = parseInt(threadIn(LARKMOOR_CHART, codes.get('162')!).colour.slice(3, 5), 16);
  expect(g).toBeGreaterThan(Math.max(r, b));
  expect([...turnedHues(design, 360)]).toEqual(CODES.map((code) => [code, code]));
});

test('a picture’s colours come in five ways; light goes on light first', () => {
  const schemes = schemesFor(design, ['#101030', '#f0e0c0', '#c04060']);
  expect(schemes).toHaveLength(5);
  const light = (code: string): number => parseInt(threadIn(LARKMOOR_CHART, code).colour.slice(3, 5), 16);
  const [first, second] = schemes.map(({ codes }) => codes);
  expect(light(first.get('115')!)).toBeLessThan(light(first.get('222')!));
  expect(light(second.get('115')!)).toBeGreaterThan(light(second.get('222')!));
  expect(schemesFor(design, [])).toEqual([]);
});
