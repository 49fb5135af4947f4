import fc from 'fast-check';
import { group } from '../../test/draw.ts';
import { expect, test } from 'vitest';
import { DesignReceiver, DesignSender } from './parcel.ts';
import { everyItem, findItem } from './tree.ts';
import { emptyDesign, type Design, type Item } from './types.ts';

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
