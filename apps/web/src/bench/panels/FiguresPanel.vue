<script setup lang="ts">
// Figures of the whole design: counts, size, thread by colour, time by object, and charts.
import { isMark, layerCounts, Move, threadUse, type Plan } from '@rosehip/core';
import { computed, defineAsyncComponent } from 'vue';
import { useRouter } from 'vue-router';
import { showNumber } from '../../fields/arithmetic.ts';
import { counted, sewingTime } from '../../parts/time.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useHoopings } from '../hoopings.ts';
import { useView } from '../../stores/view.ts';
import { blocksOf } from '../running-order/blocks.ts';
import SewnBeside from './SewnBeside.vue';

const BarChart = defineAsyncComponent(() => import('./BarChart.vue'));

const bench = useBench();
const sewing = useSewing();
const settings = useSettings();
const view = useView();
const router = useRouter();

/** What is on the bench is saved first, so that it is among the revisions. */
async function compare(): Promise<void> {
  await bench.settle();
  await router.push({ name: 'compare', params: { id: bench.id } });
}

const f = computed(() => sewing.figures);
const size = computed(() => {
  if (!f.value) return '';
  const [w, h] = [f.value.width, f.value.height].map((v) => showNumber(v, settings.units, 1));
  return `${w} × ${h} ${settings.units}`;
});
const length = (mm: number): string => `${showNumber(mm, settings.units, 2)} ${settings.units}`;
const rows = computed(() =>
  f.value
    ? [
        ['Stitches', counted(f.value.stitches)],
        ['Size', size.value],
        ['Sewing time', sewingTime(f.value.seconds)],
        ['Colours', counted(f.value.colourChanges + 1)],
        ['Trims', counted(f.value.trims)],
        ['Jumps', counted(f.value.jumps)],
        ['Stops', counted(f.value.stops)],
        ['Stitch length', `${length(f.value.shortest)} to ${length(f.value.longest)}`],
      ]
    : [],
);

/** Metres on a full spool. */
const SPOOL = 1000;
const { shares: hooped } = useHoopings();
const threads = computed(() => (sewing.plan ? threadUse(sewing.plan) : []));
const objects = computed(() =>
  sewing.plan
    ? blocksOf(sewing.plan)
        .filter((b) => b.stitches && !isMark(b.of))
        .map((b) => ({ ...b, seconds: b.to - b.from }))
        .sort((a, b) => b.seconds - a.seconds)
    : [],
);

/** Stitches by length, in steps of half a millimetre. */
function lengthsOf({ x, y, move }: Plan): number[] {
  const out: number[] = Array.from({ length: 15 }, () => 0);
  for (let i = 1; i < x.length; i++)
    if (move[i] === Move.stitch)
      out[Math.min(14, Math.floor(Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]) * 2))]++;
  return out;
}
const lengthBars = computed(() =>
  sewing.plan
    ? lengthsOf(sewing.plan).map((value, i) => ({
        name: i < 14 ? `${i / 2}` : '7+',
        value,
        colour: '#b3263f',
      }))
    : [],
);
const timeBars = computed(() =>
  threads.value.map((t) => ({ name: t.name, value: Math.round(t.seconds / 6) / 10, colour: t.colour })),
);
/** Cloth by layers of thread, in cm². */
const layerBars = computed(() => {
  const grid = sewing.layers;
  if (!grid) return [];
  const counts = layerCounts(grid);
  const cm2 = (n: number): number => Math.round(n * grid.cell * grid.cell) / 100;
  const bars = Array.from({ length: 12 }, (_, i) => ({
    name: `${i + 1}`,
    value: cm2(counts[i + 1]),
    colour: '#4f6f3d',
  }));
  const more = counts.slice(13).reduce((a, b) => a + b, 0);
  return [...bars, { name: '13+', value: cm2(more), colour: '#b3263f' }];
});
</script>

