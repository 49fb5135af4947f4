import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { box, drawn } from '../../test/draw.ts';
import { blocksOf, decodeRecords, encodeRecords, RecordList, type Records } from '../design/stitch-blocks.ts';
import { rotation, translation } from '../geometry/matrix.ts';
import { arcLengths, nearestOnLine } from '../geometry/polyline.ts';
import { outlineRegion } from '../outlines/region.ts';
import { Move } from '../sewing/moves.ts';
import { Part } from '../stitches/thread.ts';
import { lengthCounts, marksAlong, marksByLength, pointAt, recordsInBox, stitchAt } from './find.ts';
import { stretchesOf } from '../design/stretches.ts';
import { markCount, markedRuns, placeOf, stitchLength, type MarkedRecords } from './marked.ts';
import {
  evenedOut,
  flattened,
  halved,
  joined,
  mapMarked,
  parted,
  smoothed,
  withoutMarked,
  withPoint,
} from './points.ts';
import {
  begunAt,
  closedUp,
  cutAt,
  cutByRegion,
  endsApart,
  joinedEnds,
  sideOfLine,
  takenOut,
  turnedRound,
} from './pieces.ts';
import { looseThreads, retied, tied } from './ties.ts';

/** Records from their text, with these numbers marked. */
const marked = (text: string, ...numbers: number[]): MarkedRecords => {
  const records = decodeRecords(text);
  return { records, marked: Uint8Array.from({ length: records.x.length }, (_, i) => +numbers.includes(i)) };
};
const places = ({ x, y }: Records): [number, number][] => Array.from(x, (v, i) => [v, y[i]]);
const text = (given: MarkedRecords): string => encodeRecords(given.records);
/** Length of all stitches, in mm. */
const sewnLength = (r: Records): number => r.x.reduce((sum, _, i) => sum + stitchLength(r, i), 0);

/** Any thread of stitches with cuts and jumps between, and any of it marked. */
const anyStitches = fc
  .array(
    fc.record({
      // Multiples of 20 lie on the corners and edges of what cuts.
      dx: fc.oneof(fc.integer({ min: -60, max: 60 }), fc.constantFrom(-20, 0, 20, 40)),
      dy: fc.oneof(fc.integer({ min: -60, max: 60 }), fc.constantFrom(-20, 0, 20, -40)),
      move: fc.constantFrom(0, 0, 0, 0, 0, 0, 1, 2),
      mark: fc.boolean(),
    }),
    { minLength: 3, maxLength: 60 },
  )
  .map((list): MarkedRecords => {
    const n = list.length;
    const records = {
      x: new Int32Array(n),
      y: new Int32Array(n),
      move: new Uint8Array(n),
      part: new Uint8Array(n),
    };
    list.forEach(({ dx, dy, move }, i) => {
      // A cut is where the needle is; a jump goes somewhere.
      const across = move === 1 && !dx && !dy ? 1 : dx;
      records.x[i] = (i && records.x[i - 1]) + (move === 2 ? 0 : across);
      records.y[i] = (i && records.y[i - 1]) + (move === 2 ? 0 : dy);
      records.move[i] = i ? move : Move.jump;
    });
    return { records, marked: Uint8Array.from(list, ({ mark }) => +mark) };
  });

