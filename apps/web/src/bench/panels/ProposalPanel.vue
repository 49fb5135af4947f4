<script setup lang="ts">
// What the engine proposes: its figures before and after, to be taken or left. The cloth shows it meanwhile.
import { onBeforeUnmount, watch } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { proposal, useProposals } from '../proposals.ts';

const bench = useBench();
const { take, leave, close } = useProposals();

// An edit makes the figures worthless; another panel leaves the proposal.
watch(() => bench.committed, close);
onBeforeUnmount(leave);
</script>

<template>
  <section v-if="proposal" class="grid gap-3 p-4" :aria-label="proposal.title">
    <h2 class="text-lg">{{ proposal.title }}</h2>
    <p :class="proposal.job ? '' : 'text-muted'">{{ proposal.about }}</p>
    <template v-if="proposal.job">
      <table class="w-full text-left">
        <thead>
          <tr class="text-muted">
            <th class="font-normal" scope="col">Whole design</th>
            <th class="font-normal" scope="col">Now</th>
            <th class="font-normal" scope="col">Then</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in proposal.rows" :key="r.name" class="border-t border-line">
            <th class="py-1 font-normal" scope="row">{{ r.name }}</th>
            <td class="tabular-nums">{{ r.before }}</td>
            <td class="tabular-nums" :class="r.after === r.before ? '' : 'font-semibold'">{{ r.after }}</td>
          </tr>
        </tbody>
      </table>
      <div class="grid grid-cols-2 gap-2">
        <button type="button" class="button button-primary justify-center" @click="take">Take it</button>
        <button type="button" class="button justify-center" @click="leave">Leave it</button>
      </div>
    </template>
    <button v-else type="button" class="button justify-center" @click="leave">To the recipe card</button>
  </section>
</template>
