<script setup lang="ts">
// One line that says what happened, with at most one thing to do about it.
defineProps<{ text: string; action?: string; tone?: 'plain' | 'warning' | 'good' }>();
defineEmits<{ act: []; close: [] }>();
</script>

<template>
  <div
    role="status"
    class="flex items-center gap-3 rounded-card border px-3 py-1.5"
    :class="{
      'border-line bg-panel': !tone || tone === 'plain',
      'border-amber/40 bg-[#fdf3e0] text-amber-deep': tone === 'warning',
      'border-leaf/40 bg-[#eef3e8] text-leaf': tone === 'good',
    }"
  >
    <span class="grow">{{ text }}</span>
    <button v-if="action" type="button" class="font-semibold text-rosehip underline" @click="$emit('act')">
      {{ action }}
    </button>
    <button type="button" class="text-muted" aria-label="Dismiss" @click="$emit('close')">✕</button>
  </div>
</template>
