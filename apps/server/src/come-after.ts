// The engine's own threads, which compile and clear memory away, come after what people wait for.
import { readdirSync } from 'node:fs';
import { setPriority } from 'node:os';

/** As much as the threads that make pictures, whose code they compile. */
const NICE = 10;

/**
 * On Linux, where priority is a thread's own, has all threads but the main one come after other programs: half of what making
 * pictures takes is compiling, which went before the browser on the same computer. Called before anything else begins threads.
 */
export function othersComeFirst(): void {
  if (process.platform !== 'linux') return;
  for (const thread of readdirSync('/proc/self/task')
    .map(Number)
    .filter((id) => id !== process.pid))
    try {
      setPriority(thread, NICE);
    } catch {
      // A thread that is gone already, or a computer that does not allow it: then it stays as it was.
    }
}
