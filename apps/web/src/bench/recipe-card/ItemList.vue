<script setup lang="ts">
// Some items of the design by name, to which others can be added and from which they can be taken.
import { X } from '@lucide/vue';
import { computed, useId } from 'vue';
import type { Item } from '@rosehip/core';

const props = defineProps<{
  title: string;
  /** Said when the list is empty. */
  none: string;
  /** What the field for adding says. */
  add: string;
  ids: string[];
  choices: Item[];
}>();
const emit = defineEmits<{ change: [ids: string[]] }>();
const id = useId();

const chosen = computed(() => props.choices.filter((i) => props.ids.includes(i.id)));
const free = computed(() => props.choices.filter((i) => !props.ids.includes(i.id)));

function take(event: Event): void {
  const field = event.target as HTMLSelectElement;
  if (field.value) emit('change', [...chosen.value.map((i) => i.id), field.value]);
  field.value = '';
}
</script>

<template>
  <div class="grid gap-2" role="group" :aria-labelledby="id">
    <h4 :id="id" class="text-sm">{{ title }}</h4>
    <ul v-if="chosen.length" class="flex flex-wrap gap-1">
      <li
        v-for="i in chosen"
        :key="i.id"
        class="flex items-center gap-1 rounded-card bg-linen py-0.5 pr-1 pl-2"
      >
        {{ i.name }}
        <button
          type="button"
          class="button button-quiet size-5 p-0"
          :aria-label="`Take out ${i.name}`"
          @click="
            emit(
              'change',
              chosen.filter((c) => c.id !== i.id).map((c) => c.id),
            )
          "
        >
          <X :size="14" aria-hidden="true" />
        </button>
      </li>
    </ul>
    <p v-else class="text-muted">{{ none }}</p>
    <select v-if="free.length" class="field" :aria-label="add" @change="take">
      <option value="">{{ add }}</option>
      <option v-for="i in free" :key="i.id" :value="i.id">{{ i.name }}</option>
    </select>
  </div>
</template>
