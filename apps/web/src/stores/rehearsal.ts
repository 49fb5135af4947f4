// The rehearsal: where its playhead stands, how it runs, and what of the stitches is shown meanwhile.
import { useKept } from '../parts/kept.ts';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { Move, noteOfStop, recordAt } from '@rosehip/core';
import { useSewing } from './sewing.ts';

export const SPEEDS = [1, 4, 16, 60, 250, 500];

/** What the playhead can skip to. */
export type SkipTo = 'object' | 'colour' | 'trim' | 'jump' | 'stop' | 'hooping';

/** Before another colour the thread is cut too. */
const MOVES: Record<Exclude<SkipTo, 'object' | 'hooping'>, number[]> = {
  colour: [Move.change],
  trim: [Move.trim, Move.change],
  jump: [Move.jump],
  stop: [Move.stop],
};

/** The longest step of the clock, in seconds: a page that was hidden does not leap. */
const LONGEST_STEP = 0.25;

export const useRehearsal = defineStore('rehearsal', () => {
  const sewing = useSewing();
  /** Records sewn; the plan's length when all of it is. */
  const playhead = ref(0);
  const playing = ref(false);
  /** 1 forwards, −1 backwards. */
  const direction = ref<1 | -1>(1);
  const speed = useKept('rosehip-speed', 16);
  /** A part that is played again and again, as records. */
  const loop = shallowRef<{ from: number; to: number } | null>(null);
  /** The note of the stop that the rehearsal waits at. */
  const waitsAt = ref<string | null>(null);

  /* What is shown */
  const rest = useKept<'faint' | 'hidden'>('rosehip-rest', 'faint');
  const pauseAtStops = useKept('rosehip-pause-at-stops', true);
  const follow = useKept('rosehip-follow-needle', false);
  const showNeedle = useKept('rosehip-show-needle', true);
  const dimUnderlay = ref(false);
  /** Only this thread is shown; null for all. */
  const onlyThread = ref<string | null>(null);
  /** The heat map of thread layers lies over the stitches. */
  const heat = ref(false);

  const length = computed(() => sewing.length);
  const atEnd = computed(() => playhead.value >= length.value);
  const secondsAt = (record: number): number => {
    const time = sewing.plan?.time;
    return record > 0 && time?.length ? time[Math.min(record, length.value) - 1] : 0;
  };
  const seconds = computed(() => secondsAt(playhead.value));
  const secondsLeft = computed(() => Math.max(0, secondsAt(length.value) - seconds.value));

  /** The few records that are no stitches, in order. */
  const others = computed(() => {
    const move = sewing.plan?.move ?? new Uint8Array();
    const out: number[] = [];
    for (let i = 0; i < move.length; i++) if (move[i] !== Move.stitch) out.push(i);
    return out;
  });
  const stitchesSewn = computed(() => {
    const records = Math.min(playhead.value, length.value);
    const before = others.value.findIndex((i) => i >= records);
    return records - (before < 0 ? others.value.length : before);
  });

  // A new plan: what was sewn to the end stays so, anything else keeps its record.
  watch(
    () => sewing.plan,
    (plan, before) => {
      const wasAtEnd = playhead.value >= (before?.x.length ?? 0);
      const now = plan?.x.length ?? 0;
      playhead.value = wasAtEnd && !playing.value ? now : Math.min(playhead.value, now);
      if (loop.value && loop.value.to > now) loop.value = null;
      if (onlyThread.value && !sewing.figures?.threads.includes(onlyThread.value)) onlyThread.value = null;
    },
    { flush: 'sync' },
  );

  /** Records just after each stop, in order. */
  const stops = computed(() =>
    others.value.filter((i) => sewing.plan?.move[i] === Move.stop).map((i) => i + 1),
  );

  let frame = 0;
  let last = 0;
  let clock = 0;
  function tick(now: number): void {
    const { plan } = sewing;
    if (!playing.value || !plan) return;
    const before = playhead.value;
    clock += Math.min(LONGEST_STEP, (now - last) / 1000) * speed.value * direction.value;
    last = now;
    let next = clock <= 0 ? 0 : recordAt(plan, clock);
    const stop =
      pauseAtStops.value && direction.value > 0
        ? stops.value.find((record) => record > before && record <= next)
        : undefined;
    if (stop !== undefined) {
      next = stop;
      waitsAt.value = noteAt(stop);
    }
    const { from, to } = loop.value ?? { from: 0, to: length.value };
    if (loop.value && (direction.value > 0 ? next >= to : next <= from)) {
      next = direction.value > 0 ? from : to;
      clock = secondsAt(next);
    }
    playhead.value = next;
    const done = direction.value > 0 ? atEnd.value : next <= 0;
    if (stop !== undefined || (done && !loop.value)) playing.value = false;
    else frame = requestAnimationFrame(tick);
  }

  /** The note of the stop just before a record. */
  function noteAt(record: number): string {
    const { plan, planned } = sewing;
    return plan && planned ? noteOfStop(planned, plan, record - 1) : '';
  }

  function play(way: 1 | -1 = 1): void {
    if (!length.value) return;
    const { from, to } = loop.value ?? { from: 0, to: length.value };
    if (way > 0 && playhead.value >= to) playhead.value = from;
    if (way < 0 && playhead.value <= from) playhead.value = to;
    direction.value = way;
    waitsAt.value = null;
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
    waitsAt.value = null;
  }

  /** One record on or back; the rehearsal pauses. */
  function step(by: number): void {
    pause();
    seek(playhead.value + by);
  }

  /** Records just after which something begins or happens, in order. */
  function places(to: SkipTo): number[] {
    const { plan } = sewing;
    if (!plan) return [];
    if (to === 'object') return plan.objects.filter((o) => o.to > o.from).map((o) => o.from);
    if (to === 'hooping') return (plan.hoopings ?? []).map((h) => h.from);
    const out: number[] = [];
    for (const move of MOVES[to])
      for (let i = plan.move.indexOf(move); i >= 0; i = plan.move.indexOf(move, i + 1)) out.push(i + 1);
    return out.sort((a, b) => a - b);
  }

  /** Goes to the next or previous place of a sort, or to the plan's end or beginning. */
  function skip(way: 1 | -1, to: SkipTo): void {
    const all = places(to);
    const next = way > 0 ? all.find((r) => r > playhead.value) : all.findLast((r) => r < playhead.value);
    seek(next ?? (way > 0 ? length.value : 0));
  }

  /** Plays one stretch again and again; null plays on. */
  function setLoop(part: { from: number; to: number } | null): void {
    loop.value = part && part.to > part.from ? part : null;
    if (loop.value && (playhead.value < loop.value.from || playhead.value >= loop.value.to))
      seek(loop.value.from);
  }

  function reset(): void {
    pause();
    playhead.value = 0;
    loop.value = null;
    waitsAt.value = null;
    onlyThread.value = null;
    dimUnderlay.value = heat.value = false;
  }

  return {
    playhead,
    playing,
    direction,
    speed,
    loop,
    waitsAt,
    rest,
    pauseAtStops,
    follow,
    showNeedle,
    dimUnderlay,
    onlyThread,
    heat,
    length,
    atEnd,
    seconds,
    secondsLeft,
    secondsAt,
    stitchesSewn,
    play,
    pause,
    seek,
    step,
    skip,
    places,
    setLoop,
    reset,
  };
});
