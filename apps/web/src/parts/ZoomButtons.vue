<script setup lang="ts">
// Nearer, farther, and all of it.
import { Maximize, ZoomIn, ZoomOut } from '@lucide/vue';
import IconButton from './IconButton.vue';

defineProps<{
  /** What is fitted, as the button says it. */
  fits: string;
}>();
const emit = defineEmits<{ zoom: [factor: number]; fit: [] }>();

const STEP = 1.25;
</script>

<template>
  <div class="flex">
    <IconButton label="Zoom out" @press="emit('zoom', 1 / STEP)"
      ><ZoomOut :size="16" aria-hidden="true"
    /></IconButton>
    <IconButton label="Zoom in" @press="emit('zoom', STEP)"
      ><ZoomIn :size="16" aria-hidden="true"
    /></IconButton>
    <IconButton :label="fits" @press="emit('fit')"><Maximize :size="16" aria-hidden="true" /></IconButton>
  </div>
</template>
