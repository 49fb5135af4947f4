// Moving whole items, arranging them, snapping, and making plain.
import fc from 'fast-check';
import * as draw from '../../test/draw.ts';
import { box } from '../../test/draw.ts';
import { describe, expect, test } from 'vitest';
import {
  emptyDesign,
  type Design,
  type DesignObject,
  type Item,
  type Outline,
  type PlainOutline,
  type StitchesObject,
} from '../design/types.ts';
import {
  mirroring,
  multiply,
  rotation,
  scaling,
  skewing,
  translation,
  type Matrix,
} from '../geometry/matrix.ts';
import { subtract } from '../geometry/clip.ts';
import { regionArea } from '../geometry/region.ts';
import type { Bounds } from '../geometry/points.ts';
import { flatPatch } from '../outlines/live/bend.ts';
import { parsePathData } from '../outlines/path-data.ts';
import { outlineRegion } from '../outlines/region.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { wayPoints } from '../sewing/short-order.ts';
import { transformOutline } from '../outlines/transform.ts';
import { align, inRows, spread } from './arrange.ts';
import { itemBounds, leavesAt } from './bounds.ts';
import { compoundOf, madePlain, partsOf } from './plain.ts';
import { snapBox, snapPoint, snapTargets } from './snap.ts';
import { densityNote, transformItems } from '../resolve/transform-items.ts';
import { allRecords } from '../design/stitch-blocks.ts';

const object = (id: string, outline: Outline, more: Partial<DesignObject> = {}): DesignObject =>
  draw.object(id, outline, 'fill', {}, more);
const stitches: StitchesObject = {
  id: 's',
  name: 's',
  kind: 'stitches',
  visible: true,
  locked: false,
  thread: '222',
  blocks: [{ records: 'j0,0 10,0 0,35 -30,0' }],
};
const designOf = (...objects: Item[]): Design => ({ ...emptyDesign('Test'), objects });

/** The design with these items after a map. */
function moved(design: Design, ids: string[], m: Matrix): Design {
  const next = new Map(
    transformItems(
      design,
      design.objects.filter((o) => ids.includes(o.id)),
      m,
    ).map((i) => [i.id, i]),
  );
  return { ...design, objects: design.objects.map((o) => next.get(o.id) ?? o) };
}
const regionOf = (design: Design, id: string) => {
  const found = resolveDesign(design).objects.find((o) => o.id === id);
  if (found?.kind !== 'object') throw new Error('an object was expected');
  return outlineRegion(found.outline);
};
const differ = (a: ReturnType<typeof regionOf>, b: ReturnType<typeof regionOf>): number =>
  regionArea(subtract(a, b)) + regionArea(subtract(b, a));

