// Copies of repeats: where they stand, how far apart, in which order they are sewn.
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyCommand, CommandError } from '../../design/commands.ts';
import { everyLeaf, findItem, originOf, visibleLeaves } from '../../design/tree.ts';
import type {
  CircleLayout,
  Design,
  DesignObject,
  Group,
  Item,
  Layout,
  Outline,
  PlainOutline,
  Repeat,
  RowSpacing,
} from '../../design/types.ts';
import { intersect, offsetRegion } from '../../geometry/clip.ts';
import { EdgeIndex } from '../../geometry/edge-index.ts';
import { regionArea, regionMiddle, ringsOf, type Region } from '../../geometry/region.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { outlineBounds } from '../../outlines/transform.ts';
import { sizeToFillJob } from '../../jobs/repeat.ts';
import { sewDesign } from '../../sewing/sew.ts';
import { figuresOf } from '../../sewing/plan.ts';
import { placedCopies, resolveDesign } from '../resolve.ts';
import { threadOutline } from '../thread-outline.ts';
import { clothById } from '../../materials/cloths.ts';
import { design, drawn, ellipse, group, object, ragged } from '../../../test/draw.ts';

const circle = (more: Partial<CircleLayout> = {}): CircleLayout => ({
  kind: 'circle',
  centre: { x: 0, y: 0 },
  count: 6,
  sweep: 360,
  fit: 'place',
  gap: 0,
  ...more,
});
const row = (more: Partial<RowSpacing> = {}): RowSpacing => ({
  count: 5,
  fit: 'gap',
  step: 10,
  gap: 2,
  length: 90,
  solve: 'count',
  ...more,
});
const repeated = (layout: Layout, objects: Item[], more: Partial<Repeat> = {}): Design =>
  design(group('r', objects, { layout, order: 'copies', ...more }));

/** Where the thread of each copy lies, copy by copy. */
function regionsOf(d: Design, id = 'r'): Region[] {
  const found = findItem(resolveDesign(d), id) as Group<PlainOutline>;
  const copies = [
    found.objects.filter((o) => !(o.kind === 'group' && o.copy !== undefined)),
    ...found.objects.filter((o) => o.kind === 'group' && o.copy !== undefined).map((o) => [o]),
  ];
  return copies.map((items) =>
    [...everyLeaf(items)].flatMap((leaf) =>
      leaf.kind === 'object' ? outlineRegion(threadOutline(leaf, clothById('linen'))) : [],
    ),
  );
}

/** The shortest distance between two regions' edges, in mm. */
function apart(a: Region, b: Region): number {
  const index = new EdgeIndex(b.flatMap(ringsOf));
  let best = Infinity;
  const look = (rings: Float64Array[], to: EdgeIndex): void => {
    for (const ring of rings)
      for (let i = 0; i < ring.length; i += 2)
        best = Math.min(best, to.nearest(ring[i], ring[i + 1], 1e3)?.distance ?? Infinity);
  };
  look(a.flatMap(ringsOf), index);
  look(b.flatMap(ringsOf), new EdgeIndex(a.flatMap(ringsOf)));
  return best;
}

const raggedAt = (x: number, y: number) =>
  fc
    .array(fc.double({ min: 2, max: 7, noNaN: true }), { minLength: 5, maxLength: 14 })
    .map((radii) => ragged(radii, x, y));

