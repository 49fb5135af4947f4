// Every finding: a design that makes it appear, one near the limit on the good side, and what its fix leaves.
import { describe, expect, test } from 'vitest';
import * as draw from '../../test/draw.ts';
import { group, box, drawn } from '../../test/draw.ts';
import { applyCommand } from '../design/commands.ts';
import {
  emptyDesign,
  type Design,
  type DesignObject,
  type Item,
  type Outline,
  type Recipe,
  type StitchesObject,
} from '../design/types.ts';
import { machineById, MACHINES } from '../materials/machine.ts';
import { Move } from '../sewing/moves.ts';
import { figuresOf } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import type { Finding } from './finding.ts';
import { findingsOf, fixOf, ignoreJob, layersOver } from './findings.ts';
import { RecordList } from '../design/stitch-blocks.ts';

const line = (...points: [number, number][]): Outline => ({
  kind: 'path',
  paths: [{ closed: false, points: points.map(([x, y]) => ({ x, y })) }],
});
const FILL: Recipe = { kind: 'fill', settings: {} };
const RUN: Recipe = { kind: 'run', settings: {} };
const satin = (settings: Recipe['settings']): Recipe => ({ kind: 'satin', settings });
const object = (
  id: string,
  outline: Outline,
  recipe = FILL,
  more: Partial<DesignObject> = {},
): DesignObject => draw.object(id, outline, recipe.kind, recipe.settings, { name: `Object ${id}`, ...more });
/** Brought-in stitches from `x y` places in mm; a letter before one says what the record is. */
function stitches(id: string, text: string): StitchesObject {
  const records = new RecordList();
  for (const part of text.split(', ')) {
    const [, kind, x, y] = /^(j|t)?(-?[\d.]+) (-?[\d.]+)$/.exec(part)!;
    const move = kind === 'j' ? Move.jump : kind === 't' ? Move.trim : Move.stitch;
    records.add(Math.round(10 * Number(x)), Math.round(10 * Number(y)), move);
  }
  return {
    id,
    name: `Stitches ${id}`,
    kind: 'stitches',
    visible: true,
    locked: false,
    thread: '222',
    blocks: records.blocks(),
  };
}
const design = (objects: Item[], more: Partial<Design> = {}): Design => ({
  ...emptyDesign('Test'),
  ...more,
  objects,
});
const on = (kind: string): Partial<Design> => ({ cloth: { kind, colour: '#ffffff' } });

/** Tied in and off, so that only what a case is about is found. */
const TIED = 'j0 0, 0 0.8, 0 0, 0 0.8';
const OFF = '10 0.8, 10 0, 10 0.8';

interface Case {
  id: string;
  bad: Design;
  good: Design;
  machine?: string;
  /** What the fix leaves of the finding; 'none' when it has no fix. */
  fix?: 'gone' | 'none';
}

