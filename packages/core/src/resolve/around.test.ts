// Surrounds, dents, and what is left out because it lies hidden.
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyCommand } from '../design/commands.ts';
import { findItem, visibleLeaves } from '../design/tree.ts';
import type { Design, DesignObject, Group, Item, PlainOutline, SurroundOutline } from '../design/types.ts';
import { EdgeIndex } from '../geometry/edge-index.ts';
import { insideRegion, regionArea, regionBounds, ringsOf, type Region } from '../geometry/region.ts';
import { lengthOf } from '../geometry/polyline.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { outlineRegion } from '../outlines/region.ts';
import { surroundOutline } from '../outlines/live/surround.ts';
import { figuresOf } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import { layersOver } from '../findings/findings.ts';
import { resolvedItem, resolveDesign } from './resolve.ts';
import { box, design, drawn, ellipse, group, object, ragged } from '../../test/draw.ts';

const around = (of: string[], more: Partial<SurroundOutline> = {}): SurroundOutline => ({
  kind: 'surround',
  of,
  distance: 3,
  corners: 'round',
  ...more,
});
const plainOf = (d: Design, id: string): PlainOutline =>
  (findItem(resolveDesign(d), id) as DesignObject<PlainOutline>).outline;
const regionOf = (d: Design, id: string): Region => outlineRegion(plainOf(d, id));

const raggedShape = fc
  .array(fc.double({ min: 6, max: 20, noNaN: true }), { minLength: 5, maxLength: 16 })
  .map((radii) => ragged(radii));

describe('surrounds', () => {
  test('lie at their distance everywhere, to 0.05 mm, outwards and inwards', () => {
    fc.assert(
      fc.property(raggedShape, fc.constantFrom(-1.5, 0.8, 3, 7), (outline, distance) => {
        const made = outlineRegion(surroundOutline({ distance, corners: 'round' }, [outline]));
        const source = outlineRegion(outline);
        const edges = new EdgeIndex(source.flatMap(ringsOf));
        for (const ring of made.flatMap(ringsOf))
          for (let i = 0; i < ring.length; i += 2) {
            const near = edges.nearest(ring[i], ring[i + 1], 100)!;
            expect(Math.abs(near.distance - Math.abs(distance))).toBeLessThan(0.05);
          }
        // And, looked at on a grid, it holds just what lies nearer than that.
        for (let x = -30; x <= 30; x += 1.3)
          for (let y = -30; y <= 30; y += 1.3) {
            const far = edges.nearest(x, y, 100)!.distance * (insideRegion(source, x, y) ? -1 : 1);
            if (Math.abs(far - distance) > 0.05) expect(insideRegion(made, x, y)).toBe(far < distance);
          }
      }),
      { numRuns: 20 },
    );
  });

  test('from the thread: the width of a satin counts; brought-in stitches count as what they cover', () => {
    const ring = object('ring', { kind: 'ellipse', x: 0, y: 0, width: 40, height: 40, turn: 0 }, 'satin');
    ring.recipe.settings.width = 4;
    const reach = (from?: 'thread'): number =>
      regionBounds(regionOf(design(ring, object('s', around(['ring'], { from }))), 's'))!.maxX;
    expect(reach()).toBeCloseTo(23, 1);
    expect(reach('thread')).toBeCloseTo(25, 1);
    const stitches: Item = {
      id: 'k',
      name: 'k',
      kind: 'stitches',
      visible: true,
      locked: false,
      thread: '222',
      blocks: [{ records: 'j-100,0 200,0' }],
    };
    const b = regionBounds(regionOf(design(stitches, object('s', around(['k']))), 's'))!;
    expect(b.maxX).toBeGreaterThan(13);
    expect(b.maxX).toBeLessThan(13.5);
  });

  test('notches narrower than the bridge are closed, wider ones stay; holes are filled when asked', () => {
    const comb = drawn('M0 0H30V20H20V6H18V20H0Z'); // a notch 2 mm wide
    const at = (bridge: number): boolean =>
      insideRegion(outlineRegion(surroundOutline({ distance: 0, corners: 'mitre', bridge }, [comb])), 19, 12);
    expect([at(0), at(1.5), at(2.5)]).toEqual([false, false, true]);
    const frame = drawn('M0 0H30V30H0ZM10 10H20V20H10Z');
    const hole = (fillHoles: boolean): boolean =>
      insideRegion(
        outlineRegion(surroundOutline({ distance: 1, corners: 'round', fillHoles }, [frame])),
        15,
        15,
      );
    expect([hole(false), hole(true)]).toEqual([false, true]);
  });

  test('smoothing rounds corners and never takes a thin shape away', () => {
    const square = outlineRegion(
      surroundOutline({ distance: 0, corners: 'mitre', smooth: 3 }, [box(0, 0, 20, 20)]),
    );
    expect(Math.abs(regionArea(square) - (400 - (4 - Math.PI) * 9))).toBeLessThan(2.5);
    const thin = outlineRegion(
      surroundOutline({ distance: 0, corners: 'mitre', smooth: 3 }, [box(0, 0, 60, 2)]),
    );
    expect(regionArea(thin)).toBeGreaterThan(100);
  });

  test('rings lie a gap apart', () => {
    const { paths } = surroundOutline({ distance: 2, corners: 'round', rings: 4, gap: 2.5 }, [
      box(0, 0, 10, 10),
    ]);
    const reach = paths.map((path) => Math.max(...path.points.map((p) => p.x)));
    expect(reach.map((r) => Math.round(r * 10) / 10)).toEqual([7, 9.5, 12, 14.5]);
  });

  test('a dent moves only its stretch, and stays a dent when the source changes', () => {
    const dents = [{ x: 23, y: 0, dx: 4, dy: 0, reach: 6 }];
    const d = (radius: number, more: Partial<SurroundOutline>) =>
      design(
        object('c', { kind: 'ellipse', x: 0, y: 0, width: 2 * radius, height: 2 * radius, turn: 0 }),
        object('s', around(['c'], more)),
      );
    for (const radius of [20, 15]) {
      const [plain, dented] = [regionOf(d(radius, {}), 's'), regionOf(d(radius, { dents }), 's')];
      const [a, b] = [regionBounds(plain)!, regionBounds(dented)!];
      expect(b.maxX - a.maxX).toBeCloseTo(4, 1);
      expect(b.minX).toBeCloseTo(a.minX, 2);
      expect(b.maxY).toBeCloseTo(a.maxY, 2);
    }
  });

  test('they surround all copies of a repeat, and follow', () => {
    const repeat: Group = {
      ...{ id: 'r', name: 'r', visible: true, locked: false, kind: 'group' as const },
      objects: [object('p', { kind: 'ellipse', x: 0, y: -15, width: 8, height: 12, turn: 0 })],
      repeat: {
        layout: { kind: 'circle', centre: { x: 0, y: 0 }, count: 6, sweep: 360, fit: 'place', gap: 0 },
        order: 'copies',
      },
    };
    const d = design(repeat, object('s', around(['r'], { bridge: 12, fillHoles: true })));
    const before = regionBounds(regionOf(d, 's'))!;
    expect(before.minY).toBeCloseTo(-24, 1);
    expect(before.maxY).toBeCloseTo(24, 1);
    const changed = applyCommand(d, {
      do: 'replace',
      label: '',
      item: object('p', { kind: 'ellipse', x: 0, y: -15, width: 8, height: 20, turn: 0 }),
    }).design;
    expect(regionBounds(regionOf(changed, 's'))!.maxY).toBeCloseTo(28, 1);
  });
});

