import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { generated } from '../../../../../scripts/generate.ts';
import {
  emptyDesign,
  type Design,
  type Item,
  type LiveOutline,
  type PlainOutline,
} from '../../design/types.ts';
import { figuresOf } from '../../sewing/plan.ts';
import { sewDesign } from '../../sewing/sew.ts';
import { ReadError } from '../read-error.ts';
import { checkDesign, readDesignFile } from './read.ts';
import { writeDesignFile } from './write.ts';

/** Places as people draw them, and the odd ones that only machines make. */
const coordinate = fc.oneof(
  { weight: 6, arbitrary: fc.integer({ min: -600, max: 600 }).map((v) => v / 10) },
  // Few places, so that points and edges fall on each other.
  { weight: 3, arbitrary: fc.constantFrom(-10, 0, 10, 20) },
  { weight: 1, arbitrary: fc.double({ min: -60, max: 60, noNaN: true }) },
);
const point = fc.record({ x: coordinate, y: coordinate });
const pathPoint = fc.record(
  { x: coordinate, y: coordinate, in: point, out: point },
  { requiredKeys: ['x', 'y'] },
);
const box = {
  x: coordinate,
  y: coordinate,
  width: fc.double({ min: 0, max: 120, noNaN: true }),
  height: fc.double({ min: 0, max: 120, noNaN: true }),
  turn: fc.double({ min: -360, max: 360, noNaN: true }),
};
const inner = fc.double({ min: 0, max: 1, noNaN: true });
const corners = fc.integer({ min: 3, max: 20 });
const plainOutline: fc.Arbitrary<PlainOutline> = fc.oneof(
  fc.record({
    kind: fc.constant('path' as const),
    paths: fc.array(
      fc.record({ closed: fc.boolean(), points: fc.array(pathPoint, { minLength: 1, maxLength: 8 }) }),
      { minLength: 1, maxLength: 3 },
    ),
  }),
  fc.record({ kind: fc.constant('ellipse' as const), ...box }),
  fc.record({ kind: fc.constant('polygon' as const), ...box, corners }),
  fc.record({ kind: fc.constant('star' as const), ...box, corners, inner }),
  fc.record({ kind: fc.constant('spiral' as const), ...box, rounds: fc.integer({ min: 1, max: 6 }), inner }),
  fc.record({
    kind: fc.constant('ready' as const),
    ...box,
    shape: fc.constantFrom('heart', 'ring', 'comet'),
  }),
);
const cornerRule = fc.constantFrom('round' as const, 'mitre' as const, 'bevel' as const);
/** Outlines made from the two objects that stand before. */
const liveOutline = (of: string[]): fc.Arbitrary<LiveOutline> =>
  fc.oneof(
    fc.record(
      {
        kind: fc.constant('combine' as const),
        of: fc.constant(of),
        op: fc.constantFrom('unite' as const, 'subtract' as const, 'intersect' as const),
        lines: fc.boolean(),
      },
      { requiredKeys: ['kind', 'of', 'op'] },
    ),
    fc.record({
      kind: fc.constant('cut' as const),
      of: fc.constant(of),
      side: fc.constantFrom('left' as const, 'right' as const),
    }),
    fc.record({
      kind: fc.constant('surround' as const),
      of: fc.constant(of),
      distance: fc.double({ min: -8, max: 8, noNaN: true }),
      corners: cornerRule,
    }),
    fc.record({
      kind: fc.constant('band' as const),
      of: fc.constant(of),
      width: fc.double({ min: 0.1, max: 12, noNaN: true }),
      ends: fc.constantFrom('flat' as const, 'round' as const, 'square' as const),
      corners: cornerRule,
    }),
    fc.record({
      kind: fc.constant('edge' as const),
      of: fc.constant(of),
      which: fc.constantFrom('all' as const, 'outer' as const, 'holes' as const),
    }),
  );
const recipe = fc.oneof(
  fc.record({
    kind: fc.constant('run'),
    settings: fc.record(
      { length: fc.double({ min: 1, max: 6, noNaN: true }), passes: fc.constantFrom(1, 2, 3, 5) },
      { requiredKeys: [] },
    ),
  }),
  fc.record({
    kind: fc.constant('satin'),
    settings: fc.record({ width: fc.double({ min: 0.8, max: 20, noNaN: true }) }, { requiredKeys: [] }),
  }),
  fc.record({
    kind: fc.constant('fill'),
    settings: fc.record(
      {
        angle: fc.double({ min: -180, max: 180, noNaN: true }),
        spacing: fc.double({ min: 0.25, max: 5, noNaN: true }),
      },
      { requiredKeys: [] },
    ),
  }),
);

