<script setup lang="ts">
// The stitches that are mended: what of them is chosen, and what can be done to that, to pieces, and to the whole.
import { stitchesJob } from '@rosehip/core';
import { useTimeoutFn } from '@vueuse/core';
import { computed, shallowRef, watch } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useMend } from '../tools/mend-edit.ts';
import MendChoice from './MendChoice.vue';
import MendMachine from './MendMachine.vue';
import MendPieces from './MendPieces.vue';
import MendPoints from './MendPoints.vue';

const bench = useBench();
const mend = useMend();
/** What is drawn has no stitches of its own. */
const drawn = computed(() => {
  const [only] = bench.selected;
  return bench.selected.length === 1 && only.kind === 'object' ? only : null;
});
/** Are there stitches to mend? What can be done to them is put up after the press that chose them, in a task of its own. */
const taken = shallowRef(false);
const { start: takeUp } = useTimeoutFn(() => (taken.value = !!mend.item.value), 0);
watch(() => !!mend.item.value, takeUp);
</script>

<template>
  <section class="grid content-start gap-4 p-4" aria-label="Mend">
    <header>
      <h2 class="text-lg">Mend</h2>
      <template v-if="drawn">
        <p class="text-muted">{{ drawn.name }} is drawn: its stitches follow its shape and recipe.</p>
        <button
          type="button"
          class="button mt-2 w-full justify-center"
          @click="bench.does((design) => stitchesJob(design, [drawn!.id]))"
        >
          Set as stitches
        </button>
      </template>
      <p v-else-if="!mend.item.value" class="text-muted">
        Press stitches on the cloth to mend them: what was brought in, or was set as stitches.
      </p>
      <template v-else>
        <p class="text-muted">{{ mend.item.value.name }}</p>
        <p class="font-medium tabular-nums" role="status" aria-label="What is chosen">
          {{ mend.said.value }}
        </p>
      </template>
    </header>
    <template v-if="mend.item.value && taken">
      <MendChoice />
      <MendPoints />
      <MendPieces />
      <MendMachine />
    </template>
  </section>
</template>
