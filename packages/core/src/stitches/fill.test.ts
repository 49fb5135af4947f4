import fc from 'fast-check';
import { drawn } from '../../test/draw.ts';
import { GALLERY } from '../../test/gallery.ts';
import { describe, expect, test } from 'vitest';
import type { PlainOutline, SettingValue } from '../design/types.ts';
import { offsetRegion, regionFromRings } from '../geometry/clip.ts';
import { insideRegion, polygonArea, type Region } from '../geometry/region.ts';
import { clothById } from '../materials/cloths.ts';
import { arcLengths, nearestOnLine } from '../geometry/polyline.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { outlineRegion } from '../outlines/region.ts';
import { parsePathData } from '../outlines/path-data.ts';
import { fill } from './fill.ts';
import { completeSettings, type StitchInput } from './kind.ts';
import { ROW_PATTERNS } from './rows/patterns.ts';
import { Part, type SewnThread } from './thread.ts';
import { turnedFrame } from './rows/frame.ts';
import { routeBetween } from './rows/route.ts';
import { closedSpacing, gridPitch, layRows } from './rows/row-map.ts';

const linen = clothById('linen');

function stitch(
  outline: PlainOutline,
  settings: Record<string, SettingValue> = {},
  entry?: { x: number; y: number },
  more: Partial<Omit<StitchInput, 'settings'>> = {},
) {
  const all = completeSettings(fill, { kind: 'fill', settings }, linen);
  return fill.stitch({ outline, settings: all, cloth: linen, entry, ...more });
}

/** Drawn for these tests: a crescent, a comb with narrow teeth, a frame of three windows, an hourglass. */
const SHAPES: Record<string, PlainOutline> = {
  crescent: drawn(
    'M12 -32C-12 -34 -28 -16 -26 4C-24 24 -6 36 16 30C0 26 -10 14 -10 -1C-10 -16 -2 -26 12 -32Z',
  ),
  comb: drawn('M-30 -20H30V-12H26V20H22V-12H14V20H9V-12H0V20H-2V-12H-12V20H-14V-12H-24V20H-30Z'),
  windows: drawn('M-30 -20H30V20H-30Z M-24 -14H-10V14H-24Z M-6 -14H6V14H-6Z M10 -14H24V2H10Z'),
  hourglass: drawn('M-20 -25H20L1.2 0L20 25H-20L-1.2 0Z'),
  ring: drawn('M0 -26A26 26 0 1 1 -0.01 -26Z M0 -10A10 10 0 1 0 0.01 -10Z'),
};

const lengthsOf = ({ x, y }: SewnThread): number[] =>
  x.slice(1).map((v, i) => Math.hypot(v - x[i], y[i + 1] - y[i]));

/** Share of the region, on a 0.25 mm grid, that lies under 0.4 mm thread. */
function coverage(region: Region, threads: SewnThread[]): number {
  const cell = 0.25;
  const size = 400; // cells each way, about the origin
  const covered = new Uint8Array(size * size);
  for (const { x, y } of threads)
    for (let i = 1; i < x.length; i++) {
      const n = Math.ceil(Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]) / 0.1);
      for (let k = 0; k <= n; k++) {
        const px = x[i - 1] + ((x[i] - x[i - 1]) * k) / n;
        const py = y[i - 1] + ((y[i] - y[i - 1]) * k) / n;
        const [ci, cj] = [Math.floor(px / cell) + size / 2, Math.floor(py / cell) + size / 2];
        for (let a = ci - 1; a <= ci + 1; a++)
          for (let b = cj - 1; b <= cj + 1; b++) {
            const [dx, dy] = [(a - size / 2 + 0.5) * cell - px, (b - size / 2 + 0.5) * cell - py];
            if (dx * dx + dy * dy <= 0.21 * 0.21) covered[b * size + a] = 1;
          }
      }
    }
  let inside = 0;
  let under = 0;
  for (let b = 0; b < size; b++)
    for (let a = 0; a < size; a++) {
      if (!insideRegion(region, (a - size / 2 + 0.5) * cell, (b - size / 2 + 0.5) * cell)) continue;
      inside++;
      under += covered[b * size + a];
    }
  return under / inside;
}

