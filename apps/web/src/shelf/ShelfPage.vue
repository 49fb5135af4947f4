<script setup lang="ts">
// The shelf: every design with a picture of its stitches.
import { FilePlus2, ImageUp, Grid2x2, Grid3x3, Search, Upload } from '@lucide/vue';
import { useDropZone } from '@vueuse/core';
import { onMounted, onUnmounted, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { READABLE, READ_ENDINGS, type Design } from '@rosehip/core';
import type { ShelfEntry } from '@rosehip/wire';
import { api, ApiError } from '../api.ts';
import { useKept } from '../parts/kept.ts';
import FileButton from '../parts/FileButton.vue';
import Notice from '../parts/Notice.vue';
import { quiet } from '../parts/quiet.ts';
import type { KeptDraft } from '../stores/drafts.ts';
import { isPicture, useHandOver } from '../stores/hand-over.ts';
import { useEngine } from '../workers/engine.ts';
import DesignCard from './DesignCard.vue';
import NewDesignDialog from './NewDesignDialog.vue';
import SelectionBar from './SelectionBar.vue';
import { SORTS, useShelfList } from './shelf-list.ts';
import ShelfHeader from './ShelfHeader.vue';

const router = useRouter();
const handOver = useHandOver();
const designs = shallowRef<ShelfEntry[]>([]);
const loaded = ref(false);
const { search, label, sort, list, labels, selected, toggle, selectAll, clear } = useShelfList(designs);
/** Small pictures: more of them at once. */
const small = useKept('rosehip-shelf-small', false);
const problem = ref('');
const makingNew = ref(false);
const notice = ref<{ text: string; tone?: 'warning' | 'good'; action?: string; act?: () => void } | null>(
  null,
);
const page = useTemplateRef<HTMLElement>('page');

async function load(): Promise<void> {
  try {
    designs.value = (await api.designs()).designs;
    problem.value = '';
  } catch (error) {
    problem.value = (error as Error).message;
  } finally {
    loaded.value = true;
  }
}
/** What the bench needs is fetched and set up while nobody waits: the first press on a design then shows stitches soon. */
function warmUp(): void {
  void import('../bench/BenchPage.vue');
  void useEngine().warmUp();
}
onMounted(async () => {
  await load();
  await quiet();
  await offerLeft();
  warmUp();
});

/** Edits of designs that were deleted elsewhere are offered as new designs. */
async function offerLeft(): Promise<void> {
  const { draftToShelf, leftDrafts } = await import('../stores/drafts.ts'); // it reads designs: not for the first page
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

const remove = (entries: readonly ShelfEntry[]): Promise<void> =>
  change(async () => {
    for (const { id } of entries) await api.remove(id);
    const one = entries.length === 1;
    notice.value = {
      text: `${one ? `“${entries[0].name}” was` : `${entries.length} designs were`} taken off the shelf.`,
      action: one ? 'Put it back' : 'Put them back',
      act: () => {
        notice.value = null;
        void change(async () => {
          for (const { id } of entries) await api.restore(id);
        });
      },
    };
  });

const duplicateSelected = (): Promise<void> =>
  change(async () => {
    for (const { id } of selected.value) await api.duplicate(id);
    clear();
  });
async function removeSelected(): Promise<void> {
  await remove([...selected.value]);
  clear();
}
const putLabels = (add: string[], off: string[]): Promise<void> =>
  change(() =>
    api.label(
      selected.value.map((e) => e.id),
      add,
      off,
    ),
  );

async function create(design: Design): Promise<void> {
  makingNew.value = false;
  await change(async () => {
    const { id } = await api.create(design, 'New design');
    await router.push({ name: 'bench', params: { id } });
  });
}

async function bringIn(files: File[] | null): Promise<void> {
  if (files?.length === 1 && isPicture(files[0])) {
    handOver.picture = files[0];
    await router.push({ name: 'picture' });
    return;
  }
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
</script>

<template>
  <div ref="page" class="min-h-full" :class="isOverDropZone ? 'bg-blush' : ''">
    <ShelfHeader>
      <FileButton
        asks="File to bring in"
        multiple
        :accept="[...READ_ENDINGS, 'image/png', 'image/jpeg', 'image/webp', 'image/gif'].join(',')"
        @files="bringIn"
      >
        <Upload :size="18" aria-hidden="true" /> Bring in a file
      </FileButton>
      <RouterLink :to="{ name: 'picture' }" class="button">
        <ImageUp :size="18" aria-hidden="true" /> From a picture
      </RouterLink>
      <button type="button" class="button button-primary" @click="makingNew = true">
        <FilePlus2 :size="18" aria-hidden="true" /> New design
      </button>
    </ShelfHeader>
    <main class="mx-auto max-w-6xl px-6 py-6">
      <h1 class="sr-only">Shelf</h1>
      <div class="mb-4 flex flex-wrap items-center gap-3">
        <div class="relative w-72 max-sm:w-full">
          <Search :size="16" class="absolute top-2 left-2.5 text-muted" aria-hidden="true" />
          <input
            v-model="search"
            type="search"
            class="field pl-8"
            placeholder="Name, thread, hoop, stitches, label …"
            aria-label="Find designs"
          />
        </div>
        <label class="label whitespace-nowrap" for="shelf-order">Sort by</label>
        <select id="shelf-order" v-model="sort" class="field w-36">
          <option v-for="(says, key) in SORTS" :key="key" :value="key">{{ says }}</option>
        </select>
        <div
          class="flex rounded-card border border-line bg-panel"
          role="group"
          aria-label="Size of the pictures"
        >
          <button
            v-for="size in [false, true]"
            :key="`${size}`"
            type="button"
            class="grid h-8 w-9 place-items-center first:rounded-l-[5px] last:rounded-r-[5px]"
            :class="small === size ? 'bg-ink text-panel' : 'hover:bg-linen'"
            :aria-pressed="small === size"
            :aria-label="size ? 'Small pictures' : 'Large pictures'"
            :title="size ? 'Small pictures' : 'Large pictures'"
            @click="small = size"
          >
            <component :is="size ? Grid3x3 : Grid2x2" :size="16" aria-hidden="true" />
          </button>
        </div>
        <div class="grow" />
        <p class="text-muted" aria-live="polite">
          {{ !loaded ? 'Looking …' : list.length === 1 ? '1 design' : `${list.length} designs` }}
        </p>
      </div>
      <div v-if="labels.length" class="mb-4 flex flex-wrap gap-1.5" role="group" aria-label="Labels">
        <button
          v-for="l in labels"
          :key="l.label"
          type="button"
          class="button h-7 rounded-full px-3"
          :class="label === l.label ? 'bg-ink! text-panel' : ''"
          :aria-pressed="label === l.label"
          @click="label = label === l.label ? null : l.label"
        >
          {{ l.label }} <span :class="label === l.label ? '' : 'text-muted'">{{ l.count }}</span>
        </button>
      </div>
      <SelectionBar
        v-if="selected.length"
        :selected="selected"
        :labels="labels"
        :all="list.length"
        @label="putLabels"
        @duplicate="duplicateSelected"
        @remove="removeSelected"
        @all="selectAll"
        @clear="clear"
      />
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
      <ul
        v-if="list.length"
        class="grid"
        :class="
          small
            ? 'grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-3'
            : 'grid-cols-[repeat(auto-fill,minmax(248px,1fr))] gap-5'
        "
      >
        <li v-for="entry in list" :key="entry.id">
          <DesignCard
            :entry="entry"
            :small="small"
            :selected="selected.some((e) => e.id === entry.id)"
            :selecting="selected.length > 0"
            @rename="rename(entry, $event)"
            @duplicate="duplicate(entry)"
            @remove="remove([entry])"
            @toggle="toggle(entry.id, $event)"
          />
        </li>
      </ul>
      <div
        v-else-if="loaded && !problem"
        class="rounded-card border border-dashed border-line p-12 text-center"
      >
        <template v-if="designs.length">
          <h2 class="text-lg">No design is found by “{{ search }}”</h2>
          <button type="button" class="button mt-4" @click="((search = ''), (label = null))">
            Show all designs
          </button>
        </template>
        <template v-else>
          <h2 class="text-lg">Your shelf is empty</h2>
          <p class="mt-2 text-muted">
            Make a new design, or drop a drawing (.svg), a stitch file (.dst) or a design (.rosehip.json)
            here.
          </p>
        </template>
      </div>
      <p v-if="list.length" class="mt-6 text-center text-muted">
        Drop {{ READABLE }} files anywhere on this page to bring them in.
      </p>
    </main>
    <NewDesignDialog :open="makingNew" @close="makingNew = false" @create="create" />
  </div>
</template>
