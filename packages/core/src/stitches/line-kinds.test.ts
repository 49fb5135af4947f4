// Redwork, motif lines, the order of lines, and surface patterns of fills.
import fc from 'fast-check';
import { drawn } from '../../test/draw.ts';
import { describe, expect, test } from 'vitest';
import type { Path, PlainOutline, SettingValue } from '../design/types.ts';
import { networkOf } from '../geometry/network.ts';
import { arcLengths, lengthOf, nearestOnLine, type Line } from '../geometry/polyline.ts';
import { clothById } from '../materials/cloths.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { completeSettings, type StitchKind } from './kind.ts';
import { MOTIF_UNITS } from './motifs.ts';
import { motifLine } from './motif-line.ts';
import { inGoodOrder } from './order.ts';
import { doubleWalk, redwork } from './redwork.ts';
import { needlesOf, ROW_PATTERNS } from './rows/patterns.ts';
import type { SewnThread } from './thread.ts';

const cloth = clothById('linen');
const stitch = (
  kind: StitchKind,
  outline: PlainOutline,
  settings: Record<string, SettingValue> = {},
  start?: { x: number; y: number },
) =>
  kind.stitch({
    outline,
    cloth,
    start,
    settings: completeSettings(kind, { kind: kind.id, settings }, cloth),
  });
const sewn = ({ x, y }: SewnThread): number =>
  x.slice(1).reduce((sum, v, i) => sum + Math.hypot(v - x[i], y[i + 1] - y[i]), 0);

describe('redwork', () => {
  const HOUSE = drawn('M-20 20V-5L0 -20L20 -5V20H-20L20 -5M-20 -5H20L-20 20M0 -20V-30');

  test('one thread sews every line twice and ends where it began', () => {
    const threads = stitch(redwork, HOUSE);
    expect(threads).toHaveLength(1);
    const [t] = threads;
    expect([t.x.at(-1), t.y.at(-1)]).toEqual([t.x[0], t.y[0]]);
    const lines = outlineLines(HOUSE).reduce((sum, l) => sum + lengthOf(l), 0);
    // The two sloping sides are drawn once, the level ones too: nothing is drawn twice but by the needle.
    expect(sewn(t) / (2 * lines)).toBeCloseTo(1, 2);
    const all = outlineLines(HOUSE).map((l) => ({ l, lengths: arcLengths(l) }));
    t.x.forEach((x, i) => {
      const near = Math.min(
        ...all.map(({ l, lengths }) => nearestOnLine(l, lengths, { x, y: t.y[i] }).distance),
      );
      expect(near).toBeLessThan(0.12);
    });
  });

  test('begins at the place it is told, in the middle of a line too', () => {
    const [t] = stitch(redwork, HOUSE, {}, { x: 20, y: 10 });
    expect(Math.hypot(t.x[0] - 20, t.y[0] - 10)).toBeLessThan(0.2);
    expect(Math.hypot(t.x.at(-1)! - 20, t.y.at(-1)! - 10)).toBeLessThan(0.2);
  });

  test('drawings that don’t touch have a thread each', () => {
    expect(stitch(redwork, drawn('M0 0H10M20 0H30M25 -5V5'))).toHaveLength(2);
  });

  test('an end that nearly meets a line touches it', () => {
    const { nodes, edges } = networkOf(outlineLines(drawn('M-10 0H10M0 0.2V10')));
    expect([nodes.length, edges.length]).toEqual([4, 3]);
  });

  test('any drawing: each edge once each way, every stitch within limits', () => {
    const point = fc.record({ x: fc.integer({ min: -25, max: 25 }), y: fc.integer({ min: -25, max: 25 }) });
    const path = fc.record({ closed: fc.boolean(), points: fc.array(point, { minLength: 2, maxLength: 6 }) });
    fc.assert(
      fc.property(fc.array(path, { minLength: 1, maxLength: 5 }), (paths: Path[]) => {
        const outline: PlainOutline = { kind: 'path', paths };
        const network = networkOf(outlineLines(outline));
        if (network.edges.length) {
          const walk = doubleWalk(network, network.edges[0].from);
          const seen = walk.map((w) => `${w.edge} ${w.forward}`);
          expect(new Set(seen).size).toBe(seen.length);
          for (const w of walk) expect(seen).toContain(`${w.edge} ${!w.forward}`);
          expect(walk.at(-1)!.to).toBe(network.edges[0].from);
        }
        for (const t of stitch(redwork, outline))
          for (let i = 1; i < t.x.length; i++) {
            const l = Math.hypot(t.x[i] - t.x[i - 1], t.y[i] - t.y[i - 1]);
            expect(l).toBeGreaterThanOrEqual(0.4 - 1e-6);
            expect(l).toBeLessThanOrEqual(4);
          }
      }),
      { numRuns: 60 },
    );
  });
});