describe('moving items', () => {
  const anyMap = fc
    .tuple(
      fc.integer({ min: -180, max: 180 }),
      fc.integer({ min: 5, max: 20 }),
      fc.integer({ min: -30, max: 30 }),
      fc.boolean(),
    )
    .map(([turn, k, x, flip]) =>
      multiply(
        translation(x, 4),
        multiply(rotation(turn), multiply(scaling(k / 10, k / 10), flip ? mirroring(20) : scaling(1, 1))),
      ),
    );

  test('a live shape and all that it is made from move, turn and grow as one', () => {
    const design = designOf(
      object('a', box(0, 0, 20, 12), { unsewn: true }),
      object('b', box(4, 2, 6, 6), { unsewn: true }),
      object('c', { kind: 'combine', op: 'subtract', of: ['a', 'b'] }),
      object('d', { kind: 'surround', of: ['c'], distance: 2, corners: 'mitre' }),
    );
    fc.assert(
      fc.property(anyMap, anyMap, (m, n) => {
        const twice = moved(moved(design, ['c', 'd'], m), ['c', 'd'], n);
        const whole = multiply(n, m);
        for (const id of ['c', 'd']) {
          const want = outlineRegion(
            transformOutline(
              (resolveDesign(design).objects.find((o) => o.id === id) as DesignObject<PlainOutline>).outline,
              whole,
            ),
          );
          expect(differ(regionOf(twice, id), want)).toBeLessThan(0.02 * regionArea(want) + 0.1);
        }
      }),
      { numRuns: 40 },
    );
  });

  test('what is made from objects that stay moves by itself, and still follows them', () => {
    const design = designOf(
      object('a', box(0, 0, 20, 12)),
      object('d', { kind: 'surround', of: ['a'], distance: 2, corners: 'mitre' }),
    );
    const next = moved(design, ['d'], translation(50, 0));
    expect(itemBounds(resolveDesign(next).objects[1])).toMatchObject({ minX: 38, maxX: 62 });
    const after = moved(next, ['a'], translation(0, 10));
    expect(itemBounds(resolveDesign(after).objects[1])).toMatchObject({ minX: 38, maxX: 62, minY: 2 });
    expect(itemBounds(resolveDesign(moved(next, ['a', 'd'], translation(1, 1))).objects[1])).toMatchObject({
      minX: 39,
      minY: -7,
    });
  });

  test('a bent group carries its sheet along', () => {
    const bend = flatPatch({ x: 0, y: 0, width: 20, height: 10 });
    bend.edges![0] = [
      { x: 5, y: -9 },
      { x: -5, y: -9 },
    ];
    const group: Item = {
      id: 'g',
      name: 'g',
      kind: 'group',
      visible: true,
      locked: false,
      bend,
      objects: [object('a', box(0, 0, 20, 10))],
    };
    const design = designOf(group);
    const m = multiply(rotation(30), skewing(10, 0));
    const outlineOf = (d: Design): PlainOutline => {
      const g = resolveDesign(d).objects[0];
      if (g.kind !== 'group' || g.objects[0].kind !== 'object') throw new Error('a group was expected');
      return g.objects[0].outline;
    };
    const want = outlineRegion(transformOutline(outlineOf(design), m));
    expect(differ(outlineRegion(outlineOf(moved(design, ['g'], m))), want)).toBeLessThan(0.1);
  });

  test('stitches stay exact when moved, turned by quarters or mirrored', () => {
    const about = { x: 1.25, y: -3.4 };
    fc.assert(
      fc.property(
        fc.array(
          fc.constantFrom(
            rotation(90, about),
            rotation(-90, about),
            mirroring(0, about),
            mirroring(90, about),
            translation(0.1, 2.3),
          ),
          { maxLength: 6 },
        ),
        (maps) => {
          const after = maps.reduce<Item>(
            (item, m) => transformItems(designOf(item), [item], m)[0],
            stitches,
          ) as StitchesObject;
          const lengths = ({ blocks }: StitchesObject): number[] => {
            const { x, y } = allRecords(blocks);
            return [1, 2, 3].map((i) => Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]));
          };
          expect(lengths(after)).toEqual(lengths(stitches));
        },
      ),
    );
    const round = [90, 90, 90, 90].reduce<Item>(
      (item, d) => transformItems(designOf(item), [item], rotation(d))[0],
      stitches,
    );
    expect(round).toEqual(stitches);
  });

  test('what scaling does to kept stitches is said before', () => {
    expect(densityNote([stitches], 2, 2)).toBe(
      'The same 3 stitches would lie thinner: 25 % of the density now, the longest stitch 7.0 mm.',
    );
    expect(densityNote([stitches], 0.5, 0.5)).toContain('denser: 400 %');
    expect(densityNote([stitches], 1, 1)).toBeNull();
    expect(densityNote([object('a', box(0, 0, 1, 1))], 2, 2)).toBeNull();
  });
});

