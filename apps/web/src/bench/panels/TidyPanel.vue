<script setup lang="ts">
// A better route for one colour: its figures before and after, to be taken or left.
import { computed, watch } from 'vue';
import { showNumber } from '../../fields/arithmetic.ts';
import { useBench } from '../../stores/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { proposal, useTidying } from '../tidying.ts';

const bench = useBench();
const settings = useSettings();
const { take, leave } = useTidying();

const length = (mm: number): string => `${showNumber(mm, settings.units, 0)} ${settings.units}`;
const rows = computed(() => {
  if (!proposal.value) return [];
  const { before, after } = proposal.value;
  return [
    { name: 'Trims', before: String(before.trims), after: String(after.trims) },
    { name: 'Jumps', before: String(before.jumps), after: String(after.jumps) },
    { name: 'Travel', before: length(before.travel), after: length(after.travel) },
  ];
});

// An edit makes the figures worthless.
watch(() => bench.committed, leave);
</script>

<template>
  <section class="grid gap-3 p-4" aria-label="Tidy travel">
    <h2 class="text-lg">Tidy travel</h2>
    <template v-if="proposal">
      <p>
        A better route through {{ proposal.objects }}
        {{ proposal.objects === 1 ? 'object' : 'objects of this colour' }}. What lies above what stays as it
        is.
      </p>
      <table class="w-full text-left">
        <thead>
          <tr class="text-muted">
            <th class="font-normal" scope="col">Whole design</th>
            <th class="font-normal" scope="col">Now</th>
            <th class="font-normal" scope="col">Then</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.name" class="border-t border-line">
            <th class="py-1 font-normal" scope="row">{{ r.name }}</th>
            <td class="tabular-nums">{{ r.before }}</td>
            <td class="tabular-nums font-medium">{{ r.after }}</td>
          </tr>
        </tbody>
      </table>
      <div class="grid grid-cols-2 gap-2">
        <button type="button" class="button button-primary justify-center" @click="take">Take it</button>
        <button type="button" class="button justify-center" @click="leave">Leave it</button>
      </div>
    </template>
    <template v-else>
      <p class="text-muted">No better route was found: this colour is sewn as directly as it can be.</p>
      <button type="button" class="button justify-center" @click="leave">To the recipe card</button>
    </template>
  </section>
</template>
