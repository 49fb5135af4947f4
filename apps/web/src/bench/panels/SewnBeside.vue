<script setup lang="ts">
// What a machine wrote down of a sewing, laid beside what was foretold.
import { readSewnLog, SEWN_ENDING, type SewnLog } from '@rosehip/core';
import { useIntervalFn } from '@vueuse/core';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { api } from '../../api.ts';
import { ago, counted, sewingTime } from '../../parts/time.ts';
import { useSettings } from '../../stores/settings.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useStick } from '../../stores/stick.ts';

const sewing = useSewing();
const settings = useSettings();
const stick = useStick();
onMounted(() => stick.glance());
// It may come back from the machine while this is open.
useIntervalFn(() => !stick.busy && void stick.glance(), 3000);
/** Newest first. */
const logs = computed(() =>
  stick.entries.filter((e) => e.name.endsWith(SEWN_ENDING)).sort((a, b) => b.changed - a.changed),
);
const chosen = ref('');
const log = shallowRef<SewnLog | null>(null);
const problem = ref('');
async function lay(): Promise<void> {
  log.value = null;
  problem.value = '';
  if (!chosen.value) return;
  try {
    log.value = readSewnLog(new TextDecoder().decode(await api.stickFile(stick.inFolder(chosen.value))));
  } catch (error) {
    problem.value = (error as Error).message;
  }
}

const percent = (was: number, told: number): string => {
  if (!told) return was ? 'more' : '';
  const p = Math.round((1000 * (was - told)) / told) / 10;
  return p ? `${p > 0 ? '+' : '−'}${Math.abs(p)} %` : 'as told';
};
const rows = computed(() => {
  const f = sewing.figures;
  if (!log.value || !f) return [];
  const { seconds, stitches, trims, changes } = log.value;
  const pairs: [string, number, number, (n: number) => string][] = [
    ['Time', f.seconds, seconds, sewingTime],
    ['Stitches', f.stitches, stitches, counted],
    ['Trims', f.trims, trims, counted],
    ['Changes and stops', f.colourChanges + f.stops, changes, counted],
  ];
  return pairs.map(([name, told, was, say]) => ({
    name,
    told: say(told),
    was: say(was),
    by: percent(was, told),
  }));
});
/** What makes the two hard to compare. */
const notes = computed(() => {
  if (!log.value) return [];
  const { machine, finished, breaks, bobbins, missing, speed } = log.value;
  const own = settings.machine;
  return [
    ...(finished ? [] : ['It was put aside before the end.']),
    ...(machine !== own.name ? [`It was sewn on ${machine}; the forecast is for ${own.name}.`] : []),
    ...(machine === own.name && speed !== own.speed.stitchesPerMinute
      ? [`It was sewn at ${speed} stitches a minute.`]
      : []),
    ...(breaks ? [`The thread broke ${breaks === 1 ? 'once' : `${breaks} times`}.`] : []),
    ...(bobbins ? [`The bobbin was empty ${bobbins === 1 ? 'once' : `${bobbins} times`}.`] : []),
    ...(missing ? [`${counted(missing)} stitches hold no thread.`] : []),
  ];
});
</script>

<template>
  <div v-if="logs.length" class="grid gap-2">
    <h3 class="text-sm">As it was sewn</h3>
    <select v-model="chosen" class="field" aria-label="Lay a sewing beside it" @change="lay">
      <option value="">Lay a sewing beside it …</option>
      <option v-for="l in logs" :key="l.name" :value="l.name">
        {{ l.name.replace(SEWN_ENDING, '') }}, {{ ago(new Date(l.changed).toISOString()) }}
      </option>
    </select>
    <p v-if="problem" role="alert" class="text-rosehip">{{ problem }}</p>
    <table v-if="rows.length" class="w-full" aria-label="Foretold and sewn">
      <thead>
        <tr class="text-left text-muted">
          <th class="font-normal" scope="col"></th>
          <th class="text-right font-normal" scope="col">Foretold</th>
          <th class="text-right font-normal" scope="col">Sewn</th>
          <th class="text-right font-normal" scope="col"></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.name">
          <th class="text-left font-normal text-muted" scope="row">{{ r.name }}</th>
          <td class="text-right">{{ r.told }}</td>
          <td class="text-right">{{ r.was }}</td>
          <td class="text-right text-muted">{{ r.by }}</td>
        </tr>
      </tbody>
    </table>
    <p v-for="n in notes" :key="n" class="text-muted">{{ n }}</p>
  </div>
</template>
