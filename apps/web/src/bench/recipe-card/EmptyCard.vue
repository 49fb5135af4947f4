<script setup lang="ts">
// The card while nothing is selected: the thread that new objects get.
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import Hints from '../Hints.vue';
import AdaptFields from './AdaptFields.vue';
import KeptRecipes from './KeptRecipes.vue';
import ThreadPicker from './ThreadPicker.vue';

const bench = useBench();
const view = useView();
</script>

<template>
  <section class="p-4" aria-label="Recipe card">
    <Hints />
    <h2 class="mb-2 text-lg">Recipe card</h2>
    <p class="text-muted">
      {{
        bench.design?.objects.length
          ? 'Select an object on the cloth or in the running order to see how it is stitched.'
          : 'What is drawn comes here: how it is stitched, what goes around it, its thread.'
      }}
    </p>
    <AdaptFields v-if="bench.design?.objects.length" class="mt-4" />
    <h3 class="mt-5 mb-1 text-sm">Thread for new objects</h3>
    <ThreadPicker :code="view.thread" @choose="view.thread = $event" />
    <KeptRecipes class="mt-5" />
  </section>
</template>