describe('circle repeats', () => {
  test('count × angle is the whole circle; the middles lie on one circle, evenly', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 40 }), fc.boolean(), (count, upright) => {
        const d = repeated(circle({ count, upright }), [object('a', ellipse(0, -30, 6, 9))]);
        const placed = placedCopies(d, 'r')!;
        expect(placed.maps.length).toBe(count);
        expect(count * placed.step).toBeCloseTo(360, 9);
        regionsOf(d).forEach((region, i) => {
          const m = regionMiddleOf(region);
          const a = (2 * Math.PI * i) / count;
          expect(m.x).toBeCloseTo(30 * Math.sin(a), 1);
          expect(m.y).toBeCloseTo(-30 * Math.cos(a), 1);
        });
      }),
      { numRuns: 25 },
    );
  });

  test('ends that touch leave gaps as wide as asked, all the same to 0.02 mm', () => {
    fc.assert(
      fc.property(
        raggedAt(0, -25),
        fc.integer({ min: 3, max: 12 }),
        fc.constantFrom(0, 0.5, 2),
        fc.boolean(),
        (outline, count, gap, upright) => {
          const d = repeated(circle({ count, fit: 'gap', gap, upright }), [object('a', outline)]);
          const regions = regionsOf(d);
          const gaps = regions.map((r, i) => apart(r, regions[(i + 1) % regions.length]));
          // Upright copies meet in many ways; the narrowest of all gaps is the one that was asked for.
          if (upright) expect(Math.abs(gaps[0] - gap)).toBeLessThan(0.005);
          else for (const g of gaps) expect(Math.abs(g - gap)).toBeLessThan(0.005);
        },
      ),
      { numRuns: 30 },
    );
  });

  test('an overlap is so much nearer than touching, along the line between neighbours', () => {
    fc.assert(
      fc.property(raggedAt(0, -25), fc.integer({ min: 3, max: 12 }), (outline, count) => {
        const radius = (gap: number): number =>
          placedCopies(repeated(circle({ count, fit: 'gap', gap }), [object('a', outline)]), 'r')!.radius!;
        const chord = 2 * Math.sin(Math.PI / count);
        expect((radius(0) - radius(-0.5)) * chord).toBeCloseTo(0.5, 6);
      }),
      { numRuns: 30 },
    );
  });

  test('gaps are measured from where the thread ends: a satin edge counts', () => {
    const petal = object('p', ellipse(0, -25, 10, 16), 'contour');
    const edge = object('e', { kind: 'edge', of: ['p'], which: 'all' }, 'satin');
    edge.recipe.settings.width = 3;
    const d = repeated(circle({ count: 5, fit: 'gap', gap: 1 }), [petal, edge]);
    const [a, b] = regionsOf(d);
    expect(apart(a, b)).toBeCloseTo(1, 1);
    expect(regionArea(intersect(offsetRegion(a, 0.48), offsetRegion(b, 0.48)))).toBeLessThan(0.05);
    expect(regionArea(intersect(offsetRegion(a, 0.53), offsetRegion(b, 0.53)))).toBeGreaterThan(0);
  });

  test('as many as fit at the radius leave at least the gap; one more would not', () => {
    const of = (layout: Partial<CircleLayout>): Design =>
      repeated(circle(layout), [object('a', ellipse(0, -25, 8, 8))]);
    const { maps } = placedCopies(of({ fit: 'count', gap: 1 }), 'r')!;
    const neighbours = (count: number): number => {
      const r = regionsOf(of({ count }));
      return apart(r[0], r[1]);
    };
    expect(neighbours(maps.length)).toBeGreaterThan(0.99);
    expect(neighbours(maps.length + 1)).toBeLessThan(1);
  });

  test('part of a circle ends where it is told to, anticlockwise too', () => {
    const d = repeated(circle({ count: 4, sweep: -90 }), [object('a', ellipse(0, -30, 6, 9))]);
    const last = regionMiddleOf(regionsOf(d)[3]);
    expect(last.x).toBeCloseTo(-30, 1);
    expect(last.y).toBeCloseTo(0, 1);
  });

  test('turned copies turn their rows; mirrored ones mirror them', () => {
    const fill = object('a', ellipse(0, -30, 6, 9));
    fill.recipe.settings.angle = 30;
    const angles = (d: Design): unknown[] =>
      [...everyLeaf(resolveDesign(d).objects)].map((l) => (l as DesignObject).recipe.settings.angle);
    expect(angles(repeated(circle({ count: 4 }), [fill])).map(angleOf)).toEqual([30, 120, 30, 120]);
    const mirrored = angles(repeated(circle({ count: 2, sweep: 360 }), [fill], { mirror: true }));
    expect(mirrored.map(angleOf)).toEqual([30, 150]);
  });
});