describe('motif line', () => {
  test('a whole number of units, from end to end', () => {
    const [t] = stitch(motifLine, drawn('M-20 0H20'), { unit: 'peaks', size: 9, length: 6 });
    expect([t.x[0], t.x.at(-1)]).toEqual([-20, 20]);
    const tops = t.y.filter((y, i) => y < -3.5 && (t.y[i - 1] ?? 0) > y && (t.y[i + 1] ?? 0) > y);
    expect(tops).toHaveLength(4);
  });

  test.each(MOTIF_UNITS.map((u) => u.id))('%s goes from the line to the line', (unit) => {
    const [t] = stitch(motifLine, drawn('M0 0H40'), { unit });
    expect([t.x[0], t.y[0], t.x.at(-1)!, t.y.at(-1)!].map((v) => v + 0)).toEqual([0, 0, 40, 0]);
    expect(sewn(t)).toBeGreaterThan(42);
  });

  test('by turns on both sides', () => {
    const [one] = stitch(motifLine, drawn('M0 0H40'), { unit: 'hills' });
    const [both] = stitch(motifLine, drawn('M0 0H40'), { unit: 'hills', sides: 'both' });
    expect(Math.max(...one.y)).toBeLessThan(0.3);
    expect(Math.max(...both.y)).toBeGreaterThan(2);
    expect(Math.min(...both.y)).toBeLessThan(-2);
  });

  test('at corners: begins again, or leaves one out', () => {
    const corner = drawn('M0 0H20V20');
    const at = (corners: string): SewnThread =>
      stitch(motifLine, corner, { unit: 'hills', size: 8, corners })[0];
    expect(at('stop').x.some((x, i) => x === 20 && at('stop').y[i] === 0)).toBe(true);
    // The unit that would lie over the corner is a plain run: nothing leaves the line there.
    const missed = at('miss');
    expect(missed.x.every((x, i) => x < 20.2 || missed.y[i] > 3.9)).toBe(true);
  });
});

describe('order of lines', () => {
  const line = (x1: number, y1: number, x2: number, y2: number): Line => ({
    coords: Float64Array.of(x1, y1, x2, y2),
    closed: false,
  });
  const way = (lines: Line[]): number =>
    lines.slice(1).reduce((sum, l, i) => {
      const c = lines[i].coords;
      return sum + Math.hypot(l.coords[0] - c[c.length - 2], l.coords[1] - c[c.length - 1]);
    }, 0);

  test('a comb is sewn to and fro', () => {
    const teeth = [0, 3, 1, 4, 2].map((x) => line(x * 2, 0, x * 2, 10));
    expect(way(inGoodOrder(teeth, { x: 0, y: 0 }))).toBeCloseTo(8, 6);
  });

  test('never longer than as drawn, and every line once', () => {
    const any = fc.tuple(...[0, 0, 0, 0].map(() => fc.integer({ min: -50, max: 50 })));
    fc.assert(
      fc.property(fc.array(any, { minLength: 1, maxLength: 12 }), (rows) => {
        const lines = rows.map(([a, b, c, d]) => line(a, b, c, d));
        const ordered = inGoodOrder(lines);
        const key = (l: Line): string =>
          [...l.coords.slice(0, 2), ...l.coords.slice(2)].map(Number).sort().join();
        expect(ordered.map(key).sort()).toEqual(lines.map(key).sort());
        expect(way(ordered)).toBeLessThanOrEqual(way(lines) + 1e-9);
      }),
    );
  });
});

describe('surface patterns', () => {
  test.each(ROW_PATTERNS.map((p) => p.id))('%s keeps needle points apart, and none too far', (id) => {
    for (let row = -3; row < 60; row++) {
      const xs = needlesOf(id, row, -30, 30, 4);
      expect(xs.length).toBeGreaterThan(10);
      for (let i = 1; i < xs.length; i++) {
        expect(xs[i] - xs[i - 1]).toBeGreaterThanOrEqual(1);
        expect(xs[i] - xs[i - 1]).toBeLessThanOrEqual(5.5);
      }
      expect(needlesOf(id, row, -30, 30, 4)).toEqual(xs);
    }
  });

  test('they differ from each other', () => {
    const looks = ROW_PATTERNS.map(({ id }) =>
      Array.from({ length: 40 }, (_, row) =>
        needlesOf(id, row, 0, 40, 4)
          .map((x) => x.toFixed(1))
          .join(),
      ).join(';'),
    );
    expect(new Set(looks).size).toBe(ROW_PATTERNS.length);
    expect(ROW_PATTERNS.length).toBeGreaterThanOrEqual(12);
  });
});
