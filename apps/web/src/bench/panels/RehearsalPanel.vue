<script setup lang="ts">
// How the rehearsal runs and what of the stitches is shown: for which machine, with what faint, hidden or dimmed.
import { HEAT, MACHINES } from '@rosehip/core';
import { computed } from 'vue';
import { sewingTime } from '../../parts/time.ts';
import { useRehearsal } from '../../stores/rehearsal.ts';
import { useSettings } from '../../stores/settings.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useView } from '../../stores/view.ts';

const rehearsal = useRehearsal();
const sewing = useSewing();
const settings = useSettings();
const view = useView();

const threads = computed(() =>
  [...new Set(sewing.figures?.threads ?? [])].flatMap((code) => sewing.plan?.threads[code] ?? []),
);
const heatWords = computed(() =>
  HEAT.map((step, i) => {
    const next = HEAT[i + 1];
    const last = next ? next.from - 1 : null;
    const words =
      last === null
        ? `${step.from} and more`
        : last === step.from
          ? `${step.from}`
          : `${step.from} to ${last}`;
    return { ...step, words };
  }),
);
</script>

<template>
  <section class="grid gap-4 p-4" aria-label="Rehearsal">
    <h2 class="text-lg">Rehearsal</h2>
    <div>
      <label class="label" for="machine">Timed for the machine</label>
      <select
        id="machine"
        class="field"
        :value="settings.machineId"
        @change="settings.setMachine(($event.target as HTMLSelectElement).value)"
      >
        <option v-for="m in MACHINES" :key="m.id" :value="m.id">{{ m.name }}</option>
      </select>
      <p class="mt-1 text-muted">
        {{ settings.machine.speed.stitchesPerMinute }} stitches a minute; a trim takes
        {{ settings.machine.speed.trim }} s, another colour
        {{ settings.machine.speed.colourChange }} s<template v-if="settings.machine.speed.needles"
          >, a needle threaded anew {{ settings.machine.speed.needles.anew }} s</template
        >, a stop {{ settings.machine.speed.stop }} s. All in all
        {{ sewingTime(sewing.figures?.seconds ?? 0) }}.
      </p>
    </div>
    <fieldset class="grid gap-1">
      <legend class="label mb-1">What is not sewn yet</legend>
      <label class="flex items-center gap-2">
        <input v-model="rehearsal.rest" type="radio" value="faint" class="accent-rosehip" /> is shown faintly
      </label>
      <label class="flex items-center gap-2">
        <input v-model="rehearsal.rest" type="radio" value="hidden" class="accent-rosehip" /> is hidden
      </label>
    </fieldset>
    <div class="grid gap-1">
      <label class="flex items-center gap-2">
        <input v-model="rehearsal.showNeedle" type="checkbox" class="accent-rosehip" /> Show the needle
      </label>
      <label class="flex items-center gap-2">
        <input v-model="rehearsal.follow" type="checkbox" class="accent-rosehip" /> The cloth follows the
        needle
      </label>
      <label class="flex items-center gap-2">
        <input v-model="rehearsal.pauseAtStops" type="checkbox" class="accent-rosehip" /> Pause at stops
      </label>
      <label class="flex items-center gap-2">
        <input v-model="rehearsal.dimUnderlay" type="checkbox" class="accent-rosehip" /> Dim underlay and
        travel
      </label>
      <label class="flex items-center gap-2">
        <input v-model="rehearsal.heat" type="checkbox" class="accent-rosehip" /> Heat map of thread layers
      </label>
    </div>
    <ul v-if="rehearsal.heat" class="grid gap-0.5" aria-label="Layers of thread">
      <li v-for="h in heatWords" :key="h.from" class="flex items-center gap-2">
        <span class="h-3 w-6 rounded-[3px] border border-ink/15" :style="{ background: h.colour }" />
        {{ h.words }}
      </li>
    </ul>
    <div>
      <label class="label" for="only-thread">Show the stitches of</label>
      <select
        id="only-thread"
        class="field"
        :value="rehearsal.onlyThread ?? ''"
        @change="rehearsal.onlyThread = ($event.target as HTMLSelectElement).value || null"
      >
        <option value="">every thread</option>
        <option v-for="t in threads" :key="t.code" :value="t.code">{{ t.name }} {{ t.code }} only</option>
      </select>
    </div>
    <button type="button" class="button justify-center" @click="view.panel = 'card'">
      To the recipe card
    </button>
  </section>
</template>
