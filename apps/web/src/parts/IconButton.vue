<script setup lang="ts">
// A quiet button with an icon; `blocked` says why it can't be used now.
defineProps<{ label: string; hint?: string; blocked?: string }>();
const emit = defineEmits<{ press: [] }>();
</script>

<template>
  <button
    type="button"
    class="button button-quiet button-icon"
    :aria-label="label"
    :title="blocked ?? hint ?? label"
    :aria-disabled="!!blocked || undefined"
    @click="!blocked && emit('press')"
  >
    <slot />
  </button>
</template>
