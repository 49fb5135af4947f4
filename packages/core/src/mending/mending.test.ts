import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { box } from '../../test/draw.ts';
import { blocksOf, decodeRecords, encodeRecords, type Records } from '../design/stitch-blocks.ts';
import { rotation, translation } from '../geometry/matrix.ts';
import { outlineRegion } from '../outlines/region.ts';
import { Move } from '../sewing/plan.ts';
import { Part } from '../stitches/thread.ts';
import { lengthCounts, marksByLength, pointAt, recordsInBox, stitchAt } from './find.ts';
import { markCount, markedRuns, stitchLength, stretchesOf, type MarkedRecords } from './marked.ts';
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
  joinedEnds,
  rubbed,
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
      dx: fc.integer({ min: -60, max: 60 }),
      dy: fc.integer({ min: -60, max: 60 }),
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
      // A cut is where the needle is.
      records.x[i] = (i && records.x[i - 1]) + (move === 2 ? 0 : dx);
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
    const { inside, outside } = cutByRegion(decodeRecords('j-100,0 200,0'), outlineRegion(box(0, 0, 10, 10)));
    expect([encodeRecords(inside), encodeRecords(outside)]).toEqual([
      'j-50,0 100,0',
      'j-100,0 50,0 t0,0 j100,0 50,0',
    ]);
    fc.assert(
      fc.property(anyStitches, ({ records }) => {
        const cut = cutByRegion(records, outlineRegion(box(0, 0, 4, 4)));
        const both = sewnLength(cut.inside) + sewnLength(cut.outside);
        expect(both).toBeCloseTo(sewnLength(records), -0.5);
        for (const { from, to } of stretchesOf(cut.inside))
          for (let i = from; i <= to; i++)
            expect(Math.max(Math.abs(cut.inside.x[i]), Math.abs(cut.inside.y[i]))).toBeLessThanOrEqual(21);
      }),
    );
  });

  test('a line parts its left from its right', () => {
    const bounds = { minX: -10, minY: -10, maxX: 10, maxY: 10 };
    const line = [
      { x: 0, y: 5 },
      { x: 0, y: -5 },
    ];
    const { inside, outside } = cutByRegion(decodeRecords('j-100,0 200,0'), sideOfLine(line, bounds));
    expect([encodeRecords(inside), encodeRecords(outside)]).toEqual(['j-100,0 100,0', 'j0,0 100,0']);
  });

  test('the rubber marks what it touches on its way', () => {
    const way = [
      { x: 1, y: -3 },
      { x: 5, y: 3 },
    ];
    expect([...rubbed(marked('j0,0 20,0 20,0 20,0', 0), way, 1).marked]).toEqual([1, 1, 1, 0]);
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
    expect(encodeRecords(joinedEnds(a, b, 'stitch').records)).toBe('j0,0 20,0 20,30 20,0');
    expect(encodeRecords(joinedEnds(a, b, 'move').records)).toBe('j0,0 20,0 20,0');
    expect(joinedEnds(a, b, 'move').apart).toBeCloseTo(3.6, 1);
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

  test('by length', () => {
    const records = decodeRecords('j0,0 100,0 0,50 3,0 2,0');
    expect([...marksByLength(records, 0, 0.4)]).toEqual([0, 0, 0, 1, 1]);
    const counts = lengthCounts(records);
    expect([counts[2], counts[3], counts[50], counts[100]]).toEqual([1, 1, 1, 1]);
  });
});
