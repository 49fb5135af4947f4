<script setup lang="ts">
// A stop after what is selected, with what is to be done while the machine waits.
import { computed, ref, useId, watch } from 'vue';
import { everyLeaf } from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { useOrder } from './order-edit.ts';

const bench = useBench();
const order = useOrder();
const id = useId();

const NOTES = [
  'Lay the cloth',
  'Float the backing',
  'Trim the cloth',
  'Lay film on top',
  'Change the bobbin',
];
const note = ref('');
const needs = computed(() => (bench.selection.length ? undefined : 'Select something in the list first.'));
const last = computed(() => [...everyLeaf(bench.selected)].at(-1) ?? null);
watch(
  () => [last.value?.id, last.value?.stopAfter],
  () => (note.value = last.value?.stopAfter ?? ''),
  { immediate: true },
);
function insert(): void {
  if (!needs.value) order.stop([...bench.selection], note.value.trim() || 'The machine waits');
}
</script>

<template>
  <form class="flex flex-wrap items-center gap-1" @submit.prevent="insert">
    <label class="shrink-0 text-muted" :for="id">Stop after it:</label>
    <input
      :id="id"
      v-model="note"
      class="field h-7 w-36 grow"
      :list="`${id}-notes`"
      maxlength="200"
      placeholder="Lay the cloth"
      :title="needs ?? 'What is to be done while the machine waits'"
      @keydown.stop
    />
    <datalist :id="`${id}-notes`"><option v-for="n in NOTES" :key="n" :value="n" /></datalist>
    <button
      type="submit"
      class="button h-7 px-2 text-[13px]"
      :aria-disabled="!!needs || undefined"
      :title="needs"
    >
      {{ last?.stopAfter === undefined ? 'Insert stop' : 'Change stop' }}
    </button>
    <button
      v-if="last?.stopAfter !== undefined"
      type="button"
      class="button h-7 px-2 text-[13px]"
      @click="order.stop([...bench.selection], null)"
    >
      Take it away
    </button>
  </form>
</template>
