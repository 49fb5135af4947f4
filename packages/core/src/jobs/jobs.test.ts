// Jobs: what comes of them, and that one step back restores the design exactly.
import { describe, expect, test } from 'vitest';
import * as draw from '../../test/draw.ts';
import { box } from '../../test/draw.ts';
import { applyCommand } from '../design/commands.ts';
import { everyItem, everyLeaf, findItem } from '../design/tree.ts';
import {
  emptyDesign,
  type Design,
  type DesignObject,
  type Group,
  type Item,
  type Outline,
  type PlainOutline,
} from '../design/types.ts';
import { IDENTITY, translation } from '../geometry/matrix.ts';
import { lengthOf } from '../geometry/polyline.ts';
import { regionArea } from '../geometry/region.ts';
import { checkDesign } from '../formats/design-file/read.ts';
import { writeDesignFile } from '../formats/design-file/write.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { parsePathData } from '../outlines/path-data.ts';
import { outlineRegion } from '../outlines/region.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { flatBend } from '../outlines/live/bend.ts';
import { figuresOf } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import { stitchesJob } from './set-as-stitches.ts';
import { itemBounds } from '../shaping/bounds.ts';
import {
  bandJob,
  combineJob,
  cropJob,
  edgeJob,
  embossJob,
  holesJob,
  knifeJob,
  setUnsewnJob,
  splitJob,
  sprigPartsJob,
} from './combine.ts';
import { surroundJob } from './surround.ts';
import { bendAgain, bendJob, endBendJob, groupJob, setItemsJob, ungroupJob } from './groups.ts';
import { inOrder, JobError, type Job } from './job.ts';
import {
  compoundJob,
  duplicateJob,
  hangingOn,
  partsJob,
  pasteJob,
  plainJob,
  portable,
  withoutHidden,
  removeJob,
} from './plain.ts';

const drawn = (d: string): PlainOutline => ({ kind: 'path', paths: parsePathData(d).paths });
const object = (id: string, outline: Outline, kind = 'fill'): DesignObject =>
  draw.object(id, outline, kind, {}, { name: id.toUpperCase() });
const designOf = (...objects: Item[]): Design => ({ ...emptyDesign('Test'), objects });

/** Does a job, and checks what holds for every job. */
function after(design: Design, job: Job): Design {
  const { design: next, inverse } = applyCommand(design, job.command);
  expect(JSON.stringify(applyCommand(next, inverse).design)).toBe(JSON.stringify(design));
  expect(() => checkDesign(JSON.parse(writeDesignFile(next)))).not.toThrow();
  for (const id of job.select) expect(findItem(next, id)).not.toBeNull();
  return next;
}
const plainOf = (design: Design, id: string): PlainOutline => {
  const found = findItem(resolveDesign(design), id);
  if (found?.kind !== 'object') throw new Error('an object was expected');
  return found.outline;
};
const areaOf = (design: Design, id: string): number => regionArea(outlineRegion(plainOf(design, id)));
const lengthsOf = (design: Design, id: string): number[] =>
  outlineLines(plainOf(design, id)).map((l) => Math.round(lengthOf(l) * 10) / 10);
const sewn = (design: Design): string[] =>
  [...everyLeaf(design.objects)].filter((l) => l.kind === 'stitches' || !l.unsewn).map((l) => l.name);

const pair = designOf(object('a', box(0, 0, 20, 10)), object('b', box(0, 0, 4, 4)));
const line = object('l', drawn('M-20 0H20'), 'run');

