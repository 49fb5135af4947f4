// The plan of the design on the bench, made by the engine after every change, and the rehearsal of it.
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import {
  Move,
  recordAt,
  type Design,
  type Figures,
  type Finding,
  type Plan,
  type SettingValue,
} from '@rosehip/core';
import { useEngine, withoutPictureData } from '../workers/engine.ts';
import { useBench } from './bench.ts';
import { rest } from '../workers/rest.ts';

export const SPEEDS = [1, 4, 16, 60, 250, 500];

export const useSewing = defineStore('sewing', () => {
  const bench = useBench();
  const plan = shallowRef<Plan | null>(null);
  const figures = shallowRef<Figures | null>(null);
  const findings = shallowRef<Finding[]>([]);
  /** What settings that are left to the engine come to, by object and name. */
  const chosen = shallowRef<Record<string, Record<string, SettingValue>>>({});
  /** The design that the plan was made from. */
  const planned = shallowRef<Design | null>(null);
  const busy = ref(false);
  const problem = ref('');
  /** Records sewn; the plan's length when all of it is. */
  const playhead = ref(0);
  const playing = ref(false);
  const speed = ref(16);

  const length = computed(() => plan.value?.x.length ?? 0);
  const atEnd = computed(() => playhead.value >= length.value);
  const secondsAt = (record: number): number =>
    record > 0 && plan.value?.time.length ? plan.value.time[Math.min(record, length.value) - 1] : 0;
  const seconds = computed(() => secondsAt(playhead.value));

  /** Stitches among the records before each one; entry n holds them all. */
  const stitchCount = computed(() => {
    const move = plan.value?.move ?? new Uint8Array();
    const out = new Uint32Array(move.length + 1);
    for (let i = 0; i < move.length; i++) out[i + 1] = out[i] + (move[i] === Move.stitch ? 1 : 0);
    return out;
  });
  /** A sentence when the design reaches beyond its hoop. */
  const warning = computed(() => findings.value.find((f) => f.id === 'outside-hoop')?.sentence ?? null);
  const stitchesSewn = computed(() => stitchCount.value[Math.min(playhead.value, length.value)] ?? 0);

  let wanted: Design | null = null;
  /** Newest request wins: while one is under way, only the last of those that came is kept. */
  async function request(design: Design | null): Promise<void> {
    wanted = design;
    if (busy.value || !design) return;
    busy.value = true;
    while (wanted) {
      const now: Design = wanted;
      wanted = null;
      const wasAtEnd = atEnd.value;
      const asked = performance.now();
      try {
        const sewn = await useEngine().sew(withoutPictureData(now));
        problem.value = '';
        plan.value = sewn.plan;
        figures.value = sewn.figures;
        findings.value = sewn.findings;
        chosen.value = sewn.chosen;
        planned.value = now;
        playhead.value =
          wasAtEnd && !playing.value ? sewn.plan.x.length : Math.min(playhead.value, sewn.plan.x.length);
      } catch (error) {
        problem.value = `The stitches could not be made: ${(error as Error).message}`;
      }
      if (wanted) await rest(performance.now() - asked);
    }
    busy.value = false;
  }
  watch(() => bench.design, request);

  function reset(): void {
    playing.value = false;
    plan.value = figures.value = planned.value = null;
    findings.value = [];
    chosen.value = {};
    playhead.value = 0;
  }

  let frame = 0;
  let last = 0;
  let clock = 0;
  function tick(now: number): void {
    if (!playing.value || !plan.value) return;
    clock += Math.min(0.25, (now - last) / 1000) * speed.value;
    last = now;
    playhead.value = recordAt(plan.value, clock);
    if (atEnd.value) playing.value = false;
    else frame = requestAnimationFrame(tick);
  }

  function play(): void {
    if (!length.value) return;
    if (atEnd.value) playhead.value = 0;
    clock = seconds.value;
    last = performance.now();
    playing.value = true;
    cancelAnimationFrame(frame);
    frame = requestAnimationFrame(tick);
  }

  function pause(): void {
    playing.value = false;
    cancelAnimationFrame(frame);
  }

  function seek(record: number): void {
    playhead.value = Math.min(length.value, Math.max(0, Math.round(record)));
    clock = seconds.value;
  }

  /** Goes to the next or previous record of these kinds, or to the plan's end or beginning. */
  function skip(direction: 1 | -1, moves: readonly number[]): void {
    const { move } = plan.value ?? {};
    if (!move) return;
    let i = direction > 0 ? playhead.value : playhead.value - 2;
    while (i >= 0 && i < move.length && !moves.includes(move[i])) i += direction;
    seek(i < 0 ? 0 : i + 1);
  }

  return {
    plan,
    figures,
    findings,
    chosen,
    planned,
    busy,
    problem,
    playhead,
    playing,
    speed,
    length,
    atEnd,
    seconds,
    secondsAt,
    stitchesSewn,
    warning,
    reset,
    play,
    pause,
    seek,
    skip,
  };
});
