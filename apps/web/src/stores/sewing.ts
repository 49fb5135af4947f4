// The plan of the design on the bench, made by the engine after every change, and what the checks find in it.
import * as Comlink from 'comlink';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import {
  findItem,
  originOf,
  type Design,
  type Figures,
  type Finding,
  type HoopedThings,
  type Item,
  type LayerGrid,
  type Plan,
  type SettingValue,
} from '@rosehip/core';
import { fontsShelved } from './fonts.ts';
import { stopEngine, useChecker, useEngine, packed, packedPlan, sewnBy } from '../workers/engine.ts';
import { useBench } from './bench/bench.ts';
import { newestFirst } from './newest-first.ts';
import { useSettings } from './settings.ts';

/** The checks wait until the hand has been still for so long, in ms. */
const CHECK_AFTER = 150;
/** What of stitching can wait does so after this time, in ms: the hand sees a rough version first, and the rest once it is still. */
const SHOW_WITHIN = 25;
/** Stitching that takes longer says how far it is, in ms. */
const SLOW = 300;
/** After so long the person is asked whether to go on, in ms. */
const ASK_AFTER = 10_000;

/** Two designs that differ in nothing but what they are tried on. */
const sewnAlike = (a: Design, b: Design): boolean => {
  const keys = [...Object.keys(a), ...Object.keys(b)] as (keyof Design)[];
  return keys.every((key) => key === 'tryOn' || a[key] === b[key]);
};

