// What is larger than the hoop is parted between hoopings.
import { describe, expect, test } from 'vitest';
import { drawn, design as designOf, group, object } from '../../test/draw.ts';
import { applyCommand } from '../design/commands.ts';
import { blocksOf, emptyRecords } from '../design/stitch-blocks.ts';
import { everyLeaf, findItem } from '../design/tree.ts';
import type { Design, DesignObject, PlainOutline, StitchesObject } from '../design/types.ts';
import { subtract, unite } from '../geometry/clip.ts';
import { regionArea, type Region } from '../geometry/region.ts';
import { hoopingPlans } from '../hooping/plans.ts';
import { flatBend } from '../outlines/live/bend.ts';
import { outlineRegion } from '../outlines/region.ts';
import { outlineBounds } from '../outlines/transform.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { Move } from '../sewing/moves.ts';
import { Part } from '../stitches/thread.ts';
import { figuresOf } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import { partForHoopJob } from './part-for-hoop.ts';

const hoop = { name: '100 × 140', width: 100, height: 140 };
const on = (...objects: Design['objects']): Design => ({ ...designOf(...objects), hoop });
/** A band that is narrow at x = 36 and 44 mm high elsewhere. */
const waisted = drawn('M-150 -22 H20 L36 -3 L52 -22 H150 V22 H52 L36 3 L20 22 H-150Z');
const parted = (design: Design): { now: Design; made: ReturnType<typeof partForHoopJob> } => {
  const made = partForHoopJob(design);
  return { now: applyCommand(design, made.job.command).design, made };
};
const partsOf = (design: Design, name: string): DesignObject<PlainOutline>[] =>
  [...everyLeaf(resolveDesign(design).objects)].filter(
    (l): l is DesignObject<PlainOutline> =>
      l.kind === 'object' && !l.unsewn && new RegExp(`^${name} \\d+$`).test(l.name),
  );
const whole = (design: Design): void => {
  const { cut, plans } = hoopingPlans(resolveDesign(design));
  expect(cut).toEqual([]);
  const beyond = plans.flatMap(({ plan }) =>
    [...plan.x.keys()].filter(
      (i) =>
        plan.move[i] === Move.stitch &&
        (Math.abs(plan.x[i]) > hoop.width / 2 || Math.abs(plan.y[i]) > hoop.height / 2),
    ),
  );
  expect(beyond).toEqual([]);
};

