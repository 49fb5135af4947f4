// Hidden ways, ties, ends towards the next object, travel tidying, findings, and designs of another size and cloth.
import fc from 'fast-check';
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { describe, expect, test } from 'vitest';
import * as draw from '../../test/draw.ts';
import { box, design, drawn } from '../../test/draw.ts';
import { demoDesigns } from '../../../../demo/designs.ts';
import { applyCommand } from '../design/commands.ts';
import {
  type Design,
  type DesignObject,
  type Outline,
  type PlainOutline,
  type Recipe,
} from '../design/types.ts';
import { findingsOf } from '../findings/findings.ts';
import { coverOfRegion, layersOf } from '../findings/layers.ts';
import { regionFromRings } from '../geometry/clip.ts';
import { scaling } from '../geometry/matrix.ts';
import { outlineRegion } from '../outlines/region.ts';
import { transformItems } from '../resolve/transform-items.ts';
import { Part } from '../stitches/thread.ts';
import { coverOf, lineIsCovered, type Cover } from './cover.ts';
import { hiddenWay } from './hidden-way.ts';
import { joinPlace } from './join-place.ts';
import { Move } from './moves.ts';
import { figuresOf } from './plan.ts';
import { sewDesign } from './sew.ts';
import { tieIn, tieOff } from './ties.ts';
import { tidyTravel, travelOf } from '../jobs/tidy.ts';

let count = 0;
const object = (outline: Outline, kind: string, more: Partial<DesignObject> = {}): DesignObject =>
  draw.object(`j${++count}`, outline, kind, {}, { name: `Object ${count}`, ...more });

describe('the join of a ring', () => {
  const circle: Outline = { kind: 'ellipse', x: 0, y: 0, width: 20, height: 20, turn: 0 };
  const over = coverOf(regionFromRings([[-4, 6, 4, 6, 4, 14, -4, 14]]))!;

  test('lies under what is sewn later', () => {
    const p = joinPlace(circle, () => [over])!;
    expect(Math.hypot(p.x, p.y)).toBeCloseTo(10, 1);
    expect(p.y).toBeGreaterThan(8);
    const plan = sewDesign(
      design(
        object(circle, 'satin', { recipe: { kind: 'satin', settings: { sides: 'line', width: 2 } } }),
        object(box(0, 10, 8, 8), 'fill', { thread: '111' }),
      ),
    );
    expect(plan.y[plan.objects[0].from]).toBeGreaterThan(7);
  });

  test('lies at a corner when nothing hides it, unless that is out of the way', () => {
    const corners = [
      [-10, -10],
      [10, -10],
      [10, 10],
      [-10, 10],
    ];
    const at = joinPlace(box(0, 0, 20, 20) as PlainOutline, () => [], { x: 8, y: -12 })!;
    expect(corners.some(([x, y]) => Math.hypot(at.x - x, at.y - y) < 0.1)).toBe(true);
    expect(at.x).toBeCloseTo(10);
    expect(joinPlace(box(0, 0, 20, 20) as PlainOutline, () => [], { x: 0, y: -12 })).toBeUndefined();
  });

  test('is left alone on smooth rings in the open and on open lines', () => {
    expect(joinPlace(circle, () => [])).toBeUndefined();
    const line: Outline = {
      kind: 'path',
      paths: [
        {
          closed: false,
          points: [
            { x: 0, y: 0 },
            { x: 0, y: 12 },
            { x: 9, y: 12 },
          ],
        },
      ],
    };
    expect(joinPlace(line, () => [over])).toBeUndefined();
  });
});

