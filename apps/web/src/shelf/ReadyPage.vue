<script setup lang="ts">
// Ready projects: live designs with a few places to make one's own.
import { onMounted, onUnmounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import type { ReadyProject } from '@rosehip/wire';
import { api } from '../api.ts';
import Notice from '../parts/Notice.vue';
import { packed, useChecker } from '../workers/engine.ts';
import ShelfHeader from './ShelfHeader.vue';

const router = useRouter();
const projects = shallowRef<readonly ReadyProject[] | null>(null);
/** Addresses of their pictures, which this page makes itself. */
const pictures = ref<Record<string, string>>({});
const problem = ref('');
const beginning = ref('');
let left = false;

async function load(): Promise<void> {
  try {
    problem.value = '';
    projects.value = (await api.readyProjects()).projects;
  } catch (error) {
    problem.value = `The ready projects can’t be shown: ${(error as Error).message}`;
  }
  for (const { id, design } of projects.value ?? []) {
    if (left) return;
    const checker = useChecker();
    const scale = Math.max(1, (380 * devicePixelRatio) / Math.max(design.hoop.width, design.hoop.height));
    const png = await checker
      .picture(packed(checker, design), { view: 'cloth', ground: 'cloth', scale, area: 'stitches' })
      .catch(() => null); // its name and its words are there all the same
    if (png) pictures.value[id] = URL.createObjectURL(new Blob([new Uint8Array(png)], { type: 'image/png' }));
  }
}
onMounted(load);
onUnmounted(() => {
  left = true;
  for (const address of Object.values(pictures.value)) URL.revokeObjectURL(address);
});

async function begin({ id, name, design }: ReadyProject): Promise<void> {
  if (beginning.value) return;
  beginning.value = id;
  try {
    const made = await api.create(design, `Begun from ${name}`);
    await router.push({ name: 'bench', params: { id: made.id } });
  } catch (error) {
    problem.value = `That did not work: ${(error as Error).message}`;
  } finally {
    beginning.value = '';
  }
}
</script>

<template>
  <ShelfHeader />
  <main class="mx-auto max-w-6xl px-6 py-6">
    <h1 class="text-xl">Ready projects</h1>
    <p class="mt-1 mb-5 text-muted">
      Each begins as a design of your own; the places to change light up one after another. Everything in it
      can be changed.
    </p>
    <Notice
      v-if="problem"
      class="mb-5"
      tone="warning"
      :text="problem"
      action="Try again"
      @act="load"
      @close="problem = ''"
    />
    <p v-if="!projects && !problem" role="status" class="text-muted">Looking …</p>
    <ul v-else class="grid grid-cols-[repeat(auto-fill,minmax(248px,1fr))] gap-5">
      <li v-for="p in projects" :key="p.id">
        <article class="flex h-full flex-col overflow-hidden rounded-card border border-line bg-panel">
          <img
            v-if="pictures[p.id]"
            :src="pictures[p.id]"
            alt=""
            class="aspect-4/3 w-full object-contain"
            :style="{ background: p.design.cloth.colour }"
          />
          <span v-else class="flex aspect-4/3 w-full items-center justify-center bg-linen text-muted"
            >Being stitched …</span
          >
          <div class="grid grow content-start gap-1 border-t border-line px-3 py-2.5">
            <h2 class="text-base">{{ p.name }}</h2>
            <p class="text-muted">{{ p.about }}</p>
            <ul class="mt-1 flex flex-wrap gap-1" aria-label="Places to change">
              <li
                v-for="place in p.design.places"
                :key="place.asks"
                class="rounded-full bg-linen px-2 text-xs leading-5"
              >
                {{ place.asks }}
              </li>
            </ul>
          </div>
          <button type="button" class="button button-primary m-3 mt-1 justify-center" @click="begin(p)">
            <template v-if="beginning === p.id">Laying it on the bench …</template>
            <span v-else
              >Begin with <span class="sr-only">{{ p.name }}</span><span aria-hidden="true">it</span></span
            >
          </button>
        </article>
      </li>
    </ul>
  </main>
</template>
