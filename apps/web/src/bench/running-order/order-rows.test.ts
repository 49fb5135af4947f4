import { emptyDesign, sewDesign, type DesignObject, type Group, type Item } from '@rosehip/core';
import { expect, test } from 'vitest';
import { marksOf, marksWithRoom, type Mark } from './blocks.ts';
import { dropPlace, orderRows } from './order-rows.ts';

const leaf = (id: string, x: number, thread = '222'): DesignObject => ({
  id,
  name: id,
  kind: 'object',
  visible: true,
  locked: false,
  outline: { kind: 'rectangle', x, y: 0, width: 6, height: 6, radius: 0, turn: 0 },
  recipe: { kind: 'run', settings: {} },
  thread,
});
const group = (id: string, objects: Item[], visible = true): Group => ({
  id,
  name: id,
  kind: 'group',
  visible,
  locked: false,
  objects,
});
const objects = [
  leaf('a', -30),
  group('g', [leaf('b', -15, '172'), leaf('c', 0, '172')]),
  leaf('d', 15, '172'),
];
const plan = sewDesign({ ...emptyDesign('Rows'), objects });

test('rows stand in order with their depth, shares and colours', () => {
  const rows = orderRows(objects, plan, new Set());
  expect(rows.map((r) => [r.item.id, r.depth, r.number])).toEqual([
    ['a', 0, 1],
    ['g', 0, 0],
    ['b', 1, 2],
    ['c', 1, 3],
    ['d', 0, 4],
  ]);
  expect(rows.filter((r) => r.newColour).map((r) => r.item.id)).toEqual(['b']);
  const [, g, b, c] = rows;
  expect(g.stitches).toBe(b.stitches + c.stitches);
  expect(g.records).toEqual([b.records![0], c.records![1]]);
});

test('closed groups hide what they hold, and count it still', () => {
  const rows = orderRows(objects, plan, new Set(['g']));
  expect(rows.map((r) => r.item.id)).toEqual(['a', 'g', 'd']);
  expect(rows[1].stitches).toBeGreaterThan(0);
  expect(rows[2].number).toBe(4);
});

test('what stands in a hidden group is hidden', () => {
  const hidden = [group('g', [leaf('b', 0)], false)];
  const rows = orderRows(hidden, sewDesign({ ...emptyDesign('H'), objects: hidden }), new Set());
  expect(rows.map((r) => [r.hidden, r.stitches])).toEqual([
    [true, 0],
    [true, 0],
  ]);
});

test('a dropped row goes where its depth says', () => {
  const none = new Set<string>();
  const rows = orderRows(objects, plan, none);
  const [a, g, b, c, d] = rows;
  expect(dropPlace(null, a, 0, none, rows)).toEqual({ at: 'start' });
  expect(dropPlace(g, b, 0, none, rows)).toEqual({ parent: 'g', index: 0 });
  expect(dropPlace(b, c, 0, none, rows)).toEqual({ after: 'b' });
  // At the end of a group: moved in it stays inside, moved out it comes after.
  expect(dropPlace(c, d, 1, none, rows)).toEqual({ after: 'c' });
  expect(dropPlace(c, d, 0, none, rows)).toEqual({ after: 'g' });
  expect(dropPlace(g, d, 0, new Set(['g']), rows)).toEqual({ after: 'g' });
  expect(dropPlace(d, null, 3, none, rows)).toEqual({ after: 'd' });
});

test('marks tell trims, changes, jumps and ties; where room is short the weightier ones stay', () => {
  const kinds = new Set(marksOf(plan).map((m) => m.kind));
  expect([...kinds].sort()).toEqual(['change', 'jump', 'tie', 'trim']);
  const marks: Mark[] = [
    { kind: 'tie', at: 0 },
    { kind: 'stop', at: 2 },
    { kind: 'jump', at: 3 },
    { kind: 'trim', at: 20 },
  ];
  expect(marksWithRoom(marks, (m) => m.at, 9).map((m) => m.kind)).toEqual(['stop', 'trim']);
  expect(marksWithRoom(marks, (m) => 10 * m.at, 9)).toHaveLength(4);
});
