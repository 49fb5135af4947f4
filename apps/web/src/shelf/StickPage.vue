<script setup lang="ts">
// The memory stick: what is on it, with pictures, and where it is.
import { CornerLeftUp, FolderPlus, Upload } from '@lucide/vue';
import { useDropZone, useIntervalFn } from '@vueuse/core';
import { computed, onMounted, ref, useTemplateRef } from 'vue';
import type { OnStick } from '@rosehip/wire';
import FileButton from '../parts/FileButton.vue';
import Notice from '../parts/Notice.vue';
import { fileSize } from '../parts/file-size.ts';
import { useStick } from '../stores/stick.ts';
import ShelfHeader from './ShelfHeader.vue';
import StickDrawing from './StickDrawing.vue';
import StickRow from './StickRow.vue';

const stick = useStick();
onMounted(stick.load);
useIntervalFn(() => !stick.busy && !document.hidden && void stick.glance(), 3000);

const search = ref('');
/** Rows that are shown at first, and so many more each time. */
const STEP = 100;
const shown = ref(STEP);
const found = computed(() => {
  const text = search.value.trim().toLowerCase();
  return text ? stick.entries.filter((e) => e.name.toLowerCase().includes(text)) : stick.entries;
});
const free = computed(() => (stick.state ? stick.state.capacity - stick.state.used : 0));
const share = computed(() => (stick.state ? stick.state.used / stick.state.capacity : 0));

const WHERE = {
  none: 'This Rosehip was started without a stick: npm start gives it one.',
  computer: 'The stick is in this computer.',
  machine: 'The stick is in the machine.',
  hand: 'The stick is in your hand.',
};

/* Files on to it */
const waiting = ref<File | null>(null);
async function bring(files: readonly File[], replace = false): Promise<void> {
  waiting.value = null;
  for (const file of files) {
    const done = await stick.write(stick.inFolder(file.name), file, replace);
    if (done) continue;
    if (stick.code === 'taken') waiting.value = file;
    return;
  }
}
const page = useTemplateRef<HTMLElement>('page');
const { isOverDropZone } = useDropZone(page, { onDrop: (files) => void (files && bring(files)) });

const making = ref(false);
const folderName = ref('');
async function makeFolder(): Promise<void> {
  if (!folderName.value.trim()) return void (making.value = false);
  await stick.makeFolder(stick.inFolder(folderName.value.trim()));
  if (!stick.problem) making.value = false;
}
function open(entry: OnStick): void {
  search.value = '';
  shown.value = STEP;
  void stick.open(stick.inFolder(entry.name));
}
const up = (): void => void stick.open(stick.folder.split('/').slice(0, -1).join('/'));
</script>

<template>
  <div ref="page" class="min-h-full" :class="isOverDropZone ? 'bg-blush' : ''">
    <ShelfHeader>
      <FileButton
        v-if="stick.inside"
        asks="Files to write on to the stick"
        accept=".dst"
        multiple
        @files="bring($event)"
      >
        <Upload :size="16" aria-hidden="true" /> Write files
      </FileButton>
    </ShelfHeader>
    <main
      class="mx-auto grid max-w-6xl grid-cols-[240px_minmax(0,1fr)] gap-8 px-6 py-6 max-md:grid-cols-1 max-sm:px-4"
    >
      <section class="grid content-start gap-4" aria-label="The stick">
        <StickDrawing :locked="stick.state?.locked ?? false" :slot-name="stick.state?.slot ?? 'none'" />
        <template v-if="stick.state">
          <p role="status" class="font-medium">{{ WHERE[stick.state.slot] }}</p>
          <div v-if="stick.inside || stick.state.slot === 'machine'" class="grid gap-1">
            <div
              class="h-2 overflow-hidden rounded-full bg-line"
              role="meter"
              aria-label="How full it is"
              :aria-valuenow="Math.round(100 * share)"
              aria-valuemin="0"
              aria-valuemax="100"
            >
              <div class="h-full bg-leaf" :style="{ width: `${Math.max(1, 100 * share)}%` }" />
            </div>
            <p class="text-muted">{{ fileSize(free) }} of {{ fileSize(stick.state.capacity) }} free</p>
          </div>
          <template v-if="stick.inside">
            <a
              v-if="stick.state.machine"
              :href="stick.state.machine"
              target="practice-machine"
              class="button justify-center"
              @click="stick.put('machine', true)"
              >Take it to the practice machine</a
            >
            <button type="button" class="button justify-center" @click="stick.put('hand', true)">
              Take it out safely
            </button>
            <button
              type="button"
              class="button button-quiet justify-center text-muted"
              title="As one does in a hurry: what is being written then is not on it"
              @click="stick.put('hand', false)"
            >
              Pull it out
            </button>
          </template>
          <button
            v-else-if="stick.exists"
            type="button"
            class="button button-primary justify-center"
            @click="stick.put('computer', true)"
          >
            Put it in
          </button>
          <label v-if="stick.exists" class="flex items-center gap-2">
            <input
              type="checkbox"
              class="size-4 accent-rosehip"
              :checked="stick.state.locked"
              @change="stick.lock(($event.target as HTMLInputElement).checked)"
            />
            Its switch is set to locked
          </label>
        </template>
      </section>
      <section
        class="grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-3"
        aria-label="Files on the stick"
      >
        <header class="flex flex-wrap items-center gap-2">
          <h1 class="mr-auto truncate text-xl">{{ stick.folder || 'On the stick' }}</h1>
          <button v-if="stick.folder" type="button" class="button" @click="up">
            <CornerLeftUp :size="16" aria-hidden="true" /> Up
          </button>
          <button
            v-if="stick.inside"
            type="button"
            class="button"
            @click="((making = true), (folderName = ''))"
          >
            <FolderPlus :size="16" aria-hidden="true" /> New folder
          </button>
        </header>
        <Notice
          v-if="stick.problem"
          tone="warning"
          :text="stick.problem"
          :action="waiting ? 'Write over it' : undefined"
          @act="waiting && bring([waiting], true)"
          @close="stick.problem = ''"
        />
        <form v-if="making" class="flex gap-2" @submit.prevent="makeFolder">
          <input
            v-model="folderName"
            class="field max-w-72"
            maxlength="120"
            aria-label="Name of the folder"
            placeholder="Name of the folder"
            autofocus
            @vue:mounted="($event.el as HTMLInputElement).focus()"
            @keydown.esc="making = false"
          />
          <button type="submit" class="button button-primary">Make it</button>
        </form>
        <input
          v-if="stick.entries.length > 12"
          v-model="search"
          type="search"
          class="field max-w-80"
          placeholder="Part of its name"
          aria-label="Find a file"
        />
        <p
          v-if="stick.inside && !found.length && !stick.busy"
          class="rounded-card border border-dashed border-line p-12 text-center text-muted"
        >
          {{
            search
              ? `No file is called “${search}”.`
              : 'Nothing is here yet. Take a design to the machine from its bench, or drop .dst files on this page.'
          }}
        </p>
        <ul v-if="stick.inside" aria-label="Files">
          <StickRow
            v-for="entry in found.slice(0, shown)"
            :key="`${stick.folder}/${entry.name} ${entry.changed}`"
            :entry="entry"
            @open="open(entry)"
          />
        </ul>
        <button
          v-if="found.length > shown"
          type="button"
          class="button justify-self-start"
          @click="shown += STEP"
        >
          {{ (found.length - shown).toLocaleString('en-GB') }} more
        </button>
      </section>
    </main>
  </div>
</template>
