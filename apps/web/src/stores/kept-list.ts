// A list that is kept on the server, for all designs: looked at once, and again after every change of it.
import equal from 'fast-deep-equal';
import { ref, shallowRef } from 'vue';

export function useKeptList<T>(look: () => Promise<T[]>) {
  const all = shallowRef<T[]>([]);
  /** Why the list is not up to date, as a sentence. */
  const problem = ref('');
  let loaded = false;
  /** Changes go to the server one after the other; only the newest one looks at the list again. */
  let newest = 0;
  let before: Promise<unknown> = Promise.resolve();

  /**
   * Does something with the list and looks at it again; what goes wrong is said, and false. `expected` is the list as it will
   * be: the next change builds on that, however long the server takes.
   */
  async function change(
    work: () => Promise<unknown> = async () => {},
    expected?: (all: readonly T[]) => T[],
  ): Promise<boolean> {
    problem.value = '';
    if (expected) all.value = expected(all.value);
    const own = ++newest;
    const turn = before.then(work);
    before = turn.catch(() => {});
    try {
      await turn;
      if (own !== newest) return true;
      const seen = await look();
      // What is as expected is not drawn anew: somebody may be typing in it.
      if (own === newest && !equal(seen, all.value)) all.value = seen;
      return true;
    } catch (error) {
      problem.value = (error as Error).message;
      // What is shown is what is kept.
      if (expected && own === newest) all.value = await look().catch(() => all.value);
      return false;
    }
  }
  async function load(): Promise<void> {
    if (!loaded) loaded = await change();
  }

  return { all, problem, change, load };
}
