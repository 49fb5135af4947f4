<script setup lang="ts">
// A number with keys for less and more, as on a machine.
import { Minus, Plus } from '@lucide/vue';
import { ref, watch } from 'vue';

const value = defineModel<number>({ required: true });
const { label, unit, step, least, most } = defineProps<{
  label: string;
  unit: string;
  step: number;
  least: number;
  most: number;
}>();
const text = ref(String(value.value));
watch(value, (v) => (text.value = String(v)));

const tenths = (v: number): number => Math.round(v * 10) / 10;
const put = (v: number): void => void (value.value = tenths(Math.min(most, Math.max(least, v))));
function typed(): void {
  const v = Number(text.value.replace(',', '.'));
  // What is no number leaves what was there.
  if (text.value.trim() && Number.isFinite(v)) put(v);
  text.value = String(value.value);
}
</script>

<template>
  <div class="grid gap-1">
    <span class="small">{{ label }}, {{ unit }}</span>
    <div class="flex gap-1">
      <button type="button" class="key w-10 px-0" :aria-label="`${label}: less`" @click="put(value - step)">
        <Minus :size="16" />
      </button>
      <input
        v-model="text"
        class="entry h-auto w-0 grow px-1 text-center"
        inputmode="decimal"
        :aria-label="`${label}, ${unit}`"
        @change="typed"
        @keydown.up.prevent="put(value + step)"
        @keydown.down.prevent="put(value - step)"
      />
      <button type="button" class="key w-10 px-0" :aria-label="`${label}: more`" @click="put(value + step)">
        <Plus :size="16" />
      </button>
    </div>
  </div>
</template>
