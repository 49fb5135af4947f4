<script setup lang="ts">
// The place that the stitches of one object go about.
import { computed } from 'vue';
import { stitchKind, type DesignObject } from '@rosehip/core';
import NumberField from '../../fields/NumberField.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useCentre } from '../centre.ts';

const bench = useBench();
const { centre, withCentre } = useCentre();
const object = computed<DesignObject | null>(() => {
  const [only] = bench.selected;
  return bench.selected.length === 1 && only.kind === 'object' && stitchKind(only.recipe.kind)?.usesCentre
    ? only
    : null;
});

function put(at: { x: number; y: number } | null): void {
  const [committed] = bench.committedSelected;
  if (committed?.kind === 'object') bench.replace([withCentre(committed, at)], 'Centre');
}
</script>

<template>
  <div v-if="object && centre" class="grid gap-2">
    <h4 class="text-sm">Centre</h4>
    <div class="grid grid-cols-2 gap-2">
      <NumberField
        v-for="axis in ['x', 'y'] as const"
        :key="axis"
        :label="axis === 'x' ? 'Across' : 'Down'"
        :value="centre[axis]"
        unit="mm"
        :least="-1000"
        :most="1000"
        :step="0.5"
        help="What the lines go about; drag the small cross on the cloth."
        @change="put({ ...centre, [axis]: $event })"
      />
    </div>
    <button v-if="object.centre" type="button" class="button h-7 justify-self-start px-2" @click="put(null)">
      Back to the middle
    </button>
  </div>
</template>