describe('arranging', () => {
  const boxes: Bounds[] = [
    [0, 0, 10, 4],
    [30, 6, 34, 20],
    [12, -3, 20, 0],
  ].map(([minX, minY, maxX, maxY]) => ({ minX, minY, maxX, maxY }));
  const after = (shifts: { dx: number; dy: number }[]): Bounds[] =>
    boxes.map((b, i) => ({
      minX: b.minX + shifts[i].dx,
      maxX: b.maxX + shifts[i].dx,
      minY: b.minY + shifts[i].dy,
      maxY: b.maxY + shifts[i].dy,
    }));

  test('aligned sides are one line', () => {
    const target = { minX: -50, minY: -40, maxX: 50, maxY: 40 };
    expect(after(align(boxes, target, 'left')).map((b) => b.minX)).toEqual([-50, -50, -50]);
    expect(after(align(boxes, target, 'middle')).map((b) => b.minY + b.maxY)).toEqual([0, 0, 0]);
    expect(after(align(boxes, boxes[1], 'bottom')).map((b) => b.maxY)).toEqual([20, 20, 20]);
  });

  test('side by side in rows, about a place', () => {
    const sized = (width: number, height: number, x = 7): Bounds => ({
      minX: x,
      minY: -2,
      maxX: x + width,
      maxY: height - 2,
    });
    const boxes = [sized(30, 10), sized(20, 30, -40), sized(60, 20), sized(200, 10)];
    const laid = inRows(boxes, 5, 100, { x: 10, y: 0 }).map(({ dx, dy }, i) => {
      const b = boxes[i];
      return [b.minX + dx, b.minY + dy, b.maxX + dx, b.maxY + dy].map((v) => Math.round(10 * v) / 10);
    });
    // 30 + 5 + 20 wide and 30 high; the third does not fit beside them, the fourth nowhere.
    expect(laid).toEqual([
      [-17.5, -25, 12.5, -15],
      [17.5, -35, 37.5, -5],
      [-20, 0, 40, 20],
      [-90, 25, 110, 35],
    ]);
    expect(inRows([], 5, 100, { x: 0, y: 0 })).toEqual([]);
  });

  test('spread by middles, by gaps, by one gap, over a length', () => {
    const gaps = (b: Bounds[]): number[] => [b[2].minX - b[0].maxX, b[1].minX - b[2].maxX];
    expect(after(spread(boxes, 'x', { by: 'centres' })).map((b) => (b.minX + b.maxX) / 2)).toEqual([
      5, 32, 18.5,
    ]);
    expect(gaps(after(spread(boxes, 'x', { by: 'gaps' })))).toEqual([6, 6]);
    expect(gaps(after(spread(boxes, 'x', { by: 'gap', gap: 2 })))).toEqual([2, 2]);
    const filled = after(spread(boxes, 'x', { by: 'length', length: 62 }));
    expect(gaps(filled)).toEqual([20, 20]);
    expect(filled[1].maxX - filled[0].minX).toBe(62);
  });
});

describe('snapping', () => {
  const bounds = { minX: 10, minY: 10, maxX: 20, maxY: 20 };
  const hoop = { minX: -50, minY: -50, maxX: 50, maxY: 50 };
  const say = (mm: number): string => `${mm.toFixed(1)} mm`;
  const targets = snapTargets({
    boxes: [
      { bounds, name: 'Moon' },
      { bounds: { ...bounds, minX: 26, maxX: 30 }, name: 'Star' },
    ],
    points: [{ x: 3, y: 4, says: 'point of Comet' }],
    guides: [{ axis: 'x', at: -12 }],
    hoop,
    grid: 0,
  });

  test('a box is drawn to middles, edges, guides and equal gaps, and says so', () => {
    const at = (minX: number, minY: number) =>
      snapBox({ minX, minY, maxX: minX + 4, maxY: minY + 4 }, targets, 0.6, say);
    expect(at(12.7, -30)).toMatchObject({ dx: expect.closeTo(0.3), marks: [{ says: 'middle of Moon' }] });
    expect(at(-12.4, -30)).toMatchObject({ dx: expect.closeTo(0.4), marks: [{ says: 'guide' }] });
    expect(at(35.8, 12.9)).toMatchObject({ dx: expect.closeTo(0.2), dy: expect.closeTo(0.1) });
    expect(at(35.8, 13).marks.map((m) => m.says)).toContain('equal gaps of 6.0 mm');
    expect(at(-30, -30)).toEqual({ dx: 0, dy: 0, marks: [] });
  });

  test('a point is drawn to points before lines, and to the grid last', () => {
    expect(snapPoint({ x: 3.2, y: 4.3 }, targets, 0.5)).toMatchObject({
      dx: expect.closeTo(-0.2),
      marks: [{ says: 'point of Comet' }],
    });
    expect(snapPoint({ x: 10.2, y: 19.7 }, targets, 0.5).marks.map((m) => m.says)).toEqual([
      'edge of Moon',
      'edge of Moon',
    ]);
    expect(snapPoint({ x: 7.2, y: -7.7 }, { ...targets, grid: 5 }, 0.5)).toEqual({ dx: 0, dy: 0, marks: [] });
    expect(snapPoint({ x: 5.2, y: -34.7 }, { ...targets, grid: 5 }, 0.5)).toMatchObject({
      dx: expect.closeTo(-0.2),
      dy: expect.closeTo(-0.3),
    });
    const edge = snapPoint({ x: -30, y: -31 }, targets, 0.5, () => ({
      point: { x: -30, y: -31.2 },
      distance: 0.2,
      name: 'Comet',
    }));
    expect(edge.marks[0].says).toBe('on Comet');
  });
});

