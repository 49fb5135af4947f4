<script setup lang="ts">
// The slot and the files on the stick, a page at a time.
import { ChevronLeft, ChevronRight, CornerLeftUp, FileText, Folder } from '@lucide/vue';
import { computed, ref, watch } from 'vue';
import { slot, type Entry } from './slot.ts';
import { useMachine } from './use-machine.ts';

const { stick, model, tried, putStick, choose } = useMachine();
const PAGE = 8;
const folder = ref('');
const entries = ref<Entry[]>([]);
const page = ref(0);
const search = ref('');
const inside = computed(() => stick.value?.slot === 'machine');

/** A machine shows what it can read. */
const shown = computed(() => {
  const text = search.value.trim().toLowerCase();
  return entries.value.filter(
    (e) => (e.folder || /\.dst$/i.test(e.name)) && (!text || nameOf(e).toLowerCase().includes(text)),
  );
});
const pages = computed(() => Math.max(1, Math.ceil(shown.value.length / PAGE)));
const here = computed(() => shown.value.slice(page.value * PAGE, (page.value + 1) * PAGE));
const nameOf = (e: Entry): string => (model.value.shortNames ? e.short : e.name);
watch([shown], () => (page.value = Math.min(page.value, pages.value - 1)));

async function look(): Promise<void> {
  entries.value = inside.value ? ((await tried(() => slot.files(folder.value))) ?? []) : [];
}
watch([inside, folder], look, { immediate: true });

const path = (name: string): string => (folder.value ? `${folder.value}/${name}` : name);
function open(e: Entry): void {
  if (!e.folder) return void choose(path(e.name));
  folder.value = path(e.name);
  page.value = 0;
}
const up = (): void => void (folder.value = folder.value.split('/').slice(0, -1).join('/'));
const kB = (bytes: number): string => `${Math.max(1, Math.round(bytes / 1000)).toLocaleString('en-GB')} kB`;
</script>

<template>
  <section class="flex min-h-0 grow flex-col gap-3" aria-label="Files on the stick">
    <template v-if="!inside">
      <h2 class="text-xl">No stick in the slot</h2>
      <p>Write a file on to the stick at the bench, then put it in here.</p>
      <button type="button" class="key key-go" @click="putStick(true)">Put the stick in</button>
      <p v-if="stick?.slot === 'computer'" class="small">It is in the computer now.</p>
    </template>
    <template v-else>
      <div class="flex items-center gap-2">
        <h2 class="grow truncate text-xl">{{ folder || 'Choose a file' }}</h2>
        <button
          v-if="folder"
          type="button"
          class="key px-3"
          aria-label="Up one folder"
          title="Up one folder"
          @click="up"
        >
          <CornerLeftUp :size="18" />
        </button>
      </div>
      <input
        v-if="entries.length > PAGE"
        v-model="search"
        class="entry"
        placeholder="Part of its name"
        aria-label="Part of its name"
      />
      <ul class="grid gap-1.5" aria-label="Files">
        <li v-for="e in here" :key="e.name">
          <button type="button" class="key w-full justify-start text-left" @click="open(e)">
            <component :is="e.folder ? Folder : FileText" :size="18" class="shrink-0 text-muted" />
            <span class="min-w-0 grow truncate" :title="e.name">{{ nameOf(e) }}</span>
            <span v-if="!e.folder" class="small">{{ kB(e.size) }}</span>
          </button>
        </li>
      </ul>
      <p v-if="!shown.length" class="text-muted">
        {{ search ? 'No file is called so.' : 'There is no .dst file here.' }}
      </p>
      <div v-if="pages > 1" class="flex items-center justify-between">
        <button
          type="button"
          class="key px-3"
          aria-label="Page before"
          :aria-disabled="!page || undefined"
          @click="page = Math.max(0, page - 1)"
        >
          <ChevronLeft :size="18" />
        </button>
        <span class="small">Page {{ page + 1 }} of {{ pages.toLocaleString('en-GB') }}</span>
        <button
          type="button"
          class="key px-3"
          aria-label="Next page"
          :aria-disabled="page + 1 >= pages || undefined"
          @click="page = Math.min(pages - 1, page + 1)"
        >
          <ChevronRight :size="18" />
        </button>
      </div>
      <div class="grow" />
      <button type="button" class="key" @click="putStick(false)">
        Take the stick out, back to the computer
      </button>
    </template>
  </section>
</template>
