<script setup lang="ts">
// The head of the shelf's pages: where they are, and what can be done there.
const PAGES = [
  { name: 'shelf', label: 'Shelf' },
  { name: 'ready', label: 'Ready projects' },
  { name: 'threads', label: 'Threads' },
  { name: 'stick', label: 'Stick' },
  { name: 'deleted', label: 'Deleted' },
  { name: 'backup', label: 'Back up' },
];
</script>

<template>
  <header class="border-b border-line bg-panel">
    <div
      class="mx-auto flex min-h-16 max-w-6xl flex-wrap items-center gap-x-3 gap-y-2 px-6 max-lg:pb-2 max-sm:px-4 max-sm:pb-3"
    >
      <img src="../assets/rosehip.svg" alt="" class="size-8" />
      <span class="font-heading text-2xl font-medium">Rosehip</span>
      <nav
        class="ml-3 flex h-16 gap-1 max-sm:ml-0 max-sm:h-auto max-sm:flex-wrap"
        aria-label="Pages of the shelf"
      >
        <RouterLink
          v-for="page in PAGES"
          :key="page.name"
          :to="{ name: page.name }"
          class="flex items-center whitespace-nowrap max-sm:h-11 border-b-2 border-transparent px-2.5 pt-0.5 text-muted hover:text-ink"
          exact-active-class="border-rosehip! font-medium text-ink!"
          >{{ page.label }}</RouterLink
        >
      </nav>
      <div class="grow" />
      <slot />
    </div>
  </header>
</template>