const NEAR_BLUE = '213';
const CASES: Case[] = [
  {
    id: 'outside-hoop',
    bad: design([object('a', box(0, 0, 104, 20))]),
    good: design([object('a', box(0, 0, 98, 20))]),
  },
  {
    id: 'no-stitches',
    bad: design([object('a', box(0, 0, 0.02, 0.02))]),
    good: design([object('a', box(0, 0, 1.2, 1.2))]),
  },
  {
    id: 'two-lines',
    bad: design([object('a', line([0, 0], [20, 0]), satin({ sides: 'edges' }))]),
    good: design([
      object(
        'a',
        {
          kind: 'path',
          paths: [0, 4].map((y) => ({
            closed: false,
            points: [
              { x: 0, y },
              { x: 20, y },
            ],
          })),
        },
        satin({ sides: 'edges' }),
      ),
    ]),
    fix: 'none',
  },
  {
    id: 'satin-filled',
    bad: design([
      object(
        'a',
        drawn('M-32 30V6C-32 -14 -18 -28 0 -28C18 -28 32 -14 32 6V30ZM-4 -22H4V2H-4ZM-8 16H8V30H-8Z'),
        satin({ sides: 'shape' }),
      ),
    ]),
    good: design([object('a', box(0, 0, 40, 6), satin({ sides: 'shape' }))]),
  },
  {
    id: 'one-walk',
    bad: design([
      object('a', line([0, 0], [20, 0]), { kind: 'redwork', settings: {} }),
      object('b', line([10, 0], [10, 15]), { kind: 'redwork', settings: {} }),
      object('c', line([10, 15], [-10, 15]), { kind: 'redwork', settings: {} }),
    ]),
    good: design([
      object('a', line([0, 0], [20, 0]), { kind: 'redwork', settings: {} }),
      object('b', line([10, 2], [10, 15]), { kind: 'redwork', settings: {} }),
    ]),
  },
  {
    id: 'satin-narrow',
    bad: design([object('a', line([0, 0], [20, 0]), satin({ width: 0.6 }))]),
    good: design([object('a', line([0, 0], [20, 0]), satin({ width: 1.1 }))]),
  },
  {
    id: 'satin-split',
    bad: design([object('a', box(0, 0, 40, 8.5), satin({ sides: 'shape' }))]),
    good: design([object('a', box(0, 0, 40, 6.5), satin({ sides: 'shape' }))]),
  },
  {
    id: 'bare-between',
    bad: design([object('a', box(0, 0)), object('b', box(0, 10.7), FILL, { thread: '172' })]),
    good: design([object('a', box(0, 0)), object('b', box(0, 9.9), FILL, { thread: '172' })]),
  },
  {
    id: 'jump-visible',
    bad: design([stitches('a', `${TIED}, 10 0, j14 6, 14 8, 14 9, 14 8`)]),
    good: design([stitches('a', `${TIED}, 10 0, ${OFF}, t10 0.8, j14 6, 14 8, 14 9, 14 8`)]),
  },
  {
    id: 'stitch-long',
    bad: design([stitches('a', `${TIED}, 8 0, ${OFF}`)]),
    good: design([stitches('a', `${TIED}, 4 0, ${OFF}`)]),
  },
  {
    id: 'stitch-long',
    bad: design([object('a', line([0, 0], [40, 0]), { kind: 'run', settings: { length: 6 } })], on('silk')),
    good: design([object('a', line([0, 0], [40, 0]), { kind: 'run', settings: { length: 5 } })], on('silk')),
  },
  {
    id: 'stitch-short',
    bad: design([stitches('a', `${TIED}, 5 0, 5.3 0, ${OFF}`)]),
    good: design([stitches('a', `${TIED}, 5 0, 5.4 0, ${OFF}`)]),
  },
  {
    id: 'zero-length',
    bad: design([stitches('a', `${TIED}, 5 0, 5 0, ${OFF}`)]),
    good: design([stitches('a', `${TIED}, 5 0, 6 0, ${OFF}`)]),
  },
  {
    id: 'layers',
    bad: design(Array.from({ length: 11 }, (_, i) => object(`a${i}`, box(0, 0, 60 - 4 * i, 60 - 4 * i)))),
    good: design(Array.from({ length: 2 }, (_, i) => object(`a${i}`, box(0, 0, 12, 12)))),
  },
  {
    id: 'missing-tie',
    bad: design([object('a', box(0, 0), { kind: 'fill', settings: { ties: 'none' } })]),
    good: design([object('a', box(0, 0), { kind: 'fill', settings: { ties: 'star' } })]),
  },
  {
    id: 'missing-tie',
    bad: design([stitches('a', 'j0 0, 3 0, 6 0, 9 0, 12 0')]),
    good: design([stitches('a', `${TIED}, 5 0, 9 0, ${OFF}`)]),
  },
  {
    id: 'cap-order',
    bad: design([object('a', box(-35, 0)), object('b', box(0, 0))], on('cap')),
    good: design([object('b', box(0, 0)), object('a', box(-35, 0))], on('cap')),
  },
  {
    id: 'too-many-colours',
    machine: 'attic',
    bad: design(
      ['222', '172', '132', '283', '115', '100', '162'].map((thread, i) =>
        object(`a${i}`, box(12 * i - 36, 0), FILL, { thread }),
      ),
    ),
    good: design(
      ['222', '172', '132', '283', '115', '100'].map((thread, i) =>
        object(`a${i}`, box(12 * i - 36, 0), FILL, { thread }),
      ),
    ),
  },
  {
    id: 'loops',
    bad: design([object('a', box(0, 0))], on('towelling')),
    good: design(
      [object('m', box(0, 0, 14, 14), { kind: 'fill', settings: { spacing: 2 } }), object('a', box(0, 0))],
      on('towelling'),
    ),
  },
  {
    id: 'loops',
    bad: design([object('m', box(0, 0, 14, 14), RUN), object('a', box(0, 0))], on('towelling')),
    good: design(
      [object('m', box(0, 0, 14, 14), { kind: 'crosshatch', settings: {} }), object('a', box(0, 0))],
      on('towelling'),
    ),
  },
  {
    id: 'satin-crossing',
    bad: design([
      object('a', line([-15, 0], [15, 0]), satin({ width: 4 })),
      object('b', line([0, -15], [0, 15]), satin({ width: 4 })),
    ]),
    good: design([
      object('a', line([-15, 0], [15, 0]), satin({ width: 4 }), { trimBeneath: 1 }),
      object('b', line([0, -15], [0, 15]), satin({ width: 4 })),
    ]),
  },
  {
    id: 'unsuited',
    bad: design([object('a', box(0, 0), { kind: 'fill', settings: { spacing: 2.8 } })], on('quilt')),
    good: design([object('a', box(0, 0), { kind: 'fill', settings: { spacing: 3 } })], on('quilt')),
  },
  {
    id: 'unsuited',
    bad: design([object('a', box(0, 0), satin({ width: 3 }))], on('quilt')),
    good: design([object('a', box(0, 0), satin({ width: 3 }))], on('linen')),
  },
  {
    id: 'unsuited',
    bad: design([object('a', box(0, 0), RUN)], on('fleece')),
    good: design([object('a', box(0, 0), { kind: 'run', settings: { passes: 3 } })], on('fleece')),
  },
  {
    id: 'unsuited',
    bad: design([object('a', box(0, 0), { kind: 'fill', settings: { underlay: 'none' } })], on('jersey')),
    good: design([object('a', box(0, 0), { kind: 'fill', settings: { underlay: 'none' } })], on('linen')),
  },
  {
    id: 'satin-crossing',
    bad: design([
      object('a', box(0, 0, 30, 4), satin({ sides: 'shape' })),
      object('b', box(0, 0, 4, 30), satin({ sides: 'shape' })),
    ]),
    good: design([
      object('a', box(0, 0, 30, 4), satin({ sides: 'shape' })),
      object('b', box(0, 18, 4, 30), satin({ sides: 'shape' })),
    ]),
  },
  {
    id: 'hidden-stitches',
    bad: design([object('a', box(0, 0, 20, 20)), object('b', box(0, 0, 8, 8), FILL, { thread: '172' })]),
    good: design([object('a', box(0, 0, 20, 20)), object('b', box(0, 0, 6.5, 6.5), FILL, { thread: '172' })]),
  },
  {
    id: 'colour-again',
    bad: design([
      object('a', box(-20, 0)),
      object('b', box(0, 0), FILL, { thread: '172' }),
      object('c', box(20, 0)),
    ]),
    good: design([
      object('a', box(-20, 0)),
      object('b', box(0, 0), FILL, { thread: '172' }),
      object('c', box(5, 0)),
    ]),
  },
  {
    id: 'colours-alike',
    bad: design([
      object('a', box(-20, 0), FILL, { thread: '120' }),
      object('b', box(20, 0), FILL, { thread: '121' }),
    ]),
    good: design([object('a', box(-20, 0)), object('b', box(20, 0), FILL, { thread: NEAR_BLUE })]),
  },
  {
    id: 'needless-trim',
    bad: design([
      object('a', line([0, 0], [20, 0]), RUN, { end: { x: 0, y: 0 }, start: { x: 20, y: 0 } }),
      object('b', line([20, 0], [40, 0]), RUN),
    ]),
    good: design([
      object('a', line([0, 0], [20, 0]), RUN, { start: { x: 0, y: 0 } }),
      object('b', line([20, 0], [40, 0]), RUN),
    ]),
  },
  {
    id: 'needless-trim',
    bad: design([stitches('a', `${TIED}, 4 0, t4 0, j4.5 0, 7 0, ${OFF}`)]),
    good: design([stitches('a', `${TIED}, ${OFF}, t10 0.8, j14 0, 14 1, 14 0, 17 0, 20 0, 20 1, 20 0`)]),
  },
  {
    id: 'knot-shows',
    bad: design([
      object('a', line([0, 0], [20, 0]), RUN, { thread: '115', start: { x: 0, y: 0 } }),
      object('b', box(0, 0), FILL, { thread: '100' }),
    ]),
    good: design([
      object('a', line([0, 0], [20, 0]), RUN, { thread: '115', start: { x: 20, y: 0 } }),
      object('b', box(0, 0), FILL, { thread: '100' }),
    ]),
  },
  {
    id: 'detail',
    bad: design([object('a', box(0, 0, 20, 0.55))]),
    good: design([object('a', box(0, 0, 20, 0.7))]),
  },
  {
    id: 'detail',
    bad: design([object('a', line([0, 0], [0.9, 0]), RUN)]),
    good: design([object('a', line([0, 0], [1.1, 0]), RUN)]),
    fix: 'none',
  },
];

