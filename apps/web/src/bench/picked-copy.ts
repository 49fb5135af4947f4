// Which copy of the selected repeat was pressed last on the cloth.
import { copyNumber } from '@rosehip/core';
import { ref } from 'vue';
import { useBench } from '../stores/bench/bench.ts';

/** Its number from 0; null when none was. */
export const pickedCopy = ref<number | null>(null);

/** Remembers the copy that a pressed leaf of the resolved design belongs to. */
export function pickCopy(leaf: string): void {
  const bench = useBench();
  const [only] = bench.selected;
  pickedCopy.value =
    bench.plain && bench.selected.length === 1 && only.kind === 'group' && only.repeat
      ? copyNumber(bench.plain, only.id, leaf)
      : null;
}
