// Outlines that are made from others.
import fc from 'fast-check';
import * as draw from '../../test/draw.ts';
import { box } from '../../test/draw.ts';
import { describe, expect, test } from 'vitest';
import { applyCommand, CommandError } from '../design/commands.ts';
import { copiesOf, dependentsOf, ingredientsOf } from '../design/live.ts';
import {
  emptyDesign,
  type Design,
  type DesignObject,
  type Group,
  type Item,
  type Outline,
  type PlainOutline,
} from '../design/types.ts';
import { intersect, regionFromRings, subtract, unite } from '../geometry/clip.ts';
import { insideRegion, regionArea, type Region } from '../geometry/region.ts';
import { lengthOf } from '../geometry/polyline.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { parsePathData } from '../outlines/path-data.ts';
import { outlineRegion } from '../outlines/region.ts';
import { resolveDesign } from './resolve.ts';
import { bendPoint, flatBend, flatPatch } from '../outlines/live/bend.ts';
import { leftOf } from '../outlines/live/combine.ts';

const drawn = (d: string): PlainOutline => ({ kind: 'path', paths: parsePathData(d).paths });
const object = (id: string, outline: Outline, more: Partial<DesignObject> = {}): DesignObject =>
  draw.object(id, outline, 'fill', {}, more);
const designOf = (...objects: Item[]): Design => ({ ...emptyDesign('Test'), objects });
const resolvedOf = (design: Design, id: string): PlainOutline => {
  const found = resolveDesign(design).objects.find((o) => o.id === id);
  if (found?.kind !== 'object') throw new Error('an object was expected');
  return found.outline;
};
const areaOf = (design: Design, id: string): number => regionArea(outlineRegion(resolvedOf(design, id)));

const ring = fc
  .array(fc.record({ x: fc.integer({ min: -40, max: 40 }), y: fc.integer({ min: -40, max: 40 }) }), {
    minLength: 3,
    maxLength: 14,
  })
  .map((points) => regionFromRings([points.flatMap((p) => [p.x, p.y])]));
const differ = (a: Region, b: Region): number => regionArea(subtract(a, b)) + regionArea(subtract(b, a));

describe('boolean work on any polygons', () => {
  test('areas add up, nothing depends on the order, and doing it twice changes nothing', () => {
    fc.assert(
      fc.property(ring, ring, (a, b) => {
        const [u, i, d, e] = [unite(a, b), intersect(a, b), subtract(a, b), subtract(b, a)];
        const [A, B] = [regionArea(a), regionArea(b)];
        expect(regionArea(u) + regionArea(i)).toBeCloseTo(A + B, 0);
        expect(regionArea(d) + regionArea(i)).toBeCloseTo(A, 0);
        expect(regionArea(d) + regionArea(i) + regionArea(e)).toBeCloseTo(regionArea(u), 0);
        expect(differ(u, unite(b, a))).toBeLessThan(0.2);
        expect(differ(i, intersect(b, a))).toBeLessThan(0.2);
        expect(differ(unite(u, a), u)).toBeLessThan(0.2);
        expect(regionArea(subtract(a, a))).toBeLessThan(0.2);
      }),
    );
  });

  test('edges that lie on each other leave neither slivers nor gaps', () => {
    const design = designOf(
      object('a', box(0, 0, 20, 10)),
      object('b', box(20, 0, 20, 10)),
      object('c', box(5, 0, 10, 10)),
      object('u', { kind: 'combine', op: 'unite', of: ['a', 'b'] }),
      object('s', { kind: 'combine', op: 'subtract', of: ['a', 'c'] }),
    );
    expect(resolvedOf(design, 'u')).toMatchObject({ paths: [{ closed: true }] });
    expect(areaOf(design, 'u')).toBeCloseTo(400);
    expect(areaOf(design, 's')).toBeCloseTo(100);
  });
});

