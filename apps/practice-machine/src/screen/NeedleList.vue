<script setup lang="ts">
// The file's colours: which thread a person takes for each, and on which needle it is.
import { useMachine } from './use-machine.ts';

const { model, colours, sewing } = useMachine();
const set = (k: number, to: Partial<{ thread: string; needle: number }>): void => {
  colours.value = colours.value.map((c, j) => (j === k ? { ...c, ...to } : c));
};
</script>

<template>
  <ol class="grid gap-1" aria-label="Threads">
    <li
      v-for="(c, k) in colours"
      :key="k"
      class="flex items-center gap-2 rounded-lg px-1.5 py-0.5"
      :class="sewing?.colour === k ? 'bg-bed font-medium' : ''"
    >
      <input
        type="color"
        class="h-7 w-9 shrink-0 cursor-pointer rounded border border-line"
        :value="c.thread"
        :disabled="!!sewing"
        :aria-label="`Thread of colour ${k + 1}`"
        @input="set(k, { thread: ($event.target as HTMLInputElement).value })"
      />
      <span class="grow">Colour {{ k + 1 }}</span>
      <label v-if="model.needles > 1" class="small flex items-center gap-1.5">
        needle
        <select
          class="entry h-8 px-1"
          :value="c.needle"
          :disabled="!!sewing"
          :aria-label="`Needle of colour ${k + 1}`"
          @change="set(k, { needle: Number(($event.target as HTMLSelectElement).value) })"
        >
          <option v-for="n in model.needles" :key="n" :value="n - 1">{{ n }}</option>
        </select>
      </label>
    </li>
  </ol>
</template>
