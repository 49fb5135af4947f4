<script setup lang="ts">
// How the outlines follow the picture.
import { computed } from 'vue';
import type { PictureChoices } from '@rosehip/core';
import NumberField from '../fields/NumberField.vue';
import Slider from '../fields/Slider.vue';
import type { PictureStepsState } from './steps.ts';

const props = defineProps<{ steps: PictureStepsState }>();
const outlines = computed(() => props.steps.choices.value.outlines);
const colours = computed(() => props.steps.choices.value.colours);
const set = (changes: Partial<PictureChoices['outlines']>): void =>
  props.steps.change({ outlines: { ...outlines.value, ...changes } });
</script>

<template>
  <Slider
    label="Smoothness"
    :value="outlines.smooth"
    :least="0"
    :most="1"
    :step="0.05"
    :says="`${Math.round(100 * outlines.smooth)} %`"
    @change="set({ smooth: $event })"
  />
  <Slider
    label="Corners kept"
    :value="outlines.corners"
    :least="0"
    :most="1"
    :step="0.05"
    :says="`${Math.round(100 * outlines.corners)} %`"
    @change="set({ corners: $event })"
  />
  <NumberField
    label="Least area, mm²"
    unit=""
    :value="colours.specks"
    :least="0"
    :most="100"
    :step="0.1"
    :places="1"
    help="Patches smaller than this are given to their neighbour."
    @change="steps.change({ colours: { ...colours, specks: $event } })"
  />
  <p v-if="steps.seen.value" class="text-xs text-muted">
    {{ steps.seen.value.outlines.length }} {{ steps.seen.value.outlines.length === 1 ? 'shape' : 'shapes' }},
    {{ steps.seen.value.points }} points.
  </p>
</template>