describe('combining', () => {
  test.each([
    ['unite', 200],
    ['subtract', 184],
    ['intersect', 16],
  ] as const)('%s keeps the first one’s recipe and sets both aside', (op, area) => {
    const job = combineJob(pair, ['b', 'a'], op);
    const next = after(pair, job);
    expect(areaOf(next, job.select[0])).toBeCloseTo(area);
    expect(sewn(next)).toEqual(['A']);
  });

  test('knocking out keeps what is on top sewn', () => {
    const next = after(pair, combineJob(pair, ['a', 'b'], 'subtract', true));
    expect(sewn(next)).toEqual(['A', 'B']);
  });

  test('splitting gives inside and outside; lines are cropped', () => {
    const job = splitJob(pair, ['a', 'b']);
    const next = after(pair, job);
    expect(job.select.map((id) => areaOf(next, id))).toEqual([expect.closeTo(184), expect.closeTo(16)]);
    const lined = designOf(line, object('a', box(0, 0, 10, 10)));
    const crop = cropJob(lined, ['l', 'a'], 'outside');
    expect(lengthsOf(after(lined, crop), crop.select[0])).toEqual([15, 15]);
    const cut = combineJob(lined, ['l', 'a'], 'subtract');
    expect(lengthsOf(after(lined, cut), cut.select[0])).toEqual([15, 15]);
  });

  test('the knife cuts shapes and lines, and only those that it parts', () => {
    const design = designOf(object('a', box(0, 0, 20, 10)), line, object('far', box(60, 60, 5, 5)));
    const knife = { kind: 'path' as const, paths: parsePathData('M3 -20V20').paths };
    const job = knifeJob(design, ['a', 'l', 'far'], knife);
    const next = after(design, job);
    expect(job.select).toHaveLength(5);
    expect(sewn(next)).toEqual(['A a', 'A b', 'L a', 'L b', 'FAR']);
    expect(
      job.select
        .slice(0, 2)
        .map((id) => areaOf(next, id))
        .sort(),
    ).toEqual([expect.closeTo(130), expect.closeTo(70)]);
    expect(
      job.select
        .slice(2, 4)
        .flatMap((id) => lengthsOf(next, id))
        .sort(),
    ).toEqual([17, 23]);
    expect(() => knifeJob(design, ['far'], knife)).toThrow(/doesn’t part/);
  });

  test('offset, band and edge stay beside what they follow', () => {
    const off = surroundJob(pair, ['a', 'b'], { distance: 2, corners: 'mitre' });
    const next = after(pair, off);
    expect(areaOf(next, off.select[0])).toBeCloseTo(24 * 14);
    expect(sewn(next)).toEqual(['A', 'B', 'Surround of all']);
    const lined = designOf(line);
    const band = bandJob(lined, ['l'], { width: 5, ends: 'flat', corners: 'mitre' });
    expect(areaOf(after(lined, band), band.select[0])).toBeCloseTo(200);
    const edge = edgeJob(pair, ['a']);
    expect(lengthsOf(after(pair, edge), edge.select[0])).toEqual([60]);
  });

  test('embossing: two grids and a rim that follow the shape', () => {
    const job = embossJob(pair, ['a']);
    const embossed = applyCommand(pair, job.command).design;
    const [group] = job.select.map((id) => findItem(embossed, id) as Group);
    const parts = group.objects as DesignObject[];
    expect(parts.map((p) => [p.recipe.kind, p.recipe.settings.shape])).toEqual([
      ['crosshatch', 'square'],
      ['crosshatch', 'diamond'],
      ['satin', undefined],
    ]);
    expect(areaOf(embossed, parts[1].id)).toBeCloseTo(areaOf(embossed, 'a'), 1);
    const lines = designOf(object('l', drawn('M0 0H20')));
    expect(() => embossJob(lines, ['l'])).toThrow('Emboss needs a closed shape');
  });

  test('a sprig in parts: stems last, all in one shape, and only once', () => {
    const vine: Item = {
      ...object('v', drawn('M-20 -20H20V20H-20Z')),
      recipe: { kind: 'sprig', settings: { seed: 4 } },
    };
    const garden = designOf(vine);
    const job = sprigPartsJob(garden, ['v']);
    const apart = applyCommand(garden, job.command).design;
    const parts = apart.objects as DesignObject[];
    expect(parts.map((p) => p.recipe.settings)).toEqual([
      { seed: 4, parts: 'leaves' },
      { seed: 4, parts: 'blossoms' },
      { seed: 4, parts: 'stem' },
    ]);
    expect(areaOf(apart, parts[0].id)).toBeCloseTo(1600);
    expect(() => sprigPartsJob(apart, ['v'])).toThrow('stitched as a sprig');
  });

  test('holes are filled, or taken as shapes', () => {
    const holed = designOf(object('h', drawn('M0 0H20V20H0ZM5 5H10V10H5Z')));
    const fill = holesJob(holed, ['h'], 'outer');
    expect(areaOf(after(holed, fill), fill.select[0])).toBeCloseTo(400);
    const take = holesJob(holed, ['h'], 'holes');
    expect(areaOf(after(holed, take), take.select[0])).toBeCloseTo(25);
    expect(() => holesJob(pair, ['a'], 'outer')).toThrow('There are no holes in this.');
  });

  test('what is missing is said', () => {
    expect(() => combineJob(pair, ['a'], 'unite')).toThrow('Unite: select 2 shapes or more.');
    const stitches: Item = {
      id: 's',
      name: 'S',
      kind: 'stitches',
      visible: true,
      locked: false,
      thread: '222',
      blocks: [{ records: '0,0 5,5' }],
    };
    expect(() => combineJob(designOf(...pair.objects, stitches), ['a', 's'], 'unite')).toThrow(
      /brought-in stitches have none/,
    );
    expect(() => combineJob(designOf(line, pair.objects[0]), ['l', 'a'], 'unite')).toThrow(
      /make a band of them first/,
    );
  });

  test('set aside and sewn again', () => {
    const aside = after(pair, setUnsewnJob(pair, ['a'], true));
    expect(sewn(aside)).toEqual(['B']);
    expect(JSON.stringify(after(aside, setUnsewnJob(aside, ['a'], false)))).toBe(JSON.stringify(pair));
  });
});