describe('needle points', () => {
  const row = (...numbers: number[]) => marked('j0,0 20,0 20,8 20,-8 20,0 20,0', ...numbers);

  test('are moved, turned, put in and taken out', () => {
    expect(text(mapMarked(row(2), translation(0.1, -0.8)))).toBe('j0,0 20,0 21,0 19,0 20,0 20,0');
    expect(places(mapMarked(row(4, 5), rotation(90, { x: 6, y: 0 })).records).slice(4)).toEqual([
      [60, 20],
      [60, 40],
    ]);
    const more = withPoint(row(1), 2, { x: 3, y: 0.4 });
    expect([text(more), [...more.marked]]).toEqual([
      'j0,0 20,0 10,4 10,4 20,-8 20,0 20,0',
      [0, 0, 1, 0, 0, 0, 0],
    ]);
    expect(text(halved(row(1)))).toBe('j0,0 10,0 10,0 20,8 20,-8 20,0 20,0');
    expect(text(withoutMarked(row(2)))).toBe('j0,0 20,0 40,0 20,0 20,0');
  });

  test('are pulled straight: on to the line of their neighbours, or one that is drawn', () => {
    expect(text(flattened(row(2)))).toBe('j0,0 20,0 20,0 20,0 20,0 20,0');
    const own = flattened(row(1, 2, 3), [
      { x: 0, y: 1 },
      { x: 9, y: 1 },
    ]);
    expect(places(own.records).map(([, y]) => y)).toEqual([0, 10, 10, 10, 0, 0]);
    // Where the thread ends, its end stays.
    expect(text(flattened(row(0, 1, 2, 3, 4, 5)))).toBe('j0,0 20,0 20,0 20,0 20,0 20,0');
  });

  test('are smoothed and spread along their way', () => {
    const smooth = smoothed(row(2));
    expect(smooth.records.y[2]).toBe(1);
    const uneven = marked('j0,0 5,0 25,0 3,0 27,0', 1, 2, 3);
    expect(text(evenedOut(uneven))).toBe('j0,0 15,0 15,0 15,0 15,0');
  });

  test('long stitches are parted, short ones joined; a thread ends where it ended', () => {
    expect(text(parted(marked('j0,0 90,0 20,0', 1, 2), 4))).toBe('j0,0 30,0 30,0 30,0 20,0');
    expect(text(joined(marked('j0,0 2,0 20,0 2,0 20,0 2,0', 1, 2, 3, 4, 5), 0.4))).toBe('j0,0 22,0 24,0');
    expect(text(joined(marked('j0,0 20,0 20,0 2,0', 3), 0.4))).toBe('j0,0 20,0 22,0');
    expect(text(joined(marked('j0,0 2,0 20,0'), 0.4))).toBe('j0,0 2,0 20,0'); // not marked
  });

  test('whatever is marked: ways of mending keep the number of points that they don’t change, and what is not marked', () => {
    fc.assert(
      fc.property(anyStitches, (given) => {
        for (const change of [flattened, smoothed, evenedOut]) {
          const after = change(given);
          expect(after.records.x).toHaveLength(given.records.x.length);
          expect([...after.records.move]).toEqual([...given.records.move]);
          for (let i = 0; i < given.marked.length; i++)
            if (!given.marked[i]) expect(places(after.records)[i]).toEqual(places(given.records)[i]);
        }
        const kept = withoutMarked(given);
        expect(kept.records.x.length).toBe(given.records.x.length - markCount(given.marked));
        const all = { ...given, marked: given.marked.map(() => 1) };
        for (let i = 1; i < parted(all, 2).records.x.length; i++)
          expect(stitchLength(parted(all, 2).records, i)).toBeLessThan(2.15);
        expect(markedRuns(given).every(([a, b]) => a <= b)).toBe(true);
      }),
    );
  });
});