const found = (d: Design, machine?: string): Finding[] =>
  findingsOf(d, sewDesign(d), machine ? machineById(machine) : MACHINES[0]);
const ids = (d: Design, machine?: string): string[] => found(d, machine).map((f) => f.id);

describe.each(CASES.map((c, i): [string, Case] => [`${c.id} (${i + 1})`, c]))(
  '%s',
  (_, { id, bad, good, machine, fix }) => {
    test('appears, with a sentence and a place', () => {
      const one = found(bad, machine).find((f) => f.id === id)!;
      expect(ids(bad, machine)).toContain(id);
      expect(one.sentence).toMatch(/^[A-Z\d].*[.]$/);
      for (const o of one.objects) expect(JSON.stringify(bad)).toContain(`"${o}"`);
      if (one.at) expect(one.at.maxX).toBeGreaterThan(one.at.minX);
      if (one.record !== undefined) expect(one.record).toBeLessThanOrEqual(sewDesign(bad).x.length);
    });

    test('stays away on the good side of the limit', () => {
      expect(ids(good, machine)).not.toContain(id);
    });

    test(fix === 'none' ? 'has no fix' : 'goes when it is fixed, and comes back when that is undone', () => {
      const one = found(bad, machine).find((f) => f.id === id)!;
      if (fix === 'none') {
        expect(one.fix).toBeUndefined();
        expect(() => fixOf(bad, one)).toThrow('by hand');
        return;
      }
      let now = bad;
      // Where several of a kind are found, each has its own fix.
      for (let k = 0; k < 6; k++) {
        const next = found(now, machine).find((f) => f.id === id);
        if (!next) break;
        now = applyCommand(now, fixOf(now, next).command).design;
      }
      expect(ids(now, machine)).not.toContain(id);
      const applied = applyCommand(bad, fixOf(bad, one).command);
      expect(applyCommand(applied.design, applied.inverse).design).toEqual(bad);
    });
  },
);

