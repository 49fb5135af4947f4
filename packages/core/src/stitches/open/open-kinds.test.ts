import fc from 'fast-check';
import { drawn } from '../../../test/draw.ts';
import { describe, expect, test } from 'vitest';
import type { PlainOutline, SettingValue } from '../../design/types.ts';
import { offsetRegion } from '../../geometry/clip.ts';
import { EdgeIndex } from '../../geometry/edge-index.ts';
import { distance, type Point } from '../../geometry/points.ts';
import { arcLengths, nearestOnLine } from '../../geometry/polyline.ts';
import { insideRegion, ringsOf, type Region } from '../../geometry/region.ts';
import { clothById } from '../../materials/cloths.ts';
import { parsePathData } from '../../outlines/path-data.ts';
import { outlineLines } from '../../outlines/flatten.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { completeSettings, type StitchInput } from '../kind.ts';
import { stitchKind } from '../kinds.ts';
import { MOTIF_UNITS, motifFrom } from '../motifs.ts';
import { Part, type SewnThread } from '../thread.ts';
import { findCrossing } from './uncross.ts';

const linen = clothById('linen');

function sew(
  kind: string,
  outline: PlainOutline,
  settings: Record<string, SettingValue> = {},
  more: Partial<StitchInput> = {},
): SewnThread[] {
  const k = stitchKind(kind)!;
  return k.stitch({
    outline,
    cloth: linen,
    settings: completeSettings(k, { kind, settings }, linen),
    ...more,
  });
}

/** Drawn for these tests. */
const SHAPES: Record<string, PlainOutline> = {
  disc: { kind: 'ellipse', x: 3, y: -2, width: 44, height: 44, turn: 0 },
  ring: drawn('M0 -26A26 26 0 1 1 -0.01 -26Z M4 -10A12 12 0 1 0 4.01 -10Z'),
  windows: drawn('M-30 -22H30V22H-30Z M-24 -16H-8V12H-24Z M10 -14H22V-2H10Z'),
  hourglass: drawn('M-20 -25H20L2.5 0L20 25H-20L-2.5 0Z'),
  star: { kind: 'star', x: 0, y: 0, width: 60, height: 56, corners: 5, inner: 0.5, turn: 10 },
  lake: drawn('M-28 4C-30 -20 -8 -24 0 -12C8 -26 32 -20 28 2C30 22 12 26 2 16C-8 28 -26 24 -28 4Z'),
  two: drawn('M-30 -12H-8V12H-30Z M8 -14H30V14H8Z'),
};

const points = ({ x, y }: SewnThread): Point[] => x.map((px, i) => ({ x: px, y: y[i] }));

/** The thread as edges that can be asked for what is near: there and back, so that it closes. */
const threadIndex = (threads: SewnThread[]): EdgeIndex =>
  new EdgeIndex(
    threads.map((t) => Float64Array.from([...points(t), ...points(t).reverse()].flatMap((p) => [p.x, p.y]))),
  );

/** Distances to the thread, in mm and ascending, from places all over a region. */
function distances(region: Region, threads: SewnThread[]): number[] {
  const index = threadIndex(threads);
  const out: number[] = [];
  for (let x = -32; x <= 32; x += 0.5)
    for (let y = -32; y <= 32; y += 0.5)
      if (insideRegion(region, x, y)) out.push(index.nearest(x, y, 40)?.distance ?? 40);
  return out.sort((a, b) => a - b);
}

const share = (all: number[], most: number): number => all.filter((d) => d <= most).length / all.length;

