<script setup lang="ts">
// The colours that are sewn: how many, merged, split, taken out, each with its thread.
import { ref, computed, watch } from 'vue';
import {
  chartOf,
  differenceOfThreads,
  MOST_COLOURS,
  threadIn,
  type ColourGroup,
  type Laid,
  type PictureColour,
  type Thread,
} from '@rosehip/core';
import type { PictureStepsState } from './steps.ts';

const props = defineProps<{ steps: PictureStepsState; laid: Laid }>();
const colours = computed(() => props.steps.seen.value?.colours ?? []);
const choice = computed(() => props.steps.choices.value.colours);
const chart = computed(() => chartOf(props.laid));
/** The colour whose thread and ways are shown. */
const open = ref<number | null>(null);
watch(
  () => colours.value.length,
  () => (open.value = null),
);

const choose = (n: number | null): void =>
  props.steps.change({ colours: { ...choice.value, groups: null, count: n } });
const asProposed = (): void => choose(null);
const most = computed(() => Math.min(MOST_COLOURS, props.steps.seen.value?.most ?? 1));
const proposed = computed(() => Math.min(most.value, props.steps.seen.value?.proposed ?? 1));
/** As many as are proposed are those that are proposed. */
const count = (n: number): void => choose(n === proposed.value ? null : n);

function merge(from: number, into: number): void {
  if (from === into) return;
  const groups = props.steps.groups.value;
  const merged = { ...groups[into], shades: [...groups[into].shades, ...groups[from].shades] };
  props.steps.setGroups(groups.flatMap((g, i) => (i === from ? [] : [i === into ? merged : g])));
  open.value = null;
}
/** What becomes of a colour; nothing said: it is sewn. */
function become(index: number, what: string): void {
  const out = what === 'ground' || what === 'neighbours' ? what : undefined;
  put(index, { out, cloth: what === 'cloth' || undefined });
}
function put(index: number, changes: Pick<ColourGroup, 'thread' | 'out' | 'cloth'>): void {
  props.steps.setGroups(
    props.steps.groups.value.map((g, i) => {
      if (i !== index) return g;
      const next = { ...g, ...changes };
      if (!next.thread) delete next.thread;
      if (!next.out) delete next.out;
      if (!next.cloth) delete next.cloth;
      return next;
    }),
  );
}
const nearest = (colour: string): Thread[] => {
  const of: Thread = { code: '', name: '', colour };
  return [...chart.value.threads].sort((a, b) => differenceOfThreads(a, of) - differenceOfThreads(b, of));
};
const share = (c: PictureColour): string =>
  c.gone ? 'only specks' : c.share < 0.005 ? 'under 1 %' : `${Math.round(100 * c.share)} %`;

/* A colour is dragged on another to be one with it. */
const dragged = ref<number | null>(null);
const over = ref<number | null>(null);
function drop(index: number): void {
  if (dragged.value !== null) merge(dragged.value, index);
  dragged.value = over.value = null;
}
</script>

<template>
  <div class="flex items-center gap-1.5">
    <label class="label whitespace-nowrap" for="picture-colours">How many</label>
    <input
      id="picture-colours"
      type="range"
      class="h-5 min-w-0 grow accent-rosehip"
      min="1"
      :max="most"
      step="1"
      :value="colours.length"
      @input="count(Number(($event.target as HTMLInputElement).value))"
    />
    <span class="w-5 text-right text-xs">{{ colours.length }}</span>
  </div>
  <p v-if="colours.length && (choice.groups || choice.count !== null)" class="text-xs text-muted">
    <button type="button" class="font-medium text-rosehip underline" @click="asProposed">
      As the picture proposes: {{ proposed }}
    </button>
  </p>
  <label class="flex items-start gap-1.5" title="Smooths what is painted or photographed, but not its edges">
    <input
      type="checkbox"
      class="mt-1 accent-rosehip"
      :checked="choice.calm ?? steps.seen.value?.how === 'photographed'"
      @change="
        steps.change({
          colours: { ...choice, groups: null, calm: ($event.target as HTMLInputElement).checked },
        })
      "
    />
    <span>Calmed first, as photographs are</span>
  </label>
  <ul class="grid gap-1" aria-label="Colours of the picture">
    <li v-for="(c, i) in colours" :key="c.colour">
      <div
        class="flex items-center gap-1.5 rounded-card border pr-1"
        :class="over === i && dragged !== i ? 'border-rosehip bg-blush' : 'border-transparent'"
        draggable="true"
        @dragstart="((dragged = i), $event.dataTransfer?.setData('text/plain', c.colour))"
        @dragend="dragged = over = null"
        @dragover.prevent="over = i"
        @dragleave="over === i && (over = null)"
        @drop.prevent="drop(i)"
      >
        <button
          type="button"
          class="flex min-w-0 grow items-center gap-1.5 text-left"
          :aria-expanded="open === i"
          :title="`${c.colour}: ${threadIn(chart, c.thread).name} ${c.thread}, ${c.apart.toFixed(1)} away. Drag it on another to make them one.`"
          @click="open = open === i ? null : i"
        >
          <span
            class="flex h-6 w-9 shrink-0 overflow-hidden rounded-card border border-line"
            aria-hidden="true"
          >
            <span class="grow" :style="{ background: c.colour }" />
            <span class="grow" :style="{ background: threadIn(chart, c.thread).colour }" />
          </span>
          <span class="truncate text-[13px]" :class="c.out ? 'line-through' : ''"
            >{{ threadIn(chart, c.thread).name }} {{ c.thread }}</span
          >
          <span class="ml-auto text-xs whitespace-nowrap text-muted">{{ share(c) }}</span>
        </button>
      </div>
      <div v-if="open === i" class="mt-1 mb-2 grid gap-1 border-l-2 border-line pl-2">
        <label class="label" :for="`thread-${i}`">Thread, nearest first</label>
        <select
          :id="`thread-${i}`"
          class="field h-7"
          :value="c.chosen ? c.thread : ''"
          @change="put(i, { thread: ($event.target as HTMLSelectElement).value || undefined })"
        >
          <option value="">the nearest</option>
          <option v-for="t in nearest(c.colour)" :key="t.code" :value="t.code">
            {{ t.name }} {{ t.code }}
          </option>
        </select>
        <label class="label" :for="`merge-${i}`">One with</label>
        <select
          :id="`merge-${i}`"
          class="field h-7"
          value=""
          @change="merge(i, Number(($event.target as HTMLSelectElement).value))"
        >
          <option value="" disabled>choose a colour</option>
          <template v-for="(o, k) in colours" :key="o.colour">
            <option v-if="k !== i" :value="k">{{ threadIn(chart, o.thread).name }} {{ o.thread }}</option>
          </template>
        </select>
        <label class="label" :for="`out-${i}`">It is</label>
        <select
          :id="`out-${i}`"
          class="field h-7"
          :value="c.cloth ? 'cloth' : (c.out ?? '')"
          @change="become(i, ($event.target as HTMLSelectElement).value)"
        >
          <option value="">sewn</option>
          <option value="cloth">cloth laid on (appliqué)</option>
          <option value="ground">taken out: cloth shows</option>
          <option value="neighbours">given to its neighbours</option>
        </select>
        <button
          type="button"
          class="button h-7 justify-center px-1"
          :aria-disabled="c.shades.length < 2 || undefined"
          :title="c.shades.length < 2 ? 'This colour is one shade: there is nothing to split.' : undefined"
          @click="c.shades.length > 1 && steps.split(i)"
        >
          Split it
        </button>
      </div>
    </li>
  </ul>
</template>
