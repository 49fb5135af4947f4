<script setup lang="ts">
// Thread charts and what the person has of them: found by name, number or colour, brought in and taken out, and charts of
// one's own changed thread by thread.
import { Download, Plus, Trash2 } from '@lucide/vue';
import {
  chartCsv,
  chartPalette,
  nearThreads,
  readChart,
  ReadError,
  type Thread,
  type ThreadChart,
} from '@rosehip/core';
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue';
import NumberField from '../fields/NumberField.vue';
import FileButton from '../parts/FileButton.vue';
import IconButton from '../parts/IconButton.vue';
import { saveFile } from '../parts/save-file.ts';
import { useCharts } from '../stores/charts.ts';
import { useSettings } from '../stores/settings.ts';
import ShelfHeader from './ShelfHeader.vue';

const charts = useCharts();
const settings = useSettings();
const MINE = 'mine';
const shown = ref(MINE);
const search = ref('');
const said = ref<string[]>([]);
const list = useTemplateRef<HTMLElement>('list');
onMounted(async () => {
  await Promise.all([charts.load(), settings.load()]);
  if (!settings.threads.length) shown.value = charts.all[0].id;
});
watch(shown, () => ((search.value = ''), (said.value = [])));

const chart = computed(() => charts.chart(shown.value));
const own = computed(() => !!chart.value && charts.isOwn(chart.value.id));

interface Row {
  chart: ThreadChart;
  thread: Thread;
}
const rows = computed<Row[]>(() => {
  const of: Row[] = chart.value
    ? chart.value.threads.map((thread) => ({ chart: chart.value!, thread }))
    : settings.threads.flatMap(({ chart: id, code }) => {
        const from = charts.chart(id);
        const thread = from?.threads.find((t) => t.code === code);
        return from && thread ? [{ chart: from, thread }] : [];
      });
  const text = search.value.trim().toLowerCase();
  if (!text) return of;
  if (/^#[0-9a-f]{6}$/.test(text)) {
    const place = new Map(
      nearThreads(
        text,
        of.map((r) => r.thread),
      ).map(({ thread }, i) => [thread, i]),
    );
    return [...of].sort((a, b) => place.get(a.thread)! - place.get(b.thread)!).slice(0, 12);
  }
  return of.filter(({ thread }) => `${thread.name} ${thread.code}`.toLowerCase().includes(text));
});

/* Files */
async function bringIn(file: File): Promise<void> {
  said.value = [];
  try {
    const { chart: read, problems } = readChart(await file.text(), file.name.replace(/\.\w+$/, ''));
    const id = await charts.keep(read);
    if (!id) return;
    shown.value = id;
    await nextTick();
    const n = read.threads.length;
    said.value = [`${read.name} is here, with ${n} ${n === 1 ? 'thread' : 'threads'}.`, ...problems];
  } catch (error) {
    if (!(error instanceof ReadError)) throw error;
    said.value = [`${file.name}: ${error.message}`];
  }
}
const takeCsv = (of: ThreadChart): void => saveFile(`${of.name}.csv`, 'text/csv', chartCsv(of));
const takePalette = (of: ThreadChart): void => saveFile(`${of.name}.gpl`, 'text/plain', chartPalette(of));

