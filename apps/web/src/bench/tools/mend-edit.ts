// The plain stitches that are mended, which of them are chosen, and what can be done to them: for the tool and the panel.
import {
  allRecords,
  findItem,
  markCount,
  mendJob,
  placeOf,
  stitchLength,
  withRecords,
  type MarkedRecords,
  type Records,
  type StitchesObject,
} from '@rosehip/core';
import { createSharedComposable } from '@vueuse/core';
import { computed, shallowRef } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useRehearsal } from '../../stores/rehearsal.ts';
import { useSewing } from '../../stores/sewing.ts';

/** What a drag or a press on the cloth does. */
export type MendMode = 'choose' | 'lasso' | 'rub' | 'cut' | 'flatten';
export const mendMode = shallowRef<MendMode>('choose');
/** Diameter of the rubber, in mm. */
export const rubberSize = shallowRef(2);

const NOT_SEWN = -2;

/** Of which stitches records are chosen, and which: one entry a record, 1 when it is. */
const chosen = shallowRef<{ of: string; marks: Uint8Array }>({ of: '', marks: new Uint8Array() });

/** One for all that ask: what is chosen is worked out once. */
export const useMend = createSharedComposable(() => {
  const bench = useBench();
  const sewing = useSewing();
  const rehearsal = useRehearsal();

  const item = computed<StitchesObject | null>(() => {
    const [only] = bench.selected;
    return bench.selected.length === 1 && only.kind === 'stitches' && !only.locked ? only : null;
  });
  const records = computed<Records | null>(() => (item.value ? allRecords(item.value.blocks) : null));
  /** The chosen ones, of the stitches as they are now; none when they are other ones. */
  const marked = computed<Uint8Array>(() => marksOf(records.value?.x.length ?? 0));
  function marksOf(length: number): Uint8Array {
    const { of, marks } = chosen.value;
    return of === item.value?.id && marks.length === length ? marks : new Uint8Array(length);
  }
  const count = computed(() => markCount(marked.value));
  /** The number of the only record that is chosen, or of the first one. */
  const first = computed(() => marked.value.indexOf(1));

  function choose(next: Uint8Array): void {
    chosen.value = { of: item.value?.id ?? '', marks: next };
  }
  const chooseNone = (): void => choose(new Uint8Array(marked.value.length));
  function chooseOnly(...numbers: number[]): void {
    const next = new Uint8Array(marked.value.length);
    for (const i of numbers) next[i] = 1;
    choose(next);
  }

  /** The record of the plan that a record of these stitches has become; -2 before they are sewn. */
  function planRecord(i: number): number {
    const { plan } = sewing;
    const share = item.value && plan?.objects.find(({ id }) => id === item.value!.id);
    const own = records.value;
    if (!share || !own || !plan) return NOT_SEWN;
    // What leads to the stitches stands before them.
    const n = own.x.length;
    const fits = (at: number, k: number): boolean =>
      Math.round(10 * plan.x[at]) === own.x[k] && Math.round(10 * plan.y[at]) === own.y[k];
    for (let begin = share.from - 1; begin < share.to && begin < share.from + 12; begin++)
      if (fits(begin + 1, 1) && (n < 3 || fits(begin + 2, 2))) return begin + i;
    return NOT_SEWN;
  }
  /** The record of these stitches that has just been sewn; -1 when the playhead is elsewhere. */
  function atPlayhead(): number {
    const begin = planRecord(0);
    const i = rehearsal.playhead - 1 - begin;
    return begin > NOT_SEWN && records.value && i >= 0 && i < records.value.x.length ? i : -1;
  }

  /** Steps along the thread from what is chosen, and chooses the record there. */
  function step(by: number): void {
    const n = marked.value.length;
    if (!n) return;
    const from = by > 0 ? marked.value.lastIndexOf(1) : first.value;
    chooseOnly(from < 0 ? (by > 0 ? 0 : n - 1) : Math.min(n - 1, Math.max(0, from + by)));
    showAtPlayhead();
  }
  /** The playhead comes to what is chosen: a rehearsal goes on from there. */
  function showAtPlayhead(): void {
    const at = count.value === 1 ? planRecord(first.value) : -1;
    if (at >= 0) rehearsal.seek(at + 1);
  }

  function committed(): StitchesObject | null {
    const found = bench.committed && item.value ? findItem(bench.committed, item.value.id) : null;
    return found?.kind === 'stitches' ? found : null;
  }
  /** The stitches before a preview that is under way, with what is chosen. */
  function given(): (MarkedRecords & Pick<StitchesObject, 'blocks'>) | null {
    const found = committed();
    if (!found) return null;
    const own = allRecords(found.blocks);
    return { records: own, marked: marksOf(own.x.length), blocks: found.blocks };
  }
  function preview(next: MarkedRecords): void {
    const found = committed();
    if (found) bench.preview([withRecords(found, next.records)]);
  }
  /** Does something to the stitches, as one step; what is chosen goes with it. */
  function mend(label: string, change: (given: MarkedRecords) => MarkedRecords): boolean {
    const now = given();
    if (!now || !item.value) return false;
    const { id } = item.value;
    const next = change(now);
    if (next.records === now.records) {
      choose(next.marked);
      return false;
    }
    if (!bench.does((design) => mendJob(design, id, label, () => next.records))) return false;
    choose(next.marked);
    return true;
  }

  /** What is chosen, in words: which record of how many, how long its stitch is and where it leads. */
  const said = computed(() => {
    const r = records.value;
    if (!r) return '';
    const n = r.x.length;
    if (count.value !== 1)
      return count.value
        ? `${count.value.toLocaleString('en-GB')} of ${n.toLocaleString('en-GB')} chosen`
        : `${n.toLocaleString('en-GB')} records`;
    return recordInWords(r, first.value);
  });

  return {
    item,
    records,
    marked,
    count,
    first,
    said,
    choose,
    chooseNone,
    chooseOnly,
    step,
    given,
    preview,
    mend,
    atPlayhead,
    showAtPlayhead,
  };
});

/** One record in words, such as “1,284 of 3,201 · 2.4 mm at 31°”. */
export function recordInWords(r: Records, i: number): string {
  const place = `${(i + 1).toLocaleString('en-GB')} of ${r.x.length.toLocaleString('en-GB')}`;
  if (r.move[i] === 2) return `${place} · the thread is cut`;
  if (r.move[i] === 1) return i ? `${place} · a jump` : `${place} · begin`;
  const [a, b] = [placeOf(r, i - 1), placeOf(r, i)];
  const angle = Math.round((Math.atan2(a.y - b.y, b.x - a.x) * 180) / Math.PI);
  return `${place} · ${stitchLength(r, i).toFixed(1)} mm at ${(angle + 360) % 360}°`;
}
