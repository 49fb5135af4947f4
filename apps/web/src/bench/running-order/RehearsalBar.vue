<script setup lang="ts">
// Plays the stitches: on and back, faster and slower, step by step, from mark to mark, round and round.
import {
  ChevronFirst,
  ChevronLast,
  Pause,
  Play,
  Repeat,
  SlidersHorizontal,
  StepBack,
  StepForward,
} from '@lucide/vue';
import { everyLeaf, originOf } from '@rosehip/core';
import { computed, ref } from 'vue';
import { useHoopings } from '../hoopings.ts';
import IconButton from '../../parts/IconButton.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { SPEEDS, useRehearsal, type SkipTo } from '../../stores/rehearsal.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useView } from '../../stores/view.ts';

const bench = useBench();
const sewing = useSewing();
const rehearsal = useRehearsal();
const view = useView();

const nothing = computed(() => (rehearsal.length ? undefined : 'There are no stitches to rehearse yet.'));
const { several } = useHoopings();
const KINDS = computed((): SkipTo[] => [
  'object',
  'colour',
  'trim',
  'jump',
  'stop',
  ...(several.value ? ['hooping' as const] : []),
]);
const skipTo = ref<SkipTo>('colour');
const none = computed(
  () =>
    nothing.value ??
    (rehearsal.places(skipTo.value).length ? undefined : `This design has no ${skipTo.value} to skip to.`),
);

/** The stretch of what is selected, or of everything. */
const stretch = computed(() => {
  const ids = new Set([...everyLeaf(bench.selected)].map((l) => l.id));
  const shares = (sewing.plan?.objects ?? []).filter(
    (o) => o.to > o.from && (!ids.size || ids.has(originOf(o.id))),
  );
  return shares.length ? { from: shares[0].from, to: shares[shares.length - 1].to } : null;
});
const loopHint = computed(() =>
  rehearsal.loop
    ? 'Stop playing this part again and again'
    : bench.selection.length
      ? 'Play what is selected again and again'
      : 'Play everything again and again; select objects to loop only them',
);
</script>

<template>
  <div class="flex items-center gap-0.5" role="group" aria-label="Rehearsal">
    <IconButton
      :label="rehearsal.playing && rehearsal.direction < 0 ? 'Pause running backwards' : 'Run backwards'"
      hint="Play backwards (J)"
      :blocked="nothing"
      @press="rehearsal.playing ? rehearsal.pause() : rehearsal.play(-1)"
    >
      <component
        :is="rehearsal.playing && rehearsal.direction < 0 ? Pause : Play"
        :size="16"
        class="rotate-180"
        aria-hidden="true"
      />
    </IconButton>
    <button
      type="button"
      class="button button-icon button-primary"
      :aria-label="rehearsal.playing ? 'Pause' : 'Play'"
      :title="nothing ?? (rehearsal.playing ? 'Pause (K)' : 'Rehearse the stitches (K)')"
      :aria-disabled="!!nothing || undefined"
      @click="rehearsal.playing ? rehearsal.pause() : rehearsal.play()"
    >
      <component :is="rehearsal.playing ? Pause : Play" :size="18" aria-hidden="true" />
    </button>
    <label class="sr-only" for="speed">Speed of the rehearsal</label>
    <select
      id="speed"
      v-model.number="rehearsal.speed"
      class="field ml-1 w-[82px]"
      title="Speed, times the machine’s own"
    >
      <option v-for="s in SPEEDS" :key="s" :value="s">× {{ s }}</option>
    </select>
    <IconButton
      label="One stitch back"
      hint="One stitch back (,)"
      :blocked="nothing"
      @press="rehearsal.step(-1)"
    >
      <StepBack :size="16" aria-hidden="true" />
    </IconButton>
    <IconButton label="One stitch on" hint="One stitch on (.)" :blocked="nothing" @press="rehearsal.step(1)">
      <StepForward :size="16" aria-hidden="true" />
    </IconButton>
    <span class="mx-1 h-5 w-px bg-line" />
    <IconButton
      :label="`Previous ${skipTo}`"
      :hint="`Back to the ${skipTo} before`"
      :blocked="none"
      @press="rehearsal.skip(-1, skipTo)"
    >
      <ChevronFirst :size="18" aria-hidden="true" />
    </IconButton>
    <label class="sr-only" for="skip-to">Skip to</label>
    <select id="skip-to" v-model="skipTo" class="field w-[86px]" title="What to skip to">
      <option v-for="k in KINDS" :key="k" :value="k">{{ k }}</option>
    </select>
    <IconButton
      :label="`Next ${skipTo}`"
      :hint="`On to the next ${skipTo}`"
      :blocked="none"
      @press="rehearsal.skip(1, skipTo)"
    >
      <ChevronLast :size="18" aria-hidden="true" />
    </IconButton>
    <button
      type="button"
      class="button button-quiet button-icon"
      :class="rehearsal.loop ? 'bg-blush text-rosehip' : ''"
      aria-label="Loop"
      :aria-pressed="!!rehearsal.loop"
      :title="nothing ?? loopHint"
      :aria-disabled="!!nothing || undefined"
      @click="!nothing && rehearsal.setLoop(rehearsal.loop ? null : stretch)"
    >
      <Repeat :size="16" aria-hidden="true" />
    </button>
    <button
      type="button"
      class="button button-quiet button-icon"
      :class="view.panel === 'rehearsal' ? 'bg-blush text-rosehip' : ''"
      aria-label="Rehearsal options"
      title="What is shown, and for which machine"
      :aria-pressed="view.panel === 'rehearsal'"
      @click="view.panel = view.panel === 'rehearsal' ? 'card' : 'rehearsal'"
    >
      <SlidersHorizontal :size="16" aria-hidden="true" />
    </button>
  </div>
</template>