describe.each(Object.entries(SHAPES))('%s', (_, outline) => {
  test.each([0, 30, 45, 90, 117])('at %i°: one thread, covered, within the limits', (angle) => {
    const threads = stitch(outline, { angle });
    expect(threads).toHaveLength(1);
    const lengths = lengthsOf(threads[0]);
    expect(Math.min(...lengths)).toBeGreaterThanOrEqual(0.4);
    expect(Math.max(...lengths)).toBeLessThanOrEqual(7);
    const region = outlineRegion(outline);
    expect(coverage(region, threads)).toBeGreaterThan(0.99);
    const grown = offsetRegion(region, linen.compensation + 0.25);
    expect(threads[0].x.every((x, i) => insideRegion(grown, x, threads[0].y[i]))).toBe(true);
  });

  test('travel between sections never lies on top of finished rows', () => {
    // Every travel stitch must be sewn before the rows around its middle.
    const [{ x, y, part }] = stitch(outline, { angle: 20, underlay: 'none' });
    const travels = part.flatMap((p, i) => (p === Part.travel && i > 0 ? [i] : []));
    const buried = travels.filter((i) => {
      const [mx, my] = [(x[i] + x[i - 1]) / 2, (y[i] + y[i - 1]) / 2];
      for (let k = i + 1; k < x.length; k++) {
        if (part[k] !== Part.top) continue;
        const [dx, dy] = [x[k] - x[k - 1], y[k] - y[k - 1]];
        const t = Math.max(
          0,
          Math.min(1, ((mx - x[k - 1]) * dx + (my - y[k - 1]) * dy) / (dx * dx + dy * dy || 1)),
        );
        if (Math.hypot(mx - x[k - 1] - t * dx, my - y[k - 1] - t * dy) < 0.45) return true;
      }
      return false;
    });
    // A few steps along the last row to the next section may show; they lie in the rows' own direction.
    const shown = travels.filter((i) => !buried.includes(i));
    const length = shown.reduce((sum, i) => sum + Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]), 0);
    if (length >= 6)
      console.log(
        shown.map((i) => [x[i - 1], y[i - 1], x[i], y[i]].join()),
        JSON.stringify(outline).slice(0, 80),
      );
    expect(length).toBeLessThan(6);
  });
});

test('two pieces give two threads, and the one near the entry comes first', () => {
  const two = drawn('M-30 -10H-10V10H-30Z M10 -10H30V10H10Z');
  const right = stitch(two, {}, { x: 31, y: 0 });
  expect(right).toHaveLength(2);
  expect(right[0].x[0]).toBeGreaterThan(9);
  expect(stitch(two, {}, { x: -31, y: 0 })[0].x[0]).toBeLessThan(-9);
});

test('beside a short step of the edge no stitch leads aslant across its corner', () => {
  fc.assert(
    fc.property(fc.integer({ min: 12, max: 30 }), fc.integer({ min: 8, max: 40 }), (out, high) => {
      const [x, y] = [2 + out / 10, high / 10];
      const cross = drawn(`M-2 -10H2V0H${x}V${y}H2V10H-2V${y}H-${x}V0H-2Z`);
      const grown = offsetRegion(outlineRegion(cross), 0.35);
      for (const thread of stitch(cross, { angle: 0, underlay: 'none', compensation: 0.2 }))
        for (let i = 1; i < thread.x.length; i++)
          for (const t of [0.25, 0.5, 0.75]) {
            const px = thread.x[i - 1] + t * (thread.x[i] - thread.x[i - 1]);
            const py = thread.y[i - 1] + t * (thread.y[i] - thread.y[i - 1]);
            expect(insideRegion(grown, px, py)).toBe(true);
          }
    }),
    { numRuns: 60 },
  );
});

test('a way from an arm to the far begin of the row beneath its crotch stays in the shape', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 39 }), fc.integer({ min: 4, max: 20 }), (by, wide) => {
      const shape = drawn(`M-16 -16H-8V${by / 100}H-4V-16H${wide - 4}V12H-16Z`);
      const region = outlineRegion(shape);
      const map = layRows(region[0], turnedFrame(0), { near: 0.4, far: 0.4 });
      const spans = map.sections.flatMap((section) => section.spans);
      const arm = spans.filter(({ left }) => left > -5).at(-1)!;
      const base = spans.find(({ left, right }) => left < -15 && right > -5)!;
      const way = routeBetween(map, { x: arm.left, y: arm.y }, arm, { x: base.left, y: base.y }, base)!;
      const grown = offsetRegion(region, 0.01);
      for (let i = 1; i < way.length; i++)
        for (let t = 0; t <= 1; t += 0.1) {
          const [p, q] = [map.toCloth(way[i - 1]), map.toCloth(way[i])];
          expect(insideRegion(grown, p.x + t * (q.x - p.x), p.y + t * (q.y - p.y))).toBe(true);
        }
    }),
    { numRuns: 60 },
  );
});

