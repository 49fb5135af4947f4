// The same design for another cloth, size, cap and hoop; and a design that follows another.
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import * as draw from '../../test/draw.ts';
import { heatherSprig } from '../../../../demo/brought-in.ts';
import { everyItem, everyLeaf, findItem } from '../design/tree.ts';
import type { AdaptChoices, Design, DesignObject, Item, TextOutline } from '../design/types.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { figuresOf } from '../sewing/plan.ts';
import { sewDesign, sewnLeaves } from '../sewing/sew.ts';
import { adaptDesign, proposedWith } from './adapt.ts';
import { followed } from './follow.ts';
import { heightOf, sewnBounds, widthOf } from './sewn-bounds.ts';

const cap = { kind: 'cap', colour: '#28324a' };
const on = (kind: string): AdaptChoices => ({ cloth: { kind, colour: '#c9cfd6' } });
const object = (design: Design, id: string): DesignObject => findItem(design, id) as DesignObject;
const box = (
  id: string,
  at: [number, number, number, number],
  kind: string,
  settings = {},
  more: Partial<DesignObject> = {},
): DesignObject => draw.object(id, draw.box(...at), kind, settings, { name: id, ...more });

describe('a cap', () => {
  const words: TextOutline = {
    kind: 'text',
    of: [],
    text: 'MOOR',
    font: 'one-line-plain',
    height: 12,
    place: [1, 0, 0, 1, -20, 30],
  };
  const first = draw.design(
    box('left', [-40, -20, 16, 16], 'fill'),
    box('middle', [0, 30, 16, 16], 'fill'),
    box('right', [40, -20, 16, 16], 'fill'),
    draw.object('words', words, 'run', {}, { name: 'MOOR' }),
  );
  const { design, rows } = adaptDesign(first, proposedWith(first, { cloth: cap }));

  test('is low enough for its front, in the middle of its hoop', () => {
    const b = sewnBounds(resolveDesign(design))!;
    expect(heightOf(b)).toBeLessThanOrEqual(55.2);
    expect(heightOf(b)).toBeGreaterThan(53);
    expect(Math.abs(b.minX + b.maxX) / 2).toBeLessThan(0.5);
    expect(design.hoop).toMatchObject({ width: 130, height: 60 });
    expect(rows.find((r) => r.step === 'size')?.why).toMatch(/cap/);
  });

  test('is sewn from the middle of the lower edge outwards, letters too', () => {
    const order = sewnLeaves(resolveDesign(design)).map((l) => l.id.split('~')[0]);
    expect(order.indexOf('middle')).toBeLessThan(order.indexOf('left'));
    expect(order.indexOf('middle')).toBeLessThan(order.indexOf('right'));
    expect((object(design, 'words').outline as TextOutline).order).toBe('centre');
  });

  test('its fills have a run at the edge beneath, whatever was set', () => {
    const bare = draw.design(box('bare', [0, 0, 20, 20], 'fill', { underlay: 'none' }));
    const made = adaptDesign(bare, { cloth: cap });
    expect(object(made.design, 'bare').recipe.settings.underlay).toBe('auto');
    expect(made.rows).toContainEqual(expect.objectContaining({ step: 'edge', of: ['bare'] }));
    const left = adaptDesign(bare, { cloth: cap, without: ['edge'] });
    expect(object(left.design, 'bare').recipe.settings.underlay).toBe('none');
  });

  test('the first design is as it was', () => {
    const copy = structuredClone(first);
    adaptDesign(first, proposedWith(first, { cloth: cap }));
    expect(first).toEqual(copy);
  });
});

describe('another cloth', () => {
  test('numbers set by hand change by as much as the cloth does; others follow by themselves', () => {
    const first = draw.design(
      box('own', [0, 0, 20, 20], 'fill', { compensation: 0.3, density: 1 }),
      box('left-to-it', [30, 0, 20, 20], 'fill'),
    );
    const { design, rows } = adaptDesign(first, on('jersey'));
    expect(object(design, 'own').recipe.settings).toMatchObject({ compensation: 0.5, density: 0.95 });
    expect(object(design, 'left-to-it').recipe.settings).toEqual({});
    expect(rows.filter((r) => r.step === 'numbers').map((r) => r.of)).toEqual([['own'], ['own']]);
  });

  test('what presses a quilt flat is sewn otherwise, and rows open', () => {
    const first = draw.design(
      box('rim', [0, 0, 40, 40], 'satin', { width: 4 }),
      box('field', [0, 0, 30, 30], 'fill'),
    );
    const { design, rows } = adaptDesign(first, on('quilt'));
    expect(object(design, 'rim').recipe).toEqual({ kind: 'run', settings: { passes: 3 } });
    expect(object(design, 'field').recipe.settings.spacing).toBe(3);
    expect(rows.filter((r) => r.step === 'suits').map((r) => r.why)).toEqual([
      expect.stringMatching(/^It is satin/),
      expect.stringMatching(/^It is too close/),
    ]);
  });

  test('a mesh holds loops down, and goes where there are none', () => {
    const first = draw.design(box('field', [0, 0, 30, 30], 'fill'));
    const towel = adaptDesign(first, on('towelling')).design;
    expect(towel.objects.map((o) => o.id)).toEqual(['adapted-1', 'adapted-2', 'field']);
    expect(object(towel, 'adapted-1').outline).toMatchObject({ kind: 'surround', of: ['field'] });
    const back = adaptDesign(towel, on('linen')).design;
    expect(back.objects.map((o) => o.id)).toEqual(['field']);
  });
});

