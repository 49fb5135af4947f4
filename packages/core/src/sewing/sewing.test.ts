import { describe, expect, test } from 'vitest';
import * as draw from '../../test/draw.ts';
import { box, design, drawn } from '../../test/draw.ts';
import { type Design, type DesignObject, type Outline } from '../design/types.ts';
import { Part } from '../stitches/thread.ts';
import { Move } from './moves.ts';
import { figuresOf, recordAt } from './plan.ts';
import { sewDesign } from './sew.ts';

let count = 0;
const object = (
  outline: Outline,
  kind: string,
  thread = '222',
  more: Partial<DesignObject> = {},
): DesignObject =>
  draw.object(`o${++count}`, outline, kind, {}, { name: `Object ${count}`, thread, ...more });
const line = (x1: number, y1: number, x2: number, y2: number): Outline => drawn(`M${x1} ${y1}L${x2} ${y2}`);

test('every thread is tied in and tied off', () => {
  const plan = sewDesign(design(object(line(0, 0, 30, 0), 'run')));
  const ties = [...plan.part].flatMap((p, i) => (p === Part.tie && plan.move[i] === Move.stitch ? [i] : []));
  expect(ties.length).toBe(6);
  for (const i of ties) {
    const d = Math.hypot(plan.x[i] - plan.x[i - 1], plan.y[i] - plan.y[i - 1]);
    expect(d).toBeGreaterThanOrEqual(0.69);
    expect(d).toBeLessThanOrEqual(1);
  }
  expect([plan.x[0].toFixed(1), plan.move[0]]).toEqual(['0.8', Move.jump]);
});

describe('from one object to the next', () => {
  const between = (...objects: Design['objects']) => figuresOf(sewDesign(design(...objects)));

  test('in another thread: a colour change', () => {
    const f = between(
      object(box(0, 0), 'fill', '222'),
      object(box(20, 0), 'fill', '172'),
      object(box(0, 20), 'fill', '222'),
    );
    expect([f.colourChanges, f.trims]).toEqual([2, 0]);
    expect(f.threads).toEqual(['222', '172', '222']);
  });

  test('where the last one ended: nothing', () => {
    const f = between(object(line(0, 0, 20, 0), 'run'), object(line(20, 0, 20, 20), 'run'));
    expect([f.trims, f.jumps]).toEqual([0, 1]);
  });

  test('under a cover that is still to come: travel', () => {
    const plan = sewDesign(
      design(
        object(line(-8, 0, -4, 0), 'run'),
        object(line(4, 0, 8, 0), 'run'),
        object(box(0, 0, 30, 20), 'fill', '172'),
      ),
    );
    const f = figuresOf(plan);
    expect([f.trims, f.colourChanges]).toEqual([0, 1]);
    expect([...plan.part].some((p, i) => p === Part.travel && plan.move[i] === Move.stitch)).toBe(true);
  });

  test('across bare cloth: a trim, never a jump that shows', () => {
    const f = between(object(line(0, 0, 10, 0), 'run'), object(line(12, 0, 22, 0), 'run'));
    expect(f.trims).toBe(1);
  });

  test('over a short way that is hidden: a jump', () => {
    const f = between(
      object(box(0, 0, 40, 20), 'fill', '172'),
      object(line(-8, 0, 0, 0), 'run'),
      object(line(2, 0, 9, 0), 'run'),
    );
    expect(f.trims).toBe(0);
  });
});

test('records before an object’s first stitch belong to the one before', () => {
  const plan = sewDesign(design(object(box(0, 0), 'fill', '222'), object(box(30, 0), 'fill', '172')));
  const [first, second] = plan.objects;
  expect(plan.move[first.to - 1]).toBe(Move.change);
  expect(plan.part[first.to - 2]).toBe(Part.tie);
  expect([first.to, second.to]).toEqual([second.from, plan.x.length]);
  expect(plan.object[second.from]).toBe(1);
});

test('hidden objects and groups are left out; a stop waits', () => {
  const a = object(box(0, 0), 'fill');
  const hidden = object(box(20, 0), 'fill', '222', { visible: false });
  const group = {
    id: 'g',
    name: 'G',
    kind: 'group' as const,
    visible: false,
    locked: false,
    objects: [object(box(0, 20), 'fill')],
  };
  const plan = sewDesign(design({ ...a, stopAfter: 'lay the cloth' }, hidden, group));
  expect(plan.objects.map((o) => o.id)).toEqual([a.id]);
  expect(figuresOf(plan).stops).toBe(1);
});

test('an object without room for a stitch keeps its place with no records', () => {
  const plan = sewDesign(design(object(line(0, 0, 0.1, 0), 'satin'), object(box(0, 0), 'fill')));
  expect(plan.objects[0].from).toBe(plan.objects[0].to);
  expect(plan.objects[1].to).toBe(plan.x.length);
});

test('time runs on, and finds records again', () => {
  const plan = sewDesign(design(object(box(0, 0), 'fill'), object(box(20, 0), 'run', '172')));
  for (let i = 1; i < plan.time.length; i++) expect(plan.time[i]).toBeGreaterThan(plan.time[i - 1]);
  expect(recordAt(plan, 0)).toBe(0);
  expect(recordAt(plan, plan.time[10])).toBe(11);
  expect(recordAt(plan, 1e9)).toBe(plan.x.length);
  const { seconds, stitches } = figuresOf(plan);
  expect(seconds).toBeGreaterThan((stitches / 700) * 60 + 25);
});

test('a stop after an object waits even when the object itself gave no stitch', () => {
  const plan = sewDesign(
    design(
      object(box(0, 0), 'fill'),
      object(line(0, 0, 0.1, 0), 'satin', '222', { stopAfter: 'float the backing' }),
      object(box(20, 0), 'fill'),
    ),
  );
  expect(figuresOf(plan).stops).toBe(1);
});

test('brought-in stitches begin with a jump, whatever their first record says', () => {
  const item = {
    id: 's',
    name: 'S',
    kind: 'stitches' as const,
    visible: true,
    locked: false,
    thread: '172',
    blocks: [{ records: '300,0 20,0 20,10' }],
  };
  const plan = sewDesign(design(object(box(0, 0), 'fill'), item));
  const { from } = plan.objects[1];
  expect([plan.x[from], plan.move[from]]).toEqual([30, Move.jump]);
  expect([...plan.move.slice(from + 1)]).toEqual([Move.stitch, Move.stitch]);
});