/* Charts of one's own */
async function keepAs(next: ThreadChart): Promise<void> {
  await charts.keep({ ...next, threads: [...next.threads] }, next.id);
}
async function begin(): Promise<void> {
  const id = await charts.keep({
    name: 'My chart',
    weight: 40,
    material: 'other',
    threads: [{ code: '1', name: 'First thread', colour: '#a03048' }],
  });
  if (id) shown.value = id;
}
function put(code: string, changes: Partial<Thread>): void {
  const of = chart.value!;
  const next = changes.code?.trim();
  if (next !== undefined) {
    if (!/^[A-Za-z0-9-]{1,16}$/.test(next)) {
      said.value = [`“${next}” is no number: letters, digits and hyphens, at most 16.`];
      return;
    }
    if (of.threads.some((t) => t.code !== code && t.code.toLowerCase() === next.toLowerCase())) {
      said.value = [`Number ${next} is taken by another thread of this chart.`];
      return;
    }
  }
  said.value = [];
  void keepAs({ ...of, threads: of.threads.map((t) => (t.code === code ? { ...t, ...changes } : t)) });
}
async function add(): Promise<void> {
  const of = chart.value!;
  const codes = new Set(of.threads.map((t) => t.code));
  let n = of.threads.length + 1;
  while (codes.has(String(n))) n++;
  const colour = of.threads.at(-1)?.colour ?? '#a03048';
  void keepAs({ ...of, threads: [...of.threads, { code: String(n), name: `Thread ${n}`, colour }] });
  await nextTick();
  list.value?.querySelector<HTMLInputElement>('li:last-child input[type=text]')?.select();
}
function leaveOut(code: string): void {
  const of = chart.value!;
  if (of.threads.length === 1) {
    said.value = ['A chart has at least one thread: remove the chart itself.'];
    return;
  }
  void keepAs({ ...of, threads: of.threads.filter((t) => t.code !== code) });
}
async function remove(): Promise<void> {
  const { id, name } = chart.value!;
  shown.value = charts.all[0].id;
  await charts.remove(id);
  await nextTick();
  said.value = [`${name} is removed. Designs that are sewn from it keep it.`];
}
const text = (e: Event): string => (e.target as HTMLInputElement).value;
</script>