describe('hidden ways', () => {
  // A horseshoe: straight across its mouth nothing covers the way.
  const shoe: Cover[] = [
    coverOf(regionFromRings([[-20, -20, 20, -20, 20, 20, 10, 20, 10, -10, -10, -10, -10, 20, -20, 20]]))!,
  ];

  test('lead round a bare place', () => {
    const [a, b] = [
      { x: -15, y: 15 },
      { x: 15, y: 15 },
    ];
    expect(lineIsCovered(a, b, shoe)).toBe(false);
    const way = hiddenWay(a, b, shoe, 200)!;
    expect(way.length).toBeGreaterThan(2);
    for (let i = 1; i < way.length; i++) expect(lineIsCovered(way[i - 1], way[i], shoe)).toBe(true);
    const length = way.slice(1).reduce((sum, p, i) => sum + Math.hypot(p.x - way[i].x, p.y - way[i].y), 0);
    expect(length).toBeLessThan(80);
  });

  test('there is none when it would be too long, or an end is bare', () => {
    expect(hiddenWay({ x: -15, y: 15 }, { x: 15, y: 15 }, shoe, 40)).toBeNull();
    expect(hiddenWay({ x: 0, y: 15 }, { x: 15, y: 15 }, shoe, 200)).toBeNull();
    expect(hiddenWay({ x: -15, y: 15 }, { x: 15, y: 15 }, [], 200)).toBeNull();
  });
});

describe('shapes of one thread that touch', () => {
  const turned = (points: [number, number][], degrees: number, x: number, y: number): PlainOutline => {
    const a = (degrees * Math.PI) / 180;
    const placed = points.map(([px, py]) => [
      x + px * Math.cos(a) - py * Math.sin(a),
      y + px * Math.sin(a) + py * Math.cos(a),
    ]);
    return drawn(`M${placed.map((p) => p.join(' ')).join('L')}Z`);
  };
  const BOX: [number, number][] = [
    [-10, -5],
    [10, -5],
    [10, 5],
    [-10, 5],
  ];

  test.each([
    ['fill', 'fill'],
    ['fill', 'satin'],
    ['satin', 'fill'],
    ['satin', 'satin'],
  ])('a %s and a %s are not cut apart, at whatever angles they lie', (first, second) => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 359 }), fc.integer({ min: 0, max: 359 }), (a, b) => {
        const at = [11 * Math.cos((a * Math.PI) / 180), 11 * Math.sin((a * Math.PI) / 180)];
        const settings = (kind: string): Recipe['settings'] => (kind === 'satin' ? { sides: 'shape' } : {});
        const both = [
          object(turned(BOX, a, 0, 0), first, { recipe: { kind: first, settings: settings(first) } }),
          object(turned(BOX, b, at[0], at[1]), second, {
            recipe: { kind: second, settings: settings(second) },
          }),
        ].map((o, i) => ({ ...o, id: `o${i}`, thread: '222' }));
        expect(figuresOf(sewDesign(design(...both))).trims).toBe(0);
      }),
      { numRuns: 8 },
    );
  });
});

describe('ties', () => {
  const thread = { x: [0, 2.5, 5, 7.5], y: [0, 0, 0, 0], part: [0, 0, 0, 0] };
  const reach = (points: { x: number; y: number }[]): number =>
    Math.max(...points.map((p) => Math.hypot(p.x - thread.x[0], p.y - thread.y[0])));

  test('along the line, as a star, or none', () => {
    expect(tieIn(thread, 'along')).toHaveLength(3);
    expect(tieIn(thread, 'none')).toEqual([]);
    const star = tieIn(thread, 'star');
    expect(star.length).toBeGreaterThanOrEqual(3);
    expect(reach(star)).toBeLessThan(0.6);
    for (let i = 1; i < star.length; i++)
      expect(Math.hypot(star[i].x - star[i - 1].x, star[i].y - star[i - 1].y)).toBeGreaterThanOrEqual(0.6);
    expect(tieOff(thread, 'star').at(-1)).toEqual({ x: 7.5, y: 0 });
  });

  test('are as long as they should be, though the thread folds back', () => {
    const folded = { x: [0, 0.5, 0, 0.5, 3], y: [0, 0, 0, 0, 0], part: [0, 0, 0, 0, 0] };
    for (const p of tieIn(folded, 'along').filter((q) => q.x !== 0)) expect(p.x).toBeGreaterThanOrEqual(0.69);
  });

  test('the recipe says which', () => {
    const line: Outline = {
      kind: 'path',
      paths: [
        {
          closed: false,
          points: [
            { x: 0, y: 0 },
            { x: 20, y: 0 },
          ],
        },
      ],
    };
    const ties = (kind: string): number => {
      const plan = sewDesign(
        design(object(line, 'run', { recipe: { kind: 'run', settings: { ties: kind } } })),
      );
      return [...plan.part].filter((p) => p === Part.tie).length;
    };
    expect(ties('none')).toBe(0);
    expect(ties('star')).toBeGreaterThan(5);
  });
});

