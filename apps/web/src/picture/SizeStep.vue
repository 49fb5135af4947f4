<script setup lang="ts">
// How large it is to be, in which hoop, and what the smallest of it then is.
import { computed } from 'vue';
import { HOOPS, type Hoop } from '@rosehip/core';
import NumberField from '../fields/NumberField.vue';
import { showNumber } from '../fields/arithmetic.ts';
import { useSettings } from '../stores/settings.ts';
import type { PictureStepsState } from './steps.ts';

const props = defineProps<{ steps: PictureStepsState; hoop: Hoop; ownHoop: boolean }>();
const emit = defineEmits<{ hoop: [hoop: Hoop] }>();
const settings = useSettings();

const ratio = computed(() => {
  const ink = props.steps.seen.value?.ink;
  return ink ? (ink.y1 - ink.y0) / (ink.x1 - ink.x0) : 1;
});
const width = computed(() => props.steps.choices.value.width);
function choose(name: string): void {
  const hoop = HOOPS.find((h) => h.name === name);
  if (hoop) emit('hoop', { ...hoop });
}
const detail = computed(() => {
  const area = props.steps.seen.value?.detail;
  return area == null ? null : `${showNumber(Math.sqrt(area), settings.units, 1)} ${settings.units}`;
});
const tooLarge = computed(
  () => width.value > props.hoop.width || width.value * ratio.value > props.hoop.height,
);
</script>

<template>
  <div class="grid grid-cols-[minmax(0,1fr)] gap-1.5">
    <NumberField
      label="Width"
      :value="width"
      :least="3"
      :most="2000"
      :places="1"
      :step="1"
      inline
      class="justify-between"
      @change="steps.size"
    />
    <NumberField
      label="Height"
      :value="width * ratio"
      :least="3"
      :most="2000"
      :places="1"
      :step="1"
      inline
      class="justify-between"
      @change="steps.size($event / ratio)"
    />
  </div>
  <div v-if="!ownHoop">
    <label class="label" for="picture-hoop">Hoop</label>
    <select
      id="picture-hoop"
      class="field"
      :value="hoop.name"
      @change="choose(($event.target as HTMLSelectElement).value)"
    >
      <option v-for="h in HOOPS" :key="h.name">{{ h.name }}</option>
    </select>
  </div>
  <button
    type="button"
    class="button h-8 justify-center px-1"
    :class="steps.fits.value ? 'border-rosehip bg-blush' : ''"
    :aria-pressed="steps.fits.value"
    @click="steps.fit"
  >
    Fit the hoop
  </button>
  <p v-if="tooLarge" class="text-xs text-rosehip">Larger than the hoop ({{ hoop.name }}).</p>
  <p v-if="detail" class="text-xs text-muted">Smallest detail: {{ detail }} across.</p>
</template>
