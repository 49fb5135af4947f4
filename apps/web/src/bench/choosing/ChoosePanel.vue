<script setup lang="ts">
// Stitches chosen for shapes: one slider from more fill to more satin, seen on the cloth until it is taken or left.
import { computed, onBeforeUnmount, watch } from 'vue';
import { figuresOf } from '@rosehip/core';
import FillOrSatin from '../../parts/FillOrSatin.vue';
import { kindsSaid } from '../../parts/kinds-said.ts';
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

function set(value: number): void {
  satin.value = value;
  void choosing.look();
}
const left = computed(() => found.value?.hidden ?? 0);
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
    <FillOrSatin :value="satin" @change="set" />
    <p v-if="problem" role="alert">{{ problem }}</p>
    <template v-if="found">
      <p aria-live="polite">
        {{ kindsSaid(found.counts)
        }}<template v-if="left"
          >; {{ left }} {{ left === 1 ? 'shape lies hidden and is' : 'shapes lie hidden and are' }} left
          out</template
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