<template>
  <section class="grid gap-4 p-4" aria-label="Figures">
    <h2 class="text-lg">Figures</h2>
    <p v-if="!f?.stitches" class="text-muted">There are no stitches yet: draw something first.</p>
    <template v-else>
      <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5">
        <template v-for="[name, value] in rows" :key="name">
          <dt class="text-muted">{{ name }}</dt>
          <dd class="text-right">{{ value }}</dd>
        </template>
      </dl>
      <SewnBeside />
      <div v-if="hooped.length">
        <h3 class="mb-1 text-sm">Hooping by hooping</h3>
        <table class="w-full">
          <thead>
            <tr class="text-left text-muted">
              <th class="font-normal" scope="col">Hooping</th>
              <th class="text-right font-normal" scope="col">Stitches</th>
              <th class="text-right font-normal" scope="col">Threads</th>
              <th class="text-right font-normal" scope="col">Time</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="h in hooped" :key="h.number" class="border-t border-line">
              <th class="py-0.5 text-left font-normal" scope="row">
                <span
                  class="mr-1.5 inline-block size-3 rounded-full align-[-1px]"
                  :style="{ background: h.tint }"
                />{{ h.number }}
              </th>
              <td class="text-right">{{ counted(h.stitches) }}</td>
              <td class="text-right" :title="h.threads.join(', ')">{{ h.threads.length }}</td>
              <td class="text-right">{{ sewingTime(h.ends - h.begins) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <div>
        <h3 class="mb-1 text-sm">Thread</h3>
        <table class="w-full">
          <thead>
            <tr class="text-left text-muted">
              <th class="font-normal" scope="col">Colour</th>
              <th class="text-right font-normal" scope="col">Used</th>
              <th class="text-right font-normal" scope="col" title="Of a full spool of 1,000 m">Left</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="t in threads" :key="t.code" class="border-t border-line">
              <th
                class="max-w-36 truncate py-0.5 text-left font-normal"
                scope="row"
                :title="`${t.name} ${t.code}`"
              >
                <span
                  class="mr-1.5 inline-block size-3 rounded-full border border-ink/20 align-[-1px]"
                  :style="{ background: t.colour }"
                />{{ t.name }} {{ t.code }}
              </th>
              <td class="text-right">{{ t.metres.toFixed(1) }} m</td>
              <td class="text-right text-muted">{{ Math.max(0, SPOOL - t.metres).toFixed(0) }} m</td>
            </tr>
          </tbody>
        </table>
      </div>
      <div>
        <h3 class="text-sm">Stitches by length, mm</h3>
        <BarChart :bars="lengthBars" label="Stitches by length in millimetres" unit="stitches" />
      </div>
      <div>
        <h3 class="text-sm">Minutes by colour</h3>
        <BarChart :bars="timeBars" label="Minutes of sewing by colour" unit="min" :names="false" />
      </div>
      <div>
        <h3 class="text-sm">Cloth by layers of thread, cm²</h3>
        <BarChart :bars="layerBars" label="Cloth by layers of thread in square centimetres" unit="cm²" />
      </div>
      <div>
        <h3 class="mb-1 text-sm">Time by object</h3>
        <ol class="grid gap-1">
          <li v-for="o in objects" :key="o.id">
            <button
              type="button"
              class="grid w-full grid-cols-[1fr_auto] gap-x-2 text-left hover:underline"
              @click="bench.selection = [o.id]"
            >
              <span class="truncate">{{ o.name }}</span>
              <span class="text-muted">{{ sewingTime(o.seconds) }}</span>
              <span
                class="col-span-2 h-1.5 rounded-[3px] border border-ink/15"
                :style="{ background: o.colour, width: `${(100 * o.seconds) / objects[0].seconds}%` }"
              />
            </button>
          </li>
        </ol>
      </div>
    </template>
    <button
      type="button"
      class="button justify-center"
      title="Two revisions, or two cloths, side by side"
      @click="compare"
    >
      Compare revisions and cloths
    </button>
    <button type="button" class="button justify-center" @click="view.panel = 'card'">
      To the recipe card
    </button>
  </section>
</template>
