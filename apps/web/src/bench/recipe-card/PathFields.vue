<script setup lang="ts">
// The numbers of a path repeat: which line, how many, and what happens at its corners.
import { computed } from 'vue';
import { findItem, type PathLayout } from '@rosehip/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useRepeatEdit } from '../repeat-edit.ts';

const props = defineProps<{ path: PathLayout }>();
const bench = useBench();
const edit = useRepeatEdit();

const FITS = [
  { value: 'count', label: 'by count' },
  { value: 'step', label: 'by step' },
];
const CORNERS = [
  { value: 'through', label: 'on round them' },
  { value: 'stop', label: 'one at each' },
  { value: 'miss', label: 'none near them' },
];
const along = computed(() => (bench.design ? findItem(bench.design, props.path.along) : null));
const set = (change: Partial<PathLayout>, label: string, live = false): void =>
  edit.apply(edit.withLayout(change), label, live);
</script>

<template>
  <p v-if="along" class="text-muted">
    Along
    <button
      type="button"
      class="button h-7 px-2"
      :title="`Select ${along.name}`"
      @click="bench.selection = [along.id]"
    >
      {{ along.name }}
    </button>
  </p>
  <div class="grid grid-cols-2 gap-2">
    <ChoiceField
      label="Fitted"
      :value="path.fit"
      :choices="FITS"
      @change="set({ fit: $event as PathLayout['fit'] }, 'Fitting')"
    />
    <NumberField
      v-if="path.fit === 'count'"
      label="Copies"
      :value="path.count"
      unit=""
      :least="1"
      :most="500"
      :step="1"
      @live="set({ count: Math.round($event) }, 'Copies', true)"
      @change="set({ count: Math.round($event) }, 'Copies')"
    />
    <NumberField
      v-else
      label="Step"
      :value="path.step"
      :least="0.2"
      :most="500"
      :step="0.5"
      help="About so far from copy to copy: a whole number is fitted."
      @live="set({ step: $event }, 'Step', true)"
      @change="set({ step: $event }, 'Step')"
    />
    <ChoiceField
      label="At corners"
      :value="path.corners"
      :choices="CORNERS"
      @change="set({ corners: $event as PathLayout['corners'] }, 'Corners')"
    />
  </div>
</template>