/** Designs of any shape that the schema allows: the third object and those after it may follow others. */
const designs: fc.Arbitrary<Design> = fc
  .tuple(
    fc.array(fc.tuple(plainOutline, recipe, fc.boolean()), { maxLength: 3 }),
    fc.array(fc.tuple(liveOutline(['o0', 'o1']), recipe, fc.boolean()), { maxLength: 2 }),
    fc.option(fc.tuple(point, point, point, point)),
  )
  .map(([plain, live, corners]) => {
    const all = plain.length < 2 ? plain : [...plain, ...live];
    const objects = all.map(([o, r, visible], i): Item => ({
      id: `o${i}`,
      name: `Object ${i}`,
      kind: 'object',
      visible,
      locked: false,
      outline: o,
      recipe: r as Item extends { recipe: infer R } ? R : never,
      thread: '222',
      ...(i === 1 && { unsewn: true }),
    }));
    const group: Item = {
      id: 'g',
      name: 'Group',
      kind: 'group',
      visible: true,
      locked: true,
      objects,
      ...(corners && {
        bend: { from: { x: 0, y: 0, width: 60, height: 40 }, columns: 1, rows: 1, points: corners },
      }),
    };
    return { ...emptyDesign('Any'), objects: all.length > 1 ? [group] : objects };
  });

describe('the design file', () => {
  test('gives back what was written', () => {
    fc.assert(
      fc.property(designs, (design) => {
        // JSON has no −0: it is the same place.
        expect(readDesignFile(writeDesignFile(design))).toEqual(JSON.parse(JSON.stringify(design)));
      }),
    );
  });

  test('any design that it accepts can be sewn', () => {
    fc.assert(
      fc.property(designs, (design) => {
        const plan = sewDesign(design);
        expect(plan.x.every(Number.isFinite) && plan.y.every(Number.isFinite)).toBe(true);
        expect(figuresOf(plan).longest).toBeLessThanOrEqual(12.2);
      }),
      { numRuns: 30 },
    );
  }, 120_000);

  test('random text gives an error, never a crash', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.json()), (text) => {
        expect(() => readDesignFile(text)).toThrow(ReadError);
      }),
    );
  });

  test.each([
    ['half a file', '{"name":"half","objects":[{"id":"a","outl', /not whole JSON/],
    ['another kind of JSON', '{"name":"x"}', /"format" is not "rosehip-design"/],
    ['a newer version', '{"format":"rosehip-design","version":7}', /newer Rosehip \(version 7\)/],
    ['deep nesting', '['.repeat(50_000), /nested too deep/],
  ])('%s is refused with words', (_, text, words) => {
    expect(() => readDesignFile(text)).toThrow(words);
  });

  test('keys that would reach into every object are refused', () => {
    const text = writeDesignFile(emptyDesign('x')).replace('{', '{"__proto__":{"polluted":true},');
    expect(() => readDesignFile(text)).toThrow('"__proto__" is not known');
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
  });

  test('says where a value is wrong', () => {
    const design = emptyDesign('x');
    const broken = { ...design, hoop: { ...design.hoop, width: -3 } };
    expect(() => readDesignFile(JSON.stringify(broken))).toThrow('At hoop → width: it must be at least 10.');
  });

  test('what objects are made from must be there, and never themselves', () => {
    const follower = (id: string, of: string): Item => ({
      id,
      name: id,
      kind: 'object',
      visible: true,
      locked: false,
      outline: { kind: 'surround', of: [of], distance: 1, corners: 'round' },
      recipe: { kind: 'run', settings: {} },
      thread: '222',
    });
    const read = (...objects: Item[]): Design =>
      readDesignFile(JSON.stringify({ ...emptyDesign('x'), objects }));
    expect(() => read(follower('a', 'gone'))).toThrow('"a" is made from "gone", which is not in the design.');
    expect(() => read(follower('a', 'b'), follower('b', 'a'))).toThrow(/in a ring: a → b → a/);
  });

  test('two objects with one id are refused', () => {
    const group = { id: 'a', name: 'A', kind: 'group', visible: true, locked: false, objects: [] };
    const design = { ...emptyDesign('x'), objects: [group, group] };
    expect(() => readDesignFile(JSON.stringify(design))).toThrow('Two objects have the same id, "a".');
  });
});

test('schema and validator are made from the table of kinds as it is now', () => {
  for (const { file, text } of generated())
    expect(readFileSync(file, 'utf8') === text, file.pathname).toBe(true);
});

test('references that lead nowhere are left out with a sentence', () => {
  const base = { name: 'Ground', kind: 'object', visible: true, locked: false, thread: '222' } as const;
  const outline = { kind: 'ellipse' as const, x: 0, y: 0, width: 20, height: 20, turn: 0 };
  const recipe = { kind: 'relief', settings: {} };
  const ground = {
    ...base,
    id: 'g',
    outline,
    recipe,
    relief: ['moon', 'm'],
    keepClear: { of: ['sun'], margin: 1 },
  };
  const there = { ...base, id: 'm', outline, recipe };
  const notes: string[] = [];
  const design = checkDesign({ ...emptyDesign('x'), objects: [ground, there] }, notes);
  expect(design.objects).toEqual([{ ...base, id: 'g', outline, recipe, relief: ['m'] }, there]);
  expect(notes).toEqual([
    '"Ground" shows "moon", which is not in the design: that was left out.',
    '"Ground" keeps clear of "sun", which is not in the design: that was left out.',
  ]);
});
