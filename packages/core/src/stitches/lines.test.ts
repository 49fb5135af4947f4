// Run and satin.
import fc from 'fast-check';
import { drawn } from '../../test/draw.ts';
import { describe, expect, test } from 'vitest';
import type { PlainOutline, SettingValue } from '../design/types.ts';
import { bandRegion, offsetRegion } from '../geometry/clip.ts';
import { arcLengths, lengthOf, nearestOnLine } from '../geometry/polyline.ts';
import { insideRegion } from '../geometry/region.ts';
import { clothById } from '../materials/cloths.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { completeSettings, readSetting, SettingError, type StitchKind } from './kind.ts';
import { run } from './run.ts';
import { runPoints } from './run-points.ts';
import { satin } from './satin/satin.ts';
import { Part, type SewnThread } from './thread.ts';

const linen = clothById('linen');

const stitch = (
  kind: StitchKind,
  outline: PlainOutline,
  settings: Record<string, SettingValue> = {},
  entry?: { x: number; y: number },
) =>
  kind.stitch({
    outline,
    cloth: linen,
    entry,
    settings: completeSettings(kind, { kind: kind.id, settings }, linen),
  });

const lengthsOf = ({ x, y }: SewnThread): number[] =>
  x.slice(1).map((v, i) => Math.hypot(v - x[i], y[i + 1] - y[i]));

const S = drawn('M-30 0C-20 -20 -5 -20 0 0S20 20 30 0');
const L = drawn('M-20 -20V20H20');

describe('run', () => {
  test('equal stitches, none over the length, both ends met', () => {
    const [t] = stitch(run, drawn('M-20 0H21'), { length: 3 });
    const lengths = lengthsOf(t);
    expect([t.x[0], t.x.at(-1)]).toEqual([-20, 21]);
    expect(Math.max(...lengths)).toBeLessThanOrEqual(3.05);
    expect(Math.max(...lengths) - Math.min(...lengths)).toBeLessThanOrEqual(0.11);
  });

  test('keeps to the line on curves', () => {
    const circle: PlainOutline = { kind: 'ellipse', x: 0, y: 0, width: 8, height: 8, turn: 0 };
    for (const outline of [S, circle]) {
      const line = outlineLines(outline)[0];
      const lengths = arcLengths(line);
      const [t] = stitch(run, outline, { length: 6 });
      for (let i = 1; i < t.x.length; i++) {
        const middle = { x: (t.x[i] + t.x[i - 1]) / 2, y: (t.y[i] + t.y[i - 1]) / 2 };
        expect(nearestOnLine(line, lengths, middle).distance).toBeLessThan(0.16);
      }
    }
  });

  test('corners get a needle point', () => {
    const [t] = stitch(run, L, { length: 3.3 });
    expect(t.x.some((x, i) => x === -20 && t.y[i] === 20)).toBe(true);
  });

  test.each([0, 1e-10, 1e-4])(
    'a repeated point where the line turns back is still a corner (%s mm apart)',
    (apart) => {
      const coords = Float64Array.of(0, 0, 3, 10, 3 + apart, 10, 0, 0);
      const points = runPoints({ coords, closed: false }, 2.4);
      expect(points.every(({ x, y }) => Number.isFinite(x) && Number.isFinite(y))).toBe(true);
      expect(Math.max(...points.map(({ y }) => y))).toBeCloseTo(10, 3);
    },
  );

  test('there and back ends where it began and sews every line twice', () => {
    const [t] = stitch(run, S, { passes: 2 });
    expect([t.x.at(-1), t.y.at(-1)]).toEqual([t.x[0], t.y[0]]);
    const sewn = lengthsOf(t).reduce((a, b) => a + b, 0);
    expect(sewn / (2 * lengthOf(outlineLines(S)[0]))).toBeCloseTo(1, 1);
  });

  test.each([3, 5])('bean sews every stitch %i times', (passes) => {
    const [once] = stitch(run, S);
    const [bean] = stitch(run, S, { passes });
    expect(bean.x.length - 1).toBe((once.x.length - 1) * passes);
    expect([bean.x.at(-1), bean.y.at(-1)]).toEqual([once.x.at(-1), once.y.at(-1)]);
  });

  test('begins at the end that is nearer to the entry', () => {
    expect(stitch(run, L, {}, { x: 25, y: 25 })[0].x[0]).toBe(20);
    const ring: PlainOutline = { kind: 'ellipse', x: 0, y: 0, width: 40, height: 40, turn: 0 };
    expect(stitch(run, ring, {}, { x: 30, y: 0 })[0].x[0]).toBeCloseTo(20, 1);
  });

  test('stitches are never too short, whatever the line', () => {
    const point = fc.record({
      x: fc.integer({ min: -300, max: 300 }),
      y: fc.integer({ min: -300, max: 300 }),
    });
    fc.assert(
      fc.property(
        fc.array(point, { minLength: 2, maxLength: 12 }),
        fc.boolean(),
        fc.constantFrom(1, 2, 3, 5),
        (points, closed, passes) => {
          const path = { closed, points: points.map((p) => ({ x: p.x / 10, y: p.y / 10 })) };
          for (const t of stitch(run, { kind: 'path', paths: [path] }, { passes }))
            for (const l of lengthsOf(t)) {
              expect(l).toBeGreaterThanOrEqual(0.4);
              expect(l).toBeLessThanOrEqual(3.2);
            }
        },
      ),
    );
  });
});

