<script setup lang="ts">
// Five hints for the first visit, one after another; closed for good when the person says so.
import { X } from '@lucide/vue';
import { computed } from 'vue';
import { useKept } from '../parts/kept.ts';

const HINTS = [
  'Press something on the cloth: its card says how it is stitched, and every underlined word can be changed.',
  '“Make” shows what can be made of it: a border, a circle, an appliqué. Rest on a picture to see it on the cloth first.',
  'The strip below is the order of sewing. Press the red button to watch every stitch, drag a block to sew it earlier.',
  'The key / finds everything by its name, or by what you would call it: border, mirror, trim.',
  'All is saved as you go, and History brings every save back. “Take to machine” gives you the file.',
];
/** Which of them is shown; as many as there are: none any more. */
const at = useKept('rosehip-hints', 0);
const hint = computed(() => HINTS[at.value]);
</script>

<template>
  <aside v-if="hint" class="mb-4 rounded-card border border-line bg-linen p-3" aria-label="Hints">
    <div class="flex items-center justify-between">
      <p class="label">Hint {{ at + 1 }} of {{ HINTS.length }}</p>
      <button
        type="button"
        class="-mt-1 -mr-1 grid size-6 place-items-center rounded-full text-muted hover:bg-panel hover:text-ink"
        aria-label="No more hints"
        title="No more hints"
        @click="at = HINTS.length"
      >
        <X :size="14" aria-hidden="true" />
      </button>
    </div>
    <p>{{ hint }}</p>
    <div class="mt-2 flex gap-1.5">
      <button v-if="at > 0" type="button" class="button h-7 px-2" @click="at--">Back</button>
      <button type="button" class="button h-7 px-2" @click="at++">
        {{ at < HINTS.length - 1 ? 'Next hint' : 'Thank you' }}
      </button>
    </div>
  </aside>
</template>
