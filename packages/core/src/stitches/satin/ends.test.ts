// How satin ends: free ends are closed, nothing of the shape is left bare there, and no stitch leads across a notch.
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { drawn } from '../../../test/draw.ts';
import type { PlainOutline } from '../../design/types.ts';
import { coverOfRegion, layersOf, type CoverMeasure } from '../../findings/layers.ts';
import { distance, lerp, turned, type Point } from '../../geometry/points.ts';
import { regionBounds } from '../../geometry/region.ts';
import { clothById } from '../../materials/cloths.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { Move } from '../../sewing/moves.ts';
import { completeSettings } from '../kind.ts';
import { Part, type SewnThread } from '../thread.ts';
import { Covered } from './covered.ts';
import { satin } from './satin.ts';
import { endBefore, notSpanning } from './spanned.ts';
import { Layers } from './trial-layers.ts';

const linen = clothById('linen');
const stitch = (outline: PlainOutline): SewnThread[] =>
  satin.stitch({
    outline,
    cloth: linen,
    settings: completeSettings(
      satin,
      { kind: 'satin', settings: { sides: 'shape', underlay: 'none' } },
      linen,
    ),
  });

function measured(outline: PlainOutline, threads: readonly SewnThread[]): CoverMeasure {
  const region = outlineRegion(outline);
  const { minX, minY, maxX, maxY } = regionBounds(region)!;
  const area = { minX: minX - 2, minY: minY - 2, maxX: maxX + 2, maxY: maxY + 2 };
  const plan = {
    x: threads.flatMap((t) => t.x),
    y: threads.flatMap((t) => t.y),
    move: threads.flatMap((t) => t.x.map((_, i) => (i ? Move.stitch : Move.jump))),
  };
  return coverOfRegion(layersOf(plan as never, area, 0.1), region);
}

const path = (points: readonly Point[]): PlainOutline =>
  drawn(`${points.map(({ x, y }, i) => `${i ? 'L' : 'M'}${x} ${y}`).join('')}Z`);

/** A bar with corners cut off. */
const bar = fc
  .record({
    long: fc.double({ min: 5, max: 14, noNaN: true }),
    wide: fc.double({ min: 1.3, max: 3, noNaN: true }),
    cut: fc.double({ min: 0, max: 0.35, noNaN: true }),
    angle: fc.double({ min: 0, max: 180, noNaN: true }),
  })
  .map(({ long, wide, cut, angle }) => {
    const [l, w, c] = [long / 2, wide / 2, cut * wide];
    const corners = [
      [-l + c, -w],
      [l - c, -w],
      [l, -w + c],
      [l, w - c],
      [l - c, w],
      [-l + c, w],
      [-l, w - c],
      [-l, -w + c],
    ];
    return path(corners.map(([x, y]) => turned({ x, y }, angle)));
  });

describe('free ends', () => {
  test('are closed by a stitch along them', () => {
    const [{ x, y, part }] = stitch(drawn('M-6 -1H6V1H-6Z'));
    const top = x.map((v, i) => ({ x: v, y: y[i] })).filter((_, i) => part[i] === Part.top);
    for (const [a, b] of [
      [top[0], top[1]],
      [top.at(-2)!, top.at(-1)!],
    ]) {
      expect(Math.abs(a.x - b.x)).toBeLessThan(0.05);
      expect(Math.abs(a.y - b.y)).toBeGreaterThan(2);
      expect(Math.abs(a.x)).toBeGreaterThan(5.8);
    }
  });

  test('leave nothing bare, nor lead far out, whatever way a bar lies and its corners are cut', () => {
    fc.assert(
      fc.property(bar, (outline) => {
        const { coverage, worstGap, spill } = measured(outline, stitch(outline));
        expect(coverage).toBeGreaterThanOrEqual(0.99);
        expect(worstGap).toBeLessThan(0.25);
        expect(spill).toBeLessThan(0.6);
      }),
      { numRuns: 60 },
    );
  });
});

