<script setup lang="ts">
// A slider with its name and what it says; the value goes out while a hand moves it.
import { useId } from 'vue';

defineProps<{
  label: string;
  value: number;
  least: number;
  most: number;
  step: number;
  says?: string;
  /** What its two ends mean. */
  ends?: [string, string];
}>();
const emit = defineEmits<{ change: [value: number] }>();
const id = useId();
</script>

<template>
  <div>
    <div class="flex justify-between gap-2">
      <label class="label" :for="id">{{ label }}</label>
      <span v-if="says" class="text-xs text-muted">{{ says }}</span>
    </div>
    <input
      :id="id"
      type="range"
      class="block h-5 w-full accent-rosehip"
      :min="least"
      :max="most"
      :step="step"
      :value="value"
      @input="emit('change', Number(($event.target as HTMLInputElement).value))"
    />
    <div v-if="ends" class="flex justify-between text-xs text-muted">
      <span>{{ ends[0] }}</span><span>{{ ends[1] }}</span>
    </div>
  </div>
</template>
