<script setup lang="ts">
// Which cloth, and its colour.
import { computed } from 'vue';
import { clothById, CLOTHS } from '@rosehip/core';

interface ClothChoice {
  kind: string;
  colour: string;
}
const props = defineProps<{ cloth: ClothChoice }>();
const emit = defineEmits<{ change: [cloth: ClothChoice] }>();

const note = computed(() => clothById(props.cloth.kind).note);

/** A cloth that still has its own colour takes the next one's with it; a chosen colour stays. */
function choose(kind: string): void {
  const own = clothById(props.cloth.kind).colour;
  emit('change', { kind, colour: props.cloth.colour === own ? clothById(kind).colour : props.cloth.colour });
}
</script>

<template>
  <fieldset>
    <div class="flex items-end gap-2">
      <div class="grow">
        <label class="label" for="cloth-choice">Cloth</label>
        <select
          id="cloth-choice"
          class="field"
          :value="cloth.kind"
          @change="choose(($event.target as HTMLSelectElement).value)"
        >
          <option v-for="c in CLOTHS" :key="c.id" :value="c.id">{{ c.name }}</option>
        </select>
      </div>
      <div>
        <label class="label" for="cloth-colour">Colour</label>
        <input
          id="cloth-colour"
          type="color"
          class="field w-14 p-1"
          :value="cloth.colour"
          @change="emit('change', { ...cloth, colour: ($event.target as HTMLInputElement).value })"
        />
      </div>
    </div>
    <p class="mt-1 text-xs text-muted">{{ note }}</p>
  </fieldset>
</template>
