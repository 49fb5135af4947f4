<script setup lang="ts">
// The ways to begin, on a cloth with nothing on it. They go as soon as something is drawn.
import { Image, LayoutGrid, PenTool, Shapes, Type, Upload } from '@lucide/vue';
import { useRouter } from 'vue-router';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { useAskForFiles } from '../bring-in.ts';
import { goPicture } from '../following.ts';

const bench = useBench();
const view = useView();
const router = useRouter();
const ask = useAskForFiles();

const WAYS = [
  { icon: PenTool, label: 'Draw', about: 'Lines and curves with the pen', run: () => (view.tool = 'pen') },
  {
    icon: Shapes,
    label: 'Ready shapes',
    about: 'Hearts, stars, leaves, frames',
    run: () => (view.tool = 'shapes'),
  },
  {
    icon: Type,
    label: 'Words',
    about: 'Typed on the cloth',
    run: () => (view.tool = 'words'),
  },
  {
    icon: Image,
    label: 'From a picture',
    about: 'Drawings, logos, photographs',
    run: () => goPicture(bench, router),
  },
  {
    icon: Upload,
    label: 'Bring in',
    about: 'Stitches (.dst) or art (.svg)',
    run: ask,
  },
  {
    icon: LayoutGrid,
    label: 'A ready project',
    about: 'To make your own',
    run: () => router.push({ name: 'ready' }),
  },
];
</script>

<template>
  <section
    class="pointer-events-none absolute inset-0 grid place-items-center p-4"
    aria-label="Ways to begin"
  >
    <div class="grid max-w-[510px] grid-cols-2 sm:grid-cols-3 gap-2" @pointerdown.stop @dblclick.stop>
      <button
        v-for="w in WAYS"
        :key="w.label"
        type="button"
        class="pointer-events-auto grid content-start justify-items-center gap-1 rounded-card border border-line bg-panel/95 p-4 text-center hover:border-rosehip"
        @click="w.run()"
      >
        <component :is="w.icon" :size="34" class="text-rosehip" :stroke-width="1.5" aria-hidden="true" />
        <span class="font-medium">{{ w.label }}</span>
        <span class="text-[13px] leading-4 text-muted">{{ w.about }}</span>
      </button>
    </div>
  </section>
</template>
