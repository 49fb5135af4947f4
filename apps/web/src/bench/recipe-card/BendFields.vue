<script setup lang="ts">
// Words, or a group that is bent already, in one of the ready forms; by hand from there with the Bend tool.
import { computed } from 'vue';
import { bendAround, isText, READY_BENDS, readyBendJob, type Bend } from '@rosehip/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import { useBench } from '../../stores/bench/bench.ts';

const bench = useBench();

const item = computed(() => (bench.selected.length === 1 ? bench.selected[0] : null));
/** The bend that counts for it; undefined for what can't be bent from here. */
const bend = computed<Bend | null | undefined>(() => {
  const { value } = item;
  if (value?.kind === 'group') return value.bend;
  if (!isText(value) || value.outline.baseline?.kind === 'within') return undefined;
  return bench.design ? (bendAround(bench.design, value.id)?.bend ?? null) : undefined;
});
const CHOICES = READY_BENDS.map(({ id, name }) => ({ value: id, label: name.toLowerCase() }));
const choices = computed(() => [
  { value: 'flat', label: 'not at all' },
  ...CHOICES,
  // What it was made from is no longer known once it is there.
  ...(bend.value ? [{ value: 'bent', label: 'as it is' }] : []),
]);
function choose(value: string): void {
  const { value: on } = item;
  if (on && value !== 'bent')
    bench.does((design) => readyBendJob(design, on.id, value === 'flat' ? null : value));
}
</script>

<template>
  <ChoiceField
    v-if="bend !== undefined"
    label="Bent"
    :value="bend ? 'bent' : 'flat'"
    :choices="choices"
    @change="choose"
  />
</template>
