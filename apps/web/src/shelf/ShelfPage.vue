<script setup lang="ts">
// The shelf: every design with a picture of its stitches.
import { FilePlus2, Search, Upload } from '@lucide/vue';
import { useDropZone, watchDebounced } from '@vueuse/core';
import { onMounted, onUnmounted, ref, useTemplateRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { READABLE, READ_ENDINGS, type Design } from '@rosehip/core';
import type { ShelfEntry } from '@rosehip/wire';
import { api, ApiError } from '../api.ts';
import Notice from '../parts/Notice.vue';
import { draftToShelf, leftDrafts, type KeptDraft } from '../stores/drafts.ts';
import { useEngine } from '../workers/engine.ts';
import DesignCard from './DesignCard.vue';
import NewDesignDialog from './NewDesignDialog.vue';
import ShelfHeader from './ShelfHeader.vue';

const router = useRouter();
const designs = ref<ShelfEntry[]>([]);
const loaded = ref(false);
const search = ref('');
const order = ref('changed');
const problem = ref('');
const makingNew = ref(false);
const notice = ref<{ text: string; tone?: 'warning' | 'good'; action?: string; act?: () => void } | null>(
  null,
);
const page = useTemplateRef<HTMLElement>('page');
const chooser = useTemplateRef<HTMLInputElement>('chooser');

async function load(): Promise<void> {
  try {
    designs.value = (await api.designs(search.value.trim(), order.value)).designs;
    problem.value = '';
  } catch (error) {
    problem.value = (error as Error).message;
  } finally {
    loaded.value = true;
  }
}
onMounted(async () => {
  await load();
  await offerLeft();
});

/** Edits of designs that were deleted elsewhere are offered as new designs. */
async function offerLeft(): Promise<void> {
  const left: KeptDraft[] = [];
  for (const draft of await leftDrafts())
    if (!designs.value.some((d) => d.id === draft.designId))
      await api.load(draft.designId).catch((error: ApiError) => {
        if (error.status === 404) left.push(draft);
      });
  if (!left.length) return;
  notice.value = {
    text: `Edits of “${left[0].design.name}”${left.length > 1 ? ` and ${left.length - 1} more` : ''}, deleted elsewhere, are kept in this browser.`,
    action: left.length > 1 ? 'Put them on the shelf' : 'Put it on the shelf',
    act: () => {
      notice.value = null;
      void change(async () => {
        for (const draft of left) await draftToShelf(draft, 'Kept: the design was deleted elsewhere');
      });
    },
  };
}
let later: ReturnType<typeof setTimeout> | undefined;
onUnmounted(() => clearTimeout(later));
// Figures that are still being made come a moment later.
watch(designs, (list) => {
  clearTimeout(later);
  if (list.some((d) => !d.summary && !d.problem)) later = setTimeout(load, 1500);
});
watchDebounced([search, order], load, { debounce: 150 });

/** Runs one change to the shelf, says what went wrong, and shows the shelf as it is then. */
async function change(work: () => Promise<void>): Promise<void> {
  try {
    await work();
  } catch (error) {
    const text = error instanceof ApiError ? error.message : String(error);
    notice.value = { text: `That did not work: ${text}`, tone: 'warning' };
  }
  await load();
}

const rename = (entry: ShelfEntry, name: string): Promise<void> =>
  change(async () => void (await api.rename(entry.id, name)));

const duplicate = (entry: ShelfEntry): Promise<void> =>
  change(async () => void (await api.duplicate(entry.id)));

const remove = (entry: ShelfEntry): Promise<void> =>
  change(async () => {
    await api.remove(entry.id);
    notice.value = {
      text: `“${entry.name}” was taken off the shelf.`,
      action: 'Put it back',
      act: () => {
        notice.value = null;
        change(() => api.restore(entry.id));
      },
    };
  });

async function create(design: Design): Promise<void> {
  makingNew.value = false;
  await change(async () => {
    const { id } = await api.create(design, 'New design');
    await router.push({ name: 'bench', params: { id } });
  });
}

async function bringIn(files: File[] | FileList | null): Promise<void> {
  const said: string[] = [];
  let last: string | null = null;
  for (const file of files ?? []) {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const result = await useEngine().bringIn(file.name, bytes);
    if ('problem' in result) said.push(`${file.name}: ${result.problem}`);
    else {
      try {
        last = (await api.create(result.design, `Brought in from ${file.name}`.slice(0, 200))).id;
        said.push(...result.notes.map((note) => `${file.name}: ${note}`));
      } catch (error) {
        said.push(`${file.name}: ${(error as Error).message}`);
      }
    }
  }
  await load();
  if (said.length) notice.value = { text: said.join(' '), tone: 'warning' };
  else if (last && files?.length === 1) await router.push({ name: 'bench', params: { id: last } });
  else if (last) notice.value = { text: `${files?.length} designs were brought in.`, tone: 'good' };
}

const { isOverDropZone } = useDropZone(page, { onDrop: (files) => void bringIn(files) });

function chosen(): void {
  void bringIn(chooser.value?.files ?? null).then(() => {
    if (chooser.value) chooser.value.value = '';
  });
}
</script>

<template>
  <div ref="page" class="min-h-full" :class="isOverDropZone ? 'bg-blush' : ''">
    <ShelfHeader>
      <button type="button" class="button" @click="chooser?.click()">
        <Upload :size="18" aria-hidden="true" /> Bring in a file
      </button>
      <input
        ref="chooser"
        type="file"
        class="sr-only"
        tabindex="-1"
        multiple
        :accept="READ_ENDINGS.join(',')"
        aria-label="File to bring in"
        @change="chosen"
      />
      <button type="button" class="button button-primary" @click="makingNew = true">
        <FilePlus2 :size="18" aria-hidden="true" /> New design
      </button>
    </ShelfHeader>
    <main class="mx-auto max-w-6xl px-6 py-6">
      <h1 class="sr-only">Shelf</h1>
      <div class="mb-5 flex items-center gap-3">
        <div class="relative w-72">
          <Search :size="16" class="absolute top-2 left-2.5 text-muted" aria-hidden="true" />
          <input
            v-model="search"
            type="search"
            class="field pl-8"
            placeholder="Search by name"
            aria-label="Search by name"
          />
        </div>
        <label class="label whitespace-nowrap" for="shelf-order">Sort by</label>
        <select id="shelf-order" v-model="order" class="field w-44">
          <option value="changed">last changed</option>
          <option value="name">name</option>
          <option value="made">when made</option>
        </select>
        <div class="grow" />
        <p class="text-muted" aria-live="polite">
          {{ !loaded ? 'Looking …' : designs.length === 1 ? '1 design' : `${designs.length} designs` }}
        </p>
      </div>
      <Notice
        v-if="notice"
        class="mb-5"
        :text="notice.text"
        :tone="notice.tone"
        :action="notice.action"
        @act="notice.act?.()"
        @close="notice = null"
      />
      <Notice
        v-if="problem"
        class="mb-5"
        tone="warning"
        :text="`The shelf can’t be shown: ${problem}`"
        action="Try again"
        @act="load"
        @close="problem = ''"
      />
      <ul v-if="designs.length" class="grid grid-cols-[repeat(auto-fill,minmax(248px,1fr))] gap-5">
        <li v-for="entry in designs" :key="entry.id">
          <DesignCard
            :entry="entry"
            @rename="rename(entry, $event)"
            @duplicate="duplicate(entry)"
            @remove="remove(entry)"
          />
        </li>
      </ul>
      <div
        v-else-if="loaded && !problem"
        class="rounded-card border border-dashed border-line p-12 text-center"
      >
        <template v-if="search">
          <h2 class="text-lg">No design has “{{ search }}” in its name</h2>
          <button type="button" class="button mt-4" @click="search = ''">Show all designs</button>
        </template>
        <template v-else>
          <h2 class="text-lg">Your shelf is empty</h2>
          <p class="mt-2 text-muted">
            Make a new design, or drop a drawing (.svg), a stitch file (.dst) or a design (.rosehip.json)
            here.
          </p>
        </template>
      </div>
      <p v-if="designs.length" class="mt-6 text-center text-muted">
        Drop {{ READABLE }} files anywhere on this page to bring them in.
      </p>
    </main>
    <NewDesignDialog :open="makingNew" @close="makingNew = false" @create="create" />
  </div>
</template>
