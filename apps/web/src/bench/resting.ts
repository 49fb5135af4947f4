// What the hand, or the keyboard, rests on is shown on the cloth.
import { onBeforeUnmount } from 'vue';

/** It rests for so long before the cloth shows it, in ms. */
const REST = 250;

/** `show` what is rested on, until that is left; `leave` is told in any case. */
export function useResting<T>(show: (what: T) => void, leave: () => void) {
  let timer: ReturnType<typeof setTimeout> | undefined;
  function come(what: T): void {
    clearTimeout(timer);
    timer = setTimeout(() => show(what), REST);
  }
  function go(): void {
    clearTimeout(timer);
    leave();
  }
  onBeforeUnmount(go);
  return { come, go };
}