describe('pieces', () => {
  const zigzag = 'j0,0 20,20 20,-20 20,20 20,-20';

  test('are cut off at a point, taken out, and closed up', () => {
    const [before, after] = cutAt(decodeRecords(zigzag), 2);
    expect([encodeRecords(before), encodeRecords(after)]).toEqual([
      'j0,0 20,20 20,-20',
      'j40,0 20,20 20,-20',
    ]);
    const { taken, left } = takenOut(marked(zigzag, 1, 2, 3));
    expect(encodeRecords(taken)).toBe('j20,20 20,-20 20,20');
    expect(encodeRecords(left)).toBe('j0,0 20,20 t0,0 j40,0 20,-20');
    // Near enough, what stays goes on; else it is cut.
    expect(text(closedUp(marked('j0,0 20,0 2,30 2,-30 20,0', 2)))).toBe('j0,0 20,0 4,0 20,0');
    expect(text(closedUp(marked('j0,0 20,0 40,5 40,-5 20,0', 2)))).toBe('j0,0 20,0 t0,0 j80,0 20,0');
  });

  test('a shape parts stitches at its edge; both parts together are what was there', () => {
    const { inside, outside } = cutByRegion(
      decodeRecords('j-100,0 200,0'),
      outlineRegion(box(0, 0, 10, 10)),
    )!;
    expect([encodeRecords(inside), encodeRecords(outside)]).toEqual([
      'j-50,0 100,0',
      'j-100,0 50,0 t0,0 j100,0 50,0',
    ]);
    fc.assert(
      fc.property(anyStitches, ({ records }) => {
        const cut = cutByRegion(records, outlineRegion(box(0, 0, 4, 4)))!;
        // What lies inside is inside, and what lies outside is not: edges and corners are needle points, too.
        for (const [part, within] of [
          [cut.inside, true],
          [cut.outside, false],
        ] as const)
          for (let i = 1; i < part.x.length; i++) {
            if (part.move[i] !== Move.stitch) continue;
            const [mx, my] = [(part.x[i] + part.x[i - 1]) / 2, (part.y[i] + part.y[i - 1]) / 2];
            const depth = 20 - Math.max(Math.abs(mx), Math.abs(my));
            if (Math.abs(depth) > 1) expect(depth > 0).toBe(within);
          }
        const both = sewnLength(cut.inside) + sewnLength(cut.outside);
        expect(both).toBeCloseTo(sewnLength(records), -0.5);
        for (const { from, to } of stretchesOf(cut.inside))
          for (let i = from; i <= to; i++)
            expect(Math.max(Math.abs(cut.inside.x[i]), Math.abs(cut.inside.y[i]))).toBeLessThanOrEqual(21);
      }),
    );
  });

  test('a shape of thousands of corners parts thousands of stitches, but not into shreds', () => {
    const comb = drawn(
      `M-60 -50${Array.from({ length: 3000 }, (_, i) => `L${-60 + i * 0.04} ${i % 2 ? 20 : -20}`).join('')}L60 -50Z`,
    );
    const region = outlineRegion(comb);
    /** Rows of stitches of so many tenths of a millimetre, across the teeth. */
    const rows = (length: number): Records => {
      const list = new RecordList();
      for (let i = 0; i < 6000; i++)
        list.add((i % 2) * length, -300 + Math.floor(i / 8), i ? Move.stitch : Move.jump);
      return list.done();
    };
    const { inside, outside } = cutByRegion(rows(2), region)!;
    expect(sewnLength(inside)).toBeGreaterThan(100);
    expect(sewnLength(outside)).toBeGreaterThan(100);
    expect(cutByRegion(rows(600), region)).toBeNull();
  });

  test('a line parts its left from its right', () => {
    const bounds = { minX: -10, minY: -10, maxX: 10, maxY: 10 };
    const line = [
      { x: 0, y: 5 },
      { x: 0, y: -5 },
    ];
    const { inside, outside } = cutByRegion(decodeRecords('j-100,0 200,0'), sideOfLine(line, bounds))!;
    expect([encodeRecords(inside), encodeRecords(outside)]).toEqual(['j-100,0 100,0', 'j0,0 100,0']);
  });

  test('turned round, the same stitches lie there; twice is once', () => {
    fc.assert(
      fc.property(anyStitches, ({ records }) => {
        const round = turnedRound(records);
        expect(sewnLength(round)).toBeCloseTo(sewnLength(records), 6);
        expect(stretchesOf(round)).toHaveLength(stretchesOf(records).length);
        expect(encodeRecords(turnedRound(turnedRound(round)))).toBe(encodeRecords(round));
      }),
    );
    expect(encodeRecords(turnedRound(decodeRecords('j0,0 10,0 u10,0 t0,0 j10,5 10,0')))).toBe(
      'j40,5 -10,0 t0,0 j-10,-5 u-10,0 -10,0',
    );
  });

  test('a closed line begins elsewhere; an open one stays', () => {
    const square = decodeRecords('j0,0 30,0 0,30 -30,0 0,-30');
    expect(encodeRecords(begunAt(square, 2))).toBe('j30,30 -30,0 0,-30 30,0 0,30');
    expect(begunAt(decodeRecords(zigzag), 2)).toEqual(decodeRecords(zigzag));
  });

  test('two ends are joined by a stitch, or by bringing the second one there', () => {
    const [a, b] = [decodeRecords('j0,0 20,0'), decodeRecords('j40,30 20,0')];
    expect(encodeRecords(joinedEnds(a, b, 'stitch'))).toBe('j0,0 20,0 20,30 20,0');
    expect(encodeRecords(joinedEnds(a, b, 'move'))).toBe('j0,0 20,0 20,0');
    expect(encodeRecords(joinedEnds(a, decodeRecords('j20,0 5,5'), 'stitch'))).toBe('j0,0 20,0 5,5');
    expect(endsApart(a, b)).toBeCloseTo(3.6, 1);
  });
});

