<script setup lang="ts">
// Stitches chosen for shapes: one slider from more fill to more satin, seen on the cloth until it is taken or left.
import { computed, onBeforeUnmount, watch } from 'vue';
import { figuresOf } from '@rosehip/core';
import Slider from '../../fields/Slider.vue';
import { useCompared } from '../../parts/compared.ts';
import { counted, sewingTime } from '../../parts/time.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useChoosing } from './choose-edit.ts';

const bench = useBench();
const sewing = useSewing();
const choosing = useChoosing();
const { satin, found, problem } = choosing;

// What is selected, or was changed meanwhile, asks anew.
watch([() => bench.selection.join(), () => bench.committed], choosing.look, { immediate: true });
onBeforeUnmount(choosing.forget);

const percent = (v: number): string => `${Math.round(100 * v)} %`;
const { before, move, back } = useCompared(
  () => satin.value,
  (value) => {
    satin.value = value;
    void choosing.look();
  },
);
const said = (n: number, one: string, more: string): string => `${n} ${n === 1 ? one : more}`;
const of = computed(() => {
  const { length } = bench.selection;
  return !length
    ? 'Every shape of this design'
    : length === 1
      ? bench.selected[0]?.name
      : `${length} selected`;
});
const figures = computed(() => (sewing.plan ? figuresOf(sewing.plan) : null));
</script>

<template>
  <section class="grid content-start gap-4 p-4" aria-label="Choose stitches">
    <header>
      <h2 class="text-lg">Choose stitches</h2>
      <p class="text-muted">{{ of }}</p>
    </header>
    <Slider
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
      v-if="before !== null && before !== satin"
      type="button"
      class="button justify-center"
      title="Goes to and fro between the two"
      @click="back"
    >
      Compare with {{ percent(before) }}
    </button>
    <p v-if="problem" role="alert">{{ problem }}</p>
    <template v-if="found">
      <p aria-live="polite">
        {{ said(found.counts.satin, 'satin', 'satins') }}, {{ said(found.counts.fill, 'fill', 'fills') }},
        {{ said(found.counts.line, 'line', 'lines')
        }}<template v-if="found.hidden">
          ; {{ said(found.hidden, 'shape lies', 'shapes lie') }} hidden and
          {{ found.hidden === 1 ? 'is' : 'are' }} left out</template
        >.
        <template v-if="figures"
          >The whole design: {{ counted(figures.stitches) }} stitches,
          {{ sewingTime(figures.seconds) }}.</template
        >
      </p>
      <p class="text-muted">
        Narrow shapes become satin, lines are sewn along their middle, wide ones are filled at angles of their
        own. What lies hidden is left out, and each reaches a little beneath its later neighbours. Words and
        plain stitches stay as they are.
      </p>
      <div class="grid grid-cols-2 gap-2">
        <button type="button" class="button button-primary justify-center" @click="choosing.take">
          Take them
        </button>
        <button type="button" class="button justify-center" @click="choosing.leave">Leave them</button>
      </div>
    </template>
    <button v-else-if="problem" type="button" class="button justify-center" @click="choosing.leave">
      To the recipe card
    </button>
  </section>
</template>
