<script setup lang="ts">
// What of the picture is ground, which is not sewn.
import { computed } from 'vue';
import type { GroundChoice } from '@rosehip/core';
import Slider from '../fields/Slider.vue';
import type { PictureStepsState } from './steps.ts';

const props = defineProps<{ steps: PictureStepsState }>();
const ground = computed(() => props.steps.choices.value.ground);
const set = (changes: Partial<GroundChoice>): void =>
  props.steps.change({ ground: { ...ground.value, ...changes } });
</script>

<template>
  <div>
    <label class="label" for="picture-ground">Ground is</label>
    <select
      id="picture-ground"
      class="field"
      :value="ground.from"
      @change="set({ from: ($event.target as HTMLSelectElement).value as GroundChoice['from'] })"
    >
      <option value="corners">{{ steps.seen.value?.evened ? 'like the paper' : 'like the corners' }}</option>
      <option value="places">where I press it</option>
      <option value="clear">only what’s clear</option>
    </select>
  </div>
  <p v-if="ground.from === 'places'" class="text-xs text-muted">
    <template v-if="!ground.places.length">Press the picture where ground is.</template>
    <template v-else>
      {{ ground.places.length }} {{ ground.places.length === 1 ? 'place' : 'places' }}.
      <button
        type="button"
        class="font-medium text-rosehip underline"
        @click="set({ places: ground.places.slice(0, -1) })"
      >
        Take back the last
      </button>
    </template>
  </p>
  <template v-if="ground.from !== 'clear'">
    <Slider
      label="Tolerance"
      :value="ground.tolerance"
      :least="1"
      :most="30"
      :step="1"
      :says="String(ground.tolerance)"
      @change="set({ tolerance: $event })"
    />
    <label class="flex items-start gap-1.5">
      <input
        type="checkbox"
        class="mt-1 accent-rosehip"
        :checked="ground.islands"
        @change="set({ islands: ($event.target as HTMLInputElement).checked })"
      />
      <span>Its islands, too</span>
    </label>
  </template>
</template>