export const useSewing = defineStore('sewing', () => {
  const bench = useBench();
  const settings = useSettings();
  const plan = shallowRef<Plan | null>(null);
  const figures = shallowRef<Figures | null>(null);
  /** What settings that are left to the engine come to, by object and name. */
  const chosen = shallowRef<Record<string, Record<string, SettingValue>>>({});
  /** What is sewn in which of several hoopings; null when there is one. */
  const hooped = shallowRef<HoopedThings | null>(null);
  /** The design that the plan was made from. */
  const planned = shallowRef<Design | null>(null);
  /** The plan is a rough version: the same is sewn again, with all last touches. */
  const isRough = ref(false);
  const problem = ref('');
  const length = computed(() => plan.value?.x.length ?? 0);

  /** How far stitching is that takes long: objects done, of how many (0: not known yet); else null. */
  const progress = ref<{ done: number; of: number } | null>(null);
  /** It takes so long that the person is asked whether to go on. */
  const asking = ref(false);
  /** Stitching was stopped by the person before it was known at what: the plan is older than the design. */
  const stopped = ref(false);
  /** Objects whose stitching was stopped, as they were then: changed ones are tried again. */
  const leftOut = shallowRef(new Map<string, Item>());
  /** The object that is being stitched. */
  let at: string | null = null;
  let giveUp = (): void => {};
  // One for all requests: each proxy is a channel of its own.
  const tellProgress = Comlink.proxy((done: number, of: number, id: string) => {
    at = id;
    if (progress.value) progress.value = { done, of };
  });

  /** Ids of what stays out, now that this is the design. */
  function stillOut(design: Design): string[] {
    const same = [...leftOut.value].filter(([id, item]) => findItem(design, id) === item);
    if (same.length < leftOut.value.size) leftOut.value = new Map(same);
    return [...leftOut.value.keys()];
  }

  const line = newestFirst<Design>(async (now, again) => {
    const slowly = setTimeout(() => (progress.value = { done: 0, of: 0 }), SLOW);
    const patience = setTimeout(() => (asking.value = true), ASK_AFTER);
    at = null;
    try {
      const within = again ? Infinity : SHOW_WITHIN;
      const work = sewnBy(useEngine(), now, settings.machineId, stillOut(now), within, tellProgress);
      const sewn = await Promise.race([work, new Promise<null>((end) => (giveUp = () => end(null)))]);
      if (!sewn) {
        const item = at === null ? null : findItem(now, originOf(at));
        stopped.value = !item;
        if (item) leftOut.value = new Map([...leftOut.value, [item.id, item]]);
        return !!item; // the rest is stitched
      }
      stopped.value = false;
      problem.value = '';
      plan.value = sewn.plan;
      figures.value = sewn.figures;
      chosen.value = sewn.chosen;
      hooped.value = sewn.hooped;
      planned.value = now;
      return (isRough.value = sewn.isRough);
    } catch (error) {
      problem.value = `The stitches could not be made: ${(error as Error).message}`;
      return false;
    } finally {
      clearTimeout(slowly);
      clearTimeout(patience);
      progress.value = null;
      asking.value = false;
    }
  });
  const { busy, ask: request } = line;
  /**
   * Stops what takes too long: the object that is being stitched is left out until it is changed, and the rest is
   * stitched. Before it is known which that is, the stitches stay those of before the last change.
   */
  function stop(): void {
    line.forget();
    stopEngine();
    giveUp();
  }
  /** Stitches what was stopped after all. */
  function goOn(): Promise<void> {
    leftOut.value = new Map();
    return request(bench.design);
  }
  /** It may take as long as it wants. */
  const waitOn = (): void => void (asking.value = false);
  watch(
    [() => bench.design, () => settings.machineId, fontsShelved],
    ([design, ...now], [before, ...then]) => {
      const same = now.every((v, i) => v === then[i]) && planned.value === before && !busy.value;
      if (!same || !design || !before || !sewnAlike(design, before)) return void request(design);
      if (checked.value === before) checked.value = design;
      planned.value = design;
    },
  );

  const findings = shallowRef<Finding[]>([]);
  /** Thread layers over the design, for the heat map and the figures; null without stitches. */
  const layers = shallowRef<LayerGrid | null>(null);
  /** The design that the findings are about; while it is not the one on the bench, they are being made anew. */
  const checked = shallowRef<Design | null>(null);
  const checking = ref(false);
  /** Findings that the person does mind. */
  const minded = computed(() => findings.value.filter((f) => f.ignored === undefined));
  /** A sentence when the design reaches beyond its hoop. */
  const warning = computed(() => minded.value.find((f) => f.id === 'outside-hoop')?.sentence ?? null);

  let checkTimer: ReturnType<typeof setTimeout> | undefined;
  let checkAgain = false;
  /** The design that the plan was made from with all last touches; null while it is a rough version: nothing is found in those. */
  const whole = computed(() => (isRough.value ? null : planned.value));
  /** Runs the checks in their own worker, on the newest plan only. */
  async function check(): Promise<void> {
    if (checking.value) {
      checkAgain = true;
      return;
    }
    checking.value = true;
    do {
      checkAgain = false;
      const design = whole.value;
      if (!design || !plan.value) break;
      try {
        // The plan as the engine made it: nothing is stitched a second time.
        const report = await useChecker().check(
          packed(useChecker(), design),
          packedPlan(useChecker(), plan.value),
          plan.value.time,
          settings.machineId,
        );
        if (planned.value === null) break; // the bench was left meanwhile
        findings.value = report.findings;
        layers.value = report.layers;
        checked.value = design;
      } catch (error) {
        problem.value = `The checks could not be made: ${(error as Error).message}`;
      }
    } while (checkAgain);
    checking.value = false;
  }
  watch([whole, () => settings.machineId], ([now, machine], [, before]) => {
    if (now && now === checked.value && machine === before) return;
    clearTimeout(checkTimer);
    if (now) checkTimer = setTimeout(() => void check(), CHECK_AFTER);
  });

  function reset(): void {
    clearTimeout(checkTimer);
    plan.value = figures.value = planned.value = checked.value = layers.value = null;
    findings.value = [];
    chosen.value = {};
    hooped.value = null;
    leftOut.value = new Map();
    stopped.value = isRough.value = false;
  }

  return {
    plan,
    figures,
    findings,
    minded,
    layers,
    checked,
    checking,
    chosen,
    hooped,
    planned,
    busy,
    problem,
    progress,
    asking,
    waitOn,
    stopped,
    leftOut,
    stop,
    goOn,
    length,
    warning,
    reset,
  };
});
