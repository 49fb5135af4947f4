<script setup lang="ts">
// What lies hidden beneath later stitches can be left out, so that thread doesn't pile up.
import { computed } from 'vue';
import { trimBeneathJob } from '@rosehip/core';
import NumberField from '../../fields/NumberField.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { mapObjects, objectsOf, shared } from './recipe-edit.ts';

/** So much stays beneath the edge of what covers it at first, in mm. */
const FIRST_OVERLAP = 1;

const bench = useBench();
const objects = computed(() => objectsOf(bench.selected).filter((o) => !o.unsewn));
const trimmed = computed(
  () => objects.value.length > 0 && objects.value.every((o) => o.trimBeneath !== undefined),
);
/** Some of them are, and others not. */
const mixed = computed(() => !trimmed.value && objects.value.some((o) => o.trimBeneath !== undefined));
const overlap = computed(() => shared(objects.value.map((o) => o.trimBeneath ?? FIRST_OVERLAP)));

function setTrimmed(on: boolean): void {
  bench.does((d) => trimBeneathJob(d, [...bench.selection], on ? FIRST_OVERLAP : null));
}
const withOverlap = (mm: number) =>
  mapObjects(bench.committedSelected, (o) => (o.unsewn ? o : { ...o, trimBeneath: mm }));
</script>

<template>
  <div v-if="objects.length" class="grid gap-2">
    <h4 class="text-sm">Hidden parts</h4>
    <label class="flex items-center gap-2">
      <input
        type="checkbox"
        :checked="trimmed"
        :indeterminate="mixed"
        @change="setTrimmed(($event.target as HTMLInputElement).checked)"
      />
      Leave out what later stitches hide
    </label>
    <NumberField
      v-if="trimmed"
      label="Overlap"
      :value="overlap"
      :least="0"
      :most="20"
      help="So much stays beneath the edge of what covers it."
      @live="bench.preview(withOverlap($event))"
      @change="bench.replace(withOverlap($event), 'Overlap')"
    />
  </div>
</template>