test('open rows are as far apart as asked, none is doubled', () => {
  const [{ x, y, part }] = stitch(
    { kind: 'rectangle', x: 0, y: 0, width: 40, height: 30, radius: 0, turn: 0 },
    { spacing: 2 },
  );
  const levels = new Set<number>();
  for (let i = 1; i < x.length; i++)
    if (part[i] === Part.top && Math.abs(x[i] - x[i - 1]) > 1) levels.add(y[i]);
  const sorted = [...levels].sort((a, b) => a - b);
  const gaps = sorted.slice(1).map((v, i) => v - sorted[i]);
  expect(gaps.length).toBeGreaterThan(12);
  for (const gap of gaps) expect(Math.abs(gap - 2)).toBeLessThan(0.25);
});

test('the cloth changes density and compensation', () => {
  const box: PlainOutline = { kind: 'rectangle', x: 0, y: 0, width: 30, height: 30, radius: 0, turn: 0 };
  const on = (id: string): SewnThread => {
    const cloth = clothById(id);
    return fill.stitch({
      outline: box,
      cloth,
      settings: completeSettings(fill, { kind: 'fill', settings: {} }, cloth),
    })[0];
  };
  expect(on('towelling').x.length).toBeGreaterThan(on('silk').x.length);
  expect(Math.max(...on('jersey').x)).toBeGreaterThan(Math.max(...on('felt').x) + 0.2);
});

test('closed rows never lie further apart than the thread is wide', () => {
  for (let angle = 0; angle < 180; angle++) {
    const pitch = gridPitch(angle);
    const spacing = closedSpacing(0.4, angle);
    // Rows are set on the grid's own lines where it has some: the widest gap is then whole pitches.
    const widest = pitch ? Math.ceil(spacing / pitch - 1e-9) * pitch : spacing;
    expect(widest).toBeLessThanOrEqual(0.405);
    expect(spacing).toBeGreaterThan(0.3);
  }
});

describe('random regions', () => {
  const ring = (most: number) =>
    fc
      .tuple(
        fc.integer({ min: -200, max: 200 }),
        fc.integer({ min: -200, max: 200 }),
        fc.array(fc.integer({ min: 15, max: most }), { minLength: 3, maxLength: 14 }),
      )
      .map(([cx, cy, radii]) => ({
        closed: true,
        points: radii.map((r, i) => ({
          x: (cx + r * Math.cos((2 * Math.PI * i) / radii.length)) / 10,
          y: (cy + r * Math.sin((2 * Math.PI * i) / radii.length)) / 10,
        })),
      }));
  const settings = fc.record({
    angle: fc.integer({ min: -180, max: 180 }),
    spacing: fc.double({ min: 0.25, max: 5, noNaN: true }),
    length: fc.double({ min: 1.5, max: 7, noNaN: true }),
    compensation: fc.double({ min: 0, max: 1.5, noNaN: true }),
    underlay: fc.constantFrom('auto', 'none', 'edge', 'rows', 'edge-rows', 'edge-rows-twice'),
    pattern: fc.constantFrom(...ROW_PATTERNS.map((p) => p.id)),
    edge: fc.constantFrom('straight', 'feathered'),
  });
  const place = fc.option(
    fc.record({ x: fc.integer({ min: -30, max: 30 }), y: fc.integer({ min: -30, max: 30 }) }),
    { nil: undefined },
  );

  test('never throw, keep the limits, and give one thread a connected piece', () => {
    fc.assert(
      fc.property(
        fc.array(ring(220), { minLength: 1, maxLength: 4 }),
        settings,
        place,
        place,
        (paths, given, start, end) => {
          const outline: PlainOutline = { kind: 'path', paths };
          const threads = stitch(outline, given, undefined, { start, end });
          const pieces = outlineRegion(outline);
          expect(threads.length).toBeLessThanOrEqual(pieces.length);
          // Every piece with room for a stitch is sewn.
          expect(threads.length).toBeGreaterThanOrEqual(pieces.filter((p) => polygonArea(p) > 60).length);
          const grown = offsetRegion(pieces, given.compensation + 0.6);
          for (const thread of threads) {
            const lengths = lengthsOf(thread);
            for (const l of lengths) {
              expect(l).toBeGreaterThanOrEqual(0.4 - 1e-6);
              expect(l).toBeLessThanOrEqual(12.1);
            }
            for (let i = 0; i < thread.x.length; i++)
              expect(insideRegion(grown, thread.x[i], thread.y[i])).toBe(true);
          }
          expect(stitch(outline, given, undefined, { start, end })).toEqual(threads);
        },
      ),
      { numRuns: 60 },
    );
  }, 120_000);
});

