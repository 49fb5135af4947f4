// Small pictures of what can be made of what is selected, and why some of it can't be.
import { watchDebounced } from '@vueuse/core';
import { onUnmounted, shallowRef } from 'vue';
import { MAKINGS } from '@rosehip/core';
import { useBench } from '../stores/bench/bench.ts';
import { packed, useChecker } from '../workers/engine.ts';
import type { Outcome } from '../workers/engine-work.ts';

/** Pictures wait until the hand has been still for so long, in ms. */
const STILL = 120;

/** The outcomes for what is selected, by ids of makings; pictures are `size` CSS pixels high and wide. */
export function useOutcomes(size: number) {
  const bench = useBench();
  /** Null while nothing is known yet. */
  const outcomes = shallowRef<Map<string, Outcome> | null>(null);
  let asked = 0;

  const forget = (): void => outcomes.value?.forEach(({ picture }) => picture?.close());

  watchDebounced(
    () => [bench.committed, bench.selection] as const,
    async ([design, selection]) => {
      const now = ++asked;
      const all = design?.objects.length ?? 0;
      const wanted = MAKINGS.filter(
        ({ least, whole }) => (selection.length || (whole ? all : 0)) >= least,
      ).map(({ id }) => id);
      let made: Outcome[] = [];
      try {
        if (design && wanted.length)
          made = await useChecker().outcomes(
            packed(useChecker(), design),
            [...selection],
            wanted,
            Math.round(size * devicePixelRatio),
          );
      } catch {
        // Without pictures everything can still be made, and says why when it can't.
      }
      if (now !== asked) return made.forEach(({ picture }) => picture?.close());
      forget();
      outcomes.value = new Map(made.map((one) => [one.id, one]));
    },
    { debounce: STILL, immediate: true },
  );
  onUnmounted(() => {
    asked++;
    forget();
  });
  return outcomes;
}
