import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  allRecords,
  blockRecords,
  blocksOf,
  decodeRecords,
  differenceOf,
  encodeRecords,
  joinRecords,
  recordCount,
  recordsBetween,
  RECORDS_PATTERN,
  spliceBlocks,
  type Records,
} from './stitch-blocks.ts';

const RECORD = fc.record({
  x: fc.integer({ min: -50_000, max: 50_000 }),
  y: fc.integer({ min: -50_000, max: 50_000 }),
  move: fc.nat(2),
  part: fc.nat(3),
});
const records = (list: readonly { x: number; y: number; move: number; part: number }[]): Records => ({
  x: Int32Array.from(list, (r) => r.x),
  y: Int32Array.from(list, (r) => r.y),
  move: Uint8Array.from(list, (r) => r.move),
  part: Uint8Array.from(list, (r) => r.part),
});
const some = (most: number, least = 0) =>
  fc.array(RECORD, { maxLength: most, minLength: least, size: 'max' }).map(records);
/** A row of so many records. */
const row = (length: number): Records =>
  records(Array.from({ length }, (_, i) => ({ x: i, y: (7 * i) % 11, move: 0, part: 0 })));

/** Compared as text: typed arrays of thousands take the test's own comparison long. */
const expectSame = (a: Records, b: Records): void => expect(encodeRecords(a) === encodeRecords(b)).toBe(true);

test('the text of records is read as they were, and is what the document’s schema asks for', () => {
  fc.assert(
    fc.property(some(40, 1), (given) => {
      const text = encodeRecords(given);
      expect(text).toMatch(new RegExp(RECORDS_PATTERN));
      expect(decodeRecords(text)).toEqual(given);
    }),
  );
  expect(encodeRecords(decodeRecords('j-120,40 k3,0 12,-4 t0,0 ju5,5'))).toBe(
    'j-120,40 k3,0 12,-4 t0,0 ju5,5',
  );
  expect(decodeRecords('')).toEqual(row(0));
});

test('blocks hold what they were made of, and read their text as it is', () => {
  for (const n of [0, 1, 1023, 1536, 1537, 5000]) {
    const blocks = blocksOf(row(n));
    expect(recordCount(blocks)).toBe(n);
    expect(allRecords(blocks)).toEqual(row(n));
    // As they come out of a file, or to a worker.
    const sent = structuredClone(blocks);
    expect(allRecords(sent)).toEqual(row(n));
    expect(JSON.stringify(sent)).toBe(JSON.stringify(blocks));
  }
});

test('any stretch is replaced, and put back; only blocks that it touches are new', () => {
  fc.assert(
    fc.property(
      fc.nat(6000),
      fc.array(fc.tuple(fc.nat(6000), fc.oneof(fc.nat(5), fc.nat(3000)), some(12)), {
        minLength: 1,
        maxLength: 6,
      }),
      (length, edits) => {
        let blocks = blocksOf(row(length));
        let plain = row(length);
        for (const [at, much, insert] of edits) {
          const from = Math.min(at, plain.x.length);
          const remove = Math.min(much, plain.x.length - from);
          const done = spliceBlocks(blocks, from, remove, insert);
          expectSame(done.removed, recordsBetween(plain, from, from + remove));
          const back = spliceBlocks(done.blocks, from, insert.x.length, done.removed);
          expectSame(allRecords(back.blocks), plain);
          plain = joinRecords([
            recordsBetween(plain, 0, from),
            insert,
            recordsBetween(plain, from + remove, plain.x.length),
          ]);
          expectSame(allRecords(done.blocks), plain);
          for (const block of done.blocks) expect(blockRecords(block).x.length).toBeLessThanOrEqual(2048);
          blocks = done.blocks;
        }
      },
    ),
    { numRuns: 40 },
  );
  const blocks = blocksOf(row(200_000));
  const moved = spliceBlocks(blocks, 100_000, 1, row(1)).blocks;
  expect(moved.filter((block) => !blocks.includes(block))).toHaveLength(1);
  expect(() => spliceBlocks(blocks, 200_000, 1, row(0))).toThrow(RangeError);
});

test('taking out little by little leaves no crumbs', () => {
  let blocks = blocksOf(row(20_000));
  for (let i = 0; i < 180; i++)
    blocks = spliceBlocks(blocks, (i * 7919) % (recordCount(blocks) - 110), 110, row(0)).blocks;
  expect(recordCount(blocks)).toBe(200);
  expect(blocks.length).toBeLessThan(3);
});

test('the difference of two rows is the least stretch that tells them apart', () => {
  fc.assert(
    fc.property(some(30), some(30), some(5), some(5), (head, tail, before, after) => {
      const [a, b] = [joinRecords([head, before, tail]), joinRecords([head, after, tail])];
      const { from, remove, insert } = differenceOf(a, b);
      const back = joinRecords([
        recordsBetween(a, 0, from),
        insert,
        recordsBetween(a, from + remove, a.x.length),
      ]);
      expect(back).toEqual(b);
      expect(insert.x.length).toBeLessThanOrEqual(after.x.length);
      expect(remove).toBeLessThanOrEqual(before.x.length);
    }),
  );
});
