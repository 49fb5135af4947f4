import { nextTick, shallowRef } from 'vue';
import { describe, expect, test } from 'vitest';
import { emptyDesign, JobError, removeJob, type Command, type Design, type Item } from '@rosehip/core';
import { useSelection } from './selection.ts';
import { useSteps } from './steps.ts';

const dot = (id: string): Item => ({
  id,
  name: id,
  kind: 'object',
  visible: true,
  locked: false,
  outline: { kind: 'ellipse', x: 0, y: 0, width: 5, height: 5, turn: 0 },
  recipe: { kind: 'fill', settings: {} },
  thread: '222',
});
const group = (id: string, ...objects: Item[]): Item => ({
  id,
  name: id,
  kind: 'group',
  visible: true,
  locked: false,
  objects,
});
const start = (): Design => ({
  ...emptyDesign('Steps'),
  objects: [group('g', dot('a'), dot('b')), dot('c')],
});
const moved = (id: string, x: number): Command => ({
  do: 'replace',
  label: `Move ${id}`,
  item: { ...dot(id), outline: { kind: 'ellipse', x, y: 0, width: 5, height: 5, turn: 0 } } as Item,
});

describe('steps', () => {
  function made() {
    const committed = shallowRef<Design | null>(start());
    const said: string[] = [];
    const { now, again, selection } = useSelection(committed, committed);
    const labels: string[] = [];
    const steps = useSteps(
      committed,
      (next, label) => {
        committed.value = next;
        labels.push(label);
      },
      (sentence) => said.push(sentence),
      { now, again },
    );
    return { committed, said, labels, steps, selection };
  }

  test('are taken back and done again, to exactly what was there', () => {
    const { committed, said, labels, steps } = made();
    const seen = [committed.value!];
    for (const [id, x] of [
      ['a', 3],
      ['c', 7],
      ['a', 9],
    ] as const) {
      expect(steps.run(moved(id, x))).toBe(true);
      seen.push(committed.value!);
    }
    for (let k = 2; k >= 0; k--) {
      steps.undo();
      expect(committed.value).toEqual(seen[k]);
    }
    steps.undo(); // nothing is left to take back
    expect(committed.value).toEqual(seen[0]);
    for (let k = 1; k <= 3; k++) {
      steps.redo();
      expect(committed.value).toEqual(seen[k]);
    }
    expect(said.slice(0, 1)).toEqual(['Undone: Move a']);
    expect(labels.slice(0, 4)).toEqual(['Move a', 'Move c', 'Move a', 'Undone: Move a']);
  });

  test('go where the hand was: what was selected is selected again', () => {
    const { steps, selection } = made();
    selection.value = ['a'];
    steps.run(moved('a', 3));
    selection.value = ['c'];
    steps.does((design) => removeJob(design, ['c']));
    selection.value = [];
    for (const seen of [['c'], ['a']]) {
      steps.undo();
      expect(selection.value).toEqual(seen);
    }
    for (const seen of [['c'], []]) {
      steps.redo();
      expect(selection.value).toEqual(seen);
    }
  });

  test('a new step forgets what could have been done again', () => {
    const { steps } = made();
    steps.run(moved('a', 3));
    steps.undo();
    expect(steps.redoSteps.value).toHaveLength(1);
    steps.run(moved('c', 1));
    expect(steps.redoSteps.value).toEqual([]);
  });

  test('what can’t be done changes nothing and says why', () => {
    const { committed, said, steps } = made();
    const before = committed.value;
    expect(steps.run(moved('gone', 1))).toBe(false);
    const refuses = (): never => {
      throw new JobError('Select two shapes.');
    };
    expect(steps.does(refuses)).toBeNull();
    expect(said).toHaveLength(2);
    expect(said[1]).toBe('Select two shapes.');
    expect(committed.value).toBe(before);
    expect(steps.undoSteps.value).toEqual([]);
    // Anything else is a fault, not an answer.
    expect(() =>
      steps.does(() => {
        throw new TypeError('broken');
      }),
    ).toThrow('broken');
  });

  test('a job gives what comes of it', () => {
    const { committed, steps } = made();
    expect(steps.does((design) => removeJob(design, ['c']))).toEqual([]);
    expect(committed.value!.objects.map(({ id }) => id)).toEqual(['g']);
  });
});

describe('the selection', () => {
  test('is told as it is shown and as it was before a preview', () => {
    const committed = shallowRef<Design | null>(start());
    const design = shallowRef<Design | null>(committed.value);
    const { selection, selected, committedSelected, selectedPlain } = useSelection(design, committed);
    selection.value = ['c', 'gone'];
    design.value = {
      ...start(),
      objects: [group('g', dot('a'), dot('b')), { ...dot('c'), name: 'Preview' }],
    };
    expect(selected.value.map((i) => i.name)).toEqual(['Preview']);
    expect(committedSelected.value.map((i) => i.name)).toEqual(['c']);
    expect(selectedPlain.value.map((i) => i.id)).toEqual(['c']);
  });

  test('lets go of what is not there any more', () => {
    const design = shallowRef<Design | null>(start());
    const { selection, inside, keepTo, clear } = useSelection(design, design);
    selection.value = ['a', 'c'];
    inside.value = 'g';
    keepTo({ ...start(), objects: [dot('c')] });
    expect([selection.value, inside.value]).toEqual([['c'], null]);
    clear();
    expect(selection.value).toEqual([]);
  });

  test('whoever selects something outside of a group has left it', async () => {
    const design = shallowRef<Design | null>(start());
    const { selection, inside } = useSelection(design, design);
    inside.value = 'g';
    selection.value = ['b'];
    await nextTick();
    expect(inside.value).toBe('g');
    selection.value = ['b', 'c'];
    await nextTick();
    expect(inside.value).toBeNull();
  });
});
