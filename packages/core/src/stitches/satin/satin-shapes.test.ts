// Satin across closed shapes, between two edges, with drawn widths; and its begin and end.
import fc from 'fast-check';
import { drawn } from '../../../test/draw.ts';
import { describe, expect, test } from 'vitest';
import type { PlainOutline, SettingValue } from '../../design/types.ts';
import { offsetRegion } from '../../geometry/clip.ts';
import { distance, nearestShare } from '../../geometry/points.ts';
import { insideRegion, polygonArea } from '../../geometry/region.ts';
import { clothById } from '../../materials/cloths.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { completeSettings, type StitchInput } from '../kind.ts';
import { Part, type SewnThread } from '../thread.ts';
import { monotone } from './profile.ts';
import { satin } from './satin.ts';
import { shortenedBy, splitShares } from './sew-column.ts';

const linen = clothById('linen');
const BAND = drawn('M-30 -2H30V2H-30Z');
const LETTER_A = drawn('M-9 13L-2.5 -13H2.5L9 13H4.5L2.7 6H-2.7L-4.5 13ZM-1.8 2.2H1.8L0 -6Z');
const CROSS = drawn('M-2 -13H2V-2H9V2H2V13H-2V2H-9V-2H-2Z');
const RING = drawn('M10 0A10 10 0 1 1 -10 0A10 10 0 1 1 10 0ZM7 0A7 7 0 1 0 -7 0A7 7 0 1 0 7 0Z');

function stitch(
  outline: PlainOutline,
  settings: Record<string, SettingValue> = {},
  more: Partial<Omit<StitchInput, 'settings'>> = {},
): SewnThread[] {
  const recipe = { kind: 'satin', settings: { sides: 'shape', ...settings } };
  const cloth = more.cloth ?? linen;
  return satin.stitch({ outline, cloth, settings: completeSettings(satin, recipe, cloth), ...more });
}

const lengthsOf = ({ x, y }: SewnThread): number[] =>
  x.slice(1).map((v, i) => Math.hypot(v - x[i], y[i + 1] - y[i]));

/** Share of a region's area that lies within `reach` mm of a stitch, tried every 0.25 mm. */
function covered(outline: PlainOutline, threads: SewnThread[], reach = 0.2): number {
  const region = outlineRegion(outline);
  const marks = new Set<string>();
  const key = (x: number, y: number): string => `${Math.round(x * 10)} ${Math.round(y * 10)}`;
  for (const t of threads)
    for (let i = 1; i < t.x.length; i++) {
      const steps = Math.max(1, Math.ceil(Math.hypot(t.x[i] - t.x[i - 1], t.y[i] - t.y[i - 1]) / 0.08));
      for (let k = 0; k <= steps; k++)
        marks.add(
          key(
            t.x[i - 1] + ((t.x[i] - t.x[i - 1]) * k) / steps,
            t.y[i - 1] + ((t.y[i] - t.y[i - 1]) * k) / steps,
          ),
        );
    }
  let [all, hit] = [0, 0];
  const cells = Math.ceil(reach / 0.1);
  for (let x = -31; x <= 31; x += 0.25)
    for (let y = -14; y <= 14; y += 0.25) {
      if (!insideRegion(region, x, y)) continue;
      all++;
      let near = false;
      for (let dx = -cells; dx <= cells && !near; dx++)
        for (let dy = -cells; dy <= cells && !near; dy++)
          near = Math.hypot(dx, dy) <= cells && marks.has(key(x + dx / 10, y + dy / 10));
      if (near) hit++;
    }
  return hit / all;
}