test('one item by itself is what it is in the whole design', () => {
  const ring = object('c', ellipse(0, 0, 12));
  const petal = object('p', ellipse(0, -15, 8, 14), 'fill', {}, { keepClear: { of: ['c'], margin: 1 } });
  const repeat = group('r', [petal, object('e', { kind: 'edge', of: ['p'], which: 'all' }, 'satin')], {
    layout: { kind: 'circle', centre: { x: 0, y: 0 }, count: 4, sweep: 360, fit: 'place', gap: 0 },
    order: 'copies',
  });
  const d = design(ring, repeat, object('s', around(['r'], { from: 'thread' })));
  const alone = ['c', 'p', 'e', 'r', 's'].map((id) => resolvedItem(structuredClone(d), id));
  expect(alone).toEqual(['c', 'p', 'e', 'r', 's'].map((id) => findItem(resolveDesign(d), id)));
  expect(resolvedItem(d, 'nobody')).toBeNull();
});

describe('what is hidden', () => {
  const trimmed = { trimBeneath: 1 };
  test('a shape under a fill loses what lies deeper than the overlap; without the wish it loses nothing', () => {
    const over = object('o', box(0, 0, 10, 10));
    const area = (more: Partial<DesignObject>): number =>
      regionArea(regionOf(design(object('u', box(0, 0, 30, 30), 'fill', {}, more), over), 'u'));
    expect(area({})).toBeCloseTo(900, 0);
    expect(area(trimmed)).toBeCloseTo(900 - 64, 0);
  });

  test('no hole is cut that thread would close', () => {
    const under = object('u', box(0, 0, 30, 30), 'fill', {}, trimmed);
    const region = regionOf(design(under, object('o', box(0, 0, 3.4, 3.4))), 'u');
    expect(region.flatMap(({ holes }) => holes)).toEqual([]);
    expect(regionArea(region)).toBeCloseTo(900, 0);
  });

  test('only what is sewn later and dense hides; open kinds and hidden objects do not', () => {
    const under = object('u', box(0, 0, 30, 30), 'fill', {}, trimmed);
    const area = (...items: Item[]): number => regionArea(regionOf(design(...items), 'u'));
    expect(area(object('o', box(0, 0, 10, 10)), under)).toBeCloseTo(900, 0);
    expect(area(under, object('o', box(0, 0, 10, 10), 'stipple'))).toBeCloseTo(900, 0);
    expect(area(under, object('o', box(0, 0, 10, 10), 'fill', {}, { visible: false }))).toBeCloseTo(900, 0);
  });

  test('a satin that crosses under another is parted, and the lump at the crossing goes', () => {
    const satin = (id: string, d: string, more: Partial<DesignObject> = {}): DesignObject => {
      const o = object(id, drawn(d), 'satin', {}, more);
      o.recipe.settings.width = 4;
      return o;
    };
    const cross = (more: Partial<DesignObject>): Design =>
      design(satin('u', 'M-20 0H20', more), satin('o', 'M0 -20V20'));
    const lines = outlineLines(plainOf(cross({ trimBeneath: 0.8 }), 'u'));
    expect(lines).toHaveLength(2);
    expect(lengthOf(lines[0]) + lengthOf(lines[1])).toBeCloseTo(40 - (4 - 1.6), 0);
    const most = (d: Design): number => {
      const { layers, width, cell, x0, y0 } = layersOver(sewDesign(d))!;
      let sum = 0;
      for (let y = -1; y <= 1; y += cell)
        for (let x = -1; x <= 1; x += cell)
          sum += layers[Math.floor((y - y0) / cell) * width + Math.floor((x - x0) / cell)];
      return sum;
    };
    expect(most(cross({ trimBeneath: 0.8 }))).toBeLessThan(most(cross({})));
  });

  test('whether stitches hide what lies beneath is judged on the design’s own cloth', () => {
    // Rows that lie a little too far apart to hide anything on linen are set closer on towelling.
    const over = object('o', box(0, 0, 10, 30), 'fill', { spacing: 0.53 });
    const on = (kind: string): Design => ({
      ...design(object('u', box(0, 0, 30, 10), 'fill', {}, trimmed), over),
      cloth: { kind, colour: '#ffffff' },
    });
    const left = (kind: string): number => regionArea(outlineRegion(plainOf(on(kind), 'u')));
    expect(left('linen')).toBeCloseTo(300, 0);
    expect(left('towelling')).toBeCloseTo(300 - 8 * 10, 0);
  });

  test('a closed border loses just the stretch that is covered, wherever it begins', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 359 }), (turn) => {
        const ring = object(
          'u',
          { kind: 'ellipse', x: 0, y: 0, width: 40, height: 40, turn },
          'satin',
          {},
          trimmed,
        );
        const d = design(ring, object('o', box(20, 0, 12, 12)));
        const lines = outlineLines(plainOf(d, 'u'));
        expect(lines).toHaveLength(1);
        expect(lines[0].closed).toBe(false);
        const gone = 40 * Math.PI - lengthOf(lines[0]);
        expect(gone).toBeGreaterThan(8);
        expect(gone).toBeLessThan(11.5);
      }),
      { numRuns: 30 },
    );
  });

  test('copies that overlap are trimmed under each other, and sew fewer stitches', () => {
    const ring = (more: Partial<DesignObject>): Design =>
      design({
        ...{ id: 'r', name: 'r', visible: true, locked: false, kind: 'group' as const },
        objects: [
          object('p', { kind: 'ellipse', x: 0, y: -12, width: 14, height: 22, turn: 0 }, 'fill', {}, more),
        ],
        repeat: {
          layout: { kind: 'circle', centre: { x: 0, y: 0 }, count: 6, sweep: 360, fit: 'place', gap: 0 },
          order: 'copies',
        },
      });
    const stitches = (d: Design): number => figuresOf(sewDesign(d)).stitches;
    expect(stitches(ring({ trimBeneath: 0.8 }))).toBeLessThan(0.95 * stitches(ring({})));
    // The last copy lies on top: it is whole.
    const leaves = [
      ...visibleLeaves(resolveDesign(ring({ trimBeneath: 0.8 })).objects),
    ] as DesignObject<PlainOutline>[];
    const areas = leaves.map((l) => regionArea(outlineRegion(l.outline)));
    expect(areas[5]).toBeCloseTo(Math.max(...areas), 3);
    expect(areas[0]).toBeLessThan(areas[5]);
  });
});
