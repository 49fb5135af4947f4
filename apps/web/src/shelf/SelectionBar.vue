<script setup lang="ts">
// What can be done to the selected designs together: labels on and off, duplicate, delete.
import { Copy, Tag, Trash2, X } from '@lucide/vue';
import { computed, ref } from 'vue';
import { LABEL_LENGTH, type ShelfEntry } from '@rosehip/wire';

const props = defineProps<{
  selected: ShelfEntry[];
  labels: { label: string; count: number }[];
  all: number;
}>();
const emit = defineEmits<{
  label: [add: string[], remove: string[]];
  duplicate: [];
  remove: [];
  all: [];
  clear: [];
}>();

const labelling = ref(false);
const text = ref('');
/** Whether all, some or none of the selected have a label. */
const state = (label: string): 'all' | 'some' | 'none' => {
  const n = props.selected.filter((e) => e.labels.includes(label)).length;
  return n === props.selected.length ? 'all' : n ? 'some' : 'none';
};
const told = computed(() =>
  props.selected.length === 1 ? '1 design selected' : `${props.selected.length} designs selected`,
);
function add(): void {
  const label = text.value.trim();
  if (!label) return;
  emit('label', [label], []);
  text.value = '';
}
function press(label: string): void {
  if (state(label) === 'all') emit('label', [], [label]);
  else emit('label', [label], []);
}
</script>

<template>
  <section
    class="sticky top-0 z-10 mb-4 grid gap-2 rounded-card border border-line bg-blush p-2"
    aria-label="Selected designs"
  >
    <div class="flex flex-wrap items-center gap-2">
      <p class="px-1 font-medium" aria-live="polite">{{ told }}</p>
      <button type="button" class="button" :aria-expanded="labelling" @click="labelling = !labelling">
        <Tag :size="16" aria-hidden="true" /> Label
      </button>
      <button type="button" class="button" @click="emit('duplicate')">
        <Copy :size="16" aria-hidden="true" /> Duplicate
      </button>
      <button type="button" class="button" @click="emit('remove')">
        <Trash2 :size="16" aria-hidden="true" /> Delete
      </button>
      <div class="grow" />
      <button v-if="selected.length < all" type="button" class="button button-quiet" @click="emit('all')">
        Select all {{ all }}
      </button>
      <button type="button" class="button button-quiet" @click="emit('clear')">
        <X :size="16" aria-hidden="true" /> Select none
      </button>
    </div>
    <form v-if="labelling" class="flex flex-wrap items-center gap-1.5" @submit.prevent="add">
      <button
        v-for="{ label } in labels"
        :key="label"
        type="button"
        class="button h-7 rounded-full px-3"
        :class="{ all: 'bg-ink! text-panel', some: 'border-ink!', none: '' }[state(label)]"
        :aria-pressed="{ all: true, some: 'mixed' as const, none: false }[state(label)]"
        @click="press(label)"
      >
        {{ label }}
      </button>
      <input
        v-model="text"
        class="field h-8 w-48"
        :maxlength="LABEL_LENGTH"
        placeholder="for the spring fair"
        aria-label="New label"
      />
      <button type="submit" class="button">Put it on</button>
    </form>
  </section>
</template>
