// Jobs that repeat things and put things around them: what they make, where, and how it is taken back.
import { describe, expect, test } from 'vitest';
import { applyCommand, CommandError } from '../design/commands.ts';
import { everyLeaf, findItem, findPlace } from '../design/tree.ts';
import type { Design, DesignObject, Group, Item, PlainOutline, Repeat } from '../design/types.ts';
import { checkDesign } from '../formats/design-file/read.ts';
import { insideRegion, regionArea, regionBounds } from '../geometry/region.ts';
import { outlineRegion } from '../outlines/region.ts';
import { placedCopies, resolveDesign } from '../resolve/resolve.ts';
import { figuresOf } from '../sewing/plan.ts';
import { Move } from '../sewing/moves.ts';
import { sewDesign, sewResolved } from '../sewing/sew.ts';
import { combineJob } from './combine.ts';
import { ungroupJob } from './groups.ts';
import { JobError, type Job } from './job.ts';
import { reorderJob } from './order.ts';
import { duplicateJob, hangingOn, removeJob } from './plain.ts';
import { RecordList } from '../design/stitch-blocks.ts';
import { stippleInsideJob } from './surround.ts';
import { applySettled, breakOutJob, copyNumber, endRepeatJob, leaveOutJob, repeatJob } from './repeat.ts';
import {
  AROUND,
  appliqueJob,
  borderJob,
  echoesJob,
  knockdownJob,
  patchEdgeJob,
  stippleAroundJob,
  surroundJob,
} from './surround.ts';
import { design, drawn, ellipse, object } from '../../test/draw.ts';

/** Does a job; checks that the result is a sound design and that taking it back gives the design before. */
function done(d: Design, job: Job): { design: Design; select: string[] } {
  const applied = applySettled(d, job.command);
  checkDesign(JSON.parse(JSON.stringify(applied.design)));
  expect(applyCommand(applied.design, applied.inverse).design).toEqual(d);
  return { design: applied.design, select: job.select };
}
const groupOf = (d: Design, id: string): Group & { repeat: Repeat } =>
  findItem(d, id) as Group & { repeat: Repeat };
const withRepeat = (d: Design, id: string, change: Partial<Repeat>): Design => {
  const group = groupOf(d, id);
  return applySettled(d, {
    do: 'replace',
    label: '',
    item: { ...group, repeat: { ...group.repeat, ...change } },
  }).design;
};

const regionOf = (d: Design, id: string) =>
  outlineRegion((findItem(resolveDesign(d), id) as DesignObject<PlainOutline>).outline);

