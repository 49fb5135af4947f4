<script setup lang="ts">
// The machine from the front: its bed at the left, its screen at the right.
import { onMounted, onUnmounted, useTemplateRef } from 'vue';
import { useLocalStorage } from '@vueuse/core';
import { MODELS } from '../machine/models.ts';
import Bed from './Bed.vue';
import FilesPanel from './FilesPanel.vue';
import PlacePanel from './PlacePanel.vue';
import SewPanel from './SewPanel.vue';
import { useMachine } from './use-machine.ts';

const { modelId, job, sewing, stick, problem, lookForStick, glance } = useMachine();
const bed = useTemplateRef('bed');
const frameMoves = useLocalStorage('practice-frame-moves', false);
/** The stick may be moved from the bench's side too. */
const EVERY = 2000;
let timer = 0;
onMounted(() => {
  void lookForStick();
  timer = window.setInterval(() => {
    if (!job.value && !document.hidden) void glance();
  }, EVERY);
});
onUnmounted(() => window.clearInterval(timer));
</script>

<template>
  <main class="flex h-full min-h-[600px] flex-col gap-3 p-4 max-md:h-auto">
    <header class="flex flex-wrap items-center gap-x-4 gap-y-2">
      <h1 class="text-2xl">Practice machine</h1>
      <label class="flex items-center gap-2">
        <span class="sr-only">Machine</span>
        <select
          v-model="modelId"
          class="entry"
          aria-label="Machine"
          :disabled="!!sewing"
          :title="sewing ? 'Only between two files: put this one aside first.' : undefined"
        >
          <option v-for="m in MODELS" :key="m.id" :value="m.id">{{ m.name }}</option>
        </select>
      </label>
      <div class="grow" />
      <label class="flex items-center gap-2">
        <input v-model="frameMoves" type="checkbox" class="size-4 accent-lamp" /> The frame moves, as in life
      </label>
      <span class="flex items-center gap-2">
        <span class="size-2.5 rounded-full" :class="stick?.slot === 'machine' ? 'bg-go' : 'bg-muted/40'" />
        {{ stick?.slot === 'machine' ? 'The stick is in' : 'No stick' }}
      </span>
    </header>
    <div class="flex min-h-0 grow gap-4 max-md:flex-col">
      <div class="min-w-0 grow max-md:h-[52vh] max-md:flex-none">
        <Bed ref="bed" :frame-moves="frameMoves" />
      </div>
      <aside
        class="flex w-[380px] shrink-0 flex-col gap-3 rounded-2xl border-[10px] border-ink bg-screen p-4 max-md:w-auto"
        aria-label="Screen"
      >
        <p v-if="problem" role="alert" class="rounded-lg bg-[#fbe4e2] px-3 py-2 text-lamp-deep">
          {{ problem }}
        </p>
        <SewPanel v-if="sewing" />
        <PlacePanel v-else-if="job" :trace="() => bed!.trace()" />
        <FilesPanel v-else />
      </aside>
    </div>
  </main>
</template>
