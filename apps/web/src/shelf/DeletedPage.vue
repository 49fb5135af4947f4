<script setup lang="ts">
// What was taken off the shelf and can be put back.
import { Undo2 } from '@lucide/vue';
import { onMounted, ref } from 'vue';
import type { ShelfEntry } from '@rosehip/wire';
import { api } from '../api.ts';
import Notice from '../parts/Notice.vue';
import { ago, counted } from '../parts/time.ts';
import DesignPicture from './DesignPicture.vue';
import ShelfHeader from './ShelfHeader.vue';

const designs = ref<ShelfEntry[] | null>(null);
const days = ref(30);
const problem = ref('');
const done = ref('');

async function load(): Promise<void> {
  try {
    ({ designs: designs.value, deletedDays: days.value } = await api.deletedDesigns());
    problem.value = '';
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
onMounted(load);

async function putBack(entry: ShelfEntry): Promise<void> {
  try {
    await api.restore(entry.id);
    done.value = `“${entry.name}” is on the shelf again.`;
    await load();
  } catch (error) {
    problem.value = (error as Error).message;
  }
}

/** The last day on which a design can be put back. */
const lastDay = (entry: ShelfEntry): string =>
  new Date(new Date(entry.deletedAt!).getTime() + days.value * 86_400_000).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
  });
</script>

<template>
  <ShelfHeader />
  <main class="mx-auto max-w-6xl px-6 py-6">
    <h1 class="text-xl">Deleted designs</h1>
    <p class="mt-1 mb-5 text-muted">
      They can be put back for {{ days }} days, with all their history; then they are gone for good.
    </p>
    <Notice v-if="done" class="mb-5" tone="good" :text="done" @close="done = ''" />
    <Notice
      v-if="problem"
      class="mb-5"
      tone="warning"
      :text="`That did not work: ${problem}`"
      action="Try again"
      @act="load"
      @close="problem = ''"
    />
    <ul v-if="designs?.length" class="grid grid-cols-[repeat(auto-fill,minmax(248px,1fr))] gap-5">
      <li v-for="entry in designs" :key="entry.id">
        <article class="overflow-hidden rounded-card border border-line bg-panel">
          <DesignPicture :entry="entry" otherwise="No picture" />
          <div class="grid gap-1 border-t border-line px-3 py-2.5">
            <h2 class="truncate text-base" :title="entry.name">{{ entry.name }}</h2>
            <p class="text-muted">
              <template v-if="entry.summary?.stitches"
                >{{ counted(entry.summary.stitches) }} stitches ·
              </template>
              deleted {{ ago(entry.deletedAt!) }}
            </p>
            <div class="mt-1 flex items-center gap-2">
              <button type="button" class="button" @click="putBack(entry)">
                <Undo2 :size="16" aria-hidden="true" /> Put it back
              </button>
              <span class="grow" />
              <span class="label">until {{ lastDay(entry) }}</span>
            </div>
          </div>
        </article>
      </li>
    </ul>
    <p
      v-else-if="designs && !problem"
      class="rounded-card border border-dashed border-line p-12 text-center text-muted"
    >
      Nothing was deleted in the last {{ days }} days.
    </p>
  </main>
</template>
