// The plan of the design on the bench, made by the engine after every change, and what the checks find in it.
import * as Comlink from 'comlink';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import type { Design, Figures, Finding, LayerGrid, Plan, SettingValue } from '@rosehip/core';
import { stopEngine, useChecker, useEngine, withoutPictureData } from '../workers/engine.ts';
import { rest } from '../workers/rest.ts';
import { useBench } from './bench.ts';
import { useSettings } from './settings.ts';

/** The checks wait until the hand has been still for so long, in ms. */
const CHECK_AFTER = 150;
/** Stitching that takes longer says how far it is, in ms. */
const SLOW = 300;

export const useSewing = defineStore('sewing', () => {
  const bench = useBench();
  const settings = useSettings();
  const plan = shallowRef<Plan | null>(null);
  const figures = shallowRef<Figures | null>(null);
  /** What settings that are left to the engine come to, by object and name. */
  const chosen = shallowRef<Record<string, Record<string, SettingValue>>>({});
  /** The design that the plan was made from. */
  const planned = shallowRef<Design | null>(null);
  const busy = ref(false);
  const problem = ref('');
  const length = computed(() => plan.value?.x.length ?? 0);

  /** How far stitching is that takes long: objects done, of how many (0: not known yet); else null. */
  const progress = ref<{ done: number; of: number } | null>(null);
  /** Stitching was stopped by the person: the plan is older than the design. */
  const stopped = ref(false);
  let giveUp = (): void => {};
  // One for all requests: each proxy is a channel of its own.
  const tellProgress = Comlink.proxy((done: number, of: number) => {
    if (progress.value) progress.value = { done, of };
  });

  let wanted: Design | null = null;
  /** Newest request wins: while one is under way, only the last of those that came is kept. */
  async function request(design: Design | null): Promise<void> {
    wanted = design;
    if (busy.value || !design) return;
    busy.value = true;
    while (wanted) {
      const now: Design = wanted;
      wanted = null;
      const asked = performance.now();
      const slowly = setTimeout(() => (progress.value = { done: 0, of: 0 }), SLOW);
      try {
        const work = useEngine().sew(withoutPictureData(now), settings.machineId, tellProgress);
        const sewn = await Promise.race([work, new Promise<null>((end) => (giveUp = () => end(null)))]);
        if (!sewn) {
          stopped.value = true;
          continue;
        }
        stopped.value = false;
        problem.value = '';
        plan.value = sewn.plan;
        figures.value = sewn.figures;
        chosen.value = sewn.chosen;
        planned.value = now;
      } catch (error) {
        problem.value = `The stitches could not be made: ${(error as Error).message}`;
      } finally {
        clearTimeout(slowly);
        progress.value = null;
      }
      if (wanted) await rest(performance.now() - asked);
    }
    busy.value = false;
  }
  /** Stops what takes too long: the stitches stay those of before the last change, until the next one. */
  function stop(): void {
    wanted = null;
    stopEngine();
    giveUp();
  }
  const goOn = (): Promise<void> => request(bench.design);
  watch([() => bench.design, () => settings.machineId], ([design]) => request(design));

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
  /** Runs the checks in their own worker, on the newest plan only. */
  async function check(): Promise<void> {
    if (checking.value) {
      checkAgain = true;
      return;
    }
    checking.value = true;
    do {
      checkAgain = false;
      const design = planned.value;
      if (!design) break;
      try {
        const report = await useChecker().check(withoutPictureData(design), settings.machineId);
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
  watch([planned, () => settings.machineId], () => {
    clearTimeout(checkTimer);
    if (planned.value) checkTimer = setTimeout(() => void check(), CHECK_AFTER);
  });

  function reset(): void {
    clearTimeout(checkTimer);
    plan.value = figures.value = planned.value = checked.value = layers.value = null;
    findings.value = [];
    chosen.value = {};
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
    planned,
    busy,
    problem,
    progress,
    stopped,
    stop,
    goOn,
    length,
    warning,
    reset,
  };
});
