<script setup lang="ts">
// One step of the page: its number, its name, and what can be chosen in it.
defineProps<{ number: number; name: string; active: boolean; says?: string }>();
const emit = defineEmits<{ look: [] }>();
</script>

<template>
  <section
    class="grid h-66 min-w-0 grid-rows-[auto_minmax(0,1fr)] rounded-card border bg-panel"
    :class="active ? 'border-rosehip' : 'border-line'"
    :aria-label="name"
    @pointerdown="emit('look')"
    @focusin="emit('look')"
  >
    <h2 class="flex items-baseline gap-1.5 px-2.5 pt-1.5 text-[15px]">
      <button
        type="button"
        class="font-heading font-medium"
        :aria-pressed="active"
        :title="`Show the picture as ${name.toLowerCase()} leaves it`"
        @click="emit('look')"
      >
        {{ number }} {{ name }}
      </button>
      <span v-if="says" class="truncate text-xs text-muted" style="font-family: var(--font-sans)">{{
        says
      }}</span>
    </h2>
    <div
      class="grid grid-cols-[minmax(0,1fr)] content-start gap-1.5 overflow-x-hidden overflow-y-auto px-2.5 pt-1 pb-2"
    >
      <slot />
    </div>
  </section>
</template>
