<script setup lang="ts">
// The thread of what is selected, which opens the chart.
import type { Thread } from '@rosehip/core';

defineProps<{ thread: Thread | null }>();
const emit = defineEmits<{ open: [] }>();
</script>

<template>
  <button
    type="button"
    class="field flex items-center gap-2 text-left"
    title="Choose another thread"
    @click="emit('open')"
  >
    <span
      class="size-5 shrink-0 rounded-full border border-line"
      :style="{ background: thread?.colour ?? 'transparent' }"
    />
    <span class="truncate">{{ thread?.name ?? 'several threads' }}</span>
    <span class="text-muted">{{ thread?.code }}</span>
    <span v-if="thread?.weight" class="ml-auto shrink-0 text-xs text-muted">weight {{ thread.weight }}</span>
  </button>
</template>