test('touching and repeated rings are put right', () => {
  const square = Float64Array.of(0, 0, 10, 0, 10, 10, 0, 10);
  expect(regionFromRings([square, square], 'nonzero')).toHaveLength(1);
  expect(regionFromRings([square, square], 'evenodd')).toHaveLength(0);
  expect(regionFromRings([Float64Array.of(1, 1, 1, 1, 1, 1)])).toHaveLength(0);
});

describe('open rows', () => {
  const away = (outline: PlainOutline, x: number, y: number): number => {
    let least = Infinity;
    for (const line of outlineLines(outline))
      least = Math.min(least, nearestOnLine(line, arcLengths(line), { x, y }).distance);
    return least;
  };

  test.each(['windows', 'comb', 'ring'] as const)(
    'of a %s are sewn once, with ways along the edge',
    (name) => {
      const outline = SHAPES[name];
      for (const angle of [0, 30, 75]) {
        const threads = stitch(outline, { angle, spacing: 2, compensation: 0 });
        expect(threads).toHaveLength(1);
        const [t] = threads;
        // Off the edge no two stitches lie side by side: each row's stitches are counted by where their middles lie.
        const seen = new Set<string>();
        const across = (angle * Math.PI) / 180;
        for (let i = 1; i < t.x.length; i++) {
          const [mx, my] = [(t.x[i] + t.x[i - 1]) / 2, (t.y[i] + t.y[i - 1]) / 2];
          if (away(outline, mx, my) < 0.6) continue;
          const [dx, dy] = [t.x[i] - t.x[i - 1], t.y[i] - t.y[i - 1]];
          const off = Math.abs(dx * Math.sin(across) + dy * Math.cos(across)) / Math.hypot(dx, dy);
          // What is not on a row is a turn past a corner, and short.
          if (off > 0.15) expect(Math.hypot(dx, dy)).toBeLessThan(4.5);
          const key = `${mx.toFixed(1)} ${my.toFixed(1)}`;
          expect(seen.has(key)).toBe(false);
          seen.add(key);
        }
      }
    },
  );

  test('begin and end on different rings', () => {
    const outline = SHAPES.ring;
    const [start, end] = [
      { x: -20, y: 0 },
      { x: 3, y: 8 },
    ];
    const [t] = stitch(outline, { spacing: 2, angle: 10 }, undefined, { start, end });
    expect(Math.hypot(t.x[0] - start.x, t.y[0] - start.y)).toBeLessThan(3);
    expect(Math.hypot(t.x.at(-1)! - end.x, t.y.at(-1)! - end.y)).toBeLessThan(3);
  });
});

describe('begin and end', () => {
  const far = (t: SewnThread, i: number, p: { x: number; y: number }): number =>
    Math.hypot(t.x.at(i)! - p.x, t.y.at(i)! - p.y);

  test.each([
    ['at opposite sides', { x: -30, y: 0 }, { x: 30, y: 5 }],
    ['at one place', { x: -30, y: 0 }, { x: -30, y: 0.5 }],
    ['in the rows’ middle', { x: 0, y: -20 }, { x: 30, y: 14 }],
  ])('%s, with ways under the rows', (_, start, end) => {
    const outline = SHAPES.windows;
    const [t] = stitch(outline, { angle: 20 }, undefined, { start, end });
    expect(far(t, 0, start)).toBeLessThan(1);
    expect(far(t, -1, end)).toBeLessThan(1.2);
    expect(coverage(outlineRegion(outline), [t])).toBeGreaterThan(0.995);
  });

  test('it ends near where the thread goes on, if that costs nothing', () => {
    const box = drawn('M-10 -10H10V10H-10Z');
    const ends = [-60, 60].map(
      (y) => stitch(box, {}, undefined, { entry: { x: -12, y: 0 }, toward: { x: 0, y } })[0],
    );
    expect(Math.sign(ends[0].y.at(-1)!)).toBe(-1);
    expect(Math.sign(ends[1].y.at(-1)!)).toBe(1);
  });
});

