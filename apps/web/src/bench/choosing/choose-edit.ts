// "Choose stitches" on the bench: asked of the engine for every place of the slider, shown on the cloth, taken as one step.
import type { StitchesChosen } from '@rosehip/core';
import { ref, shallowRef } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { packed, useChecker } from '../../workers/engine.ts';

/** 0 for more fill to 1 for more satin: where the slider was left last. */
const satin = ref(0.5);
const found = shallowRef<StitchesChosen | null>(null);
const problem = ref('');
const looking = ref(false);
let number = 0;

export function useChoosing() {
  const bench = useBench();
  const view = useView();

  /** Asks for the stitches of what is selected, of all when nothing is; the newest question wins. */
  async function look(): Promise<void> {
    const design = bench.committed;
    if (!design) return;
    const asked = ++number;
    looking.value = true;
    const answer = await useChecker().choose(packed(useChecker(), design), [...bench.selection], satin.value);
    if (asked !== number || bench.committed !== design) return;
    looking.value = false;
    found.value = 'problem' in answer ? null : answer;
    problem.value = 'problem' in answer ? answer.problem : '';
    if (found.value) bench.previewJob(found.value.job);
    else bench.cancelPreview();
  }

  function open(): void {
    view.panel = 'choose';
    view.tool = 'select';
  }

  function take(): void {
    const chosen = found.value;
    if (!chosen) return;
    forget();
    if (bench.does(() => chosen.job) && chosen.hidden)
      bench.message = `${chosen.hidden} ${chosen.hidden === 1 ? 'shape was' : 'shapes were'} left out: nothing of ${chosen.hidden === 1 ? 'it' : 'them'} is seen.`;
    view.panel = 'card';
  }

  function leave(): void {
    forget();
    view.panel = 'card';
  }

  /** What was found is no longer shown. */
  function forget(): void {
    number++;
    found.value = null;
    problem.value = '';
    looking.value = false;
    bench.cancelPreview();
  }

  return { satin, found, problem, looking, look, open, take, leave, forget };
}
