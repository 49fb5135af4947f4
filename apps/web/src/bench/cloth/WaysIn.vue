<script setup lang="ts">
// The ways to begin, on a cloth with nothing on it. They go as soon as something is drawn.
import { Image, LayoutGrid, PenTool, Shapes, Upload } from '@lucide/vue';
import { useView } from '../../stores/view.ts';
import { useAskForFiles } from '../bring-in.ts';

const view = useView();
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
    icon: Image,
    label: 'From a picture',
    about: 'Lay one under the cloth to draw over',
    run: () => (view.tool = 'picture'),
  },
  {
    icon: Upload,
    label: 'Bring in',
    about: 'Stitches (.dst) or art (.svg)',
    run: ask,
  },
];
</script>

<template>
  <section
    class="pointer-events-none absolute inset-0 grid place-items-center p-4"
    aria-label="Ways to begin"
  >
    <div class="grid max-w-[460px] grid-cols-2 gap-2" @pointerdown.stop @dblclick.stop>
      <button
        v-for="w in WAYS"
        :key="w.label"
        type="button"
        class="pointer-events-auto grid justify-items-center gap-1 rounded-card border border-line bg-panel/95 p-4 text-center hover:border-rosehip"
        @click="w.run()"
      >
        <component :is="w.icon" :size="34" class="text-rosehip" :stroke-width="1.5" aria-hidden="true" />
        <span class="font-medium">{{ w.label }}</span>
        <span class="text-[13px] leading-4 text-muted">{{ w.about }}</span>
      </button>
      <RouterLink
        :to="{ name: 'ready' }"
        class="pointer-events-auto col-span-2 flex items-center justify-center gap-3 rounded-card border border-line bg-panel/95 p-3 hover:border-rosehip"
      >
        <LayoutGrid :size="26" class="text-rosehip" :stroke-width="1.5" aria-hidden="true" />
        <span><span class="font-medium">A ready project</span> · to make your own</span>
      </RouterLink>
    </div>
  </section>
</template>