/** Share of the thread that lies on other stitches of it: both ends and the middle of a stitch within 0.2 mm. */
function doubled(threads: SewnThread[]): number {
  let [all, twice] = [0, 0];
  for (const t of threads) {
    const p = points(t);
    for (let i = 1; i < p.length; i++) {
      const l = distance(p[i - 1], p[i]);
      all += l;
      const others = new EdgeIndex(
        [p.slice(0, i), p.slice(i)]
          .filter((list) => list.length > 1)
          .map((list) => Float64Array.from([...list, ...[...list].reverse()].flatMap((q) => [q.x, q.y]))),
      );
      const on = (s: number): boolean =>
        !!others.nearest(p[i - 1].x + (p[i].x - p[i - 1].x) * s, p[i - 1].y + (p[i].y - p[i - 1].y) * s, 0.2);
      if (on(0.3) && on(0.5) && on(0.7)) twice += l;
    }
  }
  return twice / all;
}

const REGION_KINDS = ['crosshatch', 'radial', 'spiral', 'relief', 'contour', 'stipple', 'motif-fill'];

describe.each(REGION_KINDS)('%s', (kind) => {
  test.each(Object.keys(SHAPES))('covers the %s: one thread a piece, inside, within limits', (name) => {
    const region = outlineRegion(SHAPES[name]);
    const threads = sew(kind, SHAPES[name]);
    expect(threads.length).toBe(region.length);
    const room = offsetRegion(region, 0.12);
    for (const t of threads) {
      const p = points(t);
      for (let i = 0; i < p.length; i++) {
        expect(insideRegion(room, p[i].x, p[i].y)).toBe(true);
        if (!i) continue;
        const l = distance(p[i - 1], p[i]);
        expect(l).toBeGreaterThanOrEqual(0.39);
        expect(l).toBeLessThanOrEqual(7);
      }
    }
  });

  test('the same again, and nothing for a shape without room', () => {
    expect(sew(kind, SHAPES.lake)).toEqual(sew(kind, SHAPES.lake));
    expect(sew(kind, drawn('M0 0H0.2V0.2H0Z'))).toEqual([]);
    expect(sew(kind, { kind: 'path', paths: [] })).toEqual([]);
  });

  test('bean sews every stitch three times', () => {
    const [once] = sew(kind, SHAPES.disc);
    const [bean] = sew(kind, SHAPES.disc, { passes: 3 });
    expect(bean.x.length).toBe(3 * (once.x.length - 1) + 1);
  });

  test('begins near where it is told to', () => {
    const start = { x: -22, y: 0 };
    const [thread] = sew(kind, SHAPES.lake, {}, { start });
    expect(distance({ x: thread.x[0], y: thread.y[0] }, start)).toBeLessThan(
      kind === 'contour' || kind === 'spiral' ? 16 : 9,
    );
  });
});

describe('lines from edge to edge', () => {
  test.each(['crosshatch', 'spiral', 'relief'])('%s hardly sews anything twice', (kind) => {
    for (const name of ['disc', 'lake', 'windows'])
      expect(doubled(sew(kind, SHAPES[name], { spacing: 3 }))).toBeLessThan(0.12);
  });

  test('a crosshatch has its meshes: no place is farther than half a mesh from a line', () => {
    for (const grid of ['square', 'diamond']) {
      const all = distances(
        offsetRegion(outlineRegion(SHAPES.disc), -1.3),
        sew('crosshatch', SHAPES.disc, { shape: grid }),
      );
      expect(all.at(-1)).toBeLessThan(1.25 + 0.1);
    }
  });

  test('rays end on a few circles about the centre, and are sewn in and out', () => {
    const [thread] = sew('radial', SHAPES.disc, { spacing: 2 }, { centre: { x: 0, y: 0 } });
    const p = points(thread);
    const inner = p.filter(
      (q, i) =>
        i > 0 &&
        i + 1 < p.length &&
        Math.hypot(p[i - 1].x, p[i - 1].y) > Math.hypot(q.x, q.y) + 0.3 &&
        Math.hypot(p[i + 1].x, p[i + 1].y) > Math.hypot(q.x, q.y) + 0.3,
    );
    const circles = new Set(inner.map((q) => Math.round(Math.hypot(q.x, q.y) * 2)));
    expect(inner.length).toBeGreaterThan(40);
    expect(circles.size).toBeLessThanOrEqual(8);
  });

  test('rays lie as near as they should, and point to the centre', () => {
    const centre = { x: 8, y: 6 };
    const [thread] = sew('radial', SHAPES.disc, { spacing: 2 }, { centre });
    const p = points(thread);
    let [along, all] = [0, 0];
    for (let i = 1; i < p.length; i++) {
      const l = distance(p[i - 1], p[i]);
      all += l;
      along += Math.abs(distance(p[i - 1], centre) - distance(p[i], centre));
    }
    expect(along / all).toBeGreaterThan(0.85);
    const outer = offsetRegion(outlineRegion(SHAPES.disc), -2);
    expect(share(distances(outer, [thread]), 1.7)).toBeGreaterThan(0.95);
  });

  test('a spiral in a disc is one line from the edge to the centre', () => {
    const [thread] = sew('spiral', SHAPES.disc, {}, { centre: { x: 3, y: -2 } });
    const far = points(thread).map((p) => distance(p, { x: 3, y: -2 }));
    expect(far[0]).toBeGreaterThan(20);
    expect(far.at(-1)).toBeLessThan(1);
    expect(share(distances(outlineRegion(SHAPES.disc), [thread]), 1.15)).toBeGreaterThan(0.98);
  });
});

