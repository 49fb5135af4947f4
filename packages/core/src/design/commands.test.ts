import fc from 'fast-check';
import { group } from '../../test/draw.ts';
import { expect, test } from 'vitest';
import { applyCommand, CommandError, type Command } from './commands.ts';
import { everyItem } from './tree.ts';
import { emptyDesign, type Design, type Item } from './types.ts';

const leaf = (id: string): Item => ({
  id,
  name: id,
  kind: 'object',
  visible: true,
  locked: false,
  outline: { kind: 'ellipse', x: 0, y: 0, width: 1, height: 1, turn: 0 },
  recipe: { kind: 'run', settings: {} },
  thread: '222',
});
const start: Design = {
  ...emptyDesign('Test'),
  objects: [leaf('a'), group('g', [leaf('b'), leaf('c')]), leaf('d')],
};

const command: fc.Arbitrary<Command> = fc.oneof(
  fc.record({
    do: fc.constant('insert' as const),
    label: fc.constant('x'),
    item: fc.integer({ min: 0, max: 1e6 }).map((n) => leaf(`n${n}`)),
    parent: fc.constantFrom(null, 'g'),
    index: fc.integer({ min: 0, max: 2 }),
  }),
  fc.record({
    do: fc.constant('remove' as const),
    label: fc.constant('x'),
    id: fc.constantFrom('a', 'b', 'c', 'd', 'g'),
  }),
  fc.record({
    do: fc.constant('move' as const),
    label: fc.constant('x'),
    id: fc.constantFrom('a', 'b', 'c', 'd', 'g'),
    parent: fc.constantFrom(null, 'g'),
    index: fc.integer({ min: 0, max: 2 }),
  }),
  fc.record({
    do: fc.constant('replace' as const),
    label: fc.constant('x'),
    item: fc.constantFrom('a', 'b', 'd').map((id) => ({ ...leaf(id), name: 'renamed' })),
  }),
  fc.record({
    do: fc.constant('set-design' as const),
    label: fc.constant('x'),
    changes: fc.record({ name: fc.string() }),
  }),
  fc.record({
    do: fc.constant('become' as const),
    label: fc.constant('x'),
    design: fc.constantFrom(start, emptyDesign('Before')),
  }),
);

test('any commands, taken back, give the same design; done again, the same result', () => {
  fc.assert(
    fc.property(fc.array(command, { maxLength: 12 }), (commands) => {
      let design = start;
      const inverses: Command[] = [];
      for (const c of commands) {
        try {
          const applied = applyCommand(design, c);
          design = applied.design;
          inverses.unshift(applied.inverse);
        } catch (error) {
          expect(error).toBeInstanceOf(CommandError);
        }
      }
      const all: Command = { do: 'batch', label: 'all', commands: inverses };
      const back = applyCommand(design, all);
      expect(back.design).toEqual(start);
      expect(applyCommand(back.design, back.inverse).design).toEqual(design);
    }),
  );
});

test('what does not change is shared', () => {
  const { design } = applyCommand(start, { do: 'replace', label: 'x', item: { ...leaf('a'), name: 'new' } });
  expect(design.objects[1]).toBe(start.objects[1]);
  expect(design.objects[2]).toBe(start.objects[2]);
});

test('unknown objects and groups in themselves are refused', () => {
  expect(() => applyCommand(start, { do: 'remove', label: 'x', id: 'nobody' })).toThrow(
    'There is no object nobody',
  );
  expect(() => applyCommand(start, { do: 'move', label: 'x', id: 'g', parent: 'g', index: 0 })).toThrow(
    'into itself',
  );
  expect(() =>
    applyCommand(start, { do: 'insert', label: 'x', item: leaf('n'), parent: 'a', index: 0 }),
  ).toThrow('Only a group');
  expect([...everyItem(start.objects)].map((i) => i.id)).toEqual(['a', 'g', 'b', 'c', 'd']);
});