describe('a stitch over a notch', () => {
  const [shape] = outlineRegion(drawn('M0 0H2L4 2L6 0H8V6H0Z'));
  const over = { x: [0, 8], y: [0, 0], part: [Part.top, Part.top] };
  const covered = (): Covered =>
    new Covered(shape, { wider: 0.2, longest: 7, fixed: { start: false, end: false } });

  /** What is covered, and its squares, of a thread among such as cover all of it. */
  const ground = ({ x, y }: SewnThread): { covered: Covered; layers: Layers } => {
    const layers = Layers.of([{ x: 0, y: 0 }, { x: 8, y: 6 }, ...x.map((v, i) => ({ x: v, y: y[i] }))], 4)!;
    layers.within(shape);
    return { covered: covered(), layers };
  };

  test('leads along its edge, no farther out than other stitches', () => {
    const { x, y, part } = notSpanning(over, ground(over));
    expect(x.length).toBeGreaterThan(2);
    expect(part).toEqual(x.map(() => Part.top));
    expect([x[0], y[0], x.at(-1), y.at(-1)]).toEqual([0, 0, 8, 0]);
    // The nearest place on the notch's sides is halfway down.
    expect(Math.max(...y)).toBeGreaterThan(0.9);
    for (let i = 1; i < x.length; i++)
      expect(distance({ x: x[i - 1], y: y[i - 1] }, { x: x[i], y: y[i] })).toBeGreaterThan(0.55);
  });

  test('takes a needle point of its own back to the edge', () => {
    const outside = { x: [0, 4, 8], y: [0, 0, 0], part: [0, 0, 0] };
    const { x, y } = notSpanning(outside, ground(outside));
    const middle = x.findIndex((v) => Math.abs(v - 4) < 1.2);
    expect(covered().outside({ x: x[middle], y: y[middle] })).toBeLessThan(0.3);
  });

  test('dips into a mouth that is hardly wider than a stitch', () => {
    const [narrow] = outlineRegion(drawn('M0 0H3L4 4L5 0H8V6H0Z'));
    const across = { x: [3.7, 4.3], y: [2, 2], part: [Part.top, Part.top] };
    const layers = Layers.of([{ x: 0, y: 0 }, { x: 8, y: 6 }, ...across.x.map((x) => ({ x, y: 2 }))], 4)!;
    layers.within(narrow);
    const fits = new Covered(narrow, { wider: 0.2, longest: 7, fixed: { start: false, end: false } });
    const { x, y } = notSpanning(across, { covered: fits, layers });
    expect([x.length, x[0], x[2]]).toEqual([3, 3.7, 4.3]);
    const places = x.map((v, i) => ({ x: v, y: y[i] }));
    for (let t = 0; t <= 1; t += 0.1)
      for (const [a, b] of [places.slice(0, 2), places.slice(1)])
        expect(fits.outside(lerp(a, b, t))).toBeLessThan(0.36);
    expect(fits.outside({ x: 4, y: 2 })).toBeGreaterThan(0.45);
  });

  test('leads on without a needle point that lies outside and has no room at the edge', () => {
    const outside = { x: [3, 3.4, 3.2], y: [1.2, 0.4, 2], part: [0, 0, 0] };
    const { x, y } = notSpanning(outside, ground(outside));
    expect([x, y]).toEqual([
      [3, 3.2],
      [1.2, 2],
    ]);
  });

  /** Rows that cover the shape: left of the notch, below, right of it. */
  function rowsAround(): Point[] {
    const to = (y: number): number => Math.min(4, 2 + y);
    const row = (from: (y: number) => number, until: (y: number) => number, ys: readonly number[]): Point[] =>
      ys.flatMap((y) => [
        { x: from(y), y },
        { x: until(y), y },
      ]);
    const upper = Array.from({ length: 7 }, (_, i) => 0.3 * i);
    const lower = Array.from({ length: 14 }, (_, i) => 2.1 + 0.3 * i);
    return [
      ...row(() => 0, to, upper),
      ...row(
        () => 0,
        () => 8,
        lower,
      ),
      ...row(
        () => 8,
        (y) => 8 - to(y),
        upper.toReversed(),
      ),
    ];
  }

  function ended(points: Point[]): void {
    const layers = Layers.of(points, 4)!;
    layers.within(shape);
    const parts: number[] = points.map(() => Part.top);
    endBefore(points, parts, { covered: covered(), layers });
    expect(parts).toHaveLength(points.length);
  }

  test('is left out where it leads to and fro over a notch, and what it covers is covered', () => {
    const rows = rowsAround();
    const toAndFro = [0.3, 0.7, 1.1, 1.5].flatMap((y) => [
      { x: 2 + y, y },
      { x: 6 - y, y },
    ]);
    const points = [...rows, { x: 1, y: 0.3 }, ...toAndFro, { x: 7.5, y: 1.5 }];
    ended(points);
    expect(points.slice(0, rows.length)).toEqual(rows);
    expect(points.at(-1)).toEqual({ x: 7.5, y: 1.5 });
    const crossing = points.slice(rows.length).filter((p, i, all) => {
      const middle = i ? lerp(all[i - 1], p, 0.5) : p;
      return covered().outside(middle) > 0.3;
    });
    // Of seven one is left: where it goes on.
    expect(crossing).toHaveLength(1);
  });

  test('ends before it, where others cover what lies on its other side', () => {
    // Two stitches meet on the left of the notch, where rows cover the shape already.
    const rows = rowsAround();
    const points = [...rows, { x: 8, y: 1.5 }, { x: 1.8, y: 0.3 }, { x: 8, y: 1.8 }];
    const at = rows.length + 1;
    ended(points);
    expect(points[at].x).toBeGreaterThan(3.9);
    expect(points.slice(0, at)).toEqual([...rows, { x: 8, y: 1.5 }]);
    for (let t = 0; t <= 1; t += 0.05)
      expect(covered().outside(lerp(points[at], points[at - 1], t))).toBeLessThan(0.3);
  });

  test('stays as it is where it leads inside', () => {
    const inside = { x: [0, 8], y: [3, 3], part: [Part.top, Part.top] };
    expect(notSpanning(inside, ground(inside))).toEqual(inside);
  });
});