describe('making plain, removing and copying', () => {
  const job = combineJob(pair, ['a', 'b'], 'subtract');
  const live = applyCommand(pair, job.command).design;
  const [made] = job.select;

  test('a plain result needs its sources no more', () => {
    const next = after(live, plainJob(live, [made]));
    expect([...everyItem(next.objects)].map((i) => i.id)).toEqual([made]);
    expect(areaOf(next, made)).toBeCloseTo(184, 1);
    expect(() => plainJob(next, [made])).toThrow(/plain already/);
  });

  test('removing takes the shapes along that only served, and leaves what others need plain', () => {
    expect(after(live, removeJob(live, [made])).objects).toEqual([]);
    const gone = removeJob(live, ['b']);
    expect(gone.madePlain).toEqual(['A']);
    expect(areaOf(after(live, gone), made)).toBeCloseTo(184, 1);
  });

  test('a copy has shapes of its own', () => {
    const copy = duplicateJob(live, [made], translation(50, 0));
    const next = after(live, copy);
    expect(next.objects).toHaveLength(6);
    expect(itemBounds(findItem(resolveDesign(next), copy.select[0])!)).toMatchObject({ minX: 40, maxX: 60 });
    expect(itemBounds(findItem(resolveDesign(next), made)!)).toMatchObject({ minX: -10, maxX: 10 });
  });

  test('objects go to another design with all that they need', () => {
    const parts = portable(live, [made]);
    expect(parts).toHaveLength(3);
    const other = designOf(object('z', box(0, 0, 1, 1)));
    const paste = pasteJob(other, parts, new Set([made]), IDENTITY);
    expect(areaOf(after(other, paste), paste.select[0])).toBeCloseTo(184);
    // Without its source, which stays sewn in the other design, it goes plain.
    const off = surroundJob(pair, ['a'], { distance: 2, corners: 'mitre' });
    const withOffset = applyCommand(pair, off.command).design;
    expect(portable(withOffset, off.select)[0]).toMatchObject({ outline: { kind: 'path' } });
  });

  test('parts and one shape', () => {
    const two = designOf(object('t', drawn('M0 0H10V10H0ZM20 0H30V10H20Z')));
    const parts = partsJob(two, ['t']);
    const apart = after(two, parts);
    expect(apart.objects).toHaveLength(2);
    const one = compoundJob(apart, parts.select);
    expect(areaOf(after(apart, one), one.select[0])).toBeCloseTo(200);
    expect(() => partsJob(pair, ['a'])).toThrow('This is in one piece already.');
  });
});

