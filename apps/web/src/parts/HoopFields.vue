<script setup lang="ts">
// Which hoop: one of the shelf's, or any size; turned or not.
import { RotateCw } from '@lucide/vue';
import { computed } from 'vue';
import { HOOP_LIMITS, HOOPS, MACHINES, turnedHoop, type Hoop, type Machine } from '@rosehip/core';
import NumberField from '../fields/NumberField.vue';

const props = defineProps<{
  hoop: Hoop;
  /** Hoops of the person's machine come first. */
  machine?: Machine;
}>();
/** `machine`: the hoop was chosen as one of another machine's. */
const emit = defineEmits<{ change: [hoop: Hoop, machine?: string] }>();

const OWN = 'Own size';
const known = computed(() => (HOOPS.some((h) => h.name === props.hoop.name) ? props.hoop.name : OWN));

const groups = computed(() => {
  const own = props.machine?.hoops ?? [];
  return [
    { label: `Of ${props.machine?.name}`, hoops: HOOPS.filter((h) => own.includes(h.name)) },
    { label: 'Others', hoops: HOOPS.filter((h) => !own.includes(h.name)) },
  ];
});
/** Another machine and its hoop, in one. */
const others = computed(() => MACHINES.filter((m) => m.id !== props.machine?.id));
const ofMachine = (m: Machine): Hoop[] => HOOPS.filter((h) => m.hoops.includes(h.name));
const strange = computed(
  () => !!props.machine && known.value !== OWN && !props.machine.hoops.includes(known.value),
);

function choose(value: string): void {
  const [name, machine] = value.split('|');
  const hoop = HOOPS.find((h) => h.name === name);
  emit('change', hoop ? { ...hoop } : { ...props.hoop, name: OWN }, machine);
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
          <template v-if="machine">
            <optgroup v-for="m in others" :key="m.id" :label="`For the ${m.name} machine`">
              <option v-for="h in ofMachine(m)" :key="h.name" :value="`${h.name}|${m.id}`">
                {{ h.name }}
              </option>
            </optgroup>
          </template>
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
