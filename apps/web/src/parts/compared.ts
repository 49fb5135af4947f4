// A number that is moved, and compared with what it was before: one press goes to and fro between the two.
import { ref } from 'vue';

/** Moves that follow within this time are one, in ms. */
const ONE_MOVE = 1000;

export function useCompared(value: () => number, set: (value: number) => void) {
  /** What it was before it was moved last; null until then. */
  const before = ref<number | null>(null);
  let last = -Infinity;

  function move(to: number): void {
    const now = performance.now();
    if (now - last > ONE_MOVE) before.value = value();
    last = now;
    set(to);
  }

  function back(): void {
    const to = before.value!;
    before.value = value();
    set(to);
  }

  return { before, move, back };
}
