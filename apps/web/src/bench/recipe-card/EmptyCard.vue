<script setup lang="ts">
// The card while nothing is selected: the thread that new objects get.
import { Upload } from '@lucide/vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { useAskForFiles } from '../bring-in.ts';
import Hints from '../Hints.vue';
import AdaptFields from './AdaptFields.vue';
import KeptRecipes from './KeptRecipes.vue';
import ThreadPicker from './ThreadPicker.vue';

const bench = useBench();
const view = useView();
const ask = useAskForFiles();
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
    <template v-if="bench.design?.objects.length">
      <button type="button" class="button mt-4" title="Or drop files on the cloth" @click="ask()">
        <Upload :size="16" aria-hidden="true" /> Bring in a drawing or stitches
      </button>
      <AdaptFields class="mt-2" />
    </template>
    <h3 class="mt-5 mb-1 text-sm">Thread for new objects</h3>
    <ThreadPicker :code="view.thread" @choose="view.thread = $event" />
    <KeptRecipes class="mt-5" />
  </section>
</template>
