<script setup lang="ts">
// The head of the shelf's pages: where they are, and what can be done there.
const PAGES = [
  { name: 'shelf', label: 'Shelf' },
  { name: 'deleted', label: 'Deleted' },
  { name: 'backup', label: 'Back up' },
];
</script>

<template>
  <header class="border-b border-line bg-panel">
    <div class="mx-auto flex h-16 max-w-6xl items-center gap-3 px-6">
      <img src="../assets/rosehip.svg" alt="" class="size-8" />
      <span class="font-heading text-2xl font-medium">Rosehip</span>
      <nav class="ml-3 flex h-full gap-1" aria-label="Pages of the shelf">
        <RouterLink
          v-for="page in PAGES"
          :key="page.name"
          :to="{ name: page.name }"
          class="flex items-center border-b-2 border-transparent px-2.5 pt-0.5 text-muted hover:text-ink"
          exact-active-class="border-rosehip! font-medium text-ink!"
          >{{ page.label }}</RouterLink
        >
      </nav>
      <div class="grow" />
      <slot />
    </div>
  </header>
</template>