test('what is hidden in a group stays behind, unless something seen is made from it', () => {
  const hidden = (id: string) => ({ ...draw.object(id, box(0, 0)), visible: false });
  const whole = draw.group('g', [draw.object('a', box(0, 0)), hidden('b'), draw.group('h', [hidden('c')])]);
  const [pruned] = withoutHidden([whole]) as Group[];
  expect(pruned.objects.map((o) => o.id)).toEqual(['a', 'h']);
  const around = draw.object('e', { kind: 'edge', of: ['b'], which: 'all' });
  expect((withoutHidden([whole, around])[0] as Group).objects.map((o) => o.id)).toEqual(['a', 'b', 'h']);
  const seen = draw.group('s', [draw.object('a', box(0, 0))]);
  expect(withoutHidden([seen, hidden('b')])[0]).toBe(seen);
});

describe('what relief lines show, and what room is kept around', () => {
  const ground: DesignObject = { ...object('ground', box(0, 0, 40, 30), 'relief'), relief: ['moon'] };
  const moon = object('moon', box(0, 0, 10, 10));
  const field: DesignObject = {
    ...object('field', box(0, 0, 40, 30)),
    keepClear: { of: ['moon', 'star'], margin: 2 },
  };
  const star = object('star', box(14, 0, 4, 4));
  const count = (d: Design, id: string): number =>
    figuresOf(
      sewDesign({ ...d, objects: d.objects.filter((o) => o.id === id || (o.kind === 'object' && o.unsewn)) }),
    ).stitches;

  test('deleting it is asked about; the lines stay as they are', () => {
    const design = designOf({ ...moon, unsewn: true }, ground);
    expect(hangingOn(design, ['moon']).map((i) => i.id)).toEqual(['ground']);
    const next = after(design, removeJob(design, ['moon']));
    expect(findItem(next, 'moon')).toBeNull();
    expect(count(next, 'ground')).toBe(count(design, 'ground'));
    // Or it goes too.
    expect(after(design, removeJob(design, ['moon'], 'remove')).objects).toEqual([]);
  });

  test('deleting the line that they go like is asked about too; they stay as they are', () => {
    const line: PlainOutline = { kind: 'path', paths: parsePathData('M-20 0C-7 -12 7 12 20 2').paths };
    const wave = { ...object('wave', line, 'run'), unsewn: true };
    const design = designOf(wave, { ...ground, relief: undefined, linesLike: ['wave'] });
    expect(count(design, 'ground')).not.toBe(count(designOf(ground), 'ground'));
    expect(hangingOn(design, ['wave']).map((i) => i.id)).toEqual(['ground']);
    const next = after(design, removeJob(design, ['wave']));
    expect(findItem(next, 'wave')).toBeNull();
    expect(count(next, 'ground')).toBe(count(design, 'ground'));
  });

  test('the room around what is deleted stays, and the other room stays alive', () => {
    const design = designOf(moon, star, field);
    expect(hangingOn(design, ['moon']).map((i) => i.id)).toEqual(['field']);
    const next = after(design, removeJob(design, ['moon']));
    expect(areaOf(next, 'field')).toBeCloseTo(areaOf(design, 'field'), 0);
    expect((findItem(next, 'field') as DesignObject).keepClear?.of).toEqual(['star']);
    const without = after(next, removeJob(next, ['star']));
    expect(areaOf(without, 'field')).toBeCloseTo(areaOf(design, 'field'), 0);
    expect((findItem(without, 'field') as DesignObject).keepClear).toBeUndefined();
  });

  test('goes along to another design, or stays behind with the lines and the room as they are', () => {
    const served = designOf({ ...moon, unsewn: true }, ground);
    expect(portable(served, ['ground']).map((i) => i.id)).toEqual(['moon', 'ground']);
    for (const [design, id] of [
      [designOf(moon, ground), 'ground'],
      [designOf(moon, star, field), 'field'],
    ] as const) {
      const objects = portable(design, [id]);
      const alone = { ...design, objects };
      expect(() => checkDesign(JSON.parse(writeDesignFile(alone)))).not.toThrow();
      expect(objects.some((o) => o.id === 'moon')).toBe(false);
      if (id === 'field') expect(areaOf(alone, id)).toBeCloseTo(areaOf(design, id), 0);
      else expect(count(alone, id)).toBeGreaterThan(0);
    }
  });

  test('copies show and keep clear of each other’s own', () => {
    const design = designOf({ ...moon, unsewn: true }, ground);
    const next = after(design, duplicateJob(design, ['ground'], translation(50, 0)));
    const copy = next.objects.find(
      (o) => o.kind === 'object' && o.relief && o.id !== 'ground',
    ) as DesignObject;
    expect(copy.relief).not.toEqual(['moon']);
    expect(findItem(next, copy.relief![0])).not.toBeNull();
  });

  test('what is set as stitches is shown and kept clear of as before', () => {
    const design = designOf(moon, star, field);
    const next = after(design, stitchesJob(design, ['moon']));
    expect((findItem(next, 'field') as DesignObject).keepClear?.of).toEqual(['moon', 'star']);
  });
});