describe('repeats', () => {
  const petal = (): Item[] => [
    object('p', ellipse(0, -20, 8, 14), 'contour'),
    object('q', ellipse(0, -20, 2, 2), 'fill', {}, { thread: '121' }),
  ];

  test('a selection becomes a group that is repeated; one group becomes the repeat itself', () => {
    const made = done(design(...petal()), repeatJob(design(...petal()), ['p', 'q'], 'circle'));
    const [id] = made.select;
    expect(groupOf(made.design, id).objects.map((o) => o.id)).toEqual(['p', 'q']);
    expect(sewDesign(made.design).objects).toHaveLength(12);
    const { repeat: _, ...plain } = groupOf(made.design, id);
    const again = done(
      { ...made.design, objects: [plain] },
      repeatJob({ ...made.design, objects: [plain] }, [id], 'grid'),
    );
    expect(again.select).toEqual([id]);
  });

  test('four mirror images stand about where the one stood', () => {
    const d = design(...petal());
    const made = done(d, repeatJob(d, ['p', 'q'], 'four'));
    const { bounds } = figuresOf(sewDesign(made.design));
    expect((bounds!.minX + bounds!.maxX) / 2).toBeCloseTo(0, 0);
    expect((bounds!.minY + bounds!.maxY) / 2).toBeCloseTo(-20, 0);
    expect(bounds!.maxX - bounds!.minX).toBeGreaterThan(16);
    // Each colour goes through all four.
    expect(figuresOf(sewDesign(made.design)).colourChanges).toBe(1);
  });

  test('appliqué of a repeat: one cloth beneath all of it, sewn before it; it stays sewn', () => {
    const options = { tack: 'run', cover: 'satin', patch: { print: 'dots', colour: '#336699' } } as const;
    const d = design(...petal());
    const ring = done(d, repeatJob(d, ['p', 'q'], 'circle'));
    const made = done(ring.design, appliqueJob(ring.design, ring.select, options));
    expect(made.design.objects.map((o) => o.id)).toEqual([...made.select, ...ring.select]);
    const cloth = regionOf(made.design, (findItem(made.design, made.select[0]) as Group).objects[0].id);
    expect(cloth).toHaveLength(1);
    const before = sewDesign(ring.design);
    const after = sewDesign(made.design);
    expect([...after.move].filter((m) => m === Move.stop)).toHaveLength(2);
    // All copies lie on it.
    for (let i = 0; i < before.x.length; i += 7)
      expect(insideRegion(cloth, before.x[i], before.y[i])).toBe(true);
    expect(after.x.slice(-20)).toEqual(before.x.slice(-20));
  });

  test('a mirrored pair stands about where the one stood', () => {
    const d = design(...petal());
    const made = done(d, repeatJob(d, ['p', 'q'], 'pair'));
    const { bounds, colourChanges } = figuresOf(sewDesign(made.design));
    expect((bounds!.minX + bounds!.maxX) / 2).toBeCloseTo(0, 0);
    expect(colourChanges).toBe(1);
    const { maps } = placedCopies(made.design, made.select[0])!;
    // The second is turned over.
    expect(maps.map(([a, b, c, e]) => Math.sign(a * e - b * c))).toEqual([1, -1]);
  });

  test('a path repeat wants a line, and says so', () => {
    expect(() => repeatJob(design(...petal()), ['p'], 'path')).toThrow(JobError);
    const d = design(...petal(), object('l', drawn('M-40 30H40'), 'run'));
    const made = done(d, repeatJob(d, ['p', 'l'], 'path'));
    expect(groupOf(made.design, made.select[0]).repeat.layout).toMatchObject({ kind: 'path', along: 'l' });
  });

  test('a solved radius moves what is repeated to where its first copy stands, and undo takes all of it back', () => {
    const first = design(...petal());
    const made = done(first, repeatJob(first, ['p', 'q'], 'circle'));
    const [id] = made.select;
    const layout = {
      ...groupOf(made.design, id).repeat.layout,
      centre: { x: 0, y: 0 },
      fit: 'gap' as const,
      gap: 0,
    };
    const touching = withRepeat(made.design, id, { layout } as Partial<Repeat>);
    const { maps, radius } = placedCopies(touching, id)!;
    expect(maps[0]).toEqual([1, 0, 0, 1, 0, 0]);
    expect((findItem(touching, 'p') as DesignObject).outline).toMatchObject({
      y: expect.closeTo(-radius!, 2),
    });
    // A wider petal pushes the ring outwards, in the same step.
    const wider = applySettled(touching, {
      do: 'replace',
      label: 'Wider',
      item: object('p', ellipse(0, -radius!, 11, 14), 'contour'),
    });
    expect(placedCopies(wider.design, id)!.radius!).toBeGreaterThan(radius! + 1.5);
    expect(placedCopies(wider.design, id)!.maps[0]).toEqual([1, 0, 0, 1, 0, 0]);
    expect(applyCommand(wider.design, wider.inverse).design).toEqual(touching);
  });

  test('copies are left out, taken in, and broken out as they are', () => {
    const made = done(design(...petal()), repeatJob(design(...petal()), ['p', 'q'], 'circle'));
    const [id] = made.select;
    const out = done(made.design, leaveOutJob(made.design, id, 2, true)).design;
    expect(sewDesign(out).objects).toHaveLength(10);
    expect(sewDesign(done(out, leaveOutJob(out, id, 2, false)).design).objects).toHaveLength(12);
    const broken = done(made.design, breakOutJob(made.design, id, 3));
    expect(sewDesign(broken.design).objects).toHaveLength(12);
    const alone = findItem(broken.design, broken.select[0]) as Group;
    const was = [...everyLeaf(resolveDesign(made.design).objects)].find(
      (l) => copyNumber(resolveDesign(made.design), id, l.id) === 3,
    ) as DesignObject<PlainOutline>;
    const [a, b] = [was, alone.objects[0] as DesignObject<PlainOutline>].map((o) =>
      regionBounds(outlineRegion(o.outline))!,
    );
    expect(b.minX).toBeCloseTo(a.minX, 1);
    expect(b.maxY).toBeCloseTo(a.maxY, 1);
    expect(() => breakOutJob(made.design, id, 0)).toThrow(JobError);
  });

  test('ended and ungrouped, every copy is an object of its own where it was', () => {
    const made = done(design(...petal()), repeatJob(design(...petal()), ['p', 'q'], 'circle'));
    const before = sewDesign(made.design);
    for (const job of [endRepeatJob(made.design, made.select), ungroupJob(made.design, made.select)]) {
      const ended = done(made.design, job).design;
      const ids = [...everyLeaf(ended.objects)].map((l) => l.id);
      expect(ids).toHaveLength(12);
      expect(ids.every((i) => !i.includes('~'))).toBe(true);
      expect(Math.abs(sewDesign(ended).x.length - before.x.length)).toBeLessThan(0.02 * before.x.length);
    }
  });

  test('subtracting from a repeat cuts what is repeated, so that every copy is cut and keeps its stitches', () => {
    const edge = object('e', { kind: 'edge', of: ['p'], which: 'all' }, 'satin');
    const first = design(object('p', ellipse(0, -14, 8, 20), 'contour'), edge);
    const made = done(first, repeatJob(first, ['p', 'e'], 'circle'));
    const [id] = made.select;
    const layout = { ...groupOf(made.design, id).repeat.layout, centre: { x: 0, y: 0 } };
    const d = { ...withRepeat(made.design, id, { layout } as Partial<Repeat>) };
    const withCentre = { ...d, objects: [...d.objects, object('c', ellipse(0, 0, 16, 16))] };
    const cut = done(withCentre, combineJob(withCentre, [id, 'c'], 'subtract')).design;
    const plan = sewDesign(cut);
    expect(plan.objects).toHaveLength(12);
    // Nothing but ends of the satin's width lies in the centre.
    for (let i = 0; i < plan.x.length; i++)
      if (plan.move[i] === Move.stitch) expect(Math.hypot(plan.x[i], plan.y[i])).toBeGreaterThan(7.4);
    expect(new Set(plan.objects.map((o) => o.thread)).size).toBe(1);
    // What goes around it goes around what is left, not around the whole petals.
    const offset = done(cut, surroundJob(cut, [id], { distance: 0.5, corners: 'round' }));
    const around = findItem(resolveDesign(offset.design), offset.select[0]) as DesignObject<PlainOutline>;
    expect(insideRegion(outlineRegion(around.outline), 0, 0)).toBe(false);
  });

  test('what goes around a repeat can’t be put into it: that would be a ring, and the words say so', () => {
    const first = design(...petal());
    const made = done(first, repeatJob(first, ['p', 'q'], 'circle'));
    const border = done(made.design, borderJob(made.design, made.select));
    const into = (): Job => reorderJob(border.design, border.select, { parent: made.select[0], index: 0 });
    expect(into).toThrow(CommandError);
    expect(into).toThrow(/from itself: .* → /);
  });

  test('a duplicate follows its own line, not the first one', () => {
    const d = design(...petal(), object('l', drawn('M-40 30H40'), 'run'));
    const { design: made, select } = done(d, repeatJob(d, ['p', 'l'], 'path'));
    const twice = done(made, duplicateJob(made, [...select, 'l'], [1, 0, 0, 1, 0, 20])).design;
    const copies = twice.objects.filter((o): o is Group => o.kind === 'group');
    const along = copies.map((g) => (g.repeat!.layout as { along: string }).along);
    expect(new Set(along).size).toBe(2);
    expect(findItem(twice, along[1])).not.toBeNull();
  });
});

