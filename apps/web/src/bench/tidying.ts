// Travel tidying: asks the engine for a better route, and keeps what it proposes until it is taken or left.
import type { TidyProposal } from '@rosehip/core';
import { shallowRef } from 'vue';
import { useBench } from '../stores/bench.ts';
import { useView } from '../stores/view.ts';
import { useEngine, withoutPictureData } from '../workers/engine.ts';

/** What was proposed last; null when the engine found nothing better. */
export const proposal = shallowRef<TidyProposal | null>(null);

export function useTidying() {
  const bench = useBench();
  const view = useView();

  /** Looks for a better route through the colour of what is selected. */
  async function propose(): Promise<void> {
    const { committed } = bench;
    if (!committed) return;
    const found = await useEngine().tidy(withoutPictureData(committed), [...bench.selection]);
    if (found && 'problem' in found) {
      bench.message = found.problem;
      return;
    }
    // What was changed in the meantime makes the figures worthless.
    if (bench.committed !== committed) return;
    proposal.value = found;
    view.panel = 'tidy';
  }

  function take(): void {
    const { value } = proposal;
    if (value) bench.does(() => value.job);
    leave();
  }

  function leave(): void {
    proposal.value = null;
    view.panel = 'card';
  }

  return { propose, take, leave };
}
