<script setup lang="ts">
// An address at which there is nothing.
import ShelfHeader from './ShelfHeader.vue';
</script>

<template>
  <ShelfHeader />
  <main class="mx-auto max-w-6xl px-6 py-16 text-center">
    <h1 class="text-xl">There is nothing at this address</h1>
    <p class="mt-2 text-muted">It may have been typed or copied with a mistake in it.</p>
    <RouterLink :to="{ name: 'shelf' }" class="button mt-4">To the shelf</RouterLink>
  </main>
</template>