describe('across a shape', () => {
  test.each([
    ['a band', BAND],
    ['a letter with a bar and a hole', LETTER_A],
    ['a cross', CROSS],
    ['a ring', RING],
  ])('%s is covered by one thread that keeps inside', (_, outline) => {
    const threads = stitch(outline);
    expect(threads).toHaveLength(1);
    expect(covered(outline, threads)).toBeGreaterThan(0.995);
    const grown = offsetRegion(outlineRegion(outline), linen.compensation + 0.15);
    const [t] = threads;
    expect(t.x.every((x, i) => insideRegion(grown, x, t.y[i]))).toBe(true);
    expect(Math.max(...lengthsOf(t))).toBeLessThanOrEqual(7.05);
  });

  test('dots and other compact shapes are sewn with parallel stitches, across their short way', () => {
    const flat = (outline: PlainOutline, angle: number): void => {
      const [t] = stitch(outline, { underlay: 'none' });
      expect(covered(outline, [t])).toBeGreaterThan(0.98);
      for (let i = 1; i < t.x.length; i++) {
        const turn = Math.atan2(t.y[i] - t.y[i - 1], t.x[i] - t.x[i - 1]) - angle;
        if (lengthsOf(t)[i - 1] > 1) expect(Math.abs(Math.sin(turn))).toBeLessThan(0.45);
      }
    };
    for (const width of [1, 1.4, 2, 3, 5])
      flat({ kind: 'ellipse', x: 0, y: 0, width, height: width, turn: 0 }, 0);
    flat({ kind: 'ellipse', x: 3, y: 0, width: 4, height: 3, turn: 60 }, (5 * Math.PI) / 6);
    flat(drawn('M0 4L-3.6 0C-4.6 -2 -2.6 -4 0 -2C2.6 -4 4.6 -2 3.6 0Z'), Math.PI / 2);
  });

  test('an end with rounded corners is sewn to its edge', () => {
    for (const round of [0.4, 0.9, 1.4]) {
      const outline = drawn(
        `M-12 -3H${12 - round}A${round} ${round} 0 0 1 12 ${round - 3}V${3 - round}A${round} ${round} 0 0 1 ${12 - round} 3H-12Z`,
      );
      const threads = stitch(outline, { underlay: 'none' });
      expect(covered(outline, threads)).toBeGreaterThan(0.99);
      expect(Math.max(...threads[0].x)).toBeGreaterThan(11.7);
    }
  });

  test('a hollow end is not sewn twice', () => {
    const flat = stitch(drawn('M-12 -3H12V3H-12Z'), { underlay: 'none' })[0];
    const hollow = stitch(drawn('M-12 -3H12L11.2 0L12 3H-12Z'), { underlay: 'none' })[0];
    // The last stitch follows the hollow, with needle points in between.
    const onSide = ({ y }: SewnThread): number => y.filter((v) => v < -2.9).length;
    expect(onSide(hollow)).toBeLessThanOrEqual(onSide(flat) + 1);
    expect(hollow.x.length).toBeLessThanOrEqual(flat.x.length + 4);
  });

  test('stitches of a band lie square across it', () => {
    const [t] = stitch(BAND, { underlay: 'none' });
    const across = lengthsOf(t).flatMap((l, i) => (l > 3.5 ? [Math.abs(t.x[i + 1] - t.x[i])] : []));
    expect(across.length).toBeGreaterThan(250);
    expect(across.filter((dx) => dx < 0.5).length / across.length).toBeGreaterThan(0.98);
  });

  test('begins and ends where it is told, with all ways underneath', () => {
    for (const outline of [BAND, CROSS]) {
      const room = offsetRegion(outlineRegion(outline), 0.05);
      const [start, end] =
        outline === BAND
          ? [
              { x: -10, y: 0 },
              { x: 17, y: 0 },
            ]
          : [
              { x: 0, y: -12 },
              { x: 8, y: 0 },
            ];
      const [t] = stitch(outline, {}, { start, end });
      expect(Math.hypot(t.x[0] - start.x, t.y[0] - start.y)).toBeLessThan(1.5);
      expect(Math.hypot(t.x.at(-1)! - end.x, t.y.at(-1)! - end.y)).toBeLessThan(2.8);
      t.part.forEach((part, i) => {
        if (part !== Part.top) expect(insideRegion(room, t.x[i], t.y[i])).toBe(true);
      });
      expect(covered(outline, [t])).toBeGreaterThan(0.995);
    }
  });

  test.each([
    ['a bar', BAND, 0],
    ['a cross', CROSS, 31],
    ['a leg on a stem', drawn('M-2 -13H2V-3L9 9V13H7L2 4V13H-2Z'), 16],
    ['a comb', drawn('M-2 -13H2V-11H9V-8H2V-2H9V2H2V9H9V13H-2Z'), 24],
  ])(
    '%s is sewn forward, with a run only to the tips of what hangs on it, and under stitches to come',
    (_, outline, most) => {
      const [{ x, y, part }] = stitch(outline, { underlay: 'none' });
      const under = x.flatMap((_, i) => (i && part[i] !== Part.top ? [i] : []));
      expect(
        under.reduce((sum, i) => sum + Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]), 0),
      ).toBeLessThanOrEqual(most);
      const bare = under.filter((i) => {
        const middle = { x: (x[i] + x[i - 1]) / 2, y: (y[i] + y[i - 1]) / 2 };
        return !x.some((_, j) => {
          if (j <= i || part[j] !== Part.top) return false;
          const t = nearestShare(x[j - 1], y[j - 1], x[j], y[j], middle.x, middle.y);
          const nearest = { x: x[j - 1] + t * (x[j] - x[j - 1]), y: y[j - 1] + t * (y[j] - y[j - 1]) };
          return distance(nearest, middle) < 0.25;
        });
      });
      expect(bare).toEqual([]);
    },
  );

  test('where two arms come to a stem together, as those of a K do, it keeps its edge', () => {
    const [{ x, part }] = stitch(drawn('M-2 -13H2V-3.5L10 -13H15L5 -0.5L15 13H10L2 3V13H-2Z'), {
      underlay: 'none',
    });
    const out = x.filter((px, i) => i && part[i] === Part.top && Math.min(px, x[i - 1]) < -1);
    expect(Math.max(...out)).toBeLessThan(3);
  });

  test('a stroke that ends at its own side, as that of a P does, does not run over it', () => {
    const p = drawn('M-2 -13H10V3H2V13H-2ZM2 -9V-1H6V-9Z');
    const [{ x, y, part }] = stitch(p, { underlay: 'none' }, { entry: { x: 0, y: 14 } });
    const last = x.findLastIndex((px, i) => part[i] === Part.top && px < -1.5 && y[i] > -8);
    x.forEach(
      (px, i) => i > last + 1 && part[i] === Part.top && y[i] > -8 && expect(px).toBeGreaterThan(1.75),
    );
  });

  test('… nor where it is sewn from both sides to an end midway', () => {
    const p = drawn('M-2 -13H10V3H2V13H-2ZM2 -9V-1H6V-9Z');
    const [{ x, y, part }] = stitch(
      p,
      { underlay: 'none' },
      { start: { x: 0, y: 13 }, end: { x: 8, y: -8 } },
    );
    const last = x.findLastIndex((px, i) => part[i] === Part.top && px < -1.5 && y[i] > -8);
    x.forEach(
      (px, i) => i > last + 1 && part[i] === Part.top && y[i] > -8 && expect(px).toBeGreaterThan(1.75),
    );
  });

  test('a stem that stops for a bar goes on as if it had not', () => {
    for (const bar of [
      'M-2 -13H2V-2H12V2H2V13H-2Z',
      'M-2 -13H2V-3H12V1H2V13H-2Z',
      'M-2 -13H2V2H12V6H2V13H-2Z',
    ])
      for (const entry of [undefined, { x: 0, y: -15 }, { x: 0, y: 15 }]) {
        const [{ x, y, part }] = stitch(drawn(bar), { underlay: 'none' }, { entry });
        for (const edge of [-2.2, 2.2]) {
          const places = y.filter((_, i) => part[i] === Part.top && Math.abs(x[i] - edge) < 0.06);
          places.sort((a, b) => a - b);
          const gaps = places.slice(1).map((py, i) => py - places[i]);
          expect(Math.max(...gaps)).toBeLessThan(0.55);
        }
      }
  });

  test.each([
    ['from nowhere', undefined],
    ['from beside the stem', { x: -2, y: 0 }],
    ['from beside a slab', { x: -7, y: -10 }],
  ])(
    'a stem that is come to %s runs in under the slab that is sewn after it, and never on top of one that is there',
    (_, entry) => {
      const [thread] = stitch(
        drawn('M-6 -12H6V-9H1.5V9H6V12H-6V9H-1.5V-9H-6Z'),
        { underlay: 'none' },
        { entry },
      );
      const { x, y, part } = thread;
      // Slabs are sewn up and down: stitches along them, deep inside, are of the stem.
      for (const [from, to] of [
        [-10.5, -9.05],
        [9.05, 10.5],
      ]) {
        const inside = (test: (i: number) => boolean): number[] =>
          x.flatMap((_, i) => (i && part[i] === Part.top && test(i) ? [i] : []));
        const across = inside((i) => y[i] > from && y[i] < to && Math.abs(x[i] - x[i - 1]) > 1.5);
        const over = inside((i) => Math.abs(x[i]) < 1.2 && y[i] * from > 0 && Math.abs(y[i] - y[i - 1]) > 2);
        expect(over.length).toBeGreaterThan(5);
        expect(Math.max(-1, ...across)).toBeLessThan(over[0]);
      }
    },
  );

  test('a tip is sewn as a run, never with stitches too short', () => {
    const spike = drawn('M-25 0L25 -3V3Z');
    const [t] = stitch(spike);
    expect(Math.min(...lengthsOf(t))).toBeGreaterThanOrEqual(0.4 - 1e-6);
    expect(Math.min(...t.x)).toBeLessThan(-24);
  });

  test('narrower than 0.7 mm it is a bean run, and says so', () => {
    const sliver = drawn('M-20 -0.3H20V0.3H-20Z');
    const [t] = stitch(sliver);
    const runs = lengthsOf(t).filter((l) => l > 1.4).length;
    expect(runs / (t.x.length - 1)).toBeGreaterThan(0.9);
    const settings = completeSettings(satin, { kind: 'satin', settings: { sides: 'shape' } }, linen);
    expect(satin.remarks!({ outline: sliver, cloth: linen, settings })).toEqual(['satin-narrow']);
    expect(satin.remarks!({ outline: BAND, cloth: linen, settings })).toEqual([]);
    expect(satin.remarks!({ outline: drawn('M-20 -5H20V5H-20Z'), cloth: linen, settings })).toEqual([
      'satin-split',
    ]);
    expect(satin.chosen!({ outline: BAND, cloth: linen, settings })).toEqual({ underlay: 'edge' });
  });

  test('a delicate cloth has no stitch over 5 mm', () => {
    const silk = clothById('silk');
    const [t] = stitch(drawn('M-20 -3.2H20V3.2H-20Z'), {}, { cloth: silk });
    expect(Math.max(...lengthsOf(t))).toBeLessThanOrEqual(5.1);
  });

  test('any region, any settings: limits, inside, one thread a piece, the same again', () => {
    const ring = fc
      .tuple(
        fc.integer({ min: -100, max: 100 }),
        fc.integer({ min: -100, max: 100 }),
        fc.array(fc.integer({ min: 10, max: 180 }), { minLength: 3, maxLength: 12 }),
      )
      .map(([cx, cy, radii]) => ({
        closed: true,
        points: radii.map((r, i) => ({
          x: (cx + r * Math.cos((2 * Math.PI * i) / radii.length)) / 10,
          y: (cy + r * Math.sin((2 * Math.PI * i) / radii.length)) / 10,
        })),
      }));
    const settings = fc.record({
      spacing: fc.double({ min: 0.2, max: 1.5, noNaN: true }),
      compensation: fc.double({ min: 0, max: 1, noNaN: true }),
      underlay: fc.constantFrom('auto', 'none', 'centre', 'edge', 'edge-zigzag'),
      split: fc.constantFrom('staggered', 'even', 'random'),
    });
    const place = fc.option(
      fc.record({ x: fc.integer({ min: -20, max: 20 }), y: fc.integer({ min: -20, max: 20 }) }),
      { nil: undefined },
    );
    fc.assert(
      fc.property(
        fc.array(ring, { minLength: 1, maxLength: 3 }),
        settings,
        place,
        place,
        (paths, given, start, end) => {
          const outline: PlainOutline = { kind: 'path', paths };
          const pieces = outlineRegion(outline);
          const threads = stitch(outline, given, { start, end });
          expect(threads.length).toBeGreaterThanOrEqual(pieces.filter((p) => polygonArea(p) > 20).length);
          const grown = offsetRegion(pieces, given.compensation + 0.75);
          for (const t of threads) {
            for (const l of lengthsOf(t)) {
              expect(l).toBeGreaterThanOrEqual(0.4 - 1e-6);
              expect(l).toBeLessThanOrEqual(12.1);
            }
            for (let i = 0; i < t.x.length; i++) expect(insideRegion(grown, t.x[i], t.y[i])).toBe(true);
          }
          expect(stitch(outline, given, { start, end })).toEqual(threads);
        },
      ),
      { numRuns: 24, endOnFailure: true },
    );
  }, 60_000);
});

