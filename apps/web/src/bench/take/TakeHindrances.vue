<script setup lang="ts">
// What speaks against taking it as it is.
import { CircleCheck } from '@lucide/vue';
import type { Hindrance } from './hindrances.ts';

defineProps<{ hindrances: readonly Hindrance[]; checked: boolean }>();
/** The person takes it though it would surely go wrong. */
const anyway = defineModel<boolean>('anyway', { required: true });
</script>

<template>
  <div class="grid gap-2" role="group" aria-label="What speaks against it">
    <p v-if="!hindrances.length" class="flex items-center gap-1.5 text-muted" role="status">
      <CircleCheck v-if="checked" :size="18" class="shrink-0 text-leaf" aria-hidden="true" />
      {{ checked ? 'Nothing speaks against it.' : 'Being checked …' }}
    </p>
    <div
      v-for="h in hindrances"
      :key="h.key"
      class="grid gap-1 rounded-card border px-2.5 py-2"
      :class="h.sure ? 'border-rosehip/50 bg-blush' : 'border-amber/50 bg-[#fdf3e0]'"
    >
      <p :role="h.sure ? 'alert' : undefined">{{ h.sentence }}</p>
      <div class="flex flex-wrap gap-1">
        <button v-for="w in h.ways" :key="w.label" type="button" class="button h-7 px-2" @click="w.act">
          {{ w.label }}
        </button>
      </div>
    </div>
    <label v-if="hindrances.some((h) => h.sure)" class="flex items-center gap-2">
      <input v-model="anyway" type="checkbox" class="size-4 accent-rosehip" /> Take it all the same
    </label>
  </div>
</template>
