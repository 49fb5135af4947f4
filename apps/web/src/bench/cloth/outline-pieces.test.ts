import { expect, test } from 'vitest';
import { outlinePaths, parsePathData, type DesignObject, type Item, type PlainOutline } from '@rosehip/core';
import { outlinePieces, type Piece } from './outline-pieces.ts';

type Plain = DesignObject<PlainOutline>;

/** `count` boxes beside each other, from x on, in mm. */
const boxes = (x: number, y: number, count: number): string =>
  Array.from({ length: count }, (_, k) => `M${x + 2 * k} ${y}h1v1h-1Z`).join('');

const objectOf = (data: string, more: Partial<Plain> = {}): Plain =>
  ({
    kind: 'object',
    id: data.slice(0, 9),
    outline: { kind: 'path', of: [], paths: parsePathData(data).paths },
    ...more,
  }) as unknown as Plain;

/** All that pieces draw, path by path. */
const drawn = (pieces: readonly Piece[]): string[] =>
  pieces
    .flatMap(({ data }) => data)
    .join('')
    .split(/(?=M)/)
    .filter(Boolean);
const count = (item: Plain): number => outlinePaths(item.outline).length;

test('all outlines are drawn, large ones in pieces, what is set aside in a group not', () => {
  const [small, large] = [objectOf(boxes(0, 0, 2)), objectOf(boxes(0, 5, 300))];
  const aside = objectOf(boxes(0, 9, 1), { unsewn: true });
  const group = { kind: 'group', objects: [small, aside] } as unknown as Item<PlainOutline>;
  expect(drawn(outlinePieces([small, large]))).toHaveLength(count(small) + count(large));
  expect(outlinePieces([small, large]).length).toBeGreaterThan(4);
  expect(outlinePieces([group])).toEqual(outlinePieces([small]));
  expect(outlinePieces([aside])).toHaveLength(1);
  expect(outlinePieces([])).toEqual([]);
});

test('where a letter comes into one line, the pieces of the others stay', () => {
  const words = (inFirst: number): Plain =>
    objectOf(boxes(0, 0, inFirst) + boxes(0, 3, 4), {
      letters: [
        { line: 0, first: 0, end: inFirst },
        { line: 1, first: inFirst, end: inFirst + 4 },
      ] as Plain['letters'],
    });
  const [before, after] = [3, 4].map((n) => outlinePieces([words(n)]));
  expect(before).toHaveLength(2);
  expect(after[1]).toEqual(before[1]);
  expect(drawn(after)).toHaveLength(8);
});

test('many small objects are few pieces, and what is much larger is none of theirs', () => {
  const many = Array.from({ length: 400 }, (_, k) => objectOf(boxes(3 * k, 0, 1)));
  const pieces = outlinePieces([...many, objectOf('M0 0h60v40h-60Z'), objectOf('M0 0h68v5h-68Z')]);
  expect(pieces.length).toBeLessThan(10);
  expect(drawn(pieces)).toHaveLength(402);
  expect([...new Set(pieces.map(({ size }) => size))].sort((a, b) => a - b)).toEqual([1, 64]);
});

test('all pieces of an object are told to be as large as it is, of words as a letter is on average', () => {
  const letters = [{ line: 0, first: 0, end: 300 }] as Plain['letters'];
  const words = objectOf(`${boxes(0, 0, 299)}M0 3h301v1h-301Z`, { letters });
  const pieces = outlinePieces([words]);
  expect(pieces.length).toBeGreaterThan(2);
  expect(pieces.map(({ size }) => size)).toEqual(pieces.map(() => 2));
});

test('an outline of very many points is drawn like any other', () => {
  const line = `M0 0${Array.from({ length: 199_000 }, (_, k) => `L${k % 70} ${k % 7}`).join('')}`;
  expect(outlinePieces([objectOf(line)])).toMatchObject([{ size: 64 }]);
});
