<script setup lang="ts">
// The small buttons of a row of the running order, for mouse and finger. Keys have H, Shift L and the card instead, and
// a screen reader hears of the row as one thing.
import { Eye, EyeOff, Lock, LockOpen } from '@lucide/vue';
import { computed } from 'vue';
import type { Item } from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';

const props = defineProps<{ item: Item }>();
const emit = defineEmits<{ toggle: [what: 'visible' | 'locked']; thread: [] }>();
const bench = useBench();
const thread = computed(() =>
  props.item.kind === 'group' ? null : bench.materials.thread(props.item.thread),
);
</script>

<template>
  <span class="flex shrink-0 items-center" aria-hidden="true">
    <button
      type="button"
      class="grid size-6 place-items-center rounded hover:bg-line"
      tabindex="-1"
      :title="item.visible ? `Hide ${item.name}: it is not sewn then` : `Show ${item.name}`"
      @click.stop="emit('toggle', 'visible')"
    >
      <component :is="item.visible ? Eye : EyeOff" :size="15" />
    </button>
    <button
      type="button"
      class="grid size-6 place-items-center rounded hover:bg-line"
      tabindex="-1"
      :title="item.locked ? `Unlock ${item.name}` : `Lock ${item.name}`"
      @click.stop="emit('toggle', 'locked')"
    >
      <component :is="item.locked ? Lock : LockOpen" :size="15" :class="item.locked ? '' : 'text-line'" />
    </button>
    <span v-if="!thread" class="size-6" />
    <button
      v-else
      type="button"
      class="grid size-6 place-items-center"
      tabindex="-1"
      :title="`${thread.name} ${thread.code}: choose another thread for ${item.name}`"
      @click.stop="emit('thread')"
    >
      <span class="size-5 rounded-full border border-ink/20" :style="{ background: thread.colour }" />
    </button>
  </span>
</template>