describe('another size', () => {
  test('narrow satin becomes a line, a narrow fill satin, and a dot is told', () => {
    const first = draw.design(
      box('rim', [0, 0, 60, 60], 'satin', { width: 2.5 }),
      box('slip', [0, 0, 40, 5], 'fill'),
      box('dot', [0, 20, 2.5, 2.5], 'fill'),
      box('field', [0, -20, 30, 20], 'fill'),
    );
    const { design, rows } = adaptDesign(first, { size: { by: 'width', to: 20 } });
    expect(object(design, 'rim').recipe).toMatchObject({ kind: 'run', settings: { passes: 3 } });
    expect(object(design, 'slip').recipe.kind).toBe('satin');
    expect(object(design, 'field').recipe.kind).toBe('fill');
    expect(rows.find((r) => r.told)).toMatchObject({ step: 'small', of: ['dot'] });
  });

  test('is what was asked for, thread and all', () => {
    const first = draw.design(box('field', [5, 5, 60, 40], 'fill'), box('rim', [5, 5, 60, 40], 'satin'));
    const { design } = adaptDesign(first, { size: { by: 'width', to: 40 } });
    expect(Math.abs(widthOf(sewnBounds(resolveDesign(design))!) - 40)).toBeLessThan(0.25);
  });

  test('what came as stitches is read, so that its spacing stays', () => {
    const first = heatherSprig();
    const { design, rows } = adaptDesign(first, { size: { by: 'height', to: 37 } });
    expect(rows.some((r) => r.step === 'read')).toBe(true);
    const [was, now] = [first, design].map((d) => figuresOf(sewDesign(d)));
    // Half the size: a quarter of the cloth, and about half of what follows lines.
    expect(now.stitches).toBeLessThan(0.6 * was.stitches);
    const kept = adaptDesign(first, { size: { by: 'height', to: 37 }, without: ['read'] });
    expect([...everyLeaf(kept.design.objects)].every((l) => l.kind === 'stitches')).toBe(true);
    expect(kept.rows.find((r) => r.told)?.why).toMatch(/denser/);
  });

  test('what no longer fits the hoop is laid in several hoopings; what fits one again is in one', () => {
    const first = draw.design(...[-30, -10, 10, 30].map((x, k) => box(`b${k}`, [x, 0, 15, 15], 'fill')));
    const large = adaptDesign(first, { size: { by: 'width', to: 200 } });
    expect(large.design.hoopings!.length).toBeGreaterThan(1);
    expect(large.rows.find((r) => r.step === 'hoop')?.change).toMatch(/hoopings/);
    const small = adaptDesign(large.design, { size: { by: 'width', to: 70 } });
    expect(small.design.hoopings).toBeUndefined();
    expect(small.design.marks).toBeUndefined();
  });

  test('a hoop is turned where only that fits', () => {
    const first = draw.design(box('bar', [0, 0, 20, 90], 'fill'));
    const { design } = adaptDesign(first, { hoop: { name: '100 × 40', width: 100, height: 40 } });
    expect(design.hoop).toMatchObject({ width: 40, height: 100 });
  });
});

test('the same choices give the same design, ids and all', () => {
  const first = heatherSprig();
  for (const kind of ['cap', 'fleece', 'quilt']) {
    const choices = proposedWith(first, { cloth: { kind, colour: '#46505c' } });
    expect(adaptDesign(first, choices)).toEqual(adaptDesign(first, choices));
  }
});

