// A list that is kept on the server, for all designs: looked at once, and again after every change of it.
import { ref, shallowRef } from 'vue';

export function useKeptList<T>(look: () => Promise<T[]>) {
  const all = shallowRef<T[]>([]);
  /** Why the list is not up to date, as a sentence. */
  const problem = ref('');
  let loaded = false;

  /** Does something with the list and looks at it again; what goes wrong is said, and false. */
  async function change(work: () => Promise<unknown> = async () => {}): Promise<boolean> {
    problem.value = '';
    try {
      await work();
      all.value = await look();
      return true;
    } catch (error) {
      problem.value = (error as Error).message;
      return false;
    }
  }
  async function load(): Promise<void> {
    if (!loaded) loaded = await change();
  }

  return { all, problem, change, load };
}