describe('ties', () => {
  test('are put where a thread has none, once, and made anew', () => {
    const loose = decodeRecords('j0,0 30,0 30,0 30,0 t0,0 j50,0 30,0 30,0');
    expect(looseThreads(loose)).toHaveLength(2);
    const fast = tied(loose);
    expect(looseThreads(fast)).toEqual([]);
    expect(encodeRecords(tied(fast))).toBe(encodeRecords(fast));
    expect(fast.part.filter((p) => p === Part.tie).length).toBeGreaterThan(6);
    expect(encodeRecords(retied(fast))).toBe(encodeRecords(fast));
  });
});

describe('looking for stitches', () => {
  const blocks = blocksOf(decodeRecords('j0,0 100,0 0,50 -100,0 t0,0 j0,100 3,0'));

  test('by place: the nearest point, and the nearest stitch', () => {
    expect(pointAt(blocks, { x: 9.8, y: 0.1 }, 0.5)).toBe(1);
    expect(pointAt(blocks, { x: 5, y: 0 }, 0.5)).toBe(-1);
    expect(stitchAt(blocks, { x: 5, y: 0.2 }, 0.5)).toBe(1);
    expect(stitchAt(blocks, { x: 0, y: 9 }, 0.5)).toBe(-1); // a jump is no stitch
    expect(recordsInBox(blocks, { minX: -1, minY: 4, maxX: 11, maxY: 6 }).sort()).toEqual([2, 3, 4]);
  });

  test('along a way: what the rubber touches, besides what is marked', () => {
    const own = blocksOf(decodeRecords('j0,0 20,0 20,0 20,0'));
    const marks = marksAlong(own, Uint8Array.of(1, 0, 0, 0), { x: 1, y: -3 }, { x: 5, y: 3 }, 1);
    expect([...marks]).toEqual([1, 1, 1, 0]);
    // As slowly as everything asked for itself.
    fc.assert(
      fc.property(
        anyStitches,
        fc.tuple(fc.nat(8), fc.nat(8), fc.nat(8), fc.nat(8)),
        ({ records }, [ax, ay, bx, by]) => {
          const found = marksAlong(
            blocksOf(records),
            new Uint8Array(records.x.length),
            { x: ax, y: ay },
            { x: bx, y: by },
            2,
          );
          const line = { coords: Float64Array.of(ax, ay, bx, by), closed: false };
          const lengths = arcLengths(line);
          for (let i = 0; i < found.length; i++) {
            const { distance } = nearestOnLine(line, lengths, placeOf(records, i));
            if (Math.abs(distance - 2) > 1e-9) expect(found[i]).toBe(+(distance < 2));
          }
        },
      ),
    );
  });

  test('by length', () => {
    const records = decodeRecords('j0,0 100,0 0,50 3,0 2,0');
    expect([...marksByLength(records, 0, 0.4)]).toEqual([0, 0, 0, 1, 1]);
    const counts = lengthCounts(records);
    expect([counts[2], counts[3], counts[50], counts[100]]).toEqual([1, 1, 1, 1]);
  });
});
