import { expect, test } from 'vitest';
import * as draw from '../../test/draw.ts';
import { box } from '../../test/draw.ts';
import type { Design, DesignObject, Item, PlainOutline, StitchesObject } from '../design/types.ts';
import { emptyDesign } from '../design/types.ts';
import { copiesOf } from '../design/live.ts';
import { findItem } from '../design/tree.ts';
import { insideRegion, regionArea, type Region } from '../geometry/region.ts';
import { stitchKind } from '../stitches/kinds.ts';
import { sewDesign } from '../sewing/sew.ts';
import { outlineRegion } from '../outlines/region.ts';
import { resolveDesign } from './resolve.ts';
import { stitchesOutline } from '../outlines/live/keep-clear.ts';
import { blocksOf, emptyRecords } from '../design/stitch-blocks.ts';

const object = (id: string, outline: PlainOutline, kind = 'stipple'): DesignObject =>
  draw.object(id, outline, kind);
/** A patch of stitches: rows 0.4 mm apart over 10 × 8 mm about the origin, in tenths of a millimetre. */
const patch: StitchesObject = {
  id: 's',
  name: 'Patch',
  kind: 'stitches',
  visible: true,
  locked: false,
  thread: '101',
  blocks: blocksOf({
    ...emptyRecords(42),
    x: Int32Array.from({ length: 42 }, (_, i) => (i % 4 === 0 || i % 4 === 3 ? -50 : 50)),
    y: Int32Array.from({ length: 42 }, (_, i) => -40 + 4 * (i >> 1)),
  }),
};
const ground = { ...object('g', box(0, 0, 60, 40)), keepClear: { of: ['m'], margin: 3 } };
const designOf = (...objects: Item[]): Design => ({ ...emptyDesign('Clear'), objects });
const regionIn = (design: Design, id: string): Region => {
  const item = findItem(resolveDesign(design), id);
  return item?.kind === 'object' ? outlineRegion(item.outline) : [];
};

test('room is kept around another shape, by the margin, and follows it', () => {
  const at = (x: number): Design => designOf(ground, object('m', box(x, 0, 10, 10), 'fill'));
  // A box of 10 with a margin of 3 and round corners.
  expect(regionArea(regionIn(at(0), 'g'))).toBeCloseTo(2400 - (256 - (4 - Math.PI) * 9), 0);
  expect(insideRegion(regionIn(at(0), 'g'), 7.9, 0)).toBe(false);
  expect(insideRegion(regionIn(at(0), 'g'), 8.1, 0)).toBe(true);
  expect(insideRegion(regionIn(at(10), 'g'), 8.1, 0)).toBe(false);
});

test('an invisible shape, a line and a group are kept clear of too', () => {
  const aside = designOf(ground, { ...object('m', box(0, 0, 10, 10), 'fill'), unsewn: true });
  expect(insideRegion(regionIn(aside, 'g'), 0, 0)).toBe(false);
  const line: PlainOutline = {
    kind: 'path',
    paths: [
      {
        closed: false,
        points: [
          { x: -20, y: 0 },
          { x: 20, y: 0 },
        ],
      },
    ],
  };
  expect(insideRegion(regionIn(designOf(ground, object('m', line, 'run')), 'g'), 15, 2.8)).toBe(false);
  const group: Item = {
    id: 'm',
    name: 'm',
    kind: 'group',
    visible: true,
    locked: false,
    objects: [object('i', line, 'run')],
  };
  expect(insideRegion(regionIn(designOf(ground, group), 'g'), 15, 2.8)).toBe(false);
});

test('brought-in stitches are kept clear of where their thread covers cloth', () => {
  const cover = outlineRegion(stitchesOutline(patch));
  expect(cover).toHaveLength(1);
  expect(cover[0].holes).toHaveLength(0);
  expect(regionArea(cover)).toBeGreaterThan(10 * 8);
  expect(regionArea(cover)).toBeLessThan(11 * 9);
  const design = designOf({ ...ground, keepClear: { of: ['s'], margin: 1 } }, patch);
  expect(insideRegion(regionIn(design, 'g'), 5.9, 0)).toBe(false);
  expect(insideRegion(regionIn(design, 'g'), 6.6, 0)).toBe(true);
});

test('a shape that is parted is sewn as one thread a part; what is gone keeps nothing clear', () => {
  const bar = object('m', box(0, 0, 6, 60), 'fill');
  const parted = designOf(ground, { ...bar, unsewn: true });
  for (const kind of ['stipple', 'contour', 'crosshatch']) {
    const design = designOf({ ...ground, recipe: { kind, settings: {} } }, { ...bar, unsewn: true });
    const plain = findItem(resolveDesign(design), 'g') as DesignObject<PlainOutline>;
    const input = { outline: plain.outline, settings: { ...settingsOf(kind) } };
    expect(stitchKind(kind)!.stitch({ ...input, cloth: { id: 'linen' } as never })).toHaveLength(2);
  }
  expect(sewDesign(parted).x.length).toBeGreaterThan(100);
  expect(regionArea(regionIn(designOf(ground), 'g'))).toBeCloseTo(2400);
});

test('two shapes may keep clear of each other, and copies of both keep clear of the copies', () => {
  const a = { ...object('a', box(-5, 0, 20, 20)), keepClear: { of: ['b'], margin: 1 } };
  const b = { ...object('b', box(5, 0, 20, 20)), keepClear: { of: ['a'], margin: 1 } };
  const both = designOf(a, b);
  expect(regionArea(regionIn(both, 'a'))).toBeLessThan(200);
  expect(regionArea(regionIn(both, 'b'))).toBeLessThan(200);
  let n = 0;
  const copies = copiesOf([a, b], () => `copy${n++}`) as DesignObject[];
  expect(copies.map((c) => c.keepClear!.of)).toEqual([['copy1'], ['copy0']]);
});

function settingsOf(kind: string): Record<string, number | string> {
  const out: Record<string, number | string> = {};
  for (const s of stitchKind(kind)!.settings) if (s.default !== undefined) out[s.name] = s.default;
  return out;
}
