import { expect, test } from 'vitest';
import { ellipse, object } from '../../test/draw.ts';
import { emptyDesign, type Design } from '../design/types.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { figuresOf } from '../sewing/plan.ts';
import { sewResolved } from '../sewing/sew.ts';
import { sketched } from './sketch.ts';

const design: Design = {
  ...emptyDesign('Moth'),
  objects: [object('wing', ellipse(0, 0, 20), 'fill'), object('veil', ellipse(50, 0, 20), 'stipple')],
};
const resolved = resolveDesign(design);

test('a small picture is sewn with far fewer stitches over the same cloth', () => {
  const full = sewResolved({ ...resolved, objects: [resolved.objects[0]] });
  const small = sketched(resolved, 1.2);
  const sketch = sewResolved({ ...small, objects: [small.objects[0]] });
  expect(sketch.x.length).toBeLessThan(full.x.length / 2);
  const [a, b] = [figuresOf(full).bounds!, figuresOf(sketch).bounds!];
  for (const side of ['minX', 'minY', 'maxX', 'maxY'] as const)
    expect(Math.abs(a[side] - b[side])).toBeLessThan(1);
});

test('what is open, and what is seen close up, stays as it is', () => {
  expect(sketched(resolved, 1.2).objects[1]).toBe(resolved.objects[1]);
  expect(sketched(resolved, 0.5)).toBe(resolved);
});

test('pictures of nearly one size share what is sewn', () => {
  expect(sketched(resolved, 1.2).objects[0]).toBe(sketched(resolved, 1.3).objects[0]);
});