describe('between two edges', () => {
  const EDGES = drawn('M-20 -3H20M-20 3H20');

  test('stitches go from edge to edge', () => {
    const [t] = stitch(EDGES, { sides: 'edges', compensation: 0 });
    expect(covered(drawn('M-20 -3H20V3H-20Z'), [t])).toBeGreaterThan(0.995);
    expect(Math.max(...t.y)).toBeLessThanOrEqual(3.05);
  });

  test('rungs steer the angle', () => {
    const rung = {
      closed: false,
      points: [
        { x: -3, y: -4 },
        { x: 5, y: 4 },
      ],
    };
    const [t] = stitch(EDGES, { sides: 'edges', underlay: 'none' }, { guideLines: [rung] });
    const steep = lengthsOf(t).flatMap((l, i) => {
      const middle = (t.x[i] + t.x[i + 1]) / 2;
      return l > 5 && Math.abs(middle - 1) < 1
        ? [Math.abs((t.x[i + 1] - t.x[i]) / (t.y[i + 1] - t.y[i]))]
        : [];
    });
    const mean = steep.reduce((a, b) => a + b, 0) / steep.length;
    expect(mean).toBeGreaterThan(0.8);
    expect(mean).toBeLessThan(1.2);
  });

  test('a rung that keeps away, or crosses another, is passed over', () => {
    const away = {
      closed: false,
      points: [
        { x: 0, y: 30 },
        { x: 5, y: 40 },
      ],
    };
    const cross = [
      {
        closed: false,
        points: [
          { x: -5, y: -4 },
          { x: 5, y: 4 },
        ],
      },
      {
        closed: false,
        points: [
          { x: 5, y: -4 },
          { x: -5, y: 4 },
        ],
      },
    ];
    const plain = stitch(EDGES, { sides: 'edges' });
    expect(stitch(EDGES, { sides: 'edges' }, { guideLines: [away] })).toEqual(plain);
    expect(stitch(EDGES, { sides: 'edges' }, { guideLines: cross })).toEqual(
      stitch(EDGES, { sides: 'edges' }, { guideLines: cross.slice(0, 1) }),
    );
  });

  test('a single line can’t be one, and says so', () => {
    expect(stitch(drawn('M-20 0H20'), { sides: 'edges' })).toEqual([]);
    const settings = completeSettings(satin, { kind: 'satin', settings: { sides: 'edges' } }, linen);
    expect(satin.remarks!({ outline: drawn('M-20 0H20'), cloth: linen, settings })).toEqual(['two-lines']);
  });
});

