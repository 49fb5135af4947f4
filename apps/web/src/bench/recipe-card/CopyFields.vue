<script setup lang="ts">
// Single copies of a repeat: chosen by their numbers or on the cloth, left out, broken out, or all made plain.
import { computed } from 'vue';
import { breakOutJob, endRepeatJob, leaveOutJob } from '@rosehip/core';
import CommandButton from '../../parts/CommandButton.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { pickedCopy } from '../picked-copy.ts';
import { useRepeatEdit } from '../repeat-edit.ts';

/** Numbers are shown for so many copies; others are pressed on the cloth. */
const MOST_CHIPS = 48;

const bench = useBench();
const { group, count } = useRepeatEdit();

const isOut = (i: number): boolean => group.value?.repeat.without?.includes(i) ?? false;
const picked = computed(() =>
  pickedCopy.value !== null && pickedCopy.value < count.value ? pickedCopy.value : null,
);
const chips = computed(() => Array.from({ length: Math.min(count.value, MOST_CHIPS) }, (_, i) => i));
const PICK_FIRST = 'Press a copy on the cloth, or its number here, first.';
const outBlocked = computed(() => (picked.value === null ? PICK_FIRST : undefined));
const breakBlocked = computed(() => {
  if (picked.value === null) return PICK_FIRST;
  if (picked.value === 0) return 'The first copy is what is repeated itself.';
  return isOut(picked.value) ? 'This copy is left out.' : undefined;
});

function leaveOut(i: number): void {
  const id = group.value!.id;
  const out = !isOut(i);
  bench.does((d) => leaveOutJob(d, id, i, out));
}
function breakOut(i: number): void {
  const id = group.value!.id;
  pickedCopy.value = null;
  bench.does((d) => breakOutJob(d, id, i));
}
function endRepeat(): void {
  const id = group.value!.id;
  bench.does((d) => endRepeatJob(d, [id]));
}
</script>

<template>
  <div v-if="group && count > 1" class="grid gap-1.5">
    <p class="label">Which copies</p>
    <div class="flex flex-wrap gap-1" role="group" aria-label="Which copies">
      <button
        v-for="i in chips"
        :key="i"
        type="button"
        class="button h-6 min-w-6 justify-center px-1 text-xs tabular-nums"
        :class="[isOut(i) ? 'line-through opacity-55' : '', picked === i ? 'border-rosehip bg-blush' : '']"
        :aria-pressed="picked === i"
        :aria-label="`Copy ${i + 1}${isOut(i) ? ', left out' : ''}`"
        @click="pickedCopy = picked === i ? null : i"
      >
        {{ i + 1 }}
      </button>
    </div>
    <div class="grid grid-cols-3 gap-1.5">
      <CommandButton
        :label="picked !== null && isOut(picked) ? 'Take in' : 'Leave out'"
        :blocked="outBlocked"
        @press="leaveOut(picked!)"
      />
      <CommandButton
        label="Break out"
        hint="The copy becomes an object of its own"
        :blocked="breakBlocked"
        @press="breakOut(picked!)"
      />
      <CommandButton
        label="All plain"
        hint="Ends the repeat: every copy becomes an object of its own"
        @press="endRepeat"
      />
    </div>
  </div>
</template>
