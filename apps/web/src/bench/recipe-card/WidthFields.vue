<script setup lang="ts">
// Drawn widths of a satin along a line: places on the line, and how wide the column is there.
import { lineWidthOf, type DesignObject, type WidthAt } from '@rosehip/core';
import { computed } from 'vue';
import NumberField from '../../fields/NumberField.vue';
import { useBench } from '../../stores/bench/bench.ts';

const bench = useBench();
/** The object, when widths can be drawn on it. */
const object = computed<DesignObject | null>(() => {
  const [only] = bench.selected;
  if (bench.selected.length !== 1 || only.kind !== 'object') return null;
  return lineWidthOf(only) === null ? null : only;
});

function set(widths: WidthAt[] | null): void {
  const [committed] = bench.committedSelected;
  if (committed?.kind !== 'object') return;
  const { widths: _, ...rest } = committed;
  const sorted = widths?.toSorted((a, b) => a.at - b.at);
  bench.replace([sorted?.length ? { ...rest, widths: sorted } : rest], 'Widths');
}

function begin(): void {
  const width = lineWidthOf(object.value!)!;
  set([0, 0.5, 1].map((at) => ({ at, width })));
}

/** A new place in the middle of the widest gap. */
function add(): void {
  const widths = object.value!.widths!;
  const gaps = widths.slice(1).map((w, i) => w.at - widths[i].at);
  const i = gaps.indexOf(Math.max(...gaps));
  const [a, b] = i < 0 ? [{ at: 0, width: widths[0].width }, widths[0]] : [widths[i], widths[i + 1]];
  set([...widths, { at: (a.at + b.at) / 2, width: (a.width + b.width) / 2 }]);
}
</script>

<template>
  <div v-if="object" class="grid gap-2">
    <h4 class="text-sm">Drawn width</h4>
    <button v-if="!object.widths" type="button" class="button justify-center" @click="begin">
      Draw the width along the line
    </button>
    <template v-else>
      <div v-for="(w, i) in object.widths" :key="i" class="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
        <NumberField
          :label="`Place ${i + 1} %`"
          :value="w.at * 100"
          :least="0"
          :most="100"
          :step="5"
          help="Where on the line, in hundredths of its length."
          @change="set(object.widths!.with(i, { ...w, at: $event / 100 }))"
        />
        <NumberField
          :label="`Width ${i + 1}`"
          :value="w.width"
          unit="mm"
          :least="0"
          :most="60"
          :step="0.5"
          help="How wide the column is there; 0 for a point."
          @change="set(object.widths!.with(i, { ...w, width: $event }))"
        />
        <button
          type="button"
          class="button h-8 px-2"
          :aria-label="`Remove width ${i + 1}`"
          title="Remove"
          @click="set(object.widths!.toSpliced(i, 1))"
        >
          ×
        </button>
      </div>
      <div class="grid grid-cols-2 gap-2">
        <button type="button" class="button justify-center" @click="add">Add a place</button>
        <button type="button" class="button justify-center" @click="set(null)">Same everywhere</button>
      </div>
    </template>
  </div>
</template>
