<script setup lang="ts">
// From more fill to more satin, compared with what it was before: one press goes to and fro between the two.
import { ref } from 'vue';
import Slider from '../fields/Slider.vue';

/** 0 to 1. */
const props = defineProps<{ value: number }>();
const emit = defineEmits<{ change: [value: number] }>();

/** By keys: moves that follow within this time are one, in ms. */
const ONE_MOVE = 1000;
/** What it was before it was moved last; null until then. */
const before = ref<number | null>(null);
let last = -Infinity;
/** A pointer holds it; all its moves until it lets go are one, however long they take. */
let isHeld = false;
let isMoved = false;

function hold(): void {
  isHeld = true;
  isMoved = false;
}

function move(to: number): void {
  const now = performance.now();
  if (isHeld ? !isMoved : now - last > ONE_MOVE) before.value = props.value;
  isMoved = true;
  last = now;
  emit('change', to);
}

function back(): void {
  const to = before.value!;
  before.value = props.value;
  emit('change', to);
}
const percent = (v: number): string => `${Math.round(100 * v)} %`;
</script>

<template>
  <div class="grid gap-1.5" @pointerdown="hold" @pointerup="isHeld = false" @pointercancel="isHeld = false">
    <Slider
      label="Fill or satin"
      :value="value"
      :least="0"
      :most="1"
      :step="0.05"
      :says="percent(value)"
      :ends="['more fill', 'more satin']"
      @change="move"
    />
    <button
      v-if="before !== null && before !== value"
      type="button"
      class="button h-8 justify-center px-1"
      title="Goes to and fro between the two"
      @click="back"
    >
      Compare with {{ percent(before) }}
    </button>
  </div>
</template>