test('the worst come first, and what is ignored last, with its note', () => {
  const d = design([object('a', box(0, 0, 104, 20), { kind: 'fill', settings: { ties: 'none' } })]);
  expect(ids(d)).toEqual(['outside-hoop', 'missing-tie']);
  const [hoop] = found(d);
  const ignored = applyCommand(d, ignoreJob(d, hoop.key, 'Sewn on the big frame').command).design;
  expect(found(ignored).map((f) => [f.id, f.ignored])).toEqual([
    ['missing-tie', undefined],
    ['outside-hoop', 'Sewn on the big frame'],
  ]);
  // It stays ignored while the design changes, and can be minded again.
  const moved = { ...ignored, objects: [object('a', box(1, 0, 104, 20))] };
  expect(found(moved).map((f) => f.ignored)).toEqual(['Sewn on the big frame']);
  const minded = applyCommand(moved, ignoreJob(moved, hoop.key, null).command).design;
  expect(minded.ignored).toBeUndefined();
});

test('what is found in copies too is said once, of the first, and mended in all', () => {
  const petal = object('p', box(0, -20, 20, 0.55));
  const repeat: Item = {
    id: 'r',
    name: 'r',
    kind: 'group',
    visible: true,
    locked: false,
    objects: [petal],
    repeat: {
      layout: { kind: 'circle', centre: { x: 0, y: 0 }, count: 5, sweep: 360, fit: 'place', gap: 0 },
      order: 'copies',
    },
  };
  const details = found(design([repeat])).filter((f) => f.id === 'detail');
  expect(details).toHaveLength(1);
  expect(details[0].sentence).toContain('In 4 other copies too.');
  expect(details[0].objects).toEqual(['p']);
  const mended = applyCommand(design([repeat]), fixOf(design([repeat]), details[0]).command).design;
  expect(ids(mended)).not.toContain('detail');
});

