<script setup lang="ts">
// The needle from the front, up and down, with the thread in it.
import { computed } from 'vue';
import { usePreferredReducedMotion } from '@vueuse/core';
import { useMachine } from './use-machine.ts';

const { sewing, factor } = useMachine();
const still = usePreferredReducedMotion();
const thread = computed(() => sewing.value?.colours[sewing.value.colour]?.thread ?? '#8c8577');
const broken = computed(() => sewing.value?.status === 'broken');
/** How deep the needle is, from 0 to 1: by the stitches made, and a mean of them when they are too many to see. */
const depth = computed(() => {
  const of = sewing.value;
  if (!of || of.status !== 'sewing') return 0;
  if (still.value === 'reduce' || factor.value > 5) return 0.5;
  return of.counts.stitches % 2 ? 1 : 0;
});
</script>

<template>
  <svg width="76" height="92" viewBox="0 0 76 92" class="rounded-xl bg-bed" aria-hidden="true">
    <rect x="14" y="0" width="48" height="20" rx="4" fill="#b9b2a3" />
    <g :transform="`translate(0 ${22 * depth})`" style="transition: transform 60ms linear">
      <rect x="33" y="6" width="10" height="26" rx="2" fill="#8f8879" />
      <path d="M36 32h4l-0.8 24-1.2 5-1.2-5z" fill="#5b5260" />
      <path
        :d="broken ? 'M62 8C50 10 52 26 58 34' : 'M62 8C50 12 44 40 38 54'"
        fill="none"
        :stroke="thread"
        stroke-width="2"
      />
    </g>
    <path d="M4 72h68" stroke="#f6f0e2" stroke-width="5" />
    <path d="M0 78h76v14H0z" fill="#a39b8b" />
  </svg>
</template>
