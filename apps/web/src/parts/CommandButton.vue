<script setup lang="ts">
// A button with its words on it; `blocked` says why it can't be used now.
withDefaults(
  defineProps<{
    label: string;
    /** What it is called, when that is more than what stands on it. */
    called?: string;
    hint?: string;
    blocked?: string;
    /** Pressed in or not, for a choice; left out for a plain command. */
    on?: boolean;
  }>(),
  { on: undefined },
);
const emit = defineEmits<{ press: [] }>();
</script>

<template>
  <button
    type="button"
    class="button h-8 justify-center px-1 text-[13px]"
    :class="on ? 'border-rosehip bg-blush' : ''"
    :aria-label="called"
    :aria-pressed="on"
    :aria-disabled="!!blocked || undefined"
    :title="blocked ?? hint ?? called ?? label"
    @click="!blocked && emit('press')"
  >
    <slot>{{ label }}</slot>
  </button>
</template>
