<script setup lang="ts">
// Guide lines of the selected object: how many there are, and the way to the tool that draws them.
import { computed } from 'vue';
import { guidedBy } from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';

const bench = useBench();
const view = useView();
const object = computed(() => {
  const [only] = bench.selected;
  return bench.selected.length === 1 && only.kind === 'object' && guidedBy(only) ? only : null;
});

function clear(): void {
  const [committed] = bench.committedSelected;
  if (committed?.kind !== 'object') return;
  const { guideLines: _, ...rest } = committed;
  bench.replace([rest], 'Remove steering lines');
}
</script>

<template>
  <div v-if="object" class="grid gap-2">
    <h4 class="text-sm">Steering lines</h4>
    <p class="text-muted">
      {{ guidedBy(object) }}
      {{ object.guideLines?.length ? `${object.guideLines.length} drawn.` : 'None are drawn.' }}
    </p>
    <div class="grid grid-cols-2 gap-2">
      <button type="button" class="button justify-center" @click="view.tool = 'steer'">Draw them</button>
      <button v-if="object.guideLines?.length" type="button" class="button justify-center" @click="clear">
        Remove all
      </button>
    </div>
  </div>
</template>