describe('rows', () => {
  const BOX = drawn('M-25 -15H25V15H-25Z');
  const guide = parsePathData('M-25 0C-10 -14 10 14 25 0').paths;

  test.each(['dot 0.5', 'dot 0.75', 'dot', 'dot 1.5'])(
    'close a %s, turning a little outside of it',
    (name) => {
      const [{ x, y }] = stitch(GALLERY[name], { underlay: 'none' });
      const region = outlineRegion(GALLERY[name]);
      const line = { coords: Float64Array.from(x.flatMap((v, i) => [v, y[i]])), closed: false };
      const lengths = arcLengths(line);
      let [inside, bare] = [0, 0];
      for (let px = -2; px <= 2; px += 0.04)
        for (let py = -2; py <= 2; py += 0.04) {
          if (!insideRegion(region, px, py)) continue;
          inside++;
          if (nearestOnLine(line, lengths, { x: px, y: py }).distance > 0.21) bare++;
        }
      expect(bare / inside).toBeLessThan(0.01);
    },
  );

  test('flow along a guide line, without a gap', () => {
    const [t] = stitch(BOX, { underlay: 'none' }, undefined, { guideLines: guide });
    expect(coverage(outlineRegion(BOX), [t])).toBeGreaterThan(0.995);
    // Left of the middle the guide falls, right of it too, and rows with it; level rows would not.
    const slope = (x: number): number => {
      const slopes = t.x.flatMap((v, i) => {
        const dx = v - (t.x[i - 1] ?? v);
        return Math.abs(dx) > 1 && Math.abs(v - x) < 2 && Math.abs(t.y[i]) < 8
          ? [(t.y[i] - t.y[i - 1]) / dx]
          : [];
      });
      return slopes.reduce((a, b) => a + b, 0) / slopes.length;
    };
    expect(slope(0)).toBeGreaterThan(0.3);
    expect(slope(-22)).toBeLessThan(-0.3);
  });

  test('guide lines that cross, turn back or are points do no harm', () => {
    for (const d of ['M-25 -5L25 5M-25 5L25 -5', 'M-20 0C40 0 40 5 -20 5', 'M0 0L0.1 0', 'M0 -10V10'])
      expect(stitch(BOX, {}, undefined, { guideLines: parsePathData(d).paths })[0].x.length).toBeGreaterThan(
        200,
      );
  });

  test('draw apart from one spacing to another', () => {
    const [t] = stitch(BOX, { spacing: 0.5, spacingEnd: 3, underlay: 'none' });
    // Heights at which many needle points lie are rows; the others are turns.
    const isRow = (y: number): boolean => t.y.filter((v) => Math.abs(v - y) < 0.04).length > 8;
    const rows = [...new Set(t.y.filter(isRow))].sort((a, b) => a - b);
    const gaps = rows.slice(1).map((y, i) => y - rows[i]);
    expect(gaps[0]).toBeLessThan(0.8);
    expect(gaps.at(-1)).toBeGreaterThan(2);
    expect(gaps.length).toBeLessThan(30);
  });

  test('feathered edges end at uneven places inside', () => {
    const [t] = stitch(BOX, { edge: 'feathered', feather: 4, underlay: 'none', compensation: 0 });
    const ends = t.x.filter((x, i) => x > 20 && x > (t.x[i - 1] ?? -99) && x >= (t.x[i + 1] ?? -99));
    expect(Math.max(...ends)).toBeLessThan(25.2);
    expect(Math.max(...ends) - Math.min(...ends)).toBeGreaterThan(2);
  });

  test('a delicate cloth has no stitch over 5 mm', () => {
    const silk = clothById('silk');
    const [t] = fill.stitch({
      outline: BOX,
      cloth: silk,
      settings: completeSettings(fill, { kind: 'fill', settings: { length: 7 } }, silk),
    });
    expect(Math.max(...lengthsOf(t))).toBeLessThanOrEqual(5.1);
  });

  test('the card can say which underlay was chosen', () => {
    const chosen = (cloth: string): unknown => {
      const on = clothById(cloth);
      return fill.chosen!({
        outline: BOX,
        cloth: on,
        settings: completeSettings(fill, { kind: 'fill', settings: {} }, on),
      }).underlay;
    };
    expect(['linen', 'jersey', 'felt', 'quilt'].map(chosen)).toEqual([
      'edge-rows',
      'edge-rows-twice',
      'edge',
      'none',
    ]);
  });
});

test('a surface pattern stays with its shape when that is moved', () => {
  const needles = (dx: number, dy: number): number[] => {
    const outline = { kind: 'rectangle', x: dx, y: dy, width: 24, height: 14, turn: 0, radius: 0 } as const;
    const [thread] = stitch(outline, { pattern: 'wave', angle: 0 });
    return thread.x.filter((_, i) => thread.part[i] === Part.top).map((x) => x - dx);
  };
  const [here, there] = [needles(0, 0), needles(3.7, -2.3)];
  expect(there.length).toBe(here.length);
  there.forEach((x, i) => expect(Math.abs(x - here[i])).toBeLessThan(0.11));
});
