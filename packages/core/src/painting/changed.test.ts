import fc from 'fast-check';
import { expect, test } from 'vitest';
import { design as designOf } from '../../test/draw.ts';
import { blocksOf, emptyRecords } from '../design/stitch-blocks.ts';
import type { StitchesObject } from '../design/types.ts';
import { Move } from '../sewing/moves.ts';
import type { Plan } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import { keptOf } from '../sewing/plan-parcel.ts';
import { planChange } from './changed.ts';

const planOf = (places: readonly [number, number][], threads = ['222']): Plan => {
  const objects = threads.map((thread, k): StitchesObject => {
    const own = places.slice(
      Math.floor((k * places.length) / threads.length),
      Math.floor(((k + 1) * places.length) / threads.length),
    );
    return {
      ...{ id: `s${k}`, name: 's', kind: 'stitches', visible: true, locked: false, thread },
      blocks: blocksOf({
        ...emptyRecords(own.length),
        x: Int32Array.from(own, ([x]) => x),
        y: Int32Array.from(own, ([, y]) => y),
      }),
    };
  });
  return sewDesign(designOf(...objects));
};
const changed = (before: Plan, after: Plan) => planChange(before, after, keptOf(before, after));
/** Every stitch of a plan as a text, with its box. */
const stitches = ({ x, y, move, part, object, objects }: Plan) =>
  Array.from(x, (_, i) => ({
    says: `${x[i - 1]} ${y[i - 1]} ${x[i]} ${y[i]} ${move[i]} ${part[i]} ${objects[object[i]].thread}`,
    sewn: i > 0 && move[i] === Move.stitch,
    at: [x[i - 1], y[i - 1], x[i], y[i]],
  })).filter(({ sewn }) => sewn);

test('every stitch that only one of two plans has lies within the area', () => {
  const place = fc.tuple(fc.integer({ min: -300, max: 300 }), fc.integer({ min: -300, max: 300 }));
  const row = fc.array(place, { minLength: 4, maxLength: 40 });
  fc.assert(
    fc.property(
      row,
      fc.nat(40),
      fc.nat(6),
      fc.array(place, { maxLength: 4 }),
      (places, at, remove, insert) => {
        const before = planOf(places, ['222', '101']);
        const after = planOf(places.toSpliced(at, remove, ...insert), ['222', '101']);
        const area = changed(before, after)?.area ?? null;
        const [olds, news] = [stitches(before), stitches(after)];
        const known = new Set(olds.map(({ says }) => says));
        const now = new Set(news.map(({ says }) => says));
        for (const { at: box } of [
          ...olds.filter((s) => !now.has(s.says)),
          ...news.filter((s) => !known.has(s.says)),
        ]) {
          expect(area).not.toBeNull();
          expect(Math.min(box[0], box[2])).toBeGreaterThan(area!.minX);
          expect(Math.max(box[0], box[2])).toBeLessThan(area!.maxX);
          expect(Math.min(box[1], box[3])).toBeGreaterThan(area!.minY);
          expect(Math.max(box[1], box[3])).toBeLessThan(area!.maxY);
        }
      },
    ),
  );
});

test('where one of the plans is empty the area is what the other reaches', () => {
  const row = planOf([
    [0, 0],
    [30, 10],
    [60, 0],
  ]);
  const empty = planOf([]);
  for (const [before, after] of [
    [empty, row],
    [row, empty],
  ]) {
    const { area } = changed(before, after)!;
    expect(area.minX).toBeCloseTo(Math.min(...row.x) - 0.8, 5);
    expect(area.maxX).toBeCloseTo(Math.max(...row.x) + 0.8, 5);
    expect(area.maxY).toBeCloseTo(Math.max(...row.y) + 0.8, 5);
  }
  expect(changed(empty, empty)).toBeNull();
});

test('one needle point is a small area; another thread is all of its stitches; nothing is nothing', () => {
  const places = Array.from({ length: 400 }, (_, i): [number, number] => [
    (i % 20) * 30,
    Math.floor(i / 20) * 5,
  ]);
  const before = planOf(places);
  const area = changed(before, planOf(places.with(210, [305, 60])))!.area;
  expect(area.maxX - area.minX).toBeLessThan(10);
  expect(area.maxY - area.minY).toBeLessThan(5);
  const other = changed(before, planOf(places, ['101']))!.area;
  expect(other.maxX - other.minX).toBeGreaterThan(57);
  expect(changed(before, planOf(places))).toBeNull();
});
