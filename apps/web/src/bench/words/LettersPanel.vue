<script setup lang="ts">
// Stitch files that are named by letters were brought on to the bench: an alphabet to write with, or stitches as they are?
import { letterNamed } from '@rosehip/core';
import type { OwnFont } from '@rosehip/wire';
import { computed, ref, shallowRef } from 'vue';
import { bringFont } from '../../stores/fonts.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { lettersBrought, useBringIn } from '../bring-in.ts';
import AlphabetMaker from './AlphabetMaker.vue';
import { readLetters, type FileOfLetter } from './read-letters.ts';
import { useWriting } from './writing.ts';

const bench = useBench();
const view = useView();
const writing = useWriting();
const bringIn = useBringIn();

const busy = ref('');
const notes = ref<string[]>([]);
const letters = shallowRef<FileOfLetter[] | null>(null);
const names = computed(() =>
  (lettersBrought.value?.files ?? [])
    .map(({ name }) => letterNamed(name))
    .sort()
    .join(' '),
);

async function asAlphabet(): Promise<void> {
  const read = await readLetters(lettersBrought.value?.files ?? [], (said) => (busy.value = said));
  notes.value = read.notes;
  letters.value = read.letters;
}

/** It is on the shelf: the next words are written with it. */
async function write(font: OwnFont): Promise<void> {
  lettersBrought.value = null;
  writing.font.value = font.id;
  await bringFont(font.id, '');
  view.panel = 'card';
  view.tool = 'words';
  bench.message = 'Press the cloth where the words shall begin, and type.';
}

async function asStitches(): Promise<void> {
  const asked = lettersBrought.value;
  lettersBrought.value = null;
  view.panel = 'card';
  if (asked) await bringIn(asked.files, asked.at, true);
}
</script>

<template>
  <section class="grid content-start gap-3 p-4" aria-label="Letters">
    <AlphabetMaker
      v-if="letters"
      name="My alphabet"
      :files="letters"
      :notes="notes"
      @done="write"
      @close="letters = null"
    />
    <template v-else-if="lettersBrought">
      <h2 class="text-lg">{{ lettersBrought.files.length }} letters</h2>
      <p>
        These stitch files are named by letters: <span class="break-words font-medium">{{ names }}</span>.
      </p>
      <p v-if="busy" role="status">{{ busy }}</p>
      <template v-else>
        <button type="button" class="button button-primary justify-center" @click="asAlphabet">
          An alphabet to write with
        </button>
        <button type="button" class="button justify-center" @click="asStitches">
          Lay them on the cloth as they are
        </button>
      </template>
    </template>
    <p v-else class="text-muted">There are no letters waiting.</p>
  </section>
</template>
