<script setup lang="ts">
// Choosing stitches: along the thread, all, by their length.
import { lengthCounts, marksByLength } from '@rosehip/core';
import { useTimeoutFn, watchDebounced } from '@vueuse/core';
import { computed, defineAsyncComponent, shallowRef, watch } from 'vue';
import NumberField from '../../fields/NumberField.vue';
import CommandButton from '../../parts/CommandButton.vue';
import { useMend } from '../tools/mend-edit.ts';
import { useMendNeeds } from './needs.ts';

const LengthChart = defineAsyncComponent(() => import('./LengthChart.vue'));

/** Longer than any stitch, in mm. */
const LONGEST = 100;

const mend = useMend();
const need = useMendNeeds();
const longest = computed(
  () =>
    Math.max(
      0,
      counts.value.findLastIndex((count) => count > 0),
    ) / 10,
);
/** Counted once the hand rests (the chart need not follow every step), and after the panel is there: of many, both take their time. */
const counts = shallowRef<number[]>([]);
const count = (): void => void (counts.value = mend.records.value ? lengthCounts(mend.records.value) : []);
const { start: countSoon } = useTimeoutFn(count, 0);
watch(() => mend.item.value?.id, countSoon);
watchDebounced(mend.records, count, { debounce: 250 });

/** The lengths that were chosen by, as long as what is chosen is just that. */
const range = shallowRef<[number, number] | null>(null);
let byLength: Uint8Array | null = null;
watch(mend.marked, (now) => {
  if (now !== byLength) range.value = null;
});
function chooseRange(least: number, most: number): void {
  if (!mend.records.value) return;
  byLength = marksByLength(mend.records.value, least, most);
  range.value = [least, most];
  mend.choose(byLength);
}

/** Everything along the thread from the first to the last chosen point. */
function chooseBetween(): void {
  const { marked, first } = mend;
  mend.choose(marked.value.slice().fill(1, first.value, marked.value.lastIndexOf(1) + 1));
}
</script>

<template>
  <div class="grid gap-1.5">
    <div class="grid grid-cols-3 gap-1.5">
      <CommandButton label="Before" hint="Back along the thread (Shift Tab)" @press="mend.step(-1)" />
      <CommandButton label="Next" hint="On along the thread (Tab)" @press="mend.step(1)" />
      <CommandButton
        label="Between"
        hint="All along the thread from the first to the last that is chosen"
        :blocked="need.many.value"
        @press="chooseBetween"
      />
      <CommandButton label="All" @press="mend.choose(mend.marked.value.slice().fill(1))" />
      <CommandButton
        label="Others"
        hint="What is not chosen now, and not what is"
        :blocked="need.some.value"
        @press="mend.choose(mend.marked.value.map((mark) => 1 - mark))"
      />
      <CommandButton label="None" :blocked="need.some.value" @press="mend.chooseNone()" />
    </div>
    <LengthChart :counts="counts" :range="range" @range="chooseRange" />
    <div class="grid grid-cols-2 gap-2">
      <NumberField
        label="Stitches from"
        :value="range?.[0] ?? 0"
        :least="0"
        :most="LONGEST"
        @change="chooseRange($event, Math.max($event, range?.[1] ?? longest))"
      />
      <NumberField
        label="to"
        :value="range?.[1] ?? longest"
        :least="0"
        :most="LONGEST"
        @change="chooseRange(Math.min($event, range?.[0] ?? 0), $event)"
      />
    </div>
  </div>
</template>
