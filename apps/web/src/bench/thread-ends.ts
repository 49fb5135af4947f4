// Where the thread of the one selected object begins and ends: as fixed by hand, or as the engine has chosen.
import { Move, type DesignObject, type Point } from '@rosehip/core';
import { computed } from 'vue';
import { useBench } from '../stores/bench/bench.ts';
import { useSewing } from '../stores/sewing.ts';

export type EndName = 'start' | 'end';

export function useThreadEnds() {
  const bench = useBench();
  const sewing = useSewing();

  const object = computed<DesignObject | null>(() => {
    const [only] = bench.selected;
    return bench.selected.length === 1 && only.kind === 'object' && !only.unsewn ? only : null;
  });

  /** First and last needle point of the object in the plan, in mm. */
  const sewn = computed<{ start: Point; end: Point } | null>(() => {
    const { plan } = sewing;
    const share = plan?.objects.find((o) => o.id === object.value?.id);
    if (!plan || !share) return null;
    const stitches: number[] = [];
    for (let i = share.from; i < share.to; i++) if (plan.move[i] === Move.stitch) stitches.push(i);
    if (!stitches.length) return null;
    const at = (i: number): Point => ({ x: plan.x[i], y: plan.y[i] });
    return { start: at(stitches[0]), end: at(stitches[stitches.length - 1]) };
  });

  const placeOf = (name: EndName): Point | null => object.value?.[name] ?? sewn.value?.[name] ?? null;

  /** The object with its begin or end fixed at a place, or left to the engine. */
  function withEnd(of: DesignObject, name: EndName, at: Point | null): DesignObject {
    const { [name]: _, ...rest } = of;
    const tidy = (v: number): number => Math.round(v * 100) / 100;
    return at ? { ...rest, [name]: { x: tidy(at.x), y: tidy(at.y) } } : rest;
  }

  const LABEL = { start: 'Begin of sewing', end: 'End of sewing' };
  function set(name: EndName, at: Point | null): void {
    const [committed] = bench.committedSelected;
    if (committed?.kind === 'object') bench.replace([withEnd(committed, name, at)], LABEL[name]);
  }

  return { object, placeOf, withEnd, set, LABEL };
}
