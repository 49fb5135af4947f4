<script setup lang="ts">
// Hoop, cloth and units.
import { computed } from 'vue';
import { MACHINES, smallerHoop, type Hoop } from '@rosehip/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import DirectionDial from '../../fields/DirectionDial.vue';
import ClothFields from '../../parts/ClothFields.vue';
import HoopFields from '../../parts/HoopFields.vue';
import HoopingFields from './HoopingFields.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useSettings, type Units } from '../../stores/settings.ts';
import { useView } from '../../stores/view.ts';

/** Length of the ruler's bar, in CSS pixels. */
const BAR = 200;

const bench = useBench();
const settings = useSettings();
const sewing = useSewing();
const view = useView();
const hoop = computed(() => bench.design!.hoop);
const cloth = computed(() => bench.design!.cloth);
const smaller = computed(
  () => sewing.figures && smallerHoop(bench.design!, sewing.figures, settings.machine),
);
function chooseHoop(taken: Hoop, machine?: string): void {
  if (machine) settings.setMachine(machine);
  bench.run({ do: 'set-design', label: 'Change hoop', changes: { hoop: taken } });
}
</script>

<template>
  <section class="grid gap-5 p-4" aria-label="Hoop and cloth">
    <h2 class="text-lg">Hoop and cloth</h2>
    <ChoiceField
      label="Machine"
      :value="settings.machineId"
      :choices="MACHINES.map((m) => ({ value: m.id, label: m.name }))"
      @change="settings.setMachine($event)"
    />
    <div>
      <HoopFields :hoop="hoop" :machine="settings.machine" @change="chooseHoop" />
      <button v-if="smaller" type="button" class="button mt-2 h-8" @click="chooseHoop(smaller)">
        Smallest that holds it: {{ smaller.name }}
      </button>
    </div>
    <HoopingFields />
    <ClothFields
      :cloth="cloth"
      @change="bench.run({ do: 'set-design', label: 'Change cloth', changes: { cloth: $event } })"
    />
    <div class="flex items-center gap-4">
      <DirectionDial label="Light from" :value="view.light" @change="view.light = $event" />
      <div>
        <h3 class="text-sm">Light</h3>
        <p class="text-muted">Drag it around to see how the thread takes the light from another side.</p>
      </div>
    </div>
    <div>
      <label class="label" for="units">Lengths are shown in</label>
      <select
        id="units"
        class="field"
        :value="settings.units"
        @change="settings.setUnits(($event.target as HTMLSelectElement).value as Units)"
      >
        <option value="mm">millimetres</option>
        <option value="in">inches</option>
      </select>
    </div>
    <div>
      <h3 class="mb-1 text-sm">True size on this screen</h3>
      <p class="mb-2 text-muted">
        Lay a ruler on the bar and type how long it is; the key 1 then shows true size.
      </p>
      <div class="mb-2 h-3 rounded-[3px] bg-rosehip" :style="{ width: `${BAR}px` }" aria-hidden="true" />
      <NumberField
        label="The bar is"
        :value="BAR / settings.screen"
        :least="BAR / 40"
        :most="BAR"
        @change="settings.setScreen(BAR / $event)"
      />
    </div>
  </section>
</template>