describe('along a line', () => {
  const LINE = drawn('M-20 0H20');

  test('drawn widths swell and taper it', () => {
    const widths = [
      { at: 0, width: 0 },
      { at: 0.5, width: 6 },
      { at: 1, width: 0 },
    ];
    const [t] = stitch(LINE, { sides: 'line', underlay: 'none', compensation: 0 }, { widths });
    const at = (x: number): number =>
      Math.max(...t.y.filter((_, i) => Math.abs(t.x[i] - x) < 0.6).map((y) => 2 * Math.abs(y)));
    expect(at(0)).toBeCloseTo(6, 0);
    expect(at(-10)).toBeGreaterThan(2);
    expect(at(-10)).toBeLessThan(5);
    expect(at(-19.6)).toBeLessThan(1);
  });

  test('drawn widths of a closed line count from where it was drawn, wherever it is begun', () => {
    // Its sharpest corner, where a column begins, lies half way round.
    const drop = drawn('M0 -15C14 -15 12 4 0 22C-12 4 -14 -15 0 -15Z');
    const widths = [
      { at: 0, width: 6 },
      { at: 0.5, width: 2 },
      { at: 1, width: 6 },
    ];
    const [t] = stitch(drop, { sides: 'line', underlay: 'none', compensation: 0 }, { widths });
    expect(Math.min(...t.y)).toBeLessThan(-17.5);
  });

  test.each(['square', 'round', 'point'] as const)('%s ends', (ends) => {
    const [t] = stitch(LINE, { sides: 'line', width: 6, ends, underlay: 'none', compensation: 0 });
    const corner = Math.max(...t.y.filter((_, i) => t.x[i] > 19.3));
    if (ends === 'square') expect(corner).toBeGreaterThan(2.8);
    else expect(corner).toBeLessThan(2.2);
    expect(Math.max(...t.x)).toBeGreaterThan(19.5);
  });

  test('it ends where the thread goes on, and can come back to where it began', () => {
    const there = stitch(LINE, { sides: 'line' }, { entry: { x: -21, y: 0 }, toward: { x: 60, y: 0 } })[0];
    expect([there.x[0] < -18, there.x.at(-1)! > 18]).toEqual([true, true]);
    const back = stitch(LINE, { sides: 'line' }, { entry: { x: -21, y: 0 }, toward: { x: -60, y: 0 } })[0];
    expect([back.x[0] < -18, back.x.at(-1)! < -18]).toEqual([true, true]);
  });

  test('round corners sweep, mitred ones meet on the bisector', () => {
    const corner = drawn('M-15 15V-15H15');
    const reach = (corners: string): number => {
      const [t] = stitch(corner, { sides: 'line', width: 4, corners, underlay: 'none', compensation: 0 });
      return Math.max(...t.x.map((x, i) => -x - t.y[i]));
    };
    expect(reach('mitre')).toBeGreaterThan(33);
    expect(reach('round')).toBeLessThan(33);
  });
});