test('what it is tried on stays with its cloth', () => {
  const tryOn = { thing: 'tote', places: [{ x: 0, y: 50, turn: 0 }] };
  const first = { ...heatherSprig(), tryOn };
  expect(adaptDesign(first, on('cap')).design.tryOn).toBe(undefined);
  expect(adaptDesign(first, { ...on(first.cloth.kind), size: { by: 'width', to: 30 } }).design.tryOn).toEqual(
    tryOn,
  );
});

test('nothing that is sewn can’t be adapted', () => {
  expect(() => adaptDesign(draw.design(), on('cap'))).toThrow(/Nothing is sewn/);
});

describe('following', () => {
  const base = draw.design(
    box('a', [0, 0, 10, 10], 'fill'),
    box('b', [20, 0, 10, 10], 'fill'),
    box('c', [40, 0, 10, 10], 'fill'),
  );
  const change = (design: Design, id: string, thread: string): Design => ({
    ...design,
    objects: design.objects.map((o) => (o.id === id ? ({ ...o, thread } as Item) : o)),
  });

  test('what changed there is taken over, what changed here stays', () => {
    const { design, taken, kept } = followed(
      base,
      change(base, 'a', '111'),
      change(change(base, 'a', '222'), 'b', '333'),
    );
    expect(design.objects.map((o) => o.kind === 'object' && o.thread)).toEqual(['111', '333', '222']);
    expect([taken, kept]).toEqual([1, 1]);
  });

  test('what others are made from comes back, set aside', () => {
    const ring = draw.object('ring', { kind: 'surround', of: ['b'], distance: 2, corners: 'round' }, 'run');
    const theirs = { ...base, objects: [...base.objects, ring] };
    const mine = { ...base, objects: base.objects.filter((o) => o.id !== 'b') };
    const { design } = followed(base, mine, theirs);
    expect(object(design, 'b').unsewn).toBe(true);
    expect(object(design, 'ring').outline).toEqual(ring.outline);
  });

  /** A few things done to a design. */
  const edits = fc.array(
    fc.record({
      do: fc.constantFrom('colour', 'remove', 'add', 'raise', 'group'),
      at: fc.nat(20),
      what: fc.nat(999),
    }),
    { maxLength: 6 },
  );
  type Edit = typeof edits extends fc.Arbitrary<(infer E)[]> ? E : never;
  function edited(design: Design, list: readonly Edit[], hand: string): Design {
    let objects = [...design.objects];
    list.forEach(({ do: what, at, what: number }, k) => {
      const i = objects.length ? at % objects.length : 0;
      if (what === 'add')
        objects.splice(i, 0, box(`${hand}${k}`, [number % 60, 0, 5, 5], 'run', {}, { thread: `${number}` }));
      else if (!objects.length) return;
      else if (what === 'remove') objects.splice(i, 1);
      else if (what === 'raise') objects.push(...objects.splice(i, 1));
      else if (what === 'group')
        objects = [
          ...objects.slice(0, i),
          draw.group(`${hand}g${k}`, objects.slice(i, i + 2)),
          ...objects.slice(i + 2),
        ];
      else if (objects[i].kind === 'object')
        objects[i] = { ...objects[i], thread: `${hand === 'm' ? 1 : 2}${number}` } as DesignObject;
    });
    return { ...design, objects };
  }

  test('nothing done by hand is lost, and nothing is there twice', () => {
    fc.assert(
      fc.property(edits, edits, (here, there) => {
        const mine = edited(base, here, 'm');
        const theirs = edited(base, there, 't');
        const { design } = followed(base, mine, theirs);
        const ids = [...everyItem(design.objects)].map((i) => i.id);
        const was = new Map([...everyItem(base.objects)].map((i) => [i.id, i]));
        const now = new Map([...everyItem(design.objects)].map((i) => [i.id, i]));
        const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
        const leaves = [...everyLeaf(mine.objects)];
        return (
          new Set(ids).size === ids.length &&
          leaves.every((l) => same(was.get(l.id), l) || same(now.get(l.id), l)) &&
          [...everyLeaf(theirs.objects)].every(
            (l) =>
              (was.has(l.id) && !leaves.some((m) => m.id === l.id)) ||
              (!same(
                was.get(l.id),
                leaves.find((m) => m.id === l.id),
              ) &&
                was.has(l.id)) ||
              same(now.get(l.id), l),
          )
        );
      }),
      { numRuns: 300 },
    );
  });

  test('when nothing was done by hand, it is as it is made now', () => {
    fc.assert(
      fc.property(edits, (there) => {
        const theirs = edited(base, there, 't');
        expect(followed(base, base, theirs).design.objects).toEqual(
          theirs.objects.filter((o) => o.kind !== 'group' || o.objects.length),
        );
      }),
    );
  });
});