/** Rows have no direction: their angle between 0 and 180. */
const angleOf = (a: unknown): number => Math.round(((((a as number) % 180) + 180) % 180) * 1e6) / 1e6;

const regionMiddleOf = (region: Region) => regionMiddle(region);

describe('rows and grids', () => {
  test('gaps in a row are as wide as asked, whatever the direction and the shape', () => {
    fc.assert(
      fc.property(
        raggedAt(0, 0),
        fc.constantFrom(0, 0.6, 3),
        fc.integer({ min: -90, max: 90 }),
        fc.boolean(),
        (outline, gap, angle, mirror) => {
          const d = repeated({ kind: 'row', across: row({ count: 4, gap }), angle }, [object('a', outline)], {
            mirror,
          });
          const regions = regionsOf(d);
          const gaps = regions.slice(1).map((r, i) => apart(regions[i], r));
          expect(Math.abs(Math.min(...gaps) - gap)).toBeLessThan(0.005);
          if (!mirror) for (const g of gaps) expect(Math.abs(g - gap)).toBeLessThan(0.005);
        },
      ),
      { numRuns: 30 },
    );
  });

  test('a length is filled exactly: by the gap, or by the count', () => {
    const filled = (more: Partial<RowSpacing>) => {
      const d = repeated({ kind: 'row', across: row({ fit: 'length', length: 80, ...more }), angle: 0 }, [
        object('a', ellipse(0, 0, 9, 9)),
      ]);
      const regions = regionsOf(d);
      const reach = (r: Region, pick: (...v: number[]) => number): number =>
        pick(...r.flatMap(ringsOf).flatMap((ring) => [...ring].filter((_, i) => i % 2 === 0)));
      const length = reach(regions.at(-1)!, Math.max) - reach(regions[0], Math.min);
      return { count: regions.length, length, gap: apart(regions[0], regions[1]) };
    };
    const byGap = filled({ solve: 'gap', count: 6 });
    expect(byGap.count).toBe(6);
    expect(byGap.length).toBeCloseTo(80, 1);
    const byCount = filled({ solve: 'count', gap: 2 });
    expect(byCount.length).toBeCloseTo(80, 1);
    expect(byCount.gap).toBeGreaterThanOrEqual(1.98);
    expect(byCount.gap).toBeLessThan(2 + (9 + 2) / (byCount.count - 1));
    // Half a gap at each end, and closed: there are as many gaps as copies.
    for (const ends of ['half', 'closed'] as const) {
      const made = filled({ solve: 'count', gap: 2, ends });
      expect(made.length + made.gap).toBeCloseTo(80, 1);
      expect(made.gap).toBeGreaterThanOrEqual(1.98);
    }
    const exact = filled({ solve: 'count', gap: 2, ends: 'exact' });
    expect(exact.gap).toBeCloseTo(2, 1);
    expect(80 - exact.length).toBeGreaterThanOrEqual(-0.01);
    expect(80 - exact.length).toBeLessThan(9 + 2 + 0.5);
  });

  test('what is repeated is sized so that a length is filled with just the gap', () => {
    for (const ends of [undefined, 'half', 'closed'] as const) {
      const across = row({ fit: 'length', length: 200, solve: 'count', gap: 3, ...(ends && { ends }) });
      const d = repeated({ kind: 'row', across, angle: 0 }, [object('a', ellipse(-90, 0, 17, 11))]);
      const job = sizeToFillJob(d, 'r');
      const now = applyCommand(d, job.command).design;
      const [before, after] = [d, now].map((one) => placedCopies(one, 'r')!);
      expect(after.maps.length).toBe(before.maps.length);
      expect(after.gap!).toBeCloseTo(3, 1);
      // The first one stays where it begins.
      const edge = (one: Design): number =>
        outlineBounds((findItem(one, 'a') as DesignObject<PlainOutline>).outline)!.minX;
      expect(Math.abs(edge(now) - edge(d))).toBeLessThan(0.3);
    }
    const far = repeated(
      { kind: 'row', across: row({ fit: 'length', length: 20, solve: 'gap', count: 9, gap: 3 }), angle: 0 },
      [object('a', ellipse(0, 0, 17, 11))],
    );
    expect(() => sizeToFillJob(far, 'r')).toThrow(/very different/);
  });

  test('a grid of bricks shifts every other row, and no two copies are nearer than the gap', () => {
    const layout: Layout = {
      kind: 'grid',
      across: row({ count: 3, gap: 1 }),
      down: row({ count: 3, gap: 1 }),
      angle: 0,
      brick: true,
    };
    const d = repeated(layout, [object('a', ellipse(0, 0, 8, 8))]);
    const { maps, step, down } = placedCopies(d, 'r')!;
    expect(maps.length).toBe(9);
    expect(maps[3][4]).toBeCloseTo(step / 2, 6);
    expect(down!).toBeLessThan(9); // rows of round beads lie in each other's hollows
    const regions = regionsOf(d);
    for (let i = 0; i < 9; i++)
      for (let k = 0; k < i; k++) expect(apart(regions[i], regions[k])).toBeGreaterThan(0.97);
  });
});

