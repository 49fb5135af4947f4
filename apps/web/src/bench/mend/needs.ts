// Why something can't be done to the stitches that are mended, as a sentence; and doing it.
import { closedStretchAt, type Job, type MarkedRecords, type Records } from '@rosehip/core';
import { computed } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useMend } from '../tools/mend-edit.ts';

export function useMendNeeds() {
  const bench = useBench();
  const mend = useMend();

  /** One needle point at least. */
  const some = computed(() => (mend.count.value ? undefined : 'Choose needle points first.'));
  const many = computed(() => (mend.count.value > 1 ? undefined : 'Choose two needle points or more.'));
  const one = computed(() =>
    mend.count.value === 1 ? undefined : 'Choose one needle point: press it on the cloth.',
  );
  /** One within the thread, where it can be parted. */
  const inner = computed(() => {
    if (one.value) return one.value;
    const n = mend.records.value?.x.length ?? 0;
    const within = mend.first.value > 0 && mend.first.value < n - 1;
    return within ? undefined : 'Choose a needle point within the thread, not its end.';
  });
  /** One of a thread that ends where it begins. */
  const closed = computed(() => {
    if (one.value || !mend.records.value) return one.value;
    const found = closedStretchAt(mend.records.value, mend.first.value);
    return found ? undefined : 'This thread does not end where it begins.';
  });

  /** Does a job to the stitches with their id. */
  function does(job: (id: string) => Job): boolean {
    const { item } = mend;
    if (!item.value) return false;
    const { id } = item.value;
    return bench.does(() => job(id));
  }
  /** Changes the chosen points, or all of them when none are chosen. */
  const amongChosen = (label: string, change: (given: MarkedRecords) => MarkedRecords): boolean =>
    mend.mend(label, (given) => {
      if (mend.count.value) return change(given);
      const next = change({ ...given, marked: given.marked.slice().fill(1) });
      return { ...next, marked: new Uint8Array(next.marked.length) };
    });
  /** Writes the records anew: nothing is chosen afterwards. */
  const rewrite = (label: string, change: (given: MarkedRecords) => Records): boolean =>
    mend.mend(label, (given) => {
      const records = change(given);
      return { records, marked: new Uint8Array(records.x.length) };
    });

  return { some, many, one, inner, closed, does, amongChosen, rewrite };
}
