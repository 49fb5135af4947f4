import fc from 'fast-check';
import { applyPatch } from 'rfc6902';
import { expect, test } from 'vitest';
import { group, object } from '../../test/draw.ts';
import { changesBetween } from './changes.ts';
import { blocksOf, emptyRecords, spliceBlocks } from './stitch-blocks.ts';
import { emptyDesign, type Design, type StitchesObject } from './types.ts';

/** The first document after its changes, as they arrive somewhere else. */
function arrived(before: object, after: object): unknown {
  const there = JSON.parse(JSON.stringify(before)) as object;
  const failed = applyPatch(there, JSON.parse(JSON.stringify(changesBetween(before, after))));
  expect(failed.filter(Boolean)).toEqual([]);
  return there;
}

const { tree } = fc.letrec<{ tree: unknown }>((tie) => ({
  tree: fc.oneof(
    { depthSize: 'small' },
    fc.oneof(fc.integer(), fc.string({ maxLength: 4 }), fc.constant(null), fc.boolean()),
    fc.array(tie('tree'), { maxLength: 5 }),
    fc.dictionary(fc.constantFrom('a', 'b', 'a/b', 'm~n', '', '0', 'c'), tie('tree'), { maxKeys: 4 }),
  ),
}));

test('whatever two documents are, the changes take one to the other', () => {
  const holder = fc.dictionary(fc.constantFrom('x', 'y', '~', '/'), tree);
  fc.assert(
    fc.property(holder, holder, (before, after) => {
      expect(arrived(before, after)).toEqual(JSON.parse(JSON.stringify(after)));
      expect(changesBetween(before, before)).toEqual([]);
    }),
    { numRuns: 300 },
  );
});

test('what is undefined is not there', () => {
  expect(arrived({ a: 1, b: undefined }, { a: undefined, b: 2 })).toEqual({ b: 2 });
});

const many: StitchesObject = {
  ...{ id: 's', name: 's', kind: 'stitches', visible: true, locked: false, thread: '222' },
  blocks: blocksOf(emptyRecords(200_000)),
};
const shape = (id: string) => object(id, { kind: 'ellipse', x: 0, y: 0, width: 9, height: 9, turn: 0 });
const start: Design = {
  ...emptyDesign('Large'),
  objects: [shape('a'), group('g', [many, shape('b')]), shape('c')],
};
const withStitches = (blocks: StitchesObject['blocks']): Design => ({
  ...start,
  objects: [start.objects[0], group('g', [{ ...many, blocks }, shape('b')]), start.objects[2]],
});

test('a needle point of 200,000 is a small change, and so is what is put in, taken out and moved', () => {
  const moved = withStitches(
    spliceBlocks(many.blocks, 90_000, 1, { ...emptyRecords(1), x: Int32Array.of(7) }).blocks,
  );
  for (const after of [
    moved,
    { ...start, objects: start.objects.toSpliced(1, 0, shape('new')) },
    { ...start, objects: start.objects.slice(1) },
    { ...start, name: 'Other', guides: [{ axis: 'x' as const, at: 3 }] },
  ]) {
    expect(JSON.stringify(changesBetween(start, after)).length).toBeLessThan(20_000);
    expect(JSON.stringify(arrived(start, after)).length).toBe(JSON.stringify(after).length);
    expect(arrived(start, after)).toEqual(JSON.parse(JSON.stringify(after)));
  }
});