describe('live outlines', () => {
  const hole: Outline = { kind: 'combine', op: 'subtract', of: ['a', 'b'] };

  test('follow their sources, and those that did not change are not made again', () => {
    const b = object('b', box(0, 0, 4, 4));
    const design = designOf(
      object('a', box(0, 0, 20, 10)),
      b,
      object('c', hole),
      object('d', { kind: 'surround', of: ['a'], distance: 2, corners: 'mitre' }),
    );
    expect(areaOf(design, 'c')).toBeCloseTo(184);
    expect(areaOf(design, 'd')).toBeCloseTo(24 * 14);
    const next = applyCommand(design, {
      do: 'replace',
      label: '',
      item: { ...b, outline: box(0, 0, 6, 6) },
    }).design;
    expect(areaOf(next, 'c')).toBeCloseTo(164);
    expect(resolvedOf(next, 'd')).toBe(resolvedOf(design, 'd'));
  });

  test('rings are refused with words', () => {
    const design = designOf(
      object('a', box(0, 0, 9, 9)),
      object('b', { kind: 'surround', of: ['a'], distance: 1, corners: 'round' }),
    );
    const item = object('a', { kind: 'surround', of: ['b'], distance: 1, corners: 'round' });
    expect(() => applyCommand(design, { do: 'replace', label: '', item })).toThrow(CommandError);
    expect(() => applyCommand(design, { do: 'replace', label: '', item })).toThrow(/from itself: a → b → a/);
  });

  test('surround grows and shrinks shapes, and runs round open lines', () => {
    const design = designOf(
      object('a', box(0, 0, 20, 10)),
      object('l', drawn('M0 0H30')),
      object('in', { kind: 'surround', of: ['a'], distance: -2, corners: 'round' }),
      object('gone', { kind: 'surround', of: ['a'], distance: -6, corners: 'round' }),
      object('out', { kind: 'surround', of: ['a'], distance: 3, corners: 'round' }),
      object('line', { kind: 'surround', of: ['l'], distance: 2, corners: 'round' }),
    );
    expect(areaOf(design, 'in')).toBeCloseTo(16 * 6);
    expect(areaOf(design, 'gone')).toBe(0);
    expect(areaOf(design, 'out')).toBeCloseTo(200 + 3 * 60 + Math.PI * 9, -0.5);
    expect(areaOf(design, 'line')).toBeCloseTo(30 * 4 + Math.PI * 4, 0);
  });

  test('bands have the width, ends and corners asked for', () => {
    const band = (
      d: string,
      ends: 'flat' | 'round' | 'square',
      corners: 'mitre' | 'round' | 'bevel',
    ): number =>
      areaOf(
        designOf(object('l', drawn(d)), object('b', { kind: 'band', of: ['l'], width: 4, ends, corners })),
        'b',
      );
    expect(band('M0 0H30', 'flat', 'mitre')).toBeCloseTo(120);
    expect(band('M0 0H30', 'square', 'mitre')).toBeCloseTo(136);
    expect(band('M0 0H30', 'round', 'mitre')).toBeCloseTo(120 + Math.PI * 4, 0);
    expect(band('M0 0H30V30', 'flat', 'mitre')).toBeCloseTo(240);
    expect(band('M0 0H30V30', 'flat', 'bevel')).toBeCloseTo(238);
    expect(band('M0 0H30V30H0Z', 'flat', 'mitre')).toBeCloseTo(34 * 34 - 26 * 26);
  });

  test('edges: all, the outer ones, the holes', () => {
    const design = designOf(
      object('a', box(0, 0, 20, 10)),
      object('b', box(0, 0, 4, 4)),
      object('c', hole),
      ...(['all', 'outer', 'holes'] as const).map((which) =>
        object(which, { kind: 'edge', of: ['c'], which }),
      ),
    );
    expect(areaOf(design, 'all')).toBeCloseTo(184);
    expect(areaOf(design, 'outer')).toBeCloseTo(200);
    expect(areaOf(design, 'holes')).toBeCloseTo(16);
  });

  test('lines are cropped by shapes; a closed one that is not cut stays closed', () => {
    const lengths = (op: 'subtract' | 'intersect', d: string): number[] =>
      outlineLines(
        resolvedOf(
          designOf(
            object('l', drawn(d)),
            object('b', box(0, 0, 10, 10)),
            object('c', { kind: 'combine', op, lines: true, of: ['l', 'b'] }),
          ),
          'c',
        ),
      ).map((l) => Math.round(lengthOf(l) * 100) / 100);
    expect(lengths('intersect', 'M-20 0H20')).toEqual([10]);
    expect(lengths('subtract', 'M-20 0H20')).toEqual([15, 15]);
    expect(lengths('subtract', 'M-20 -20H20V20H-20Z')).toEqual([160]);
    // The square's first point lies inside what is kept: it must not cut the line there.
    expect(lengths('subtract', 'M0 -20H20V20H-20V0H20V-20Z').length).toBe(2);
  });

  test('a knife parts shapes and lines; the halves are the whole', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -20, max: 20 }),
        fc.integer({ min: -20, max: 20 }),
        fc.integer({ min: -20, max: 20 }),
        (x, y, bow) => {
          fc.pre(Math.hypot(x, y) > 5);
          const knife = drawn(`M${-x} ${-y}Q${bow} ${-bow} ${x} ${y}`);
          const sides = (['left', 'right'] as const).map((side) =>
            areaOf(
              designOf(
                object('a', box(0, 0, 18, 12)),
                object('k', knife),
                object('c', { kind: 'cut', side, of: ['a', 'k'] }),
              ),
              'c',
            ),
          );
          expect(sides[0] + sides[1]).toBeCloseTo(216, 1);
        },
      ),
    );
  });

  test('left is left as one faces along the knife', () => {
    const left = leftOf({ coords: Float64Array.of(0, 5, 0, -5), closed: false }); // up the screen
    expect(insideRegion(left, -10, 0)).toBe(true);
    expect(insideRegion(left, 10, 0)).toBe(false);
    const bowl = leftOf({ coords: Float64Array.of(-5, -5, -5, 5, 5, 5, 5, -5), closed: false }); // down, along, up
    expect(insideRegion(bowl, 0, 0)).toBe(true);
    expect(insideRegion(bowl, 0, -400)).toBe(true);
    expect(insideRegion(bowl, 0, 20)).toBe(false);
  });

  test('shapes that only serve others go with them and are copied with them', () => {
    const design = designOf(
      object('a', box(0, 0, 9, 9), { unsewn: true }),
      object('b', box(0, 0, 4, 4), { unsewn: true }),
      object('c', hole),
      object('e', { kind: 'surround', of: ['b'], distance: 1, corners: 'round' }),
    );
    const c = design.objects[2];
    expect(ingredientsOf(design, [c]).map((i) => i.id)).toEqual(['a']); // b serves e too
    expect(dependentsOf(design, ['b']).map((i) => i.id)).toEqual(['c', 'e']);
    let n = 0;
    const copies = copiesOf([design.objects[0], c], () => `n${n++}`);
    expect(copies.map((i) => i.id)).toEqual(['n0', 'n1']);
    expect(copies[1]).toMatchObject({ outline: { of: ['n0', 'b'] } });
  });
});

