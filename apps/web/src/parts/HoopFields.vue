<script setup lang="ts">
// Which hoop: one of the shelf's, or any size; turned or not.
import { RotateCw } from '@lucide/vue';
import { computed } from 'vue';
import { HOOP_LIMITS, HOOPS, turnedHoop, type Hoop } from '@rosehip/core';
import NumberField from '../fields/NumberField.vue';

const props = defineProps<{ hoop: Hoop }>();
const emit = defineEmits<{ change: [hoop: Hoop] }>();

const OWN = 'Own size';
const known = computed(() => (HOOPS.some((h) => h.name === props.hoop.name) ? props.hoop.name : OWN));

function choose(name: string): void {
  const hoop = HOOPS.find((h) => h.name === name);
  emit('change', hoop ? { ...hoop } : { ...props.hoop, name: OWN });
}

const size = (side: 'width' | 'height', value: number): void =>
  emit('change', { ...props.hoop, name: OWN, [side]: value });
</script>

<template>
  <fieldset class="grid gap-2">
    <div class="flex items-end gap-2">
      <div class="grow">
        <label class="label" for="hoop-choice">Hoop</label>
        <select
          id="hoop-choice"
          class="field"
          :value="known"
          @change="choose(($event.target as HTMLSelectElement).value)"
        >
          <option v-for="h in HOOPS" :key="h.name">{{ h.name }}</option>
          <option>{{ OWN }}</option>
        </select>
      </div>
      <button
        type="button"
        class="button"
        title="Swap the hoop’s sides"
        @click="emit('change', turnedHoop(hoop))"
      >
        <RotateCw :size="16" aria-hidden="true" /> Turn
      </button>
    </div>
    <div class="grid grid-cols-2 gap-2">
      <NumberField
        label="Hoop width"
        :value="hoop.width"
        :least="HOOP_LIMITS.least"
        :most="HOOP_LIMITS.most"
        :step="1"
        @change="size('width', $event)"
      />
      <NumberField
        label="Hoop height"
        :value="hoop.height"
        :least="HOOP_LIMITS.least"
        :most="HOOP_LIMITS.most"
        :step="1"
        @change="size('height', $event)"
      />
    </div>
  </fieldset>
</template>
