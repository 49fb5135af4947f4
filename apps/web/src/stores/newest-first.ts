// Work on what changes while it is done: the newest is done next, and what a hand has left behind not at all.
import { ref, type Ref } from 'vue';
import { rest } from '../workers/rest.ts';

export interface NewestFirst<T> {
  busy: Readonly<Ref<boolean>>;
  /** Asks for work on this; while some is under way, only the last of those that came is kept. */
  ask(thing: T | null): Promise<void>;
  /** Takes back what was asked for and is not begun. */
  forget(): void;
}

/** `work` says whether it has to do the same once more, which it is told then: unless something newer has come. */
export function newestFirst<T>(work: (thing: T, again: boolean) => Promise<boolean>): NewestFirst<T> {
  const busy = ref(false);
  let wanted: T | null = null;
  let unfinished: T | null = null;
  return {
    busy,
    async ask(thing) {
      wanted = thing;
      if (busy.value || thing === null) return;
      busy.value = true;
      while (wanted !== null) {
        const now: T = wanted;
        wanted = null;
        const begun = performance.now();
        unfinished = (await work(now, now === unfinished)) ? now : null;
        wanted ??= unfinished;
        if (wanted !== null) await rest(performance.now() - begun);
      }
      busy.value = false;
    },
    forget() {
      wanted = null;
    },
  };
}
