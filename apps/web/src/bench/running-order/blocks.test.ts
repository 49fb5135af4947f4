import { emptyDesign, sewDesign, type DesignObject } from '@rosehip/core';
import { expect, test } from 'vitest';
import { blocksOf, marksOf } from './blocks.ts';

const box = (id: string, x: number, thread: string): DesignObject => ({
  id,
  name: `Box ${id}`,
  kind: 'object',
  visible: true,
  locked: false,
  outline: { kind: 'rectangle', x, y: 0, width: 10, height: 10, radius: 0, turn: 0 },
  recipe: { kind: 'fill', settings: {} },
  thread,
});

test('blocks follow one another, as long as they take, with marks between them', () => {
  const plan = sewDesign({
    ...emptyDesign('Blocks'),
    objects: [box('a', -30, '222'), box('b', 0, '222'), box('c', 30, '172')],
  });
  const blocks = blocksOf(plan);
  expect(blocks.map((b) => b.id)).toEqual(['a', 'b', 'c']);
  expect(blocks.map((b) => b.stitches).reduce((x, y) => x + y)).toBe(
    [...plan.move].filter((m) => m === 0).length,
  );
  blocks.forEach((b, i) => {
    expect(b.to).toBeGreaterThan(b.from);
    if (i) expect(b.from).toBeGreaterThan(blocks[i - 1].to);
  });
  const marks = marksOf(plan).filter((m) => m.kind === 'trim' || m.kind === 'change');
  expect(marks.map((m) => m.kind)).toEqual(['trim', 'change']);
  marks.forEach((m, i) => {
    expect(m.at).toBeGreaterThan(blocks[i].to);
    expect(m.at).toBeLessThan(blocks[i + 1].from);
  });
});
