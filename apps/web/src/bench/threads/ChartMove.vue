<script setup lang="ts">
// The design moved to another thread chart: every thread beside its nearest there, how far apart they are, and others for it.
import {
  chartOf,
  earlierChartOf,
  moveBackJob,
  moveToChartJob,
  shoppingCsv,
  threadMoves,
  threadTitle,
  threadUse,
  usedThreads,
  type Thread,
  type ThreadMove,
} from '@rosehip/core';
import { computed, onMounted, ref, watch } from 'vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import CommandButton from '../../parts/CommandButton.vue';
import { saveFile } from '../../parts/save-file.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useCharts } from '../../stores/charts.ts';
import { useSewing } from '../../stores/sewing.ts';

const bench = useBench();
const charts = useCharts();
const sewing = useSewing();
onMounted(charts.load);

/** What stands: not what a hand previews. */
const design = computed(() => bench.committed);
const now = computed(() => (design.value ? chartOf(design.value) : null));
const earlier = computed(() => (design.value ? earlierChartOf(design.value) : null));
/** Id of the chart that is looked at; empty: none. */
const to = ref('');
const onlyOwn = ref(false);
/** Threads that were taken instead of the nearest, by what they are for. */
const chosen = ref<Record<string, string>>({});
const said = ref('');
watch([to, onlyOwn, () => now.value?.id], () => (chosen.value = {}));

const target = computed(() => charts.chart(to.value));
const found = computed<{ moves: ThreadMove[]; problem: string }>(() => {
  const chart = target.value;
  if (!design.value || !chart) return { moves: [], problem: '' };
  try {
    const among = onlyOwn.value ? (t: Thread) => charts.owns(chart.id, t) : undefined;
    return { moves: threadMoves(design.value, chart, among), problem: '' };
  } catch (error) {
    return { moves: [], problem: (error as Error).message };
  }
});
/** What each thread becomes, as chosen. */
const rows = computed(() =>
  found.value.moves.map((move) => {
    const code = chosen.value[move.from.code];
    const other = move.others.find(({ thread }) => thread.code === code);
    return { ...move, ...(other && { to: other.thread, apart: other.apart }), nearest: move };
  }),
);
const told = (apart: number): string =>
  apart < 1 ? 'the same' : apart < 3 ? 'hardly told apart' : apart < 8 ? 'a little other' : 'another colour';

function move(): void {
  const codes = new Map(rows.value.map(({ from, to: next }) => [from.code, next.code]));
  const name = target.value!.name;
  const before = now.value!.name;
  if (
    bench.does((design) => ({
      ...moveToChartJob(design, target.value!, codes),
      select: [...bench.selection],
    }))
  ) {
    said.value = `Now sewn from ${name}. It can go back to ${before} exactly.`;
    to.value = '';
  } else said.value = bench.message;
}
function back(): void {
  const name = earlier.value!.name;
  said.value = bench.does((design) => ({ ...moveBackJob(design), select: [...bench.selection] }))
    ? `Back to ${name}.`
    : bench.message;
}

/* What the design needs and the person has not */
const missing = computed(() => {
  const chart = now.value;
  if (!design.value || !chart) return [];
  const uses = sewing.plan ? threadUse(sewing.plan) : [];
  return usedThreads(design.value).flatMap((thread) => {
    const metres = uses.find((u) => u.code === thread.code)?.metres ?? 0;
    const left = charts.metresOf(chart.id, thread.code);
    return left === null || left < metres ? [{ thread, metres: metres - (left ?? 0) }] : [];
  });
});
const shop = (): void =>
  saveFile(`${bench.design!.name} threads.csv`, 'text/csv', shoppingCsv(missing.value, now.value!));
</script>

<template>
  <section v-if="now" class="grid gap-2" aria-label="Chart">
    <h3 class="text-sm">Chart</h3>
    <p class="text-muted">{{ now.name }}, weight {{ now.weight }}: stitches lie as close as it asks for.</p>
    <div v-if="earlier" class="flex items-center gap-2">
      <CommandButton :label="`Back to ${earlier.name}`" hint="Every thread as it was there" @press="back" />
    </div>
    <ChoiceField
      label="Move to another chart"
      :value="to"
      :choices="[
        { value: '', label: 'a chart' },
        ...charts.all
          .filter((c) => c.id !== now!.id)
          .map((c) => ({ value: c.id, label: `${c.name} (${c.threads.length})` })),
      ]"
      @change="to = $event"
    />
    <template v-if="target">
      <label class="flex items-center gap-1.5">
        <input v-model="onlyOwn" type="checkbox" class="accent-rosehip" />
        Only what I have
      </label>
      <p v-if="found.problem" role="alert" class="text-rosehip">{{ found.problem }}</p>
      <ul class="grid gap-1" aria-label="Threads and their nearest">
        <li v-for="row in rows" :key="row.from.code" class="grid gap-1 rounded-card border border-line p-2">
          <div class="flex items-center gap-2">
            <span
              class="flex h-7 w-14 shrink-0 overflow-hidden rounded-card border border-line"
              aria-hidden="true"
            >
              <span class="grow" :style="{ background: row.from.colour }" />
              <span class="grow" :style="{ background: row.to.colour }" />
            </span>
            <span class="min-w-0 grow truncate">{{ row.from.name }}</span>
            <span class="text-muted tabular-nums" :title="`CIEDE2000: ${row.apart.toFixed(2)}`">{{
              row.apart.toFixed(1)
            }}</span>
          </div>
          <select
            class="field h-8"
            :aria-label="`Thread for ${row.from.name}`"
            :value="row.to.code"
            @change="chosen[row.from.code] = ($event.target as HTMLSelectElement).value"
          >
            <option :value="row.nearest.to.code">
              {{ threadTitle(row.nearest.to) }} · {{ row.nearest.apart.toFixed(1) }}
            </option>
            <option v-for="o in row.nearest.others" :key="o.thread.code" :value="o.thread.code">
              {{ threadTitle(o.thread) }} · {{ o.apart.toFixed(1) }}
            </option>
          </select>
          <p class="text-xs text-muted">{{ told(row.apart) }}</p>
        </li>
      </ul>
      <CommandButton v-if="rows.length" :label="`Move all ${rows.length} to ${target.name}`" @press="move" />
    </template>
    <p
      v-if="missing.length"
      class="flex items-center justify-between gap-2 rounded-card bg-linen py-1 pr-1 pl-2"
    >
      <span
        >{{ missing.length === 1 ? 'One thread is' : `${missing.length} threads are` }} not among yours.</span
      >
      <button type="button" class="button h-7 px-2" @click="shop">Shopping list</button>
    </p>
    <p v-if="said" role="status">{{ said }}</p>
  </section>
</template>
