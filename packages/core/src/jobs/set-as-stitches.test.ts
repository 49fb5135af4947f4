import { expect, test } from 'vitest';
import { object } from '../../test/draw.ts';
import { applyCommand } from '../design/commands.ts';
import { emptyDesign, type Outline } from '../design/types.ts';
import { figuresOf, type Plan } from '../sewing/plan.ts';
import { stitchesJob } from './set-as-stitches.ts';
import { sewDesign } from '../sewing/sew.ts';

const box: Outline = { kind: 'rectangle', x: 0, y: 0, width: 20, height: 12, radius: 0, turn: 0 };

test('stitches are those that were sewn, and what followed the outline stands by itself', () => {
  const follower = object('b', { kind: 'surround', of: ['a'], distance: 2, corners: 'round' });
  const design = { ...emptyDesign('x'), objects: [object('a', box), follower] };
  const next = applyCommand(design, stitchesJob(design, ['a']).command).design;
  expect(next.objects[0]).toMatchObject({ kind: 'stitches', id: 'a' });
  expect(next.objects[1]).toMatchObject({ outline: { kind: 'path' } });
  const alone = { ...design, objects: [design.objects[0]] };
  const [before, after] = [sewDesign(alone), sewDesign({ ...next, objects: [next.objects[0]] })];
  expect(figuresOf(after).stitches).toBe(figuresOf(before).stitches);
  const places = ({ x }: Plan): number[] => Array.from(x, (v) => v + 0); // no −0
  expect(places(after)).toEqual(places(before));
  expect([...after.part]).toEqual([...before.part]);
  expect(() => stitchesJob(next, ['a'])).toThrow('Select an object that is sewn first.');
});
