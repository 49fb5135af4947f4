<script setup lang="ts">
// Which hoop: one of the shelf's, or any size; turned or not.
import { RotateCw } from '@lucide/vue';
import { computed } from 'vue';
import { HOOP_LIMITS, HOOPS, turnedHoop, type Hoop, type Machine } from '@rosehip/core';
import NumberField from '../fields/NumberField.vue';

const props = defineProps<{
  hoop: Hoop;
  /** Hoops of the person's machine come first. */
  machine?: Machine;
}>();
const emit = defineEmits<{ change: [hoop: Hoop] }>();

const OWN = 'Own size';
const known = computed(() => (HOOPS.some((h) => h.name === props.hoop.name) ? props.hoop.name : OWN));

const groups = computed(() => {
  const own = props.machine?.hoops ?? [];
  return [
    { label: `Of ${props.machine?.name}`, hoops: HOOPS.filter((h) => own.includes(h.name)) },
    { label: 'Others', hoops: HOOPS.filter((h) => !own.includes(h.name)) },
  ];
});
const strange = computed(
  () => !!props.machine && known.value !== OWN && !props.machine.hoops.includes(known.value),
);

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
          <template v-if="machine">
            <optgroup v-for="g in groups" :key="g.label" :label="g.label">
              <option v-for="h in g.hoops" :key="h.name">{{ h.name }}</option>
            </optgroup>
          </template>
          <option v-for="h in machine ? [] : HOOPS" :key="h.name">{{ h.name }}</option>
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
    <p v-if="strange" class="text-muted">{{ machine!.name }} has no such hoop.</p>
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
