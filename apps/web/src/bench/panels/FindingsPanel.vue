<script setup lang="ts">
// What the checks found, worst first, each with the way to what it is about.
import { findItem, itemBounds } from '@rosehip/core';
import { useBench } from '../../stores/bench.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useView } from '../../stores/view.ts';

const bench = useBench();
const sewing = useSewing();
const view = useView();

/** Selects the object and brings it to the middle, close up. */
function show(id: string): void {
  const item = bench.plain && findItem(bench.plain, id);
  const bounds = item && itemBounds(item);
  bench.selection = [id];
  view.tool = 'select';
  if (bounds) view.fit(bounds, 120);
}
</script>

<template>
  <section class="grid gap-3 p-4" aria-label="Findings">
    <h2 class="text-lg">Findings</h2>
    <p v-if="!sewing.findings.length" class="text-muted">Nothing was found: this design will sew as it is.</p>
    <ul v-else class="grid gap-2">
      <li
        v-for="(f, i) in sewing.findings"
        :key="i"
        class="rounded-card border p-3"
        :class="f.weight > 1 ? 'border-amber/50 bg-[#fdf3e0]' : 'border-line'"
      >
        <p :role="f.weight === 3 ? 'alert' : undefined">{{ f.sentence }}</p>
        <button v-if="f.object" type="button" class="button mt-2 h-8" @click="show(f.object)">Show me</button>
        <button v-else type="button" class="button mt-2 h-8" @click="view.panel = 'hoop'">
          Choose another hoop
        </button>
      </li>
    </ul>
    <button type="button" class="button justify-center" @click="view.panel = 'card'">
      To the recipe card
    </button>
  </section>
</template>