test('split points leave no part under 1.5 mm, nor over the limit', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 7.01, max: 30, noNaN: true }),
      fc.constantFrom('staggered' as const, 'even' as const, 'random' as const),
      fc.nat(1000),
      (width, rule, index) => {
        const cuts = [0, ...splitShares(width, 7, rule, index), 1];
        for (let i = 1; i < cuts.length; i++) {
          const part = (cuts[i] - cuts[i - 1]) * width;
          expect(part).toBeGreaterThanOrEqual(1.5);
          expect(part).toBeLessThanOrEqual(7 + 1e-9);
        }
      },
    ),
  );
});

test('short stitches: none where there is room, in steps where it is tight', () => {
  expect(shortenedBy(0.4, 0.9, 1, 3)).toBe(0);
  const steps = [0, 1, 2, 3, 4, 5, 6, 7].map((turn) => shortenedBy(0.4, 0.1, turn, 3));
  expect(new Set(steps.map((s) => Math.round(s * 5))).size).toBeGreaterThan(2);
  expect(Math.max(...steps)).toBeLessThanOrEqual(0.8);
  // Every second stitch would leave cloth at this edge: the others end just before it, 0.265 mm from their neighbours.
  expect(shortenedBy(0.4, 0.55, 0, 3)).toBe(0);
  expect(Math.hypot(3 * shortenedBy(0.4, 0.55, 1, 3), 0.4 * 0.55)).toBeCloseTo(0.265, 9);
});

test('a curve of widths meets its values and never overshoots', () => {
  const numbers = fc.array(fc.double({ min: 0, max: 20, noNaN: true }), { minLength: 2, maxLength: 8 });
  fc.assert(
    fc.property(numbers, fc.double({ min: -1, max: 9, noNaN: true }), (values, at) => {
      const curve = monotone(
        values.map((_, i) => i),
        values,
      );
      values.forEach((v, i) => expect(curve(i)).toBeCloseTo(v, 6));
      expect(curve(at)).toBeGreaterThanOrEqual(Math.min(...values) - 1e-9);
      expect(curve(at)).toBeLessThanOrEqual(Math.max(...values) + 1e-9);
    }),
  );
});