describe('groups', () => {
  test('group and ungroup keep the order', () => {
    const design = designOf(
      object('a', box(0, 0, 1, 1)),
      object('b', box(0, 0, 2, 2)),
      object('c', box(0, 0, 3, 3)),
    );
    const group = groupJob(design, ['c', 'a']);
    const next = after(design, group);
    expect([...everyLeaf(next.objects)].map((l) => l.id)).toEqual(['b', 'a', 'c']);
    expect(inOrder(next, [group.select[0], 'a']).map((i) => i.id)).toEqual(group.select);
    const again = after(next, ungroupJob(next, group.select));
    expect(again.objects.map((i) => i.id)).toEqual(['b', 'a', 'c']);
    expect(() => groupJob(design, ['a'])).toThrow(JobError);
    const nested = after(next, groupJob(next, [group.select[0], 'b']));
    expect(nested.objects).toHaveLength(1);
  });

  test('a bend of one group, of several objects; ended flat or kept', () => {
    for (const form of [{ form: 'envelope' } as const, { form: 'mesh', columns: 3, rows: 2 } as const]) {
      const bend = bendJob(pair, ['a', 'b'], form);
      const bent = after(pair, bend);
      const group = bent.objects[0] as Group;
      expect(areaOf(bent, 'a')).toBeCloseTo(200, 0);
      group.bend!.points = group.bend!.points.map((p) => ({ x: p.x * 1.5, y: p.y }));
      const again = bendAgain(group.bend!, { form: 'mesh', columns: 2, rows: 2 });
      expect(again.points[0].x).toBeCloseTo(-15);
      expect(bendAgain(again, { form: 'envelope' }).points[1].x).toBeCloseTo(15);
      const wide = designOf({ ...group });
      const area = areaOf(wide, 'a');
      const kept = after(wide, endBendJob(wide, [group.id], 'bent'));
      expect(areaOf(kept, 'a')).toBeCloseTo(area, 0);
      const loose = after(wide, ungroupJob(wide, [group.id]));
      expect(areaOf(loose, 'a')).toBeCloseTo(area, 0);
      expect(areaOf(after(wide, endBendJob(wide, [group.id], 'flat')), 'a')).toBeCloseTo(200);
    }
  });

  test('on a bent sheet nothing is bent twice: made plain, taken apart, made one', () => {
    const bend = {
      from: { x: 0, y: 0, width: 40, height: 20 },
      columns: 1,
      rows: 1,
      points: [
        [-40, -10],
        [40, -10],
        [-40, 10],
        [40, 10],
      ].map(([x, y]) => ({ x, y })),
    };
    const ring = object('r', { kind: 'combine', op: 'subtract', of: ['a', 'b'] });
    const two = object('t', drawn('M-9 0H-5V4H-9ZM5 0H9V4H5Z'));
    const group: Group = {
      id: 'g',
      name: 'G',
      kind: 'group',
      visible: true,
      locked: false,
      bend,
      objects: [...pair.objects, ring, two],
    };
    const design = designOf(group, object('z', box(60, 0, 10, 10)));
    const area = areaOf(design, 'r');
    expect(area).toBeCloseTo(2 * 184, 0);
    expect(areaOf(after(design, plainJob(design, ['r'])), 'r')).toBeCloseTo(area, 0);
    const parts = partsJob(design, ['t']);
    const apart = after(design, parts);
    expect(parts.select.map((id) => areaOf(apart, id))).toEqual([
      expect.closeTo(32, 0),
      expect.closeTo(32, 0),
    ]);
    const one = compoundJob(design, ['z', 't']);
    expect(areaOf(after(design, one), 't')).toBeCloseTo(64 + 200, 0);
  });

  /** Relief lines about a moon, like a line, in a group that is bent, or repeated, or both. */
  const reliefIn = (more: Partial<Group>): Design => {
    const ground = {
      ...object('ground', box(0, 0, 30, 20), 'relief'),
      relief: ['moon'],
      linesLike: ['wave'],
    };
    const moon = { ...object('moon', box(0, 0, 8, 8)), unsewn: true };
    const line: PlainOutline = { kind: 'path', paths: parsePathData('M-12 0C-4 -8 4 8 12 3').paths };
    const wave = { ...object('wave', line, 'run'), unsewn: true };
    return designOf(group('g', [moon, wave, ground], more));
  };
  const group = (id: string, objects: Item[], more: Partial<Group> = {}): Group => ({
    ...{ id, name: id, kind: 'group', visible: true, locked: false, objects },
    ...more,
  });
  const spacing = { count: 3, fit: 'step' as const, step: 40, gap: 0, length: 0, solve: 'gap' as const };
  const repeat = { layout: { kind: 'row' as const, across: spacing, angle: 0 }, order: 'copies' as const };
  const ring: Group['repeat'] = {
    layout: { kind: 'circle', count: 4, sweep: 360, centre: { x: 0, y: 40 }, fit: 'place', gap: 0 },
    order: 'copies',
  };
  const bend = flatBend({ x: 0, y: 0, width: 30, height: 20 }, 1, 1);

  test.each<[string, Partial<Group>, (d: Design) => Job, number]>([
    ['a repeat with relief lines, ungrouped', { repeat }, (d) => ungroupJob(d, ['g']), 3],
    ['a bend with relief lines, ended', { bend }, (d) => endBendJob(d, ['g'], 'bent'), 1],
    ['a bend and repeat with relief lines, ungrouped', { bend, repeat }, (d) => ungroupJob(d, ['g']), 3],
    ['a ring of relief lines, ungrouped', { repeat: ring }, (d) => ungroupJob(d, ['g']), 4],
    ['a bend and repeat with relief lines, ended', { bend, repeat }, (d) => endBendJob(d, ['g'], 'bent'), 3],
    ['relief lines set as stitches', {}, (d) => stitchesJob(d, ['ground']), 1],
  ])('%s can be saved, and keeps its stitches', (_what, more, job, copies) => {
    const design = reliefIn(more);
    const next = after(design, job(design));
    const count = (d: Design): number => figuresOf(sewDesign(d)).stitches;
    // The line that they go like is drawn anew with fewer points.
    expect(Math.abs(count(next) / count(design) - 1)).toBeLessThan(0.025);
    const sewn = [...everyLeaf(next.objects)].filter((l) => l.kind === 'stitches' || !l.unsewn);
    expect(sewn).toHaveLength(copies);
  });

  test('a bent group that is repeated stands where its copies should', () => {
    const design = designOf(
      group('outer', [group('g', [object('a', box(0, 0, 30, 20))], { bend })], { repeat }),
    );
    const places = [...everyLeaf(resolveDesign(design).objects)].map((leaf) => itemBounds(leaf)!.minX);
    expect(places.map(Math.round)).toEqual([-15, 25, 65]);
  });

  test('hide and lock', () => {
    expect(after(pair, setItemsJob(pair, ['a'], { visible: false }, 'Hide')).objects[0].visible).toBe(false);
    expect(() => setItemsJob(pair, [], { locked: true }, 'Lock')).toThrow('Select something first.');
  });
});
