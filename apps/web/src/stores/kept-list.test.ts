// A kept list: changes that come faster than the server answers are all kept, and what can't be is told.
import { expect, test } from 'vitest';
import { useKeptList } from './kept-list.ts';

/** A server that answers when it is told to. */
function slowServer(first: string[]) {
  let kept = [...first];
  const waiting: (() => void)[] = [];
  const later = (): Promise<void> => new Promise((done) => waiting.push(done));
  return {
    look: () => Promise.resolve([...kept]),
    async put(list: string[]): Promise<void> {
      await later();
      if (list.includes('bad')) throw new Error('That is no name.');
      kept = list;
    },
    answer: async (): Promise<void> => {
      const turns = async (): Promise<void> => new Promise((done) => setTimeout(done));
      await turns();
      waiting.shift()!();
      await turns();
    },
    get kept() {
      return kept;
    },
  };
}

test('two changes at once: the second builds on the first, and both are kept', async () => {
  const server = slowServer(['Chalk', 'Berry']);
  const { all, change, load } = useKeptList(server.look);
  await load();
  const keep = (list: string[]): Promise<boolean> =>
    change(
      () => server.put(list),
      () => list,
    );
  const renamed = keep(all.value.map((name) => (name === 'Berry' ? 'Rowan' : name)));
  expect(all.value).toEqual(['Chalk', 'Rowan']);
  const added = keep([...all.value, 'Thread 3']);
  await server.answer();
  // The first is kept; the list goes on showing what was done since.
  expect(server.kept).toEqual(['Chalk', 'Rowan']);
  expect(all.value).toEqual(['Chalk', 'Rowan', 'Thread 3']);
  await server.answer();
  expect(await Promise.all([renamed, added])).toEqual([true, true]);
  expect(server.kept).toEqual(['Chalk', 'Rowan', 'Thread 3']);
});

test('what is as it was expected stays the same list', async () => {
  const server = slowServer(['Chalk']);
  const { all, change, load } = useKeptList(server.look);
  await load();
  const done = change(
    () => server.put(['Chalk', 'Rowan']),
    () => ['Chalk', 'Rowan'],
  );
  const shown = all.value;
  await server.answer();
  await done;
  expect(all.value).toBe(shown);
});

test('what can’t be kept is told, and is not shown as if it were', async () => {
  const server = slowServer(['Chalk']);
  const { all, change, load, problem } = useKeptList(server.look);
  await load();
  const done = change(
    () => server.put(['bad']),
    () => ['bad'],
  );
  expect(all.value).toEqual(['bad']);
  await server.answer();
  expect(await done).toBe(false);
  expect(problem.value).toBe('That is no name.');
  expect(all.value).toEqual(['Chalk']);
});