describe('grids of mirror images', () => {
  const layout: Layout = {
    kind: 'grid',
    across: row({ count: 3, gap: 1 }),
    down: row({ count: 2, gap: 1 }),
    angle: 0,
    reflect: true,
  };

  test('each copy is the mirror image of its neighbours, and as near to them as asked', () => {
    fc.assert(
      fc.property(raggedAt(0, 0), (outline) => {
        const d = repeated(layout, [object('a', outline)]);
        const { maps } = placedCopies(d, 'r')!;
        expect(maps.map(([a, , , dd]) => [Math.sign(a), Math.sign(dd)])).toEqual([
          ...[
            [1, 1],
            [-1, 1],
            [1, 1],
          ],
          ...[
            [1, -1],
            [-1, -1],
            [1, -1],
          ],
        ]);
        const regions = regionsOf(d);
        expect(apart(regions[0], regions[1])).toBeCloseTo(1, 1);
        expect(apart(regions[1], regions[2])).toBeCloseTo(1, 1);
        expect(apart(regions[0], regions[3])).toBeCloseTo(1, 1);
      }),
      { numRuns: 25 },
    );
  });

  test('brought-in stitches keep every length exactly', () => {
    const stitches: Item = {
      ...{ id: 's', name: 's', kind: 'stitches', visible: true, locked: false, thread: '222' },
      blocks: [{ records: 'j-31,-302 20,3 -7,21 14,0' }],
    };
    const leaves = [...visibleLeaves(resolveDesign(repeated(layout, [stitches])).objects)];
    const steps = leaves.map((l) => (l as typeof stitches).blocks[0].records.split(' ').slice(1));
    const all = steps.map((list) => list.map((s) => s.split(',').map((v) => Math.abs(Number(v)))));
    expect(all).toEqual(
      Array(6).fill([
        [20, 3],
        [7, 21],
        [14, 0],
      ]),
    );
    expect(new Set(steps.map((s) => s.join(' '))).size).toBe(4);
  });
});

