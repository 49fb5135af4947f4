// What plain stitches were read as, which of it is taken, and taking it: for the tool and the panel.
import {
  arcLengths,
  outlineBounds,
  outlineLines,
  readObjectsJob,
  stitchesAmong,
  type Bounds,
  type Line,
  type Matrix,
  type ReadAs,
  type Readings,
  type ReadObject,
} from '@rosehip/core';
import { createSharedComposable } from '@vueuse/core';
import * as Comlink from 'comlink';
import { computed, ref, shallowRef, watch } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { packed, stopReader, useReader } from '../../workers/engine.ts';

/** Kinds in the order of the panel, with what they are called and their colour on the cloth. */
export const READ_KINDS: readonly { as: ReadAs; name: string; colour: string }[] = [
  { as: 'fill', name: 'Fills', colour: '#2f7d5b' },
  { as: 'satin', name: 'Satin columns', colour: '#b3263f' },
  { as: 'run', name: 'Lines', colour: '#1f5fa8' },
  { as: 'there-and-back', name: 'Lines there and back', colour: '#0e7f96' },
  { as: 'bean', name: 'Bean lines', colour: '#7a3fa0' },
  { as: 'redwork', name: 'Redwork', colour: '#b0601a' },
];
export const colourOf = (as: ReadAs): string => READ_KINDS.find((k) => k.as === as)!.colour;

/** Made larger or smaller when it is taken, by this map. */
export const readMap = shallowRef<Matrix | null>(null);

/** An object that was read, with its lines as they are drawn. */
export interface Seen {
  object: ReadObject;
  /** With how far along them each of their points lies; mm. */
  lines: { line: Line; lengths: Float64Array }[];
  /** What it reaches, so that a hand that moves looks only at what is near. */
  bounds: Bounds | null;
}

export const useReading = createSharedComposable(() => {
  const bench = useBench();
  const view = useView();
  const readings = shallowRef<Readings | null>(null);
  /** How far the reading is, 0 to 1; null when none is under way. */
  const progress = ref<number | null>(null);
  /** What is less sure than this, in percent, stays stitches. */
  const least = ref(50);
  /** What was pressed on the cloth: it is taken although it is less sure, or stays although it is surer. */
  const flipped = shallowRef<ReadonlySet<ReadObject>>(new Set());
  let asked = 0;

  const seen = computed<Seen[]>(() =>
    [...(readings.value?.values() ?? [])].flatMap(({ objects }) =>
      objects.map((object) => ({
        object,
        lines: outlineLines(object.outline).map((line) => ({ line, lengths: arcLengths(line) })),
        bounds: outlineBounds(object.outline),
      })),
    ),
  );
  const takes = (o: ReadObject): boolean => 100 * o.sure >= least.value !== flipped.value.has(o);
  const counts = computed(() =>
    READ_KINDS.flatMap((kind) => {
      const all = seen.value.filter(({ object }) => object.as === kind.as);
      const taken = all.filter(({ object }) => takes(object));
      const sure = all.reduce((sum, { object }) => sum + object.sure, 0) / all.length;
      return all.length ? [{ ...kind, all: all.length, taken: taken.length, sure }] : [];
    }),
  );
  const taken = computed(() => counts.value.reduce((sum, k) => sum + k.taken, 0));

  function forget(): void {
    asked++;
    if (progress.value !== null) stopReader();
    progress.value = null;
    readings.value = null;
    flipped.value = new Set();
  }

  /** Reads what is selected, or all plain stitches when nothing is. */
  async function look(): Promise<void> {
    forget();
    const design = bench.committed;
    if (!design || !stitchesAmong(design, bench.selection).length) return;
    // What was said before must not stand where the tool says what a press does.
    bench.message = '';
    const round = ++asked;
    progress.value = 0;
    const told = Comlink.proxy((done: number) => {
      if (round === asked) progress.value = done;
    });
    try {
      const found = await useReader().readObjects(packed(useReader(), design), [...bench.selection], told);
      if (round === asked) readings.value = found;
    } catch (error) {
      if (round === asked) bench.message = `These stitches could not be read: ${(error as Error).message}`;
    } finally {
      if (round === asked) progress.value = null;
    }
  }

  /** Taken or left as stitches, the other way round than now. */
  function flip(object: ReadObject): void {
    const next = new Set(flipped.value);
    if (!next.delete(object)) next.add(object);
    flipped.value = next;
  }

  function take(): void {
    const found = readings.value;
    if (!found) return;
    if (!bench.does((design) => readObjectsJob(design, found, takes, readMap.value ?? undefined))) return;
    view.tool = 'select';
    view.showCard();
  }

  watch(
    [() => view.tool === 'read', () => bench.selection.join(), () => bench.committed],
    ([on, selection], [, before]) => {
      // A size was asked for what was selected then.
      if (!on || (before !== undefined && selection !== before)) readMap.value = null;
      if (on) void look();
      else forget();
    },
    { immediate: true },
  );

  return { readings, seen, progress, least, counts, taken, takes, flip, take, look, forget };
});
