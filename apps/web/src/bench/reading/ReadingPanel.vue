<script setup lang="ts">
// What plain stitches were read as: how many of each kind, how sure, and what of it is taken.
import { computed } from 'vue';
import { stitchesAmong } from '@rosehip/core';
import CommandButton from '../../parts/CommandButton.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { readMap, useReading } from './read-edit.ts';

const bench = useBench();
const view = useView();
const reading = useReading();

const items = computed(() => (bench.design ? stitchesAmong(bench.design, bench.selection) : []));
const of = computed(() => {
  const { length } = items.value;
  if (length === 1) return items.value[0].name;
  return bench.selection.length ? `${length} sets of stitches` : 'All plain stitches of this design';
});
const size = computed(() =>
  readMap.value
    ? Math.round(
        100 * Math.sqrt(Math.abs(readMap.value[0] * readMap.value[3] - readMap.value[1] * readMap.value[2])),
      )
    : null,
);
const unread = computed(() =>
  [...(reading.readings.value?.values() ?? [])].reduce((sum, r) => sum + r.unread.length, 0),
);
function leave(): void {
  reading.forget();
  view.tool = 'select';
}
</script>

<template>
  <section class="grid content-start gap-4 p-4" aria-label="Read as objects">
    <header>
      <h2 class="text-lg">Read as objects</h2>
      <p v-if="items.length" class="text-muted">{{ of }}</p>
      <p v-else class="text-muted">
        There are no plain stitches here. What comes as stitches, or was set as stitches, can be read as the
        shapes it was sewn from.
      </p>
    </header>
    <div v-if="reading.progress.value !== null" class="grid gap-2" role="status">
      <p>Reading … {{ Math.round(100 * reading.progress.value) }} %</p>
      <progress class="w-full" :value="reading.progress.value" max="1" aria-label="How far the reading is" />
      <CommandButton label="Stop" @press="leave" />
    </div>
    <template v-else-if="reading.readings.value">
      <p v-if="!reading.counts.value.length" class="text-muted">
        Nothing could be read of these stitches: they stay as they are.
      </p>
      <template v-else>
        <table class="w-full text-left" aria-label="What was read">
          <thead>
            <tr class="text-muted">
              <th class="font-normal" scope="col">Kind</th>
              <th class="text-right font-normal" scope="col">Taken</th>
              <th class="text-right font-normal" scope="col">Sure</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="k in reading.counts.value" :key="k.as" class="border-t border-line">
              <th class="py-1 font-normal" scope="row">
                <span
                  class="mr-1.5 inline-block size-3 rounded-full align-[-1px]"
                  :style="{ background: k.colour }"
                  aria-hidden="true"
                />{{ k.name }}
              </th>
              <td class="text-right tabular-nums">
                {{ k.taken === k.all ? k.all : `${k.taken} of ${k.all}` }}
              </td>
              <td class="text-right tabular-nums">{{ Math.round(100 * k.sure) }} %</td>
            </tr>
          </tbody>
        </table>
        <label class="grid gap-1">
          <span>Take what is at least {{ reading.least.value }} % sure</span>
          <input
            v-model.number="reading.least.value"
            type="range"
            min="0"
            max="100"
            step="5"
            class="w-full accent-rosehip"
          />
        </label>
        <p class="text-muted">
          What is not taken<template v-if="unread"
            >, and {{ unread }} short {{ unread === 1 ? 'piece' : 'pieces' }} that could not be
            read,</template
          >
          stays stitches, in its place. Underlay, ties and hidden ways are made anew.
        </p>
        <p v-if="size !== null" class="rounded-card bg-linen p-2">
          When it is taken it is made {{ size }} % of its size; stitches lie as close as they do now.
        </p>
        <div class="grid grid-cols-2 gap-2">
          <button
            type="button"
            class="button button-primary justify-center"
            :aria-disabled="!reading.taken.value || undefined"
            :title="
              reading.taken.value
                ? undefined
                : 'Nothing is taken: pull the slider down, or press it on the cloth.'
            "
            @click="reading.take"
          >
            Make {{ reading.taken.value }} {{ reading.taken.value === 1 ? 'object' : 'objects' }}
          </button>
          <button type="button" class="button justify-center" @click="leave">Leave stitches</button>
        </div>
      </template>
    </template>
  </section>
</template>
