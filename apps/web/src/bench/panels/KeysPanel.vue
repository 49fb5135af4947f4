<script setup lang="ts">
// Every key of the bench.
defineProps<{ keys: readonly { keys: string; does: string }[] }>();
</script>

<template>
  <section class="p-4" aria-label="Keys" tabindex="0">
    <h2 class="mb-3 text-lg">Keys</h2>
    <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
      <template v-for="s in keys" :key="s.keys + s.does">
        <dt>
          <kbd class="rounded-[4px] border border-line bg-linen px-1.5 py-0.5 font-sans text-xs">{{
            s.keys
          }}</kbd>
        </dt>
        <dd>{{ s.does }}</dd>
      </template>
    </dl>
  </section>
</template>
