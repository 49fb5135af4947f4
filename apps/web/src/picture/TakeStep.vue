<script setup lang="ts">
// The picture itself: chosen, turned, cut, straightened, made lighter.
import { Crop, RotateCcw, RotateCw, Scan } from '@lucide/vue';
import { computed } from 'vue';
import { PICTURE_TYPES, TAKEN, WHOLE, type TakenPicture } from '@rosehip/core';
import NumberField from '../fields/NumberField.vue';
import FileButton from '../parts/FileButton.vue';
import IconButton from '../parts/IconButton.vue';
import Slider from '../fields/Slider.vue';
import type { PictureStepsState } from './steps.ts';

const props = defineProps<{ steps: PictureStepsState }>();
const taken = computed(() => props.steps.choices.value.taken);
const set = (changes: Partial<TakenPicture>): void =>
  props.steps.change({ taken: { ...taken.value, ...changes } });
const seen = computed(() => props.steps.seen.value);
const changed = computed(() => JSON.stringify(taken.value) !== JSON.stringify(TAKEN));
</script>

<template>
  <FileButton
    asks="Another picture"
    :accept="PICTURE_TYPES"
    class="h-8 justify-center px-1"
    @files="steps.choose($event[0])"
  >
    Choose another
  </FileButton>
  <div class="flex justify-between">
    <IconButton
      label="Quarter turn to the left"
      @press="set({ quarters: (taken.quarters + 3) % 4, corners: WHOLE })"
      ><RotateCcw :size="16" aria-hidden="true"
    /></IconButton>
    <IconButton
      label="Quarter turn to the right"
      @press="set({ quarters: (taken.quarters + 1) % 4, corners: WHOLE })"
      ><RotateCw :size="16" aria-hidden="true"
    /></IconButton>
    <button
      v-for="m in [
        { mode: 'crop', label: 'Crop', hint: 'Cut the picture by dragging its sides', icon: Crop },
        {
          mode: 'corners',
          label: 'Four corners',
          hint: 'Straighten what was taken askew by its four corners',
          icon: Scan,
        },
      ] as const"
      :key="m.mode"
      type="button"
      class="button button-icon"
      :class="steps.cutting.value === m.mode ? 'border-rosehip bg-blush' : 'button-quiet'"
      :aria-label="m.label"
      :title="m.hint"
      :aria-pressed="steps.cutting.value === m.mode"
      @click="steps.cut(m.mode)"
    >
      <component :is="m.icon" :size="16" aria-hidden="true" />
    </button>
  </div>
  <p
    v-if="steps.sheet.value && steps.sheet.value === taken.corners"
    class="text-xs text-muted"
    title="A sheet of paper was found in the picture: press Four corners to take more or less of it"
  >
    Only its sheet is taken.
  </p>
  <NumberField
    label="Turn by"
    unit="°"
    :value="taken.turn"
    :least="-45"
    :most="45"
    :step="0.5"
    inline
    @change="set({ turn: $event })"
  />
  <Slider
    label="Brightness"
    :value="taken.brightness"
    :least="-0.6"
    :most="0.6"
    :step="0.05"
    @change="set({ brightness: $event })"
  />
  <Slider
    label="Contrast"
    :value="taken.contrast"
    :least="-0.6"
    :most="0.9"
    :step="0.05"
    @change="set({ contrast: $event })"
  />
  <label
    class="flex items-start gap-1.5"
    title="Takes shadows off the paper of a drawing that was photographed; the paper is ground then"
  >
    <input
      type="checkbox"
      class="mt-1 accent-rosehip"
      :checked="taken.even ?? seen?.evened ?? false"
      @change="set({ even: ($event.target as HTMLInputElement).checked })"
    />
    <span>Even light on paper</span>
  </label>
  <p v-if="taken.even && seen && !seen.evened" class="text-xs text-muted">
    No plain paper is seen in this picture.
  </p>
  <button
    v-if="changed"
    type="button"
    class="button h-7 justify-center px-1"
    @click="steps.change({ taken: TAKEN })"
  >
    As it came
  </button>
</template>