test('an object ends on the side of the next one of its thread', () => {
  const end = (y: number): number => {
    const plan = sewDesign(design(object(box(0, 0, 20, 20), 'fill'), object(box(0, y), 'fill')));
    return plan.y[plan.objects[0].to - 1];
  };
  expect(end(60)).toBeGreaterThan(5);
  expect(end(-60)).toBeLessThan(-5);
});

describe('travel tidying', () => {
  const row = [0, 60, 12, 48, 24, 36].map((x) => object(box(x, 0), 'fill'));

  test('finds a shorter way through a colour, and says how much shorter', () => {
    const before = design(...row);
    const proposal = tidyTravel(before, [row[2].id])!;
    expect(proposal.objects).toBe(6);
    expect(proposal.after.travel).toBeLessThan(proposal.before.travel / 2);
    const { design: after, inverse } = applyCommand(before, proposal.job.command);
    expect(travelOf(sewDesign(after))).toEqual(proposal.after);
    expect(travelOf(sewDesign(before))).toEqual(proposal.before);
    expect(applyCommand(after, inverse).design).toEqual(before);
  });

  test('what lies above what stays so', () => {
    const under = object(box(0, 0, 30, 30), 'fill');
    const above = object(box(10, 0), 'fill');
    const far = object(box(60, 0), 'fill');
    const near = object(box(-25, 0), 'fill');
    const proposal = tidyTravel(design(under, far, above, near), [under.id]);
    const after = proposal
      ? applyCommand(design(under, far, above, near), proposal.job.command).design
      : null;
    const ids = (after ?? design(under, far, above, near)).objects.map((o) => o.id);
    expect(ids.indexOf(under.id)).toBeLessThan(ids.indexOf(above.id));
  });

  test('leaves begins and ends to the engine again where that is better', () => {
    const [a, b] = [
      object(box(0, 0), 'fill', { end: { x: -5, y: 0 } }),
      object(box(12, 0), 'fill', { start: { x: 17, y: 0 } }),
    ];
    const proposal = tidyTravel(design(a, b), [a.id])!;
    expect(proposal.after.travel).toBeLessThan(proposal.before.travel);
  });

  test('nothing better: nothing proposed; nothing selected: words', () => {
    expect(tidyTravel(design(object(box(0, 0), 'fill')), [`j${count}`])).toBeNull();
    expect(() => tidyTravel(design(), [])).toThrow('Select an object');
  });
});

describe('layers on a grid', () => {
  test('a fill covers its shape; what is bare or spilt is measured', () => {
    const d = design(object(box(0, 0, 20, 20), 'fill'));
    const area = { minX: -13, minY: -13, maxX: 13, maxY: 13 };
    const grid = layersOf(sewDesign(d), area, 0.1);
    const inside = coverOfRegion(grid, outlineRegion({ ...box(0, 0, 20, 20) } as never));
    expect(inside.coverage).toBeGreaterThan(0.995);
    expect(inside.layers.median).toBe(1);
    const larger = coverOfRegion(grid, outlineRegion({ ...box(0, 0, 22, 22) } as never));
    expect(larger.coverage).toBeLessThan(0.95);
    expect(larger.worstGap).toBeGreaterThan(0.5);
    const smaller = coverOfRegion(grid, outlineRegion({ ...box(0, 0, 16, 16) } as never));
    expect(smaller.spill).toBeGreaterThan(1.8);
  });
});

