<script setup lang="ts">
// Lines along outlines, as wide at every zoom.
import type { Piece } from './outline-pieces.ts';

defineProps<{ pieces: readonly Piece[] }>();
</script>

<template>
  <g v-if="pieces.length" fill="none">
    <path v-for="({ data }, i) in pieces" :key="i" :d="data" vector-effect="non-scaling-stroke" />
  </g>
</template>
