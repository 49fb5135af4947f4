import fc from 'fast-check';
import { expect, test } from 'vitest';
import { applyCommand } from '../design/commands.ts';
import { everyItem, everyLeaf, findItem } from '../design/tree.ts';
import { emptyDesign, type Design, type DesignObject, type Group, type Item } from '../design/types.ts';
import { recolourJob, renameJob, reorderJob, stepJob, stopJob, type OrderPlace } from './order.ts';

const leaf = (id: string): DesignObject => ({
  id,
  name: id.toUpperCase(),
  kind: 'object',
  visible: true,
  locked: false,
  outline: { kind: 'rectangle', x: 0, y: 0, width: 5, height: 5, radius: 0, turn: 0 },
  recipe: { kind: 'run', settings: {} },
  thread: '222',
});
const group = (id: string, ...objects: Item[]): Group => ({
  id,
  name: id,
  kind: 'group',
  visible: true,
  locked: false,
  objects,
});
const design: Design = {
  ...emptyDesign('Order'),
  objects: [leaf('a'), group('g', leaf('b'), group('h', leaf('c')), leaf('d')), leaf('e'), leaf('f')],
};
const said = (items: readonly Item[]): string =>
  items.map((i) => (i.kind === 'group' ? `${i.id}(${said(i.objects)})` : i.id)).join(' ');
const moved = (ids: string[], place: OrderPlace, from = design): string =>
  said(applyCommand(from, reorderJob(from, ids, place).command).design.objects);

test.each<[string[], OrderPlace, string]>([
  [['e'], { at: 'start' }, 'e a g(b h(c) d) f'],
  [['a', 'e'], { at: 'end' }, 'g(b h(c) d) f a e'],
  [['f', 'a'], { before: 'e' }, 'g(b h(c) d) a f e'],
  [['b', 'f'], { after: 'a' }, 'a b f g(h(c) d) e'],
  [['e'], { parent: 'g', index: 0 }, 'a g(e b h(c) d) f'],
  [['a'], { after: 'c' }, 'g(b h(c a) d) e f'],
  [['h'], { after: 'g' }, 'a g(b d) h(c) e f'],
  [['g'], { at: 'end' }, 'a e f g(b h(c) d)'],
  [['g', 'c'], { at: 'start' }, 'g(b h(c) d) a e f'],
  [['b'], { parent: 'g', index: 3 }, 'a g(h(c) d b) e f'],
  [['a'], { before: 'a' }, 'a g(b h(c) d) e f'],
])('%j to %j', (ids, place, result) => expect(moved(ids, place)).toBe(result));

test.each<[string, -1 | 1, string]>([
  ['e', -1, 'a e g(b h(c) d) f'],
  ['e', 1, 'a g(b h(c) d) f e'],
  ['d', 1, 'a g(b h(c)) d e f'],
  ['b', -1, 'a b g(h(c) d) e f'],
  ['a', -1, 'a g(b h(c) d) e f'],
  ['f', 1, 'a g(b h(c) d) e f'],
])('%s by a step of %d', (id, by, result) =>
  expect(said(applyCommand(design, stepJob(design, [id], by).command).design.objects)).toBe(result),
);

test('a group never holds itself, and what is gone is said', () => {
  expect(() => moved(['g'], { parent: 'h', index: 0 })).toThrow('inside itself');
  expect(() => moved(['a'], { before: 'zz' })).toThrow('is gone');
  expect(() => moved([], { at: 'start' })).toThrow('select something');
});

test('any move keeps everything, in one order among what is moved, and is undone', () => {
  const all = [...everyItem(design.objects)].map((i) => i.id);
  const place = fc.oneof(
    fc.constantFrom<OrderPlace>({ at: 'start' }, { at: 'end' }),
    fc.constantFrom(...all).map((before) => ({ before })),
    fc.constantFrom(...all).map((after) => ({ after })),
    fc.record({ parent: fc.constantFrom(null, 'g', 'h'), index: fc.integer({ min: 0, max: 5 }) }),
  );
  fc.assert(
    fc.property(fc.uniqueArray(fc.constantFrom(...all), { minLength: 1 }), place, (ids, to) => {
      let job;
      try {
        job = reorderJob(design, ids, to);
      } catch {
        return; // a group that would hold itself
      }
      const applied = applyCommand(design, job.command);
      const leaves = (d: Design): string[] => [...everyLeaf(d.objects)].map((l) => l.id);
      expect(leaves(applied.design).sort()).toEqual(leaves(design).sort());
      const order = (d: Design): string[] =>
        [...everyItem(d.objects)].map((i) => i.id).filter((id) => job.select.includes(id));
      expect(order(applied.design)).toEqual(order(design));
      expect(applyCommand(applied.design, applied.inverse).design).toEqual(design);
    }),
    { numRuns: 300 },
  );
});

test('threads, stops and names', () => {
  const coloured = applyCommand(design, recolourJob(design, ['g', 'a'], '172').command).design;
  expect([...everyLeaf(coloured.objects)].map((l) => l.thread)).toEqual([
    '172',
    '172',
    '172',
    '172',
    '222',
    '222',
  ]);
  const stopped = applyCommand(design, stopJob(design, ['g'], 'Lay the cloth').command).design;
  expect(findItem(stopped, 'd')).toMatchObject({ stopAfter: 'Lay the cloth' });
  const without = applyCommand(stopped, stopJob(stopped, ['d'], null).command).design;
  expect(without).toEqual(design);
  const named = applyCommand(design, renameJob(design, 'h', '  Petals ').command).design;
  expect(findItem(named, 'h')!.name).toBe('Petals');
  expect(() => renameJob(design, 'h', '   ')).toThrow('at least one letter');
  expect(() => stopJob(design, [], 'x')).toThrow('select the object');
});

test('what is repeated takes its repeat along to the ends, and out of it step by step', () => {
  const repeat = { layout: { kind: 'circle' }, order: 'copies' } as unknown as Group['repeat'];
  const from: Design = {
    ...emptyDesign('Order'),
    objects: [leaf('a'), { ...group('r', leaf('b'), group('h', leaf('c'))), repeat }, leaf('d')],
  };
  expect(moved(['c'], { at: 'start' }, from)).toBe('r(b h(c)) a d');
  expect(moved(['b', 'c'], { at: 'end' }, from)).toBe('a d r(b h(c))');
  const stepped = (ids: string[], by: -1 | 1): string =>
    said(applyCommand(from, stepJob(from, ids, by).command).design.objects);
  expect(stepped(['b'], -1)).toBe('r(b h(c)) a d');
  expect(stepped(['h'], 1)).toBe('a d r(b h(c))');
  // By hand it can be taken out.
  expect(moved(['b'], { before: 'a' }, from)).toBe('b a r(h(c)) d');
});