test('a begin by hand that costs a trim in every copy is said once, and freed in all', () => {
  const items = [
    object('a', line([20, 0], [40, 0]), RUN, { end: { x: 20, y: 0 }, start: { x: 40, y: 0 } }),
    object('b', line([40, 0], [60, 0]), RUN),
  ];
  const layout = {
    kind: 'circle',
    centre: { x: 0, y: 0 },
    count: 5,
    sweep: 360,
    fit: 'place',
    gap: 0,
  } as const;
  const d = design([group('r', items, { layout, order: 'copies' })]);
  const told = found(d).filter((f) => f.id === 'needless-trim');
  expect(told.map((f) => f.objects)).toEqual([['a']]);
  const freed = applyCommand(d, fixOf(d, told[0]).command).design;
  expect(ids(freed)).not.toContain('needless-trim');
  expect(figuresOf(sewDesign(freed)).trims).toBeLessThanOrEqual(figuresOf(sewDesign(d)).trims - 5);
});

describe('what a shape’s stitches promise', () => {
  // A plan that is another shape's stands for an engine that went wrong.
  const told = (shape: Outline, sewn: Outline): string[] =>
    findingsOf(design([object('a', shape)]), sewDesign(design([object('a', sewn)]))).map((f) => f.id);

  test('thread that lies outside is told, what compensation adds is not', () => {
    expect(told(box(0, 0, 20, 20), box(0, 0, 24, 20))).toContain('outside-shape');
    expect(told(box(0, 0, 20, 20), box(0, 0, 20.8, 20))).not.toContain('outside-shape');
    const wide = design([object('a', box(0, 0, 20, 20), { kind: 'fill', settings: { compensation: 1.5 } })]);
    expect(ids(wide)).not.toContain('outside-shape');
  });

  test('a way that comes in under others is none of its own', () => {
    const both = design([
      object('a', box(-20, 0, 10, 10)),
      object('b', box(20, 0, 10, 10)),
      object('c', box(0, 0, 52, 12), FILL, { thread: '172' }),
    ]);
    expect(figuresOf(sewDesign(both)).trims).toBeLessThan(2);
    expect(ids(both)).not.toContain('outside-shape');
  });

  test('a way from piece to piece under what is sewn later is not told', () => {
    // A hill in two pieces, with a path between them that is laid afterwards.
    const both = design([
      object('hill', drawn('M-30 -10H-6V10H-30ZM6 -10H30V10H6Z')),
      object('path', box(0, 0, 18, 22), FILL, { thread: '172' }),
    ]);
    expect(figuresOf(sewDesign(both)).trims).toBe(0);
    expect(ids(both)).not.toContain('outside-shape');
  });

  test('a thread that is cut within one piece is told, apart pieces are not', () => {
    const apart: Outline = drawn('M-20 -5H-8V5H-20ZM8 -5H20V5H8Z');
    expect(told(box(0, 0, 40, 10), apart)).toContain('thread-parted');
    expect(told(apart, apart)).not.toContain('thread-parted');
  });
});

test('mended stitches stay where they were', () => {
  const d = design([stitches('a', `${TIED}, 5 0, 5 0, 5.3 0, 20 0, 20 1, 20 0`)]);
  let now = d;
  for (const id of ['zero-length', 'stitch-short', 'stitch-long']) {
    const one = found(now).find((f) => f.id === id)!;
    now = applyCommand(now, fixOf(now, one).command).design;
  }
  expect(ids(now)).not.toContain('stitch-long');
  const [before, after] = [d, now].map((x) => figuresOf(sewDesign(x)));
  expect(after.bounds).toEqual(before.bounds);
  expect(after.longest).toBeLessThanOrEqual(7.05);
  expect(after.shortest).toBeGreaterThanOrEqual(0.39);
});

test('layers over a whole plan count what lies on one another', () => {
  const one = layersOver(
    sewDesign(design([object('a', box(0, 0), { kind: 'fill', settings: { underlay: 'none' } })])),
  )!;
  const two = layersOver(
    sewDesign(
      design(['a', 'b'].map((id) => object(id, box(0, 0), { kind: 'fill', settings: { underlay: 'none' } }))),
    ),
  )!;
  const middle = (g: typeof one): number =>
    g.layers[Math.round(-g.y0 / g.cell) * g.width + Math.round(-g.x0 / g.cell)];
  expect(middle(one)).toBeGreaterThan(0);
  expect(middle(two)).toBe(2 * middle(one));
  expect(layersOver(sewDesign(design([])))).toBeNull();
});
