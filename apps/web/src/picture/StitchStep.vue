<script setup lang="ts">
// From more fill to more satin, compared with what was before; and the cloth it is sewn on.
import { computed } from 'vue';
import { clothById, CLOTHS, type Design, type PictureChoices } from '@rosehip/core';
import FillOrSatin from '../parts/FillOrSatin.vue';
import { kindsSaid } from '../parts/kinds-said.ts';
import type { PictureStepsState } from './steps.ts';

const props = defineProps<{ steps: PictureStepsState; cloth: Design['cloth']; ownCloth: boolean }>();
const emit = defineEmits<{ cloth: [cloth: Design['cloth']] }>();
const stitches = computed(() => props.steps.choices.value.stitches);
const put = (changes: Partial<PictureChoices['stitches']>): void =>
  props.steps.change({ stitches: { ...stitches.value, ...changes } });
const counts = computed(() => props.steps.made.value?.counts);
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
  <FillOrSatin v-if="stitches.as === 'areas'" :value="stitches.satin" @change="put({ satin: $event })" />
  <p v-if="counts" class="text-xs text-muted">{{ kindsSaid(counts) }}.</p>
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
