import type { Design, DesignObject, Group, Item, Outline, StitchesObject } from '@rosehip/core';
import { emptyDesign } from '@rosehip/core';
import { describe, expect, test } from 'vitest';
import {
  boundsOfItems,
  canReshape,
  fitted,
  frameOf,
  itemBounds,
  leafAt,
  leavesInside,
  moved,
  turnedAbout,
} from './items.ts';

const object = (
  id: string,
  outline: Outline,
  kind = 'fill',
  more: Partial<DesignObject> = {},
): DesignObject => ({
  id,
  name: id,
  kind: 'object',
  visible: true,
  locked: false,
  outline,
  recipe: { kind, settings: {} },
  thread: '222',
  ...more,
});
const box = (x: number, y: number, width = 10, height = 10, turn = 0): Outline => ({
  kind: 'rectangle',
  x,
  y,
  width,
  height,
  radius: 0,
  turn,
});
const line: Outline = {
  kind: 'path',
  paths: [
    {
      closed: false,
      points: [
        { x: -20, y: 20 },
        { x: 20, y: 20 },
      ],
    },
  ],
};
const stitches: StitchesObject = {
  id: 's',
  name: 's',
  kind: 'stitches',
  visible: true,
  locked: false,
  thread: '172',
  points: [0, 0, 300, 300, 350, 300, 350, 340],
  moves: [1, 1, 0, 0],
};
const design = (...objects: Item[]): Design => ({ ...emptyDesign('Test'), objects });

describe('what lies at a place', () => {
  const d = design(
    object('under', box(0, 0, 30, 30)),
    object('over', box(0, 0)),
    object('line', line, 'satin'),
    stitches,
  );

  test('is the topmost that is there', () => {
    expect(leafAt(d, { x: 0, y: 0 }, 0.5)?.id).toBe('over');
    expect(leafAt(d, { x: 12, y: 0 }, 0.5)?.id).toBe('under');
    expect(leafAt(d, { x: 0, y: 21 }, 0.1)?.id).toBe('line'); // within the satin's width
    expect(leafAt(d, { x: 33, y: 30 }, 0.5)?.id).toBe('s');
    expect(leafAt(d, { x: -40, y: -40 }, 0.5)).toBeNull();
  });

  test('locked and hidden ones are passed over', () => {
    const locked = design(
      object('under', box(0, 0, 30, 30)),
      object('over', box(0, 0), 'fill', { locked: true }),
    );
    expect(leafAt(locked, { x: 0, y: 0 }, 0.5)?.id).toBe('under');
    const hidden = design(object('over', box(0, 0), 'fill', { visible: false }));
    expect(leafAt(hidden, { x: 0, y: 0 }, 0.5)).toBeNull();
  });

  test('an open line is hit on its line only, a box takes what is wholly inside', () => {
    const open = design(object('run', line, 'run'));
    expect(leafAt(open, { x: 0, y: 18 }, 0.5)).toBeNull();
    expect(leavesInside(d, { minX: -16, minY: -16, maxX: 16, maxY: 16 }).map((l) => l.id)).toEqual([
      'under',
      'over',
    ]);
  });
});

describe('moving, sizing, turning', () => {
  test('brought-in stitches move on the machine’s grid and are never sized', () => {
    const [shifted] = moved([stitches], 1.234, -0.06) as StitchesObject[];
    expect(shifted.points.slice(0, 4)).toEqual([12, -1, 312, 299]);
    expect(canReshape([stitches])).toBe(false);
    expect(canReshape([object('a', box(0, 0))])).toBe(true);
    expect(itemBounds(stitches)).toEqual({ minX: 30, minY: 30, maxX: 35, maxY: 34 });
  });

  test('a turned primitive is sized in its own frame and stays one', () => {
    const items = [object('a', box(5, 5, 20, 10, 30))];
    const from = frameOf(items)!;
    expect(from).toEqual({ x: 5, y: 5, width: 20, height: 10, turn: 30 });
    const [sized] = fitted(items, from, { ...from, width: 40 }) as DesignObject[];
    expect(sized.outline).toMatchObject({ kind: 'rectangle', width: 40, height: 10, turn: 30 });
  });

  test('several items keep their places to each other', () => {
    const group: Group = {
      id: 'g',
      name: 'g',
      kind: 'group',
      visible: true,
      locked: false,
      objects: [object('b', box(20, 0))],
    };
    const items = [object('a', box(0, 0)), group];
    const from = frameOf(items)!;
    expect(from).toMatchObject({ x: 10, width: 30, height: 10, turn: 0 });
    const to = fitted(items, from, { ...from, width: 60, height: 20 });
    expect(boundsOfItems(to)).toEqual({ minX: -20, minY: -10, maxX: 40, maxY: 10 });
    const turned = boundsOfItems(turnedAbout(items, 90, { x: 10, y: 0 }))!;
    expect([turned.maxX - turned.minX, turned.maxY - turned.minY]).toEqual([
      expect.closeTo(10),
      expect.closeTo(30),
    ]);
  });
});