describe('making plain', () => {
  const shape = (d: string): PlainOutline => ({ kind: 'path', paths: parsePathData(d).paths });

  test('a live outline keeps its shape in few points', () => {
    const circle = (x: number): PlainOutline => ({
      kind: 'ellipse',
      x,
      y: 0,
      width: 20,
      height: 20,
      turn: 0,
    });
    const design = designOf(
      object('a', circle(0)),
      object('b', circle(8)),
      object('c', { kind: 'combine', op: 'unite', of: ['a', 'b'] }),
    );
    const plain = madePlain(design, design.objects[2] as DesignObject)!;
    expect(plain.outline.paths[0].points.length).toBeLessThan(14);
    expect(differ(outlineRegion(plain.outline), regionOf(design, 'c'))).toBeLessThan(1.5);
    const none = designOf(
      object('a', circle(0)),
      object('c', { kind: 'surround', of: ['a'], distance: -30, corners: 'round' }),
    );
    expect(madePlain(none, none.objects[1] as DesignObject)).toBeNull();
  });

  test('a compound shape comes apart with its holes, and together again', () => {
    const two = shape('M0 0H20V20H0ZM5 5H10V10H5ZM30 0H40V10H30Z');
    const parts = partsOf(two, 'region');
    expect(parts.map((p) => p.paths.length).sort()).toEqual([1, 2]);
    expect(parts.reduce((sum, p) => sum + regionArea(outlineRegion(p)), 0)).toBeCloseTo(475);
    expect(parts.flatMap((p) => p.paths).every((p) => p.points.length === 4)).toBe(true);
    expect(regionArea(outlineRegion(compoundOf(parts)))).toBeCloseTo(475);
    expect(partsOf(shape('M0 0H5M0 9H5'), 'lines')).toHaveLength(2);
    // A bow-tie is two pieces, though it is one path.
    expect(partsOf(shape('M0 0L10 10V0L0 10Z'), 'region')).toHaveLength(2);
  });

  test('stitches lie where they are sewn, and not where the needle only passes', () => {
    // Brought in by jumps that come from far, and left by a jump and a trim.
    const led: StitchesObject = {
      ...stitches,
      blocks: [{ records: 'j-200,0 j100,0 j90,0 10,0 0,35 -30,0 j0,90 t0,0' }],
    };
    const design = resolveDesign(designOf(led));
    expect(itemBounds(design.objects[0])).toEqual({ minX: -3, minY: 0, maxX: 0, maxY: 3.5 });
    const at = (x: number, y: number): number => leavesAt(design, { x, y }, 0.5).length;
    expect([at(0, 2), at(-10, 0), at(-3, 12)]).toEqual([1, 0, 0]);
    expect(wayPoints(design.objects[0])).toEqual([
      { x: -1, y: 0 },
      { x: -3, y: 3.5 },
    ]);
  });

  test('what lies beneath is found from the top down; locked and hidden ones are passed over', () => {
    const design = designOf(
      object('a', box(0, 0, 20, 20)),
      object('b', box(0, 0, 10, 10)),
      object('c', box(0, 0, 5, 5), { locked: true }),
    );
    const found = leavesAt(resolveDesign(design), { x: 0, y: 0 }, 0.5);
    expect(found.map((l) => l.id)).toEqual(['b', 'a']);
  });
});
