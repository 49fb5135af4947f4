<script setup lang="ts">
// On a machine that holds several threads: which stands on which needle, and when one is threaded anew.
import { machineById, needlePlan, needlesOfMachine } from '@rosehip/core';
import { computed } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { useSewing } from '../../stores/sewing.ts';

const bench = useBench();
const sewing = useSewing();
const settings = useSettings();
const machine = computed(() => machineById(settings.machineId));
const needles = computed(() => needlesOfMachine(machine.value));
const threads = computed(() => sewing.figures?.threads ?? []);
const plan = computed(() => needlePlan(threads.value, needles.value));
const used = computed(() => plan.value.needles.filter((n) => n.length));
const said = computed(() => {
  const { anew } = plan.value;
  if (!anew) return 'All stand on a needle from the beginning.';
  return `${anew === 1 ? 'One thread has' : `${anew} threads have`} to be put on while it is sewn, as few as can be.`;
});
</script>

<template>
  <section v-if="needles > 1" class="grid gap-2" aria-label="Needles">
    <h3 class="text-sm">On the needles of {{ machine.name }}</h3>
    <p class="text-muted">{{ said }}</p>
    <ol class="grid gap-1">
      <li v-for="(needle, k) in used" :key="k" class="grid grid-cols-[1.5rem_1fr] gap-x-2">
        <span class="text-right text-muted tabular-nums">{{ k + 1 }}</span>
        <span class="grid gap-0.5">
          <span v-for="t in needle" :key="t.before" class="flex items-center gap-2">
            <span
              class="size-4 shrink-0 rounded-full border border-line"
              :style="{ background: bench.materials.thread(t.thread).colour }"
            />
            <span class="min-w-0 grow truncate"
              >{{ bench.materials.thread(t.thread).name }} {{ t.thread }}</span
            >
            <span v-if="t.before" class="shrink-0 text-rosehip-deep">before colour {{ t.before + 1 }}</span>
          </span>
        </span>
      </li>
    </ol>
  </section>
</template>
