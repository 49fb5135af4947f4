<script setup lang="ts">
// Lines along outlines, as wide at every zoom.
defineProps<{ pieces: readonly string[] }>();
</script>

<template>
  <g v-if="pieces.length" fill="none">
    <path v-for="(d, i) in pieces" :key="i" :d="d" vector-effect="non-scaling-stroke" />
  </g>
</template>