describe('parting for the hoop', () => {
  test('a fill is cut where it is narrow, its parts lie over each other by a millimetre, nothing is lost', () => {
    const { now, made } = parted(on(object('band', waisted, 'fill')));
    const parts = partsOf(now, 'band');
    expect(parts.length).toBe(made.pieces);
    expect(made.hoopings).toBe(parts.length);
    const regions = parts.map((p) => outlineRegion(p.outline));
    const union = regions.reduce<Region>((a, b) => unite(a, b), []);
    expect(regionArea(subtract(outlineRegion(waisted), union))).toBeLessThan(0.05);
    const bounds = parts.map((p) => outlineBounds(p.outline)!).sort((a, b) => a.minX - b.minX);
    bounds.slice(1).forEach((b, k) => expect(bounds[k].maxX - b.minX).toBeCloseTo(1, 1));
    // One of the cuts goes through the waist.
    expect(bounds.slice(1).some((b) => Math.abs(b.minX + 0.5 - 36) < 2)).toBe(true);
    whole(now);
  });

  test('parts follow the shape that they are of', () => {
    const { now } = parted(on(object('band', waisted, 'fill')));
    const band = findItem(now, 'band') as DesignObject;
    expect(band.unsewn).toBe(true);
    const higher: Design = {
      ...now,
      objects: now.objects.map((o) =>
        o.id === 'band' ? { ...band, outline: drawn('M-150 -30 H150 V30 H-150Z') } : o,
      ),
    };
    const area = (d: Design): number =>
      partsOf(d, 'band').reduce((sum, p) => sum + regionArea(outlineRegion(p.outline)), 0);
    expect(area(higher)).toBeGreaterThan(area(now) * 1.2);
  });

  test('stipple is cut along a wave, so that its lobes stand between each other, and none of it is lost', () => {
    const field = drawn('M-160 -60 H160 V60 H-160Z');
    const { now } = parted(on(object('field', field, 'stipple', { spacing: 4 })));
    const regions = partsOf(now, 'field').map((p) => outlineRegion(p.outline));
    expect(regions.length).toBeGreaterThan(3);
    const area = regions.reduce((sum, r) => sum + regionArea(r), 0);
    const union = regions.reduce<Region>((a, b) => unite(a, b), []);
    expect(area).toBeCloseTo(320 * 120, -2);
    expect(regionArea(subtract(outlineRegion(field), union))).toBeLessThan(12);
    const straight = regions.flatMap((r) => r[0].outer.length / 2).filter((n) => n < 12);
    expect(straight).toEqual([]);
    whole(now);
  });

  test.each([
    ['contour', { spacing: 2.5 }],
    ['crosshatch', { spacing: 3 }],
    ['spiral', {}],
    ['radial', {}],
    ['motif-fill', {}],
    ['fill', { spacing: 2.5 }],
  ])('lines of %s go on from part to part as if it were whole', (kind, settings) => {
    const design = on(
      object('field', drawn('M-80 -35 C-40 -50 40 -20 80 -35 V35 C40 50 -40 20 -80 35Z'), kind, settings),
    );
    const { now } = parted(design);
    const whole = sewDesign(design);
    const parts = sewDesign({ ...now, hoopings: undefined });
    expect(parts.objects.length).toBeGreaterThan(1);
    // Squares of 0.2 mm in which the whole's thread lies, with those around them.
    const cell = (x: number, y: number): string => `${Math.round(x / 0.2)} ${Math.round(y / 0.2)}`;
    const sewn = new Set<string>();
    for (let i = 1; i < whole.x.length; i++) {
      if (whole.move[i] !== Move.stitch) continue;
      const [dx, dy] = [whole.x[i] - whole.x[i - 1], whole.y[i] - whole.y[i - 1]];
      const steps = Math.ceil(Math.hypot(dx, dy) / 0.1) || 1;
      for (let k = 0; k <= steps; k++)
        for (const u of [-0.2, 0, 0.2])
          for (const v of [-0.2, 0, 0.2])
            sewn.add(cell(whole.x[i - 1] + (dx * k) / steps + u, whole.y[i - 1] + (dy * k) / steps + v));
    }
    const off = [...parts.x.keys()].filter(
      (i) =>
        parts.move[i] === Move.stitch &&
        parts.part[i] === Part.top &&
        !sewn.has(cell(parts.x[i], parts.y[i])),
    );
    expect(off.length / parts.x.length).toBeLessThan(0.01);
    // No more than a few cuts of thread: lines are joined where they end.
    expect(figuresOf(parts).trims).toBeLessThanOrEqual(figuresOf(whole).trims + 6);
  });

  test('satin along a line is cut across, with its ends over each other', () => {
    const { now } = parted(on(object('stem', drawn('M-200 0 C-80 -40 80 40 200 0'), 'satin', { width: 5 })));
    const parts = partsOf(now, 'stem');
    expect(parts.length).toBeGreaterThan(2);
    const bounds = parts.map((p) => outlineBounds(p.outline)!).sort((a, b) => a.minX - b.minX);
    bounds.slice(1).forEach((b, k) => expect(bounds[k].maxX - b.minX).toBeCloseTo(1, 1));
    whole(now);
  });

  test('a line with drawn widths is as wide in its parts as it was', () => {
    const widths = [
      { at: 0, width: 1.5 },
      { at: 0.4, width: 6 },
      { at: 1, width: 2 },
    ];
    const arch = drawn('M-30 120 C-30 -180 30 -180 30 120');
    const { now } = parted(
      on(object('arch', arch, 'satin', { underlay: 'none' }, { widths, stopAfter: 'Turn the cloth' })),
    );
    const parts = partsOf(now, 'arch');
    // Both feet of it stand in one field.
    expect(parts.length).toBeGreaterThan(2);
    whole(now);
    // The stop comes once, when all of it is sewn.
    expect(partsOf(now, 'arch').map((p) => p.stopAfter)).toEqual([
      ...Array<undefined>(parts.length - 1).fill(undefined),
      'Turn the cloth',
    ]);
    const longest = (design: Design): number => figuresOf(sewDesign(design)).longest;
    const one = designOf(object('arch', arch, 'satin', { underlay: 'none' }, { widths }));
    expect(longest(now)).toBeCloseTo(longest(one), 0);
    const ends = parts.flatMap((p) => [p.widths![0].width, p.widths!.at(-1)!.width]);
    expect(Math.min(...ends)).toBeCloseTo(1.5, 1);
    expect(ends.some((w) => Math.abs(w - 2) < 0.05)).toBe(true);
  });

  test('things are cut together, what lies above a little before; what fits stays whole', () => {
    const { now, made } = parted(
      on(
        object('field', drawn('M-160 -30 H160 V30 H-160Z'), 'stipple', { spacing: 4 }),
        object('rim', drawn('M-160 -30 H160 V30 H-160Z'), 'run'),
        object('dot', drawn('M-10 -5 h20 v10 h-20Z'), 'fill'),
      ),
    );
    expect(made.parted).toBe(2);
    expect(partsOf(now, 'dot')).toEqual([]);
    const bounds = (name: string) =>
      partsOf(now, name)
        .map((p) => outlineBounds(p.outline)!)
        .sort((a, b) => a.minX - b.minX);
    const [fields, rims] = [bounds('field'), bounds('rim')];
    expect(rims.length).toBe(fields.length);
    fields.slice(1).forEach((next, k) => {
      // The next part of what lies beneath does not come to lie on what was sewn before.
      expect(next.minX - rims[k].maxX).toBeGreaterThan(0.9);
      expect(rims[k].maxX - rims[k + 1].minX).toBeCloseTo(1, 1);
    });
    const { cut } = hoopingPlans(resolveDesign(now));
    expect(cut).toEqual([]);
  });

  test('stitches that came so are cut, and none is lost', () => {
    const count = 700;
    const records = emptyRecords(count);
    for (let i = 0; i < count; i++) [records.x[i], records.y[i]] = [-1500 + i * 4, i % 2 ? 40 : -40];
    records.move[0] = Move.jump;
    const item: StitchesObject = {
      id: 'came',
      name: 'Came',
      kind: 'stitches',
      visible: true,
      locked: false,
      thread: '222',
      blocks: blocksOf(records),
    };
    const { now, made } = parted(on(item));
    expect(made.pieces).toBeGreaterThan(2);
    expect(figuresOf(sewDesign(now)).stitches).toBeGreaterThanOrEqual(count - 1);
    whole(now);
  });

  test('copies and bent things that are larger than the hoop are made plain first, which is told', () => {
    const bar = object('bar', drawn('M-90 -5 h180 v10 h-180Z'), 'fill');
    const layout = {
      kind: 'row',
      angle: 90,
      across: { fit: 'step', solve: 'count', count: 2, step: 30, gap: 0, length: 0 },
    };
    const copies = group('copies', [bar], { layout, order: 'copies' } as never);
    const bent: Design['objects'][number] = {
      ...group('bent', [bar]),
      bend: flatBend({ x: 0, y: 0, width: 180, height: 10 }, 1, 1),
    };
    const both = group('both', [copies, object('dot', drawn('M0 60h9v9h-9Z'), 'fill')], copies.repeat);
    for (const item of [copies, bent, both]) {
      const { now, made } = parted(on(item));
      expect(made.plain).toContain(item.name);
      expect(made.whole).toEqual([]);
      expect(made.pieces).toBeGreaterThanOrEqual(2 * made.parted);
      whole(now);
    }
  });

  test('what can’t be parted is told by name, and so is when there is nothing to part', () => {
    const inCopies = group('copies', [object('bar', drawn('M-90 -5 h180 v10 h-180Z'), 'fill')], {
      layout: {
        kind: 'row',
        angle: 90,
        across: { fit: 'step', solve: 'count', count: 2, step: 30, gap: 0, length: 0 },
      },
      order: 'copies',
    } as never);
    expect(() => partForHoopJob(on({ ...inCopies, locked: true }))).toThrow(/bar can’t be parted/);
    expect(() => partForHoopJob(on(object('dot', drawn('M0 0h9v9h-9Z'), 'fill')))).toThrow(
      /fits the hoop whole/,
    );
    const tiny: Design = {
      ...on(object('huge', drawn('M-900 -900 h1800 v1800 h-1800Z'), 'run')),
      hoop: { name: '50 × 50', width: 50, height: 50 },
    };
    expect(() => partForHoopJob(tiny)).toThrow(/pieces, more than 60/);
  });
});
