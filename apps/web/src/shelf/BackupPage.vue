<script setup lang="ts">
// Everything as one file: out, in again, and the copies that are kept by night.
import { Download, Upload } from '@lucide/vue';
import { useDropZone, useIntervalFn } from '@vueuse/core';
import { onMounted, ref, useTemplateRef } from 'vue';
import type { BroughtIn, KeptBackup } from '@rosehip/wire';
import { api } from '../api.ts';
import Notice from '../parts/Notice.vue';
import { fileSize } from '../parts/file-size.ts';
import ShelfHeader from './ShelfHeader.vue';

const nights = ref<KeptBackup[]>([]);
const nightly = ref(true);
const nightProblem = ref<string | null>(null);
const problem = ref('');
const busy = ref('');
const result = ref<BroughtIn | null>(null);
const page = useTemplateRef<HTMLElement>('page');
const chooser = useTemplateRef<HTMLInputElement>('chooser');

async function load(): Promise<void> {
  try {
    const told = await api.backups();
    nights.value = told.backups;
    nightly.value = told.nightly;
    nightProblem.value = told.problem;
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
onMounted(load);
// A night's copy may be made while the page is open.
useIntervalFn(load, 10_000);

/** Brings one in, and says what came of it. */
async function bringIn(what: string, work: () => Promise<BroughtIn>): Promise<void> {
  if (busy.value) return;
  busy.value = `${what} is being brought in …`;
  problem.value = '';
  result.value = null;
  try {
    result.value = await work();
  } catch (error) {
    problem.value = (error as Error).message;
  } finally {
    busy.value = '';
  }
}
const bringFile = (file: File | undefined): Promise<void> | undefined =>
  file && bringIn(`“${file.name}”`, () => api.bringBackupIn(file));

function chosen(): void {
  void bringFile(chooser.value?.files?.[0])?.then(() => {
    if (chooser.value) chooser.value.value = '';
  });
}
const { isOverDropZone } = useDropZone(page, { onDrop: (files) => void bringFile(files?.[0]) });

const designs = (n: number, words: [string, string]): string => `${n} ${n === 1 ? words[0] : words[1]}`;
/** What came of it, a line for each kind; the kinds that did not happen are left out. */
const lines = (r: BroughtIn): string[] => {
  const all: [number, [string, string]][] = [
    [r.added, ['design was added.', 'designs were added.']],
    [r.continued, ['design goes on where the backup left it.', 'designs go on where the backup left them.']],
    [
      r.beside,
      [
        'design had gone another way here: the backup’s is beside it, with the day in its name.',
        'designs had gone another way here: the backup’s are beside them, with the day in their names.',
      ],
    ],
    [r.back, ['design that had been deleted is back.', 'designs that had been deleted are back.']],
    [r.motifs, ['motif was added.', 'motifs were added.']],
    [r.same, ['design was here already.', 'designs were here already.']],
  ];
  const told = all.filter(([n]) => n).map(([n, words]) => designs(n, words));
  return told.length ? told : ['There was nothing in it.'];
};
const when = (night: KeptBackup): string =>
  new Date(night.at).toLocaleString('en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    hour: '2-digit',
    minute: '2-digit',
  });
</script>

<template>
  <div ref="page" class="min-h-full" :class="isOverDropZone ? 'bg-blush' : ''">
    <ShelfHeader />
    <main class="mx-auto max-w-6xl px-6 py-6">
      <h1 class="text-xl">Back up</h1>
      <p class="mt-1 mb-5 text-muted">
        One file with everything: all designs with their history, the deleted ones, motifs and settings.
      </p>
      <Notice v-if="problem" class="mb-5" tone="warning" :text="problem" @close="problem = ''" />
      <p v-if="busy" role="status" class="mb-5 rounded-card border border-line bg-panel px-3 py-2">
        {{ busy }}
      </p>
      <div
        v-if="result"
        role="status"
        class="mb-5 rounded-card border border-leaf/40 bg-[#eef3e8] px-3 py-2 text-leaf"
      >
        <ul>
          <li v-for="line in lines(result)" :key="line">{{ line }}</li>
        </ul>
        <ul v-if="result.notes.length" class="mt-2 text-amber-deep">
          <li v-for="(note, k) in result.notes" :key="k">{{ note }}</li>
        </ul>
      </div>
      <div class="grid gap-5 md:grid-cols-2">
        <section
          class="grid content-start gap-3 rounded-card border border-line bg-panel p-5"
          aria-label="Take it away"
        >
          <h2 class="text-lg">Take it away</h2>
          <p>Keep the file somewhere else than on this computer: on a stick, in another room.</p>
          <a :href="api.backupUrl()" download class="button button-primary justify-self-start">
            <Download :size="18" aria-hidden="true" /> Take everything away
          </a>
        </section>
        <section
          class="grid content-start gap-3 rounded-card border border-line bg-panel p-5"
          aria-label="Bring one in"
        >
          <h2 class="text-lg">Bring one in</h2>
          <p>
            Nothing that is here is changed or lost: what is missing is added, and what has gone another way
            since comes beside it.
          </p>
          <button type="button" class="button justify-self-start" @click="chooser?.click()">
            <Upload :size="18" aria-hidden="true" /> Choose a backup
          </button>
          <input
            ref="chooser"
            type="file"
            class="sr-only"
            tabindex="-1"
            accept=".br"
            aria-label="Backup to bring in"
            @change="chosen"
          />
          <p class="text-muted">Or drop it anywhere on this page.</p>
        </section>
      </div>
      <section class="mt-5 rounded-card border border-line bg-panel p-5" aria-label="Kept by night">
        <h2 class="text-lg">Kept by night</h2>
        <p class="mt-1 text-muted">
          <template v-if="nightly"
            >Each night, or when Rosehip is next started, a copy is put beside the database; the last seven
            are kept.</template
          >
          <template v-else
            >No copies are made by night here: this server was not started with npm start.</template
          >
        </p>
        <p v-if="nightProblem" role="alert" class="mt-2 text-amber-deep">{{ nightProblem }}</p>
        <table v-if="nights.length" class="mt-3 w-full">
          <thead class="text-left text-muted">
            <tr>
              <th class="font-normal" scope="col">Made</th>
              <th class="font-normal" scope="col">Size</th>
              <th scope="col"><span class="sr-only">What to do with it</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="night in nights" :key="night.name" class="border-t border-line">
              <td class="py-1.5">{{ when(night) }}</td>
              <td>{{ fileSize(night.bytes) }}</td>
              <td class="flex justify-end gap-2 py-1.5">
                <a :href="api.backupUrl(night.name)" download class="button">Take it away</a>
                <button
                  type="button"
                  class="button"
                  @click="bringIn(`The copy of ${when(night)}`, () => api.bringNightIn(night.name))"
                >
                  Bring it in
                </button>
              </td>
            </tr>
          </tbody>
        </table>
        <p v-else-if="nightly" class="mt-3">The first one is made a minute after the start.</p>
      </section>
    </main>
  </div>
</template>