<template>
  <div class="min-h-full">
    <ShelfHeader>
      <FileButton asks="Thread chart to bring in" accept=".csv,.txt,.tsv,.gpl" @files="bringIn($event[0])">
        Bring in a chart
      </FileButton>
      <button type="button" class="button button-primary" @click="begin">
        <Plus :size="16" aria-hidden="true" /> A chart of my own
      </button>
    </ShelfHeader>
    <main
      class="mx-auto grid max-w-6xl grid-cols-[220px_minmax(0,1fr)] gap-6 px-6 py-6 max-md:grid-cols-1 max-sm:px-4"
    >
      <nav aria-label="Charts" class="grid content-start gap-1">
        <button
          type="button"
          class="rounded-card px-3 py-2 text-left"
          :class="shown === MINE ? 'bg-blush font-medium' : 'hover:bg-linen'"
          :aria-current="shown === MINE || undefined"
          @click="shown = MINE"
        >
          My threads <span class="text-muted">{{ settings.threads.length }}</span>
        </button>
        <button
          v-for="c in charts.all"
          :key="c.id"
          type="button"
          class="rounded-card px-3 py-2 text-left"
          :class="shown === c.id ? 'bg-blush font-medium' : 'hover:bg-linen'"
          :aria-current="shown === c.id || undefined"
          @click="shown = c.id"
        >
          {{ c.name }} <span class="text-muted">{{ c.threads.length }}</span>
        </button>
      </nav>
      <section class="grid content-start gap-3" :aria-label="chart?.name ?? 'My threads'">
        <header class="flex flex-wrap items-end gap-3">
          <div v-if="chart && own" class="flex grow items-end gap-3">
            <div class="min-w-40 grow">
              <label class="label" for="chart-name">Name of the chart</label>
              <input
                id="chart-name"
                class="field"
                :value="chart.name"
                maxlength="120"
                @change="text($event).trim() && keepAs({ ...chart, name: text($event).trim() })"
              />
            </div>
            <NumberField
              class="w-24"
              label="Weight"
              :value="chart.weight"
              unit=""
              :least="5"
              :most="120"
              :step="10"
              :places="0"
              help="40 is usual; 60 is finer, 30 and 12 are thicker. Stitches follow it. Single threads may have another one."
              @change="keepAs({ ...chart, weight: $event })"
            />
          </div>
          <div v-else class="grow">
            <h1 class="text-xl">{{ chart?.name ?? 'My threads' }}</h1>
            <p class="text-muted">
              {{
                chart
                  ? `Weight ${chart.weight}, ${chart.material}; ${chart.threads.length} threads. Tick those that you have.`
                  : 'What you have, and about how much is left of it. Threads are offered from here first.'
              }}
            </p>
          </div>
          <template v-if="chart">
            <button type="button" class="button" @click="takeCsv(chart)">
              <Download :size="16" aria-hidden="true" /> CSV
            </button>
            <button type="button" class="button" @click="takePalette(chart)">
              <Download :size="16" aria-hidden="true" /> Palette
            </button>
            <button v-if="own" type="button" class="button" @click="remove">Remove it</button>
          </template>
        </header>
        <input
          v-model="search"
          type="search"
          class="field max-w-80"
          placeholder="Name, number or #colour"
          aria-label="Find a thread"
        />
        <div
          v-if="said.length || charts.problem"
          role="status"
          class="grid gap-0.5 rounded-card bg-linen px-3 py-2"
        >
          <p v-for="line in charts.problem ? [charts.problem] : said" :key="line">{{ line }}</p>
        </div>
        <p v-if="own" class="text-xs text-muted">Of each thread: colour, name, number and weight.</p>
        <ul
          ref="list"
          class="grid grid-cols-[repeat(auto-fill,minmax(300px,1fr))] gap-x-4 gap-y-1"
          aria-label="Threads"
        >
          <li
            v-for="{ chart: from, thread } in rows"
            :key="`${from.id} ${thread.code}`"
            class="flex items-center gap-2 border-b border-line py-1"
          >
            <template v-if="own">
              <input
                type="color"
                class="size-8 shrink-0 cursor-pointer rounded-card border border-line bg-panel p-0.5"
                :value="thread.colour"
                :aria-label="`Colour of ${thread.name}`"
                @change="put(thread.code, { colour: text($event) })"
              />
              <input
                type="text"
                class="field h-8 min-w-0 grow"
                :value="thread.name"
                maxlength="120"
                :aria-label="`Name of ${thread.code}`"
                @change="text($event).trim() && put(thread.code, { name: text($event).trim() })"
              />
              <input
                type="text"
                class="field h-8 w-16"
                :value="thread.code"
                maxlength="16"
                :aria-label="`Number of ${thread.name}`"
                @change="put(thread.code, { code: text($event).trim() })"
              />
              <NumberField
                class="w-14 shrink-0"
                inline
                label=""
                :value="thread.weight ?? from.weight"
                unit=""
                :least="5"
                :most="120"
                :step="10"
                :places="0"
                :help="`Weight of ${thread.name}`"
                @change="put(thread.code, { weight: $event === from.weight ? undefined : $event })"
              />
              <IconButton :label="`Leave out ${thread.name}`" @press="leaveOut(thread.code)"
                ><Trash2 :size="16" aria-hidden="true"
              /></IconButton>
            </template>
            <template v-else>
              <span
                class="size-7 shrink-0 rounded-full border border-ink/10"
                :style="{ background: thread.colour }"
                aria-hidden="true"
              />
              <span class="min-w-0 grow">
                <span class="block truncate">{{ thread.name }}</span>
                <span class="block text-xs text-muted"
                  >{{ thread.code }}{{ thread.weight ? ` · weight ${thread.weight}` : ''
                  }}{{ chart ? '' : ` · ${from.name}` }}</span
                >
              </span>
              <NumberField
                v-if="charts.owns(from.id, thread)"
                class="w-20 shrink-0"
                inline
                label=""
                :value="charts.metresOf(from.id, thread.code)"
                unit=""
                :least="0"
                :most="100000"
                :step="10"
                :places="0"
                :help="`Metres that are left of ${thread.name}`"
                @change="charts.setMetres(from.id, thread.code, $event)"
              />
              <span v-if="charts.owns(from.id, thread)" class="-ml-1 text-muted">m</span>
            </template>
            <input
              type="checkbox"
              class="size-4 shrink-0 accent-rosehip"
              :checked="charts.owns(from.id, thread)"
              :aria-label="`I have ${thread.name} ${thread.code}`"
              @change="
                charts.owns(from.id, thread)
                  ? charts.setMetres(from.id, thread.code, null)
                  : charts.take(from.id, thread.code)
              "
            />
          </li>
        </ul>
        <button v-if="own" type="button" class="button justify-self-start" @click="add">
          <Plus :size="16" aria-hidden="true" /> Add a thread
        </button>
        <p v-if="!rows.length" class="text-muted">
          {{
            search
              ? `No thread is called “${search}”.`
              : 'None yet: open a chart and tick the threads that you have.'
          }}
        </p>
      </section>
    </main>
  </div>
</template>
