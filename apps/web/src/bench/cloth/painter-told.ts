// What a painter has to know of the design on the bench: the design itself, pictures that are printed on its cloths, and its plan.
import * as Comlink from 'comlink';
import { watch } from 'vue';
import { everyLeaf } from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { packed, packedPlan } from '../../workers/engine.ts';
import type { PainterHandle } from '../../workers/painter.ts';
import { useHoopings } from '../hoopings.ts';
import { decodePicture } from '../read-picture.ts';

/**
 * Tells it, and calls `paint` when there is something new to be seen. `always`: also when nothing but the lines of the design
 * changed.
 */
export function usePainterTold(
  painter: PainterHandle['painter'],
  paint: () => void,
  always: () => boolean = () => false,
): void {
  const bench = useBench();
  const { plan: shownPlan } = useHoopings();
  watch(
    () => bench.design,
    async (design) => {
      if (!design) return;
      const differs = await painter.setDesign(packed(painter, design));
      if (differs || always()) paint();
    },
    { immediate: true },
  );
  /** Each is decoded once. */
  const printed = new Set<string>();
  watch(
    () =>
      [...everyLeaf(bench.design?.objects ?? [])].flatMap((l) =>
        l.kind === 'object' && l.patch?.data ? [l.patch.data] : [],
      ),
    async (all) => {
      for (const data of all.filter((d) => !printed.has(d))) {
        printed.add(data);
        const image = await decodePicture(data);
        if (!image) continue;
        await painter.setPrint(data, Comlink.transfer(image, [image]));
        paint();
      }
    },
    { immediate: true },
  );
  watch(
    shownPlan,
    (plan) => {
      if (!plan) return;
      // What is asked for after this is painted after it: nobody need wait for the answer.
      void painter.setPlan(packedPlan(painter, plan));
      paint();
    },
    { immediate: true },
  );
}