describe('another size, another cloth', () => {
  const SIZED = [
    [0.6, 'towelling'],
    [1.4, 'cap'],
  ] as const;
  // Plain stitches keep their number at any size: what that does to them is told, and not put right.
  const drawn = demoDesigns().filter((d) => d.objects.every(({ kind }) => kind !== 'stitches'));
  const cases = drawn.flatMap((d) => SIZED.map(([scale, cloth]) => [d.name, scale, cloth, d] as const));
  test.each(cases)('%s at %s on %s keeps every limit', async (_, scale, cloth, d) => {
    await loadFonts(d, readFontFile);
    const sized: Design = {
      ...d,
      cloth: { ...d.cloth, kind: cloth },
      objects: transformItems(d, d.objects, scaling(scale, scale)),
    };
    const plan = sewDesign(sized);
    expect(plan.x.length).toBeGreaterThan(500);
    let [short, long] = [0, 0];
    for (let i = 1; i < plan.x.length; i++) {
      if (plan.move[i] !== Move.stitch) continue;
      const l = Math.hypot(plan.x[i] - plan.x[i - 1], plan.y[i] - plan.y[i - 1]);
      if (l < 0.399) short++;
      if (l > 7.3) long++;
    }
    expect([short, long]).toEqual([0, 0]);
  });

  test('the cloth’s density and compensation can be overridden', () => {
    const on = (cloth: string, settings: Record<string, number>): number => {
      const d = design(
        object(box(0, 0, 30, 30), 'fill', { recipe: { kind: 'fill', settings: { ...settings } } }),
      );
      return sewDesign({ ...d, cloth: { ...d.cloth, kind: cloth } }).x.length;
    };
    expect(on('towelling', {})).toBeGreaterThan(on('linen', {}));
    const own = { density: 0.8, compensation: 0.1 };
    const underlay = { ...own, underlay: 'none' as never };
    expect(on('towelling', underlay)).toBe(on('linen', underlay));
    expect(on('linen', underlay)).toBeLessThan(on('linen', { underlay: 'none' as never }));
  });

  test('narrow satins become runs and wide ones split, and the findings say so', () => {
    const ring = object({ kind: 'ellipse', x: 0, y: 0, width: 60, height: 60, turn: 0 }, 'satin', {
      recipe: { kind: 'satin', settings: { width: 5.5 } },
    });
    const d = design(ring);
    const at = (scale: number): string[] => {
      const sized = { ...d, objects: transformItems(d, d.objects, scaling(scale, scale)) };
      return findingsOf(sized, sewDesign(sized)).map((f) => f.id);
    };
    expect(at(0.11)).toContain('satin-narrow');
    expect(at(1)).toEqual([]);
    expect(at(1.4)).toContain('satin-split');
  });
});

test('letters a little apart are sewn in one thread: each ends on the side of the next, and begins where the last one ended', () => {
  const circle = (x: number, r: number): string =>
    `M${x - r} 0A${r} ${r} 0 1 0 ${x + r} 0A${r} ${r} 0 1 0 ${x - r} 0Z`;
  const round = (x: number): string => circle(x, 3.5) + circle(x, 2.1);
  const shapes = [
    round(0),
    'M4.3 -5.5H5.7V3.5H4.3Z',
    round(10),
    'M14.3 -3.5H15.7V-0.7H18.1V-3.5H19.5V3.5H18.1V0.7H15.7V3.5H14.3Z',
    round(23.8),
  ];
  const letters = shapes.map((d) =>
    object(drawn(d), 'lettering', { recipe: { kind: 'lettering', settings: {} }, thread: '222' }),
  );
  const plan = sewDesign(design(...letters));
  expect(figuresOf(plan).trims).toBe(0);
  plan.move.forEach((move, i) => {
    if (move === Move.jump && i)
      expect(Math.hypot(plan.x[i] - plan.x[i - 1], plan.y[i] - plan.y[i - 1])).toBeLessThanOrEqual(3);
  });
});
