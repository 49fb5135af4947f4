// Small pictures of what can be made of what is selected, and why some of it can't be.
import * as Comlink from 'comlink';
import { watchDebounced } from '@vueuse/core';
import { onUnmounted, shallowRef } from 'vue';
import { MAKINGS } from '@rosehip/core';
import { useBench } from '../stores/bench/bench.ts';
import { packed, useChecker } from '../workers/engine.ts';
import type { Outcome } from '../workers/engine/pictures.ts';

/** Pictures wait until the hand has been still for so long, in ms. */
const STILL = 120;

/** The outcomes for what is selected, by ids of makings; pictures are `size` CSS pixels high and wide. */
export function useOutcomes(size: number) {
  const bench = useBench();
  /** Null while nothing is known yet. */
  const outcomes = shallowRef<Map<string, Outcome> | null>(null);
  let asked = 0;

  const forget = (): void => outcomes.value?.forEach(({ picture }) => picture?.close());

  let wanted: string[] = [];
  /** Keeps what came, while it is still wanted; a picture of before stays until the new one is there. */
  function told(round: number, made: Outcome[]): boolean {
    if (round !== asked) {
      for (const { picture } of made) picture?.close();
      return false;
    }
    const next = new Map(outcomes.value);
    for (const id of next.keys())
      if (!wanted.includes(id)) {
        next.get(id)!.picture?.close();
        next.delete(id);
      }
    for (const one of made) {
      const before = next.get(one.id)?.picture;
      const stays = !one.picture && !one.problem;
      if (!stays) before?.close();
      next.set(one.id, stays ? { ...one, picture: before } : one);
    }
    outcomes.value = next;
    return true;
  }
  // One for all rounds: each proxy is a channel of its own.
  const tell = Comlink.proxy(told);

  watchDebounced(
    () => [bench.committed, bench.selection] as const,
    async ([design, selection]) => {
      const now = ++asked;
      const all = design?.objects.length ?? 0;
      wanted = MAKINGS.filter(({ least, whole }) => (selection.length || (whole ? all : 0)) >= least).map(
        ({ id }) => id,
      );
      if (!design || !wanted.length) {
        forget();
        outcomes.value = new Map();
        return;
      }
      try {
        await useChecker().outcomes(
          packed(useChecker(), design),
          [...selection],
          wanted,
          Math.round(size * devicePixelRatio),
          now,
          tell,
        );
      } catch {
        // Without pictures everything can still be made, and says why when it can't.
      }
    },
    { debounce: STILL, immediate: true },
  );
  onUnmounted(() => {
    asked++;
    forget();
  });
  return outcomes;
}