describe('satin', () => {
  /** Top stitches that go across: from one edge to the other. */
  const across = (t: SewnThread, least: number): number =>
    lengthsOf(t).filter((l, i) => t.part[i + 1] === Part.top && l > least).length;

  test('covers the band and stays inside the compensated edge', () => {
    const lines = outlineLines(S);
    const [t] = stitch(satin, S, { width: 4 });
    const grown = offsetRegion(bandRegion(lines, 4), linen.compensation + 0.2);
    expect(t.x.every((x, i) => insideRegion(grown, x, t.y[i]))).toBe(true);
    expect(across(t, 3)).toBeGreaterThan((lengthOf(lines[0]) / 0.4) * 1.7);
    expect(Math.min(...lengthsOf(t))).toBeGreaterThanOrEqual(0.4);
  });

  test('spacing is held at the outer edge of a curve', () => {
    const ring: PlainOutline = { kind: 'ellipse', x: 0, y: 0, width: 24, height: 24, turn: 0 };
    const [t] = stitch(satin, ring, { width: 4, underlay: 'none' });
    const outer = t.x.map((x, i) => ({ x, y: t.y[i] })).filter((p) => Math.hypot(p.x, p.y) > 13.9);
    const gaps = outer.slice(1).map((p, i) => Math.hypot(p.x - outer[i].x, p.y - outer[i].y));
    const mean = gaps.reduce((a, b) => a + b, 0) / gaps.length;
    expect(mean).toBeGreaterThan(0.36);
    expect(mean).toBeLessThan(0.44);
  });

  test('crowded stitches on the inside of a curve are shortened by turns', () => {
    const tight: PlainOutline = { kind: 'ellipse', x: 0, y: 0, width: 8, height: 8, turn: 0 };
    const [t] = stitch(satin, tight, { width: 5, underlay: 'none' });
    const inner = t.x.map((x, i) => Math.hypot(x, t.y[i])).filter((r) => r < 4);
    expect(new Set(inner.map((r) => Math.round(r * 2))).size).toBeGreaterThan(2);
  });

  test('wide columns are split', () => {
    const [t] = stitch(satin, drawn('M-30 0H30'), { width: 12 });
    expect(Math.max(...lengthsOf(t))).toBeLessThanOrEqual(7);
    expect(Math.min(...lengthsOf(t))).toBeGreaterThanOrEqual(0.4);
  });

  test.each([
    ['1 mm gets a centre run', 1.2, 'centre'],
    ['3 mm gets an edge run', 3, 'edge'],
    ['6 mm gets edge run and zigzag', 6, 'edge-zigzag'],
  ])('underlay: %s', (_, width, same) => {
    expect(stitch(satin, S, { width })).toEqual(stitch(satin, S, { width, underlay: same }));
    const [t] = stitch(satin, S, { width });
    const inside = bandRegion(outlineLines(S), width);
    t.part.forEach((part, i) => {
      if (part === Part.underlay) expect(insideRegion(inside, t.x[i], t.y[i])).toBe(true);
    });
  });

  test('a mitred corner leaves no bare wedge and no pile', () => {
    const [t] = stitch(satin, L, { width: 4, underlay: 'none' });
    // Just inside the outer tip, and on the bisector: thread is near, and at most four layers lie there.
    for (const [px, py] of [
      [-21.2, 21.2],
      [-20, 20],
      [-19, 19],
    ]) {
      let layers = 0;
      for (let i = 1; i < t.x.length; i++) {
        const [dx, dy] = [t.x[i] - t.x[i - 1], t.y[i] - t.y[i - 1]];
        const k = Math.max(
          0,
          Math.min(1, ((px - t.x[i - 1]) * dx + (py - t.y[i - 1]) * dy) / (dx * dx + dy * dy)),
        );
        if (Math.hypot(px - t.x[i - 1] - k * dx, py - t.y[i - 1] - k * dy) <= 0.2) layers++;
      }
      expect(layers).toBeGreaterThan(0);
      expect(layers).toBeLessThanOrEqual(4);
    }
  });

  test('a closed column sews over its own start', () => {
    const ring: PlainOutline = { kind: 'ellipse', x: 0, y: 0, width: 30, height: 30, turn: 0 };
    const [t] = stitch(satin, ring, { width: 3, underlay: 'none' });
    const turns = (from: number): number => Math.atan2(t.y[from], t.x[from]);
    expect(Math.abs(turns(0) - turns(t.x.length - 1))).toBeGreaterThan(0.02);
    expect(Math.hypot(t.x[0] - t.x.at(-1)!, t.y[0] - t.y.at(-1)!)).toBeLessThan(5);
  });
});

describe('settings from text', () => {
  test('are read and checked', () => {
    expect(readSetting(run, 'length', '3.5')).toBe(3.5);
    expect(readSetting(run, 'passes', '3')).toBe(3);
    expect(readSetting(satin, 'underlay', 'none')).toBe('none');
    for (const [kind, name, text] of [
      [run, 'length', '9'],
      [run, 'length', ''],
      [run, 'length', 'abc'],
      [run, 'passes', '4'],
      [run, 'width', '3'],
      [satin, 'underlay', 'thick'],
    ] as const)
      expect(() => readSetting(kind, name, text)).toThrow(SettingError);
  });
});