describe('odd outlines', () => {
  const ops: ((id: string) => Outline)[] = [
    (id) => ({ kind: 'combine', op: 'unite', of: [id, 'box'] }),
    (id) => ({ kind: 'combine', op: 'subtract', of: ['box', id] }),
    (id) => ({ kind: 'combine', op: 'intersect', lines: true, of: [id, 'box'] }),
    (id) => ({ kind: 'cut', side: 'left', of: ['box', id] }),
    (id) => ({ kind: 'surround', of: [id], distance: 1, corners: 'round' }),
    (id) => ({ kind: 'surround', of: [id], distance: -1, corners: 'mitre' }),
    (id) => ({ kind: 'band', of: [id], width: 2, ends: 'round', corners: 'bevel' }),
    (id) => ({ kind: 'edge', of: [id], which: 'outer' }),
  ];
  const many = Array.from({ length: 10_000 }, (_, i) => {
    const a = (i / 10_000) * 2 * Math.PI;
    const r = 30 + 0.5 * Math.sin(400 * a);
    return { x: r * Math.cos(a), y: r * Math.sin(a) };
  });
  test.each<[string, PlainOutline]>([
    ['a bow-tie', drawn('M0 0L20 20V0L0 20Z')],
    ['one without area', drawn('M0 0H20H0Z')],
    ['repeated points', drawn('M0 0V0H20H20V20V20L20 20Z')],
    ['one point', { kind: 'path', paths: [{ closed: true, points: [{ x: 3, y: 3 }] }] }],
    ['no paths', { kind: 'path', paths: [] }],
    ['no size', box(0, 0, 0, 0)],
    ['10,000 points', { kind: 'path', paths: [{ closed: true, points: many }] }],
  ])('%s: every way of shaping gives sound outlines', (_, outline) => {
    for (const make of ops) {
      const design = designOf(
        object('odd', outline),
        object('box', box(5, 5, 20, 20)),
        object('made', make('odd')),
      );
      for (const { coords } of outlineLines(resolvedOf(design, 'made')))
        expect(coords.every(Number.isFinite)).toBe(true);
    }
  });

  test('a bow-tie is put right: both of its halves count', () => {
    const design = designOf(
      object('a', drawn('M0 0L20 20V0L0 20Z')),
      object('e', { kind: 'edge', of: ['a'], which: 'all' }),
    );
    expect(areaOf(design, 'e')).toBeCloseTo(200);
  });
});

