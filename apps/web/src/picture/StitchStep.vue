<script setup lang="ts">
// From more fill to more satin, compared with what was before; and the cloth it is sewn on.
import { computed } from 'vue';
import { clothById, CLOTHS, type Design, type PictureChoices } from '@rosehip/core';
import { useCompared } from '../parts/compared.ts';
import Slider from '../fields/Slider.vue';
import type { PictureStepsState } from './steps.ts';

const props = defineProps<{ steps: PictureStepsState; cloth: Design['cloth']; ownCloth: boolean }>();
const emit = defineEmits<{ cloth: [cloth: Design['cloth']] }>();
const satin = computed(() => props.steps.choices.value.stitches.satin);
const stitches = computed(() => props.steps.choices.value.stitches);
const put = (changes: Partial<PictureChoices['stitches']>): void =>
  props.steps.change({ stitches: { ...stitches.value, ...changes } });
const { before, move, back } = useCompared(
  () => satin.value,
  (value) => put({ satin: value }),
);
const counts = computed(() => props.steps.made.value?.counts);
const said = (n: number, one: string, more: string): string => `${n} ${n === 1 ? one : more}`;
const percent = (v: number): string => `${Math.round(100 * v)} %`;
</script>

<template>
  <div>
    <label class="label" for="picture-as">Sewn as</label>
    <select
      id="picture-as"
      class="field"
      :value="stitches.as"
      @change="put({ as: ($event.target as HTMLSelectElement).value as 'areas' })"
    >
      <option value="areas">areas</option>
      <option value="outlines">outlines</option>
      <option value="middle">one line, its middle</option>
    </select>
  </div>
  <Slider
    v-if="stitches.as === 'areas'"
    label="Fill or satin"
    :value="satin"
    :least="0"
    :most="1"
    :step="0.05"
    :says="percent(satin)"
    :ends="['more fill', 'more satin']"
    @change="move"
  />
  <button
    v-if="stitches.as === 'areas' && before !== null && before !== satin"
    type="button"
    class="button h-8 justify-center px-1"
    title="Goes to and fro between the two"
    @click="back"
  >
    Compare with {{ percent(before) }}
  </button>
  <p v-if="counts" class="text-xs text-muted">
    {{ said(counts.satin, 'satin', 'satins') }}, {{ said(counts.fill, 'fill', 'fills') }},
    {{ said(counts.line, 'line', 'lines') }}.
  </p>
  <div v-if="!ownCloth">
    <label class="label" for="picture-cloth">Cloth</label>
    <select
      id="picture-cloth"
      class="field"
      :value="cloth.kind"
      @change="
        emit('cloth', {
          kind: ($event.target as HTMLSelectElement).value,
          colour: clothById(($event.target as HTMLSelectElement).value).colour,
        })
      "
    >
      <option v-for="c in CLOTHS" :key="c.id" :value="c.id">{{ c.name }}</option>
    </select>
  </div>
</template>
