import fc from 'fast-check';
import { expect, test } from 'vitest';
import { layersOf } from '../../findings/layers.ts';
import { distance, onMachineGrid, turned, type Point } from '../../geometry/points.ts';
import { Move } from '../../sewing/moves.ts';
import { Part, type SewnThread } from '../thread.ts';
import { Covered } from './covered.ts';
import { lookedOver, lookedOverOnce } from './looked-over.ts';
import { relieve } from './relieved.ts';
import { Layers } from './trial-layers.ts';

/** Stitches to and fro along a straight column about the origin, in mm and degrees. */
const column = (length: number, width: number, spacing: number, angle: number): Point[] =>
  Array.from({ length: Math.round(length / spacing) * 2 }, (_, i) =>
    turned({ x: (i % 2 ? 1 : -1) * (width / 2), y: (i * spacing) / 2 - length / 2 }, angle),
  );

const threadOf = (points: readonly Point[]): SewnThread => ({
  x: points.map(({ x }) => onMachineGrid(x)),
  y: points.map(({ y }) => onMachineGrid(y)),
  part: points.map(() => Part.top),
});

const AREA = { minX: -9, minY: -9, maxX: 9, maxY: 9 };
const layers = ({ x, y }: SewnThread): Uint8Array =>
  layersOf({ x, y, move: x.map(() => Move.stitch) } as never, AREA, 0.1).layers;
const thick = (thread: SewnThread): number => layers(thread).filter((n) => n > 4).length;

/** Columns that cross, one on top of another. */
const crossing = fc
  .tuple(
    fc.double({ min: 1, max: 3.5, noNaN: true }),
    fc.double({ min: 0.32, max: 0.45, noNaN: true }),
    fc.array(fc.double({ min: 0, max: 180, noNaN: true }), { minLength: 2, maxLength: 3 }),
  )
  .map(([width, spacing, angles]) => threadOf(angles.flatMap((angle) => column(9, width, spacing, angle))));

test('where columns cross there are fewer layers, and the same cloth is covered', () => {
  fc.assert(
    fc.property(crossing, (thread) => {
      const after = lookedOver(thread, 4);
      const [was, is] = [layers(thread), layers(after)];
      expect(is.filter((n, i) => (n === 0) !== (was[i] === 0))).toHaveLength(0);
      expect(thick(after)).toBeLessThanOrEqual(thick(thread));
      expect(after.x).toHaveLength(thread.x.length);
      for (const end of [0, -1])
        expect([after.x.at(end), after.y.at(end)]).toEqual([thread.x.at(end), thread.y.at(end)]);
      for (let i = 1; i < after.x.length; i++) {
        if (after.x[i] === thread.x[i] && after.x[i - 1] === thread.x[i - 1]) continue;
        expect(Math.hypot(after.x[i] - after.x[i - 1], after.y[i] - after.y[i - 1])).toBeGreaterThan(0.41);
      }
    }),
  );
});

test('three columns over one another lose a third of what is too thick, most of it from beneath', () => {
  const three = threadOf([0, 60, 120].flatMap((angle) => column(9, 2, 0.4, angle)));
  const after = lookedOver(three, 4);
  expect(thick(after)).toBeLessThan(0.67 * thick(three));
  const third = three.x.length / 3;
  const moved = [0, 1, 2].map(
    (k) =>
      three.x.filter((x, i) => Math.floor(i / third) === k && (x !== after.x[i] || three.y[i] !== after.y[i]))
        .length,
  );
  expect(moved[0] + moved[1]).toBeGreaterThan(2 * moved[2]);
});

test('of a scribble that is thick all over no more is tried than it is worth', () => {
  const scribble = threadOf([0, 7, 90, 97, 45, 52, 135, 142].flatMap((angle) => column(20, 20, 0.15, angle)));
  const points = scribble.x.map((x, i): Point => ({ x, y: scribble.y[i] }));
  const length = points.slice(1).reduce((sum, p, i) => sum + distance(points[i], p), 0);
  const over = Layers.of(points, 4)!;
  relieve(points, scribble.part, over);
  expect(over.lengthTried).toBeGreaterThan(60_000);
  // One needle point more may be gone through.
  expect(over.lengthTried).toBeLessThan(60_000 + length + 20_000);
});

test('a way beneath leads round where columns cross, and is seen nowhere', () => {
  fc.assert(
    fc.property(crossing, fc.double({ min: -0.4, max: 0.4, noNaN: true }), (top, aside) => {
      const way = [-3.5, -2, -0.5, 1, 2.5].map((y) => ({ x: aside, y }));
      const { x, y } = threadOf(way);
      const [back, end] = [x.length, x.length + top.x.length];
      const part = [...x.map(() => Part.underlay), ...top.part];
      const after = lookedOver({ x: [...x, ...top.x], y: [...y, ...top.y], part }, 4);
      const only = (from: number, to: number): Uint8Array =>
        layers({ x: after.x.slice(from, to), y: after.y.slice(from, to), part: [] });
      const [beneath, above, before] = [only(0, back), only(back, end), layers({ x, y, part: [] })];
      expect(beneath.filter((n, i) => n > 0 && above[i] === 0 && before[i] === 0)).toHaveLength(0);
      for (let i = 0; i < back; i++)
        expect(Math.hypot(after.x[i] - x[i], after.y[i] - y[i])).toBeLessThan(2 * 0.4 * Math.SQRT2 + 0.01);
    }),
    { numRuns: 40 },
  );
  // One of its needle points lies just inside of the crossing.
  const straight = [-3.5, -2, 1.3, 3].map((y) => ({ x: 0, y }));
  const [a, b] = [column(9, 2, 0.4, 0), column(2, 3, 0.4, 90)];
  const thread = threadOf([...straight, ...a, ...b]);
  straight.forEach((_, i) => (thread.part[i] = Part.underlay));
  const after = lookedOver(thread, 4);
  expect(straight.some((_, i) => after.x[i] !== thread.x[i] || after.y[i] !== thread.y[i])).toBe(true);
});

test('a column by itself stays as it is', () => {
  const alone = threadOf(column(9, 3, 0.4, 20));
  expect(lookedOver(alone, 4)).toEqual(alone);
});

test('a letter’s thread is looked over once, and anew when anything about it is another', () => {
  const shape = { outer: Float64Array.of(-2, -4.5, 2, -4.5, 2, 4.5, -2, 4.5), holes: [] };
  const covered = (wider: number): Covered =>
    new Covered(shape, { wider, longest: 7, fixed: { start: false, end: false } });
  const thread = threadOf([...column(9, 3.5, 0.4, 0), ...column(9, 3.5, 0.4, 20)]);
  const first = lookedOverOnce(thread, 4, covered(0.2));
  expect(first).toEqual(lookedOver(thread, 4, covered(0.2)));
  expect(lookedOverOnce(thread, 4, covered(0.2))).toBe(first);
  const moved = { ...thread, x: thread.x.with(0, thread.x[0] + 0.1) };
  for (const [other, most, wider] of [
    [moved, 4, 0.2],
    [thread, 5, 0.2],
    [thread, 4, 0.3],
  ] as const) {
    const again = lookedOverOnce(other, most, covered(wider));
    expect(again).not.toBe(first);
    expect(again).toEqual(lookedOver(other, most, covered(wider)));
  }
});