describe('bending', () => {
  const from = { x: 0, y: 0, width: 40, height: 20 };
  const places = fc.record({ x: fc.integer({ min: -20, max: 20 }), y: fc.integer({ min: -10, max: 10 }) });

  test('a flat sheet leaves everything where it is', () => {
    fc.assert(
      fc.property(
        places,
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 1, max: 4 }),
        fc.boolean(),
        (p, c, r, curved) => {
          const q = bendPoint(curved ? flatPatch(from) : flatBend(from, c, r), p);
          expect(Math.hypot(q.x - p.x, q.y - p.y)).toBeLessThan(1e-9);
        },
      ),
    );
  });

  test('corners and mesh points go where they are put', () => {
    const mesh = flatBend(from, 3, 2);
    mesh.points[5] = { x: -7, y: 3 };
    const q = bendPoint(mesh, { x: -20 + 40 / 3, y: 0 });
    expect([q.x, q.y]).toEqual([expect.closeTo(-7), expect.closeTo(3)]);
    const patch = flatPatch(from);
    patch.points[3] = { x: 30, y: 18 };
    const corner = bendPoint(patch, { x: 20, y: 10 });
    expect([corner.x, corner.y]).toEqual([expect.closeTo(30), expect.closeTo(18)]);
  });

  test('a bent group bends what is in it once, seen from inside and from outside', () => {
    const bend = flatBend(from, 1, 1);
    bend.points = bend.points.map((p) => ({ x: p.x, y: 2 * p.y })); // twice as tall
    const group: Group = {
      id: 'g',
      name: 'g',
      kind: 'group',
      visible: true,
      locked: false,
      bend,
      objects: [
        object('a', box(0, 0, 20, 10)),
        object('in', { kind: 'surround', of: ['a'], distance: 1, corners: 'mitre' }),
      ],
    };
    const design = designOf(
      group,
      object('out', { kind: 'surround', of: ['a'], distance: 1, corners: 'mitre' }),
    );
    const inner = (resolveDesign(design).objects[0] as Group<PlainOutline>).objects.map((o) =>
      o.kind === 'object' ? regionArea(outlineRegion(o.outline)) : 0,
    );
    expect(inner).toEqual([expect.closeTo(400), expect.closeTo(22 * 24)]);
    expect(areaOf(design, 'out')).toBeCloseTo(22 * 22);
  });
});
