import {
  emptyDesign,
  transformItems,
  type Item,
  type PlainOutline,
  type StitchesObject,
} from '@rosehip/core';
import { describe, expect, test } from 'vitest';
import { fitting, frameOf, readyOf, type Frame } from './items.ts';

const object = (id: string, outline: PlainOutline): Item<PlainOutline> => ({
  id,
  name: id,
  kind: 'object',
  visible: true,
  locked: false,
  outline,
  recipe: { kind: 'fill', settings: {} },
  thread: '222',
});
const box = (x: number, y: number, width = 10, height = 10, turn = 0): PlainOutline => ({
  kind: 'rectangle',
  x,
  y,
  width,
  height,
  radius: 0,
  turn,
});
const stitches: StitchesObject = {
  id: 's',
  name: 's',
  kind: 'stitches',
  visible: true,
  locked: false,
  thread: '172',
  blocks: [{ records: 'j0,0 j300,300 50,0 0,40' }],
};

describe('the frame about what is selected', () => {
  test('is turned with a single ready shape, upright about several', () => {
    expect(frameOf([object('a', box(3, 4, 20, 10, 30))])).toEqual({
      x: 3,
      y: 4,
      width: 20,
      height: 10,
      turn: 30,
    });
    expect(frameOf([object('a', box(0, 0)), object('b', box(20, 0))])).toEqual({
      x: 10,
      y: 0,
      width: 30,
      height: 10,
      turn: 0,
    });
    expect(frameOf([])).toBeNull();
    expect(readyOf([object('a', box(0, 0))])?.id).toBe('a');
    expect(readyOf([stitches])).toBeNull();
  });

  test.each([0, 30, -75])(
    'a shape turned by %s° is sized in its own directions, the other side held',
    (turn) => {
      const a = object('a', box(3, 4, 20, 10, turn));
      const from = frameOf([a])!;
      const to: Frame = { ...from, width: 30, height: 15 };
      const [after] = transformItems({ ...emptyDesign('x'), objects: [a] }, [a], fitting(from, to));
      expect(after).toMatchObject({
        outline: {
          kind: 'rectangle',
          width: expect.closeTo(30),
          height: expect.closeTo(15),
          turn: expect.closeTo(turn),
        },
      });
    },
  );
});