describe('relief lines', () => {
  const ground: PlainOutline = { kind: 'rectangle', x: 0, y: 0, width: 60, height: 60, radius: 0, turn: 0 };
  const moon: PlainOutline = { kind: 'ellipse', x: 0, y: 0, width: 24, height: 24, turn: 0 };
  const heights = (threads: SewnThread[], inside: boolean): number[] =>
    threads.flatMap(points).flatMap((p) => {
      const d = Math.hypot(p.x, p.y);
      if (inside ? d > 8 : d < 13 || Math.abs(p.x) > 27) return [];
      return [(((p.y % 3) + 3) % 3) - 1.5];
    });

  test('are straight without a shape, and bend only where it lies', () => {
    const settings = { spacing: 3, height: 1.2, edge: 2 };
    const flat = sew('relief', ground, settings);
    expect(Math.max(...heights(flat, true).map(Math.abs))).toBeLessThan(0.1);
    const raised = sew('relief', ground, settings, { raised: [moon] });
    expect(Math.max(...heights(raised, false).map(Math.abs))).toBeLessThan(0.1);
    for (const h of heights(raised, true)) expect(h).toBeCloseTo(-1.2, 0);
  });

  test('go like a drawn line: it is one of them, the others lie whole spacings above and below, again where it ends', () => {
    const wave = drawn('M-14 3C-8 -9 2 14 12 1');
    const spacing = 2;
    const [thread] = sew('relief', ground, { spacing, length: 1.5 }, { likeLines: [wave] });
    const [line] = outlineLines(wave);
    const lengths = arcLengths(line);
    // Its direction, and how far it reaches before it begins again.
    const [dx, dy] = [26, -2];
    const reach = Math.hypot(dx, dy);
    const across = { x: -dy / reach, y: dx / reach };
    let met = 0;
    for (const p of points(thread).filter((q) => Math.abs(q.x) < 29 && Math.abs(q.y) < 29)) {
      const along = (k: number): number[] =>
        Array.from({ length: 41 }, (_, i) => i - 20).map((row) => {
          const q = {
            x: p.x - k * dx - row * spacing * across.x,
            y: p.y - k * dy - row * spacing * across.y,
          };
          return nearestOnLine(line, lengths, q).distance;
        });
      const off = Math.min(...[-2, -1, 0, 1, 2].flatMap(along));
      expect(off).toBeLessThan(0.08);
      met++;
    }
    expect(met).toBeGreaterThan(800);
    // A line that leads nowhere, or a shape, leaves them straight.
    for (const none of [moon, drawn('M0 0C9 -9 -9 -9 0.5 0')])
      expect(sew('relief', ground, { spacing }, { likeLines: [none] })).toEqual(
        sew('relief', ground, { spacing }),
      );
  });

  test('swelling ones lie farther apart in the middle of the shape than beside it', () => {
    const [thread] = sew('relief', ground, { spacing: 1.5, style: 'swell' }, { raised: [moon] });
    const levels = points(thread)
      .filter((p) => Math.abs(p.x) < 2 && Math.abs(p.y) < 12)
      .map((p) => p.y)
      .sort((a, b) => a - b);
    const gaps = levels.slice(1).flatMap((y, i) => (y - levels[i] > 0.4 ? [y - levels[i]] : []));
    expect(gaps[Math.floor(gaps.length / 2)]).toBeGreaterThan(1.85);
    expect(Math.min(...gaps)).toBeLessThan(1.3);
  });

  test('never meet, however far they are to bend', () => {
    fc.assert(
      fc.property(
        fc.record({
          spacing: fc.double({ min: 0.8, max: 4, noNaN: true }),
          height: fc.double({ min: -10, max: 10, noNaN: true }),
          edge: fc.double({ min: 0.2, max: 12, noNaN: true }),
          spread: fc.double({ min: 0.5, max: 1.6, noNaN: true }),
          style: fc.constantFrom('lift', 'swell', 'ripple'),
        }),
        (settings) => {
          const [thread] = sew('relief', ground, settings, { raised: [moon] });
          expect(findCrossing(points(thread), 3)).toBeNull();
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('contour', () => {
  test.each(Object.keys(SHAPES))('in the %s: no crossing, lines as far apart as asked for', (name) => {
    for (const spacing of [1, 2.2]) {
      const threads = sew('contour', SHAPES[name], { spacing });
      for (const t of threads) expect(findCrossing(points(t), 3)).toBeNull();
      const all = distances(outlineRegion(SHAPES[name]), threads);
      // Between lines a spacing apart no place is farther than half of it; a quarter more is allowed.
      expect(share(all, 0.625 * spacing)).toBeGreaterThan(0.95);
      expect(all[Math.floor(all.length / 2)]).toBeGreaterThan(0.18 * spacing);
    }
  });

  test('any spacing and shape: one thread that never crosses itself', () => {
    const blob = fc
      .array(fc.double({ min: 8, max: 26, noNaN: true }), { minLength: 5, maxLength: 9 })
      .map((radii) => ({
        kind: 'path' as const,
        paths: [
          {
            closed: true,
            points: radii.map((r, i) => ({
              x: r * Math.cos((2 * Math.PI * i) / radii.length),
              y: r * Math.sin((2 * Math.PI * i) / radii.length),
            })),
          },
        ],
      }));
    fc.assert(
      fc.property(blob, fc.double({ min: 0.8, max: 4, noNaN: true }), (outline, spacing) => {
        const threads = sew('contour', outline, { spacing });
        expect(threads.length).toBe(outlineRegion(outline).length);
        for (const t of threads) expect(findCrossing(points(t), 3)).toBeNull();
      }),
      { numRuns: 40 },
    );
  });

  test('guide lines are followed like the edge', () => {
    const square: PlainOutline = { kind: 'rectangle', x: 0, y: 0, width: 60, height: 60, radius: 0, turn: 0 };
    const guide = {
      closed: false,
      points: [
        { x: -14, y: -9 },
        { x: 14, y: 12 },
      ],
    };
    const near = (threads: SewnThread[]): number => {
      const index = threadIndex(threads);
      let worst = 0;
      for (let k = 0; k <= 20; k++) {
        const d = index.nearest(-12 + 1.2 * k, -7.5 + 0.9 * k, 40)!.distance;
        worst = Math.max(worst, Math.abs(d - 1.5));
      }
      return worst;
    };
    const steered = sew('contour', square, { spacing: 3 }, { guideLines: [guide] });
    expect(steered.length).toBe(1);
    expect(findCrossing(points(steered[0]), 3)).toBeNull();
    expect(near(steered)).toBeLessThan(0.35);
    expect(near(sew('contour', square, { spacing: 3 }))).toBeGreaterThan(1);
  });

  test('smoothed corners turn gently', () => {
    const sharp = ([t]: SewnThread[]): number => {
      const p = points(t);
      let count = 0;
      for (let i = 2; i < p.length; i++) {
        const [ux, uy] = [p[i - 1].x - p[i - 2].x, p[i - 1].y - p[i - 2].y];
        const [vx, vy] = [p[i].x - p[i - 1].x, p[i].y - p[i - 1].y];
        if (Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)) > 1.8) count++;
      }
      return count;
    };
    const kept = sharp(sew('contour', SHAPES.star, { spacing: 2 }));
    expect(kept).toBeGreaterThan(15);
    expect(sharp(sew('contour', SHAPES.star, { spacing: 2, corners: 'smoothed' }))).toBeLessThan(kept / 4);
  });
});

describe('stipple', () => {
  /** What a line half a spacing from the edge can get to. */
  const within = (region: Region, spacing: number): Region =>
    offsetRegion(offsetRegion(region, -0.75 * spacing), 0.75 * spacing);

  test.each(Object.keys(SHAPES))('wanders evenly over the %s', (name) => {
    for (const seed of [1, 7]) {
      const spacing = 2;
      const threads = sew('stipple', SHAPES[name], { spacing, seed });
      const all = distances(within(outlineRegion(SHAPES[name]), spacing), threads);
      expect(share(all, 0.75 * spacing)).toBeGreaterThan(0.94);
      expect(all.at(-1)).toBeLessThan(1.8 * spacing);
    }
  });

  test('keeps half a spacing from the edge, and away from its own other passes', () => {
    const spacing = 3;
    const [thread] = sew('stipple', SHAPES.lake, { spacing });
    const edges = new EdgeIndex(outlineRegion(SHAPES.lake).flatMap(ringsOf));
    const p = points(thread);
    const near = p.map((q) => edges.nearest(q.x, q.y, 10)?.distance ?? 10);
    expect(Math.min(...near)).toBeGreaterThan(0.35 * spacing);
    let close = 0;
    for (let i = 0; i < p.length; i++)
      for (let j = i + 5; j < p.length; j++) if (distance(p[i], p[j]) < 0.35 * spacing) close++;
    expect(close).toBeLessThan(p.length / 100);
  });

  test('any seed, spacing and style: one line, no crossing', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.keys(SHAPES)),
        fc.integer({ min: 1, max: 9999 }),
        fc.double({ min: 1.5, max: 12, noNaN: true }),
        fc.constantFrom('curved', 'angular'),
        (name, seed, spacing, style) => {
          const threads = sew('stipple', SHAPES[name], { seed, spacing, style });
          expect(threads.length).toBeLessThanOrEqual(outlineRegion(SHAPES[name]).length);
          for (const t of threads) expect(findCrossing(points(t), 3)).toBeNull();
        },
      ),
      { numRuns: 40 },
    );
  });

  test('begins and ends where it is told to, and wanders over all between', () => {
    const spacing = 3;
    for (const name of ['lake', 'disc', 'ring'])
      for (const [start, end] of [
        [
          { x: -18, y: 3 },
          { x: 20, y: 0 },
        ],
        [
          { x: 12, y: 12 },
          { x: -8, y: 14 },
        ],
      ]) {
        const [thread] = sew('stipple', SHAPES[name], { spacing }, { start, end });
        const p = points(thread);
        expect(distance(p[0], start)).toBeLessThan(2.5);
        expect(distance(p.at(-1)!, end)).toBeLessThan(2.5);
        expect(findCrossing(p, 3)).toBeNull();
        const all = distances(within(outlineRegion(SHAPES[name]), spacing), [thread]);
        expect(share(all, 0.75 * spacing)).toBeGreaterThan(0.87);
      }
  });

  test('every seed gives another line', () => {
    expect(sew('stipple', SHAPES.disc, { seed: 1 })).not.toEqual(sew('stipple', SHAPES.disc, { seed: 2 }));
  });
});

describe('motif fill', () => {
  test.each(MOTIF_UNITS.map((u) => u.id))('%s repeats evenly, cut at the edge or kept whole', (unit) => {
    const cut = sew('motif-fill', SHAPES.lake, { unit });
    const whole = sew('motif-fill', SHAPES.lake, { unit, edge: 'whole' });
    expect([cut.length, whole.length]).toEqual([1, 1]);
    const room = offsetRegion(outlineRegion(SHAPES.lake), 0.15);
    for (const p of [...points(cut[0]), ...points(whole[0])]) expect(insideRegion(room, p.x, p.y)).toBe(true);
  });

  test('a motif kept whole is the same everywhere', () => {
    const [thread] = sew('motif-fill', SHAPES.disc, { unit: 'kite', size: 9, rows: 10, edge: 'whole' });
    // The kite's upper tip, 3.6 mm above its row: each has its own, at the same place of the lattice.
    const tips = points(thread).filter((p, i, all) => {
      const [a, b] = [all[i - 1], all[i + 1]];
      return (
        a && b && p.y < a.y - 0.5 && p.y < b.y - 0.5 && Math.abs((((p.y + 2 + 3.6) % 10) + 10) % 10) < 0.2
      );
    });
    expect(tips.length).toBeGreaterThan(8);
    const columns = new Set(tips.map((p) => Math.round((((p.x - 3) % 4.5) + 4.5) % 4.5)));
    expect([...columns].every((c) => c === 0 || c === 4 || c === 5)).toBe(true);
  });

  test('on a hexagonal lattice every motif has six neighbours as near as each other', () => {
    const [thread] = sew('motif-fill', SHAPES.disc, {
      unit: 'five',
      size: 8,
      lattice: 'hexagon',
      edge: 'whole',
    });
    // The star's tip is its own: where the thread turns back sharply at the top.
    const tips = points(thread).filter((p, i, all) => {
      const [a, b] = [all[i - 1], all[i + 1]];
      return a && b && a.y > p.y + 0.8 && b.y > p.y + 0.8;
    });
    const nearest = tips.map((t) => Math.min(...tips.filter((q) => q !== t).map((q) => distance(q, t))));
    expect(tips.length).toBeGreaterThan(10);
    for (const d of nearest) expect(d).toBeCloseTo(8, 0);
  });

  test('an own motif takes the place of the shelf’s', () => {
    const motif = motifFrom('Arrow', { kind: 'path', paths: parsePathData('M0 0L20 0L14 -6').paths })!;
    const own = sew('motif-fill', SHAPES.disc, { unit: 'own' }, { motif });
    expect(own).not.toEqual(sew('motif-fill', SHAPES.disc, { unit: 'leaf' }));
    expect(own).not.toEqual(sew('motif-fill', SHAPES.disc, { unit: 'own' }));
  });
});

describe('a drawing as a motif', () => {
  const ends = (coords: number[]): number[] => [...coords.slice(0, 2), ...coords.slice(-2)];

  test('an open line goes from its begin to its end, whatever its direction', () => {
    const motif = motifFrom('Hook', drawn('M5 5L5 25L15 25'))!;
    expect(ends(motif.coords)).toEqual([0, 0, 10, 0]);
    const length = (c: number[]): number =>
      c.reduce(
        (sum, _, i) => (i >= 2 && i % 2 === 0 ? sum + Math.hypot(c[i] - c[i - 2], c[i + 1] - c[i - 1]) : sum),
        0,
      );
    expect(length(motif.coords)).toBeCloseTo((30 * 10) / Math.hypot(10, 20), 1);
  });

  test('a closed shape and a drawing of several lines stand on the line', () => {
    for (const drawing of [drawn('M0 0H8V6H0Z'), drawn('M0 0L4 8L8 0M4 8L4 14M0 4H8')]) {
      const { coords } = motifFrom('Drawing', drawing)!;
      expect(ends(coords)).toEqual([0, 0, 10, 0]);
      const ys = coords.filter((_, i) => i % 2);
      expect(Math.max(...ys)).toBe(0);
      expect(Math.max(...coords.filter((_, i) => i % 2 === 0))).toBe(10);
      expect(Math.min(...ys)).toBeLessThan(-4);
    }
  });

  test('nothing drawn is no motif', () => {
    expect(motifFrom('Nothing', { kind: 'path', paths: [] })).toBeNull();
    expect(motifFrom('Ring', drawn('M0 0L5 5L0 0'))).toBeNull();
  });
});

describe('sprig', () => {
  test.each(Object.keys(SHAPES))(
    'grows through the %s: one thread a piece, nothing over the edge',
    (name) => {
      const region = outlineRegion(SHAPES[name]);
      const threads = sew('sprig', SHAPES[name], { density: 7, size: 4 });
      expect(threads.length).toBe(region.length);
      const all = distances(offsetRegion(region, -3), threads);
      expect(share(all, 9)).toBeGreaterThan(0.9);
      for (const p of threads.flatMap(points)) expect(insideRegion(region, p.x, p.y)).toBe(true);
    },
  );

  test('stems, leaves and blossoms sewn apart are one growth', () => {
    const parts = ['stem', 'leaves', 'blossoms'].map((part) => sew('sprig', SHAPES.lake, { parts: part })[0]);
    const whole = threadIndex(sew('sprig', SHAPES.lake));
    for (const part of parts)
      for (const p of points(part)) expect(whole.nearest(p.x, p.y, 5)!.distance).toBeLessThan(0.35);
    const top = (t: SewnThread): number => t.part.filter((v) => v === Part.top).length;
    expect(top(parts[1])).toBeGreaterThan(top(parts[2]));
    expect(parts[1].part.filter((v) => v === Part.travel).length).toBeGreaterThan(10);
  });

  test('any own drawing can be its leaf, an open line too', () => {
    const hook = motifFrom('Hook', drawn('M0 0L12 0L12 -4'))!;
    const own = sew('sprig', SHAPES.lake, { leaf: 'own' }, { motif: hook });
    expect(own[0].x.length).toBeGreaterThan(sew('sprig', SHAPES.lake, { leaf: 'none' })[0].x.length);
  });

  test('the stem follows a guide line', () => {
    const guide = {
      closed: false,
      points: [
        { x: -20, y: 10 },
        { x: 0, y: -5 },
        { x: 20, y: 8 },
      ],
    };
    const [stem] = sew('sprig', SHAPES.lake, { parts: 'stem' }, { guideLines: [guide] });
    const index = threadIndex([stem]);
    for (let t = 0.1; t < 0.9; t += 0.1)
      expect(index.nearest(-20 + 20 * t, 10 - 15 * t, 20)!.distance).toBeLessThan(0.4);
  });

  test('no leaf lies on another: leaves hardly cross', () => {
    const [leaves] = sew('sprig', SHAPES.lake, { blossom: 'none', leaf: 'heart' });
    const p = points(leaves);
    let crossings = 0;
    const side = (a: Point, b: Point, c: Point): number =>
      (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
    for (let i = 1; i < p.length; i++)
      for (let j = i + 2; j < p.length; j++)
        if (
          side(p[i - 1], p[i], p[j - 1]) * side(p[i - 1], p[i], p[j]) < -0.05 &&
          side(p[j - 1], p[j], p[i - 1]) * side(p[j - 1], p[j], p[i]) < -0.05
        )
          crossings++;
    expect(crossings).toBeLessThan(p.length / 100);
  });

  test('grown alike on both sides, the one half is the image of the other', () => {
    const heart = drawn(
      'M0 24C-34 0 -28 -28 -12 -25C-5 -24 0 -18 0 -14C0 -18 5 -24 12 -25C28 -28 34 0 0 24Z',
    );
    const threads = sew('sprig', heart, { growth: 'symmetric', density: 8 });
    expect(threads).toHaveLength(1);
    const index = threadIndex(threads);
    for (const p of points(threads[0])) expect(index.nearest(-p.x, p.y, 5)?.distance ?? 5).toBeLessThan(0.5);
    const free = threadIndex(sew('sprig', heart, { density: 8 }));
    const off = points(threads[0]).filter((p) => (free.nearest(-p.x, p.y, 5)?.distance ?? 5) > 0.25);
    expect(off.length).toBeGreaterThan(50);
  });

  test('a line drawn across says at what it is mirrored', () => {
    const guide = { closed: false, points: [-18, 18].map((x) => ({ x, y: -2 })) };
    const [thread] = sew('sprig', SHAPES.disc, { growth: 'symmetric' }, { guideLines: [guide] });
    const index = threadIndex([thread]);
    for (const p of points(thread)) expect(index.nearest(p.x, -4 - p.y, 5)?.distance ?? 5).toBeLessThan(0.25);
  });

  test.each(Object.keys(SHAPES))('stems and leaves in satin, in the %s: still one thread a piece', (name) => {
    const region = outlineRegion(SHAPES[name]);
    for (const settings of [
      { stems: 'satin', leaves: 'satin' },
      { stems: 'bean', growth: 'symmetric' },
    ] as Record<string, SettingValue>[]) {
      const threads = sew('sprig', SHAPES[name], { density: 7, size: 4, ...settings });
      expect(threads.length).toBe(region.length);
      const grown = offsetRegion(region, 0.3);
      for (const p of threads.flatMap(points)) expect(insideRegion(grown, p.x, p.y)).toBe(true);
      for (const t of threads)
        for (let i = 1; i < t.x.length; i++) {
          const l = Math.hypot(t.x[i] - t.x[i - 1], t.y[i] - t.y[i - 1]);
          expect(l).toBeGreaterThan(0.39);
          expect(l).toBeLessThan(7);
        }
    }
  });

  test('a seed grows the same again, another one something else', () => {
    expect(sew('sprig', SHAPES.disc)).toEqual(sew('sprig', SHAPES.disc));
    expect(sew('sprig', SHAPES.disc)).not.toEqual(sew('sprig', SHAPES.disc, { seed: 2 }));
    expect(sew('sprig', { kind: 'path', paths: [] })).toEqual([]);
  });
});

describe.each(['crosshatch', 'radial', 'spiral', 'relief', 'motif-fill', 'sprig', 'contour', 'stipple'])(
  'a dot too small for lines of %s',
  (kind) => {
    test('is one thread all the same, inside it; beside what is sewn a speck stays bare', () => {
      for (const d of [0.5, 0.8, 1.2]) {
        const dot: PlainOutline = { kind: 'ellipse', x: 7.3, y: 1.1, width: d, height: d, turn: 0 };
        const threads = sew(kind, dot);
        expect(threads).toHaveLength(1);
        const [{ x, y }] = threads;
        expect(x.length).toBeGreaterThan(1);
        x.forEach((px, i) => expect(Math.hypot(px - 7.3, y[i] - 1.1)).toBeLessThan(d / 2 + 0.3));
      }
      const withSpeck = sew(kind, drawn('M0 0H30V30H0ZM40.02 0.03H40.05V0.06H40.02Z'));
      expect(withSpeck).toHaveLength(1);
    });
  },
);
