<script setup lang="ts">
// The thread chart: by colour, or by typing a name, a code or a colour.
import { computed, ref } from 'vue';
import { nearestThread, threadTitle, type Thread } from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { useCharts } from '../../stores/charts.ts';
import { dragThread } from '../threads/dragged-thread.ts';

const props = defineProps<{ code: string | null }>();
const emit = defineEmits<{ choose: [code: string] }>();

const bench = useBench();
const charts = useCharts();
const search = ref('');

/** Threads that the design uses already, in the order of sewing. */
const used = computed(() => {
  const codes = new Set<string>();
  const collect = (items: NonNullable<typeof bench.design>['objects']): void => {
    for (const item of items) {
      if (item.kind === 'group') collect(item.objects);
      else codes.add(item.thread);
    }
  };
  collect(bench.design?.objects ?? []);
  return [...codes].map((code) => bench.materials.thread(code));
});

/** Threads of the chart that the person has, but for those on the cloth. */
const mine = computed(() => {
  const { chart } = bench.materials;
  const shown = new Set(used.value.map((t) => t.code));
  return chart.threads.filter((t) => charts.owns(chart.id, t) && !shown.has(t.code));
});

const nearest = computed(() =>
  /^#[0-9a-f]{6}$/i.test(search.value.trim())
    ? nearestThread(search.value.trim(), bench.materials.chart)
    : null,
);
const found = computed(() => {
  const text = search.value.trim().toLowerCase();
  if (!text) return bench.materials.chart.threads;
  if (nearest.value) return [nearest.value];
  return bench.materials.chart.threads.filter((t) => `${t.name} ${t.code}`.toLowerCase().includes(text));
});
/** Threads of the chart's own weight under its name, others by theirs. */
function byWeight(threads: readonly Thread[]) {
  const { name, weight } = bench.materials.chart;
  const others = [...new Set(threads.map((t) => t.weight ?? weight))].filter((w) => w !== weight);
  return [weight, ...others].map((w) => ({
    label: w === weight ? name : `Weight ${w}`,
    threads: threads.filter((t) => (t.weight ?? weight) === w),
    all: true,
  }));
}

/** The whole chart comes last; while something is looked for, only what is found of it. */
const rows = computed(() => [
  ...(search.value
    ? []
    : [
        { label: 'On this cloth', threads: used.value, all: false },
        { label: 'My threads', threads: mine.value, all: false },
      ].filter((row) => row.threads.length)),
  ...byWeight(found.value),
]);
</script>

<template>
  <div class="grid gap-2" role="group" aria-label="Thread chart">
    <input
      v-model="search"
      type="search"
      class="field"
      placeholder="Name, code or #colour"
      aria-label="Find a thread"
      @keydown.stop
    />
    <template v-for="row in rows" :key="row.label">
      <span class="label">{{ row.label }}</span>
      <div
        class="gap-1 overflow-y-auto p-0.5"
        :class="row.all ? 'grid max-h-60 grid-cols-6' : 'flex max-h-24 flex-wrap'"
      >
        <button
          v-for="t in row.threads"
          :key="t.code"
          type="button"
          class="border"
          :class="[
            row.all ? 'h-6 rounded-[3px]' : 'size-6 rounded-full',
            t.code === props.code ? 'border-2 border-rosehip' : row.all ? 'border-ink/10' : 'border-line',
          ]"
          :style="{ background: t.colour }"
          :title="threadTitle(t)"
          :aria-label="threadTitle(t)"
          draggable="true"
          @dragstart="dragThread($event, t.code)"
          @click="emit('choose', t.code)"
        />
      </div>
    </template>
    <p v-if="nearest" class="text-xs text-muted">
      Nearest to {{ search }}: {{ nearest.name }} {{ nearest.code }}
    </p>
    <p v-else-if="!found.length" class="text-xs text-muted">No thread is called “{{ search }}”.</p>
  </div>
</template>