describe('path repeats', () => {
  const line = (id: string, d: string): DesignObject => object(id, drawn(d), 'run');
  const along = (more: Partial<Extract<Layout, { kind: 'path' }>> = {}): Layout => ({
    kind: 'path',
    along: 'l',
    fit: 'count',
    count: 5,
    step: 10,
    corners: 'through',
    anchor: { x: 0, y: 0 },
    facing: 0,
    ...more,
  });
  const bead = object('a', ellipse(0, 0, 4, 2));

  test('a whole number of copies from end to end, turned with the line', () => {
    const d = design(
      line('l', 'M0 20C20 -20 60 60 80 20'),
      group('r', [bead], { layout: along(), order: 'copies' }),
    );
    const { maps } = placedCopies(d, 'r')!;
    expect(maps.length).toBe(5);
    expect([maps[0][4], maps[0][5]]).toEqual([0, 20].map((v) => expect.closeTo(v, 2)));
    expect([maps[4][4], maps[4][5]]).toEqual([80, 20].map((v) => expect.closeTo(v, 2)));
    const turn = (Math.atan2(maps[0][1], maps[0][0]) * 180) / Math.PI;
    expect(turn).toBeLessThan(-50); // the line sets off upwards
    const upright = design(
      line('l', 'M0 20C20 -20 60 60 80 20'),
      group('r', [bead], { layout: along({ upright: true }), order: 'copies' }),
    );
    for (const m of placedCopies(upright, 'r')!.maps) expect([m[0], m[1]]).toEqual([1, 0]);
  });

  test('at corners: one copy stands there, or none near it', () => {
    const places = (corners: 'stop' | 'miss') => {
      const d = design(
        line('l', 'M0 0H35V35'),
        group('r', [bead], { layout: along({ fit: 'step', step: 8, corners }), order: 'copies' }),
      );
      return placedCopies(d, 'r')!.maps.map((m) => ({ x: m[4], y: m[5] }));
    };
    expect(places('stop').filter((p) => Math.hypot(p.x - 35, p.y) < 0.01)).toHaveLength(1);
    for (const p of places('miss')) expect(Math.hypot(p.x - 35, p.y)).toBeGreaterThan(3.5);
  });

  test('the copies follow when the line changes; a ring of such things is refused with words', () => {
    const d = design(line('l', 'M0 0H60'), group('r', [bead], { layout: along(), order: 'copies' }));
    const longer = applyCommand(d, { do: 'replace', label: '', item: line('l', 'M0 0H90') }).design;
    expect(placedCopies(longer, 'r')!.maps[4][4]).toBeCloseTo(90, 6);
    const ring = { ...line('l', 'M0 0H60'), outline: { kind: 'edge', of: ['r'], which: 'all' } as Outline };
    expect(() => applyCommand(d, { do: 'replace', label: '', item: ring })).toThrow(CommandError);
    expect(() => applyCommand(d, { do: 'replace', label: '', item: ring })).toThrow(/from itself/);
  });
});