describe('around', () => {
  const badge = (): Design =>
    design(
      object('a', ellipse(-8, 0, 14, 14)),
      object('b', ellipse(8, 0, 14, 14), 'fill', {}, { thread: '121' }),
    );
  const only = (made: { design: Design; select: string[] }): DesignObject =>
    findItem(made.design, made.select[0]) as DesignObject;

  test('a border goes around all that is selected, lies after it, in the thread on top', () => {
    const made = done(badge(), borderJob(badge(), ['a', 'b']));
    expect(findPlace(made.design.objects, made.select[0])!.index).toBe(2);
    expect(only(made)).toMatchObject({ thread: '121', recipe: { kind: 'satin' } });
    expect(regionOf(made.design, made.select[0])).toHaveLength(1);
  });

  test('blanket stitch reaches inwards, towards what it goes around', () => {
    const made = done(badge(), borderJob(badge(), ['a', 'b'], 'blanket'));
    const region = regionOf(made.design, made.select[0]);
    const plan = sewResolved({
      ...resolveDesign(made.design),
      objects: resolveDesign(made.design).objects.filter((o) => o.id === made.select[0]),
    });
    const sewn = [...plan.x.keys()].filter((k) => plan.move[k] === Move.stitch);
    const inside = sewn.filter((k) => insideRegion(region, plan.x[k], plan.y[k])).length;
    const outside = sewn.length - inside;
    const b = regionBounds(region)!;
    expect(Math.max(...plan.x)).toBeLessThan(b.maxX + 0.3);
    expect(inside).toBeGreaterThan(outside / 2);
  });

  test('a knockdown is sewn first, in the colour of the cloth, with a run at its edge', () => {
    const made = done(badge(), knockdownJob(badge(), ['a', 'b']));
    expect(made.design.objects.slice(0, 2).map((o) => o.id)).toEqual(made.select);
    const [grid, edge] = made.design.objects as DesignObject[];
    expect([grid.recipe.kind, edge.recipe.kind]).toEqual(['crosshatch', 'run']);
    expect(grid.thread).toBe(edge.thread);
    expect(grid.thread).not.toBe('222');
  });

  test('stipple around stays in the hoop and clear of what it goes around; or in the shape that holds all', () => {
    const free = done(badge(), stippleAroundJob(badge(), ['a', 'b']));
    const region = regionOf(free.design, free.select[0]);
    expect(insideRegion(region, -8, 0)).toBe(false);
    expect(insideRegion(region, 30, 30)).toBe(true);
    expect(regionBounds(region)!.maxX).toBeLessThan(50);
    const field = { ...badge(), objects: [object('f', ellipse(0, 0, 60, 60)), ...badge().objects] };
    const held = done(field, stippleAroundJob(field, ['f', 'a', 'b']));
    expect(regionBounds(regionOf(held.design, held.select[0]))!.maxX).toBeCloseTo(30, 1);
    expect(only(held).keepClear!.of).toEqual(['a', 'b']);
  });

  test('echoes are three lines; a patch edge is sewn last of all', () => {
    const echoes = done(badge(), echoesJob(badge(), ['a', 'b']));
    expect(
      (
        findItem(resolveDesign(echoes.design), echoes.select[0]) as DesignObject<
          PlainOutline & { paths: unknown[] }
        >
      ).outline.paths,
    ).toHaveLength(3);
    const patch = done(badge(), patchEdgeJob(badge(), ['a']));
    expect(patch.design.objects.at(-1)!.id).toBe(patch.select[0]);
  });

  test('appliqué: placement, stop, tack-down, stop, cover, on one live outline; the shape is set aside', () => {
    const options = { tack: 'zigzag', cover: 'satin', patch: { print: 'stars', colour: '#336699' } } as const;
    const made = done(badge(), appliqueJob(badge(), ['a'], options));
    const { objects } = findItem(made.design, made.select[0]) as Group;
    expect(objects.map((o) => (o as DesignObject).recipe.kind)).toEqual(['run', 'satin', 'satin']);
    expect(objects.map((o) => (o as DesignObject).stopAfter !== undefined)).toEqual([true, true, false]);
    const plan = sewDesign(made.design);
    expect([...plan.move].filter((m) => m === Move.stop)).toHaveLength(2);
    // Repeated, the machine waits twice for all copies together.
    const ring = done(made.design, repeatJob(made.design, made.select, 'circle'));
    expect([...sewDesign(ring.design).move].filter((m) => m === Move.stop)).toHaveLength(2);
    const bigger = applyCommand(made.design, {
      do: 'replace',
      label: '',
      item: { ...object('a', ellipse(-8, 0, 30, 30)), unsewn: true },
    }).design;
    for (const o of objects) expect(regionArea(regionOf(bigger, o.id))).toBeCloseTo(225 * Math.PI, -1);
    expect(() => appliqueJob(design(object('l', drawn('M0 0H20'), 'run')), ['l'], options)).toThrow(/closed/);
    const reverse = done(
      badge(),
      appliqueJob(badge(), ['a'], { ...options, patch: { ...options.patch, reverse: true } }),
    );
    expect(
      ((findItem(reverse.design, reverse.select[0]) as Group).objects[1] as DesignObject).stopAfter,
    ).toMatch(/away/);
  });

  test('deleting a source: what hangs on it stays plain, or goes too with what hangs on that', () => {
    const first = done(badge(), borderJob(badge(), ['a', 'b']));
    const second = done(first.design, surroundJob(first.design, first.select, AROUND));
    const names = hangingOn(second.design, ['a']).map((o) => o.id);
    expect(names).toEqual([first.select[0], second.select[0]]);
    const gone = done(second.design, removeJob(second.design, ['a'], 'remove')).design;
    expect(gone.objects.map((o) => o.id)).toEqual(['b']);
    const area = regionArea(regionOf(second.design, first.select[0]));
    const plain = done(second.design, removeJob(second.design, ['a'], 'plain')).design;
    expect((findItem(plain, first.select[0]) as DesignObject).outline.kind).toBe('path');
    expect(regionArea(regionOf(plain, first.select[0]))).toBeCloseTo(area, 0);
  });
});

