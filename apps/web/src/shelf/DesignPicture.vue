<script setup lang="ts">
// The picture of a design's stitches, or why there is none.
import type { ShelfEntry } from '@rosehip/wire';
import { api } from '../api.ts';

defineProps<{ entry: ShelfEntry; otherwise: string }>();
</script>

<template>
  <!-- A picture is asked for when it is there: what is still being made would hold up everything else. -->
  <img
    v-if="entry.summary"
    :src="api.pictureUrl(entry)"
    alt=""
    width="480"
    height="360"
    class="aspect-4/3 w-full bg-linen object-cover"
    loading="lazy"
  />
  <span
    v-else
    class="flex aspect-4/3 w-full items-center justify-center bg-linen p-6 text-center text-muted"
    >{{ entry.problem ?? otherwise }}</span
  >
</template>