describe('what copies are', () => {
  const two = (): Item[] => [
    object('a', ellipse(0, -20, 6, 9)),
    object('b', ellipse(0, -20, 2, 2), 'fill', {}, { thread: '121' }),
  ];

  test('copies have the ids of what they copy, marked; one left out is not sewn, the first either', () => {
    const d = repeated(circle({ count: 3 }), two(), { without: [1] });
    const ids = [...visibleLeaves(resolveDesign(d).objects)].map((l) => l.id);
    expect(ids).toEqual(['a', 'b', 'a~r.2', 'b~r.2']);
    expect(ids.map(originOf)).toEqual(['a', 'b', 'a', 'b']);
    const sewn = (without: number[]): string[] =>
      sewDesign(repeated(circle({ count: 3 }), two(), { without })).objects.map((o) => o.id);
    expect(sewn([0])).toEqual(['a~r.1', 'b~r.1', 'a~r.2', 'b~r.2']);
  });

  test('sewn copy by copy, or each colour through all copies with fewer changes', () => {
    const plan = (order: Repeat['order']) => sewDesign(repeated(circle({ count: 3 }), two(), { order }));
    expect(plan('copies').objects.map((o) => o.id)).toEqual(['a', 'b', 'a~r.1', 'b~r.1', 'a~r.2', 'b~r.2']);
    expect(plan('colours').objects.map((o) => o.id)).toEqual(['a', 'a~r.1', 'a~r.2', 'b', 'b~r.1', 'b~r.2']);
    expect(figuresOf(plan('copies')).colourChanges).toBe(5);
    expect(figuresOf(plan('colours')).colourChanges).toBe(1);
  });

  test('shapes that are set aside in a repeat, or its first copy left out, do not put the colours out of step', () => {
    const items = (): Item[] => [
      object('aside', ellipse(0, -20, 9, 12), 'fill', {}, { unsewn: true }),
      ...two(),
      object('c', { kind: 'edge', of: ['aside'], which: 'all' }, 'run'),
    ];
    const ids = (without?: number[]): string[] =>
      sewDesign(repeated(circle({ count: 3 }), items(), { order: 'colours', without })).objects.map(
        (o) => o.id,
      );
    expect(ids()).toEqual(['a', 'a~r.1', 'a~r.2', 'b', 'b~r.1', 'b~r.2', 'c', 'c~r.1', 'c~r.2']);
    expect(ids([0])).toEqual(['a~r.1', 'a~r.2', 'b~r.1', 'b~r.2', 'c~r.1', 'c~r.2']);
  });

  test('colour by colour the machine stops once for all copies, and sewing goes on after it', () => {
    const lines = (): Item[] => [
      object('lay', ellipse(0, -20, 6, 9), 'run', {}, { stopAfter: 'Lay the cloth' }),
      object('cover', ellipse(0, -20, 6, 9), 'run'),
    ];
    const stops = (order: Repeat['order'], without?: number[]) => {
      const plan = sewDesign(repeated(circle({ count: 3 }), lines(), { order, without }));
      return { ids: plan.objects.map((o) => o.id), stops: figuresOf(plan).stops };
    };
    expect(stops('copies').stops).toBe(3);
    expect(stops('colours')).toEqual({
      ids: ['lay', 'lay~r.1', 'lay~r.2', 'cover', 'cover~r.1', 'cover~r.2'],
      stops: 1,
    });
    expect(stops('colours', [2])).toMatchObject({ stops: 1 });
  });

  test('repeats of repeats, and of brought-in stitches', () => {
    const stitches: Item = {
      id: 's',
      name: 's',
      kind: 'stitches',
      visible: true,
      locked: false,
      thread: '222',
      blocks: [{ records: 'j0,-300 20,0 0,20' }],
    };
    const inner = group('i', [stitches], {
      layout: { kind: 'row', across: row({ count: 2, fit: 'step', step: 5 }), angle: 0 },
      order: 'copies',
    });
    const d = repeated(circle({ count: 4 }), [inner]);
    const leaves = [...visibleLeaves(resolveDesign(d).objects)];
    expect(leaves).toHaveLength(8);
    expect(new Set(leaves.map((l) => l.id)).size).toBe(8);
    // A quarter turn keeps every stitch exactly.
    expect((leaves[2] as typeof stitches).blocks).toEqual([{ records: 'j300,0 0,20 -20,0' }]);
  });

  test('one change to what is repeated changes every copy; the rest stays the same objects', () => {
    const still = object('still', ellipse(40, 40, 5, 5));
    const d = design(group('r', two(), { layout: circle({ count: 3 }), order: 'copies' }), still);
    const before = resolveDesign(d);
    const changed = applyCommand(d, {
      do: 'replace',
      label: '',
      item: object('a', ellipse(0, -20, 6, 14)),
    }).design;
    const after = resolveDesign(changed);
    expect(after.objects[1]).toBe(before.objects[1]);
    const heights = [...everyLeaf(after.objects)]
      .filter((l) => originOf(l.id) === 'a')
      .map((l) => (l as DesignObject).outline as { height: number });
    expect(heights.map((h) => h.height)).toEqual([14, 14, 14]);
    expect(resolveDesign(changed)).toBe(after);
  });

  test('a shape that copies keep clear of outside of their repeat is left out of each where it lies', () => {
    const petal = object('a', ellipse(0, -20, 8, 20), 'fill', {}, { keepClear: { of: ['c'], margin: 1 } });
    const d = design(
      group('r', [petal], { layout: circle({ count: 4 }), order: 'copies' }),
      object('c', ellipse(20, 0, 10, 10)),
    );
    const areas = [...visibleLeaves(resolveDesign(d).objects)]
      .filter((l) => originOf(l.id) === 'a')
      .map((l) => regionArea(outlineRegion((l as DesignObject<PlainOutline>).outline)));
    expect(areas[1]).toBeLessThan(areas[0] - 20);
    expect(areas[0]).toBeCloseTo(areas[2], 1);
  });
});