test('stipple in the middle of a ring that came as stitches: close to it, before it, and nothing of the ring is changed', () => {
  // Twenty-four small loops, 2 mm apart, on a circle of 50 mm.
  const records = new RecordList();
  for (let k = 0; k < 24; k++)
    for (let i = 0; i <= 8; i++) {
      const [a, b] = [(k * Math.PI) / 12, (i * Math.PI) / 4];
      const [x, y] = [500 * Math.cos(a) + 50 * Math.cos(b), 500 * Math.sin(a) + 50 * Math.sin(b)];
      records.add(Math.round(x), Math.round(y), i ? 0 : 1);
    }
  const ring: Item = {
    ...{ id: 'ring', name: 'Ring', kind: 'stitches', visible: true, locked: false, thread: '222' },
    blocks: records.blocks(),
  };
  const before = design(ring);
  const { design: made, select } = done(before, stippleInsideJob(before, ['ring']));
  expect(made.objects.map(({ id }) => id)).toEqual([select[0], 'ring']);
  expect(made.objects[1]).toBe(ring);
  const plan = sewDesign(made);
  const { from, to } = plan.objects[0];
  let reach = 0;
  for (let i = from; i < to; i++) reach = Math.max(reach, Math.hypot(plan.x[i], plan.y[i]));
  expect(reach).toBeGreaterThan(38);
  expect(reach).toBeLessThan(45);
  const disc = design(object('d', ellipse(0, 0, 20), 'fill'));
  expect(() => stippleInsideJob(disc, ['d'])).toThrow('d encloses nothing');
});
