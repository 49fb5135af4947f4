import fc from 'fast-check';
import { group } from '../../test/draw.ts';
import { expect, test } from 'vitest';
import { DesignReceiver, DesignSender } from './parcel.ts';
import { blocksOf, emptyRecords, spliceBlocks } from './stitch-blocks.ts';
import { everyItem, findItem } from './tree.ts';
import { emptyDesign, type Design, type Item, type StitchesObject } from './types.ts';

const leaf = (id: string, name = id): Item => ({
  ...{ id, name, kind: 'object', visible: true, locked: false, thread: '222' },
  outline: { kind: 'ellipse', x: 0, y: 0, width: 9, height: 9, turn: 0 },
  recipe: { kind: 'fill', settings: {} },
});
const start: Design = {
  ...emptyDesign('Test'),
  objects: [leaf('a'), group('g', [leaf('b'), group('h', [leaf('c')])]), leaf('d')],
};

const renamed = (items: Item[], id: string, name: string): Item[] =>
  items.map((item) => {
    if (item.id === id) return { ...item, name };
    if (item.kind !== 'group') return item;
    const objects = renamed(item.objects, id, name);
    return objects.every((o, i) => o === item.objects[i]) ? item : { ...item, objects };
  });

/** As a worker is sent it. */
const sent = <T>(value: T): T => structuredClone(value);

test('every design arrives as it is; what did not change is the very same as before', () => {
  const step = fc.oneof(
    fc.record({ rename: fc.constantFrom('a', 'b', 'c', 'd', 'g', 'h'), to: fc.string({ maxLength: 3 }) }),
    fc.record({ remove: fc.constantFrom('a', 'd', 'g') }),
    fc.record({ back: fc.nat(200) }),
  );
  fc.assert(
    fc.property(fc.array(step, { maxLength: 150 }), (steps) => {
      const sender = new DesignSender();
      const receiver = new DesignReceiver();
      const past = [start];
      let before: { here: Design; there: Design } | null = null;
      for (const s of [null, ...steps]) {
        const last = past.at(-1)!;
        const here: Design =
          s === null
            ? start
            : 'rename' in s
              ? { ...last, objects: renamed(last.objects, s.rename, s.to) }
              : 'remove' in s
                ? { ...last, objects: last.objects.filter((o) => o.id !== s.remove) }
                : past[Math.max(0, past.length - 1 - s.back)];
        past.push(here);
        const there = receiver.open(sent(sender.pack(here)));
        expect(there).toEqual(here);
        if (before)
          for (const item of everyItem(here.objects))
            if (findItem(before.here, item.id) === item)
              expect(findItem(there, item.id)).toBe(findItem(before.there, item.id));
        before = { here, there };
      }
    }),
  );
});

test('an outline is sent once, and is the very same there after its recipe or its thread has changed', () => {
  const sender = new DesignSender();
  const receiver = new DesignReceiver();
  const outlineOf = (design: Design): unknown => {
    const [first] = design.objects;
    return first.kind === 'object' && first.outline;
  };
  const [first] = start.objects;
  const before = receiver.open(sent(sender.pack(start)));
  const changed: Design = { ...start, objects: [{ ...first, thread: '101' } as Item] };
  const parcel = sent(sender.pack(changed));
  expect(JSON.stringify(parcel)).not.toContain('ellipse');
  const there = receiver.open(parcel);
  expect(there).toEqual(changed);
  expect(outlineOf(there)).toBe(outlineOf(before));
});

test('a small change is a small parcel', () => {
  const sender = new DesignSender();
  const many: Design = { ...start, objects: Array.from({ length: 400 }, (_, k) => leaf(`o${k}`)) };
  const whole = JSON.stringify(sender.pack(many)).length;
  const one = JSON.stringify(sender.pack({ ...many, objects: renamed(many.objects, 'o7', 'Leaf') })).length;
  expect(one).toBeLessThan(whole / 20);
});

test('what was not sent for long is sent again', () => {
  const sender = new DesignSender();
  const receiver = new DesignReceiver();
  const only = (id: string): Design => ({ ...start, objects: [leaf(id)] });
  const first = only('first');
  receiver.open(sent(sender.pack(first)));
  for (let k = 0; k < 200; k++) receiver.open(sent(sender.pack(only(`o${k}`))));
  expect(receiver.open(sent(sender.pack(first)))).toEqual(first);
});

test('letters that a design carries are sent once, and are there all the same', () => {
  const sender = new DesignSender();
  const receiver = new DesignReceiver();
  const fonts = [{ id: 'own-1', name: 'Moor', unitsPerEm: 1000, glyphs: [], runs: [] }];
  const carrying: Design = { ...start, fonts };
  const [first, second] = [carrying, { ...carrying, name: 'Other' }].map((design) =>
    sent(sender.pack(design)),
  );
  expect(first.design.fonts).toEqual(fonts);
  expect(second.design).not.toHaveProperty('fonts');
  const [here, there] = [receiver.open(first), receiver.open(second)];
  expect(there.fonts).toBe(here.fonts);
  // Others take their place, and none are none.
  const others = [{ ...fonts[0], id: 'own-2' }];
  expect(receiver.open(sent(sender.pack({ ...start, fonts: others }))).fonts).toEqual(others);
  expect(receiver.open(sent(sender.pack(start))).fonts).toBeUndefined();
  expect(receiver.open(sent(sender.pack(carrying))).fonts).toEqual(fonts);
});

test('of stitches only blocks that changed are sent', () => {
  const sender = new DesignSender();
  const receiver = new DesignReceiver();
  const records = emptyRecords(50_000);
  for (let i = 0; i < 50_000; i++) records.x[i] = (i * 7) % 400;
  const many: StitchesObject = {
    ...{ id: 's', name: 's', kind: 'stitches', visible: true, locked: false, thread: '222' },
    blocks: blocksOf(records),
  };
  let here: Design = { ...start, objects: [...start.objects, many] };
  let there = receiver.open(sent(sender.pack(here)));
  for (const [from, remove] of [
    [20_000, 1],
    [3, 40],
    [49_000, 700],
  ]) {
    const item = findItem(here, 's') as StitchesObject;
    const { blocks } = spliceBlocks(item.blocks, from, remove, emptyRecords(2));
    const before = findItem(there, 's') as StitchesObject;
    here = { ...here, objects: [...start.objects, { ...item, blocks }] };
    const parcel = sent(sender.pack(here));
    expect(JSON.stringify(parcel).length).toBeLessThan(20_000);
    there = receiver.open(parcel);
    expect(there).toEqual(here);
    const after = findItem(there, 's') as StitchesObject;
    expect(after.blocks.filter((block) => !before.blocks.includes(block)).length).toBeLessThan(3);
  }
});
