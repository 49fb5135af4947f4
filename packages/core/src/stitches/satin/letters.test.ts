// Satin across letters: shapes nobody tuned it to.
import fc from 'fast-check';
import { expect, test } from 'vitest';
import * as draw from '../../../test/draw.ts';
import { GALLERY, LETTERS } from '../../../test/gallery.ts';
import { emptyDesign, type Design } from '../../design/types.ts';
import { coverOfRegion, layersOf } from '../../findings/layers.ts';
import { distance, type Point } from '../../geometry/points.ts';
import { boxRegion, regionBounds } from '../../geometry/region.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { sewDesign } from '../../sewing/sew.ts';
import { columnsOf } from './shape.ts';
import type { ColumnStitches } from './sew-column.ts';
import { rungsOf } from './sleeve.ts';
import { sewBranches } from './tour.ts';

const SATIN = { sides: 'shape', underlay: 'none', ties: 'none' };
/** Hairlines of these faces are thinner than satin can be: they are sewn as a run. */
const HAIRLINES = ['contrast N 12', 'contrast f 18', 'serif k 10'];

test.each(Object.entries(LETTERS))('%s is covered, without lumps, in one thread a piece', (name, outline) => {
  const design: Design = {
    ...emptyDesign('Letter', { name: 'any', width: 1000, height: 1000 }),
    objects: [draw.object('a', outline, 'satin', SATIN)],
  };
  const plan = sewDesign(design);
  const region = outlineRegion(outline);
  const b = regionBounds(region)!;
  const area = { minX: b.minX - 2, minY: b.minY - 2, maxX: b.maxX + 2, maxY: b.maxY + 2 };
  const cover = coverOfRegion(layersOf(plan, area, 0.1), region);
  expect(cover.coverage).toBeGreaterThan(HAIRLINES.includes(name) ? 0.985 : 0.995);
  expect(cover.worstGap).toBeLessThanOrEqual(0.45);
  expect(cover.spill).toBeLessThanOrEqual(0.65);
  expect(cover.layers.p99).toBeLessThanOrEqual(9);
  expect(cover.layers.most).toBeLessThanOrEqual(15);
});

const cross = (a: Point, b: Point, c: Point, d: Point): boolean => {
  const side = (p: Point, q: Point, r: Point): number =>
    (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x);
  return side(a, b, c) * side(a, b, d) < -1e-9 && side(c, d, a) * side(c, d, b) < -1e-9;
};

test('no two rungs of a column cross, however it bends', () => {
  for (const name of [
    'sans S 25',
    'serif s 12',
    'ess',
    'bold serif , 15',
    'elbow 30',
    'ring 5',
    'script L 25',
  ])
    for (const { branches } of columnsOf(outlineRegion(GALLERY[name])))
      for (const { column } of branches) {
        const places = Array.from({ length: 80 }, (_, k) => column.rungAt((column.length * k) / 80));
        places.forEach((p, i) =>
          places
            .slice(i + 1)
            .forEach((q) => expect(cross(p.left, p.right, q.left, q.right), name).toBe(false)),
        );
      }
});

test('columns meet at one place of the cloth', () => {
  for (const [name, outline] of Object.entries(LETTERS))
    for (const { branches } of columnsOf(outlineRegion(outline))) {
      const meets = branches.flatMap(({ column, meets }) => meets.map((m) => ({ ...m, column })));
      for (const end of meets.filter((m) => m.ends))
        for (const { column, place } of meets.filter((m) => m.node === end.node && !m.ends)) {
          const { left, right } = column.rungAt(place);
          const apart = distance(column.at(place), end.column.at(end.place));
          expect(apart, name).toBeLessThan(distance(left, right) / 2 + 1);
        }
    }
});

test('rungs of a strip go from its one end to its other, square to it, also when its ends lean', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -2, max: 2, noNaN: true }),
      fc.integer({ min: 2, max: 6 }),
      (lean, width) => {
        const [w, l] = [width / 2, 8 * width];
        const ring = Float64Array.of(-w, -lean / 2, w, lean / 2, w, l - lean / 2, -w, l + lean / 2);
        const rungs = rungsOf(
          { outer: ring, holes: [] },
          [
            { at: { x: 0, y: 0 }, towards: { x: 0, y: -1 }, half: w },
            { at: { x: 0, y: l }, towards: { x: 0, y: 1 }, half: w },
          ],
          width / 6,
        )!;
        const spread = ({ left, right }: (typeof rungs)[number]): number => Math.abs(left.y - right.y);
        const corners = (rung: (typeof rungs)[number]): number =>
          Math.min(...[0, 2, 4, 6].map((k) => distance(rung.left, { x: ring[k], y: ring[k + 1] })));
        expect(corners(rungs[0])).toBeLessThan(0.01);
        expect(corners(rungs[rungs.length - 1])).toBeLessThan(0.01);
        // In the middle nothing is left of how the ends lean.
        expect(spread(rungs[rungs.length >> 1])).toBeLessThan(0.05 * width);
      },
    ),
    { numRuns: 25 },
  );
});

test('a way through a letter that was gone before gives the same thread again, and stays as it was', () => {
  const [{ branches }] = columnsOf(boxRegion({ minX: 0, minY: 0, maxX: 3, maxY: 14 }));
  const how: ColumnStitches = { spacing: 0.4, underlay: 'centre', longest: 7, split: 'staggered' };
  const first = sewBranches(branches, { entry: { x: 1, y: -9 } }, how);
  const copy = structuredClone(first);
  expect(sewBranches(branches, { entry: { x: 2, y: -14 } }, how)).toBe(first);
  expect(sewBranches(branches, { entry: { x: 1, y: -9 } }, { ...how, spacing: 0.5 })).not.toBe(first);
  const { column } = branches[0];
  const [up, down] = [0, column.length].map((place) =>
    sewBranches(branches, { start: column.at(place) }, how),
  );
  expect(up).not.toBe(down);
  // To what lies on one side of its end leads a stitch more than to what lies on the other.
  const { left, right } = column.rungAt(column.length);
  const [here, there] = [left, right].map((p) =>
    sewBranches(branches, { entry: column.at(0), facing: [p] }, how),
  );
  expect(Math.abs(here.x.length - there.x.length)).toBe(1);
  expect(sewBranches(branches, { entry: column.at(0), facing: [left] }, how)).toBe(here);
  expect(first).toEqual(copy);
});
