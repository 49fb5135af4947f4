// Hoopings as the bench shows them: which thing is sewn in which, each with a tint of its own, and which one is mounted.
import { createSharedComposable } from '@vueuse/core';
import { computed, shallowRef, watch } from 'vue';
import {
  errorMaps,
  errorShown,
  hoopingsOf,
  originOf,
  spoolsOf,
  useOf,
  withError,
  type HoopedThings,
  type HoopingError,
} from '@rosehip/core';
import { useBench } from '../stores/bench/bench.ts';
import { useRehearsal } from '../stores/rehearsal.ts';
import { useSewing } from '../stores/sewing.ts';
import { useView } from '../stores/view.ts';

/** Neighbours differ; after the last one they begin anew. */
const TINTS = ['#2f7686', '#a85f22', '#6a56a6', '#4c7a33', '#a63d67', '#81701f'];
export const tintOf = (hooping: number): string => TINTS[hooping % TINTS.length];

const NONE: HoopedThings = { of: new Map(), cut: [], early: [], boxes: new Map() };

export interface HoopingShare {
  number: number;
  tint: string;
  /** Records. */
  from: number;
  to: number;
  /** Seconds from the beginning of the whole. */
  begins: number;
  ends: number;
  stitches: number;
  /** Codes of threads in the order in which they are put on. */
  threads: string[];
}

export const useHoopings = createSharedComposable(() => {
  const bench = useBench();
  const sewing = useSewing();
  const rehearsal = useRehearsal();
  const view = useView();
  const hoopings = computed(() => (bench.design ? hoopingsOf(bench.design) : []));
  const several = computed(() => hoopings.value.length > 1);
  const belongs = computed(() => sewing.hooped ?? NONE);

  /** Places of hoopings (from 0) by the ids of things as they stand in the design; copies may be in several. */
  const ofItem = computed(() => {
    const out = new Map<string, number[]>();
    for (const [id, k] of belongs.value.of) {
      const origin = originOf(id);
      const before = out.get(origin) ?? [];
      if (!before.includes(k))
        out.set(
          origin,
          [...before, k].sort((a, b) => a - b),
        );
    }
    return out;
  });

  const shares = computed<HoopingShare[]>(() => {
    const { plan } = sewing;
    if (!plan?.hoopings) return [];
    return plan.hoopings.map(({ from, to }, k) => {
      const { stitches } = useOf(plan, from, to);
      const at = (record: number): number => (record > 0 ? plan.time[record - 1] : 0);
      const threads = spoolsOf(plan.objects.filter((o) => o.from < to && o.to > from));
      return { number: k + 1, tint: tintOf(k), from, to, begins: at(from), ends: at(to), stitches, threads };
    });
  });

  /** Which hooping is sewn where the playhead stands; null at the end of all, and when there is one. */
  const mounted = computed(() =>
    rehearsal.atEnd || !shares.value.length
      ? null
      : (shares.value.find((s) => rehearsal.playhead < s.to) ?? null),
  );

  /** An error of hooping that is tried: what would be sewn with it is shown while the hoop's panel is open. */
  const error = shallowRef<HoopingError | null>(null);
  watch(
    () => view.panel === 'hoop' && several.value,
    (open) => !open && (error.value = null),
  );
  const plan = computed(() =>
    error.value && sewing.plan && bench.plain
      ? withError(sewing.plan, errorMaps(bench.plain, error.value))
      : sewing.plan,
  );
  /** Where it would show, worst first. */
  const errorsShown = computed(() =>
    error.value && bench.plain ? errorShown(bench.plain, belongs.value, error.value) : [],
  );

  return { error, plan, errorsShown, hoopings, several, belongs, ofItem, shares, mounted };
});
