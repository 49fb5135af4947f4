// The order that is proposed: as few colour changes as overlaps allow, and what lies above what stays so.
import fc from 'fast-check';
import * as draw from '../../test/draw.ts';
import { design } from '../../test/draw.ts';
import { describe, expect, test } from 'vitest';
import { demoDesigns } from '../../../../demo/designs.ts';
import { applyCommand } from '../design/commands.ts';
import { everyLeaf } from '../design/tree.ts';
import { type Design, type DesignObject, type Group, type Item } from '../design/types.ts';
import { clothById } from '../materials/cloths.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { mustFollow, overlapOf, sewnExtent } from '../sewing/extent.ts';
import { figuresOf, threadUse } from '../sewing/plan.ts';
import { orderFigures, putInOrder } from './put-in-order.ts';
import { sewDesign, sewnLeaves } from '../sewing/sew.ts';

let count = 0;
const box = (x: number, y: number, thread: string, more: Partial<DesignObject> = {}): DesignObject =>
  draw.object(`o${++count}`, draw.box(x, y, 8, 8), 'run', {}, { name: `Object ${count}`, thread, ...more });
const fill = (x: number, y: number, thread: string): DesignObject =>
  box(x, y, thread, { recipe: { kind: 'fill', settings: { spacing: 2 } } });
const group = (...objects: Item[]): Group => ({ ...draw.group(`g${++count}`, objects), name: 'Group' });
const after = (d: Design): Design => {
  const p = putInOrder(d);
  return p ? applyCommand(d, p.job.command).design : d;
};
const threads = (d: Design): string => [...everyLeaf(d.objects)].map((l) => l.thread).join(' ');

test('colours that nothing keeps apart are sewn together', () => {
  const d = design(fill(-30, 0, '222'), fill(-15, 0, '172'), fill(0, 0, '222'), fill(15, 0, '172'));
  const p = putInOrder(d)!;
  expect([p.before.colourChanges, p.after.colourChanges]).toEqual([3, 1]);
  expect(p.after.seconds).toBeLessThan(p.before.seconds);
  expect(threads(after(d))).toMatch(/^(222 222 172 172|172 172 222 222)$/);
});

test('what lies above what stays so, though it costs a colour change', () => {
  const d = design(fill(0, 0, '222'), fill(3, 0, '172'), fill(6, 0, '222'));
  expect(putInOrder(d)).toBeNull();
  const far = design(fill(0, 0, '222'), fill(3, 0, '172'), fill(6, 0, '222'), fill(30, 0, '172'));
  const now = after(far);
  expect(figuresOf(sewDesign(now)).colourChanges).toBe(2);
});

test('nothing is sewn before a stop that was sewn after it', () => {
  const d = design(
    fill(-30, 0, '222'),
    { ...fill(-15, 0, '172'), stopAfter: 'Lay the cloth' },
    fill(0, 0, '222'),
    fill(15, 0, '172'),
  );
  const now = after(d);
  const leaves = [...everyLeaf(now.objects)];
  const stop = leaves.findIndex((l) => l.stopAfter);
  expect(
    leaves
      .slice(0, stop + 1)
      .map((l) => l.id)
      .sort(),
  ).toEqual(
    d.objects
      .slice(0, 2)
      .map((o) => o.id)
      .sort(),
  );
});

test('groups stay together and are put in order inside', () => {
  const inner = group(fill(0, 20, '222'), fill(12, 20, '172'), fill(24, 20, '222'));
  const d = design(fill(-30, 0, '172'), inner, fill(-15, 0, '172'));
  const now = after(d);
  const held = now.objects.find((o) => o.kind === 'group') as Group;
  expect(held.objects).toHaveLength(3);
  expect(figuresOf(sewDesign(now)).colourChanges).toBeLessThan(figuresOf(sewDesign(d)).colourChanges);
});

test('within a colour the way is short', () => {
  const d = design(...[0, 40, 10, 30, 20].map((x) => box(x - 20, 0, '222')));
  const p = putInOrder(d)!;
  expect(p.after.travel).toBeLessThan(p.before.travel / 1.5);
});

test('words when there is nothing to be put in order', () => {
  expect(() => putInOrder(design(box(0, 0, '222')))).toThrow('Two objects or more');
});

describe('any design', () => {
  const place = fc.tuple(fc.integer({ min: -3, max: 3 }), fc.integer({ min: -3, max: 3 }));
  const some = fc.array(fc.tuple(place, fc.constantFrom('222', '172', '132'), fc.boolean()), {
    minLength: 2,
    maxLength: 9,
  });

  test('keeps its overlaps in order and never gets worse', () => {
    fc.assert(
      fc.property(some, (list) => {
        const d = design(...list.map(([[x, y], thread, run]) => (run ? box : fill)(6 * x, 6 * y, thread)));
        const now = after(d);
        const cloth = clothById(d.cloth.kind);
        const leaves = sewnLeaves(resolveDesign(d));
        const extents = leaves.map((l) => sewnExtent(l, cloth));
        const at = new Map([...everyLeaf(now.objects)].map((l, i) => [l.id, i]));
        mustFollow(extents).forEach((before, i) => {
          for (const b of before) expect(at.get(leaves[b].id)!).toBeLessThan(at.get(leaves[i].id)!);
        });
        const [f, g] = [orderFigures(d), orderFigures(now)];
        expect(g.colourChanges).toBeLessThanOrEqual(f.colourChanges);
        if (g.colourChanges === f.colourChanges) expect(g.trims).toBeLessThanOrEqual(f.trims);
        expect(at.size).toBe(list.length);
      }),
      { numRuns: 40 },
    );
  }, 60_000);

  test.each(demoDesigns().map((d): [string, Design] => [d.name, d]))('%s', (_, d) => {
    const now = after(d);
    const [f, g] = [d, now].map((x) => figuresOf(sewDesign(x)));
    expect(g.colourChanges).toBeLessThanOrEqual(f.colourChanges);
    // No order can do with fewer changes than there are threads, less one.
    expect(g.colourChanges).toBeGreaterThanOrEqual(new Set(g.threads).size - 1);
  });
});

test('what each thread takes adds up to the whole', () => {
  const plan = sewDesign(design(fill(0, 0, '222'), fill(20, 0, '172'), box(20, 20, '222')));
  const f = figuresOf(plan);
  const use = threadUse(plan);
  expect(use.map((u) => u.code)).toEqual(['222', '172']);
  const sum = (of: (u: (typeof use)[number]) => number): number => use.reduce((s, u) => s + of(u), 0);
  expect(sum((u) => u.stitches)).toBe(f.stitches);
  expect(sum((u) => u.seconds)).toBeCloseTo(f.seconds, 2);
  expect(sum((u) => u.metres)).toBeCloseTo(f.threadMetres, 3);
  expect(f.threadMetres).toBeGreaterThan(0.1);
});

test('extents of brought-in stitches are the cloth that their thread covers', () => {
  const cloth = clothById('linen');
  const stitches: Item = {
    id: 's',
    name: 'S',
    kind: 'stitches',
    visible: true,
    locked: false,
    thread: '222',
    blocks: [{ records: 'j0,0 100,0 j100,0' }],
  };
  const extent = sewnExtent(stitches, cloth);
  expect(extent.bounds!.maxX).toBeCloseTo(10.2, 1);
  const line = sewnExtent(resolveDesign(design(box(5, 4, '222'))).objects[0], cloth);
  expect(overlapOf(extent, line).length).toBeGreaterThan(0);
});
